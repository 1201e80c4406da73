"""A piece that tears, crushes, slips or splits is not the end: the rest carries on as if that piece bore nothing.

What it holds to is the largest load factor over a sequence of states. In each, the piece at which the part ends is
taken out, along all of its length, and the rest is worked out anew; it still weighs. By the static theorem a state that
is in balance and nowhere beyond its strength is a lower bound (Prager and Hodge 1951), so a part with a piece holds no
less than the same part without it, its weight apart.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..beam import Forces
from ..failure import ALIKE, Finding, LoadedPart, find_all, first_least, soonest
from ..kinds import kind_of, wound_of
from ..loads import Case
from ..sections import OF_FOAM, PartLayout, ShearFlow, TorsionStress, Twist
from .past_first import Findings, Late, after_first
from .solve import Sections, Solved, load, sections_of

Array = NDArray[np.float64]
Indices = NDArray[np.intp]
#: whole numbers that came out of a search over modes
Which = NDArray[Any]
#: share of a part's length below which a piece counts as short (own choice)
_SHORT = 0.5
#: (which variants of the sections they are, (R, pieces) what is there) -> the same parts without what has let go
Without = Callable[[Indices, Array], tuple[Sections, Twist]]


#: how ids of what mends lay in begin
OF_MENDS = "mend-"


def may_let_go(layout: PartLayout, piece: int) -> bool:
    """Whether the rest carries on when a piece bears nothing: not a cut, nor what stands in place of the core's foam,
    which leaves a hole; what a mend has laid in lets go with all of it (`repairs.states.after_letting_go`)."""
    if (
        layout.pieces[piece].id.startswith(OF_MENDS)
        or wound_of(layout.pieces[piece]) is not None
        or kind_of(layout.pieces[piece]).group == "cuts"
    ):
        return False
    return all(row.piece != piece or row.stands != "instead" for row in layout.patch_rows)


class Rows(Findings):
    """Findings of some runs, told of many: `back` says which each is."""

    def __init__(self, found: Sequence[Finding], back: Indices) -> None:
        self._found, self._back = found, back

    def __len__(self) -> int:
        return len(self._found)

    def _at(self, at: int) -> Finding:
        found = self._found[at]
        back = self._back
        return replace(found, n=found.n[back], applied=found.applied[back], allowable=found.allowable[back])

    def piece_of(self, at: int) -> int | None:
        """The piece that a finding is of, without its arrays."""
        return _piece_of(self._found, at)


def _piece_of(found: Sequence[Finding], at: int) -> int | None:
    return found.piece_of(at) if isinstance(found, (Late, Rows)) else found[at].piece


class Joined(Findings):
    """Findings of all runs, and after them those of some of them in a later state: inf in the others."""

    def __init__(self, shape: tuple[int, ...], first: Sequence[Finding]) -> None:
        every = np.arange(shape[0])
        self._shape, self._parts = shape, [(first, every, every)]

    def add(self, found: Sequence[Finding], runs: Indices, rows: Indices) -> int:
        """Where the findings of some runs begin, which lie in some rows of what was found."""
        start = len(self)
        self._parts.append((found, runs, rows))
        return start

    def __len__(self) -> int:
        return sum(len(found) for found, _, _ in self._parts)

    def _at(self, at: int) -> Finding:
        for k, (found, runs, rows) in enumerate(self._parts):
            if at >= len(found):
                at -= len(found)
                continue
            finding = found[at]
            if k == 0:
                return finding
            n, applied, allowable = np.full(self._shape, np.inf), np.zeros(self._shape), np.zeros(self._shape)
            own = finding.allowable
            n[runs], applied[runs] = finding.n[rows], finding.applied[rows]
            allowable[runs] = own[rows, None] if own.ndim == 1 else own[rows]
            return replace(finding, n=n, applied=applied, allowable=allowable)
        raise IndexError(at)


@dataclass(frozen=True)
class _Next:
    """A state to be looked at: a run, and the pieces that bear in it."""

    run: int
    there: tuple[bool, ...]

    def without(self, pieces: Iterable[int]) -> _Next:
        """The state with some of its pieces out."""
        gone = set(pieces)
        return _Next(self.run, tuple(on and k not in gone for k, on in enumerate(self.there)))


def carry_on(
    solved: Solved,
    sections: Sections,
    flying_mass_g: Array | float,
    cases: Sequence[Case],
    on: Array,
    without: Without,
    *,
    quick: bool = False,
    alike: bool = False,
    like: frozenset[int] = frozenset(),
) -> Solved:
    """The same, with what each run holds to once pieces have let go, where that is more.

    After the state as it is drawn comes that without the piece at which it ends, and so on. The first run, where it
    ends elsewhere or has pieces of a short stretch, is also tried without each of those, since what is stiff over a
    short stretch draws load to its ends; the others without what was best for that. Repairs try themselves what is left
    without each mend (`repairs.states.after_letting_go`).

    Parameters
    ----------
    sections : of the V variants that were solved. on : (V, pieces) what is there in each. without : makes what is left
        of some of them. alike : they are draws, the typical build first: it is asked for those that have the same
        pieces left, each set by itself, and they go the typical build's way; `like` are pieces without which that
        holds most.
    """
    count, layout = solved.variants, solved.layout
    able = [may_let_go(layout, k) for k in range(on.shape[1])]
    if not any(able) or (alike and not like):
        return solved
    hurt = any(wound_of(piece) is not None for piece in layout.pieces)
    short = [k for k, piece in enumerate(layout.pieces) if able[k] and not hurt and _is_short(layout, piece)]
    variant = np.concatenate([np.arange(count), np.zeros(len(cases) - 1, dtype=np.intp)])
    case_of = np.concatenate([np.zeros(count, dtype=np.intp), np.arange(1, len(cases))])
    hold, last, gone = solved.hold.copy(), solved.last.copy(), [frozenset[int]()] * len(variant)
    late, best = Joined(hold.shape, solved.late), solved.hold.min(axis=1)
    as_drawn = [_Next(run, tuple(bool(n) for n in on[v])) for run, v in enumerate(variant)]
    seen, following = set(as_drawn), list[_Next]()

    sticks = {k for k, piece in enumerate(layout.pieces) if able[k] and kind_of(piece).group == "sticks"}

    def follow(state: _Next, end: int | None, first: bool, all_of: set[int] | None = None) -> None:
        falls = end is not None and able[end] and state.there[end]
        # draws go the way of the typical build alone: what else lets go of one of them ends it, on the safe side
        falls = falls and not alike
        tries = [{end}] if falls and end is not None else []
        if first and state.run == 0 and not alike and not quick and not hurt:
            tries += [{k} for k in (short if falls else range(len(able))) if able[k] and state.there[k]]
        if first and (like or gone[0]):
            tries.append(set(like or gone[0]))
        if all_of and not alike:
            tries.append(all_of)
        for pieces in tries:
            other = state.without(pieces)
            if other not in seen:
                seen.add(other)
                following.append(other)

    todo = [[0], list(range(1, len(as_drawn)))] if not (alike or quick) else [list(range(len(as_drawn)))]
    while following or todo:
        if not following:
            # the first run shows the others which pieces are worth trying without
            for run in todo.pop(0):
                follow(as_drawn[run], _end(solved.late, solved.hold, solved.last, run), True)
            continue
        batch, following = following, []
        there = np.array([s.there for s in batch], dtype=float)
        for some in _alike(there) if alike else [np.arange(len(batch))]:
            runs = np.array([batch[k].run for k in some], dtype=np.intp)
            # most of what is left holds less: a look at a few stations tells, without what shears them
            if not quick:
                at_most, ends = _at_most(solved, sections, variant[runs], runs, there[some])
                worth = at_most > best[runs] * (_NO_MORE_SWEPT if np.any(layout.plan.cos_sweep < 1) else _NO_MORE)
                for k in np.flatnonzero(at_most <= best[runs] * _NO_MORE).tolist():
                    # what shears them was left out: their sticks may go one after the other
                    follow(batch[some[k]], ends[k], False, sticks)
                if not worth.any():
                    continue
                some, runs = some[worth], runs[worth]
            found, n, which = _state(
                sections, flying_mass_g, cases, variant[runs], case_of[runs], there[some], without, quick
            )
            chosen: dict[int, int] = {}
            for k, run in enumerate(runs.tolist()):
                most = float(n[k].min())
                # of equals the part as it is drawn, not as rounding has it
                if most > best[run] * (1 + ALIKE):
                    best[run], chosen[run] = most, k
                    gone[run] = frozenset(p for p, was in enumerate(on[variant[run]]) if was and not there[some[k], p])
                follow(batch[some[k]], _end(found, n, which, k), False)
            if chosen:
                at, rows = (np.array(list(x), dtype=np.intp) for x in (chosen, chosen.values()))
                start = late.add(found, at, rows)
                hold[at], last[at] = n[rows], start + which[rows]
    return replace(solved, hold=hold, last=last, late=late, gone=gone) if any(gone) else solved


def _is_short(layout: PartLayout, piece: Any) -> bool:
    """Whether a piece runs over less than half of the part, or is there for an edge alone."""
    run = min(piece.y_to_mm, layout.plan.half_span) - piece.y_from_mm
    return kind_of(piece).group == "edges" or run < _SHORT * layout.plan.half_span


def _alike(there: Array) -> list[Indices]:
    """Places of rows that are the same, together."""
    _, back = np.unique(there, axis=0, return_inverse=True)
    return [np.flatnonzero(back.reshape(-1) == k) for k in range(int(back.max()) + 1)]


def _end(found: Sequence[Finding], n: Array, which: Which, run: int) -> int | None:
    """The piece at which a run ends."""
    return _piece_of(found, int(which[run, int(first_least(n[run]))]))


#: stations at which it is looked whether what is left can hold more (own choice)
_LOOK = 4
#: share of what is known already below which what is left is not looked at closer (own choice: what shears it is left
#: out of the look, which tells too much)
_NO_MORE = 1.0
#: the same where it is swept: what is softer gives way to the air by its bending, which the look does not know
_NO_MORE_SWEPT = 0.7


def _at_most(
    solved: Solved, sections: Sections, variant: Indices, runs: Indices, there: Array
) -> tuple[Array, list[int | None]]:
    """(R,) what some runs hold to at most with some of their pieces, and the piece at which each ends: by what
    stretches and presses them at a few stations, where what twists and shears them is left out."""
    layout = solved.layout
    ends = np.unique(solved.hold[runs].argmin(axis=1))
    among = np.unique(np.linspace(0, len(layout.plan.y) - 1, _LOOK).round().astype(int))[:-1]
    index = np.union1d(ends[:: max(1, len(ends) // _LOOK)], among)
    few = layout.take(index)
    rest = sections_of(few, {k: v[variant] for k, v in sections.values.items()}, there)
    force = Forces(*(v[runs][:, index] for v in vars(solved.pod_forces).values()))
    nothing = np.zeros_like(force.moment)
    webs = tuple(np.flatnonzero((few.section.members.web_width > 0).any(axis=1)).tolist())
    sheets, edges = len(few.sheet_rows), ("nose", "trailing edge") if few.part.hollow else ()
    unit = np.zeros((OF_FOAM + 2 * sheets + len(webs) + len(edges), *nothing.shape))
    shear = ShearFlow(
        nothing + 1.0, nothing, nothing + 1e-12, dict.fromkeys(webs, nothing), dict.fromkeys(edges, nothing)
    )
    part = LoadedPart(
        few, rest.values, rest.materials, rest.properties, rest.sums, shear, force, (nothing, nothing),
        TorsionStress(unit, sheets, webs, edges),
    )  # fmt: skip
    findings = find_all(part, only_from_strain=True)
    n, which = soonest(findings)
    late, hold, last = after_first(part, findings, n, which)
    return hold.min(axis=1), [_end(late, hold, last, k) for k in range(len(runs))]


def _state(
    sections: Sections,
    flying_mass_g: Array | float,
    cases: Sequence[Case],
    variant: Indices,
    case_of: Indices,
    there: Array,
    without: Without,
    quick: bool,
) -> tuple[Sequence[Finding], Array, Which]:
    """(findings, factor, which) of some runs, each with what is there of its variant, in its case."""
    flying = flying_mass_g if isinstance(flying_mass_g, (int, float)) else np.asarray(flying_mass_g)
    key = np.column_stack([_other_figures(sections)[variant] if quick else variant, there])
    _, first, back = np.unique(key, axis=0, return_index=True, return_inverse=True)
    back = back.reshape(-1)
    rest, twist = without(variant[first], there[first])
    if quick:
        # of many variants the same is left: it is worked out once, and counts by what each weighs in all
        runs = np.arange(len(first))
        each = flying[variant[first]] if isinstance(flying, np.ndarray) and flying.ndim else flying
        late, hold, last = _ended(rest, twist, each, cases, runs, case_of[first])
        own = np.zeros(len(variant)) + (flying if isinstance(flying, (int, float)) else flying[variant])
        by = (own[first][back] / own)[:, None]
        return Rows(late, back), hold[back] * by, last[back]
    # what has let go still weighs
    p, was = rest.properties, sections.properties.take(variant[first])
    rest = replace(rest, properties=replace(p, mass=was.mass, x_mass=was.x_mass, polar_mass=was.polar_mass))
    if isinstance(flying, np.ndarray) and flying.ndim:
        flying = flying[variant]
    return _ended(rest, twist, flying, cases, back, case_of)


def _other_figures(sections: Sections) -> Array:
    """(V, K) figures in which variants differ, as where films stand in for each other."""
    differ = [v for v in sections.values.values() if np.any(v != v[0])]
    return np.stack(differ, axis=1) if differ else np.zeros((sections.materials.variants, 0))


def _ended(
    rest: Sections,
    twist: Twist,
    flying: Array | float,
    cases: Sequence[Case],
    which_rest: Indices,
    case_of: Indices,
) -> tuple[Sequence[Finding], Array, Which]:
    """(findings, factor, which) of runs, each of one of some sections, in its case."""
    part, _ = load(rest.about(twist.x_shear), twist, flying, cases, (which_rest, [cases[k] for k in case_of]))
    findings = find_all(part)
    n, which = soonest(findings)
    late, hold, last = after_first(part, findings, n, which)
    return late, hold, last
