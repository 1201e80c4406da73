"""Every number of every description through its whole range: no step that is not listed with its reason, no exception,
nothing negative that cannot be, no way round that is declared.

What is swept is found from the description of fields itself. The whole by `./fletcher test slow`; a drawn share of it
in each common run, from a seed that is told where it fails (FLETCHER_SWEEP_SEED takes another).
"""

from __future__ import annotations

import itertools
import os
import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

import pytest
from fletcher_core.damages import DAMAGE_KINDS
from fletcher_core.fields import Refused
from fletcher_core.mends import MEND_KINDS
from fletcher_core.model import Flight
from fletcher_core.mounts import MOUNT_KINDS
from fletcher_core.questions.mounts import ground_of
from pydantic import ValidationError

from tests.core.repairs.made import aircraft, damage, place, states
from tests.core.sweeps.grounds import grounds, hulls, pieces, suggested, told
from tests.core.sweeps.swept import Answers, Number, Within, jumps, numbers, numbers_within, with_number, with_within
from tests.core.sweeps.test_mounts import least

#: found and not mended: docs/limits.md says by how much
_KNOWN = "found by sweeping, told in docs/limits.md"
_ROUND = (
    "what reaches an edge goes round it, and what reaches across an opening closes it: both are joined there, or not"
)
#: (what is swept, field): why its answer has a step. What is swept is a kind, or the name of one sweep; "" stands for
#: all that has the field.
STEPS = {
    (
        "",
        "y_from_mm",
    ): "what starts beyond the middle is not joined to the other half, and bears nothing at the root",
    ("", "y_to_mm"): "a piece that ends short of a joint or a change of section is held by another thing",
    ("", "layers"): "counted",
    ("", "chord_from"): "at the very nose a section has no depth, and what has none bears nothing",
    ("", "chord_to"): "at the very nose a section has no depth, and what has none bears nothing",
    ("tube", "inner_mm"): "a wall of hundredths of a millimetre grows by as much as it is",
    ("tube", "outer_mm"): "a wall of hundredths of a millimetre grows by as much as it is",
    ("skin", "x_from"): _ROUND,
    ("skin", "x_to"): _ROUND,
    ("skin", "nose_lap_mm"): _ROUND,
    ("cloth", "x_from"): _ROUND,
    ("cloth", "x_to"): _ROUND,
    ("cloth", "nose_lap_mm"): _ROUND,
    ("tape on the body of dunlin", "width_mm"): _ROUND,
    ("block", "x_from"): "at the very edge there is no foam beside it to be glued to",
    ("block", "x_to"): "at the very edge there is no foam beside it to be glued to",
    ("pocket on the body of dunlin", "x_from"): "at the very edge it takes the paper of the side wall with it",
    ("BodyStation", "roundness"): "a box is glued at its corners, what is round is bent (docs/limits.md)",
    (
        "cloth",
        "cloth_g_m2",
    ): "paper that is crushed before it wrinkles ends it, paper that wrinkles first sheds its load (docs/limits.md)",
    ("prise_reglue on crack", "meets"): "what meets by less than a thousandth is next to nothing",
    ("block on the fin of sanderling", "x_to"): _KNOWN,
    ("pocket on the fin of sanderling", "x_from"): _KNOWN,
    ("fin of sanderling", "chord_share"): _KNOWN,
    ("FoldedBoard", "fold_back_mm"): _KNOWN,
    ("FoldedBoard", "crease_mm"): _KNOWN,
    ("Boom", "inner_mm"): _KNOWN,
    ("splint on joint_sprung", "overlap_mm"): _KNOWN,
    ("glue_break on crack", "meets"): "what meets by less than a thousandth is next to nothing",
    ("hatch", "pull_N"): "a pull of fractions of a newton grows by as much as it is",
    ("pocket on the body of dunlin", "x_to"): "at the very edge it takes the paper of the side wall with it",
    ("foam_ribs", "spacing_mm"): "ribs are counted: one more or less fits",
    ("board_ribs", "spacing_mm"): "ribs are counted: one more or less fits",
    ("wood_ribs", "spacing_mm"): "ribs are counted: one more or less fits",
    ("bands", "pitch_mm"): "bands are counted: one more or less fits",
    ("diagonals", "pitch_mm"): "struts are counted: one more or less fits",
}
#: fields of which more is never weaker, but for what it weighs, and by how much of the answer that may be
NEVER_WEAKER = {
    ("skin", "layers"), ("cloth", "layers"), ("tape", "layers"), ("boards", "glued"), ("box", "glued"),
    ("diagonals", "lap_mm"),
}  # fmt: skip
_BY_WEIGHT = 0.03
_BY_ROUNDING = 0.002


