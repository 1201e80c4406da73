"""Closed shapes of a DXF drawing: single ones, and those that lines and arcs make end to end."""

from __future__ import annotations

import io
import math

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

#: entities that are looked at (own choice: an outline has some tens)
MAX_ENTITIES = 1500
#: what an outline can be drawn with; text, blocks and pictures are none
_DRAWN = ("LINE", "ARC", "CIRCLE", "ELLIPSE", "LWPOLYLINE", "POLYLINE", "SPLINE")
#: mm by which straight pieces may leave a curve, and by which ends that meet may be apart (own choice)
_OFF, _MEETS = 0.2, 0.1
#: mm beyond which no outline of a model reaches: curves there would take for ever to follow
_FAR = 5000.0
#: open lines that are joined, and points of all shapes together (own choice)
_OPEN, _POINTS = 300, 60_000


class NotDrawn(ValueError):
    """What is wrong with the drawing, and what would be right."""

    def __init__(self, what: str, right: str) -> None:
        super().__init__(what)
        self.what, self.right = what, right


def _chained(open_ones: list[Array]) -> list[Array]:
    """What open lines make, each joined to one that goes on at its end."""
    left, found = list(open_ones), []
    while left:
        chain = left.pop()
        grown = True
        while grown and np.linalg.norm(chain[0] - chain[-1]) > _MEETS:
            grown = False
            for k, other in enumerate(left):
                for way in (other, other[::-1]):
                    if np.linalg.norm(way[0] - chain[-1]) <= _MEETS:
                        chain, grown = np.concatenate([chain, way[1:]]), True
                        del left[k]
                        break
                if grown:
                    break
        if len(chain) > 3 and np.linalg.norm(chain[0] - chain[-1]) <= _MEETS:
            found.append(chain[:-1])
    return found


def closed_shapes(text: str) -> list[Array]:
    """(N, 2) mm each, y down as on a screen.

    Raises
    ------
    NotDrawn
        Where it is no DXF drawing, or too much of one.
    """
    # a second to load, and only who brings a drawing needs it
    from ezdxf import path, units
    from ezdxf.enums import InsertUnits
    from ezdxf.filemanagement import read

    try:
        document = read(io.StringIO(text))
        entities = [e for e in document.modelspace() if e.dxftype() in _DRAWN]
        unit = document.units
    except Exception:
        raise NotDrawn("This is no SVG or DXF drawing.", "Save the outline as plain SVG, or as DXF text.") from None
    if len(entities) > MAX_ENTITIES:
        raise NotDrawn(f"The drawing has more than {MAX_ENTITIES} lines.", "Save the outline alone.")
    mm = float(units.conversion_factor(InsertUnits(unit), InsertUnits.Millimeters)) if unit else 1.0
    closed: list[Array] = []
    open_ones: list[Array] = []
    left = _POINTS
    for entity in entities:
        try:
            made = path.make_path(entity)
            reach = max((abs(v) for p in made.control_vertices() for v in (p.x, p.y)), default=0.0)
            if not math.isfinite(reach) or reach * mm > _FAR:
                continue
            points = np.array([(p.x * mm, -p.y * mm) for p in made.flattening(_OFF / mm)], dtype=float)
        except Exception:  # a line that the library cannot follow is no outline
            continue
        left -= len(points)
        if left < 0 or len(open_ones) > _OPEN:
            raise NotDrawn("There is more drawn in it than an outline takes.", "Save the outline alone.")
        if len(points) < 2 or not np.isfinite(points).all():
            continue
        ends = np.linalg.norm(points[0] - points[-1]) <= _MEETS
        if ends and len(points) > 3:
            closed.append(points[:-1])
        elif not ends:
            open_ones.append(points)
    return closed + _chained(open_ones)
