"""Shear of a foam-filled section by a force up and down: how it warps, how stiff it is, what shears foam and webs.

Where bending grows along the span, what stretches hands force to what is beside it. The warping w of that obeys
div(G grad w) = -E (kz (z - z0) + kx (x - x0)), with skins that carry flow along their faces and sticks as line
sources. As for torsion it is reduced along the chord (Kantorovich and Krylov 1958): at each x, w is a polynomial of the
depth, of the third degree, and the energy is minimised over all nodes of all sections at once. Between two nodes of an
even strip such polynomials rise and fall as hyperbolic functions: those are taken, so that nodes need lie only where
something changes. What a stick feeds into the foam next to it is finer than such a polynomial: the rest of that energy
is the closed form of a line source in a strip with free faces less what the polynomial has of it.

Sources: Timoshenko and Goodier 1951 (bending of bars, membrane analogy); Carslaw and Jaeger 1959 (line source in a
strip); Allen 1969 (sandwich cores).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.polynomial.legendre import legder, leggauss, legval, legvander
from numpy.typing import NDArray
from scipy.linalg import cho_solve_banded, cholesky_banded, eigh

from ..contract import SectionProperties, ShearFlow
from ..section import SectionLayout, SectionMaterials
from .means import BESIDE, NEAR, window
from .properties import alike_in_shear, is_web

Array = NDArray[np.float64]

#: polynomials of the depth: Legendre's, of degrees 0 to 3
_ORDER = 4
#: their products, and those of their slopes, over a depth of 1
_MASS = 1.0 / (2 * np.arange(_ORDER) + 1)
_UNIT = np.eye(_ORDER)
_GAUSS, _WEIGHTS = leggauss(5)
_SLOPES = np.array([legval(_GAUSS, legder(_UNIT[i])) for i in range(_ORDER)])
_SLOPE_PRODUCTS = 2.0 * (_SLOPES * _WEIGHTS) @ _SLOPES.T
#: on the upper and on the lower face
_AT_FACE = {+1: np.ones(_ORDER), -1: (-1.0) ** np.arange(_ORDER)}
#: modes of a strip of the reduction: decay along the chord over its depth, and shape
_DECAY2, _MODES = eigh(_SLOPE_PRODUCTS, np.diag(_MASS))
_DUAL = _MASS[:, None] * _MODES
_FACE_MODES = {face: at @ _MODES for face, at in _AT_FACE.items()}
#: what the modes of a skin have in common, beside what each has to itself
_COUPLED = {face: np.outer(at, at) - (_DUAL * _FACE_MODES[face] ** 2) @ _DUAL.T for face, at in _AT_FACE.items()}
#: degrees that are coupled: those of one parity whose slopes are not nothing
_PAIRS = ((0, 0), (1, 1), (2, 2), (3, 3), (1, 3), (3, 1))
#: a stick that is wider than this share of the depth to either side of its middle is no line to the foam, and gets
#: nodes at its edges; up to half of it it is all a line; own choice
_WIDE = 0.25
#: how unevenly shear runs through a stick that bends by itself: its area is this times what counts (Timoshenko and Gere
#: 1961)
_UNEVEN, _UNEVEN_TUBE = 1.15, 2.0
#: shear modulus of a hole, as a share of the foam's
_AIR = 1e-3
#: share of foam in a strip from which on all of it counts in that mean; own choice
_SOME = 0.05
#: places along the chord, on fine and on coarse grids, beside edges and round sticks in parts of the depth; own choice
_FINE, _COARSE = (0.5 * (1 - np.cos(np.linspace(0, np.pi, count))) for count in (29, 15))
_FAN = (-0.3, -0.15, -NEAR, NEAR, 0.15, 0.3)
#: places through the depth at which what shears the foam is looked at, from -1 to 1; own choice
_LOOK = np.linspace(-0.75, 0.75, 5)


@dataclass(frozen=True)
class _Strips:
    """Elements along the chord: (S, M) nodes, (S, M - 1) of elements; mm."""

    grid: Array
    x: Array
    up: Array
    low: Array
    dx: Array
    h: Array
    arc: dict[int, Array]


def _nodes(layout: SectionLayout, coarse: bool) -> Array:
    """(S, M) chord shares: an even base, what has an edge, and a fan round every stick."""
    base = _COARSE if coarse else _FINE
    outline, members, sheets, patches = layout.outline, layout.members, layout.sheets, layout.patches
    chord = outline.chord
    columns = [np.broadcast_to(base, (len(chord), len(base)))]
    seen: set[tuple[float, ...]] = set()

    def add(share: Array) -> None:
        key = tuple(np.round(share, 6))
        if key not in seen:
            seen.add(key)
            columns.append(np.clip(share, 0.0, 1.0)[:, None])

    for p in range(sheets.count):
        add(sheets.share_from[p])
        add(sheets.share_to[p])
    for p in range(patches.count):
        for edge in (patches.x_from[p] / chord, patches.x_to[p] / chord):
            upper, lower = outline.faces_at(np.clip(edge, 0, 1))
            for part in (0.0, *BESIDE):
                add(edge + part * (upper - lower) / chord)
    between = _between(layout)
    edged = is_web(layout) | between
    for p in range(members.count):
        middle, half = members.x[p] / chord, 0.5 * members.width[p] / chord
        upper, lower = outline.faces_at(np.clip(middle, 0, 1))
        depth = (upper - lower) / chord
        # narrow ones in one place share their nodes, whatever their size
        wide = np.where(edged[p] | (half > _WIDE * depth), half, 0.0)
        for side in (-1.0, 1.0) if wide.any() else ():
            add(middle + side * half)
        if between[p]:
            add(middle)
        for part in _FAN:
            add(middle + np.sign(part) * wide + part * depth)
    return np.sort(np.concatenate(columns, axis=1), axis=1)


def _strips(layout: SectionLayout, coarse: bool) -> _Strips:
    outline = layout.outline
    grid = _nodes(layout, coarse)
    chord = outline.chord[:, None]
    x = grid * chord
    up, low = (face.T for face in outline.faces_at(grid.T))
    dx = np.maximum(np.diff(x, axis=1), 1e-6 * chord)
    deep = np.maximum(up - low, 1e-3 * chord)
    arc = {face: np.hypot(dx, np.diff(z, axis=1)) for face, z in ((+1, up), (-1, low))}
    h = 0.5 * (deep[:, 1:] + deep[:, :-1])
    return _Strips(grid, x, up, low, dx, h, arc)


def _filled(strips: _Strips, left: Array, right: Array) -> Array:
    """(S, M - 1) share of each element's length between two places, (S,) mm each."""
    x = strips.x
    over = np.minimum(x[:, 1:], right[:, None]) - np.maximum(x[:, :-1], left[:, None])
    return np.asarray(np.clip(over / strips.dx, 0.0, 1.0))


