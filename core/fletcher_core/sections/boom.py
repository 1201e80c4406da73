"""Where a pod ends and a boom goes on: round tubes in closed form, in place of what the pod's own kernel tells there.

Sources: Young and Budynas 2002 (Roark: sections); Cowper 1966 (shear of round tubes and rods).
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from ..geometry import Outline, Planform
from ..model.body import Body
from .contract import Kernel, SectionProperties, ShearFlow, TorsionStress, Twist
from .section import BoomSection, SectionLayout, SectionMaterials

if TYPE_CHECKING:
    from .layout import PartLayout

Array = NDArray[np.float64]

#: share of its area that is sheared, of a rod; of a thin tube (Cowper 1966, Poisson's ratio 0.3)
_ROD, _TUBE = 0.886, 0.531
#: N of GA, N mm2 of GJ and mm-2 of ES / EI that stand for nothing, where something is divided by them
_NOTHING = 1e-12


def boom_section(body: Body, plan: Planform, within: Outline) -> BoomSection | None:
    """Where a body's booms bear and where they weigh; None where it has none.

    Parameters
    ----------
    within : what formers fill: the body, or the room in a hollow one.
    """
    boom = body.boom
    if boom is None:
        return None
    d, bore, y = boom.outer_mm, boom.inner_mm, plan.y
    area, second = float(np.pi / 4 * (d**2 - bore**2)), float(np.pi / 64 * (d**4 - bore**4))
    bare = body.bare_mm
    here = y > bare + 1e-6
    free = boom.ends_mm - bare
    # on edge it is told from the top down, and its own faces are left and right
    high = body.outline[0].middle_mm + 0.5 * body.outline[0].height_mm
    x = high - plan.x_le - boom.middle_mm if body.on_edge else 0.5 * plan.chord
    z = np.full_like(y, 0.0 if body.on_edge else boom.middle_mm)
    # a torque at the tail bends two booms against each other, as cantilevers whose ends the tail only holds apart:
    # T = phi (2 GJ / L + 3 EI b² / 2 L³)
    against = 1.5 * second * boom.apart_mm**2 / free**2 if boom.count == 2 else 0.0
    shear = _TUBE + (_ROD - _TUBE) * (1 - bore / d) if bore else _ROD
    lies = bare - boom.starts_mm
    # evenly (own choice: two formers hand it over so)
    pods = np.clip((bare - y) / lies, 0.0, 1.0)
    # two plates of the pod's section with a hole for each boom, told as one that goes on from end to end
    filled = np.maximum(
        np.trapezoid(within.upper - within.lower, within.x, axis=1) - boom.count * np.pi / 4 * d**2, 0.0
    )
    lie = (y >= boom.starts_mm - 1e-6) & ~here & (boom.held == "formers")
    return BoomSection(
        here, (y >= boom.starts_mm - 1e-6).astype(float), y <= body.pod_mm + 1e-6, pods, x, z, lies,
        float(boom.count), d, 0.5 * (d - bore), area, second, shear * area, against,
        boom.apart_mm if boom.count == 2 else 0.0, filled * lie * 2 * boom.former_mm / lies,
    )  # fmt: skip


@dataclass(frozen=True)
class BoomKernel:
    """Fulfils `contract.Kernel`: what the pod's own tells, and the booms' behind it."""

    pod: Kernel

    def sums(self, layout: SectionLayout) -> Any:
        return self.pod.sums(layout)

    def core_moments(self, layout: SectionLayout) -> Any:
        return self.pod.core_moments(layout)

    def boundary(self, layout: SectionLayout) -> tuple[Array, Array]:
        return self.pod.boundary(layout)

    def strain(self, properties: SectionProperties, kz: Array, kx: Array, x: Array, z: Array) -> Array:
        return self.pod.strain(properties, kz, kx, x, z)

    def properties(self, layout: SectionLayout, materials: SectionMaterials, sums: Any) -> SectionProperties:
        p, b = self.pod.properties(layout, materials, sums), layout.boom
        assert b is not None
        E = materials.boom_E[:, None] * b.count
        mass = materials.boom_rho[:, None] * b.count * b.area * b.weighs
        own = p.mass * b.pod + materials.former_rho[:, None] * b.formers
        # both turn about the middle of the body
        polar = mass * (b.x**2 + 2 * b.second / b.area + 0.25 * b.apart**2)

        def on(name: str, boom: Array) -> Array:
            return np.where(b.here, boom, getattr(p, name))

        def bent(name: str) -> Array:
            # beside each other in the pod, each with its share of the moment: what both give under it adds up
            both = b.pods**2 / getattr(p, name) + (1 - b.pods) ** 2 / (E * b.second)
            return np.where(b.here, E * b.second, 1 / both)

        total = np.maximum(own + mass, _NOTHING)
        return SectionProperties(
            EA=on("EA", E * b.area), x0=on("x0", b.x + 0 * E), z0=on("z0", b.z + 0 * E),
            EIxx=bent("EIxx"), EIzz=bent("EIzz"), EIxz=p.EIxz * (b.pods == 1),
            x_shear=on("x_shear", b.x + 0 * E), mass=own + mass,
            # formers fill the section: their own lies where its foam's does
            x_mass=(own * p.x_mass + mass * b.x) / total,
            polar_mass=p.polar_mass * own / np.maximum(p.mass, _NOTHING) + polar,
        )  # fmt: skip

    def of_pod(
        self, layout: SectionLayout, materials: SectionMaterials, sums: Any, moments: tuple[Array, ...],
        shears: tuple[Array, ...],
    ) -> tuple[SectionProperties, list[Array], list[Array]]:  # fmt: skip
        """(properties of the pod alone; its share of moments; its shear) where the boom lies in it: what the boom hands
        over is sheared through the pod."""
        b = layout.boom
        assert b is not None
        hands = ((b.pods > 0) & (b.pods < 1)) / b.lies
        own = self.pod.properties(layout, materials, sums)
        return (
            own, [m * b.pods for m in moments],
            [v * b.pods + m * hands for v, m in zip(shears, moments, strict=True)],
        )  # fmt: skip

    def shear_flow(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> ShearFlow:
        f, b = self.pod.shear_flow(layout, materials, properties, coarse), layout.boom
        assert b is not None
        GA = materials.boom_G[:, None] * b.count * b.sheared
        none = ~b.here
        return ShearFlow(
            np.where(b.here, GA, f.GA_s), f.foam_stress * none, np.where(b.here, _NOTHING, f.unit),
            {p: stress * none for p, stress in f.web_stress.items()},
            {edge: flow * none for edge, flow in f.seams.items()},
        )  # fmt: skip

    def twist_stiffness(self, layout: SectionLayout, materials: SectionMaterials) -> Array:
        return self._GJ(layout, materials, self.pod.twist_stiffness(layout, materials))

    def _GJ(self, layout: SectionLayout, m: SectionMaterials, pod: Array) -> Array:
        b = layout.boom
        assert b is not None
        own = m.boom_G * b.count * 2 * b.second + m.boom_E * b.against
        return np.asarray(np.where(b.here, own[:, None], pod))

    def twist(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> Twist:
        t, b = self.pod.twist(layout, materials, properties, coarse), layout.boom
        assert b is not None
        stress: TorsionStress = replace(t.stress, unit=t.stress.unit * ~b.here)
        return Twist(self._GJ(layout, materials, t.GJ), np.where(b.here, b.x, t.x_shear), stress)


def boom_g(layout: PartLayout, materials: SectionMaterials) -> float:
    """Grams of the first variant's booms, all of their length, and of the formers that hold them."""
    b = layout.section.boom
    if b is None:
        return 0.0
    formers = materials.former_rho[0] * np.trapezoid(b.formers, layout.plan.s)
    return float(materials.boom_rho[0] * b.count * b.area * np.trapezoid(b.weighs, layout.plan.s) + formers)
