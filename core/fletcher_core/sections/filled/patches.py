"""Area moments of the parts of the core that are another foam, or nothing."""

from __future__ import annotations

import numpy as np
from numpy.polynomial.legendre import leggauss
from numpy.typing import NDArray

from ...geometry import XI, Outline
from ...kinds import PatchRow
from ..section import Patches, no_patches

Array = NDArray[np.float64]

#: Gauss points across a cut: exact for polynomials to the 31st degree
_NODES, _WEIGHTS = leggauss(16)
#: the same within one straight piece of the outline, whose moments are cubic
_FEW, _FEW_WEIGHTS = leggauss(3)


def _across(row: PatchRow) -> tuple[Array, Array]:
    """(S or 1, K) shares of the chord and their weights: of a wound, which may take all of the foam so that nothing
    may be left by rounding, piece by piece of the outline, exactly."""
    if not row.exact:
        half = 0.5 * (row.share_to - row.share_from)[:, None]
        return 0.5 * (row.share_to + row.share_from)[:, None] + half * _NODES, half * _WEIGHTS
    a, b = float(row.share_from[0]), float(row.share_to[0])
    ends = np.concatenate([[a], XI[(a < XI) & (b > XI)], [b]])
    half, middle = 0.5 * np.diff(ends)[:, None], 0.5 * (ends[1:] + ends[:-1])[:, None]
    share = np.broadcast_to((middle + half * _FEW).ravel(), (len(row.share_from), 3 * len(half)))
    return share, np.asarray(half * _FEW_WEIGHTS).ravel()[None]


def patches_of(rows: list[PatchRow], outline: Outline, inside: Outline | None = None) -> Patches:
    """Moments by Gauss's rule over the chordwise extent of each patch (16 points: the outline is smooth).

    Parameters
    ----------
    inside : faces of the room in a hollow part: what is cut is cut from the walls alone.
    """
    if not rows:
        return no_patches(len(outline.chord))
    chord = outline.chord[:, None]
    found = []
    for row in rows:
        share, weights = _across(row)
        if row.area is not None:
            found.append(_thin(row, outline))
            continue
        w, x = weights * chord, share * chord
        upper, lower = (face.T for face in outline.faces_at(share.T))
        top, low = row.between(upper, lower)
        if row.side:
            # between top and bottom, which run on to the edge
            thick = (row.share_to - row.share_from)[:, None] * chord
            top, low = upper - thick, lower + thick
        layers = [(upper, lower)]
        if inside is not None:
            roof, floor = (face.T for face in inside.faces_at(share.T))
            layers = [(upper, roof), (floor, lower)]
        cut = [(np.maximum(np.minimum(top, b), a), np.maximum(low, a)) for b, a in layers]
        d1, d2, d3 = (sum((b**k - a**k) / k * (b > a) for b, a in cut) for k in (1, 2, 3))
        full = np.sum(w * sum(b - a for b, a in layers), axis=1)
        area = np.sum(w * d1, axis=1)
        found.append(
            (
                row.share_from * outline.chord, row.share_to * outline.chord,
                area / np.maximum(full, 1e-12), area, np.sum(w * x * d1, axis=1), np.sum(w * d2, axis=1),
                np.sum(w * x**2 * d1, axis=1), np.sum(w * d3, axis=1), np.sum(w * x * d2, axis=1), row.present,
            )
        )  # fmt: skip
    sides = np.array([float(row.side) for row in rows])
    face = np.array([0.0 if row.depth is None else float(row.face) for row in rows])
    hurt = np.array([float(row.exact) for row in rows])
    return Patches(*[*(np.stack(column) for column in zip(*found, strict=True)), face, sides, hurt])


def _thin(row: PatchRow, outline: Outline) -> tuple[Array, ...]:
    """What has an area and no extent, in the middle of its shares: it takes no place in the foam."""
    share = 0.5 * (row.share_from + row.share_to)
    upper, lower = outline.faces_at(share)
    x, z, nothing = share * outline.chord, 0.5 * (upper + lower), np.zeros_like(share)
    area = nothing + row.area
    return x, x, nothing, area, area * x, area * z, area * x**2, area * z**2, area * x * z, row.present


def _lies_in(patches: Patches, p: int, q: int) -> Array:
    """(S,) share of one patch that lies in another, by its width and its depth."""
    wide = np.minimum(patches.x_to[p], patches.x_to[q]) - np.maximum(patches.x_from[p], patches.x_from[q])
    one, other = patches.part[p], patches.part[q]
    across = patches.face[p] * patches.face[q] < 0
    deep = np.maximum(one + other - 1, 0.0) if across else np.minimum(one, other)
    whole = np.maximum((patches.x_to[p] - patches.x_from[p]) * one, 1e-12)
    return np.asarray(np.clip(wide * deep / whole, 0.0, 1.0))


def beside_others(patches: Patches, on: Array, share: Array) -> Array | None:
    """(V, P, S) what each patch still takes of the foam, where others that are hurt have taken some; None: all of it.

    What two leave of a place is the product of what each leaves; added up, they would leave less than nothing.

    Parameters
    ----------
    on : (V, P) 0 or 1. share : (V, P) of the core's figure that each leaves.
    """
    hurt = [p for p in range(patches.count) if patches.hurt[p]]
    if len(hurt) < 2:
        return None
    takes = (on * (1 - np.clip(share, 0.0, 1.0)))[:, :, None] * patches.present
    # the smaller one yields
    order = sorted(hurt, key=lambda p: (-float(patches.area[p].max()), p))
    left = np.ones(takes.shape)
    for k, p in enumerate(order):
        for q in order[:k]:
            left[:, p] = left[:, p] * (1 - takes[:, q] * _lies_in(patches, p, q))
    return left
