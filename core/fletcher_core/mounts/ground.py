"""What a mount stands on and what the aircraft asks of it, as plain figures: whoever knows the aircraft fills it in."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from ..catalogue import Spread

#: N of a gram
NEWTONS = 9.80665e-3


@dataclass(frozen=True)
class Thing:
    """A kind of thing that is carried: all its grams and how many they are, the size of one, its middle behind the nose
    (or out) and over the straight line, mm."""

    id: str
    kind: str
    called: str
    grams: float
    long: float
    wide: float
    high: float
    along: float
    up: float
    on: str = "body"
    count: int = 1

    @property
    def one(self) -> float:
        """g of one of them."""
        return self.grams / self.count


@dataclass(frozen=True)
class Servo:
    """What moves a surface: N mm at full torque, mm of arm and horn, degrees of throw, mm of surface, N of the air on
    it at full throw."""

    surface: str
    part: str
    torque: float
    arm: float
    horn: float
    throw: float
    long: float = 0.0
    air: float = 0.0

    @property
    def push(self) -> float:
        """N along its rod when it stalls."""
        return self.torque / self.arm


@dataclass(frozen=True)
class Spot:
    """A part at one place: mm over all, its middle over the straight line, the thickness of its walls (None: solid)."""

    width: float
    height: float
    middle: float
    wall: float | None


@dataclass(frozen=True, kw_only=True)
class Ground:
    """The aircraft as its mounts feel it: G, g, N, mm.

    Attributes
    ----------
    limit, push, landing, throw, line : load factors pulled, pushed, in a landing, thrown, on a line (its weights).
    grams : part -> g with all that is in it. pull : N of the motor; turn : N mm of its torque with its pulses.
    elevator, balance, rudder : N on tailplane and fin; rudder_arm : mm over the fin's root.
    spot : (part, mm along) -> how it is there. made : part -> "foam", "board" or "corrugated".
    figures : part -> figures of its foam. ends : part -> mm of its length.
    seat : (start, end) mm of the wing on the body. wing_chord, wing_depth, half_span : mm.
    bottom : mm over the straight line of the lowest of belly and wheels. pressure : MPa of the air at top speed.
    balances : () -> mm aft of the leading edge of the wing's root, and over its plane, at which the aircraft balances.
    placed : (part, mm along, mm over its middle there, whether at its rear edge) -> the same of a place on a part.
    tails : part -> (mm of the middle of its root behind the nose, mm of its chord there). tail_out : mm from the middle
        at which the load of half a tailplane acts.
    """

    weight_g: float
    safety: float
    limit: float
    push: float
    landing: float
    throw: float
    line: float
    pull: float
    turn: float
    propeller: float
    grams: Mapping[str, float]
    elevator: float
    balance: float
    rudder: float
    rudder_arm: float
    things: Sequence[Thing]
    servos: Sequence[Servo]
    spot: Callable[[str, float], Spot]
    made: Mapping[str, str]
    figures: Mapping[str, Mapping[str, Spread]]
    ends: Mapping[str, float]
    seat: tuple[float, float]
    wing_chord: float
    wing_depth: float
    half_span: float
    bottom: float
    pressure: float
    tails: Mapping[str, tuple[float, float]]
    tail_out: float
    balances: Callable[[], tuple[float, float]]
    placed: Callable[[str, float, float, bool], tuple[float, float]]

    @property
    def weight(self) -> float:
        """N."""
        return self.weight_g * NEWTONS

    @property
    def lifted(self) -> float:
        """N that hang on the wing at 1 G: all but itself."""
        return max(self.weight_g - self.grams["wing"], 0.05 * self.weight_g) * NEWTONS

    def thing(self, id: str | None, kind: str = "") -> Thing | None:
        """What is carried under that id; else the first of a kind."""
        named = next((t for t in self.things if t.id == id), None)
        return named or next((t for t in self.things if kind and t.kind == kind), None)
