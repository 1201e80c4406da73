"""A control surface: what air makes of it, what the servo must, how it twists from its horn, how fast it shakes."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from ..catalogue import Board, Spread, catalogue
from ..fields import fault, measure
from ..kinds import rectangle_constant
from ..loads.aero import pressure
from ..model.surface import EDGE_STRIP, Built

Array = NDArray[np.float64]

#: terms of the series for the pressure over a flap, and points along it; more of both change the moment by less than
#: one part in a thousand
_TERMS, _POINTS = 200, 1001
#: depth of the surface's rear edge over that at its hinge
_THIN = 0.1
#: how far the linkage turns a horn before it is pulled straight, degrees of the servo's arm
_SERVO_TURNS = 60.0
_CARBON, *_STRIP = EDGE_STRIP


class SurfaceQuestion(Built):
    """One surface. Chords are the wing's and the surface's at its middle."""

    length_mm: float = measure("length", "length", 20.0, 2500.0, 250.0)
    wing_chord_mm: float = measure("chord of the wing there", "length", 20.0, 1200.0, 180.0)
    chord_mm: float = measure("chord of the surface", "length", 5.0, 600.0, 40.0)
    depth_mm: float = measure("depth at the hinge", "length", 0.5, 200.0, 8.0)
    speed_m_s: float = measure("top speed", "speed", 3.0, 80.0, 16.0)
    made: str = Field("epp30", max_length=90, json_schema_extra={"label": "made of"})
    #: of a paper-faced board, whichever side it is
    peeled: Literal["none", "one side", "both sides"] = Field("none", json_schema_extra={"label": "paper peeled off"})

    @model_validator(mode="after")
    def _leaves_a_wing(self) -> SurfaceQuestion:
        if self.chord_mm > 0.9 * self.wing_chord_mm:
            raise fault("chord_mm", "It is nearly the whole wing there.", "The wing's chord should be larger.")
        return self

    @property
    def name(self) -> str:
        """What it is made of, as figures are named."""
        cat = catalogue()
        return f"{'foam' if self.made in cat.foam else 'board' if self.made in cat.board else 'stock'}.{self.made}"

    @property
    def thin(self) -> float:
        """Depth of its rear edge over that at its hinge; a board is as deep everywhere."""
        return 1.0 if self.made in catalogue().board else _THIN

    @property
    def mean_depth_mm(self) -> float:
        return 0.5 * (1 + self.thin) * self.depth_mm

    @property
    def ratio(self) -> float:
        """Torque at the surface over torque at the servo."""
        return self.horn_mm / self.servo_arm_mm

    @property
    def arms(self) -> tuple[float, float]:
        """mm from the horn to either end."""
        return self.horn_at * self.length_mm, (1 - self.horn_at) * self.length_mm


@lru_cache(maxsize=256)
def hinge_moment(share: float) -> float:
    """Moment about the hinge over q x (whole chord)^2 x span, for each radian of flap, by thin-aerofoil theory.

    Source: Glauert 1927. Pressure 4 [A0 cot(t / 2) + sum An sin(n t)], A0 = (pi - th) / pi, An = 2 sin(n th) / (n pi),
    x = (1 - cos t) / 2, hinge at th.
    """
    hinge = math.acos(2 * share - 1)
    t = np.linspace(hinge, math.pi, _POINTS)
    n = np.arange(1, _TERMS + 1)[:, None]
    series = (2 * np.sin(n * hinge) / (n * math.pi) * np.sin(n * t)).sum(axis=0)
    pressure_over_q = 4 * ((math.pi - hinge) / math.pi / np.tan(np.maximum(t, 1e-9) / 2) + series)
    x = (1 - np.cos(t)) / 2
    return float(np.trapezoid(pressure_over_q * (x - x[0]), x))


def _of_board(name: str, board: Board) -> dict[str, Spread]:
    """Weight, the core's shear stiffness and that of its faces, paper or walls; E / G of both is about 2.6."""
    thick = board.thickness.typical
    named = {f"{name}.density": Spread(*(m / thick for m in board.area_mass))}
    if board.core is not None and board.paper_E_along is not None and board.paper_thickness is not None:
        G, pairs = board.core.G, zip(board.paper_E_along, board.paper_thickness, strict=True)
        named[f"{name}.G"] = Spread(0.8 * G, G, 1.2 * G)
    elif board.E is not None and board.wall is not None:
        # its flutes keep the walls apart and give little shear of their own
        named[f"{name}.G"] = Spread(0.1, 0.3, 1.0)
        pairs = zip(board.E, board.wall, strict=True)
    else:
        raise ValueError(f"{name} is neither paper-faced nor corrugated")
    named[f"{name}.face_Gt"] = Spread(*(E * t / 2.6 for E, t in pairs))
    return named


