"""The rules of the glue page, asked of every joint that a mend glues."""

from __future__ import annotations

from ..catalogue import catalogue, meets
from ..damages import Damage
from ..joints import HARDS, JointQuestion, Reason, reasons_against
from ..mends import Glued, Mend, Place, mend_kind


def _asked(glued: Glued, place: Place) -> list[tuple[JointQuestion, bool]]:
    """The joint as the glue page asks it, and what else its glue runs on to (of which it must only eat nothing)."""
    day = {"air_C": place.air_C, "damp": place.damp}
    own = JointQuestion.model_validate(
        {"one": glued.one, "other": glued.other, "shape": glued.shape, "gap_mm": glued.gap_mm, **day}
    )
    if glued.touches is None or (side := meets(glued.touches)) in HARDS:
        return [(own, False)]
    return [(own, False), (own.model_copy(update={"one": side, "other": side}), True)]


def broken_rules(mend: Mend, damage: Damage, place: Place) -> list[Reason]:
    """Every rule that a glue of a mend breaks where it is used, with the day's air; none: it may be used."""
    found: dict[str, Reason] = {}
    for glued in mend_kind(mend).joints(mend, damage, place):
        if glued.glue not in catalogue().glue:
            continue
        for joint, only_eats in _asked(glued, place):
            for reason in reasons_against(glued.glue, joint):
                if not only_eats or reason.rule == "eats":
                    found.setdefault(reason.rule, reason)
    return list(found.values())
