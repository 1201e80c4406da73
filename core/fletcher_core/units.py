"""Lengths, weights and speeds as people type and read them; the one place that converts.

Reading uses the unit registry of `pint`; this module only splits what was typed into
numbers and unit words (``1 1/2"``, ``2 lb 6 oz``, ``23,5 cm``), which pint does not do.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Any, Literal

System = Literal["metric", "inch"]
Kind = Literal["length", "mass", "speed", "angle", "density", "area_mass", "number", "percent"]

#: kind -> (core unit, bare-number unit when metric, bare-number unit when inch, example)
_KINDS: dict[str, tuple[str, str, str, str]] = {
    "length": ("mm", "mm", "inch", "230, 23 cm, 3/16 in"),
    "mass": ("g", "g", "oz", "850, 0.85 kg, 2 lb 6 oz"),
    "speed": ("m/s", "m/s", "mph", "14, 50 km/h, 30 mph"),
    "angle": ("deg", "deg", "deg", "3"),
    "density": ("kg/m**3", "kg/m**3", "lb/ft**3", "30, 2 lb/ft3"),
    "area_mass": ("g/m**2", "g/m**2", "oz/yard**2", "49, 1.4 oz/yd2"),
    "number": ("", "", "", "4"),
    "percent": ("", "", "", "30"),
}

_WORDS = {
    '"': "inch", "''": "inch", "in": "inch", "inch": "inch", "inches": "inch",
    "'": "foot", "ft": "foot", "foot": "foot", "feet": "foot",
    "mm": "mm", "cm": "cm", "dm": "dm", "m": "m", "µm": "um", "um": "um",
    "thou": "thou", "mil": "thou",
    "g": "g", "gr": "g", "gram": "g", "grams": "g", "kg": "kg", "kilo": "kg",
    "oz": "oz", "ounce": "oz", "ounces": "oz", "lb": "lb", "lbs": "lb", "pound": "lb", "pounds": "lb",
    "m/s": "m/s", "km/h": "km/h", "kmh": "km/h", "kph": "km/h", "mph": "mph", "kt": "knot",
    "kn": "knot", "knots": "knot", "ft/s": "ft/s", "fps": "ft/s",
    "deg": "deg", "°": "deg", "degrees": "deg",
    "kg/m3": "kg/m**3", "kg/m³": "kg/m**3", "g/l": "kg/m**3", "lb/ft3": "lb/ft**3", "pcf": "lb/ft**3",
    "g/m2": "g/m**2", "g/m²": "g/m**2", "gsm": "g/m**2", "oz/yd2": "oz/yard**2", "oz/yd²": "oz/yard**2",
    "%": "", "g's": "",
}  # fmt: skip

_NUMBER = re.compile(r"\s*([+-]?)\s*(?:(\d+)[\s-]+)?(?:(\d+)\s*/\s*(\d+)|(\d*[.,]?\d+(?:[eE][+-]?\d+)?))")
_UNIT = re.compile(r"\s*(''|\"|'|°|%|[a-zA-Zµ][a-zA-Zµ³]*(?:'s)?(?:/[a-zA-Z]+[23²³]?)?)")


class MeasureError(ValueError):
    """What was typed is no measure of that kind; the text says what would be right."""


@lru_cache(maxsize=1)
def _registry() -> Any:
    import pint

    return pint.UnitRegistry(cache_folder=None)


@lru_cache(maxsize=256)
def _factor(unit: str, core_unit: str) -> float:
    if unit == core_unit or not core_unit:
        return 1.0
    import pint

    ureg = _registry()
    try:
        return float(ureg.Quantity(1.0, unit).to(core_unit).magnitude)
    except pint.DimensionalityError as exc:
        raise MeasureError(unit) from exc


def parse(text: str, kind: Kind, system: System = "metric") -> float:
    """Read a measure as spoken.

    Parameters
    ----------
    text : what was typed, such as ``"3/16 in"``, ``"23 cm"``, ``"2 lb 6 oz"``.
    kind : what is measured; fixes the unit of the answer (mm, g, m/s, deg, kg/m3).
    system : unit of a bare number: metric (mm, g) or inch (inch, oz).

    Returns
    -------
    float
        In the core's unit of that kind.

    Raises
    ------
    MeasureError
        With a sentence that says what is wrong and what would be right.
    """
    core_unit, metric, inch, example = _KINDS[kind]
    bare = metric if system == "metric" else inch
    rest = text.strip().lower().replace("″", '"').replace("′", "'").replace("\u00a0", " ")
    if not rest:
        raise MeasureError(f"nothing is typed; for example {example}")
    total, last_unit, sign, first = 0.0, None, 1.0, True
    while rest:
        number = _NUMBER.match(rest)
        if not number or (number[1] and not first):
            raise MeasureError(f"“{text.strip()}” cannot be read; type it as {example}")
        if number[1] == "-":
            sign = -1.0
        if number[3]:
            if int(number[4]) == 0:
                raise MeasureError(f"“{text.strip()}” divides by zero; type it as {example}")
            value = float(Fraction(int(number[3]), int(number[4]))) + float(number[2] or 0)
        elif number[2]:
            raise MeasureError(f"“{text.strip()}” has two numbers side by side; type it as {example}")
        else:
            value = float(number[5].replace(",", "."))
        rest = rest[number.end() :]
        unit = _UNIT.match(rest)
        if unit:
            word = unit[1]
            if word not in _WORDS:
                raise MeasureError(f"“{word}” is not a unit known here; type it as {example}")
            name = _WORDS[word]
            rest = rest[unit.end() :]
        elif first and not rest.strip():
            name = bare
        else:
            raise MeasureError(f"“{text.strip()}” lacks a unit; type it as {example}")
        if name == last_unit:
            raise MeasureError(f"“{text.strip()}” names one unit twice; type it as {example}")
        last_unit, first = name, False
        try:
            if not core_unit and name not in ("", "g"):
                raise MeasureError(name)
            total += value * _factor(name, core_unit)
        except MeasureError as exc:
            raise MeasureError(f"“{word}” does not measure a {kind}; type it as {example}") from exc
        rest = rest.strip().lstrip(",").strip() if rest.strip() else ""
    if not math.isfinite(total):
        raise MeasureError(f"“{text.strip()}” is too large to be real; type it as {example}")
    if kind == "percent":
        total /= 100.0
    return round(sign * total, 9)


def _trim(value: float, decimals: int) -> str:
    text = f"{value:.{decimals}f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return "0" if text in ("-0", "") else text


#: sizes up to this are sold in round mm, and stay in mm for a person of inches too; own choice
_SOLD_IN_MM = 30.0


def _on(value: float, step: float) -> bool:
    """Whether somebody can have meant just this multiple of a step."""
    return abs(value / step - round(value / step)) < 1e-6


def _sold_in_mm(mm: float) -> bool:
    """A size such as a 3 mm rod: round in mm, and not in inches."""
    inches = abs(mm) / 25.4
    return 0 < abs(mm) <= _SOLD_IN_MM and _on(mm, 0.05) and not _on(inches, 1 / 64) and not _on(inches, 0.01)


def _inches(mm: float) -> str:
    """As it was meant where that can be told (64ths, hundredths); else as near as a place is known, 1/16 from 1 in."""
    inches = abs(mm) / 25.4
    sign = "-" if mm < 0 else ""
    if not _on(inches, 1 / 64) and _on(inches, 0.01):
        return f"{sign}{_trim(inches, 2)} in"
    step = 64 if _on(inches, 1 / 64) or inches < 1 else 16
    whole, part = divmod(round(inches * step), step)
    if not part:
        return f"{sign}{whole} in"
    fraction = Fraction(part, step)
    lead = f"{whole} " if whole else ""
    return f"{sign}{lead}{fraction.numerator}/{fraction.denominator} in"


def show(value: float, kind: Kind, system: System = "metric") -> str:
    """Write a value of the core (mm, g, m/s, deg, kg/m3) as a builder of that system reads it."""
    if kind == "length":
        if system == "inch" and not _sold_in_mm(value):
            return _inches(value)
        return f"{_trim(value, 2 if abs(value) < 10 else 1)} mm"
    if kind == "mass":
        if system == "inch":
            oz = value / 28.349523125
            if abs(oz) >= 16:
                pounds, ounces = divmod(round(oz, 1), 16)
                return f"{_trim(pounds, 0)} lb {_trim(ounces, 1)} oz" if ounces else f"{_trim(pounds, 0)} lb"
            return f"{_trim(oz, 2)} oz"
        return f"{_trim(value, 1)} g"
    if kind == "speed":
        return f"{_trim(value / 0.44704, 1)} mph" if system == "inch" else f"{_trim(value, 1)} m/s"
    if kind == "angle":
        return f"{_trim(value, 2)}°"
    if kind == "density":
        return f"{_trim(value / 16.01846337, 2)} lb/ft3" if system == "inch" else f"{_trim(value, 1)} kg/m³"
    if kind == "area_mass":
        return f"{_trim(value / 33.9057475, 2)} oz/yd2" if system == "inch" else f"{_trim(value, 0)} g/m²"
    if kind == "percent":
        return f"{_trim(value * 100, 1)} %"
    return _trim(value, 3)


def show_bound(value: float, kind: Kind, system: System, *, most: bool) -> str:
    """A least or largest value, rounded so that what is told is itself allowed."""
    if kind != "length" or system == "metric" or _on(value / 25.4, 0.01) or _sold_in_mm(value):
        return show(value, kind, system)
    hundredths = value / 25.4 * 100
    return f"{_trim((math.floor(hundredths) if most else math.ceil(hundredths)) / 100, 2)} in"


@dataclass(frozen=True)
class Measure:
    """A measure that a message carries until somebody's units are known."""

    value: float
    kind: Kind = "length"

    def text(self, system: System) -> str:
        shown = show(self.value, self.kind, system)
        if system == "inch" and self.kind == "length" and _sold_in_mm(self.value):
            return f"{shown} ({_trim(self.value / 25.4, 3)} in)"
        return shown
