"""What a description says that cannot be built, found before anything is computed."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np

from ..catalogue import Foam, catalogue
from ..model import Problem
from ..sections import WingLayout
from ..units import Measure
from .words import short


def _spot(index: int, field: str) -> tuple[str | int, ...]:
    return ("pieces", index, field)


def _in_span(layout: WingLayout) -> Iterator[Problem]:
    tip = layout.plan.half_span
    for i, piece in enumerate(layout.scheme.pieces):
        if piece.y_to_mm > tip + 0.5:
            yield Problem(
                _spot(i, "y_to_mm"), "end along the span", "It ends at {end}, beyond the tip.",
                "The half wing ends at {tip}.", {"end": Measure(piece.y_to_mm), "tip": Measure(tip)},
            )  # fmt: skip


_SIZE_FIELD = {"rod": "diameter_mm", "tube": "outer_mm", "sandwich": "height_mm", "box": "width_mm"}


def _size_field(piece: Any, direction: str) -> str:
    if piece.kind == "strip":
        tall = "width_mm" if piece.lying == "on_edge" else "thickness_mm"
        wide = "thickness_mm" if piece.lying == "on_edge" else "width_mm"
        return tall if direction == "z" else wide
    return _SIZE_FIELD[piece.kind]


def _inside_outline(layout: WingLayout) -> Iterator[Problem]:
    members, outline, y = layout.section.members, layout.outline, layout.plan.y
    for p, row in enumerate(layout.member_rows):
        piece: Any = layout.scheme.pieces[row.piece]
        here = members.present[p] > 0
        if not here.any() or row.part or row.rope:
            continue
        fore = (members.x[p] - 0.5 * members.width[p])[here]
        aft = (outline.chord - members.x[p] - 0.5 * members.width[p])[here]
        for gap, edge in ((fore, "the leading edge"), (aft, "the trailing edge")):
            if gap.min() < -0.5:
                k = int(np.argmin(gap))
                end = "chord_from" if y[here][k] < 0.5 * (piece.y_from_mm + piece.y_to_mm) else "chord_to"
                yield Problem(
                    _spot(row.piece, end), "place on the chord",
                    "It stands {over} out of " + edge + ", {y} out.",
                    "Move it inside the outline, or make it narrower.",
                    {"over": Measure(-float(gap[k])), "y": Measure(float(y[here][k]))},
                )  # fmt: skip
                break
        else:
            if row.web_width == 0:
                yield from _fits_depth(layout, p, row.piece, piece, here)


def _fits_depth(layout: WingLayout, p: int, index: int, piece: Any, here: Any) -> Iterator[Problem]:
    members, outline, y = layout.section.members, layout.outline, layout.plan.y
    upper, lower = outline.faces_at(members.x[p] / outline.chord)
    depth = (upper - lower)[here]
    spare = depth - members.height[p][here] - float(getattr(piece, "inset_mm", 0.0))
    if spare.min() >= -0.05:
        return
    k = int(np.argmin(spare))
    height = float(members.height[p][here][k])
    fits = y[here][spare >= -0.05]
    facts = {"size": Measure(height), "depth": Measure(float(depth[k])), "y": Measure(float(y[here][k]))}
    field = _size_field(piece, "z")
    if getattr(piece, "inset_mm", 0.0) > 0 and depth[k] >= height:
        yield Problem(
            _spot(index, "inset_mm"), "foam left over it",
            "With that much foam over it, it comes out of the other face: the wing is {depth} thick there.",
            "Leave at most {room} of foam over it.",
            {**facts, "room": Measure(max(float(depth[k]) - height, 0.0))},
        )  # fmt: skip
        return
    right = "Take at most {depth}"
    if fits.size and float(fits.max()) > piece.y_from_mm + 1:
        right += ", or end it at {end} or nearer to the root"
        facts["end"] = Measure(float(np.floor(fits.max())))
    yield Problem(
        _spot(index, field), field.removesuffix("_mm").replace("_", " "),
        "It is {size} thick, but the wing is only {depth} there, {y} out.", right + ".", facts,
    )  # fmt: skip


def _caps_leave_a_web(layout: WingLayout) -> Iterator[Problem]:
    for p, row in enumerate(layout.member_rows):
        piece: Any = layout.scheme.pieces[row.piece]
        if piece.kind == "web" and row.part == "web":
            here = layout.section.members.present[p] > 0
            thin = layout.section.members.height[p][here] < 1.0
            if thin.any():
                y = float(layout.plan.y[here][int(np.argmax(thin))])
                yield Problem(
                    _spot(row.piece, "cap_thickness_mm"), "thickness of one cap layer",
                    "The caps leave no web between them, {y} out.",
                    "Take thinner caps, fewer layers, or end it nearer to the root.", {"y": Measure(y)},
                )  # fmt: skip


def _sleeve_reaches(layout: WingLayout) -> Iterator[Problem]:
    for i, piece in enumerate(layout.scheme.pieces):
        if piece.kind == "tube" and piece.sleeve_material and piece.sleeve_to_mm <= piece.y_from_mm:
            yield Problem(
                _spot(i, "sleeve_to_mm"), "the rod inside ends at", "It ends before the tube starts.",
                "The tube starts at {start}.", {"start": Measure(piece.y_from_mm)},
            )  # fmt: skip


def _glue_can_be_spread(layout: WingLayout) -> Iterator[Problem]:
    for i, piece in enumerate(layout.scheme.pieces):
        if piece.kind in ("skin", "tape") and piece.glue and catalogue().glue[piece.glue].spread is None:
            yield Problem(
                _spot(i, "glue"), "glue", f"{catalogue().glue[piece.glue].label} comes in beads or drops.",
                "Take a glue that can be spread over a whole face, or the sheet's own adhesive.",
            )  # fmt: skip


def problems(layout: WingLayout) -> list[Problem]:
    """Everything about a scheme that cannot be."""
    found = list(_in_span(layout))
    return found or [
        *_inside_outline(layout), *_caps_leave_a_web(layout), *_sleeve_reaches(layout), *_glue_can_be_spread(layout),
    ]  # fmt: skip


def _in_each_other(layout: WingLayout) -> Iterator[tuple[int, str]]:
    """Sticks that stand in the same place, told at the later one."""
    members, pieces = layout.section.members, layout.scheme.pieces
    for b, later in enumerate(layout.member_rows):
        for a, first in enumerate(layout.member_rows[:b]):
            one: Any = pieces[first.piece]
            two: Any = pieces[later.piece]
            kinds = {one.kind, two.kind}
            if first.piece == later.piece or first.part or later.part:
                continue
            if "web" in kinds and "middle" not in (getattr(one, "level", ""), getattr(two, "level", "")):
                continue  # caps let into the edge of a web are meant to touch it
            both = (members.present[a] > 0) & (members.present[b] > 0)
            near_x = np.abs(members.x[a] - members.x[b]) < 0.5 * (members.width[a] + members.width[b]) - 0.05
            near_z = np.abs(members.z[a] - members.z[b]) < 0.5 * (members.height[a] + members.height[b]) - 0.05
            if one.on and two.on and np.any(both & near_x & near_z):
                yield later.piece, f"It stands in the same place as the {short(one)}: move one of them along the chord."


def _cut_through(layout: WingLayout) -> Iterator[tuple[int, str]]:
    """What a pocket or a notch cuts, told at the cut-out."""
    pieces = layout.scheme.pieces
    cuts = [(r.piece, r.cut_by) for r in layout.member_rows]
    cuts += [(r.piece, r.cut_by) for r in layout.sheet_rows if r.piece is not None]
    for index, cut_by in cuts:
        for cut in cut_by:
            if pieces[index].on and pieces[cut].on:
                yield cut, f"It cuts the {short(pieces[index])}: nothing of that is left there to carry load."


def _foam(layout: WingLayout) -> Foam | None:
    return catalogue().foam.get(layout.airframe.wing.core.material)


def warnings(layout: WingLayout) -> dict[int, list[str]]:
    """What will not work though it can be drawn: piece -> sentences."""
    foam = _foam(layout)
    family = foam.glue_family if foam else "eps"
    said: dict[int, list[str]] = {}
    for index, sentence in _in_each_other(layout):
        said.setdefault(index, []).append(sentence)
    for index, sentence in _cut_through(layout):
        said.setdefault(index, []).append(sentence)
    for i, piece in enumerate(layout.scheme.pieces):
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


def cautions(layout: WingLayout) -> dict[int, list[str]]:
    """Where work can hurt or a material wants care: piece -> sentences."""
    cat, foam = catalogue(), _foam(layout)
    family = foam.glue_family if foam else "eps"
    softens = (foam or cat.foam["eps15"]).softens
    said: dict[int, list[str]] = {}
    for i, piece in enumerate(layout.scheme.pieces):
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
            lines += [sentence for part, sentence in _GLUE_HAZARDS if part in name]
        if piece.kind in ("skin", "tape"):
            iron = cat.skin[piece.material].iron_C
            if iron is not None and iron.typical > softens.low:
                lines.append(
                    f"Ironed at about {iron.typical:.0f} °C, and this foam softens from {softens.low:.0f} °C: "
                    "keep the iron low and moving, and try a scrap first."
                )
        elif any(part in made_of for part in _SPLINTERS for made_of in _materials(piece)):
            lines.append("Cut it wet, with a mask and gloves: its dust and splinters hurt lungs and skin.")
        if piece.kind == "cloth":
            lines.append("Gloves on: laminating resin can make you allergic for good. Air the room.")
    return said


def _materials(piece: Any) -> list[str]:
    names = (getattr(piece, k, None) for k in ("material", "sleeve_material", "cap_material", "wood"))
    return [name for name in names if name]


_SPLINTERS = ("carbon", "glass", "circuit_board")
_GLUE_HAZARDS = (
    ("ca_", "Cyanoacrylate bonds skin and eyes at once and heats cotton: glasses on, no cotton."),
    ("epoxy", "Gloves on: this glue can make you allergic for good. Air the room."),
    ("polyurethane", "Gloves on: this glue can make you allergic for good. Air the room."),
    ("solvent", "Solvent fumes: work outdoors or at an open window, no flame near."),
)
