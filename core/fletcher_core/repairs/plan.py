"""Which mends: plans for today, for good, for looks.

Every option of each damage is tried by itself, those that others beat in everything are left out (Pareto), and what is
left is tried together. The winner is taken again by the full model, with its spread.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel

from ..analysis.estimate import Estimate
from ..balance.masses import weight_of
from ..damages import Damage, damage_kind
from ..joints import BondTest
from ..mends import MEND_KINDS, Aim, Mend, Place, mend_kind
from ..model import Airframe, MendPlan, Repair, Scheme
from ..processes import one_after_the_other
from ..search import Progress
from ..shelf import ShelfItem
from ..units import System
from .judge import FOR_GOOD, judge_repair
from .options import Option
from .stages import Mapper, stage
from .states import hurt
from .ways import (
    PLAN,
    HurtPart,
    Try,
    Way,
    all_together,
    alone,
    combinations,
    in_time,
    kept,
    mends_of,
    nothing_for,
    on_parts,
    ready,
    together,
    unbeaten,
    way_merits,
    whole_merits,
)

#: ways of one part, and of the whole aircraft, that go on; own choice
_OF_PART, _OF_ALL = 24, 400
#: winners that are taken again by the full model before the best of them is taken as it is; own choice
_AGAIN = 5
#: strength that is aimed at before the full model has its say, over what is wanted (own choice: spread takes some)
MORE = 1.06
#: share of a strength that counts as the same
_SAME = 0.01


class Planned(BaseModel):
    """A plan that was found: its mends, ways that there were and that were tried, and what it falls short of."""

    kind: Literal["planned"] = "planned"
    aim: Aim
    mends: list[Mend]
    ways: int
    tried: int
    says: str
    #: damages for which nothing was found, and why
    without: list[str]


def _looks(mends: list[Mend], damages: Sequence[Damage], places: Mapping[str, Place]) -> list[Mend]:
    """What is done for looks after: shape by heat first, filler last, each where it is for that damage."""
    found = list(mends)
    for damage in damages:
        for kind in ("heat", "filler"):
            there = {mend_kind(m).kind for m in found if m.of == damage.id}
            if damage_kind(damage).kind in MEND_KINDS[kind].treats and kind not in there and "graft" not in there:
                usual = MEND_KINDS[kind].tries(damage, places[damage.id])
                found += [m.model_copy(update={"id": f"{damage.id[:12]}-{kind}"}) for m in usual[:1]]
    return found


@dataclass(frozen=True)
class Judged:
    """Of the weakest part that is hurt: strength back, of the sound one's; share of what is asked; g of all mends."""

    back: Estimate
    share: float
    grams: float


class Full:
    """The full model, with its spread, for mends of a repair."""

    def __init__(
        self,
        airframe: Airframe,
        schemes: Sequence[Scheme],
        repair: Repair,
        aim: Aim,
        parts: Sequence[HurtPart],
        tests: Sequence[BondTest] = (),
        system: System = "metric",
    ) -> None:
        self.airframe, self.schemes, self.repair, self.aim = airframe, schemes, repair, aim
        self.parts, self.tests, self.system = list(parts), tests, system

    def judged(self, mends: Sequence[Mend], damages: Sequence[Damage] | None = None) -> Judged:
        """What mends come to.

        Parameters
        ----------
        damages : of these alone, where they are all that a part has.
        """
        plans = self.repair.plans.model_copy(update={self.aim: MendPlan(mends=list(mends))})
        asked = self.repair.model_copy(
            update={"plans": plans, "damages": list(self.repair.damages if damages is None else damages)}
        )
        told = judge_repair(self.airframe, self.schemes, asked, self.aim, self.system, self.tests, apart=False)
        back = min((p.back for p in told.parts), key=lambda b: b.low, default=Estimate(value=1.0, low=1.0, high=1.0))
        return Judged(back, told.share, told.grams.value)

    def grams(self, part: HurtPart, mends: Sequence[Mend]) -> float:
        """What mends of one part weigh."""
        laid, by_id = hurt(part.damages, mends, part.place), {d.id: d for d in part.damages}
        weighs = [weight_of(self.airframe, laid.weighed(part.scheme, s))[0] for s in ("sound", "mended")]
        copies = self.airframe.part(part.scheme.part).copies
        return (weighs[1] - weighs[0]) / copies + sum(mend_kind(m).grams(m, by_id[m.of], part.place) for m in mends)

    def lean(self, mends: Sequence[Mend], least: float) -> list[Mend]:
        """Without what is not needed for a strength in nine builds of ten: the heaviest goes first.

        What closes a damage stays as long as nothing else does.
        """
        stays = list(mends)
        for part in self.parts:
            kinds = {d.id: damage_kind(d).kind for d in part.damages}
            own = [m for m in mends if m.of in kinds]
            whole = self.grams(part, own)
            saves = {m.id: whole - self.grams(part, [o for o in own if o is not m]) for m in own}
            for mend in sorted(own, key=lambda m: -saves[m.id]):
                rest = [m for m in stays if m.of in kinds and m is not mend]
                closed = any(m.of == mend.of and kinds[m.of] in mend_kind(m).closes for m in rest)
                if closed and saves[mend.id] > 0 and self.judged(rest, part.damages).back.low >= least:
                    stays = [m for m in stays if m is not mend]
        return stays


