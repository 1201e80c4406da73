"""What several mends have in common."""

from __future__ import annotations

import math
from typing import Any

from ..catalogue import catalogue
from ..kinds import Share
from .place import Place


def glue_grams(name: str, area_mm2: float, bead_mm: float = 15.0) -> float:
    """Spread over an area; a bead for a fillet or a melt, so many mm apart."""
    glue = catalogue().glue[name]
    if glue.spread is not None:
        return float(glue.spread.typical * area_mm2 * 1e-6 * (2 if glue.sets == "dry first" else 1))
    assert glue.bead is not None
    return float(glue.bead.typical * area_mm2 * 1e-3 / bead_mm)


def seam(name: str, place: Place, figure: str | None, meets: float, prepared: bool, waxed: bool) -> Share:
    """What a butt of foam holds: the lesser of glue and foam, over the share of its face that meets."""
    held = place.held(name)
    own = {} if tuple(held) == (1.0, 1.0, 1.0) else {"named": f"tested_{name}", "spread": tuple(held)}
    # wax is the worse of both where neither was seen to
    then = "waxed" if waxed else None if prepared else "unprepared"
    return Share(times=meets, figure=figure, then=then, glue=name, **own)


def thin_glue(place: Place) -> str:
    """Glue that runs into thread and seams: the usual one where it does not eat this core."""
    eaten = catalogue().glue["ca_standard"].holds(place.family)[0] == "attacks"
    return "ca_foam_safe" if eaten else "ca_standard"


def glue_steps(name: str) -> list[str]:
    """Its own, in their order."""
    return list(catalogue().glue[name].steps)


def prepare_steps(place: Place) -> list[str]:
    """Of the foam's side."""
    return list(catalogue().prepare[place.family].steps)


def volume(damage: Any, place: Place) -> float:
    """mm3 of a damage that goes through, or to a depth."""
    chord, _ = place.size_at(damage.at_mm)
    wide = (damage.x_to - damage.x_from) * chord
    deep = getattr(damage, "deep_mm", None)
    if deep is not None:
        return float(damage.length_mm * wide * deep)
    return float(damage.length_mm * place.area(damage))


def to_full(value: float, step: float = 5.0) -> float:
    """Up to a full step of mm."""
    return step * math.ceil(value / step - 1e-9)