@dataclass(frozen=True)
class _Made:
    """What elements are made of: (V, S, M - 1) of foam and what stands in its place; web -> (S, M - 1) its share."""

    E: Array
    G: Array
    webs: dict[int, Array]
    #: share of each element that is the core's own foam, and that is nothing, (V, S, M - 1)
    foam: Array
    void: Array
    covers: Array


def _made(layout: SectionLayout, m: SectionMaterials, strips: _Strips) -> _Made:
    members, patches, sheets = layout.members, layout.patches, layout.sheets
    shape = (m.variants, *strips.h.shape)
    E = np.broadcast_to(m.foam.E[:, None, None], shape)
    G = np.broadcast_to(m.foam.G[:, None, None], shape)
    foam, filled = np.ones(shape), np.ones(shape)
    for p in range(patches.count):
        share = _filled(strips, patches.x_from[p], patches.x_to[p])
        share = (share * (patches.part[p] * patches.present[p])[:, None])[None] * m.patch_on[:, p, None, None]
        own_E, own_G = m.patch_E[:, p, None, None], m.patch_G[:, p, None, None]
        E = E + share * (own_E - m.foam.E[:, None, None])
        G = G + share * (np.maximum(own_G, _AIR * m.foam.G[:, None, None]) - m.foam.G[:, None, None])
        foam, filled = foam * (1 - share), filled * (1 - share * (own_G <= 0))
    webs, joins = {}, is_web(layout)
    for p in range(members.count):
        if joins[p]:
            half = 0.5 * members.web_width[p]
            webs[p] = _filled(strips, members.x[p] - half, members.x[p] + half) * members.present[p][:, None]
            share = webs[p][None] * m.member_on[:, p, None, None]
            G = G + share * (m.member_G[:, p, None, None] - m.foam.G[:, None, None])
            foam = foam * (1 - share)
    # what two cut-outs both take is gone once
    G = np.maximum(G, _AIR * m.foam.G[:, None, None])
    middle = 0.5 * (strips.grid[:, 1:] + strips.grid[:, :-1])
    covers = np.zeros((sheets.count, *middle.shape))
    for p in range(sheets.count):
        a, b = sheets.share_from[p][:, None], sheets.share_to[p][:, None]
        covers[p] = ((middle >= a - 1e-8) & (middle <= b + 1e-8)) * sheets.present[p][:, None]
    return _Made(E, G, webs, foam, 1 - filled, covers)


