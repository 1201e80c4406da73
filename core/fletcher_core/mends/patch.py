"""Tape, film or cloth laid over a damage."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from pydantic import Field

from ..catalogue import catalogue, meets
from ..damages import DamageBase
from ..damages.base import words
from ..fields import Problem, measure
from ..kinds import PieceBase, new_piece
from ..units import Measure
from .base import MendBase
from .kind import Glued, MendKind, so_long
from .place import Place

Faces = Literal["both", "top", "bottom"]


class Patch(MendBase):
    """Tape or film over it, with so much beyond it on every side; or from tip to tip."""

    kind: Literal["patch"] = "patch"
    material: str = Field("packing_tape", json_schema_extra={"label": "tape or film", "table": "skin"})
    face: Faces = words("on", "both", both="both faces", top="the top", bottom="the bottom")
    layers: int = Field(1, ge=1, le=6, json_schema_extra={"label": "layers", "quantity": "number"})
    beyond_mm: float = measure("beyond the damage on each side", "length", 2.0, 1000.0, 40.0)
    glue: str | None = Field(
        None, json_schema_extra={"label": "glue, where it does not stick by itself", "table": "glue"}
    )
    reach: Literal["patch", "tip_to_tip"] = words("reach", "patch", patch="a patch", tip_to_tip="from tip to tip")


class ClothPatch(MendBase):
    """Cloth and resin over it."""

    kind: Literal["cloth_patch"] = "cloth_patch"
    material: str = Field("glass_woven", json_schema_extra={"label": "cloth", "table": "cloth"})
    cloth_g_m2: float = measure("weight of the dry cloth", "area_mass", 15.0, 400.0, 49.0)
    face: Faces = words("on", "both", both="both faces", top="the top", bottom="the bottom")
    layers: int = Field(1, ge=1, le=6, json_schema_extra={"label": "layers", "quantity": "number"})
    beyond_mm: float = measure("beyond the damage on each side", "length", 2.0, 1000.0, 30.0)


def _over(mend: Any, damage: Any, place: Place) -> dict[str, Any]:
    """Where it lies: a margin on every side, along and across."""
    middle, half = 0.5 * sum(damage.run), 0.5 * damage.length_mm
    chord, _ = place.size_at(damage.at_mm)
    margin = mend.beyond_mm / chord
    start, end = place.around(middle, half + mend.beyond_mm)
    if getattr(mend, "reach", "patch") == "tip_to_tip":
        start, end = 0.0, place.tip
    stick = place.sticks.get(getattr(damage, "piece", ""))
    by_stick = getattr(stick, "chord_from", None)
    spot = (by_stick - margin, by_stick + margin) if by_stick is not None else (0.0, 1.0)
    a = getattr(damage, "x_from", spot[0]) - (margin if hasattr(damage, "x_from") else 0.0)
    b = getattr(damage, "x_to", spot[1]) + (margin if hasattr(damage, "x_to") else 0.0)
    return {
        "id": f"{mend.id}-patch",
        "name": "patch",
        "material": mend.material,
        "surface": mend.face,
        "layers": mend.layers,
        "x_from": max(a, 0.0),
        "x_to": min(b, 1.0),
        "y_from_mm": start,
        "y_to_mm": end,
    }


def _film(mend: Patch, damage: Any, place: Place) -> list[PieceBase]:
    return [new_piece("skin", **_over(mend, damage, place), glue=mend.glue)]


def _cloth(mend: ClothPatch, damage: Any, place: Place) -> list[PieceBase]:
    return [new_piece("cloth", **_over(mend, damage, place), cloth_g_m2=mend.cloth_g_m2)]


def _problems(mend: Any, damage: Any, place: Place) -> Iterator[Problem]:
    if getattr(mend, "reach", "patch") != "tip_to_tip" and mend.beyond_mm > place.tip:
        yield Problem(
            ("beyond_mm",),
            "beyond the damage on each side",
            "It goes {long} beyond the damage, and the part is {tip} long.",
            "Make it smaller, or lay it from tip to tip.",
            {"long": Measure(mend.beyond_mm), "tip": Measure(place.tip)},
        )


#: films and tapes that a search tries; own choice
TAPES = ("packing_tape", "filament_tape_uni", "filament_tape_cross", "laminate_38um", "laminate_75um")


_BARE: tuple[tuple[str, str | None], ...] = tuple((material, None) for material in TAPES)
#: papers, with what they are glued with, on boards whose own paper is torn; own choice
PAPERS = (("kraft_paper_80", "wood_glue"), ("kraft_paper_80", "spray_foam_safe"))


def _faces_of(damage: Any) -> tuple[Faces, ...]:
    face: Faces = getattr(damage, "face", "both")
    own: tuple[Faces, ...] = ("both",)
    return own if face == "both" or getattr(damage, "through", "") == "through" else ("both", face)


def tries(damage: DamageBase, place: Place) -> Sequence[Patch]:
    """Tapes and films, one and two layers, as a patch and from tip to tip."""
    found = []
    for material, glue in (*PAPERS, *_BARE) if place.hollow else _BARE:
        if material not in catalogue().skin:
            continue
        for face in _faces_of(damage):
            for layers, reach in ((1, "patch"), (2, "patch"), (1, "tip_to_tip")):
                found.append(
                    Patch(id="new", of=damage.id, material=material, face=face, layers=layers, reach=reach, glue=glue)
                )
    return found


def _cloths(damage: DamageBase, place: Place) -> Sequence[ClothPatch]:
    return [
        ClothPatch(id="new", of=damage.id, face=face, cloth_g_m2=g) for face in _faces_of(damage) for g in (25.0, 49.0)
    ]


_TREATS = frozenset({"crack", "slit", "crushed", "missing", "wrinkle", "joint_sprung", "broken", "torn_out"})

FILM = MendKind(
    model=Patch,
    label="Tape or film over it",
    noun="patch",
    good="Minutes, no waiting: brings the pulled side back.",
    bad="On the pressed side it wrinkles; on dusty foam it peels.",
    treats=_TREATS,
    closes=frozenset({"slit", "wrinkle", "crushed"}),
    adds=_film,
    minutes=lambda m, d, p: so_long(2, 4, 8) if m.reach == "patch" else so_long(5, 9, 18),
    problems=_problems,
    glues=lambda m: [m.glue] if m.glue else [],
    joints=lambda m, d, p: [Glued(m.glue, "faced", meets(p.core), meets(m.material))] if m.glue else [],
    steps=lambda m, d, p: [
        "Wipe dust and grease off, an alcohol cloth where the foam takes it.",
        "Press the damage level, bend the part so that the gap closes.",
        "Roll the tape down from the middle; do not rip it off the roll over the part.",
        "Rub it in with a rag, edges most of all.",
    ],
    tries=tries,
    looks=0.6,
)
CLOTH = MendKind(
    model=ClothPatch,
    label="Cloth and resin over it",
    noun="cloth patch",
    good="The strongest skin for its grams.",
    bad="Resin weighs, and hours go by; its edge is hard.",
    treats=_TREATS,
    closes=frozenset({"slit", "wrinkle", "crushed"}),
    adds=_cloth,
    minutes=lambda m, d, p: so_long(12, 20, 40),
    glues=lambda m: ["epoxy_laminating"],
    joints=lambda m, d, p: [Glued("epoxy_laminating", "faced", meets(p.core), meets(m.material))],
    problems=_problems,
    steps=lambda m, d, p: [
        "Sand the old skin dull a hand's breadth round it.",
        "Cut the cloth with rounded corners; fray its edge a little.",
        "Wet the foam thinly, lay the cloth, dab resin through from the middle, blot what is over.",
        "Waxed film over it and a weight until it has set.",
        "Feather the edge with sandpaper, wet.",
    ],
    tries=_cloths,
    looks=0.7,
    aims=frozenset({"good", "looks"}),
    cautions=("laminating_resin", "splinters"),
)
