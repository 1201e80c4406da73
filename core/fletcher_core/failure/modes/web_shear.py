"""A web, or the wall of a box, sheared between what is pulled and what is pressed."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedPart, Mode, both_ways, per_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Shear flow in a web, over its thickness."""
    # of a part that does not taper, what would send as much through it
    shear = wing.handed_over(wing.shear.unit) / wing.shear.unit
    for p, unit in wing.shear.web_stress.items():
        row = wing.layout.member_rows[p]
        stress = unit * shear * wing.materials.member_on[:, p, None]
        strength = wing.values[f"{row.prefix}.panel_shear"]
        twisted = wing.torsion.web(p)
        n = both_ways(strength, stress, (wing.turns[0] * twisted, wing.turns[1] * twisted))
        yield Finding(
            "web_shear", row.piece, "", n, strength, per_factor(strength, n), "MPa",
            "stress = G web × slope of (moment × ES / EI) / sum of G b + that of the torque", row.part,
        )  # fmt: skip


MODE = Mode(
    "web_shear",
    "the {thing} splits by shear",
    False,
    "A crack runs along the grain at mid-depth.",
    "Timoshenko and Gere; Allen 1969",
    find,
    error=(0.85, 1.2),
)
