"""Foam that cracks from the inner corner of a notch or a pocket."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...kinds import PatchRow
from ..state import Finding, LoadedPart, Mode, load_factor, worst_of
from .end_slip import bond_strength, takes_up

Array = NDArray[np.float64]

#: foam near a corner gives before an endlessly sharp one would tear it
KT_CAP = 6.0
#: mm beyond which a cord is as good as endless (own choice)
_LONG = 1e4


def stress_concentration(depth: Array, radius: float) -> Array:
    """Kt = 1 + 2 sqrt(depth / radius) of an elliptic notch (Inglis 1913; Peterson), at most `KT_CAP`."""
    return np.asarray(np.minimum(1 + 2 * np.sqrt(depth / max(radius, 1e-3)), KT_CAP))


def bending_share(depth: Array, thick: Array) -> Array:
    """Share of (Kt - 1) of tension that is left where a plate bends: 0.4 in thin plates, all of it in deep foam.

    Goodier 1936 (thin plates), Reissner 1945 between, as fitted for round holes of d = 2 x depth by Pilkey 1997
    (Peterson's chart of a hole in a bent plate).
    """
    d = 2 * depth / np.maximum(thick, 1e-3)
    hole = 1.79 + 0.25 / (0.39 + d) + 0.81 / (1 + d**2) - 0.26 / (1 + d**3)
    return np.asarray((hole - 1) / 2)


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Stress at a notch, times its factor (Peterson), less what cord or tape carries across.

    What is the same on both faces is pulled, what is opposite is plate bending: each has its own factor.
    """
    layout, m, outline = wing.layout, wing.materials, wing.layout.outline
    for p, row in enumerate(layout.patch_rows):
        if row.prefix is not None or row.stands != "instead":
            continue
        width = (row.share_to - row.share_from) * outline.chord
        depth = width if row.edge else 0.5 * width
        if row.side:
            depth = 0.5 * (outline.upper.max(axis=1) - outline.lower.min(axis=1))
        pulled = stress_concentration(depth, row.corner)
        stresses: list[Array] = []
        cord: _Cord | None = None
        fixed: list[Array | float] = []
        for share in _inner_edges(row):
            upper, lower = outline.faces_at(share)
            bent = np.minimum(
                1 + 2 * np.sqrt(depth / max(row.corner, 1e-3)) * bending_share(depth, upper - lower), KT_CAP
            )
            if row.edge:
                cord = _held_by_cord(wing, row, upper - lower, depth)
            E = m.foam.E[:, None] * m.patch_on[:, p, None] * row.present
            x = (share * outline.chord)[None]
            top, bottom = (wing.strain(x, z[None]) for z in (upper, lower))
            fast = [wing.locked_strain(x, z[None]) for z in (upper, lower)]
            for way in (1.0, -1.0):
                stresses.append(E * (pulled * 0.5 * (top + bottom) + way * bent * 0.5 * (top - bottom)))
                fixed.append(E * (pulled * 0.5 * (fast[0] + fast[1]) + way * bent * 0.5 * (fast[0] - fast[1])))
        strength = wing.values["core.tension"]
        locked = 0.0 if wing.locked is None else np.stack([np.asarray(f) for f in fixed], axis=-1)
        n, stress = worst_of(strength, np.stack(stresses, axis=-1), locked)
        if cord is not None and (cord.leaves < 1).any():
            # until it pulls out, the cord takes its share; then the foam is alone, as if it had none
            left = cord.leaves[..., None]
            fast_left = locked if isinstance(locked, float) else locked * left
            with_it, less = worst_of(strength, np.stack(stresses, axis=-1) * left, fast_left)
            holds = load_factor(cord.pulls_out, less, 0.0)
            n, stress = np.maximum(n, np.minimum(with_it, holds)), less
        yield Finding(
            "notch", row.piece, "", n, strength, stress, "MPa",
            "stress = E foam × (Kt × mean strain of both faces + Kt in bending × half their difference) at its inner "
            "edge, Kt = 1 + 2 √(depth / corner radius), less what cord takes until it pulls out",
            "opening" if row.piece is None else "",
        )  # fmt: skip


def _inner_edges(row: PatchRow) -> list[Array]:
    """Chord shares of the edges of a cut-out that lie in the foam: one of a notch, both of a pocket."""
    if not row.edge:
        return [row.share_to, row.share_from]
    return [row.share_to if row.share_from.max() <= 0 else row.share_from]


@dataclass(frozen=True)
class _Cord:
    """(R, S) of cord round a notch: what it leaves to the foam, by stiffness against a strip as deep as the notch; and
    the foam's stress there, MPa, at which the cord pulls out past the corner, inf where there is none."""

    leaves: Array
    pulls_out: Array


def _past(row: PatchRow, wing: LoadedPart, ends: tuple[float, float]) -> float:
    """mm by which what ends at two places runs on past the corners of a notch: the shorter way. One that begins at the
    root or ends at the tip has no corner there; beyond the root nothing is counted, since halves are joined there."""
    piece = wing.layout.pieces[row.piece] if row.piece is not None else None
    if piece is None:
        return 0.0
    inner = np.inf if piece.y_from_mm <= 0 else piece.y_from_mm - ends[0]
    outer = np.inf if piece.y_to_mm >= wing.layout.plan.half_span else ends[1] - piece.y_to_mm
    return float(max(min(inner, outer), 0.0))


def _held_by_cord(wing: LoadedPart, row: PatchRow, thick: Array, depth: Array) -> _Cord:
    """A cord takes up its load from its end on, and holds by the bond of what runs on past the corner."""
    members, m = wing.layout.section.members, wing.materials
    EA_foam = m.foam.E[:, None] * np.maximum(thick * depth, 1e-6)
    EA_cord, most = np.zeros_like(EA_foam), np.zeros_like(EA_foam)
    for q, member in enumerate(wing.layout.member_rows):
        if member.rope and member.edge == row.edge:
            lag, girth, EA = takes_up(wing, q)
            past = _past(row, wing, member.ends)
            here = members.present[q] * EA * (1 - np.exp(-lag * min(past, _LONG)))
            EA_cord = EA_cord + here
            # all of what runs past it slides before it is out
            holds = bond_strength(wing, member)[:, None] * girth * min(past, _LONG)
            most = most + holds * (here > 0)
    with np.errstate(divide="ignore", invalid="ignore"):
        out = np.where(EA_cord > 0, m.foam.E[:, None] * most / np.maximum(EA_cord, 1e-12), np.inf)
    return _Cord(EA_foam / (EA_foam + EA_cord), np.asarray(out))


MODE = Mode(
    "notch",
    "the foam cracks from the corner of the {thing}",
    False,
    "A hairline starts at the inner corner; look there after every hard landing.",
    "Inglis 1913; in bending Goodier 1936 and Pilkey 1997 (Peterson)",
    find,
    from_strain=True,
    error=(0.7, 1.35),
)
