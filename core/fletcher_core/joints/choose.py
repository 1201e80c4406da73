"""Which glue for a joint: hard rules first, then a ranking whose weights are visible, school by school.

Source: weighted score after exclusion (Hwang and Yoon 1981); what each school looks at is data.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from typing import Literal

from pydantic import BaseModel

from ..bonds.cure import times_today
from ..catalogue import Glue, Spread, catalogue
from .bond_log import BondTest, Hold, hold
from .question import JointQuestion
from .rules import Reason, reasons_against, said

Criterion = Literal["strength", "gives", "quick", "gap", "light", "easy", "looks"]
CRITERIA: dict[Criterion, str] = {
    "strength": "holds", "gives": "bends with the foam", "quick": "flies soon", "gap": "fills", "light": "light",
    "easy": "easy to place", "looks": "looks clean",
}  # fmt: skip


def covered() -> float:
    """Share of a face that glue really covers."""
    return catalogue().scale["covered"].steps["usual"]


def leaning() -> float:
    """What a school adds for a glue that it reaches for first."""
    return catalogue().scale["school"].steps["leaning"]


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
    #: by the school alone, and the share of the score that is the own tests'
    school_score: float
    tests_share: float
    parts: list[Part]
    #: what the school adds because it reaches for this glue first
    leaning: float
    foam_torn: float
    foam_torn_low: float
    foam_torn_high: float
    foam_torn_before: float
    tests: int
    carries_N: float
    carries_low_N: float
    carries_high_N: float
    reserve: Spread | None
    grams: float
    open_min: float
    handle_min: float
    fly_min: float
    full_min: float
    #: of both sides, then of the glue itself
    prepare: list[str]
    steps: list[str]
    cautions: list[str]
    note: str
    source: str


class Ruled(BaseModel):
    """A glue that may not be used here, and why."""

    glue: str
    label: str
    reasons: list[Reason]


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
    """The glues for a joint, ranked, and those that are out with their reasons."""

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


def carries(glue: Glue, joint: JointQuestion, known: Hold) -> Spread:
    """N that the whole joint carries, over what glue really covers of it."""
    area = 100 * joint.area_cm2 * covered()
    return Spread(*(s * area for s in strength(glue, joint, known)))


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
        "gives": catalogue().scale["flex"].steps[glue.flex],
        # five minutes is best, a day is worst, by the logarithm between
        "quick": float(min(1.0, max(0.0, 1 - math.log(max(fly, 5.0) / 5.0) / math.log(1440 / 5)))),
        "gap": min(1.0, catalogue().widest_gap(glue) / 4.0),
        "light": float(min(1.0, max(0.0, 1 - grams_of(glue, joint) / max(joint.area_cm2 * 0.06, 1e-6)))),
        "easy": 1.0 if glue.slides else 0.4,
        **({"looks": catalogue().scale["looks"].steps[glue.looks]} if joint.looks else {}),
    }


def _weights(school: str, joint: JointQuestion) -> dict[str, float]:
    """A school's weights; where looks are asked for they take their share of all others."""
    weights = catalogue().school[school].weights.model_dump()
    if not joint.looks:
        return weights
    looks = catalogue().scale["school"].steps["looks"]
    return {**{k: (1 - looks) * w for k, w in weights.items()}, "looks": looks}


def prepared(joint: JointQuestion) -> list[str]:
    """What the two sides ask for before any glue."""
    foams, table = catalogue().foam, catalogue().prepare
    sides = dict.fromkeys(foams[s].glue_family if s in foams else s for s in (joint.one, joint.other))
    return [step for side in sides for step in table[side].steps]


def tests_count(known: Hold) -> float:
    """Share of a score that is the own tests': each counts as much as a third of the school's word."""
    return known.tests / (known.tests + 3.0)


def tested_score(score: float, known: Hold) -> float:
    """A school's score, outranked by tests as they grow."""
    share = tests_count(known)
    return (1 - share) * score + share * (1.0 + leaning()) * known.mean


def _ranked(name: str, joint: JointQuestion, school: str, tests: Sequence[BondTest]) -> Ranked:
    glue, entry = catalogue().glue[name], catalogue().school[school]
    known = hold(name, joint.one, joint.other, tests)
    values = _parts(glue, joint, known)
    weights = _weights(school, joint)
    leans = leaning() if name in entry.leans else 0.0
    score = sum(weights[k] * v for k, v in values.items()) + leans
    load = carries(glue, joint, known)
    today = times_today(glue, joint.air_C, joint.damp)
    reserve = Spread(*(n / joint.load_N for n in load)) if joint.load_N else None
    return Ranked(
        glue=name, label=glue.label, score=tested_score(score, known), school_score=score,
        tests_share=tests_count(known),
        parts=[Part(criterion=k, label=CRITERIA[k], value=v, weight=weights[k]) for k, v in values.items()],
        leaning=leans, foam_torn=known.mean, foam_torn_low=known.low, foam_torn_high=known.high,
        foam_torn_before=known.before, tests=known.tests, carries_N=load.typical,
        carries_low_N=load.low, carries_high_N=load.high, reserve=reserve, grams=grams_of(glue, joint),
        open_min=today.open, handle_min=today.handle, fly_min=today.fly, full_min=today.full, prepare=prepared(joint),
        steps=glue.steps,
        cautions=glue.cautions, note=glue.note, source=glue.source,
    )  # fmt: skip


def _order(joint: JointQuestion, school: str, names: Sequence[str], tests: Sequence[BondTest]) -> list[Ranked]:
    ranked = [_ranked(n, joint, school, tests) for n in names]
    # what does not carry the load comes after all that does
    return sorted(ranked, key=lambda r: (r.reserve is not None and r.reserve.typical < 1.0, -r.score, r.glue))


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
            against.append(
                Reason(rule="shelf", says="It is not on the shelf.", because="Only what is there was asked for.",
                       source="the workshop's stock shelf")
            )  # fmt: skip
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


def next_test(
    joint: JointQuestion, school: str, tests: Sequence[BondTest], taken: str | None = None,
    may: Callable[[str], bool] = lambda glue: True,
) -> NextTest | None:  # fmt: skip
    """Of the other glues, the one whose best case by what is known lies farthest above the one that is taken.

    None where no outcome that is likely (10th to 90th percentile) would change the choice.

    Parameters
    ----------
    taken : the glue that is in the joint now; the first of the ranking where none is given, or it may not be used.
    may : whether what the joint is part of can do with a glue; asked of those alone that are worth a test.
    """
    ranked = choose(joint, school, tests).ranked
    if len(ranked) < 2:
        return None
    first = next((r for r in ranked if r.glue == taken), ranked[0])
    others = [r for r in ranked if r is not first]
    weight = next(p.weight for p in first.parts if p.criterion == "strength")

    def chance(r: Ranked) -> float:
        return r.score + (weight + 0.3) * (r.foam_torn_high - r.foam_torn) - first.score

    doubt = max(first.foam_torn - first.foam_torn_low, 0.0)
    worth = sorted((r for r in others if chance(r) + doubt > 0), key=chance, reverse=True)
    best = next((r for r in worth if may(r.glue)), None)
    if best is None:
        return None
    words = (
        f"Glue a scrap with {best.label} and one with {first.label}, and break both by hand after "
        f"{said(max(best.fly_min, first.fly_min))}: if {best.label} tears more foam, it comes first."
    )
    return NextTest(glue=best.glue, label=best.label, says=words)
