"""Which property drives the spread of an answer: the test worth doing next."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from ..catalogue import catalogue
from ..sections.figures import table_of
from .uncertainty import SAMPLES

Array = NDArray[np.float64]

#: of what is left to explain, a column must take more than this: the best of twenty columns of chance
#: reaches about 0.12 in 64 samples
CHANCE = 0.15
#: shares below this are not worth telling
LEAST = 0.02

_FIGURES = {
    "E": "stiffness (E)", "G": "shear stiffness (G)", "density": "density", "tension": "strength pulled",
    "compression": "strength pressed", "compression_10pct": "strength pressed", "shear": "shear strength",
    "plateau_25pct": "crushing strength", "interlaminar_shear": "shear strength", "across": "strength across",
    "Et": "stiffness (E t)", "Gt": "shear stiffness (G t)", "mass": "weight per area", "lap_on_foam": "hold on foam",
    "lap_on_hard": "hold on hard parts", "peel": "peel strength", "fibre_volume": "share of fibre", "E1": "stiffness",
    "E2": "stiffness across", "G12": "shear stiffness", "wrinkle": "buckling between flutes",
    "core_E": "core's stiffness", "core_G": "core's shear stiffness", "core_shear": "core's shear strength",
    "paper_Et": "paper's stiffness", "paper_Gt": "paper's shear stiffness", "paper_tension": "paper's strength",
    "area_mass": "weight per area",
}  # fmt: skip


#: what a mode is about, for where it is the model itself that is not sure
_METHODS = {
    "member_tension": "when a stick tears",
    "member_compression": "when a stick crushes",
    "member_kinking": "when a stick kinks out",
    "member_twist": "when a stick splits by twist",
    "tube_crush": "when a tube is crushed",
    "skin_tension": "when a skin tears",
    "skin_wrinkling": "when a skin wrinkles",
    "lattice": "when a stick over an opening gives way",
    "seam": "when a glued seam opens",
    "seam_peel": "when a glued seam peels",
    "side_wall": "when a side wall buckles",
    "ovalises": "when a shell goes flat",
    "pressed_in": "when foam is pressed in",
    "boom_break": "when a boom breaks",
    "boom_oval": "when a boom goes flat",
    "boom_seat": "when what holds a boom gives way",
    "boom_turns": "when a boom turns in its glue",
    "topples": "when a profile falls over sideways",
    "panel_buckling": "when a sheet buckles between what holds it",
    "skin_compression": "when a skin is crushed",
    "core_tension": "when foam cracks",
    "core_flat": "when foam is crushed flat",
    "parted": "when what is parted folds",
    "short_of_break": "when a stick works loose beside a break",
    "core_compression": "when foam crushes",
    "core_shear": "when foam shears",
    "web_shear": "when a web splits",
    "notch": "when a notch cracks",
    "bond_shear": "when a glue line slips",
    "end_slip": "when a stick's end lets go",
    "skin_bond": "when a skin slides off",
    "joint_break": "when a joint breaks",
    "joint_bond": "when a joint lets go",
    "joint_bearing": "when a joint wears out",
}


class Driver(BaseModel):
    """A property and the share of an answer's spread that follows it; `rises`: more of it, more of the answer."""

    name: str
    label: str
    share: float
    rises: bool


def figure_label(name: str) -> str:
    """A figure's name in plain words: ``skin.packing_tape.Et`` -> "Clear packing tape: stiffness (E t)"."""
    family, key, figure = name.split(".") if name.count(".") == 2 else ("core", "", name.rpartition(".")[2])
    said = _FIGURES.get(figure, figure.replace("_", " "))
    if name.startswith("method."):
        return f"how well the model knows: {_METHODS[figure]}"
    if family == "repair":
        return f"how well it is mended: {key.replace('_', ' ')}"
    if family == "craft":
        return f"{key}: {catalogue().craft[figure].label}"
    if family in ("core", "wing"):
        return f"the {'foam' if family == 'core' else 'wing'}: {said}"
    if family == "lay_up":
        return f"laid up {catalogue().lay_up[key].label}: {said}"
    table = getattr(catalogue(), table_of(family))
    entry = table[key.partition("@")[0]]
    if figure == "factor":
        return str(entry.label)
    return f"{entry.label}: {said}"


#: figures that are no stress
_UNITS = {
    "density": "kg/m³", "mass": "g/m²", "area_mass": "g/m²", "bears": "mm", "thick": "mm", "fibre_volume": "",
    "paper_Et": "N/mm", "paper_Gt": "N/mm", "paper_tension": "N/mm", "paper_compression": "N/mm",
}  # fmt: skip


def unit_of(name: str) -> str:
    """A figure's unit: ``skin.packing_tape.Et`` -> "N/mm"; nothing for a share."""
    family, _, rest = name.partition(".")
    figure = rest.rpartition(".")[2]
    if family in ("control", "mounting", "mending"):
        unit: str = getattr(catalogue(), family)[rest.partition(".")[0]].unit
        return unit
    if family in ("method", "craft", "lay_up", "repair") or (family, figure) == ("fibre", "compression"):
        return ""
    if family in ("skin", "board") and figure in ("Et", "Gt", "tension", "compression", "peel"):
        return "N/mm"
    return _UNITS.get(figure, "MPa")


def drivers(names: list[str], z: Array, draws: Array) -> list[Driver]:
    """Shares of an answer's variance that follow each figure, the largest first.

    Stepwise regression of the answer (its logarithm, where it keeps one sign) on what was drawn: the
    figure that explains most is taken out, then the next of what is left, until chance would do as
    well. Source: Saltelli and others 2008 (regression-based sensitivity).
    """
    answer = draws[1:] if len(draws) == SAMPLES + 1 else draws
    if len(answer) != SAMPLES or not np.all(np.isfinite(answer)) or np.ptp(answer) <= 1e-12 * np.max(np.abs(answer)):
        return []
    y = np.log(np.abs(answer)) if np.all(answer > 0) or np.all(answer < 0) else answer
    left = (y - y.mean()) / y.std()
    x = (z - z.mean(axis=0)) / z.std(axis=0)
    found: list[Driver] = []
    while len(found) < 5:
        r = x.T @ left / SAMPLES
        k = int(np.argmax(np.abs(r)))
        share, of_rest = float(r[k] ** 2), float(r[k] ** 2 / np.mean(left**2))
        if of_rest < CHANCE or share < LEAST:
            break
        found.append(Driver(name=names[k], label=figure_label(names[k]), share=share, rises=bool(r[k] > 0)))
        left = left - r[k] * x[:, k]
    return sorted(found, key=lambda d: -d.share)
