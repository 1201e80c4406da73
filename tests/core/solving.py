"""Small ways to solve a wing without asking for a verdict."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from fletcher_core.analysis.evaluation import Evaluation, twist_along
from fletcher_core.analysis.solve import Sections, Solved, load, sections_of, solve
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.beam import Forces
from fletcher_core.failure import Finding, LoadedPart, find_all
from fletcher_core.loads import Case
from fletcher_core.model import Airframe
from fletcher_core.parts import PARTS
from fletcher_core.sections import SectionProperties, Twist, lay_out, spreads

from tests.conftest import make_airframe

#: one g of lift and of weight, at a limit of five
PULL = Case(
    id="pull_up", label="a hard pull", factor=5.0, lift=1.0, inertia=1.0, air=1.0, speed_m_s=16.0,
    reason="for the test",
    source="none",
)  # fmt: skip


def sections_for(body: Airframe, *pieces: Any) -> Sections:
    layout = lay_out(body.wing, pieces)
    on = np.array([[float(p.on) for p in pieces]])
    return sections_of(layout, typical(spreads(layout), 1), on)


def twist_for(s: Sections) -> Twist:
    """At every station, none carried over."""
    return s.layout.kernel.twist(s.layout.section, s.materials, s.properties)


def solve_for(body: Airframe, *pieces: Any) -> Solved:
    """In every case that the airframe meets."""
    s = sections_for(body, *pieces)
    cases = PARTS["wing"].cases_of(body, s.layout.plan, body.promise_g)
    return solve(s, twist_for(s), body.promise_g, cases)


def solved(*pieces: Any, **airframe: Any) -> Solved:
    return solve_for(make_airframe(**airframe), *pieces)


def loaded(body: Airframe, *pieces: Any) -> LoadedPart:
    s = sections_for(body, *pieces)
    twist = twist_for(s)
    return load(s.about(twist.x_shear), twist, body.promise_g, [PULL])[0]


def loaded_case(a: Evaluation) -> LoadedPart:
    """A part in its cases, one run each."""
    on = np.ones((1, len(a.layout.pieces)))
    sections = sections_of(a.layout, typical(a.table, 1), on)
    return load(sections, twist_along(sections), a.flying_g, a.cases)[0]


@dataclass(frozen=True)
class Bent:
    """A part without the torques of its loads, for sums by hand that know of none."""

    findings: list[Finding]
    forces: Forces
    properties: SectionProperties


def bent(body: Airframe, *pieces: Any) -> Bent:
    wing = loaded(body, *pieces)
    none = np.zeros_like(wing.forces.torque)
    wing = replace(wing, turns=(none, none), forces=replace(wing.forces, torque=none, torque_air=none))
    return Bent(find_all(wing), wing.forces, wing.properties)


def finding(result: Solved | Bent, mode: str, face: str = "", part: str = "") -> Any:
    return next(f for f in result.findings if f.mode == mode and f.face == face and f.part == part)
