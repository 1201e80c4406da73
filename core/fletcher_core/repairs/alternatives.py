"""Ways to mend one damage, ranked as schools rank them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from pydantic import BaseModel

from ..catalogue import MendSchool, catalogue
from ..joints import BondTest
from ..mends import Aim, Mend, mend_kind
from ..model import Airframe, Repair, Scheme
from ..shelf import ShelfItem
from ..units import System
from .judge import mend_told
from .needs import in_stock, needs_of, price_of
from .options import Option
from .ways import alone, merits, on_parts, unbeaten


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


def _label(option: Option) -> str:
    return " + ".join(mend_kind(m).noun for m in option.mends)


def _named(option: Option, prefix: str) -> list[Mend]:
    return [m.model_copy(update={"id": f"{prefix}-{k}"}) for k, m in enumerate(option.mends)]


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
        With what cannot be of the damages. StopIteration, KeyError : no such damage or school.
    """
    parts = on_parts(airframe, schemes, repair, tests)
    hurt, damage = next((h, d) for h in parts.values() for d in h.damages if d.id == damage_id)
    place, schools = hurt.place, catalogue().mend_school
    tried = alone(airframe, hurt, damage, aim, items if only_box else None)
    front = {id(t) for t in unbeaten(tried, merits)}
    found = []
    for one in tried:
        mends = _named(one.option, damage.id[:12])
        needs = needs_of(airframe, hurt.scheme, mends, [damage], place)
        price = price_of(needs, items)
        scores = {k: score(s, one.back, one.grams, one.ready, one.option.looks, price) for k, s in schools.items()}
        found.append(
            Alternative(
                mends=mends,
                label=_label(one.option),
                what=[mend_told(m, damage, place, system).what for m in mends],
                back=one.back,
                grams=one.grams,
                minutes=one.option.minutes,
                waits_min=one.option.waits,
                ready_min=one.ready,
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
