"""Twist stiffness GJ of a foam-filled section with skins over any part of it.

Thin-wall formulas fail here: film is stiff, foam is soft but fills the cell, and the skins may
cover only part of the outline. Prandtl's stress function per unit twist is reduced chordwise
(Kantorovich): at each x, phi = phi_u s + phi_l (1 - s) + b 4 s (1 - s), s = (z - z_l) / h, with the
unknowns phi_u, phi_l, b at each node. The energy is minimised over all nodes of all sections at
once; GJ is the load vector times the solution.

Sources: Timoshenko and Goodier 1951 (stress function, membrane analogy); Kantorovich and Krylov 1958.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.polynomial.legendre import leggauss
from numpy.typing import NDArray
from scipy.linalg import solveh_banded

from ...geometry import DrawnOutline
from ..section import SectionLayout, SectionMaterials
from .means import BESIDE

Array = NDArray[np.float64]

#: element matrices of the chordwise reduction (Kantorovich and Krylov 1958): docs/sections.md has the derivation
_X_GRADIENT = np.array([[1 / 3, 1 / 6, 1 / 3], [1 / 6, 1 / 3, 1 / 3], [1 / 3, 1 / 3, 8 / 15]])
_Z_GRADIENT = np.array([[1.0, -1.0, 0.0], [-1.0, 1.0, 0.0], [0.0, 0.0, 16 / 3]])
_LOAD = np.array([0.5, 0.5, 2 / 3])


def _of_slopes() -> tuple[Array, Array]:
    """Integrals across the depth of f_i f_j' s^k, k = 0 and 1, and of f_i' f_j' s^k, k = 0 to 2."""
    at, weight = leggauss(5)
    s, weight = 0.5 * (at + 1), 0.5 * weight
    f = np.stack([s, 1 - s, 4 * s * (1 - s)])
    df = np.stack([np.ones_like(s), -np.ones_like(s), 4 - 8 * s])
    mixed = np.stack([np.einsum("iq,jq,q->ij", f, df, weight * s**k) for k in (0, 1)])
    square = np.stack([np.einsum("iq,jq,q->ij", df, df, weight * s**k) for k in (0, 1, 2)])
    return mixed, square


_MIXED, _SQUARE = _of_slopes()
_PAIRS = ((0, 0), (1, 0), (1, 1), (2, 0), (2, 1), (2, 2))
#: places along the chord, on fine and on coarse grids, close together at both ends and round every end of a skin or
#: web; own choice
_BASE, _COARSE = (0.5 * (1 - np.cos(np.linspace(0, np.pi, count))) for count in (37, 17))
_FINE = (-0.9, -0.4, -0.12, 0.12, 0.4, 0.9)
_IN_A_WEB = (-0.5, -0.25, 0.0, 0.25, 0.5)
_TINY = 1e-9
#: chord shares nearer to each other than this are one place
_SAME = 1e-8
#: depth of foam left in a hole, as a share, and shear modulus of the air in it, as one of the foam's: small enough to
#: carry nothing, large enough to solve
_VOID, _AIR = 1e-3, 1e-5


def _folded_back(share: Array) -> Array:
    """Shares of the chord; what lies beyond an end comes back from it, so that no two nodes fall on one place, between
    which a slope would be rounding over nothing."""
    return np.clip(np.where(share > 1, 2 - share, np.abs(share)), 0.0, 1.0)


def chordwise_grid(layout: SectionLayout, coarse: bool = False) -> Array:
    """(S, M) chord shares of the nodes: an even base, the edges of webs and patches, and a fine fan of
    nodes (in parts of the local depth) at every end of a skin inside the chord."""
    outline, members, sheets, patches = layout.outline, layout.members, layout.sheets, layout.patches
    s_count = outline.chord.shape[0]
    base = _COARSE if coarse else _BASE
    columns = [np.broadcast_to(base, (s_count, len(base)))]
    ends = {tuple(np.round(e, 9)) for p in range(sheets.count) for e in (sheets.share_from[p], sheets.share_to[p])}
    for end in sorted(ends):
        place = np.array(end)
        if np.all((place <= 0) | (place >= 1)):
            continue
        upper, lower = outline.faces_at(place)
        fan = place[:, None] + np.array((0.0, *_FINE)) * ((upper - lower) / outline.chord)[:, None]
        columns.append(_folded_back(fan))
    for p in range(members.count):
        if np.any(members.web_width[p] > 0):
            # a stiff web twists by itself too: it needs nodes within its thickness
            for side in _IN_A_WEB:
                place = (members.x[p] + side * members.web_width[p]) / outline.chord
                columns.append(_folded_back(place)[:, None])
    for p in range(patches.count):
        for edge in (patches.x_from[p], patches.x_to[p]):
            share = np.clip(edge / outline.chord, 0, 1)
            upper, lower = outline.faces_at(share)
            fan = share[:, None] + np.array((0.0, *BESIDE)) * ((upper - lower) / outline.chord)[:, None]
            columns.append(_folded_back(fan))
    return np.sort(np.concatenate(columns, axis=1), axis=1)


