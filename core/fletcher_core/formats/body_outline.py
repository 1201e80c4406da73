"""Stations of a body from a drawing: an SVG or DXF of it from the side, and another from above if there is one.

The largest closed shape counts. Its nose is on the left. Lengths are what the drawing says: mm where it says so, 96 to
the inch otherwise; or the body is made so long.
"""

from __future__ import annotations

import io
from collections.abc import Sequence

import numpy as np
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring
from numpy.typing import NDArray
from svgelements import SVG, Path, Shape

from ..model import BodyStation, Problem, Refused
from .dxf_shapes import NotDrawn, closed_shapes

Array = NDArray[np.float64]

#: bytes of a drawing (own choice: outlines are a few kB)
MAX_BYTES = 400_000
#: pieces of all shapes together that are looked at (own choice: an outline has some tens; each takes a millisecond)
MAX_SEGMENTS = 1500
#: SVG's own unit, mm
_MM = 25.4 / 96
#: straight pieces for each curve
_PER_CURVE = 8
#: places along the body at which the outline is read, how many stations stay, and how near to each other (own choice)
_FINE, _MOST, _APART = 241, 12, 6.0
#: mm by which a line between stations may leave the drawing before another one is set (own choice)
_OFF = 0.5
_LEAST = 8.0
_NONE = ("This is no SVG or DXF drawing.", "Save the outline as plain SVG, or as DXF text.")


class OutlineFileError(Refused):
    """The drawing has no outline; says what is wrong and what would be right."""

    def __init__(self, field: str, what: str, right: str):
        super().__init__([Problem((field,), "drawing", what, right)])


def _points(path: Path) -> Array | None:
    """(N, 2) in mm, y down; None of what is nothing."""
    found: list[tuple[float, float]] = []
    for part in path.as_subpaths():
        ring: list[tuple[float, float]] = []
        for segment in Path(part):
            if segment.end is None:
                continue
            steps = np.linspace(0, 1, 2 if type(segment).__name__ in ("Line", "Close", "Move") else _PER_CURVE + 1)[1:]
            if segment.start is None:
                ring.append((segment.end.x, segment.end.y))
                continue
            ring += [(p.x, p.y) for p in (segment.point(t) for t in steps)]
        if len(ring) > len(found):
            found = ring
    if len(found) < 3:
        return None
    points = np.array(found, dtype=float) * _MM
    return points if np.isfinite(points).all() else None


def _area(points: Array) -> float:
    x, y = points.T
    return float(abs(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1)))) / 2


def _largest(text: str, field: str) -> Array:
    if len(text.encode()) > MAX_BYTES:
        raise OutlineFileError(field, "The drawing is too large.", "Save the outline alone, below 400 kB.")
    # a DXF begins with the number of a group, an SVG with a bracket
    if text.lstrip("\ufeff \t\r\n")[:1].isdigit():
        return _largest_of_dxf(text, field)
    try:
        root = fromstring(text)
    except DefusedXmlException:
        raise OutlineFileError(
            field, "The drawing declares entities, which no outline needs.", "Save it as plain SVG."
        ) from None
    except Exception:
        raise OutlineFileError(field, *_NONE) from None
    if root.tag.rpartition("}")[2] != "svg":
        raise OutlineFileError(field, *_NONE)
    if sum(1 for node in root.iter() if node.tag.rpartition("}")[2] == "use"):
        raise OutlineFileError(field, "The drawing refers to shapes drawn elsewhere.", "Unlink the clones first.")
    try:
        shapes = [e for e in SVG.parse(io.StringIO(text)).elements() if isinstance(e, Shape)]
    except Exception:
        raise OutlineFileError(field, "The drawing cannot be read.", "Save the outline as plain SVG paths.") from None
    best: Array | None = None
    left = MAX_SEGMENTS
    for shape in shapes:
        try:
            path = abs(Path(shape))
            left -= len(path)
            if left < 0:
                raise OutlineFileError(
                    field, f"The drawing has more than {MAX_SEGMENTS} pieces of line.",
                    "Save the outline alone, as one simple path.",
                )  # fmt: skip
            points = _points(path)
        except OutlineFileError:
            raise
        except Exception:  # a shape that the library cannot follow is no outline
            continue
        if points is not None and (best is None or _area(points) > _area(best)):
            best = points
    if best is None or _area(best) < 100.0:
        raise OutlineFileError(field, "There is no closed shape in it.", "Draw the outline as one closed path.")
    return best


