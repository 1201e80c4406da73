"""A stick that is too short, lengthened: how much of its strength the splice keeps, and how long it must be.

Sources: Volkersen 1938 for the shear at the ends of the lap; Hart-Smith 1974 for the scarf, whose shear is even where
both sides are alike. The splice fails in its glue, or in the stick.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal, Self

import numpy as np
from pydantic import BaseModel, Field, model_validator

from ..catalogue import Glue, Spread, Stock, catalogue
from ..fields import Described, fault, measure
from .lap import coupon_peak, lap_peak


@dataclass(frozen=True)
class Splice:
    """A splice of `overlap_mm` on each side of the cut; `share` of the stick's own strength that it keeps."""

    overlap_mm: float
    share: float
    grams: float
    how: str


#: overlaps that are worth trying, times the stick's depth
_TRIES = (6, 8, 10, 12, 16, 20, 25, 30)


def splice(
    stock: Stock, glue: Glue, area_mm2: float, perimeter_mm: float, depth_mm: float, how: str, wanted: float = 0.9
) -> Splice:
    """The shortest usual splice that keeps `wanted` of the stick's strength, or the longest tried.

    Parameters
    ----------
    area_mm2 : of the stick's section; what is laid beside it is taken to be as stiff.
    perimeter_mm : glued round of the section. depth_mm : thickness or diameter.
    """
    force = min(stock.tension.typical, stock.compression.typical) * area_mm2
    found = Splice(0.0, 0.0, 0.0, how)
    for times in _TRIES:
        overlap = times * depth_mm
        carried = _lap_carries(stock, glue, glue.lap_on_hard.typical, area_mm2, perimeter_mm, overlap)
        share = min(1.0, carried / force)
        grams = stock.density.typical * 1e-6 * area_mm2 * 2 * overlap
        # longer helps no more once only its ends carry
        if share > found.share + 0.005:
            found = Splice(overlap, share, grams, how)
        if share >= wanted:
            break
    return found


def _lap_carries(
    stock: Stock, glue: Glue, strength: float, area_mm2: float, perimeter_mm: float, overlap: float
) -> float:
    """N, at the end that the glue's strength is reached first."""
    EA = np.array(stock.E.typical * area_mm2)
    k = np.array(glue.G.typical * perimeter_mm / glue.bond)
    peak = float(lap_peak(EA, EA, k, np.array(overlap))) / coupon_peak(glue.G.typical, glue.bond)
    return strength * perimeter_mm * overlap / max(peak, 1.0)


Form = Literal["rod", "tube", "strip"]


class SpliceQuestion(Described):
    """A stick to be lengthened. `depth_mm` is a rod's or tube's diameter, or a strip's thickness."""

    form: Form = Field("tube", json_schema_extra={"label": "form"})
    material: str = Field("carbon_pultruded", json_schema_extra={"label": "material", "table": "stock"})
    depth_mm: float = measure("diameter or thickness", "size", 0.3, 40.0, 6.0)
    bore_mm: float = measure("bore of the tube", "size", 0.2, 39.0, 4.0)
    width_mm: float = measure("width of the strip", "size", 0.5, 100.0, 6.0)
    glue: str = Field("epoxy_30", json_schema_extra={"label": "glue", "table": "glue"})

    @model_validator(mode="after")
    def _has_a_wall(self) -> Self:
        if self.form == "tube" and self.bore_mm >= self.depth_mm - 0.1:
            raise fault("bore_mm", "That leaves no wall.", "The bore should be smaller than the diameter.")
        return self

    @property
    def area_mm2(self) -> float:
        if self.form == "strip":
            return self.width_mm * self.depth_mm
        bore = self.bore_mm if self.form == "tube" else 0.0
        return math.pi / 4 * (self.depth_mm**2 - bore**2)

    @property
    def own_EI(self) -> float:
        """Second moment of area, mm4."""
        if self.form == "strip":
            return self.width_mm * self.depth_mm**3 / 12
        bore = self.bore_mm if self.form == "tube" else 0.0
        return math.pi / 64 * (self.depth_mm**4 - bore**4)


class SpliceWay(BaseModel):
    """One way: length on each side of the cut, what it keeps of the stick's strength, how much stiffer it is there."""

    way: str
    label: str
    length_mm: float
    share: Spread
    grams: float
    stiffer: float
    says: str
    steps: list[str]
    source: str


@dataclass(frozen=True)
class _Kind:
    label: str
    forms: tuple[Form, ...]
    steps: tuple[str, ...]


#: ways to lengthen a stick; a new one is a line here and its section in `_section`
SPLICES: dict[str, _Kind] = {
    "sleeve_inside": _Kind("A rod glued inside", ("tube",), (
        "Roughen the rod and the bore, blow both out.", "Glue in the bore and on the rod, turn it as it goes in.",
        "Bind the ends with thread and thin glue: a tube splits there first.",
    )),
    "sleeve_outside": _Kind("A tube glued over it", ("rod", "tube"), (
        "Take the next tube that slides on.", "Roughen both, fill the tube with glue before it goes on.",
        "Taper the sleeve's ends with a file: the next break would start at a blunt one.",
    )),
    "scarf": _Kind("A scarf, cut on the slant", ("rod", "strip"), (
        "Clamp both ends over each other and sand both slants in one go.",
        "Glue, press on a waxed edge, bind with thread.", "Sand level when it is through.",
    )),
    "lap": _Kind("A length laid beside it", ("strip", "rod"), (
        "Roughen both where they meet.", "Glue, bind with thread at both ends.",
        "Cut the ends to a slant: they carry the most.",
    )),
}  # fmt: skip

