"""Units of workings and tables of figures, for those who read inches and pounds."""

from __future__ import annotations

import re

from .kinds import System, factor

#: as it is told -> (the registry's unit, the same for inches, as that is told)
_TOLD = {
    "mm": ("mm", "inch", "in"),
    "cm²": ("cm**2", "inch**2", "sq in"),
    "N": ("N", "lbf", "lb"),
    "N mm": ("N*mm", "lbf*inch", "lb in"),
    "N m": ("N*m", "lbf*inch", "lb in"),
    "N mm²": ("N*mm**2", "lbf*inch**2", "lb in²"),
    "N m²": ("N*m**2", "lbf*inch**2", "lb in²"),
    "MPa": ("MPa", "psi", "psi"),
    "N/mm": ("N/mm", "lbf/inch", "lb/in"),
    "g": ("g", "oz", "oz"),
    "g mm": ("g*mm", "oz*inch", "oz in"),
    "g/m": ("g/m", "oz/foot", "oz/ft"),
    "g/m²": ("g/m**2", "oz/yard**2", "oz/yd²"),
    "kg/m³": ("kg/m**3", "lb/foot**3", "lb/ft³"),
    "m/s": ("m/s", "mph", "mph"),
}


def in_system(value: float, unit: str, system: System) -> tuple[float, str]:
    """The value and its unit as that system tells them; words behind the unit stay, what it does not know, too.

    ``(25.4, "mm from the nose")`` is ``(1.0, "in from the nose")``. Per cent, G, Hz and bare numbers are alike in all.
    """
    if system == "metric":
        return value, unit
    if unit == "°C":
        return value * 9 / 5 + 32, "°F"
    for told in sorted(_TOLD, key=len, reverse=True):
        if unit == told or unit.startswith(f"{told} "):
            core, inch, said = _TOLD[told]
            return value * factor(core, inch), said + unit[len(told) :]
    return value, unit


#: a number and its unit as sentences of ours write them, but those told both ways, and densities: foams go by them; a
#: metre of arm or of sink is told in feet
_IN_WORDS = re.compile(r"(?<![\d.])(\d+(?:\.\d+)?) (m/s|°C|N mm|N/mm|MPa|mm|cm²|m|N)(?![\w/²³]| \()")


_QUOTED = re.compile(r"(“[^”]*”)")


def sentence_in(text: str, system: System) -> str:
    """A sentence of ours with its figures in the units of that system, to as many digits as they were told."""
    if system == "metric":
        return text

    def told(found: re.Match[str]) -> str:
        number, unit = float(found[1]), found[2]
        value, said = (number * factor("m", "foot"), "ft") if unit == "m" else in_system(number, unit, system)
        if said == "°F":
            return f"{value:.0f} °F"
        known = max(2, len(found[1].replace(".", "").strip("0")))
        return f"{float(f'{value:.{known}g}'):g} {said}"

    # what stands between quotation marks is somebody's own words
    return "".join(part if part.startswith("“") else _IN_WORDS.sub(told, part) for part in _QUOTED.split(text))
