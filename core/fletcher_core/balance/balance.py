"""The aircraft's balance: where it is, where it may be, and what brings it there.

Sources: Etkin and Reid 1996 (neutral point, static margin); statics.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from ..analysis.estimate import Estimate
from ..analysis.made import Weighed
from ..analysis.uncertainty import Z90
from ..geometry import Planform, planform
from ..loads import AIR_DENSITY, GRAVITY
from ..model.airframe import Airframe
from ..model.body import Body
from ..model.document import Scheme
from ..model.gear import Gear
from ..units import Measure, System
from .masses import PlacedMass, masses, nose_at
from .neutral import Neutral, mean_chord_at, neutral_point
from .ready_to_fly import even
from .seen import gear_seen, parts_seen
from .shares import shares
from .told import Balance, BalanceLine, BalanceSlide, BalanceState, BalanceWay, ForecastPoint, WeightItem
from .weighing import Forecast, Now, forecast, key_of, odd, over_time, times_its_plan, with_weighings

#: mm behind the nose at which ballast can be fixed (own choice)
_BALLAST_AT = 15.0
#: speed of a hand launch over that of the stall (own estimate: it must fly at once, and climb)
_LAUNCH = 1.2
#: the greatest lift coefficient may be off by so much, one of ten each way (own estimate)
_CL_OFF = 0.1
#: g of a push-rod of thin carbon or wire with its ends, for each mm and by itself (own estimate)
_ROD_PER_MM, _ROD_ENDS = 0.006, 1.5
#: of all the weight, from which on what has no place yet leaves the answer open (own choice)
_OPEN = 0.15
#: nearer to the aim than this share of the mean chord nothing is to be done (own choice)
_CLOSE = 0.005


def _chance(value: float, sd: float, low: float, high: float) -> float:
    """Of a normal spread, so much lies between."""
    if sd <= 0:
        return float(low <= value <= high)
    above, below = ((edge - value) / sd / math.sqrt(2) for edge in (high, low))
    return 0.5 * (math.erf(above) - math.erf(below))


class _Sums:
    """Weight and middle of all, with their spreads."""

    def __init__(self, now: Now) -> None:
        of = now.masses
        self.grams, self.sd_g = now.grams, now.sd_g
        self.x = sum(m.grams * m.x for m in of) / self.grams
        self.up = sum(m.grams * m.up for m in of) / self.grams
        # each moves the middle by its own weight's and place's error, and goes its own way; the habit all at once
        moved = sum((m.sd_g * (m.x - self.x)) ** 2 + (m.grams * m.sd_x) ** 2 for m in of)
        shared = now.habit.sd * sum(m.grams * (m.x - self.x) for m in now.follows)
        self.sd_x = math.hypot(math.sqrt(moved), shared) / self.grams


def _state(chance: float, x: float, front: float, aft: float, open_share: float) -> BalanceState:
    if open_share > _OPEN:
        return "open"
    if x > aft:
        return "tail-heavy"
    if x < front:
        return "nose-heavy"
    return "balances" if chance >= 0.8 else "likely"


def _items(
    of: Sequence[PlacedMass],
    worth: float,
    aim: float,
    planned: Sequence[PlacedMass] = (),
    done: frozenset[str] = frozenset(),
    share: Mapping[str, float] | None = None,
) -> list[WeightItem]:
    was = {key_of(m): even(m.grams, m.sd_g) for m in planned}
    return [
        WeightItem(
            name=m.name, of=m.of, id=m.id, grams=even(m.grams, m.sd_g), x_mm=m.x, up_mm=m.up,
            nose_g=m.grams * (m.x - aim) / worth, pieces=_items(m.within, worth, aim),
            planned=was.get(key_of(m)), share_g=(share or {}).get(m.of), weighed=m.of != "rest" and key_of(m) in done,
        )
        for m in of
    ]  # fmt: skip


def _room(airframe: Airframe, one: Gear, by: float) -> bool:
    """Whether it still lies in what it sits in after it has gone so far aft."""
    part = airframe.part(one.sits_in)
    if isinstance(part, Body):
        half = 0.5 * one.long_mm
        return half <= one.along_mm + by <= part.pod_mm - half
    chord, _ = planform(part).at(one.along_mm)
    return 0.0 <= one.across_mm + by <= float(chord)


def _slides(airframe: Airframe, sums: _Sums, aim: float) -> list[BalanceSlide]:
    """Each by itself, all the way."""
    found = []
    for one in airframe.gear:
        if one.slides:
            by = sums.grams * (aim - sums.x) / one.all_grams
            found.append(BalanceSlide(id=one.id, name=one.called, by_mm=by, fits=_room(airframe, one, by)))
    return sorted(found, key=lambda s: (not s.fits, abs(s.by_mm)))


def longer_nose(airframe: Airframe, of: Sequence[PlacedMass], sums: _Sums, aim: float) -> float | None:
    """mm by which the nose would have to be longer: what lies before the wing moves forward by so much, and so much
    more body stands between. None without a body, or where it balances."""
    body = airframe.parts.body
    over = sums.grams * (sums.x - aim)
    if body is None or over <= 0:
        return None
    own = next((m for m in of if m.of == "body"), None)
    each = own.grams / body.half_span_mm if own else 0.0  # g/mm, as if it were even
    front = sum(m.grams for m in of if m.of == "gear" and m.x < 0) + each * body.wing_at_mm
    # front d + each d (aim + d / 2) = over
    a, b = 0.5 * each, front + each * max(aim, 0.0)
    if b <= 0:
        return None
    return float((-b + math.sqrt(b * b + 4 * a * over)) / (2 * a)) if a > 1e-9 else over / b


def _ballast(sums: _Sums, aim: float, at: float) -> float:
    """g at a place that bring the middle to the aim."""
    return sums.grams * (sums.x - aim) / (aim - at)


def _ways(
    airframe: Airframe, of: Sequence[PlacedMass], sums: _Sums, aim: float, nose: float, tail: float,
    slides: Sequence[BalanceSlide], system: System,
) -> list[BalanceWay]:  # fmt: skip
    def mm(value: float) -> str:
        return Measure(abs(value)).text(system)

    def g(value: float) -> str:
        return Measure(abs(value), "mass").text(system)

    found = []
    for slide in slides:
        if slide.fits:
            where = "forward" if slide.by_mm < 0 else "aft"
            found.append(BalanceWay(said=f"Slide the {slide.name} {mm(slide.by_mm)} {where}: nothing is added."))
    over = sums.x - aim
    if over > 0:
        grams = _ballast(sums, aim, nose)
        longer = longer_nose(airframe, of, sums, aim)
        if longer is not None and longer < 400:
            found.append(BalanceWay(said=f"A nose longer by {mm(longer)}, with all that sits before the wing."))
        found.append(BalanceWay(said=f"{g(grams)} of ballast in the nose.", grams=grams))
    else:
        grams = _ballast(sums, aim, tail)
        found.append(BalanceWay(said=f"{g(grams)} of ballast at the tail, or less in the nose.", grams=grams))
    if slides and not slides[0].fits:
        found.append(BalanceWay(said=f"The {slides[0].name} alone would have to move {mm(slides[0].by_mm)}: no room."))
    return found


def _saves(airframe: Airframe, of: Sequence[PlacedMass], aim: float, worth: float, system: System) -> list[BalanceWay]:
    """Where ten grams cost most at the nose; and a servo in the tail against a push-rod."""

    def g(value: float) -> str:
        return Measure(abs(value), "mass").text(system)

    parts = [piece for m in of for piece in (m.within or (m,)) if m.of != "rest"]
    behind = sorted((p for p in parts if p.x > aim and p.grams > 0.05), key=lambda p: -p.grams * (p.x - aim))
    found = []
    for one in behind[:6]:
        costs = one.grams * (one.x - aim) / worth
        # a bare part is called so already; of pieces it is told where they lie
        name = one.name if one.of == "gear" or one.name.endswith(one.of) else f"{one.name} ({one.of})"
        said = f"{name}, {g(one.grams)}: it takes {g(costs)} in the nose to hold it."
        found.append(BalanceWay(said=said, grams=one.grams + costs))
    for one in of:
        gear = next((x for x in airframe.gear if x.id == one.id), None) if one.of == "gear" else None
        if gear is None or gear.kind != "servo" or (one.x - aim) / worth < 1.0:
            continue
        # under the wing, a rod from there to where it sits now
        long = one.x - aim
        rod = _ROD_ENDS + _ROD_PER_MM * long
        there = one.grams * (one.x - aim) / worth
        then = rod * 0.5 * long / worth
        said = (
            f"The {one.name} in the tail costs {g(one.grams + there)} with what holds it in the nose; under the wing, "
            f"with a push-rod of {g(rod)}, {g(one.grams + rod + then)}."
        )
        found.append(BalanceWay(said=said, grams=there - rod - then))
    return found


def _places(aim: float, worth: float, nose: float, tail: float, wing: Planform, system: System) -> list[BalanceWay]:
    """What ten grams at a place take in the nose."""
    at = [
        ("at the tail's end", tail), ("at the wing's trailing edge", float(wing.chord[0])), ("under the spar", aim),
    ]  # fmt: skip
    found = []
    for name, x in at:
        costs = 10 * (x - aim) / worth
        said = Measure(abs(costs), "mass").text(system)
        ten = Measure(10.0, "mass").text(system)
        told = f"{ten} {name}: {said} in the nose" if costs > 0.05 else f"{ten} {name}: nothing in the nose"
        found.append(BalanceWay(said=told + ".", grams=costs))
    return found


def _open_said(
    airframe: Airframe, of: Sequence[PlacedMass], sums: _Sums, aim: float, wing: Planform, system: System
) -> str:
    """Where what has no place yet has to lie, all in all."""
    rest = next(m for m in of if m.of == "rest")
    at = rest.x - sums.grams * (sums.x - aim) / rest.grams
    start = mean_chord_at(wing, 0.0)
    body = airframe.parts.body
    if body is not None:
        place = f"{Measure(max(at + body.wing_at_mm, 0.0)).text(system)} behind the nose"
        if at < -body.wing_at_mm:
            place = f"{Measure(-at - body.wing_at_mm).text(system)} ahead of the nose, which cannot be"
    else:
        place = (
            f"{Measure(abs(at - start)).text(system)} {'behind' if at > start else 'ahead of'} the mean chord's edge"
        )
    return (
        f"{Measure(rest.grams, 'mass').text(system)} has no place yet. For it to balance where it shall, the middle of "
        f"all that would have to lie {place}. Put motor, battery and the rest on the list."
    )


def _share(x: float, wing: Planform) -> float:
    return (x - mean_chord_at(wing, 0.0)) / wing.mean_chord


def _working(
    airframe: Airframe, n: Neutral, wing: Planform, of: Sequence[PlacedMass], sums: _Sums, system: System
) -> list[BalanceLine]:
    def mm(value: float) -> str:
        return Measure(value).text(system)

    at = "behind the leading edge of the wing's root"
    told = [
        BalanceLine(
            what="middle of all", value=f"{mm(sums.x)}", note=f"sum of weight times place over all the weight, {at}"
        ),
        BalanceLine(
            what="mean chord",
            value=mm(wing.mean_chord),
            note=f"∫ c² dy / ∫ c dy; it starts {mm(mean_chord_at(wing, 0))} {at}",
        ),
        BalanceLine(
            what="wing", value="25 %", note="a wing alone balances at a quarter of its mean chord (thin aerofoils)"
        ),
    ]
    tail = airframe.parts.tailplane
    if n.given:
        told.append(BalanceLine(what="neutral point", value=f"{100 * n.share:.0f} %", note="as you gave it"))
        return told
    if tail is not None:
        told += [
            BalanceLine(what="tail volume V", value=f"{n.volume:.2f}",
                 note="tail area from above × arm / (wing area × mean chord)"),
            BalanceLine(what="lift slopes", value=f"{n.slope_w:.2f} and {n.slope_t:.2f} a radian",
                 note="wing and tail, 2 π A / (2 + √(4 + A²)) (Helmbold 1942)"),
            BalanceLine(what="downwash", value=f"{n.downwash:.2f}",
                 note="of each degree that the wing turns, the tail loses so much: 2 a / π A (Prandtl 1918)"),
            BalanceLine(what="the tail adds", value=f"{100 * n.tail:.0f} %", note="V × slope ratio × (1 − downwash)"),
        ]  # fmt: skip
    told.append(
        BalanceLine(
            what="neutral point", value=f"{100 * n.share:.0f} %",
            note=f"give or take {100 * n.off:.0f} %: a body before the wing draws it forward, gaps and props move it "
            "(own estimate); Etkin and Reid 1996",
        )
    )  # fmt: skip
    return told


def _promise_said(airframe: Airframe, system: System) -> str:
    """For which power the weight is promised, and what that makes of what is fitted."""
    low, high = airframe.promise_range
    if low == high:
        return ""

    def g(value: float) -> str:
        return Measure(value, "mass").text(system)

    light, heavy = airframe.balancing.power_light_g, airframe.balancing.power_heavy_g
    assert light is not None
    assert heavy is not None
    said = f"Promised are {g(low)} with {g(light)} of power, {g(high)} with {g(heavy)}"
    fitted = airframe.power_g
    if fitted == 0:
        return f"{said}. No motor and battery are on the list yet: it is held against the larger."
    if fitted > heavy + 0.05:
        return f"{said}. What is fitted weighs {g(fitted)}, {g(fitted - heavy)} more than was meant."
    return f"{said}; with the {g(fitted)} that are fitted, {g(airframe.promised_g)}."


def _shares(airframe: Airframe, planned: Sequence[PlacedMass]) -> dict[str, float]:
    """What of the promise each part may weigh."""
    there = airframe.parts.there()
    known = {m.of: (m.grams, there[m.of].targets.share_g) for m in planned if m.of in there}  # type: ignore[index]
    return shares(airframe.promised_g - airframe.carried_g, known)


def _forecast_said(told: Forecast, promise: float, now: Now, system: System) -> str:
    """At this rate, and what gives most back of what is not made yet."""

    def g(value: float) -> str:
        return Measure(abs(value), "mass").text(system)

    if not now.done:
        return ""
    rate = ""
    if told.habit.known and abs(told.habit.share) > 0.005:
        way = "heavier" if told.habit.share > 0 else "lighter"
        rate = f"Your parts come out {100 * abs(told.habit.share):.0f} % {way} than planned. "
    over = told.grams - promise
    if over <= 0:
        return f"{rate}At this rate it ends {g(over)} under the promise."
    left = [p for m in now.follows for p in m.within[1:]]
    most = max(left, key=lambda p: p.grams, default=None)
    back = f" Of what is not made yet, the {most.name} ({most.of}) gives most back: {g(most.grams)}." if most else ""
    return f"{rate}At this rate it ends {g(over)} over the promise.{back}"


def balance(
    airframe: Airframe, schemes: Sequence[Scheme], system: System = "metric", weighed: Sequence[Weighed] = ()
) -> Balance:
    """All of it, with the schemes that are shown of every part.

    Parameters
    ----------
    weighed : what was weighed so far, in order.
    """
    wing, neutral, wants = planform(airframe.wing), neutral_point(airframe), airframe.balancing
    chord = wing.mean_chord
    front, aft = (mean_chord_at(wing, neutral.share - m) for m in (wants.margin_most, wants.margin_least))
    # a wish outside of the range is no aim: advice would lower the margin below the least
    wish = mean_chord_at(wing, airframe.balance_at)
    aim = min(max(wish, front), aft)
    planned = masses(airframe, schemes, aim)
    now = with_weighings(planned, weighed)
    of, sums, told = now.masses, _Sums(now), forecast(now, airframe.promised_g)
    nose = min(nose_at(airframe) + _BALLAST_AT, aim - 1.0)
    body = airframe.parts.body
    tail = body.half_span_mm - body.wing_at_mm if body is not None else float((wing.x_le + wing.chord).max())
    worth = aim - nose
    off = neutral.off * chord / Z90
    chance = _chance(sums.x, math.hypot(sums.sd_x, off), front, aft)
    state = _state(chance, sums.x, front, aft, airframe.rest_g / sums.grams)
    slides = _slides(airframe, sums, aim)
    away = sums.x - aim

    def mm(value: float) -> str:
        return Measure(abs(value)).text(system)

    where = f"{100 * _share(sums.x, wing):.0f} % of the mean chord"
    if abs(away) < _CLOSE * chord:
        said = f"It balances at {where}, where it shall."
    else:
        said = f"It balances at {where}, {mm(away)} {'behind' if away > 0 else 'ahead of'} where it shall."
    ways = [] if abs(away) < _CLOSE * chord else _ways(airframe, of, sums, aim, nose, tail, slides, system)
    if state == "open":
        said, ways = _open_said(airframe, of, sums, aim, wing, system), []
    area = 2 * wing.half_area * 1e-4  # dm2
    weight, cl = sums.grams, airframe.flight.cl_max
    sd = math.hypot(sums.sd_g / weight, _CL_OFF / Z90) / 2
    stall = math.sqrt(2 * weight * 1e-3 * GRAVITY / (AIR_DENSITY * area * 1e-2 * cl))
    cautions = []
    if not (front <= wish <= aft):
        cautions.append(
            f"The balance target, {100 * airframe.balance_at:.0f} %, lies outside of the range that its neutral point "
            f"and margins give ({100 * _share(front, wing):.0f} to {100 * _share(aft, wing):.0f} %): "
            f"{100 * _share(aim, wing):.0f} % is aimed at instead."
        )
    cautions += [
        f"The {one.of} weighs {times_its_plan(one)} its plan: is that the right number? It counts for itself, and not "
        "for what the other parts will weigh."
        for one in odd(weighed)
    ]
    if airframe.parts.tailplane is None:
        cautions.append("Without a tailplane: sweep and a section that holds its nose up have to balance it.")
    margin = neutral.share - _share(sums.x, wing)
    return Balance(
        state=state, sentence=said, total_g=even(weight, sums.sd_g), promise_g=airframe.promised_g,
        promise_from_g=airframe.promise_range[0], promise_to_g=airframe.promise_range[1],
        promise_said=_promise_said(airframe, system), power_g=airframe.power_g,
        x_mm=even(sums.x, sums.sd_x), share=even(_share(sums.x, wing), sums.sd_x / chord), up_mm=sums.up,
        aim_mm=aim, aim_share=_share(aim, wing), neutral_mm=neutral.x,
        neutral_share=even(neutral.share, neutral.off / Z90), front_mm=front, aft_mm=aft,
        front_share=_share(front, wing), aft_share=_share(aft, wing),
        margin=even(margin, math.hypot(sums.sd_x, off) / chord), of_ten=10 * chance, chord_mm=chord,
        chord_at_mm=mean_chord_at(wing, 0.0), nose_mm=nose, tail_mm=tail,
        loading_g_dm2=even(weight / area, sums.sd_g / area), stall_m_s=even(stall, sd * stall),
        launch_m_s=even(_LAUNCH * stall, sd * _LAUNCH * stall),
        chance=told.chance, habit_share=told.habit.share, habit_known=told.habit.known, weighed_g=told.weighed_g,
        forecast=_forecast_said(told, airframe.promised_g, now, system),
        curve=[
            ForecastPoint(
                of="" if k == 0 else weighed[k - 1].of, total_g=Estimate(value=f.grams, low=f.low, high=f.high),
                chance=f.chance,
            )
            for k, f in enumerate(over_time(planned, weighed, airframe.promised_g))
        ],
        items=_items(of, worth, aim, planned, now.done, _shares(airframe, planned)), slides=slides, ways=ways,
        saves=_saves(airframe, of, aim, worth, system), places=_places(aim, worth, nose, tail, wing, system),
        parts=parts_seen(airframe), gear=gear_seen(airframe),
        working=_working(airframe, neutral, wing, of, sums, system), cautions=cautions,
    )  # fmt: skip
