"""The glued joints of a scheme, found by themselves: what each must carry, and what its glue leaves."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Any, Literal

import numpy as np
from pydantic import BaseModel

from ..analysis.evaluation import Evaluation
from ..catalogue import Spread, catalogue, meets
from ..failure.modes import OF_JOINTS
from ..joints import BondTest, JointQuestion, NextTest, choose, hold, next_test
from ..joints.choose import Advice, carries
from ..joints.question import Shape
from ..kinds import kind_of
from ..report.judgement import state_of
from ..report.lines import mode_lines
from ..report.verdict import ModeLine, State
from ..report.words import label, place
from ..units import System
from .control_surfaces import Which, hinges_for, judge, surface_of
from .other_glue import OtherGlue

#: glue -> what the whole part would lose by it, in words
Costs = Callable[[str], str]

#: modes in which glue lets go, or the foam beside it
OF_PIECES = ("bond_shear", "end_slip", "skin_bond")

#: a bond with this reserve even at the low end, or with nothing to carry, needs no test
PLENTY = 3.0


class GluedJoint(BaseModel):
    """One joint with the glue (or the hinge) it has now; `question` is what the glue chooser is asked of it.

    `reserve` is told with the spread of glue and foam. `first` is the glue that the school would take here, and
    `test` the bond test that could change what is taken.
    """

    id: str
    kind: Literal["piece", "joint", "hinge"]
    name: str
    where: str
    glue: str
    glue_label: str
    reserve: Spread | None
    state: State | None
    how: str
    #: what to do about it, in a sentence
    todo: str
    #: rules that the glue breaks here
    against: list[str]
    first: str
    question: JointQuestion | None
    test: NextTest | None


def _worst(lines: list[ModeLine]) -> ModeLine | None:
    return min(lines, key=lambda line: line.reserve, default=None)


def _asked(question: JointQuestion, glue: str, worst: ModeLine | None) -> JointQuestion:
    """With the load that leaves the reserve which the evaluation found."""
    if worst is None:
        return question
    known = hold(glue, question.one, question.other, [])
    carried = carries(catalogue().glue[glue], question, known).typical
    load = round(min(20_000.0, carried / max(worst.reserve, 1e-3)), 2)
    return question.model_copy(update={"load_N": load})


def _area(a: Evaluation, index: int) -> float:
    """cm2 of one half wing that glue holds on a piece."""
    layout, area = a.layout, 0.0
    for p, row in enumerate(layout.member_rows):
        if row.piece == index and row.glue is not None and not row.left_by:
            there = layout.section.members.present[p]
            area += float(np.trapezoid(layout.bond_width[p] * there, layout.plan.s))
    sheets = layout.section.sheets
    for p, sheet in enumerate(layout.sheet_rows):
        if sheet.piece == index and sheet.glue is not None and not sheet.left_by:
            width = (sheets.share_to[p] - sheets.share_from[p]) * layout.outline.chord * (sheets.present[p] > 0)
            area += float(np.trapezoid(width, layout.plan.s))
    return min(10_000.0, max(0.05, area / 100))


def glued_joints(
    a: Evaluation, system: System, tests: Sequence[BondTest] = (), school: str = "foaming"
) -> list[GluedJoint]:
    """Every piece's bond, every joint of panels that is not run through, every hinge that is chosen; the weakest first.

    Reserves are those of a hard pull; a bond that no mode looks at has none.
    """
    core = meets(a.layout.part.core.material)
    lines, other = mode_lines(a), OtherGlue(a)
    found = []
    for i, any_piece in enumerate(a.scheme.pieces):
        piece: Any = any_piece
        glue = getattr(piece, "glue", None)
        if not piece.on or glue is None:
            continue
        shape: Shape = kind_of(piece).bond or "slot"
        question = JointQuestion(
            one=core, other=meets(piece.material), shape=shape, area_cm2=_area(a, i), gap_mm=0.2,
            bends=shape == "faced",
        )  # fmt: skip
        worst = _worst([m for m in lines if m.piece_id == piece.id and m.mode in OF_PIECES])
        costs = partial(other.in_piece, i)
        found.append(_judged(piece.id, "piece", label(piece, system), "", glue, worst, question, tests, school, costs))
    y, chord = a.layout.plan.y, a.layout.outline.chord
    depth = a.layout.outline.deepest
    start = 0.0
    for k, panel in enumerate(a.layout.part.panels):
        if panel.joint.kind != "through":
            area = float(np.interp(start, y, chord) * np.interp(start, y, depth)) * 0.7 / 100
            near = [m for m in lines if m.mode in OF_JOINTS and abs(m.y_mm - start) < 15]
            question = JointQuestion(one=core, other=core, shape="butt", area_cm2=max(0.05, area), gap_mm=0.3)
            name = "Joint in the middle" if k == 0 else f"Joint {place(start, system)}"
            kind, glue, costs = panel.joint.kind, panel.joint.glue, partial(other.in_joint, k)
            found.append(_judged(f"joint-{k}", "joint", name, kind, glue, _worst(near), question, tests, school, costs))
        start += panel.span_mm
    found += _hinges(a)
    return sorted(found, key=lambda j: np.inf if j.reserve is None else j.reserve.typical)


def _judged(
    key: str, kind: Literal["piece", "joint"], name: str, where: str, glue: str, worst: ModeLine | None,
    question: JointQuestion, tests: Sequence[BondTest], school: str, costs: Costs,
) -> GluedJoint:  # fmt: skip
    asked = _asked(question, glue, worst)
    advice = choose(asked, school, tests)
    against = next((r.reasons for r in advice.out if r.glue == glue), [])
    reserve = None
    if asked.load_N:
        # a glue that breaks a rule has its range, too
        known = hold(glue, asked.one, asked.other, tests)
        reserve = Spread(*(n / asked.load_N for n in carries(catalogue().glue[glue], asked, known)))
    state = state_of(reserve.typical, reserve.low) if reserve else None
    plenty = reserve is None or reserve.low >= PLENTY
    return GluedJoint(
        id=key, kind=kind, name=name, where=where, glue=glue, glue_label=catalogue().glue[glue].label, reserve=reserve,
        state=state, how=worst.how if worst else "nothing that was looked at strains it",
        todo=_todo(glue, state, [r.says for r in against], advice, costs), against=[r.says for r in against],
        first=advice.ranked[0].label if advice.ranked else "", question=asked,
        test=None if plenty else next_test(asked, school, tests, glue, lambda other: not costs(other)),
    )  # fmt: skip


def _todo(glue: str, state: State | None, against: list[str], advice: Advice, costs: Costs) -> str:
    """What to do about a joint; another glue is named with what the whole part would lose by it."""
    first = advice.ranked[0] if advice.ranked else None
    if against:
        free = next((r for r in advice.ranked if not costs(r.glue)), first)
        other = f" {free.label} may be used." if free else " No glue of the list may be used: screw, bind or lock it."
        return f"Change the glue.{other}"
    if state == "gives way":
        able = (r for r in advice.ranked if r.glue != glue and r.reserve and r.reserve.typical >= 1.25)
        stronger = next((r for r in able if not costs(r.glue)), None)
        if stronger:
            return f"{stronger.label} would hold here; or glue more of it."
        return "No glue makes up for it: the foam gives first. More glued area, a longer run, or a wider piece."
    if state == "close":
        return "It holds, but a poor glue line may not: roughen both sides, press all over, test a scrap."
    said = "Sound." if state else "Nothing that was looked at asks much of it."
    if first is None or first.glue == glue:
        return said
    lost = costs(first.glue)
    return f"{said} {first.label} would come first here" + (f", but {lost}." if lost else ".")


def _hinges(a: Evaluation) -> list[GluedJoint]:
    """Hinges of the part's own surfaces, where one is chosen."""
    found = []
    for name, surface in a.layout.part.surfaces.items():
        if surface.hinge is None:
            continue
        which: Which = name  # type: ignore[assignment]
        q = surface_of(a.airframe, which)
        ranked = hinges_for(q, judge(q), surface.keeps, surface.outdoors)
        hinge = next(r for r in ranked if r.hinge == surface.hinge)
        state = state_of(hinge.load_reserve.typical, hinge.load_reserve.low)
        best = f"{ranked[0].label} would do." if not ranked[0].reasons else "No other hinge would do."
        found.append(
            GluedJoint(
                id=f"hinge-{which}", kind="hinge", name=f"Hinge of the {which}", where="", glue=hinge.hinge,
                glue_label=hinge.label, reserve=hinge.load_reserve, state=state,
                how="air pulls on it at full throw and top speed",
                todo=f"{hinge.reasons[0]} {best}" if hinge.reasons else "Sound.", against=hinge.reasons,
                first=ranked[0].label, question=None, test=None,
            )
        )  # fmt: skip
    return found
