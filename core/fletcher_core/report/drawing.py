"""True drawings of the plan and of a section, in mm."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.solve import Solved
from ..catalogue import catalogue
from ..geometry import XI, Outline, boom_polygons, pod_polygon, sheet_of
from ..kinds import kind_of, share_along, sound_prefix
from ..model import Body, Scheme
from ..sections import PartLayout
from ..sections.figures import table_of
from .verdict import Outlined, Plan, PlanOpening, PlanPiece, PlanSurface, Slice, SlicePiece
from .warnings import made_of

Array = NDArray[np.float64]


def family(piece: Any) -> str:
    """What a piece is made of, for its hatch."""
    return kind_of(piece).look or made_of(piece)[0].family


def _pairs(a: Array, b: Array) -> list[tuple[float, float]]:
    pairs: list[tuple[float, float]] = np.round(np.column_stack((a, b)), 2).tolist()
    return pairs


def _band(layout: PartLayout, piece: Any) -> tuple[Array, Array, Array]:
    """(y, x fore, x aft) of a piece seen from above, at its ends and at panel breaks between."""
    plan = layout.plan
    last = min(piece.y_to_mm, plan.half_span)
    inner = plan.breaks[(plan.breaks > piece.y_from_mm) & (plan.breaks < last)]
    y = np.concatenate([[piece.y_from_mm], inner, [last]])
    chord, x_le = plan.at(y)
    if hasattr(piece, "x_from"):
        return y, x_le + piece.x_from * chord, x_le + piece.x_to * chord
    kind = kind_of(piece)
    if kind.slants is not None and (slants := kind.slants(piece)) is not None:
        y, share = slants
        chord, x_le = plan.at(y)
        half = 0.5 * kind.width_seen(piece)
        middle = x_le + share * chord
        return y, np.maximum(middle - half, x_le), np.minimum(middle + half, x_le + chord)
    if kind.stands is not None:
        return _comb(layout, kind.stands(piece), kind.width_seen(piece))
    if kind.band is not None:
        return y, *kind.band(piece, chord, x_le)
    index = next(i for i, p in enumerate(layout.pieces) if p.id == piece.id)
    ropes = [k for k, row in enumerate(layout.member_rows) if row.piece == index and row.rope]
    if ropes:
        return _rope_band(layout, ropes[0])
    middle, half = x_le + share_along(piece, y) * chord, 0.5 * kind.width_seen(piece)
    return y, np.maximum(middle - half, x_le), np.minimum(middle + half, x_le + chord)


def _comb(layout: PartLayout, at: Array, wide: float) -> tuple[Array, Array, Array]:
    """Across the whole chord at each of these places, and a line of no width from one to the next."""
    y = np.clip(np.repeat(at, 4) + 0.5 * wide * np.tile([-1, -1, 1, 1], len(at)), 0.0, layout.plan.half_span)
    chord, x_le = layout.plan.at(y)
    across = np.tile([0.0, 1.0, 1.0, 0.0], len(at))
    middle = x_le + 0.5 * chord
    return y, middle - 0.5 * across * chord, middle + 0.5 * across * chord


def _rope_band(layout: PartLayout, row: int) -> tuple[Array, Array, Array]:
    """A cord where it lies, round notches too."""
    plan = layout.plan
    here = layout.section.members.present[row] > 0
    middle = (plan.x_le + layout.section.members.x[row] / plan.cos_sweep)[here]
    half = 0.5 * layout.section.members.width[row][here]
    return plan.y[here], middle - half, middle + half


def plan_drawing(layout: PartLayout) -> Plan:
    """The part from above, mm, with every piece as a polygon."""
    plan = layout.plan
    outline, booms = _pairs(*pod_polygon(layout.part, plan)), boom_polygons(layout.part, plan)
    # where a pod has ended nothing of it changes any more
    shown = [*plan.breaks[:-2], plan.breaks[-1]] if booms else plan.breaks
    if isinstance(layout.part, Body) and layout.part.nose_mm > 0:
        # a curve is drawn by many places, and none of them is a station
        own = [s.x_mm for s in layout.part.stations] + [plan.half_span]
        shown = [b for b in shown if any(abs(b - x) < 1e-6 for x in own)]
    pieces = []
    for piece in layout.pieces:
        ys, fore, aft = _band(layout, piece)
        middle = 0.5 * (fore + aft)
        pieces.append(
            PlanPiece(
                piece_id=piece.id, kind=piece.kind, family=family(piece), on=piece.on,
                face=getattr(piece, "surface", getattr(piece, "level", "middle")),
                polygon=_pairs(np.concatenate([ys, ys[::-1]]), np.concatenate([fore, aft[::-1]])),
                ends=[_pairs(ys, middle)[0], _pairs(ys, middle)[-1]],
            )
        )  # fmt: skip
    return Plan(
        half_span_mm=plan.half_span, outline=outline, breaks_mm=[float(b) for b in shown], pieces=pieces,
        surfaces=_surfaces(layout), booms=[_pairs(*boom) for boom in booms],
        openings=_openings(layout),
    )  # fmt: skip


def _openings(layout: PartLayout) -> list[PlanOpening]:
    """Of a body: top and bottom as wide as they are left out, a side wall as the wall itself."""
    part, plan, found = layout.part, layout.plan, []
    if not isinstance(part, Body):
        return []
    for gone in part.left_out:
        inner = plan.breaks[(plan.breaks > gone.x_from_mm) & (plan.breaks < gone.x_to_mm)]
        y = np.concatenate([[gone.x_from_mm], inner, [gone.x_to_mm]])
        chord, x_le = plan.at(y)
        wall = sheet_of(part).board
        start, end = x_le + wall, x_le + chord - wall
        if gone.width_mm is not None:
            half = 0.5 * np.minimum(gone.width_mm, chord - 2 * wall)
            start, end = x_le + 0.5 * chord - half, x_le + 0.5 * chord + half
        if gone.side == "left":
            start, end = x_le, x_le + wall
        elif gone.side == "right":
            start, end = x_le + chord - wall, x_le + chord
        polygon = _pairs(np.concatenate([y, y[::-1]]), np.concatenate([start, end[::-1]]))
        found.append(PlanOpening(side=gone.side, polygon=polygon))
    return found


def _surfaces(layout: PartLayout) -> list[PlanSurface]:
    plan, found = layout.plan, []
    for which, surface in layout.part.surfaces.items():
        inner = plan.breaks[(plan.breaks > surface.y_from_mm) & (plan.breaks < surface.y_to_mm)]
        y = np.concatenate([[surface.y_from_mm], inner, [min(surface.y_to_mm, plan.half_span)]])
        chord, x_le = plan.at(y)
        hinge, rear = x_le + (1 - surface.chord_share) * chord, x_le + chord
        polygon = _pairs(np.concatenate([y, y[::-1]]), np.concatenate([hinge, rear[::-1]]))
        found.append(PlanSurface(which=which, polygon=polygon))
    return found


def _circle(x: float, z: float, d: float) -> list[tuple[float, float]]:
    a = np.linspace(0, 2 * np.pi, 25)[:-1]
    return _pairs(x + 0.5 * d * np.cos(a), z + 0.5 * d * np.sin(a))


def _section_piece(layout: PartLayout, p: int, k: int, stretch: float) -> SlicePiece:
    members = layout.section.members
    row = layout.member_rows[p]
    piece: Any = layout.pieces[row.piece]
    x, z = float(members.x[p, k]) * stretch, float(members.z[p, k])
    h, w = float(members.height[p, k]), float(members.width[p, k])
    family_, _, material = sound_prefix(row.prefix).partition(".")
    entry = getattr(catalogue(), table_of(family_))[material]
    # a foam has none of its own, nor has glue
    look = getattr(entry, "family", kind_of(piece).look or "foam")
    common = {"piece_id": piece.id, "kind": piece.kind, "family": look, "on": piece.on}
    if row.round:
        hole = _circle(x, z, row.bore) if row.bore else []
        return SlicePiece(**common, shape="ring" if hole else "polygon", points=_circle(x, z, h), hole=hole)
    xs, zs = np.array([-w, w, w, -w]) / 2 + x, np.array([-h, -h, h, h]) / 2 + z
    return SlicePiece(**common, shape="polygon", points=_pairs(xs, zs))


def _section_patch(layout: PartLayout, p: int, outline: Outline) -> SlicePiece:
    row = layout.patch_rows[p]
    piece: Any = None if row.piece is None else layout.pieces[row.piece]
    k = 0
    share = np.linspace(float(row.share_from[k]), float(row.share_to[k]), 13)
    upper, lower = outline.faces_at(share)
    top = upper if row.depth is None or row.face > 0 else np.minimum(lower + row.depth, upper)
    low = lower if row.depth is None or row.face < 0 else np.maximum(upper - row.depth, lower)
    x = share * outline.chord[0]
    named = {"piece_id": None, "kind": "control surface", "family": "foam", "on": True}
    if piece is None and row.prefix is None:
        named |= {"kind": "left out", "family": "void"}
    if piece is not None:
        named = {"piece_id": piece.id, "kind": piece.kind, "family": family(piece), "on": piece.on}
    return SlicePiece(
        **named, shape="polygon", points=_pairs(np.concatenate([x, x[::-1]]), np.concatenate([top, low[::-1]])),
    )  # fmt: skip


def _patches_first(layout: PartLayout, k: int, outline: Outline) -> list[SlicePiece]:
    if not layout.patch_rows:
        return []
    at = layout.take(np.array([k]))
    drawn = [p for p, row in enumerate(at.patch_rows) if row.present[0] > 0 and row.area is None]
    return [_section_patch(at, p, outline) for p in drawn if at.patch_rows[p].stands != "hollow"]


#: mm between two walls that are drawn as a hollow
_ROOM = 0.05


def _room(layout: PartLayout, k: int, chord: float) -> list[tuple[float, float]]:
    """Once round the hollow of a station; nothing where the part is filled."""
    inside = layout.inside
    if inside is None:
        return []
    upper, lower = inside.upper[k], inside.lower[k]
    there = np.flatnonzero(upper - lower > _ROOM)
    if len(there) < 2:
        return []
    at = there[:: 2 if len(there) > 40 else 1]
    at = at if at[-1] == there[-1] else np.append(at, there[-1])
    return _pairs(np.concatenate([XI[at][::-1], XI[at]]) * chord, np.concatenate([upper[at][::-1], lower[at]]))


def _booms(layout: PartLayout, k: int) -> Outlined:
    """Where there is nothing but booms."""
    b, part = layout.section.boom, layout.part
    assert b is not None
    assert isinstance(part, Body)
    assert part.boom is not None
    d, bore = b.outer, b.outer - 2 * b.wall
    away = [0.0] if b.count == 1 or part.on_edge else [-0.5 * b.apart, 0.5 * b.apart]
    look = {"piece_id": None, "kind": "boom", "family": catalogue().stock[part.boom.material].family, "on": True}
    rings = []
    for at in away:
        x, z = float(b.x[k]) + at, float(b.z[k])
        hole = _circle(x, z, bore) if bore > 0 else []
        rings.append(SlicePiece(**look, shape="ring" if hole else "polygon", points=_circle(x, z, d), hole=hole))
    wide = float(np.ptp([p[0] for ring in rings for p in ring.points]))
    return Outlined(chord_mm=wide, thickness_mm=d, inside=[], outline=rings[0].points, pieces=rings)


def section_drawing(layout: PartLayout, scheme: Scheme, k: int) -> Outlined:
    """The section at a station, as the wing is looked at from its tip."""
    plan = layout.plan
    if layout.section.boom is not None and layout.section.boom.here[k]:
        return _booms(layout, k)
    stretch = float(1 / plan.cos_sweep[k])  # drawn along the flight direction, as builders cut it
    chord = float(plan.chord[k])
    here = layout.outline.take(np.array([k]))
    outline = replace(here, chord=np.array([chord]))
    x = np.concatenate([XI[::-2], XI[::2]]) * chord
    z = np.concatenate([here.upper[0, ::-2], here.lower[0, ::2]])

    room = None if layout.inside is None else layout.inside.take(np.array([k]))
    pieces = _patches_first(layout, k, outline)
    for row_index, row in enumerate(layout.sheet_rows):
        if not layout.section.sheets.present[row_index, k] or any(scheme.pieces[c].on for c in row.cut_by):
            continue
        # the lids of a box are drawn as what they are of it
        if row.t < 0 or (row.inside > 0 and row.piece is not None) or not all(scheme.pieces[c].on for c in row.left_by):
            continue
        weight = float(row.weight[k])
        share = np.linspace(float(row.share_from[k]), float(row.share_to[k]), 41)
        share = 0.5 * (1 - np.cos(np.pi * share)) if share[0] <= 0 and share[-1] >= 1 else share
        faces = replace(room, chord=outline.chord) if row.inside and room is not None else outline
        upper, lower = faces.faces_at(share)
        if row.inside:
            # as far as there is room
            there = upper - lower > _ROOM
            share, upper, lower = share[there], upper[there], lower[there]
        face = upper if row.face > 0 else lower
        piece: Any = None if row.piece is None else scheme.pieces[row.piece]
        pieces.append(
            SlicePiece(
                piece_id=piece.id if piece else None, kind=piece.kind if piece else "paper",
                family=family(piece) if piece else "paper", on=piece.on if piece else True,
                shape="line", points=_pairs(share * chord, face), layers=max(1, round(row.layers * weight)),
                thickness_mm=round(row.t * weight, 4),
            )
        )  # fmt: skip
    pieces += [
        _section_piece(layout, p, k, stretch)
        for p in range(len(layout.member_rows))
        if layout.section.members.present[p, k]
        and not any(scheme.pieces[c].on for c in layout.member_rows[p].cut_by)
        and all(scheme.pieces[c].on for c in layout.member_rows[p].left_by)
    ]
    return Outlined(
        chord_mm=chord,
        thickness_mm=float(here.deepest[0]),
        inside=_room(layout, k, chord),
        outline=_pairs(x, z),
        pieces=pieces,
    )


def slice_drawing(solved: Solved, scheme: Scheme, y_mm: float) -> Slice:
    """The section nearest to a place along the span, with its neutral axis and where the strain goes."""
    layout = solved.layout
    plan = layout.plan
    k = int(np.argmin(np.abs(plan.y - np.clip(y_mm, 0, plan.half_span))))
    drawn = section_drawing(layout, scheme, k)
    here, stretch = layout.outline.take(np.array([k])), 1 / plan.cos_sweep[k]
    properties = solved.properties
    limit = solved.cases[0].factor
    moment = solved.forces.moment[: solved.variants]
    kz, kx = (float(v[0, k]) * limit for v in properties.curvature(moment))
    z0, x0 = float(properties.z0[0, k]), float(properties.x0[0, k])
    across = kx * (XI * float(layout.outline.chord[k]) - x0)
    faces = [here.upper[0], here.lower[0]]
    boom = layout.section.boom
    if boom is not None and boom.here[k]:
        faces = [np.full_like(XI, z0 + side * 0.5 * boom.outer) for side in (1, -1)]
        across = across * 0.0
    strain = [-(kz * (face - z0) + across) for face in faces]
    slope = -kx / kz if kz else 0.0
    return Slice(
        y_mm=float(plan.y[k]),
        **vars(drawn),
        neutral_z_mm=round(z0 - slope * x0, 3),
        neutral_slope=round(float(slope / stretch), 5),
        strain_top=round(float(strain[0].min() if kz > 0 else strain[0].max()), 12),
        strain_bottom=round(float(strain[1].max() if kz > 0 else strain[1].min()), 12),
    )
