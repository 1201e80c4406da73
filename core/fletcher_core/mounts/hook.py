"""Hook for a launch line."""

from __future__ import annotations

import math
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from ..fields import measure
from . import stuff
from .base import GluedPlate, stock_field
from .ground import Ground
from .kind import Case, Fact, Line, MountKind, Shape, Values, Way, rectangle, stroke

Array = NDArray[np.float64]

#: degrees off the body's line at which a line pulls first, and last (own estimates)
_FIRST, _LAST = 25.0, 80.0


class Hook(GluedPlate):
    """A wire in a block or plate that is glued in the bottom."""

    kind: Literal["hook"] = "hook"
    wire: str = stock_field("spring_steel_wire", "hook made of", "round")
    wire_mm: float = measure("diameter of the hook's wire", "size", 1.0, 6.0, 2.0)
    reach_mm: float = measure("hook stands out by", "size", 3.0, 40.0, 8.0)


def ways(m: Hook, g: Ground, values: Values) -> list[Way]:
    """Hook, glue and plate under the line's pull."""
    pull = g.line * g.weight
    if pull <= 0:
        return []
    case: Case = ("the launch line", g.line, "G")
    along, off = pull * math.cos(math.radians(_FIRST)), pull * math.sin(math.radians(_LAST))
    bends = 32 * along * m.reach_mm / (math.pi * m.wire_mm**3)
    area = m.wide_mm * m.long_mm
    sheared, pulled = (stuff.bond(values, g, m.on, m.glue, way) for way in ("shear", "tension"))
    base = [Line("Pull of the line", pull, "N", "in its weight, under Loads")]
    through = math.pi * (m.wire_mm + m.thickness_mm) * m.thickness_mm
    return [
        Way(
            "wire",
            "the hook bends open",
            *case,
            bends,
            stuff.PLASTIC * values[f"stock.{m.wire}.tension"],
            "MPa",
            [*base, Line("Stress", bends, "MPa", "32 F e / (π d³), the line at its end", "Timoshenko and Gere")],
            "Thicker wire.",
        ),
        Way(
            "off",
            "the plate is pulled off",
            *case,
            off / area,
            pulled,
            "MPa",
            [*base, Line("Straight off", off, "N", "sin 80°, overhead"), Line("Glued area", area, "mm²")],
            "A plate on the inside, or a larger one.",
        ),
        Way(
            "along",
            "the plate slides off",
            *case,
            along / area,
            sheared,
            "MPa",
            [*base, Line("Along the body", along, "N", "cos 25°, at the start")],
            "A longer plate.",
        ),
        Way(
            "through",
            "the hook is pulled through",
            *case,
            off,
            through * values[f"stock.{m.material}.interlaminar_shear"],
            "N",
            [*base, Line("Ply round it", through, "mm²", "π (d + t) t")],
            "A thicker plate.",
        ),
    ]


def uses(m: Hook) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.stock(m.material), **stuff.stock(m.wire), **stuff.glue(m.glue)}


def grams(m: Hook, values: Values) -> Array:
    """Plate, wire, glue."""
    wire = (m.reach_mm + 40.0) * math.pi / 4 * m.wire_mm**2
    plate = m.wide_mm * m.long_mm * m.thickness_mm
    glue = stuff.glue_g(m.glue, m.wide_mm * m.long_mm, 2 * (m.wide_mm + m.long_mm))
    return np.asarray(
        (wire * values[f"stock.{m.wire}.density"] + plate * values[f"stock.{m.material}.density"]) * 1e-6 + glue
    )


def facts(m: Hook, g: Ground, values: Values) -> list[Fact]:
    """Where no line is asked for, and where it pulls from."""
    if g.line <= 0:
        return [Fact("No launch line", 0.0, "", "is asked for: set its pull under Loads on the wing's bench.")]
    at = (m.along_mm - g.seat[0]) / g.wing_chord
    return [
        Fact(
            "At a share of the wing's root chord of",
            at,
            "",
            "a little before where it balances: further aft it rears "
            "up under the line, further forward it climbs less.",
        ),
    ]


def start(g: Ground) -> dict[str, Any] | None:
    """A little before where it balances, where a line is asked for."""
    if "body" not in g.ends:
        return None
    return {"along_mm": round(g.seat[0] + 0.25 * g.wing_chord), "wide_mm": 20.0, "long_mm": 60.0}


def drawn(m: Hook, g: Ground) -> list[Shape]:
    """From the side."""
    y = -m.thickness_mm
    return [
        rectangle("foam", 0, 15, m.long_mm + 60, 30), rectangle("plate", 0, 0.5 * y, m.long_mm, m.thickness_mm),
        stroke("metal", (20, 1), (0, 1), (0, y - m.reach_mm), (10, y - m.reach_mm)),
        stroke("way", (0, y - m.reach_mm), (-60, y - m.reach_mm - 40)),
    ]  # fmt: skip


KIND = MountKind(
    model=Hook, label="Tow hook", good="What a launch line pulls at.", stands_on=("body",), start=start, uses=uses,
    ways=ways, grams=grams, drawn=drawn, side="from the side", facts=facts,
    cautions=("A line under tension that lets go whips back: stand aside of it, and never wrap it round a hand.",),
)  # fmt: skip
