"""From an airframe and a scheme to arrays: where every piece lies at every station.

A new kind of piece is one function here that returns its rows, registered by its kind.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Board, Spread, catalogue
from ..geometry import Outline, Planform, planform, profile_of
from ..model import Airframe, Rod, Scheme, Skin, Strip, TapeStrip, Tube, Web
from .section import Members, SectionLayout, Sheets, no_members, no_sheets
from .torsion import rectangle_constant

Array = NDArray[np.float64]

#: share of a round stick's perimeter that glue holds in a slot, which is open on one side
SLOT_SHARE = 0.7


@dataclass(frozen=True)
class MemberRow:
    """One stick or web: section constants in mm, each a number or (S,) along the span."""

    piece: int
    area: Any
    ixx: Any
    izz: Any
    polar: Any
    area_out: Any
    ixx_out: Any
    izz_out: Any
    height: Any
    width: Any
    web_width: float
    bond_width: Any
    grain_factor: float = 1.0


@dataclass(frozen=True)
class SheetRow:
    """One sheet on one face; `piece` is None for what belongs to the board itself."""

    piece: int | None
    material: str
    layers: int
    face: int
    share_from: Array
    share_to: Array
    t: float
    nose_edge: bool
    tail_edge: bool
    y_from: float
    y_to: float


@dataclass(frozen=True)
class WingLayout:
    """Everything about an airframe and a scheme that does not depend on material figures.

    Attributes
    ----------
    plan, section : stations, and what lies in the section at each.
    member_rows, sheet_rows : what each row of `section` stands for.
    bond_width : (Pm, S) mm of each member's girth that glue holds.
    free_length : (Pm,) mm, each member's own run.
    """

    airframe: Airframe
    scheme: Scheme
    plan: Planform
    section: SectionLayout
    member_rows: list[MemberRow]
    sheet_rows: list[SheetRow]
    bond_width: Array
    free_length: Array

    @property
    def outline(self) -> Outline:
        return self.section.outline

    def take(self, index: NDArray[np.intp]) -> WingLayout:
        """The same at fewer stations, for what needs no fine steps."""

        def pick(record: Any) -> Any:
            changes = {
                name: value[:, index]
                for name, value in vars(record).items()
                if isinstance(value, np.ndarray) and value.ndim == 2
            }
            return replace(record, **changes)

        section = SectionLayout(self.outline.take(index), pick(self.section.members), pick(self.section.sheets))
        plan = replace(
            self.plan,
            **{k: getattr(self.plan, k)[index] for k in ("y", "chord", "x_le", "cos_sweep", "s")},
        )
        return replace(self, plan=plan, section=section, bond_width=self.bond_width[:, index])


def _round(outer: float, bore: float) -> dict[str, Any]:
    i, i_out = np.pi / 64 * (outer**4 - bore**4), np.pi / 64 * outer**4
    area, area_out = np.pi / 4 * (outer**2 - bore**2), np.pi / 4 * outer**2
    return {
        "area": area, "ixx": i, "izz": i, "polar": 2 * i, "area_out": area_out, "ixx_out": i_out, "izz_out": i_out,
        "height": outer, "width": outer, "web_width": 0.0, "bond_width": SLOT_SHARE * np.pi * outer,
    }  # fmt: skip


def _box(width: Any, height: Any, polar: Any, web_width: float, bond_width: Any) -> dict[str, Any]:
    area, ixx, izz = width * height, width * height**3 / 12, height * width**3 / 12
    return {
        "area": area, "ixx": ixx, "izz": izz, "polar": polar, "area_out": area, "ixx_out": ixx, "izz_out": izz,
        "height": height, "width": width, "web_width": web_width, "bond_width": bond_width,
    }  # fmt: skip


def _rod(piece: Rod, _depth: Array) -> dict[str, Any]:
    return _round(piece.diameter_mm, 0.0)


def _tube(piece: Tube, _depth: Array) -> dict[str, Any]:
    return _round(piece.outer_mm, piece.inner_mm)


def _strip(piece: Strip, _depth: Array) -> dict[str, Any]:
    w, t = piece.width_mm, piece.thickness_mm
    if piece.lying == "on_edge":
        return _box(t, w, rectangle_constant(w, t), 0.0, 2 * w)
    return _box(w, t, rectangle_constant(w, t), 0.0, w + 2 * t)


def _web(piece: Web, depth: Array) -> dict[str, Any]:
    grain = UPRIGHT_GRAIN if piece.grain == "upright" else 1.0
    return {**_box(piece.thickness_mm, depth, 0.0, piece.thickness_mm, 2 * depth), "grain_factor": grain}


#: what wood keeps along the span when its grain stands upright (Forest Products Laboratory 2010: E_R/E_L)
UPRIGHT_GRAIN = 0.05

_STICKS: Mapping[str, Callable[[Any, Array], dict[str, Any]]] = {
    "rod": _rod,
    "tube": _tube,
    "strip": _strip,
    "web": _web,
}


def share_along(piece: Any, y: Array) -> Array:
    """Chord share of a straight piece at places along the span.

    The piece is straight in share of chord between its ends: straight on the wing where the panels
    taper evenly, as builders lay it out with a ruler from chord mark to chord mark.
    """
    run = max(piece.y_to_mm - piece.y_from_mm, 1e-9)
    part = np.clip((y - piece.y_from_mm) / run, 0.0, 1.0)
    return np.asarray(piece.chord_from + part * (piece.chord_to - piece.chord_from))


def _member(piece: Any, index: int, plan: Planform, outline: Outline) -> tuple[MemberRow, dict[str, Array]]:
    share = share_along(piece, plan.y)
    upper, lower = outline.faces_at(share)
    constants = _STICKS[piece.kind](piece, upper - lower)
    row = MemberRow(piece=index, **constants)
    half = 0.5 * np.asarray(row.height)
    level = getattr(piece, "level", "middle")
    inset = getattr(piece, "inset_mm", 0.0)
    middle = 0.5 * (upper + lower)
    z = {"middle": middle, "top": upper - inset - half, "bottom": lower + inset + half}[level]
    axis = plan.x_le + share * plan.chord
    slope = np.gradient(axis, plan.s) if len(plan.y) > 1 else np.zeros_like(axis)
    present = ((plan.y >= piece.y_from_mm - 1e-9) & (plan.y <= piece.y_to_mm + 1e-9)).astype(float)
    run = present > 0
    own_slope = float(np.median(slope[run])) if run.any() else 0.0
    sine = np.sqrt(np.clip(1 - np.median(plan.cos_sweep[run] if run.any() else plan.cos_sweep) ** 2, 0, 1))
    angle = np.arcsin(np.clip(own_slope, -0.99, 0.99)) - np.sign(own_slope or 1.0) * np.arcsin(sine)
    return row, {"x": share * outline.chord, "z": z, "present": present, "oblique": np.cos(angle) ** 3}


def _sheets_of(piece: Skin | TapeStrip, index: int, plan: Planform) -> list[SheetRow]:
    sheet = catalogue().skin[piece.material]
    t = sheet.thickness.typical * piece.layers
    if isinstance(piece, Skin):
        start, end = np.full_like(plan.y, piece.x_from), np.full_like(plan.y, piece.x_to)
    else:
        middle, half = share_along(piece, plan.y), 0.5 * piece.width_mm / plan.chord
        start, end = np.clip(middle - half, 0, 1), np.clip(middle + half, 0, 1)
    faces = {"top": (1,), "bottom": (-1,), "both": (1, -1)}[piece.surface]
    lap = piece.nose_lap_mm if isinstance(piece, Skin) else 0.0
    wraps = isinstance(piece, Skin) and len(faces) == 2
    nose = bool(start[0] <= 0 and (wraps or lap > 0))
    tail = bool(end[0] >= 1 and wraps)
    rows = [
        SheetRow(index, piece.material, piece.layers, f, start, end, t, nose, tail, piece.y_from_mm, piece.y_to_mm)
        for f in faces
    ]
    if lap > 0:
        # the sheet of each face goes on round the nose onto the other face
        rows += [replace(r, face=-r.face, share_to=np.minimum(lap / plan.chord, 1.0), tail_edge=False) for r in rows]
    return rows


def _board_paper(airframe: Airframe, plan: Planform) -> list[SheetRow]:
    board = catalogue().board.get(airframe.wing.core.material)
    if board is None or board.paper_thickness is None:
        return []
    whole, none = np.ones_like(plan.y), np.zeros_like(plan.y)
    tip = plan.half_span
    return [
        SheetRow(
            None, airframe.wing.core.material, 1, f, none, whole, board.paper_thickness.typical, False, False, 0, tip
        )
        for f in (1, -1)
    ]


def wing_layout(airframe: Airframe, scheme: Scheme, stations: int = 61) -> WingLayout:
    """Lay a scheme's pieces, on or off, into the wing."""
    changes = [c for p in scheme.pieces for c in (p.y_from_mm, p.y_to_mm)]
    plan = planform(airframe.wing, changes, stations)
    outline = plan.outline(profile_of(airframe.wing.aerofoil))
    s_count = len(plan.y)

    rows, places = [], []
    sheet_rows = _board_paper(airframe, plan)
    for index, piece in enumerate(scheme.pieces):
        if isinstance(piece, (Skin, TapeStrip)):
            sheet_rows += _sheets_of(piece, index, plan)
        else:
            row, place = _member(piece, index, plan, outline)
            rows.append(row)
            places.append(place)

    def wide(values: list[Any]) -> Array:
        return np.stack([np.broadcast_to(np.asarray(v, dtype=float), (s_count,)) for v in values])

    members = no_members(s_count)
    if rows:
        names = (
            "area", "ixx", "izz", "polar", "area_out", "ixx_out", "izz_out", "height", "width", "web_width",
        )  # fmt: skip
        members = Members(
            **{k: wide([p[k] for p in places]) for k in ("x", "z", "present")},
            **{k: wide([getattr(r, k) for r in rows]) for k in names},
            oblique=np.array([float(p["oblique"]) for p in places]),
        )
    sheets = no_sheets(s_count)
    if sheet_rows:
        here = [(plan.y >= r.y_from - 1e-9) & (plan.y <= r.y_to + 1e-9) for r in sheet_rows]
        sheets = Sheets(
            face=np.array([float(r.face) for r in sheet_rows]),
            share_from=wide([r.share_from for r in sheet_rows]),
            share_to=wide([r.share_to for r in sheet_rows]),
            present=wide([h.astype(float) for h in here]),
            t=np.array([r.t for r in sheet_rows]),
            nose_edge=np.array([float(r.nose_edge) for r in sheet_rows]),
            tail_edge=np.array([float(r.tail_edge) for r in sheet_rows]),
        )
    pieces = scheme.pieces
    return WingLayout(
        airframe,
        scheme,
        plan,
        SectionLayout(outline, members, sheets),
        rows,
        sheet_rows,
        bond_width=wide([r.bond_width for r in rows]) if rows else np.zeros((0, s_count)),
        free_length=np.array([pieces[r.piece].y_to_mm - pieces[r.piece].y_from_mm for r in rows]),
    )


