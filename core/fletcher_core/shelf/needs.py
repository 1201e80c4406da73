"""What a scheme needs from the shelf, piece by piece, for both half wings."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable
from typing import Any

import numpy as np
from pydantic import BaseModel

from ..answer.compute import glue_mass
from ..answer.words import label
from ..catalogue import catalogue
from ..geometry import Planform, profile_of
from ..model import Airframe, Scheme
from ..sections import wing_layout
from ..units import System
from .item import FORMS, Form

#: film and cloth are cut with this much over
WASTE = 1.1


class Need(BaseModel):
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


def _length(plan: Planform, y: list[float], shares: tuple[float, float]) -> float:
    """Along a straight line between two shares of the chord, over the places `y`, mm."""
    at = np.array(y)
    chord, x_le = plan.at(at)
    x = x_le + np.interp(at, [at[0], at[-1]], shares) * chord
    return float(np.hypot(np.diff(at), np.diff(x)).sum())


def _runs(airframe: Airframe, plan: Planform, piece: Any) -> list[float]:
    """Unbroken runs of a stick in both halves: in one across joints that are run through without a bend."""
    shares = (getattr(piece, "chord_from", 0.0), getattr(piece, "chord_to", 0.0))
    if getattr(piece, "edge", "") == "trailing":
        shares = (1.0, 1.0)
    start, end = piece.y_from_mm, min(piece.y_to_mm, plan.half_span)
    cuts, panels = [start], airframe.wing.panels
    for k, y in enumerate(plan.breaks[1:-1], start=1):
        inside, outside = panels[k - 1], panels[k]
        bends = abs(outside.dihedral_deg - inside.dihedral_deg) > 1.0
        if start < y < end and (bends or outside.joint.kind != "through"):
            cuts.append(float(y))
    cuts.append(end)
    runs = []
    for a, b in itertools.pairwise(cuts):
        inner = [float(y) for y in plan.breaks if a < y < b]
        runs.append(_length(plan, [a, *inner, b], shares))
    root = panels[0]
    chord, x_le = plan.at(np.array([start, min(start + 1.0, end)]))
    slope = float(np.diff(x_le + shares[0] * chord)[0]) + (shares[1] - shares[0]) * float(chord[0]) / max(
        end - start, 1.0
    )
    across = start < 0.5 and root.joint.kind == "through" and abs(root.dihedral_deg) < 1.0 and abs(slope) < 0.02
    if across:
        return [2 * runs[0], *(r for r in runs[1:] for _ in range(2))]
    return [r for r in runs for _ in range(2)]


def _stick(form: Form, sizes: Callable[[Any], dict[str, float]], count: Callable[[Any], int] = lambda p: 1) -> Any:
    def needs(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
        runs = _runs(airframe, plan, piece) * count(piece)
        return [{"form": form, "table": "stock", "material": piece.material, "sizes": sizes(piece), "runs_mm": runs,
                 "amount": sum(runs)}]  # fmt: skip

    return needs


def _tube(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = _stick("tube", lambda p: {"diameter_mm": p.outer_mm, "bore_mm": p.inner_mm})(
        airframe, plan, piece
    )
    if piece.sleeve_material:
        inside = piece.model_copy(update={"y_to_mm": min(piece.sleeve_to_mm, piece.y_to_mm)})
        runs = _runs(airframe, plan, inside)
        found.append({"form": "rod", "table": "stock", "material": piece.sleeve_material,
                      "sizes": {"diameter_mm": piece.inner_mm}, "runs_mm": runs, "amount": sum(runs)})  # fmt: skip
    return found


def _depth(airframe: Airframe, plan: Planform, piece: Any) -> tuple[float, float]:
    """(mean, largest) depth of the section where a stick of full height stands, mm."""
    outline = plan.outline(profile_of(airframe.wing.aerofoil))
    share = np.interp(plan.y, [piece.y_from_mm, piece.y_to_mm], [piece.chord_from, piece.chord_to])
    upper, lower = outline.faces_at(share)
    here = (plan.y >= piece.y_from_mm) & (plan.y <= piece.y_to_mm)
    depth = (upper - lower)[here]
    return float(depth.mean()), float(depth.max())


def _web(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    mean, _ = _depth(airframe, plan, piece)
    runs = _runs(airframe, plan, piece)
    # a web with its grain upright is put together from short bits of the sheet
    whole = [] if piece.grain == "upright" else runs
    found = [{"form": "sheet", "table": "stock", "material": piece.material, "runs_mm": whole,
              "sizes": {"thickness_mm": piece.thickness_mm}, "amount": sum(runs) * mean}]  # fmt: skip
    if piece.cap_material:
        ends = [*piece.drops_mm, *[piece.y_to_mm] * (piece.layers - len(piece.drops_mm))]
        caps: list[float] = []
        for end in ends:
            if end > piece.y_from_mm:
                # one cap on top, one below
                caps += 2 * _runs(airframe, plan, piece.model_copy(update={"y_to_mm": min(end, piece.y_to_mm)}))
        found.append({"form": "strip", "table": "stock", "material": piece.cap_material, "runs_mm": caps,
                      "sizes": {"width_mm": piece.cap_width_mm, "thickness_mm": piece.cap_thickness_mm},
                      "amount": sum(caps)})  # fmt: skip
    return found


def _sandwich(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    runs = _runs(airframe, plan, piece)
    wood = {"width_mm": piece.width_mm, "thickness_mm": piece.height_mm - 2 * piece.strip_mm}
    strips = {"width_mm": piece.width_mm, "thickness_mm": piece.strip_mm}
    return [
        {"form": "strip", "table": "stock", "material": piece.material, "sizes": strips, "runs_mm": 2 * runs,
         "amount": 2 * sum(runs)},
        {"form": "strip", "table": "stock", "material": piece.wood, "sizes": wood, "runs_mm": runs,
         "amount": sum(runs)},
    ]  # fmt: skip


def _box(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    mean, _ = _depth(airframe, plan, piece)
    runs = _runs(airframe, plan, piece)
    return [{"form": "sheet", "table": "board", "material": piece.material, "sizes": {}, "runs_mm": runs,
             "amount": sum(runs) * 2 * (mean + piece.width_mm)}]  # fmt: skip


def _cord(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    runs = _runs(airframe, plan, piece)
    return [{"form": "cord", "table": "cord", "material": piece.material, "sizes": {}, "runs_mm": runs,
             "amount": sum(runs)}]  # fmt: skip


def _layer_ends(piece: Any) -> list[float]:
    return [*piece.drops_mm, *[piece.y_to_mm] * (piece.layers - len(piece.drops_mm))]


def _wrap(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    """Skin or cloth by area: chord shares, a lap round the nose, and a tenth over."""
    faces = 2 if piece.surface == "both" else 1
    area = 0.0
    for end in _layer_ends(piece):
        y = np.linspace(piece.y_from_mm, min(end, piece.y_to_mm), 41)
        chord, _ = plan.at(y)
        area += float(np.trapezoid(chord * (piece.x_to - piece.x_from) + piece.nose_lap_mm, y))
    cloth = piece.kind == "cloth"
    sizes = {"area_g_m2": piece.cloth_g_m2} if cloth else {}
    return [{"form": "roll", "table": "cloth" if cloth else "skin", "material": piece.material, "sizes": sizes,
             "amount": WASTE * 2 * faces * area}]  # fmt: skip


def _tape(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    faces = 2 if piece.surface == "both" else 1
    runs: list[float] = []
    for end in _layer_ends(piece):
        runs += faces * _runs(airframe, plan, piece.model_copy(update={"y_to_mm": min(end, piece.y_to_mm)}))
    return [{"form": "roll", "table": "skin", "material": piece.material, "sizes": {"width_mm": piece.width_mm},
             "amount": sum(runs) * piece.width_mm}]  # fmt: skip


def _block(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    y = np.linspace(piece.y_from_mm, piece.y_to_mm, 41)
    chord, _ = plan.at(y)
    area = 2 * float(np.trapezoid(chord * (piece.x_to - piece.x_from), y))
    return [{"form": "block", "table": "foam", "material": piece.material, "sizes": {}, "amount": area}]


def _plate(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    y = np.linspace(piece.y_from_mm, piece.y_to_mm, 21)
    chord, _ = plan.at(y)
    faces = 2 if piece.surface == "both" else 1
    area = 2 * faces * float(np.trapezoid(chord * (piece.x_to - piece.x_from), y))
    return [{"form": "sheet", "table": "stock", "material": piece.material,
             "sizes": {"thickness_mm": piece.thickness_mm}, "amount": area}]  # fmt: skip


def _nothing(airframe: Airframe, plan: Planform, piece: Any) -> list[dict[str, Any]]:
    return []


_BY_KIND: dict[str, Callable[[Airframe, Planform, Any], list[dict[str, Any]]]] = {
    "rod": _stick("rod", lambda p: {"diameter_mm": p.diameter_mm}),
    "tube": _tube,
    "strip": _stick("strip", lambda p: {"width_mm": p.width_mm, "thickness_mm": p.thickness_mm}),
    "web": _web,
    "sandwich": _sandwich,
    "box": _box,
    "cord": _cord,
    "skin": _wrap,
    "cloth": _wrap,
    "tape": _tape,
    "block": _block,
    "plate": _plate,
}


def needs_of(airframe: Airframe, scheme: Scheme, system: System = "metric") -> list[Need]:
    """What the pieces that are on need, with their glue; a cut-out needs nothing.

    Sticks must come in one run from end to end: across the centre too where the joint is run through and
    the wing is straight there.
    """
    layout = wing_layout(airframe, scheme, 31)
    glue = glue_mass(layout)
    found = []
    for i, piece in enumerate(scheme.pieces):
        if not piece.on:
            continue
        common = {"piece_id": piece.id, "piece": label(piece, system)}
        for need in _BY_KIND.get(piece.kind, _nothing)(airframe, layout.plan, piece):
            entry = getattr(catalogue(), need["table"])[need["material"]]
            found.append(Need(**common, **need, what=f"{entry.label}, {FORMS[need['form']].label}"))
        name = getattr(piece, "glue", None)
        if name and glue[i] > 0 and math.isfinite(glue[i]):
            found.append(
                Need(
                    **common,
                    form="glue",
                    table="glue",
                    material=name,
                    amount=float(glue[i]),
                    what=catalogue().glue[name].label,
                )
            )
    return found
