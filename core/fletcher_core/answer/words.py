"""Plain words for pieces, places and ways to fail."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from ..catalogue import catalogue
from ..failure import MODES, Finding
from ..model import Scheme
from ..units import Measure, System

_FACES = {"top": "top", "bottom": "bottom", "both": "both faces", "through": "right through"}
#: which table of the catalogue a kind's material is in; sticks are stock
TABLES = {"skin": "skin", "tape": "skin", "cord": "cord", "box": "board", "block": "foam", "cloth": "cloth"}
_NOUNS = {"sandwich": "sandwich spar", "box": "box spar", "block": "block of other foam", "pocket": "pocket"}

Say = Callable[[float], str]


def material_label(piece: Any) -> str:
    if not hasattr(piece, "material"):
        return ""
    return str(getattr(catalogue(), TABLES.get(piece.kind, "stock"))[piece.material].label)


def _layers(piece: Any) -> str:
    return f", {piece.layers} layers" if piece.layers > 1 else ""


def _lap(piece: Any, mm: Say) -> str:
    return f", laps the nose {mm(piece.nose_lap_mm)}" if piece.nose_lap_mm else ""


def _tube(piece: Any, mm: Say) -> str:
    inside = f", rod inside to {mm(piece.sleeve_to_mm)}" if piece.sleeve_material else ""
    return f"{mm(piece.outer_mm)} / {mm(piece.inner_mm)} tube{inside}"


def _web(piece: Any, mm: Say) -> str:
    if piece.cap_material is None:
        return f"{mm(piece.thickness_mm)} web, full height"
    caps = f"{mm(piece.cap_width_mm)} × {mm(piece.cap_thickness_mm)}{_layers(piece)}"
    return f"{mm(piece.thickness_mm)} web with caps {caps}"


def _cloth(piece: Any, mm: Say) -> str:
    turned = f", threads at {piece.angle_deg:g}°" if piece.angle_deg else ""
    return f"{piece.cloth_g_m2:g} g/m²{turned}{_layers(piece)}{_lap(piece, mm)}"


_SIZES: Mapping[str, Callable[[Any, Say], str]] = {
    "rod": lambda p, mm: f"{mm(p.diameter_mm)} rod",
    "tube": _tube,
    "strip": lambda p, mm: (
        f"{mm(p.width_mm)} × {mm(p.thickness_mm)} strip, {'on edge' if p.lying == 'on_edge' else 'flat'}"
    ),
    "sandwich": lambda p, mm: f"{mm(p.width_mm)} × {mm(p.height_mm)} sandwich, strips {mm(p.strip_mm)}",
    "web": _web,
    "box": lambda p, mm: f"{mm(p.width_mm)} box, full height",
    "cord": lambda p, mm: f"cord in the {p.edge} edge",
    "tape": lambda p, mm: f"{mm(p.width_mm)} tape{_layers(p)}",
    "skin": lambda p, mm: f"skin{_layers(p)}{_lap(p, mm)}",
    "cloth": _cloth,
    "block": lambda p, mm: "block",
    "plate": lambda p, mm: f"{mm(p.thickness_mm)} plate",
    "pocket": lambda p, mm: "pocket right through" if p.face == "through" else f"pocket {mm(p.depth_mm)} deep",
    "notch": lambda p, mm: f"notch {mm(p.depth_mm)} deep in the {p.edge} edge",
}


def size(piece: Any, system: System) -> str:
    return _SIZES[piece.kind](piece, lambda value: Measure(value).text(system))


def what(piece: Any, system: System) -> str:
    name = material_label(piece)
    said = size(piece, system)
    return f"{name}, {said}" if name else said[0].upper() + said[1:]


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
        return str(piece.kind)
    level = getattr(piece, "level", "middle")
    lead = f"{level} " if level in ("top", "bottom") else ""
    return lead + str(_NOUNS.get(piece.kind, piece.kind))


def where(piece: Any, system: System) -> str:
    def mm(value: float) -> str:
        return Measure(value).text(system)

    span = f"{mm(piece.y_from_mm)} to {mm(piece.y_to_mm)} out"
    if hasattr(piece, "x_from"):
        face = _FACES.get(getattr(piece, "surface", getattr(piece, "face", "")), "whole depth")
        return f"{face}, {piece.x_from:.0%} to {piece.x_to:.0%} of chord, {span}"
    if hasattr(piece, "edge"):
        return f"{piece.edge} edge, {span}"
    at = f"at {piece.chord_from:.0%} of chord"
    if abs(piece.chord_to - piece.chord_from) > 0.005:
        at = f"from {piece.chord_from:.0%} to {piece.chord_to:.0%} of chord"
    depth = _FACES[piece.surface] if piece.kind == "tape" else f"{getattr(piece, 'level', 'full height')}"
    return f"{depth}, {at}, {span}"


def thing(finding: Finding, scheme: Scheme) -> str:
    """What a finding strikes."""
    if finding.piece is None:
        return finding.part or "foam"
    name = short(scheme.pieces[finding.piece])
    return f"{finding.part} of the {name}" if finding.part and finding.part != name else name


def how(finding: Finding, scheme: Scheme) -> str:
    """ "the top film wrinkles", for a finding."""
    return MODES[finding.mode].words.format(thing=thing(finding, scheme), face=finding.face)


def place(y_mm: float, system: System) -> str:
    return "at the root" if y_mm < 1.0 else f"{Measure(round(y_mm)).text(system)} out"
