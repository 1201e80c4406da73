"""What a kernel of sections gives, whatever the section is made like.

A kernel works on a layout's geometry (by station, S) and materials (by variant, V). Today there is one, `filled/`:
foam between two faces. A hollow body's walls come as another beside it; what stands on a layout asks
`layout.kernel` and does not know which.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
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
    x_shear : chordwise place of the shear centre, mm: the centroid's, until the torsion has been solved (`about`).
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


#: rows of a `TorsionStress` that are of the foam: two at each of three places
OF_FOAM = 6


def worst_places(along: Array, through: Array) -> list[Array]:
    """The rows of the foam, (V, S) each, of a `TorsionStress`, out of (V, S, places).

    That with the greatest of both together counts too: of two places that are alike along the chord, either may be
    found, and the one may be sheared through the depth while the other is not.
    """
    rows = []
    for by in (along, through, np.hypot(along, through)):
        at = np.argmax(by, axis=-1)[..., None]
        rows += [np.take_along_axis(a, at, axis=-1)[..., 0] for a in (along, through)]
    return rows


def _greatest(unit: Array) -> Array:
    """(3, V, S) the shear by which each place in the foam was chosen."""
    return np.stack([unit[0], unit[3], np.hypot(unit[4], unit[5])])


@dataclass(frozen=True)
class TorsionStress:
    """What shears a section for each unit of twist per length, 1 / mm: multiply by torque / GJ.

    Attributes
    ----------
    unit : (K, V, S) rows, all as sizes. `OF_FOAM` of the foam, N/mm: at the place where shear along the chord is
        greatest that and the one through the depth there; the same two at the place where shear through the depth is
        greatest, and at that where both together are. Then the greatest flow in each sheet, N; then the greatest shear
        under each sheet, N/mm; then that in each web, N/mm.
    sheets : how many sheets. webs : which members are webs. seams : names of the edges at which
        walls are glued to each other, whose rows come last.
    """

    unit: Array
    sheets: int
    webs: tuple[int, ...]
    seams: tuple[str, ...] = ()

    def seam(self, edge: str) -> Array:
        """(V, S) N, the greatest flow round an edge of a hollow part."""
        return np.asarray(self.unit[self.seams.index(edge) - len(self.seams)])

    @property
    def foam(self) -> tuple[tuple[Array, Array], ...]:
        """((along, through), ...) N/mm of all places in the foam."""
        return tuple((self.unit[k], self.unit[k + 1]) for k in range(0, OF_FOAM, 2))

    def flow(self, sheet: int) -> Array:
        """(V, S) N."""
        return np.asarray(self.unit[OF_FOAM + sheet])

    def bond(self, sheet: int) -> Array:
        """(V, S) N/mm."""
        return np.asarray(self.unit[OF_FOAM + self.sheets + sheet])

    def web(self, member: int) -> Array:
        """(V, S) N/mm."""
        return np.asarray(self.unit[OF_FOAM + 2 * self.sheets + self.webs.index(member)])

    def take(self, index: NDArray[np.intp]) -> TorsionStress:
        """Some of the variants, or some of them more than once."""
        return replace(self, unit=self.unit[:, index])

    def at(self, stations: NDArray[np.intp]) -> TorsionStress:
        """Of some of the stations."""
        return replace(self, unit=self.unit[:, :, stations])

    def like(self, some: TorsionStress, stations: NDArray[np.intp], weights: Array) -> TorsionStress:
        """That of other variants, known at some `stations`, whose first is made as this one of a single variant is."""
        own, theirs = self.unit, some.unit
        # at each place by what is greatest there: which of two places alike is found may be another in each variant,
        # and with it the lesser of both rows
        foam = shares_of(_greatest(own), _greatest(theirs), stations, weights)
        rest = in_proportion(own[OF_FOAM:], theirs[OF_FOAM:], stations, weights)
        return replace(self, unit=np.concatenate([np.repeat(foam, 2, axis=0) * own[:OF_FOAM], rest]))

    def carried(self, weights: Array) -> TorsionStress:
        """To other stations, by `weights` (S, new S): it goes along the span as the depth does."""
        return replace(self, unit=self.unit @ weights)


@dataclass(frozen=True)
class Twist:
    """(V, S): GJ N mm2, and x_shear mm, the chordwise place about which a section turns without bending; and what
    shears it."""

    GJ: Array
    x_shear: Array
    stress: TorsionStress

    def take(self, index: NDArray[np.intp]) -> Twist:
        """Some of the variants, or some of them more than once."""
        return Twist(self.GJ[index], self.x_shear[index], self.stress.take(index))

    def at(self, stations: NDArray[np.intp]) -> Twist:
        """Of some of the stations."""
        return Twist(self.GJ[:, stations], self.x_shear[:, stations], self.stress.at(stations))


@dataclass(frozen=True)
class ShearFlow:
    """All for a shear force of 1 N.

    Attributes
    ----------
    GA_s : (V, S) N.
    foam_stress : (V, S) largest shear stress in the foam, MPa.
    unit : (V, S) largest ES / EI over the depth, 1 / mm.
    web_stress : row of a web -> (V, S) largest shear stress in it, MPa.
    seams : edge of a hollow part -> (V, S) N/mm round it.
    """

    GA_s: Array
    foam_stress: Array
    unit: Array
    web_stress: dict[int, Array]
    seams: dict[str, Array] = field(default_factory=dict)

    def take(self, index: NDArray[np.intp]) -> ShearFlow:
        """Some of the variants, or some of them more than once."""
        webs = {p: stress[index] for p, stress in self.web_stress.items()}
        seams = {edge: flow[index] for edge, flow in self.seams.items()}
        return ShearFlow(self.GA_s[index], self.foam_stress[index], self.unit[index], webs, seams)

    def at(self, stations: NDArray[np.intp]) -> ShearFlow:
        """Of some of the stations."""
        webs = {p: stress[:, stations] for p, stress in self.web_stress.items()}
        seams = {edge: flow[:, stations] for edge, flow in self.seams.items()}
        return ShearFlow(self.GA_s[:, stations], self.foam_stress[:, stations], self.unit[:, stations], webs, seams)

    def carried(self, weights: Array) -> ShearFlow:
        """To other stations, by `weights` (S, new S): as lengths and areas go where the size alone changes."""
        length = np.sqrt(self.GA_s)
        root = length @ weights
        webs = {p: stress * self.GA_s @ weights / root**2 for p, stress in self.web_stress.items()}
        stress, unit = self.foam_stress * self.GA_s @ weights / root**2, self.unit * length @ weights / root
        seams = {edge: flow * length @ weights / root for edge, flow in self.seams.items()}
        return ShearFlow(root**2, stress, unit, webs, seams)

    def like(self, some: ShearFlow, stations: NDArray[np.intp], weights: Array) -> ShearFlow:
        """That of other variants, known at some `stations`, whose first is made as this one of a single variant is."""

        def of(own: Array, theirs: Array) -> Array:
            return in_proportion(own, theirs, stations, weights)

        webs = {p: of(stress, some.web_stress[p]) for p, stress in self.web_stress.items()}
        return ShearFlow(
            of(self.GA_s, some.GA_s), of(self.foam_stress, some.foam_stress), of(self.unit, some.unit), webs,
            {edge: of(flow, some.seams[edge]) for edge, flow in self.seams.items()},
        )  # fmt: skip


#: a figure below such a share of its largest along the span says nothing of what others have there (own choice)
_NOTHING = 1e-3


def in_proportion(own: Array, theirs: Array, stations: NDArray[np.intp], weights: Array) -> Array:
    """`own` (..., 1, S) as others have it (..., V, S), who are known at some `stations` (..., V, few)."""
    return np.asarray(shares_of(own, theirs, stations, weights) * own)


def shares_of(own: Array, theirs: Array, stations: NDArray[np.intp], weights: Array) -> Array:
    """(..., V, S) how many times `own` (..., 1, S) others have, who are known at some `stations` (..., V, few).

    The first of them is what `own` is, perhaps on a coarser grid: what they are told by is their share of that.
    Where there is next to nothing of it, as round a hole or at the end of a sheet, it is as much of it elsewhere.
    """
    here, first = own[..., stations], theirs[..., :1, :]
    most = np.abs(own).max(axis=-1, keepdims=True)
    told = np.broadcast_to((np.abs(here) > _NOTHING * most) & (first != 0), theirs.shape)
    share = np.divide(theirs, first, out=np.ones_like(theirs), where=told)
    usual = share.sum(axis=-1, keepdims=True, where=told) / np.maximum(told.sum(axis=-1, keepdims=True), 1)
    share = np.where(told, share, np.where(usual > 0, usual, 1.0))
    return np.asarray(share @ weights)


def having(on: Array) -> Runs:
    """The variants that have a piece: in a search few of many do."""
    there = np.flatnonzero(on)
    return slice(None) if 2 * len(there) > len(on) else there


class Kernel(Protocol):
    """Properties, shear flow, twist stiffness, strain at a point, and the points of the boundary."""

    def sums(self, layout: SectionLayout) -> Any:
        """What depends on geometry alone, for the other calls."""
        ...

    def core_moments(self, layout: SectionLayout) -> Any:
        """Area moments of the core's foam alone, (S,) each."""
        ...

    def properties(self, layout: SectionLayout, materials: SectionMaterials, sums: Any) -> SectionProperties:
        """Stiffness and mass, (V, S)."""
        ...

    def shear_flow(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> ShearFlow:
        """Stresses and GA_s for a shear force of 1 N, (V, S).

        `coarse` : on a grid that does for what is told in proportion to a typical build on the same grid.
        """
        ...

    def twist_stiffness(self, layout: SectionLayout, materials: SectionMaterials) -> Array:
        """GJ, (V, S) N mm2."""
        ...

    def twist(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> Twist:
        """GJ and the shear centre, from one solution of the torsion; `coarse` as in `shear_flow`."""
        ...

    def boundary(self, layout: SectionLayout) -> tuple[Array, Array]:
        """(x, z) of the outline, (S, N) mm, once round."""
        ...

    def strain(self, properties: SectionProperties, kz: Array, kx: Array, x: Array, z: Array) -> Array:
        """Strain along the part, (V, S), where the section bends by kz and kx (V, S) 1/mm; stretched is positive."""
        ...


class PlaneSections:
    """What all kernels have in common: one boundary from nose to tail, and sections that stay plane."""

    def boundary(self, layout: SectionLayout) -> tuple[Array, Array]:
        """(x, z) of the outline, (S, N) mm, once round."""
        outline = layout.outline
        x = np.concatenate([outline.x[:, ::-1], outline.x], axis=1)
        z = np.concatenate([outline.upper[:, ::-1], outline.lower], axis=1)
        return x, z

    def strain(self, properties: SectionProperties, kz: Array, kx: Array, x: Array, z: Array) -> Array:
        """Strain along the part, (V, S), where the section bends by kz and kx (V, S) 1/mm; stretched is positive."""
        return np.asarray(-(kz * (z - properties.z0) + kx * (x - properties.x0)))
