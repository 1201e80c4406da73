"""From a layout and figures to loads, stiffness and failures, for many variants at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..beam import Forces, Shape, deform, following_bending, forces
from ..failure import Finding, LoadedPart, find_all, first_least, soonest
from ..loads import GRAVITY, Case, PartLoads, body_forces, carried_by, part_loads, shares_by, turning_height
from ..model.body import Body
from ..sections import (
    BoomKernel,
    PartLayout,
    SectionMaterials,
    SectionProperties,
    ShearFlow,
    Sums,
    Twist,
    closing,
    derive,
    section_materials,
    turns_aside,
)
from .harmless import first_harm
from .past_first import after_first

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Solved:
    """R runs: V variants in the first case, then variant 0 in every further case.

    `n` (R, S) is the factor at which the first mode strikes at each station, `first` (R, S) which of
    `findings` that is. `hold` and `last` say the same of the end: where the first is a wrinkle or a
    crack, what the wing stands after shedding load, and which of `late`. `shape` is of all runs, each at the limit
    of its case. What belongs to the section (properties, flow, twist) is of the V variants.
    """

    layout: PartLayout
    materials: SectionMaterials
    properties: SectionProperties
    flow: ShearFlow
    twist: Twist
    cases: Sequence[Case]
    loads: PartLoads
    forces: Forces
    shape: Shape
    findings: list[Finding]
    n: Array
    first: Array
    #: the first that does harm, and which of the findings
    harm: Array
    harm_by: Array
    late: Sequence[Finding]
    hold: Array
    last: Array
    half_mass_g: Array
    #: of a pod with a boom its own share of `forces`
    pod: Forces | None = None
    #: of each run the pieces that have let go where it holds most; empty where none has
    gone: Sequence[frozenset[int]] = ()

    @property
    def GJ(self) -> Array:
        return self.twist.GJ

    @property
    def GA_s(self) -> Array:
        return self.flow.GA_s

    @property
    def pod_forces(self) -> Forces:
        """Forces that the sections themselves bear."""
        return self.forces if self.pod is None else self.pod

    @property
    def variants(self) -> int:
        return len(self.half_mass_g)

    def run_of(self, case: int) -> int:
        """The run of variant 0 in a case."""
        return 0 if case == 0 else self.variants + case - 1

    def break_at(self, run: int) -> tuple[float, int, Finding]:
        """Factor, station and finding of the first failure of a run."""
        station = int(first_least(self.n[run]))
        return float(self.n[run, station]), station, self.findings[int(self.first[run, station])]

    def harmed_at(self, run: int) -> tuple[float, int, Finding]:
        """Factor, station and finding of the first that does harm to a run, or of its end where that comes sooner."""
        station = int(first_least(self.harm[run]))
        end = self.holds_to(run)
        found = float(self.harm[run, station]), station, self.findings[int(self.harm_by[run, station])]
        return end if end[0] < found[0] else found

    def times(self, first: float, end: float) -> Solved:
        """All runs with each first sign, and what does harm, so many times later, and so the end."""
        if first == end == 1.0:
            return self
        return replace(
            self, n=self.n * first, harm=self.harm * first, hold=self.hold * end,
            findings=[replace(f, n=f.n * first) for f in self.findings],
        )  # fmt: skip

    def holds_to(self, run: int) -> tuple[float, int, Finding]:
        """The same of the end, after wrinkles and cracks."""
        station = int(first_least(self.hold[run]))
        return float(self.hold[run, station]), station, self.late[int(self.last[run, station])]


@dataclass(frozen=True)
class Sections:
    """Stiffness and mass of a layout, before anything is loaded."""

    layout: PartLayout
    values: Mapping[str, Array]
    materials: SectionMaterials
    sums: Sums
    properties: SectionProperties
    #: None: to be worked out at every station
    flow: ShearFlow | None = None

    def about(self, x_shear: Array) -> Sections:
        """The same, turning about `x_shear` (V, S) mm."""
        return replace(self, properties=self.properties.about(x_shear))

    def take(self, index: NDArray[np.intp]) -> Sections:
        """Some of the variants, or some of them more than once."""
        values = {k: v[index] for k, v in self.values.items()}
        materials, properties = self.materials.take(index), self.properties.take(index)
        flow = None if self.flow is None else self.flow.take(index)
        return replace(self, values=values, materials=materials, properties=properties, flow=flow)

    @property
    def half_mass_g(self) -> Array:
        """(V,) grams of one half, without glue."""
        return np.asarray(np.trapezoid(self.properties.mass, self.layout.plan.s, axis=1))


def sections_of(layout: PartLayout, values: Mapping[str, Array], on: Array) -> Sections:
    """Sections of V variants; `values` name -> (V,), `on` (V, pieces)."""
    figures = derive(layout, values)
    materials = section_materials(layout, figures, on)
    kernel = layout.kernel
    sums = kernel.sums(layout.section)
    return Sections(layout, figures, materials, sums, kernel.properties(layout.section, materials, sums))


def _runs(count: int, cases: int) -> NDArray[np.intp]:
    """Which variant each run is of: all in the first case, then the first in every other."""
    return np.concatenate([np.arange(count), np.zeros(cases - 1, dtype=np.intp)])


def load(
    sections: Sections,
    twist: Twist,
    flying_mass_g: Array | float,
    cases: Sequence[Case],
    each: tuple[NDArray[np.intp], Sequence[Case]] | None = None,
) -> tuple[LoadedPart, PartLoads]:
    """Every run under a factor of 1 of its case.

    Parameters
    ----------
    each : which variant each run is, and its case; None: all variants in the first case, then the first in the others.
    """
    layout, p = sections.layout, sections.properties
    flow = sections.flow or layout.kernel.shear_flow(layout.section, sections.materials, p)
    count = p.EA.shape[0]
    runs = _runs(count, len(cases)) if each is None else each[0]
    per_run = [cases[0]] * count + list(cases[1:]) if each is None else list(each[1])
    more = len(cases) > 1 or each is not None
    at = p.take(runs) if more else p
    materials = sections.materials.take(runs) if more else sections.materials
    force, loads = forces_in(layout, at, materials, flying_mass_g, per_run)
    turning = twist.take(runs) if more else twist
    own = force
    if isinstance(layout.kernel, BoomKernel):
        at, own = _of_pod(layout, materials, sections.sums, force, at)
    wing = LoadedPart(
        layout,
        {k: v[runs] for k, v in sections.values.items()} if more else sections.values,
        materials,
        at, sections.sums, flow.take(runs) if more else flow, own,
        (force.torque / turning.GJ, force.torque_air / turning.GJ), turning.stress, GJ=turning.GJ,
        of_both=None if own is force else force,
    )  # fmt: skip
    return wing, loads


def _of_pod(
    layout: PartLayout, materials: SectionMaterials, sums: Sums, force: Forces, both: SectionProperties
) -> tuple[SectionProperties, Forces]:
    """What a pod is and bears by itself, where a boom lies in it."""
    assert isinstance(layout.kernel, BoomKernel)
    p, (moment, moment_z), (shear, shear_z) = layout.kernel.of_pod(
        layout.section, materials, sums, (force.moment, force.moment_z), (force.shear, force.shear_z)
    )
    boom = layout.section.boom
    assert boom is not None
    own = replace(
        force, moment=moment, moment_z=moment_z, shear=shear, shear_z=shear_z, axial=force.axial * boom.pods
    )  # fmt: skip
    return p.about(both.x_shear), own


def solve(
    sections: Sections, twist: Twist, flying_mass_g: Array | float, cases: Sequence[Case], limit: Array | None = None,
    quick: bool = False,
) -> Solved:  # fmt: skip
    """Everything along the span: forces per unit of factor, shape at each case's limit, failures.

    Parameters
    ----------
    twist : of the V variants.
    flying_mass_g : what the wing must hold up in level flight; (V,) where it differs and there is one case.
    limit : (V,) load factors for the shape in the first case; its own if not given.
    cases : the first for every variant, the others for variant 0 only.
    quick : for searching, as `after_first` has it.
    """
    sections = sections.about(twist.x_shear)
    layout, properties, plan = sections.layout, sections.properties, sections.layout.plan
    wing, loads = load(sections, twist, flying_mass_g, cases)
    findings = find_all(wing)
    n, first = soonest(findings)
    harm, harm_by = first_harm(wing, findings, n, first)
    late, hold, last = after_first(wing, findings, n, first, quick)
    count = properties.EA.shape[0]
    f = wing.of_both or wing.forces
    bends = properties.take(_runs(count, len(cases))) if len(cases) > 1 else properties
    first_limit = np.broadcast_to(cases[0].factor if limit is None else limit, count)
    at = np.concatenate([first_limit, [c.factor for c in cases[1:]]])[:, None]
    shape = _either_way(
        layout,
        deform(
            plan,
            bends.curvature(at * f.moment, at * f.moment_z),
            at * f.shear,
            at * f.torque + f.torque_air,
            wing.shear.GA_s,
            turning_GJ(twist, len(at)),
            layout.held,
        ),
    )
    return Solved(
        layout, sections.materials, properties, wing.shear.take(np.arange(count)), twist, cases, loads, f, shape,
        findings, n, first, harm, harm_by, late, hold, last, sections.half_mass_g,
        wing.forces if wing.of_both else None,
    )  # fmt: skip


def turning_GJ(twist: Twist, runs: int) -> Array:
    """(runs, S): of the variants, then of the first again."""
    more = runs - twist.GJ.shape[0]
    return np.concatenate([twist.GJ, np.repeat(twist.GJ[:1], more, axis=0)]) if more else twist.GJ


def shape_in(solved: Solved, flying_mass_g: Array | float, case: Case, limit: Array | float | None = None) -> Shape:
    """How all variants bend and twist in one more case, at its limit or at (V,) others."""
    p = solved.properties
    at = np.reshape(case.factor if limit is None else limit, (-1, 1))
    f, _ = forces_in(solved.layout, p, solved.materials, flying_mass_g, [case] * solved.variants)
    curvature = p.curvature(at * f.moment, at * f.moment_z)
    torque = at * f.torque + f.torque_air
    layout = solved.layout
    return _either_way(
        layout, deform(layout.plan, curvature, at * f.shear, torque, solved.GA_s, solved.GJ, layout.held)
    )


def _either_way(layout: PartLayout, shape: Shape) -> Shape:
    """Of a body, which is pushed sideways as well as up and down: how far it goes in all, up (on edge: to the side it
    goes) or down by the larger of both."""
    if not isinstance(layout.part, Body):
        return shape
    up, aside = (-shape.inplane, shape.bend) if layout.part.on_edge else (shape.bend, shape.inplane)
    larger = np.where(np.abs(up) >= np.abs(aside), up, aside)
    return replace(shape, bend=np.copysign(np.hypot(up, aside), larger), inplane=aside)


def _on_a_body(
    body: Body, layout: PartLayout, properties: SectionProperties, materials: SectionMaterials, cases: Sequence[Case]
) -> tuple[Forces, PartLoads]:
    """In balance about the wing's seat."""
    x = layout.plan.y
    seat = (body.wing_at_mm, body.wing_at_mm + body.seat_mm)
    outline = layout.outline
    turns: Array
    if body.on_edge:
        # from the top edge down, which lies so far over the straight line
        high = body.outline[0].middle_mm + 0.5 * body.outline[0].height_mm - layout.plan.x_le
        middles, turns = high - 0.5 * layout.plan.chord, high - properties.x_shear / layout.plan.cos_sweep
    else:
        middles = 0.5 * (outline.upper.max(axis=1) + outline.lower.min(axis=1))
        turns = turning_height(body, x, outline, closing(layout, materials))
    boom = layout.section.boom
    if boom is not None and body.boom is not None:
        middles = np.where(boom.here, body.boom.middle_mm, middles)
        turns = np.where(boom.here, body.boom.middle_mm, turns)
    f = body_forces(x, layout.heavier * properties.mass, seat, turns, middles, cases, turns_aside(layout))
    nothing = np.zeros_like(properties.mass)
    carried = nothing + carried_by(x, cases) * 1e-3 * GRAVITY
    if body.on_edge:
        # square to the plate is sideways, and along its chord is down
        found = Forces(f.side, f.moment_z, -f.moment, f.torque, nothing, -f.shear, f.axial)
    else:
        found = Forces(f.shear, f.moment, f.moment_z, f.torque, nothing, f.side, f.axial)
    return found, PartLoads(nothing, carried, nothing, nothing[:, :1], nothing)


