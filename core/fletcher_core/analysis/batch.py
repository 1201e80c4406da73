"""Thousands of variants of one wing at once, for searching."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..geometry import planform
from ..joints.hardware import hardware_of, joined_g
from ..kinds import kind_of
from ..loads import Case
from ..model import Airframe, Part, Piece, Scheme
from ..parts import PARTS
from ..sections import OF_FOAM, PartLayout, SkinWarping, Twist, figures_as, lay_out, skin_twist, spreads
from .evaluation import FINE, glue_mass, laid_out, shear_along, some_stations, twist_along
from .skin_twist import SkinTwist, between, parts_of
from .solve import Sections, sections_of, shape_in, solve
from .uncertainty import typical
from .without_broken import carry_on

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: variants in one go: few enough that their arrays stay in the processor's cache
_AT_ONCE = 100
#: along the half span: the search's winner is taken again by the full model; own estimate
_STATIONS = 9


@dataclass(frozen=True)
class BatchResult:
    """(V,) answers: g of the first that does harm and of the end in the first case, mm and degrees in the case that
    moves the tip furthest, grams of the whole part."""

    breaks: Array
    holds: Array
    bend: Array
    twist: Array
    part_g: Array


@dataclass(frozen=True)
class Swap:
    """What stands under one film's name is another in each variant: `which` (V,) of `materials`.

    So films of about one thickness in one place are one sheet of the section, whose figures differ from
    variant to variant. Where it lies is of the film that gives its name.
    """

    name: str
    materials: list[str]
    which: Indices

    def take(self, at: Indices) -> Swap:
        return Swap(self.name, self.materials, self.which[at])

    def put_into(self, values: dict[str, Array]) -> dict[str, Array]:
        prefix = f"skin.{self.name}"
        if f"{prefix}.Et" not in values:
            return values
        tables = [figures_as(f"skin.{material}") for material in self.materials]
        found = dict(values)
        for tail in dict.fromkeys(tail for table in tables for tail in table):
            # one without such a figure never fails by it
            each = np.array([t[tail].typical if tail in t else np.inf for t in tables])
            found[f"{prefix}.{tail}"] = each[self.which]
        thick = np.array([catalogue().skin[m].thickness.typical for m in self.materials])
        return {**found, f"{prefix}.thick": thick[self.which]}


Swaps = Sequence[Swap]


def evaluate_many(
    airframe: Airframe,
    scheme: Scheme,
    on: Array,
    stations: int = _STATIONS,
    blocks: list[Indices] | None = None,
    swaps: Swaps = (),
    twist: SkinTwist | None = None,
    near: tuple[float, float] | None = None,
    lets_go: bool = True,
) -> BatchResult:
    """Variants of one scheme, each with some of its pieces.

    Every choice is a piece of one scheme (each size of rod, each place of it), and a variant is which
    of them are there; what stands in the same place in different variants never meets.

    Parameters
    ----------
    on : (V, pieces) 0 or 1. stations : fewer than in a verdict; nodes at changes are added.
    blocks : which variants to take together, each once; the work grows with the pieces of a block, so
        those that share pieces belong together. Neighbours in the order of their pieces if not given.
    swaps : films whose figures differ from variant to variant.
    twist : what `twist_of_skins` gives for each variant, where it is known already.
    near : breaks and holds are told of the stations between these places alone, mm.
    lets_go : what holds on after a piece has let go counts; else who asks has tried it without that piece already.

    Raises
    ------
    Refused
        Where a choice cannot be; not looked for where blocks are given, whose maker has looked.
    """
    on = np.asarray(on, dtype=float)
    if blocks is None:
        laid_out(airframe, scheme, stations)  # refuses what cannot be
    kind, part = PARTS[scheme.part], airframe.part(scheme.part)
    case = kind.cases_of(airframe, planform(part), airframe.promise_g)[:1]
    # neighbours share most of their pieces, and skins above all, which take the most work
    is_stick = np.array([kind_of(p).twists_alone for p in scheme.pieces], dtype=bool)
    order = np.lexsort([*on.T[is_stick], *on.T[~is_stick]]) if on.shape[1] else np.arange(len(on))
    if twist is None and not part.twists_whole:
        twist = twist_of_skins(airframe, scheme, on, stations, swaps)
    blocks = blocks or [order[k : k + _AT_ONCE] for k in range(0, len(on), _AT_ONCE)]
    parts = [
        _some(
            airframe,
            scheme,
            on[at],
            stations,
            case,
            None if twist is None else twist.take(at),
            [s.take(at) for s in swaps],
            near,
            lets_go,
        )
        for at in blocks
    ]
    back = np.argsort(np.concatenate(blocks))
    return BatchResult(*(np.concatenate(column)[back] for column in zip(*parts, strict=True)))


def _used(scheme: Scheme, on: Array) -> tuple[Scheme, Array]:
    """The scheme without the pieces that no variant has, and the switches of the rest."""
    used = np.flatnonzero(on.any(axis=0))
    pieces = [scheme.pieces[i].model_copy(update={"on": True}) for i in used]
    return scheme.model_copy(update={"pieces": pieces}), on[:, used]


def _places(part: Part, pieces: Sequence[Piece], stations: int) -> Array:
    """Along the half span, on both sides of wherever one of the pieces changes."""
    layout = lay_out(part, pieces, stations, alternatives=True)
    return np.asarray(layout.plan.y[some_stations(layout, FINE)])


def _figures(layout: PartLayout, count: int, swaps: Swaps) -> dict[str, Array]:
    values = typical(spreads(layout), count)
    for swap in swaps:
        values = swap.put_into(values)
    return values


def only_sticks(pieces: Sequence[Piece]) -> bool:
    """Whether none of these has a part in what `twist_of_skins` gives."""
    return all(kind_of(p).twists_alone for p in pieces)


def twist_of_skins(airframe: Airframe, scheme: Scheme, on: Array, stations: int, swaps: Swaps) -> SkinTwist:
    """How it twists but for its sticks, at some places along the span."""
    sticks = [i for i, p in enumerate(scheme.pieces) if kind_of(p).twists_alone]
    plain = on.copy()
    plain[:, sticks] = 0.0
    marked = np.column_stack([plain, *(s.which for s in swaps)])
    _, first, back = np.unique(marked, axis=0, return_index=True, return_inverse=True)
    kinds = plain[first]
    all_kinds, _ = _used(scheme, kinds)
    places = _places(airframe.part(scheme.part), all_kinds.pieces, stations)
    GJ, foam, warping = [], [], []
    parts: list[Any] = []
    for start in range(0, len(kinds), _AT_ONCE):
        smaller, some = _used(scheme, kinds[start : start + _AT_ONCE])
        layout = lay_out(airframe.part(scheme.part), smaller.pieces, stations, alternatives=True)
        here = [s.take(first[start : start + _AT_ONCE]) for s in swaps]
        sections = sections_of(layout, _figures(layout, len(some), here), some)
        fine = some_stations(layout, FINE)
        stiff, stress, skins = skin_twist(layout.take(fine).section, sections.materials)
        to = between(places, layout.plan.y[fine])
        # as in the full answer: its cube root is nearly a straight line
        GJ.append((np.cbrt(stiff) @ to) ** 3)
        foam.append(stress.unit[:OF_FOAM] @ to)
        warping.append(skins.carried(to))
        parts += parts_of(stress, layout, smaller.pieces, to)
    return SkinTwist(
        back.reshape(-1), places, np.concatenate(GJ),
        SkinWarping(*(np.concatenate([getattr(w, k) for w in warping], axis=1) for k in ("sums", "w"))),
        np.concatenate(foam, axis=1), parts,
    )  # fmt: skip


def _some(
    airframe: Airframe, scheme: Scheme, on: Array, stations: int, case: list[Case], skins: SkinTwist | None,
    swaps: Swaps, near: tuple[float, float] | None = None, lets_go: bool = True,
) -> tuple[Array, ...]:  # fmt: skip
    """Variants solved together, without the pieces that none of them has. `skins` is None in a hollow part: all that
    lies in it has to do with its twist."""
    smaller, some = _used(scheme, on)
    layout = lay_out(airframe.part(scheme.part), smaller.pieces, stations, alternatives=True)
    values = _figures(layout, len(some), swaps)
    sections = sections_of(layout, values, some)
    twist = twist_along(sections) if skins is None else skins.on(sections, smaller.pieces)
    own = layout.part.copies * sections.half_mass_g + some @ glue_mass(layout)
    own = own + joined_g(hardware_of(layout), sections.values)
    # as in a verdict: what flies is the promise, or more where the estimate is above it
    flying = np.maximum(airframe.promise_g, airframe.carried_g + own)
    kind = PARTS[scheme.part]
    cases = {float(g): kind.cases_of(airframe, layout.plan, float(g)) for g in np.unique(flying)}

    def limits(k: int) -> Array:
        return np.array([cases[float(g)][k].factor for g in flying])

    solved = solve(replace(sections, flow=shear_along(sections)), twist, flying, case, limits(0), quick=True)

    def without(rows: Indices, there: Array) -> tuple[Sections, Twist]:
        rest = sections_of(layout, {k: v[rows] for k, v in values.items()}, there)
        turned = twist_along(rest) if skins is None else skins.take(rows).on(rest, smaller.pieces)
        return replace(rest, flow=shear_along(rest)), turned

    if lets_go:
        solved = carry_on(solved, sections, flying, case, some, without, quick=True)
    shapes = [solved.shape]
    for k, other in enumerate(cases[float(flying[0])][1:], start=1):
        shapes.append(shape_in(solved, flying, other, limits(k)))
    bend, turn = (np.stack([getattr(s, name)[:, -1] for s in shapes]) for name in ("bend", "twist"))
    most = np.abs(turn).argmax(axis=0)
    y = layout.plan.y
    told = slice(None) if near is None else np.flatnonzero((y >= near[0] - 0.01) & (y <= near[1] + 0.01))
    return (
        np.minimum(solved.harm, solved.hold)[:, told].min(axis=1), solved.hold[:, told].min(axis=1),
        np.abs(bend).max(axis=0),
        np.degrees(np.take_along_axis(turn, most[None], axis=0)[0]), own,
    )  # fmt: skip
