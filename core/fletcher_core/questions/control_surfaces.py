"""A control surface judged: figures with their spread and working, and what a change would buy."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ValidationError

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.sensitivity import drivers, figure_label, unit_of
from ..analysis.uncertainty import SAMPLES, normals, sample
from ..catalogue import Spread, catalogue
from ..geometry import outline_of, planform
from ..hinges import HingeQuestion, RankedHinge, SurfaceQuestion, choose_hinge
from ..hinges.choose import Made
from ..hinges.surface import SolvedSurface, Warps, air_per_mm, figures, linkage_throw, solve_surface, twist_along, warps
from ..model import Airframe, Part, PartName, Problem, Refused
from ..report.steps import basis, between, figures_of, step
from ..report.verdict import Step, Working

Array = NDArray[np.float64]

Which = Literal["aileron", "flap", "elevator", "rudder"]

#: wanted of the servo, and of the surface's frequency over the wing's
SERVO_RESERVE, APART = 1.5, 1.5
#: share of the throw that twist may take before it is told
_LOST = 0.15
#: where a balance weight would sit, in surface chords before the hinge
_BALANCE_ARM = 0.25
#: stations along a surface; own choice
_PLACES = 25


class Twisted(BaseModel):
    """Degrees by which the surface lags behind its horn, at a place from its inner end in mm."""

    y_mm: float
    deg: Estimate


class Shakes(BaseModel):
    """A quick check, not a promise: the surface's own frequency on its linkage against the wing's, and its balance."""

    hz: Estimate
    servo_hz: float
    twist_hz: float
    wing_hz: float | None
    ratio: float | None
    state: Literal["well apart", "near", "below", "not compared"]
    #: g mm behind the hinge, and the weight before it that would balance that
    unbalance_gmm: Estimate
    balance_g: float
    says: str


class Way(BaseModel):
    """A change of the surface and what it buys; `change` is laid over the question."""

    label: str
    change: dict[str, Any]
    twist_end_deg: float
    lost: float
    servo_reserve: float
    grams: float
    warps: Warps


class SurfaceVerdict(BaseModel):
    """N mm, degrees, grams; `lost` is the share of the throw that twist takes away, on the mean."""

    moment_Nmm: Estimate
    servo_at_surface_Nmm: Estimate
    servo_reserve: Estimate
    twist_end_deg: Estimate
    lost: Estimate
    grams: Estimate
    throw_by_linkage_deg: float
    warps: Warps
    shakes: Shakes
    along: list[Twisted]
    ways: list[Way]
    says: list[str]
    workings: dict[str, Working]


@dataclass(frozen=True)
class _Drawn:
    """The typical surface first, then the samples."""

    q: SurfaceQuestion
    table: dict[str, Spread]
    values: dict[str, Array]
    solved: SolvedSurface

    def figure(self, draws: Array) -> Estimate:
        return estimate_of(float(draws[0]), draws)


def _draw(q: SurfaceQuestion) -> _Drawn:
    table = figures(q)
    values = {k: np.concatenate([[table[k].typical], v]) for k, v in sample(table).items()}
    return _Drawn(q, table, values, solve_surface(q, values))


def _typical(q: SurfaceQuestion) -> SolvedSurface:
    return solve_surface(q, {k: np.array([s.typical]) for k, s in figures(q).items()})


def judge(q: SurfaceQuestion, wing_hz: tuple[float, float] | None = None) -> SurfaceVerdict:
    """The surface at full throw and top speed.

    Parameters
    ----------
    wing_hz : first bending and first twist of the wing it hangs on; None where that is not known.
    """
    drawn = _draw(q)
    s = drawn.solved
    y = np.unique(np.append(np.linspace(0, q.length_mm, _PLACES), q.arms[0]))
    lag = twist_along(q, drawn.values, y)
    verdict = SurfaceVerdict(
        moment_Nmm=drawn.figure(s.moment), servo_at_surface_Nmm=drawn.figure(s.at_surface),
        servo_reserve=drawn.figure(s.reserve), twist_end_deg=drawn.figure(s.twist_end), lost=drawn.figure(s.lost),
        grams=drawn.figure(s.grams), throw_by_linkage_deg=linkage_throw(q), warps=warps(q),
        shakes=_shakes(drawn, wing_hz),
        along=[Twisted(y_mm=float(v), deg=drawn.figure(lag[:, k])) for k, v in enumerate(y)],
        ways=_ways(q), says=[], workings=_workings(drawn),
    )  # fmt: skip
    return verdict.model_copy(update={"says": _says(q, verdict)})


def _shakes(drawn: _Drawn, wing_hz: tuple[float, float] | None) -> Shakes:
    s, hz = drawn.solved, drawn.figure(drawn.solved.hz)
    unbalance = drawn.figure(s.unbalance)
    balance = unbalance.value / (_BALANCE_ARM * drawn.q.chord_mm)
    wing = max(wing_hz) if wing_hz else None
    ratio = None if wing is None else hz.low / wing
    state: Literal["well apart", "near", "below", "not compared"] = (
        "not compared" if ratio is None else "well apart" if ratio >= APART else "near" if ratio >= 1 else "below"
    )
    said = {
        "not compared": "The wing's own frequencies are not known here: open it from the bench to compare.",
        "well apart": "Even the low figure lies well above the wing's bending and twist.",
        "near": f"The low figure is less than {APART:g} times the wing's: take the slop out, shorten the servo's arm.",
        "below": "The wing shakes faster than this surface holds still: stiffen the linkage, or balance its weight.",
    }
    return Shakes(
        hz=hz, servo_hz=float(s.servo_hz[0]), twist_hz=float(s.twist_hz[0]), wing_hz=wing, ratio=ratio, state=state,
        unbalance_gmm=unbalance, balance_g=balance, says=f"A quick check, not a promise. {said[state]}",
    )  # fmt: skip


def _ways(q: SurfaceQuestion) -> list[Way]:
    """What may be changed at once, each by itself, and what it gives."""
    tried: list[tuple[str, dict[str, Any]]] = []
    if abs(q.horn_at - 0.5) > 0.02:
        tried.append(("The horn in the middle", {"horn_at": 0.5}))
    if q.film is None:
        tried.append(("One layer of 38 µm film round it", {"film": "laminate_38um", "layers": 1}))
        tried.append(("Three layers of it", {"film": "laminate_38um", "layers": 3}))
    elif q.layers < 4:
        tried.append(("A layer of film more", {"layers": q.layers + 1}))
    if q.made in catalogue().foam:
        tried.append(("Light balsa in its place", {"made": "balsa_light", "film": None}))
        if not q.edge_strip:
            tried.append(("A strip of carbon at its edge", {"edge_strip": True}))
    if q.horn_mm <= 64:
        tried.append(("A horn a quarter higher", {"horn_mm": round(1.25 * q.horn_mm, 1)}))
    found = []
    for label, change in tried:
        other = SurfaceQuestion.model_validate({**q.model_dump(), **change})
        s = _typical(other)
        found.append(
            Way(label=label, change=change, twist_end_deg=float(s.twist_end[0]), lost=float(s.lost[0]),
                servo_reserve=float(s.reserve[0]), grams=float(s.grams[0]), warps=warps(other))
        )  # fmt: skip
    return found


#: what helps where it warps: of foam, and of a board by its papers
_WARPED = {
    "": "Bare or thinly covered foam: three layers of film, balsa, or a strip of carbon at its edge.",
    "none": "A long narrow strip of board: a strip of carbon at its edge, or balsa.",
    "one side": "One paper pulls alone and bends it: leave both on, peel both, or put a strip of carbon at its edge.",
    "both sides": "Without its papers it is bare foam: three layers of film, or a strip of carbon at its edge.",
}


def _says(q: SurfaceQuestion, v: SurfaceVerdict) -> list[str]:
    said = []
    if v.servo_reserve.value < SERVO_RESERVE:
        least = f"at least {SERVO_RESERVE:g} is wanted"
        said.append(f"The servo is too weak: reserve {v.servo_reserve.value:.1f}, {least}.")
    elif v.servo_reserve.low < 1:
        said.append(f"With a tired battery the servo may stall: reserve {v.servo_reserve.low:.1f} at the low end.")
    if v.throw_by_linkage_deg < q.throw_deg:
        said.append(f"The linkage gives {v.throw_by_linkage_deg:.0f} degrees: a longer servo arm or a lower horn.")
    middle = next((w for w in v.ways if w.change == {"horn_at": 0.5}), None)
    if middle is not None and abs(q.horn_at - 0.5) > 0.1 and v.twist_end_deg.value > 1:
        said.append(
            f"With its horn in the middle its ends would twist {middle.twist_end_deg:.1f} degrees, "
            f"not {v.twist_end_deg.value:.1f}."
        )
    if v.lost.value > _LOST:
        more = "a layer of film more" if q.film else "film round it, or balsa"
        said.append(f"Twist takes {100 * v.lost.value:.0f} % of its effect: {more} stiffens it.")
    if v.twist_end_deg.value > q.throw_deg:
        said.append(
            f"Its end stays behind: it would have to twist further than the {q.throw_deg:.0f} degrees that it is "
            "thrown. Stiffen it, shorten it, or put the horn near its middle."
        )
    if v.warps != "stays straight":
        said.append(_WARPED[q.peeled] if q.made in catalogue().board else _WARPED[""])
    if v.shakes.state == "below":
        said.append("It may flutter: see “How it shakes”.")
    return said or ["Stiff enough, straight, and the servo has torque to spare."]


def _workings(drawn: _Drawn) -> dict[str, Working]:
    q, s = drawn.q, drawn.solved
    names = sorted(drawn.table)
    z = normals(tuple(names))
    inputs = [figures_of(figure_label(n), drawn.table[n], unit_of(n), basis(n)) for n in names]
    per_mm = float(air_per_mm(q, drawn.values)[0])
    far = max(q.arms)
    air = [
        step("Top speed", q.speed_m_s, "m/s"),
        step("Share of the chord that moves", q.chord_mm / q.wing_chord_mm, ""),
        step("Moment about the hinge, each mm of it", per_mm, "N",
             "pressure × chord² × thin-aerofoil coefficient × throw × what air does of it", "Glauert 1927"),
    ]  # fmt: skip
    servo = step("Servo at the surface", float(s.at_surface[0]), "N mm", "label × what it really gives × horn / arm")
    moment = step("Hinge moment", float(s.moment[0]), "N mm", "each mm × length")
    stiff = step("GJ of the surface", float(s.GJ[0]), "N mm²", "body as a flat strip, film as a closed cell",
                 "Young and Budynas; Megson (Bredt)")  # fmt: skip
    end = step("Twist at its farther end", float(s.twist_end[0]), "°", "m d² / (2 GJ), d from the horn to that end",
               "Timoshenko and Gere")  # fmt: skip
    lost = step("Share of the throw lost", float(s.lost[0]), "", "mean twist along the length / throw")
    told: dict[str, tuple[str, str, Array, list[Step]]] = {
        "moment": ("Moment about the hinge", "N mm", s.moment, [*air, moment]),
        "servo": ("The servo's reserve", "", s.reserve, [
            *air, moment, servo, step("Reserve", float(s.reserve[0]), "", "servo at the surface / hinge moment"),
        ]),
        "twist": ("Twist at its ends", "°", s.twist_end, [
            *air, stiff, step("Horn to the farther end", far, "mm"), end,
        ]),
        "lost": ("Effect lost to twist", "", s.lost, [*air, stiff, end, lost]),
        "grams": ("Weight of the surface", "g", s.grams, [
            step("Mean depth", q.mean_depth_mm, "mm"), step("Grams", float(s.grams[0]), "g", "body + film + strip"),
        ]),
        "shakes": ("Its own frequency on its linkage", "Hz", s.hz, [
            step("On servo and linkage", float(s.servo_hz[0]), "Hz",
                 "sqrt(torque / give × (horn / arm)² / inertia) / 2π"),
            step("In twist, horn to farther end", float(s.twist_hz[0]), "Hz", "sqrt(GJ / inertia for each mm) / 4 d"),
            step("Both together", float(s.hz[0]), "Hz", "1 / f² = 1 / f₁² + 1 / f₂²",
                 "Dunkerley; Bisplinghoff, Ashley and Halfman 1955"),
        ]),
    }  # fmt: skip
    found = {}
    for key, (title, unit, draws, steps) in told.items():
        spread = drawn.figure(draws)
        drawn_step = Step(
            label="Spread", formula=f"P10 to P90 of {SAMPLES} draws of every figure (Sobol points, fixed seed)",
            value=between(spread, unit),
            source="Owen 1998; the catalogue's low, typical and high figures",
        )  # fmt: skip
        found[key] = Working(
            figure=key, title=title, steps=[*steps, drawn_step], inputs=inputs, spread=spread, unit=unit,
            drivers=drivers(names, z, draws),
        )  # fmt: skip
    return found


def hinged_in(made: str) -> Made:
    """What a hinge is made in, by what the surface is made of."""
    cat = catalogue()
    if made in cat.board:
        return "board" if cat.board[made].paper_faced else "corrugated"
    return "foam" if made in cat.foam else "balsa"


def hinges_for(q: SurfaceQuestion, v: SurfaceVerdict, keeps: str, outdoors: bool) -> list[RankedHinge]:
    """Every way to hinge a surface that was judged, the best first."""
    foam = catalogue().foam.get(q.made)
    return choose_hinge(
        HingeQuestion.model_validate(
            {
                "made": hinged_in(q.made), "family": foam.glue_family if foam else None, "length_mm": q.length_mm,
                "depth_mm": q.depth_mm, "throw_deg": q.throw_deg, "moment_Nmm": min(20_000.0, v.moment_Nmm.value),
                "servo_Nmm": min(50_000.0, max(1.0, v.servo_at_surface_Nmm.value)), "keeps": keeps,
                "outdoors": outdoors,
            }
        )
    )  # fmt: skip


_SAME = ("throw_deg", "film", "layers", "edge_strip", "horn_at", "servo_Nmm", "servo_arm_mm", "horn_mm")


def part_of(airframe: Airframe, which: Which) -> tuple[PartName, Part]:
    """The part that has such a surface, or would have it."""
    for name, part in airframe.parts.there().items():
        if which in part.SURFACES:
            return name, part
    raise Refused([Problem((which,), which, f"This airframe has no part with a {which}.", "Describe that part first.")])


#: what is peeled off a part's board, as a surface has it
_PEELED = {"none": "none", "top": "one side", "bottom": "one side", "both": "both sides"}


def surface_of(airframe: Airframe, which: Which) -> SurfaceQuestion:
    """A surface as a question: lengths, chords and depth of its middle, from its part as it is.

    Raises
    ------
    Refused
        Where there is none, or it is too small to be made.
    """
    name, wing = part_of(airframe, which)
    surface = wing.surfaces.get(which)
    if surface is None:
        raise Refused([Problem(("parts", name, which), which, f"This {name} has no {which}.", "Add one first.")])
    plan = planform(wing)
    outline = outline_of(wing, plan)
    middle = 0.5 * (surface.y_from_mm + surface.y_to_mm)
    chord = float(np.interp(middle, plan.y, outline.chord))
    hinge = 1 - surface.chord_share
    upper, lower = outline.faces_at(np.full_like(plan.y, hinge))
    depth = float(np.interp(middle, plan.y, upper - lower))
    asked = {
        **{name: getattr(surface, name) for name in _SAME}, "length_mm": surface.y_to_mm - surface.y_from_mm,
        "wing_chord_mm": chord, "chord_mm": surface.chord_share * chord, "depth_mm": depth,
        "speed_m_s": airframe.flight.speed_m_s, "made": surface.made or wing.core.material,
        "peeled": "none" if surface.made else _PEELED[wing.core.peeled],
    }  # fmt: skip
    try:
        return SurfaceQuestion.model_validate(asked)
    except ValidationError as exc:
        what = f"It comes out {surface.chord_share * chord:.0f} mm wide and {depth:.1f} mm deep at its hinge."
        right = "A surface is at least 20 mm long, 5 mm wide and 0.5 mm deep."
        raise Refused([Problem(("parts", name, which, "chord_share"), which, what, right)]) from exc
