"""Skins and tapes as line elements on the outline's arc, with their own offset."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from ...geometry import Outline
from ...geometry.profile import XI
from ..section import Sheets

Array = NDArray[np.float64]

#: segments along a sheet at which strain, shear and wrinkling are looked at
SEGMENTS = 16
#: where their ends lie between those of the sheet, as shares
SPREAD = 0.5 * (1 - np.cos(np.linspace(0, np.pi, SEGMENTS + 1)))


@dataclass(frozen=True)
class SheetGeometry:
    """Line moments of each sheet about the local leading edge; (P, S, Q) with Q segments each.

    `length`, `x`, `z` are integrals of 1, x, z; `xx`, `zz`, `xz` of the products; `x_at`, `z_at`
    (P, S, Q + 1) are the ends of the segments. The last two of the Q segments are the covered blunt
    nose and trailing edge, of no length where the sheet does not cover them.
    """

    length: Array
    x: Array
    z: Array
    xx: Array
    zz: Array
    xz: Array
    x_at: Array
    z_at: Array


def offset_face(x: Array, z: Array, face: float, offset: float, nose: bool, tail: bool) -> tuple[Array, Array]:
    """(S, N) points of a face moved outward by `offset`, or inward where that is below zero, mitred at its vertices.

    `nose` and `tail`: whether the sheet goes on over that edge, and so is mitred there too. Moved inward, what lies
    beyond a mitred corner is drawn together in it.
    """
    dx, dz = np.diff(x, axis=1), np.diff(z, axis=1)
    ds = np.hypot(dx, dz)
    nx, nz = -face * dz / ds, face * dx / ds
    edge = np.ones((x.shape[0], 1))
    first = (-edge, 0 * edge) if nose else (nx[:, :1], nz[:, :1])
    last = (edge, 0 * edge) if tail else (nx[:, -1:], nz[:, -1:])
    left_x, left_z = np.hstack([first[0], nx]), np.hstack([first[1], nz])
    right_x, right_z = np.hstack([nx, last[0]]), np.hstack([nz, last[1]])
    scale = offset / np.maximum(1 + left_x * right_x + left_z * right_z, 0.4)
    moved_x, moved_z = x + scale * (left_x + right_x), z + scale * (left_z + right_z)
    if offset < 0:
        moved_x, moved_z = _without_loops(x, z, face, -offset, moved_x, moved_z)
        for mitred, end, sign in ((nose, 0, -1.0), (tail, -1, 1.0)):
            beyond = mitred * sign * (moved_x - moved_x[:, [end]]) > 0
            moved_x, moved_z = (np.where(beyond, a[:, [end]], a) for a in (moved_x, moved_z))
    return moved_x, moved_z


#: mm by which a point on the edge of the room may be off it by rounding
_ON_EDGE = 1e-6


def _without_loops(x: Array, z: Array, face: float, depth: float, in_x: Array, in_z: Array) -> tuple[Array, Array]:
    """Points (S, N) moved inward from a face that bulges outwards all along, without the loops that they draw where it
    turns more sharply than it is moved: as in a box whose corners are hardly round.

    What lies inward of every segment, moved by `depth`, is the room; a point that runs back lies in its corner.
    """
    dx, dz = np.diff(x, axis=1), np.diff(z, axis=1)
    slope = face * dz / np.maximum(dx, 1e-12)
    bulges = (np.diff(slope, axis=1) <= 1e-9 * (1 + np.abs(slope[:, 1:]))).all(axis=1)
    rows = np.flatnonzero(bulges & (np.diff(in_x, axis=1) < -1e-9).any(axis=1))
    if not len(rows):
        return in_x, in_z
    found_x, found_z = in_x.copy(), in_z.copy()
    for k in rows:
        rise = slope[k]
        # mm from each point to each segment's line, moved: on the edge of the room the least of them is nothing
        line = rise * (in_x[k][:, None] - x[k, None, :-1]) + face * z[k, None, :-1] - depth * np.hypot(1.0, rise)
        away = ((line - face * in_z[k][:, None]) / np.hypot(1.0, rise)).min(axis=1)
        on_edge = np.abs(away) < _ON_EDGE
        on_edge[[0, -1]] = True
        stays = np.flatnonzero(on_edge)
        for a, b in pairwise(stays.tolist()):
            if b - a < 2:
                continue
            # of what lies between, all is in the corner of the lines on which both neighbours lie
            at = [rise[n] * (0.0 - x[k, n]) + face * z[k, n] - depth * np.hypot(1.0, rise[n]) for n in (a, b - 1)]
            turn = rise[a] - rise[b - 1]
            corner = (at[1] - at[0]) / turn if abs(turn) > 1e-12 else 0.5 * (in_x[k, a] + in_x[k, b])
            found_x[k, a + 1 : b] = corner
            found_z[k, a + 1 : b] = face * (rise[a] * corner + at[0])
    return found_x, found_z


def _cumulative(x: Array, z: Array, t: float) -> Array:
    """(8, S, N): running integrals of 1, x, z, xx, zz, xz along polylines (S, N), then x and z.

    The products hold the sheet's own inertia through its thickness `t`, mm, too.
    """
    run = np.empty((8, *x.shape))
    run[:6, :, 0] = 0.0
    dx, dz = np.diff(x, axis=1), np.diff(z, axis=1)
    ds = np.hypot(dx, dz)
    mx, mz = 0.5 * (x[:, :-1] + x[:, 1:]), 0.5 * (z[:, :-1] + z[:, 1:])
    terms = run[:6, :, 1:]
    terms[0], terms[1], terms[2] = ds, mx * ds, mz * ds
    own = t * t / 12 / np.maximum(ds, 1e-12)  # times the squares of the normal's parts, -dz and dx
    terms[3] = (mx * mx + dx * dx / 12) * ds + own * dz * dz
    terms[4] = (mz * mz + dz * dz / 12) * ds + own * dx * dx
    terms[5] = (mx * mz + dx * dz / 12) * ds - own * dx * dz
    np.cumsum(terms, axis=2, out=terms)
    run[6], run[7] = x, z
    return run


def sheet_geometry(outline: Outline, sheets: Sheets) -> SheetGeometry:
    """Line moments of every sheet at every station.

    A sheet of any extent is the difference of running integrals along its face, so that its cost
    does not depend on where it ends.
    """
    p_count, s_count = sheets.share_from.shape
    moments = np.zeros((6, p_count, s_count, SEGMENTS + 2))
    ends = np.zeros((2, p_count, s_count, SEGMENTS + 1))
    stations = np.arange(s_count)[:, None]
    faces: dict[tuple[float, float, bool, bool], Array] = {}
    for p in range(p_count):
        face = float(sheets.face[p])
        under, out = float(sheets.inside[p]), sheets.out(p)
        key = (face, out, bool(sheets.nose_edge[p]), bool(sheets.tail_edge[p]))
        if key not in faces:
            line = outline.upper if face > 0 else outline.lower
            faces[key] = _cumulative(*offset_face(outline.x, line, *key), float(sheets.t[p]))
        run = faces[key]
        share = sheets.share_from[p][:, None] + SPREAD * (sheets.share_to[p] - sheets.share_from[p])[:, None]
        index = np.clip(np.searchsorted(XI, share, side="right") - 1, 0, len(XI) - 2)
        part = (share - XI[index]) / (XI[index + 1] - XI[index])
        left = run[:, stations, index]
        at = left + part * (run[:, stations, index + 1] - left)
        present = sheets.present[p]
        moments[:, p, :, :SEGMENTS] = np.diff(at[:6], axis=2) * present[:, None]
        ends[:, p] = at[6:]
        for edge, covers, slot in ((0, sheets.nose_edge[p], -2), (-1, sheets.tail_edge[p], -1)):
            if not covers:
                continue
            # each face carries the half of a blunt edge that is nearer to it
            xe, z_mid = run[6, :, edge], 0.5 * (outline.upper[:, edge] + outline.lower[:, edge])
            if under:
                # inside, the edge goes from inner face to inner face, which need not be halfway between the outer ones
                line = outline.lower if face > 0 else outline.upper
                other = offset_face(outline.x, line, -face, out, True, True)[1]
                z_mid = 0.5 * (run[7, :, edge] + other[:, edge])
            high = np.abs(run[7, :, edge] - z_mid)
            ze = z_mid + 0.5 * face * high
            moments[:, p, :, slot] = (
                present * high * np.stack([np.ones_like(ze), xe, ze, xe**2, ze**2 + high**2 / 12, xe * ze])
            )
    return SheetGeometry(*moments, *ends)
