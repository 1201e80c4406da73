"""Which mends: alternatives of one damage, ranked as schools rank them, and plans for today, for good, for looks.

Every option of each damage is tried by itself, those that others beat in everything are left out (Pareto), and what is
left is tried together. The winner is taken again by the full model, with its spread.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from ..catalogue import MendSchool, catalogue
from ..damages import Damage, On, damage_kind
from ..fields import Problem, Refused
from ..joints import BondTest
from ..mends import MEND_KINDS, Aim, Mend, Place, mend_kind
from ..model import Airframe, MendPlan, Repair, Scheme
from ..shelf import ShelfItem
from ..units import System
from .judge import FOR_GOOD, judge_repair, mend_told, sides
from .needs import in_stock, needs_of, price_of
from .options import Option, Trials, Tried, options
from .place_of import place_of
from .states import problems

Array = NDArray[np.float64]

#: options that are kept of each damage, and combinations that are tried of one part; own choice
_KEPT, _MOST = 6, 150
#: winners that are taken again by the full model before the best of them is taken as it is; own choice
_AGAIN = 5
#: strength that is aimed at before the full model has its say, over what is wanted (own choice: spread takes some)
_MORE = 1.06
#: share of a strength that counts as the same
_SAME = 0.01


class Alternative(BaseModel):
    """One way to mend one damage: `back` is of what the sound part stands there, were it the only damage."""

    mends: list[Mend]
    label: str
    what: list[str]
    back: float
    grams: float
    minutes: float
    waits_min: float
    ready_min: float
    looks: float
    price: float | None
    in_box: bool
    score: float
    scores: dict[str, float]
    front: bool


class MendSchoolTold(BaseModel):
    """A school's first choice here, what it rests on and where it fails."""

    school: str
    label: str
    rests: str
    fails: str
    first: str


class Alternatives(BaseModel):
    """Every way that was tried on one damage, the best of the asked school first."""

    damage: str
    school: str
    alternatives: list[Alternative]
    schools: list[MendSchoolTold]
    tried: int


class Planned(BaseModel):
    """A plan that was found: its mends, ways that there were and that were tried, and what it falls short of."""

    aim: Aim
    mends: list[Mend]
    ways: int
    tried: int
    says: str
    #: damages for which nothing was found, and why
    without: list[str]


def _of_day(minutes: float) -> float:
    """1 for five minutes, 0 for a day, by the logarithm between."""
    return float(min(1.0, max(0.0, 1 - math.log(max(minutes, 5.0) / 5.0) / math.log(1440 / 5))))


#: g at which lightness counts nothing, and money at which cheapness does (own choice)
_HEAVY, _DEAR = 20.0, 10.0


def score(school: MendSchool, back: float, grams: float, ready: float, looks: float, price: float | None) -> float:
    """Weighted as a school weighs (Hwang and Yoon 1981); a price that is not known counts half."""
    w = school.weights
    cheap = 0.5 if price is None else max(0.0, 1 - price / _DEAR)
    return (
        w.strength * min(back, 1.0)
        + w.light * max(0.0, 1 - max(grams, 0.0) / _HEAVY)
        + w.quick * _of_day(ready)
        + w.looks * looks
        + w.cheap * cheap
    )


@dataclass(frozen=True)
class _Tried:
    option: Option
    #: of what the sound part stands there
    back: float
    grams: float


def _front(found: Sequence[_Tried]) -> list[_Tried]:
    """Those that no other beats in strength, grams, time and looks at once."""

    def beats(a: _Tried, b: _Tried) -> bool:
        one = (a.back, -a.grams, -(a.option.minutes + a.option.waits), a.option.looks)
        two = (b.back, -b.grams, -(b.option.minutes + b.option.waits), b.option.looks)
        return all(x >= y for x, y in zip(one, two, strict=True)) and one != two

    return [f for f in found if not any(beats(other, f) for other in found)]


def _label(option: Option) -> str:
    return " + ".join(mend_kind(m).noun for m in option.mends)


def _usable(
    airframe: Airframe, scheme: Scheme, damage: Damage, place: Place, items: Sequence[ShelfItem] | None
) -> Callable[[Mend], bool]:
    """Whether a mend can be made of what there is."""
    if items is None:
        return lambda mend: True
    return lambda mend: in_stock(needs_of(airframe, scheme, [mend], [damage], place), items)


