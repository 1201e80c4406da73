"""A stick taken out and a new one put in, or a loose one glued in again."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from ..damages import Care, DamageBase
from ..kinds import Need, kind_of
from .base import MendBase, glue_field
from .kind import MendKind, so_long
from .place import Place
from .stuff import glue_grams, glue_steps

#: mm of a stick whose size is not told (own choice)
_USUAL = 5.0


class NewStick(MendBase):
    """The same stick, new, in its old slot."""

    kind: Literal["new_stick"] = "new_stick"
    glue: str = glue_field()


class GlueIn(MendBase):
    """A loose stick glued into its slot again."""

    kind: Literal["glue_in"] = "glue_in"
    glue: str = glue_field()


def _care(mend: Any, damage: Any, place: Place) -> Care:
    return Care(whole=True)


def _slot(damage: Any, place: Place, whole: bool) -> float:
    """mm2 that are glued: three sides of its slot."""
    piece = place.sticks.get(damage.piece)
    if piece is None:
        return 0.0
    size = float(getattr(piece, kind_of(piece).size_field(piece, "z"), _USUAL))
    return 3.0 * size * float(piece.y_to_mm - piece.y_from_mm if whole else damage.length_mm)


def _needs(mend: NewStick, damage: Any, place: Place) -> list[Need]:
    """What the stick took, of one half."""
    piece = place.sticks.get(damage.piece)
    asked = {} if piece is None else kind_of(piece).splice(piece)
    if piece is None or not asked:
        return []
    depth = "thickness_mm" if "width_mm" in asked else "diameter_mm"
    sizes: dict[str, float] = {depth: asked["depth_mm"], **{k: asked[k] for k in ("bore_mm", "width_mm") if k in asked}}
    long = piece.y_to_mm - piece.y_from_mm
    return [Need(asked["form"], "stock", piece.material, long, sizes, [long])]


NEW = MendKind(
    model=NewStick,
    label="Put in a new stick",
    noun="new stick",
    good="As good as it was; no lump, no hard edge.",
    bad="The whole slot is opened: foam and skin go with it.",
    treats=frozenset({"broken", "split", "torn_out"}),
    closes=frozenset({"broken", "split", "torn_out"}),
    care=_care,
    minutes=lambda m, d, p: so_long(25, 45, 90),
    grams=lambda m, d, p: glue_grams(m.glue, _slot(d, p, whole=True)),
    glues=lambda m: [m.glue],
    needs=_needs,
    steps=lambda m, d, p: [
        "Cut the skin along the slot once, and fold it back.",
        "Draw the old stick out; heat loosens hot melt, acetone "
        "loosens thin glue (never near white or extruded board).",
        "Scrape old glue out and weigh it.",
        *glue_steps(m.glue),
        "Lay the skin back and tape over the cut, the whole length.",
    ],
    tries=lambda d, p: [NewStick(id="new", of=d.id, glue=g) for g in ("polyurethane_foaming", "contact_foam_safe")],
    looks=0.7,
    aims=frozenset({"good"}),
    cautions=("splinters",),
)


def _in_again(damage: DamageBase, place: Place) -> Sequence[GlueIn]:
    return [GlueIn(id="new", of=damage.id, glue=g) for g in ("polyurethane_foaming", "ca_foam_safe", "epoxy_5")]


AGAIN = MendKind(
    model=GlueIn,
    label="Glue it in again",
    noun="glue in the slot",
    good="Quick where the slot is whole.",
    bad="Glue goes where it can run: the far end often stays dry.",
    treats=frozenset({"torn_out"}),
    closes=frozenset({"torn_out"}),
    care=_care,
    minutes=lambda m, d, p: so_long(5, 9, 18),
    grams=lambda m, d, p: glue_grams(m.glue, _slot(d, p, whole=False)),
    glues=lambda m: [m.glue],
    steps=lambda m, d, p: [
        "Slit the skin along the loose length, clean the slot and the stick.",
        *glue_steps(m.glue),
        "Hold it down all along until it has set; tape over the slit.",
    ],
    tries=_in_again,
    looks=0.8,
)