def _webs_and_patches(G: Array, x: Array, dx: Array, layout: SectionLayout, materials: SectionMaterials) -> Array:
    """(V, S, elements): the core's G where webs join both faces, and where another foam stands; where two of them cross
    no less than the softest of what is there."""
    members, patches, foam = layout.members, layout.patches, materials.foam.G[:, None, None]
    least = foam

    def filled(left: Array, right: Array) -> Array:
        return _filled(x, dx, left, right)

    for p in range(patches.count):
        share = filled(patches.x_from[p], patches.x_to[p]) * (patches.part[p] * patches.present[p])[:, None]
        other = materials.patch_G[:, p, None, None]
        least = np.where((share > 0) & (other > 0), np.minimum(least, other), least)
        G = G + materials.patch_on[:, p, None, None] * share * np.where(other > 0, other - foam, 0.0)
    for p in range(members.count):
        if np.any(members.web_width[p] > 0):
            half = 0.5 * members.web_width[p]
            share = filled(members.x[p] - half, members.x[p] + half) * members.present[p][:, None]
            on, own = materials.member_on[:, p, None, None], materials.member_G[:, p, None, None]
            least = np.where((share > 0) & (own > 0), np.minimum(least, own), least)
            G = G + on * share * (own - foam)
    return np.maximum(G, least)


def _filled(x: Array, dx: Array, left: Array, right: Array) -> Array:
    """(S, elements): share of each element's length between two places, (S,) each."""
    over = np.minimum(x[:, 1:], right[:, None]) - np.maximum(x[:, :-1], left[:, None])
    return np.asarray(np.clip(over / dx, 0.0, 1.0))


def _depth_left(h: Array, x: Array, dx: Array, layout: SectionLayout, materials: SectionMaterials) -> Array:
    """(V or 1, S, elements): depth of foam where something is cut out of it."""
    patches, left = layout.patches, h[None]
    for p in range(patches.count):
        share = _filled(x, dx, patches.x_from[p], patches.x_to[p]) * (patches.part[p] * patches.present[p])[:, None]
        gone = materials.patch_on[:, p] * (materials.patch_G[:, p] <= 0)
        left = left * (1 - (1 - _VOID) * gone[:, None, None] * share)
    return left


def _hollow(h: Array, x: Array, dx: Array, layout: SectionLayout, materials: SectionMaterials) -> dict[int, Array]:
    """face -> (V, S, elements): depth of air under it. A hole right through counts half for either face.

    In a hole the stress function is the same everywhere: nothing shears there, and all of it is enclosed by what
    goes round it, foam, webs, or a sheet over it.
    """
    patches = layout.patches
    air = {face: np.zeros((materials.variants, *h.shape)) for face in (+1, -1)}
    for p in range(patches.count):
        gone = materials.patch_on[:, p] * (materials.patch_G[:, p] <= 0)
        if not gone.any():
            continue
        share = _filled(x, dx, patches.x_from[p], patches.x_to[p]) * (patches.part[p] * patches.present[p])[:, None]
        for face in air:
            half = 0.5 if patches.face[p] == 0 else float(patches.face[p] == face)
            air[face] = np.maximum(air[face], half * gone[:, None, None] * (share * h))
    return air


@dataclass(frozen=True)
class StressFunction:
    """Prandtl's stress function per unit twist (1 / mm) at M nodes along the chord, for V variants and S stations.

    Attributes
    ----------
    GJ : (V, S) N mm2, of the core with skins and webs, without what sticks add by themselves.
    upper, lower, bubble : (V, S, M) N / mm: phi on both faces of the foam, and what rises between them.
    x, up, low : (S, M) mm, nodes and faces.
    G, deep : (V or 1, S, M - 1) shear modulus and depth of foam of each element, MPa and mm.
    covers : (P, S, M - 1) ones where a sheet lies over an element, times its share of layers there.
    arc : face -> (S, M - 1) mm along it.
    """

    GJ: Array
    upper: Array
    lower: Array
    bubble: Array
    x: Array
    up: Array
    low: Array
    G: Array
    deep: Array
    covers: Array
    arc: dict[int, Array]


