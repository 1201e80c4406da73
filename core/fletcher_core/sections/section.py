"""What lies in a section, as arrays: geometry by station, materials by variant.

Axis letters: V variants (candidates or samples of one scheme), P pieces, S stations.
Geometry does not depend on the variant; materials do not depend on the station.
"""

from __future__ import annotations

from dataclasses import dataclass, field, fields, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..geometry import Outline

Array = NDArray[np.float64]


@dataclass(frozen=True)
class CoreFoam:
    """The core's foam: E, G in MPa, rho in g/mm3; each (V,)."""

    E: Array
    G: Array
    rho: Array


@dataclass(frozen=True)
class Members:
    """Sticks and webs in the foam. All (P, S), in mm, about their own centre, but where said.

    Attributes
    ----------
    x, z : centre, from the local leading edge.
    area, ixx, izz : solid area and second moments.
    polar : torsion constant of the member by itself, mm4.
    area_out, ixx_out, izz_out : what it displaces of the foam (a tube displaces its bore too).
    height, width : extent in z and x.
    present : 0 or 1, whether the member reaches this station.
    web_width : width over which it joins both faces and so raises the core's G; 0 for sticks.
    oblique : (P,) cube of the cosine of its angle to the span, for what it adds along the span.
    held_by : (P,) the member that holds it, another part of its piece; itself where foam does.
    """

    x: Array
    z: Array
    area: Array
    ixx: Array
    izz: Array
    polar: Array
    area_out: Array
    ixx_out: Array
    izz_out: Array
    height: Array
    width: Array
    present: Array
    web_width: Array
    oblique: Array
    held_by: NDArray[np.intp]

    @property
    def count(self) -> int:
        return int(self.x.shape[0])


@dataclass(frozen=True)
class Sheets:
    """Skins and tapes, one row for each face they lie on. All (P, S) but where said.

    Attributes
    ----------
    face : (P,) +1 upper, -1 lower.
    share_from, share_to : chord shares between which the sheet lies.
    present : 0 to 1 by station, the share of its layers that is there.
    t : (P,) thickness in mm, for the offset from the foam.
    nose_edge, tail_edge : (P,) 1 where the sheet also covers the blunt nose or trailing edge.
    inside : (P,) mm that it lies under, as the inner paper of a folded board or within a stack; 0 on the outer face.
    """

    face: Array
    share_from: Array
    share_to: Array
    present: Array
    t: Array
    nose_edge: Array
    tail_edge: Array
    inside: Array

    @property
    def count(self) -> int:
        return int(self.face.shape[0])

    def out(self, p: int) -> float:
        """mm from the face that a sheet goes with to the middle of its thickness, outwards."""
        under, half = float(self.inside[p]), 0.5 * float(self.t[p])
        return half if under == 0 else -under - half


@dataclass(frozen=True)
class Patches:
    """Parts of the core that are another foam, or nothing. All (P, S), in mm, from the leading edge, but where said.

    Attributes
    ----------
    x_from, x_to : chordwise extent.
    part : share of the depth between them that the patch takes, 0 to 1.
    area, mx, mz, xx, zz, xz : integrals over the patch of 1, x, z and their products.
    present : 0 or 1 by station.
    face : (P,) the one that it lies at, +1 upper or -1 lower; 0 where it takes the whole depth.
    side : (P,) 1 or 2 where it is the wall across the nose or the trailing edge; else 0.
    hurt : (P,) 1 of foam that is damaged or mended, which others may lie over; else 0.
    """

    x_from: Array
    x_to: Array
    part: Array
    area: Array
    mx: Array
    mz: Array
    xx: Array
    zz: Array
    xz: Array
    present: Array
    face: Array
    side: Array
    hurt: Array

    @property
    def count(self) -> int:
        return int(self.x_from.shape[0])


