"""A part as it is seen on the aircraft: polygons from above (out, aft), from the side (aft, up) and from the front
(out, up), mm."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..geometry import XI, boom_polygons, outline_of, pod_polygon
from ..model.body import Body
from .body import top_at_seat
from .placed import Placed

Array = NDArray[np.float64]
Points = list[tuple[float, float]]


def pairs(a: Array, b: Array) -> Points:
    """Points, mm."""
    found: Points = np.round(np.column_stack((a, b)), 1).tolist()
    return found


def _of_lifting(placed: Placed) -> tuple[list[Points], list[Points], list[Points]]:
    plan, side, front = [], [], []
    y = placed.plan.breaks
    chord, x_le = placed.plan.at(y)
    outline = outline_of(placed.part, placed.plan)
    thick = 0.5 * np.interp(y, placed.plan.y, outline.deepest)
    along, mirrored = np.concatenate([y, y[::-1]]), np.concatenate([x_le, (x_le + chord)[::-1]])
    shell = np.concatenate([thick, -thick[::-1]])
    for hand in placed.sides:
        aft, out, up = placed.at(along, mirrored, np.zeros_like(along), hand)
        if placed.cos > 0.3:
            plan.append(pairs(out, aft))
        else:  # seen on edge
            ends = placed.at(y[[0, 0]], x_le[0] + np.array([0.0, chord[0]]), np.zeros(2), hand)
            wide = float(thick[0])
            x = np.concatenate([ends[0], ends[0][::-1]])
            plan.append(pairs(ends[1][0] + np.array([-wide, -wide, wide, wide]), x))
        if placed.sin > 0.3:
            side.append(pairs(aft, up))
        _, out, up = placed.at(along, np.zeros_like(along), shell, hand)
        front.append(pairs(out, up))
    if placed.sin <= 0.3:
        for k in (len(y) - 1, 0):
            x = np.concatenate([XI[::-3], XI[::3]]) * chord[k] + x_le[k]
            here = int(np.argmin(np.abs(placed.plan.y - y[k])))
            z = np.concatenate([outline.upper[here, ::-3], outline.lower[here, ::3]])
            aft, _, up = placed.at(np.full_like(x, y[k]), x, z, 1)
            side.append(pairs(aft, up))
    return plan, side, front


def _of_body(placed: Placed) -> tuple[list[Points], list[Points], list[Points]]:
    """From above, from the side, and its largest section from the front."""
    plan, outline = placed.plan, outline_of(placed.part, placed.plan)
    if placed.on_edge:
        return _on_edge(placed)
    along, flat = pod_polygon(placed.part, plan)
    y = along[: len(along) // 2]
    k = np.searchsorted(plan.y, y - 1e-3).clip(0, len(plan.y) - 1)
    high, low = outline.upper[k].max(axis=1), outline.lower[k].min(axis=1)
    both = np.concatenate([y, y[::-1]])
    aft, out, _ = placed.at(along, flat, np.zeros_like(both), 1)
    side, _, up = placed.at(both, np.zeros_like(both), np.concatenate([high, low[::-1]]), 1)
    big = int(np.argmax(outline.deepest * outline.chord))
    x = np.concatenate([XI, XI[::-1]]) * plan.chord[big] + plan.x_le[big]
    z = np.concatenate([outline.upper[big], outline.lower[big, ::-1]])
    _, across, over = placed.at(np.full_like(x, plan.y[big]), x, z, 1)
    seen = [pairs(out, aft)], [pairs(side, up)], [pairs(across, over)]
    return _with_booms(placed, *seen)


def _with_booms(
    placed: Placed, flat: list[Points], side: list[Points], front: list[Points]
) -> tuple[list[Points], list[Points], list[Points]]:
    """The same with what goes on behind the pod; from the front it stands behind that."""
    body = placed.part
    if not isinstance(body, Body) or body.boom is None:
        return flat, side, front
    boom = body.boom
    for y, x in boom_polygons(body, placed.plan):
        aft, out, _ = placed.at(y, x, np.zeros_like(y), 1)
        flat = [*flat, pairs(np.zeros_like(y) if body.on_edge else out, aft)]
    start = body.boom_seen_mm
    y = np.array([start, boom.ends_mm, boom.ends_mm, start])
    z = boom.middle_mm + 0.5 * boom.outer_mm * np.array([-1.0, -1.0, 1.0, 1.0])
    return flat, [*side, pairs(y - body.wing_at_mm, z - top_at_seat(body))], front


def _on_edge(placed: Placed) -> tuple[list[Points], list[Points], list[Points]]:
    """Of a plate: cut out as it is seen from the side; a strip from above and from the front."""
    plan = placed.plan
    thick = 0.5 * float(outline_of(placed.part, plan).deepest.max())
    both, edge = pod_polygon(placed.part, plan)
    aft, _, up = placed.at(both, edge, np.zeros_like(both), 1)
    wide = np.repeat([thick, -thick], len(both) // 2)
    low, high = float(up.min()), float(up.max())
    front = np.array([[-thick, low], [thick, low], [thick, high], [-thick, high]])
    return _with_booms(placed, [pairs(wide, aft)], [pairs(aft, up)], [pairs(front[:, 0], front[:, 1])])


def views_of(placed: Placed) -> tuple[list[Points], list[Points], list[Points]]:
    """From above, from the side, from the front: both halves, or all copies of it."""
    return _of_body(placed) if placed.lies else _of_lifting(placed)
