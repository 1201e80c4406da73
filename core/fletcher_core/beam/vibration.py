"""First bending and first twist of the half wing, held at the root."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..geometry import Planform
from ..sections import SectionProperties
from .beam import Integrals

Array = NDArray[np.float64]

#: of the power iteration: own choice
_STEPS = 4


def first_bending(plan: Planform, properties: SectionProperties, GA_s: Array) -> Array:
    """(V,) Hz.

    The shape is found by repeated static bending under its own inertia (Stodola 1927; Bisplinghoff,
    Ashley and Halfman 1955), shear of the foam included; the body is taken as held still.
    """
    s, mass = plan.s, properties.mass * 1e-6  # tonne/mm, so that N = tonne mm/s2
    along = Integrals.along(s)
    det = properties.EIxx * properties.EIzz - properties.EIxz**2
    give = properties.EIzz / det
    shape = np.broadcast_to((s / s[-1]) ** 2, mass.shape)
    for _ in range(_STEPS):
        shear = (mass * shape) @ along.tip
        bent = (((shear @ along.tip) * give) @ along.root + shear / GA_s) @ along.root
        # Rayleigh's quotient of the bent shape under the load that bent it
        square = (mass * shape * bent) @ along.root[:, -1] / ((mass * bent**2) @ along.root[:, -1])
        shape = bent / bent[:, -1:]
    return np.asarray(np.sqrt(square) / (2 * np.pi))


def first_twist(plan: Planform, properties: SectionProperties, GJ: Array) -> Array:
    """(V,) Hz, about the flexural axis, as `first_bending`."""
    s, p = plan.s, properties
    inertia = (p.polar_mass + p.mass * (p.x_shear**2 - 2 * p.x_shear * p.x_mass)) * 1e-6
    inertia = np.maximum(inertia, 1e-15)
    along = Integrals.along(s)
    shape = np.broadcast_to(s / s[-1], inertia.shape)
    for _ in range(_STEPS):
        turned = (((inertia * shape) @ along.tip) / GJ) @ along.root
        square = (inertia * shape * turned) @ along.root[:, -1] / ((inertia * turned**2) @ along.root[:, -1])
        shape = turned / turned[:, -1:]
    return np.asarray(np.sqrt(square) / (2 * np.pi))
