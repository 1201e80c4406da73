"""Answers that no beam gives: where the model's own assumptions end, it says so instead of a figure."""

from __future__ import annotations

import numpy as np

from ..analysis.evaluation import Evaluation
from ..analysis.solve import shape_in
from ..loads import Case
from ..parts import PARTS
from ..units import Measure, System

#: share of the half span beyond which the tip no longer moves as a beam that stays nearly straight does (own choice:
#: slopes above some 20 degrees, where the load turns with the part; Timoshenko and Gere, large deflections)
FOLDS = 0.25
#: share of the half span by which a part held at its root may hang down by its own weight (own choice)
SAGS = 0.05

#: degrees of twist beyond which a part no longer lifts in proportion to its angle (own choice: what a wing stalls at)
TURNS_OVER = 20.0

#: its own weight, held at the root
_REST = Case(id="rest", label="its own weight", factor=1.0, inertia=1.0, reason="", source="")


def folds(a: Evaluation, system: System) -> str | None:
    """What to say in place of a bend that is beyond what a beam does, with what to do; None where it is one."""
    span, half = a.layout.plan.half_span, PARTS[a.scheme.part].half
    bend = float(abs(a.case_tips(a.solved.shape.bend)[a.bends_most]))
    case = a.cases[a.bends_most]
    sag = float(-shape_in(a.solved, a.flying_g, _REST).bend[0, -1])
    advice = "Give it a spar or more depth first: its other figures mean little till then."
    if sag > SAGS * span:
        hangs = Measure(round(sag)).text(system)
        return f"It hangs down by {hangs} under its own weight: it is a sheet, not a {half} yet. {advice}"
    if bend > FOLDS * span:
        return f"It folds: in {case.label} the tip would move by more than a quarter of the {half}. {advice}"
    return None


def turns_over(a: Evaluation) -> bool:
    """Whether the tip twists so far that the air would do something else with it."""
    return bool(np.degrees(abs(a.case_tips(a.solved.shape.twist)[a.twists_most])) > TURNS_OVER)
