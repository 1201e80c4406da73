"""Shear of a foam-filled section by a force up and down: how it warps, how stiff it is, what shears foam and webs.

Where bending grows along the span, what stretches hands force to what is beside it. The warping w of that obeys
div(G grad w) = -E (kz (z - z0) + kx (x - x0)), with skins that carry flow along their faces and sticks as line
sources. As for torsion it is reduced along the chord (Kantorovich and Krylov 1958): at each x, w is a polynomial of the
depth, of the third degree, and the energy is minimised over all nodes of all sections at once. What a stick feeds into
the foam next to it is finer than such a polynomial: the rest of that energy is the closed form of a line source in a
strip with free faces less what the polynomial has of it.

Sources: Timoshenko and Goodier 1951 (bending of bars, membrane analogy); Carslaw and Jaeger 1959 (line source in a
strip); Allen 1969 (sandwich cores).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.polynomial.legendre import legder, leggauss, legval
from numpy.typing import NDArray
from scipy.linalg import cho_solve_banded, cholesky_banded, eigh

from ...geometry.profile import XI
from ..contract import SectionProperties, ShearFlow
from ..section import SectionLayout, SectionMaterials
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
#: places along the chord, and round sticks in parts of the depth; own choice
_BASE = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 29)))
_FAN = (-0.8, -0.3, -0.1, 0.1, 0.3, 0.8)
#: shear modulus of a hole, as a share of the foam's
_AIR = 1e-3
#: share of the depth to either side over which what shears the foam is averaged along the chord: next to a stick it is
#: told of the glue line, and how finely the chord is cut should not matter; own choice
_NEAR = 0.06
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


def _nodes(layout: SectionLayout) -> Array:
    """(S, M) chord shares: an even base, what has an edge, and a fan round every stick."""
    outline, members, sheets, patches = layout.outline, layout.members, layout.sheets, layout.patches
    chord = outline.chord
    columns = [np.broadcast_to(_BASE, (len(chord), len(_BASE)))]
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
        add(patches.x_from[p] / chord)
        add(patches.x_to[p] / chord)
    edged = is_web(layout) | _between(layout)
    for p in range(members.count):
        middle, half = members.x[p] / chord, 0.5 * members.width[p] / chord
        upper, lower = outline.faces_at(np.clip(middle, 0, 1))
        depth = (upper - lower) / chord
        # narrow ones in one place share their nodes, whatever their size
        wide = np.where(edged[p] | (half > 0.25 * depth), half, 0.0)
        add(middle)
        for side in (-1.0, 1.0) if wide.any() else ():
            add(middle + side * half)
        for part in _FAN:
            add(middle + np.sign(part) * wide + part * depth)
    return np.sort(np.concatenate(columns, axis=1), axis=1)


def _strips(layout: SectionLayout) -> _Strips:
    outline = layout.outline
    grid = _nodes(layout)
    chord, scale = outline.chord[:, None], outline.z_scale[:, None]
    x = grid * chord
    up = np.interp(grid, XI, outline.profile.upper) * scale
    low = np.interp(grid, XI, outline.profile.lower) * scale
    dx = np.maximum(np.diff(x, axis=1), 1e-6 * chord)
    deep = np.maximum(up - low, 1e-3 * chord)
    arc = {face: np.hypot(dx, np.diff(z, axis=1)) for face, z in ((+1, up), (-1, low))}
    return _Strips(grid, x, up, low, dx, 0.5 * (deep[:, 1:] + deep[:, :-1]), arc)


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


def _both_ends(element: Array) -> Array:
    """(..., M) half of what each element has to either of its nodes."""
    found = np.zeros((*element.shape[:-1], element.shape[-1] + 1))
    found[..., :-1] += 0.5 * element
    found[..., 1:] += 0.5 * element
    return found


def _factored(layout: SectionLayout, m: SectionMaterials, strips: _Strips, G: Array, covers: Array) -> Array:
    """Banded Cholesky factor of all sections, one after the other: (2 x order, V S M order)."""
    sheets = layout.sheets
    v, s, n = m.variants, *strips.x.shape
    own = np.zeros((_ORDER, _ORDER, v, s, n))
    beside = np.zeros((_ORDER, _ORDER, v, s, n))
    along, across = G * strips.h / strips.dx, G * strips.dx / strips.h
    for i in range(_ORDER):
        own[i, i] += 2 * _both_ends(along * _MASS[i])
        beside[i, i, ..., :-1] -= along * _MASS[i]
        for j in range(i + 1):
            if _SLOPE_PRODUCTS[i, j]:
                own[i, j] += _both_ends(across * _SLOPE_PRODUCTS[i, j])
    _stiffen(layout, m, strips, own, beside)
    for face, at in _AT_FACE.items():
        Gt = np.zeros_like(along)
        for p in range(sheets.count):
            if int(sheets.face[p]) == face:
                Gt = Gt + (m.sheet_on * m.sheet_Gt)[:, p, None, None] * covers[p]
        if not Gt.any():
            continue
        runs = Gt / strips.arc[face]
        nodes = 2 * _both_ends(runs)
        for i in range(_ORDER):
            for j in range(_ORDER):
                if j <= i:
                    own[i, j] += at[i] * at[j] * nodes
                beside[i, j, ..., :-1] -= at[i] * at[j] * runs
    for p in range(sheets.count):
        for end, closed in ((0, sheets.nose_edge[p]), (-1, sheets.tail_edge[p])):
            if closed:
                # both faces name a covered edge: half of it each; from face to face w differs by twice its odd parts
                high = np.maximum(strips.up[:, end] - strips.low[:, end], 1e-3)
                tie = 0.5 * (m.sheet_on * m.sheet_Gt)[:, p, None] * sheets.present[p] / high
                for i, j in ((1, 1), (3, 1), (3, 3)):
                    own[i, j, ..., end] += 4 * tie
    # all loads together are none, so that what holds one node holds nothing
    own[0, 0, ..., 0] += along[..., 0]
    band = np.zeros((2 * _ORDER, v * s * n * _ORDER))
    for i in range(_ORDER):
        for j in range(_ORDER):
            if j <= i:
                band[i - j, j::_ORDER] = own[i, j].ravel()
            # of a node's j with the next one's i
            band[_ORDER + i - j, j::_ORDER] = beside[i, j].ravel()
    return np.asarray(cholesky_banded(band, lower=True, overwrite_ab=True, check_finite=False))


def _stiffen(layout: SectionLayout, m: SectionMaterials, strips: _Strips, own: Array, beside: Array) -> None:
    """What lies between other sticks of its piece, in the part of the depth that it fills."""
    members = layout.members
    for q in np.flatnonzero(_between(layout)).tolist():
        t, depth = _through(layout, q)
        weights = 0.5 * _WEIGHTS * (members.height[q] / depth)[:, None]
        slopes = 2 * np.array([legval(t, legder(_UNIT[i])) for i in range(_ORDER)])
        values = _polynomials(t)
        K, M = (np.einsum("isg,jsg,sg->ijs", a, a, weights) for a in (slopes, values))
        half = 0.5 * members.width[q]
        share = _filled(strips, members.x[q] - half, members.x[q] + half) * members.present[q][:, None]
        more = (m.member_on[:, q] * np.maximum(m.member_G[:, q] - m.foam.G, 0.0))[:, None, None] * share
        along, across = more * strips.h / strips.dx, more * strips.dx / strips.h
        for i in range(_ORDER):
            for j in range(_ORDER):
                runs = along * M[i, j][:, None]
                if j <= i:
                    own[i, j] += 2 * _both_ends(runs) + _both_ends(across * K[i, j][:, None])
                beside[i, j, ..., :-1] -= runs


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


def _stick_nodes(strips: _Strips, x: Array, width: Array) -> Array:
    """(S, M) shares of what is spread evenly over a width, (S,) mm each."""
    places = x[:, None] + 0.5 * width[:, None] * _GAUSS
    found = np.zeros(strips.x.shape)
    rows = np.arange(len(x))
    for g, weight in enumerate(0.5 * _WEIGHTS):
        here = np.clip(places[:, g], strips.x[:, 0], strips.x[:, -1])
        left = np.clip((strips.x <= here[:, None]).sum(axis=1) - 1, 0, strips.x.shape[1] - 2)
        part = np.clip((here - strips.x[rows, left]) / strips.dx[rows, left], 0.0, 1.0)
        np.add.at(found, (rows, left), weight * (1 - part))
        np.add.at(found, (rows, left + 1), weight * part)
    return found


def _unresolved(size: Array, depth: Array, share: Array, width: Array, shape: Array) -> Array:
    """(S,) energy of a line source in a strip of foam, over flow squared / G, that the polynomial does not have.

    Parameters
    ----------
    size, width : mm; radius of the source, and how wide it lies. share : of the depth, from the lower face.
    shape : (order, S) polynomials over its height.
    """
    q = np.exp(-np.pi * size / depth)
    exact = -(np.log(1 - q) + 0.5 * np.log(1 - 2 * q * np.cos(2 * np.pi * share) + q * q)) / (2 * np.pi)
    # beside the source; round it, on the mean, it is as much less as the flow along the chord makes of it
    exact -= (0.5 - 1 / np.pi) * size / depth
    has = np.zeros_like(depth)
    for k in range(1, _ORDER):
        decay = np.sqrt(_DECAY2[k])
        a = np.maximum(decay * width / depth, 1e-6)
        spread = 2 * (a - 1 + np.exp(-a)) / a**2
        has += (_MODES[:, k] @ shape) ** 2 / (2 * decay) * spread
    return np.asarray(np.maximum(exact - has, 0.0))


def _loads(
    layout: SectionLayout, m: SectionMaterials, p: SectionProperties, strips: _Strips, made: _Made
) -> tuple[Array, Array]:
    """Loads (V, S, M, order) for 1 N of shear force, and what sticks' own neighbourhood adds to 1 / GA, (V, S)."""
    members, sheets = layout.members, layout.sheets
    det = p.EIxx * p.EIzz - p.EIxz**2
    kz, kx = (p.EIzz / det)[..., None], (-p.EIxz / det)[..., None]
    x0, z0 = p.x0[..., None], p.z0[..., None]
    mid_x = 0.5 * (strips.x[:, 1:] + strips.x[:, :-1])
    middle = 0.5 * (strips.up + strips.low)
    mid_z = 0.5 * (middle[:, 1:] + middle[:, :-1])
    volume = strips.h * strips.dx
    loads = np.zeros((m.variants, *strips.x.shape, _ORDER))
    even = made.E * volume * (kz * (mid_z - z0) + kx * (mid_x - x0))
    odd = made.E * volume * kz * strips.h / 6
    # over nothing what is counted as foam, and less of it with the lids of a box, goes along the faces too
    for order, force in enumerate((even, odd, even * made.void, odd * made.void)):
        loads[..., order] += _both_ends(force)
    for q in range(sheets.count):
        face, Et = int(sheets.face[q]), (m.sheet_on * m.sheet_Et)[:, q, None, None]
        if not Et.any():
            continue
        line = strips.up if face > 0 else strips.low
        z = 0.5 * (line[:, 1:] + line[:, :-1]) + 0.5 * face * sheets.t[q]
        force = Et * made.covers[q] * strips.arc[face] * (kz * (z - z0) + kx * (mid_x - x0))
        loads += _both_ends(force)[..., None] * _AT_FACE[face]
    joins = is_web(layout)
    nets = np.zeros((members.count, m.variants, strips.x.shape[0]))
    for q in range(members.count):
        x, z, there = members.x[q], members.z[q], members.present[q]
        t, depth = _through(layout, q)
        shapes = _polynomials(t)  # (order, S, Gauss)
        on = (m.member_on[:, q] * members.oblique[q])[:, None] * there
        E, bonded = on * m.member_E[:, q, None], on * (m.member_E * m.gamma)[:, q, None]
        gone = m.member_on[:, q, None] * there * m.foam.E[:, None] * members.area_out[q]
        arm = kz[..., 0] * (z - p.z0) + kx[..., 0] * (x - p.x0)
        net = (bonded * members.area[q] - gone) * arm
        # what another stick holds goes into the foam with it
        nets[members.held_by[q]] += net
        mean = (shapes * 0.5 * _WEIGHTS).sum(axis=-1)
        hollow = _in_hollow(layout, m, q)[..., None]
        at_face = np.where((t.mean(axis=-1) > 0)[:, None], _AT_FACE[+1], _AT_FACE[-1])
        force = net[..., None] * np.where(hollow, at_face, mean.T)  # (V, S, order)
        if joins[q]:
            # what it takes in bending by itself it also shears by itself: of a stick, in the stick
            tilt = (shapes * 0.5 * _WEIGHTS * _GAUSS).sum(axis=-1) * 0.5 * members.height[q]
            force = force + ((E * members.area[q] - gone) * kz[..., 0])[..., None] * tilt.T
        loads += _stick_nodes(strips, x, members.width[q])[..., None] * force[:, :, None, :]
    more = np.zeros((m.variants, strips.x.shape[0]))
    for q in np.flatnonzero(~joins).tolist():
        t, depth = _through(layout, q)
        size = 0.25 * (members.height[q] + members.width[q])
        share = np.clip(0.5 * (1 + t.mean(axis=-1)), size / depth, 1 - size / depth)
        mean = (_polynomials(t) * 0.5 * _WEIGHTS).sum(axis=-1)
        alone = _unresolved(size, depth, share, members.width[q], mean) / m.foam.G[:, None]
        more += ~_in_hollow(layout, m, q) * nets[q] ** 2 * alone
    return loads, more


