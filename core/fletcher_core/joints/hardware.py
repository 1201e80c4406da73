"""What joins the panels of a part, as things: what they weigh, what they take of glue and time, and what cannot be."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Joining, Spread, catalogue
from ..fields import Problem
from ..kinds.rows import Need
from ..model.body import Body
from ..model.panel import Joint
from ..sections import PartLayout, face_thickness
from ..units import Measure, System

Array = NDArray[np.float64]

#: width of a tape that is laid over a joint, half of it on either side, mm: a common roll (own choice)
TAPE_WIDTH = 50.0
#: minutes of hand work for the tape over one joint, both faces (own estimate)
TAPE_MINUTES = Spread(2.0, 4.0, 8.0)
#: more than the wing's own depth that a brace may stand proud of it: what a saw leaves, mm (own choice)
_PROUD = 0.05


@dataclass(frozen=True)
class Hardware:
    """One joint that is not run through.

    Attributes
    ----------
    panel : whose inner end it is at. y : mm from the middle. count : how often it is there, on all copies.
    on : the part it is on, where that is a body.
    face : mm2 of the butted faces of foam. depth, chord : mm there.
    """

    joint: Joint
    panel: int
    y: float
    count: int
    face: float
    depth: float
    chord: float
    on: str = ""

    @property
    def way(self) -> Joining:
        return catalogue().joining[self.joint.kind]

    @property
    def length(self) -> float:
        """mm of a plate or bar, both sides."""
        return 2 * self.joint.reach_mm

    @property
    def height(self) -> float:
        """mm of a plate, as deep as the wing at most."""
        return min(self.joint.height_mm, self.depth)

    @property
    def volume(self) -> float:
        """mm3 of plates or bar, of one joint."""
        if self.way.comes_as is None:
            return 0.0
        across = self.joint.thickness_mm * self.height if self.way.comes_as == "flat" else self._round
        return float(max(self.way.plates, 1) * self.length * across)

    @property
    def _round(self) -> float:
        return float(np.pi / 4 * self.joint.thickness_mm**2)

    @property
    def glued(self) -> float:
        """mm2 of glue line of one joint: its butted faces, and the long faces of plates or bar."""
        way = self.way
        if way.comes_as is None:
            return self.face
        girth = way.plates * way.glued * self.height if way.comes_as == "flat" else np.pi * self.joint.thickness_mm
        return self.face + float(girth) * self.length

    @property
    def glue_g(self) -> float:
        """Grams of glue of one joint, at typical spread; a bead runs along the chord, and along a plate or bar."""
        glue = catalogue().glue[self.joint.glue]
        if glue.spread is not None:
            return glue.spread.typical * 1e-6 * self.glued
        assert glue.bead is not None
        return glue.bead.typical * 1e-3 * (self.chord + (0.0 if self.way.comes_as is None else self.length))

    @property
    def tape_area(self) -> float:
        """mm2 of tape over one joint, both faces."""
        return 2 * TAPE_WIDTH * self.joint.tape_width_mm if self.joint.tape else 0.0

    def grams(self, values: Mapping[str, Array]) -> Array:
        """(V,) of all of them, glue included; `values` of the catalogue's figures, as the part is drawn."""
        j = self.joint
        solid = values[f"stock.{j.material}.density"] * 1e-6 * self.volume
        tape = values[f"skin.{j.tape}.mass"] * 1e-6 * self.tape_area if j.tape else 0.0
        return np.asarray(self.count * (solid + tape + self.glue_g))

    @property
    def minutes(self) -> Spread:
        """Of hand work on all of them."""
        tape = TAPE_MINUTES if self.joint.tape else Spread(0.0, 0.0, 0.0)
        return Spread(*(self.count * (a + b) for a, b in zip(self.way.minutes, tape, strict=True)))

    def needs(self) -> list[Need]:
        """From the shelf, for all of them."""
        j, way, found = self.joint, self.way, []
        if way.comes_as == "flat":
            area = self.count * way.plates * self.length * self.height
            found.append(Need("sheet", "stock", j.material, area, {"thickness_mm": j.thickness_mm}))
        elif way.comes_as == "round":
            runs = [self.length] * self.count
            found.append(Need("rod", "stock", j.material, sum(runs), {"diameter_mm": j.thickness_mm}, runs))
        if j.tape:
            found.append(Need("roll", "skin", j.tape, self.count * self.tape_area, {"width_mm": TAPE_WIDTH}))
        return [*found, Need("glue", "glue", j.glue, self.count * self.glue_g)]

    def words(self, system: System) -> str:
        """What it is, as the builder would call it."""
        j, way = self.joint, self.way
        said = way.called
        if way.comes_as is not None:
            size = (
                f"{Measure(j.thickness_mm, 'size').text(system)} × {Measure(j.height_mm, 'size').text(system)}"
                if way.comes_as == "flat"
                else Measure(j.thickness_mm, "size").text(system)
            )
            said = f"{way.called} of {catalogue().stock[j.material].label.lower()}, {size}"
        return f"{said}, with tape over it" if j.tape else said

    @property
    def place(self) -> str:
        if self.on:
            return f"at station {self.panel + 1}"
        return "in the middle" if self.panel == 0 else f"between panels {self.panel} and {self.panel + 1}"

    @property
    def field(self) -> tuple[str, int, str]:
        """Of the part, under which it is described."""
        return ("stations" if self.on else "panels", self.panel, "joint")


