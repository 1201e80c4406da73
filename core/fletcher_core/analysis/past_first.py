"""What comes after the first sign: what a part goes on to, what ends it, and at which factor."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import overload

import numpy as np
from numpy.typing import NDArray

from ..failure import ALIKE, MODES, Finding, LoadedPart, Shed, after, find_all, first_least, soonest
from ..sections import SectionMaterials

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: times the load of its crease at which crushed foam's zone is measured, and how often between them; own choice: what
#: lies between them is a straight line to within half a per cent
_TIMES = np.array([1.0, 1.3, 1.75, 2.5, 4.0])
#: a wrinkle, a buckle, a crack and a crease can follow each other in any order
_MOST = 4
#: the end is looked for at every so many stations, and where the first sign comes nearly first
_STEP = 8
#: a factor above that is the rounding of a load that is nothing: nothing ends there
_NO_LOAD = 1e9

_WRINKLE, _CRACK, _CREASE, _BUCKLE = 1, 2, 3, 4
#: modes that are looked for anew after each
_AGAIN = ("skin_wrinkling", "panel_buckling")


def _kind(finding: Finding) -> int:
    """Which of those that a part outlives."""
    if finding.mode == "skin_wrinkling":
        return _WRINKLE
    if finding.mode == "panel_buckling":
        return _BUCKLE
    if finding.mode in ("core_tension", "core_compression") and (finding.piece is None or finding.of_core):
        return _CRACK if finding.mode == "core_tension" else _CREASE
    return 0


def outlives(finding: Finding, m: SectionMaterials) -> bool:
    """Whether the first variant goes on after it: a wrinkle, a buckle, a crease, a crack that something bridges."""
    kind = _kind(finding)
    return kind != 0 and (kind != _CRACK or bool(_bridged(m)[0, 0]))


def after_first(
    wing: LoadedPart, findings: list[Finding], n: Array, first: Array, quick: bool = False
) -> tuple[Sequence[Finding], Array, Array]:
    """What ends it: (late findings, factor, which), (R, S) each.

    A wrinkle is not the end: the wing goes on with its skin held at the wrinkling stress. Nor is a crease: pressed
    foam goes on at its plateau. Nor is a crack of the pulled foam where tape, skin or sticks hold it together. A wing
    that could not stand the load of its own first sign goes at that load.

    Of those stations that go on, what ends them is looked for at some, by `_where`; it is inf at the others. `quick`:
    crushed foam's zone is met half way, within a few per cent, for searching.
    """
    outlived = np.array([_kind(f) for f in findings])
    kind = outlived[first]
    bridged = _bridged(wing.materials)
    goes_on = (kind != 0) & ((kind != _CRACK) | bridged)
    ends = np.where(goes_on, np.inf, n).min(axis=1, keepdims=True)
    sooner = goes_on & _below(n, ends) & (n < _NO_LOAD)
    if not sooner.any():
        return findings, n, first
    stations = _where(n, sooner)
    every = np.arange(n.shape[0])
    stays = [f for f in findings if not MODES[f.mode].from_strain and f.mode not in _AGAIN]
    search = _Search(
        wing.stations(stations), [_cut(f, every, stations) for f in stays], n[:, stations], first[:, stations],
        bridged, ends, list(outlived), quick,
    )  # fmt: skip
    late = Late(findings, n.shape, stations)
    for found, runs in search.run():
        late.found += [(f, runs) for f in found]
    hold, last = np.where(goes_on, np.inf, n), first.copy()
    hold[:, stations], last[:, stations] = search.hold, search.last
    return late, hold, last


class Findings(Sequence[Finding]):
    """Findings that are made when they are read; a subclass gives `_at` and their number."""

    def _at(self, at: int) -> Finding:
        raise NotImplementedError

    @overload
    def __getitem__(self, at: int) -> Finding: ...
    @overload
    def __getitem__(self, at: slice) -> list[Finding]: ...
    def __getitem__(self, at: int | slice) -> Finding | list[Finding]:
        if isinstance(at, slice):
            return [self[k] for k in range(*at.indices(len(self)))]
        return self._at(range(len(self))[at])


class Late(Findings):
    """First signs, and after them what was looked up of some runs and stations: as of all of them when it is read, inf
    where it has not been looked at."""

    def __init__(self, first: list[Finding], shape: tuple[int, ...], stations: Indices) -> None:
        self._first, self._shape, self._stations = first, shape, stations
        self.found: list[tuple[Finding, Indices]] = []

    def __len__(self) -> int:
        return len(self._first) + len(self.found)

    def piece_of(self, at: int) -> int | None:
        """The piece that a finding is of, without its arrays."""
        known = len(self._first)
        return self._first[at].piece if at < known else self.found[at - known][0].piece

    def _at(self, at: int) -> Finding:
        if at < len(self._first):
            return self._first[at]
        finding, runs = self.found[at - len(self._first)]
        here = np.ix_(runs, self._stations)
        n, applied, allowable = np.full(self._shape, np.inf), np.zeros(self._shape), np.zeros(self._shape)
        own = finding.allowable
        n[here], applied[here] = finding.n, finding.applied
        allowable[here] = own[:, None] if own.ndim == 1 else own
        return replace(finding, n=n, applied=applied, allowable=allowable)


def _below(one: Array, other: Array) -> NDArray[np.bool_]:
    """Where one factor is less than another by more than rounding."""
    return np.asarray(one * (1 + ALIKE) < other)


def _where(n: Array, goes_on: NDArray[np.bool_]) -> Indices:
    """Stations at which the end is looked for: where the first sign of some run comes first on its stretch."""
    least = np.where(goes_on, n, np.inf)
    wide = np.pad(least, ((0, 0), (1, 1)), constant_values=np.inf)
    before, behind, same = wide[:, :-2], wide[:, 2:], 1 + ALIKE
    lowest = goes_on & (least <= before * same) & (least <= behind * same)
    # of level stretches their ends
    lowest &= (least * same < before) | (least * same < behind)
    some = np.asarray(lowest.any(axis=0))
    among = np.flatnonzero(goes_on.any(axis=0))
    # of the part's own stations, so that one more or less of them that go on moves no other
    some[among[among % _STEP == 0]] = True
    some[among[-1]] = True
    return np.flatnonzero(some)


class _Search:
    """The end of runs at some stations: `hold` and `last` hold what is known so far."""

    def __init__(
        self, wing: LoadedPart, stays: list[Finding], n: Array, first: Array, bridged: NDArray[np.bool_], ends: Array,
        kinds: list[int], quick: bool,
    ) -> None:  # fmt: skip
        self._quick = quick
        self._wing, self._stays, self._bridged, self._ends, self._kinds = wing, stays, bridged, ends, kinds
        self.hold, self.last = n.copy(), first.copy()
        self._done = {kind: np.zeros(n.shape, dtype=bool) for kind in (_WRINKLE, _CRACK, _CREASE, _BUCKLE)}

    def run(self) -> Iterator[tuple[list[Finding], Indices]]:
        """Findings as they are looked up, and the runs that they are of."""
        for _ in range(_MOST):
            kind = np.asarray(self._kinds)[self.last]
            goes_on = np.zeros(self.hold.shape, dtype=bool)
            for k, gone in self._done.items():
                goes_on |= (kind == k) & ~gone
            goes_on &= ((kind != _CRACK) | self._bridged) & _below(self.hold, self._ends)
            # what lies above the end of another station of the same run ends nothing
            goes_on &= _below(self.hold, np.where(goes_on, np.inf, self.hold).min(axis=1, keepdims=True))
            if not goes_on.any():
                return
            flags = np.zeros(self.hold.shape, dtype=np.intp)
            for k, gone in self._done.items():
                gone |= goes_on & (kind == k)
                flags += gone * 2**k
            for code in np.unique(flags[goes_on]):
                yield from self._with(int(code), goes_on & (flags == code), kind)

    def _with(self, code: int, there: NDArray[np.bool_], kind: Array) -> Iterator[tuple[list[Finding], Indices]]:
        runs = np.flatnonzero(there.any(axis=1))
        all_of_them = np.arange(self.hold.shape[1])
        shed = Shed(*(bool(code & 2**k) for k in (_WRINKLE, _CRACK, _CREASE, _BUCKLE)))
        part = self._wing if len(runs) == len(self.hold) else self._wing.runs(runs)
        stays = self._stays if part is self._wing else [_cut(f, runs, all_of_them) for f in self._stays]
        hold, last = self.hold[runs], self.last[runs]
        ended = _ended(part, shed, hold, stays, self._quick)
        if ended is None:
            return
        found, then, which = ended
        # what would have come before the sign, were it not for it, still counts
        better = there[runs] & (_below(hold, then) | (kind[runs] != _CRACK))
        self.hold[runs] = np.where(better, np.maximum(then, hold), hold)
        self.last[runs] = np.where(better, len(self._kinds) + which, last)
        self._kinds += [_kind(f) for f in found]
        yield found, runs


def _ended(
    wing: LoadedPart, shed: Shed, start: Array, stays: list[Finding], quick: bool
) -> tuple[list[Finding], Array, Indices] | None:
    """(findings, factor, which of them) of a part that has shed something; None where there is nothing to shed."""
    if not shed.crushed:
        state = after(wing, shed)
        if state is None:
            return None
        found = find_all(state, only_from_strain=True) + stays
    elif quick:
        loads = np.where(np.isfinite(start), start, 1.0)
        state = after(wing, shed, loads)
        assert state is not None
        above = np.min([f.n for f in find_all(state, only_from_strain=True)], axis=0)
        middle = 0.5 * (loads + np.clip(above, loads, 3 * loads))
        state = after(wing, shed, middle)
        assert state is not None
        found = find_all(state, only_from_strain=True) + stays
        stack = np.stack([f.n for f in found])
        # on a straight line through both
        over = [np.minimum(above, 10 * loads) - loads, np.minimum(stack.min(axis=0), 10 * loads) - middle]
        share = over[0] / np.maximum(over[0] - over[1], 1e-9)
        met = np.clip(loads + (middle - loads) * share, loads, np.maximum(above, loads))
        return found, np.asarray(met), first_least(stack)
    else:
        # the zone grows with the load: the end is where the load that it was measured at is the load that ends it
        runs, times = np.arange(len(start)), len(_TIMES)
        loads = np.where(np.isfinite(start), start, 1.0)
        tried = (loads[:, None, :] * _TIMES[:, None]).reshape(-1, start.shape[1])
        many = wing.runs(np.repeat(runs, times))
        state = after(many, shed, tried)
        assert state is not None
        shape = (len(start), times, start.shape[1])
        then = np.min([f.n for f in find_all(state, only_from_strain=True)], axis=0).reshape(shape)
        at = _crossing(tried.reshape(shape), then)
        state = after(wing, shed, at)
        assert state is not None
        found = find_all(state, only_from_strain=True) + stays
    return found, *soonest(found)


def _crossing(tried: Array, then: Array) -> Array:
    """(R, S) the load at which `then` (R, times, S), that falls, meets the load that it was found at."""
    over = np.minimum(then, 10 * tried) - tried
    stood = over > 0
    k = np.clip(stood.sum(axis=1, keepdims=True) - 1, 0, tried.shape[1] - 2)

    def both(a: Array) -> tuple[Array, Array]:
        return np.take_along_axis(a, k, axis=1)[:, 0], np.take_along_axis(a, k + 1, axis=1)[:, 0]

    (low, high), (above, below) = both(tried), both(over)
    share = np.clip(above / np.maximum(above - below, 1e-12), 0.0, 1.0)
    return np.asarray(low + share * (high - low))


def _cut(finding: Finding, runs: Indices, stations: Indices) -> Finding:
    allowable = finding.allowable[runs] if finding.allowable.ndim == 1 else finding.allowable[np.ix_(runs, stations)]
    here = np.ix_(runs, stations)
    return replace(finding, n=finding.n[here], applied=finding.applied[here], allowable=allowable)


def _bridged(m: SectionMaterials) -> NDArray[np.bool_]:
    """(R, 1) whether anything could hold the halves together once the foam has cracked."""
    stiff = np.concatenate([m.sheet_on * m.sheet_Et, m.member_on * m.member_E], axis=1)
    return np.asarray((stiff > 0).any(axis=1, keepdims=True))
