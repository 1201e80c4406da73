"""Classical laminate theory: from fibre, resin, volume share and angles to a laminate's behaviour.

Axes of a laminate: 1 along the span, 2 square to it, 6 shear. Every function takes any leading axes
(samples, variants) and works on all at once; plies are the axis before the matrices.

Sources: Jones 1999 (laminates, Tsai-Wu); Halpin and Tsai 1969 (E2, G12); Tsai and Wu 1971.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]

#: Poisson's ratios of fibre and resin; both hardly change between kinds
NU_FIBRE, NU_RESIN = 0.22, 0.35


@dataclass(frozen=True)
class Ply:
    """One ply's own constants, MPa; each (...,) alike.

    Strengths: Xt, Xc along the threads, Yt, Yc square to them, S in shear, all above zero.
    """

    E1: Array
    E2: Array
    G12: Array
    nu12: Array
    Xt: Array
    Xc: Array
    Yt: Array
    Yc: Array
    S: Array


def ply_stiffness(ply: Ply) -> Array:
    """Plane-stress stiffness Q in the ply's own axes, (..., 3, 3) MPa (Jones 1999, eq. 2.70)."""
    nu21 = ply.nu12 * ply.E2 / ply.E1
    d = 1.0 - ply.nu12 * nu21
    Q = np.zeros((*np.shape(ply.E1), 3, 3))
    Q[..., 0, 0], Q[..., 1, 1], Q[..., 2, 2] = ply.E1 / d, ply.E2 / d, ply.G12
    Q[..., 0, 1] = Q[..., 1, 0] = ply.nu12 * ply.E2 / d
    return Q


def strain_turn(angle_deg: ArrayLike) -> Array:
    """(..., 3, 3): strains of the laminate (engineering shear) to strains along a ply at that angle."""
    a = np.radians(np.asarray(angle_deg, dtype=float))
    c, s = np.cos(a), np.sin(a)
    rows = [[c * c, s * s, c * s], [s * s, c * c, -c * s], [-2 * c * s, 2 * c * s, c * c - s * s]]
    return np.moveaxis(np.array(rows), (0, 1), (-2, -1))


def turned(Q: Array, angle_deg: ArrayLike) -> Array:
    """Stiffness seen from the laminate's axes: T' Q T, (..., 3, 3)."""
    T = strain_turn(angle_deg)
    return np.asarray(np.swapaxes(T, -1, -2) @ Q @ T)


@dataclass(frozen=True)
class Laminate:
    """A (N/mm), B (N), D (N mm), each (..., 3, 3), with the plies that made it.

    `Q` (..., n, 3, 3) turned; `angles` (n,) degrees; `t` (..., n) mm; `z` (..., n + 1) from the middle.
    """

    A: Array
    B: Array
    D: Array
    Q: Array
    angles: Array
    t: Array
    z: Array

    @property
    def thickness(self) -> Array:
        return np.asarray(self.t.sum(axis=-1))

    def engineering_constants(self) -> tuple[Array, Array, Array, Array]:
        """In-plane Ex, Ey, Gxy (MPa) and nu_xy, with free curvature held at zero (Jones 1999, ch. 4)."""
        a, h = np.linalg.inv(self.A), self.thickness
        return 1 / (a[..., 0, 0] * h), 1 / (a[..., 1, 1] * h), 1 / (a[..., 2, 2] * h), -a[..., 0, 1] / a[..., 0, 0]

    def ply_strains(self, N: Array, M: Array) -> Array:
        """Strains along each ply's own threads at its top and bottom, (..., n, 2, 3).

        Parameters
        ----------
        N : (..., 3) N/mm. M : (..., 3) N (moment per width).
        """
        top = np.concatenate([self.A, self.B], axis=-1)
        whole = np.concatenate([top, np.concatenate([self.B, self.D], axis=-1)], axis=-2)
        load = np.concatenate([N, M], axis=-1)
        e = np.linalg.solve(whole, load[..., None])[..., 0]
        middle, curve = e[..., None, None, :3], e[..., None, None, 3:]
        levels = np.stack([self.z[..., 1:], self.z[..., :-1]], axis=-1)[..., None]
        return np.asarray(np.einsum("nij,...nkj->...nki", strain_turn(self.angles), middle + levels * curve))


def laminate(plies: list[tuple[Ply, float, Array]]) -> Laminate:
    """Stack plies (constants, angle in degrees, thickness in mm), the innermost first (Jones 1999, ch. 4)."""
    if not plies:
        raise ValueError("a laminate needs at least one ply")
    Q = np.stack([turned(ply_stiffness(p), angle) for p, angle, _ in plies], axis=-3)
    t = np.stack(np.broadcast_arrays(*[np.asarray(t, dtype=float) for _, _, t in plies]), axis=-1)
    edges = np.concatenate([np.zeros((*t.shape[:-1], 1)), np.cumsum(t, axis=-1)], axis=-1)
    z = edges - 0.5 * edges[..., -1:]
    upper, lower = z[..., 1:, None, None], z[..., :-1, None, None]
    A = (Q * (upper - lower)).sum(axis=-3)
    B = (Q * (upper**2 - lower**2)).sum(axis=-3) / 2
    D = (Q * (upper**3 - lower**3)).sum(axis=-3) / 3
    return Laminate(A, B, D, Q, np.array([a for _, a, _ in plies]), t, z)