#: mm either way of a damage within which its mend's strength is told (own choice: a splint's ends lie in it)
_NEAR = 150.0


def _near(damage: Damage, place: Place) -> tuple[float, float]:
    return max(damage.run[0] - _NEAR, 0.0), min(damage.run[1] + _NEAR, place.tip)


def _alone(
    airframe: Airframe, scheme: Scheme, damage: Damage, place: Place, aim: Aim, may: Callable[[Mend], bool]
) -> list[_Tried]:
    """Every option of a damage, were it the only one; strength is that of its own stretch of the part."""
    found = options(damage, place, aim, may)
    if not found:
        return []
    trials = Trials(airframe, scheme, [damage], place)
    if trials.webs_are_hurt or damage_kind(damage).effect(damage, ()) == ():
        # nothing that a section tells: by time and grams alone
        return [_Tried(o, 1.0, sum(mend_kind(m).grams(m, damage, place) for m in o.mends)) for o in found]
    got = trials.run([{damage.id: o.mends} for o in found], _near(damage, place))
    sound = Trials(airframe, scheme, [], place).run([{}], _near(damage, place))
    back = _of_sound(got, sound)
    return [_Tried(o, float(h), float(g)) for o, h, g in zip(found, back, got.grams, strict=True)]


def _of_sound(got: Tried, sound: Tried) -> Array:
    """How far it holds, where that was looked for; else how soon it shows the first sign."""
    first = got.breaks / max(float(sound.breaks[0]), 1e-9)
    ends = np.isfinite(got.holds) & np.isfinite(sound.holds[0])
    return np.asarray(np.divide(got.holds, sound.holds[0], out=first, where=ends))


def _named(option: Option, prefix: str) -> list[Mend]:
    return [m.model_copy(update={"id": f"{prefix}-{k}"}) for k, m in enumerate(option.mends)]


def _checked(
    airframe: Airframe, by_part: Mapping[On, Scheme], repair: Repair, tests: Sequence[BondTest]
) -> dict[str, tuple[Scheme, Place]]:
    """Damage -> its part's scheme and place; refused where one cannot be."""
    found: dict[str, tuple[Scheme, Place]] = {}
    wrong: list[Problem] = []
    for name, side in sides(repair.damages, airframe):
        if name not in by_part:
            continue
        place = place_of(airframe, by_part[name], repair.happened, tests)
        own = [d for d in repair.damages if d.on == name and (side is None or d.side == side)]
        wrong += problems(repair.damages, own, [], place, "today")
        found |= {d.id: (by_part[name], place) for d in own}
    for k, damage in enumerate(repair.damages):
        if damage.id not in found:
            wrong.append(
                Problem(
                    ("damages", k, "on"),
                    "on",
                    f"There is no {damage.on} in this aircraft.",
                    "Choose a part that is described.",
                )
            )
    if wrong:
        raise Refused(wrong)
    return found


def alternatives(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    damage_id: str,
    *,
    aim: Aim = "today",
    school: str = "light",
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    items: Sequence[ShelfItem] = (),
    only_box: bool = False,
) -> Alternatives:
    """The ways to mend one damage, ranked.

    Parameters
    ----------
    items : what there is; `only_box`: nothing else is used.

    Raises
    ------
    Refused
        With what cannot be of the damages. KeyError : no such damage or school.
    """
    by_part: dict[On, Scheme] = {s.part: s for s in schemes}
    known = _checked(airframe, by_part, repair, tests)
    damage = next(d for d in repair.damages if d.id == damage_id)
    scheme, place = known[damage_id]
    schools = catalogue().mend_school
    may = _usable(airframe, scheme, damage, place, items if only_box else None)
    tried = _alone(airframe, scheme, damage, place, aim, may)
    front = {id(t) for t in _front(tried)}
    found = []
    for one in tried:
        mends = _named(one.option, damage.id[:12])
        needs = needs_of(airframe, scheme, mends, [damage], place)
        price, ready = price_of(needs, items), one.option.minutes + one.option.waits
        back = one.back
        scores = {key: score(s, back, one.grams, ready, one.option.looks, price) for key, s in schools.items()}
        found.append(
            Alternative(
                mends=mends,
                label=_label(one.option),
                what=[mend_told(m, damage, place, system).what for m in mends],
                back=back,
                grams=one.grams,
                minutes=one.option.minutes,
                waits_min=one.option.waits,
                ready_min=ready,
                looks=one.option.looks,
                price=price,
                in_box=in_stock(needs, items),
                score=scores[school],
                scores=scores,
                front=id(one) in front,
            )
        )
    found.sort(key=lambda a: -a.score)
    told = [
        MendSchoolTold(
            school=key,
            label=s.label,
            rests=s.rests,
            fails=s.fails,
            first=max(found, key=lambda a: a.scores[key]).label if found else "",
        )
        for key, s in schools.items()
    ]
    return Alternatives(damage=damage_id, school=school, alternatives=found, schools=told, tried=len(tried))