def forces_in(
    layout: PartLayout, properties: SectionProperties, materials: SectionMaterials, flying_mass_g: Array | float,
    cases: Sequence[Case],
) -> tuple[Forces, PartLoads]:  # fmt: skip
    """Of R runs, each with its properties, its materials and its case, under a factor of 1 of it."""
    plan, chord, part = layout.plan, layout.outline.chord, layout.part
    if isinstance(part, Body):
        return _on_a_body(part, layout, properties, materials, cases)
    mass, share = layout.heavier * properties.mass / plan.cos_sweep, properties.x_mass / chord
    if any(case.lumps for case in cases):
        # what is carried in it weighs as its own does
        more = carried_by(plan.y, cases)
        share = (mass * share + shares_by(plan.y, cases)) / np.maximum(mass + more, 1e-9)
        mass = mass + more
    loads = part_loads(layout.part, plan, flying_mass_g, mass, layout.outline.profile.cm0(), cases)
    loads = following_bending(plan, loads, properties.EIxx, cases)
    force = forces(plan, loads, properties.x_shear / chord, share)
    whole = np.array([c.unit == "times" for c in cases])[:, None]
    if whole.any():
        # so many times the case itself: what the air twists grows with the rest
        force = replace(
            force, torque=np.where(whole, force.torque + force.torque_air, force.torque),
            torque_air=np.where(whole, 0.0, force.torque_air),
        )  # fmt: skip
    return force, loads
