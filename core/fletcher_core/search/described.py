"""What of a part's own description a search may choose: papers, kind of wall, formers, a boom's size.

Each way of describing it is a search of its own; together they are one.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

from pydantic import ValidationError

from ..catalogue import catalogue
from ..kinds import KINDS
from ..kinds.tube import DIAMETERS
from ..model import Airframe, Body, BodyWalls, HollowSection, Part, Peeled, Piece, Scheme
from .wish import Wish

#: ways that are looked at, at most; the part as it is among them (own choice)
MOST_WAYS = 12
#: peeled on one sheet alone it warps; outside, the paper is the hinge of the fold
_PEELED: tuple[Peeled, ...] = ("none", "both")
PAPERS_SAID: Mapping[Peeled, str] = {
    "none": "paper left on inside", "both": "paper peeled inside", "top": "paper peeled inside the top sheet",
    "bottom": "paper peeled inside the bottom sheet",
}  # fmt: skip
#: walls of bodies that are tried: material, and mm where it is no board (own choice of what builders use)
_WALLS = (("foamboard_light", 5.0), ("xps33", 4.0), ("xps33", 6.0), ("epp30", 8.0))
#: mm from former to former, None for none (own choice)
_FORMERS = (None, 80.0, 140.0)
_FORMER, _RIBS = "xps33", "foam_ribs"
#: mm, outer diameter of booms (own choice)
_BOOMS = (5.0, 14.0)


@dataclass(frozen=True)
class Described:
    """One way: fields of the part that are other than they are, and pieces instead of its formers; in words."""

    fields: Mapping[str, Any] = field(default_factory=dict)
    said: str = ""
    formers: tuple[Piece, ...] | None = None


def _papers(part: Part) -> Iterator[Described]:
    made, board = part.aerofoil, catalogue().board.get(part.core.material)
    if board is None or not board.paper_faced or not isinstance(made, HollowSection):
        return
    name = "walls" if isinstance(part, Body) else "aerofoil"
    for peeled in _PEELED:
        yield Described({name: made.model_copy(update={"peeled_inside": peeled})}, PAPERS_SAID[peeled])


def _walls(part: Part) -> Iterator[Described]:
    if not isinstance(part, Body) or not isinstance(part.walls, BodyWalls):
        return
    here = (part.core.material, part.walls.sheet_mm)
    for material, thick in dict.fromkeys((here, *_WALLS)):
        core = part.core.model_copy(update={"material": material})
        core = core if material == here[0] else core.model_copy(update={"density_kg_m3": None})
        board, foam = catalogue().board.get(material), catalogue().foam.get(material)
        label = board.label if board else f"{foam.label if foam else material}, {thick:g} mm"
        plain = {} if board is not None and board.paper_faced else {"peeled_inside": "none", "peeled_outside": "none"}
        walls = part.walls.model_copy(update={"sheet_mm": thick, **plain})
        yield Described({"core": core, "walls": walls}, f"walls of {label[0].lower()}{label[1:]}")


def _formers(part: Part) -> Iterator[Described]:
    if not isinstance(part, Body) or not part.hollow:
        return
    for apart in _FORMERS:
        if apart is None:
            yield Described(said="no formers", formers=())
            continue
        piece = KINDS[_RIBS].model(
            id="formers", material=_FORMER, thickness_mm=6.0, spacing_mm=apart, cut_out=0.5, y_from_mm=10.0,
            y_to_mm=part.laid_to_mm - 5.0,
        )  # fmt: skip
        yield Described(said=f"foam formers each {apart:g} mm", formers=(piece,))


def _booms(part: Part) -> Iterator[Described]:
    boom = part.boom if isinstance(part, Body) else None
    if boom is None:
        return
    sizes = [s for s in DIAMETERS if _BOOMS[0] <= s[0] <= _BOOMS[1]]
    for outer, inner in dict.fromkeys([(boom.outer_mm, boom.inner_mm), *sizes]):
        made = boom.model_copy(update={"outer_mm": outer, "inner_mm": inner})
        yield Described({"boom": made}, f"boom {outer:g} / {inner:g} mm")


_TRIED = {"papers": _papers, "walls": _walls, "formers": _formers, "boom": _booms}


def _put(part: Part, fields: Mapping[str, Any]) -> Part | None:
    """The part with other fields; None where that cannot be."""
    # each as it is described, so that what two of them say of one field is one
    told = part.model_dump() | {k: v.model_dump() for k, v in fields.items()}
    try:
        return type(part).model_validate(told)
    except ValidationError:
        return None


def _together(each: tuple[Described, ...]) -> Described:
    fields: dict[str, Any] = {}
    for one in each:
        for name, value in one.fields.items():
            # papers and walls both say something of the walls
            before = fields.get(name)
            changed = {"peeled_inside": value.peeled_inside} if before is not None and name == "walls" else {}
            fields[name] = before.model_copy(update=changed) if before is not None and changed else value
    formers = next((one.formers for one in each if one.formers is not None), None)
    return Described(fields, ", ".join(one.said for one in each), formers)


def ways_described(airframe: Airframe, scheme: Scheme, wish: Wish) -> list[tuple[Airframe, Scheme, Described]]:
    """The airframe and the scheme with each way that is tried; themselves alone where there is none to choose."""
    part = airframe.part(scheme.part)
    # walls before papers: those are of the walls that there are then
    groups = [list(_TRIED[name](part)) for name in ("walls", "papers", "formers", "boom") if name in wish.vary]
    groups = [group for group in groups if group]
    if not groups:
        return [(airframe, scheme, Described())]
    every = [_together(each) for each in itertools.product(*groups)]
    if len(every) > MOST_WAYS:
        every = [every[round(k * (len(every) - 1) / (MOST_WAYS - 1))] for k in range(MOST_WAYS)]
    found: dict[str, tuple[Airframe, Scheme, Described]] = {}
    for one in every:
        made = _put(part, one.fields)
        if made is None:
            continue
        parts = airframe.parts.model_copy(update={scheme.part: made})
        pieces = scheme.pieces
        if one.formers is not None:
            ribs = {p.id for p in pieces if p.kind.endswith("_ribs")}
            pieces = [*(p for p in pieces if p.id not in ribs), *one.formers]
        with_pieces = scheme.model_copy(update={"pieces": pieces})
        key = made.model_dump_json() + with_pieces.model_dump_json()
        found.setdefault(key, (airframe.model_copy(update={"parts": parts}), with_pieces, one))
    return list(found.values()) or [(airframe, scheme, Described())]
