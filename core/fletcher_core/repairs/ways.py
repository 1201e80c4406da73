"""Ways to mend the damages of one part: each damage's options by themselves, those that nothing beats, and together."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from ..damages import Damage, On, Side, damage_kind
from ..fields import Problem, Refused
from ..joints import BondTest
from ..mends import Aim, Mend, Place, mend_kind
from ..model import Airframe, Repair, Scheme
from ..shelf import ShelfItem
from .glue_rules import broken_rules
from .judge import sides
from .needs import in_stock, needs_of
from .options import Option, Trials, Tried, options
from .place_of import place_of
from .states import cannot_lie, problems

Array = NDArray[np.float64]
T = TypeVar("T")


@dataclass(frozen=True)
class Effort:
    """How much is tried: sizes of one kind of mend, options of one damage, options that go on, ways of one part."""

    sizes: int
    options: int
    kept: int
    together: int


#: of one damage's ways, and of a plan, while somebody waits; of a search that can be stopped (own choice)
PLAN, SEARCH = Effort(4, 100, 6, 150), Effort(6, 400, 12, 2000)
#: mm either way of a damage within which its mend's strength is told (own choice: a splint's ends lie in it)
_NEAR = 150.0
#: ways of one part that are tried in one go (own choice: progress is told between them)
AT_ONCE = 120


@dataclass(frozen=True)
class Try:
    """One option of one damage, were it the only one; `back` is of what the sound part stands there."""

    option: Option
    back: float
    grams: float

    @property
    def ready(self) -> float:
        return self.option.minutes + self.option.waits


@dataclass(frozen=True)
class Way:
    """One combination on one part and side; `share` is of the sound strength, `minutes` and `waits` as in `Option`."""

    mends: Mapping[str, tuple[Mend, ...]]
    share: float
    grams: float
    minutes: float
    waits: float


@dataclass(frozen=True)
class HurtPart:
    """One part, or one half of it, with its damages."""

    scheme: Scheme
    place: Place
    damages: tuple[Damage, ...]


def unbeaten(found: Sequence[T], of: Callable[[T], tuple[float, ...]]) -> list[T]:
    """Those that no other is at least as good as in everything; of equal ones the first (more is better)."""
    merits = [of(one) for one in found]
    front: list[int] = []
    rows: list[tuple[float, ...]] = []
    # whoever beats one stands before it in this order
    for k in sorted(range(len(merits)), key=lambda k: merits[k], reverse=True):
        if not rows or not (np.array(rows) >= merits[k]).all(axis=1).any():
            front.append(k)
            rows.append(merits[k])
    return [found[k] for k in sorted(front)]


def merits(one: Try) -> tuple[float, ...]:
    """Strength, lightness, quickness, looks."""
    return (one.back, -one.grams, -one.ready, one.option.looks)


def way_merits(way: Way) -> tuple[float, ...]:
    """Strength, lightness, quickness of hands and of glue."""
    return (way.share, -way.grams, -way.minutes, -way.waits)


def on_parts(
    airframe: Airframe, schemes: Sequence[Scheme], repair: Repair, tests: Sequence[BondTest]
) -> dict[tuple[On, Side | None], HurtPart]:
    """What is hurt, part by part; refused where one cannot be."""
    by_part: dict[On, Scheme] = {s.part: s for s in schemes}
    found: dict[tuple[On, Side | None], HurtPart] = {}
    wrong: list[Problem] = []
    for name, side in sides(repair.damages, airframe):
        if name in by_part:
            place = place_of(airframe, by_part[name], repair.happened, tests)
            own = tuple(d for d in repair.damages if d.on == name and (side is None or d.side == side))
            wrong += problems(repair.damages, own, [], place, "today")
            found[name, side] = HurtPart(by_part[name], place, own)
    known = {d.id for h in found.values() for d in h.damages}
    for k, damage in enumerate(repair.damages):
        if damage.id not in known:
            what, right = f"There is no {damage.on} in this aircraft.", "Choose a part that is described."
            wrong.append(Problem(("damages", k, "on"), "on", what, right))
    if wrong:
        raise Refused(wrong)
    return found


def _usable(
    airframe: Airframe, hurt: HurtPart, damage: Damage, items: Sequence[ShelfItem] | None
) -> Callable[[Mend], bool]:
    """Whether a mend can be made of what there is, can lie where it would, and its glue may be used there today."""

    def may(mend: Mend) -> bool:
        if broken_rules(mend, damage, hurt.place):
            return False
        there = items is None or in_stock(needs_of(airframe, hurt.scheme, [mend], [damage], hurt.place), items)
        return there and not cannot_lie(airframe, hurt.scheme, damage, mend, hurt.place)

    return may


def _of_sound(got: Tried, sound: Tried) -> Array:
    """How far it holds, where that was looked for; else how soon it shows the first sign."""
    first = got.breaks / max(float(sound.breaks[0]), 1e-9)
    ends = np.isfinite(got.holds) & np.isfinite(sound.holds[0])
    return np.asarray(np.divide(got.holds, sound.holds[0], out=first, where=ends))


def alone(
    airframe: Airframe,
    hurt: HurtPart,
    damage: Damage,
    aim: Aim,
    items: Sequence[ShelfItem] | None = None,
    effort: Effort = PLAN,
) -> list[Try]:
    """Every option of a damage, were it the only one; strength is that of its own stretch of the part.

    Parameters
    ----------
    items : all that may be used; None: whatever there is to be had.
    """
    scheme, place = hurt.scheme, hurt.place
    found = options(damage, place, aim, _usable(airframe, hurt, damage, items), effort.options, effort.sizes)
    if not found:
        return []
    trials = Trials(airframe, scheme, [damage], place)
    if trials.webs_are_hurt or damage_kind(damage).effect(damage, ()) == ():
        # nothing that a section tells: by time and grams alone
        return [Try(o, 1.0, sum(mend_kind(m).grams(m, damage, place) for m in o.mends)) for o in found]
    near = max(damage.run[0] - _NEAR, 0.0), min(damage.run[1] + _NEAR, place.tip)
    got = trials.run([{damage.id: o.mends} for o in found], near)
    sound = Trials(airframe, scheme, [], place).run([{}], near)
    return [Try(o, float(h), float(g)) for o, h, g in zip(found, _of_sound(got, sound), got.grams, strict=True)]


def kept(found: Sequence[Try], effort: Effort) -> list[Option]:
    """Of those that nothing beats: the strongest, and those that are light or quick for nearly as much."""
    best = sorted(unbeaten(found, merits), key=lambda t: -t.back)
    light = sorted(best, key=lambda t: t.grams)[: effort.kept // 3]
    quick = sorted(best, key=lambda t: t.ready)[: effort.kept // 3]
    pick = {id(t): t.option for t in (*best[: effort.kept - 2 * (effort.kept // 3)], *light, *quick)}
    return list(pick.values())


def combinations(each: Mapping[str, Sequence[Option]], effort: Effort) -> list[dict[str, Option]]:
    """Damage -> its option, of every way that is tried together; the longest lists are cut where there are too many."""
    lists = {k: list(v) for k, v in each.items()}
    while math.prod(len(v) for v in lists.values()) > effort.together:
        longest = max(lists, key=lambda k: len(lists[k]))
        lists[longest].pop()
    return [dict(zip(lists, c, strict=True)) for c in itertools.product(*lists.values())]


def together(airframe: Airframe, hurt: HurtPart, ways: Sequence[Mapping[str, Option]]) -> list[Way]:
    """Each way, at typical figures, in the part's first case."""
    named = [{d: o.mends for d, o in way.items()} for way in ways]
    trials = Trials(airframe, hurt.scheme, hurt.damages, hurt.place)
    by_id = {d.id: d for d in hurt.damages}
    if trials.webs_are_hurt or not any(damage_kind(d).effect(d, ()) for d in hurt.damages):
        holds = np.ones(len(named))
        grams = np.array([sum(mend_kind(m).grams(m, by_id[d], hurt.place) for d in n for m in n[d]) for n in named])
    else:
        got = trials.run(named)
        holds, grams = _of_sound(got, Trials(airframe, hurt.scheme, [], hurt.place).run([{}])), got.grams
    return [
        Way(n, float(h), float(g), sum(o.minutes for o in w.values()), max((o.waits for o in w.values()), default=0.0))
        for n, w, h, g in zip(named, ways, holds, grams, strict=True)
    ]


