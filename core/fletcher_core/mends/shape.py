"""What brings the shape back and no strength: filler, heat, drawing straight."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from ..catalogue import catalogue
from ..damages import Care
from ..fields import Problem, measure
from .base import MendBase
from .kind import Fact, MendKind, so_long
from .place import Place
from .stuff import volume

#: g/cm3 of light filler, set (own estimate: micro-balloons in water-based binder)
_FILLER = 0.35
#: figure of the share of a set that stays out
_DRAWN = "straightened"
#: °C at which bead foam of each family starts to shrink (own estimates, on the safe side)
_HOT = {"eps": 75.0, "xps": 75.0, "epp": 110.0, "epo": 95.0, "pp": 110.0}


class Filler(MendBase):
    """Light filler, sanded level."""

    kind: Literal["filler"] = "filler"
    fills: float = measure("share of the dent that it fills", "percent", 0.05, 1.0, 1.0)


class Heat(MendBase):
    """Wrinkles and dents drawn out with hot water or a heat gun."""

    kind: Literal["heat"] = "heat"
    heat_C: float = measure("heat at the foam", "temperature", 40.0, 200.0, 70.0)


class Straighten(MendBase):
    """Warmed, bent back a little further than straight, held until it is cold."""

    kind: Literal["straighten"] = "straighten"
    heat_C: float = measure("heat at the foam", "temperature", 40.0, 200.0, 60.0)


def _too_hot(mend: Any, damage: Any, place: Place) -> Iterator[Problem]:
    from ..units import Measure

    most = _HOT.get(place.family, 75.0)
    if mend.heat_C > most:
        yield Problem(
            ("heat_C",),
            "heat at the foam",
            "This foam shrinks and blisters above {most}.",
            "Stay below that; hot water from a kettle that has stood for some minutes does it.",
            {"most": Measure(most, "temperature")},
        )


FILLER = MendKind(
    model=Filler,
    label="Fill it and sand it",
    noun="filler",
    good="It looks right again.",
    bad="Weight and shape only: it carries nothing.",
    treats=frozenset({"crushed", "missing", "wrinkle", "crack"}),
    grams=lambda m, d, p: (
        _FILLER
        * 1e-3
        * m.fills
        * (volume(d, p) * (d.strain if hasattr(d, "strain") else 0.5) if d.length_mm else 0.3 * p.area(d) * 0.5)
    ),
    minutes=lambda m, d, p: so_long(8, 15, 30),
    steps=lambda m, d, p: ["Press filler in thinly, twice rather than thick once.", "Sand it level with a long block."],
    tries=lambda d, p: [Filler(id="new", of=d.id)],
    looks=0.9,
    aims=frozenset({"looks"}),
)
HEAT = MendKind(
    model=Heat,
    label="Draw it out with heat",
    noun="heat",
    good="Shape and half of the stiffness, for no grams.",
    bad="The strength stays lost; too hot, and it shrinks and blisters.",
    treats=frozenset({"wrinkle", "crushed"}),
    closes=frozenset({"wrinkle", "crushed"}),
    care=lambda m, d, p: Care(drawn="heated"),
    problems=_too_hot,
    minutes=lambda m, d, p: so_long(4, 7, 14),
    steps=lambda m, d, p: [
        f"Warm it slowly, at most {_HOT.get(p.family, 75.0):.0f} °C at the foam: hot water poured over, or a gun kept "
        "moving a hand away.",
        "Stop when the crease has gone: beads that turn shiny are melting.",
        "Let it cool before it is touched.",
    ],
    tries=lambda d, p: [Heat(id="new", of=d.id, heat_C=_HOT.get(p.family, 75.0) - 10)],
    looks=0.8,
    cautions=("Hot water scalds: pour it over the part, outdoors, on a board. Overheated foam gives off fumes.",),
)


def _left(mend: Straighten, damage: Any, place: Place) -> list[Fact]:
    out = catalogue().mending[_DRAWN].factor
    size = max(abs(damage.bent_deg), abs(damage.twisted_deg))
    return [
        Fact(
            "Stays bent or twisted",
            size * (1 - out.typical),
            "°",
            f"between {size * (1 - out.high):.1f} and {size * (1 - out.low):.1f}: trim for it, and look again after "
            "a day in the sun",
        )
    ]


STRAIGHTEN = MendKind(
    model=Straighten,
    label="Warm it and draw it straight",
    noun="straightening",
    good="No grams.",
    bad="Foam remembers: some of it creeps back in the sun.",
    treats=frozenset({"set"}),
    closes=frozenset({"set"}),
    minutes=lambda m, d, p: so_long(8, 14, 28),
    problems=_too_hot,
    facts=_left,
    draws=_DRAWN,
    steps=lambda m, d, p: [
        "Warm both faces over a hand's breadth.",
        "Bend it past straight by a third, hold it in a jig until it is cold.",
        "Sight along it; again after an hour.",
    ],
    tries=lambda d, p: [Straighten(id="new", of=d.id)],
    looks=0.9,
    cautions=("Hot air and hot water burn: gloves, and nobody beside you.",),
)
