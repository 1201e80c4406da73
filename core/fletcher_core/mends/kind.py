"""The contract of a kind of mend: everything that the rest of the house may ask of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any, Generic, Literal, TypeVar

from ..catalogue import Spread, meets
from ..damages import Care, DamageBase
from ..fields import Problem
from ..kinds import Need, PieceBase
from .base import MendBase
from .place import Place

M = TypeVar("M", bound=MendBase)
#: for today, for good, for looks
Aim = Literal["today", "good", "looks"]
_ALL: frozenset[Aim] = frozenset({"today", "good", "looks"})
D = DamageBase


@dataclass(frozen=True)
class Fact:
    """Something to know of a mend; `bad` where it cannot stay so."""

    label: str
    value: float
    unit: str
    says: str
    bad: bool = False


def nothing(mend: Any, damage: Any, place: Place) -> list[Any]:
    """Of a mend that lays nothing in, and of which nothing else is to be known."""
    return []


def no_care(mend: Any, damage: Any, place: Place) -> Care | None:
    """Of a mend that leaves the damage as it was, and lies over it."""
    return None


def no_grams(mend: Any, damage: Any, place: Place) -> float:
    """Of a mend whose pieces are all that weighs."""
    return 0.0


@dataclass(frozen=True)
class Glued:
    """A joint that a mend glues: its glue, its shape and both sides, as `joints.JointQuestion` asks for them.

    Attributes
    ----------
    touches : material that the glue runs on to though it has nothing to hold there.
    """

    glue: str
    shape: str
    one: str
    other: str
    gap_mm: float = 0.2
    touches: str | None = None


def stick_of(damage: Any, place: Place) -> str:
    """Surface that glue meets on the damaged stick; carbon where it is not known."""
    piece = place.sticks.get(getattr(damage, "piece", ""))
    return "carbon" if piece is None else meets(piece.material)


def no_problems(mend: Any, damage: Any, place: Place) -> Iterator[Problem]:
    """Problems are told at fields of the mend: ``where`` is (field,)."""
    return iter(())


def no_glues(mend: Any) -> list[str]:
    """Of a mend without glue."""
    return []


@dataclass(frozen=True)
class MendKind(Generic[M]):
    """One kind of mend.

    Attributes
    ----------
    model : its description. label, good, bad : as it is offered. noun : in a sentence.
    treats : kinds of damages. closes : those that are seen to by it, so that the aircraft may leave the ground.
    care : (mend, damage, place) -> what it does to the damage; None: it only lies over it.
    adds : pieces that it lays in. grams : g on the one part beyond those. minutes : of hand work, [low, typical, high].
    glues : that it waits for. joints : what it glues to what. needs : what it takes from the shelf beyond its pieces'
        own.
    steps : what to do. looks : 0, a lump, to 1, not to be seen. tries : sizes that a search tries, the usual one first.
    draws : figure of the share of a set that stays out, of `mending.toml`; None: a set stays.
    aims : plans that it is for. cautions : where its work can hurt, names of the catalogue's hazards or sentences.
    """

    model: type[M]
    label: str
    noun: str
    good: str
    bad: str
    treats: frozenset[str]
    minutes: Callable[[M, D, Place], Spread]
    steps: Callable[[M, D, Place], list[str]]
    tries: Callable[[D, Place], Sequence[M]]
    closes: frozenset[str] = frozenset()
    care: Callable[[M, D, Place], Care | None] = no_care
    adds: Callable[[M, D, Place], list[PieceBase]] = nothing
    grams: Callable[[M, D, Place], float] = no_grams
    glues: Callable[[M], list[str]] = no_glues
    joints: Callable[[M, D, Place], list[Glued]] = nothing
    needs: Callable[[M, D, Place], list[Need]] = nothing
    facts: Callable[[M, D, Place], list[Fact]] = nothing
    problems: Callable[[M, D, Place], Iterator[Problem]] = no_problems
    draws: str | None = None
    looks: float = 0.5
    aims: frozenset[Aim] = _ALL
    cautions: tuple[str, ...] = field(default=())

    @property
    def kind(self) -> str:
        return str(self.model.model_fields["kind"].default)


def so_long(low: float, typical: float, high: float) -> Spread:
    """Minutes of hand work of a builder who has done it before; own estimates."""
    return Spread(low, typical, high)
