"""Integration along the span, for many variants at once."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..loads import WingLoads

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Forces:
    """(V, S), in axes along and square to the panel's axis.

    `shear` N and `moment` N mm (positive bends the tip up) and `torque` N mm (nose up) per unit of
    load factor; `torque_air` N mm at the design speed whatever the load factor.
    """

    shear: Array
    moment: Array
    torque: Array
    torque_air: Array


def _from_tip(f: Array, x: Array) -> Array:
    """(V, S) trapezium integral of f from each station to the tip."""
    pieces = 0.5 * (f[:, 1:] + f[:, :-1]) * np.diff(x)
    return np.concatenate([np.cumsum(pieces[:, ::-1], axis=1)[:, ::-1], np.zeros((f.shape[0], 1))], axis=1)


def _from_root(f: Array, x: Array) -> Array:
    pieces = 0.5 * (f[:, 1:] + f[:, :-1]) * np.diff(x)
    return np.concatenate([np.zeros((f.shape[0], 1)), np.cumsum(pieces, axis=1)], axis=1)


def forces(plan: Planform, loads: WingLoads, axis_share: Array) -> Forces:
    """Shear, moment and torque at each station of the half wing.

    Lift acts at the quarter chord, weight at 42 % of the chord (centroid of common sections), both
    about the flexural axis. Where the panel is swept, moment and torque are resolved along and
    square to its axis, so that lift on a swept tip bends rather than twists it.

    Parameters
    ----------
    axis_share : (V, S) chord share of the flexural centre.

    Sources: Bruhn 1973, ch. A5; Bisplinghoff, Ashley and Halfman 1955.
    """
    y, chord, x_le = plan.y, plan.chord, plan.x_le
    net = loads.lift - loads.weight
    shear = _from_tip(net, y)
    moment = _from_tip(shear, y)
    first = _from_tip(loads.lift * (x_le + 0.25 * chord) - loads.weight * (x_le + 0.42 * chord), y)
    about_axis = (x_le + axis_share * chord) * shear - first
    air = _from_tip(loads.pitching, y)
    cos = plan.cos_sweep
    sin = np.sqrt(np.clip(1 - cos**2, 0, 1)) * np.sign(np.gradient(x_le + 0.3 * chord, y))
    return Forces(
        shear=shear,
        moment=moment * cos - about_axis * sin,
        torque=about_axis * cos + moment * sin,
        torque_air=air * cos,
    )


@dataclass(frozen=True)
class Shape:
    """(V, S) mm up, of which by shear; and twist in radians, nose up."""

    bend: Array
    bend_by_shear: Array
    twist: Array


def deform(plan: Planform, moment: Array, shear: Array, torque: Array, stiffness: tuple[Array, Array, Array]) -> Shape:
    """Deflection with bending and shear, and twist, under the given forces.

    Parameters
    ----------
    moment, shear, torque : (V, S).
    stiffness : curvature per unit moment (1 / (N mm2)), GA_s (N), GJ (N mm2); each (V, S).

    Sources: Timoshenko and Gere (beams with shear); Bruhn 1973 (twist).
    """
    bending, GA_s, GJ = stiffness
    slope = _from_root(moment * bending, plan.s)
    by_shear = _from_root(shear / GA_s, plan.s)
    return Shape(_from_root(slope, plan.s) + by_shear, by_shear, _from_root(torque / GJ, plan.s))
