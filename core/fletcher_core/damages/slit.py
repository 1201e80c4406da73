"""Film, tape, paper or cloth is slit across."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from ..kinds import Hit
from .base import Across, words
from .kind import SKIN_TAKES_UP, Care, DamageKind, Effect, at

_FACE: dict[str, Literal[1, -1, 0]] = {"top": 1, "bottom": -1, "both": 0}


class Slit(Across):
    """A slit across a skin."""

    kind: Literal["slit"] = "slit"
    may_be_none = True
    face: Literal["top", "bottom", "both"] = words("on the", "bottom", top="top", bottom="bottom", both="both faces")


def effect(damage: Slit, cares: Sequence[Care]) -> list[Effect]:
    """Every sheet of that face is parted there."""
    if damage.x_to == damage.x_from:
        return []
    torn = Hit(face=_FACE[damage.face], x_from=damage.x_from, x_to=damage.x_to)
    return [Effect(*at(damage, SKIN_TAKES_UP), (), [torn], ends="skin")]


KIND = DamageKind(
    model=Slit,
    label="Skin or tape slit",
    look="A cut or a tear across the film, the tape or the board's paper.",
    called="slit",
    mended="patched slit",
    effect=effect,
    check="Bend it gently so that the slit opens: is the foam under it whole?",
)
