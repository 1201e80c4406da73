"""What a kernel of sections gives, whatever the section is made like.

A kernel works on a layout's geometry (by station, S) and materials (by variant, V). Today there is one, `filled/`:
foam between two faces. A hollow body's walls come as another beside it; what stands on a layout asks
`layout.kernel` and does not know which.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Protocol

import numpy as np
from numpy.typing import NDArray

from .section import SectionLayout, SectionMaterials

Array = NDArray[np.float64]
#: some of the variants or runs of an array's first axis
Runs = slice | NDArray[np.intp]


@dataclass(frozen=True)
class SectionProperties:
    """(V, S) arrays: stiffness about the modulus-weighted centroid, and mass.

    Attributes
    ----------
    EA : N. x0, z0 : centroid, mm from the local leading edge.
    EIxx, EIzz, EIxz : N mm2; EIxx is bending up and down, EIzz in the plane of the wing.
    x_shear : chordwise place of the shear centre, mm: an estimate by the bending of its parts until the torsion
        has been solved (`Twist`), which closed skins need.
    mass : g/mm, without glue.
    x_mass : chordwise place of the centre of mass, mm.
    polar_mass : g mm, moment of inertia per length about the local leading edge, chordwise part.
    """

    EA: Array
    x0: Array
    z0: Array
    EIxx: Array
    EIzz: Array
    EIxz: Array
    x_shear: Array
    mass: Array
    x_mass: Array
    polar_mass: Array

    def about(self, x_shear: Array) -> SectionProperties:
        """The same with its shear centre where the torsion says."""
        return replace(self, x_shear=x_shear)

    def take(self, index: NDArray[np.intp]) -> SectionProperties:
        """Some of the variants, or some of them more than once."""
        return SectionProperties(**{name: value[index] for name, value in vars(self).items()})

    def at(self, stations: NDArray[np.intp]) -> SectionProperties:
        """Of some of the stations."""
        return SectionProperties(**{name: value[:, stations] for name, value in vars(self).items()})

    def curvature(self, moment: Array, moment_z: Array | float = 0.0) -> tuple[Array, Array]:
        """Curvatures (kz, kx) of sections free to bend both ways, for moments up and down and in the plane.

        Strain at (x, z) is -(kz (z - z0) + kx (x - x0)); source: Bruhn 1973, ch. A13.
        """
        det = self.EIxx * self.EIzz - self.EIxz**2
        return (
            (moment * self.EIzz - moment_z * self.EIxz) / det,
            (moment_z * self.EIxx - moment * self.EIxz) / det,
        )

    def principal(self) -> tuple[Array, Array, Array]:
        """Largest and smallest EI and the angle (radians) from the chord line to the axis of the largest.

        Source: Bruhn 1973, ch. A3.
        """
        mean, half = 0.5 * (self.EIxx + self.EIzz), 0.5 * (self.EIxx - self.EIzz)
        radius = np.hypot(half, self.EIxz)
        return mean + radius, mean - radius, 0.5 * np.arctan2(-self.EIxz, half)


@dataclass(frozen=True)
class Twist:
    """(V, S): GJ N mm2, and x_shear mm, the chordwise place about which a section turns without bending."""

    GJ: Array
    x_shear: Array


@dataclass(frozen=True)
class ShearFlow:
    """All for a shear force of 1 N.

    Attributes
    ----------
    GA_s : (V, S) N.
    foam_stress : (V, S) largest shear stress in the foam, MPa.
    web_stress : row of a web -> (V, S) largest shear stress in it, MPa.
    """

    GA_s: Array
    foam_stress: Array
    web_stress: dict[int, Array]

    def take(self, index: NDArray[np.intp]) -> ShearFlow:
        """Some of the variants, or some of them more than once."""
        return ShearFlow(
            self.GA_s[index], self.foam_stress[index], {p: stress[index] for p, stress in self.web_stress.items()}
        )


class Kernel(Protocol):
    """Properties, shear flow, twist stiffness, strain at a point, and the points of the boundary."""

    def sums(self, layout: SectionLayout) -> Any:
        """What depends on geometry alone, for the other calls."""
        ...

    def properties(self, layout: SectionLayout, materials: SectionMaterials, sums: Any) -> SectionProperties:
        """Stiffness and mass, (V, S)."""
        ...

    def shear_flow(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, sums: Any
    ) -> ShearFlow:
        """Stresses and GA_s for a shear force of 1 N, (V, S)."""
        ...

    def twist_stiffness(self, layout: SectionLayout, materials: SectionMaterials) -> Array:
        """GJ, (V, S) N mm2."""
        ...

    def twist(self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties) -> Twist:
        """GJ and the shear centre, from one solution of the torsion."""
        ...

    def boundary(self, layout: SectionLayout) -> tuple[Array, Array]:
        """(x, z) of the outline, (S, N) mm, once round."""
        ...

    def strain(self, properties: SectionProperties, kz: Array, kx: Array, x: Array, z: Array) -> Array:
        """Strain along the part, (V, S), where the section bends by kz and kx (V, S) 1/mm; stretched is positive."""
        ...
