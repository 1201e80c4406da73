"""Hatch or canopy: what keeps it on, and what keeps in what lies under it."""

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
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, ring

Array = NDArray[np.float64]

#: suction on a canopy or hatch over the pressure of the air at top speed (own estimate: a bump in the flow)
_SUCKED = 0.6
#: of a throw's push forward, what of it lifts a lid (own estimate)
_LIFTS = 0.3
#: kg/m3 of magnets (sintered neodymium)
_MAGNET = 7500.0


class Hatch(MountBase):
    """A lid on the body: one end in a tongue or on pins, the other on magnets, a pin or bands."""

    kind: Literal["hatch"] = "hatch"
    long_mm: float = measure("length", "length", 20.0, 1000.0, 120.0)
    wide_mm: float = measure("width", "length", 10.0, 400.0, 50.0)
    grams: float = measure("weight of the lid", "mass", 0.5, 500.0, 8.0)
    by: Literal["magnets", "pins", "bands"] = choice(
        "kept shut by", "magnets", magnets="magnets", pins="pins", bands="rubber bands"
    )
    count: int = Field(2, ge=1, le=12, json_schema_extra={"label": "how many", "quantity": "number"})
    pull_N: float = measure("pull of one, by its label", "force", 0.2, 200.0, 8.0)
    magnet_mm: float = measure("diameter of a magnet", "size", 2.0, 25.0, 8.0)
    magnet_thick_mm: float = measure("thickness of a magnet", "size", 0.5, 15.0, 2.0)
    gap_mm: float = measure("tape, paint or air between them", "size", 0.0, 10.0, 0.2)
    pin_material: str = stock_field("bamboo_skewer", "pins made of", "round")
    pin_mm: float = measure("diameter of a pin", "size", 1.0, 8.0, 3.0)
    pin_deep_mm: float = measure("a pin reaches in by", "size", 2.0, 40.0, 8.0)
    tongue: bool = Field(True, json_schema_extra={"label": "its other end lies in a tongue"})
    holds: str | None = Field(None, max_length=40, json_schema_extra={"label": "it holds down"})
    glue: str = glue_field()


def _weighs(m: Hatch, g: Ground) -> tuple[float, str]:
    """N of the lid and of what it holds down; what that is called."""
    held = g.thing(m.holds) if m.holds else None
    return (m.grams + (held.grams if held else 0.0)) * NEWTONS, held.called if held else ""


def ways(m: Hatch, g: Ground, values: Values) -> list[Way]:
    """It comes open pushed down and in a landing on its back or nose; magnets come out of their glue."""
    weight, called = _weighs(m, g)
    suction = _SUCKED * g.pressure * m.long_mm * m.wide_mm
    # hung at one end, what holds the other has half
    lever = 0.5 if m.tongue else 1.0
    if m.by == "magnets":
        gap = stuff.value(values, "gap") * m.magnet_thick_mm
        # a third is left over such a gap
        each = m.pull_N * stuff.value(values, "magnet") * np.exp(-math.log(3) * m.gap_mm / gap)
        stands, what = m.count * each, "its magnets let go"
        steps = [Line("One magnet as it sits", float(each[0]), "N", "label × what is left of it × e^(−1.1 gap / g₃)",
                      "own estimate of how it falls with a gap")]  # fmt: skip
        todo = "More or larger magnets, or nothing between them but their glue."
    elif m.by == "pins":
        bears = m.pin_mm * m.pin_deep_mm * stuff.foam_under(values)
        bends = math.pi * m.pin_mm**3 / 32 * stuff.bends_at(values, m.pin_material) / (0.5 * m.pin_deep_mm)
        stands, what = m.count * np.minimum(bears, bends), "its pins tear out"
        steps = [
            Line(
                "One pin", float(np.minimum(bears, bends)[0]), "N", "the lesser of its bearing in foam and its bending"
            )
        ]
        todo = "Thicker pins, a ply disc round their holes, or one more."
    else:
        stands = np.full(len(values["core.shear"]), m.count * m.pull_N) * stuff.value(values, "rubber_kept")
        what, todo = "its bands let it up", "Tighter or more bands."
        steps = [Line("One band as it is stretched", m.pull_N, "N", "as you gave it, × what age leaves")]
    steps.append(Line("Lid and what it holds", weight, "N", "weight at 1 G"))
    loads = [
        ("pushed down", max(g.push, 1.0), "it hangs upside down" + (f" with the {called} on it" if called else ""))
    ]
    if g.throw > 0:
        loads.append(("a hand throw", _LIFTS * g.throw, "a third of the throw lifts it"))
    found = []
    for case, factor, why in loads:
        acts = lever * (factor * weight + suction)
        found.append(
            Way("open", what, case, factor, "G", acts, stands, "N",
                [*steps, Line("Air sucks at it with", suction, "N", "0.6 × pressure at top speed × area"),
                 Line("To be held", acts, "N", f"{why}; the tongue has half" if m.tongue else why)], todo)
        )  # fmt: skip
    if m.by == "magnets":
        face = math.pi / 4 * m.magnet_mm**2
        found.append(
            Way("magnet_glue", "a magnet comes out of its glue", "as it is opened", 1.0, "times",
                m.pull_N * stuff.value(values, "magnet"),
                face * stuff.bond(values, g, m.on, m.glue, "tension") + math.pi * m.magnet_mm * m.magnet_thick_mm
                * stuff.bond(values, g, m.on, m.glue), "N",
                [Line("Glued face and rim", face + math.pi * m.magnet_mm * m.magnet_thick_mm, "mm²")],
                "Sink it into a ply washer, and roughen its face: glue peels off plated magnets.")
        )  # fmt: skip
    return found


