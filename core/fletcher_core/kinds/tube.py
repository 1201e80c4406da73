"""A tube in a slot, hollow or with a rod glued into its bore."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Problem, fault, measure
from ..units import Measure
from .base import Buried, PieceBase
from .kind import Kind, Offer, Room, Run, Say, minutes
from .needs import runs_of, stick_needs
from .place import largest, stick_row
from .rows import Ground, MemberRow, Need, Rows
from .shapes import inside, round_shape

#: (outer, inner) sold everywhere, mm
DIAMETERS = ((3.0, 1.5), (4.0, 2.5), (5.0, 3.0), (6.0, 4.0), (8.0, 6.0), (10.0, 8.0), (12.0, 10.0))
#: share of its girth by which a rod is held that lies in a bore with more room than its glue fills (own estimate)
ALONG_A_LINE = 0.1


class Tube(Buried):
    """A tube, hollow or with a rod glued into it as far as `sleeve_to_mm`; a rod without a diameter fills the bore."""

    kind: Literal["tube"] = "tube"
    outer_mm: float = measure("outer diameter", "size", 0.8, 60.0, 6.0)
    inner_mm: float = measure("inner diameter", "size", 0.1, 59.0, 4.0)
    sleeve_material: str | None = Field(None, json_schema_extra={"label": "rod inside the tube", "table": "stock"})
    sleeve_mm: float | None = measure("diameter of the rod inside, empty: it fills the bore", "size", 0.3, 59.0, None)
    sleeve_to_mm: float = measure("the rod inside ends at", "length", 1.0, 2500.0, 100.0)

    @model_validator(mode="after")
    def _has_wall(self) -> Tube:
        if self.inner_mm >= self.outer_mm:
            raise fault(
                "inner_mm",
                "A bore of {bore} leaves no wall in a tube of {outer}.",
                "The inner diameter should be smaller than the outer.",
                bore=Measure(self.inner_mm, "size"),
                outer=Measure(self.outer_mm, "size"),
            )
        return self

    @model_validator(mode="after")
    def _goes_in(self) -> Tube:
        if self.sleeve_material and self.sleeve_mm is not None and self.sleeve_mm > self.inner_mm:
            raise fault(
                "sleeve_mm",
                "A rod of {rod} does not go into a bore of {bore}.",
                "Take a thinner rod, or a wider tube.",
                rod=Measure(self.sleeve_mm, "size"),
                bore=Measure(self.inner_mm, "size"),
            )
        return self

    @property
    def rod_mm(self) -> float:
        """Diameter of the rod inside."""
        return self.inner_mm if self.sleeve_mm is None else self.sleeve_mm


def _rows(piece: Tube, index: int, ground: Ground) -> Rows:
    """The tube, and the rod glued into its bore where there is one."""
    outer = stick_row(piece, index, ground, round_shape(piece.outer_mm, piece.inner_mm))
    if piece.sleeve_material is None:
        return Rows([outer])
    run = ground.run(piece.y_from_mm, min(piece.sleeve_to_mm, piece.y_to_mm))
    glue, room = catalogue().glue[piece.glue], 0.5 * (piece.inner_mm - piece.rod_mm)
    fills = room <= catalogue().widest_gap(glue)
    held = np.pi * piece.rod_mm * (1.0 if fills else ALONG_A_LINE)
    bore = {**inside(round_shape(piece.rod_mm, 0.0)), "bond_width": held}
    core = MemberRow(
        index, f"stock.{piece.sleeve_material}", piece.glue, x=outer.x, z=outer.z, present=run, **bore,
        oblique=outer.oblique, free_length=max(min(piece.sleeve_to_mm, piece.y_to_mm) - piece.y_from_mm, 1.0),
        ends=outer.ends, part="rod inside", against="part",
        bond_mm=max(glue.bond, room) if fills else glue.bond, fills=fills,
    )  # fmt: skip
    return Rows([outer, core])


def _needs(piece: Tube, ground: Ground) -> list[Need]:
    sizes = {"diameter_mm": piece.outer_mm, "bore_mm": piece.inner_mm}
    found = [stick_needs("tube", piece.material, sizes, runs_of(ground, piece))]
    if piece.sleeve_material:
        within = piece.model_copy(update={"y_to_mm": min(piece.sleeve_to_mm, piece.y_to_mm)})
        runs = runs_of(ground, within)
        found.append(stick_needs("rod", piece.sleeve_material, {"diameter_mm": piece.rod_mm}, runs))
    return found


def _size(piece: Tube, mm: Say) -> str:
    within = f", {mm(piece.rod_mm)} rod inside to {mm(piece.sleeve_to_mm)}" if piece.sleeve_material else ""
    return f"{mm(piece.outer_mm)} / {mm(piece.inner_mm)} tube{within}"


def _problems(piece: Tube, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    if piece.sleeve_material and piece.sleeve_to_mm <= piece.y_from_mm:
        yield Problem(
            ("sleeve_to_mm",), "the rod inside ends at", "It ends before the tube starts.",
            "The tube starts at {start}.", {"start": Measure(piece.y_from_mm)},
        )  # fmt: skip


def _suggest(room: Room) -> list[PieceBase]:
    outer, inner = largest(DIAMETERS, min(0.45 * room.depth, 8.0))
    return [Tube(id=room.id("tube"), material="carbon_roll_wrapped", outer_mm=outer, inner_mm=inner, **room.run)]


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[Tube, ...]]:
    return [(Tube(id="new", material=material, outer_mm=sizes[0], inner_mm=sizes[1], **run),)]


KIND = Kind(
    model=Tube,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="tube",
    minutes=minutes((4.2, 7, 14), (7.2, 12, 24)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer("stick", "Tube", "Stiff for its grams; takes a joiner.", "Crushes and splits where it is held."),
    size_field=lambda p, direction: "outer_mm",
    width_seen=lambda p: p.outer_mm,
    problems=_problems,
    sizes=tuple(("carbon_roll_wrapped", s) for s in DIAMETERS[:-1]),
    of_size=_of_size,
    form="tube",
    splice=lambda p: {"form": "tube", "material": p.material, "depth_mm": p.outer_mm, "bore_mm": p.inner_mm},
    twists_alone=True,
)
