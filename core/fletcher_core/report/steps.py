"""Lines of a working: figures with their units, told in the units of whoever reads them."""

from __future__ import annotations

import numpy as np

from ..analysis.estimate import Estimate
from ..catalogue import Spread, catalogue
from ..sections.figures import table_of
from ..units import System, in_system, sentence_in
from .verdict import Step, Working

_RAISED = str.maketrans("0123456789-", "⁰¹²³⁴⁵⁶⁷⁸⁹⁻")


def digits(value: float, places: int = 3) -> str:
    """A number to so many significant figures, as people write it."""
    if abs(value) < 1e-12:
        return "0"
    if 0.01 <= abs(value) < 1e5:
        return f"{value:.{max(0, places - 1 - int(np.floor(np.log10(abs(value)))))}f}".replace("-", "−")
    mantissa, power = f"{value:.{places - 1}e}".split("e")
    return f"{mantissa} × 10{str(int(power)).translate(_RAISED)}".replace("-", "−")


def step(label: str, number: float, unit: str, formula: str = "", source: str = "") -> Step:
    """A line of a working, its value in words."""
    number = float(number)
    return Step(
        label=label, formula=formula, value=f"{digits(number)} {unit}".strip(), source=source,
        number=number if np.isfinite(number) else None, unit=unit,
    )  # fmt: skip


def basis(name: str) -> str:
    """What kind of source an entry's figures have."""
    family, _, rest = name.partition(".")
    table = getattr(catalogue(), table_of(family), {})
    entry = table.get(rest.rpartition(".")[0].partition("@")[0])
    if entry is None:
        return "the catalogue, for this foam and density"
    return str(entry.grounds)


def figures_of(label: str, spread: Spread, unit: str, source: str) -> Step:
    """Low, typical and high of something that went in."""
    kept = Estimate(value=spread.typical, low=spread.low, high=spread.high)
    return Step(
        label=label, formula="low, typical, high", value=_three(kept, unit), source=source, number=spread.typical,
        unit=unit, spread=kept,
    )  # fmt: skip


def _three(spread: Estimate, unit: str) -> str:
    return f"{', '.join(digits(v) for v in (spread.low, spread.value, spread.high))} {unit}".strip()


def between(spread: Estimate, unit: str) -> str:
    """From where to where four builds in five lie."""
    return f"{digits(spread.low)} to {digits(spread.high)} {unit}".strip()


def _turned(spread: Estimate, unit: str, system: System) -> Estimate:
    return Estimate(**{name: in_system(value, unit, system)[0] for name, value in spread.model_dump().items()})


def retold(working: Working, system: System) -> Working:
    """The same in the units of that system."""
    if system == "metric":
        return working
    unit = in_system(0.0, working.unit, system)[1]
    spread = None if working.spread is None else _turned(working.spread, working.unit, system)

    def told(step: Step) -> Step:
        if step.label == "Spread" and spread is not None:
            return step.model_copy(update={"value": between(spread, unit)})
        step = step.model_copy(update={"formula": sentence_in(step.formula, system)})
        if step.number is None or not step.unit:
            return step
        value, own = in_system(step.number, step.unit, system)
        if step.spread is not None:
            return step.model_copy(update={"value": _three(_turned(step.spread, step.unit, system), own)})
        return step.model_copy(update={"value": f"{digits(value)} {own}".strip()})

    return working.model_copy(
        update={
            "steps": [told(one) for one in working.steps], "inputs": [told(one) for one in working.inputs],
            "spread": spread, "unit": unit,
        }
    )  # fmt: skip
