"""How long an overlap must be to carry a force.

L = P / (tau b) where the glue is soft; where it is stiff, its ends carry the most (Volkersen 1938), and past some
length more overlap helps no more.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, Field

from ..catalogue import catalogue
from ..fields import Described, measure
from .lap import coupon_peak, lap_peak

Array = NDArray[Any]


class LapQuestion(Described):
    """Two flat parts lapped: `stiffness_MPa` and `thickness_mm` of each where they are alike."""

    force_N: float = measure("force to carry", "force", 0.1, 50_000.0, 200.0)
    width_mm: float = measure("width of the lap", "length", 1.0, 500.0, 10.0)
    glue: str = Field("epoxy_30", json_schema_extra={"label": "glue", "table": "glue"})
    stock: str = Field("carbon_pultruded", json_schema_extra={"label": "material", "table": "stock"})
    thickness_mm: float = measure("thickness of the parts", "size", 0.1, 30.0, 1.0)
    factor: float = measure("safety factor", "number", 1.0, 6.0, 2.0)


class Lap(BaseModel):
    """`length_mm` None: no overlap of this width carries it. `most_N`: what the longest that helps would carry.

    `usual_mm` is what the glue's typical strength would ask for, `length_mm` what nine glue lines in ten do.
    """

    length_mm: float | None
    usual_mm: float | None
    simple_mm: float
    peak: float
    most_N: float
    part_N: float
    says: str


def carried(q: LapQuestion, length: float, strength: float | None = None) -> tuple[float, float]:
    """(N at the glue's low strength or the one given, peak over mean) of an overlap."""
    glue, stock = catalogue().glue[q.glue], catalogue().stock[q.stock]
    EA = np.array(stock.E.typical * q.width_mm * q.thickness_mm)
    k = np.array(glue.G.typical * q.width_mm / glue.bond)
    peak = float(lap_peak(EA, EA, k, np.array(length)))
    over = max(1.0, peak / coupon_peak(glue.G.typical, glue.bond))
    return (glue.lap_on_hard.low if strength is None else strength) * q.width_mm * length / over, peak


def _first(lengths: Array, enough: Array) -> float | None:
    at = np.flatnonzero(enough)
    return float(math.ceil(float(lengths[at[0]]))) if len(at) else None


def lap_length(q: LapQuestion) -> Lap:
    """The shortest overlap that carries force times factor, at the strength nine in ten glue lines reach."""
    glue, stock = catalogue().glue[q.glue], catalogue().stock[q.stock]
    needed = q.force_N * q.factor
    simple = needed / (glue.lap_on_hard.low * q.width_mm)
    part = min(stock.tension.low, stock.compression.low) * q.width_mm * q.thickness_mm
    lengths = np.geomspace(1.0, max(400.0, 4 * simple), 400)
    held = np.array([carried(q, float(length))[0] for length in lengths])
    most = float(held.max())
    usual = held * glue.lap_on_hard.typical / glue.lap_on_hard.low
    length, typical = (_first(lengths, h >= needed) for h in (held, usual))
    peak = carried(q, float(length if length is not None else lengths[int(held.argmax())]))[1]
    if length is None:
        says = "No overlap of this width carries it: past some length only its ends work. Make it wider, or taper."
    elif needed > part:
        says = "The glue would carry it, but the parts themselves would not."
    else:
        says = "Its ends carry most of it: taper them." if peak > 1.5 else "The whole overlap works."
    return Lap(
        length_mm=length,
        usual_mm=typical,
        simple_mm=simple,
        peak=peak,
        most_N=most,
        part_N=part,
        says=says,
    )
