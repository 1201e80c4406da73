"""Struts from the body to the wing, with brackets under it."""

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
from .base import MountBase, StandsOn, glue_field, stock_field
from .ground import NEWTONS, Ground
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, stroke

Array = NDArray[np.float64]

#: mm of wall that a hollow strut has at least
_LEAST_WALL = 0.2
#: of the half span, where the lift of a half wing acts (an ellipse: 4 / 3π)
_MIDDLE = 4 / (3 * math.pi)


class Strut(MountBase):
    """One on each side, from the body's bottom to a bracket under the wing."""

    kind: Literal["strut"] = "strut"
    on: StandsOn = Field("wing", json_schema_extra={"label": "on"})
    along_mm: float = measure("its bracket, out from the root", "length", 20.0, 2500.0, 250.0)
    below_mm: float = measure("its foot, below the wing", "length", 20.0, 400.0, 80.0)
    material: str = stock_field("carbon_pultruded", "struts made of", "round")
    rod_mm: float = measure("diameter", "size", 1.0, 20.0, 4.0)
    inner_mm: float = measure("hollow inside, diameter", "size", 0.0, 18.0, 0.0)
    bracket_long_mm: float = measure("length of the bracket's plate", "length", 5.0, 200.0, 30.0)
    bracket_wide_mm: float = measure("width of the bracket's plate", "length", 5.0, 100.0, 20.0)
    pin_mm: float = measure("diameter of its pins", "size", 1.0, 6.0, 2.0)
    plate_mm: float = measure("thickness of the brackets", "size", 0.8, 8.0, 2.0)
    glue: str = glue_field()


def _force(m: Strut, lift: float, g: Ground) -> tuple[float, float, float]:
    """(N along it, N off the wing, mm of it) where the root is a hinge: what a strut may have to take at most."""
    long = math.hypot(m.along_mm, m.below_mm)
    up = 0.5 * lift * _MIDDLE * g.half_span / m.along_mm
    return up * long / m.below_mm, up, long


def ways(m: Strut, g: Ground, values: Values) -> list[Way]:
    """Pulled in a pull, pressed in a landing and pushed down; its pins and its bracket."""
    inner = min(m.inner_mm, m.rod_mm - _LEAST_WALL)
    area, inertia = math.pi / 4 * (m.rod_mm**2 - inner**2), math.pi / 64 * (m.rod_mm**4 - inner**4)
    pulled, off, long = _force(m, g.limit * g.lifted, g)
    name = f"stock.{m.material}"
    euler = math.pi**2 * values[f"{name}.E"] * inertia / long**2
    plate = m.bracket_long_mm * m.bracket_wide_mm
    aside = pulled * m.along_mm / long
    base = [
        Line("All that hangs on the wing, at the limit", g.limit * g.lifted, "N"),
        Line("Pull along one strut", pulled, "N", "half the lift × its lever / the bracket's, root as a hinge"),
    ]
    tension, shear = (stuff.bond(values, g, "wing", m.glue, way) for way in ("tension", "shear"))
    found = [
        Way(
            "pulled",
            "it is pulled apart",
            "a hard pull",
            g.limit,
            "G",
            pulled / area,
            values[f"{name}.tension"],
            "MPa",
            [*base, Line("Section", area, "mm²")],
            "A thicker strut.",
        ),
        Way(
            "bracket",
            "its bracket comes off the wing",
            "a hard pull",
            g.limit,
            "G",
            1.0,
            plate / (off / tension + aside / shear),
            "× load",
            [
                *base,
                Line("Straight off the wing", off, "N"),
                Line("Along the wing", aside, "N"),
                Line("Glued", plate, "mm²"),
            ],
            "A larger plate, through to a plate on top, or tied to the spar.",
        ),
        Way(
            "pin",
            "its pin tears the bracket",
            "a hard pull",
            g.limit,
            "G",
            pulled,
            2 * m.pin_mm * m.plate_mm * values["stock.birch_ply.compression"],
            "N",
            [*base, Line("It bears on", 2 * m.pin_mm * m.plate_mm, "mm²", "two plates × diameter × thickness")],
            "Thicker brackets, or a tube as bush.",
        ),
    ]
    for case, factor, weight in (
        ("pushed down", g.push, g.lifted),
        ("a landing", g.landing, g.grams["wing"] * NEWTONS),
    ):
        if factor <= 0:
            continue
        pressed, _, _ = _force(m, factor * weight, g)
        found.append(
            Way("buckles", "it buckles", case, factor, "G", pressed, euler, "N",
                [Line("Pressed with", pressed, "N"), Line("Length", long, "mm"),
                 Line("It buckles at", float(euler[0]), "N", "π² E I / L²", "Euler 1744")],
                "A thicker or hollow strut, or a jury strut at its middle.")
        )  # fmt: skip
        found.append(
            Way("crushed", "it is crushed", case, factor, "G", pressed / area, values[f"{name}.compression"], "MPa",
                [Line("Pressed with", pressed, "N"), Line("Section", area, "mm²")], "A thicker strut.")
        )  # fmt: skip
    return found


