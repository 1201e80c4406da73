"""Which glue for a joint: hard rules first, then a ranking whose weights are visible, school by school.

Source: weighted score after exclusion (Hwang and Yoon 1981); what each school looks at is data.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel

from ..catalogue import Glue, Spread, catalogue
from .bond_log import BondTest, Hold, hold
from .cure import times_today
from .question import JointQuestion
from .rules import reasons_against, widest_gap

Criterion = Literal["strength", "gives", "quick", "gap", "light", "easy"]
CRITERIA: dict[Criterion, str] = {
    "strength": "holds", "gives": "bends with the foam", "quick": "flies soon", "gap": "fills", "light": "light",
    "easy": "easy to place",
}  # fmt: skip
#: what a school adds for a glue that it reaches for first
LEANING = 0.25
#: glue stops short of edges, and a face is never wet all over
COVERED = 0.8
_GIVES = {"rubbery": 1.0, "flexible": 0.85, "tough": 0.6, "firm": 0.4, "stiff": 0.15, "brittle": 0.0}


class Part(BaseModel):
    """One criterion of a score, from 0 to 1, and its weight."""

    criterion: Criterion
    label: str
    value: float
    weight: float


class Ranked(BaseModel):
    """One glue in this joint. `hold`: share of foam torn, with its spread; loads in N; minutes of today."""

    glue: str
    label: str
    score: float
    parts: list[Part]
    leaning: bool
    foam_torn: float
    foam_torn_low: float
    foam_torn_high: float
    foam_torn_before: float
    tests: int
    carries_N: float
    carries_low_N: float
    carries_high_N: float
    reserve: float | None
    grams: float
    open_min: float
    handle_min: float
    fly_min: float
    full_min: float
    steps: list[str]
    cautions: list[str]
    note: str
    source: str


class Ruled(BaseModel):
    """A glue that may not be used here, and why."""

    glue: str
    label: str
    reasons: list[str]


class Opinion(BaseModel):
    """A school's top three for this joint, what it rests on and where it fails."""

    school: str
    label: str
    rests: str
    fails: str
    weights: dict[str, float]
    leans: list[str]
    top: list[str]


class Advice(BaseModel):
    school: str
    ranked: list[Ranked]
    out: list[Ruled]
    opinions: list[Opinion]


def strength(glue: Glue, joint: JointQuestion, known: Hold) -> Spread:
    """MPa of the joint: the foam's own where it tears, by the share that is known to tear; glue's where all is hard.

    A butt is pulled, everything else is sheared.
    """
    if not joint.foams:
        return glue.lap_on_hard
    own = [f.tension if joint.shape == "butt" else f.shear for f in joint.foams]
    foam = min(own, key=lambda s: s.typical)
    if isinstance(glue.lap_on_foam, Spread):
        foam = Spread(*(min(a, b) for a, b in zip(foam, glue.lap_on_foam, strict=True)))
    return Spread(foam.low * known.low, foam.typical * known.mean, foam.high * known.high)


def grams_of(glue: Glue, joint: JointQuestion) -> float:
    """Spread over the area, and what fills the gap; a bead for a fillet or a melt."""
    area = joint.area_cm2 * 1e-4
    if glue.spread is not None:
        fill = max(0.0, joint.gap_mm - 0.2) * joint.area_cm2 * 0.1 * glue.density * 1e-3
        both = 2 if glue.sets == "dry first" else 1
        return float(both * glue.spread.typical * area + fill)
    assert glue.bead is not None
    # beads a finger apart
    return float(glue.bead.typical * area / 0.015)


def _parts(glue: Glue, joint: JointQuestion, known: Hold) -> dict[Criterion, float]:
    fly = times_today(glue, joint.air_C, joint.damp).fly
    return {
        "strength": known.mean,
        "gives": _GIVES.get(glue.flex, 0.3),
        # five minutes is best, a day is worst, by the logarithm between
        "quick": float(min(1.0, max(0.0, 1 - math.log(max(fly, 5.0) / 5.0) / math.log(1440 / 5)))),
        "gap": min(1.0, widest_gap(glue) / 4.0),
        "light": float(min(1.0, max(0.0, 1 - grams_of(glue, joint) / max(joint.area_cm2 * 0.06, 1e-6)))),
        "easy": 1.0 if glue.slides else 0.4,
    }


