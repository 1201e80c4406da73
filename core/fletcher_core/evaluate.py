"""Airframe + scheme -> verdict: the only door that outsiders call for results."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from .answer.bonds import GluedJoint, glued_joints
from .answer.compute import Answer, compute, laid_out, spreaded
from .answer.drawing import plan_drawing, slice_drawing
from .answer.many import Many, many
from .answer.sampling import typical
from .answer.solve import sections_of, solve
from .answer.targets import target_lines
from .answer.tell import (
    answers_drawn,
    case_lines,
    case_reserves,
    curves,
    first_drivers,
    group_lines,
    ledger,
    mass_of,
    mode_lines,
    piece_id,
    ribbon,
    screens,
    section_figures,
    state_of,
)
from .answer.verdict import Bare, Break, Drawing, Hold, Slice, Spreaded, Verdict, Working
from .answer.words import how, place
from .answer.work import work_of
from .answer.working import working
from .failure import MODES
from .joints import BondTest
from .loads import Setting, cases_of
from .model import Airframe, Scheme
from .sections import spreads
from .units import System

__all__ = ["Many", "evaluate", "glued", "many", "section_at", "why"]

SCOPE = (
    "An estimate for unmanned, model-size aircraft only, from typical figures; never for anything that carries "
    "a person. Local flying rules, club rules and, where it applies, licensed inspection come first."
)


def evaluate(
    airframe: Airframe,
    scheme: Scheme,
    *,
    system: System = "metric",
    slice_at_mm: float | None = None,
    stations: int = 61,
    ledger: bool = True,
    spread: bool = True,
) -> Verdict:
    """What a scheme gives: where and when it gives way, bend, twist, grams, and what each piece buys.

    Parameters
    ----------
    airframe, scheme : the description; pieces that are switched off are told what they would buy.
    system : units of the words in the verdict; its figures are always N, mm, g.
    slice_at_mm : where along the span the section is drawn; the weakest place if not given.
    stations : evenly spaced stations on the half span, to which nodes at changes are added.
    ledger : whether to tell what each piece buys.
    spread : whether to draw samples; without, every low and high is the typical figure.

    Raises
    ------
    Refused
        With every problem of the description, each at its field.
    """
    a = compute(airframe, scheme, stations, ledger, spread)
    return _verdict(a, system, slice_at_mm, ledger)


def _verdict(a: Answer, system: System, slice_at_mm: float | None, with_ledger: bool) -> Verdict:
    solved, scheme, plan = a.solved, a.scheme, a.layout.plan
    limit, ultimate = a.limit, a.limit * a.safety
    n, station, finding = solved.break_at(0)
    y_break = float(plan.y[station])
    held_n, held_at, held_by = solved.holds_to(0)
    drawn = answers_drawn(a)
    breaks = spreaded(n, drawn["break"])
    bend = spreaded(float(solved.shape.bend[0, -1]), drawn["bend"])
    mode = MODES[finding.mode]
    words = how(finding, scheme)
    mass = mass_of(a)
    modes = mode_lines(a)
    reserves = case_reserves(a)
    general = [] if mass.remains_g.value >= 0 else ["It is heavier than its promise: loads are taken at the estimate."]
    work = work_of(scheme)
    holds = spreaded(held_n, drawn["hold"])
    twist = spreaded(float(np.degrees(solved.shape.twist[0, -1])), drawn["twist"])
    flying = spreaded(a.airframe.rest_g + mass.wing_g.value, a.airframe.rest_g + drawn["mass"])
    cut = y_break if slice_at_mm is None else slice_at_mm
    return Verdict(
        sentence=f"gives way at {n:.1f} g, {place(y_break, system)}: {words} first",
        limit_n=limit,
        ultimate_n=ultimate,
        breaks=Break(
            n=breaks,
            reserve=Spreaded(value=n / ultimate, low=breaks.low / ultimate, high=breaks.high / ultimate),
            state=state_of(n / ultimate), y_mm=y_break, mode=finding.mode, piece_id=piece_id(finding, scheme),
            face=finding.face,
            how=words, seen_coming=mode.seen_coming, seen=mode.seen,
        ),
        holds=Hold(
            n=holds, reserve=held_n / ultimate, y_mm=float(plan.y[held_at]),
            mode=held_by.mode, piece_id=piece_id(held_by, scheme), how=how(held_by, scheme),
            seen=MODES[held_by.mode].seen,
        ),
        first_wrinkle=next((m for m in modes if m.mode == "skin_wrinkling"), None),
        tip_bend_mm=bend,
        tip_bend_share=bend.value / plan.half_span,
        tip_bend_by_shear_mm=float(solved.shape.bend_by_shear[0, -1]),
        tip_slope_deg=float(np.degrees(np.arctan(solved.shape.slope[0, -1]))),
        tip_sway_mm=float(solved.shape.sway[0, -1]),
        twist_deg=twist,
        bending_hz=spreaded(float(a.screens.bending_hz[0]), drawn["bending_hz"]),
        twist_hz=spreaded(float(a.screens.twist_hz[0]), drawn["twist_hz"]),
        screens=screens(a),
        cases=case_lines(a, reserves),
        drivers=first_drivers(a, drawn),
        section=section_figures(a, cut),
        mass=mass,
        bare=Bare(
            n=solved.break_at(1)[0],
            hold_n=solved.holds_to(1)[0],
            bend_mm=float(solved.shape.bend[1, -1]),
            wing_g=mass.foam_g.value,
        ),
        ledger=ledger(a, system) if with_ledger else [],
        groups=group_lines(a) if with_ledger else [],
        targets=target_lines(a.airframe, holds, bend, twist, flying, work.hands),
        work=work,
        modes=modes,
        ribbon=ribbon(a, reserves),
        curves=curves(a, reserves),
        drawing=Drawing(plan=plan_drawing(a.layout), slice=slice_drawing(solved, scheme, cut)),
        cautions=general,
        scope=SCOPE,
    )  # fmt: skip


def why(
    airframe: Airframe, scheme: Scheme, figure: str, *, system: System = "metric", y_mm: float | None = None
) -> Working:
    """The working of one figure of the verdict: inputs, formulas, sources and the values in between.

    The same computation runs again on the same description, so the numbers are those that were used.

    Parameters
    ----------
    figure : ``break``, ``hold``, ``bend``, ``twist``, ``mass``, ``bending_hz``, ``twist_hz``, a screen
        (``divergence``...), ``case:<id>``, ``piece:<id>``, ``mode:<...>`` as told in the verdict's modes,
        or one of the section's: ``EI``, ``GJ``, ``GA``, ``EA`` at `y_mm`.

    Raises
    ------
    Refused
        As `evaluate`, and where there is no such figure.
    """
    return working(compute(airframe, scheme, 61, True, True), figure, system, y_mm)


def glued(
    airframe: Airframe,
    scheme: Scheme,
    *,
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    school: str = "foaming",
) -> list[GluedJoint]:
    """The glued joints of a scheme, the weakest first, each with what a glue for it would be asked.

    Parameters
    ----------
    tests, school : own bond tests, and by which school glues are ranked.

    Raises
    ------
    Refused
        As `evaluate`.
    """
    return glued_joints(compute(airframe, scheme, 61, False, False), system, tests, school)


def section_at(airframe: Airframe, scheme: Scheme, y_mm: float) -> Slice:
    """The section at one place along the span, for a station line that moves.

    Raises
    ------
    Refused
        As `evaluate`.
    """
    layout = laid_out(airframe, scheme, 61)
    on = np.array([[float(p.on) for p in scheme.pieces]])
    sections = sections_of(layout, typical(spreads(layout), 1), on)
    # twist is not needed to draw a section
    cases = cases_of(Setting(airframe, layout.plan, airframe.promise_g))[:1]
    solved = solve(sections, np.ones((1, len(layout.plan.y))), airframe.promise_g, cases)
    return slice_drawing(solved, scheme, y_mm)