@dataclass(frozen=True)
class BoomSection:
    """Round tubes that bear alone behind a pod; mm, of one of them but where said.

    Attributes
    ----------
    here : (S,) where they bear alone. weighs : (S,) 0 or 1 where they lie at all. pod : (S,) where the pod weighs.
    pods : (S,) share of the moment that the pod bears: what lies of a boom in it hands its own over evenly, from none
        at the pod's end to all where the boom starts. lies : mm of that.
    x, z : (S,) middle of them all, from the local leading edge.
    count : how many. outer, wall : diameter and wall. area, second : mm2, mm4. sheared : mm2 that shear counts.
    against : mm4 of E that a torque at the tail meets as it bends two of them against each other; `apart` from axis to
        axis, 0 of one.
    formers : (S,) mm2 of what holds them in the pod, as if it were spread over all that lies in it.
    """

    here: NDArray[np.bool_]
    weighs: Array
    pod: NDArray[np.bool_]
    pods: Array
    x: Array
    z: Array
    lies: float
    count: float
    outer: float
    wall: float
    area: float
    second: float
    sheared: float
    against: float
    apart: float
    formers: Array

    def take(self, index: NDArray[np.intp]) -> BoomSection:
        """At some of the stations."""
        return replace(self, **{k: getattr(self, k)[index] for k in _ALONG})


#: of a boom's section, what goes along the span
_ALONG = ("here", "weighs", "pod", "pods", "x", "z", "formers")


@dataclass(frozen=True)
class SectionLayout:
    """Where everything lies, at S stations.

    wall_mm : foam of the walls of a hollow part; None where it is filled. lining_mm : paper on the inside of them.
    boom : what goes on where the rest ends.
    """

    outline: Outline
    members: Members
    sheets: Sheets
    patches: Patches
    wall_mm: float | None = None
    lining_mm: float = 0.0
    boom: BoomSection | None = None


@dataclass(frozen=True)
class SectionMaterials:
    """What everything is made of and whether it is there, for V variants.

    Attributes
    ----------
    foam : the core.
    member_E, member_G, member_rho : (V, Pm) MPa, MPa, g/mm3.
    member_on : (V, Pm) 0 or 1.
    gamma : (V, Pm) share of the member's stretching stiffness that its glue lets it carry.
    sheet_Et, sheet_Gt : (V, Ps) N/mm of all layers; sheet_mass (V, Ps) g/mm2.
    sheet_on : (V, Ps) 0 or 1.
    patch_E, patch_G, patch_rho, patch_on : (V, Pp) the same of what stands in place of the core.
    boom_E, boom_G, boom_rho : (V,) of booms; (0,) where there are none. former_rho : of what holds them in the pod.
    """

    foam: CoreFoam
    member_E: Array
    member_G: Array
    member_rho: Array
    member_on: Array
    gamma: Array
    sheet_Et: Array
    sheet_Gt: Array
    sheet_mass: Array
    sheet_on: Array
    patch_E: Array
    patch_G: Array
    patch_rho: Array
    patch_on: Array
    boom_E: Array = field(default_factory=lambda: np.zeros(0))
    boom_G: Array = field(default_factory=lambda: np.zeros(0))
    boom_rho: Array = field(default_factory=lambda: np.zeros(0))
    former_rho: Array = field(default_factory=lambda: np.zeros(0))

    @property
    def variants(self) -> int:
        return int(self.foam.E.shape[0])

    def take(self, index: NDArray[np.intp]) -> SectionMaterials:
        """Some of the variants, or some of them more than once."""
        rest = {k: v[index] if len(v) else v for k, v in vars(self).items() if k != "foam"}
        return SectionMaterials(CoreFoam(self.foam.E[index], self.foam.G[index], self.foam.rho[index]), **rest)


def no_members(stations: int) -> Members:
    """For a section without sticks."""
    own: dict[str, Any] = {"oblique": np.zeros(0), "held_by": np.zeros(0, dtype=np.intp)}
    return Members(**{f.name: np.zeros((0, stations)) for f in fields(Members)} | own)


def no_patches(stations: int) -> Patches:
    """For a section with nothing cut out of its foam."""
    return Patches(*[*[np.zeros((0, stations))] * 10, np.zeros(0), np.zeros(0), np.zeros(0)])


def no_sheets(stations: int) -> Sheets:
    """For a section without sheets."""
    empty, none = np.zeros((0, stations)), np.zeros(0)
    return Sheets(none, empty, empty, empty, none, none, none, none)