def uses(m: Hatch) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock(m.pin_material), **stuff.glue(m.glue),
        **stuff.own("magnet", "gap", "rubber_kept", "pressed_edge"),
    }  # fmt: skip


def grams(m: Hatch, values: Values) -> Array:
    """Of what keeps it: the lid itself is the body's."""
    each: Array | float
    if m.by == "magnets":
        each = 2 * math.pi / 4 * m.magnet_mm**2 * m.magnet_thick_mm * _MAGNET * 1e-6 + 0.1
    elif m.by == "pins":
        each = (m.pin_deep_mm + 20.0) * math.pi / 4 * m.pin_mm**2 * values[f"stock.{m.pin_material}.density"] * 1e-6
    else:
        each = 0.7
    return np.asarray(m.count * each + np.zeros(len(values["core.shear"])))


def facts(m: Hatch, g: Ground, values: Values) -> list[Fact]:
    """What it holds down, or should not."""
    held = g.thing(m.holds) if m.holds else None
    heavy = next((t for t in g.things if t.kind == "battery" and abs(t.along - m.along_mm) < 0.6 * m.long_mm), None)
    if held is None and heavy is not None:
        return [Fact("Under it lies", heavy.grams, "g", f"the {heavy.called}. Strap it by itself: a lid holds air out, "
                     "not a battery in.")]  # fmt: skip
    if held is not None:
        return [Fact("It holds down", held.grams, "g", f"the {held.called}: when it opens, that flies out. A strap of "
                     "its own is safer.", True)]  # fmt: skip
    return []


def start(g: Ground) -> dict[str, Any] | None:
    """Over the battery, else before the wing."""
    if "body" not in g.ends:
        return None
    battery = g.thing(None, "battery")
    at = battery.along if battery is not None and battery.on == "body" else 0.5 * g.seat[0]
    spot = g.spot("body", at)
    long = min(max(battery.long + 40.0 if battery else 100.0, 40.0), max(2 * at, 40.0))
    return {"along_mm": round(at), "long_mm": round(long), "wide_mm": max(10.0, math.floor(0.8 * spot.width))}


def drawn(m: Hatch, g: Ground) -> list[Shape]:
    """From above, nose on the left."""
    spot = g.spot(m.on, m.along_mm)
    found = [rectangle("foam", 0, 0, m.long_mm + 60, spot.width), rectangle("plate", 0, 0, m.long_mm, m.wide_mm)]
    role: Any = {"magnets": "metal", "pins": "stick", "bands": "band"}[m.by]
    size = {"magnets": m.magnet_mm, "pins": m.pin_mm, "bands": 3.0}[m.by]
    for k in range(m.count):
        y = 0.0 if m.count == 1 else (k / (m.count - 1) - 0.5) * max(m.wide_mm - 2 * size, 0.0)
        found.append(ring(role, 0.5 * m.long_mm - size, y, size))
    if m.tongue:
        found.append(rectangle("stick", -0.5 * m.long_mm, 0, 10, 0.5 * m.wide_mm))
    return found


KIND = MountKind(
    model=Hatch, label="Hatch or canopy", good="Pins, magnets or bands: what keeps a lid shut.", stands_on=("body",),
    start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from above", facts=facts,
    cautions=("Strong magnets snap together and chip: keep fingers and eyes away.",),
)  # fmt: skip