def _largest_of_dxf(text: str, field: str) -> Array:
    try:
        shapes = closed_shapes(text)
    except NotDrawn as exc:
        raise OutlineFileError(field, exc.what, exc.right) from None
    best = max(shapes, key=_area, default=None)
    if best is None or _area(best) < 100.0:
        raise OutlineFileError(field, "There is no closed shape in it.", "Draw the outline as one closed line.")
    return best


def _edges(points: Array, x: Array) -> tuple[Array, Array]:
    """(top, bottom), mm upwards, where a line square to the body meets the outline furthest out."""
    a, b = points, np.roll(points, -1, axis=0)
    low, high = np.minimum(a[:, 0], b[:, 0]), np.maximum(a[:, 0], b[:, 0])
    top, bottom = np.full(len(x), -np.inf), np.full(len(x), np.inf)
    for k, at in enumerate(x):
        met = (low <= at) & (high >= at)
        one, two = a[met], b[met]
        run = two[:, 0] - one[:, 0]
        part = np.divide(at - one[:, 0], run, out=np.zeros(len(one)), where=np.abs(run) > 1e-9)
        y = -(one[:, 1] + part * (two[:, 1] - one[:, 1]))
        upright = np.abs(run) <= 1e-9
        every = np.concatenate([y, -two[upright, 1]])
        if len(every):
            top[k], bottom[k] = every.max(), every.min()
    return top, bottom


def _few(x: Array, lines: Sequence[Array]) -> Array:
    """Indices of the stations between which straight lines stay near all of these lines."""
    kept = [0, len(x) - 1]
    while len(kept) < _MOST:
        kept.sort()
        off = np.max([np.abs(line - np.interp(x, x[kept], line[kept])) for line in lines], axis=0)
        # where two would stand too near to each other, none is set
        off[np.abs(x[:, None] - x[kept]).min(axis=1) < _APART] = 0.0
        worst = int(np.argmax(off))
        if off[worst] <= _OFF or worst in kept:
            break
        kept.append(worst)
    return np.array(sorted(kept))


def read_body_outline(
    side: str, above: str | None = None, length_mm: float | None = None, roundness: float = 0.0
) -> list[BodyStation]:
    """Stations of a body, at most twelve, from its drawings.

    Parameters
    ----------
    side : SVG or DXF text, nose on the left. above : the same from above; else as wide as two thirds of its height.
    length_mm : from nose to tail; as drawn if not given.

    Raises
    ------
    Refused
        Where there is no outline in them, or none of a model's size.
    """
    outline = _largest(side, "side")
    outline = outline - outline.min(axis=0)
    long = float(outline[:, 0].max())
    scale = 1.0 if length_mm is None else length_mm / max(long, 1e-9)
    if not 80.0 <= long * scale <= 2500.0:
        raise OutlineFileError(
            "side", f"It is {long * scale:.0f} mm long as drawn.",
            "Model-size bodies are from 80 to 2500 mm: say how long it is, or draw it in mm.",
        )  # fmt: skip
    outline = outline * scale
    x = np.linspace(0, long * scale, _FINE)
    top, bottom = _edges(outline, np.clip(x, 1e-6, long * scale - 1e-6))
    height, middle = top - bottom, 0.5 * (top + bottom)
    middle = middle - middle[int(0.3 * _FINE)]
    if above is None:
        width = height * 2 / 3
    else:
        plan = _largest(above, "above")
        plan = plan - plan.min(axis=0)
        plan = plan * (long * scale / max(float(plan[:, 0].max()), 1e-9))
        left, right = _edges(plan, np.clip(x, 1e-6, long * scale - 1e-6))
        width = left - right
    height, width = np.maximum(height, _LEAST), np.maximum(width, _LEAST)
    most = (800.0, 600.0)
    if height.max() > most[0] or width.max() > most[1]:
        said = "It is more than 800 mm high or 600 mm wide."
        raise OutlineFileError("side", said, "Draw it in mm, or say its length.")
    at = _few(x, (0.5 * height + middle, middle - 0.5 * height, 0.5 * width))
    return [
        BodyStation(
            x_mm=round(float(x[k]), 1), width_mm=round(float(width[k]), 1), height_mm=round(float(height[k]), 1),
            middle_mm=round(float(np.clip(middle[k], -400, 400)), 1), roundness=roundness,
        )
        for k in at
    ]  # fmt: skip
