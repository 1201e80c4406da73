"""Kinds of pieces: each turns one piece into rows. A new kind is one function, registered here."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from ..rows import Ground, Rows
from . import boxes, cloths, cutouts, films, plates, sticks
from .own import own_sheets

KINDS: Mapping[str, Callable[[Any, int, Ground], Rows]] = {
    "rod": sticks.rod,
    "tube": sticks.tube,
    "strip": sticks.strip,
    "sandwich": sticks.sandwich,
    "cord": sticks.cord,
    "web": boxes.web,
    "box": boxes.box,
    "skin": films.skin,
    "tape": films.tape,
    "cloth": cloths.cloth,
    "block": cutouts.block,
    "plate": plates.plate,
    "pocket": cutouts.pocket,
    "notch": cutouts.notch,
}

__all__ = ["KINDS", "own_sheets"]