@dataclass(frozen=True)
class _Elements:
    """Even strips, some of them with skins: coupled degrees -> (V, S, M - 1), of a shear modulus of 1.

    ends, across : stiffness at each end, and from end to end. even : what of an even load comes to the ends.
    between : how far it gives between them.
    """

    ends: dict[tuple[int, int], Array]
    across: dict[tuple[int, int], Array]
    even: dict[tuple[int, int], Array]
    between: dict[tuple[int, int], Array]


def _elements(strips: _Strips, G: Array, skins: dict[int, Array], stiffer: Sequence[_Stiffer]) -> _Elements:
    """`skins`: face -> (V, S, M - 1) N/mm of its sheets' shear stiffness. Of them, what each mode has to itself.

    Where `stiffer` is, of which modes have much in common, all goes on straight.
    """
    found = _Elements({}, {}, {}, {})
    long = strips.dx / strips.h
    straight = np.any([more.G > 0 for more in stiffer], axis=0) if stiffer else np.zeros(G.shape, dtype=bool)
    for k in range(_ORDER):
        along = np.ones_like(G)
        for face, Gt in skins.items():
            along += Gt * strips.dx / (strips.arc[face] * strips.h) * _FACE_MODES[face][k] ** 2 / G
        if k == 0:  # the mean of the depth goes on straight
            ends, far, even, between = along / long, along / long, np.ones_like(G), np.zeros_like(G)
        else:
            a = long * np.sqrt(_DECAY2[k] / along)
            tanh = np.tanh(0.5 * a)
            grows = 0.5 * a / long * along
            ends, far, even = grows * (tanh + 1 / tanh), grows * (1 / tanh - tanh), tanh / (0.5 * a)
            between = (1 - even) / (long * _DECAY2[k])
            if stiffer:
                ends = np.where(straight, along / long + 0.5 * long * _DECAY2[k], ends)
                far, even = np.where(straight, along / long, far), np.where(straight, 1.0, even)
                between = np.where(straight, 0.0, between)
        for i, j in _PAIRS:
            for to, value, left, right in (
                (found.ends, ends, _DUAL, _DUAL), (found.across, far, _DUAL, _DUAL),
                (found.even, even, _DUAL, _MODES), (found.between, between, _MODES, _MODES),
            ):  # fmt: skip
                share = left[i, k] * right[j, k]
                if abs(share) > 1e-12:
                    to[i, j] = to.get((i, j), 0.0) + share * value
    return found


def _times(matrix: dict[tuple[int, int], Array], vector: Array, turned: bool = False) -> Array:
    """Each element's matrix, or its transpose, times its (V, S, M - 1, order)."""
    found = np.zeros_like(vector)
    for (i, j), value in matrix.items():
        if turned:
            found[..., j] += value * vector[..., i]
        else:
            found[..., i] += value * vector[..., j]
    return found


def _skins(layout: SectionLayout, m: SectionMaterials, covers: Array) -> dict[int, Array]:
    """Face -> (V, S, M - 1) N/mm, shear stiffness of its sheets."""
    found: dict[int, Array] = {}
    for p in range(layout.sheets.count):
        Gt = (m.sheet_on * m.sheet_Gt)[:, p, None, None] * covers[p]
        if Gt.any():
            face = int(layout.sheets.face[p])
            found[face] = found.get(face, 0.0) + Gt
    return found


