"""What is measured, in which unit the core holds it, and what people call units."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

#: "mixed": sizes of stock in mm, all else in inches and ounces
System = Literal["metric", "inch", "mixed"]
#: a size is a length by which stock is sold: a diameter, a thickness, the width of a tape
Kind = Literal[
    "length", "size", "mass", "speed", "angle", "density", "area_mass", "area", "temperature", "torque", "force",
    "number", "percent",
]  # fmt: skip


class MeasureError(ValueError):
    """What was typed is no measure of that kind; the text says what would be right."""


@dataclass(frozen=True)
class KindOf:
    """Unit of the core, unit of a bare number for either system, examples, and what it is called in a sentence."""

    core: str
    metric: str
    inch: str
    example: str
    called: str


KINDS: dict[Kind, KindOf] = {
    "length": KindOf("mm", "mm", "inch", "230, 23 cm, 3/16 in", "length"),
    "size": KindOf("mm", "mm", "inch", "3, 3 mm, 1/8 in", "length"),
    "mass": KindOf("g", "g", "oz", "850, 0.85 kg, 2 lb 6 oz", "mass"),
    "speed": KindOf("m/s", "m/s", "mph", "14, 50 km/h, 30 mph", "speed"),
    "angle": KindOf("deg", "deg", "deg", "3", "angle"),
    "density": KindOf("kg/m**3", "kg/m**3", "lb/ft**3", "30, 2 lb/ft3", "density"),
    "area_mass": KindOf("g/m**2", "g/m**2", "oz/yard**2", "49, 1.4 oz/yd2", "weight of an area"),
    "area": KindOf("cm**2", "cm**2", "inch**2", "20, 20 cm2, 3 sq in", "area"),
    "temperature": KindOf("degC", "degC", "degF", "20, 20 °C, 68 °F", "temperature"),
    "torque": KindOf("N*mm", "N*mm", "ozf*inch", "120, 1.2 kg cm, 17 oz in", "torque"),
    "force": KindOf("N", "N", "lbf", "20, 20 N, 4.5 lb", "force"),
    "number": KindOf("", "", "", "4", "number"),
    "percent": KindOf("", "", "", "30", "percent"),
}

#: what people write -> the registry's unit
WORDS = {
    '"': "inch", "''": "inch", "in": "inch", "in.": "inch", "inch": "inch", "inches": "inch",
    "'": "foot", "ft": "foot", "foot": "foot", "feet": "foot",
    "mm": "mm", "millimetre": "mm", "millimetres": "mm", "cm": "cm", "dm": "dm", "m": "m", "µm": "um", "um": "um",
    "metre": "m", "metres": "m", "meter": "m", "meters": "m", "thou": "thou", "mil": "thou",
    "g": "g", "gr": "g", "gram": "g", "grams": "g", "kg": "kg", "kilo": "kg", "kilos": "kg",
    "oz": "oz", "ounce": "oz", "ounces": "oz", "lb": "lb", "lbs": "lb", "pound": "lb", "pounds": "lb",
    "m/s": "m/s", "km/h": "km/h", "kmh": "km/h", "kph": "km/h", "mph": "mph", "kt": "knot",
    "kn": "knot", "knots": "knot", "ft/s": "ft/s", "fps": "ft/s",
    "deg": "deg", "°": "deg", "degrees": "deg",
    "kg/m3": "kg/m**3", "kg/m³": "kg/m**3", "g/l": "kg/m**3", "lb/ft3": "lb/ft**3", "lb/ft³": "lb/ft**3",
    "pcf": "lb/ft**3", "lb/cu ft": "lb/ft**3",
    "g/m2": "g/m**2", "g/m²": "g/m**2", "gsm": "g/m**2", "oz/yd2": "oz/yard**2", "oz/yd²": "oz/yard**2",
    "oz/sq yd": "oz/yard**2", "oz/ft2": "oz/ft**2", "oz/ft²": "oz/ft**2", "oz/sq ft": "oz/ft**2",
    "cm2": "cm**2", "cm²": "cm**2", "sq cm": "cm**2", "mm2": "mm**2", "mm²": "mm**2", "sq mm": "mm**2",
    "m2": "m**2", "m²": "m**2", "sq m": "m**2", "in2": "inch**2", "in²": "inch**2", "sq in": "inch**2",
    "square inch": "inch**2", "square inches": "inch**2", "ft2": "foot**2", "ft²": "foot**2", "sq ft": "foot**2",
    "c": "degC", "°c": "degC", "deg c": "degC", "celsius": "degC",
    "f": "degF", "°f": "degF", "deg f": "degF", "fahrenheit": "degF",
    "n": "N", "newton": "N", "newtons": "N", "lbf": "lbf", "ozf": "ozf", "kgf": "kgf", "gf": "gf",
    "n mm": "N*mm", "nmm": "N*mm", "n cm": "N*cm", "ncm": "N*cm", "n m": "N*m", "nm": "N*m",
    "kg cm": "kgf*cm", "kgcm": "kgf*cm", "kg-cm": "kgf*cm", "g cm": "gf*cm",
    "oz in": "ozf*inch", "oz-in": "ozf*inch", "ozin": "ozf*inch", "in oz": "ozf*inch",
    "lb in": "lbf*inch", "lb-in": "lbf*inch", "in lb": "lbf*inch", "in-lb": "lbf*inch",
    "%": "%", "g's": "",
}  # fmt: skip

#: the same word for another thing, by kind
MEANT: dict[Kind, dict[str, str]] = {
    "force": {
        "lb": "lbf", "lbs": "lbf", "pound": "lbf", "pounds": "lbf", "oz": "ozf", "ounce": "ozf", "ounces": "ozf",
        "kg": "kgf", "g": "gf", "gram": "gf", "grams": "gf",
    },
    "temperature": {"°": "degC", "deg": "degC", "degrees": "degC"},
    "number": {"g": ""},
    "percent": {"%": ""},
}  # fmt: skip


def reads_inches(kind: Kind, system: System) -> bool:
    """Whether a person reads this in inches, ounces and the like."""
    return system == "inch" or (system == "mixed" and kind != "size")


@lru_cache(maxsize=1)
def registry() -> Any:
    """The registry of `pint`, made when something is first converted."""
    import pint

    return pint.UnitRegistry(cache_folder=None)


@lru_cache(maxsize=256)
def factor(unit: str, core_unit: str) -> float:
    """Of a unit in another; `MeasureError` where it measures something else."""
    if unit == core_unit or not core_unit:
        return 1.0
    import pint

    try:
        return float(registry().Quantity(1.0, unit).to(core_unit).magnitude)
    except pint.DimensionalityError as exc:
        raise MeasureError(unit) from exc
