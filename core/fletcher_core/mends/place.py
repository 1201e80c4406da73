"""What a mend finds where it is laid: whoever knows the aircraft fills it in."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ..catalogue import Foam, Spread, catalogue
from ..damages import Room
from ..kinds import kind_of

#: mm of a stick whose size is not told (own choice)
_STICK = 5.0
#: what is held where no own tests say otherwise
_AS_USUAL = Spread(1.0, 1.0, 1.0)


@dataclass(frozen=True)
class Place:
    """One part, and the day.

    Attributes
    ----------
    part : its name. tip : its length, mm. size_at : (mm along it) -> chord and greatest depth there.
    room_at : (mm along it, share of the chord) -> depth there. core : material of the core. hollow : sheets round air.
    kinds : kinds of pieces that can be laid on it. sticks : its sticks by id. moulded : its skin may carry release wax.
    air_C, damp : of today. tested : glue -> how much better or worse own bond tests say that it holds than usual.
    hinges : control surface -> mm of its hinge.
    """

    part: str
    tip: float
    size_at: Callable[[float], tuple[float, float]]
    room_at: Callable[[float, float], float]
    core: str
    hollow: bool
    kinds: frozenset[str]
    sticks: Mapping[str, Any]
    moulded: bool = False
    air_C: float = 20.0
    damp: float = 0.5
    tested: Mapping[str, Spread] = field(default_factory=dict)
    hinges: Mapping[str, float] = field(default_factory=dict)

    @property
    def family(self) -> str:
        """Of its foam, as glue looks at it: of a board that of white or extruded board."""
        foam = catalogue().foam.get(self.core)
        return foam.glue_family if isinstance(foam, Foam) else "xps"

    def held(self, glue: str) -> Spread:
        """How many times what is usual it holds here, by own tests."""
        return self.tested.get(glue, _AS_USUAL)

    def beside(self, at: float) -> float:
        """mm of what a stick can take up its load from: foam all along the chord; of sheets round air half the girth,
        since bending pulls the one half and presses the other."""
        chord, depth = self.size_at(at)
        return chord + depth if self.hollow else chord

    def room(self, damage: Any) -> Room:
        """Lengths beside a damage, mm."""
        piece = self.sticks.get(getattr(damage, "piece", ""))
        depth = self.size_at(damage.at_mm)[1]
        asked = {} if piece is None else kind_of(piece).splice(piece)
        return Room(self.beside(damage.at_mm), depth, asked.get("depth_mm", min(_STICK, depth)))

    def around(self, at: float, reach: float) -> tuple[float, float]:
        """So far either way of a place, as far as there is of the part."""
        start, end = max(at - reach, 0.0), min(at + reach, self.tip)
        return (start, end) if end - start >= 1.0 else (max(end - 1.0, 0.0), max(end, 1.0))

    def area(self, damage: Any) -> float:
        """mm2 of foam across a damage: its face."""
        chord, _ = self.size_at(damage.at_mm)
        a, b = getattr(damage, "x_from", 0.0), getattr(damage, "x_to", 1.0)
        shares = np.linspace(a, b, 21)
        room = [self.room_at(damage.at_mm, float(x)) for x in shares]
        whole = float(np.trapezoid(room, shares) * chord)
        if getattr(damage, "through", "through") == "deep":
            return min(whole, (b - a) * chord * float(damage.deep_mm))
        return whole
