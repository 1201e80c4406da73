"""Foam that is pressed in where a body is held or pushed: at the wing's seat, over a wheel, at a hook."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ...model.body import Body
from ...sections import open_side
from ..state import Finding, LoadedPart, Mode, load_factor, slope_along

Array = NDArray[np.float64]

#: of what paper stands along its fibres, pressed on its edge across them: it crumples (own estimate)
_CRUMPLES = 0.5


def _papers(wing: LoadedPart) -> Array:
    """(R,) N/mm that papers stand on edge: of both side walls, or of a board that stands so."""
    total = np.zeros(len(wing.up))
    own = [row for row in wing.layout.sheet_rows if row.piece is None and row.bears == "all"]
    # one on each side of each board, whatever openings make of its rows
    for prefix, _, _ in {(row.prefix, row.part, row.face if wing.on_edge else 0) for row in own}:
        strength = wing.values.get(f"{prefix}.compression")
        if strength is not None:
            total = total + (1 if wing.on_edge else 2) * _CRUMPLES * strength
    return np.asarray(total)


#: figure of a former's material that says when its edge is crushed
_CRUSHED = {"foam": "compression_10pct", "stock": "compression"}


def _formers(wing: LoadedPart, wall: float) -> Array:
    """(R, S) N/mm that formers under the wing's seat stand, pressed on their edge: spread over all of the seat, as what
    sits there bridges from one to the next. Those of board count for nothing (on the safe side)."""
    body, layout, m = wing.layout.part, wing.layout, wing.materials
    assert isinstance(body, Body)
    start, end = body.wing_at_mm, body.wing_at_mm + body.seat_mm
    here = (layout.plan.y >= start) & (layout.plan.y <= end)
    wide = np.maximum(layout.outline.chord - 2 * wall, 0.0) * here
    total = np.zeros(wing.forces.shear.shape)
    for p, row in enumerate(layout.patch_rows):
        figure = _CRUSHED.get((row.prefix or "").partition(".")[0])
        if not row.spaced or row.piece is None or figure is None:
            continue
        piece: Any = layout.pieces[row.piece]
        at = piece.y_from_mm + row.spaced * np.arange(piece.count)
        share = ((at >= start) & (at <= end)).sum() * piece.thick_mm / body.seat_mm
        total = total + (wing.values[f"{row.prefix}.{figure}"] * m.patch_on[:, p])[:, None] * share * wide
    return total


def _walls(wing: LoadedPart, wall: float) -> Array:
    """(S,) mm of side walls that are there."""
    return np.asarray(sum(np.where(open_side(wing.layout, edge), 0.0, wall) for edge in (1, 2)) + 1e-6)


def find(wing: LoadedPart) -> Iterator[Finding]:
    """What goes into it over each mm of its length, over the edges of its walls or over its width."""
    layout, wall = wing.layout, wing.layout.section.wall_mm
    if not isinstance(layout.part, Body):
        return
    outline = layout.outline
    foam = wing.values["core.plateau_25pct"]
    # what pushes up and down: on edge that is in its plane, where its own thickness bears
    push, wide = wing.forces.shear, outline.chord if wall is None else _walls(wing, wall)
    if wing.on_edge:
        push, wide = wing.forces.shear_z, outline.deepest
    stands = foam[:, None] * wide + _papers(wing)[:, None] + (0.0 if wall is None else _formers(wing, wall))
    pressed = np.abs(slope_along(layout.plan, push))
    bears = "side walls" if wall is not None else "foam"
    yield Finding(
        "pressed_in", None, "", load_factor(stands, pressed), stands, pressed, "N/mm",
        "what pushes on each mm of it, against the foam's plateau over both walls (or its width) and half of what its "
        "papers stand pressed on their edges, and the edges of formers under the seat", bears,
    )  # fmt: skip


MODE = Mode(
    "pressed_in",
    "what pushes there is pressed into the {thing}",
    True,
    "A dent stays, and what sits there rocks.",
    "Gibson and Ashby 1997 (plateau)",
    find,
    error=(0.75, 1.4),
    only_body=True,
)
