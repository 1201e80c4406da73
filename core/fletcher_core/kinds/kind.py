"""The contract of a kind of piece: everything that the rest of the house may ask of it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, Literal, TypeVar

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Spread
from ..fields import Problem
from .base import PieceBase
from .rows import Ground, MemberRow, Need, Rows

Array = NDArray[np.float64]
P = TypeVar("P", bound=PieceBase)
#: a length in the reader's units
Say = Callable[[float], str]
Values = Mapping[str, Any]
Run = dict[str, Any]

#: of what spans a wing from face to face
ON_A_BODY = frozenset({"body"})

Group = Literal["sticks", "sheets", "edges", "cuts"]
#: groups of the ledger, in its order
GROUPS: Mapping[Group, str] = {
    "sticks": "Spars and sticks",
    "sheets": "Film, tape and cloth",
    "edges": "Nose, edges and hard points",
    "cuts": "Cut-outs",
}


@dataclass(frozen=True)
class Minutes:
    """Of hand work, without waiting for glue: to begin with, and for each metre of it, of each face and layer.

    [low, typical, high] are the 10th, 50th and 90th percentile of a builder who has done it before. Own estimates.
    """

    start: Spread
    per_metre: Spread


def minutes(start: tuple[float, float, float], per_metre: tuple[float, float, float]) -> Minutes:
    """Minutes of work, each (low, typical, high): to start with, and for each metre."""
    return Minutes(Spread(*start), Spread(*per_metre))


@dataclass(frozen=True)
class Offer:
    """How it stands in the list of what can be added."""

    group: Literal["build-up", "stick", "sheet", "cut"]
    name: str
    good: str
    bad: str


@dataclass(frozen=True)
class Room:
    """What a new piece has room in: the tip, a usual end, a free place on the chord and the depth there; mm."""

    taken: frozenset[str]
    tip: float
    end: float
    share: float
    depth: float
    root_chord: float

    @property
    def run(self) -> Run:
        return {"y_from_mm": 0.0, "y_to_mm": self.end, "chord_from": self.share, "chord_to": self.share}

    @property
    def whole(self) -> Run:
        return {"y_from_mm": 0.0, "y_to_mm": self.tip}

    def id(self, stem: str) -> str:
        """One that no piece of the scheme has."""
        return next(f"{stem}-{k}" for k in range(1, 1000) if f"{stem}-{k}" not in self.taken)

    def part(self, share: float) -> float:
        """So much of the half span, to the full centimetre."""
        return max(10.0, float(np.floor(share * self.tip / 10) * 10))


def no_needs(piece: Any, ground: Ground) -> list[Need]:
    """For a kind that takes nothing from the shelf."""
    return []


def no_problems(piece: Any, rows: list[MemberRow], ground: Ground) -> Iterable[Problem]:
    """Problems are told at fields of the piece: ``where`` is (field,)."""
    return ()


def seen_wide(piece: Any) -> float:
    """Width on the plan, mm, for a kind with a width of its own."""
    return float(piece.width_mm)


@dataclass(frozen=True)
class Kind(Generic[P]):
    """One kind of piece.

    Attributes
    ----------
    model : its description.
    group : of the ledger.
    rows : (piece, its place in the list, ground) -> what it is in the section.
    size : (piece, length in words) -> "3 mm rod".
    noun : in a sentence; `stem` of the ids of new ones.
    table : of the catalogue, in which its material stands; None for a cut-out.
    minutes : of hand work.
    needs : (piece, ground) -> what it takes from the shelf.
    suggest : (room) -> pieces of a usual size that fit.
    offer : how it stands in the list of what can be added.
    size_field : (piece, direction) -> the field that makes it so tall (z) or wide (x).
    width_seen : mm, from above. band : (piece, chord, x_le) -> (x fore, x aft), for what is no stick and no sheet.
    stands : (piece) -> places along the span, mm, of what stands across it.
    slants : (piece) -> (places along the span, share of the chord there) of what goes to and fro over it, or None.
    bond : what kind of joint its glue line is; None where it has none.
    uses : (piece) -> further figures of the catalogue that it is computed from, by prefix; own_figures : by full
        name.
    derived : (piece, values, ground) -> figures that follow from those, by full name.
    glued_grams : (piece, ground) -> grams of glue of one half, where its rows do not tell.
    problems : (piece, its rows, ground) -> what cannot be.
    sizes : (material, sizes in mm) that are sold everywhere; `of_size` makes the pieces that a search tries;
        `form` under which the shelf has them.
    covers : (material's name in the catalogue, common fields, tip in mm, called) -> sheets that a search tries.
    tried : (common fields, tip in mm, whether it may lie elsewhere than all over) -> sheets that a search tries, of
        what comes from no roll.
    twists_alone : it has no part in what skins, webs and cut-outs do against twist.
    for_hits : it is there for knocks, so that it is never called dead weight.
    only_hollow : it is for hollow parts alone. only_on : names of the parts that it is for ("on edge": a body that
        stands so), all where empty.
    never_on : names of parts that it is not for where they are hollow.
    over_openings : it is suggested where a wall is left out.
    look : its own hatch where it is no material.
    splice : (piece) -> form and sizes as a splice asks for them (`bonds.splice.SpliceQuestion`); {}: it has none.
    """

    model: type[P]
    group: Group
    rows: Callable[[P, int, Ground], Rows]
    size: Callable[[P, Say], str]
    noun: str
    minutes: Minutes
    suggest: Callable[[Room], list[PieceBase]]
    offer: Offer
    table: str | None = "stock"
    stem: str = ""
    needs: Callable[[P, Ground], list[Need]] = no_needs
    size_field: Callable[[P, str], str] = lambda piece, direction: "width_mm"
    width_seen: Callable[[P], float] = seen_wide
    band: Callable[[P, Array, Array], tuple[Array, Array]] | None = None
    stands: Callable[[P], Array] | None = None
    slants: Callable[[P], tuple[Array, Array] | None] | None = None
    bond: Literal["slot", "faced", "plate"] | None = "slot"
    uses: Callable[[P], list[str]] = lambda piece: []
    own_figures: Callable[[P], dict[str, Spread]] = lambda piece: {}
    derived: Callable[[P, Values, Ground], dict[str, Array]] = lambda piece, values, ground: {}
    glued_grams: Callable[[P, Ground], float] = lambda piece, ground: 0.0
    problems: Callable[[P, list[MemberRow], Ground], Iterable[Problem]] = no_problems
    sizes: tuple[tuple[str, tuple[float, ...]], ...] = ()
    of_size: Callable[[str, tuple[float, ...], Run], list[tuple[P, ...]]] | None = None
    form: str = ""
    covers: Callable[[str, Run, float, str], list[P]] | None = None
    tried: Callable[[Run, float, bool], list[P]] | None = None
    twists_alone: bool = False
    for_hits: bool = False
    only_hollow: bool = False
    over_openings: bool = False
    look: str = ""
    splice: Callable[[P], dict[str, Any]] = lambda piece: {}
    #: parts on which it is not laid
    never_on: frozenset[str] = field(default_factory=frozenset)
    only_on: frozenset[str] = field(default_factory=frozenset)

    @property
    def name(self) -> str:
        return str(self.model.model_fields["kind"].default)