def _both_ends(element: Array) -> Array:
    """(..., M) half of what each element has to either of its nodes."""
    found = np.zeros((*element.shape[:-1], element.shape[-1] + 1))
    found[..., :-1] += 0.5 * element
    found[..., 1:] += 0.5 * element
    return found


def _factored(
    layout: SectionLayout,
    m: SectionMaterials,
    strips: _Strips,
    G: Array,
    skins: dict[int, Array],
    stiffer: Sequence[_Stiffer],
    elements: _Elements,
) -> Array:
    """Banded Cholesky factor of all sections, one after the other: (2 x order, V S M order)."""
    sheets = layout.sheets
    v, s, n = m.variants, *strips.x.shape
    own = np.zeros((_ORDER, _ORDER, v, s, n))
    beside = np.zeros((_ORDER, _ORDER, v, s, n))
    for i, j in _PAIRS:
        if j <= i:
            own[i, j] += 2 * _both_ends(G * elements.ends[i, j])
        beside[i, j, ..., :-1] -= G * elements.across[i, j]
    for more in stiffer:
        along, across = more.G * strips.h / strips.dx, more.G * strips.dx / strips.h
        for i in range(_ORDER):
            for j in range(_ORDER):
                runs = along * more.along[:, i, j, None]
                if j <= i:
                    own[i, j] += 2 * _both_ends(runs) + _both_ends(across * more.across[:, i, j, None])
                beside[i, j, ..., :-1] -= runs
    for face, Gt in skins.items():
        runs = Gt / strips.arc[face]
        nodes = 2 * _both_ends(runs)
        for i in range(_ORDER):
            for j in range(_ORDER):
                if j <= i:
                    own[i, j] += _COUPLED[face][i, j] * nodes
                beside[i, j, ..., :-1] -= _COUPLED[face][i, j] * runs
    for p in range(sheets.count):
        for end, closed in ((0, sheets.nose_edge[p]), (-1, sheets.tail_edge[p])):
            if closed:
                # both faces name a covered edge: half of it each; from face to face w differs by twice its odd parts
                high = np.maximum(strips.up[:, end] - strips.low[:, end], 1e-3)
                tie = 0.5 * (m.sheet_on * m.sheet_Gt)[:, p, None] * sheets.present[p] / high
                for i, j in ((1, 1), (3, 1), (3, 3)):
                    own[i, j, ..., end] += 4 * tie
    # all loads together are none, so that what holds one node holds nothing
    own[0, 0, ..., 0] += G[..., 0] * strips.h[:, 0] / strips.dx[:, 0]
    band = np.zeros((2 * _ORDER, v * s * n * _ORDER))
    for i in range(_ORDER):
        for j in range(_ORDER):
            if j <= i:
                band[i - j, j::_ORDER] = own[i, j].ravel()
            # of a node's j with the next one's i
            band[_ORDER + i - j, j::_ORDER] = beside[i, j].ravel()
    return np.asarray(cholesky_banded(band, lower=True, overwrite_ab=True, check_finite=False))


@dataclass(frozen=True)
class _Stiffer:
    """What lies between other sticks of its piece, in the part of the depth that it fills.

    G : (V, S, M - 1) MPa beyond the foam's, by its share of each element. along, across : (S, order, order), products
    of the polynomials, and of their slopes, over that part of a depth of 1.
    """

    G: Array
    along: Array
    across: Array


def _stiffer(layout: SectionLayout, m: SectionMaterials, strips: _Strips) -> list[_Stiffer]:
    members, found = layout.members, []
    for q in np.flatnonzero(_between(layout)).tolist():
        t, depth = _through(layout, q)
        weights = 0.5 * _WEIGHTS * (members.height[q] / depth)[:, None]
        slopes = 2 * np.array([legval(t, legder(_UNIT[i])) for i in range(_ORDER)])
        across, along = (np.einsum("isg,jsg,sg->sij", a, a, weights) for a in (slopes, _polynomials(t)))
        half = 0.5 * members.width[q]
        share = _filled(strips, members.x[q] - half, members.x[q] + half) * members.present[q][:, None]
        more = (m.member_on[:, q] * np.maximum(m.member_G[:, q] - m.foam.G, 0.0))[:, None, None] * share
        found.append(_Stiffer(more, along, across))
    return found