def shear_flow(layout: SectionLayout, m: SectionMaterials, p: SectionProperties) -> ShearFlow:
    """Shear stiffness, and what shears foam and webs for each N of shear force, (V, S)."""
    strips = _strips(layout)
    made = _made(layout, m, strips)
    loads, more = _loads(layout, m, p, strips, made)
    first, back = alike_in_shear(m, is_web(layout) | _between(layout))
    factor = _factored(layout, m.take(first), strips, made.G[first], made.covers)
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
    level = 0.5 * (w[:, :, 1:] + w[:, :, :-1])
    along = rise @ values
    through = level @ slopes * (2 / strips.h)[..., None]
    every = np.sqrt(along**2 + through**2)
    strain = every.max(axis=-1)
    near = _window(strips) @ (every * made.foam[..., None])
    in_foam = near.max(axis=(-1, -2))
    webs = {
        q: (strain * (share > 0.5)).max(axis=-1) * m.member_G[:, q, None] * layout.members.present[q]
        for q, share in made.webs.items()
    }
    return ShearFlow(1 / np.maximum(give, 1e-30), in_foam * m.foam.G[:, None], _unit(layout, m, p, strips, made), webs)


def _window(strips: _Strips) -> Array:
    """(S, M - 1, M - 1) weights of the mean along the chord round the middle of each element."""
    middle = 0.5 * (strips.x[:, 1:] + strips.x[:, :-1])
    reach = _NEAR * strips.h
    low, high = ((middle + side * reach)[:, :, None] for side in (-1, 1))
    over = np.minimum(high, strips.x[:, None, 1:]) - np.maximum(low, strips.x[:, None, :-1])
    over = np.clip(over, 0.0, None)
    return np.asarray(over / np.maximum(over.sum(axis=-1, keepdims=True), 1e-12))


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
        face = int(sheets.face[q])
        line = strips.up if face > 0 else strips.low
        z = 0.5 * (line[:, 1:] + line[:, :-1]) + 0.5 * face * sheets.t[q]
        width = made.covers[q] * strips.arc[face]
        ES = ES + (m.sheet_on * m.sheet_Et)[:, q, None] * (width * np.maximum(z - z0, 0.0)).sum(axis=-1)
    return np.asarray(np.maximum(ES / p.EIxx, 1e-12))