def uses(m: Strut) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.stock(m.material), **stuff.stock("birch_ply"), **stuff.glue(m.glue)}


def grams(m: Strut, values: Values) -> Array:
    """Two struts, four brackets, pins."""
    inner = min(m.inner_mm, m.rod_mm - _LEAST_WALL)
    rods = 2 * math.hypot(m.along_mm, m.below_mm) * math.pi / 4 * (m.rod_mm**2 - inner**2)
    plates = 4 * m.bracket_long_mm * m.bracket_wide_mm * m.plate_mm
    return np.asarray(
        (rods * values[f"stock.{m.material}.density"] + plates * values["stock.birch_ply.density"]) * 1e-6
        + 4 * stuff.bolt_g(m.pin_mm, 8.0)
        + 4 * stuff.glue_g(m.glue, m.bracket_long_mm * m.bracket_wide_mm, m.bracket_long_mm)
    )


def facts(m: Strut, g: Ground, values: Values) -> list[Fact]:
    """What it does to the wing is not worked out."""
    return [Fact("On the bench", 0.0, "", "the wing is judged without its struts: stronger than told there, inside of "
                 "the brackets.")]  # fmt: skip


def problems(m: Strut, g: Ground) -> Iterator[Problem]:
    """Its bracket is on the wing, and its bore leaves a wall."""
    if m.inner_mm > m.rod_mm - _LEAST_WALL:
        yield Problem(
            ("inner_mm",), "hollow inside, diameter", "It leaves no wall: the strut is {rod} thick.",
            "Make it {most} or less; 0 for a solid rod.",
            {"rod": Measure(m.rod_mm, "size"), "most": Measure(max(m.rod_mm - _LEAST_WALL, 0.0), "size")},
        )  # fmt: skip
    if m.along_mm > g.half_span:
        yield Problem(
            ("along_mm",), "its bracket", "It lies {it} out, beyond the tip.", "Put it between the root and {end}.",
            {"it": Measure(m.along_mm), "end": Measure(g.half_span)},
        )  # fmt: skip


def start(g: Ground) -> dict[str, Any] | None:
    """At two fifths of the half span."""
    if "body" not in g.ends:
        return None
    spot = g.spot("body", 0.5 * sum(g.seat))
    return {
        "on": "wing",
        "along_mm": max(20.0, float(round(0.4 * g.half_span))),
        "below_mm": max(20.0, float(round(spot.height))),
    }


def drawn(m: Strut, g: Ground) -> list[Shape]:
    """From the front."""
    spot = g.spot("body", 0.5 * sum(g.seat)) if "body" in g.ends else None
    half = g.half_span
    found = [rectangle("foam", 0, 0.5 * g.wing_depth, 2 * half, g.wing_depth)]
    if spot is not None:
        found.append(rectangle("foam", 0, -0.5 * spot.height, spot.width, spot.height))
    for side in (-1, 1):
        found.append(rectangle("plate", side * m.along_mm, -2, m.bracket_long_mm, 4))
        found.append(stroke("stick", (side * 0.5 * (spot.width if spot else 0), -m.below_mm), (side * m.along_mm, -2)))
    return found


KIND = MountKind(
    model=Strut, label="Struts", good="Take the wing's bending off its middle.", stands_on=("wing",), start=start,
    uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the front", facts=facts, problems=problems,
)  # fmt: skip