def _between(layout: SectionLayout) -> NDArray[np.bool_]:
    """(P,) which sticks hold others above and below them, as the wood of a sandwich: webs of less than the depth."""
    members = layout.members
    found = np.zeros(members.count, dtype=bool)
    for q, carrier in enumerate(members.held_by):
        apart = np.abs(members.z[q] - members.z[carrier]) > 0.25 * members.height[carrier]
        found[carrier] |= bool(np.any(apart & (members.present[q] > 0)))
    return found & ~is_web(layout)


def _through(layout: SectionLayout, q: int) -> tuple[Array, Array]:
    """(S, Gauss) places through the depth of a stick, from -1 to 1, and (S,) mm of depth there."""
    members = layout.members
    upper, lower = layout.outline.faces_at(np.clip(members.x[q] / layout.outline.chord, 0, 1))
    depth = np.maximum(upper - lower, 1e-3)
    at = members.z[q][:, None] + 0.5 * members.height[q][:, None] * _GAUSS
    return np.clip(2 * (at - lower[:, None]) / depth[:, None] - 1, -1.0, 1.0), depth


def _in_hollow(layout: SectionLayout, m: SectionMaterials, q: int) -> NDArray[np.bool_]:
    """(V, S) where a stick lies over nothing, as the lid of a box: what it gives goes along its face."""
    patches, x = layout.patches, layout.members.x[q]
    found = np.zeros((m.variants, len(x)), dtype=bool)
    for p in range(patches.count):
        there = (x > patches.x_from[p]) & (x < patches.x_to[p]) & (patches.present[p] > 0) & (patches.part[p] > 0.5)
        found |= ((m.patch_on[:, p] > 0) & (m.patch_G[:, p] <= 0))[:, None] & there
    return found


def _polynomials(t: Array) -> Array:
    """(order, ...) Legendre's at places from -1 to 1."""
    return np.asarray(legval(t, _UNIT))


def _stretch(strips: _Strips, x: Array, width: Array) -> Array:
    """(S, M - 1) shares of what is spread evenly over a width, (S,) mm each; what stands out goes to the last one."""
    found = _filled(strips, x - 0.5 * width, x + 0.5 * width) * strips.dx
    # where that is nothing, all of it goes where its middle lies
    at = np.clip(x, strips.x[:, 0], strips.x[:, -1])[:, None]
    found += 1e-9 * ((strips.x[:, :-1] <= at) & (at <= strips.x[:, 1:]))
    return np.asarray(found / np.maximum(found.sum(axis=1, keepdims=True), 1e-12))


@dataclass(frozen=True)
class _Source:
    """A stick as a line source: (S,) mm of its size, width and place, the depth there, its share of it from below."""

    size: Array
    width: Array
    x: Array
    depth: Array
    share: Array
    #: how far on the mean what it gives lies apart on the elements, mm
    apart: Array
    #: (order, S) of the modes over its height
    modes: Array
    #: 1 for a line, 0 for what is too wide to be one
    line: Array


def _source(layout: SectionLayout, strips: _Strips, q: int, edged: bool) -> _Source:
    members = layout.members
    t, depth = _through(layout, q)
    size = 0.25 * (members.height[q] + members.width[q])
    share = np.clip(0.5 * (1 + t.mean(axis=-1)), size / depth, 1 - size / depth)
    mean = (_polynomials(t) * 0.5 * _WEIGHTS).sum(axis=-1)
    on = _stretch(strips, members.x[q], members.width[q])
    touched = np.flatnonzero(on.any(axis=0))
    part = slice(touched[0], touched[-1] + 1)
    on, dx = on[:, part], strips.dx[:, part]
    middle = 0.5 * (strips.x[:, 1:] + strips.x[:, :-1])[:, part]
    apart = np.abs(middle[:, :, None] - middle[:, None, :]) + np.eye(dx.shape[1]) * dx[:, None, :] / 3
    line = 0.0 * depth if edged else np.clip(2 - members.width[q] / (_WIDE * depth), 0.0, 1.0)
    return _Source(
        size, members.width[q], members.x[q], depth, share, np.einsum("si,sij,sj->s", on, apart, on),
        _MODES.T @ mean, line,
    )  # fmt: skip


