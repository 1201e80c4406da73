"""From a layout and figures to loads, stiffness and failures, for many variants at once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..failure import MODES, Finding, LoadedWing, after_wrinkling, find_all
from ..loads import WingLoads, wing_loads
from ..sections import (
    SectionMaterials,
    SectionProperties,
    Sums,
    WingLayout,
    section_materials,
    section_properties,
    section_sums,
    shear_flow,
)
from ..span import Forces, Shape, deform, forces

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Solved:
    """V variants.

    `n` (V, S) is the load factor at which the first mode strikes at each station, `first` (V, S)
    which of `findings` that is. `hold` and `last` say the same of the end: where the first is a
    wrinkle, what the wing stands after shedding load from the wrinkled face, and which of `late`.
    """

    layout: WingLayout
    materials: SectionMaterials
    properties: SectionProperties
    GA_s: Array
    GJ: Array
    loads: WingLoads
    forces: Forces
    shape: Shape
    findings: list[Finding]
    n: Array
    first: Array
    late: list[Finding]
    hold: Array
    last: Array
    half_mass_g: Array

    def break_at(self, variant: int) -> tuple[float, int, Finding]:
        """Load factor, station and finding of the first failure of a variant."""
        station = int(np.argmin(self.n[variant]))
        return float(self.n[variant, station]), station, self.findings[int(self.first[variant, station])]

    def holds_to(self, variant: int) -> tuple[float, int, Finding]:
        """The same of the end, after wrinkles."""
        station = int(np.argmin(self.hold[variant]))
        return float(self.hold[variant, station]), station, self.late[int(self.last[variant, station])]


@dataclass(frozen=True)
class Sections:
    """Stiffness and mass of a layout, before anything is loaded."""

    layout: WingLayout
    values: Mapping[str, Array]
    materials: SectionMaterials
    sums: Sums
    properties: SectionProperties

    @property
    def half_mass_g(self) -> Array:
        """(V,) grams of one half, without glue."""
        return np.asarray(np.trapezoid(self.properties.mass, self.layout.plan.s, axis=1))


def sections_of(layout: WingLayout, values: Mapping[str, Array], on: Array) -> Sections:
    """Sections of V variants; `values` name -> (V,), `on` (V, pieces)."""
    materials = section_materials(layout, values, on)
    sums = section_sums(layout.section)
    return Sections(layout, values, materials, sums, section_properties(layout.section, materials, sums))


def solve(sections: Sections, GJ: Array, flying_mass_g: float) -> Solved:
    """Everything along the span: forces per unit of load factor, shape at the limit load, failures.

    Parameters
    ----------
    GJ : (V, S) N mm2.
    flying_mass_g : what the wing must hold up in level flight.
    """
    layout, properties, plan = sections.layout, sections.properties, sections.layout.plan
    flight = layout.airframe.flight
    flow = shear_flow(layout.section, sections.materials, properties, sections.sums)
    cm0 = layout.outline.profile.cm0()
    loads = wing_loads(plan, flying_mass_g, properties.mass / plan.cos_sweep, cm0, flight.speed_m_s)
    force = forces(plan, loads, properties.x_shear / layout.outline.chord)
    wing = LoadedWing(layout, sections.values, sections.materials, properties, sections.sums, flow, force)
    findings = find_all(wing)
    late, hold = _after_first(wing, findings)
    stack = np.stack([f.n for f in findings])
    limit = flight.load_factor
    det = properties.EIxx * properties.EIzz - properties.EIxz**2
    shape = deform(
        plan,
        limit * force.moment,
        limit * force.shear,
        limit * force.torque + force.torque_air,
        (properties.EIzz / det, flow.GA_s, GJ),
    )
    return Solved(
        layout, sections.materials, properties, flow.GA_s, GJ, loads, force, shape,
        findings, np.min(stack, axis=0), np.argmin(stack, axis=0),
        late, np.min(hold, axis=0), np.argmin(hold, axis=0), sections.half_mass_g,
    )  # fmt: skip


def _after_first(wing: LoadedWing, findings: list[Finding]) -> tuple[list[Finding], Array]:
    """Findings that end it, and (F, V, S) the load factor of each."""
    wrinkles = [f for f in findings if f.mode == "skin_wrinkling"]
    others = [f for f in findings if f.mode != "skin_wrinkling"]
    intact = np.stack([f.n for f in others])
    shed = after_wrinkling(wing)
    if shed is None or not wrinkles:
        return others, intact
    wrinkle = np.min(np.stack([f.n for f in wrinkles]), axis=0)
    stays = [f for f in others if not MODES[f.mode].from_strain]
    late = find_all(shed, only_from_strain=True) + stays
    # a wing that could not stand its own wrinkling load without the skin goes at that load
    after = np.maximum(np.stack([f.n for f in late]), wrinkle)
    wrinkled_first = wrinkle < intact.min(axis=0)
    return late + others, np.concatenate(
        [np.where(wrinkled_first, after, np.inf), np.where(wrinkled_first, np.inf, intact)]
    )
