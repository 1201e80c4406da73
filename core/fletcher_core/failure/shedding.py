"""After the first sign: what is left of the section once skins have wrinkled, foam has been crushed or has cracked.

A skin past its wrinkling stress sheds load, it does not always break: the wrinkled skins of the
pressed face keep carrying their wrinkling stress and no more, and what is left of the section
carries the rest with that constant force on it. That is how a taped wing bends and springs back.
Crushed foam goes on at its plateau while the stress moves inward: the same, over a zone that grows with the load.
Foam that has cracked on its pulled face leaves its pressed half, with sticks, skins and tape: tape
over a crack holds the halves together.

Sources: Allen 1969 (face wrinkling as a limit to the face's stress, not to the beam); Gibson and Ashby 1997 (plateau);
Timoshenko and Gere 1972 (beams past their yield: strain stays plane).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..geometry import XI, DrawnOutline, Profile
from ..sections import SectionMaterials, SectionProperties, section_properties, without_core
from ..sections.filled import CoreMoments, core_moments
from ..sections.walled import between
from .modes.panel_buckling import share_left
from .modes.skin_wrinkling import wrinkling_of
from .state import LoadedPart, Locked

Array = NDArray[np.float64]

#: columns of foam across the chord in which the crushed zone is measured; own choice
_COLUMNS = np.unique(np.linspace(0, len(XI) - 1, 41).round().astype(int))
#: share of the foam that always counts as not crushed, so that there is something to solve
_LEAST = 1e-3
#: rounds in which zone and strain are brought to agree at a load; own choice
_ROUNDS = 3


@dataclass(frozen=True)
class Shed:
    """What has given way: skins of the pressed face, foam of the pulled face, foam and a panel of the pressed one."""

    wrinkled: bool = False
    cracked: bool = False
    crushed: bool = False
    buckled: bool = False


def _pressed(wing: LoadedPart) -> Array:
    """(R, Ps) 1 where a sheet lies on the face that the run presses."""
    face = wing.layout.section.sheets.face
    return np.asarray(face[None, :] * wing.up > 0, dtype=float)


def after(wing: LoadedPart, shed: Shed, n: Array | None = None) -> LoadedPart | None:
    """The same wing with what has been shed; None where skins should have wrinkled and none lies on a pressed face.

    A wrinkled face keeps the stress that each part of it had when its worst part wrinkled. That is on the
    safe side: parts nearer to the neutral axis could still take more. Where foam has cracked, the pulled half of it
    is gone.

    Parameters
    ----------
    n : (R, S) factor at which the crushed zone is looked at: what is told of other factors is a straight line from
        there.
    """
    pressed = _pressed(wing) if shed.wrinkled else np.zeros((wing.up.shape[0], len(wing.layout.sheet_rows)))
    if shed.wrinkled and not pressed.any() and not (shed.cracked or shed.crushed or shed.buckled):
        return None
    left, edges = 1 - pressed, None
    if shed.buckled:
        edges = np.where(_pressed(wing) > 0, share_left(wing)[:, None], 1.0)
        left = left * edges
    rest = replace(wing.materials, sheet_Et=wing.materials.sheet_Et * left)
    core = _half_of_the_foam(wing) if shed.cracked else wing.sums.core
    held = _of_skins(wing, pressed)
    state = replace(_with(wing, rest, core, held, shed), edges=edges)
    if shed.crushed:
        assert n is not None
        zone, whole = _Pressed.of(wing, shed), state.properties
        for _ in range(_ROUNDS):
            gone, pushed = _crushed(wing, zone, state, n)
            p = without_core(whole, wing.materials.foam.E[:, None], gone)
            state = replace(state, properties=p, locked=_locked(p, held + pushed))
    return state


def _with(wing: LoadedPart, rest: SectionMaterials, core: CoreMoments, held: Array, shed: Shed) -> LoadedPart:
    p = section_properties(wing.layout.section, rest, replace(wing.sums, core=core))
    return replace(
        wing, materials=rest, properties=p, locked=_locked(p, held), cracked=shed.cracked, crushed=shed.crushed,
        buckled=shed.buckled,
    )  # fmt: skip


def _locked(p: SectionProperties, held: Array) -> Locked:
    """`held` (3, R, S): constant pushing force, and its first moments in x and z, that what is left is stretched by."""
    force, moment_z, moment_x = held[0], held[1] - held[0] * p.x0, held[2] - held[0] * p.z0
    det = p.EIxx * p.EIzz - p.EIxz**2
    kz = -(moment_x * p.EIzz - moment_z * p.EIxz) / det
    kx = -(moment_z * p.EIxx - moment_x * p.EIxz) / det
    return Locked(force / p.EA, kz, kx)


def _of_skins(wing: LoadedPart, pressed: Array) -> Array:
    """(3, R, S) what wrinkled skins go on carrying: push, and its moments in x and z."""
    m, sheet = wing.materials, wing.sums.sheet
    held = np.zeros((3, *wing.forces.moment.shape))
    for row in range(len(wing.layout.sheet_rows)):
        if not pressed[:, row].any() or wing.layout.sheet_rows[row].bears != "all":
            continue
        length = sheet.length[row]
        safe = np.where(length > 0, length, 1.0)
        strain = wing.strain((sheet.x[row] / safe)[None], (sheet.z[row] / safe)[None])
        worst = np.minimum(np.where(length > 0, strain, 0.0).min(axis=-1), -1e-15)
        limit = wing.in_all(wing.sheet_strain[row][0], wrinkling_of(wing, row).strain, 0.0)
        per_width = limit * (m.sheet_Et[:, row] * m.sheet_on[:, row] * pressed[:, row])[:, None]
        share = np.clip(strain / worst[..., None], 0.0, 1.0)
        for k, part in enumerate((length, sheet.x[row], sheet.z[row])):
            held[k] += per_width * (share * part).sum(axis=-1)
    return held


def _half_of_the_foam(wing: LoadedPart) -> CoreMoments:
    """(R, S) of the pressed half only, cut along the camber line; of a hollow part the pressed wall."""
    outline, inside = wing.layout.outline, wing.layout.inside
    if inside is not None:
        x = outline.x
        top, bottom = between(x, inside.upper, outline.upper), between(x, outline.lower, inside.lower)
        walls = zip(vars(top).values(), vars(bottom).values(), strict=True)
        return CoreMoments(*(np.where(wing.up > 0, a, b) for a, b in walls))
    if isinstance(outline, DrawnOutline):
        camber = 0.5 * (outline.upper + outline.lower)
        drawn = [replace(outline, low=camber), replace(outline, high=camber)]
        cut = zip(*(vars(core_moments(half)).values() for half in drawn), strict=True)
        return CoreMoments(*(np.where(wing.up > 0, top, bottom) for top, bottom in cut))
    middle = 0.5 * (outline.profile.upper + outline.profile.lower)
    halves = [
        core_moments(replace(outline, profile=Profile(upper, lower, outline.profile.plate_mm)))
        for upper, lower in ((outline.profile.upper, middle), (middle, outline.profile.lower))
    ]
    both = zip(*(vars(half).values() for half in halves), strict=True)
    return CoreMoments(*(np.where(wing.up > 0, top, bottom) for top, bottom in both))


@dataclass(frozen=True)
class _Pressed:
    """Columns of the foam that can be crushed: places (S, K) mm, and z of both ends (R, S, K).

    weights : (3, R or 1, S, K) mm of each column along the chord, times 1, x and x squared.
    """

    x: Array
    top: Array
    bottom: Array
    weights: Array

    @classmethod
    def of(cls, wing: LoadedPart, shed: Shed) -> _Pressed:
        outline = wing.layout.outline
        x = outline.x[:, _COLUMNS]
        upper, lower = outline.upper[:, _COLUMNS], outline.lower[:, _COLUMNS]
        top, bottom, inside = upper[None], lower[None], wing.layout.inside
        if inside is not None:
            # both walls, one after the other
            roof, floor = inside.upper[:, _COLUMNS], inside.lower[:, _COLUMNS]
            top = np.concatenate([upper, floor], axis=1)[None]
            bottom = np.concatenate([roof, lower], axis=1)[None]
            if shed.cracked:
                first = np.arange(top.shape[-1]) < len(_COLUMNS)
                bottom = np.where(first == (wing.up[..., None] > 0), bottom, top)
        elif shed.cracked:
            camber, lifted = 0.5 * (upper + lower), wing.up[..., None] > 0
            top, bottom = np.where(lifted, upper, camber), np.where(lifted, camber, lower)
        step = np.gradient(x, axis=1)
        step[:, [0, -1]] *= 0.5
        if inside is not None:
            x, step = np.concatenate([x, x], axis=1), np.concatenate([step, step], axis=1)
        w = np.asarray((1 - _LEAST) * wing.foam_at(x) * step)
        w = w if w.ndim == 3 else w[None]
        return cls(x, top, bottom, np.stack([w, w * x, w * x**2]))


def _crushed(wing: LoadedPart, zone: _Pressed, state: LoadedPart, n: Array) -> tuple[CoreMoments, Array]:
    """Moments of the foam that is past its plateau stress at `n`, (R, S) each, and the constant push (3, R, S) that it
    goes on carrying. `state` says how strained it is.
    """
    p, locked = state.properties, state.locked
    assert locked is not None
    plateau = wing.values["core.compression_10pct"][:, None]
    kz, kx = (fixed + n * bent for fixed, bent in zip((locked.kz, locked.kx), state.curvature, strict=True))
    middle = locked.stretch + kz * p.z0 + kx * p.x0
    # strain = middle - kz z - kx x; crushed beyond the line where it is that of the plateau stress
    yields = plateau / wing.materials.foam.E[:, None]
    steep = np.where(np.abs(kz) < 1e-15, 1e-15, kz)[..., None]
    line = np.clip(((middle + yields)[..., None] - kx[..., None] * zone.x) / steep, zone.bottom, zone.top)
    above = steep > 0
    floor, roof = np.where(above, line, zone.bottom), np.where(above, zone.top, line)
    deep = roof - floor
    area, x, xx = (zone.weights * deep).sum(axis=-1)
    z, xz = (zone.weights[:2] * (0.5 * deep * (roof + floor))).sum(axis=-1)
    zz = (zone.weights[0] * (deep * (roof**2 + roof * floor + floor**2) / 3)).sum(axis=-1)
    return CoreMoments(area, x, z, zz, xx, xz), plateau * np.stack([area, x, z])