def _score(values: dict[Criterion, float], school: str, glue: str) -> float:
    entry = catalogue().school[school]
    weights = entry.weights.model_dump()
    return float(sum(weights[k] * v for k, v in values.items())) + (LEANING if glue in entry.leans else 0.0)


def tested_score(score: float, known: Hold) -> float:
    """A school's score, outranked by tests as they grow: each counts as much as a third of the school's word."""
    share = known.tests / (known.tests + 3.0)
    return (1 - share) * score + share * (1.0 + LEANING) * known.mean


def _ranked(name: str, joint: JointQuestion, school: str, tests: Sequence[BondTest]) -> Ranked:
    glue, entry = catalogue().glue[name], catalogue().school[school]
    known = hold(name, joint.one, joint.other, tests)
    values = _parts(glue, joint, known)
    if joint.looks and glue.looks != "clean":
        values["easy"] = 0.0
    weights = entry.weights.model_dump()
    area = 100 * joint.area_cm2 * COVERED
    load = strength(glue, joint, known)
    today = times_today(glue, joint.air_C, joint.damp)
    reserve = load.typical * area / joint.load_N if joint.load_N else None
    return Ranked(
        glue=name, label=glue.label, score=tested_score(_score(values, school, name), known),
        parts=[Part(criterion=k, label=CRITERIA[k], value=v, weight=weights[k]) for k, v in values.items()],
        leaning=name in entry.leans, foam_torn=known.mean, foam_torn_low=known.low, foam_torn_high=known.high,
        foam_torn_before=known.before, tests=known.tests, carries_N=load.typical * area,
        carries_low_N=load.low * area, carries_high_N=load.high * area, reserve=reserve, grams=grams_of(glue, joint),
        open_min=today.open, handle_min=today.handle, fly_min=today.fly, full_min=today.full, steps=glue.steps,
        cautions=glue.cautions, note=glue.note, source=glue.source,
    )  # fmt: skip


def _order(joint: JointQuestion, school: str, names: Sequence[str], tests: Sequence[BondTest]) -> list[Ranked]:
    ranked = [_ranked(n, joint, school, tests) for n in names]
    # what does not carry the load comes after all that does
    return sorted(ranked, key=lambda r: (r.reserve is not None and r.reserve < 1.0, -r.score, r.glue))


def choose(
    joint: JointQuestion, school: str, tests: Sequence[BondTest] = (), shelf: Sequence[str] | None = None
) -> Advice:
    """Every glue of the catalogue: ranked, or out with its reasons; and what each school would take.

    Parameters
    ----------
    shelf : glues that are there; None: all.

    Raises
    ------
    KeyError
        For a school that is none.
    """
    out, allowed = [], []
    for name, glue in catalogue().glue.items():
        against = reasons_against(name, joint)
        if shelf is not None and name not in shelf:
            against.append("It is not on the shelf.")
        if against:
            out.append(Ruled(glue=name, label=glue.label, reasons=against))
        else:
            allowed.append(name)
    opinions = [
        Opinion(
            school=key, label=s.label, rests=s.rests, fails=s.fails, weights=s.weights.model_dump(),
            leans=[catalogue().glue[g].label for g in s.leans],
            top=[r.label for r in _order(joint, key, allowed, tests)[:3]],
        )
        for key, s in catalogue().school.items()
    ]  # fmt: skip
    return Advice(school=school, ranked=_order(joint, school, allowed, tests), out=out, opinions=opinions)


class NextTest(BaseModel):
    """A test that could change which glue is taken."""

    glue: str
    label: str
    says: str


def next_test(joint: JointQuestion, school: str, tests: Sequence[BondTest]) -> NextTest | None:
    """Of the glues behind the first, the one whose best case by what is known lies farthest above it."""
    ranked = choose(joint, school, tests).ranked
    if len(ranked) < 2:
        return None
    first = ranked[0]
    weight = next(p.weight for p in first.parts if p.criterion == "strength")

    def chance(r: Ranked) -> float:
        return r.score + (weight + 0.3) * (r.foam_torn_high - r.foam_torn) - first.score

    best = max(ranked[1:], key=chance)
    doubt = max(first.foam_torn - first.foam_torn_low, 0.0)
    if chance(best) + doubt <= 0:
        return None
    said = (
        f"Glue a scrap with {best.label} and one with {first.label}, and break both by hand after "
        f"{max(best.fly_min, first.fly_min):.0f} minutes: if {best.label} tears more foam, it comes first."
    )
    return NextTest(glue=best.glue, label=best.label, says=said)
