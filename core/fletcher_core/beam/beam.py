"""Integration along the span, for many variants at once."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..loads import PartLoads

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Forces:
    """(R, S), in axes along and square to the panel's axis, for R runs.

    `shear` N and `moment` N mm (positive bends the tip up), `moment_z` N mm in the plane of the wing
    (positive bends the tip aft), whose shear is `shear_z`, `torque` N mm (nose up) and `axial` N (positive
    where it is pulled) per unit of the case's factor; `torque_air` N mm whatever the factor.
    """

    shear: Array
    moment: Array
    moment_z: Array
    torque: Array
    torque_air: Array
    shear_z: Array
    axial: Array


@dataclass(frozen=True)
class Integrals:
    """Trapezium integrals along x as (S, S) matrices: f @ m gives the integral at every station."""

    root: Array
    tip: Array

    @classmethod
    def along(cls, x: Array) -> Integrals:
        """From the first station to each, and from each to the last."""
        half, count = 0.5 * np.diff(x), len(x)
        before = np.arange(count - 1)[:, None] < np.arange(count)[None, :]  # interval k lies before station j
        root, tip = np.zeros((count, count)), np.zeros((count, count))
        for matrix, part in ((root, before * half[:, None]), (tip, ~before * half[:, None])):
            matrix[:-1] += part
            matrix[1:] += part
        return cls(root, tip)


def forces(plan: Planform, loads: PartLoads, axis_share: Array, mass_share: Array) -> Forces:
    """Shear, moments and torque at each station of the half wing.

    Lift acts at the quarter chord, weight at the section's own centre of mass, both about the
    flexural axis. Where the panel is swept, moment and torque are resolved along and square to its
    axis, so that lift on a swept tip bends rather than twists it.

    Parameters
    ----------
    axis_share, mass_share : (R, S) chord share of the flexural centre and of the centre of mass.

    Sources: Bruhn 1973, ch. A5; Bisplinghoff, Ashley and Halfman 1955.
    """
    y, chord, x_le = plan.y, plan.chord, plan.x_le
    net, tip = loads.lift - loads.weight, Integrals.along(y).tip
    shear = net @ tip + loads.tip
    moment = shear @ tip
    spread = loads.lift * (x_le + 0.25 * chord) - loads.weight * (x_le + mass_share * chord)
    first = spread @ tip + loads.tip * (x_le[-1] + 0.5 * chord[-1])
    about_axis = (x_le + axis_share * chord) * shear - first
    air = loads.pitching @ tip
    cos = plan.cos_sweep
    sin = np.sqrt(np.clip(1 - cos**2, 0, 1)) * np.sign(np.gradient(x_le + 0.3 * chord, y))
    return Forces(
        shear=shear,
        moment=moment * cos - about_axis * sin,
        moment_z=loads.aft @ tip @ tip * cos,
        torque=about_axis * cos + moment * sin,
        torque_air=air * cos,
        shear_z=(loads.aft @ tip) * cos,
        axial=np.zeros_like(shear),
    )


@dataclass(frozen=True)
class Shape:
    """(V, S) mm up, of which by shear; mm aft; slope and twist in radians, tip up and nose up; slope aft."""

    bend: Array
    bend_by_shear: Array
    inplane: Array
    slope: Array
    twist: Array
    inplane_slope: Array


def deform(
    plan: Planform, curvature: tuple[Array, Array], shear: Array, torque: Array, GA_s: Array, GJ: Array, held: int = 0
) -> Shape:
    """Deflection with bending and shear, both ways, and twist, under the given forces.

    `held` is the station at which it is held: neither moved nor turned there.

    Parameters
    ----------
    curvature : (kz, kx) up and down and in the plane, 1/mm, each (V, S), coupled through EIxz.
    shear, torque : (V, S) N, N mm. GA_s, GJ : (V, S) N, N mm2.

    Sources: Timoshenko and Gere (beams with shear); Bruhn 1973 (unsymmetrical bending, twist).
    """
    kz, kx = curvature
    root = Integrals.along(plan.s).root

    def along(values: Array) -> Array:
        """Their integral from where it is held."""
        found = values @ root
        return np.asarray(found - found[:, [held]]) if held else found

    slope, by_shear, aft = along(kz), along(shear / GA_s), along(kx)
    twist = along(torque / GJ)
    return Shape(along(slope) + by_shear, by_shear, along(aft), slope + shear / GA_s, twist, aft)
