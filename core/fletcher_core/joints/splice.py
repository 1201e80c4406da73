"""A stick that is too short, lengthened: how much of its strength the splice keeps, and how long it must be.

Sources: Volkersen 1938 for the shear at the ends of the lap; the splice fails in its glue, or in what is
laid beside the stick.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..catalogue import Glue, Stock
from .lap import lap_peak


@dataclass(frozen=True)
class Splice:
    """A splice of `overlap_mm` on each side of the cut; `share` of the stick's own strength that it keeps."""

    overlap_mm: float
    share: float
    grams: float
    how: str


#: overlaps that are worth trying, times the stick's depth
_TRIES = (6, 8, 10, 12, 16, 20, 25, 30)


def splice(
    stock: Stock, glue: Glue, area_mm2: float, perimeter_mm: float, depth_mm: float, how: str, wanted: float = 0.9
) -> Splice:
    """The shortest usual splice that keeps `wanted` of the stick's strength, or the longest tried.

    Parameters
    ----------
    area_mm2 : of the stick's section; what is laid beside it is taken to be as stiff.
    perimeter_mm : glued round of the section. depth_mm : thickness or diameter.
    """
    EA = stock.E.typical * area_mm2
    force = min(stock.tension.typical, stock.compression.typical) * area_mm2
    found = Splice(0.0, 0.0, 0.0, how)
    for times in _TRIES:
        overlap = times * depth_mm
        k = glue.G.typical * perimeter_mm / glue.bond
        peak = float(lap_peak(np.array(EA), np.array(EA), np.array(k), np.array(overlap)))
        carried = glue.lap_on_hard.typical * perimeter_mm * overlap / peak
        share = min(1.0, carried / force)
        grams = stock.density.typical * 1e-6 * area_mm2 * 2 * overlap
        # longer helps no more once only its ends carry
        if share > found.share + 0.005:
            found = Splice(overlap, share, grams, how)
        if share >= wanted:
            break
    return found
