"""The plan of the half wing: stations along the span with nodes at every change."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..kinds import SAME_PLACE
from ..model.part import Part
from .outline import Outline
from .profile import Profile

Array = NDArray[np.float64]

#: half the gap between the two stations that stand on both sides of a change, mm
_STEP = 1e-3
#: stations nearer to each other than this stand on both sides of a change, mm
NODE_GAP = 3 * _STEP
#: chord share of the line that stands for a panel's axis when its sweep is taken
AXIS_SHARE = 0.3


@dataclass(frozen=True)
class Planform:
    """Half wing: all (S,) arrays along the span, root to tip.

    Attributes
    ----------
    y : mm out from the centre line, along the panels.
    chord, x_le : local chord and leading edge (aft of the root's leading edge), mm.
    cos_sweep : cosine of the sweep of the panel's axis (its line at 30 % of the chord).
    s : mm along that axis from the centre line; sections are cut square to it.
    breaks : spanwise places of panel ends, mm, from 0 to the tip.
    """

    y: Array
    chord: Array
    x_le: Array
    cos_sweep: Array
    s: Array
    breaks: Array

    @property
    def half_span(self) -> float:
        return float(self.breaks[-1])

    @property
    def half_area(self) -> float:
        return float(np.trapezoid(self.chord, self.y))

    def area_between(self, start: float, end: float) -> float:
        """mm2 of the half between two places along the span."""
        start, end = (min(max(at, 0.0), self.half_span) for at in (start, end))
        y = np.concatenate([[start], self.y[(self.y > start) & (self.y < end)], [end]])
        return float(np.trapezoid(np.interp(y, self.y, self.chord), y))

    @property
    def mean_chord(self) -> float:
        """Mean aerodynamic chord, mm: the integral of c² over that of c."""
        return float(np.trapezoid(self.chord**2, self.y) / self.half_area)

    @property
    def quarter(self) -> float:
        """x of the quarter point of the mean chord behind the root's leading edge, mm."""
        return float(np.trapezoid((self.x_le + 0.25 * self.chord) * self.chord, self.y) / self.half_area)

    def at(self, y: Array | float) -> tuple[Array, Array]:
        """Chord and leading edge at any place(s) along the span, mm."""
        return np.asarray(np.interp(y, self.y, self.chord)), np.asarray(np.interp(y, self.y, self.x_le))

    def outline(self, profile: Profile) -> Outline:
        """Outlines of the sections cut square to the axis: narrower than the chord where it is swept."""
        full = Outline.of(profile, self.chord)
        return Outline(profile, self.chord * self.cos_sweep, full.z_scale)


def _together(changes: list[float]) -> Array:
    """Places of changes in order, those that lie closer than rounding does as one."""
    found: list[float] = []
    for place in sorted(changes):
        if not found or place - found[-1] > SAME_PLACE:
            found.append(place)
    return np.array(found)


def planform(part: Part, changes: Iterable[float] = (), n: int = 61) -> Planform:
    """Stations along the half span.

    Parameters
    ----------
    part : what has the panels.
    changes : places in mm where something starts or ends; each gets a station on both sides.
    n : evenly spaced stations, to which the nodes at changes are added (at least 61 by METHODS).
    """
    spans = np.array([p.span_mm for p in part.panels], dtype=float)
    breaks = np.concatenate([[0.0], np.cumsum(spans)])
    chords = np.array([part.panels[0].root_chord_mm, *(p.tip_chord_mm for p in part.panels)], dtype=float)
    leading = np.concatenate([[0.0], np.cumsum([p.sweep_mm for p in part.panels])])
    tip = breaks[-1]
    nodes = _together([float(c) for c in (*changes, *breaks[1:-1]) if NODE_GAP < c < tip - NODE_GAP])
    even = np.linspace(0.0, tip, n)
    # one that falls on a change would lie on either side of it by rounding alone
    even = even[~(np.abs(even[:, None] - nodes) < NODE_GAP).any(axis=1)]
    y = np.sort(np.concatenate([even, nodes - _STEP, nodes + _STEP]))
    axis = leading + AXIS_SHARE * chords
    cos = np.ones_like(spans) if part.straight else np.cos(np.arctan2(np.diff(axis), spans))
    panel = np.clip(np.searchsorted(breaks, y, side="left") - 1, 0, len(spans) - 1)
    along = np.concatenate([[0.0], np.cumsum(spans / cos)])
    return Planform(
        y, np.interp(y, breaks, chords), np.interp(y, breaks, leading), cos[panel], np.interp(y, breaks, along), breaks
    )
