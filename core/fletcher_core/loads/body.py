"""Loads on a body in balance: what acts on it from outside, its own weight and what it carries, and the wing that
holds it against all of them, so that shear and moment end at zero at both ends.

Sources: Bruhn 1973, ch. A5 (a free body in balance).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Outline
from ..model.body import Body
from .aero import GRAVITY
from .cases.case import Case, Push

Array = NDArray[np.float64]


@dataclass(frozen=True)
class BodyForces:
    """(R, S) per unit of factor: shear N and moment N mm up and down (positive bends the tail up), shear N and moment
    N mm sideways, torque N mm, and N along it (positive where it is pulled)."""

    shear: Array
    side: Array
    moment: Array
    moment_z: Array
    torque: Array
    axial: Array


def _tails(x: Array) -> Array:
    """(S, S): f @ m is the integral of f from each station to the tail."""
    count, half = len(x), 0.5 * np.diff(x)
    behind = np.arange(count - 1)[:, None] >= np.arange(count)[None, :]
    found = np.zeros((count, count))
    found[:-1] += behind * half[:, None]
    found[1:] += behind * half[:, None]
    return found


def _levers(x: Array) -> Array:
    """(S, S): f @ m is the moment about each station of all that f puts behind it."""
    return np.asarray(_widths(x)[:, None] * np.maximum(x[:, None] - x[None, :], 0.0))


def _over(x: Array, start: float, end: float) -> Array:
    """(S,) 1/mm, 1 in all, evenly from start to end, as far as the stations reach: what each station is handed of it as
    a straight line between two hands it to its ends, so that its middle keeps its place wherever stations are."""
    start, end = (float(np.clip(at, x[0], x[-1])) for at in (start, end))
    # its second integral from the nose, whose slopes between stations differ by what each is handed
    beyond = np.maximum(x - 0.5 * (start + end), 0.0)
    if end - start > 1e-9:
        within = np.clip(x - start, 0.0, end - start)
        beyond = within**2 / (2 * (end - start)) + np.maximum(x - end, 0.0)
    handed = np.diff(np.concatenate([[0.0], np.diff(beyond) / np.diff(x), [1.0]]))
    return np.asarray(handed / _widths(x))


def _widths(x: Array) -> Array:
    """(S,) mm that each station stands for, as in a trapezium integral."""
    half = 0.5 * np.diff(x)
    return np.asarray(np.concatenate([half, [0.0]]) + np.concatenate([[0.0], half]))


def _given(pushes: Sequence[Push], x: Array, way: str) -> Array:
    return np.asarray(sum((getattr(p, way) * _over(x, p.start, p.end) for p in pushes), np.zeros_like(x)))


def _heights(pushes: Sequence[Push], x: Array) -> Array:
    """(S,) N mm/mm of sideways forces about the straight line."""
    return np.asarray(sum((p.side * p.height * _over(x, p.start, p.end) for p in pushes), np.zeros_like(x)))


def carried_along(x: Array, case: Case) -> Array:
    """(S,) g/mm of what is carried in a case."""
    return np.asarray(sum((m.grams * _over(x, m.start, m.end) for m in case.lumps), np.zeros_like(x)))


def moment_along(x: Array, case: Case) -> Array:
    """(S,) g/mm of what is carried, times the share of the chord at which it lies."""
    return np.asarray(sum((m.grams * m.share * _over(x, m.start, m.end) for m in case.lumps), np.zeros_like(x)))


def shares_by(x: Array, cases: Sequence[Case]) -> Array:
    """(R, S) the same in each."""
    return _of_each(cases, lambda case: moment_along(x, case))


def _of_each(cases: Sequence[Case], make: Callable[[Case], Array]) -> Array:
    """(R, S), each case worked out once: those of one kind are one object, as draws of a build have it."""
    each = {id(case): case for case in cases}
    found = {key: make(case) for key, case in each.items()}
    if len(found) == 1:
        return np.broadcast_to(next(iter(found.values())), (len(cases), len(next(iter(found.values())))))
    return np.stack([found[id(case)] for case in cases])


def carried_by(x: Array, cases: Sequence[Case]) -> Array:
    """(R, S) g/mm of what is carried in each."""
    return _of_each(cases, lambda case: carried_along(x, case))


def turning_height(body: Body, x: Array, outline: Outline, closed: Array) -> Array:
    """(V, S) mm over the straight line, of the place about which a section turns under a push sideways.

    The middle of a closed box; where the bottom or the top is left out it lies beyond the other one, as of a channel of
    even wall: 3 h² / (w + 6 h) outside it (Timoshenko 1955). `closed` (V, S): how far film or tape closes it again, 0
    to 1.
    """
    high, low = outline.upper.max(axis=1), outline.lower.min(axis=1)
    wide, tall = outline.chord, high - low
    out = 3 * tall**2 / (wide + 6 * tall)
    middle = 0.5 * (high + low)
    found = middle + 0.0 * closed
    for gone in body.left_out:
        if gone.side not in ("top", "bottom"):
            continue
        here = (x >= gone.x_from_mm) & (x <= gone.x_to_mm)
        open_one = high + out if gone.side == "bottom" else low - out
        found = np.where(here, open_one + closed * (middle - open_one), found)
    return np.asarray(found)


def body_forces(
    x: Array, mass_per_mm: Array, seat: tuple[float, float], shear_centre: Array, middles: Array, cases: Sequence[Case],
    aside: Array | float = 0.0,
) -> BodyForces:  # fmt: skip
    """Shear, moments and torque at each station, from nose to tail.

    Parameters
    ----------
    x : (S,) mm behind the nose. mass_per_mm : (R, S) g/mm of the body itself.
    seat : (start, end) mm, where the wing holds it: front half and rear half each with a force of its own.
    shear_centre : (S,) or (R, S) mm, height of the place about which a section turns without bending sideways.
    middles : (S,) mm, height of its middle. aside : (S,) mm, how far to the right of its middle, where all that goes
        up and down acts, a section turns: where a side wall is left out.
    """
    tails, levers, middle = _tails(x), _levers(x), 0.5 * (seat[0] + seat[1])
    weight = (mass_per_mm + carried_by(x, cases)) * 1e-3 * GRAVITY
    holds = [_over(x, seat[0], middle), _over(x, middle, seat[1])]
    # of a force of 1 N in each half of the seat: shear and moment at the nose
    at_nose = np.array([[float((h @ tails)[0]) for h in holds], [float((h @ levers)[0]) for h in holds]])

    def balanced(net: Array) -> tuple[Array, Array]:
        """(shear, moment) (R, S) with the seat's two forces that bring both to zero at the nose."""
        shear, moment = net @ tails, net @ levers
        held = np.linalg.solve(at_nose, -np.stack([shear[:, 0], moment[:, 0]])).T
        net = net + held @ np.stack(holds)
        return net @ tails, net @ levers

    def each(name: str) -> Array:
        return np.array([getattr(c, name) for c in cases])[:, None]

    def pushed(way: str) -> Array:
        return _of_each(cases, lambda c: _given(c.pushes, x, way))

    # turning as the rest of the aircraft does: more the further from where it balances
    about = np.array([middle if c.about_mm is None else c.about_mm for c in cases])
    lever = x[None] - about[:, None]
    shear, moment = balanced(pushed("up") - (each("inertia") + each("pitching") * lever) * weight)
    side = pushed("side") - (each("sliding") + each("yawing") * lever) * weight
    sheared, moment_z = balanced(side)
    # each sideways force by its own height, less what the shear of a section has about the place where that turns; the
    # body's own weight and what it carries lie at its middle
    high = _of_each(cases, lambda c: _heights(c.pushes, x))
    own = (side - pushed("side")) * middles
    torque = (high + own + pushed("torque")) @ tails - shear_centre * sheared + aside * shear
    # the wing holds it against turning, evenly over its seat
    torque = torque - torque[:, :1] * (_over(x, *seat) @ tails)
    # pulled by what hangs behind, and held by the wing evenly over its seat
    along = (pushed("along") + each("forward") * weight) @ tails
    along = along - along[:, :1] * (_over(x, *seat) @ tails)
    return BodyForces(shear, sheared, moment, moment_z, torque, along)
