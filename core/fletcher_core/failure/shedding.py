"""After the first wrinkle, and after the foam has cracked: what is left of the section.

A skin past its wrinkling stress sheds load, it does not always break: the wrinkled skins of the
pressed face keep carrying their wrinkling stress and no more, and what is left of the section
carries the rest with that constant force on it. That is how a taped wing bends and springs back.
Foam that has cracked on its pulled face leaves its pressed half, with sticks, skins and tape: tape
over a crack holds the halves together.

Source: Allen 1969 (face wrinkling as a limit to the face's stress, not to the beam).
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..geometry import Profile
from ..sections import SectionMaterials, SectionProperties, section_properties
from ..sections.filled import core_moments
from .modes.skin_wrinkling import wrinkling_limit
from .state import LoadedPart, Locked

Array = NDArray[np.float64]


def _pressed(wing: LoadedPart) -> Array:
    """(R, Ps) 1 where a sheet lies on the face that the run presses."""
    face = wing.layout.section.sheets.face
    return np.asarray(face[None, :] * wing.up > 0, dtype=float)


def after_wrinkling(wing: LoadedPart, cracked: bool = False) -> LoadedPart | None:
    """The same wing with every sheet on the pressed face at its wrinkling stress; None without one.

    The face keeps the stress that each part of it had when its worst part wrinkled. That is on the
    safe side: parts nearer to the neutral axis could still take more. With `cracked`, the pulled half
    of the foam is gone too; then it is never None.
    """
    pressed = _pressed(wing)
    if not pressed.any() and not cracked:
        return None
    m, sheet = wing.materials, wing.sums.sheet
    rest = replace(m, sheet_Et=m.sheet_Et * (1 - pressed))
    p = _half_of_the_foam(wing, rest) if cracked else section_properties(wing.layout.section, rest, wing.sums)
    shape = wing.forces.moment.shape
    force, moment_x, moment_z = np.zeros(shape), np.zeros(shape), np.zeros(shape)
    for row in range(len(wing.layout.sheet_rows)):
        if not pressed[:, row].any():
            continue
        limit = wrinkling_limit(wing, row) * wing.sheet_bears(row)  # N/mm
        per_width = (limit * m.sheet_on[:, row] * pressed[:, row])[:, None]
        length = sheet.length[row]
        safe = np.where(length > 0, length, 1.0)
        strain = wing.strain((sheet.x[row] / safe)[None], (sheet.z[row] / safe)[None])
        worst = np.minimum(np.where(length > 0, strain, 0.0).min(axis=-1), -1e-15)
        share = np.clip(strain / worst[..., None], 0.0, 1.0)
        force += per_width * (share * length).sum(axis=-1)
        moment_z += per_width * (share * sheet.x[row]).sum(axis=-1)
        moment_x += per_width * (share * sheet.z[row]).sum(axis=-1)
    moment_z -= force * p.x0
    moment_x -= force * p.z0
    det = p.EIxx * p.EIzz - p.EIxz**2
    kz = -(moment_x * p.EIzz - moment_z * p.EIxz) / det
    kx = -(moment_z * p.EIxx - moment_x * p.EIxz) / det
    return replace(wing, materials=rest, properties=p, locked=Locked(force / p.EA, kz, kx), cracked=cracked)


def _half_of_the_foam(wing: LoadedPart, materials: SectionMaterials) -> SectionProperties:
    """Properties with the foam's pressed half only, cut along its camber line."""
    outline = wing.layout.outline
    middle = 0.5 * (outline.profile.upper + outline.profile.lower)
    halves = {
        1.0: replace(outline, profile=Profile(outline.profile.upper, middle, outline.profile.plate_mm)),
        -1.0: replace(outline, profile=Profile(middle, outline.profile.lower, outline.profile.plate_mm)),
    }
    found = {
        side: section_properties(wing.layout.section, materials, replace(wing.sums, core=core_moments(half)))
        for side, half in halves.items()
        if (wing.up == side).any()
    }
    if len(found) == 1:
        return next(iter(found.values()))
    lifted = wing.up > 0
    return replace(found[1.0], **{k: np.where(lifted, v, getattr(found[-1.0], k)) for k, v in vars(found[1.0]).items()})