def figures(q: SurfaceQuestion) -> dict[str, Spread]:
    """Every figure with a spread that the answer rests on, by its name in the catalogue."""
    cat = catalogue()
    if q.made in cat.board:
        named = _of_board(q.name, cat.board[q.made])
    else:
        material = cat.foam[q.made] if q.made in cat.foam else cat.stock[q.made]
        named = {f"{q.name}.G": material.G, f"{q.name}.density": material.density}
    if q.film:
        skin = cat.skin[q.film]
        named |= {f"skin.{q.film}.Gt": skin.Gt, f"skin.{q.film}.mass": skin.area_mass}
    named |= {f"control.{k}.factor": cat.control[k].factor for k in ("air", "servo", "give")}
    return named


@dataclass(frozen=True)
class SolvedSurface:
    """(V,) each: N mm, N mm2, degrees, share of the throw, grams, g mm about the hinge, Hz."""

    moment: Array
    at_surface: Array
    reserve: Array
    GJ: Array
    twist_end: Array
    lost: Array
    grams: Array
    unbalance: Array
    servo_hz: Array
    twist_hz: Array
    hz: Array


def twist_stiffness(q: SurfaceQuestion, values: Mapping[str, Array]) -> Array:
    """(V,) GJ of the wedge, N mm2: its body as a flat strip of its mean depth, and its film as a closed cell.

    Source: Young and Budynas (flat strip), Bredt's formula by Megson (cell).
    """
    GJ = values[f"{q.name}.G"] * rectangle_constant(q.chord_mm, q.mean_depth_mm)
    area = q.mean_depth_mm * q.chord_mm
    round_ = 2 * math.hypot(q.chord_mm, 0.5 * (1 - q.thin) * q.depth_mm) + (1 + q.thin) * q.depth_mm
    # one paper alone closes nothing
    if f"{q.name}.face_Gt" in values and q.peeled == "none":
        # cut edges are open: near them only the core joins the faces (the reduction of `sections.torsion`, solved)
        Gt = values[f"{q.name}.face_Gt"]
        half = 0.5 * q.chord_mm * np.sqrt(2 * values[f"{q.name}.G"] / (Gt * q.depth_mm))
        GJ = GJ + 2 * Gt * q.depth_mm**2 * q.chord_mm * (1 - np.tanh(half) / half)
    if q.film:
        GJ = GJ + 4 * area**2 * values[f"skin.{q.film}.Gt"] * q.layers / round_
    if q.edge_strip:
        GJ = GJ + catalogue().stock[_CARBON].G.typical * rectangle_constant(*_STRIP)
    return np.asarray(GJ)


def inertia(q: SurfaceQuestion, values: Mapping[str, Array]) -> tuple[Array, Array, Array]:
    """(V,) of the whole surface about its hinge: grams, g mm, g mm2. Its depth falls evenly to the rear edge."""
    c, slope = q.chord_mm, 1 - q.thin
    body = values[f"{q.name}.density"] * 1e-6 * q.depth_mm * q.length_mm
    found = [body * c * (1 - slope / 2), body * c**2 * (1 / 2 - slope / 3), body * c**3 * (1 / 3 - slope / 4)]
    if q.film:
        film = values[f"skin.{q.film}.mass"] * 2e-6 * q.layers * q.length_mm
        found = [f + film * c ** (k + 1) / (k + 1) for k, f in enumerate(found)]
    if q.edge_strip:
        strip = catalogue().stock[_CARBON].density.typical * 1e-6 * _STRIP[0] * _STRIP[1] * q.length_mm
        found = [f + strip * c**k for k, f in enumerate(found)]
    return found[0], found[1], found[2]


def air_per_mm(q: SurfaceQuestion, values: Mapping[str, Array]) -> Array:
    """(V,) N mm about the hinge for each mm of length, at full throw and top speed."""
    theory = pressure(q.speed_m_s) * q.wing_chord_mm**2 * hinge_moment(q.chord_mm / q.wing_chord_mm)
    return np.asarray(theory * math.radians(q.throw_deg) * values["control.air.factor"])