def stress_function(layout: SectionLayout, materials: SectionMaterials, coarse: bool = False) -> StressFunction:
    """Solved for all variants and stations at once; `coarse` is for what is compared with its own like."""
    outline, sheets = layout.outline, layout.sheets
    grid = chordwise_grid(layout, coarse)
    x = grid * outline.chord[:, None]
    up, low = (face.T for face in outline.faces_at(grid.T))
    h_node = np.maximum(up - low, 1e-4 * outline.chord[:, None])
    dx = np.maximum(np.diff(x, axis=1), 1e-7 * outline.chord[:, None])
    h = 0.5 * (h_node[:, 1:] + h_node[:, :-1])
    middle = 0.5 * (grid[:, 1:] + grid[:, :-1])
    arc = {
        +1: np.hypot(np.diff(x, axis=1), np.diff(up, axis=1)),
        -1: np.hypot(np.diff(x, axis=1), np.diff(low, axis=1)),
    }

    v_count, s_count = materials.variants, grid.shape[0]
    G = np.repeat(materials.foam.G[:, None, None], s_count, axis=1) * np.ones_like(middle)
    G = _webs_and_patches(G, x, dx, layout, materials)
    deep = _depth_left(h, x, dx, layout, materials)

    Gt = {+1: np.zeros_like(G), -1: np.zeros_like(G)}
    thick = {+1: np.zeros_like(G), -1: np.zeros_like(G)}
    edge_Gt, edge_t = np.zeros((2, v_count, s_count)), np.zeros((2, v_count, s_count))
    laid = np.zeros((sheets.count, *middle.shape))
    for p in range(sheets.count):
        face = int(sheets.face[p])
        a, b = sheets.share_from[p][:, None], sheets.share_to[p][:, None]
        # nodes may stand twice where one sheet ends and the next begins: no bare element lies between them
        covers = ((middle >= a - _SAME) & (middle <= b + _SAME)) * sheets.present[p][:, None]
        laid[p] = covers
        stiff = (materials.sheet_on[:, p] * materials.sheet_Gt[:, p])[:, None, None]
        t = (materials.sheet_on[:, p] * sheets.t[p])[:, None, None]
        Gt[face] = Gt[face] + stiff * covers
        thick[face] = thick[face] + t * covers
        for edge, flag in ((0, sheets.nose_edge[p]), (1, sheets.tail_edge[p])):
            # both faces of a sheet that covers an edge name it; each carries half of the count
            edge_Gt[edge] += 0.5 * flag * stiff[:, 0] * sheets.present[p]
            edge_t[edge] += 0.5 * flag * t[:, 0] * sheets.present[p]
    # phi falls from its value on the foam to zero through the skin: half the skin's area is enclosed too
    enclosed = {face: thick[face] * arc[face] for face in (+1, -1)}
    edge_h = h_node[:, [0, -1]]
    air = _hollow(h, x, dx, layout, materials) if layout.patches.count else {}
    # a wing is so thin that its faces' slopes count for nothing; a body's do
    slopes = (np.diff(low, axis=1) / dx, np.diff(h_node, axis=1) / dx) if isinstance(outline, DrawnOutline) else None
    GJ, phi = _solve(G, deep, dx, Gt, arc, enclosed, air, edge_Gt, edge_t * edge_h.T[:, None, :], edge_h, slopes)
    return StressFunction(GJ, phi[..., 0], phi[..., 1], phi[..., 2], x, up, low, G, deep, laid, arc)


