"""What a set takes of aileron, elevator and rudder to fly straight: whether it is trimmed out, or drawn straight first.

Every strip lifts by its own angle to the air, and both the set and the surface that answers it are such angles. What
the wake of the whole wing does to its strips falls out, only places and chords are left: on an elliptic wing exactly,
by lifting line, since the rolling moment is its second term alone (Glauert 1926). On others strips ask for as much as a
vortex lattice to four tenths too much, the more the shorter the wing and the further out the set
(`tests/core/repairs/test_trim.py`).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..analysis.estimate import Estimate
from ..catalogue import catalogue
from ..damages import Damage, On, damage_kind
from ..geometry import Planform, planform
from ..loads import flap_effect, lift_slope
from ..mends import Mend, mend_kind
from ..model import Airframe, ControlSurface, Lifting
from .told import TrimTold

#: of what a flap does by thin aerofoils, one in ten, typical, nine in ten: gaps, thick air at small size (own estimate)
_FLAP = (0.65, 0.8, 0.95)
#: how well a set is seen by eye: so many degrees, or such a share of it, whichever is more (own estimate)
_SEEN_DEG, _SEEN = 0.5, 0.2
#: share of a surface's throw that may be given away to a set, in the unlucky one of ten (own choice)
MUCH = 0.25
#: of what strips ask for, what a vortex lattice asks for on a short wing (the same place)
_SHORT = 0.7
#: of what a whole part does by a degree, what a surface does at least to be told as one that answers (own choice)
_SLIVER = 0.01
#: degrees of a surface that nobody feels (own choice)
_FELT_DEG = 0.3
#: degrees by which a panel may be bent up or down, and a motor point away, before it is drawn straight (own choice: as
#: much as is often built in on purpose)
_BENT_DEG, _THRUST_DEG = 5.0, 3.0
#: degrees by which it may lean more in 10 m of flight, for a rudder to hold it (own choice: a wide turn)
_LEANS_DEG = 10.0
#: lift coefficient of easy flight (own choice)
_CL = 0.5
_RESTS = (
    "each lifts by its own angle (strip theory), which asks for up to four tenths too much; surfaces give 65 to 95 % "
    "of what a thin aerofoil's would (Glauert 1927); a set seen by eye is half a degree or a fifth off"
)


@dataclass(frozen=True)
class _Left:
    """What is left of a set: degrees (low, typical, high), its damage."""

    damage: Damage
    bent: Estimate
    twisted: Estimate
    drawn: bool


def _straight(of: Sequence[_Left]) -> str:
    return "draw it straight once more" if all(s.drawn for s in of) else "draw it straight first"


def _spread(degrees: float, out: tuple[float, float, float]) -> Estimate:
    """Degrees that stay, after such a share (low, typical, high) was drawn out; the sign is kept."""
    seen = max(_SEEN_DEG, _SEEN * abs(degrees)) if degrees else 0.0
    value = degrees * (1 - out[1])
    off = math.hypot(seen * (1 - out[1]), 0.5 * abs(degrees) * (out[2] - out[0]))
    return Estimate(value=value, low=value - off, high=value + off)


def _left(damage: Damage, mends: Sequence[Mend]) -> _Left | None:
    leaves = damage_kind(damage).leaves
    if leaves is None:
        return None
    figures = [mend_kind(m).draws for m in mends if m.of == damage.id]
    drawn = [catalogue().mending[name].factor for name in figures if name is not None]
    out = (drawn[0].low, drawn[0].typical, drawn[0].high) if drawn else (0.0, 0.0, 0.0)
    bent, twisted = leaves(damage)
    if not bent and not twisted:
        return None
    return _Left(damage, _spread(bent, out), _spread(twisted, out), bool(drawn))


def _moment(plan: Planform, start: float, end: float, about_middle: bool) -> float:
    """∫ c dy, mm², or ∫ c y dy, mm³, of the strips between two places."""
    y = np.linspace(start, end, 201)
    chord, _ = plan.at(y)
    return float(np.trapezoid(chord * (y if about_middle else 1.0), y))


def surface_worth(plan: Planform, surface: ControlSurface, about_middle: bool) -> float:
    """What a degree of one surface does, as degrees of incidence times `_moment`; theory, before gaps."""
    tau, _ = flap_effect(surface.chord_share)
    start = min(surface.y_from_mm, plan.half_span)
    return tau * _moment(plan, start, min(surface.y_to_mm, plan.half_span), about_middle)


def _answers(part: Lifting, about_middle: bool) -> tuple[str, ControlSurface | None]:
    """The surface that answers a set of the part; none where it is a sliver that moves nothing."""
    plan, name = planform(part), part.TURNS
    surface = part.surfaces.get(name)
    whole = _moment(plan, 0.0, plan.half_span, about_middle)
    if surface is None or surface_worth(plan, surface, about_middle) < _SLIVER * whole:
        return name, None
    return name, surface


def needed(plan: Planform, surface: ControlSurface, start: float, share: float, about_middle: bool) -> float:
    """Degrees of the surfaces for one degree of set of what lies beyond `start` on one half, by theory.

    Parameters
    ----------
    share : of the surfaces that answer, how many halves are set (1 of 2: 0.5). about_middle : whether it rolls.
    """
    return share * _moment(plan, start, plan.half_span, about_middle) / surface_worth(plan, surface, about_middle)


def leans(plan: Planform, start: float) -> float:
    """Degrees by which a wing leans more in 10 m of flight, for a degree of twist beyond `start` of one half: it rolls
    as fast as its own damping lets it, p/V = θ ∫ c y dy / 2 ∫ c y² dy."""
    y = np.linspace(0.0, plan.half_span, 401)
    chord, _ = plan.at(y)
    return 1e4 * _moment(plan, start, plan.half_span, True) / (2 * float(np.trapezoid(chord * y**2, y)))


def _sum(degrees: Sequence[tuple[Estimate, float]]) -> Estimate:
    """Of degrees, each so many times; one's luck is not the other's."""
    value = sum(d.value * k for d, k in degrees)
    off = math.sqrt(sum(((d.high - d.low) / 2 * k) ** 2 for d, k in degrees))
    return Estimate(value=value, low=value - off, high=value + off)


def _needs(asked: Estimate) -> Estimate:
    """Degrees of a real surface, whichever way, where theory asks for so many."""
    value, off = abs(asked.value) / _FLAP[1], (asked.high - asked.low) / 2 / _FLAP[1]
    more = math.hypot(off, value * (_FLAP[1] / _FLAP[0] - 1))
    less = math.hypot(off, value * (1 - _FLAP[1] / _FLAP[2]))
    less = math.hypot(less, value * (1 - _SHORT))
    return Estimate(value=value, low=max(value - less, 0.0), high=value + more)


def _told(
    of: Sequence[_Left], part: On, name: str, surface: ControlSurface, needs: Estimate, when: str = ""
) -> TrimTold:
    throw = surface.throw_deg
    much = needs.high > MUCH * throw
    share = f"{100 * needs.value / throw:.0f} % of its {throw:.0f}°"
    range_ = f"{needs.value:.1f}° of {name} ({needs.low:.1f} to {needs.high:.1f})"
    says = f"{when}it takes {range_} to fly straight, {share}"
    if needs.high < _FELT_DEG:
        says = f"{when}it takes no {name} that is felt to fly straight."
    else:
        says += f": too much to give away, {_straight(of)}." if much else ": trim it out, and try it high up."
    return TrimTold(
        of=[left.damage.id for left in of], part=part, surface=name, needs_deg=needs, throw_deg=throw, leans_deg=None,
        much=much, says=says[0].upper() + says[1:], rests_on=_RESTS,
    )  # fmt: skip


def _nothing(of: Sequence[_Left], part: On, says: str, much: bool = True, leans_deg: float | None = None) -> TrimTold:
    return TrimTold(
        of=[left.damage.id for left in of], part=part, surface=None, needs_deg=None, throw_deg=None,
        leans_deg=leans_deg, much=much, says=says, rests_on=_RESTS,
    )  # fmt: skip


def _bent_too_far(of: Sequence[_Left], part: On) -> list[TrimTold]:
    worst = max((max(abs(s.bent.low), abs(s.bent.high)) for s in of), default=0.0)
    if worst <= _BENT_DEG:
        return []
    says = f"It may be bent by up to {worst:.0f}°: that is no set any more but a fold; draw it straight, look inside."
    return [_nothing(of, part, says)]


def _of_wing(airframe: Airframe, of: Sequence[_Left]) -> list[TrimTold]:
    """Twist rolls it; a panel that is bent lifts aside, and that rolls it a little."""
    plan = planform(airframe.wing)
    incidence = math.degrees(_CL / lift_slope(plan))

    def rolling(left: _Left) -> Estimate:
        tilts = incidence * (1 - math.cos(math.radians(left.bent.value)))
        twist = left.twisted
        return Estimate(value=twist.value - tilts, low=twist.low - tilts, high=twist.high - tilts)

    def times(of_one: Callable[[float], float]) -> Estimate:
        to_left = {"right": 1.0, "left": -1.0}
        return _sum([(rolling(s), to_left[s.damage.side] * of_one(min(s.damage.at_mm, plan.half_span))) for s in of])

    _, aileron = _answers(airframe.wing, True)
    found = _bent_too_far(of, "wing")
    if aileron is not None:
        degrees = times(lambda start: needed(plan, aileron, start, 0.5, True))
        return [*found, _told(of, "wing", "aileron", aileron, _needs(degrees))]
    turned = times(lambda start: leans(plan, start))
    by, most = abs(turned.value), max(abs(turned.low), abs(turned.high))
    much = most > _LEANS_DEG
    says = f"There are no ailerons: left alone it leans {by:.0f}° more in every 10 m of flight (up to {most:.0f})"
    says += f"; {_straight(of)}." if much else "; the rudder, where it has one, holds that."
    if most < 1.0:
        says = "It makes no turn that is felt."
    return [*found, _nothing(of, "wing", says, much, by)]


def _of_tail(of: Sequence[_Left], part: Literal["tailplane", "fin"], tail: Lifting, halves: int) -> list[TrimTold]:
    """One half or one fin of so many turned to the air; what that rolls is small beside the wing."""
    plan = planform(tail)
    found = _bent_too_far(of, part)
    name, surface = _answers(tail, False)
    if surface is None:
        return [*found, _nothing(of, part, f"Nothing on the {part} moves to answer it: {_straight(of)}.")]
    asked = [(s.twisted, needed(plan, surface, min(s.damage.at_mm, plan.half_span), 1 / halves, False)) for s in of]
    return [*found, _told(of, part, name, surface, _needs(_sum(asked)))]


def _of_body(airframe: Airframe, of: Sequence[_Left]) -> list[TrimTold]:
    """Behind the wing it turns the tail to the air, before it the motor; twisted, the tail pulls aside."""
    body = airframe.parts.body
    found: list[TrimTold] = []
    if body is None:
        return found
    for s in of:
        bent = Estimate(
            value=abs(s.bent.value), low=max(s.bent.low, -s.bent.high, 0.0), high=max(-s.bent.low, s.bent.high)
        )
        if s.damage.at_mm < body.wing_at_mm:
            much = bent.high > _THRUST_DEG
            says = f"What lies before the wing points {bent.value:.1f}° away"
            says += ": draw it straight, or the motor pulls it aside." if much else ": a shim under the motor's mount."
            if bent.value:
                found.append(_nothing([s], "body", says, much))
            continue
        flat = airframe.parts.tailplane
        # halves that are turned up are elevator and rudder in one
        upright = airframe.parts.fin or (flat if flat is not None and flat.tilt_deg else None)
        for way, tail in (("up or down", flat), ("sideways", upright)):
            if tail is None or not bent.value:
                continue
            name, surface = _answers(tail, False)
            if surface is None:
                says = f"If it is bent {way}, nothing moves to answer it: {_straight([s])}."
                found.append(_nothing([s], "body", says))
                continue
            asked = _sum([(bent, needed(planform(tail), surface, 0.0, 1.0, False))])
            found.append(_told([s], "body", name, surface, _needs(asked), f"if it is bent {way}, "))
        twist = max(abs(s.twisted.low), abs(s.twisted.high))
        if s.twisted.value:
            aside = 100 * math.sin(math.radians(twist))
            much = twist > _BENT_DEG
            leans = f"The tail leans by {abs(s.twisted.value):.1f}°"
            says = f"{leans}: up to {aside:.0f} % of what the elevator does goes aside"
            says += f"; {_straight([s])}." if much else "; little."
            found.append(_nothing([s], "body", says, much))
    return found


def trims(airframe: Airframe, damages: Sequence[Damage], mends: Sequence[Mend]) -> list[TrimTold]:
    """For every part that has taken a set, what answers it; what was drawn straight counts by what is left of it."""
    left = [s for d in damages if (s := _left(d, mends)) is not None]

    def on(part: On) -> list[_Left]:
        return [s for s in left if s.damage.on == part]

    found: list[TrimTold] = []
    if on("wing"):
        found += _of_wing(airframe, on("wing"))
    flat, upright = airframe.parts.tailplane, airframe.parts.fin
    if on("tailplane") and flat is not None:
        found += _of_tail(on("tailplane"), "tailplane", flat, 2)
    if on("fin") and upright is not None:
        found += _of_tail(on("fin"), "fin", upright, upright.count)
    if on("body"):
        found += _of_body(airframe, on("body"))
    return found
