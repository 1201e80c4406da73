"""True outlines at many stations at once."""

from __future__ import annotations

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

    def faces_at(self, share: Array) -> tuple[Array, Array]:
        """z of the upper and lower face, mm, at chord shares (..., S): one column a station."""
        upper = np.interp(share, XI, self.profile.upper) * self.z_scale
        lower = np.interp(share, XI, self.profile.lower) * self.z_scale
        return upper, lower

    def take(self, index: NDArray[np.intp]) -> Outline:
        return Outline(self.profile, self.chord[index], self.z_scale[index])
