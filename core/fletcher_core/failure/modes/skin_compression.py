"""Cloth, paper or foil that is crushed on the pressed face before it wrinkles."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedPart, Mode, per_factor
from .skin_tension import FACE


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A skin in compression, by strain."""
    for p, row in enumerate(wing.layout.sheet_rows):
        if row.bears != "all":
            continue
        strength = wing.values.get(f"{row.prefix}.compression")
        if strength is None:
            continue  # film only wrinkles: it is never crushed
        n, _ = wing.sheet_worst(p, strength * row.layers, -1.0)
        n = wing.sheared_sheet(p, n, strength * row.layers)
        push = per_factor(strength * row.layers, n)
        yield Finding(
            "skin_compression", row.piece, FACE[row.face], n, strength * row.layers, push, "N/mm",
            "push per width = E t × strain, with the torque's flow, against what it stands held flat", row.part,
        )  # fmt: skip


MODE = Mode(
    "skin_compression",
    "the {face} {thing} is crushed",
    False,
    "A crease runs straight across it; cloth in resin snaps.",
    "Jones 1999 (cloth: first ply, largest strain and Tsai-Wu); Niskanen 2012 (paper)",
    find,
    from_strain=True,
    error=(0.85, 1.2),
)
