"""A full-depth web, with or without caps over its edges."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from pydantic import Field

from ..fields import Problem, measure
from ..units import Measure
from .base import Layered, PieceBase, Stick
from .kind import ON_A_BODY, Kind, Offer, Room, Run, Say, minutes
from .needs import depth_of, layer_ends, runs_of
from .place import layers_left, line_of
from .rows import Ground, MemberRow, Need, Rows
from .shapes import box_shape


class Web(Stick, Layered):
    """A full-depth web; with caps, they lie in a recess over its edges, under a thin cap strip of wood."""

    kind: Literal["web"] = "web"
    material: str = Field("balsa_hard", json_schema_extra={"label": "material", "table": "stock"})
    thickness_mm: float = measure("thickness", "size", 0.3, 30.0, 3.0)
    grain: Literal["along", "upright"] = Field("along", json_schema_extra={"label": "grain"})
    cap_material: str | None = Field(None, json_schema_extra={"label": "caps over its edges", "table": "stock"})
    cap_width_mm: float = measure("width of the caps", "size", 0.5, 60.0, 6.0)
    cap_thickness_mm: float = measure("thickness of one cap layer", "size", 0.05, 6.0, 0.5)
    cover_mm: float = measure("thin wood strip over the caps", "size", 0.0, 5.0, 0.0)


def _rows(piece: Web, index: int, ground: Ground) -> Rows:
    line = line_of(piece, ground)
    common: dict[str, Any] = {
        "glue": piece.glue, "x": line.x, "present": line.present, "oblique": line.oblique,
        "free_length": line.length, "ends": (piece.y_from_mm, piece.y_to_mm),
    }  # fmt: skip
    cap = piece.cap_thickness_mm * piece.layers * layers_left(piece, ground) if piece.cap_material else 0.0 * line.x
    cover = piece.cover_mm if piece.cap_material else 0.0
    height = np.maximum(line.depth - 2 * (cap + cover), 0.1)
    # across its grain wood yields long before what lies beside it gives way, and a thin cover is crushed before the
    # caps: either counts as foam
    upright = piece.grain == "upright"
    middle = 0.5 * (line.upper + line.lower)
    rows = [
        MemberRow(
            index, f"stock.{piece.material}", z=middle, as_core=upright, part="web" if piece.cap_material else "",
            **common, **box_shape(piece.thickness_mm, height, 2 * height, piece.thickness_mm, 0.0),
        )
    ]  # fmt: skip
    if piece.cap_material is None:
        return Rows(rows)
    w = piece.cap_width_mm
    for side, face, name in ((1, line.upper, "top"), (-1, line.lower, "bottom")):
        rows.append(
            MemberRow(
                index, f"stock.{piece.cap_material}", z=face - side * (cover + 0.5 * cap), part=f"{name} cap",
                against="part", near_surface=1.0, **common,
                **box_shape(w, np.maximum(cap, 1e-3), min(w, piece.thickness_mm), 0.0, w * cap**3 / 3),
            )
        )  # fmt: skip
        if cover > 0:
            rows.append(
                MemberRow(
                    index, f"stock.{piece.material}", z=face - side * 0.5 * cover, part=f"{name} cover",
                    as_core=True, against="part", near_surface=1.0, **common, **box_shape(w, cover, w),
                )
            )  # fmt: skip
    return Rows(rows)


def _needs(piece: Web, ground: Ground) -> list[Need]:
    runs = runs_of(ground, piece)
    # a web with its grain upright is put together from short bits of the sheet
    whole = [] if piece.grain == "upright" else runs
    sizes = {"thickness_mm": piece.thickness_mm}
    found = [Need("sheet", "stock", piece.material, sum(runs) * depth_of(ground, piece), sizes, whole)]
    if piece.cap_material:
        caps: list[float] = []
        for end in layer_ends(piece):
            if end > piece.y_from_mm:
                # one cap on top, one below
                caps += 2 * runs_of(ground, piece.model_copy(update={"y_to_mm": min(end, piece.y_to_mm)}))
        sizes = {"width_mm": piece.cap_width_mm, "thickness_mm": piece.cap_thickness_mm}
        found.append(Need("strip", "stock", piece.cap_material, sum(caps), sizes, caps))
    return found


def _size(piece: Web, mm: Say) -> str:
    if piece.cap_material is None:
        return f"{mm(piece.thickness_mm)} web, full height"
    layers = f", {piece.layers} layers" if piece.layers > 1 else ""
    caps = f"{mm(piece.cap_width_mm)} × {mm(piece.cap_thickness_mm)}{layers}"
    return f"{mm(piece.thickness_mm)} web with caps {caps}"


def _problems(piece: Web, rows: list[MemberRow], ground: Ground) -> Iterator[Problem]:
    for row in rows:
        if row.part != "web":
            continue
        here = row.present > 0
        thin = ground.same(row.height)[here] < 1.0
        if thin.any():
            y = float(ground.plan.y[here][int(np.argmax(thin))])
            yield Problem(
                ("cap_thickness_mm",), "thickness of one cap layer",
                "The caps leave no web between them, {y} out.",
                "Take thinner caps, fewer layers, or end it nearer to the root.", {"y": Measure(y)},
            )  # fmt: skip


def _suggest(room: Room) -> list[PieceBase]:
    return [Web(id=room.id("web"), thickness_mm=3.0, **room.run)]


def with_caps(room: Room) -> list[PieceBase]:
    """Upright grain between caps of two layers, the outer of which ends half way."""
    thick = 0.5 if room.depth > 6 else 0.2
    return [
        Web(
            id=room.id("web"), thickness_mm=3.0, grain="upright", cap_material="carbon_pultruded", cap_width_mm=5.0,
            cap_thickness_mm=thick, layers=2, drops_mm=[room.part(0.35)], **room.run,
        )
    ]  # fmt: skip


def _of_size(material: str, sizes: tuple[float, ...], run: Run) -> list[tuple[Web, ...]]:
    """Upright grain between caps: thickness of the web, width and thickness of the caps."""
    thick, wide, cap = sizes
    return [
        (
            Web(
                id="new", material=material, thickness_mm=thick, grain="upright", cap_material="carbon_pultruded",
                cap_width_mm=wide, cap_thickness_mm=cap, **run,
            ),
        )
    ]  # fmt: skip


KIND = Kind(
    model=Web,
    never_on=ON_A_BODY,
    group="sticks",
    rows=_rows,
    size=_size,
    noun="web",
    minutes=minutes((9, 15, 30), (24, 40, 80)),
    needs=_needs,
    suggest=_suggest,
    offer=Offer(
        "stick", "Full-height web", "Keeps both faces apart; takes the shear.", "Cuts the wing in two while you build."
    ),
    width_seen=lambda p: max(p.thickness_mm, p.cap_width_mm if p.cap_material else 0.0),
    problems=_problems,
    sizes=tuple(("balsa_hard", s) for s in ((2.0, 3.0, 0.5), (3.0, 5.0, 0.5), (3.0, 6.0, 1.0))),
    of_size=_of_size,
)