def plan_mends(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    aim: Aim,
    *,
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    items: Sequence[ShelfItem] | None = None,
) -> Planned:
    """The best plan for today, for good or for looks.

    Today: under the time limit, waiting for glue included, the highest reserve. For good: back to 95 % of the sound
    strength in nine builds of ten with the least grams, or as far as it goes. For looks: that, and what shows less.

    Parameters
    ----------
    items : all that may be used; None: whatever there is to be had.

    Raises
    ------
    Refused
        With what cannot be of the damages.
    """
    *_, planned = plan_steps(airframe, schemes, repair, aim, system=system, tests=tests, items=items)
    assert isinstance(planned, Planned)
    return planned


def plan_steps(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    aim: Aim,
    *,
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    items: Sequence[ShelfItem] | None = None,
    mapper: Mapper = one_after_the_other,
) -> Iterator[Progress | Planned]:
    """As `plan_mends`: progress, and last the plan.

    Parameters
    ----------
    mapper : does jobs, in this process or in many.
    """
    parts = on_parts(airframe, schemes, repair, tests)
    limit = repair.limit_min if aim == "today" else None
    ways, tried, without = 1, 0, list[str]()

    def by_itself(job: tuple[HurtPart, Damage]) -> list[Try]:
        return alone(airframe, *job, aim, items, PLAN)

    def all_of_one(job: tuple[HurtPart, list[dict[str, Option]]]) -> list[Way]:
        return together(airframe, *job)

    each = [(part, d) for part in parts.values() for d in part.damages]
    options = yield from stage(0, 45, mapper, by_itself, each)
    found = {d.id: in_time(t, limit) for (_, d), t in zip(each, options, strict=True)}
    jobs = []
    for part in parts.values():
        own = {d.id: found[d.id] for d in part.damages}
        without += nothing_for(part.damages, own, limit, items is not None, items is not None and not items)
        tried += sum(len(t) for t in own.values())
        if any(own.values()):
            ways *= math.prod(len(t) for t in own.values() if t)
            jobs.append((part, combinations({d: kept(t, PLAN) for d, t in own.items() if t}, PLAN)))
            # of one damage alone each option is a way of the whole, and is tried already
            tried += len(jobs[-1][1]) if len(own) > 1 else 0
    tried_together = yield from stage(45, 60, mapper, all_of_one, jobs)
    groups = [sorted(unbeaten(g, way_merits), key=lambda w: -w.share)[:_OF_PART] for g in tried_together]
    if not groups:
        says = "Nothing was found that mends it."
        yield Planned(aim=aim, mends=[], ways=0, tried=tried, says=says, without=without)
        return
    full = Full(airframe, schemes, repair, aim, list(parts.values()), tests, system)
    chosen, says = _choose(full, all_together(groups, _OF_ALL), limit)
    places = {d.id: part.place for part in parts.values() for d in part.damages}
    mends = _looks(chosen, repair.damages, places) if aim == "looks" else chosen
    yield Planned(aim=aim, mends=mends, ways=ways, tried=tried, says=says, without=without)


def _choose(full: Full, found: Sequence[tuple[Way, ...]], limit: float | None) -> tuple[list[Mend], str]:
    merits = {id(t): whole_merits(t) for t in found}

    def grams(t: tuple[Way, ...]) -> tuple[float, float]:
        return -merits[id(t)][1], ready(t)

    if limit is not None:
        in_limit = [t for t in found if ready(t) <= limit]
        if not in_limit:
            quickest = min(found, key=ready)
            says = f"Nothing does all of it in {limit:.0f} minutes; this is the quickest: {ready(quickest):.0f}."
            return mends_of(quickest), says
        most = max(merits[id(t)][0] for t in in_limit)
        best = min((t for t in in_limit if merits[id(t)][0] >= most * (1 - _SAME)), key=grams)
        return mends_of(best), f"The most strength that {limit:.0f} minutes allow."
    enough = sorted((t for t in found if merits[id(t)][0] >= FOR_GOOD * MORE), key=grams)
    strongest = max(found, key=lambda t: merits[id(t)][0])
    best_low, best_mends = -1.0, mends_of(strongest)
    for one in [*enough[:_AGAIN], strongest]:
        mends = mends_of(one)
        low = full.judged(mends).back.low
        if low >= FOR_GOOD:
            lean = full.lean(mends, FOR_GOOD)
            low = full.judged(lean).back.low if len(lean) < len(mends) else low
            return lean, f"Back to {100 * low:.0f} % or more in nine builds of ten, the lightest of what was tried."
        if low > best_low:
            best_low, best_mends = low, mends
    return best_mends, (
        f"Nothing tried brings {100 * FOR_GOOD:.0f} % back in nine builds of ten; this brings {100 * best_low:.0f} %."
    )
