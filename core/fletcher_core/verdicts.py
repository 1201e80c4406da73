"""Airframe + scheme -> verdict: the only door that outsiders call for results."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from .analysis.batch import BatchResult, evaluate_many
from .analysis.estimate import Estimate, estimate_of
from .analysis.evaluation import Evaluation, Middle, compute, laid_out, shear_along, twist_along
from .analysis.solve import sections_of, solve
from .analysis.uncertainty import typical
from .balance.ready_to_fly import ready_to_fly
from .failure import MODES
from .joints import BondTest
from .model import Airframe, HollowSection, Refused, Scheme
from .model.body import boom_of
from .parts import PARTS
from .questions.glued_joints import GluedJoint, glued_joints
from .report.drawing import plan_drawing, slice_drawing
from .report.folds import folds, turns_over
from .report.headline import headline
from .report.judgement import Margins, judged
from .report.lines import (
    answers_drawn,
    case_lines,
    curves,
    first_drivers,
    group_lines,
    joint_lines,
    ledger,
    mass_of,
    mode_lines,
    piece_id,
    pulled_is_covered,
    ribbon,
    screens,
    section_figures,
)
from .report.on_edge import is_on_edge, on_edge_words
from .report.openings import openings_said
from .report.tail_effect import tail_effects
from .report.targets import target_lines
from .report.verdict import Bare, Break, Drawing, ResidualStrength, Slice, Verdict, Working
from .report.warnings import left_open
from .report.words import how, limit_words, seen_before
from .report.work import work_of
from .report.working import working
from .sections import spreads
from .units import System

__all__ = ["BatchResult", "evaluate", "evaluate_many", "glued", "section_at", "why"]

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
    others: Sequence[Scheme] = (),
    middle: Middle | None = None,
) -> Verdict:
    """What a scheme gives: where and when it gives way, bend, twist, grams, and what each piece buys.

    Parameters
    ----------
    airframe, scheme : the description; the scheme says which part it builds. Pieces that are switched off are told
        what they would buy.
    system : units of the words in the verdict; its figures are always N, mm, g.
    slice_at_mm : where along the span the section is drawn; the weakest place if not given.
    stations : evenly spaced stations on the half span, to which nodes at changes are added.
    ledger : whether to tell what each piece buys.
    spread : whether to draw samples; without, every low and high is the typical figure.
    others : schemes of the other parts, whose weight flies along.
    middle : without a spread, what the median of builds was of the scheme as it was a moment ago.

    Raises
    ------
    Refused
        With every problem of the description, each at its field.
    """
    a = compute(airframe, scheme, stations, ledger, spread, others, middle)
    whole = _whole(airframe, [scheme, *others]) if spread else None
    told = verdict_of(a, system, slice_at_mm, ledger, whole)
    return on_edge_words(told) if is_on_edge(airframe, scheme.part) else told


def _whole(airframe: Airframe, schemes: Sequence[Scheme]) -> Estimate | None:
    """Grams ready to fly; None where another part cannot be worked out, which is told on its own bench."""
    try:
        return ready_to_fly(airframe, schemes)
    except Refused:
        return None


def verdict_of(
    a: Evaluation, system: System, slice_at_mm: float | None, with_ledger: bool, whole: Estimate | None = None
) -> Verdict:
    """Everything that is told of an evaluation.

    Parameters
    ----------
    whole : what the aircraft weighs ready to fly, where the other parts are known.
    """
    solved, scheme, plan = a.solved, a.scheme, a.layout.plan
    limit, ultimate = a.limit, a.limit * a.safety
    n, station, finding = solved.break_at(0)
    y_break = float(plan.y[station])
    held_n, held_at, held_by = solved.holds_to(0)
    drawn = answers_drawn(a)
    breaks = estimate_of(n, drawn["break"])
    bends_in, twists_in = a.cases[a.bends_most], a.cases[a.twists_most]
    bent = solved.run_of(a.bends_most)
    tip = float(solved.shape.bend[bent, -1])
    up = 1.0 if tip >= 0 else -1.0
    bend = estimate_of(abs(tip), up * drawn["bend"])
    seen = seen_before(finding, n, held_by, held_n, pulled_is_covered(a, held_at))
    words = how(finding, scheme)
    mass = mass_of(a, whole)
    modes = mode_lines(a, breaks.low / breaks.value if breaks.value > 0 else 0.0)
    general = [] if mass.remains_g.value >= 0 else ["It is heavier than its promise: loads are taken at the estimate."]
    general += left_open(a.layout)
    if abs(a.layout.heavier - 1) > 0.005:
        way = "heavier" if a.layout.heavier > 1 else "lighter"
        general.append(
            f"Its loads count on the scale: this {scheme.part} came out {100 * abs(a.layout.heavier - 1):.0f} % {way} "
            "than planned."
        )
    made = a.layout.part.aerofoil
    work = work_of(
        scheme, a.copies, a.hardware, made.glue if isinstance(made, HollowSection) else None, boom_of(a.layout.part)
    )
    main = a.cases[0]
    holds = estimate_of(held_n, drawn["hold"])
    margins = Margins(a, breaks, holds)
    judgement = judged(a, margins, breaks, holds)
    needed = max(c.factor * a.safety for c in a.cases if c.like(main))
    twist = estimate_of(float(np.degrees(solved.shape.twist[solved.run_of(a.twists_most), -1])), drawn["twist"])
    cut = y_break if slice_at_mm is None else slice_at_mm
    return Verdict(
        part=scheme.part,
        sentence=headline(a, 0, main, system),
        unit=main.unit,
        case=main.label,
        limit_n=limit,
        ultimate_n=ultimate,
        needed_n=needed,
        judged=judgement,
        breaks=Break(
            n=breaks,
            reserve=Estimate(value=n / limit, low=breaks.low / limit, high=breaks.high / limit), y_mm=y_break,
            mode=finding.mode, piece_id=piece_id(finding, scheme),
            face=finding.face,
            how=words, seen_coming=seen[0], seen=seen[1],
        ),
        holds=ResidualStrength(
            n=holds, reserve=held_n / ultimate, y_mm=float(plan.y[held_at]),
            mode=held_by.mode, piece_id=piece_id(held_by, scheme), how=how(held_by, scheme),
            seen=MODES[held_by.mode].seen,
        ),
        first_wrinkle=next((m for m in modes if m.mode == "skin_wrinkling"), None),
        tip_bend_mm=bend,
        tip_bend_share=bend.value / plan.half_span,
        tip_bend_by_shear_mm=up * float(solved.shape.bend_by_shear[bent, -1]),
        tip_slope_deg=up * float(np.degrees(np.arctan(solved.shape.slope[bent, -1]))),
        tip_inplane_mm=float(solved.shape.inplane[bent, -1]),
        bends_down=tip < 0,
        folds=folds(a, system),
        bends_in=limit_words(bends_in),
        twist_deg=twist,
        twists_in=limit_words(twists_in),
        turns_over=turns_over(a),
        tail_effects=tail_effects(a),
        middle=a.middle,
        bending_hz=estimate_of(float(a.screens.bending_hz[0]), drawn["bending_hz"]),
        twist_hz=estimate_of(float(a.screens.twist_hz[0]), drawn["twist_hz"]),
        screens=screens(a, system),
        cases=case_lines(a, margins, system),
        drivers=first_drivers(a, drawn),
        section=section_figures(a, cut),
        mass=mass,
        bare=Bare(
            # a bare part has no glue lines: of it the typical build is the median
            n=solved.break_at(a.rows.bare)[0] / a.middle.first,
            hold_n=solved.holds_to(a.rows.bare)[0] / a.middle.end,
            bend_mm=float(a.tip_bends[a.rows.bare]),
            part_g=mass.foam_g.value,
        ),
        ledger=ledger(a, system) if with_ledger else [],
        groups=group_lines(a) if with_ledger else [],
        joints=joint_lines(a, system),
        targets=target_lines(
            a.airframe, a.layout.part, needed, holds, bend, twist, mass.part_g, mass.whole_g, work.hands
        ),
        work=work,
        modes=modes,
        ribbon=ribbon(a, margins),
        curves=curves(a, margins),
        drawing=Drawing(plan=plan_drawing(a.layout), slice=slice_drawing(solved, scheme, cut)),
        cautions=general,
        openings=openings_said(a, system) if with_ledger else [],
        scope=SCOPE,
    )  # fmt: skip


def why(
    airframe: Airframe, scheme: Scheme, figure: str, *, system: System = "metric", y_mm: float | None = None,
    others: Sequence[Scheme] = (),
) -> Working:  # fmt: skip
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
    a = compute(airframe, scheme, 61, True, True, others)
    whole = _whole(airframe, [scheme, *others]) if figure == "mass" else None
    told = working(a, figure, system, y_mm, whole)
    return on_edge_words(told) if is_on_edge(airframe, scheme.part) else told


def glued(
    airframe: Airframe,
    scheme: Scheme,
    *,
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    school: str = "foaming",
    others: Sequence[Scheme] = (),
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
    told = glued_joints(compute(airframe, scheme, 61, False, False, others), system, tests, school)
    return [on_edge_words(joint) for joint in told] if is_on_edge(airframe, scheme.part) else told


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
    cases = PARTS[scheme.part].cases_of(airframe, layout.plan, airframe.promise_g)[:1]
    sections = replace(sections, flow=shear_along(sections))
    solved = solve(sections, twist_along(sections), airframe.promise_g, cases)
    return slice_drawing(solved, scheme, y_mm)
