"""What a scheme needs from the shelf, piece by piece, for both half wings."""

from __future__ import annotations

import math

from pydantic import BaseModel

from ..analysis.evaluation import glue_mass
from ..catalogue import catalogue
from ..joints.boom import boom_needs
from ..joints.hardware import hardware_of
from ..kinds import kind_of
from ..model import Airframe, Scheme
from ..report.words import label
from ..sections import lay_out
from ..units import System
from .item import FORMS, Form


class ShelfNeed(BaseModel):
    """One thing that a piece needs: runs that must be in one (mm), or an area (mm2), or grams.

    `sizes` names the sizes that the item must have (``diameter_mm``...).
    """

    piece_id: str
    piece: str
    form: Form
    table: str
    material: str
    sizes: dict[str, float] = {}
    runs_mm: list[float] = []
    amount: float
    what: str


def bill_of_materials(airframe: Airframe, scheme: Scheme, system: System = "metric") -> list[ShelfNeed]:
    """What the pieces that are on need, with their glue; a cut-out needs nothing.

    Sticks must come in one run from end to end: across the centre too where the joint is run through and
    the wing is straight there.
    """
    layout = lay_out(airframe.part(scheme.part), scheme.pieces, 31)
    glue = glue_mass(layout)
    found = []
    for i, piece in enumerate(layout.pieces):
        if not piece.on:
            continue
        common = {"piece_id": piece.id, "piece": label(piece, system)}
        for need in kind_of(piece).needs(piece, layout.ground):
            entry = getattr(catalogue(), need.table)[need.material]
            form = FORMS[need.form]  # type: ignore[index]
            found.append(ShelfNeed(**common, **vars(need), what=f"{entry.label}, {form.label}"))
        name = getattr(piece, "glue", None)
        if name and glue[i] > 0 and math.isfinite(glue[i]):
            found.append(
                ShelfNeed(
                    **common,
                    form="glue",
                    table="glue",
                    material=name,
                    amount=float(glue[i]),
                    what=catalogue().glue[name].label,
                )
            )
    for need in boom_needs(layout.part):
        entry = getattr(catalogue(), need.table)[need.material]
        said = f"{entry.label}, {FORMS[need.form].label}"  # type: ignore[index]
        found.append(ShelfNeed(piece_id="boom", piece="boom", **vars(need), what=said))
    for h in hardware_of(layout):
        common = {"piece_id": f"joint-{h.panel}", "piece": f"joint {h.place}"}
        for need in h.needs():
            entry = getattr(catalogue(), need.table)[need.material]
            form = FORMS[need.form]  # type: ignore[index]
            said = entry.label if need.form == "glue" else f"{entry.label}, {form.label}"
            found.append(ShelfNeed(**common, **vars(need), what=said))
    return found
