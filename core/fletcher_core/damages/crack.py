"""The foam is cracked, right through or to a depth, and perhaps the skin over it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from ..fields import measure
from ..kinds import Hit, Share, Zone
from .base import FACES, Across, Face, words
from .kind import SKIN_TAKES_UP, Care, DamageKind, Effect, at, first


class Crack(Across):
    """A crack across the part."""

    kind: Literal["crack"] = "crack"
    through: Literal["through", "deep"] = words("how deep", "through", through="right through", deep="to a depth")
    deep_mm: float = measure("depth of the crack", "length", 0.0, 300.0, 10.0)
    face: Face = words("open at the", "bottom", top="top", bottom="bottom")
    edges: Literal["clean", "ragged"] = words("its faces", "clean", clean="clean, they fit", ragged="ragged, bits gone")
    skin_torn: bool = Field(True, json_schema_extra={"label": "the skin over it is torn too"})


def effect(damage: Crack, cares: Sequence[Care]) -> list[Effect]:
    """Parted foam over a narrow stretch, joined where something joins it; torn skins stay torn."""
    if damage.through == "deep" and damage.deep_mm == 0:
        return []
    joins: Share | None = first(cares, "joins")
    pressed: Share | None = first(cares, "pressed")
    where = {
        "x_from": damage.x_from,
        "x_to": damage.x_to,
        "face": FACES[damage.face],
        "depth_mm": None if damage.through == "through" else damage.deep_mm,
    }
    # what does not meet does not bend either
    meets = pressed or Share()
    zone = (
        Zone(**where, open=True)
        if joins is None
        else Zone(**where, stiff=meets, sheared=Share(), pulled=joins, pressed=meets)
    )
    faces = 0 if damage.through == "through" else FACES[damage.face]
    torn = [Hit(face=faces, x_from=damage.x_from, x_to=damage.x_to)] if damage.skin_torn else []
    skins = [Effect(*at(damage, SKIN_TAKES_UP), (), torn, ends="skin")] if torn else []
    return [Effect(*at(damage), [zone]), *skins]


KIND = DamageKind(
    model=Crack,
    label="Foam cracked",
    look="A hairline that opens when you flex it; through, or from one face.",
    called="crack",
    mended="glued crack",
    effect=effect,
    check="Follow it to its end, back to the spar: what shows outside is often the half of it.",
)
