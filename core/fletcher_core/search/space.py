"""The ways there are: every stick in every place, and every film or tape, from the catalogue or the shelf."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from ..answer.checks import problems
from ..answer.compute import GROUP_OF, laid_out
from ..answer.words import what
from ..answer.work import minutes_of
from ..catalogue import catalogue
from ..model import Airframe, Refused, Rod, Scheme, Skin, Strip, TapeStrip, Tube
from ..sections import wing_layout
from ..shelf import ShelfItem, check, needs_of
from ..units import System
from .wish import MOST, Wish

PLACES = (0.22, 0.26, 0.30, 0.34, 0.40)
REACHES = (0.45, 0.6, 0.75, 0.9, 1.0)
#: usual sizes, mm: rods by diameter, tubes by outer and inner, strips by width and thickness
RODS = (1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0)
TUBES = ((3.0, 1.5), (4.0, 2.5), (5.0, 3.0), (6.0, 4.0), (8.0, 6.0), (10.0, 8.0))
STRIPS = ((3.0, 0.5), (5.0, 0.5), (5.0, 1.0), (6.0, 1.0), (10.0, 1.0))
WOOD = ((3.0, 3.0), (5.0, 3.0), (5.0, 5.0), (8.0, 5.0))
#: (from, to) of the chord and share of the span that a skin covers
EXTENTS = ((1.0, 1.0), (1.0, 0.6), (0.35, 1.0))
TAPE_WIDTHS = (24.0, 48.0)
GLUE = "polyurethane_foaming"
#: films that differ by no more than this are tried under one name, mm a layer
_ALIKE = 0.045


@dataclass(frozen=True)
class Option:
    """One choice of sticks, or of sheets: its pieces (sheets under the stand-in's name) and what it costs."""

    pieces: tuple[Any, ...]
    minutes: float
    price: float | None
    #: of the sheets; "" for sticks
    material: str = ""

    @property
    def stands_in(self) -> str:
        """The film under whose name it is tried."""
        return str(self.pieces[0].material) if self.material else ""

    def real(self) -> list[Any]:
        """Its pieces with the material that was tried."""
        if not self.material:
            return list(self.pieces)
        return [p.model_copy(update={"material": self.material}) for p in self.pieces]


@dataclass(frozen=True)
class Space:
    """Every stick option with every sheet option, beside the pieces that stay."""

    kept: list[Any]
    sticks: list[Option]
    sheets: list[Option]

    @property
    def size(self) -> int:
        return len(self.sticks) * len(self.sheets)


def _sizes(shelf: Sequence[ShelfItem] | None) -> list[tuple[str, str, tuple[float, ...]]]:
    """(kind, material, sizes) of the sticks there are to choose from."""
    if shelf is None:
        return [
            *(("rod", "carbon_pultruded", (d,)) for d in RODS),
            *(("tube", "carbon_roll_wrapped", s) for s in TUBES),
            *(("strip", "carbon_pultruded", s) for s in STRIPS),
            *(("strip", "spruce", s) for s in WOOD),
        ]
    found: dict[tuple[str, str, tuple[float, ...]], None] = {}
    for item in shelf:
        if item.table == "stock" and item.form in ("rod", "tube", "strip") and item.count:
            a, b, c, d = item.diameter_mm or 0, item.bore_mm or 0, item.width_mm or 0, item.thickness_mm or 0
            sizes: tuple[float, ...] = {"rod": (a,), "tube": (a, b), "strip": (c, d)}[item.form]
            found[(item.form, item.material, sizes)] = None
    return list(found)


_LEVELS: tuple[Literal["top", "bottom"], ...] = ("top", "bottom")


def _pair(one: Any, inset_mm: float) -> tuple[Any, ...]:
    """The same at the top and at the bottom, with so much foam over it."""
    return tuple(one.model_copy(update={"level": v, "inset_mm": inset_mm, "id": v}) for v in _LEVELS)


def _stick(kind: str, material: str, sizes: tuple[float, ...], run: dict[str, Any]) -> list[tuple[Any, ...]]:
    """One in the middle, and a pair top and bottom where that is usual."""
    common: dict[str, Any] = {"id": "new", "material": material, **run}
    if kind == "tube":
        return [(Tube(outer_mm=sizes[0], inner_mm=sizes[1], **common),)]
    if kind == "rod":
        alone = Rod(diameter_mm=sizes[0], **common)
        return [(alone,), _pair(alone, 0.5)]
    on_edge = Strip(width_mm=max(sizes), thickness_mm=min(sizes), lying="on_edge", **common)
    flat = on_edge.model_copy(update={"lying": "flat"})
    return [(on_edge,), _pair(flat, 0.2)]


def stand_ins(materials: Sequence[str]) -> dict[str, str]:
    """Film -> the film of about its thickness under whose name it is tried: the middle one of its class."""
    thick = {m: catalogue().skin[m].thickness.typical for m in materials}
    classes: list[list[str]] = []
    for material in sorted(thick, key=lambda m: (thick[m], m)):
        if not classes or thick[material] - thick[classes[-1][0]] > _ALIKE:
            classes.append([])
        classes[-1].append(material)
    return {m: group[len(group) // 2] for group in classes for m in group}


def _moved(pieces: Sequence[Any], place: float | None, end: float | None) -> tuple[Any, ...]:
    """The sticks that are there, moved together along the chord, and to another end."""
    made = []
    shift = 0.0 if place is None else place - pieces[0].chord_from
    for piece in pieces:
        change: dict[str, Any] = {}
        if place is not None:
            change = {k: min(1.0, max(0.0, getattr(piece, k) + shift)) for k in ("chord_from", "chord_to")}
        if end is not None and end > piece.y_from_mm + 1:
            change["y_to_mm"] = end
        made.append(piece.model_copy(update=change))
    return tuple(made)


def _stick_pieces(airframe: Airframe, there: Sequence[Any], wish: Wish, shelf: Any, glue: str) -> list[tuple[Any, ...]]:
    tip = airframe.wing.half_span_mm
    moving = [p for p in there if hasattr(p, "chord_from")]
    places: tuple[float | None, ...] = PLACES if "place" in wish.vary else (None,)
    ends: tuple[float | None, ...] = (
        tuple(min(tip, float(round(r * tip))) for r in REACHES) if "reach" in wish.vary else (None,)
    )
    if "spar" not in wish.vary:
        if not moving:
            return [tuple(there)]
        return [_moved(moving, place, end) for place in places for end in ends]
    usual = (moving[0].chord_from, moving[0].y_to_mm) if moving else (0.3, 0.7 * tip)
    found: list[tuple[Any, ...]] = [()]
    for end in ends:
        for place in places:
            at = usual[0] if place is None else place
            run = {"y_from_mm": 0.0, "y_to_mm": usual[1] if end is None else end, "chord_from": at, "chord_to": at,
                   "glue": glue}  # fmt: skip
            for kind, material, sizes in _sizes(shelf):
                found += _stick(kind, material, sizes, run)
    return found


def _sheet_pieces(
    airframe: Airframe, there: Sequence[Any], wish: Wish, shelf: Any
) -> list[tuple[str, tuple[Any, ...]]]:
    """(material, pieces under the stand-in's name)."""
    if not {"skin", "layers", "extent"} & set(wish.vary) or ("skin" not in wish.vary and not there):
        return [("", tuple(there))]
    first: Any = there[0] if there else None
    if first is not None and first.kind == "cloth" and "skin" not in wish.vary:
        return [("", tuple(there))]
    tip, cat = airframe.wing.half_span_mm, catalogue().skin
    if "skin" not in wish.vary:
        materials = [first.material]
    elif shelf is None:
        materials = list(cat)
    else:
        on_shelf = {i.material for i in shelf if i.table == "skin" and i.count}
        materials = [m for m in cat if m in on_shelf]
    layers = (1, 2, 3) if "layers" in wish.vary else (first.layers if first else 1,)
    found: list[tuple[str, tuple[Any, ...]]] = [("", ())] if "skin" in wish.vary else []
    called = stand_ins(materials)
    for material in materials:
        for count in layers:
            common: dict[str, Any] = {"id": "film", "material": called[material], "layers": count}
            if "extent" in wish.vary or not there:
                for x_to, reach in EXTENTS:
                    found.append((material, (Skin(**common, x_to=x_to, y_to_mm=reach * tip),)))
                if "tape" in material:
                    for width in TAPE_WIDTHS:
                        found.append((material, (TapeStrip(**common, width_mm=width, y_to_mm=0.9 * tip),)))
            else:
                made = [p for p in there if p.kind in ("skin", "tape")]
                change: dict[str, Any] = {"material": called[material], "layers": count, "drops_mm": []}
                found.append((material, tuple(p.model_copy(update=change) for p in made)))
    return found


def _glue(airframe: Airframe, scheme: Scheme, shelf: Sequence[ShelfItem] | None) -> str:
    """The glue of the sticks that are there; else one that holds this foam, from the shelf where asked."""
    pieces: list[Any] = list(scheme.pieces)
    used = [p.glue for p in pieces if GROUP_OF[p.kind] == "sticks"]
    there = None if shelf is None else {i.material for i in shelf if i.table == "glue" and i.count}
    foam = catalogue().foam.get(airframe.wing.core.material)
    holding = [k for k, g in catalogue().glue.items() if foam is None or g.holds(foam.glue_family)[0] == "ok"]
    ordered = [*used, GLUE, *holding]
    return str(next((g for g in ordered if there is None or g in there), ordered[0]))


def _thin(items: list[Any], count: int) -> list[Any]:
    """So many of them, evenly."""
    if len(items) <= count:
        return items
    return [items[round(k * (len(items) - 1) / (count - 1))] for k in range(count)]


def space_of(airframe: Airframe, scheme: Scheme, wish: Wish, shelf: Sequence[ShelfItem] | None) -> Space:
    """What may be tried.

    `shelf`: what there is; options are limited to it where the wish says so, and priced by it.

    Raises
    ------
    Refused
        As laying out the scheme would.
    """
    groups: dict[str, list[Any]] = {"sticks": [], "sheets": []}
    kept: list[Any] = []
    for piece in scheme.pieces:
        if not piece.on:
            continue
        groups.get(GROUP_OF[piece.kind], kept).append(piece)
    webs = [p for p in groups["sticks"] if p.kind not in ("rod", "tube", "strip")]
    if "spar" not in wish.vary and webs:
        # what is more than a stick stays where it is
        kept += webs
        groups["sticks"] = [p for p in groups["sticks"] if p not in webs]
    cloths = [p for p in groups["sheets"] if p.kind == "cloth"]
    if cloths and "skin" not in wish.vary:
        kept += cloths
        groups["sheets"] = [p for p in groups["sheets"] if p.kind != "cloth"]
    laid_out(airframe, scheme.model_copy(update={"pieces": kept}), 9)  # refuses what cannot be
    limited = shelf if wish.from_shelf else None
    glue = _glue(airframe, scheme, limited)
    sticks = [("", p) for p in _stick_pieces(airframe, groups["sticks"], wish, limited, glue)]
    sheets = _sheet_pieces(airframe, groups["sheets"], wish, limited)
    fitting = [_priced(airframe, o, shelf, wish) for o in _that_fit(airframe, scheme, sticks)]
    covering = [_priced(airframe, o, shelf, wish) for o in _that_fit(airframe, scheme, sheets)]
    found = Space(kept, [o for o in fitting if o], [o for o in covering if o])
    if found.size > MOST:
        found = Space(kept, _thin(found.sticks, max(1, MOST // len(found.sheets))), found.sheets)
    return found


def _that_fit(airframe: Airframe, scheme: Scheme, options: list[tuple[str, tuple[Any, ...]]]) -> list[Any]:
    """Without those that stand out of this wing, or whose glue eats it."""
    numbered = [p.model_copy(update={"id": f"x{k}-{j}"}) for k, (_, ps) in enumerate(options) for j, p in enumerate(ps)]
    owner = [k for k, (_, ps) in enumerate(options) for _ in ps]
    layout = wing_layout(airframe, scheme.model_copy(update={"pieces": numbered}), 9)
    wrong = problems(layout)
    general = [p for p in wrong if p.where[0] != "pieces"]
    if general:
        raise Refused(general)
    bad = {owner[int(p.where[1])] for p in wrong}
    return [option for k, option in enumerate(options) if k not in bad]


def _priced(airframe: Airframe, option: Any, shelf: Sequence[ShelfItem] | None, wish: Wish) -> Option | None:
    """With minutes and price; None where it is wanted from the shelf and is not there."""
    material, pieces = option
    made = Option(tuple(pieces), sum(minutes_of(p).value for p in pieces), None, material)
    if not pieces:
        return Option((), 0.0, 0.0, "")
    if shelf is None:
        return made
    found = check(needs_of(airframe, Scheme(id="x", name="x").model_copy(update={"pieces": made.real()})), shelf)
    if wish.from_shelf and found.missing:
        return None
    return Option(made.pieces, made.minutes, found.price, material)


def words_of(option: Option, system: System) -> str:
    """ "3 mm rod, top and bottom"; "nothing" where there is none."""
    pieces = option.real()
    if not pieces:
        return "nothing"
    said = what(pieces[0], system)
    return f"{said}, top and bottom" if len(pieces) == 2 and getattr(pieces[0], "level", "") in _LEVELS else said
