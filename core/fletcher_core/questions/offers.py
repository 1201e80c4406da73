"""What can be put into a wing: each kind as it would lie in this wing, with its weight and its worth in words."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import BaseModel

from ..analysis.uncertainty import typical
from ..kinds import BUILDS, KINDS, Offer
from ..model import Airframe, Scheme
from ..report.drawing import section_drawing
from ..report.verdict import Outlined
from ..report.words import what
from ..sections import lay_out, spreads
from ..sections.figures import derive
from ..sections.materials import section_materials
from ..units import System
from .suggestions import NotForThisPart, suggest


def _offered() -> dict[str, Offer]:
    """What can be added, in the order of the list: build-ups, then kinds, each with its pair behind it."""
    found = {name: build.offer for name, build in BUILDS.items() if not build.after}
    for name, kind in KINDS.items():
        found[name] = kind.offer
        found |= {pair: build.offer for pair, build in BUILDS.items() if build.after == name}
    return found


OFFERED = _offered()


class Offered(BaseModel):
    """A kind of piece that can be put in: drawn in this part, grams for a metre, good for and bad at."""

    kind: str
    group: Literal["build-up", "stick", "sheet", "cut"]
    name: str
    good: str
    bad: str
    what: list[str]
    grams_per_m: float
    section: Outlined


def offers(airframe: Airframe, scheme: Scheme, system: System) -> list[Offered]:
    """Every kind as it is suggested for this wing: its section drawn, and grams for each metre of span.

    Grams are taken in the middle of the first piece's run, without glue; a cut-out's are below zero.
    """
    found = []
    for kind, offer in OFFERED.items():
        try:
            pieces = suggest(airframe, scheme, kind)
        except NotForThisPart:
            continue
        alone = scheme.model_copy(update={"pieces": pieces})
        layout = lay_out(airframe.part(scheme.part), alone.pieces, 9)
        middle = 0.5 * (pieces[0].y_from_mm + pieces[0].y_to_mm)
        at = layout.take(np.array([int(np.argmin(np.abs(layout.plan.y - middle)))]))
        table = spreads(at)
        on = np.array([[1.0] * len(pieces), [0.0] * len(pieces)])
        materials = section_materials(at, derive(at, typical(table, 2)), on)
        mass = at.kernel.properties(at.section, materials, at.kernel.sums(at.section)).mass
        found.append(
            Offered(
                kind=kind, group=offer.group, name=offer.name, good=offer.good, bad=offer.bad,
                what=[what(p, system) for p in pieces],
                grams_per_m=float((mass[0, 0] - mass[1, 0]) * 1e3), section=section_drawing(at, alone, 0),
            )
        )  # fmt: skip
    return found