@dataclass(frozen=True)
class _Way:
    """One combination on one part and side."""

    mends: Mapping[str, tuple[Mend, ...]]
    share: float
    grams: float
    minutes: float
    waits: float


def _ways_of(
    airframe: Airframe,
    scheme: Scheme,
    damages: Sequence[Damage],
    place: Place,
    aim: Aim,
    items: Sequence[ShelfItem] | None,
    limit: float | None,
) -> tuple[list[_Way], int, int, list[str]]:
    """(ways of one part and side, how many there were, how many were tried, damages without any)."""
    kept: list[tuple[Damage, list[Option]]] = []
    ways = tried = 0
    without = []
    for damage in damages:
        may = _usable(airframe, scheme, damage, place, items)
        found = _alone(airframe, scheme, damage, place, aim, may)
        if limit is not None:
            found = [t for t in found if t.option.minutes + t.option.waits <= limit]
        tried += len(found)
        if not found:
            why = "nothing that is there does it in time" if items is not None else "nothing does it in time"
            without.append(f"{damage_kind(damage).label}: {why if limit is not None else 'nothing fits it'}.")
            continue
        best = sorted(_front(found), key=lambda t: -t.back)
        # the strongest, and those that are light or quick for nearly as much
        light = sorted(best, key=lambda t: t.grams)[: _KEPT // 3]
        quick = sorted(best, key=lambda t: t.option.minutes + t.option.waits)[: _KEPT // 3]
        pick = {id(t): t.option for t in (*best[: _KEPT // 2], *light, *quick)}
        kept.append((damage, list(pick.values())))
        ways = max(ways, 1) * len(found)
    if not kept:
        return [], ways, tried, without
    while math.prod(len(o) for _, o in kept) > _MOST:
        longest = max(range(len(kept)), key=lambda k: len(kept[k][1]))
        kept[longest] = (kept[longest][0], kept[longest][1][:-1])
    combined = list(itertools.product(*(o for _, o in kept)))
    named = [{d.id: o.mends for (d, _), o in zip(kept, c, strict=True)} for c in combined]
    trials = Trials(airframe, scheme, damages, place)
    if trials.webs_are_hurt or not any(damage_kind(d).effect(d, ()) for d in damages):
        holds, grams = np.ones(len(named)), np.zeros(len(named))
    else:
        got = trials.run(named)
        holds, grams = _of_sound(got, Trials(airframe, scheme, [], place).run([{}])), got.grams
    tried += len(named)
    return (
        [
            _Way(n, float(h), float(g), sum(o.minutes for o in c), max(o.waits for o in c))
            for n, c, h, g in zip(named, combined, holds, grams, strict=True)
        ],
        ways,
        tried,
        without,
    )


def _best_of(found: Sequence[_Way]) -> list[_Way]:
    """Those that no other beats in strength, grams and time; few of them."""

    def beats(a: _Way, b: _Way) -> bool:
        one, two = ((w.share, -w.grams, -w.minutes, -w.waits) for w in (a, b))
        return all(x >= y for x, y in zip(one, two, strict=True)) and one != two

    front = [w for w in found if not any(beats(o, w) for o in found)]
    return sorted(front, key=lambda w: -w.share)[:24]


def _looks(mends: list[Mend], damages: Sequence[Damage], places: Mapping[str, tuple[Scheme, Place]]) -> list[Mend]:
    """What is done for looks after: shape by heat first, filler last, each where it is for that damage."""
    found = list(mends)
    for damage in damages:
        place = places[damage.id][1]
        for kind in ("heat", "filler"):
            there = {mend_kind(m).kind for m in found if m.of == damage.id}
            if damage_kind(damage).kind in MEND_KINDS[kind].treats and kind not in there and "graft" not in there:
                usual = MEND_KINDS[kind].tries(damage, place)
                found += [m.model_copy(update={"id": f"{damage.id[:12]}-{kind}"}) for m in usual[:1]]
    return found


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
    by_part: dict[On, Scheme] = {s.part: s for s in schemes}
    places = _checked(airframe, by_part, repair, tests)
    limit = repair.limit_min if aim == "today" else None
    groups: list[list[_Way]] = []
    ways, tried, without = 1, 0, []
    for name, side in sides(repair.damages, airframe):
        own = [d for d in repair.damages if d.on == name and (side is None or d.side == side)]
        scheme, place = places[own[0].id]
        found, many, count, none = _ways_of(airframe, scheme, own, place, aim, items, limit)
        without += none
        tried += count
        if found:
            groups.append(_best_of(found))
            ways *= max(many, 1)
    if not groups:
        return Planned(aim=aim, mends=[], ways=0, tried=tried, says="Nothing was found that mends it.", without=without)
    together = [
        (min(w.share for w in c), sum(w.grams for w in c), sum(w.minutes for w in c) + max(w.waits for w in c), c)
        for c in itertools.islice(itertools.product(*groups), 4000)
    ]
    chosen, says = _choose(airframe, schemes, repair, aim, together, limit, tests, system)
    mends = _looks(chosen, repair.damages, places) if aim == "looks" else chosen
    return Planned(aim=aim, mends=mends, ways=ways, tried=tried, says=says, without=without)


def _mends_of(ways: Sequence[_Way]) -> list[Mend]:
    return [
        m.model_copy(update={"id": f"{damage[:12]}-{k}"})
        for way in ways
        for damage, mends in way.mends.items()
        for k, m in enumerate(mends)
    ]


def _again(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    aim: Aim,
    mends: list[Mend],
    tests: Sequence[BondTest],
    system: System,
) -> tuple[float, float]:
    """(strength back in the unlucky one of ten, share of what is asked) by the full model."""
    plans = repair.plans.model_copy(update={aim: MendPlan(mends=mends)})
    told = judge_repair(airframe, schemes, repair.model_copy(update={"plans": plans}), aim, system, tests, apart=False)
    return min((p.back.low for p in told.parts), default=1.0), told.share


def _choose(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    aim: Aim,
    together: Sequence[tuple[float, float, float, tuple[_Way, ...]]],
    limit: float | None,
    tests: Sequence[BondTest],
    system: System,
) -> tuple[list[Mend], str]:
    if limit is not None:
        in_time = [t for t in together if t[2] <= limit]
        if not in_time:
            quickest = min(together, key=lambda t: t[2])
            return _mends_of(
                quickest[3]
            ), f"Nothing does all of it in {limit:.0f} minutes; this is the quickest: {quickest[2]:.0f}."
        most = max(t[0] for t in in_time)
        best = min((t for t in in_time if t[0] >= most * (1 - _SAME)), key=lambda t: (t[1], t[2]))
        return _mends_of(best[3]), f"The most strength that {limit:.0f} minutes allow."
    enough = sorted((t for t in together if t[0] >= FOR_GOOD * _MORE), key=lambda t: (t[1], t[2]))
    strongest = sorted(together, key=lambda t: -t[0])
    best_low, best_mends = -1.0, _mends_of(strongest[0][3])
    for one in [*enough[:_AGAIN], *strongest[:1]]:
        mends = _mends_of(one[3])
        low, _ = _again(airframe, schemes, repair, aim, mends, tests, system)
        if low >= FOR_GOOD:
            return mends, f"Back to {100 * low:.0f} % or more in nine builds of ten, the lightest of what was tried."
        if low > best_low:
            best_low, best_mends = low, mends
    return best_mends, (
        f"Nothing tried brings {100 * FOR_GOOD:.0f} % back in nine builds of ten; this brings {100 * best_low:.0f} %."
    )
