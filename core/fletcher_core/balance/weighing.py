"""What parts weigh as they are made, and what that says of those that are not made yet.

A builder's habit h scales every part that is built: weighed = planned × exp(h) × its own luck. h is normal about 0 with
a spread of 8 % before anything is weighed; each part that is weighed tells of it by the logarithm of weighed over
planned, with the spread of its own plan (conjugate normal: Gelman and others 2013, ch. 2.5). What is bought, and typed
from its label, knows of no habit.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..analysis.made import Made, Weighed
from ..analysis.uncertainty import Z90
from ..fields import Problem
from ..model.airframe import PART_NAMES
from ..units import Measure
from .masses import PlacedMass

#: spread of the habit before anything is weighed, as a share (METHODS; own estimate)
PRIOR = 0.08
#: what no builder's hand makes heavier; of a mount of a few grams a drop of glue says nothing about wings
_NOT_BUILT = ("gear", "mount", "rest")
#: of a part's own luck at least, as a share: no plan is surer (own estimate)
_LUCK = 0.02


@dataclass(frozen=True)
class Habit:
    """Mean and standard deviation of h; `known` parts have told of it."""

    mean: float
    sd: float
    known: int

    @property
    def share(self) -> float:
        """How much heavier than planned, as a share."""
        return math.exp(self.mean) - 1


def _luck(one: Weighed) -> float:
    """Standard deviation of the logarithm of weighed over planned, by the part's own plan and the scale."""
    own = max(one.planned_sd / one.planned_g, _LUCK)
    return math.hypot(own, one.step_g / math.sqrt(12) / one.grams)


#: weighed over planned beyond which, either way, a weighing is a slip of the hand or another thing, and from which on
#: it counts less (own choice: no part of a known plan comes out half as heavy again by habit)
FAR, _DOUBTFUL = 2.0, 1.5


def counts(one: Weighed) -> float:
    """How far a weighing counts for the others, 1 to 0: less from half as heavy again, not at all from twice."""
    off = abs(math.log(one.grams / one.planned_g)) if one.planned_g > 0 else 0.0
    return min(max((math.log(FAR) - off) / math.log(FAR / _DOUBTFUL), 0.0), 1.0)


def odd(weighed: Sequence[Weighed]) -> list[Weighed]:
    """The last weighings of parts that are over twice, or under half, of what was planned."""
    parts = (one for one in newest(weighed).values() if one.of in PART_NAMES)
    return [one for one in parts if one.planned_g > 0 and counts(one) == 0]


def times_its_plan(one: Weighed) -> str:
    """How many times its plan it weighs, in words."""
    ratio = one.grams / one.planned_g
    return f"{ratio:.1f} times" if ratio > 1 else f"{100 * ratio:.0f} % of"


def question_of(one: Weighed) -> Problem | None:
    """A question before a weighing is kept that is over twice, or under half, of its plan; None for any other."""
    if one.planned_g <= 0 or counts(one) > 0:
        return None
    return Problem(
        ("sure",), "weight", f"{{weighs}} is {times_its_plan(one)} the {{plan}} that is planned.",
        "Is that the right number? Kept, it counts for itself, and not for what the other parts will weigh.",
        {"weighs": Measure(one.grams, "mass"), "plan": Measure(one.planned_g, "mass")},
    )  # fmt: skip


def habit(weighed: Sequence[Weighed]) -> Habit:
    """Habit from parts that are built; those without a plan, or far from it (`counts`), say nothing."""
    precision, total, known = 1 / PRIOR**2, 0.0, 0
    for one in weighed:
        if one.planned_g <= 0:
            continue
        weight = counts(one) / _luck(one) ** 2
        if weight == 0:
            continue
        precision += weight
        total += weight * math.log(one.grams / one.planned_g)
        known += 1
    return Habit(total / precision, precision**-0.5, known)


def newest(weighed: Sequence[Weighed]) -> dict[str, Weighed]:
    """The last weighing of each, in the order in which they were first weighed."""
    found: dict[str, Weighed] = {}
    for one in weighed:
        found[one.of] = one
    return found


def made_of(weighed: Sequence[Weighed]) -> Made:
    """What loads count on, of parts and gear that were weighed; a part that was weighed without a plan says nothing."""
    last = newest(weighed)
    parts: dict[str, float] = {
        k: one.grams / one.planned_g for k, one in last.items() if k in PART_NAMES and one.planned_g > 0
    }
    return Made(parts, {k: one.grams for k, one in last.items() if k not in PART_NAMES}, tuple(weighed))


def _scaled(mass: PlacedMass, by: float, sd: float) -> PlacedMass:
    return replace(
        mass, grams=mass.grams * by, sd_g=sd, within=tuple(_scaled(m, by, m.sd_g * by) for m in mass.within)
    )  # fmt: skip


def key_of(mass: PlacedMass) -> str:
    """Under which a weighing names it."""
    return mass.id if mass.of in ("gear", "mount") else mass.of


@dataclass(frozen=True)
class Now:
    """What everything weighs by all that is known: `done` names what was weighed."""

    masses: list[PlacedMass]
    habit: Habit
    done: frozenset[str]

    @property
    def follows(self) -> list[PlacedMass]:
        """Parts that are not weighed yet: what the habit is not sure of, all of them share."""
        return [m for m in self.masses if m.of not in _NOT_BUILT and key_of(m) not in self.done]

    @property
    def grams(self) -> float:
        return sum(m.grams for m in self.masses)

    @property
    def sd_g(self) -> float:
        """Each part's own luck goes its own way."""
        shared = self.habit.sd * sum(m.grams for m in self.follows)
        return math.sqrt(sum(m.sd_g**2 for m in self.masses) + shared**2)


def with_weighings(masses: Sequence[PlacedMass], weighed: Sequence[Weighed]) -> Now:
    """What was weighed weighs that; parts that were not weigh as planned, times the habit; gear and rest as told."""
    last = newest(weighed)
    parts = {m.of for m in masses if m.of not in _NOT_BUILT}
    own = habit([one for key, one in last.items() if key in parts])
    found = []
    for mass in masses:
        one = last.get(key_of(mass)) if mass.of != "rest" else None
        if one is not None:
            found.append(_scaled(mass, one.grams / mass.grams, one.step_g / math.sqrt(12)))
        elif mass.of in parts:
            by = math.exp(own.mean)
            found.append(_scaled(mass, by, mass.sd_g * by))
        else:
            found.append(mass)
    return Now(found, own, frozenset(last))


@dataclass(frozen=True)
class Forecast:
    """Of the final weight: g, its 10th and 90th percentile, and the chance that it keeps the promise."""

    grams: float
    low: float
    high: float
    chance: float
    habit: Habit
    weighed_g: float


def forecast(now: Now, promise_g: float) -> Forecast:
    """By all that has been weighed so far."""
    total, sd = now.grams, now.sd_g
    chance = 0.5 * (1 + math.erf((promise_g - total) / sd / math.sqrt(2))) if sd > 0 else float(total <= promise_g)
    done = sum(m.grams for m in now.masses if key_of(m) in now.done and m.of != "rest")
    return Forecast(total, total - Z90 * sd, total + Z90 * sd, chance, now.habit, done)


def over_time(masses: Sequence[PlacedMass], weighed: Sequence[Weighed], promise_g: float) -> list[Forecast]:
    """The forecast before anything was weighed, and after each weighing, by the plan as it is now."""
    return [forecast(with_weighings(masses, weighed[:k]), promise_g) for k in range(len(weighed) + 1)]
