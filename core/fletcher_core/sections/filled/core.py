"""Area moments of the foam's outline by Green's theorem."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...geometry import XI, DrawnOutline, Outline

Array = NDArray[np.float64]


@dataclass(frozen=True)
class CoreMoments:
    """(S,) integrals over the outline about the local leading edge: of 1, x, z, zz, xx, xz."""

    area: Array
    x: Array
    z: Array
    zz: Array
    xx: Array
    xz: Array


def core_moments(outline: Outline) -> CoreMoments:
    """Moments of the area between both faces, exact for faces of straight pieces.

    The boundary integrals of Green's theorem reduce to integrals of powers of z along x; within a
    piece they are cubic in x, which Simpson's rule takes exactly (Bruhn 1973, ch. A3). Where all stations
    are one profile stretched in x and z, the integrals are taken once and scaled.
    """
    drawn = isinstance(outline, DrawnOutline)
    u, low = (outline.upper, outline.lower) if drawn else (outline.profile.upper, outline.profile.lower)
    dx = np.diff(XI)

    def simpson(f: Array, f_mid: Array) -> Array:
        return np.asarray(np.sum(dx * (f[..., :-1] + 4 * f_mid + f[..., 1:]), axis=-1) / 6)

    def mid(a: Array) -> Array:
        return np.asarray(0.5 * (a[..., :-1] + a[..., 1:]))

    xm, um, lm = mid(XI), mid(u), mid(low)
    c, s = outline.chord, np.ones_like(outline.chord) if drawn else outline.z_scale
    return CoreMoments(
        area=c * s * simpson(u - low, um - lm),
        x=c**2 * s * simpson(XI * (u - low), xm * (um - lm)),
        z=c * s**2 * simpson((u**2 - low**2) / 2, (um**2 - lm**2) / 2),
        zz=c * s**3 * simpson((u**3 - low**3) / 3, (um**3 - lm**3) / 3),
        xx=c**3 * s * simpson(XI**2 * (u - low), xm**2 * (um - lm)),
        xz=c**2 * s**2 * simpson(XI * (u**2 - low**2) / 2, xm * (um**2 - lm**2) / 2),
    )
