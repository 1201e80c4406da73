"""Aerofoil outlines on one common grid from nose to trailing edge."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..fields import Problem, Refused
from ..model.aerofoil import Aerofoil, HollowSection, NacaAerofoil, PlateSection, SolidBody

Array = NDArray[np.float64]

#: points along the chord, close together at both ends (cosine); own choice
N_GRID = 121
XI: Array = 0.5 * (1.0 - np.cos(np.linspace(0.0, np.pi, N_GRID)))
XI[-1] = 1.0


@dataclass(frozen=True)
class Profile:
    """A section's outline, made dimensionless.

    Attributes
    ----------
    upper, lower : (N_GRID,) z at the grid `XI`; times the chord, or times the plate's thickness.
    plate_mm : thickness of a flat plate, which does not shrink with the chord; None for an aerofoil.
    """

    upper: Array
    lower: Array
    plate_mm: float | None = None

    @property
    def thickness(self) -> float:
        """Largest thickness, as a share of the chord (or 1 for a plate)."""
        return float(np.max(self.upper - self.lower))

    def cm0(self) -> float:
        """Moment coefficient about the quarter chord at zero lift, by thin-aerofoil theory.

        Sources: Glauert 1926; Abbott and von Doenhoff 1959: cm = (A2 - A1) pi/4.
        """
        if self.plate_mm is not None:
            return 0.0
        camber = 0.5 * (self.upper + self.lower)
        theta = np.linspace(0.0, np.pi, 201)
        mid = 0.5 * (theta[1:] + theta[:-1])
        z = np.interp(0.5 * (1 - np.cos(theta)), XI, camber)
        slope = np.diff(z) / np.diff(0.5 * (1 - np.cos(theta)))
        d = np.diff(theta)
        a1 = 2 / np.pi * float(np.sum(slope * np.cos(mid) * d))
        a2 = 2 / np.pi * float(np.sum(slope * np.cos(2 * mid) * d))
        return np.pi / 4 * (a2 - a1)


def naca_four_digit(code: str, n: int = 400) -> tuple[Array, Array, Array, Array]:
    """Upper and lower points of a NACA four-digit section with the open trailing edge (-0.1015).

    Returns x_upper, z_upper, x_lower, z_lower, each (n,), chord = 1, nose first.
    Source: Jacobs, Ward and Pinkerton 1933 (NACA report 460).
    """
    m, p, t = int(code[0]) / 100, int(code[1]) / 10, int(code[2:]) / 100
    x = 0.5 * (1 - np.cos(np.linspace(0, np.pi, n)))
    yt = 5 * t * (0.2969 * np.sqrt(x) - 0.1260 * x - 0.3516 * x**2 + 0.2843 * x**3 - 0.1015 * x**4)
    if m == 0:
        yc, slope = np.zeros(n), np.zeros(n)
    else:
        fore = x < p
        yc = np.where(fore, m / p**2 * (2 * p * x - x**2), m / (1 - p) ** 2 * (1 - 2 * p + 2 * p * x - x**2))
        slope = np.where(fore, 2 * m / p**2 * (p - x), 2 * m / (1 - p) ** 2 * (p - x))
    theta = np.arctan(slope)
    s, c = np.sin(theta), np.cos(theta)
    return x - yt * s, yc + yt * c, x + yt * s, yc - yt * c


def _on_grid(x: Array, z: Array) -> Array:
    order = np.argsort(x, kind="stable")
    return np.interp(XI, x[order], z[order])


def _loop_faces(points: Array) -> tuple[Array, Array, Array, Array]:
    """Split a loop (trailing edge, one face, nose, other face) at its nose, scaled to chord 1."""
    x, z = points[:, 0], points[:, 1]
    x0, span = x.min(), np.ptp(x)
    x, z = (x - x0) / span, z / span
    nose = int(np.argmin(x))
    first = x[: nose + 1][::-1], z[: nose + 1][::-1]
    second = x[nose:], z[nose:]
    if np.trapezoid(np.interp(XI, *first) - np.interp(XI, *second), XI) < 0:
        first, second = second, first
    return *first, *second


def profile_of(aerofoil: Aerofoil | HollowSection | PlateSection | SolidBody) -> Profile:
    """The outline of any aerofoil of the model.

    Raises
    ------
    Refused
        When a coordinate section crosses itself or has no thickness.
    TypeError
        Of a section that hangs on its sheets and the chord, or on stations: `root_profile` knows it.
    """
    if isinstance(aerofoil, HollowSection | SolidBody):
        raise TypeError("such a section is none by itself")
    if isinstance(aerofoil, PlateSection):
        half = np.full(N_GRID, 0.5)
        return Profile(half, -half, aerofoil.thickness_mm)
    if isinstance(aerofoil, NacaAerofoil):
        xu, zu, xl, zl = naca_four_digit(aerofoil.code)
    else:
        xu, zu, xl, zl = _loop_faces(np.asarray(aerofoil.points, dtype=float))
    upper, lower = _on_grid(xu, zu), _on_grid(xl, zl)
    thickness = upper - lower
    where = ("aerofoil", "points")
    if thickness.max() < 0.005 or thickness.max() > 0.5:
        share = f"{100 * thickness.max():.1f} %"
        raise Refused(
            [Problem(where, "aerofoil points", f"The section is {share} thick.", "It should be 0.5 to 50 % of chord.")]
        )
    crossed = thickness[2:-2] < -1e-4
    if np.any(crossed):
        x_bad = float(XI[2:-2][np.argmin(thickness[2:-2])])
        raise Refused(
            [
                Problem(
                    where,
                    "aerofoil points",
                    f"The upper face lies under the lower one near {100 * x_bad:.0f} % of the chord.",
                    "Check the order of the points: one loop that does not cross itself.",
                )
            ]
        )
    middle = 0.5 * (upper + lower)
    half = np.maximum(0.5 * thickness, 0.0)
    return Profile(middle + half, middle - half)