def twist_along(q: SurfaceQuestion, values: Mapping[str, Array], y: Array) -> Array:
    """(V, K) degrees by which the surface lags behind its horn at `y` mm from its inner end.

    A bar fed by an even torque m: between the horn and an end a length d away, theta = m (d s - s^2 / 2) / GJ at s
    from the horn (Timoshenko and Gere).
    """
    from_horn = np.asarray(y) - q.arms[0]
    reach = np.where(from_horn < 0, q.arms[0], q.arms[1])
    s = np.abs(from_horn)
    shape = reach * s - 0.5 * s**2
    return np.asarray(np.degrees((air_per_mm(q, values) / twist_stiffness(q, values))[:, None] * shape))


def solve_surface(q: SurfaceQuestion, values: Mapping[str, Array]) -> SolvedSurface:
    """The surface at full throw and top speed, for V sets of figures.

    Frequencies: turning against servo and linkage, sqrt(k / I); twisting between the horn and its farther end,
    sqrt(GJ / i) / 4 d; both together by Dunkerley's rule (Bisplinghoff, Ashley and Halfman 1955).
    """
    per_mm, GJ = air_per_mm(q, values), twist_stiffness(q, values)
    moment = per_mm * q.length_mm
    servo = q.servo_Nmm * values["control.servo.factor"]
    far = max(q.arms)
    grams, first, second = inertia(q, values)
    stiffness = servo / np.radians(values["control.give.factor"]) * q.ratio**2
    # N mm / (g mm2) is 1e6 / s2
    servo_hz = np.sqrt(1e6 * stiffness / second) / (2 * math.pi)
    twist_hz = np.sqrt(1e6 * GJ / (second / q.length_mm)) / (4 * far)
    mean = sum(per_mm * d**3 / (3 * GJ) for d in q.arms) / q.length_mm
    return SolvedSurface(
        moment=moment, at_surface=servo * q.ratio, reserve=servo * q.ratio / np.maximum(moment, 1e-9), GJ=GJ,
        twist_end=np.degrees(per_mm * far**2 / (2 * GJ)),
        lost=np.minimum(1.0, np.asarray(mean) / math.radians(q.throw_deg)), grams=grams, unbalance=first,
        servo_hz=servo_hz, twist_hz=twist_hz, hz=1 / np.sqrt(servo_hz**-2 + twist_hz**-2),
    )  # fmt: skip


def linkage_throw(q: SurfaceQuestion) -> float:
    """Degrees that the linkage can turn the surface, the servo's arm turning 60 degrees."""
    turned = q.servo_arm_mm * math.sin(math.radians(_SERVO_TURNS)) / q.horn_mm
    return math.degrees(math.asin(min(1.0, turned)))


Warps = Literal["will warp", "may warp", "stays straight"]


#: lengths over chords up to which a strip may warp, and beyond which it will. Bare foam, which is what a board without
#: papers is, and soft foam sooner; papers that pull alike hold a board straight longer, one that pulls alone bends it
#: at once; flutes run along it (what builders say; own estimates)
_BARE, _SOFT, _PAPERED, _ONE_PAPER = (2.0, 4.0), (1.5, 3.0), (8.0, 14.0), (0.0, 2.0)
_FLUTED = (14.0, 25.0)
#: layers of film round it that hold it straight (what builders say)
_HOLDS = 3


def _slenderness(q: SurfaceQuestion) -> tuple[float, float]:
    """Length over chord up to which it stays straight, and beyond which it will warp."""
    board = catalogue().board.get(q.made)
    if board is None:
        return _SOFT if catalogue().foam[q.made].glue_family == "epp" else _BARE
    if not board.paper_faced:
        return _FLUTED
    return {"none": _PAPERED, "one side": _ONE_PAPER, "both sides": _BARE}[q.peeled]


def warps(q: SurfaceQuestion) -> Warps:
    """A rule of the workshop, not a calculation: by length over chord, what it is of, its papers and its film."""
    slender, cat = q.length_mm / q.chord_mm, catalogue()
    if q.edge_strip or (q.made not in cat.foam and q.made not in cat.board):
        return "stays straight"
    straight, warped = _slenderness(q)
    if q.film and q.layers >= _HOLDS:
        # film all round holds even a bare strip
        return "stays straight"
    if q.film:
        # one layer or two: half as slender again, and it never surely warps unless one paper pulls alone
        straight, warped = 1.5 * max(straight, 4.0), np.inf if q.peeled != "one side" else 1.5 * warped
    return "will warp" if slender > warped else "may warp" if slender > straight else "stays straight"
