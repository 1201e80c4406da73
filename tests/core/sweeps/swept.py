"""Sweeps any number of any description through its whole range, and finds where the answer jumps.

Numbers are found from the description of fields itself, so that a new kind is swept by itself. A fast change between
two places of a coarse sweep is looked at closer, by halving: what goes on changing over next to nothing is a jump.
"""

from __future__ import annotations

import functools
import math
import operator
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np
from pydantic import BaseModel

Answers = Mapping[str, float]
#: None where what is asked cannot be
Tell = Callable[[float], Answers | None]

#: values along a range
STEPS = 40
#: share of its larger value by which an answer may change from one place to the next, looked at closely
JUMP = 0.02
#: share of what of the range can be, within which a change counts as made at one place
_CLOSE = 2e-5
#: of the largest that the answer has along the range: below that share nothing is a jump (rounding of what is nothing)
_NOTHING = 0.05


@dataclass(frozen=True)
class Number:
    """A number of a description: its least and most, and whether it is counted."""

    field: str
    low: float
    high: float
    counted: bool


@dataclass(frozen=True)
class Jump:
    """Between two values an answer is another."""

    answer: str
    low: float
    high: float
    was: float
    now: float

    def __str__(self) -> str:
        return f"{self.answer} {self.was:.4g} -> {self.now:.4g} from {self.low:.5g} to {self.high:.5g}"


def numbers(model: type[BaseModel]) -> Iterator[Number]:
    """Every number with limits that a description has."""
    for name, info in model.model_fields.items():
        ends = {a: getattr(m, a) for m in info.metadata for a in ("ge", "le") if hasattr(m, a)}
        if len(ends) == 2:
            yield Number(name, float(ends["ge"]), float(ends["le"]), info.annotation is int)


@dataclass(frozen=True)
class Within:
    """A number somewhere inside a description: the keys to it, and what holds it."""

    path: tuple[str | int, ...]
    of: str
    number: Number

    @property
    def name(self) -> str:
        return ".".join(map(str, self.path))


def numbers_within(thing: BaseModel, path: tuple[str | int, ...] = ()) -> Iterator[Within]:
    """Every number with limits of a description and of all that it holds; of lists those of the first and the last."""
    for number in numbers(type(thing)):
        if getattr(thing, number.field) is not None:
            yield Within((*path, number.field), type(thing).__name__, number)
    for name in type(thing).model_fields:
        held = getattr(thing, name)
        if isinstance(held, BaseModel):
            yield from numbers_within(held, (*path, name))
        elif isinstance(held, list):
            for k in sorted({0, len(held) - 1} if held else set()):
                if isinstance(held[k], BaseModel):
                    yield from numbers_within(held[k], (*path, name, k))


def values_of(number: Number, tell: Tell, steps: int = STEPS) -> list[float]:
    """Where it is asked: over all of its range, and once more over what of it can be."""
    if number.counted:
        return [float(v) for v in range(int(number.low), int(number.high) + 1)]
    whole = np.linspace(number.low, number.high, steps)
    there = [k for k, v in enumerate(whole) if tell(float(v)) is not None]
    if len(there) > steps // 2:
        return whole.tolist()
    # small things have ranges for large ones: what can be lies near what is there already
    low, high = (whole[max(there[0] - 1, 0)], whole[min(there[-1] + 1, steps - 1)]) if there else whole[:2]
    return np.linspace(low, high, steps).tolist()


def jumps(number: Number, tell: Tell, steps: int = STEPS) -> list[Jump]:
    """Where an answer is another thing from one place to the next: the worst place of each answer.

    Raises
    ------
    AssertionError
        Where an answer is no number, or is negative and cannot be.
    """
    known: dict[float, Answers | None] = {}

    def asked(value: float) -> Answers | None:
        if value not in known:
            known[value] = tell(value)
            for name, told in (known[value] or {}).items():
                assert not math.isnan(told), (number.field, value, name)
                assert told >= 0 or name in ("twist", "bend"), (number.field, value, name, told)
        return known[value]

    values = values_of(number, asked, steps)
    told = [(v, a) for v in values if (a := asked(v)) is not None]
    if number.counted or len(told) < 2:
        return []
    found = []
    holds = max((a.get("hold", 0.0) for _, a in told), default=0.0)
    for name in told[0][1]:
        largest = max((abs(a[name]) for _, a in told if np.isfinite(a[name])), default=0.0)

        def apart(one: Answers, two: Answers, name: str = name, largest: float = largest) -> float:
            most = max(abs(one[name]), abs(two[name]), _NOTHING * largest)
            if not np.isfinite(most) or most == 0:
                return 0.0
            return abs(one[name] - two[name]) / most

        pairs = [(told[k], told[k + 1]) for k in range(len(told) - 1)]
        (low, a), (high, b) = max(pairs, key=lambda pair: apart(pair[0][1], pair[1][1]))
        while high - low > _CLOSE * (told[-1][0] - told[0][0]) and apart(a, b) > JUMP:
            middle = 0.5 * (low + high)
            m = asked(middle)
            if m is None:
                break
            # how what holds next to nothing bends is nothing
            if name != "grams" and _nothing(a, holds) and _nothing(b, holds):
                break
            low, a, high, b = (low, a, middle, m) if apart(a, m) > apart(m, b) else (middle, m, high, b)
        else:
            if apart(a, b) > JUMP:
                found.append(Jump(name, low, high, a[name], b[name]))
    return found


def _nothing(told: Answers, most: float) -> bool:
    return told.get("hold", math.inf) < _NOTHING * most


def with_within(model: BaseModel, path: tuple[str | int, ...], value: float) -> Any:
    """A copy with one number somewhere inside it changed, looked at as what is typed is."""
    whole = model.model_dump()
    at = functools.reduce(operator.getitem, path[:-1], whole)
    at[path[-1]] = value
    return type(model).model_validate(whole)


def with_number(model: BaseModel, field: str, value: float) -> Any:
    """A copy with one number changed, looked at as what is typed is."""
    return type(model).model_validate({**model.model_dump(), field: value})
