"""The ways there are: every stick in every place, and every film or tape, from the catalogue or the shelf."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from ..analysis.evaluation import laid_out
from ..analysis.feasibility import problems
from ..catalogue import catalogue
from ..kinds import KINDS, fits_on, kind_of
from ..model import Airframe, Part, Refused, Scheme
from ..report.words import what
from ..report.work import minutes_of
from ..sections import lay_out
from ..shelf import ShelfItem, bill_of_materials, check
from ..shelf.item import FORMS
from ..units import System
from .wish import MOST, Wish

#: shares of the chord and of the half span that are tried: where spars are found in practice; own choice
PLACES = (0.22, 0.26, 0.30, 0.34, 0.40)
REACHES = (0.45, 0.6, 0.75, 0.9, 1.0)
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
        return [(name, material, sizes) for name, kind in SIZED.items() for material, sizes in kind.sizes]
    # what is put together from several things: whether they are there is asked of each way
    found: dict[tuple[str, str, tuple[float, ...]], None] = {
        (name, material, sizes): None for name, kind in SIZED.items() if not kind.form for material, sizes in kind.sizes
    }
    for item in shelf:
        kind = next((name for name, k in SIZED.items() if k.form == item.form), None)
        if item.table == "stock" and kind is not None and item.count:
            fields = [f for f in FORMS[item.form].sizes if f != "length_mm"]
            found[(kind, item.material, tuple(getattr(item, f) or 0.0 for f in fields))] = None
    return list(found)


#: sticks that are sold by size: what a search tries
SIZED = {name: kind for name, kind in KINDS.items() if kind.of_size is not None}
#: sheets from a roll
COVERS = {name: kind for name, kind in KINDS.items() if kind.covers is not None}


def _stick(kind: str, material: str, sizes: tuple[float, ...], run: dict[str, Any]) -> list[tuple[Any, ...]]:
    """One in the middle, and a pair top and bottom where that is usual."""
    make = SIZED[kind].of_size
    return [] if make is None else make(material, sizes, run)


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


def _stick_pieces(
    part: Part, on: str, there: Sequence[Any], wish: Wish, shelf: Any, glue: str
) -> list[tuple[Any, ...]]:
    tip = part.laid_to_mm
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
                if not fits_on(kind, on, part.hollow, getattr(part, "on_edge", False)):
                    continue
                found += _stick(kind, material, sizes, run)
    return found


def _sheet_pieces(part: Part, there: Sequence[Any], wish: Wish, shelf: Any) -> list[tuple[str, tuple[Any, ...]]]:
    """(material, pieces under the stand-in's name)."""
    if not {"skin", "layers", "extent"} & set(wish.vary) or ("skin" not in wish.vary and not there):
        return [("", tuple(there))]
    first: Any = there[0] if there else None
    if first is not None and first.kind not in COVERS and "skin" not in wish.vary:
        return [("", tuple(there))]
    tip, cat = part.laid_to_mm, catalogue().skin
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
            common: dict[str, Any] = {"id": "film", "layers": count}
            if "extent" in wish.vary or not there:
                for kind in COVERS.values():
                    made = kind.covers(called[material], common, tip, cat[material].called) if kind.covers else []
                    found += [(material, (piece,)) for piece in made]
            else:
                change: dict[str, Any] = {"material": called[material], "layers": count, "drops_mm": []}
                rolled = [p for p in there if p.kind in COVERS]
                found.append((material, tuple(p.model_copy(update=change) for p in rolled)))
    if "skin" in wish.vary:
        elsewhere = "extent" in wish.vary or not there
        found += [
            ("", (piece,))
            for kind in KINDS.values()
            if kind.tried
            for count in layers
            for piece in kind.tried({"id": "film", "layers": count}, tip, elsewhere)
        ]
    return found


def _glue(airframe: Airframe, scheme: Scheme, shelf: Sequence[ShelfItem] | None) -> str:
    """The glue of the sticks that are there; else one that holds this foam, from the shelf where asked."""
    pieces: list[Any] = list(scheme.pieces)
    used = [p.glue for p in pieces if kind_of(p).group == "sticks"]
    there = None if shelf is None else {i.material for i in shelf if i.table == "glue" and i.count}
    foam = catalogue().foam.get(airframe.part(scheme.part).core.material)
    holding = [k for k, g in catalogue().glue.items() if foam is None or g.holds(foam.glue_family)[0] == "ok"]
    ordered = [*used, GLUE, *holding]
    return str(next((g for g in ordered if there is None or g in there), ordered[0]))


def _thin(items: list[Any], count: int) -> list[Any]:
    """So many of them, evenly."""
    if len(items) <= count:
        return items
    return [items[round(k * (len(items) - 1) / (count - 1))] for k in range(count)]


def space_of(
    airframe: Airframe, scheme: Scheme, wish: Wish, shelf: Sequence[ShelfItem] | None, most: int = MOST
) -> Space:
    """What may be tried.

    `shelf`: what there is; options are limited to it where the wish says so, and priced by it. `most` ways.

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
        # what stands across a part is no spar of it
        (kept if kind_of(piece).stands else groups.get(kind_of(piece).group, kept)).append(piece)
    # what is more than a stick, or no sheet from a roll, stays where it is
    if "spar" not in wish.vary:
        kept += [p for p in groups["sticks"] if p.kind not in SIZED]
        groups["sticks"] = [p for p in groups["sticks"] if p.kind in SIZED]
    if "skin" not in wish.vary:
        kept += [p for p in groups["sheets"] if p.kind not in COVERS]
        groups["sheets"] = [p for p in groups["sheets"] if p.kind in COVERS]
    laid_out(airframe, scheme.model_copy(update={"pieces": kept}), 9)  # refuses what cannot be
    part = airframe.part(scheme.part)
    limited = shelf if wish.from_shelf else None
    glue = _glue(airframe, scheme, limited)
    sticks = [("", p) for p in _stick_pieces(part, scheme.part, groups["sticks"], wish, limited, glue)]
    sheets = _sheet_pieces(part, groups["sheets"], wish, limited)
    fitting = [_priced(airframe, scheme, o, shelf, wish) for o in _that_fit(airframe, scheme, sticks)]
    covering = [_priced(airframe, scheme, o, shelf, wish) for o in _that_fit(airframe, scheme, sheets)]
    found = Space(kept, [o for o in fitting if o], [o for o in covering if o])
    if found.size > most:
        found = Space(kept, _thin(found.sticks, max(1, most // len(found.sheets))), found.sheets)
    return found


def _that_fit(airframe: Airframe, scheme: Scheme, options: list[tuple[str, tuple[Any, ...]]]) -> list[Any]:
    """Without those that stand out of this wing, or whose glue eats it."""
    numbered = [p.model_copy(update={"id": f"x{k}-{j}"}) for k, (_, ps) in enumerate(options) for j, p in enumerate(ps)]
    owner = [k for k, (_, ps) in enumerate(options) for _ in ps]
    layout = lay_out(airframe.part(scheme.part), numbered, 9)
    wrong = problems(layout)
    general = [p for p in wrong if p.where[0] != "pieces"]
    if general:
        raise Refused(general)
    bad = {owner[int(p.where[1])] for p in wrong}
    return [option for k, option in enumerate(options) if k not in bad]


def _priced(
    airframe: Airframe, scheme: Scheme, option: Any, shelf: Sequence[ShelfItem] | None, wish: Wish
) -> Option | None:
    """With minutes and price; None where it is wanted from the shelf and is not there."""
    material, pieces = option
    made = Option(
        tuple(pieces), sum(minutes_of(p, airframe.part(scheme.part).copies).value for p in pieces), None, material
    )
    if not pieces:
        return Option((), 0.0, 0.0, "")
    if shelf is None:
        return made
    found = check(bill_of_materials(airframe, scheme.model_copy(update={"pieces": made.real()})), shelf)
    if wish.from_shelf and found.missing:
        return None
    return Option(made.pieces, made.minutes, found.price, material)


def words_of(option: Option, system: System) -> str:
    """ "3 mm rod, top and bottom"; "nothing" where there is none."""
    pieces = option.real()
    if not pieces:
        return "nothing"
    said = what(pieces[0], system)
    return (
        f"{said}, top and bottom" if len(pieces) == 2 and getattr(pieces[0], "level", "") in ("top", "bottom") else said
    )
