"""The contract of a kind of mount: everything that the rest of the house may ask of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Generic, Literal, TypeVar

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Spread
from ..fields import Problem
from .base import MountBase
from .ground import Ground

Array = NDArray[np.float64]
M = TypeVar("M", bound=MountBase)
Values = Mapping[str, Array]
Table = dict[str, Spread]
#: a load in words, how much of it is asked, and what that counts
Case = tuple[str, float, Literal["G", "times"]]


@dataclass(frozen=True)
class Line:
    """One line of a working, with its unit in the core's own."""

    label: str
    number: float
    unit: str
    formula: str = ""
    source: str = ""


@dataclass(frozen=True)
class Way:
    """One way in which it gives way, under one load.

    Attributes
    ----------
    how : in a sentence, after "first". case : the load, in words. factor, unit : of that load, "G" or "times".
    acts : what it carries at that load; stands : (V,) what it stands; both in `of`.
    asked : whether it must stand it, times the safety factor; else it is only told.
    todo : what to do where it does not.
    """

    id: str
    how: str
    case: str
    factor: float
    unit: Literal["G", "times"]
    acts: float | Array
    stands: Array
    of: str
    steps: Sequence[Line]
    todo: str
    asked: bool = True

    @property
    def reserve(self) -> Array:
        """(V,) of what it stands over what acts."""
        return np.asarray(self.stands / np.maximum(self.acts, 1e-9))


@dataclass(frozen=True)
class Fact:
    """Something else that is to be known of it; `bad` where it cannot stay so."""

    label: str
    value: float
    unit: str
    says: str
    bad: bool = False


Role = Literal["foam", "plate", "glue", "metal", "stick", "band", "hole", "thing", "way"]


@dataclass(frozen=True)
class Shape:
    """Something of its drawing, mm: right and up. `line`: open; else closed."""

    role: Role
    points: Sequence[tuple[float, float]]
    line: bool = False


def rectangle(role: Role, x: float, y: float, wide: float, high: float) -> Shape:
    """About its middle."""
    a, b = 0.5 * wide, 0.5 * high
    return Shape(role, ((x - a, y - b), (x + a, y - b), (x + a, y + b), (x - a, y + b)))


def ring(role: Role, x: float, y: float, diameter: float) -> Shape:
    """A round thing."""
    t = np.linspace(0, 2 * np.pi, 25)[:-1]
    return Shape(role, [(float(x + 0.5 * diameter * c), float(y + 0.5 * diameter * s)) for c, s in
                        zip(np.cos(t), np.sin(t), strict=True)])  # fmt: skip


def stroke(role: Role, *points: tuple[float, float]) -> Shape:
    """An open line."""
    return Shape(role, points, line=True)


def wing_section(chord: float, depth: float) -> Shape:
    """A wing's section as it is drawn, nose on the left: thickness as of the four-digit sections, a little cambered."""
    x = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 25)))
    half = 5 * depth * (0.2969 * np.sqrt(x) - 0.126 * x - 0.3516 * x**2 + 0.2843 * x**3 - 0.1036 * x**4)
    camber = 0.4 * depth * x * (1 - x)
    along, up = np.concatenate([x, x[::-1]]) * chord, np.concatenate([camber + half, (camber - half)[::-1]])
    return Shape("foam", [(float(a), float(b)) for a, b in zip(along, up, strict=True)])


def no_facts(mount: Any, ground: Ground, values: Values) -> list[Fact]:
    """For a kind of which nothing else is to be known."""
    return []


def no_problems(mount: Any, ground: Ground) -> Iterator[Problem]:
    """For a kind that fits wherever it is put."""
    return iter(())


@dataclass(frozen=True)
class MountKind(Generic[M]):
    """One kind of mount.

    Attributes
    ----------
    model : its description. label, good : as it is offered. stands_on : parts on which it may be.
    start : (ground) -> its usual sizes here, by field; None where there is nothing for it to hold.
    uses : what it takes of the catalogue: names of figures -> spreads.
    ways : every way in which it gives way. grams : (V,). facts : what else is to be known.
    drawn : its drawing. side : how that is looked at. problems : what cannot be.
    cautions : where its work can hurt.
    """

    model: type[M]
    label: str
    good: str
    stands_on: tuple[str, ...]
    start: Callable[[Ground], dict[str, Any] | None]
    uses: Callable[[M], Table]
    ways: Callable[[M, Ground, Values], list[Way]]
    grams: Callable[[M, Values], Array]
    drawn: Callable[[M, Ground], list[Shape]]
    side: str
    facts: Callable[[M, Ground, Values], list[Fact]] = no_facts
    problems: Callable[[M, Ground], Iterator[Problem]] = no_problems
    cautions: tuple[str, ...] = field(default=())

    @property
    def kind(self) -> str:
        return str(self.model.model_fields["kind"].default)
