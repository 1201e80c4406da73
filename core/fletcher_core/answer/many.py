"""Thousands of variants of one wing at once, for searching."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import planform
from ..loads import Case, Setting, cases_of
from ..model import Airframe, Scheme
from ..sections import own_twist, spreads, wing_layout
from .compute import between, glue_mass, laid_out, twist_along
from .sampling import typical
from .solve import sections_of, solve

Array = NDArray[np.float64]

#: variants in one go: few enough that their arrays stay in the processor's cache
_AT_ONCE = 100
_STATIONS = 9
#: kinds that twist by themselves alone
_STICKS = ("rod", "tube", "strip", "sandwich", "cord")
#: places along the span between which twist stiffness is carried over
_PLACES = 41


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
    on = np.asarray(on, dtype=float)
    laid_out(airframe, scheme, stations)  # refuses what cannot be
    case = cases_of(Setting(airframe, planform(airframe.wing), airframe.promise_g))[:1]
    # neighbours share most of their pieces, and skins above all, which take the most work
    is_stick = np.array([p.kind in _STICKS for p in scheme.pieces], dtype=bool)
    order = np.lexsort([*on.T[is_stick], *on.T[~is_stick]])
    twist = _twist_of_skins(airframe, scheme, on, stations)
    parts = []
    for start in range(0, len(on), _AT_ONCE):
        at = order[start : start + _AT_ONCE]
        parts.append(_some(airframe, scheme, on[at], stations, case, twist[at]))
    back = np.argsort(order)
    return Many(*(np.concatenate(column)[back] for column in zip(*parts, strict=True)))


def _used(scheme: Scheme, on: Array) -> tuple[Scheme, Array]:
    """The scheme without the pieces that no variant has, and the switches of the rest."""
    used = np.flatnonzero(on.any(axis=0))
    pieces = [scheme.pieces[i].model_copy(update={"on": True}) for i in used]
    return scheme.model_copy(update={"pieces": pieces}), on[:, used]


def _places(airframe: Airframe) -> Array:
    return np.linspace(0, airframe.wing.half_span_mm, _PLACES)


def _twist_of_skins(airframe: Airframe, scheme: Scheme, on: Array, stations: int) -> Array:
    """Twist stiffness but for the sticks' own, at some places along the span: (V, places).

    It hangs on skins, webs and cut-outs alone, of which there are far fewer sets than variants.
    """
    sticks = [i for i, p in enumerate(scheme.pieces) if p.kind in _STICKS]
    plain = on.copy()
    plain[:, sticks] = 0.0
    kinds, back = np.unique(plain, axis=0, return_inverse=True)
    found = []
    for start in range(0, len(kinds), _AT_ONCE):
        smaller, some = _used(scheme, kinds[start : start + _AT_ONCE])
        layout = wing_layout(airframe, smaller, stations)
        sections = sections_of(layout, typical(spreads(layout), len(some)), some)
        found.append(twist_along(layout, sections.materials) @ between(_places(airframe), layout.plan.y))
    return np.asarray(np.concatenate(found)[back.reshape(-1)])


def _some(
    airframe: Airframe, scheme: Scheme, on: Array, stations: int, case: list[Case], twist: Array
) -> tuple[Array, ...]:
    """Variants solved together, without the pieces that none of them has."""
    smaller, some = _used(scheme, on)
    layout = wing_layout(airframe, smaller, stations)
    sections = sections_of(layout, typical(spreads(layout), len(some)), some)
    GJ = twist @ between(layout.plan.y, _places(airframe)) + own_twist(layout.section, sections.materials)
    solved = solve(sections, GJ, airframe.promise_g, case)
    return (
        solved.n.min(axis=1), solved.hold.min(axis=1), solved.shape.bend[:, -1],
        np.degrees(solved.shape.twist[:, -1]), 2 * sections.half_mass_g + some @ glue_mass(layout),
    )  # fmt: skip
