"""How a wing gives way: every mode at every station, and which comes first."""

from .modes import MODES
from .shedding import after_wrinkling
from .state import Finding, LoadedPart, Mode

__all__ = ["MODES", "Finding", "LoadedPart", "Mode", "after_wrinkling", "find_all"]


def find_all(wing: LoadedPart, only_from_strain: bool = False) -> list[Finding]:
    """Every mode on every thing it can strike."""
    chosen = [m for m in MODES.values() if m.from_strain or not only_from_strain]
    return [finding for mode in chosen for finding in mode.find(wing)]
