"""How a section warps when it twists, and from that where its shear centre lies.

The stress function of the torsion solution gives the warping w per unit twist about a pole, x from there:
dw/dx = tau_xy / G + z, dw/dz = tau_zy / G - x. It is integrated along the middle between both faces and from there
across to them; through the depth it is taken as a parabola. The E-weighted moments of w say about which point the
section must turn so that its warping neither bends it nor stretches it: the shear centre.

Sources: Trefftz 1935; Timoshenko and Goodier 1951.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...geometry import Outline
from ..contract import SectionProperties
from ..section import SectionLayout, SectionMaterials
from .torsion import StressFunction

Array = NDArray[np.float64]

#: share of the chord of the point on the chord line that w is taken about: near where sections turn, so that what
#: differs between these sums and those of EI counts only by the little way from there
POLE = 0.4


@dataclass(frozen=True)
class Warping:
    """(V, S, M) mm2 per unit twist at the nodes: on the upper face, in the middle, on the lower face."""

    upper: Array
    middle: Array
    lower: Array


def pole_of(chord: Array) -> Array:
    """(S,) mm from the local leading edge."""
    return np.asarray(POLE * chord)


def pole(phi: StressFunction) -> Array:
    """(S,) mm from the local leading edge."""
    return pole_of(phi.x[:, -1] - phi.x[:, 0])


def warping(phi: StressFunction) -> Warping:
    """Of every variant and station, zero in the middle of the nose."""
    x, up, low = phi.x, phi.up, phi.low
    dx = np.maximum(np.diff(x, axis=-1), 1e-7)
    mid, lever = 0.5 * (up + low), x - pole(phi)[:, None]

    def between(a: Array) -> Array:
        return np.asarray(0.5 * (a[..., 1:] + a[..., :-1]))

    def rise(a: Array) -> Array:
        return np.asarray(np.diff(a, axis=-1) / dx)

    h = np.maximum(between(up - low), 1e-6)
    upper, lower, bubble = between(phi.upper), between(phi.lower), between(phi.bubble)
    d_upper, d_lower, d_bubble = rise(phi.upper), rise(phi.lower), rise(phi.bubble)
    d_low, d_h = rise(low), rise(up - low)

    def down(s: float) -> Array:
        """tau_zy / G at a share of the depth, in each element."""
        d_s = -(d_low + s * d_h) / h
        along = d_upper * s + d_lower * (1 - s) + 4 * s * (1 - s) * d_bubble
        through = upper - lower + 4 * (1 - 2 * s) * bubble
        return np.asarray(-(along + through * d_s) / phi.G)

    across = (upper - lower) / phi.deep / phi.G + between(mid)
    steps = across * dx + (down(0.5) - between(lever)) * np.diff(mid, axis=-1)
    middle = np.concatenate([np.zeros((*steps.shape[:-1], 1)), np.cumsum(steps, axis=-1)], axis=-1)
    # Simpson's rule from the middle to each face
    to_upper = h / 12 * (down(0.5) + 4 * down(0.75) + down(1.0))
    to_lower = -h / 12 * (down(0.5) + 4 * down(0.25) + down(0.0))

    def at_nodes(a: Array) -> Array:
        """Of the elements on both sides, by their length."""
        width = np.broadcast_to(dx, a.shape)
        total, weight = np.zeros(middle.shape), np.zeros(middle.shape)
        total[..., :-1] += a * width
        total[..., 1:] += a * width
        weight[..., :-1] += width
        weight[..., 1:] += width
        return np.asarray(total / weight)

    turned = 0.5 * lever * (up - low)
    return Warping(middle + at_nodes(to_upper) - turned, middle, middle + at_nodes(to_lower) + turned)


def _patch_share(phi: StressFunction, layout: SectionLayout, p: int) -> Array:
    """(S, M - 1) share of each element that a patch takes, of its depth too."""
    patches, x = layout.patches, phi.x
    over = np.minimum(x[:, 1:], patches.x_to[p][:, None]) - np.maximum(x[:, :-1], patches.x_from[p][:, None])
    along = np.clip(over / np.maximum(np.diff(x, axis=1), 1e-7), 0.0, 1.0)
    return np.asarray(along * (patches.part[p] * patches.present[p])[:, None])


def _at(phi: StressFunction, w: Warping, x: Array, z: Array) -> Array:
    """(V, S) warping at one place of each station, x and z (S,) mm."""
    left = np.clip((phi.x <= x[:, None]).sum(axis=1) - 1, 0, phi.x.shape[1] - 2)
    rows = np.arange(len(x))

    def here(a: Array) -> Array:
        first, second = a[..., rows, left], a[..., rows, left + 1]
        span = np.maximum(phi.x[rows, left + 1] - phi.x[rows, left], 1e-9)
        return np.asarray(first + (second - first) * np.clip((x - phi.x[rows, left]) / span, 0.0, 1.0))

    up, low = here(phi.up), here(phi.low)
    s = np.clip((z - low) / np.maximum(up - low, 1e-9), 0.0, 1.0) - 0.5
    upper, middle, lower = here(w.upper), here(w.middle), here(w.lower)
    return np.asarray(middle + (upper - lower) * s + 2 * (upper + lower - 2 * middle) * s**2)


def _over_edge(phi: StressFunction, w: Warping, end: int, face: int, half: float) -> list[Array]:
    """Integrals of w, w z and w x, (V, S) each, over the half of a covered blunt edge next to a face (Simpson)."""
    up, low = phi.up[:, end], phi.low[:, end]
    upper, middle, lower = w.upper[..., end], w.middle[..., end], w.lower[..., end]
    high, out = 0.5 * (up - low), half if end else -half
    x, found = phi.x[:, end] + out, [np.zeros_like(middle) for _ in range(3)]
    for share, weight in ((0.0, 1), (0.25, 4), (0.5, 1)):
        z = 0.5 * (up + low) + face * share * (up - low)
        at = middle + face * share * (upper - lower) + 2 * share**2 * (upper + lower - 2 * middle) + out * z
        for k, f in enumerate((at, at * z, at * x)):
            found[k] = found[k] + weight / 6 * high * f
    return found


def skin_sums(
    layout: SectionLayout, materials: SectionMaterials, phi: StressFunction, w: Warping, back: NDArray[np.intp]
) -> Array:
    """(3, V, S) modulus-weighted integrals of w, w z and w x over foam and sheets; x from the local leading edge."""
    m, about = materials, pole(phi)[:, None]
    dx = np.diff(phi.x, axis=-1)
    mid, h = 0.5 * (phi.up + phi.low), phi.up - phi.low
    through = [(phi.low, w.lower, 1), (mid, w.middle, 4), (phi.up, w.upper, 1)]
    # Simpson's rule through the depth, trapezium along the chord: integrals of w, w z and w x over each element
    parts = [
        sum(k * wk for _, wk, k in through),
        sum(k * wk * zk for zk, wk, k in through),
        phi.x * sum(k * wk for _, wk, k in through),
    ]  # fmt: skip
    elements = [0.5 * dx * (a[..., 1:] + a[..., :-1]) for a in (h / 6 * part for part in parts)]
    foam = m.foam.E[:, None]
    sums = [foam * a.sum(axis=-1)[back] for a in elements]
    for p in range(layout.patches.count):
        share = _patch_share(phi, layout, p)
        more = m.patch_on[:, p, None] * (m.patch_E[:, p, None] - foam)
        sums = [total + more * (a * share).sum(axis=-1)[back] for total, a in zip(sums, elements, strict=True)]
    for p in range(layout.sheets.count):
        face = int(layout.sheets.face[p])
        line, at_face = (phi.up, w.upper) if face > 0 else (phi.low, w.lower)
        length, half = np.maximum(phi.arc[face], 1e-9), layout.sheets.out(p)
        # to the middle of the sheet's thickness, square to the face: what shears it there is next to nothing
        nx, nz = -face * np.diff(line, axis=-1) / length, face * dx / length
        x, z = (0.5 * (a[..., 1:] + a[..., :-1]) for a in (phi.x, line))
        at = 0.5 * (at_face[..., 1:] + at_face[..., :-1]) + half * (nx * z - nz * (x - about))
        x, z = x + half * nx, z + half * nz
        stiff = (m.sheet_on * m.sheet_Et)[:, p, None]
        width = length * phi.covers[p]
        ends = [
            _over_edge(phi, w, end, face, half)
            for end, covers in ((0, layout.sheets.nose_edge[p]), (-1, layout.sheets.tail_edge[p]))
            if covers
        ]
        for k, f in enumerate((at, at * z, at * x)):
            along = (width * f).sum(axis=-1) + sum(end[k] for end in ends) * layout.sheets.present[p]
            sums[k] = sums[k] + stiff * along[back]
    return np.stack(sums)


def stick_sums(layout: SectionLayout, materials: SectionMaterials, w_at: Callable[[int], Array]) -> Array:
    """(3, V, S) the same integrals over sticks, less the foam that they displace; `w_at` gives (V, S) at a stick."""
    m, members = materials, layout.members
    about, foam = POLE * layout.outline.chord, m.foam.E[:, None]
    sums = np.zeros((3, m.variants, len(about)))
    for p in range(members.count):
        x, z, there = members.x[p], members.z[p], members.present[p]
        at = w_at(p)
        on = m.member_on[:, p, None] * members.oblique[p] * there
        full, bonded = on * m.member_E[:, p, None], on * (m.member_E * m.gamma)[:, p, None]
        gone = m.member_on[:, p, None] * there * foam
        area = bonded * members.area[p] - gone * members.area_out[p]
        sums[0] += area * at
        # a stick by itself turns about its own centre
        sums[1] += area * at * z - (x - about) * (full * members.ixx[p] - gone * members.ixx_out[p])
        sums[2] += area * at * x + z * (full * members.izz[p] - gone * members.izz_out[p])
    return sums


def centre(properties: SectionProperties, sums: Array, chord: Array) -> Array:
    """(V, S) mm from the local leading edge: about which point the warping neither bends nor stretches (Trefftz 1935).

    Parameters
    ----------
    sums : (3, V, S) of everything there is. chord : (S,) mm.
    """
    q = properties
    by_z, by_x = sums[1] - q.z0 * sums[0], sums[2] - q.x0 * sums[0]
    away = (q.EIxz * by_x - q.EIzz * by_z) / (q.EIxx * q.EIzz - q.EIxz**2)
    return np.asarray(POLE * chord + away)


def shear_centre(
    layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, phi: StressFunction,
    back: NDArray[np.intp],
) -> Array:  # fmt: skip
    """(V, S) mm from the local leading edge.

    Parameters
    ----------
    phi : of the distinct variants; `back` (V,) says which of them each variant is.
    """
    w, members = warping(phi), layout.members
    sums = skin_sums(layout, materials, phi, w, back)
    sticks = stick_sums(layout, materials, lambda p: _at(phi, w, members.x[p], members.z[p])[back])
    return centre(properties, sums + sticks, layout.outline.chord)


@dataclass(frozen=True)
class SkinWarping:
    """How V sets of skins warp, for sticks that are put among them.

    Attributes
    ----------
    sums : (3, V, S) of foam and sheets over chord^4, chord^5, chord^5. w : (3, V, K, S) over chord^2, on the upper
        face, in the middle and on the lower face, at K shares of the chord.
    """

    sums: Array
    w: Array

    def take(self, index: NDArray[np.intp]) -> SkinWarping:
        """Some of the variants, or some of them more than once."""
        return SkinWarping(self.sums[:, index], self.w[:, index])

    def carried(self, weights: Array) -> SkinWarping:
        """To other stations, by `weights` (S, new S)."""
        return SkinWarping(self.sums @ weights, self.w @ weights)

    def at(self, outline: Outline, x: Array, z: Array) -> Array:
        """(V, S) mm2 at one place of each station, x and z (S,) mm."""
        share = np.clip(x / outline.chord, 0.0, 1.0)
        left = np.clip(np.searchsorted(_SHARES, share, side="right") - 1, 0, len(_SHARES) - 2)
        part = (share - _SHARES[left]) / (_SHARES[left + 1] - _SHARES[left])
        here = np.arange(len(share))
        upper, middle, lower = self.w[:, :, left, here] * (1 - part) + self.w[:, :, left + 1, here] * part
        up, low = outline.faces_at(share)
        s = np.clip((z - low) / np.maximum(up - low, 1e-9), 0.0, 1.0) - 0.5
        return np.asarray((middle + (upper - lower) * s + 2 * (upper + lower - 2 * middle) * s**2) * outline.chord**2)


#: shares of the chord at which the warping of skins is kept for a search; own choice
_SHARES = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 129)))


def skin_warping(
    layout: SectionLayout, materials: SectionMaterials, phi: StressFunction, back: NDArray[np.intp]
) -> SkinWarping:
    """Of all variants, without their sticks."""
    w, chord = warping(phi), layout.outline.chord
    kept = np.empty((3, phi.GJ.shape[0], len(_SHARES), len(chord)))
    for k, face in enumerate((w.upper, w.middle, w.lower)):
        for v in range(face.shape[0]):
            for s in range(face.shape[1]):
                kept[k, v, :, s] = np.interp(_SHARES * chord[s], phi.x[s], face[v, s]) / chord[s] ** 2
    power = np.stack([chord**4, chord**5, chord**5])[:, None]
    return SkinWarping(skin_sums(layout, materials, phi, w, back) / power, kept[:, back])
