"""Modulus-weighted properties of sections from all their parts."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..contract import SectionProperties
from ..section import Patches, SectionLayout, SectionMaterials
from .core import CoreMoments, core_moments
from .patches import beside_others
from .sheets import SheetGeometry, sheet_geometry
from .torsion import StressFunction, stress_function

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Sums:
    """Geometry that does not depend on materials, kept for what is computed from it next."""

    core: CoreMoments
    sheet: SheetGeometry

    def at(self, stations: NDArray[np.intp]) -> Sums:
        """Of some of the stations."""
        core = CoreMoments(*(value[stations] for value in vars(self.core).values()))
        return Sums(core, SheetGeometry(*(value[:, stations] for value in vars(self.sheet).values())))


def section_sums(layout: SectionLayout) -> Sums:
    """What depends on geometry alone."""
    return Sums(core_moments(layout.outline), sheet_geometry(layout.outline, layout.sheets))


def section_properties(layout: SectionLayout, materials: SectionMaterials, sums: Sums) -> SectionProperties:
    """Bending, stretching and mass of S sections for V variants.

    Members replace the foam that they displace; sheets are line elements outside the outline; a
    member's stretching stiffness counts with its slip factor gamma, its own bending in full.

    Sources: Bruhn 1973; Allen 1969; EN 1995-1-1 Annex B (slip).
    """
    members, m = layout.members, materials
    core, sheet = sums.core, sums.sheet
    Ef, rho_f = m.foam.E[:, None], m.foam.rho[:, None]

    # (V, P) weights on (P, S) geometry
    stick = m.member_on * m.member_E * m.gamma * members.oblique
    own = m.member_on * m.member_E * members.oblique
    hole = m.member_on
    film = m.sheet_on * m.sheet_Et
    x, z, here = members.x, members.z, members.present
    area, out = members.area * here, members.area_out * here
    ixx, izz, ixx_out, izz_out = (a * here for a in (members.ixx, members.izz, members.ixx_out, members.izz_out))
    line = {k: getattr(sheet, k).sum(axis=2) for k in ("length", "x", "z", "xx", "zz", "xz")}

    def total(core_part: Array, stick_part: Array, hole_part: Array, film_part: Array) -> Array:
        return np.asarray(Ef * (core_part - hole @ hole_part) + stick @ stick_part + film @ film_part)

    EA = total(core.area, area, out, line["length"])
    ESx = total(core.x, area * x, out * x, line["x"])
    ESz = total(core.z, area * z, out * z, line["z"])
    Exx = total(core.xx, area * x**2, out * x**2 + izz_out, line["xx"]) + own @ izz
    Ezz = total(core.zz, area * z**2, out * z**2 + ixx_out, line["zz"]) + own @ ixx
    Exz = total(core.xz, area * x * z, out * x * z, line["xz"])
    patches = layout.patches
    if patches.count:
        # a patch stands in place of the core: what it has more, or less, than the core's foam
        adds = _instead(patches, m.patch_on, m.patch_E, Ef)
        EA = EA + adds(patches.area)
        ESx, ESz = ESx + adds(patches.mx), ESz + adds(patches.mz)
        Exx, Ezz, Exz = Exx + adds(patches.xx), Ezz + adds(patches.zz), Exz + adds(patches.xz)
    whole = (core.area, core.x, core.z, core.xx, core.zz, core.xz)
    EA, ESx, ESz, Exx, Ezz, Exz = _never_nothing(Ef, whole, (EA, ESx, ESz, Exx, Ezz, Exz))
    x0, z0 = ESx / EA, ESz / EA

    stick_rho, film_rho = m.member_on * m.member_rho, m.sheet_on * m.sheet_mass
    mass = rho_f * (core.area - hole @ out) + stick_rho @ area + film_rho @ line["length"]
    mass_x = rho_f * (core.x - hole @ (out * x)) + stick_rho @ (area * x) + film_rho @ line["x"]
    polar = rho_f * (core.xx - hole @ (out * x**2)) + stick_rho @ (area * x**2) + film_rho @ line["xx"]
    if patches.count:
        adds = _instead(patches, m.patch_on, m.patch_rho, rho_f)
        mass, mass_x, polar = mass + adds(patches.area), mass_x + adds(patches.mx), polar + adds(patches.xx)
    return SectionProperties(
        EA, x0, z0, Ezz - EA * z0**2, Exx - EA * x0**2, Exz - EA * x0 * z0, x0, mass, mass_x / mass, polar
    )


def _instead(patches: Patches, on: Array, own: Array, core: Array) -> Callable[[Array], Array]:
    """Moments (P, S) to (V, S) of what patches have more, or less, of a figure (V, P) than the core's foam (V, 1)."""
    more, left = on * (own - core), beside_others(patches, on, own / core)
    if left is None:
        return lambda moments: np.asarray(more @ (moments * patches.present))
    each = more[:, :, None] * left * patches.present
    return lambda moments: np.asarray((each * moments).sum(axis=1))


