"""A film, tape or paper torn on the pulled face."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedWing, Mode, worst_of

FACE = {1: "top", -1: "bottom"}


def find(wing: LoadedWing) -> Iterator[Finding]:
    for p, row in enumerate(wing.layout.sheet_rows):
        strain, locked = wing.sheet_strain[p]
        Et = (wing.materials.sheet_Et[:, p, None] * wing.sheet_here(p))[..., None]
        strength = wing.values[f"{row.prefix}.tension"] * row.layers
        n, pull = worst_of(strength, Et * strain, 0.0 if isinstance(locked, float) else Et * locked)
        yield Finding(
            "skin_tension", row.piece, FACE[row.face], n, strength, pull, "N/mm",
            "pull per width = E t × strain", row.part,
        )  # fmt: skip


MODE = Mode(
    "skin_tension",
    "the {face} {thing} tears",
    True,
    "The film stretches and whitens before it tears.",
    "Allen 1969",
    find,
    from_strain=True,
)
