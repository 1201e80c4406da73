"""Which hinge for a surface: what cannot be is out with its reason, the rest is ranked."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import BaseModel, Field

from ..catalogue import Hinge, catalogue
from ..model.fields import Described, measure
from .geometry import bevel_for, gap_for

Made = Literal["foam", "board", "corrugated", "balsa"]


class HingeQuestion(Described):
    """A surface to be hinged. `moment_Nmm` is what air makes of it; `servo_Nmm` what the servo can, at the surface."""

    made: Made = Field("foam", json_schema_extra={"label": "the surface is of"})
    length_mm: float = measure("length of the hinge", "length", 20.0, 2500.0, 250.0)
    depth_mm: float = measure("depth at the hinge", "length", 0.5, 60.0, 6.0)
    throw_deg: float = measure("throw each way", "angle", 1.0, 60.0, 25.0)
    moment_Nmm: float = measure("hinge moment, N mm", "number", 0.0, 20_000.0, 30.0)
    servo_Nmm: float = measure("servo's torque at the surface, N mm", "number", 1.0, 50_000.0, 150.0)
    white_board: bool = Field(False, json_schema_extra={"label": "white or extruded board"})
    keeps: Literal["days", "a season", "years"] = Field("a season", json_schema_extra={"label": "must last"})
    outdoors: bool = Field(False, json_schema_extra={"label": "lies in the sun"})


class RankedHinge(BaseModel):
    """One way. `reasons`: why it is out; empty where it may be taken."""

    hinge: str
    label: str
    score: float
    reasons: list[str]
    bevel_deg: float
    gap_mm: float
    load_reserve: float
    servo_share: float
    grams: float
    minutes: float
    life: str
    sunlight: str
    drag: str
    steps: list[str]
    mistakes: list[str]
    repair: str
    source: str


_LIFE = {"days": 0, "a season": 1, "years": 2}
_RANK = {"poor": 0.0, "some": 0.5, "good": 1.0}
#: how much each thing counts; shares of 1
WEIGHTS = {"load": 0.25, "servo": 0.2, "light": 0.15, "quick": 0.15, "life": 0.15, "drag": 0.1}
#: a hinge that takes more than this of the servo's torque is fought all day
MOST_OF_SERVO = 0.3


def _reasons(key: str, hinge: Hinge, q: HingeQuestion, servo: float, reserve: float) -> list[str]:
    said = []
    if q.made not in hinge.fits:
        said.append(f"It cannot be made in {q.made}.")
    if q.white_board and key in ("rubbery", "foam_flexed"):
        why = "its solvent eats it" if key == "rubbery" else "it snaps"
        said.append(f"Not in white or extruded board: {why}.")
    if _LIFE[hinge.life] < _LIFE[q.keeps]:
        said.append(f"It lasts {hinge.life}.")
    if q.outdoors and hinge.sunlight == "poor":
        said.append("Sunlight ruins it.")
    if servo > MOST_OF_SERVO:
        said.append(f"It takes {100 * servo:.0f} % of the servo's torque at full throw.")
    if reserve < 1.0:
        said.append(f"It lets go: the air pulls {1 / reserve:.1f} times what it holds.")
    return said


def choose_hinge(q: HingeQuestion) -> list[RankedHinge]:
    """All ways, those that may be taken first, the best first.

    The pull on a hinge is taken as the moment over the depth, twice, since it hangs at the horn and not all along.
    """
    found = []
    pull = 2 * q.moment_Nmm / max(q.depth_mm, 1.0)
    for key, h in catalogue().hinge.items():
        servo = h.stiffness.typical * q.length_mm * math.radians(q.throw_deg) / q.servo_Nmm
        reserve = min(99.0, h.load.typical * q.length_mm / max(pull, 1e-6))
        metres = q.length_mm / 1000
        grams, minutes = h.grams_per_m.typical * metres, h.start.typical + h.per_metre.typical * metres
        values = {
            "load": min(1.0, math.log1p(reserve) / math.log(21)),
            "servo": max(0.0, 1 - servo / MOST_OF_SERVO),
            "light": max(0.0, 1 - h.grams_per_m.typical / 10),
            "quick": max(0.0, 1 - minutes / 60),
            "life": 0.5 * (_LIFE[h.life] / 2 + _RANK[h.sunlight]),
            "drag": _RANK[h.drag],
        }
        bevel = bevel_for(q.throw_deg) if h.how == "bevel" else 0.0
        found.append(
            RankedHinge(
                hinge=key, label=h.label, score=sum(WEIGHTS[k] * v for k, v in values.items()),
                reasons=_reasons(key, h, q, servo, reserve), bevel_deg=bevel,
                gap_mm=gap_for(q.throw_deg, q.depth_mm) if h.how == "gap" else 0.0, load_reserve=reserve,
                servo_share=servo, grams=grams, minutes=minutes, life=h.life, sunlight=h.sunlight, drag=h.drag,
                steps=h.steps, mistakes=h.mistakes, repair=h.repair, source=h.source,
            )
        )  # fmt: skip
    return sorted(found, key=lambda r: (bool(r.reasons), -r.score))
