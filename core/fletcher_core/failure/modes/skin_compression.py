"""Cloth in resin that cracks on the pressed face before it wrinkles."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedPart, Mode, per_factor
from .skin_tension import FACE


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A laid-up skin in compression, by strain."""
    for p, row in enumerate(wing.layout.sheet_rows):
        strength = wing.values.get(f"{row.prefix}.compression")
        if strength is None:
            continue  # films and papers wrinkle; they are never crushed
        n, _ = wing.sheet_worst(p, strength * row.layers, -1.0)
        n = wing.sheared_sheet(p, n, strength * row.layers)
        push = per_factor(strength * row.layers, n)
        yield Finding(
            "skin_compression", row.piece, FACE[row.face], n, strength * row.layers, push, "N/mm",
            "push per width = E t × strain, with the torque's flow, against the first ply to go", row.part,
        )  # fmt: skip


MODE = Mode(
    "skin_compression",
    "the {face} {thing} cracks under pressure",
    False,
    "It cracks with a snap; a white line shows.",
    "Jones 1999 (first ply, largest strain and Tsai-Wu)",
    find,
    from_strain=True,
)
