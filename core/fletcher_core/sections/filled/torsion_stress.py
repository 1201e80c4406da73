"""What a twisting section feels: shear in its foam, in its skins, under them, and in its webs.

All of it is the gradient of the stress function that gives GJ: along the chord d phi / dz, through the depth
-d phi / dx; a skin carries as its flow the value of phi on its face (Timoshenko and Goodier 1951; Bredt 1896).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..contract import TorsionStress, worst_places
from ..section import SectionLayout, SectionMaterials
from .means import window
from .torsion import StressFunction

Array = NDArray[np.float64]
#: shares of the depth at which the foam's shear is looked at; own choice
_LEVELS = (0.0, 0.5, 1.0)
#: foam of which less than this share of the depth is left is a hole
_HOLE = 0.05
#: shear goes with the depth, so the foam's worst place is never where it is shallower than this share of the deepest;
#: the chordwise reduction is at its worst there, at a sharp nose or trailing edge (own choice)
_SHALLOW = 0.3
#: an element shorter than this share of the chord is a point
_POINT = 1e-6


def _inside(phi: StressFunction, layout: SectionLayout, p: int) -> Array:
    """(S, M - 1) 1 where an element lies in a web."""
    middle = 0.5 * (phi.x[:, 1:] + phi.x[:, :-1])
    half = 0.5 * np.maximum(layout.members.web_width[p], 1e-6)[:, None]
    return np.asarray(np.abs(middle - layout.members.x[p][:, None]) <= half, dtype=float)


def _foam(phi: StressFunction, G_core: Array) -> tuple[Array, Array]:
    """(along the chord, through the depth), (V, S, levels, M - 1): strain in each element times the core's G."""
    dx = np.maximum(np.diff(phi.x, axis=-1), 1e-7)
    low, h = phi.low, phi.up - phi.low
    mean_h = np.maximum(0.5 * (h[..., 1:] + h[..., :-1]), 1e-6)
    deep_enough = mean_h > _SHALLOW * mean_h.max(axis=-1, keepdims=True)
    # nodes may stand twice, where one thing ends and the next begins
    long = dx > _POINT * phi.x[:, -1:]
    alive = (phi.deep > _HOLE * mean_h) * deep_enough * long / phi.G * G_core[:, None, None]
    upper, lower, bubble = (0.5 * (a[..., 1:] + a[..., :-1]) for a in (phi.upper, phi.lower, phi.bubble))
    d_upper, d_lower, d_bubble, d_low, d_h = (
        np.diff(a, axis=-1) / dx for a in (phi.upper, phi.lower, phi.bubble, low, h)
    )
    along, through = [], []
    for s in _LEVELS:
        across = upper - lower + 4 * (1 - 2 * s) * bubble
        along.append(alive * across / phi.deep)
        slope = d_upper * s + d_lower * (1 - s) + 4 * s * (1 - s) * d_bubble
        through.append(alive * (slope - across * (d_low + s * d_h) / mean_h))
    return np.abs(np.stack(along, axis=-2)), np.abs(np.stack(through, axis=-2))


def torsion_stress(
    layout: SectionLayout, materials: SectionMaterials, phi: StressFunction, back: NDArray[np.intp]
) -> TorsionStress:
    """Per unit of twist per length.

    Parameters
    ----------
    phi : of the distinct variants; `back` (V,) says which of them each variant is.
    """
    m, sheets, members = materials, layout.sheets, layout.members
    first = np.zeros(phi.GJ.shape[0], dtype=np.intp)
    first[back] = np.arange(len(back))  # one variant of each
    along, through = _foam(phi, m.foam.G[first])
    webs = tuple(p for p in range(members.count) if np.any(members.web_width[p] > 0))
    in_web = {p: _inside(phi, layout, p) for p in webs}
    foam = np.ones_like(phi.x[:, 1:])
    for p in webs:
        foam = foam * (1.0 - in_web[p])
    # how finely the chord is cut should not matter
    h = np.maximum(phi.up - phi.low, 1e-6)
    mean = window(phi.x, 0.5 * (h[:, 1:] + h[:, :-1]), layout.patches)
    in_foam = [np.einsum("sij,vslj->vsli", mean, a * foam[None, :, None, :]) for a in (along, through)]
    places = [a.reshape(*a.shape[:2], -1) for a in in_foam]
    rows = [row[back] for row in worst_places(*places)]

    on_face = {+1: phi.upper, -1: phi.lower}
    stiff = (m.sheet_on * m.sheet_Gt)[first]
    total = {face: np.zeros((len(first), *phi.covers.shape[1:])) for face in on_face}
    for p in range(sheets.count):
        face = int(sheets.face[p])
        total[face] = total[face] + stiff[:, p, None, None] * phi.covers[p]
    flows, bonds = [], []
    for p in range(sheets.count):
        face, own = int(sheets.face[p]), stiff[:, p, None, None] * phi.covers[p]
        share = np.divide(own, total[face], out=np.zeros_like(total[face]), where=total[face] > 0)
        value = on_face[face]
        # on the outside there is its own twist as a thin strip, too
        flow = 0.5 * np.abs(value[..., 1:] + value[..., :-1]) * share + own * abs(sheets.t[p])
        long = phi.arc[face] > _POINT * phi.x[:, -1:]
        bond = np.abs(np.diff(value, axis=-1)) / np.where(long, phi.arc[face], np.inf) * (own > 0) * foam
        flows.append(flow.max(axis=-1)[back])
        # as of the foam: between two nodes that nearly meet, a slope is rounding over next to nothing
        bonds.append(np.einsum("sij,vsj->vsi", mean, bond).max(axis=-1)[back])

    found = []
    for p in webs:
        strain = np.hypot(along, through) / m.foam.G[first, None, None, None]
        worst = (strain * in_web[p][None, :, None, :]).max(axis=(-1, -2))
        found.append(worst[back] * m.member_G[:, p, None] * m.member_on[:, p, None] * members.present[p])
    return TorsionStress(np.stack([*rows, *flows, *bonds, *found]), sheets.count, webs)
