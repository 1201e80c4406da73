"""Shear flow over the depth: shear stiffness GA_s, and the stress in the foam and at the bonds."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...geometry import XI, Profile
from ..contract import Runs, SectionProperties, ShearFlow
from ..section import SectionLayout, SectionMaterials
from .properties import Sums

Array = NDArray[np.float64]
#: levels through the depth at which the shear flow is summed; own choice, see docs/sections.md
LEVELS = 18
_GRID_STEP = 4


@dataclass(frozen=True)
class _Above:
    """Of a profile of chord 1: what lies above each of K levels, and all of it."""

    step: float
    levels: Array
    width: Array
    area: Array
    first: Array
    whole: float
    whole_first: float


def _above_levels(profile: Profile) -> _Above:
    """All stations are one profile stretched both ways, so this is worked out once."""
    pick = np.r_[0 : len(XI) : _GRID_STEP]
    x, up, low = XI[pick], profile.upper[pick], profile.lower[pick]
    top, bottom = float(up.max()), float(low.min())
    step = (top - bottom) / LEVELS
    edges = bottom + step * np.arange(LEVELS + 1)
    floor = np.clip(edges[:, None], low, up)
    dx = np.diff(x)

    def over_chord(f: Array) -> Array:
        return np.asarray(np.sum(0.5 * dx * (f[..., 1:] + f[..., :-1]), axis=-1))

    area, first = over_chord(up - floor), over_chord(0.5 * (up**2 - floor**2))
    return _Above(
        step, 0.5 * (edges[1:] + edges[:-1]), (area[:-1] - area[1:]) / step, 0.5 * (area[1:] + area[:-1]),
        0.5 * (first[1:] + first[:-1]), float(over_chord(up - low)), float(over_chord(0.5 * (up**2 - low**2))),
    )  # fmt: skip


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
    through: it spreads around the member, so its width is at most half the member's girth plus
    pi times the distance from it (the radial flow around a line source in half a plane). A level
    formula with the whole chord would make foam between two rods several times too stiff.

    Sources: Timoshenko and Gere (shear energy); Allen 1969 (sandwich cores); Carslaw and Jaeger 1959
    (line source).
    """
    outline, members, sheets = layout.outline, layout.members, layout.sheets
    above = _above_levels(outline.profile)
    scale, span = outline.z_scale[:, None], (outline.z_scale * outline.chord)[:, None]
    step, levels = above.step * outline.z_scale, above.levels * scale  # (S,), (S, K)
    width = np.maximum(above.width * outline.chord[:, None], 1e-3)
    area, first = above.area * span, above.first * span * scale

    z0 = properties.z0[:, :, None]
    foam_E, foam_G = materials.foam.E[:, None, None], materials.foam.G[:, None, None]
    whole, whole_first = above.whole * span, above.whole_first * span * scale
    patches = layout.patches
    if patches.count:
        # where foam is cut out, there is as much less of it to carry shear
        lost = (materials.patch_on * (materials.patch_G <= 0)) @ (patches.area * patches.present)
        left = np.clip(1 - lost / np.maximum(whole[:, 0], 1e-9), 0.02, 1.0)[:, :, None]
        foam_E, foam_G = foam_E * left, foam_G * left
    foam_part = foam_E * (first - z0 * area)
    foam_rest = foam_E * (whole_first - first - z0 * (whole - area))
    # what lies above a level feeds the flow through it and what lies below takes it up again, so the
    # flow is as narrow as the narrower of both: `crowd` counts flow / width from above, `drain` from below
    flow, crowd, drain = foam_part.copy(), np.abs(foam_part) / width, np.abs(foam_rest) / width
    stiff = np.zeros_like(flow)
    stick = materials.member_on * materials.member_E * materials.gamma * members.oblique
    for p in range(members.count):
        half = 0.5 * members.height[p][:, None]
        z = members.z[p][:, None]
        above = np.clip((z + half - levels) / (2 * half), 0, 1) * members.present[p][:, None]
        mean = 0.5 * (z + half + np.maximum(levels, z - half))
        inside = np.clip((half + 0.5 * step[:, None] - np.abs(levels - z)) / step[:, None], 0, 1)
        inside = inside * members.present[p][:, None]
        girth = np.pi * 0.25 * (members.height[p] + members.width[p])[:, None]
        reach = np.minimum(width, girth + np.pi * np.maximum(np.abs(levels - z) - half, 0))
        at = having(materials.member_on[:, p])
        there, level = stick[at, p, None, None], z0[at]
        part = (there * members.area[p][:, None]) * above * (mean - level)
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
        above = (z[:, None, :] > levels[:, :, None]).astype(float)
        high, long = np.einsum("skq,sq->sk", above, z_sum), np.einsum("skq,sq->sk", above, length)
        at = having(materials.sheet_on[:, p])
        stiffness, level = film[at, p, None, None], z0[at]
        part = stiffness * (high - level * long)
        rest = stiffness * (z_sum.sum(axis=1)[:, None] - high - level * (length.sum(axis=1)[:, None] - long))
        flow[at] += part
        crowd[at] += np.abs(part) / width
        drain[at] += np.abs(rest) / width
    crowd = np.maximum(crowd, drain)
    share = np.where(crowd > 0, np.abs(flow) / np.where(crowd > 0, crowd, 1.0), width)
    effective = np.clip(share, 1e-3, width)  # mm of foam that the flow really uses
    path = foam_G * effective + stiff
    unit = flow / properties.EIxx[:, :, None]
    give = np.sum(unit**2 / path * step[:, None], axis=2)
    strain = np.max(np.abs(unit) / path, axis=2)
    most = np.maximum(np.max(np.abs(unit), axis=2), 1e-12)
    webs = {
        p: strain * materials.member_G[:, p, None] * members.present[p]
        for p in range(members.count)
        if np.any(members.web_width[p] > 0)
    }
    return ShearFlow(1.0 / np.maximum(give, 1e-30), strain * foam_G[:, :, 0], most, webs)
