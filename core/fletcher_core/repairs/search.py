"""Thousands of ways to mend at once: the front of strength, grams and time, by the full model, and what does it.

Each damage's options by themselves; those that nothing beats together, part by part, at typical figures; what nothing
beats of those by the full model, all cases and the spread; and the parts together.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from pydantic import BaseModel, Field

from ..analysis.estimate import Estimate
from ..balance.masses import masses
from ..damages import Damage
from ..fields import Described, Problem, Refused, measure
from ..joints import BondTest
from ..mends import Aim, Mend, mend_kind
from ..model import Airframe, Repair, Scheme
from ..processes import one_after_the_other
from ..report.words import lasting
from ..search import Progress
from ..shelf import ShelfItem
from ..units import System
from .judge import speed_for
from .needs import in_stock, needs_of, price_of
from .options import Option, option_of
from .plan import MORE, Full, Judged
from .stages import Mapper, stage
from .ways import (
    SEARCH,
    HurtPart,
    Try,
    Way,
    all_together,
    alone,
    combinations,
    evenly,
    in_goes,
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

#: ways of one part by the full model; of the whole that are told, and kept; dots behind them (own choice)
_FULL, _TOLD, _FRONT, _DOTS = 12, 24, 400, 400


class MendWish(Described):
    """What mending must come to; None: not asked for. `only`: one damage, the others stay as the plan has them."""

    ready_min: float | None = measure("ready in minutes at most", "number", 1.0, 100_000.0, None)
    back: float | None = measure("strength back at least", "percent", 0.05, 1.5, None)
    added_g: float | None = measure("adds at most", "mass", 0.1, 5000.0, None)
    only: str | None = Field(None, max_length=40, json_schema_extra={"label": "which damage"})


class MendWayTold(BaseModel):
    """What is done to one damage."""

    of: str
    nth: int
    label: str


class MendPoint(BaseModel):
    """One way to mend all of it, by the full model: `back` is of the sound strength, `share` of what is asked."""

    mends: list[Mend]
    each: list[MendWayTold]
    back: Estimate
    share: float
    good_for_G: float
    grams: float
    minutes: float
    waits_min: float
    ready_min: float
    price: float | None
    in_stock: bool
    meets: bool


class MendDot(BaseModel):
    """One of those that were tried, at typical figures."""

    back: float
    grams: float
    ready_min: float


class FoundMends(BaseModel):
    """What a search found: ways tried, the front, the lightest that does it, and what there is to say."""

    kind: Literal["found"] = "found"
    ways: int
    tried: int
    by_full: int
    front: list[MendPoint]
    best: int | None
    dots: list[MendDot]
    says: str
    notes: list[str]


@dataclass(frozen=True)
class _Judged:
    """A way of one part by the full model."""

    way: Way
    judged: Judged

    @property
    def low(self) -> float:
        return self.judged.back.low

    @property
    def grams(self) -> float:
        return self.judged.grams

    def merits(self) -> tuple[float, ...]:
        """As `way_merits`, in the unlucky one of ten."""
        return way_merits(replace(self.way, share=self.low, grams=self.grams))


def _few(front: Sequence[Way], wish: MendWish, most: int) -> list[Way]:
    """Evenly over the front from strong to weak; the lightest that seem to do it, and the quickest, among them."""
    by_strength = sorted(front, key=lambda w: -w.share)
    seem = [w for w in by_strength if wish.back is None or w.share >= wish.back * MORE]
    light = sorted(seem, key=lambda w: w.grams)[: most // 3]
    quick = sorted(by_strength, key=lambda w: w.minutes + w.waits)[:2]
    pick = {id(w): w for w in (*light, *quick)}
    rest = [w for w in by_strength if id(w) not in pick]
    return [*pick.values(), *evenly(rest, most - len(pick))]


def _as_it_is(repair: Repair, aim: Aim, part: HurtPart, damage: Damage) -> list[Option]:
    """What a plan has for a damage that is not searched."""
    return [option_of([m for m in repair.plans.of(aim).mends if m.of == damage.id], damage, part.place)]


class MendSearch:
    """One search: what each of its stages works out, and what is made of that."""

    def __init__(
        self,
        airframe: Airframe,
        schemes: Sequence[Scheme],
        repair: Repair,
        aim: Aim,
        wish: MendWish,
        *,
        items: Sequence[ShelfItem] | None = None,
        shelf: Sequence[ShelfItem] = (),
        tests: Sequence[BondTest] = (),
        system: System = "metric",
    ) -> None:
        self.airframe, self.repair, self.aim, self.wish = airframe, repair, aim, wish
        self.items, self.shelf = items, shelf
        self.parts = list(on_parts(airframe, schemes, repair, tests).values())
        self.full = Full(airframe, schemes, repair, aim, self.parts, tests, system)
        everything = masses(airframe, list(schemes), airframe.balance_at)
        self.weighs = sum(m.grams for m in everything)
        self.tried, self.ways, self.notes = 0, 1, list[str]()
        #: damages for which there is no way
        self.left: list[str] = []
        self.searched = [
            (part, d) for part in self.parts for d in part.damages if wish.only is None or d.id == wish.only
        ]
        if not self.searched:
            raise Refused(
                [Problem(("wish", "only"), "which damage", "There is no such damage.", "Choose one of them.")]
            )

    def _meets(self, low: float, grams: float, ready_min: float) -> bool:
        """Whether all that was searched is mended, and as it is wanted."""
        wish = self.wish
        return (
            not self.left
            and (wish.back is None or low >= wish.back)
            and (wish.added_g is None or grams <= wish.added_g)
            and (wish.ready_min is None or ready_min <= wish.ready_min)
        )

    def alone(self, job: tuple[HurtPart, Damage]) -> list[Try]:
        return alone(self.airframe, *job, self.aim, self.items, SEARCH)

    def together(self, job: tuple[HurtPart, list[dict[str, Option]]]) -> list[Way]:
        return together(self.airframe, *job)

    def judged(self, job: tuple[HurtPart, Way]) -> _Judged | None:
        """None where the full model says that it cannot be laid so."""
        part, way = job
        try:
            return _Judged(way, self.full.judged(mends_of([way]), part.damages))
        except Refused:
            return None

    def combined(self, found: dict[str, list[Try]]) -> list[tuple[HurtPart, list[dict[str, Option]]]]:
        """What is tried together, part by part."""
        limit = self.wish.ready_min
        jobs = []
        for part in self.parts:
            own = {d.id: in_time(found[d.id], limit) for d in part.damages if d.id in found}
            searched = [d for d in part.damages if d.id in found]
            self.notes += nothing_for(
                searched, own, limit, self.items is not None, self.items is not None and not self.items
            )
            self.tried += sum(len(found[d.id]) for d in searched)
            self.ways *= math.prod(len(t) for t in own.values() if t)
            each = {d: kept(t, SEARCH) for d, t in own.items() if t}
            each |= {d.id: _as_it_is(self.repair, self.aim, part, d) for d in part.damages if d.id not in found}
            none = [d for d in searched if not own[d.id]]
            each |= {d.id: [option_of((), d, part.place)] for d in none}
            self.left += [d.id for d in none]
            every = combinations(each, SEARCH)
            # of one damage alone each option is a way of the whole, and is tried already
            self.tried += len(every) if len(part.damages) > 1 else 0
            jobs += [(part, go) for go in in_goes(every)]
        return jobs

    def point(self, judged: Sequence[_Judged]) -> MendPoint:
        ways = [j.way for j in judged]
        named, each = mends_of(ways), list[MendWayTold]()
        nth = {d.id: k + 1 for k, d in enumerate(self.repair.damages)}
        for way in ways:
            for damage, own in way.mends.items():
                label = " + ".join(mend_kind(m).noun for m in own) or "left as it is"
                each.append(MendWayTold(of=damage, nth=nth[damage], label=label))
        needs = [
            need
            for part in self.parts
            for need in needs_of(self.airframe, part.scheme, named, part.damages, part.place)
        ]
        grams, waits = sum(j.grams for j in judged), max(w.waits for w in ways)
        worst = min(judged, key=lambda j: j.low)
        share = min(j.judged.share for j in judged)
        good, _ = speed_for(self.airframe, min(share, 1.0), max(self.weighs + grams, self.airframe.promise_g))
        return MendPoint(
            mends=named,
            each=sorted(each, key=lambda e: e.nth),
            back=worst.judged.back,
            share=share,
            good_for_G=good,
            grams=grams,
            minutes=sum(w.minutes for w in ways),
            waits_min=waits,
            ready_min=ready(ways),
            price=price_of(needs, self.shelf),
            in_stock=in_stock(needs, self.shelf),
            meets=self._meets(worst.low, grams, ready(ways)),
        )

    def whole(self, groups: Sequence[Sequence[_Judged]]) -> list[MendPoint]:
        """The front of the whole aircraft, the strongest first; the lightest that does it is on it."""
        judged: dict[int, _Judged] = {}
        ways: list[list[Way]] = []
        for group in groups:
            ways.append([replace(j.way, share=j.low, grams=j.grams) for j in group])
            judged |= {id(w): j for w, j in zip(ways[-1], group, strict=True)}
        found = all_together(ways, _FRONT)
        meeting = [c for c in found if self._meets(whole_merits(c)[0], -whole_merits(c)[1], ready(c))]
        light = min(meeting, key=lambda c: (-whole_merits(c)[1], ready(c)), default=None)
        told = evenly(sorted(found, key=whole_merits, reverse=True), _TOLD)
        if light is not None and all(c is not light for c in told):
            told.append(light)
        points = [self.point([judged[id(w)] for w in c]) for c in told]
        return sorted(points, key=lambda p: (-p.back.low, p.grams, p.ready_min))

    def dots(self, groups: Sequence[Sequence[Way]]) -> list[MendDot]:
        """Some of what was tried, evenly from strong to weak, put together part by part."""
        each = max(int(_DOTS ** (1 / max(len(groups), 1))), 2)
        some = [evenly(sorted(group, key=lambda w: -w.share), each) for group in groups]
        found = [c for c in itertools.product(*some) if c][:_DOTS]
        return [MendDot(back=whole_merits(c)[0], grams=-whole_merits(c)[1], ready_min=ready(c)) for c in found]

    def best(self, front: Sequence[MendPoint]) -> int | None:
        """The lightest that does what is wanted; of those as light, the quickest."""
        meeting = [k for k, p in enumerate(front) if p.meets]
        return min(meeting, key=lambda k: (front[k].grams, front[k].ready_min), default=None)

    def says(self, front: Sequence[MendPoint], best: int | None) -> str:
        """What was found, in a sentence."""
        if not front:
            return "Nothing was found that mends it."
        if best is not None:
            p = front[best]
            return (
                f"The lightest of what was tried that does it: {p.grams:+.1f} g, ready in {lasting(p.ready_min)}, "
                f"{100 * p.back.low:.0f} % or more of the strength back in nine builds of ten."
            )
        most = max(front, key=lambda p: p.back.low)
        return (
            "Nothing tried does all that is wanted. The strongest brings back "
            f"{100 * most.back.low:.0f} % in nine builds of ten, at {most.grams:+.1f} g, in {lasting(most.ready_min)}."
        )


def search_mends(search: MendSearch, mapper: Mapper = one_after_the_other) -> Iterator[Progress | FoundMends]:
    """Progress, and last what was found.

    Parameters
    ----------
    mapper : does jobs, in this process or in many.
    """
    tried = yield from stage(0, 30, mapper, search.alone, search.searched)
    jobs = search.combined({d.id: t for (_, d), t in zip(search.searched, tried, strict=True)})
    ways = yield from stage(30, 70, mapper, search.together, jobs)
    groups = []
    for part in search.parts:
        own = [w for (of, _), found in zip(jobs, ways, strict=True) if of is part for w in found]
        if own:
            groups.append((part, own))
    full = [(part, way) for part, own in groups for way in _few(unbeaten(own, way_merits), search.wish, _FULL)]
    judged = yield from stage(70, 100, mapper, search.judged, full)
    by_part = [
        unbeaten([j for (of, _), j in zip(full, judged, strict=True) if of is part and j is not None], _Judged.merits)
        for part, _ in groups
    ]
    some = by_part and all(by_part) and len(search.left) < len(search.searched)
    front = search.whole(by_part) if some else []
    best = search.best(front)
    yield FoundMends(
        ways=search.ways if front else 0,
        tried=search.tried,
        by_full=len(full),
        front=front,
        best=best,
        dots=search.dots([own for _, own in groups]),
        says=search.says(front, best),
        notes=search.notes,
    )