def _finer(layout: SectionLayout, m: SectionMaterials, strips: _Strips, nets: Array) -> Array:
    """(V, S) of 1 / GA: what sticks and pairs of them do to the foam near them that the polynomials do not have."""
    found = np.zeros(nets.shape[1:])
    sources: dict[int, tuple[_Source, Array]] = {}
    edged = _between(layout)
    for q in np.flatnonzero(~is_web(layout) & nets.any(axis=(1, 2))).tolist():
        source = _source(layout, strips, q, bool(edged[q]))
        # over nothing it goes along its face
        net = nets[q] * ~_in_hollow(layout, m, q)
        found += net**2 * _unresolved(source)
        for before, other in sources.values():
            both = net * other
            if both.any() and (source.line * before.line).any():
                found += 2 * both * _unresolved_between(source, before)
        sources[q] = (source, net)
    return np.asarray(found / m.foam.G[:, None])


def _unresolved(a: _Source) -> Array:
    """(S,) energy of a line source in a strip of foam, over flow squared / G, that the polynomial does not have."""
    q = np.exp(-np.pi * a.size / a.depth)
    exact = -(np.log(1 - q) + 0.5 * np.log(1 - 2 * q * np.cos(2 * np.pi * a.share) + q * q)) / (2 * np.pi)
    # beside the source; round it, on the mean, it is as much less as the flow along the chord makes of it
    exact -= (0.5 - 1 / np.pi) * a.size / a.depth
    has = np.zeros_like(a.depth)
    for k in range(1, _ORDER):
        decay = np.sqrt(_DECAY2[k])
        w = np.maximum(3 * decay * a.apart / a.depth, 1e-6)
        has += a.modes[k] ** 2 / (2 * decay) * 2 * (w - 1 + np.exp(-w)) / w**2
    return np.asarray(np.where(exact > has, 1.0, a.line) * (exact - has))


def _unresolved_between(a: _Source, b: _Source) -> Array:
    """(S,) as `_unresolved`, of what two lines do to each other."""
    depth = 0.5 * (a.depth + b.depth)
    # of what is spread over widths, the mean distance
    apart = np.hypot(a.x - b.x, (a.width + b.width) / 6) / depth
    q = np.exp(-np.pi * apart)
    near = np.maximum(1 - 2 * q * np.cos(np.pi * (a.share - b.share)) + q * q, 1e-6)
    exact = -(np.log(near) + np.log(1 - 2 * q * np.cos(np.pi * (a.share + b.share)) + q * q)) / (4 * np.pi)
    on_elements = np.hypot(a.x - b.x, 0.5 * (a.apart + b.apart)) / depth
    has = np.zeros_like(a.depth)
    for k in range(1, _ORDER):
        decay = np.sqrt(_DECAY2[k])
        has += a.modes[k] * b.modes[k] / (2 * decay) * np.exp(-decay * on_elements)
    return np.asarray(a.line * b.line * (exact - has))


