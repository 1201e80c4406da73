"""Small ways to solve a wing without asking for a verdict."""

from __future__ import annotations

from typing import Any

import numpy as np
from fletcher_core.answer.sampling import typical
from fletcher_core.answer.solve import Sections, Solved, load, sections_of, solve
from fletcher_core.failure import LoadedWing
from fletcher_core.loads import Case, Setting, cases_of
from fletcher_core.model import Airframe
from fletcher_core.sections import spreads, twist_stiffness, wing_layout

from tests.conftest import make_airframe, make_scheme

#: one g of lift and of weight, at a limit of five
PULL = Case("pull_up", "a hard pull", 5.0, 1.0, 1.0, 0.0, 1.0, 0.0, "for the test", "none")


def sections_for(body: Airframe, *pieces: Any) -> Sections:
    layout = wing_layout(body, make_scheme(*pieces))
    on = np.array([[float(p.on) for p in pieces]])
    return sections_of(layout, typical(spreads(layout), 1), on)


def solve_for(body: Airframe, *pieces: Any) -> Solved:
    """In every case that the airframe meets."""
    s = sections_for(body, *pieces)
    cases = cases_of(Setting(body, s.layout.plan, body.promise_g))
    return solve(s, twist_stiffness(s.layout.section, s.materials), body.promise_g, cases)


def solved(*pieces: Any, **airframe: Any) -> Solved:
    return solve_for(make_airframe(**airframe), *pieces)


def loaded(body: Airframe, *pieces: Any) -> LoadedWing:
    return load(sections_for(body, *pieces), body.promise_g, [PULL])[0]


def finding(result: Solved, mode: str, face: str = "", part: str = "") -> Any:
    return next(f for f in result.findings if f.mode == mode and f.face == face and f.part == part)
