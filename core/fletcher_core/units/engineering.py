"""Units of workings and tables of figures, for those who read inches and pounds."""

from __future__ import annotations

from .kinds import System, factor

#: as it is told -> (the registry's unit, the same for inches, as that is told)
_TOLD = {
    "mm": ("mm", "inch", "in"),
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
