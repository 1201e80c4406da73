"""What a description says that cannot be built, found before anything is computed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..fields import Problem
from ..geometry.planform import NODE_GAP
from ..kinds import kind_of, wound_of
from ..model.body import Body
from ..model.part import Part
from ..sections import PartLayout, face_thickness
from ..units import Measure

Array = NDArray[np.float64]


def _spot(index: int, field: str) -> tuple[str | int, ...]:
    return ("pieces", index, field)


def _in_span(layout: PartLayout) -> Iterator[Problem]:
    tip, end = layout.plan.half_span, layout.part.laid_to_mm
    for i, piece in enumerate(layout.pieces):
        if wound_of(piece) is not None:
            continue  # a break near the end goes as far as there is of the part
        if end < tip and piece.y_from_mm > end - 1.0:
            yield Problem(
                _spot(i, "y_from_mm"), "start along the body", "It starts at {start}, where only the boom is.",
                "The pod ends at {tip}.", {"start": Measure(piece.y_from_mm), "tip": Measure(end)},
            )  # fmt: skip
        elif piece.y_to_mm > tip + 0.5:
            yield Problem(
                _spot(i, "y_to_mm"), "end along the span", "It ends at {end}, beyond the tip.",
                "The half wing ends at {tip}.", {"end": Measure(piece.y_to_mm), "tip": Measure(tip)},
            )  # fmt: skip


def _edges(part: Part) -> tuple[str, str]:
    """Names of both ends of a section's chord, front or left first."""
    if not isinstance(part, Body):
        return "the leading edge", "the trailing edge"
    return ("the top edge", "the bottom edge") if part.on_edge else ("the left side", "the right side")


def _inside_outline(layout: PartLayout) -> Iterator[Problem]:
    members, outline, y = layout.section.members, layout.outline, layout.plan.y
    told: set[int] = set()
    for p, row in enumerate(layout.member_rows):
        piece: Any = layout.pieces[row.piece]
        here = members.present[p] > 0
        if not here.any() or row.rope or row.piece in told:
            continue
        fore = (members.x[p] - 0.5 * members.width[p])[here]
        aft = (outline.chord - members.x[p] - 0.5 * members.width[p])[here]
        for gap, edge in zip((fore, aft), _edges(layout.part), strict=True):
            if gap.min() < -0.5:
                told.add(row.piece)
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
            if row.web_width == 0 and not row.part:
                yield from _fits_depth(layout, p, row.piece, piece, here)


#: room between both sheets that a spar needs at least, mm: less is glue (own choice)
_ROOM = 2.0
#: of its height where its middle stands: its walls are bevelled, its board pressed (own choice)
_PRESSED = 0.75


#: gap to a sheet that glue fills, mm (own choice)
_GLUED = 1.5


def _on_nothing(layout: PartLayout, p: int, k: int, upper: float, lower: float) -> bool:
    """Whether a stick touches neither sheet nor anything that stands between them, at station k."""
    members, row = layout.section.members, layout.member_rows[p]
    piece = layout.pieces[row.piece]
    if row.web_width or row.part or not hasattr(piece, "level"):
        return False
    z, half = float(members.z[p, k]), 0.5 * float(members.height[p, k])
    if min(upper - z - half, z - half - lower) <= _GLUED:
        return False
    x = float(members.x[p, k])
    for other in {r.piece for q, r in enumerate(layout.member_rows) if r.web_width and members.present[q, k] > 0}:
        rows = [q for q, r in enumerate(layout.member_rows) if r.piece == other]
        front = min(float(members.x[q, k] - 0.5 * members.width[q, k]) for q in rows)
        back = max(float(members.x[q, k] + 0.5 * members.width[q, k]) for q in rows)
        if front - _GLUED <= x <= back + _GLUED:
            return False
    return True


def _in_the_hollow(layout: PartLayout) -> Iterator[Problem]:
    """Of a folded part: whether there is room between the sheets where a spar stands."""
    inside, members = layout.inside, layout.section.members
    if inside is None:
        return
    told: set[int] = set()
    for p, row in enumerate(layout.member_rows):
        here = members.present[p] > 0
        if row.rope or row.loose or row.piece in told or not here.any():
            continue
        upper, lower = inside.faces_at(members.x[p] / layout.outline.chord)
        # a spar of full height is as high as its room, but for what it is folded or glued from
        needs = np.maximum(_PRESSED * members.height[p], _ROOM) if row.web_width else np.full(here.shape, _ROOM)
        lacks = np.where(here, needs - (upper - lower), -1.0)
        # of places that are alike the one nearest to the root
        k = int(np.argmax(lacks > lacks.max() - 1e-6))
        if lacks[k] <= 0:
            first = int(np.argmax(here))
            if _on_nothing(layout, p, first, float(upper[first]), float(lower[first])):
                told.add(row.piece)
                yield Problem(
                    _spot(row.piece, "level"), "depth", "It lies in the middle of the hollow, on nothing.",
                    "Glue it under the top sheet or on the bottom one, or put a spar there that holds it.",
                )  # fmt: skip
            continue
        told.add(row.piece)
        y, piece = layout.plan.y, layout.pieces[row.piece]
        end = "chord_from" if y[k] < 0.5 * (piece.y_from_mm + piece.y_to_mm) else "chord_to"
        yield Problem(
            _spot(row.piece, end), "place on the chord",
            "Between the sheets there is {room} of room there, {y} out, and it needs {needs}.",
            "Put it over the flat between the creases, or fold the wing higher.",
            {"room": Measure(max(float((upper - lower)[k]), 0.0), "size"), "y": Measure(float(y[k])),
             "needs": Measure(float(needs[k]), "size")},
        )  # fmt: skip