@dataclass(frozen=True)
class Sweep:
    """One number of one thing on one aircraft; `tell` is what it gives."""

    name: str
    kind: str
    number: Number
    tell: Callable[[float], Answers | None]


def _changed(thing: Any, number: Number, value: float) -> Any | None:
    try:
        return with_number(thing, number.field, int(value) if number.counted else value)
    except (ValidationError, Refused):
        return None


def of_pieces() -> Iterator[Sweep]:
    """Each number of a usual piece of each kind, beside what is usually laid in with it."""
    seen = set()
    for ground, wish in pieces():
        first, *rest = suggested(ground, wish)
        if (ground, first.kind) in seen:
            continue
        seen.add((ground, first.kind))
        airframe, scheme = grounds()[ground]
        for number in numbers(type(first)):

            def tell(
                value: float, first: Any = first, rest: Any = rest, number: Number = number, airframe: Any = airframe,
                scheme: Any = scheme,
            ) -> Answers | None:  # fmt: skip
                one = _changed(first, number, value)
                if one is None:
                    return None
                return told(airframe, scheme.model_copy(update={"pieces": [one, *rest]}))

            yield Sweep(f"{first.kind} on the {ground}: {number.field}", first.kind, number, tell)


def of_parts() -> Iterator[Sweep]:
    """Each number of a flight, of the parts, of all that they hold (panels, walls, joints, surfaces), and of gear."""
    airframe, scheme = grounds()["foam wing"]
    for number in numbers(Flight):

        def of_flight(value: float, number: Number = number) -> Answers | None:
            one = _changed(airframe.flight, number, value)
            return None if one is None else told(airframe.model_copy(update={"flight": one}), scheme)

        yield Sweep(f"flight: {number.field}", "flight", number, of_flight)
    for ground, (other, empty) in (grounds() | hulls()).items():
        for within in numbers_within(other.part(empty.part), ("parts", empty.part)):
            yield _within(ground, within, other, empty)
    # what is carried loads the body that it sits in
    for ground in ("body of dunlin", "body of plover"):
        other, empty = grounds()[ground]
        for k, one in enumerate(other.gear):
            for within in numbers_within(one, ("gear", k)):
                yield _within(f"{one.kind} of the {ground}", within, other, empty)


def _within(ground: str, within: Within, airframe: Any, scheme: Any) -> Sweep:
    number = within.number

    def tell(value: float) -> Answers | None:
        try:
            return told(with_within(airframe, within.path, int(value) if number.counted else value), scheme)
        except (ValidationError, Refused):
            return None

    return Sweep(f"{ground}: {within.name}", within.of, number, tell)


def _hurt(airframe: Any, scheme: Any, damages: Sequence[Any], mends: Sequence[Any] = ()) -> Answers | None:
    try:
        found = states(airframe, scheme, damages, mends, 21)
    except (Refused, ValidationError):
        return None
    usual = float(found["sound"].solved.hold.min())
    state = "mended" if mends else "broken"
    return {state: float(found[state].solved.hold.min()) / usual}


def _usual_damage(kind: str, at: float, **more: Any) -> Any | None:
    wanted = {"piece": "tube"} if "piece" in DAMAGE_KINDS[kind].model.model_fields else {}
    try:
        return damage(kind, at, **{**wanted, **more})
    except (ValidationError, Refused):
        return None


def _tube() -> tuple[Any, Any]:
    from tests.core.sweeps.test_places import PLATE, TUBE

    return PLATE, TUBE


