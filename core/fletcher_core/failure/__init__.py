"""How a wing gives way: every mode at every station, and which comes first."""

from dataclasses import replace

from ..catalogue import Spread
from .modes import MODES
from .shedding import Shed, after
from .state import Finding, LoadedPart, Mode

__all__ = ["MODES", "Finding", "LoadedPart", "Mode", "Shed", "after", "find_all", "method_errors"]


def find_all(wing: LoadedPart, only_from_strain: bool = False) -> list[Finding]:
    """Every mode on every thing it can strike."""
    chosen = [m for m in MODES.values() if m.from_strain or not only_from_strain]
    return [_off(finding, wing) for mode in chosen for finding in mode.find(wing)]


def _off(finding: Finding, wing: LoadedPart) -> Finding:
    """The same, as far off as the method is drawn to be in each run."""
    factor = wing.values.get(f"method.{finding.mode}")
    return finding if factor is None else replace(finding, n=finding.n * factor[:, None])


def method_errors() -> dict[str, Spread]:
    """``method.<mode>`` -> how many times the answer of a mode what really happens may be."""
    return {f"method.{m.id}": Spread(m.error[0], 1.0, m.error[1]) for m in MODES.values()}
