"""Bolts through the wing's rear, pegs at its front: nylon shears in a crash and spares the wing."""

from __future__ import annotations

import math
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import measure
from . import stuff
from .base import MountBase, choice, glue_field, stock_field
from .ground import NEWTONS, Ground
from .kind import Case, Fact, Line, MountKind, Shape, Values, Way, rectangle, wing_section

Array = NDArray[np.float64]

#: where air lifts a wing, of its chord (thin aerofoils)
_LIFTS_AT = 0.25
#: share of the chord that bolts hold a wing down by at least, however near its end they are (own choice)
_LEAST_LEVER = 0.02
#: strength of a bolt across over along (von Mises)
_ACROSS = 1 / math.sqrt(3)

#: G of its own weight at which a foam wing breaks where it is held, pushed aft (own estimate)
_SPARES = 400.0


class WingBolts(MountBase):
    """Pegs in the leading edge, bolts near the trailing edge into a plate that is glued in the body."""

    kind: Literal["wing_bolts"] = "wing_bolts"
    made: Literal["nylon", "steel"] = choice("bolts of", "nylon", nylon="nylon", steel="steel")
    bolts: int = Field(2, ge=1, le=6, json_schema_extra={"label": "how many", "quantity": "number"})
    bolt_mm: float = measure("their diameter", "size", 2.0, 10.0, 5.0)
    bolts_at: float = measure("bolts at, of the wing's chord", "percent", 0.3, 1.0, 0.85)
    pegs: int = Field(1, ge=0, le=4, json_schema_extra={"label": "pegs in the leading edge", "quantity": "number"})
    peg_material: str = stock_field("hardwood_dowel", "pegs made of", "round")
    peg_mm: float = measure("diameter of a peg", "size", 2.0, 15.0, 6.0)
    peg_deep_mm: float = measure("a peg reaches into the body's former", "size", 2.0, 40.0, 3.0)
    plate_material: str = stock_field("birch_ply", "plate made of")
    plate_mm: float = measure("thickness of the plate", "size", 1.0, 12.0, 3.0)
    plate_wide_mm: float = measure("width of the plate", "length", 10.0, 200.0, 50.0)
    plate_long_mm: float = measure("length of the plate", "length", 10.0, 200.0, 25.0)
    glue: str = glue_field()
    washer_mm: float = measure("plate or washer on the wing, across", "length", 5.0, 80.0, 18.0)


def _shares(m: WingBolts, g: Ground) -> tuple[float, float]:
    """(N on all bolts, N on all pegs) at the limit: lift at a quarter of the chord, by the lever.

    Without pegs the wing tips about the end of its seat that lies beyond the bolts, which they hold down: their pull is
    in balance with the lift about that end.
    """
    lifted = g.limit * g.lifted
    if m.pegs == 0:
        behind = (1 - _LIFTS_AT) / max(1 - m.bolts_at, _LEAST_LEVER)
        return lifted * max(behind, _LIFTS_AT / m.bolts_at), 0.0
    rear = _LIFTS_AT / m.bolts_at
    return rear * lifted, (1 - rear) * lifted


def ways(m: WingBolts, g: Ground, values: Values) -> list[Way]:
    """Bolts, plate's glue, pegs, the wing under the heads."""
    on_bolts, on_pegs = _shares(m, g)
    each = on_bolts / m.bolts
    area = stuff.bolt_area(m.bolt_mm)
    lever = [
        Line("All that hangs on the wing, at the limit", g.limit * g.lifted, "N", "limit × (weight less the wing's)"),
        Line(
            "On the bolts",
            on_bolts,
            "N",
            "lift at a quarter of the chord, lever to the pegs"
            if m.pegs
            else "lift at a quarter of the chord, about the end of the seat",
        ),
    ]
    case: Case = ("a hard pull", g.limit, "G")
    found = [
        Way("bolt", "a bolt tears", *case, each, area * stuff.value(values, m.made), "N",
            [*lever, Line("Area of its core", area, "mm²", "0.72 π d² / 4", "ISO 898")], "Thicker bolts."),
        Way("plate_glue", "the plate comes off its glue", *case, on_bolts,
            m.plate_wide_mm * m.plate_long_mm * stuff.bond(values, g, "body", m.glue, "tension"), "N",
            [*lever, Line("Glued area", m.plate_wide_mm * m.plate_long_mm, "mm²")],
            "A larger plate, set under something that it cannot be pulled through."),
        Way("head", "the bolts' heads sink into the wing", *case, each,
            math.pi / 4 * m.washer_mm**2 * stuff.foam_under(values, "wing"), "N",
            [*lever, Line("Under one head", math.pi / 4 * m.washer_mm**2, "mm²", "plate or washer")],
            "A larger plate on the wing, or tubes round the bolts."),
    ]  # fmt: skip
    if m.pegs:
        one = on_pegs / m.pegs
        bears = m.peg_mm * m.peg_deep_mm * values[f"stock.{m.plate_material}.compression"]
        # it stands out of the wing's edge by what it reaches in
        bend = one * 0.5 * m.peg_deep_mm / (math.pi * m.peg_mm**3 / 32)
        found += [
            Way("peg_hole", "a peg's hole wears out", *case, one, bears, "N",
                [Line("On one peg", one, "N"), Line("It bears on", m.peg_mm * m.peg_deep_mm, "mm²")],
                "A thicker former, or a second peg."),
            Way("peg", "a peg breaks", *case, bend, stuff.bends_at(values, m.peg_material), "MPa",
                [Line("Stress", bend, "MPa", "32 F e / (π d³)", "Timoshenko and Gere")], "A thicker peg."),
        ]  # fmt: skip
    return found