def _over_an_opening(layout: PartLayout) -> Iterator[Problem]:
    """A stick under a wall that is not there, and beside no other."""
    members, chord = layout.section.members, layout.outline.chord
    told: set[int] = set()
    for gone in layout.patch_rows:
        if gone.piece is not None or gone.prefix is not None or gone.depth is None:
            continue
        for p, row in enumerate(layout.member_rows):
            level = getattr(layout.pieces[row.piece], "level", "")
            if row.piece in told or row.web_width or row.part or level != ("top" if gone.face > 0 else "bottom"):
                continue
            low, high = (members.x[p] + side * 0.5 * members.width[p] for side in (-1, 1))
            inside = (low > gone.share_from * chord + _GLUED) & (high < gone.share_to * chord - _GLUED)
            over = (members.present[p] > 0) & (gone.present > 0) & inside
            if not over.any():
                continue
            told.add(row.piece)
            at = float(layout.plan.y[int(np.argmax(over))])
            end = "y_to_mm" if at > layout.pieces[row.piece].y_from_mm + 1 else "y_from_mm"
            yield Problem(
                _spot(row.piece, end), "its run",
                f"The {level} is left out at {{y}}, so that it lies on nothing there.",
                "End it before the opening, lay it beside a side wall, or under the other wall.", {"y": Measure(at)},
            )  # fmt: skip


def _openings_apart(layout: PartLayout) -> Iterator[Problem]:
    """What is left out of a wall can be left out once."""
    gone = layout.part.left_out if isinstance(layout.part, Body) else []
    for k, one in enumerate(gone):
        for other in gone[:k]:
            apart = one.x_from_mm >= other.x_to_mm or other.x_from_mm >= one.x_to_mm
            if one.side == other.side and not apart:
                yield Problem(
                    ("parts", "body", "left_out", k, "x_from_mm"), "where it starts",
                    "Another opening of the same wall runs from {start} to {end}.",
                    "Start it behind that, end it before it, or make one of both.",
                    {"start": Measure(other.x_from_mm), "end": Measure(other.x_to_mm)},
                )  # fmt: skip
                break


def _fits_depth(layout: PartLayout, p: int, index: int, piece: Any, here: Any) -> Iterator[Problem]:
    members, outline, y = layout.section.members, layout.outline, layout.plan.y
    upper, lower = outline.faces_at(members.x[p] / outline.chord)
    # a slot goes through the faces of a board, too
    depth = (upper - lower)[here] + 2 * face_thickness(layout.part.core)
    spare = depth - members.height[p][here] - float(getattr(piece, "inset_mm", 0.0))
    if spare.min() >= -0.05:
        return
    k = int(np.argmin(spare))
    height = float(members.height[p][here][k])
    fits = y[here][spare >= -0.05]
    facts = {
        "size": Measure(height, "size"),
        "depth": Measure(float(depth[k]), "size"),
        "y": Measure(float(y[here][k])),
    }
    field = kind_of(piece).size_field(piece, "z")
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


def _of_their_kind(layout: PartLayout) -> Iterator[Problem]:
    """What the kinds themselves know cannot be."""
    for i, piece in enumerate(layout.pieces):
        rows = [row for row in layout.member_rows if row.piece == i]
        for p in kind_of(piece).problems(piece, rows, layout.ground):
            yield replace(p, where=("pieces", i, *p.where))


#: of the stiffest section, below which nothing is left of one (own choice)
_NOTHING = 1e-6


def nothing_left(layout: PartLayout, EA: Array) -> Iterator[Problem]:
    """Cuts that leave nothing of a section, by its EA (S,) with all that is switched on; what is broken may."""
    y = layout.plan.y
    for k in np.flatnonzero(_NOTHING * EA.max() > EA).tolist():
        there = [i for i, p in enumerate(layout.pieces) if p.y_from_mm - NODE_GAP <= y[k] <= p.y_to_mm + NODE_GAP]
        cuts = [i for i in there if kind_of(layout.pieces[i]).group == "cuts"]
        if not cuts or any(wound_of(layout.pieces[i]) is not None for i in there):
            continue
        deep = hasattr(layout.pieces[cuts[-1]], "depth_mm")
        yield Problem(
            _spot(cuts[-1], "depth_mm" if deep else "y_from_mm"), "depth" if deep else "start along the span",
            "At {y} out it leaves nothing of the part.", "Cut less deep, or end it before that.",
            {"y": Measure(float(y[k]))},
        )  # fmt: skip
        return


def problems(layout: PartLayout) -> list[Problem]:
    """Everything about a scheme that cannot be."""
    found = [*_in_span(layout), *_openings_apart(layout)]
    return found or [
        *_inside_outline(layout), *_in_the_hollow(layout), *_over_an_opening(layout), *_of_their_kind(layout),
    ]  # fmt: skip