def of_damages() -> Iterator[Sweep]:
    """Each number of each damage, of each mend of it, and each damage past each other."""
    airframe, scheme = _tube()
    there = place(airframe, scheme)
    for kind in DAMAGE_KINDS:
        usual = _usual_damage(kind, 200.0)
        if usual is None:
            continue
        for number in numbers(type(usual)):

            def of_damage(value: float, usual: Any = usual, number: Number = number) -> Answers | None:
                one = _changed(usual, number, value)
                return None if one is None else _hurt(airframe, scheme, [one])

            yield Sweep(f"{kind}: {number.field}", kind, number, of_damage)
        for name, mending in MEND_KINDS.items():
            found = list(mending.tries(usual, there)) if kind in mending.treats else []
            if not found:
                continue
            mend = found[0].model_copy(update={"id": "m"})
            for number in numbers(type(mend)):

                def of_mend(
                    value: float, usual: Any = usual, mend: Any = mend, number: Number = number, mending: Any = mending
                ) -> Answers | None:
                    one = _changed(mend, number, value)
                    if one is None or list(mending.problems(one, usual, there)):
                        return None
                    return _hurt(airframe, scheme, [usual], [one])

                yield Sweep(f"{name} on {kind}: {number.field}", name, number, of_mend)
    for one, other in itertools.combinations_with_replacement(DAMAGE_KINDS, 2):
        stays = _usual_damage(one, 200.0, id="stays")
        if stays is None or _usual_damage(other, 200.0) is None:
            continue

        def past(value: float, stays: Any = stays, other: str = other) -> Answers | None:
            moves = _usual_damage(other, value, id="moves")
            return None if moves is None else _hurt(airframe, scheme, [stays, moves])

        yield Sweep(f"{other} past {one}", f"{other} past {one}", Number("at_mm", 100.0, 300.0, False), past)


def of_mounts() -> Iterator[Sweep]:
    """Each number of each mount on an aircraft that can have it: the least reserve of all ways to give way."""
    file = aircraft("sanderling")
    ground = ground_of(file.airframe, [file.shown(part) for part in file.airframe.parts.there()])
    for name, kind in MOUNT_KINDS.items():
        sizes = kind.start(ground)
        if sizes is None:
            continue
        usual = kind.model.model_validate({"id": "m", **sizes})
        for number in numbers(kind.model):

            def tell(value: float, kind: Any = kind, usual: Any = usual, number: Number = number) -> Answers | None:
                one = _changed(usual, number, value)
                try:
                    found = None if one is None else least(kind, one, ground)
                except Refused:
                    return None
                return None if found is None else {"reserve": min(found, 50.0)}

            yield Sweep(f"{name}: {number.field}", name, number, tell)


def every() -> list[Sweep]:
    return [*of_pieces(), *of_parts(), *of_damages(), *of_mounts()]


def swept(sweep: Sweep) -> list[str]:
    """Sentences of all that is not as it has to be in a sweep."""
    found = []
    whats = (sweep.name.partition(":")[0], sweep.kind, "")
    reason = next((why for what in whats if (why := STEPS.get((what, sweep.number.field)))), None)
    known: dict[float, Answers | None] = {}

    def tell(value: float) -> Answers | None:
        if value not in known:
            known[value] = sweep.tell(value)
        return known[value]

    if not reason:
        found += [f"{sweep.name}: {jump}" for jump in jumps(sweep.number, tell)]
    else:
        jumps(sweep.number, tell)
    if (sweep.kind, sweep.number.field) in NEVER_WEAKER:
        told_of = [(v, a) for v, a in sorted(known.items()) if a is not None]
        for (v, a), (w, b) in itertools.pairwise(told_of):
            # what falls on the ground falls by its weight
            if b["hold"] < a["hold"] * min(1 - _BY_WEIGHT, a["grams"] / b["grams"] - _BY_ROUNDING):
                found.append(f"{sweep.name}: holds {a['hold']:.4g} at {v:g}, {b['hold']:.4g} at {w:g}")
    return found


#: of the whole, so many in a common run
_DRAWN = 6
#: shares of the whole: small ones, so that no core waits long for another at the end
_SHARES = 64


def _seed() -> int:
    return int(os.environ.get("FLETCHER_SWEEP_SEED") or 1907)


def test_a_drawn_share_has_no_step() -> None:
    sweeps = every()
    assert len(sweeps) > 400
    drawn = random.Random(_seed()).sample(sweeps, _DRAWN)
    wrong = [line for sweep in drawn for line in swept(sweep)]
    assert not wrong, (f"FLETCHER_SWEEP_SEED={_seed()}", wrong)


@pytest.mark.slow
@pytest.mark.parametrize("share", range(_SHARES))
def test_the_whole_has_no_step(share: int) -> None:
    wrong = [line for sweep in every()[share::_SHARES] for line in swept(sweep)]
    assert not wrong, wrong
