"""Hard rules of glue, each with its reason in a sentence. A new rule is one function and one line."""

from __future__ import annotations

from collections.abc import Callable

from ..catalogue import Glue, catalogue
from .cure import times_today
from .question import HARDS, JointQuestion

#: a reason why not, or None
Rule = Callable[[Glue, JointQuestion], str | None]

#: widest gap that each way of filling takes, mm
GAPS = {"none": 0.3, "little": 0.6, "fills a little": 1.0, "with filler": 2.0, "fills": 4.0}
_STIFF = ("brittle", "stiff", "firm")


def widest_gap(glue: Glue) -> float:
    return max((mm for words, mm in GAPS.items() if glue.gap.startswith(words)), default=0.3)


def _eats(glue: Glue, joint: JointQuestion) -> str | None:
    for foam in joint.foams:
        if glue.holds(foam.glue_family)[0] == "attacks":
            why = "its heat melts" if glue.sets == "cools" else "its solvent eats"
            return f"{why[0].upper()}{why[1:]} {foam.label}."
    return None


def _no_hold(glue: Glue, joint: JointQuestion) -> str | None:
    for foam in joint.foams:
        if glue.holds(foam.glue_family)[0] == "no hold":
            return f"It does not hold on {foam.label}: it peels off clean."
    if "greasy_plastic" in joint.hards and glue.pp in ("no hold",):
        return "It does not hold on greasy plastic (PP, PE)."
    if glue.sets == "water":
        hard = [h for h in joint.hards if h not in ("wood", "paper")]
        if hard:
            return f"Made for wood: it does not key into {HARDS[hard[0]]}."  # type: ignore[index]
    return None


def _late(glue: Glue, joint: JointQuestion) -> str | None:
    if joint.fly_in_min is None:
        return None
    needs = times_today(glue, joint.air_C, joint.damp).fly
    return (
        f"Not cured in time: it needs {_said(needs)} today, {_said(joint.fly_in_min)} are left."
        if needs > joint.fly_in_min
        else None
    )


def _cannot_dry(glue: Glue, joint: JointQuestion) -> str | None:
    if joint.closed and glue.sets in ("solvent", "water"):
        return f"Its {glue.sets} cannot get out between closed faces: it stays soft for days."
    return None


def _dry_air(glue: Glue, joint: JointQuestion) -> str | None:
    if glue.sets == "damp" and joint.damp < 0.25:
        return "The air is too dry for it to set: damp one face, or choose another."
    return None


def _cold(glue: Glue, joint: JointQuestion) -> str | None:
    return f"Too cold: below {glue.coldest:g} °C it does not set well." if joint.air_C < glue.coldest else None


def _softens(glue: Glue, joint: JointQuestion) -> str | None:
    if glue.softens.low <= joint.heat_C:
        return f"It softens from {glue.softens.low:g} °C, and {joint.heat_C:g} °C come near it."
    return None


def _gap(glue: Glue, joint: JointQuestion) -> str | None:
    widest = widest_gap(glue)
    return f"It does not fill a gap of {joint.gap_mm:g} mm; {widest:g} mm at most." if joint.gap_mm > widest else None


def _slides(glue: Glue, joint: JointQuestion) -> str | None:
    return "It grabs at once: nothing can be slid into place." if joint.slides and not glue.slides else None


def _bends(glue: Glue, joint: JointQuestion) -> str | None:
    if (joint.bends or joint.shape == "hinge") and glue.flex in _STIFF:
        what = "a hinge" if joint.shape == "hinge" else "foam that bends"
        return f"It sets {glue.flex}: it cracks in {what}."
    return None


def _wet(glue: Glue, joint: JointQuestion) -> str | None:
    return "It lets go when it gets wet." if joint.wet and glue.water == "poor" else None


def _sanded(glue: Glue, joint: JointQuestion) -> str | None:
    return "It cannot be sanded: it rolls up into strings." if joint.sanded and not glue.sands else None


#: in the order in which they are told
RULES: dict[str, Rule] = {
    "eats": _eats, "no hold": _no_hold, "late": _late, "cannot dry": _cannot_dry, "dry air": _dry_air, "cold": _cold,
    "softens": _softens, "gap": _gap, "slides": _slides, "bends": _bends, "wet": _wet, "sanded": _sanded,
}  # fmt: skip


def _said(minutes: float) -> str:
    if minutes < 90:
        return f"{minutes:.0f} min"
    return f"{minutes / 60:.0f} h" if minutes < 2880 else f"{minutes / 1440:.0f} days"


def reasons_against(name: str, joint: JointQuestion) -> list[str]:
    """Every rule that a glue breaks in this joint, as sentences; none: it may be used."""
    glue = catalogue().glue[name]
    return [said for rule in RULES.values() if (said := rule(glue, joint)) is not None]
