"""A break glued: as it is where it is clean, or prised open first."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any, Literal

from ..catalogue import catalogue, meets
from ..damages import Care, DamageBase
from ..damages.base import words
from ..fields import Problem, measure
from ..kinds import Share
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long
from .place import Place
from .stuff import glue_grams, glue_steps, prepare_steps, seam

Prepared = Literal["prepared", "as_it_is", "waxed"]


class GlueBreak(MendBase):
    """The faces of a break glued to each other."""

    kind: Literal["glue_break"] = "glue_break"
    glue: str = glue_field()
    prepared: Prepared = words(
        "faces",
        "prepared",
        prepared="brushed, pricked, sanded",
        as_it_is="as they are",
        waxed="a moulded skin with its release wax on",
    )
    meets: float | None = measure("share of the faces that meets, empty: usual", "percent", 0.0, 1.0, None)


class PriseReglue(GlueBreak):
    """A break that holds halfway, opened and glued again."""

    kind: Literal["prise_reglue"] = "prise_reglue"  # type: ignore[assignment]


def joins(mend: GlueBreak, damage: Any, figure: str | None, place: Place) -> Share:
    """What the seam holds, pulled and sheared."""
    known = figure if mend.meets is None else None
    meets = 1.0 if mend.meets is None else mend.meets
    return seam(mend.glue, place, known, meets, mend.prepared != "as_it_is", mend.prepared == "waxed")


def _usual(mend: GlueBreak, damage: Any) -> str:
    if isinstance(mend, PriseReglue):
        return "meets_prised"
    return "meets_ragged" if getattr(damage, "edges", "clean") == "ragged" else "meets_clean"


def care(mend: GlueBreak, damage: Any, place: Place) -> Care:
    """Pressed, what meets bears as it did; pulled, at most what the glue holds."""
    figure = _usual(mend, damage)
    if mend.meets is None:
        return Care(joins=joins(mend, damage, figure, place), pressed=Share(figure=figure))
    return Care(joins=joins(mend, damage, figure, place), pressed=Share(times=mend.meets))


def _problems(mend: GlueBreak, damage: Any, place: Place) -> Iterator[Problem]:
    verdict, condition = catalogue().glue[mend.glue].holds(place.family)
    if verdict in ("attacks", "no hold"):
        label = catalogue().glue[mend.glue].label
        said = f"{label} {'eats this foam' if verdict == 'attacks' else 'does not hold on this foam'}"
        yield Problem(("glue",), "glue", f"{said}{f': {condition}' if condition else ''}.", "Take another glue.")


def _steps(mend: GlueBreak, damage: Any, place: Place) -> list[str]:
    prised = isinstance(mend, PriseReglue)
    first = (
        ["Work a thin blade into the crack and open it as far as it wants to; scrape old glue off."] if prised else []
    )
    fit = ["Put the faces together dry: where light shows between them, glue has to fill."]
    return [
        *first,
        *fit,
        *(prepare_steps(place) if mend.prepared == "prepared" else []),
        *glue_steps(mend.glue),
        "Sight along the part before it sets: straight from above and from behind.",
    ]


#: mm that glue has to fill between two faces, by how they are (own estimates)
_GAPS = {"clean": 0.2, "ragged": 0.6}


#: glues that a search tries on a break: one of each family that holds on foam; own choice
TRIED = (
    "polyurethane_foaming",
    "contact_foam_safe",
    "ca_foam_safe",
    "ca_flexible",
    "epoxy_5",
    "epoxy_30",
    "hot_melt_low",
    "rubber_solvent",
)


def glues_for(place: Place) -> list[str]:
    """Those of them that take this foam."""
    table = catalogue().glue
    return [g for g in TRIED if g in table and table[g].holds(place.family)[0] not in ("attacks", "no hold")]


def tries(damage: DamageBase, place: Place) -> Sequence[GlueBreak]:
    """Every glue that takes this foam."""
    return [GlueBreak(id="new", of=damage.id, glue=glue) for glue in glues_for(place)]


def _prised(damage: DamageBase, place: Place) -> Sequence[PriseReglue]:
    return [PriseReglue(id="new", of=damage.id, glue=glue) for glue in glues_for(place)]


BREAK = MendKind(
    model=GlueBreak,
    label="Glue the break",
    noun="glue",
    good="The first thing to do: faces that fit are the best joint.",
    bad="It never holds more than the foam, and torn skin stays torn.",
    treats=frozenset({"crack", "joint_sprung"}),
    closes=frozenset({"crack", "joint_sprung"}),
    care=care,
    minutes=lambda m, d, p: so_long(4, 7, 14),
    grams=lambda m, d, p: glue_grams(m.glue, p.area(d)),
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "butt", core := meets(p.core), core, _GAPS[getattr(d, "edges", "clean")])],
    steps=_steps,
    tries=tries,
    problems=_problems,
    looks=0.8,
)
PRISED = replace(
    BREAK,
    model=PriseReglue,
    label="Prise it open, glue it again",
    noun="new glue",
    good="For a break that was glued before, or that closed by itself.",
    bad="Old glue keeps the faces apart.",
    minutes=lambda m, d, p: so_long(7, 12, 24),
    tries=_prised,
    looks=0.6,
)
