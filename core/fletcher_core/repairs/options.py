"""Ways to mend, all at once: every usual size of every mend that fits, as variants of one layout."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.batch import evaluate_many, twist_of_skins
from ..damages import Care, Damage, damage_kind, wounds
from ..kinds import Wound, kind_of
from ..mends import MEND_KINDS, Aim, Mend, Place, mend_kind
from ..model import Airframe, Scheme
from .judge import waits
from .states import cares_of, laid_by

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: of one kind of mend, so many sizes are tried on one damage; own choice
SIZES = 4
#: stations between changes: the winner is taken again by the full model; own choice
_STATIONS = 9
#: variants in one go; own choice
_AT_ONCE = 60


@dataclass(frozen=True)
class Option:
    """Mends of one damage that go together, and what they take."""

    mends: tuple[Mend, ...]
    minutes: float
    waits: float
    looks: float

    @property
    def kinds(self) -> tuple[str, ...]:
        return tuple(mend_kind(m).kind for m in self.mends)


def option_of(mends: Sequence[Mend], damage: Damage, place: Place) -> Option:
    """Mends of one damage with what they take; none at all takes nothing."""
    hands = sum(mend_kind(m).minutes(m, damage, place).typical for m in mends)
    wait = max((waits(m, place)[0] for m in mends), default=0.0)
    return Option(tuple(mends), hands, wait, min((mend_kind(m).looks for m in mends), default=1.0))


#: what lies over a damage and may go beside what closes it; each of one group at most once
_OVER = (frozenset({"patch", "cloth_patch"}), frozenset({"splint"}))


def _sizes(kind: str, damage: Damage, place: Place, may: Callable[[Mend], bool]) -> list[Mend]:
    """The usual one first, those of other materials next."""
    found: list[Mend] = []
    for k, mend in enumerate(MEND_KINDS[kind].tries(damage, place)):
        named = mend.model_copy(update={"id": f"{damage.id[:10]}-{kind[:8]}{k}"})
        if not list(mend_kind(named).problems(named, damage, place)) and may(named):
            found.append(named)
    return found


def options(
    damage: Damage,
    place: Place,
    aim: Aim,
    may: Callable[[Mend], bool] = lambda mend: True,
    most: int = 100,
    sizes: int = SIZES,
) -> list[Option]:
    """Everything that may be done to one damage: what closes it, alone or with a patch, a splint, or both."""
    kind = damage_kind(damage).kind
    usable = [
        k
        for k, m in MEND_KINDS.items()
        if kind in m.treats
        and (aim in m.aims or aim == "good")
        and not (aim != "looks" and m.aims == frozenset({"looks"}))
    ]
    over = [
        [None, *itertools.chain(*(_sizes(k, damage, place, may)[:sizes] for k in usable if k in group))]
        for group in _OVER
    ]
    rest = [k for k in usable if not any(k in group for group in _OVER)]
    closing: list[Mend | None] = [m for k in rest for m in _sizes(k, damage, place, may)[:sizes]]
    if any(kind in MEND_KINDS[k].closes for group in _OVER for k in group if k in usable) or not closing:
        closing.append(None)
    found = []
    for mends in itertools.product(closing, *over):
        own = tuple(m for m in mends if m is not None)
        if not own or not any(kind in mend_kind(m).closes for m in own):
            continue
        found.append(option_of(own, damage, place))
    # the short and simple first, where there are too many to try
    found.sort(key=lambda o: (len(o.mends), o.minutes + o.waits))
    return found[:most]


@dataclass(frozen=True)
class Tried:
    """(V,) of combinations: what the first sign, and the end, come at; grams that mends add on the one side."""

    breaks: Array
    holds: Array
    grams: Array


def _torn(found: Sequence[Wound]) -> list[Wound]:
    """What of wounds is torn skin."""
    skins = [w.model_copy(update={"zones": [], "hits": [h for h in w.hits if h.sticks is None]}) for w in found]
    return [w for w in skins if w.hits]


def _whole(found: Sequence[Wound]) -> list[Wound]:
    """What of wounds is foam and sticks."""
    rest = [w.model_copy(update={"hits": [h for h in w.hits if h.sticks is not None]}) for w in found]
    return [w for w in rest if w.hits or w.zones]


def _distinct(found: Sequence[list[int]]) -> tuple[list[int], Indices]:
    """(places of those that differ, which of them each is)."""
    known: dict[tuple[int, ...], int] = {}
    places: list[int] = []
    back: list[int] = []
    for k, one in enumerate(found):
        key = tuple(sorted(one))
        if key not in known:
            known[key] = len(places)
            places.append(k)
        back.append(known[key])
    return places, np.array(back, dtype=np.intp)


class Trials:
    """Combinations of options of all damages of one part and side, evaluated at once."""

    def __init__(self, airframe: Airframe, scheme: Scheme, damages: Sequence[Damage], place: Place) -> None:
        self.airframe, self.scheme, self.damages, self.place = airframe, scheme, list(damages), place
        self._pieces: list[Any] = list(scheme.pieces)
        self._of: dict[str, list[int]] = {}
        self._ways: dict[str, str] = {}
        self.hollow, self._by_id = place.hollow, {d.id: d for d in self.damages}
        for damage in self.damages:
            self._add(f"{damage.id} torn", _torn(self._wounds(damage, (), "torn")))

    def _wounds(self, damage: Damage, cares: Sequence[Care], way: str) -> list[Wound]:
        return wounds(damage, cares, room=self.place.room(damage), way=way)

    def _add(self, key: str, pieces: Sequence[Any]) -> list[int]:
        if key not in self._of:
            start = len(self._pieces)
            taken = {p.id for p in self._pieces}
            for k, piece in enumerate(pieces):
                name = piece.id if piece.id not in taken else f"{piece.id[:30]}-{start + k}"
                self._pieces.append(piece.model_copy(update={"id": name, "on": True}))
            self._of[key] = list(range(start, len(self._pieces)))
        return self._of[key]

    def _there(self, combination: Mapping[str, Sequence[Mend]]) -> list[int]:
        """Places of what is there: each damage as its mends leave it, and what they lay in.

        Torn skins are torn whatever is done about the rest, so that they are laid in once.
        """
        found: list[int] = []
        for damage in self.damages:
            mends = combination.get(damage.id, ())
            found += self._add(f"{damage.id} torn", _torn(self._wounds(damage, (), "torn")))
            cares = cares_of(damage, mends, self.place)
            key = repr([care.__dict__ for care in cares])
            if key not in self._ways:
                self._ways[key] = f"w{len(self._ways)}"
            found += self._add(f"{damage.id} {key}", _whole(self._wounds(damage, cares, self._ways[key])))
            for mend in mends:
                pieces = laid_by(mend, damage, self.place)
                if pieces:
                    found += self._add(f"{mend.id} laid", pieces)
        return found

    def run(
        self, combinations: Sequence[Mapping[str, Sequence[Mend]]], near: tuple[float, float] | None = None
    ) -> Tried:
        """Each at typical figures, in the part's first case; all of them twist as the sound part does.

        Parameters
        ----------
        near : strength is told between these places alone, mm.
        """
        # what lies over a damage may let go, and leaves what it would be without
        bare = [
            {of: [m for m in mends if not laid_by(m, self._by_id[of], self.place)] for of, mends in c.items()}
            for c in combinations
        ]
        there = [self._there(c) for c in (*combinations, *bare, {})]
        places, back = _distinct(there)
        there = [there[k] for k in places]
        on = np.zeros((len(there) + 1, len(self._pieces)))
        own = len(self.scheme.pieces)
        on[:, :own] = [float(p.on) for p in self.scheme.pieces]
        for k, places in enumerate(there):
            on[k, places] = 1.0
        scheme = self.scheme.model_copy(update={"pieces": self._pieces})
        order = np.lexsort(on.T[::-1])
        blocks = [order[k : k + _AT_ONCE] for k in range(0, len(on), _AT_ONCE)]
        twist = None
        if not self.airframe.part(scheme.part).twists_whole:
            sound = twist_of_skins(self.airframe, scheme, on[-1:], _STATIONS, ())
            twist = replace(sound, which=np.zeros(len(on), dtype=np.intp))
        # each is tried without what lies over the damage, too, so that what lets go is known already
        found = evaluate_many(self.airframe, scheme, on, _STATIONS, blocks, twist=twist, near=near, lets_go=False)
        copies = self.airframe.part(self.scheme.part).copies
        each, without, broken = np.split(back, [len(combinations), -1])
        added = (found.part_g[each] - found.part_g[-1]) / copies
        beyond = [
            sum(mend_kind(m).grams(m, d, self.place) for d in self.damages for m in c.get(d.id, ()))
            for c in combinations
        ]
        breaks, holds = (np.maximum(np.maximum(f[each], f[without]), f[broken]) for f in (found.breaks, found.holds))
        return Tried(breaks, holds, added + np.array(beyond))

    @property
    def webs_are_hurt(self) -> bool:
        """Whether a web between two sheets is hurt, which variants of one layout cannot tell."""
        webs = {p.id for p in self.scheme.pieces if kind_of(p).group == "sticks"}
        return self.hollow and any(getattr(d, "piece", None) in webs for d in self.damages)
