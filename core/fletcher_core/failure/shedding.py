"""After the first wrinkle: a skin past its wrinkling stress sheds load, it does not always break.

The wrinkled skins of the pressed face keep carrying their wrinkling stress and no more. What is left
of the section carries the rest, with that constant force on it, so every stress in it is a constant
plus a part that grows with the load. That is how a taped wing bends and springs back.

Source: Allen 1969 (face wrinkling as a limit to the face's stress, not to the beam).
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..sections import section_properties
from .modes.skin_wrinkling import wrinkling_stress
from .state import LoadedWing, Locked

Array = NDArray[np.float64]


def after_wrinkling(wing: LoadedWing) -> LoadedWing | None:
    """The same wing with every sheet on the pressed (upper) face at its wrinkling stress; None without one.

    The face keeps the stress that each part of it had when its worst part wrinkled. That is on the
    safe side: parts nearer to the neutral axis could still take more.
    """
    pressed = np.array([row.face > 0 for row in wing.layout.sheet_rows], dtype=bool)
    if not pressed.any():
        return None
    m, sheet = wing.materials, wing.sums.sheet
    rest = replace(m, sheet_Et=m.sheet_Et * ~pressed)
    p = section_properties(wing.layout.section, rest, wing.sums)
    thickness = np.array([row.t for row in wing.layout.sheet_rows])
    limit = wrinkling_stress(m.sheet_Et / thickness, m.foam.E[:, None], m.foam.G[:, None])
    per_width = (limit * thickness * m.sheet_on * pressed)[:, :, None]  # N/mm, (V, P, 1)
    shape = wing.forces.moment.shape
    force, moment_x, moment_z = np.zeros(shape), np.zeros(shape), np.zeros(shape)
    for row in np.flatnonzero(pressed):
        length = sheet.length[row]
        safe = np.where(length > 0, length, 1.0)
        strain = wing.strain((sheet.x[row] / safe)[None], (sheet.z[row] / safe)[None])
        worst = np.minimum(np.where(length > 0, strain, 0.0).min(axis=-1), -1e-15)
        share = np.clip(strain / worst[..., None], 0.0, 1.0)
        force += per_width[:, row] * (share * length).sum(axis=-1)
        moment_z += per_width[:, row] * (share * sheet.x[row]).sum(axis=-1)
        moment_x += per_width[:, row] * (share * sheet.z[row]).sum(axis=-1)
    moment_z -= force * p.x0
    moment_x -= force * p.z0
    det = p.EIxx * p.EIzz - p.EIxz**2
    kz = -(moment_x * p.EIzz - moment_z * p.EIxz) / det
    kx = -(moment_z * p.EIxx - moment_x * p.EIxz) / det
    return replace(wing, materials=rest, properties=p, locked=Locked(force / p.EA, kz, kx))
