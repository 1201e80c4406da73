"""What can be put into a wing: each kind as it would lie in this wing, with its weight and its worth in words."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import BaseModel

from ..model import Airframe, Scheme
from ..sections import section_properties, section_sums, spreads, wing_layout
from ..sections.figures import derive
from ..sections.materials import section_materials
from ..units import System
from .drawing import section_drawing
from .sampling import typical
from .suggest import Kind, suggest
from .verdict import Outlined
from .words import what

#: kind -> (group, name, good for, bad at)
OFFERED: dict[Kind, tuple[Literal["build-up", "stick", "sheet", "cut"], str, str, str]] = {
    "build_tube_film": ("build-up", "Tube and film", "Quick to build; film stops the twist.", "The tube splits at clamps."),
    "build_rods": ("build-up", "Rods top and bottom, film", "Stiffest for its grams in thick wings.", "Must lie over each other."),
    "build_web_caps": ("build-up", "Web and caps, film", "Carries most; caps end where they are not needed.", "Most work."),
    "build_box": ("build-up", "Box of folded board, tape", "Cheap, from what is at hand.", "Bulky; dents where it is held."),
    "build_skin": ("build-up", "Stressed skin, cord in the nose", "No spar to bury; takes knocks.", "Wrinkles early; soft at the root."),
    "rod": ("stick", "Rod", "Simple: one slot, one rod.", "In the middle it works little."),
    "rod_pair": ("stick", "Rods top and bottom", "Far stiffer than one in the middle.", "Foam shears between them."),
    "tube": ("stick", "Tube", "Stiff for its grams; takes a joiner.", "Crushes and splits where it is held."),
    "strip": ("stick", "Strip", "On edge in a slot, or flat as a cap.", "Thin ones kink out of soft foam."),
    "sandwich": ("stick", "Wood between two strips", "Strips keep their distance by themselves.", "Must be made first."),
    "web": ("stick", "Full-height web", "Keeps both faces apart; takes the shear.", "Cuts the wing in two while you build."),
    "box": ("stick", "Box folded from board", "Stiff in twist too; cheap.", "Takes room; its paper hates wet."),
    "cord": ("stick", "Cord in an edge", "Spreads a hit; holds notches together.", "Adds no stiffness up and down."),
    "skin": ("sheet", "Skin", "Twist, dents and strength all over.", "Wrinkles on the pressed face."),
    "tape": ("sheet", "Tape strip", "Quick; a taped wing bends and springs back.", "Works on the pulled side only."),
    "cloth": ("sheet", "Cloth and resin", "On the bias round the nose it stops twist and dents.", "Messy; resin weighs."),
    "block": ("cut", "Other foam", "A tough nose on a light core.", "One more seam to glue."),
    "plate": ("sheet", "Plate, a hard point", "Takes bands, bolts and hands; spreads what bears on it.", "Its edges are hard against soft foam."),
    "pocket": ("cut", "Pocket", "Room for a servo.", "Costs what it cuts: foam, skin, perhaps the spar."),
    "notch": ("cut", "Notch in an edge", "Room for a motor or a camera.", "Cracks start at its corners; cord helps."),
}  # fmt: skip


class Offer(BaseModel):
    kind: Kind
    group: Literal["build-up", "stick", "sheet", "cut"]
    name: str
    good: str
    bad: str
    what: list[str]
    grams_per_m: float
    section: Outlined


def offers(airframe: Airframe, scheme: Scheme, system: System) -> list[Offer]:
    """Every kind as it is suggested for this wing: its section drawn, and grams for each metre of span.

    Grams are taken in the middle of the first piece's run, without glue; a cut-out's are below zero.
    """
    found = []
    for kind, (group, name, good, bad) in OFFERED.items():
        pieces = suggest(airframe, scheme, kind)
        alone = scheme.model_copy(update={"pieces": pieces})
        layout = wing_layout(airframe, alone, 9)
        middle = 0.5 * (pieces[0].y_from_mm + pieces[0].y_to_mm)
        at = layout.take(np.array([int(np.argmin(np.abs(layout.plan.y - middle)))]))
        table = spreads(at)
        on = np.array([[1.0] * len(pieces), [0.0] * len(pieces)])
        materials = section_materials(at, derive(at, typical(table, 2)), on)
        mass = section_properties(at.section, materials, section_sums(at.section)).mass
        found.append(
            Offer(
                kind=kind, group=group, name=name, good=good, bad=bad, what=[what(p, system) for p in pieces],
                grams_per_m=float((mass[0, 0] - mass[1, 0]) * 1e3), section=section_drawing(at, alone, 0),
            )
        )  # fmt: skip
    return found
