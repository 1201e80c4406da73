"""The glued joints of a scheme, found by themselves: what each must carry, and what its glue leaves."""

from __future__ import annotations

from typing import Any

import numpy as np
from pydantic import BaseModel

from ..catalogue import catalogue
from ..joints import JointQuestion, hold
from ..joints.choose import COVERED, strength
from ..units import System
from .compute import Answer
from .tell import mode_lines, state_of
from .verdict import ModeLine, State
from .words import label, place

#: modes in which glue lets go, or the foam beside it
OF_PIECES = ("bond_shear", "end_slip", "skin_bond")
OF_JOINTS = ("joint_bond", "joint_break", "joint_bearing")

#: what in a material's name tells what glue meets
_MEETS = (
    ("carbon", "carbon"), ("glass", "glass"), ("circuit", "glass"), ("steel", "metal"), ("alumin", "metal"),
    ("hdpe", "greasy_plastic"), ("corrugated", "greasy_plastic"), ("board", "paper"), ("cord", "plastic"),
    ("tape", "plastic"), ("laminate", "plastic"), ("covering", "plastic"), ("paper", "paper"),
)  # fmt: skip


def meets(material: str) -> str:
    """What a glue meets on a material: itself for a foam, else a kind of hard thing."""
    if material in catalogue().foam:
        return material
    return next((hard for key, hard in _MEETS if key in material), "wood")


class GluedJoint(BaseModel):
    """One joint with the glue it has now; `question` is what the glue chooser is asked of it."""

    id: str
    name: str
    where: str
    glue: str
    glue_label: str
    reserve: float | None
    state: State | None
    how: str
    question: JointQuestion


def _worst(lines: list[ModeLine]) -> ModeLine | None:
    return min(lines, key=lambda line: line.reserve, default=None)


def _asked(question: JointQuestion, glue: str, worst: ModeLine | None) -> JointQuestion:
    """With the load that leaves the reserve which the evaluation found."""
    if worst is None:
        return question
    known = hold(glue, question.one, question.other, [])
    carries = strength(catalogue().glue[glue], question, known).typical * 100 * question.area_cm2 * COVERED
    load = round(min(20_000.0, carries / max(worst.reserve, 1e-3)), 2)
    return question.model_copy(update={"load_N": load})


def _area(a: Answer, index: int) -> float:
    """cm2 of one half wing that glue holds on a piece."""
    layout, area = a.layout, 0.0
    for p, row in enumerate(layout.member_rows):
        if row.piece == index and row.glue is not None:
            there = layout.section.members.present[p]
            area += float(np.trapezoid(layout.bond_width[p] * there, layout.plan.s))
    sheets = layout.section.sheets
    for p, sheet in enumerate(layout.sheet_rows):
        if sheet.piece == index:
            width = (sheets.share_to[p] - sheets.share_from[p]) * layout.outline.chord * (sheets.present[p] > 0)
            area += float(np.trapezoid(width, layout.plan.s))
    return min(10_000.0, max(0.05, area / 100))


def glued_joints(a: Answer, system: System) -> list[GluedJoint]:
    """Every piece's bond, and every joint of panels that is not run through, the weakest first.

    Reserves are those of a hard pull; a bond that no mode looks at has none.
    """
    core = meets(a.airframe.wing.core.material)
    lines = mode_lines(a)
    found = []
    for i, any_piece in enumerate(a.scheme.pieces):
        piece: Any = any_piece
        glue = getattr(piece, "glue", None)
        if not piece.on or glue is None:
            continue
        sheet = piece.kind in ("skin", "tape")
        question = JointQuestion(
            one=core, other=meets(piece.material), shape="faced" if sheet else "slot", area_cm2=_area(a, i), gap_mm=0.2,
            slides=piece.kind in ("tube", "rod") and piece.level == "middle", bends=sheet,
        )  # fmt: skip
        worst = _worst([m for m in lines if m.piece_id == piece.id and m.mode in OF_PIECES])
        found.append(_joint(piece.id, label(piece, system), "", glue, worst, question))
    y, chord = a.layout.plan.y, a.layout.outline.chord
    depth = a.layout.outline.z_scale * a.layout.outline.profile.thickness
    start = 0.0
    for k, panel in enumerate(a.airframe.wing.panels):
        if panel.joint.kind != "through":
            area = float(np.interp(start, y, chord) * np.interp(start, y, depth)) * 0.7 / 100
            near = [m for m in lines if m.mode in OF_JOINTS and abs(m.y_mm - start) < 15]
            question = JointQuestion(one=core, other=core, shape="butt", area_cm2=max(0.05, area), gap_mm=0.3)
            name = "Joint in the middle" if k == 0 else f"Joint {place(start, system)}"
            found.append(_joint(f"joint-{k}", name, panel.joint.kind, panel.joint.glue, _worst(near), question))
        start += panel.span_mm
    return sorted(found, key=lambda j: np.inf if j.reserve is None else j.reserve)


def _joint(key: str, name: str, where: str, glue: str, worst: ModeLine | None, question: JointQuestion) -> GluedJoint:
    return GluedJoint(
        id=key, name=name, where=where, glue=glue, glue_label=catalogue().glue[glue].label,
        reserve=worst.reserve if worst else None, state=state_of(worst.reserve) if worst else None,
        how=worst.how if worst else "nothing that was looked at strains it", question=_asked(question, glue, worst),
    )  # fmt: skip
