"""A split stick bound with thread and thin glue."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Any, Literal

from pydantic import Field

from ..catalogue import catalogue
from ..damages import Care, DamageBase
from ..fields import Problem, measure
from ..kinds import Share, kind_of
from ..units import Measure
from .base import MendBase, glue_field
from .kind import Fact, Glued, MendKind, so_long, stick_of
from .place import Place
from .stuff import glue_steps, thin_glue

#: how the loss that is left goes with layers of thread: the power of what one layer gives back (own estimate)
_LAYERS = -0.5


class Bind(MendBase):
    """Thread wound round a split stick, turn by turn, and wetted with thin glue."""

    kind: Literal["bind"] = "bind"
    from_mm: float = measure("starts", "length", 0.0, 2500.0, 0.0)
    to_mm: float = measure("ends", "length", 1.0, 2500.0, 100.0)
    layers: int = Field(1, ge=1, le=4, json_schema_extra={"label": "layers of thread", "quantity": "number"})
    thread_mm: float = measure("thickness of the thread", "size", 0.05, 2.0, 0.3)
    glue: str = glue_field("ca_standard")


def care(mend: Bind, damage: Any, place: Place) -> Care:
    """Held round, it has most of its stiffness again; more layers leave less of the loss."""
    share = Share(figure="bound", power=float(mend.layers) ** _LAYERS)
    return Care(stick_stiff=share, stick_strong=share, over=(mend.from_mm, mend.to_mm))


def flattening(moment: float, E: float, outer: float, inner: float) -> float:
    """N/mm that each half of a bent tube presses on the other with: M kappa Q / I, kappa = M / (E I) (Brazier 1927)."""
    inertia = math.pi / 64 * (outer**4 - inner**4)
    return moment**2 * (outer**3 - inner**3) / 12 / (E * inertia**2)


def hoop_moment(E: float, outer: float, inner: float, hoop: float) -> float:
    """N mm at which a winding that stands `hoop` N/mm on each of two sides lets a split tube go flat."""
    return math.sqrt(2 * hoop / flattening(1.0, E, outer, inner))


def _facts(mend: Bind, damage: Any, place: Place) -> list[Fact]:
    piece = place.sticks.get(damage.piece)
    asked = {} if piece is None else kind_of(piece).splice(piece)
    if piece is None or "bore_mm" not in asked:
        return []
    outer, inner = asked["depth_mm"], asked["bore_mm"]
    stock, strength = catalogue().stock[piece.material], catalogue().mending["wound_strength"].factor
    hoop = mend.layers * mend.thread_mm * math.pi / 4 * strength.low
    inertia = math.pi / 64 * (outer**4 - inner**4)
    own = stock.compression.typical * inertia / (0.5 * outer)
    times = hoop_moment(stock.E.typical, outer, inner, hoop) / own
    says = "as much bending as the tube itself stands is what flattens it inside this binding"
    if times < 1:
        says = "of the bending that the tube itself stands flattens it inside this binding: more layers"
    return [Fact("Its thread", times, "times", says, times < 1)]


def _problems(mend: Bind, damage: Any, place: Place) -> Iterator[Problem]:
    if mend.to_mm <= mend.from_mm:
        yield Problem(("to_mm",), "ends", "It ends before it starts.", "Let it end farther out.")
    elif mend.to_mm > place.tip + 0.5:
        yield Problem(
            ("to_mm",),
            "ends",
            "It ends beyond the part, which is {tip} long.",
            "End it on the part.",
            {"tip": Measure(place.tip)},
        )


def tries(damage: DamageBase, place: Place) -> Sequence[Bind]:
    """All of the split and three diameters more, in one and in two layers."""
    outer = _diameter(damage, place)
    if outer is None:
        return []
    more = 3 * outer
    start, end = max(damage.run[0] - more, 0.0), min(damage.run[1] + more, place.tip)
    glue = thin_glue(place)
    return [Bind(id="new", of=damage.id, from_mm=start, to_mm=end, layers=n, glue=glue) for n in (1, 2)]


def _diameter(damage: Any, place: Place) -> float | None:
    """mm of a round stick; None where it is none."""
    piece = place.sticks.get(getattr(damage, "piece", ""))
    asked = {} if piece is None else kind_of(piece).splice(piece)
    return float(asked["depth_mm"]) if asked and "width_mm" not in asked else None


#: g/mm3 of thread and glue together (own estimate)
_WOUND = 1.2e-3


def _grams(mend: Bind, damage: Any, place: Place) -> float:
    around = math.pi * (_diameter(damage, place) or 0.0)
    return float(around * (mend.to_mm - mend.from_mm) * mend.layers * mend.thread_mm * _WOUND)


KIND = MendKind(
    model=Bind,
    label="Bind it with thread",
    noun="binding",
    good="Minutes and a gram: its hoop holds a split tube round.",
    bad="It gives back most of the tube's own stiffness, not all of it.",
    treats=frozenset({"split"}),
    closes=frozenset({"split"}),
    care=care,
    minutes=lambda m, d, p: so_long(6, 10, 20),
    grams=_grams,
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "lap", stick_of(d, p), "plastic", touches=p.core)],
    facts=_facts,
    problems=_problems,
    tries=tries,
    looks=0.5,
    cautions=("cyanoacrylate",),
    steps=lambda m, d, p: [
        "Free the stick over the split and a little more.",
        "Squeeze it round; hold it with tape at both ends.",
        "Wind thread turn beside turn, tight, the ends under the last turns.",
        *glue_steps(m.glue),
        "Roll it between finger and thumb: it must feel round all the way.",
    ],
)