def hardware_of(layout: PartLayout) -> list[Hardware]:
    """Every joint of a part that is not run through."""
    outline, panels, found = layout.outline, layout.part.panels, []
    area = layout.kernel.core_moments(layout.section).area
    # a slot goes through the faces of a board, too
    depth = outline.deepest + 2 * face_thickness(layout.part.core)
    if layout.inside is not None:
        # a bar stands in the hollow
        depth = layout.inside.deepest
    on = "body" if isinstance(layout.part, Body) else ""
    for k, (panel, y) in enumerate(zip(panels, layout.plan.breaks[:-1], strict=True)):
        if panel.joint.kind == "through":
            continue
        at = int(np.argmin(np.abs(layout.plan.y - y)))
        count = 1 if k == 0 else layout.part.copies
        found.append(
            Hardware(panel.joint, k, float(y), count, float(area[at]), float(depth[at]), float(outline.chord[at]), on)
        )
    return found


def joined_g(hardware: Sequence[Hardware], values: Mapping[str, Array]) -> Array:
    """(V,) grams of all joints of a part; (1,) zero where there are none."""
    return np.sum([h.grams(values) for h in hardware], axis=0) if hardware else np.zeros(1)


def problems_of_joints(layout: PartLayout, part: str) -> Iterator[Problem]:
    """What cannot be built, or is called what it is not."""
    panels = layout.part.panels
    for h in hardware_of(layout):
        j, way = h.joint, h.way
        if way.comes_as is None:
            continue
        where = ("parts", part, *h.field)
        stock, flat = catalogue().stock[j.material], way.comes_as == "flat"
        if way.families and stock.family not in way.families:
            fit = [one.label.lower() for one in catalogue().stock.values() if way.takes(one)]
            yield Problem(
                (*where, "material"), f"what the {way.called} is made of",
                f"A {way.called} is not made of {stock.label.lower()}.", f"Take {' or '.join(fit)}.",
            )  # fmt: skip
        size, field = (j.height_mm, "height_mm") if flat else (j.thickness_mm, "thickness_mm")
        if size > h.depth + _PROUD:
            yield Problem(
                (*where, field), f"{'height' if flat else 'diameter'} of the {way.called}",
                f"The {way.called} {h.place} is {{size}}, but the {part} is only {{depth}} deep there.",
                "Take {depth} or less.", {"size": Measure(size, "size"), "depth": Measure(h.depth, "size")},
            )  # fmt: skip
        room = min(p.span_mm for p in (panels[h.panel], panels[max(h.panel - 1, 0)]))
        if j.reach_mm > room:
            yield Problem(
                (*where, "reach_mm"), f"reach of the {way.called}",
                f"The {way.called} {h.place} reaches {{reach}} into each side, but one side is {{room}} long.",
                "Take {room} or less.", {"reach": Measure(j.reach_mm), "room": Measure(room)},
            )  # fmt: skip
