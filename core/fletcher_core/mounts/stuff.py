"""Figures of what mounts are made of: sheets and sticks, glue on what it is given, bolts and screws."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Spread, catalogue
from .ground import Ground
from .kind import Line, Table, Values

Array = NDArray[np.float64]

#: kg/m3 of steel and of nylon
STEEL, NYLON = 7850.0, 1140.0
#: g/m2 of cloth with its resin along an edge (own estimate: 50 g/m2 glass, wetted by hand)
CLOTH = 110.0
#: moment that a round bar stands once it yields all over, over that at its first yield: 16 / 3π
PLASTIC = 16 / (3 * math.pi)
#: of a bolt's area, that of its core in the thread (coarse metric threads, ISO 898)
STRESS_AREA = 0.72
#: mm of a washer or the flange of a blind nut over the bolt's diameter (common sizes)
FLANGE = 2.6


def own(*names: str) -> Table:
    """Figures of the table of mounts."""
    table = catalogue().mounting
    return {f"mounting.{n}.factor": table[n].factor for n in names}


def value(values: Values, name: str) -> Array:
    """One of the table of mounts."""
    return values[f"mounting.{name}.factor"]


def stock(material: str) -> Table:
    """Figures of a sheet, stick or wire."""
    entry = catalogue().stock[material]
    names = ("E", "G", "density", "tension", "compression", "interlaminar_shear")
    return {
        **{f"stock.{material}.{k}": getattr(entry, k) for k in names},
        f"stock.{material}.panel_shear": entry.panel_shear or entry.interlaminar_shear,
    }  # fmt: skip


def bends_at(values: Values, material: str) -> Array:
    """MPa, (V,): the weaker of pulled and pressed."""
    return np.minimum(values[f"stock.{material}.tension"], values[f"stock.{material}.compression"])


def glue(name: str) -> Table:
    """Figures of a glue that mounts ask for."""
    entry = catalogue().glue[name]
    table: Table = {f"glue.{name}.lap_on_hard": entry.lap_on_hard, **own("covered", "on_plastic")}
    if isinstance(entry.lap_on_foam, Spread):
        table[f"glue.{name}.lap_on_foam"] = entry.lap_on_foam
    return table


def bond(values: Values, ground: Ground, part: str, name: str, way: str = "shear") -> Array:
    """MPa, (V,), of a hard thing glued on a part: the lesser of foam and glue on all that is covered.

    Corrugated plastic is held by what glue keys into its face. `way`: sheared, or pulled off ("tension").
    """
    if ground.made[part] == "corrugated":
        found = np.minimum(value(values, "on_plastic"), values[f"glue.{name}.lap_on_hard"])
    else:
        found = values[f"{'wing' if part == 'wing' else 'core'}.{way}"]
        if f"glue.{name}.lap_on_foam" in values:
            found = np.minimum(found, values[f"glue.{name}.lap_on_foam"])
    return np.asarray(found * value(values, "covered"))


def foam_under(values: Values, part: str = "body") -> Array:
    """MPa, (V,), at which foam under an edge, a peg or a stick is pressed in."""
    under = values[f"{'wing' if part == 'wing' else 'core'}.compression_10pct"]
    return np.asarray(value(values, "pressed_edge") * under)


def faces(values: Values) -> Array:
    """N/mm, (V,), that the faces of a board or sheet bear as a peg is pressed along them; of foam nothing."""
    return value(values, "faces_bear") * values["core.faces"] if "core.faces" in values else np.zeros(1)


def glue_g(name: str, area: float, run: float) -> float:
    """Grams of glue on so many mm2, or in a bead so many mm long."""
    entry = catalogue().glue[name]
    if entry.spread is not None:
        return entry.spread.typical * 1e-6 * area
    assert entry.bead is not None
    return entry.bead.typical * 1e-3 * run


def bolt_area(diameter: float) -> float:
    """mm2 of a bolt's core."""
    return STRESS_AREA * math.pi / 4 * diameter**2


def bolt_g(diameter: float, long: float, density: float = STEEL, nut: bool = True) -> float:
    """Grams of one with its head, and a blind nut or nut of two diameters."""
    head = math.pi / 4 * (1.8 * diameter) ** 2 * 0.6 * diameter
    shank = math.pi / 4 * diameter**2 * 0.85 * long
    with_nut = math.pi / 4 * ((1.9 * diameter) ** 2 - diameter**2) * 1.0 * diameter if nut else 0.0
    return (head + shank + with_nut) * density * 1e-6


def withdrawal(values: Values, material: str, diameter: float, deep: float) -> Array:
    """N, (V,), that pull one wood screw out of side grain: 108.25 G² D L, G by weight over water's (Wood Handbook,
    Forest Products Laboratory 2010, ch. 8), as far as small screws in thin ply reach it."""
    gravity = values[f"stock.{material}.density"] * 1e-3
    return np.asarray(108.25 * gravity**2 * diameter * deep * value(values, "screw"))


def shaken_screw(values: Values, material: str, diameter: float, deep: float) -> tuple[Array, Line]:
    """N, (V,), that pull out a wood screw which has been shaken for some flights, and how that came about."""
    stands = withdrawal(values, material, diameter, deep) * value(values, "shaken")
    return stands, Line(
        "One screw, shaken loose as they are", float(stands[0]), "N", "108.25 G² D L × shaken",
        "Forest Products Laboratory 2010",
    )  # fmt: skip
