"""Which hinge for a surface: what cannot be is out with its reason, the rest is ranked."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import BaseModel, Field

from ..catalogue import Hinge, Spread, catalogue
from ..fields import Described, measure
from .geometry import bevel_for, gap_for

Made = Literal["foam", "board", "corrugated", "balsa"]


class HingeQuestion(Described):
    """A surface to be hinged. `moment_Nmm` is what air makes of it; `servo_Nmm` what the servo can, at the surface."""

    made: Made = Field("foam", json_schema_extra={"label": "the surface is of"})
    family: str | None = Field(None, max_length=10, json_schema_extra={"label": "family of its foam"})
    length_mm: float = measure("length of the hinge", "length", 20.0, 2500.0, 250.0)
    depth_mm: float = measure("depth at the hinge", "length", 0.5, 200.0, 6.0)
    throw_deg: float = measure("throw each way", "angle", 1.0, 60.0, 25.0)
    moment_Nmm: float = measure("hinge moment", "torque", 0.0, 20_000.0, 30.0)
    servo_Nmm: float = measure("servo's torque at the surface", "torque", 1.0, 50_000.0, 150.0)
    keeps: Literal["days", "a season", "years"] = Field("a season", json_schema_extra={"label": "must last"})
    outdoors: bool = Field(False, json_schema_extra={"label": "lies in the sun"})


class HingePart(BaseModel):
    """One thing a hinge is ranked by, from 0 to 1, and how much it counts."""

    label: str
    value: float
    weight: float


class RankedHinge(BaseModel):
    """One way. `reasons`: why it is out; empty where it may be taken. Ranges are those of the catalogue."""

    hinge: str
    label: str
    score: float
    parts: list[HingePart]
    reasons: list[str]
    bevel_deg: float
    gap_mm: float
    #: what it holds over what air pulls, N for each mm of hinge both
    load_reserve: Spread
    #: share of the servo's torque that it takes at full throw
    servo_share: Spread
    #: of tape on each side of the hinge; None where it is not held by tape
    tape_mm: float | None
    grams: Spread
    minutes: Spread
    life: str
    sunlight: str
    drag: str
    steps: list[str]
    mistakes: list[str]
    repair: str
    source: str


#: ranks, not figures: how long it must last, how well a hinge lasts; own estimate
_LIFE = {"days": 0, "a season": 1, "years": 2}
_RANK = {"poor": 0.0, "some": 0.5, "good": 1.0}
#: what it is ranked by -> (its words, how much it counts; shares of 1)
WEIGHTS: dict[str, tuple[str, float]] = {
    "load": ("holds", 0.25), "servo": ("easy on the servo", 0.2), "light": ("light", 0.15),
    "quick": ("quickly made", 0.15), "life": ("lasts, in the sun too", 0.15), "drag": ("clean in the air", 0.1),
}  # fmt: skip
#: a hinge that takes more than this of the servo's torque is fought all day
MOST_OF_SERVO = 0.3
#: reserves above this are told as this
_PLENTY = 99.0
#: less tape than this cannot be laid straight, mm
_LEAST_TAPE = 10.0


def _reasons(hinge: Hinge, q: HingeQuestion, servo: float, reserve: float) -> list[str]:
    said = []
    if q.made not in hinge.fits:
        said.append(f"It cannot be made in {q.made}.")
    elif q.family in hinge.never:
        said.append(hinge.never[q.family])
    if _LIFE[hinge.life] < _LIFE[q.keeps]:
        said.append(f"It lasts {hinge.life}.")
    if q.outdoors and hinge.sunlight == "poor":
        said.append("Sunlight ruins it.")
    if servo > MOST_OF_SERVO:
        said.append(f"It takes {100 * servo:.0f} % of the servo's torque at full throw.")
    if reserve < 1.0:
        said.append(f"It lets go: the air pulls {1 / reserve:.1f} times what it holds.")
    return said


def pull_on(q: HingeQuestion) -> float:
    """N for each mm of hinge: the moment over the depth, twice, since it hangs at the horn and not all along."""
    return 2 * q.moment_Nmm / max(q.depth_mm, 1.0) / q.length_mm


def tape_width(q: HingeQuestion) -> float:
    """mm of tape on each side, at the shear that nine tapes in ten stand for good."""
    return math.ceil(max(_LEAST_TAPE, pull_on(q) / catalogue().control["tape_shear"].factor.low))


def _ranked(key: str, h: Hinge, q: HingeQuestion) -> RankedHinge:
    pull, metres = max(pull_on(q), 1e-6), q.length_mm / 1000
    turned = q.length_mm * math.radians(q.throw_deg) / q.servo_Nmm
    servo = Spread(*(s * turned for s in h.stiffness))
    reserve = Spread(*(min(_PLENTY, s / pull) for s in h.load))
    minutes = Spread(*(a + b * metres for a, b in zip(h.start, h.per_metre, strict=True)))
    values = {
        "load": min(1.0, math.log1p(reserve.typical) / math.log(21)),
        "servo": max(0.0, 1 - servo.typical / MOST_OF_SERVO),
        "light": max(0.0, 1 - h.grams_per_m.typical / 10),
        "quick": max(0.0, 1 - minutes.typical / 60),
        "life": 0.5 * (_LIFE[h.life] / 2 + _RANK[h.sunlight]),
        "drag": _RANK[h.drag],
    }
    parts = [HingePart(label=label, value=values[k], weight=weight) for k, (label, weight) in WEIGHTS.items()]
    return RankedHinge(
        hinge=key, label=h.label, score=sum(p.value * p.weight for p in parts), parts=parts,
        reasons=_reasons(h, q, servo.typical, reserve.typical),
        bevel_deg=bevel_for(q.throw_deg) if h.how == "bevel" else 0.0,
        gap_mm=gap_for(q.throw_deg, q.depth_mm) if h.how == "gap" else 0.0, load_reserve=reserve, servo_share=servo,
        tape_mm=tape_width(q) if h.taped else None, grams=Spread(*(g * metres for g in h.grams_per_m)),
        minutes=minutes, life=h.life, sunlight=h.sunlight, drag=h.drag, steps=h.steps, mistakes=h.mistakes,
        repair=h.repair, source=h.source,
    )  # fmt: skip


def choose_hinge(q: HingeQuestion) -> list[RankedHinge]:
    """All ways, those that may be taken first, the best first."""
    found = [_ranked(key, hinge, q) for key, hinge in catalogue().hinge.items()]
    return sorted(found, key=lambda r: (bool(r.reasons), -r.score))
