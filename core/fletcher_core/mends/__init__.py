"""Kinds of mends. A new one is one module here with its `KIND`, its line in this registry, and its test."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

from pydantic import Field

from . import bind, graft, new_stick, others, patch, reglue, shape, splice, splint
from .base import MendBase
from .kind import Aim, Fact, Glued, MendKind
from .place import Place

#: every kind by its name, in the order in which they are offered
MEND_KINDS: Mapping[str, MendKind[Any]] = {
    kind.kind: kind
    for kind in (
        reglue.BREAK,
        reglue.PRISED,
        splice.KIND,
        new_stick.NEW,
        new_stick.AGAIN,
        bind.KIND,
        splint.KIND,
        patch.FILM,
        patch.CLOTH,
        graft.KIND,
        others.CORD,
        shape.HEAT,
        shape.STRAIGHTEN,
        shape.FILLER,
        others.HINGE,
        others.SWAP,
    )
}
#: the same for whoever reads types
Mend = Annotated[
    reglue.GlueBreak
    | reglue.PriseReglue
    | splice.SpliceStick
    | new_stick.NewStick
    | new_stick.GlueIn
    | bind.Bind
    | splint.Splint
    | patch.Patch
    | patch.ClothPatch
    | graft.Graft
    | others.CordRound
    | shape.Heat
    | shape.Straighten
    | shape.Filler
    | others.NewHinge
    | others.Swap,
    Field(discriminator="kind"),
]

__all__ = ["MEND_KINDS", "Aim", "Fact", "Glued", "Mend", "MendBase", "MendKind", "Place", "mend_kind"]


def mend_kind(mend: MendBase) -> MendKind[Any]:
    """The kind that a mend is of."""
    return MEND_KINDS[mend.kind]  # type: ignore[attr-defined]
