"""What will not work though it can be drawn, and where work can hurt."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np

from ..catalogue import Foam, catalogue
from ..catalogue.entries import Tagged
from ..kinds import kind_of
from ..model import Body
from ..sections import PartLayout
from ..units import System, show
from .words import short


def _in_each_other(layout: PartLayout) -> Iterator[tuple[int, str]]:
    """Sticks that stand in the same place, told at the later one."""
    members, pieces = layout.section.members, layout.pieces
    for b, later in enumerate(layout.member_rows):
        for a, first in enumerate(layout.member_rows[:b]):
            one: Any = pieces[first.piece]
            two: Any = pieces[later.piece]
            if first.piece == later.piece or first.part or later.part:
                continue
            webs = first.web_width > 0 or later.web_width > 0
            if webs and "middle" not in (getattr(one, "level", ""), getattr(two, "level", "")):
                continue  # caps let into the edge of a web are meant to touch it
            both = (members.present[a] > 0) & (members.present[b] > 0)
            near_x = np.abs(members.x[a] - members.x[b]) < 0.5 * (members.width[a] + members.width[b]) - 0.05
            near_z = np.abs(members.z[a] - members.z[b]) < 0.5 * (members.height[a] + members.height[b]) - 0.05
            if one.on and two.on and np.any(both & near_x & near_z):
                yield later.piece, f"It stands in the same place as the {short(one)}: move one of them along the chord."


def _cut_through(layout: PartLayout) -> Iterator[tuple[int, str]]:
    """What a pocket or a notch cuts, told at the cut-out."""
    pieces = layout.pieces
    cuts = [(r.piece, r.cut_by) for r in layout.member_rows]
    covered = {r.piece for r in layout.patch_rows if r.covered}
    cuts += [
        (r.piece, tuple(c for c in r.cut_by if c not in covered)) for r in layout.sheet_rows if r.piece is not None
    ]
    for index, cut_by in cuts:
        for cut in cut_by:
            if pieces[index].on and pieces[cut].on:
                yield cut, f"It cuts the {short(pieces[index])}: nothing of that is left there to carry load."


def _behind_a_hinge(layout: PartLayout) -> Iterator[tuple[int, str]]:
    """Sticks that lie in a control surface."""
    for row in layout.member_rows:
        if row.loose and row.present.any() and layout.pieces[row.piece].on:
            yield (
                row.piece,
                "It lies in a control surface: behind the hinge it carries nothing, its weight flies along.",
            )


_ROOM = (
    "The rod inside has more room round it than this glue fills: it is held along one line only, and does not keep the "
    "tube from being crushed. Take a thicker rod, wrap it with thread, or a glue that fills."
)


def _has_room(layout: PartLayout) -> Iterator[tuple[int, str]]:
    """Rods in tubes whose glue does not reach across the room round them."""
    for row in layout.member_rows:
        if not row.fills and layout.pieces[row.piece].on:
            yield row.piece, _ROOM


#: chord before a hinge within which a web closes the hollow; own choice
_CLOSES = 0.1


#: lengths of an opening over the body's girth about there, up to which its ends hold much of it (own estimate)
_SHORT = 1.0


def _short_openings(layout: PartLayout) -> list[str]:
    """Of a body: what is told too soft of a short hatch."""
    part = layout.part
    gone = part.left_out if isinstance(part, Body) else []
    girth = max((2 * (s.width_mm + s.height_mm) for s in part.stations), default=0.0) if isinstance(part, Body) else 0.0
    if not any(one.x_to_mm - one.x_from_mm < _SHORT * girth for one in gone):
        return []
    return [
        "A short opening is told softer and weaker in twist than it is: what is shut before and behind it holds its "
        "sides."
    ]


def left_open(layout: PartLayout) -> list[str]:
    """Of a hollow part whose control surface is cut from it: whether anything closes the hollow before the hinge."""
    if layout.inside is None:
        return []
    members, chord, said = layout.section.members, layout.outline.chord, _short_openings(layout)
    for name, surface in layout.part.surfaces.items():
        here = (layout.plan.y > surface.y_from_mm) & (layout.plan.y < surface.y_to_mm)
        hinge = 1 - surface.chord_share
        webs = [
            p for p, row in enumerate(layout.member_rows)
            if row.web_width and layout.pieces[row.piece].on
            and np.all((members.present[p] > 0) & (members.x[p] > (hinge - _CLOSES) * chord), where=here)
        ]  # fmt: skip
        if not webs and here.any():
            said.append(
                f"Where the {name} is cut out, the hollow stands open and the part is soft in twist: put a web in just "
                "before its hinge."
            )
    return said


def _foam(layout: PartLayout) -> Foam | None:
    return catalogue().foam.get(layout.part.core.material)


def warnings(layout: PartLayout) -> dict[int, list[str]]:
    """What will not work though it can be drawn: piece -> sentences."""
    foam = _foam(layout)
    family = foam.glue_family if foam else "eps"
    said: dict[int, list[str]] = {}
    for index, sentence in _in_each_other(layout):
        said.setdefault(index, []).append(sentence)
    for index, sentence in (*_cut_through(layout), *_behind_a_hinge(layout), *_has_room(layout)):
        said.setdefault(index, []).append(sentence)
    for i, piece in enumerate(layout.pieces):
        name = getattr(piece, "glue", None)
        if name is None:
            continue
        glue = catalogue().glue[name]
        verdict, _ = glue.holds(family)
        if verdict == "attacks":
            said.setdefault(i, []).append(f"{glue.label} eats this foam. Take another glue, or seal the foam first.")
        elif verdict == "no hold":
            said.setdefault(i, []).append(f"{glue.label} does not hold on this foam. Take another glue.")
    return {k: list(dict.fromkeys(v)) for k, v in said.items()}


def cautions(layout: PartLayout, system: System) -> dict[int, list[str]]:
    """Where work can hurt or a material wants care: piece -> sentences."""
    cat, foam = catalogue(), _foam(layout)
    family = foam.glue_family if foam else "eps"
    softens = (foam or cat.foam["eps15"]).softens
    said: dict[int, list[str]] = {}
    for i, piece in enumerate(layout.pieces):
        lines = said.setdefault(i, [])
        name = getattr(piece, "glue", None)
        if name:
            glue = cat.glue[name]
            verdict, condition = glue.holds(family)
            if verdict == "spot":
                lines.append(f"{glue.label} on this foam: try a spot first.")
            if condition:
                lines.append(f"{glue.label}: {condition}.")
            if isinstance(glue.lap_on_foam, str) and "peels" in glue.lap_on_foam and family in ("epp", "epo"):
                lines.append(f"{glue.label} peels from smooth bead skin: roughen it until it is dull.")
            lines += [cat.hazard[h].says for h in glue.hazards]
        if kind_of(piece).table == "skin":
            film: Any = piece
            iron = cat.skin[film.material].iron_C
            if iron is not None and iron.typical > softens.low:
                lines.append(
                    f"Ironed at about {show(iron.typical, 'temperature', system)}, and this foam softens from "
                    f"{show(softens.low, 'temperature', system)}: "
                    "keep the iron low and moving, and try a scrap first."
                )
        lines += [cat.hazard[h].says for entry in made_of(piece) for h in entry.hazards]
    return {i: list(dict.fromkeys(lines)) for i, lines in said.items()}


def made_of(piece: Any) -> list[Tagged]:
    """The catalogue's entries of what a piece is made of, glue and foam aside."""
    cat = catalogue()
    found = []
    for name, info in type(piece).model_fields.items():
        extra = info.json_schema_extra
        table = extra.get("table") if isinstance(extra, dict) else None
        value = getattr(piece, name)
        if table and value and table not in ("glue", "foam"):
            found.append(getattr(cat, str(table))[value])
    return found