def in_goes(ways: Sequence[dict[str, Option]]) -> Iterator[list[dict[str, Option]]]:
    """So many of them as are tried between two words of progress."""
    for k in range(0, len(ways), AT_ONCE):
        yield list(ways[k : k + AT_ONCE])


def evenly(found: Sequence[T], most: int) -> list[T]:
    """So many of them at most, from the first to the last."""
    count = min(most, len(found))
    return [found[round(k * (len(found) - 1) / max(count - 1, 1))] for k in range(count)]


def all_together(groups: Sequence[Sequence[Way]], most: int) -> list[tuple[Way, ...]]:
    """A way of each part beside one of every other: part after part, and of each what nothing beats, `most` at most."""
    found: list[tuple[Way, ...]] = [()]
    for group in groups:
        beside = unbeaten([(*c, w) for c in found for w in group], whole_merits)
        found = evenly(sorted(beside, key=whole_merits, reverse=True), most)
    return found


def whole_merits(ways: Sequence[Way]) -> tuple[float, ...]:
    """Of a whole aircraft: the weakest part, all grams, all hands and the slowest glue."""
    if not ways:
        return (1.0, 0.0, 0.0, 0.0)
    hands, wait = sum(w.minutes for w in ways), max(w.waits for w in ways)
    return (min(w.share for w in ways), -sum(w.grams for w in ways), -hands, -wait)


def ready(ways: Sequence[Way]) -> float:
    """Minutes until it may fly."""
    return sum(w.minutes for w in ways) + max((w.waits for w in ways), default=0.0)


def mends_of(ways: Sequence[Way]) -> list[Mend]:
    """Every mend under an id of its own, also where ids of damages begin alike."""
    every = [m for way in ways for mends in way.mends.values() for m in mends]
    return [m.model_copy(update={"id": f"{m.of[:12]}-{k}"}) for k, m in enumerate(every)]


def in_time(found: Sequence[Try], limit: float | None) -> list[Try]:
    """Those that are ready in so many minutes by themselves."""
    return [t for t in found if limit is None or t.ready <= limit]


def nothing_for(
    damages: Sequence[Damage],
    each: Mapping[str, Sequence[Try]],
    limit: float | None,
    of_stock: bool,
    empty: bool = False,
) -> list[str]:
    """Damages for which there is no way, and why."""
    if empty:
        how = "tick “in the box” on the shelf beside what you carry, or plan with all of the shelf."
        return [f"The field box is empty: {how}"]
    there = "nothing that is there" if of_stock else "nothing"
    why = f"{there} does it in time" if limit is not None else f"{there} mends it"
    return [f"{damage_kind(d).label}: {why}." for d in damages if not each[d.id]]