#: slants of a scarf that are worth trying, length over depth
_SLANTS = (8, 12, 16, 20, 30, 40)
#: share of the stick's own strength that a splice should carry; own estimate
_WANTED = 0.9


def _section(q: SpliceQuestion, way: str) -> tuple[float, float, float]:
    """(glued round, mm; area of what is added, mm2; its own second moment about the stick's middle, mm4)."""
    d = q.depth_mm
    if way == "sleeve_inside":
        return math.pi * q.bore_mm, math.pi / 4 * q.bore_mm**2, math.pi / 64 * q.bore_mm**4
    if way == "sleeve_outside":
        outer = d + 2 * max(0.5, 0.15 * d)
        return math.pi * d, math.pi / 4 * (outer**2 - d**2), math.pi / 64 * (outer**4 - d**4)
    if way == "lap":
        wide = q.width_mm if q.form == "strip" else 0.5 * d
        return wide, q.area_mm2, q.own_EI + q.area_mm2 * d**2
    return 0.0, 0.0, 0.0


def _scarf_share(q: SpliceQuestion, stock: Stock, glue: Glue, length: float) -> Spread:
    """Even shear over the slant: tau = sigma sin cos (Hart-Smith 1974)."""
    force = min(stock.tension.typical, stock.compression.typical) * q.area_mm2
    slope = q.depth_mm / length
    face = q.area_mm2 / (math.sin(math.atan(slope)) * math.cos(math.atan(slope)))
    return Spread(*(min(1.0, tau * face / force) for tau in glue.lap_on_hard))


def _scarf(q: SpliceQuestion, stock: Stock, glue: Glue) -> float:
    """The shortest usual slant that keeps what is wanted, mm, or the longest."""
    lengths = [slant * q.depth_mm for slant in _SLANTS]
    return next((n for n in lengths if _scarf_share(q, stock, glue, n).typical >= _WANTED), lengths[-1])


def spliced(q: SpliceQuestion, way: str, length: float) -> SpliceWay:
    """One way, so long on each side of the cut (a scarf: in all), mm."""
    stock, glue, kind = catalogue().stock[q.material], catalogue().glue[q.glue], SPLICES[way]
    force = min(stock.tension.typical, stock.compression.typical) * q.area_mm2
    if way == "scarf":
        share, grams, stiffer = _scarf_share(q, stock, glue, length), 0.0, 1.0
    else:
        round_, added, inertia = _section(q, way)
        carried = [_most_carried(stock, glue, tau, q.area_mm2, round_, length) for tau in glue.lap_on_hard]
        # what is added must carry it, too
        most = min(stock.tension.typical, stock.compression.typical) * added
        share = Spread(*(min(1.0, min(c, most) / force) for c in carried))
        grams = stock.density.typical * 1e-6 * added * 2 * length
        stiffer = 1 + inertia / q.own_EI
    return SpliceWay(
        way=way, label=kind.label, length_mm=length, share=share, grams=grams, stiffer=stiffer,
        says=_says(share, stiffer), steps=list(kind.steps), source=f"{glue.source}; Volkersen 1938",
    )  # fmt: skip


def _most_carried(stock: Stock, glue: Glue, tau: float, area: float, round_: float, length: float) -> float:
    """N; past some length more overlap helps no more, and does not harm either."""
    return max(_lap_carries(stock, glue, tau, area, round_, part * length) for part in (0.25, 0.5, 0.75, 1.0))


def splices(q: SpliceQuestion) -> list[SpliceWay]:
    """Every way that this form allows, those that keep the most first."""
    stock, glue = catalogue().stock[q.material], catalogue().glue[q.glue]
    found = []
    for way, kind in SPLICES.items():
        if q.form not in kind.forms:
            continue
        if way == "scarf":
            length = _scarf(q, stock, glue)
        else:
            length = splice(stock, glue, q.area_mm2, _section(q, way)[0], q.depth_mm, kind.label).overlap_mm
        found.append(spliced(q, way, length))
    return sorted(found, key=lambda w: (-round(w.share.typical, 2), w.grams))


def _says(share: Spread, stiffer: float) -> str:
    if share.typical < 0.5:
        said = "It gives way long before the stick: only far out, where little is asked of it."
    elif share.low < 0.8:
        said = "Put it well out along the span; a poor glue line breaks before the stick."
    else:
        said = "As good as the stick where the glue line is good."
    if stiffer > 1.8:
        said += f" It is {stiffer:.1f} times as stiff there: taper its ends, or the next break starts at them."
    return said
