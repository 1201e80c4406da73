"""Rubber bands over the wing, from peg to peg: how many hold it down, and when they let go."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import Problem, measure
from ..units import Measure
from . import stuff
from .base import MountBase, choice, stock_field
from .ground import Ground
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, ring, stroke, wing_section

Array = NDArray[np.float64]

#: kg/m3 of rubber
_RUBBER = 950.0
#: mm along an edge and into it on which one band bears, by what lies under it; bare foam: twice the band's width, and
#: it sinks in (own estimates)
_BEARS = {"plastic": (12.0, 10.0), "plate": (25.0, 10.0)}
_SPREADS, _SINKS = 2.0, 6.0
#: bands of one kind that are tried when it is told how many are needed
_MOST = 24


class WingBands(MountBase):
    """Bands from the pegs before the wing to those behind it."""

    kind: Literal["wing_bands"] = "wing_bands"
    bands: int = Field(4, ge=1, le=24, json_schema_extra={"label": "bands", "quantity": "number"})
    wide_mm: float = measure("width of a band", "size", 0.8, 30.0, 3.0)
    thick_mm: float = measure("thickness of a band", "size", 0.5, 6.0, 1.0)
    long_mm: float = measure("length of a band lying flat", "length", 20.0, 400.0, 100.0)
    over_mm: float = measure("length from peg to peg over the wing", "length", 30.0, 1500.0, 240.0)
    steep_deg: float = measure("how steep they go down to the pegs", "angle", 10.0, 90.0, 45.0)
    peg_material: str = stock_field("hardwood_dowel", "pegs made of", "round")
    peg_mm: float = measure("diameter of a peg", "size", 2.0, 15.0, 6.0)
    peg_out_mm: float = measure("pegs stand out by", "length", 4.0, 60.0, 12.0)
    plated_mm: float = measure("ply beside the hole, thickness", "size", 0.0, 6.0, 0.0)
    edge: Literal["bare", "plastic", "plate"] = choice(
        "wing's edges under them", "bare", bare="bare foam", plastic="hard plastic or tape", plate="strips of ply"
    )


#: MPa and powers of Ogden's three terms for soft natural rubber (Ogden 1972, fitted to what Treloar 1944 measured)
_OGDEN = ((0.63, 1.3), (0.0012, 5.0), (-0.01, -2.0))


def pull(stretch: float | Array, width: float, thickness: float, times: Array | float = 1.0) -> Array:
    """N of one strand: its section at rest times the sum of mu (λ^(a - 1) - λ^(-a / 2 - 1)).

    Of little stretch it is A G (λ − 1/λ²) with G = 0.42 MPa (Treloar 1975); at three to four times its length that
    would be a third too much, and beyond six too little. `times`: stiffness over that rubber's.
    """
    λ = np.asarray(stretch, dtype=float)
    stress = sum(mu * (λ ** (a - 1) - λ ** (-a / 2 - 1)) for mu, a in _OGDEN)
    return np.asarray(width * thickness * times * stress)


def _strand(m: WingBands, values: Values) -> Array:
    stretch = m.over_mm / m.long_mm
    return pull(stretch, m.wide_mm, m.thick_mm, stuff.value(values, "rubber")) * stuff.value(values, "rubber_kept")


def _held(m: WingBands, values: Values) -> Array:
    """N that press the wing down: two strands of each band, at both its ends."""
    return np.asarray(4 * m.bands * _strand(m, values) * math.sin(math.radians(m.steep_deg)))


def ways(m: WingBands, g: Ground, values: Values) -> list[Way]:
    """The wing lifts off, its edges are cut, pegs bend or tear out."""
    strand, held = _strand(m, values), _held(m, values)
    stretch = m.over_mm / m.long_mm
    base = [
        Line("Stretched to", stretch, "× length", "peg to peg / length lying flat"),
        Line(
            "One strand",
            float(strand[0]),
            "N",
            "A Σ μ (λ^(a−1) − λ^(−a/2−1)) × what age leaves",
            "Ogden 1972; Treloar 1975",
        ),
    ]
    lifted = g.limit * g.lifted
    found = [
        Way("lifts_off", "the wing lifts off its seat", "a hard pull", g.limit, "G", lifted, held, "N",
            [*base, Line("They press it down with", float(held[0]), "N", "4 strands of each band × sin of the angle"),
             Line("All that hangs on the wing, at 1 G", g.lifted, "N", "weight less the wing's own")],
            f"{needed(m, g)} of these bands would hold it." if needed(m, g) else
            "Wider or shorter bands: of these no number that is sensible holds it."),
    ]  # fmt: skip
    # each end of a band presses the edge where it turns down
    turns = 2 * strand * 2 * math.sin(math.radians(0.5 * m.steep_deg))
    least, deep = _BEARS.get(m.edge, (0.0, _SINKS))
    over = max(_SPREADS * m.wide_mm, least)
    found.append(
        Way("edge", "the bands cut into the wing's edge", "as it stands", 1.0, "times", turns / (over * deep),
            stuff.foam_under(values, "wing"), "MPa",
            [*base, Line("One band presses the edge with", float(turns[0]), "N", "2 strands × 2 sin(half the angle)"),
             Line("Over an area of", over * deep, "mm²", "own estimate of how it spreads")],
            "A strip of ply or hard plastic on leading and trailing edge, where they bear.")
    )  # fmt: skip
    # a peg carries the strands of its side: half of all bands cross to each
    side = m.bands * strand
    bend = side * 0.5 * m.peg_out_mm / (math.pi * m.peg_mm**3 / 32)
    found.append(
        Way("peg", "a peg breaks", "as it stands", 1.0, "times", bend, stuff.bends_at(values, m.peg_material), "MPa",
            [*base, Line("On one peg", float(side[0]), "N", "half of all strands"),
             Line("Stress", float(bend[0]), "MPa", "32 F e / (π d³)", "Timoshenko and Gere")],
            "A thicker peg, or bands close to the body.")
    )  # fmt: skip
    wall = g.spot("body", m.along_mm).wall or 10.0
    bears = m.peg_mm * (
        wall * stuff.foam_under(values) + stuff.faces(values) + m.plated_mm * values["stock.birch_ply.compression"]
    )
    found.append(
        Way("hole", "a peg tears out of the wall", "as it stands", 1.0, "times", side, bears, "N",
            [Line("On one peg", float(side[0]), "N", "half of all strands"),
             Line("Wall", wall, "mm"), Line("Ply beside the hole", m.plated_mm, "mm"),
             Line("It bears", float(bears[0]), "N", "diameter × (wall × foam + its faces + ply × ply's strength)")],
            "A ply disc of 1.5 mm on the wall round the peg.")
    )  # fmt: skip
    return found


def needed(m: WingBands, g: Ground) -> int | None:
    """Fewest bands of this kind that hold the wing in nine builds of ten; None where no sensible number does."""
    table = stuff.own("rubber", "rubber_kept")
    values = {k: np.array([s.typical]) for k, s in table.items()}
    # two figures that go each their own way, as logarithms
    poor = math.exp(-math.hypot(*(math.log(s.typical / s.low) for s in table.values())))
    each = poor * float(_held(m, values)[0]) / m.bands
    count = math.ceil(g.safety * g.limit * g.lifted / max(each, 1e-9))
    return count if count <= _MOST else None


def uses(m: WingBands) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock(m.peg_material), **stuff.stock("birch_ply"),
        **stuff.own("rubber", "rubber_ends", "rubber_kept", "pressed_edge", "faces_bear"),
    }  # fmt: skip


def grams(m: WingBands, values: Values) -> Array:
    """Bands, two pegs through the body, ply."""
    rubber = m.bands * 2 * m.long_mm * m.wide_mm * m.thick_mm * _RUBBER * 1e-6
    pegs = 2 * (60.0 + 2 * m.peg_out_mm) * math.pi / 4 * m.peg_mm**2
    ply = 4 * 25.0**2 * m.plated_mm * values["stock.birch_ply.density"] * 1e-6
    return np.asarray(rubber + pegs * values[f"stock.{m.peg_material}.density"] * 1e-6 + ply)


def facts(m: WingBands, g: Ground, values: Values) -> list[Fact]:
    """How many, to where they stretch, when they let go."""
    stretch = m.over_mm / m.long_mm
    ends = stuff.value(values, "rubber_ends")
    times = stuff.value(values, "rubber")
    many = needed(m, g)
    breaks = 4 * m.bands * pull(ends, m.wide_mm, m.thick_mm, times)
    found = []
    if many is not None:
        found.append(
            Fact("Bands that hold it", many, "", "of this kind, with the safety factor, in nine builds of ten.")
        )
    # the wing moves until a band is as long as it can be
    moves = 0.5 * (float(ends[0]) - stretch) * m.long_mm
    found += [
        Fact("Stretched to", stretch, "× length", "three to four times is usual: less holds little, more dies young.",
             not 2.0 <= stretch <= 5.0),
        Fact("In a crash they let go at", float(np.median(breaks)), "N", "that pull the wing off, after it has moved "
             f"some {moves:.0f} mm: what spares the wing is that it moves."),
    ]  # fmt: skip
    return found


def problems(m: WingBands, g: Ground) -> Iterator[Problem]:
    """Bands that are not stretched hold nothing; bands that would break."""
    if m.over_mm < 1.05 * m.long_mm:
        yield Problem(
            ("long_mm",), "the bands", "Bands {long} long are not stretched over {over}.", "Take shorter ones: {fit}.",
            {"long": Measure(m.long_mm), "over": Measure(m.over_mm), "fit": Measure(round(m.over_mm / 3.2))},
        )  # fmt: skip
    if m.over_mm > 6.0 * m.long_mm:
        yield Problem(
            ("long_mm",), "the bands", "Bands {long} long would have to stretch over {over}: they break.",
            "Take longer ones: {fit}.",
            {"long": Measure(m.long_mm), "over": Measure(m.over_mm), "fit": Measure(round(m.over_mm / 3.2))},
        )  # fmt: skip


def start(g: Ground) -> dict[str, Any] | None:
    """From before the wing to behind it, over its top, crossing."""
    if "body" not in g.ends:
        return None
    spot = g.spot("body", 0.5 * sum(g.seat))
    over = math.hypot(g.wing_chord, spot.width) + 2 * g.wing_depth + 2 * 15.0
    sizes = {
        "along_mm": round(g.seat[0]), "over_mm": round(over / 5) * 5.0, "long_mm": round(over / 3.2 / 5) * 5.0,
        "plated_mm": 1.5, "edge": "plastic",
    }  # fmt: skip
    # as many as hold it, in pairs that cross
    few = needed(WingBands.model_validate({"id": "new", **sizes}), g) or _MOST
    return {**sizes, "bands": min(2 * math.ceil(few / 2), _MOST)}


def drawn(m: WingBands, g: Ground) -> list[Shape]:
    """The wing on the body, from the side."""
    chord, deep = g.wing_chord, g.wing_depth
    a, b = -20.0, chord + 20.0
    down = -0.25 * deep - 12.0
    wing = wing_section(chord, deep)
    top = wing.points[: len(wing.points) // 2]
    seat = -0.36 * deep
    found = [
        Shape("foam", ((a - 40, -60), (b + 40, -60), (b + 40, seat), (a - 40, seat))),
        wing, ring("stick", a, down, m.peg_mm), ring("stick", b, down, m.peg_mm),
        stroke("band", (a, down), (0.0, 0.1 * deep), *top[4:-2:3], (chord, 0.03 * deep), (b, down)),
    ]  # fmt: skip
    if m.edge != "bare":
        found += [rectangle("plate", 1, 0, 3, 0.5 * deep), rectangle("plate", chord - 1.0, 0.0, 3, 0.25 * deep)]
    return found


KIND = MountKind(
    model=WingBands, label="Wing on rubber bands", good="Gives way in a crash and costs nothing.", stands_on=("body",),
    start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the side", facts=facts, problems=problems,
    cautions=("A stretched band that slips hits an eye: look away as you put it on.",),
)  # fmt: skip
