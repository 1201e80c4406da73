"""A new hinge; gear changed for sound gear; a cord round a corner."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from pydantic import Field

from ..catalogue import Spread, catalogue, meets
from ..damages import DamageBase
from ..fields import measure
from ..kinds import PieceBase, new_piece
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long
from .place import Place
from .stuff import glue_steps

#: mm of hinge where the aircraft tells none (own estimate)
_USUAL_HINGE = 200.0


class NewHinge(MendBase):
    """The torn length cut out and hinged again, with a little over at each end."""

    kind: Literal["new_hinge"] = "new_hinge"
    hinge: str = Field("tape_bevel", json_schema_extra={"label": "hinge", "table": "hinge"})


class Swap(MendBase):
    """Changed, or mended and tried on the bench."""

    kind: Literal["swap"] = "swap"
    grams_more: float = measure("heavier than what was in it by", "mass", -500.0, 500.0, 0.0)


class CordRound(MendBase):
    """A cord let into the edge round the damage."""

    kind: Literal["cord_round"] = "cord_round"
    material: str = Field("cord_polyester", json_schema_extra={"label": "cord", "table": "cord"})
    beyond_mm: float = measure("beyond the damage on each side", "length", 5.0, 1000.0, 80.0)
    glue: str = glue_field()


def _torn_mm(damage: Any, place: Place) -> float:
    return float(place.hinges.get(damage.surface, _USUAL_HINGE) * damage.share + 50.0)


def _hinge_minutes(mend: NewHinge, damage: Any, place: Place) -> Spread:
    entry, metres = catalogue().hinge[mend.hinge], 1e-3 * _torn_mm(damage, place)
    return Spread(*(a + b * metres for a, b in zip(entry.start, entry.per_metre, strict=True)))


def _hinges(damage: DamageBase, place: Place) -> Sequence[NewHinge]:
    made = "board" if place.hollow else "foam"
    return [
        NewHinge(id="new", of=damage.id, hinge=key)
        for key, h in catalogue().hinge.items()
        if made in h.fits and place.family not in h.never
    ]


HINGE = MendKind(
    model=NewHinge,
    label="Hinge it again",
    noun="hinge",
    good="The torn length alone, an inch over at each end.",
    bad="Old and new tape age apart: look at the rest too.",
    treats=frozenset({"hinge_torn"}),
    closes=frozenset({"hinge_torn"}),
    minutes=_hinge_minutes,
    grams=lambda m, d, p: catalogue().hinge[m.hinge].grams_per_m.typical * 1e-3 * _torn_mm(d, p),
    steps=lambda m, d, p: [
        catalogue().hinge[m.hinge].repair,
        *catalogue().hinge[m.hinge].steps,
        "Move it over its whole throw, stick and servo: equal both ways, nothing binds.",
    ],
    tries=_hinges,
    looks=0.8,
)
SWAP = MendKind(
    model=Swap,
    label="Change it, or see to it",
    noun="change",
    good="Nothing that was hit hard is trusted unseen.",
    bad="A part that you do not have today.",
    treats=frozenset({"gear"}),
    closes=frozenset({"gear"}),
    minutes=lambda m, d, p: so_long(8, 15, 30),
    grams=lambda m, d, p: m.grams_more,
    steps=lambda m, d, p: [
        "Propeller off before anything is plugged in.",
        "Turn, push and pull it by hand; listen.",
        "Run it over its whole range; centre, throws, direction, failsafe.",
        "Range check before the flight.",
    ],
    tries=lambda d, p: [Swap(id="new", of=d.id)],
    looks=1.0,
    cautions=("Propeller off. Solder, hot air and lithium batteries do not go together on one table.",),
)


def _cord(mend: CordRound, damage: Any, place: Place) -> list[PieceBase]:
    middle, half = 0.5 * sum(damage.run), 0.5 * damage.length_mm
    start, end = place.around(middle, half + mend.beyond_mm)
    edge: Literal["leading", "trailing"] = "leading" if getattr(damage, "x_from", 0.0) < 0.5 else "trailing"
    return [
        new_piece(
            "cord",
            id=f"{mend.id}-cord",
            name="cord",
            material=mend.material,
            glue=mend.glue,
            edge=edge,
            y_from_mm=start,
            y_to_mm=end,
        )
    ]


CORD = MendKind(
    model=CordRound,
    label="Let a cord into the edge",
    noun="cord",
    good="The next hit is spread; cracks stop at it.",
    bad="No stiffness up and down.",
    treats=frozenset({"crack", "missing", "crushed"}),
    adds=_cord,
    minutes=lambda m, d, p: so_long(6, 11, 22),
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "slot", meets(p.core), meets(m.material))],
    steps=lambda m, d, p: [
        "Cut a groove as deep as the cord along the edge.",
        *glue_steps(m.glue),
        "Press it in tight, tape it down until it has set.",
    ],
    tries=lambda d, p: [CordRound(id="new", of=d.id)] if "cord" in p.kinds else [],
    looks=0.7,
    aims=frozenset({"good"}),
)
