"""Drawings to take away: the plan and the slice at 1:1 or fitted to a page, black on white, with a ruler."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any, Literal
from xml.sax.saxutils import escape

from ..geometry import FlatPanel
from ..report.verdict import Outlined, Plan
from ..units import Measure, System

Size = Literal["true", "page"]

#: a sheet of A4 lying, less its margins, mm
PAGE = (277.0, 190.0)
#: mm of paper round the drawing and under it; own choice
_MARGIN, _FOOT = 12.0, 22.0
_SHADE = {
    "carbon": "#444444", "glass": "#bbbbbb", "wood": "#dddddd", "metal": "#999999", "cord": "#666666", "void": "none",
}  # fmt: skip

Points = Sequence[tuple[float, float]]


def _path(points: Points) -> str:
    return " ".join(f"{x:.2f},{y:.2f}" for x, y in points)


def _ruler(y: float, scale: float, system: System) -> list[str]:
    """What the print is checked with: 100 mm, or 4 inches, of the part itself."""
    length = 100.0 if system == "metric" else 101.6
    step = 10.0 if system == "metric" else 12.7
    ticks = round(length / step)
    marks = "".join(f"M{k * step:.2f} {y:.2f}v{-3 / scale:.2f}" for k in range(ticks + 1))
    said = f"{Measure(length).text(system)} of the part: measure it on the print"
    return [
        f'<path d="M0 {y:.2f}H{length:.2f}{marks}" fill="none" stroke="#000" stroke-width="{0.25 / scale:.3f}"/>',
        f'<text x="{length + 3 / scale:.2f}" y="{y:.2f}" font-size="{3.5 / scale:.2f}">{escape(said)}</text>',
    ]


def _scaled(scale: float) -> str:
    """Beside true size, in words."""
    return f"enlarged {scale:.2f} times" if scale > 1 else f"made {1 / scale:.2f} times smaller"


def _sheet(title: str, shapes: list[str], box: tuple[float, float, float, float], size: Size, system: System) -> str:
    """A whole SVG document; `box` is (left, top, width, height) of the part in mm."""
    left, top, wide, high = box
    scale = 1.0 if size == "true" else min(PAGE[0] / wide, (PAGE[1] - _FOOT) / high)
    margin, foot = _MARGIN / scale, _FOOT / scale
    view = (left - margin, top - margin, max(wide, 160.0 / scale) + 2 * margin, high + 2 * margin + foot)
    told = "1:1" if size == "true" else f"{_scaled(scale)} to fit a page"
    return "\n".join(
        [
            f'<svg xmlns="http://www.w3.org/2000/svg" width="{view[2] * scale:.2f}mm" height="{view[3] * scale:.2f}mm" '
            f'viewBox="{view[0]:.2f} {view[1]:.2f} {view[2]:.2f} {view[3]:.2f}" font-family="sans-serif">',
            f"<title>{escape(title)}, {told}</title>",
            f'<rect x="{view[0]:.2f}" y="{view[1]:.2f}" width="{view[2]:.2f}" height="{view[3]:.2f}" fill="#fff"/>',
            *shapes,
            *_ruler(top + high + 0.55 * foot, scale, system),
            f'<text x="0" y="{top + high + foot:.2f}" font-size="{4 / scale:.2f}">{escape(title)}, {told}</text>',
            "</svg>",
            "",
        ]
    )


def _shape(points: Points, family: str, width: float, dashed: bool = False) -> str:
    dash = f' stroke-dasharray="{4 * width:.2f} {4 * width:.2f}"' if dashed else ""
    fill = _SHADE.get(family, "none")
    return f'<polygon points="{_path(points)}" fill="{fill}" stroke="#000" stroke-width="{width:.3f}"{dash}/>'


def plan_svg(name: str, plan: Plan, size: Size, system: System) -> str:
    """The half wing from above, root on the left, nose at the top."""
    xs = [x for _, x in plan.outline]
    shapes = [_shape(plan.outline, "", 0.5)]
    shapes += [_shape(p.polygon, p.family, 0.25, not p.on) for p in plan.pieces]
    for y in plan.breaks_mm[1:-1]:
        shapes.append(
            f'<path d="M{y:.2f} {min(xs):.2f}V{max(xs):.2f}" stroke="#000" stroke-width="0.2" stroke-dasharray="4 3"/>'
        )
    box = (0.0, min(xs), plan.half_span_mm, max(xs) - min(xs))
    return _sheet(f"{name}: the half wing from above", shapes, box, size, system)


def slice_svg(name: str, section: Outlined, where: str, size: Size, system: System) -> str:
    """The section as it is cut, nose on the left."""

    def down(points: Points) -> list[tuple[float, float]]:
        return [(x, -z) for x, z in points]

    shapes = [_shape(down(section.outline), "", 0.3)]
    for p in section.pieces:
        if not p.on:
            continue
        if p.shape == "line":
            shapes.append(f'<polyline points="{_path(down(p.points))}" fill="none" stroke="#000" stroke-width="0.5"/>')
        else:
            shapes.append(_shape(down(p.points), p.family, 0.2))
            shapes += (
                [f'<polygon points="{_path(down(p.hole))}" fill="#fff" stroke="#000" stroke-width="0.2"/>']
                if p.hole
                else []
            )
    zs = [z for _, z in section.outline]
    box = (0.0, -max(zs), section.chord_mm, max(zs) - min(zs))
    return _sheet(f"{name}: section {where}", shapes, box, size, system)


def pattern_svg(
    name: str, panels: Sequence[FlatPanel], nose: str, strips: Sequence[tuple[float, float, float, str]], size: Size,
    system: System,
) -> str:  # fmt: skip
    """The sheet of a folded wing laid flat, panel over panel: inner end on the left, the lower sheet's edge at the
    bottom. Seen from outside; the other half is its mirror image. Under it the strips of its spar, (long, width at the
    inner end, at the outer end, what)."""
    shapes, top, wide = [], 0.0, 0.0
    for k, panel in enumerate(panels):
        low, high = panel.outline.min(axis=0), panel.outline.max(axis=0)
        shift = [-low[0], top - low[1] + 6.0]

        def moved(points: Any, shift: list[float] = shift) -> list[tuple[float, float]]:
            return [(float(x) + shift[0], float(y) + shift[1]) for x, y in points]

        shapes.append(_shape(moved(panel.outline), "", 0.4))
        shapes.append(_shape(moved(panel.spar), "", 0.2, dashed=True))
        for fold in panel.folds:
            (x0, y0), (x1, y1) = moved(fold.line)
            shapes.append(
                f'<path d="M{x0:.2f} {y0:.2f}L{x1:.2f} {y1:.2f}" stroke="#000" stroke-width="0.3" '
                f'stroke-dasharray="6 2"/>'
            )
            shapes.append(f'<text x="{x0 + 4:.2f}" y="{y0 - 1:.2f}" font-size="4">{escape(fold.what)}</text>')
        inner, outer = (Measure(round(v, 1)).text(system) for v in panel.long)
        said = f"panel {k + 1}: {inner} of sheet at its inner end, {outer} at its outer one; spar between the creases"
        shapes.append(f'<text x="0" y="{top + 3:.2f}" font-size="4">{escape(said)}</text>')
        top += float(high[1] - low[1]) + 14.0
        wide = max(wide, float(high[0] - low[0]))
    shapes.append(f'<text x="0" y="{top:.2f}" font-size="4">nose: {escape(nose)}</text>')
    for long, first, last, what in strips:
        top += 8.0
        shapes.append(f'<text x="0" y="{top:.2f}" font-size="4">{escape(what)}</text>')
        top += 2.0
        shapes.append(_shape([(0, top), (long, top), (long, top + last), (0, top + first)], "", 0.3))
        top += max(first, last)
        wide = max(wide, long)
    title = f"{name}: flat pattern, seen from outside; mirror it for the other half"
    return _sheet(title, shapes, (0.0, 0.0, wide, top + 4.0), size, system)


def bevel_gauge_svg(angle_deg: float, depth_mm: float, system: System) -> str:
    """A paper gauge for a bevel, 1:1: lay its upright edge on the square edge, cut along its slope.

    Drawn four times as deep as the part, so that the angle can be seen; the part's own depth is marked.
    """
    high = max(30.0, 4 * depth_mm)
    foot = high * math.tan(math.radians(angle_deg))
    shapes = [
        _shape([(0.0, 0.0), (0.0, high), (foot, high)], "", 0.3),
        f'<path d="M0 {depth_mm:.2f}h{depth_mm * math.tan(math.radians(angle_deg)):.2f}" stroke="#000" '
        f'stroke-width="0.25" stroke-dasharray="2 1"/>',
        f'<text x="{foot + 4:.2f}" y="{0.5 * high:.2f}" font-size="4">{angle_deg:g} degrees</text>',
        f'<text x="{foot + 4:.2f}" y="{0.5 * high + 6:.2f}" font-size="4">'
        f"dashed: {escape(Measure(depth_mm).text(system))} deep</text>",
    ]
    return _sheet("Gauge for a bevel", shapes, (0.0, 0.0, foot, high), "true", system)
