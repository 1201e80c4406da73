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


_SIZE_FIELD = {"rod": "diameter_mm", "tube": "outer_mm", "web": "thickness_mm"}


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
        if not here.any():
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
            if piece.kind != "web":
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
    return found or [*_inside_outline(layout), *_glue_can_be_spread(layout)]


def _in_each_other(layout: WingLayout) -> Iterator[tuple[int, str]]:
    """Sticks that stand in the same place, told at the later one."""
    members, pieces = layout.section.members, layout.scheme.pieces
    for b, later in enumerate(layout.member_rows):
        for a, first in enumerate(layout.member_rows[:b]):
            one: Any = pieces[first.piece]
            two: Any = pieces[later.piece]
            kinds = {one.kind, two.kind}
            if "web" in kinds and "middle" not in (getattr(one, "level", ""), getattr(two, "level", "")):
                continue  # caps let into the edge of a web are meant to touch it
            both = (members.present[a] > 0) & (members.present[b] > 0)
            near_x = np.abs(members.x[a] - members.x[b]) < 0.5 * (members.width[a] + members.width[b]) - 0.05
            near_z = np.abs(members.z[a] - members.z[b]) < 0.5 * (members.height[a] + members.height[b]) - 0.05
            if one.on and two.on and np.any(both & near_x & near_z):
                yield later.piece, f"It stands in the same place as the {short(one)}: move one of them along the chord."


def _foam(layout: WingLayout) -> Foam | None:
    return catalogue().foam.get(layout.airframe.wing.core.material)


def warnings(layout: WingLayout) -> dict[int, list[str]]:
    """What will not work though it can be drawn: piece -> sentences."""
    foam = _foam(layout)
    family = foam.glue_family if foam else "eps"
    said: dict[int, list[str]] = {}
    for index, sentence in _in_each_other(layout):
        said.setdefault(index, []).append(sentence)
    for i, piece in enumerate(layout.scheme.pieces):
        if not piece.glue:
            continue
        glue = catalogue().glue[piece.glue]
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
        if piece.glue:
            glue = cat.glue[piece.glue]
            verdict, condition = glue.holds(family)
            if verdict == "spot":
                lines.append(f"{glue.label} on this foam: try a spot first.")
            if condition:
                lines.append(f"{glue.label}: {condition}.")
            if isinstance(glue.lap_on_foam, str) and "peels" in glue.lap_on_foam and family in ("epp", "epo"):
                lines.append(f"{glue.label} peels from smooth bead skin: roughen it until it is dull.")
            lines += [sentence for part, sentence in _GLUE_HAZARDS if part in piece.glue]
        if piece.kind in ("skin", "tape"):
            iron = cat.skin[piece.material].iron_C
            if iron is not None and iron.typical > softens.low:
                lines.append(
                    f"Ironed at about {iron.typical:.0f} °C, and this foam softens from {softens.low:.0f} °C: "
                    "keep the iron low and moving, and try a scrap first."
                )
        elif any(part in piece.material for part in _SPLINTERS):
            lines.append("Cut it wet, with a mask and gloves: its dust and splinters hurt lungs and skin.")
    return said


_SPLINTERS = ("carbon", "glass", "circuit_board")
_GLUE_HAZARDS = (
    ("ca_", "Cyanoacrylate bonds skin and eyes at once and heats cotton: glasses on, no cotton."),
    ("epoxy", "Gloves on: this glue can make you allergic for good. Air the room."),
    ("polyurethane", "Gloves on: this glue can make you allergic for good. Air the room."),
    ("solvent", "Solvent fumes: work outdoors or at an open window, no flame near."),
)
