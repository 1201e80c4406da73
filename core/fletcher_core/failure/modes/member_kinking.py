"""A slender stick that kinks out of soft foam on the pressed side."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, load_factor


def find(wing: LoadedPart) -> Iterator[Finding]:
    """A slender stick buckles in its foam: Pcr = 2 sqrt(k E I) (Hetenyi 1946)."""
    members, m = wing.layout.section.members, wing.materials
    for p, row in enumerate(wing.layout.member_rows):
        if row.rope or row.against != "foam" or row.web_width > 0:
            continue  # a web is held by both faces, a cap by its web
        E = m.member_E[:, p, None] * m.member_on[:, p, None] * (members.present[p] > 0)
        axial = E * m.gamma[:, p, None] * members.area[p]
        push = -axial * wing.strain(members.x[p], members.z[p])
        held = -axial * wing.locked_strain(members.x[p], members.z[p])
        # held all round by its foam; half of that where hardly any lies over it
        k = m.foam.E[:, None] * (1 - 0.5 * np.asarray(row.near_surface))
        EI = m.member_E[:, p, None] * np.minimum(members.ixx[p], members.izz[p])
        stands = 2 * np.sqrt(k * EI)
        yield Finding(
            "member_kinking", row.piece, "", load_factor(stands, push, held), stands, push, "N",
            "2 √(k E I), k the foam's E (half of it near a face), I about its weaker axis", row.part,
        )  # fmt: skip


MODE = Mode(
    "member_kinking",
    "the {thing} kinks out of the foam",
    False,
    "A ridge rises over it on the pressed face, then it snaps through.",
    "Hetenyi 1946 (beam on elastic foundation)",
    find,
    from_strain=True,
    error=(0.75, 1.3),
    craft="straight",
)
