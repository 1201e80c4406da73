"""The contract of a kind of damage: what it makes of the part, as it is and after it has been looked after."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, Literal, TypeVar

from ..kinds import ALL, Hit, Share, Zone
from .base import DamageBase

D = TypeVar("D", bound=DamageBase)


@dataclass(frozen=True)
class Beside:
    """A stick with another beside it, over the stick alone: EA, EI over EA, and depth."""

    stretches: float
    bends: float
    deeper: float


@dataclass(frozen=True)
class GluedOver:
    """A glue, and the stretch of a stick that lies in it, mm."""

    glue: str
    y_from: float
    y_to: float


@dataclass(frozen=True)
class Care:
    """What one mend does to a damage; what it says nothing of stays as it was.

    Attributes
    ----------
    glued : a stick lies in another glue, from here to there; None: in its own.
    joins : parted foam is one again, and bears so much pulled and sheared; pressed : and pressed.
    foam_stiff, foam_strong : of foam that was crushed. drawn : figure of the share of lost stiffness that comes back.
    stick_stiff, stick_strong : of a stick over the damage. whole : the stick is a new one.
    over : stretch, mm, that the mend reaches; None: all of the damage. beside : what is laid beside a stick over it, or
        put into it.
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
    beside: Beside | None = None
    glued: GluedOver | None = None


@dataclass(frozen=True)
class Room:
    """Lengths beside a damage, mm: where a stick takes up its load from, the depth of the part, the stick's own."""

    beside: float
    depth: float = 0.0
    stick: float = 0.0


Ends = Literal["foam", "skin", "stick", "loose", "along", "beside", "at once"]


@dataclass(frozen=True)
class Effect:
    """What a damage is over one stretch of the part, mm.

    ends : how it ends along the part. "stick": a stick ends there, and as much longer either way as it needs to take up
    its load again; "loose": a stick is loose there; "along": it runs on along a stick by a diameter; "beside": a stick
    is stiffer there; "foam", "skin": what is parted, or softer; "at once": another glue begins.
    """

    y_from: float
    y_to: float
    zones: Sequence[Zone] = ()
    hits: Sequence[Hit] = ()
    ends: Ends = "foam"

    def over(self, room: Room) -> tuple[float, float, float]:
        """(start, end, fade), mm: where it is, and over how much beyond either end it fades to nothing.

        A stick, a skin or foam beside what is parted takes up its load little by little; told at once, a verdict would
        flip where two damages pass each other by a millimetre.
        """
        reach, fade = 0.0, 0.0
        if self.ends == "stick":
            reach = TAKES_UP * room.beside
            fade = FADES * reach
        elif self.ends == "loose":
            fade = FADES * TAKES_UP * room.beside
        elif self.ends == "along":
            reach, fade = room.stick, 2 * room.stick
        elif self.ends == "beside":
            reach, fade = -min(room.stick, 0.25 * (self.y_to - self.y_from)), room.stick
        elif self.ends == "skin":
            fade = SKIN_TAKES_UP
        elif self.zones and self.ends == "foam":
            fade = min((room.depth if z.depth_mm is None else z.depth_mm for z in self.zones), default=0.0)
        return max(self.y_from - reach, 0.0), self.y_to + reach, fade


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


def as_new(damage: Any, cares: Sequence[Care]) -> list[Effect] | None:
    """Effects once the stick of a damage is a sound one, in the glue of the mend; None where it is not."""
    care = next((care for care in cares if care.whole), None)
    if care is None:
        return None
    if care.glued is None:
        return []
    hit = Hit(sticks=(damage.piece,), stiff=ALL, glue=care.glued.glue)
    return [Effect(care.glued.y_from, care.glued.y_to, (), [hit], ends="at once")]


def first(cares: Sequence[Care], name: str) -> Any:
    """What the first mend that says something of it does."""
    return next((found for care in cares if (found := getattr(care, name)) is not None), None)


#: mm either way of a place, over which a cut goes through foam (own choice)
CUT = 0.25
#: share of the chord (of sheets round air: of half the girth), either way, over which a stick that ends there does not
#: work yet: it takes up its load from what lies beside it. 0.24 to 0.31 by plane finite elements, whatever it is made
#: of (tests/core/repairs/test_takes_up.py)
TAKES_UP = 0.25
#: share of that length, beyond it, over which it takes up the rest of its load (own choice: what bends more by it
#: stays within a tenth of that length)
FADES = 1.0
#: mm, the same of film, tape and paper, which lie on the foam all over: a sixth of the depth (the same place)
SKIN_TAKES_UP = 5.0


def at(damage: DamageBase, reach: float = CUT) -> tuple[float, float]:
    """The stretch of a cut."""
    return max(damage.at_mm - reach, 0.0), max(damage.at_mm + reach, 1.0)
