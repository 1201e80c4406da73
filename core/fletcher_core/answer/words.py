"""Plain words for pieces, places and ways to fail."""

from __future__ import annotations

from typing import Any

from ..catalogue import catalogue
from ..failure import MODES, Finding
from ..model import Airframe, Scheme
from ..units import Measure, System

_KIND = {"rod": "rod", "tube": "tube", "strip": "strip", "web": "web", "skin": "skin", "tape": "tape"}
_FACES = {"top": "top", "bottom": "bottom", "both": "both faces"}


def material_label(piece: Any) -> str:
    cat = catalogue()
    table = cat.skin if piece.kind in ("skin", "tape") else cat.stock
    return table[piece.material].label


def size(piece: Any, system: System) -> str:
    def mm(value: float) -> str:
        return Measure(value).text(system)

    if piece.kind == "rod":
        return f"{mm(piece.diameter_mm)} rod"
    if piece.kind == "tube":
        return f"{mm(piece.outer_mm)} / {mm(piece.inner_mm)} tube"
    if piece.kind == "strip":
        lying = "on edge" if piece.lying == "on_edge" else "flat"
        return f"{mm(piece.width_mm)} × {mm(piece.thickness_mm)} strip, {lying}"
    if piece.kind == "web":
        return f"{mm(piece.thickness_mm)} web, full height"
    layers = f", {piece.layers} layers" if piece.layers > 1 else ""
    if piece.kind == "tape":
        return f"{mm(piece.width_mm)} tape{layers}"
    lap = f", laps the nose {mm(piece.nose_lap_mm)}" if piece.nose_lap_mm else ""
    return f"skin{layers}{lap}"


def what(piece: Any, system: System) -> str:
    return f"{material_label(piece)}, {size(piece, system)}"


def label(piece: Any, system: System) -> str:
    return piece.name or what(piece, system)


def short(piece: Any) -> str:
    """The piece in a sentence: "bottom film", "tube"."""
    if piece.name:
        return str(piece.name)
    if piece.kind in ("skin", "tape"):
        material = piece.material
        for noun in ("tape", "film", "paper", "screen"):
            if noun in material or (noun == "film" and ("laminate" in material or "covering" in material)):
                return noun
        return _KIND[piece.kind]
    level = getattr(piece, "level", "middle")
    where = f"{level} " if level in ("top", "bottom") else ""
    return where + _KIND[piece.kind]


def where(piece: Any, system: System) -> str:
    def mm(value: float) -> str:
        return Measure(value).text(system)

    span = f"{mm(piece.y_from_mm)} to {mm(piece.y_to_mm)} out"
    if piece.kind == "skin":
        return f"{_FACES[piece.surface]}, {piece.x_from:.0%} to {piece.x_to:.0%} of chord, {span}"
    at = f"at {piece.chord_from:.0%} of chord"
    if abs(piece.chord_to - piece.chord_from) > 0.005:
        at = f"from {piece.chord_from:.0%} to {piece.chord_to:.0%} of chord"
    depth = _FACES[piece.surface] if piece.kind == "tape" else f"{getattr(piece, 'level', 'full height')}"
    return f"{depth}, {at}, {span}"


def how(finding: Finding, airframe: Airframe, scheme: Scheme) -> str:
    """ "the top film wrinkles", for a finding."""
    if finding.piece is None:
        thing = "board's paper" if finding.mode.startswith("skin") else "foam"
    else:
        thing = short(scheme.pieces[finding.piece])
    return MODES[finding.mode].words.format(thing=thing, face=finding.face)


def place(y_mm: float, system: System) -> str:
    return "at the root" if y_mm < 1.0 else f"{Measure(round(y_mm)).text(system)} out"
