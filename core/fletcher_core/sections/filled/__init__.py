"""The kernel for foam between two faces: sheets on them, sticks and webs in it, other foam or nothing in places."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..contract import PlaneSections, SectionProperties, ShearFlow, TorsionStress, Twist
from ..section import SectionLayout, SectionMaterials
from .core import CoreMoments, core_moments
from .patches import patches_of
from .properties import (
    Sums,
    alike_in_shear,
    distinct_stress_functions,
    is_web,
    own_twist,
    section_properties,
    section_sums,
    twist_stiffness,
    without_core,
)
from .shear import shear_flow
from .sheets import SheetGeometry, sheet_geometry
from .torsion_stress import torsion_stress
from .warping import SkinWarping, centre, pole_of, shear_centre, skin_warping, stick_sums

Array = NDArray[np.float64]


class FilledKernel(PlaneSections):
    """Fulfils `contract.Kernel`."""

    def sums(self, layout: SectionLayout) -> Sums:
        return section_sums(layout)

    def core_moments(self, layout: SectionLayout) -> CoreMoments:
        return core_moments(layout.outline)

    def properties(self, layout: SectionLayout, materials: SectionMaterials, sums: Sums) -> SectionProperties:
        return section_properties(layout, materials, sums)

    def shear_flow(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> ShearFlow:
        return shear_flow(layout, materials, properties, coarse)

    def twist_stiffness(self, layout: SectionLayout, materials: SectionMaterials) -> Array:
        return twist_stiffness(layout, materials)

    def twist(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> Twist:
        phi, back = distinct_stress_functions(layout, materials, coarse)
        GJ = phi.GJ[back] + own_twist(layout, materials)
        return Twist(
            np.asarray(GJ), shear_centre(layout, materials, properties, phi, back),
            torsion_stress(layout, materials, phi, back),
        )  # fmt: skip


def skin_twist(layout: SectionLayout, materials: SectionMaterials) -> tuple[Array, TorsionStress, SkinWarping]:
    """(GJ (V, S), what shears it, how it warps) but for its sticks, whatever they are."""
    phi, back = distinct_stress_functions(layout, materials)
    return phi.GJ[back], torsion_stress(layout, materials, phi, back), skin_warping(layout, materials, phi, back)


def beside_sticks(
    layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, skins: SkinWarping
) -> Array:
    """(V, S) mm: shear centre with the sticks of a layout among `skins`, of as many variants and stations."""
    members, chord = layout.members, layout.outline.chord
    sticks = stick_sums(layout, materials, lambda p: skins.at(layout.outline, members.x[p], members.z[p]))
    power = np.stack([chord**4, chord**5, chord**5])[:, None]
    return centre(properties, skins.sums * power + sticks, chord)


FILLED = FilledKernel()

__all__ = [
    "FILLED",
    "CoreMoments",
    "FilledKernel",
    "SheetGeometry",
    "SkinWarping",
    "Sums",
    "alike_in_shear",
    "beside_sticks",
    "centre",
    "core_moments",
    "is_web",
    "own_twist",
    "patches_of",
    "pole_of",
    "section_properties",
    "section_sums",
    "shear_centre",
    "shear_flow",
    "sheet_geometry",
    "skin_twist",
    "twist_stiffness",
    "without_core",
]
