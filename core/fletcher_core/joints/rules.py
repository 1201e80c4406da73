"""Hard rules of glue: when each strikes. Its sentence, its reason and its figure are data (`rule.toml`).

A new rule is one function, its line in `RULES`, and its entry.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pydantic import BaseModel

from ..bonds.cure import times_today
from ..catalogue import Glue, GlueRule, catalogue
from .question import HARDS, JointQuestion

#: what fills the rule's sentence where it strikes, or None
Rule = Callable[[Glue, JointQuestion, GlueRule], dict[str, Any] | None]

_STIFF = ("brittle", "stiff", "firm")


class Reason(BaseModel):
    """Why a glue is out: the rule, what it says here, why that is so, and where it comes from."""

    rule: str
    says: str
    because: str
    source: str


def _eats(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    for foam in joint.foams:
        if glue.holds(foam.glue_family)[0] == "attacks":
            return {"how": "Its heat melts" if glue.sets == "cools" else "Its solvent eats", "foam": foam.label}
    return None


def _no_hold(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    for foam in joint.foams:
        if glue.holds(foam.glue_family)[0] == "no hold":
            return {"what": f"It does not hold on {foam.label}: it peels off clean."}
    if "greasy_plastic" in joint.hards and glue.pp == "no hold":
        return {"what": "It does not hold on greasy plastic (PP, PE)."}
    if glue.sets == "water":
        hard = [h for h in joint.hards if h not in ("wood", "paper")]
        if hard:
            return {"what": f"Made for wood: it does not key into {HARDS[hard[0]]}."}  # type: ignore[index]
    return None


def _late(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    if joint.fly_in_min is None:
        return None
    needs = times_today(glue, joint.air_C, joint.damp).fly
    return {"needs": said(needs), "left": said(joint.fly_in_min)} if needs > joint.fly_in_min else None


def _cannot_dry(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {"sets": glue.sets} if joint.closed and glue.sets in ("solvent", "water") else None


def _dry_air(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {} if glue.sets == "damp" and rule.at is not None and joint.damp < rule.at else None


def _cold(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {"coldest": glue.coldest} if joint.air_C < glue.coldest else None


def _softens(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {"soft": glue.softens.low, "heat": joint.heat_C} if glue.softens.low <= joint.heat_C else None


def _gap(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    widest = catalogue().widest_gap(glue)
    return {"gap": joint.gap_mm, "widest": widest} if joint.gap_mm > widest else None


def _slides(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {} if joint.slides and not glue.slides else None


def _bends(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    if (joint.bends or joint.shape == "hinge") and glue.flex in _STIFF:
        return {"flex": glue.flex, "what": "a hinge" if joint.shape == "hinge" else "foam that bends"}
    return None


def _wet(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {} if joint.wet and glue.water == "poor" else None


def _sanded(glue: Glue, joint: JointQuestion, rule: GlueRule) -> dict[str, Any] | None:
    return {} if joint.sanded and not glue.sands else None


RULES: dict[str, Rule] = {
    "eats": _eats, "no_hold": _no_hold, "late": _late, "cannot_dry": _cannot_dry, "dry_air": _dry_air, "cold": _cold,
    "softens": _softens, "gap": _gap, "slides": _slides, "bends": _bends, "wet": _wet, "sanded": _sanded,
}  # fmt: skip


def said(minutes: float) -> str:
    """Minutes as they are spoken."""
    if minutes < 90:
        return f"{minutes:.0f} min"
    return f"{minutes / 60:.0f} h" if minutes < 2880 else f"{minutes / 1440:.0f} days"


def reasons_against(name: str, joint: JointQuestion) -> list[Reason]:
    """Every rule that a glue breaks in this joint, in the order of the data; none: it may be used."""
    glue, found = catalogue().glue[name], []
    for key, rule in catalogue().rule.items():
        filled = RULES[key](glue, joint, rule)
        if filled is not None:
            found.append(Reason(rule=key, says=rule.says.format(**filled), because=rule.because, source=rule.source))
    return found