def _solve(
    G: Array,
    h: Array,
    dx: Array,
    Gt: dict[int, Array],
    arc: dict[int, Array],
    enclosed: dict[int, Array],
    air: dict[int, Array],
    edge_Gt: Array,
    edge_area: Array,
    edge_h: Array,
    slopes: tuple[Array, Array] | None = None,
) -> tuple[Array, Array]:
    """GJ (V, S), and phi on the upper face, on the lower, and the bubble: (V, S, M, 3).

    `slopes` (S, elements): of the lower face, and of the depth. Where they count, s = (z - z_l) / h changes along the
    chord too: d phi / dx = f_i phi_i' - f_i' (z_l' + s h') / h phi_i.
    """
    v_count, s_count, elements = G.shape
    nodes = elements + 1
    grid = (v_count, s_count, nodes)
    own = {ij: np.zeros(grid) for ij in _PAIRS}  # (i, j), i >= j, of a node with itself
    beside = np.zeros((3, 3, *grid))  # of a node (rows) with the next one (columns)
    load = [np.zeros(grid) for _ in range(3)]

    along, across, volume = h / (G * dx), 0.5 * dx / (G * h), h * dx
    for i, j in _PAIRS:
        term = (
            _X_GRADIENT[i, j] * along + _Z_GRADIENT[i, j] * across if _Z_GRADIENT[i, j] else _X_GRADIENT[i, j] * along
        )
        own[i, j][..., :-1] += term
        own[i, j][..., 1:] += term
    if slopes is not None:
        low, high = slopes
        mixed = (low * _MIXED[0][:, :, None, None] + high * _MIXED[1][:, :, None, None])[:, :, None] / G
        steep = (low**2, 2 * low * high, high**2)
        square = sum(_SQUARE[k][:, :, None, None] * part for k, part in enumerate(steep))
        square = square[:, :, None] * (0.5 * dx / (G * h))
        for i, j in _PAIRS:
            both = 0.5 * (mixed[i, j] + mixed[j, i])
            own[i, j][..., :-1] += square[i, j] + both
            own[i, j][..., 1:] += square[i, j] - both
    for i in range(3):
        for j in range(3):
            beside[i, j, ..., :-1] = -_X_GRADIENT[i, j] * along
            if slopes is not None:
                beside[i, j, ..., :-1] += 0.5 * (mixed[i, j] - mixed[j, i])
        load[i][..., :-1] += _LOAD[i] * volume
        load[i][..., 1:] += _LOAD[i] * volume

    keep = [np.ones(grid) for _ in range(3)]
    for place, face in ((0, +1), (1, -1)):
        covered = Gt[face] > _TINY
        give = np.where(covered, arc[face] / np.where(covered, Gt[face], 1.0), 0.0)
        own[place, place][..., :-1] += give / 3
        own[place, place][..., 1:] += give / 3
        beside[place, place, ..., :-1] += give / 6
        within = enclosed[face]
        if air:
            same = air[face] / (_AIR * G * dx)
            own[place, place][..., :-1] += same
            own[place, place][..., 1:] += same
            beside[place, place, ..., :-1] -= same
            within = within + 2 * air[face] * dx
        load[place][..., :-1] += 0.5 * within
        load[place][..., 1:] += 0.5 * within
        # phi is held at zero where no skin lies on either side
        keep[place][..., :-1] *= covered
        keep[place][..., 1:] *= covered
    for edge, node in ((0, 0), (1, nodes - 1)):
        closed = edge_Gt[edge] > _TINY
        give = np.where(closed, edge_h[:, edge] / np.where(closed, edge_Gt[edge], 1.0), 0.0)
        for i, j in _PAIRS:
            own[i, j][..., node] += give * _X_GRADIENT[i, j]
        for i in range(3):
            load[i][..., node] += edge_area[edge] * _LOAD[i]
            keep[i][..., node] *= closed

    unknowns = v_count * s_count * nodes * 3
    band = np.zeros((6, unknowns))  # lower form: band[k, j] = A[j + k, j]
    weight = np.empty(unknowns)
    for i, j in _PAIRS:
        entry = own[i, j] * keep[i] * keep[j]
        band[i - j, j::3] = (entry + (1.0 - keep[i]) if i == j else entry).ravel()
    for j in range(3):
        weight[j::3] = (load[j] * keep[j]).ravel()
        for i in range(3):
            entry = beside[j, i]
            entry[..., :-1] *= keep[j][..., :-1] * keep[i][..., 1:]
            band[3 + i - j, j::3] = entry.ravel()
    solution = solveh_banded(band, weight, lower=True, overwrite_ab=True, check_finite=False)
    GJ = (weight * solution).reshape(v_count, s_count, -1).sum(axis=-1)
    return np.asarray(GJ), np.asarray(solution).reshape(v_count, s_count, nodes, 3)