def _loads(
    layout: SectionLayout, m: SectionMaterials, p: SectionProperties, strips: _Strips, made: _Made
) -> tuple[Array, Array]:
    """For 1 N of shear force: loads, each even over its element, (V, S, M - 1, order), and what sticks and
    the foam close to them add to 1 / GA, (V, S).
    """
    members, sheets = layout.members, layout.sheets
    det = p.EIxx * p.EIzz - p.EIxz**2
    kz, kx = (p.EIzz / det)[..., None], (-p.EIxz / det)[..., None]
    x0, z0 = p.x0[..., None], p.z0[..., None]
    mid_x = 0.5 * (strips.x[:, 1:] + strips.x[:, :-1])
    middle = 0.5 * (strips.up + strips.low)
    mid_z = 0.5 * (middle[:, 1:] + middle[:, :-1])
    volume = strips.h * strips.dx
    loads = np.zeros((m.variants, *strips.h.shape, _ORDER))
    even = made.E * volume * (kz * (mid_z - z0) + kx * (mid_x - x0))
    odd = made.E * volume * kz * strips.h / 6
    # over nothing what is counted as foam, and less of it with the lids of a box, goes along the faces too
    for order, force in enumerate((even, odd, even * made.void, odd * made.void)):
        loads[..., order] += force
    for q in range(sheets.count):
        face, Et = int(sheets.face[q]), m.sheet_on[:, q] * m.sheet_Et[:, q]
        with_it, covered = np.flatnonzero(Et), np.flatnonzero(made.covers[q].any(axis=0))
        if not len(with_it) or not len(covered):
            continue
        part = slice(covered[0], covered[-1] + 1)
        line = strips.up if face > 0 else strips.low
        z = (0.5 * (line[:, 1:] + line[:, :-1]) + face * sheets.out(q))[:, part]
        arm = kz[with_it] * (z - z0[with_it]) + kx[with_it] * (mid_x[:, part] - x0[with_it])
        force = Et[with_it, None, None] * (made.covers[q] * strips.arc[face])[:, part] * arm
        at = np.asarray(_AT_FACE[face])
        if sheets.inside[q]:
            # within the core, so far down from its face
            at = np.asarray(legvander(face * np.clip(1 + 2 * sheets.out(q) / strips.h[:, part], -1, 1), _ORDER - 1))
        loads[with_it, :, part] += force[..., None] * at
    joins = is_web(layout)
    nets = np.zeros((members.count, m.variants, strips.x.shape[0]))
    own = np.zeros((m.variants, strips.x.shape[0]))
    for q in range(members.count):
        # a search lays many sticks into one section, few of which are there in any one way
        with_it = np.flatnonzero(m.member_on[:, q])
        x, z, there = members.x[q], members.z[q], members.present[q]
        t, _ = _through(layout, q)
        shapes = _polynomials(t)  # (order, S, Gauss)
        on = (m.member_on[with_it, q] * members.oblique[q])[:, None] * there
        E, bonded = on * m.member_E[with_it, q, None], on * (m.member_E * m.gamma)[with_it, q, None]
        gone = m.member_on[with_it, q, None] * there * m.foam.E[with_it, None] * members.area_out[q]
        arm = (kz[..., 0] * (z - p.z0) + kx[..., 0] * (x - p.x0))[with_it]
        net = (bonded * members.area[q] - gone) * arm
        # what another stick holds goes into the foam with it
        nets[members.held_by[q], with_it] += net
        mean = (shapes * 0.5 * _WEIGHTS).sum(axis=-1)
        hollow = _in_hollow(layout, m, q)[with_it, :, None]
        at_face = np.where((t.mean(axis=-1) > 0)[:, None], _AT_FACE[+1], _AT_FACE[-1])
        force = net[..., None] * np.where(hollow, at_face, mean.T)  # (V, S, order)
        if not joins[q]:
            bends = (m.member_on * m.member_E)[with_it, q, None] * there * members.oblique[q] * members.ixx[q]
            uneven = np.where(members.area_out[q] > 1.001 * members.area[q], _UNEVEN_TUBE, _UNEVEN)
            inside = bends * kz[with_it, :, 0]
            stiff = m.member_G[with_it, q, None] * np.maximum(members.area[q], 1e-9)
            own[with_it] += inside**2 * uneven / np.maximum(stiff, 1e-9)
        else:
            # what it takes in bending by itself it also shears by itself
            tilt = (shapes * 0.5 * _WEIGHTS * _GAUSS).sum(axis=-1) * 0.5 * members.height[q]
            force = force + ((E * members.area[q] - gone) * kz[with_it, :, 0])[..., None] * tilt.T
        shares = _stretch(strips, x, members.width[q])
        touched = np.flatnonzero(shares.any(axis=0))
        part = slice(touched[0], touched[-1] + 1)
        loads[with_it, :, part] += shares[:, part, None] * force[:, :, None, :]
    return loads, own + _finer(layout, m, strips, nets)