def uses(m: WingBolts) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock(m.peg_material), **stuff.stock(m.plate_material), **stuff.glue(m.glue),
        **stuff.own("nylon", "steel", "pressed_edge"),
    }  # fmt: skip


def grams(m: WingBolts, values: Values) -> Array:
    """Bolts, pegs, plate, glue."""
    bolts = m.bolts * stuff.bolt_g(
        m.bolt_mm, 25.0 + m.plate_mm, stuff.NYLON if m.made == "nylon" else stuff.STEEL, nut=False
    )
    pegs = m.pegs * (m.peg_deep_mm + 40.0) * math.pi / 4 * m.peg_mm**2
    plate = m.plate_wide_mm * m.plate_long_mm * m.plate_mm + m.bolts * math.pi / 4 * m.washer_mm**2
    glue = stuff.glue_g(m.glue, m.plate_wide_mm * m.plate_long_mm, 2 * (m.plate_wide_mm + m.plate_long_mm))
    return np.asarray(
        bolts + pegs * values[f"stock.{m.peg_material}.density"] * 1e-6
        + plate * values[f"stock.{m.plate_material}.density"] * 1e-6 + glue
    )  # fmt: skip


def facts(m: WingBolts, g: Ground, values: Values) -> list[Fact]:
    """When they shear off."""
    shears = m.bolts * stuff.bolt_area(m.bolt_mm) * stuff.value(values, m.made) * _ACROSS
    stop = float(np.median(shears)) / (g.grams["wing"] * NEWTONS)
    hard = m.made == "steel" or stop > _SPARES
    says = "of the wing's own weight, as when it meets a pole: the bolts go, and the wing is spared."
    if hard:
        says = "of the wing's own weight: by then it has broken. " + (
            "Nylon would go first." if m.made == "steel" else "Thinner ones, or fewer, would go first."
        )
    return [
        Fact("They shear at", float(np.median(shears)), "N", "pushed aft, all of them together."),
        Fact("That is a stop of", stop, "G", says, hard),
    ]


def start(g: Ground) -> dict[str, Any] | None:
    """Two nylon bolts at the rear of the seat."""
    if "body" not in g.ends:
        return None
    spot = g.spot("body", g.seat[1])
    inside = spot.width - 2 * (spot.wall or 0.0)
    size = 3.0 if g.weight_g < 1200 else 4.0 if g.weight_g < 3500 else 5.0
    return {"bolt_mm": size, "along_mm": round(g.seat[0]), "plate_wide_mm": max(10.0, min(60.0, math.floor(inside)))}


def drawn(m: WingBolts, g: Ground) -> list[Shape]:
    """The wing on the body, from the side."""
    chord, deep = g.wing_chord, g.wing_depth
    x = m.bolts_at * chord
    wing = wing_section(chord, deep)
    count = len(wing.points) // 2
    top = float(np.interp(x, [p[0] for p in wing.points[:count]], [p[1] for p in wing.points[:count]]))
    # the saddle follows the wing's lower face
    lower = [p for p in wing.points[count:] if p[1] <= 0]
    saddle = [(-60.0, 0.0), *reversed(lower), (chord + 60.0, 0.0)]
    under = float(np.interp(x, [p[0] for p in saddle], [p[1] for p in saddle]))
    return [
        Shape("foam", [(-60.0, -60.0), *[(a, b - 1.0) for a, b in saddle], (chord + 60.0, -60.0)]), wing,
        rectangle("plate", x, under - 1.5 - 0.5 * m.plate_mm, m.plate_long_mm, m.plate_mm),
        rectangle("metal", x, 0.5 * (top + under) - 3.0, m.bolt_mm, top - under + 10.0),
        rectangle("plate", x, top + 0.8, m.washer_mm, 1.6),
        rectangle("metal", x, top + 2.8, 1.8 * m.bolt_mm, 2.4),
        *([rectangle("stick", 15 - 0.5 * m.peg_deep_mm, 0, m.peg_deep_mm + 30, m.peg_mm)] if m.pegs else []),
    ]  # fmt: skip


KIND = MountKind(
    model=WingBolts, label="Wing on bolts", good="Sits the same every time; nylon shears and spares the wing.",
    stands_on=("body",), start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the side", facts=facts,
    cautions=("Drill through wing and plate in one go, with the wing held square.",),
)  # fmt: skip
