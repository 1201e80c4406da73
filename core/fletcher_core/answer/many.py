"""Thousands of variants of one wing at once, for searching."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..loads import Setting, cases_of
from ..model import Airframe, Scheme
from ..sections import spreads
from .compute import glue_mass, laid_out, twist_along
from .sampling import typical
from .solve import sections_of, solve

Array = NDArray[np.float64]

#: variants in one go: few enough that their arrays stay in the processor's cache
_AT_ONCE = 64
_STATIONS = 13


@dataclass(frozen=True)
class Many:
    """(V,) answers: g of the first failure and of the end, mm, degrees, grams of the whole wing."""

    breaks: Array
    holds: Array
    bend: Array
    twist: Array
    wing_g: Array


def many(airframe: Airframe, scheme: Scheme, on: Array, stations: int = _STATIONS) -> Many:
    """Variants of one scheme, each with some of its pieces.

    Every choice is a piece of one scheme (each size of rod, each place of it), and a variant is which
    of them are there; what stands in the same place in different variants never meets.

    Parameters
    ----------
    on : (V, pieces) 0 or 1. stations : fewer than in a verdict; nodes at changes are added.

    Raises
    ------
    Refused
        Where a choice cannot be.
    """
    layout = laid_out(airframe, scheme, stations)
    table, glue = spreads(layout), glue_mass(layout)
    case = cases_of(Setting(airframe, layout.plan, airframe.promise_g))[:1]
    parts = []
    for start in range(0, len(on), _AT_ONCE):
        some = on[start : start + _AT_ONCE]
        sections = sections_of(layout, typical(table, len(some)), some)
        solved = solve(sections, twist_along(layout, sections.materials), airframe.promise_g, case)
        parts.append(
            (
                solved.n.min(axis=1), solved.hold.min(axis=1), solved.shape.bend[:, -1],
                np.degrees(solved.shape.twist[:, -1]), 2 * sections.half_mass_g + some @ glue,
            )
        )  # fmt: skip
    return Many(*(np.concatenate(column) for column in zip(*parts, strict=True)))
