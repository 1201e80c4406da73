"""The end of a stick that stops short of the tip works loose: it takes up its load over a few diameters."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...catalogue import catalogue
from ...joints import end_peak, shear_lag
from ...kinds import MemberRow
from ..state import Finding, LoadedPart, Mode, load_factor

Array = NDArray[np.float64]


def takes_up(wing: LoadedPart, q: int) -> tuple[Array, Array, Array]:
    """How a stick takes up its load from its end on: 1 / mm over which it does, (R, S); mm of glued girth; N of its EA.

    The glue and the foam round the stick give one after the other.
    """
    layout, m, p = wing.layout, wing.materials, wing.properties
    members, row, depth = layout.section.members, layout.member_rows[q], layout.outline.deepest
    girth = np.maximum(layout.bond_width[q], 1e-9)
    EA = m.member_E[:, q, None] * m.member_on[:, q, None] * members.area[q] * members.oblique[q]
    glue = wing.values[f"glue.{row.glue}.G"][:, None] * girth / catalogue().glue[str(row.glue)].bond
    round_it = np.log(np.maximum(depth / np.maximum(members.height[q], 1e-9), 1.5))
    foam = m.foam.G[:, None] * girth / (0.5 * np.maximum(members.height[q], members.width[q]) * round_it)
    k = 1 / (1 / glue + 1 / foam)
    rest = np.maximum(p.EA - m.gamma[:, q, None] * EA, 1e-6 * p.EA)
    return shear_lag(k, np.maximum(EA, 1e-9), rest), girth, np.asarray(EA)


def bond_strength(wing: LoadedPart, row: MemberRow) -> Array:
    """(R,) MPa of the foam round a stick, or of its glue on it where that is less."""
    lap = wing.values.get(f"glue.{row.glue}.lap_on_foam")
    strength = wing.values["core.shear"]
    return strength if lap is None else np.minimum(strength, lap)


def find(wing: LoadedPart) -> Iterator[Finding]:
    """The end of a stick pulls on its last length of glue (Volkersen 1938)."""
    layout, m = wing.layout, wing.materials
    members, plan = layout.section.members, layout.plan
    tip = plan.half_span
    for q, row in enumerate(layout.member_rows):
        ends = [y for y in row.ends if 1.0 < y < tip - 1.0]
        if row.glue is None or row.against != "foam" or row.rope or row.cut_by or row.left_by:
            continue
        if not ends and not row.new_ends:
            continue
        at = np.zeros((len(m.foam.E), len(plan.y)))
        for y in ends:
            inside = (np.abs(plan.y - y) < 0.01) & (members.present[q] > 0)
            at = np.maximum(at, inside)
        for end in row.new_ends:
            # there while what cuts it is
            cuts = [p for p, patch in enumerate(layout.patch_rows) if patch.piece == end.by]
            on = m.patch_on[:, cuts[0]] * end.share if cuts else np.zeros(len(m.foam.E))
            inside = (np.abs(plan.y - end.at) < 0.01) & (members.present[q] > 0)
            at = np.maximum(at, on[:, None] * inside)
        lag, girth, EA = takes_up(wing, q)
        force = np.abs(EA * m.gamma[:, q, None] * wing.strain(members.x[q], members.z[q]))
        stress = end_peak(force, lag, girth, np.asarray(max(row.free_length, 1.0))) * at
        strength = bond_strength(wing, row)
        yield Finding(
            "end_slip", row.piece, "", load_factor(strength, stress), strength, stress, "MPa",
            "stress at the very end = its force × √(k (1/EA + 1/EA rest)) / glued width, k of glue and foam in a row",
            row.part,
        )  # fmt: skip


MODE = Mode(
    "end_slip",
    "the end of the {thing} works loose",
    True,
    "A crease starts at its end; taper the end, or carry it farther out.",
    "Volkersen 1938; Zenkert 1997",
    find,
    error=(0.65, 1.3),
    craft="glue_line",
)
