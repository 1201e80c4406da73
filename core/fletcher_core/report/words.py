"""Plain words for pieces, places and ways to fail."""

from __future__ import annotations

from typing import Any

from ..catalogue import catalogue
from ..failure import MODES, Finding
from ..kinds import kind_of
from ..loads import Case, Unit
from ..model import PartName, Scheme
from ..parts import PARTS
from ..units import Measure, System

_FACES = {"top": "top", "bottom": "bottom", "both": "both faces", "through": "right through"}


def material_label(piece: Any) -> str:
    """The material's name; nothing for a kind without one."""
    table = kind_of(piece).table
    return "" if table is None else str(getattr(catalogue(), table)[piece.material].label)


def size(piece: Any, system: System) -> str:
    """Its size in the person's units."""
    return kind_of(piece).size(piece, lambda value: Measure(value, "size").text(system))


def what(piece: Any, system: System) -> str:
    """Material and size."""
    name = material_label(piece)
    said = size(piece, system)
    return f"{name}, {said}" if name else said[0].upper() + said[1:]


def label(piece: Any, system: System) -> str:
    """Its own name, or what it is."""
    return piece.name or what(piece, system)


def short(piece: Any) -> str:
    """The piece in a sentence: "bottom film", "tube"."""
    if piece.name:
        return str(piece.name)
    kind = kind_of(piece)
    if kind.table == "skin":
        return catalogue().skin[piece.material].called
    level = getattr(piece, "level", "middle")
    lead = f"{level} " if level in ("top", "bottom") else ""
    return lead + kind.noun


def where(piece: Any, system: System, part: PartName = "wing") -> str:
    """Face, place along the chord (or across a body) and along the part."""
    across = "its width" if part == "body" else "chord"

    def mm(value: float) -> str:
        return Measure(value).text(system)

    span = f"{mm(piece.y_from_mm)} to {mm(piece.y_to_mm)} {PARTS[part].away}"
    if hasattr(piece, "x_from"):
        face = _FACES.get(getattr(piece, "surface", getattr(piece, "face", "")), "whole depth")
        return f"{face}, {piece.x_from:.0%} to {piece.x_to:.0%} of {across}, {span}"
    if hasattr(piece, "edge"):
        return f"{piece.edge} edge, {span}"
    if not hasattr(piece, "chord_from"):
        return f"{'from side to side' if part == 'body' else 'nose to trailing edge'}, {span}"
    at = f"at {piece.chord_from:.0%} of {across}"
    if abs(piece.chord_to - piece.chord_from) > 0.005:
        at = f"from {piece.chord_from:.0%} to {piece.chord_to:.0%} of {across}"
    depth = _FACES[piece.surface] if hasattr(piece, "surface") else getattr(piece, "level", "full height")
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


#: an end that comes at less than so many times the first sign comes soon after it (own choice)
SOON = 1.6


def seen_before(first: Finding, n: float, end: Finding, held: float, covered: bool) -> tuple[bool, str]:
    """Whether a builder sees the end coming, and what is to be seen: of a crease, by what comes after it.

    `covered`: something lies over the pulled face where it ends, which holds the halves of cracked foam together.
    """
    mode = MODES[first.mode]
    if first.mode != "core_compression" or first.piece is not None:
        return mode.seen_coming, mode.seen
    if MODES[end.mode].seen_coming or (covered and end.mode == "core_tension"):
        return True, "A crease line shows on the pressed face; it sags, and springs back, before it gives up."
    if held < SOON * n:
        return False, "It creases a little before it snaps: do not count on the warning."
    return True, "A crease line shows on the pressed face and stays; a good deal later it snaps without another sign."


def place(y_mm: float, system: System, part: PartName = "wing") -> str:
    """ "120 mm out"; of a fin, "120 mm up"."""
    kind = PARTS[part]
    return kind.start if y_mm < 1.0 else f"{Measure(round(y_mm)).text(system)} {kind.away}"


def factor_said(factor: float, unit: Unit) -> str:
    """ "13.1 G", "7 G", "31 N", "2.4 times"."""
    return f"{f'{factor:.1f}'.removesuffix('.0')} {unit}"


def limit_words(case: Case) -> str:
    """ "a hard pull, 5 G", "full rudder": a case at its limit."""
    return case.label if case.unit == "times" else f"{case.label}, {factor_said(case.factor, case.unit)}"


def factor_words(factor: float, case: Case) -> str:
    """ "13.1 G", "31 N", "2.4 times full rudder"."""
    said = factor_said(factor, case.unit)
    return f"{said} {case.label}" if case.unit == "times" else said


def lasting(minutes: float) -> str:
    """How long something takes: "45 minutes", "5.3 hours", "2.1 days"."""
    if minutes < 90:
        return f"{minutes:.0f} minutes"
    return f"{minutes / 60:.1f} hours" if minutes < 36 * 60 else f"{minutes / 1440:.1f} days"
