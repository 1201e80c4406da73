"""A film, tape or paper torn on the pulled face."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedPart, Mode, per_factor

FACE = {1: "top", -1: "bottom"}


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A skin pulled apart, by strain."""
    for p, row in enumerate(wing.layout.sheet_rows):
        tears = wing.values.get(f"{row.prefix}.tension")
        if row.bears == "none" or tears is None:
            continue
        strength = tears * row.layers
        n, _ = wing.sheet_worst(p, strength, 1.0)
        n = wing.sheared_sheet(p, n, strength)
        yield Finding(
            "skin_tension", row.piece, FACE[row.face], n, strength, per_factor(strength, n), "N/mm",
            "pull per width = E t × strain, and with the torque's flow across the slant (Mohr)", row.part,
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
