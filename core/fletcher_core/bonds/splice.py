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
    stock: Stock,
    glue: Glue,
    area_mm2: float,
    perimeter_mm: float,
    depth_mm: float,
    how: str,
    wanted: float = 0.9,
    most: float = 1.0,
) -> Splice:
    """The shortest usual splice that keeps `wanted` of the stick's strength, or the longest tried.

    Parameters
    ----------
    area_mm2 : of the stick's section; what is laid beside it is taken to be as stiff.
    perimeter_mm : glued round of the section. depth_mm : thickness or diameter. most : share of the stick's strength
        that what is laid beside it bears, whatever its glue.
    """
    force = min(stock.tension.typical, stock.compression.typical) * area_mm2
    found = Splice(0.0, 0.0, 0.0, how)
    for times in _TRIES:
        overlap = times * depth_mm
        carried = _lap_carries(stock, glue, glue.lap_on_hard.typical, area_mm2, perimeter_mm, overlap)
        share = min(1.0, most, carried / force)
        grams = stock.density.typical * 1e-6 * area_mm2 * 2 * overlap
        # longer helps no more once only its ends carry
        if not found.overlap_mm or share > found.share + 0.005:
            found = Splice(overlap, share, grams, how)
        if share >= min(wanted, most):
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
    """One way: length on each side of the cut, and what it keeps of the stick's strength.

    Over the splice: `stiffer` is EI over the stick's own, `stretches` EA over it, `deeper` its depth over it.
    """

    way: str
    label: str
    length_mm: float
    share: Spread
    grams: float
    stiffer: float
    stretches: float
    deeper: float
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


@dataclass(frozen=True)
class _Added:
    """Stick that a splice lays beside another: glued round (mm), area (mm2), second moment about its own middle (mm4),
    how far its middle lies from the other's, and how deep both are together (mm)."""

    round_mm: float
    area: float
    inertia: float
    aside: float
    deep: float


def _section(q: SpliceQuestion, way: str) -> _Added:
    d = q.depth_mm
    if way == "sleeve_inside":
        bore = q.bore_mm
        return _Added(math.pi * bore, math.pi / 4 * bore**2, math.pi / 64 * bore**4, 0.0, d)
    if way == "sleeve_outside":
        outer = d + 2 * max(0.5, 0.15 * d)
        area, inertia = math.pi / 4 * (outer**2 - d**2), math.pi / 64 * (outer**4 - d**4)
        return _Added(math.pi * d, area, inertia, 0.0, outer)
    assert way == "lap"
    wide = q.width_mm if q.form == "strip" else 0.5 * d
    return _Added(wide, q.area_mm2, q.own_EI, d, 2 * d)


def _together(q: SpliceQuestion, added: _Added, stock: Stock, glue: Glue, length: float) -> float:
    """Second moment of stick and splice about their common middle, mm4, less the slip of the glue between them.

    Both count their own, and the pair of them as far apart as they lie (parallel axes), times gamma (Moehler's, as EN
    1995-1-1 Annex B has it, over both sides of the cut).
    """
    pair = added.area * q.area_mm2 / (added.area + q.area_mm2) * added.aside**2
    slips = (
        math.pi**2 * stock.E.typical * q.area_mm2 / (glue.G.typical * added.round_mm / glue.bond * (2 * length) ** 2)
    )
    return q.own_EI + added.inertia + pair / (1 + slips)


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
        share, grams, stiffer, stretches, deeper = _scarf_share(q, stock, glue, length), 0.0, 1.0, 1.0, 1.0
    else:
        added = _section(q, way)
        carried = [_most_carried(stock, glue, tau, q.area_mm2, added.round_mm, length) for tau in glue.lap_on_hard]
        # what is added must carry it, too
        most = _bounded(q, added)
        share = Spread(*(min(1.0, most, c / force) for c in carried))
        grams = stock.density.typical * 1e-6 * added.area * 2 * length
        stiffer = _together(q, added, stock, glue, length) / q.own_EI
        stretches, deeper = 1 + added.area / q.area_mm2, added.deep / q.depth_mm
    return SpliceWay(
        way=way, label=kind.label, length_mm=length, share=share, grams=grams, stiffer=stiffer, stretches=stretches,
        deeper=deeper, says=_says(share, stiffer), steps=list(kind.steps), source=f"{glue.source}; Volkersen 1938",
    )  # fmt: skip


def _bounded(q: SpliceQuestion, added: _Added) -> float:
    """Share of the stick's strength that what is laid beside it bears across the cut, whatever its glue: pulled by its
    area, bent by its own second moment, whichever is less."""
    return min(added.area / q.area_mm2, added.inertia / q.own_EI)


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
            added = _section(q, way)
            most = _bounded(q, added)
            length = splice(stock, glue, q.area_mm2, added.round_mm, q.depth_mm, kind.label, most=most).overlap_mm
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