def shear_flow(layout: SectionLayout, m: SectionMaterials, p: SectionProperties, coarse: bool = False) -> ShearFlow:
    """Shear stiffness, and what shears foam and webs for each N of shear force, (V, S).

    `coarse` is for what is compared with its own like: half the places along the chord.
    """
    strips = _strips(layout, coarse)
    made = _made(layout, m, strips)
    even, more = _loads(layout, m, p, strips, made)
    first, back = alike_in_shear(m, is_web(layout) | _between(layout))
    some = m.take(first)
    skins = _skins(layout, some, made.covers)
    stiffer = _stiffer(layout, some, strips)
    elements = _elements(strips, made.G[first], skins, stiffer)
    factor = _factored(layout, some, strips, made.G[first], skins, stiffer, elements)
    elements = _Elements(*({pair: a[back] for pair, a in matrix.items()} for matrix in vars(elements).values()))
    given = _times(elements.between, even) / made.G[..., None]
    more = more + (given * even).sum(axis=(-1, -2))
    share = 0.5 * _times(elements.even, even)
    loads = np.zeros((m.variants, *strips.x.shape, _ORDER))
    loads[:, :, :-1] += share
    loads[:, :, 1:] += share
    # variants of one matrix side by side, as so many right sides
    count = np.bincount(back)
    slot = np.zeros(len(back), dtype=np.intp)
    for u in range(len(first)):
        slot[back == u] = np.arange(count[u])
    right = np.zeros((len(first), *loads.shape[1:], int(count.max())))
    right[back, ..., slot] = loads
    solved = cho_solve_banded((factor, True), right.reshape(-1, right.shape[-1]), check_finite=False)
    w = np.asarray(solved).reshape(right.shape)[back, ..., slot]
    give = (w * loads).sum(axis=(-1, -2)) + more
    slopes = np.array([legval(_LOOK, legder(_UNIT[i])) for i in range(_ORDER)])
    values = _polynomials(_LOOK)
    rise = np.diff(w, axis=2) / strips.dx[..., None]
    level = _times(elements.even, 0.5 * (w[:, :, 1:] + w[:, :, :-1]), turned=True) + given
    along = rise @ values
    through = level @ slopes * (2 / strips.h)[..., None]
    every = np.sqrt(along**2 + through**2)
    strain = every.max(axis=-1)
    # beside what stands in its place, of the foam alone: how finely the chord is cut there should not matter
    mean, is_foam = window(strips.x, strips.h, layout.patches), np.minimum(made.foam / _SOME, 1.0)
    near = mean @ (every * made.foam[..., None]) / np.maximum(mean @ is_foam[..., None], _SOME)
    in_foam = near.max(axis=(-1, -2))
    webs = {
        q: (strain * (share > 0.5)).max(axis=-1) * m.member_G[:, q, None] * layout.members.present[q]
        for q, share in made.webs.items()
    }
    return ShearFlow(1 / np.maximum(give, 1e-30), in_foam * m.foam.G[:, None], _unit(layout, m, p, strips, made), webs)


def _unit(layout: SectionLayout, m: SectionMaterials, p: SectionProperties, strips: _Strips, made: _Made) -> Array:
    """(V, S) ES / EI, 1/mm, of what lies above the neutral axis."""
    z0, members, sheets = p.z0[..., None], layout.members, layout.sheets
    floor = np.clip(z0, strips.low, strips.up)
    column = 0.5 * (strips.up**2 - floor**2) - z0 * (strips.up - floor)
    ES = (made.E * 0.5 * (column[..., 1:] + column[..., :-1]) * strips.dx).sum(axis=-1)
    stick = m.member_on * (m.member_E * m.gamma * members.oblique)
    for q in range(members.count):
        area = members.area[q] * members.present[q]
        ES = ES + stick[:, q, None] * area * np.maximum(members.z[q] - p.z0, 0.0)
    for q in range(sheets.count):
        face, Et = int(sheets.face[q]), m.sheet_on[:, q] * m.sheet_Et[:, q]
        with_it = np.flatnonzero(Et)
        line = strips.up if face > 0 else strips.low
        z = 0.5 * (line[:, 1:] + line[:, :-1]) + face * sheets.out(q)
        width = made.covers[q] * strips.arc[face]
        ES[with_it] += Et[with_it, None] * (width * np.maximum(z - z0[with_it], 0.0)).sum(axis=-1)
    return np.asarray(np.maximum(ES / p.EIxx, 1e-12))