#: share of the foam that counts where cuts leave nothing at all, so that such a place bears next to nothing instead of
#: dividing by nothing
_NOTHING = 1e-9


def _never_nothing(Ef: Array, core: tuple[Array, ...], made: tuple[Array, ...]) -> Iterator[Array]:
    """The sums of a section, the first of them its EA; where nothing is left those of next to nothing of its foam."""
    gone = made[0] < _NOTHING * Ef * core[0]
    return (
        np.where(gone, _NOTHING * Ef * of_core, one) if gone.any() else one
        for of_core, one in zip(core, made, strict=True)
    )


def without_core(p: SectionProperties, E: Array, gone: CoreMoments) -> SectionProperties:
    """What is left of sections (R, S) where some of the core, of modulus `E`, bears no more; mass stays."""
    EA = p.EA - E * gone.area
    x0, z0 = (p.EA * p.x0 - E * gone.x) / EA, (p.EA * p.z0 - E * gone.z) / EA
    Ezz, Exx = p.EIxx + p.EA * p.z0**2 - E * gone.zz, p.EIzz + p.EA * p.x0**2 - E * gone.xx
    Exz = p.EIxz + p.EA * p.x0 * p.z0 - E * gone.xz
    return replace(
        p, EA=EA, x0=x0, z0=z0, EIxx=Ezz - EA * z0**2, EIzz=Exx - EA * x0**2, EIxz=Exz - EA * x0 * z0, x_shear=x0
    )


def twist_stiffness(layout: SectionLayout, materials: SectionMaterials) -> Array:
    """GJ, (V, S) N mm2: the foam-core method, plus each stick's own."""
    phi, back = distinct_stress_functions(layout, materials)
    return np.asarray(phi.GJ[back] + own_twist(layout, materials))


def distinct_stress_functions(
    layout: SectionLayout, materials: SectionMaterials, coarse: bool = False
) -> tuple[StressFunction, NDArray[np.intp]]:
    """Variants that differ only in what does not matter to twist are solved once; (V,) which is whose."""
    first, back = alike_in_shear(materials, is_web(layout))
    return stress_function(layout, materials.take(first), coarse), back


def is_web(layout: SectionLayout) -> NDArray[np.bool_]:
    """(P,) which members join both faces."""
    return np.asarray((layout.members.web_width > 0).any(axis=1), dtype=bool)


def alike_in_shear(m: SectionMaterials, stiffening: NDArray[np.bool_]) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
    """(one variant of each sort, which sort every variant is) of those that differ in nothing that is sheared.

    Parameters
    ----------
    stiffening : (P,) members whose own shear stiffness counts.
    """
    key = np.concatenate(
        [
            m.foam.G[:, None],
            m.member_on[:, stiffening] * m.member_G[:, stiffening],
            m.sheet_on * m.sheet_Gt,
            m.patch_on * (1 + m.patch_G),
        ],
        axis=1,
    )
    _, first, back = np.unique(key, axis=0, return_index=True, return_inverse=True)
    return first, back.reshape(-1)


def own_twist(layout: SectionLayout, materials: SectionMaterials) -> Array:
    """(V, S) N mm2; what the sticks add to GJ by themselves."""
    m, members = materials, layout.members
    return np.asarray((m.member_on * m.member_G) @ (members.polar * members.present))
