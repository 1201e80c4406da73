"""Shear flow over the depth: shear stiffness GA_s, and the stress in the foam and at the bonds."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ...geometry import XI, Profile
from ..contract import Runs, SectionProperties, ShearFlow
from ..section import SectionLayout, SectionMaterials
from .properties import Sums

Array = NDArray[np.float64]
#: even layers of the depth in which the shear flow is summed, between which there are the edges of sticks; own choice
LAYERS = 18
#: so many edges of sticks at most: a search has many sticks, of which each variant has few; own choice
_EDGES = 48
#: levels of a profile at which what lies above is tabulated
_TABLE = 240
_GRID_STEP = 4


@dataclass(frozen=True)
class _Above:
    """Of a profile of chord 1, at rising levels: area above each, and its first moment."""

    levels: Array
    area: Array
    first: Array

    def at(self, z: Array) -> tuple[Array, Array]:
        """The same at other levels, of any shape."""
        return np.interp(z, self.levels, self.area), np.interp(z, self.levels, self.first)


@lru_cache(maxsize=64)
def _tabled(upper: bytes, lower: bytes) -> _Above:
    pick = np.r_[0 : len(XI) : _GRID_STEP]
    x, up, low = XI[pick], np.frombuffer(upper)[pick], np.frombuffer(lower)[pick]
    levels = np.linspace(float(low.min()), float(up.max()), _TABLE + 1)
    floor = np.clip(levels[:, None], low, up)
    dx = np.diff(x)

    def over_chord(f: Array) -> Array:
        return np.asarray(np.sum(0.5 * dx * (f[..., 1:] + f[..., :-1]), axis=-1))

    return _Above(levels, over_chord(up - floor), over_chord(0.5 * (up**2 - floor**2)))


def _above_levels(profile: Profile) -> _Above:
    """All stations are one profile stretched both ways, so this is worked out once."""
    return _tabled(np.ascontiguousarray(profile.upper).tobytes(), np.ascontiguousarray(profile.lower).tobytes())


def _edges(layout: SectionLayout, above: _Above) -> Array:
    """(S, K + 1) rising levels between the layers: even ones, and the edges of every stick."""
    scale, members = layout.outline.z_scale[:, None], layout.members
    even = np.linspace(above.levels[0], above.levels[-1], LAYERS + 1) * scale
    half = 0.5 * members.height
    found = np.unique(np.round(np.concatenate([members.z - half, members.z + half]), 2), axis=0).T
    if found.shape[1] > _EDGES:
        found = found[:, np.linspace(0, found.shape[1] - 1, _EDGES).round().astype(int)]
    return np.sort(np.concatenate([even, np.clip(found, even[:, :1], even[:, -1:])], axis=1), axis=1)


def having(on: Array) -> Runs:
    """The variants that have a piece: in a search few of many do."""
    there = np.flatnonzero(on)
    return slice(None) if 2 * len(there) > len(on) else there


def shear_flow(
    layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, sums: Sums
) -> ShearFlow:
    """Shear over the depth from the energy of the shear flow.

    1 / GA_s = Int (ES(z) / EI)^2 / (G b) dz over the depth, ES the modulus-weighted first moment of
    what lies above z. The flow that comes out of a slender member has not the whole chord to go
    through: it spreads around the member, as from a line source of its girth and its image in the face
    that lies over it, 1 / width = (1 / r + 1 / (r + 2 x depth of its middle under that face)) / (2 pi). It
    narrows in the same way to what takes it up: both narrows add, but for the width that they share. A
    level formula with the whole chord would make foam between two rods several times too stiff.

    Sources: Timoshenko and Gere (shear energy); Allen 1969 (sandwich cores); Carslaw and Jaeger 1959
    (line source).
    """
    outline, members, sheets = layout.outline, layout.members, layout.sheets
    above = _above_levels(outline.profile)
    scale, span = outline.z_scale[:, None], (outline.z_scale * outline.chord)[:, None]
    edges = _edges(layout, above)
    step, levels = np.diff(edges, axis=1), 0.5 * (edges[:, 1:] + edges[:, :-1])  # (S, K)
    area_at, first_at = above.at(edges / scale)
    thin = step < 1e-9 * scale
    width = np.where(thin, 1.0, -np.diff(area_at, axis=1) * span / np.where(thin, 1.0, step))
    width = np.maximum(width, 1e-3)
    area = 0.5 * (area_at[:, 1:] + area_at[:, :-1]) * span
    first = 0.5 * (first_at[:, 1:] + first_at[:, :-1]) * span * scale

    z0 = properties.z0[:, :, None]
    foam_E, foam_G = materials.foam.E[:, None, None], materials.foam.G[:, None, None]
    whole, whole_first = above.area[0] * span, above.first[0] * span * scale
    patches = layout.patches
    if patches.count:
        # where foam is cut out, there is as much less of it to carry shear
        lost = (materials.patch_on * (materials.patch_G <= 0)) @ (patches.area * patches.present)
        left = np.clip(1 - lost / np.maximum(whole[:, 0], 1e-9), 0.02, 1.0)[:, :, None]
        foam_E, foam_G = foam_E * left, foam_G * left
    foam_part = foam_E * (first - z0 * area)
    foam_rest = foam_E * (whole_first - first - z0 * (whole - area))
    # what lies above a level feeds the flow through it and what lies below takes it up again:
    # `crowd` counts flow / width from above, `drain` from below
    flow, crowd, drain = foam_part.copy(), np.abs(foam_part) / width, np.abs(foam_rest) / width
    stiff = np.zeros_like(flow)
    stick = materials.member_on * materials.member_E * materials.gamma * members.oblique
    for p in range(members.count):
        half = 0.5 * members.height[p][:, None]
        z = members.z[p][:, None]
        share = np.clip((z + half - levels) / (2 * half), 0, 1) * members.present[p][:, None]
        mean = 0.5 * (z + half + np.maximum(levels, z - half))
        inside = (np.abs(levels - z) < half) * members.present[p][:, None]
        round_ = 0.25 * (members.height[p] + members.width[p])[:, None]
        r = round_ + np.maximum(np.abs(levels - z) - half, 0)
        top, bottom = (f[:, None] for f in outline.faces_at(members.x[p] / outline.chord))
        # the face on the other side of it than the level: flow cannot leave there, and turns back
        under = np.maximum(np.where(levels < z, top - z, z - bottom), 0.0)
        reach = np.minimum(width, 2 * np.pi / (1 / r + 1 / (r + 2 * under)))
        at = having(materials.member_on[:, p])
        there, level = stick[at, p, None, None], z0[at]
        part = (there * members.area[p][:, None]) * share * (mean - level)
        all_of_it = there * (members.area[p] * members.present[p])[:, None] * (z - level)
        flow[at] += part
        crowd[at] += np.abs(part) / reach
        drain[at] += np.abs(all_of_it - part) / reach
        own_G = (materials.member_on * materials.member_G)[at, p, None, None]
        stiff[at] += own_G * inside * members.width[p][:, None]
    film = materials.sheet_on * materials.sheet_Et
    for p in range(sheets.count):
        length, z_sum = sums.sheet.length[p], sums.sheet.z[p]
        z = z_sum / np.where(length > 0, length, 1.0)
        over = (z[:, None, :] > levels[:, :, None]).astype(float)
        high, long = np.einsum("skq,sq->sk", over, z_sum), np.einsum("skq,sq->sk", over, length)
        at = having(materials.sheet_on[:, p])
        stiffness, level = film[at, p, None, None], z0[at]
        part = stiffness * (high - level * long)
        rest = stiffness * (z_sum.sum(axis=1)[:, None] - high - level * (length.sum(axis=1)[:, None] - long))
        flow[at] += part
        crowd[at] += np.abs(part) / width
        drain[at] += np.abs(rest) / width
    crowd = np.maximum(crowd + drain - np.abs(flow) / width, np.maximum(crowd, drain))
    share = np.where(crowd > 0, np.abs(flow) / np.where(crowd > 0, crowd, 1.0), width)
    effective = np.clip(share, 1e-3, width)  # mm of foam that the flow really uses
    path = foam_G * effective + stiff
    unit = flow / properties.EIxx[:, :, None]
    give = np.sum(unit**2 / path * step, axis=2)
    strain = np.max(np.where(thin, 0.0, np.abs(unit) / path), axis=2)
    most = np.maximum(np.max(np.abs(unit), axis=2), 1e-12)
    webs = {
        p: strain * materials.member_G[:, p, None] * members.present[p]
        for p in range(members.count)
        if np.any(members.web_width[p] > 0)
    }
    return ShearFlow(1.0 / np.maximum(give, 1e-30), strain * foam_G[:, :, 0], most, webs)
