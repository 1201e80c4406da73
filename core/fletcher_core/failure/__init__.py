"""How a wing gives way: every mode at every station, and which comes first."""

from dataclasses import replace

import numpy as np

from ..catalogue import Spread, catalogue
from ..kinds import kind_of
from ..model.aerofoil import ProfileBody
from ..model.body import Body, boom_of
from ..model.part import Part
from ..sections import PartLayout
from .modes import MODES
from .shedding import Shed, after
from .state import ALIKE, Finding, LoadedPart, Mode, first_least, soonest

__all__ = [
    "ALIKE",
    "MODES",
    "Finding",
    "LoadedPart",
    "Mode",
    "Shed",
    "after",
    "craft_spreads",
    "find_all",
    "first_least",
    "method_errors",
    "soonest",
]


def find_all(wing: LoadedPart, only_from_strain: bool = False) -> list[Finding]:
    """Every mode on every thing it can strike."""
    chosen = [m for m in MODES.values() if m.from_strain or not only_from_strain]
    found = [_off(finding, wing) for mode in chosen for finding in mode.find(wing)]
    if wing.at_a_cut.any():
        found = [replace(f, n=np.where(wing.at_a_cut, np.inf, f.n)) if MODES[f.mode].takes_length else f for f in found]
    boom = wing.layout.section.boom
    if boom is None:
        return found
    # behind a pod there is nothing of it to give way
    return [f if MODES[f.mode].of_boom else replace(f, n=np.where(boom.here, np.inf, f.n)) for f in found]


def _off(finding: Finding, wing: LoadedPart) -> Finding:
    """The same, as far off as the method is drawn to be in each run, and as well made as the piece is."""
    names = [f"method.{finding.mode}"]
    if finding.piece is not None and (craft := MODES[finding.mode].craft):
        names.append(f"craft.{wing.layout.pieces[finding.piece].id}.{craft}")
    for name in names:
        if (factor := wing.values.get(name)) is not None:
            finding = replace(finding, n=finding.n * factor[:, None])
    return finding


def craft_spreads(layout: PartLayout) -> dict[str, Spread]:
    """``craft.<piece>.<what>`` -> how well each piece is made."""
    return {
        f"craft.{piece.id}.{key}": hand.factor
        for piece in layout.pieces
        for key, hand in catalogue().craft.items()
        if kind_of(piece).group in hand.on
    }


def method_errors(part: Part | None = None, hurt: bool = False) -> dict[str, Spread]:
    """``method.<mode>`` -> how many times the answer of a mode what really happens may be; of those there can be.

    Parameters
    ----------
    hurt : something of the part is broken.
    """
    chosen = [m for m in MODES.values() if part is None or (_can_be(m, part) and m.only_hurt <= hurt)]
    return {f"method.{m.id}": Spread(m.error[0], 1.0, m.error[1]) for m in chosen}


def _can_be(mode: Mode, part: Part) -> bool:
    boom = boom_of(part) is not None
    on_edge, body = isinstance(part.aerofoil, ProfileBody), isinstance(part, Body)
    return (
        mode.only_body <= body
        and mode.only_hollow <= part.hollow
        and mode.only_on_edge <= on_edge
        and mode.of_boom <= boom
    )
