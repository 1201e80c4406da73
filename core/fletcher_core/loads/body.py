"""Loads on a body in balance: what acts on it from outside, its own weight and what it carries, and the wing that
holds it against all of them, so that shear and moment end at zero at both ends.

Sources: Bruhn 1973, ch. A5 (a free body in balance).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .aero import GRAVITY
from .cases.case import Case, Lump, Push

Array = NDArray[np.float64]


@dataclass(frozen=True)
class BodyForces:
    """(R, S) per unit of factor: shear N and moment N mm up and down (positive bends the tail up), moment N mm
    sideways, torque N mm."""

    shear: Array
    moment: Array
    moment_z: Array
    torque: Array


def _tails(x: Array) -> Array:
    """(S, S): f @ m is the integral of f from each station to the tail."""
    count, half = len(x), 0.5 * np.diff(x)
    behind = np.arange(count - 1)[:, None] >= np.arange(count)[None, :]
    found = np.zeros((count, count))
    found[:-1] += behind * half[:, None]
    found[1:] += behind * half[:, None]
    return found


def _over(x: Array, start: float, end: float) -> Array:
    """(S,) 1/mm, 1 in all, evenly from start to end; over the nearest stretch where that is less."""
    inside = ((x >= start - 1e-6) & (x <= end + 1e-6)).astype(float)
    if inside.sum() < 2:
        k = int(np.clip(np.searchsorted(x, 0.5 * (start + end)), 1, len(x) - 1))
        inside = np.zeros_like(x)
        inside[[k - 1, k]] = 1.0
    return np.asarray(inside / np.trapezoid(inside, x))


def _given(pushes: Sequence[Push], x: Array, way: str) -> Array:
    return np.asarray(sum((getattr(p, way) * _over(x, p.start, p.end) for p in pushes), np.zeros_like(x)))


def body_forces(
    x: Array, mass_per_mm: Array, lumps: Sequence[Lump], seat: tuple[float, float], shear_centre: Array,
    cases: Sequence[Case],
) -> BodyForces:  # fmt: skip
    """Shear, moments and torque at each station, from nose to tail.

    Parameters
    ----------
    x : (S,) mm behind the nose. mass_per_mm : (R, S) g/mm of the body itself. lumps : what it carries.
    seat : (start, end) mm, where the wing holds it: front half and rear half each with a force of its own.
    shear_centre : (R, S) mm, height of the place about which a section turns without bending sideways.
    """
    tails, middle = _tails(x), 0.5 * (seat[0] + seat[1])
    carried = np.asarray(sum((lump.grams * _over(x, lump.start, lump.end) for lump in lumps), np.zeros_like(x)))
    weight = (mass_per_mm + carried) * 1e-3 * GRAVITY
    holds = [_over(x, seat[0], middle), _over(x, middle, seat[1])]
    # of a force of 1 N in each half of the seat: shear and moment at the nose
    at_nose = np.array([[float((h @ tails)[0]) for h in holds], [float((h @ tails @ tails)[0]) for h in holds]])

    def balanced(net: Array) -> tuple[Array, Array]:
        """(shear, moment) (R, S) with the seat's two forces that bring both to zero at the nose."""
        shear = net @ tails
        moment = shear @ tails
        held = np.linalg.solve(at_nose, -np.stack([shear[:, 0], moment[:, 0]])).T
        net = net + held @ np.stack(holds)
        shear = net @ tails
        return shear, shear @ tails

    def each(name: str) -> Array:
        return np.array([getattr(c, name) for c in cases])[:, None]

    def pushed(way: str) -> Array:
        return np.stack([_given(c.pushes, x, way) for c in cases])

    # turning about the seat as the rest of the aircraft does: more the further away
    lever = (x - middle)[None]
    shear, moment = balanced(pushed("up") - (each("inertia") + each("pitching") * lever) * weight)
    side = pushed("side") - each("yawing") * lever * weight
    _, moment_z = balanced(side)
    twisting = pushed("torque") + np.stack(
        [
            sum(
                (p.side * _over(x, p.start, p.end) * (p.height - row) for p in c.pushes if p.side),
                np.zeros_like(x),
            )
            for c, row in zip(cases, np.broadcast_to(shear_centre, mass_per_mm.shape), strict=True)
        ]
    )
    torque = twisting @ tails
    # the wing holds it against turning, evenly over its seat
    torque = torque - torque[:, :1] * (_over(x, *seat) @ tails)
    return BodyForces(shear, moment, moment_z, torque)
