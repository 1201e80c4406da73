"""A tail, a fin or a wing that is glued on the body, with what stands beside it."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import Problem, measure
from ..units import Measure
from . import stuff
from .base import MountBase, choice, glue_field
from .ground import NEWTONS, Ground
from .kind import Line, MountKind, Shape, Values, Way, rectangle, stroke

Array = NDArray[np.float64]

#: of the load on both halves of a tail, what one has more than the other (own estimate: slip of the propeller, a gust)
_UNEVEN = 0.3
#: mm behind the middle of its seat at which air pushes a tail, of the seat's length (own estimate)
_BEHIND = 0.15


class GluedSeat(MountBase):
    """Glued along a strip, flat or in a slot, with fillets or triangles beside it."""

    kind: Literal["glued_seat"] = "glued_seat"
    holds: Literal["tailplane", "fin", "wing"] = choice(
        "holds the", "tailplane", tailplane="tailplane", fin="fin", wing="wing"
    )
    long_mm: float = measure("length that is glued", "length", 10.0, 600.0, 100.0)
    wide_mm: float = measure("width that is glued", "length", 2.0, 300.0, 30.0)
    glue: str = glue_field()
    slot_mm: float = measure("depth of the slot it stands in", "size", 0.0, 100.0, 0.0)
    beside: Literal["none", "fillet", "triangles"] = choice(
        "beside it", "none", none="nothing", fillet="a fillet of glue", triangles="triangles of balsa"
    )
    beside_mm: float = measure("height of that", "size", 2.0, 60.0, 8.0)
    brace: bool = Field(False, json_schema_extra={"label": "wires or sticks brace it on both sides"})


def _forces(m: GluedSeat, g: Ground) -> list[tuple[str, float, Literal["G", "times"], float, float, float]]:
    """(case, factor, unit, N off the seat, N mm that tip it over sideways, N mm that turn it on its seat)."""
    grams = g.grams.get(m.holds, 0.0) * NEWTONS
    if m.holds == "tailplane":
        found: list[tuple[str, float, Literal["G", "times"], float, float, float]] = [
            ("a hard pull", g.limit, "G", abs(g.balance), _UNEVEN * abs(g.balance) * g.tail_out, 0.0),
            ("full elevator", 1.0, "times", abs(g.elevator), _UNEVEN * abs(g.elevator) * g.tail_out, 0.0),
            ("a landing", g.landing, "G", g.landing * grams, 0.0, 0.0),
        ]
        return [f for f in found if f[3] > 0]
    if m.holds == "fin":
        return [
            ("full rudder", 1.0, "times", 0.0, abs(g.rudder) * g.rudder_arm, abs(g.rudder) * _BEHIND * m.long_mm),
            ("a landing", g.landing, "G", 0.0, 0.3 * g.landing * grams * g.rudder_arm, 0.0),
        ]
    lifted = g.lifted
    return [
        ("a hard pull", g.limit, "G", g.limit * lifted, 0.0, 0.0),
        ("a tip touches the ground", 1.0, "times", 0.5 * g.weight, 0.5 * g.weight * g.half_span * 0.5, 0.0),
    ]  # fmt: skip


def ways(m: GluedSeat, g: Ground, values: Values) -> list[Way]:
    """It is pulled off, tipped over sideways, turned on its seat."""
    wide, long = m.wide_mm, m.long_mm
    beside = {"none": 0.0, "fillet": 0.7 * m.beside_mm, "triangles": m.beside_mm}[m.beside]
    # a fillet or a triangle is glued on the body beside the seat, and the slot's walls are sheared
    broad = wide + 2 * beside
    tension = stuff.bond(values, g, "body", m.glue, "tension")
    shear = stuff.bond(values, g, "body", m.glue)
    under = stuff.foam_under(values)
    found = []
    for case, factor, unit, off, tips, turns in _forces(m, g):
        if m.brace:
            tips = 0.0
        # by its face: pulled off, tipped and turned together, in shares of what each stands alone
        turned = turns / (0.208 * max(long, broad) * min(long, broad) ** 2)
        face = (off / (broad * long) + 6 * tips / (broad**2 * long)) / tension + turned / shear
        steps = [
            Line("Pulls it off", off, "N"),
            Line("Tips it over", tips, "N mm", "force × its height, or × how far out"),
            Line("Turns it on its seat", turns, "N mm"),
            Line("Glued, with what stands beside it", broad * long, "mm²"),
            Line(
                "Share of what its face stands", float(face[0]), "", "(N / A + 6 M / b² l) / pulled + turned / sheared"
            ),
        ]
        share = face
        if m.slot_mm > 0:
            # by the slot's walls alone: sheared, and pressed above on one side and below on the other
            deep = m.slot_mm
            walls = (
                off / (2 * deep * long) / shear
                + tips / (deep**2 * long / 4 * under)
                + turns / (long**2 / 4 * deep * under)
            )
            steps.append(Line("Share of what the slot's walls stand", float(walls[0]), "",
                              "V / 2 s l + M / (s² l / 4 · pressed foam)"))  # fmt: skip
            share = np.minimum(face, walls)
        found.append(
            Way("lets_go", f"the {m.holds}'s glue lets go", case, factor, unit, 1.0, 1 / np.maximum(share, 1e-6),
                "× load", steps, _todo(m))
        )  # fmt: skip
    return found


def _todo(m: GluedSeat) -> str:
    if m.holds == "fin" and m.slot_mm < 5:
        return "Let its root stand in a slot, down to the bottom: it cannot tip then. Or triangles of balsa beside it."
    if m.beside == "none":
        return "Triangles or a fillet on both sides."
    return "A longer or wider seat, or wires that brace it."


def uses(m: GluedSeat) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.glue(m.glue), **stuff.own("pressed_edge")}


def grams(m: GluedSeat, values: Values) -> Array:
    """Glue, fillets or triangles."""
    glue = stuff.glue_g(m.glue, m.long_mm * (m.wide_mm + 2 * m.slot_mm), 2 * m.long_mm)
    beside = {
        "none": 0.0, "fillet": m.beside_mm**2 * catalogue().glue[m.glue].density,
        # balsa
        "triangles": m.beside_mm**2 * 0.165,
    }[m.beside] * m.long_mm * 1e-3  # fmt: skip
    return np.asarray(glue + beside + 0 * values["core.shear"])


def problems(m: GluedSeat, g: Ground) -> Iterator[Problem]:
    """What it holds is there, and its seat no wider than the body."""
    if m.holds not in g.grams:
        yield Problem(
            ("holds",),
            "what it holds",
            f"There is no {m.holds} on this aircraft.",
            "Describe it first, or choose another.",
        )
        return
    spot = g.spot("body", m.along_mm)
    if m.wide_mm > spot.width + 0.5:
        yield Problem(
            ("wide_mm",), "the seat", "It is {it} wide, and the body {most} there.", "Take {most} or less.",
            {"it": Measure(m.wide_mm), "most": Measure(spot.width)},
        )  # fmt: skip


def start(g: Ground) -> dict[str, Any] | None:
    """For the tail, as long as its root."""
    holds = next((p for p in ("tailplane", "fin") if p in g.grams), None)
    if "body" not in g.ends or holds is None:
        return None
    at, root = g.tails[holds]
    spot = g.spot("body", at)
    wide = spot.width if holds == "tailplane" else min(6.0, spot.width)
    return {
        "holds": holds, "along_mm": round(min(at, g.ends["body"])), "long_mm": max(10.0, float(round(root))),
        "wide_mm": max(2.0, float(math.floor(wide))),
    }  # fmt: skip


def drawn(m: GluedSeat, g: Ground) -> list[Shape]:
    """From behind."""
    spot = g.spot("body", m.along_mm)
    found = [rectangle("foam", 0, -0.5 * spot.height, spot.width, spot.height)]
    b = {"none": 0.0, "fillet": m.beside_mm, "triangles": m.beside_mm}[m.beside]
    if m.holds == "fin":
        found.append(rectangle("thing", 0, 0.5 * g.rudder_arm - 0.5 * m.slot_mm, m.wide_mm, g.rudder_arm + m.slot_mm))
        edge = 0.5 * m.wide_mm
    else:
        half = max(60.0, m.wide_mm)
        found.append(rectangle("thing", 0, 3 - m.slot_mm, 2 * half, 6.0))
        edge = 0.5 * m.wide_mm
    if b:
        for side in (-1, 1):
            found.append(Shape("glue", ((side * edge, 0), (side * (edge + b), 0), (side * edge, b))))
    found.append(stroke("glue", (-0.5 * m.wide_mm, -m.slot_mm), (0.5 * m.wide_mm, -m.slot_mm)))
    return found


KIND = MountKind(
    model=GluedSeat, label="Tail glued on", good="Tailplane, fin or wing glued on the body.", stands_on=("body",),
    start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from behind", problems=problems,
    cautions=("Square it by two equal measures before the glue sets: nose to both tips.",),
)  # fmt: skip
