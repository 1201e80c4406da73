"""True outlines at many stations at once."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .profile import XI, Profile

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Outline:
    """Outlines of S stations in mm, on the common grid of N points from nose to trailing edge.

    Attributes
    ----------
    chord : (S,) mm.
    z_scale : (S,) mm; what the profile's z is multiplied by.
    profile : the dimensionless section.
    """

    profile: Profile
    chord: Array
    z_scale: Array

    @classmethod
    def of(cls, profile: Profile, chord: Array) -> Outline:
        scale = chord if profile.plate_mm is None else np.full_like(chord, profile.plate_mm)
        return cls(profile, chord, scale)

    @property
    def creases(self) -> Sequence[Array]:
        """Chord shares at which a face is bent at once, each (S,)."""
        return ()

    @property
    def x(self) -> Array:
        """(S, N) mm from the leading edge."""
        return self.chord[:, None] * XI

    @property
    def upper(self) -> Array:
        """(S, N) z of the upper face, mm."""
        return self.z_scale[:, None] * self.profile.upper

    @property
    def lower(self) -> Array:
        """(S, N) z of the lower face, mm."""
        return self.z_scale[:, None] * self.profile.lower

    @property
    def deepest(self) -> Array:
        """(S,) mm, the greatest depth of each."""
        return np.asarray((self.upper - self.lower).max(axis=1))

    def faces_at(self, share: Array) -> tuple[Array, Array]:
        """z of the upper and lower face, mm, at chord shares (..., S): one column a station."""
        upper = np.interp(share, XI, self.profile.upper) * self.z_scale
        lower = np.interp(share, XI, self.profile.lower) * self.z_scale
        return upper, lower

    def take(self, index: NDArray[np.intp]) -> Outline:
        return Outline(self.profile, self.chord[index], self.z_scale[index])


@dataclass(frozen=True)
class DrawnOutline(Outline):
    """Outlines that are not one profile made larger: a folded board is as thick at the tip as at the root.

    Attributes
    ----------
    high, low : (S, N) mm of both faces on the common grid. bends : chord shares of creases, each (S,).
    `profile` is that of the first station, for what asks how it is cambered.
    """

    high: Array
    low: Array
    bends: tuple[Array, ...] = ()

    @classmethod
    def of_faces(cls, chord: Array, upper: Array, lower: Array, bends: Sequence[Array] = ()) -> DrawnOutline:
        """From faces in mm, (S, N)."""
        first = float(chord[0])
        return cls(Profile(upper[0] / first, lower[0] / first), chord, chord, upper, lower, tuple(bends))

    @property
    def creases(self) -> Sequence[Array]:
        return self.bends

    @property
    def upper(self) -> Array:
        return self.high

    @property
    def lower(self) -> Array:
        return self.low

    def faces_at(self, share: Array) -> tuple[Array, Array]:
        share = np.asarray(share, dtype=float)
        index = np.clip(np.searchsorted(XI, share, side="right") - 1, 0, len(XI) - 2)
        part = np.clip((share - XI[index]) / (XI[index + 1] - XI[index]), 0.0, 1.0)
        rows = np.arange(len(self.chord))
        upper, lower = (f[rows, index] + part * (f[rows, index + 1] - f[rows, index]) for f in (self.high, self.low))
        return upper, lower

    def take(self, index: NDArray[np.intp]) -> DrawnOutline:
        bends = tuple(b[index] for b in self.bends)
        return DrawnOutline(
            self.profile, self.chord[index], self.z_scale[index], self.high[index], self.low[index], bends
        )
