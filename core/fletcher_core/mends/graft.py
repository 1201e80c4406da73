"""A block of foam grafted in."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from pydantic import Field

from ..catalogue import catalogue, meets
from ..damages import Care, DamageBase
from ..damages.base import words
from ..fields import Problem
from ..kinds import Need, Share
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long
from .place import Place
from .reglue import Prepared, glues_for
from .stuff import glue_grams, glue_steps, prepare_steps, seam, volume


class Graft(MendBase):
    """A new block glued in with two seams, and carved to shape."""

    kind: Literal["graft"] = "graft"
    material: str | None = Field(None, json_schema_extra={"label": "foam, empty: the same", "table": "foam"})
    glue: str = glue_field()
    prepared: Prepared = words(
        "faces",
        "prepared",
        prepared="brushed, pricked, sanded",
        as_it_is="as they are",
        waxed="a moulded skin with its release wax on",
    )


def _ratio(mend: Graft, place: Place, name: str) -> float:
    """Of the graft's figure over the core's, at typical figures; 1 for the same foam."""
    foams = catalogue().foam
    if mend.material is None or place.core not in foams:
        return 1.0
    return float(getattr(foams[mend.material], name).typical / getattr(foams[place.core], name).typical)


def care(mend: Graft, damage: Any, place: Place) -> Care:
    """As stiff as its foam; pulled, at most what its seams hold."""
    joins = seam(
        mend.glue,
        place,
        "meets_clean",
        min(_ratio(mend, place, "tension"), 1.0),
        mend.prepared != "as_it_is",
        mend.prepared == "waxed",
    )
    return Care(
        joins=joins,
        foam_stiff=Share(times=_ratio(mend, place, "E")),
        foam_strong=Share(times=_ratio(mend, place, "compression_10pct")),
        pressed=Share(),
    )


def _grams(mend: Graft, damage: Any, place: Place) -> float:
    """Two seams of glue, and what another foam weighs more: as much foam as there was is in the section already."""
    seams = 2 * glue_grams(mend.glue, place.area(damage))
    foams = catalogue().foam
    if mend.material is None or place.core not in foams:
        return seams
    more = foams[mend.material].density.typical - foams[place.core].density.typical
    return seams + more * 1e-6 * volume(damage, place)


def _needs(mend: Graft, damage: Any, place: Place) -> list[Need]:
    foam = mend.material or place.core
    chord, _ = place.size_at(damage.at_mm)
    if foam not in catalogue().foam:
        return []
    return [Need("block", "foam", foam, damage.length_mm * (damage.x_to - damage.x_from) * chord)]


def _problems(mend: Graft, damage: Any, place: Place) -> Iterator[Problem]:
    if place.hollow:
        yield Problem(("of",), "of which damage", "A part of sheets has no block to graft in.", "Lay a patch over it.")


def tries(damage: DamageBase, place: Place) -> Sequence[Graft]:
    """The same foam, with each glue that takes it."""
    return [] if place.hollow else [Graft(id="new", of=damage.id, glue=glue) for glue in glues_for(place)[:4]]


KIND = MendKind(
    model=Graft,
    label="Graft a block in",
    noun="graft",
    good="Shape and foam are back.",
    bad="Two seams, each as good as its glue; carving takes a while.",
    treats=frozenset({"missing", "crushed"}),
    closes=frozenset({"missing", "crushed"}),
    care=care,
    minutes=lambda m, d, p: so_long(15, 28, 55),
    grams=_grams,
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "butt", meets(p.core), meets(m.material or p.core))],
    needs=_needs,
    problems=_problems,
    tries=tries,
    looks=0.7,
    aims=frozenset({"good", "looks"}),
    steps=lambda m, d, p: [
        "Cut the damage out to straight faces, a little slanted so that the block wedges.",
        "Cut a block 2 mm larger each way; dry fit.",
        *prepare_steps(p),
        *glue_steps(m.glue),
        "Carve with a new blade, sand with a long block across both seams.",
    ],
)
