"""Lengths, weights and speeds as people type them.

The unit registry of `pint` converts; this only splits what was typed into numbers and unit words (``1 1/2"``,
``2 lb 6 oz``, ``23,5 cm``, ``60 %``), which pint does not do.
"""

from __future__ import annotations

import math
import re
from fractions import Fraction

from .kinds import KINDS, MEANT, WORDS, Kind, KindOf, MeasureError, System, factor, reads_inches, registry

_NUMBER = re.compile(r"\s*([+-]?)\s*(?:(\d+)[\s-]+)?(?:(\d+)\s*/\s*(\d+)|(\d*[.,]?\d+(?:[eE][+-]?\d+)?))")
_KNOWN = re.compile(
    r"\s*(" + "|".join(re.escape(word) for word in sorted(WORDS, key=len, reverse=True)) + r")(?![a-zµ/²³])"
)
_ANY = re.compile(r"\s*([^\d\s.,+-]+)")


def parse(text: str, kind: Kind, system: System = "metric", whole: float | None = None) -> float:
    """Read a measure as spoken.

    Parameters
    ----------
    text : what was typed, such as ``"3/16 in"``, ``"23 cm"``, ``"2 lb 6 oz"``, ``"60 %"``.
    kind : what is measured; fixes the unit of the answer (mm, g, m/s, deg, kg/m3, cm2, °C, N mm, N).
    system : unit of a bare number: metric (mm, g) or inch (inch, oz).
    whole : what a length in per cent is a part of, in the core's unit; None where that means nothing.

    Returns
    -------
    float
        In the core's unit of that kind.

    Raises
    ------
    MeasureError
        With a sentence that says what is wrong and what would be right.
    """
    about = KINDS[kind]
    bare = about.inch if reads_inches(kind, system) else about.metric
    rest = text.strip().lower().replace("″", '"').replace("′", "'").replace("\u00a0", " ").replace("º", "°")
    rest = re.sub(r"\s+", " ", rest)
    if not rest:
        raise MeasureError(f"nothing is typed; for example {about.example}")
    total, last_unit, sign, first = 0.0, None, 1.0, True
    while rest:
        number = _NUMBER.match(rest)
        if not number or (number[1] and not first):
            raise MeasureError(f"“{text.strip()}” cannot be read; type it as {about.example}")
        if number[1] == "-":
            sign = -1.0
        value = _value(number, text, about)
        rest = rest[number.end() :]
        unit = _KNOWN.match(rest)
        if unit:
            word = unit[1]
            name = MEANT.get(kind, {}).get(word, WORDS[word])
            rest = rest[unit.end() :]
        elif first and not rest.strip():
            word, name = "", bare
        elif unknown := _ANY.match(rest):
            raise MeasureError(f"“{unknown[1]}” is not a unit known here; type it as {about.example}")
        else:
            raise MeasureError(f"“{text.strip()}” lacks a unit; type it as {about.example}")
        if name == last_unit:
            raise MeasureError(f"“{text.strip()}” names one unit twice; type it as {about.example}")
        last_unit, first = name, False
        total += _in_core(sign * value, name, word, about, whole)
        rest = rest.strip().lstrip(",").strip() if rest.strip() else ""
        if rest and about.core == "degC":
            raise MeasureError(f"“{text.strip()}” cannot be read; type it as {about.example}")
    if not math.isfinite(total):
        raise MeasureError(f"“{text.strip()}” is too large to be real; type it as {about.example}")
    return round(total / 100.0 if kind == "percent" else total, 9)


def _value(number: re.Match[str], text: str, about: KindOf) -> float:
    if number[3]:
        if int(number[4]) == 0:
            raise MeasureError(f"“{text.strip()}” divides by zero; type it as {about.example}")
        return float(Fraction(int(number[3]), int(number[4]))) + float(number[2] or 0)
    if number[2]:
        raise MeasureError(f"“{text.strip()}” has two numbers side by side; type it as {about.example}")
    return float(number[5].replace(",", "."))


def _in_core(value: float, unit: str, word: str, about: KindOf, whole: float | None) -> float:
    if unit == "%" and about.core == "mm":
        if whole is None:
            raise MeasureError(f"“%” of what is not known here; type it as {about.example}")
        return value / 100 * whole
    try:
        if unit == "%" or (not about.core and unit):
            raise MeasureError(unit)
        if about.core == "degC":
            if unit == "degC":
                return value  # the registry takes a second to load
            factor(unit.replace("deg", "delta_deg"), "delta_degC")  # told apart from angles and all else
            return float(registry().Quantity(value, unit).to("degC").magnitude)
        return value * factor(unit, about.core)
    except MeasureError as exc:
        raise MeasureError(f"“{word}” does not measure a {about.called}; type it as {about.example}") from exc