def foam_spreads(airframe: Airframe) -> dict[str, Spread]:
    """The core's figures for this airframe, under ``core.*``; densities in kg/m3, the rest in MPa.

    A density that the builder gave replaces the class's and scales the stiffness and strengths with
    its power 1.5, between the 1 and 2 of closed and open cells (Gibson and Ashby 1997).
    """
    cat, core = catalogue(), airframe.wing.core
    board = cat.board.get(core.material)
    if board is not None and board.core is not None:
        c = board.core
        ratio = 0.25  # boards' cores are given without a spread; this much is assumed either way
        plain = {"E": c.E, "G": c.G, "shear": c.shear, "tension": 1.6 * c.shear, "compression_10pct": 1.1 * c.shear}
        table = {f"core.{k}": Spread(v * (1 - ratio), v, v * (1 + ratio)) for k, v in plain.items()}
        # what is left when both outer papers are taken off, glue and inner papers of a stack included
        sheets = _boards_in_stack(airframe)
        depth = sheets * board.thickness.typical
        table["core.density"] = Spread(*((sheets * m - 2 * _paper_mass(board, m)) / depth for m in board.area_mass))
        return table
    foam = cat.foam[core.material]
    names = ("density", "E", "G", "shear", "tension", "compression_10pct")
    spreads = {f"core.{k}": getattr(foam, k) for k in names}
    if core.density_kg_m3 is not None:
        ratio = core.density_kg_m3 / foam.density.typical
        spreads["core.density"] = Spread(*(core.density_kg_m3 * f for f in (0.97, 1.0, 1.03)))
        for k in names[1:]:
            spreads[f"core.{k}"] = Spread(*(v * ratio**1.5 for v in spreads[f"core.{k}"]))
    return spreads


