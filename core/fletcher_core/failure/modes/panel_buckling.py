"""A sheet of a hollow part that buckles as a whole between what holds it: nose, webs, trailing edge.

Each face is a sandwich panel, as long as the wing and as wide as what holds it is apart, its edges free to turn:
pressed along the span, sheared by the torque's flow, and both together. A face that is curved from edge to edge stands
more, as part of a cylinder.

Sources: Allen 1969 (sandwich plates, with the shear of the core); Bruhn 1973 (push and shear together); Redshaw 1934
(curved panels); NASA SP-8007 1968 (what cylinders really stand); Karman, Sechler and Donnell 1932 (what holds after it
has buckled).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...sections import PartLayout, open_side, open_wall
from ...sections.walled import extent
from ..state import Finding, LoadedPart, Mode, per_factor, rising
from .skin_tension import FACE

Array = NDArray[np.float64]

#: Poisson's ratio of thin sheets, and how stiff one is across its grain beside along it: paper (Niskanen 2012), light
#: wood (Forest Products Laboratory 2010)
_NU, _ACROSS, _WOOD_ACROSS = 0.3, 0.5, 0.05
#: half waves over width that are tried
_RATIOS = np.geomspace(0.03, 3.0, 33)
#: long plates, edges free to turn (Timoshenko and Gere 1961)
_SHEAR = 5.35
#: what it adds that a plate ends, times (shorter over longer side)²
_SHEAR_SHORT = 4.0
#: what a real cylinder stands of what theory says: near the lower bound of tests at 50 to 150 radii to the thickness
#: (NASA SP-8007 1968)
_REAL = 0.45
#: a panel narrower than this many times its thickness does not buckle as one
_NARROW = 2.0


@dataclass(frozen=True)
class Panel:
    """One panel of a face, (R, S) each.

    start, end : mm behind the nose. there : whether it is one. push, shear : N/mm at which it buckles by each alone.
    stiff : N/mm for each unit of strain. where : in words.
    """

    face: int
    where: str
    start: Array
    end: Array
    there: NDArray[np.bool_]
    push: Array
    shear: Array
    stiff: Array


def laminate(wing: LoadedPart, face: int) -> tuple[Array, Array, Array]:
    """(EA, D, S) of a face, (R, S) or (R, 1): N/mm stretched, N mm bent, N/mm sheared through.

    Through the thickness all of it is sheared by one stress, so that layers give one after the other: of foam between
    two thin stiff sheets that is G d² / c, of two walls of one foam G times both (Allen 1969).
    """
    layout, m = wing.layout, wing.materials
    t = layout.section.wall_mm or 1.0
    nothing = np.zeros_like(wing.forces.moment)
    sheets, B, D = nothing, nothing, nothing
    own = m.foam.G[:, None] * t
    # in a row through the thickness: how thick in all, and by how much it gives, mm per N/mm²
    high, gives = nothing + t, nothing + t / m.foam.G[:, None]
    for p, row in enumerate(layout.sheet_rows):
        wide = layout.section.sheets.share_to[p] - layout.section.sheets.share_from[p]
        if row.face != face or row.bears != "all":
            continue
        # a sheet over a part of the panel counts by its part
        there = m.sheet_on[:, p, None] * layout.section.sheets.present[p] * np.minimum(wide, 1.0)
        Et = m.sheet_Et[:, p, None] * there
        # its middle lies so far out, and it bends and shears through by itself, as a second wall does
        thick = max(row.t, 0.0)
        out = (-0.5 if row.inside > 0 else 0.5) * (t + thick)
        sheets, B, D = sheets + Et, B + Et * out, D + Et * (out**2 + thick**2 / 12)
        if thick:
            Gt = np.maximum(m.sheet_Gt[:, p, None], 1e-9)
            high, gives = high + thick * there, gives + thick**2 / Gt * there
    foam = m.foam.E[:, None] * t
    EA = sheets + foam
    D = D + foam * t * t / 12 - B**2 / EA
    # no softer than the wall by itself, whatever is laid on it
    return EA, D / (1 - _NU**2), np.maximum(own, high**2 / gives)


def buckles_at(along: Array, S: Array, short: Array | float = np.inf, across: float = _ACROSS) -> tuple[Array, Array]:
    """(push, flow) N/mm at which a plate buckles by each alone.

    Parameters
    ----------
    along : π² D / b², N/mm. S : N/mm sheared through. short : its length over its width, at the ends of which ribs hold
        it: no half wave is longer. across : stiffness across over that along.
    """
    waves = np.minimum(_RATIOS.reshape(-1, *([1] * along.ndim)), short)
    rho = along / S
    each = along * (waves**-2 + across * waves**2 + 2 * across**0.5) / (1 + rho * (1 + waves**-2))
    # of both ways of bending the geometric mean, D^1/4 x (D across)^3/4 (Timoshenko and Gere 1961)
    narrow = np.minimum(short, 1.0)
    # of one that is shorter than wide its length is the width
    k = np.where(narrow < 1, _SHEAR / narrow**2 + _SHEAR_SHORT, _SHEAR + _SHEAR_SHORT / np.maximum(short, 1.0) ** 2)
    sheared = 1 / (1 / (k * along * across**0.75) + 1 / S)
    return np.minimum(each.min(axis=0), S), sheared


#: share of a panel's width at either edge that may belong to a rounded corner (own choice)
_CORNER = 0.15


def _bulge(layout: PartLayout, face: int, start: Array, end: Array) -> Array:
    """(R, S) mm by which the middle of a panel would stand out over the line between its edges, were it curved as its
    inner part is; 0 where it stands in, and where it is creased, which is no cylinder."""
    chord, outline = layout.outline.chord, layout.outline
    if outline.creases:
        return np.zeros_like(start + end)
    # by its inner part: a flat wall with a rounded corner is no cylinder
    inner = [start + share * (end - start) for share in (_CORNER, 0.5, 1 - _CORNER)]
    at = [outline.faces_at(x / chord)[0 if face > 0 else 1] for x in inner]
    return np.asarray(np.maximum(face * (at[1] - 0.5 * (at[0] + at[2])), 0.0) / (1 - 2 * _CORNER) ** 2)


def _cylinder(EA: Array, D: Array, bulge: Array, wide: Array, across: float) -> Array:
    """N/mm at which a cylinder of that wall and curvature buckles: 2 √(D' EA across) / R, less what tests take off."""
    curved = 8 * bulge / wide**2
    return np.asarray(_REAL * 2 * np.sqrt(D * (1 - _NU**2) * EA * across) * curved)


def rib_pitch(wing: LoadedPart) -> Array:
    """(R, S) mm from rib to rib, infinite where there are none."""
    pitch = np.full(wing.forces.moment.shape, np.inf)
    for p, row in enumerate(wing.layout.patch_rows):
        if row.spaced:
            there = (wing.materials.patch_on[:, p, None] > 0) & (row.present > 0)
            pitch = np.where(there, np.minimum(pitch, row.spaced), pitch)
    return pitch


#: buckling of a plate with one free edge over that of one held along both
_FREE = 0.43 / 4


def panels(wing: LoadedPart) -> list[Panel]:
    """Those of both faces; none of a part that is filled."""
    if "panels" not in wing.kept:
        wing.kept["panels"] = list(_panels(wing))
    found: list[Panel] = wing.kept["panels"]
    return found


def _panels(wing: LoadedPart) -> Iterator[Panel]:
    layout = wing.layout
    if layout.section.wall_mm is None:
        return
    members, chord, t = layout.section.members, layout.outline.chord, layout.section.wall_mm
    webs = [p for p, row in enumerate(layout.member_rows) if np.any(members.web_width[p] > 0)]
    reach = extent(layout.outline, t)
    shape = wing.forces.moment.shape
    pitch, across = rib_pitch(wing), _WOOD_ACROSS if wing.core_part else _ACROSS
    # a sheet beside a wall that is left out has a free edge there (Timoshenko and Gere 1961: 0.43 against 4)
    loose = np.where(open_side(layout, 1) | open_side(layout, 2), _FREE, 1.0)
    for face in (1, -1):
        front, back = (share * chord for share in reach[face])
        EA, D, S = laminate(wing, face)
        half = 0.5 * members.width[webs]
        # each web holds from its front to its back
        stands = [np.broadcast_to(wing.materials.member_on[:, p, None] * members.present[p] > 0, shape) for p in webs]
        before: Array = np.broadcast_to(front, shape)
        order = np.argsort([float(members.x[p].mean()) for p in webs])
        held = np.zeros(shape, dtype=bool)
        for k in [*order.tolist(), -1]:
            last = k < 0
            on = np.ones(shape, dtype=bool) if last else stands[k]
            start, end = before, np.broadcast_to(back if last else members.x[webs[k]] - half[k], shape)
            b = end - start
            there = on & (b > _NARROW * t) & ~open_wall(layout, face)
            wide = np.where(there, b, 1e3)
            push, sheared = buckles_at(np.pi**2 * D / wide**2, S, pitch / wide, across)
            # flat and cylinder each by itself are its limits
            cylinder = np.minimum(_cylinder(EA, D, _bulge(layout, face, start, end), wide, across), S)
            push = np.minimum(0.5 * push + np.sqrt(0.25 * push**2 + cylinder**2), S)
            push = np.where(there, push * loose, np.inf)
            where = "over the spar"
            if last or not held.any():
                where = "" if not webs else "behind the spar" if last else "before the spar"
            yield Panel(face, where, start, end, there, push, np.where(there, sheared, np.inf), EA)
            if not last:
                before = np.where(on, members.x[webs[k]] + half[k], before)
                held = held | on


#: places across a panel and their weights (Gauss), none of them at an edge, where a rounded wall turns away
_GAUSS = ((0.5 - 0.15**0.5, 5 / 18), (0.5, 8 / 18), (0.5 + 0.15**0.5, 5 / 18))


def _strain(wing: LoadedPart, panel: Panel) -> tuple[Array, Array | float]:
    """Mean strain over a panel per unit of factor, and the locked one, (R, S)."""
    outline = wing.layout.outline
    total: Array | float = 0.0
    locked: Array | float = 0.0
    for share, weight in _GAUSS:
        x = panel.start + share * (panel.end - panel.start)
        upper, lower = outline.faces_at(x / outline.chord)
        z = (upper if panel.face > 0 else lower) - panel.face * 0.5 * (wing.layout.section.wall_mm or 0.0)
        total = total + weight * wing.strain(x, z)
        locked = locked + weight * wing.locked_strain(x, z)
    return np.asarray(total), locked


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Push over what it buckles at, plus the square of the same of the torque's flow, is one (Bruhn 1973)."""
    if wing.buckled:
        return
    # all that flows round, foam's and papers' alike
    unit = np.maximum(*(wing.torsion.seam(edge) for edge in wing.torsion.seams)) if wing.torsion.seams else 0.0
    thing = "wall" if wing.is_body else "sheet"
    for panel in panels(wing):
        strain, locked = _strain(wing, panel)
        q1, q0 = (turns * unit / panel.shear for turns in wing.turns)
        a, c = -panel.stiff * strain / panel.push, -panel.stiff * locked / panel.push
        n = np.where(panel.there, rising(q1**2, a + 2 * q1 * q0, c + q0**2 - 1), np.inf)
        yield Finding(
            "panel_buckling", None, FACE[panel.face], n, panel.push, per_factor(panel.push, n), "N/mm",
            "a sandwich plate b wide, π² D / b² × the least over its waves, less the shear of its core, with what its "
            "bulge adds as a cylinder's (root of squares); push / that + (flow / the same by shear)² = 1",
            f"{thing} {panel.where}".strip(),
        )  # fmt: skip


def share_left(wing: LoadedPart) -> Array:
    """(R,) effective share of the pressed face once it has buckled, when its edges are crushed.

    √(σ buckling / σ crush) of the worst panel (Karman, Sechler and Donnell 1932).
    """
    least = np.ones(len(wing.up))
    # bare foam by its own plateau
    stands = wing.values["core.compression_10pct"] / wing.values["core.E"]
    for row in wing.layout.sheet_rows:
        strength = wing.values.get(f"{row.prefix}.compression")
        if row.piece is None and strength is not None:
            stands = np.minimum(stands, strength / wing.values[f"{row.prefix}.Et"])
    for panel in panels(wing):
        pressed = panel.there & (panel.face * wing.up > 0)
        strain = np.where(pressed, panel.push / panel.stiff, np.inf).min(axis=1)
        least = np.minimum(least, np.sqrt(np.clip(np.minimum(strain, stands) / stands, 0.01, 1.0)))
    return least


MODE = Mode(
    "panel_buckling",
    "the {face} {thing} buckles",
    True,
    "It springs out between what holds it, with a pop, and back again when the load is gone.",
    "Allen 1969; Bruhn 1973",
    find,
    error=(0.75, 1.3),
    only_hollow=True,
    takes_length=True,
)