def max_strain_factor(ply: Ply, strain: Array) -> Array:
    """How many times the load may grow until a strain limit is reached; `strain` (..., 3) along the ply."""
    limits = [(ply.Xt / ply.E1, ply.Xc / ply.E1), (ply.Yt / ply.E2, ply.Yc / ply.E2), (ply.S / ply.G12,) * 2]
    used = [
        np.where(strain[..., k] > 0, strain[..., k] / pull, -strain[..., k] / press)
        for k, (pull, press) in enumerate(limits)
    ]
    return np.asarray(1.0 / np.maximum(np.max(used, axis=0), 1e-30))


def tsai_wu_factor(ply: Ply, strain: Array) -> Array:
    """The same by Tsai and Wu 1971, with F12 = -0.5 sqrt(F11 F22)."""
    stress = np.einsum("...ij,...j->...i", ply_stiffness(ply), strain)
    s1, s2, s6 = stress[..., 0], stress[..., 1], stress[..., 2]
    F11, F22, F66 = 1 / (ply.Xt * ply.Xc), 1 / (ply.Yt * ply.Yc), 1 / ply.S**2
    F12 = -0.5 * np.sqrt(F11 * F22)
    square = F11 * s1**2 + F22 * s2**2 + F66 * s6**2 + 2 * F12 * s1 * s2
    line = (1 / ply.Xt - 1 / ply.Xc) * s1 + (1 / ply.Yt - 1 / ply.Yc) * s2
    # the positive root of square x^2 + line x - 1 = 0
    root = np.sqrt(line**2 + 4 * square)
    return np.asarray(2.0 / np.maximum(line + root, 1e-30))


def first_ply_failure(lam: Laminate, plies: list[Ply], N: Array, M: Array | None = None) -> tuple[Array, Array]:
    """Load factors on (N, M) at which the first ply goes: by largest strain, and by Tsai-Wu, each (...,)."""
    strain = lam.ply_strains(N, np.zeros_like(N) if M is None else M)
    by_strain, by_stress = [], []
    for k, ply in enumerate(plies):
        for side in (0, 1):
            at = strain[..., k, side, :]
            by_strain.append(max_strain_factor(ply, at))
            by_stress.append(tsai_wu_factor(ply, at))
    return np.min(by_strain, axis=0), np.min(by_stress, axis=0)


def micromechanics(fibre: dict[str, Array], resin: dict[str, Array], fibre_volume: Array, crimp: float = 1.0) -> Ply:
    """A ply from its fibre and resin.

    Parameters
    ----------
    fibre : E1, E2, G12, tension (MPa), compression (share of tension).
    resin : E, G, tension, compression, shear (MPa).
    fibre_volume : share of the ply's volume that is fibre, 0 to 1.
    crimp : what a weave leaves of stiffness and strength along the threads.

    Sources: rule of mixtures along the threads; Halpin and Tsai 1969 across them and in shear
    (xi = 2 and 1); strengths across are the resin's.
    """
    V = fibre_volume

    def halpin_tsai(f: Array, m: Array, xi: float) -> Array:
        eta = (f / m - 1) / (f / m + xi)
        return np.asarray(m * (1 + xi * eta * V) / (1 - eta * V))

    tension = V * fibre["tension"] * crimp
    return Ply(
        E1=(V * fibre["E1"] + (1 - V) * resin["E"]) * crimp,
        E2=halpin_tsai(fibre["E2"], resin["E"], 2.0),
        G12=halpin_tsai(fibre["G12"], resin["G"], 1.0),
        nu12=V * NU_FIBRE + (1 - V) * NU_RESIN,
        Xt=tension,
        Xc=tension * fibre["compression"],
        Yt=np.asarray(resin["tension"]),
        Yc=np.asarray(resin["compression"]),
        S=np.asarray(resin["shear"]),
    )


def cloth_thickness(cloth_g_m2: float, fibre_density: Array, fibre_volume: Array) -> Array:
    """mm of one wetted layer: its fibre's volume over the fibre's share."""
    return np.asarray(cloth_g_m2 * 1e-6 / (fibre_density * 1e-6) / fibre_volume)


def resin_mass(thickness: Array, fibre_volume: Array, resin_density: Array) -> Array:
    """g/m2 of resin in one layer."""
    return np.asarray(thickness * (1 - fibre_volume) * resin_density)
