"""The search: every way at once by the quick model, the best of them again by the full one."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from ..analysis.batch import BatchResult, Swap, evaluate_many, only_sticks, twist_of_skins
from ..analysis.evaluation import grams_of
from ..analysis.skin_twist import SkinTwist
from ..failure.modes import OF_JOINTS
from ..kinds import kind_of
from ..model import Airframe, Piece, Problem, Refused, Scheme
from ..report.verdict import Verdict
from ..shelf import ShelfItem
from ..units import Measure, System
from ..verdicts import evaluate
from .described import Described, ways_described
from .space import Option, Space, space_of, words_of
from .wish import MOST, OF_ITSELF, Wish

Array = NDArray[np.float64]

#: the quick model is at fewer stations: what misses a target by no more than this is looked at in full
NEAR = 0.08
#: of small twists it knows less
NEAR_TWIST = 0.3
#: at most so many times a typical build's load is the median of builds: 1.09 on the demo (own choice)
_MIDDLE = 1.1
#: what is looked at in full though the quick model has it further off
_MORE = {"twist": NEAR_TWIST, "holds": 1 - (1 - NEAR) / _MIDDLE}
#: so many sticks and sheets are taken together
_STICKS_AT_ONCE, _WEBS_AT_ONCE, _SHEETS_AT_ONCE = 16, 3, 12
#: along the half span for the first sieve; what passes is taken again by the full model
_STATIONS = 5
#: of the front that is drawn, and of those that are tried in full before giving up
_DRAWN, _TRIED = 12, 60
#: parts described otherwise, of which it is told what they came to (own choice)
_BESIDE = 3
#: looked at before what nine builds in ten keep of the typical one's load is taken as known; own choice
_FEW = 8


class Progress(BaseModel):
    """How far a search has come."""

    kind: Literal["progress"] = "progress"
    done: int
    of: int


class Point(BaseModel):
    """One way, by the full model: grams of the whole wing, g, mm, degrees, minutes, the workshop's money.

    `nine_hold_g`: what nine builds in ten hold, where that was asked for.
    """

    pieces: list[Piece]
    name: str
    part_g: float
    hold_g: float
    break_g: float
    nine_hold_g: float | None
    bend_mm: float
    twist_deg: float
    minutes: float
    price: float | None
    #: fields of the part's own description that are other for it, and in words; empty where it stays as it is
    made: dict[str, Any] = {}
    made_said: str = ""
    meets: bool
    #: the case of load whose load it does not stand; empty where it stands all
    gives_way_in: str
    #: how the joint of panels ends it, where that does; empty where something else does
    ends_at_joint: str
    #: on the front of grams against load, and of grams against bend
    lightest_for_load: bool
    lightest_for_bend: bool


class Better(BaseModel):
    """The lightest so far that was seen to do what is wanted, by the full model; another may still be lighter."""

    kind: Literal["better"] = "better"
    point: Point


class Dot(BaseModel):
    """One of the evaluate_many, by the quick model, for the cloud behind the front."""

    part_g: float
    hold_g: float
    bend_mm: float
    meets: bool


class Found(BaseModel):
    """What a search found: ways tried, the front, the winner and why."""

    kind: Literal["found"] = "found"
    tried: int
    meeting: int
    winner: Point | None
    front: list[Point]
    cloud: list[Dot]
    why: list[str]


@dataclass(frozen=True)
class Answers:
    """(V,) of every way, in the order of the space: sticks slow, sheets quick."""

    many: BatchResult
    minutes: Array
    price: Array


Step = tuple[NDArray[np.intp], BatchResult]


def blocks_of(space: Space, hollow: bool = False) -> list[NDArray[np.intp]]:
    """Ways that share pieces, together; in a hollow part every web is walls of its own, so few of them at once."""
    at_once = _WEBS_AT_ONCE if hollow else _STICKS_AT_ONCE
    index = np.arange(space.size).reshape(len(space.sticks), len(space.sheets))
    # sheets that lie in the same place are one row of the section
    order = sorted(range(len(space.sheets)), key=lambda k: tuple(str(p) for p in space.sheets[k].pieces))
    # webs and boxes by themselves: beside them what skins do against twist is worked out anew
    kinds: dict[bool, list[int]] = {True: [], False: []}
    for k, option in enumerate(space.sticks):
        kinds[only_sticks(option.pieces)].append(k)
    found = []
    for sticks, i in ((s, i) for s in kinds.values() for i in range(0, len(s), at_once)):
        for j in range(0, len(order), _SHEETS_AT_ONCE):
            rows = index[sticks[i : i + at_once]]
            found.append(rows[:, order[j : j + _SHEETS_AT_ONCE]].ravel())
    return found


@dataclass(frozen=True)
class Bank:
    """Every piece of a space in one scheme, and which of them each option has."""

    scheme: Scheme
    kept: int
    sticks: list[list[int]]
    sheets: list[list[int]]
    #: stand-in -> what is tried under its name, and which of these each sheet option is
    swaps: dict[str, tuple[list[str], list[int]]]


def bank_of(scheme: Scheme, space: Space) -> Bank:
    """All options of a space as pieces of one layout, so that a way is a row of switches."""
    pieces: list[Any] = list(space.kept)
    places: dict[str, int] = {}

    def put(option: Option) -> list[int]:
        rows = []
        for piece in option.pieces:
            key = piece.model_copy(update={"id": "x"}).model_dump_json()
            if key not in places:
                places[key] = len(pieces)
                pieces.append(piece.model_copy(update={"id": f"x{len(pieces)}"}))
            rows.append(places[key])
        return rows

    sticks = [put(o) for o in space.sticks]
    sheets = [put(o) for o in space.sheets]
    swaps = {}
    for name in dict.fromkeys(o.stands_in for o in space.sheets if o.stands_in):
        tried = [name, *dict.fromkeys(o.material for o in space.sheets if o.stands_in == name and o.material != name)]
        swaps[name] = (tried, [tried.index(o.material) if o.stands_in == name else 0 for o in space.sheets])
    return Bank(scheme.model_copy(update={"pieces": pieces}), len(space.kept), sticks, sheets, swaps)


#: sheets of a block -> twist stiffness of each; blocks differ in their sticks more often than in their sheets
Memo = dict[tuple[int, ...], SkinTwist]


def _twist(
    airframe: Airframe, bank: Bank, scheme: Scheme, on: Array, sticks: Sequence[int], sheet_of: NDArray[np.intp],
    swaps: list[Swap], memo: Memo,
) -> SkinTwist | None:  # fmt: skip
    """Of every way of a block, from the memo where its sheets were met before; None where sticks have a part in it."""
    if airframe.part(scheme.part).twists_whole:
        return None
    if not only_sticks([bank.scheme.pieces[k] for option in sticks for k in bank.sticks[option]]):
        return None
    sheets, first, back = np.unique(sheet_of, return_index=True, return_inverse=True)
    key = tuple(sheets.tolist())
    if key not in memo:
        memo[key] = twist_of_skins(airframe, scheme, on[first], _STATIONS, [s.take(first) for s in swaps])
    return memo[key].take(back.reshape(-1))


def answer_block(airframe: Airframe, bank: Bank, at: NDArray[np.intp], memo: Memo) -> BatchResult:
    """The quick model of some ways; `memo` is of this airframe and bank, and filled as it goes."""
    on = np.zeros((len(at), len(bank.scheme.pieces)))
    on[:, : bank.kept] = 1.0
    for row, way in enumerate(at):
        stick, sheet = divmod(int(way), len(bank.sheets))
        on[row, bank.sticks[stick]] = 1.0
        on[row, bank.sheets[sheet]] = 1.0
    used = np.flatnonzero(on.any(axis=0))
    smaller = bank.scheme.model_copy(update={"pieces": [bank.scheme.pieces[k] for k in used]})
    sheet_of = at % len(bank.sheets)
    swaps = [Swap(name, tried, np.array(which)[sheet_of]) for name, (tried, which) in bank.swaps.items()]
    sticks = np.unique(at // len(bank.sheets)).tolist()
    twist = _twist(airframe, bank, smaller, on[:, used], sticks, sheet_of, swaps, memo)
    return evaluate_many(
        airframe, smaller, on[:, used], _STATIONS, blocks=[np.arange(len(at))], swaps=swaps, twist=twist
    )


def alone(airframe: Airframe, bank: Bank, blocks: Sequence[NDArray[np.intp]]) -> Iterator[Step]:
    """Block after block in this process."""
    memo: Memo = {}
    for at in blocks:
        yield at, answer_block(airframe, bank, at, memo)


Runner = Callable[[Airframe, Bank, Sequence[NDArray[np.intp]]], Iterator[Step]]
#: takes the same of many ways, in their order
Mapper = Callable[[Callable[[int], "Point | None"], Sequence[int]], "list[Point | None]"]


def one_by_one(function: Callable[[int], Point | None], ways: Sequence[int]) -> list[Point | None]:
    """The plain way to map, where there is no pool of processes."""
    return [function(way) for way in ways]


def search(
    airframe: Airframe, scheme: Scheme, wish: Wish, shelf: Sequence[ShelfItem] | None = None, *,
    system: System = "metric", runner: Runner = alone, mapper: Mapper = one_by_one, others: Sequence[Scheme] = (),
) -> Iterator[Progress | Better | Found]:  # fmt: skip
    """Progress, now and then a way that does it, and last what was found, which is the same every time.

    Every way is taken by the quick model (few stations, strength in the hard pull alone). Those that meet the targets
    within `NEAR`, the lightest first, are taken by the full one until one meets them all and stands every case of load
    to its end: that is the winner.
    `others`: schemes of the other parts, whose weight flies along.

    Raises
    ------
    Refused
        Where the scheme cannot be laid out, or nothing may be tried.
    """
    airframe = airframe.flying_with(grams_of(airframe, others))
    tried = ways_described(airframe, scheme, wish)
    if len(tried) == 1:
        plain = wish.model_copy(update={"vary": [v for v in wish.vary if v not in OF_ITSELF] or wish.vary})
        yield from _of_one(airframe, scheme, Described(), plain, shelf, system, runner, mapper, MOST)
        return
    found: list[Found] = []
    before, best = 0, np.inf
    for k, (one, its, way) in enumerate(tried):
        last = 0
        share = MOST // len(tried)
        for step in _of_one(one, its, way, wish, shelf, system, runner, mapper, share):
            if isinstance(step, Progress):
                last = step.of
                yield Progress(done=before + step.done, of=before + step.of * (len(tried) - k))
            elif isinstance(step, Found):
                found.append(step)
            elif step.point.part_g < best:
                best = step.point.part_g
                yield step
        before += last
    yield together(found, [way for _, _, way in tried], system)


def _of_one(
    airframe: Airframe, scheme: Scheme, described: Described, wish: Wish, shelf: Sequence[ShelfItem] | None,
    system: System, runner: Runner, mapper: Mapper, most: int,
) -> Iterator[Progress | Better | Found]:  # fmt: skip
    """The search with the part as it is described."""
    space = space_of(airframe, scheme, wish, shelf, most)
    if space.size == 0:
        what = "Nothing on the shelf fits into this wing." if wish.from_shelf else "Nothing that may change fits."
        raise Refused([Problem(("from_shelf",), "what to choose from", what, "Let more change, or choose from all.")])
    bank, blocks = bank_of(scheme, space), blocks_of(space, airframe.part(scheme.part).twists_whole)
    columns = {name: np.full(space.size, np.nan) for name in ("breaks", "holds", "bend", "twist", "part_g")}
    done, sooner = 0, _Sooner(airframe, scheme, described, wish, space, system)
    likely = _likely(space)
    if (point := sooner.look(likely, answer_block(airframe, bank, likely, {}), tries=6)) is not None:
        yield Better(point=point)
    for at, got in runner(airframe, bank, blocks):
        for name, column in columns.items():
            column[at] = getattr(got, name)
        done += len(at)
        yield Progress(done=done, of=space.size)
        if (point := sooner.look(at, got)) is not None:
            yield Better(point=point)
    answers = _answers(space, BatchResult(**columns))
    yield _told(airframe, scheme, described, wish, space, answers, system, mapper)


def _answers(space: Space, got: BatchResult) -> Answers:
    def both(name: str) -> Array:
        def column(options: list[Option]) -> Array:
            return np.array([np.nan if getattr(o, name) is None else getattr(o, name) for o in options], dtype=float)

        return np.asarray((column(space.sticks)[:, None] + column(space.sheets)[None, :]).ravel())

    return Answers(got, both("minutes"), both("price"))


#: what is wanted -> (its words, the column, whether more is better)
_WANTED: dict[str, tuple[str, str, bool]] = {
    "break_g": ("the load it must hold", "holds", True),
    "tip_bend_mm": ("the bend of the tip", "bend", False),
    "tip_bend_least_mm": ("the flex", "bend", True),
    "twist_deg": ("the twist", "twist", False),
    "part_g": ("the weight", "part_g", False),
    "minutes": ("the minutes", "minutes", False),
    "price": ("the price", "price", False),
}


def _column(answers: Answers, name: str) -> Array:
    values = getattr(answers, name) if name in ("minutes", "price") else getattr(answers.many, name)
    return np.abs(values) if name == "twist" else np.asarray(values)


def _meets(wish: Wish, answers: Answers, slack_all: float, but: str = "") -> NDArray[np.bool_]:
    """(V,) whether every target but one is met; an unknown price meets none."""
    good = np.ones(len(answers.minutes), dtype=bool)
    for field, (_, name, more) in _WANTED.items():
        wanted = getattr(wish, field)
        if wanted is None or field == but:
            continue
        column, slack = _column(answers, name), slack_all
        if slack and name in _MORE:
            slack = _MORE[name]
        with np.errstate(invalid="ignore"):
            good &= column >= wanted * (1 - slack) if more else column <= wanted * (1 + slack)
    return good


def _front(cost: Array, gain: Array) -> NDArray[np.intp]:
    """Indices of those that no other beats in both, from the cheapest."""
    order = np.lexsort((-gain, cost))
    best = np.maximum.accumulate(gain[order])
    first = np.concatenate([[True], best[1:] > best[:-1] + 1e-9 * np.abs(best[:-1])])
    return np.asarray(order[first])


def _fronts(points: list[Point]) -> list[Point]:
    """Those that no other beats by the full model, the lightest first."""
    grams = np.array([p.part_g for p in points])
    load = set(_front(grams, np.array([p.hold_g for p in points])).tolist())
    bend = set(_front(grams, -np.array([p.bend_mm for p in points])).tolist())
    on_it = [
        p.model_copy(update={"lightest_for_load": k in load, "lightest_for_bend": k in bend})
        for k, p in enumerate(points)
        if k in load or k in bend
    ]
    return sorted(on_it, key=lambda p: p.part_g)


def _evenly(items: NDArray[np.intp], count: int) -> list[int]:
    if len(items) <= count:
        return [int(i) for i in items]
    return [int(items[round(k)]) for k in np.linspace(0, len(items) - 1, count)]


def together(found: list[Found], ways: Sequence[Described], system: System) -> Found:
    """Of searches of parts described otherwise: the lightest winner, one front for all, and what each came to."""
    winners = [f.winner for f in found if f.winner is not None]
    best = min(winners, key=lambda p: p.part_g, default=None)
    of = next((f for f in found if f.winner is best and best is not None), found[0])
    tried, meeting = sum(f.tried for f in found), sum(f.meeting for f in found)
    why = list(of.why)
    if best is not None:
        said = re.sub(r"lightest of \d+ ways", f"lightest of {tried} ways", why[0])
        why[:1] = [re.sub(r"ways, \d+ of which", f"ways, {meeting} of which", said)]
    beside = [(other, way.said) for other, way in zip(found, ways, strict=True) if other is not of]
    if best is None:
        why += [f"With {said}: {line}" for other, said in beside[:_BESIDE] for line in other.why[:1]]
    else:
        able = sorted((f.winner.part_g - best.part_g, said) for f, said in beside if f.winner is not None)
        why += [f"With {said} the lightest is {_grams(more, system)} heavier." for more, said in able[:_BESIDE]]
        unable = [said for f, said in beside if f.winner is None]
        why += [f"With {said} nothing does it." for said in unable[:_BESIDE]]
    return Found(
        tried=tried, meeting=meeting, winner=best,
        front=_fronts([p for f in found for p in f.front]), cloud=[d for f in found for d in f.cloud], why=why,
    )  # fmt: skip


class _Full:
    """Ways by the full model, each once."""

    def __init__(
        self, airframe: Airframe, scheme: Scheme, wish: Wish, space: Space, answers: Answers, system: System,
        described: Described | None = None,
    ) -> None:  # fmt: skip
        self.described = described or Described()
        self.airframe, self.scheme, self.wish, self.space = airframe, scheme, wish, space
        self.answers, self.system = answers, system
        self._points: dict[int, Point] = {}
        #: of the case that is told first: the load, and what must be held of all that load it so; and at most how much
        #: of a typical build's first sign and end nine in ten keep
        self._asked: tuple[float, float] | None = None
        self._kept, self._seen = (0.0, 0.0), 0

    def cannot(self, breaks: float, holds: float) -> bool:
        """Whether what the quick model says of a way is too little for the rule, by all that is known by now."""
        if self._asked is None or (self.wish.nine_of_ten and self._seen < _FEW):
            return False
        first, end = self._kept if self.wish.nine_of_ten else (_MIDDLE, _MIDDLE)
        wanted = max(self._asked[1], self.wish.break_g or 0.0)
        return breaks * first * (1 + NEAR) < self._asked[0] or holds * end * (1 + NEAR) < wanted

    def _learn(self, v: Verdict) -> None:
        self._asked, self._seen = (v.limit_n, v.needed_n), self._seen + 1
        kept = (
            middle * (e.low / e.value if e.value > 0 else 0.0)
            for middle, e in ((v.middle.first, v.breaks.n), (v.middle.end, v.holds.n))
        )
        self._kept = tuple(max(a, b) for a, b in zip(self._kept, kept, strict=True))  # type: ignore[assignment]

    @property
    def points(self) -> list[Point]:
        return list(self._points.values())

    def options(self, way: int) -> tuple[Option, Option]:
        stick, sheet = divmod(way, len(self.space.sheets))
        return self.space.sticks[stick], self.space.sheets[sheet]

    def name(self, way: int) -> str:
        stick, sheet = self.options(way)
        said = [words_of(o, self.system) for o in (stick, sheet) if o.pieces]
        return "; ".join([*(said or ["Bare"]), *([self.described.said] if self.described.said else [])])

    def pieces(self, way: int) -> list[Any]:
        stick, sheet = self.options(way)
        made = [*self.space.kept]
        taken = {p.id for p in made}
        for piece in (*stick.real(), *sheet.real()):
            stem = kind_of(piece).stem or piece.kind
            new = next(f"{stem}-{k}" for k in range(1, 99) if f"{stem}-{k}" not in taken)
            taken.add(new)
            made.append(piece.model_copy(update={"id": new}))
        return made

    def take(self, ways: Sequence[int], mapper: Mapper) -> None:
        """All of these, as quick as `mapper` is."""
        new = [way for way in ways if way not in self._points]
        for way, point in zip(new, mapper(self.point, new), strict=True):
            if point is not None:
                self._points[way] = point

    def point(self, way: int) -> Point | None:
        """None where the full model refuses what the quick one let pass."""
        if way not in self._points:
            made = self.scheme.model_copy(update={"pieces": self.pieces(way)})
            try:
                nine = self.wish.nine_of_ten
                v = evaluate(self.airframe, made, ledger=False, system=self.system)
            except Refused:
                return None
            self._learn(v)
            price = float(self.answers.price[way])
            usual = {
                "break_g": v.holds.n.value, "tip_bend_mm": v.tip_bend_mm.value,
                "tip_bend_least_mm": v.tip_bend_mm.value, "twist_deg": abs(v.twist_deg.value),
                "part_g": v.mass.part_g.value, "minutes": float(self.answers.minutes[way]), "price": price,
            }  # fmt: skip
            figures = usual | {
                "break_g": v.holds.n.low, "tip_bend_mm": v.tip_bend_mm.high,
                "tip_bend_least_mm": v.tip_bend_mm.low,
                "twist_deg": max(abs(v.twist_deg.low), abs(v.twist_deg.high)), "part_g": v.mass.part_g.high,
            } if nine else usual  # fmt: skip
            # the rule by which every screen judges; of nine in ten, so that they do
            worst = min(v.cases, key=lambda case: case.reserve)
            stands = v.judged.state == "sound" if nine else v.judged.state != "gives way"
            gives_way_in = "" if stands else worst.label
            meets = not gives_way_in and all(
                wanted is None or (figures[field] >= wanted if more else figures[field] <= wanted)
                for field, (_, _, more) in _WANTED.items()
                for wanted in [getattr(self.wish, field)]
            )
            self._points[way] = Point(
                pieces=made.pieces, name=self.name(way), part_g=usual["part_g"], hold_g=usual["break_g"],
                break_g=v.breaks.n.value, nine_hold_g=v.holds.n.low if nine else None, bend_mm=usual["tip_bend_mm"],
                twist_deg=usual["twist_deg"], made={k: v.model_dump() for k, v in self.described.fields.items()},
                made_said=self.described.said,
                minutes=figures["minutes"], price=None if np.isnan(price) else price, meets=meets,
                gives_way_in=gives_way_in,
                ends_at_joint=v.holds.how if v.holds.mode in OF_JOINTS else "",
                lightest_for_load=False, lightest_for_bend=False,
            )  # fmt: skip
        return self._points[way]


#: so many sticks of all sorts are taken first of all, without film: what does it by sticks alone is told at once
_FIRST = 24


def _likely(space: Space) -> NDArray[np.intp]:
    """Ways to begin with: evenly of all sticks, with the simplest sheet."""
    sheet = min(range(len(space.sheets)), key=lambda k: len(space.sheets[k].pieces))
    sticks = np.unique(np.linspace(0, len(space.sticks) - 1, _FIRST).round().astype(int))
    return np.asarray(sticks * len(space.sheets) + sheet, dtype=np.intp)


#: while a search goes on, so many ways at most are taken by the full model, and only what is so much lighter than the
#: best of them: it should not hold up the rest (own choice)
_LOOKED_AT, _LIGHTER = 12, 0.97


class _Sooner:
    """Good ways that can be told before all have been tried."""

    def __init__(
        self, airframe: Airframe, scheme: Scheme, described: Described, wish: Wish, space: Space, system: System
    ) -> None:
        nothing = np.full(space.size, np.nan)
        self._answers = _answers(space, BatchResult(*(nothing,) * 5))
        self._full = _Full(airframe, scheme, wish, space, self._answers, system, described)
        self._wish, self._left, self._best = wish, _LOOKED_AT, np.inf

    def look(self, at: NDArray[np.intp], got: BatchResult, tries: int = 1) -> Point | None:
        """The lightest of some ways that does what is wanted and is a good deal lighter than those before, if one of
        the first so many does."""
        here = Answers(got, self._answers.minutes[at], self._answers.price[at])
        good = _meets(self._wish, here, 0.0) & (got.part_g < _LIGHTER * self._best)
        for k in np.flatnonzero(good)[np.argsort(got.part_g[good], kind="stable")]:
            if self._full.cannot(float(got.breaks[k]), float(got.holds[k])):
                continue
            if not (self._left and tries):
                break
            self._left, tries = self._left - 1, tries - 1
            point = self._full.point(int(at[k]))
            if point is not None and point.meets:
                self._best = point.part_g
                return point
        return None


def _told(
    airframe: Airframe, scheme: Scheme, described: Described, wish: Wish, space: Space, answers: Answers,
    system: System, mapper: Mapper,
) -> Found:  # fmt: skip
    got = answers.many
    near = np.flatnonzero(_meets(wish, answers, NEAR))
    full = _Full(airframe, scheme, wish, space, answers, system, described)
    winner, at = None, -1
    refused: list[int] = []
    # the quick model's grams are the full one's within a part in a thousand: look a little farther, too
    tried = 0
    for way in near[np.argsort(got.part_g[near], kind="stable")]:
        if tried == _TRIED or (winner is not None and got.part_g[way] > 1.005 * winner.part_g):
            break
        if full.cannot(float(got.breaks[way]), float(got.holds[way])):
            refused.append(int(way))
            continue
        tried += 1
        point = full.point(int(way))
        if point is None or not point.meets:
            refused.append(int(way))
        elif winner is None or point.part_g < winner.part_g:
            winner, at = point, int(way)
    fronts = (_front(got.part_g, got.holds), _front(got.part_g, -got.bend))
    full.take(list(dict.fromkeys(way for ways in fronts for way in _evenly(ways, _DRAWN))), mapper)
    meets = _meets(wish, answers, 0.0)
    meets[refused] = False
    cloud = [
        Dot(part_g=float(got.part_g[k]), hold_g=float(got.holds[k]), bend_mm=float(got.bend[k]), meets=bool(meets[k]))
        for k in np.unique(np.linspace(0, space.size - 1, min(500, space.size)).round().astype(int))
    ]
    return Found(
        tried=space.size,
        meeting=int(meets.sum()),
        winner=winner,
        front=_fronts(full.points),
        cloud=cloud,
        why=_why(wish, space, answers, meets, winner, at, system, full.points),
    )


def _grams(value: float, system: System) -> str:
    return Measure(round(value, 1), "mass").text(system)


def _why(
    wish: Wish, space: Space, answers: Answers, meets: NDArray[np.bool_], winner: Point | None, at: int, system: System,
    points: Sequence[Point],
) -> list[str]:  # fmt: skip
    """In words: why this one, what the next ones would weigh, which target costs the most."""
    got = answers.many
    asked = [field for field in _WANTED if getattr(wish, field) is not None]
    if winner is None:
        said = [f"None of {space.size} ways meets every target."]
        broken = [p.gives_way_in for p in points if p.gives_way_in]
        if broken:
            case = max(dict.fromkeys(broken), key=broken.count)
            said.append(f"Of {len(points)} that were looked at in full, {len(broken)} do not stand {case}.")
        joined = [p for p in points if p.ends_at_joint]
        if joined:
            best = max(joined, key=lambda p: p.hold_g)
            said.append(
                f"In {len(joined)} of {len(points)} looked at in full it is the joint that ends it: "
                f"{best.ends_at_joint} at {best.hold_g:.1f} G at the most. "
                "Mend that first; nothing that is tried here makes it stronger."
            )
        for field in asked:
            count = int(_meets(wish, answers, 0.0, but=field).sum())
            if count:
                said.append(f"Without {_WANTED[field][0]}, {count} would.")
        if len(said) == 1 and asked:
            said.append("No single target stands in the way: loosen more than one, or let more change.")
        return said
    stick, sheet = divmod(at, len(space.sheets))
    said = [
        f"It is the lightest of {space.size} ways, {int(meets.sum())} of which meet every target."
        if asked
        else f"It is the lightest of {space.size} ways: no target was set."
    ]
    if wish.nine_of_ten:
        # of the others the typical build is known, and not what nine in ten do
        return [f"It is the lightest of {space.size} ways of which nine builds in ten do what is wanted."]
    table = np.where(meets, got.part_g, np.inf).reshape(len(space.sticks), len(space.sheets))
    same = words_of(space.sticks[stick], system)
    others = np.array([words_of(o, system) != same for o in space.sticks])
    if others.any() and np.isfinite(table[others].min()):
        rows = np.flatnonzero(others)
        row = rows[int(np.argmin(table[others].min(axis=1)))]
        over = float(table[row].min()) - winner.part_g
        next_one = space.sticks[row]
        said.append(
            f"The next spar that does it, {words_of(next_one, system)}, is {_grams(over, system)} heavier."
            if next_one.pieces
            else f"Without a spar it would be {_grams(over, system)} heavier."
        )
    elif others.any():
        said.append("No other spar that was tried does it.")
    bare = [k for k, o in enumerate(space.sheets) if not o.pieces]
    if bare and space.sheets[sheet].pieces:
        without = float(table[:, bare].min())
        said.append(
            "Without film or tape nothing does it."
            if not np.isfinite(without)
            else f"Without film or tape it would be {_grams(without - winner.part_g, system)} heavier."
        )
    costs = {}
    for field in asked:
        if field == "part_g":
            continue
        free = _meets(wish, answers, 0.0, but=field)
        costs[field] = winner.part_g - float(got.part_g[free].min()) if free.any() else 0.0
    if costs:
        dearest = max(costs, key=lambda k: costs[k])
        if costs[dearest] > 0.05:
            words = _WANTED[dearest][0]
            said.append(
                f"What costs the most grams is {words}: without it {_grams(costs[dearest], system)} less would do."
            )
        else:
            said.append("No one target costs a gram by itself.")
    return said
