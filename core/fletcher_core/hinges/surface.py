"""A control surface: what air makes of it, what the servo must, how it twists from its horn, whether it warps."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from pydantic import BaseModel, Field

from ..catalogue import catalogue
from ..loads.aero import pressure
from ..model.fields import Described, measure
from ..sections import rectangle_constant

#: terms of the series for the pressure over a flap; more change the moment by less than one part in a thousand
_TERMS = 400


class SurfaceQuestion(Described):
    """One surface. Chords are the wing's and the surface's at its middle."""

    length_mm: float = measure("length", "length", 20.0, 2500.0, 250.0)
    wing_chord_mm: float = measure("chord of the wing there", "length", 20.0, 1200.0, 180.0)
    chord_mm: float = measure("chord of the surface", "length", 5.0, 600.0, 40.0)
    depth_mm: float = measure("depth at the hinge", "length", 0.5, 60.0, 8.0)
    throw_deg: float = measure("throw each way", "angle", 1.0, 60.0, 25.0)
    speed_m_s: float = measure("top speed", "speed", 3.0, 80.0, 16.0)
    made: str = Field("epp30", max_length=90, json_schema_extra={"label": "of"})
    film: str | None = Field(None, json_schema_extra={"label": "film round it", "table": "skin"})
    layers: int = Field(1, ge=1, le=4, json_schema_extra={"label": "layers of film", "quantity": "number"})
    edge_strip: bool = Field(False, json_schema_extra={"label": "a strip of carbon at its edge"})
    horn_at: float = measure("place of the horn, from its inner end", "percent", 0.0, 1.0, 0.5)
    servo_Nmm: float = measure("servo's torque, N mm", "number", 5.0, 5000.0, 120.0)
    servo_arm_mm: float = measure("servo's arm", "length", 2.0, 60.0, 10.0)
    horn_mm: float = measure("height of the horn", "length", 2.0, 80.0, 15.0)


class SurfaceVerdict(BaseModel):
    """N mm, degrees, grams; `lost` is the share of the throw that twist takes away, on the mean."""

    moment_Nmm: float
    servo_at_surface_Nmm: float
    servo_reserve: float
    throw_by_linkage_deg: float
    twist_end_deg: float
    lost: float
    warps: Literal["will warp", "may warp", "stays straight"]
    grams: float
    says: list[str]


def hinge_moment(share: float) -> float:
    """Moment about the hinge over q x (whole chord)^2 x span, for each radian of flap, by thin-aerofoil theory.

    Source: Glauert 1927. Pressure 4 [A0 cot(t / 2) + sum An sin(n t)], A0 = (pi - th) / pi, An = 2 sin(n th) / (n pi),
    x = (1 - cos t) / 2, hinge at th.
    """
    hinge = math.acos(2 * share - 1)
    t = np.linspace(hinge, math.pi, 4001)
    n = np.arange(1, _TERMS + 1)[:, None]
    series = (2 * np.sin(n * hinge) / (n * math.pi) * np.sin(n * t)).sum(axis=0)
    pressure_over_q = 4 * ((math.pi - hinge) / math.pi / np.tan(np.maximum(t, 1e-9) / 2) + series)
    x = (1 - np.cos(t)) / 2
    return float(np.trapezoid(pressure_over_q * (x - x[0]), x))


def _shear(made: str) -> tuple[float, float]:
    """(G in MPa, density in kg/m3) of what it is made of."""
    cat = catalogue()
    if made in cat.foam:
        return cat.foam[made].G.typical, cat.foam[made].density.typical
    return cat.stock[made].G.typical, cat.stock[made].density.typical


def twist_stiffness(q: SurfaceQuestion) -> float:
    """GJ of the wedge, N mm2: its body as a flat strip of its mean depth, and its film as a closed cell (Bredt)."""
    G, _ = _shear(q.made)
    mean = 0.55 * q.depth_mm
    GJ = G * rectangle_constant(q.chord_mm, mean)
    if q.film:
        Gt = catalogue().skin[q.film].Gt.typical * q.layers
        area, round_ = 0.5 * q.chord_mm * q.depth_mm, 2 * math.hypot(q.chord_mm, 0.5 * q.depth_mm) + q.depth_mm
        GJ += 4 * area**2 * Gt / round_
    if q.edge_strip:
        carbon = catalogue().stock["carbon_pultruded"]
        GJ += carbon.G.typical * rectangle_constant(5.0, 0.5)
    return GJ


def _warps(q: SurfaceQuestion) -> Literal["will warp", "may warp", "stays straight"]:
    bare = q.made in catalogue().foam and not q.film and not q.edge_strip
    slender = q.length_mm / q.chord_mm
    if bare:
        return "will warp" if slender > 4 else "may warp"
    thin_film = bool(q.film) and q.layers < 3 and q.made in catalogue().foam and not q.edge_strip
    return "may warp" if thin_film and slender > 6 else "stays straight"


def judge(q: SurfaceQuestion) -> SurfaceVerdict:
    """The surface at full throw and top speed."""
    share = min(0.6, q.chord_mm / q.wing_chord_mm)
    throw = math.radians(q.throw_deg)
    per_mm = pressure(q.speed_m_s) * q.wing_chord_mm**2 * hinge_moment(share) * throw
    moment = per_mm * q.length_mm
    at_surface = q.servo_Nmm * q.horn_mm / q.servo_arm_mm
    by_linkage = math.degrees(math.asin(min(1.0, q.servo_arm_mm * math.sin(math.radians(60.0)) / q.horn_mm)))
    GJ = twist_stiffness(q)
    inner, outer = q.horn_at * q.length_mm, (1 - q.horn_at) * q.length_mm
    ends = [per_mm * d**2 / (2 * GJ) for d in (inner, outer)]
    mean = sum(per_mm * d**3 / (3 * GJ) for d in (inner, outer)) / q.length_mm
    middle = per_mm * (0.5 * q.length_mm) ** 2 / (2 * GJ)
    _, density = _shear(q.made)
    film = 0.0
    if q.film:
        film = catalogue().skin[q.film].area_mass.typical * q.layers * 2e-6 * q.chord_mm * q.length_mm
    carbon = catalogue().stock["carbon_pultruded"].density.typical * 2.5e-6 * q.length_mm if q.edge_strip else 0.0
    grams = 0.55 * q.depth_mm * q.chord_mm * q.length_mm * density * 1e-6 + film + carbon
    verdict = SurfaceVerdict(
        moment_Nmm=moment, servo_at_surface_Nmm=at_surface, servo_reserve=at_surface / max(moment, 1e-9),
        throw_by_linkage_deg=by_linkage, twist_end_deg=math.degrees(max(ends)), lost=min(1.0, mean / throw),
        warps=_warps(q), grams=grams, says=[],
    )  # fmt: skip
    return verdict.model_copy(update={"says": _says(q, verdict, math.degrees(middle))})


def _says(q: SurfaceQuestion, v: SurfaceVerdict, twist_from_middle: float) -> list[str]:
    said = []
    if v.servo_reserve < 1.5:
        said.append(f"The servo is too weak: reserve {v.servo_reserve:.1f}, at least 1.5 is wanted.")
    if v.throw_by_linkage_deg < q.throw_deg:
        said.append(f"The linkage gives {v.throw_by_linkage_deg:.0f} degrees: a longer servo arm or a lower horn.")
    if abs(q.horn_at - 0.5) > 0.1 and v.twist_end_deg > 1:
        said.append(
            f"With its horn in the middle its ends would twist {twist_from_middle:.1f} degrees, "
            f"not {v.twist_end_deg:.1f}."
        )
    if v.lost > 0.15:
        more = "a layer of film more" if q.film else "film round it, or balsa"
        said.append(f"Twist takes {100 * v.lost:.0f} % of its effect: {more} stiffens it.")
    if v.warps != "stays straight":
        said.append("Bare or thinly covered foam: three layers of film, balsa, or a strip of carbon at its edge.")
    return said or ["Stiff enough, straight, and the servo has torque to spare."]
