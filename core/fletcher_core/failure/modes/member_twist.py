"""A rod, tube or strip split along by its own twist."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...kinds.rows import MemberRow
from ..state import Finding, LoadedPart, Mode, both_ways, per_factor


def outer_strain(row: MemberRow) -> float:
    """Largest shear strain per twist, mm: the radius of a round bar, nearly the thickness of a strip.

    For a rectangle h (1 - 8 / pi^2 sum 1 / (k^2 cosh(k pi w / 2 h))), k odd, h the lesser side (Timoshenko and
    Goodier 1951).
    """
    if row.sheared is not None:
        return row.sheared
    if row.round:
        return 0.5 * float(np.max(row.width))
    w, h = float(np.max(row.width)), float(np.max(row.height))
    w, h = max(w, h), min(w, h)
    k = np.arange(1, 20, 2)
    return h * float(1 - 8 / np.pi**2 * np.sum(1 / (k**2 * np.cosh(np.minimum(k * np.pi * w / (2 * h), 300.0)))))


def find(wing: LoadedPart) -> Iterator[Finding]:
    """G × twist per length × radius, against shear between the layers of the stick."""
    m, members = wing.materials, wing.layout.section.members
    for p, row in enumerate(wing.layout.member_rows):
        strength = wing.values.get(f"{row.prefix}.interlaminar_shear")
        # a web stands in the stress function, a rope has no twist of its own
        if strength is None or row.rope or np.any(members.web_width[p] > 0):
            continue
        unit = (m.member_on * m.member_G)[:, p, None] * (members.present[p] > 0) * outer_strain(row)
        n = both_ways(strength, np.zeros_like(wing.turns[0]), (wing.turns[0] * unit, wing.turns[1] * unit))
        if not row.round:
            # what is flat cannot warp freely over so short a gap
            n = np.where(wing.at_a_cut, np.inf, n)
        yield Finding(
            "member_twist", row.piece, "", n, strength, per_factor(strength, n), "MPa",
            "stress = G × torque / GJ × distance from its middle", row.part,
        )  # fmt: skip


MODE = Mode(
    "member_twist",
    "the {thing} splits along by twist",
    False,
    "It crackles as it twists; its fibres open along.",
    "Timoshenko and Goodier 1951",
    find,
    error=(0.8, 1.25),
)
