"""The contract of a kind of damage: what it makes of the part, as it is and after it has been looked after."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from ..kinds import Hit, Share, Zone
from .base import DamageBase

D = TypeVar("D", bound=DamageBase)


@dataclass(frozen=True)
class Care:
    """What one mend does to a damage; what it says nothing of stays as it was.

    Attributes
    ----------
    joins : parted foam is one again, and bears so much pulled and sheared; pressed : and pressed.
    foam_stiff, foam_strong : of foam that was crushed. drawn : figure of the share of lost stiffness that comes back.
    stick_stiff, stick_strong : of a stick over the damage. whole : the stick is a new one.
    over : stretch, mm, that the mend reaches; None: all of the damage. stiffer : how many times as stiff the stick is
        over it, by what is laid beside it or put into it.
    """

    joins: Share | None = None
    pressed: Share | None = None
    foam_stiff: Share | None = None
    foam_strong: Share | None = None
    drawn: str | None = None
    stick_stiff: Share | None = None
    stick_strong: Share | None = None
    whole: bool = False
    over: tuple[float, float] | None = None
    stiffer: float = 1.0


@dataclass(frozen=True)
class Effect:
    """What a damage is over one stretch of the part, mm.

    `takes_up`: a stick ends there; the stretch is as much longer either way as it needs to take up its load again.
    """

    y_from: float
    y_to: float
    zones: Sequence[Zone] = ()
    hits: Sequence[Hit] = ()
    takes_up: bool = False

    def over(self, beside: float) -> tuple[float, float]:
        """Where it is, with so much (mm) for a stick to take up its load from."""
        reach = TAKES_UP * beside if self.takes_up else 0.0
        return max(self.y_from - reach, 0.0), self.y_to + reach


@dataclass(frozen=True)
class DamageKind(Generic[D]):
    """One kind of damage.

    Attributes
    ----------
    model : its description. label, look : as it is offered, and how it is known.
    called : in a sentence, where the part gives way at it; mended : the same once something holds it.
    effect : (damage, what mends do) -> what there is of the part; nothing where it is as good as sound.
    check : what to look for round it.
    on : parts on which it can be. of_stick : it is of a stick of the scheme. hollow, filled : in what sections.
    grounds : one that is not mended keeps the aircraft on the ground, whatever the figures say.
    mark : how it is drawn: a "line" across, a "patch" over a stretch, a "stick", a "spot".
    leaves : degrees by which what lies beyond it is (bent, twisted); None: it stands as it did.
    """

    model: type[D]
    label: str
    look: str
    called: str
    mended: str
    effect: Callable[[D, Sequence[Care]], Sequence[Effect]]
    check: str
    on: frozenset[str] = frozenset({"wing", "tailplane", "fin", "body"})
    of_stick: bool = False
    grounds: bool = False
    mark: str = "line"
    leaves: Callable[[D], tuple[float, float]] | None = None

    @property
    def kind(self) -> str:
        return str(self.model.model_fields["kind"].default)


def nothing(damage: Any, cares: Sequence[Care]) -> Sequence[Effect]:
    """Of what the strength of the part does not hang on."""
    return ()


def first(cares: Sequence[Care], name: str) -> Any:
    """What the first mend that says something of it does."""
    return next((found for care in cares if (found := getattr(care, name)) is not None), None)


#: mm either way of a place, over which a cut goes through foam (own choice)
CUT = 0.25
#: share of the chord (of sheets round air: of half the girth), either way, over which a stick that ends there does not
#: work yet: it takes up its load from what lies beside it. 0.24 to 0.31 by plane finite elements, whatever it is made
#: of (tests/core/repairs/test_takes_up.py)
TAKES_UP = 0.25
#: mm, the same of film, tape and paper, which lie on the foam all over: a sixth of the depth (the same place)
SKIN_TAKES_UP = 5.0


def at(damage: DamageBase, reach: float = CUT) -> tuple[float, float]:
    """The stretch of a cut."""
    return max(damage.at_mm - reach, 0.0), max(damage.at_mm + reach, 1.0)
