"""A stick taken out and a new one put in, or a loose one glued in again."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from ..catalogue import meets
from ..damages import Care, DamageBase, GluedOver
from ..kinds import Need, kind_of
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long, stick_of
from .place import Place
from .stuff import glue_grams, glue_steps

#: mm of a stick whose size is not told (own choice)
_USUAL = 5.0


#: glues that a search tries in a slot; own choice
_SLOT_GLUES = ("polyurethane_foaming", "ca_foam_safe", "epoxy_5", "contact_foam_safe")


class NewStick(MendBase):
    """The same stick, new, in its old slot."""

    kind: Literal["new_stick"] = "new_stick"
    glue: str = glue_field()


class GlueIn(MendBase):
    """A loose stick glued into its slot again."""

    kind: Literal["glue_in"] = "glue_in"
    glue: str = glue_field()


def _new(mend: Any, damage: Any, place: Place) -> Care:
    """A sound stick, in this glue from end to end."""
    piece = place.sticks.get(damage.piece)
    return (
        Care(whole=True) if piece is None else Care(whole=True, glued=_in(mend, piece, piece.y_from_mm, piece.y_to_mm))
    )


def _in_again_care(mend: Any, damage: Any, place: Place) -> Care:
    """A sound stick, in this glue where it was loose and in its own elsewhere."""
    piece = place.sticks.get(damage.piece)
    return Care(whole=True) if piece is None else Care(whole=True, glued=_in(mend, piece, *damage.run))


def _in(mend: Any, piece: Any, start: float, end: float) -> GluedOver | None:
    """The glue and where it is; None where it is the one that the stick lies in already."""
    return None if mend.glue == piece.glue else GluedOver(mend.glue, start, end)


def _slot_joint(mend: Any, damage: Any, place: Place) -> list[Glued]:
    return [Glued(mend.glue, "slot", meets(place.core), stick_of(damage, place))]


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
    care=_new,
    joints=_slot_joint,
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
    tries=lambda d, p: [NewStick(id="new", of=d.id, glue=g) for g in _SLOT_GLUES],
    looks=0.7,
    aims=frozenset({"today", "good"}),
    cautions=("splinters",),
)


def _in_again(damage: DamageBase, place: Place) -> Sequence[GlueIn]:
    return [GlueIn(id="new", of=damage.id, glue=g) for g in _SLOT_GLUES]


AGAIN = MendKind(
    model=GlueIn,
    label="Glue it in again",
    noun="glue in the slot",
    good="Quick where the slot is whole.",
    bad="Glue goes where it can run: the far end often stays dry.",
    treats=frozenset({"torn_out"}),
    closes=frozenset({"torn_out"}),
    care=_in_again_care,
    joints=_slot_joint,
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