def spreads(layout: WingLayout) -> dict[str, Spread]:
    """Every material figure that the layout uses: name -> low, typical, high.

    Names: ``core.E``, ``stock.<material>.E``, ``skin.<material>.Et`` (N/mm), ``glue.<glue>.G``.
    """
    cat = catalogue()
    table = foam_spreads(layout.airframe)
    for row in layout.member_rows:
        piece: Any = layout.scheme.pieces[row.piece]
        stock, glue = cat.stock[piece.material], cat.glue[piece.glue]
        for k in ("E", "G", "density", "tension", "compression"):
            table[f"stock.{piece.material}.{k}"] = getattr(stock, k)
        table[f"glue.{piece.glue}.G"] = glue.G
        if isinstance(glue.lap_on_foam, Spread):
            table[f"glue.{piece.glue}.lap_on_foam"] = glue.lap_on_foam
    for sheet in layout.sheet_rows:
        if sheet.piece is None:
            board = cat.board[sheet.material]
            t, E, strength = board.paper_thickness, board.paper_E_along, board.paper_tension_along
            across = board.paper_E_across
            assert t is not None
            assert E is not None
            assert strength is not None
            assert across is not None
            Et = Spread(*(e * t.typical for e in E))
            figures = {
                "Et": Et,
                # in-plane shear of paper from its two moduli (Baum, Brennan and Habeger 1981)
                "Gt": Spread(*(0.387 * math.sqrt(a * c) * t.typical for a, c in zip(E, across, strict=True))),
                "mass": Spread(*(_paper_mass(board, m) for m in board.area_mass)),
                "tension": Spread(*(s * t.typical for s in strength)),
            }
        else:
            skin = cat.skin[sheet.material]
            figures = {
                "Et": skin.Et_along,
                "Gt": skin.Gt,
                "mass": skin.area_mass,
                "tension": skin.tension_N_per_mm_along,
            }
            own_glue = cat.glue.get(getattr(layout.scheme.pieces[sheet.piece], "glue", None) or "")
            if own_glue is not None and isinstance(own_glue.lap_on_foam, Spread):
                name = getattr(layout.scheme.pieces[sheet.piece], "glue", "")
                table[f"glue.{name}.lap_on_foam"] = own_glue.lap_on_foam
        table.update({f"skin.{sheet.material}.{k}": v for k, v in figures.items()})
    return table


def _boards_in_stack(airframe: Airframe) -> int:
    board = catalogue().board[airframe.wing.core.material]
    return max(1, round(float(getattr(airframe.wing.aerofoil, "thickness_mm", 0.0)) / board.thickness.typical))


def _paper_mass(board: Board, area_mass: float) -> float:
    """g/m2 of one paper: what the core of a board of `area_mass` leaves for both."""
    assert board.core is not None
    return 0.5 * max(area_mass - board.core.density * board.thickness.typical, 0.2 * area_mass)
