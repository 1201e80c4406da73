"""Firewall: the plate that the motor is bolted to, and the glue that holds it in the nose."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import Problem, measure
from ..units import Measure
from . import stuff
from .base import MountBase, choice, glue_field, stock_field
from .ground import NEWTONS, Ground, Thing
from .group import LineGroup, edges
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, ring, stroke
from .plate import NU, moments, on_foam

Array = NDArray[np.float64]

#: of the aircraft's weight, a motor that is not on the list of gear; mm that its middle stands before the plate (own
#: estimates)
_USUAL_MOTOR, _USUAL_OUT = 0.08, 15.0
#: mm that a turning propeller should clear (own estimate)
_CLEAR = 10.0
#: mm of a plate for the smallest circle of bolts that is common (own choice)
_LEAST = 24.0
#: mm that a propeller turns before a nose (own estimate)
_BEFORE = 12.0
#: throat of a fillet over the width of its leg: 1 / √2
_THROAT = 0.7
#: mm of a thrust line beside the balance point that nobody feels; mm between shaft and balance point below which no
#: angle helps; degrees that a motor is tilted at most (own estimates)
_FELT, _NEAR, _MOST_TILT = 3.0, 30.0, 12.0
#: N mm about the shaft at which rubber bands let a propeller go (own estimate: two bands, 8 N, 12 mm)
_BANDS_HOLD = 100.0
#: kg/m3 of the balsa of sticks beside it (the catalogue's hard balsa)
_BALSA = 165.0


class Firewall(MountBase):
    """A plate across the nose, or across a pod or a boom's end."""

    kind: Literal["firewall"] = "firewall"
    material: str = stock_field("birch_ply")
    wide_mm: float = measure("width", "length", 10.0, 300.0, 50.0)
    high_mm: float = measure("height", "length", 10.0, 300.0, 50.0)
    thickness_mm: float = measure("thickness", "size", 0.8, 15.0, 3.0)
    seated: Literal["inside", "in_front"] = choice(
        "glued", "inside", inside="inside, between the walls", in_front="on in front"
    )
    edges: Literal["all", "three", "sides"] = choice(
        "edges that are glued", "all", all="all four", three="all but the top", sides="both sides"
    )
    glue: str = glue_field()
    beside: Literal["none", "fillet", "sticks", "cloth"] = choice(
        "beside it",
        "none",
        none="nothing",
        fillet="a fillet of glue",
        sticks="sticks of balsa",
        cloth="a strip of cloth",
    )
    beside_mm: float = measure("width of that", "size", 1.0, 40.0, 6.0)
    fixed: Literal["blind_nuts", "wood_screws"] = choice(
        "motor held by", "blind_nuts", blind_nuts="bolts and blind nuts", wood_screws="wood screws"
    )
    bolts: int = Field(4, ge=2, le=8, json_schema_extra={"label": "bolts or screws", "quantity": "number"})
    bolt_mm: float = measure("their diameter", "size", 1.5, 6.0, 3.0)
    circle_mm: float = measure("circle they stand on, diameter", "length", 8.0, 120.0, 25.0)
    down_deg: float = measure("motor points down by", "angle", -10.0, 15.0, 2.0)
    right_deg: float = measure("motor points to the right by", "angle", -10.0, 15.0, 1.0)
    shaft_mm: float = measure("propeller before the plate", "length", 5.0, 300.0, 40.0)
    shaft_up_mm: float = measure("shaft over the middle of the plate", "length", -150.0, 150.0, 0.0)
    pusher: bool = Field(False, json_schema_extra={"label": "propeller behind it"})
    propeller_held: Literal["fixed", "folding", "bands"] = choice(
        "propeller", "fixed", fixed="fixed", folding="folding", bands="held by rubber bands"
    )


def _motor(m: Firewall, g: Ground) -> tuple[float, float, Thing | None]:
    """Its weight in N with the propeller's, and mm that it stands out."""
    found = g.thing(None, "motor")
    blades = g.thing(None, "propeller")
    if found is None:
        return _USUAL_MOTOR * g.weight, _USUAL_OUT, None
    # along a body that is how far it stands out; along a wing it is out along the span, and it sits at its plate
    out = 0.5 * found.long if m.on == "wing" else max(abs(found.along - m.along_mm), 0.5 * found.long)
    # where there is one on each side, each has a plate of its own
    grams = found.one + (blades.one if blades else 0.0)
    return grams * NEWTONS, out, found


def _bolts(m: Firewall) -> list[tuple[float, float]]:
    """(x, y) of each about the shaft: crosswise, and two over each other, as a motor's weight asks for it."""
    turn, first = 2 * math.pi / m.bolts, 0.0 if m.bolts == 2 else 0.5
    angles = [(k + first) * turn for k in range(m.bolts)]
    return [(0.5 * m.circle_mm * math.sin(a), 0.5 * m.circle_mm * math.cos(a)) for a in angles]


def _loads(m: Firewall, g: Ground, values: Values) -> list[dict[str, Any]]:
    """Force (right, up, out of the plate) and moments about the point where the shaft's line meets the plate, each for
    the case as it is asked. The pull acts along that line, however it is tilted: it turns nothing about that point."""
    weight, out, _ = _motor(m, g)
    pulled = g.pull * (-1.0 if m.pusher else 1.0)
    aside, down = (math.sin(math.radians(v)) for v in (m.right_deg, m.down_deg))
    found: list[dict[str, Any]] = [
        {"case": "full motor", "factor": 1.0, "unit": "times", "fx": pulled * aside, "fy": -pulled * down, "fz": pulled,
         "mz": g.turn, "asked": True},
    ]  # fmt: skip
    for case, factor in (("a landing", g.landing), ("a hard pull", g.limit)):
        if factor > 0:
            # what hangs before the plate pulls at its top
            found.append(
                {"case": case, "factor": factor, "unit": "G", "fy": -factor * weight, "mx": factor * weight * out,
                 "asked": True}
            )  # fmt: skip
    radius = 0.5 * max(g.propeller, 50.0)
    stops = np.asarray(
        _BANDS_HOLD if m.propeller_held == "bands" else stuff.value(values, "blade") * (g.propeller / 250.0) ** 3
    )
    usual = float(np.mean(stops))
    found.append(
        {"case": "a stopped propeller", "factor": 1.0, "unit": "times", "mz": usual, "fy": usual / radius,
         "scale": stops / usual, "asked": False}
    )  # fmt: skip
    return found


_FORCES = ("fx", "fy", "fz", "mx", "my", "mz")


def _edge(m: Firewall, g: Ground) -> float:
    """mm of glue across each edge: the plate's thickness or the wall it stands on, and what lies beside it."""
    spot = g.spot(m.on, m.along_mm)
    own = m.thickness_mm if m.seated == "inside" else (spot.wall or m.thickness_mm)
    beside = {"none": 0.0, "fillet": _THROAT * m.beside_mm, "sticks": m.beside_mm, "cloth": m.beside_mm}[m.beside]
    return own + beside


def _flat(m: Firewall, g: Ground) -> bool:
    """Whether it lies on solid foam all over."""
    return m.seated == "in_front" and g.spot(m.on, m.along_mm).wall is None


def _glued(m: Firewall, g: Ground, values: Values, load: dict[str, Any]) -> Way:
    # moved from the shaft to the middle of what is glued
    group = LineGroup(edges(m.wide_mm, m.high_mm, m.edges))
    lever = m.shaft_up_mm - (0.0 if _flat(m, g) else float(group.centre[1]))
    forces = {k: load.get(k, 0.0) for k in _FORCES}
    forces["mx"] += forces["fz"] * lever
    forces["mz"] -= forces["fx"] * lever
    acts: Array | float
    holds = stuff.bond(values, g, m.on, m.glue)
    if _flat(m, g):
        # of a plate that stands out beside the foam no more is glued than there is foam, and what lies beside that
        spot = g.spot(m.on, m.along_mm)
        beside = 2 * (_edge(m, g) - m.thickness_mm)
        wide, high = (min(a, b) for a, b in ((m.wide_mm, spot.width + beside), (m.high_mm, spot.height + beside)))
        area = wide * high
        slides = math.hypot(forces["fx"], forces["fy"]) / area
        slides += abs(forces["mz"]) / (0.208 * max(wide, high) * min(wide, high) ** 2)
        # pressed together costs nothing
        pulls = (
            max(forces["fz"], 0.0) / area
            + 6 * abs(forces["mx"]) / (wide * high**2)
            + 6 * abs(forces["my"]) / (high * wide**2)
        )
        # and under the worst bolt, where the plate gives (Westergaard 1926)
        D, k = _bed(m, values)
        _, peak = on_foam(D, k, 0.5 * stuff.FLANGE * m.bolt_mm)
        under = max(max(_pulls(m, load)), 0.0) * peak
        acts = np.hypot(slides, np.maximum(pulls, under))
        steps = [
            Line("Glued face", area, "mm²", "width × height"),
            Line("Pulled off under the worst bolt", float(under[0]), "MPa", "P √(k / D) / 8", "Westergaard 1926"),
            Line("Pulled off at its edge", pulls, "MPa", "N / A + 6 M / (b h²)"),
            Line("Slides", slides, "MPa", "V / A + T / (0.208 a b²)", "Timoshenko and Goodier 1970"),
        ]
    else:
        flow = group.flow(**forces)
        acts = flow / _edge(m, g)
        steps = [
            Line("Glued edge", group.length, "mm", "all edges that are glued"),
            Line("Second moment of the edges", group.Ix, "mm³", "Σ L (p² + p q + q²) / 3", "Blodgett 1966"),
            Line("Flow at the worst corner", flow, "N/mm", "√(along² + out²)"),
            Line("Glue across the edge", _edge(m, g), "mm", "plate or wall, and what lies beside it"),
        ]
    return Way(
        "glue", "the glue of the plate lets go", load["case"], load["factor"], load["unit"],
        acts * load.get("scale", 1.0), holds, "MPa", steps,
        "Glue sticks, a fillet or cloth along its edges: they add edge." if m.beside == "none"
        else "Wider sticks or cloth beside it, or a plate that reaches further.", load["asked"],
    )  # fmt: skip


def _pulls(m: Firewall, load: dict[str, Any]) -> list[float]:
    """N that pull each bolt out of the plate."""
    at = _bolts(m)
    over = sum(y * y for _, y in at)
    return [load.get("fz", 0.0) / m.bolts + load.get("mx", 0.0) * y / over for _, y in at]


def _bed(m: Firewall, values: Values) -> tuple[Array, Array]:
    """N mm of the plate, and MPa/mm of the foam behind it: as deep as the plate is wide (own estimate)."""
    D = values[f"stock.{m.material}.E"] * m.thickness_mm**3 / (12 * (1 - NU**2))
    return D, values["core.E"] / min(m.wide_mm, m.high_mm)


def _plate(m: Firewall, g: Ground, values: Values, load: dict[str, Any]) -> Way | None:
    pulls = _pulls(m, load)
    if max(abs(p) for p in pulls) < 1e-6:
        return None
    t = m.thickness_mm
    strong = stuff.bends_at(values, m.material)
    wide = min(stuff.FLANGE * m.bolt_mm, 0.5 * min(m.wide_mm, m.high_mm))
    acts: Array | float
    if _flat(m, g):
        D, k = _bed(m, values)
        moment, _ = on_foam(D, k, 0.5 * wide)
        acts = max(abs(p) for p in pulls) * moment * 6 / t**2
        steps = [
            Line("Pull at the worst bolt", max(abs(p) for p in pulls), "N"),
            Line("Moment under it, for each N", float(moment[0]), "N mm/mm", "(1+ν)/4π · (ln 2l/r + ½ − γ)",
                 "Westergaard 1926"),
        ]  # fmt: skip
    else:
        at = [(x + 0.5 * m.wide_mm, y + 0.5 * m.high_mm + m.shaft_up_mm) for x, y in _bolts(m)]
        patches = [(x, y, wide, wide, p) for (x, y), p in zip(at, pulls, strict=True)]
        moment_here = float(moments(m.wide_mm, m.high_mm, patches, at).max())
        acts = 6 * moment_here / t**2
        steps = [
            Line("Pull at the worst bolt", max(abs(p) for p in pulls), "N"),
            Line("Moment in the plate there", moment_here, "N mm/mm", "Navier's series, edges held but free to turn",
                 "Timoshenko and Woinowsky-Krieger 1959"),
            Line("Stress", acts, "MPa", "6 M / t²"),
        ]  # fmt: skip
    return Way(
        "plate", "the plate breaks at a bolt", load["case"], load["factor"], load["unit"], acts, strong, "MPa",
        steps, "A thicker plate, or wider washers.", load["asked"],
    )  # fmt: skip


def _fixing(m: Firewall, g: Ground, values: Values, load: dict[str, Any]) -> Way | None:
    pull = max(_pulls(m, load))
    if pull < 1e-6:
        return None
    t = m.thickness_mm
    if m.fixed == "wood_screws":
        stands, told = stuff.shaken_screw(values, m.material, m.bolt_mm, t)
        steps = [Line("Depth in the plate", t, "mm"), told]
        how, todo = "a screw pulls out of the plate", "Bolts with blind nuts: vibration works wood screws loose."
    else:
        round_it = math.pi * stuff.FLANGE * m.bolt_mm * t
        stands = round_it * values[f"stock.{m.material}.interlaminar_shear"]
        steps = [Line("Ply round the nut's flange", round_it, "mm²", "π × flange × thickness")]
        how, todo = "a blind nut pulls through the plate", "A thicker plate, or a washer under the nut."
    return Way("fixing", how, load["case"], load["factor"], load["unit"], pull, stands, "N", steps, todo, load["asked"])


def ways(m: Firewall, g: Ground, values: Values) -> list[Way]:
    """Glue, plate and bolts under each load."""
    found: list[Way | None] = []
    for load in _loads(m, g, values):
        found += [_glued(m, g, values, load), _plate(m, g, values, load), _fixing(m, g, values, load)]
    return [w for w in found if w is not None]


def uses(m: Firewall) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {**stuff.stock(m.material), **stuff.glue(m.glue), **stuff.own("shaken", "screw", "blade")}


def grams(m: Firewall, values: Values) -> Array:
    """Plate, glue, what lies beside it, bolts and nuts; the motor is gear."""
    run = LineGroup(edges(m.wide_mm, m.high_mm, m.edges)).length
    plate = m.wide_mm * m.high_mm * m.thickness_mm * values[f"stock.{m.material}.density"] * 1e-6
    density = catalogue().glue[m.glue].density
    beside = {
        "none": 0.0, "fillet": 0.5 * m.beside_mm**2 * density, "cloth": 2 * m.beside_mm * stuff.CLOTH * 1e-3,
        "sticks": m.beside_mm**2 * _BALSA * 1e-3,
    }[m.beside] * run * 1e-3  # fmt: skip
    face = m.wide_mm * m.high_mm if m.seated == "in_front" else run * m.thickness_mm
    glue = stuff.glue_g(m.glue, face, run)
    nuts = m.bolts * stuff.bolt_g(m.bolt_mm, m.thickness_mm + 7.0, nut=m.fixed == "blind_nuts")
    return np.asarray(plate + beside + glue + nuts)


def thrust_line(m: Firewall, g: Ground) -> tuple[float, float | None]:
    """mm of the line of thrust over the balance point, and degrees down at which it would go through it; None where no
    angle that is usual does that.

    Over the balance point the pull turns the nose down, under it up (Etkin and Reid 1996: moments about the centre of
    mass). The line goes through the shaft, before a wing at its leading edge or behind it at its rear one.
    """
    aft, up = g.placed(m.on, m.along_mm, m.shaft_up_mm, m.pusher)
    at, over = g.balances()
    # what points down before the balance point crosses its station higher than the shaft is; so does, behind it, what
    # points down there
    ahead = (at - aft) * (-1.0 if m.pusher else 1.0)
    height = up + math.tan(math.radians(m.down_deg)) * ahead - over
    if ahead < _NEAR:
        return height, None
    level = math.degrees(math.atan((over - up) / ahead))
    return height, level if abs(level) <= _MOST_TILT else None


def _line(m: Firewall, g: Ground) -> Fact:
    """How the nose goes as power comes in."""
    height, level = thrust_line(m, g)
    if abs(height) < _FELT:
        says = "the nose stays about where it is as power comes in."
    else:
        says = f"the nose goes {'down' if height > 0 else 'up'} as power comes in."
        if level is None:
            says += " No usual angle of the motor levels that: move the shaft, or trim."
        else:
            says += f" Pointing {'down' if level >= 0 else 'up'} by about {abs(level):.1f}° it would be level."
    says += " What its stream does to wing and tail is left out."
    return Fact(f"Thrust line {'over' if height >= 0 else 'under'} the balance point", abs(height), "mm", says)


def facts(m: Firewall, g: Ground, values: Values) -> list[Fact]:
    """What the propeller clears, what the motor points to, and how much glue edge is needed."""
    spot = g.spot(m.on, m.along_mm)
    shaft = spot.middle + m.shaft_up_mm  # over the straight line
    radius = 0.5 * g.propeller
    found = []
    if m.on == "body":
        over = shaft - radius - g.bottom
        says = "over the lowest of belly and wheels, the aircraft level."
        if over < _CLEAR and m.propeller_held == "folding":
            says = f"{says} It folds as it lands, with the motor stopped."
        elif over < _CLEAR:
            says = f"{says} It hits the ground in a landing: a folding propeller, wheels, or a higher shaft."
        found.append(
            Fact("Propeller's tip over the ground", over, "mm", says, over < _CLEAR and m.propeller_held == "fixed")
        )
        at = m.along_mm + (m.shaft_mm if m.pusher else -m.shaft_mm)
        if 0.0 < at < g.ends["body"]:
            other = g.spot("body", at)
            room = max(shaft - other.middle - 0.5 * other.height, other.middle - 0.5 * other.height - shaft) - radius
            found.append(Fact("Propeller clears the body by", room, "mm", "blades bend, and the body shakes: "
                              f"{_CLEAR:.0f} mm at least.", room < _CLEAR))  # fmt: skip
    if g.pull > 0:
        found.append(_line(m, g))
    if m.fixed == "wood_screws":
        found.append(Fact("Wood screws", float(stuff.value(values, "shaken")[0]), "",
                          "of their hold is left once they have been shaken for some flights; look at them every day.",
                          True))  # fmt: skip
    _, _, motor = _motor(m, g)
    if motor is None:
        found.append(Fact("Motor", _USUAL_MOTOR * g.weight_g, "g", "taken for it: none is on the list of gear.", True))
    return found


def problems(m: Firewall, g: Ground) -> Iterator[Problem]:
    """A plate larger than the room inside, bolts beside the plate."""
    spot = g.spot(m.on, m.along_mm)
    if m.seated == "inside":
        if spot.wall is None:
            yield Problem(
                ("seated",), "the firewall", "There is no hollow here that it could stand in.", "Glue it on in front.",
            )  # fmt: skip
        for field, size, room in (("wide_mm", m.wide_mm, spot.width), ("high_mm", m.high_mm, spot.height)):
            most = room - 2 * (spot.wall or 0.0)
            if size > most + 0.5:
                yield Problem(
                    (field,), "the firewall", "It is {it}, and there is room for {most} here.", "Take {most} or less.",
                    {"it": Measure(size), "most": Measure(most)},
                )  # fmt: skip
    far = 0.5 * m.circle_mm + m.bolt_mm
    room = min(0.5 * m.wide_mm, 0.5 * m.high_mm - abs(m.shaft_up_mm))
    if far > room:
        yield Problem(
            ("circle_mm",),
            "the circle of bolts",
            "Its bolts stand {far} from the shaft, and the plate ends at {room}.",
            "Take a smaller circle, or a larger plate.",
            {"far": Measure(far), "room": Measure(room)},
        )


def start(g: Ground) -> dict[str, Any] | None:
    """A plate as large as the nose lets it be."""
    motor = g.thing(None, "motor")
    out = max(motor.long + 8.0 if motor else 40.0, 20.0)
    plate = {"thickness_mm": 3.0, "shaft_mm": out}
    if motor is not None and motor.on == "wing" and "body" in g.ends:
        # at its motor, in front of the wing
        return {**plate, "on": "wing", "along_mm": float(round(motor.along)), "seated": "in_front", "wide_mm": 36.0,
                "high_mm": 36.0, "beside": "sticks", "beside_mm": 8.0}  # fmt: skip
    if "body" not in g.ends:
        # a flying wing: on its trailing edge, in the middle
        return {**plate, "on": "wing", "seated": "in_front", "wide_mm": 40.0, "high_mm": 36.0, "beside": "sticks",
                "beside_mm": 8.0, "pusher": True}  # fmt: skip

    def room(x: float) -> float:
        spot = g.spot("body", x)
        return min(spot.width, spot.height) - 2 * (spot.wall or 0.0)

    # a little behind a curved tip, where there is room for a plate
    at = float(next((x for x in range(0, int(min(200.0, g.seat[0])), 5) if room(x) >= _LEAST), 0))
    spot = g.spot("body", at)
    inside = 2 * (spot.wall or 0.0)
    if room(at) < 20.0:
        # a profile: the plate stands out on both sides, with sticks behind it
        return {**plate, "along_mm": at, "seated": "in_front", "wide_mm": 36.0, "high_mm": 40.0, "beside": "sticks",
                "beside_mm": 10.0}  # fmt: skip
    wide, high = (max(10.0, math.floor(min(v - inside, 80.0))) for v in (spot.width, spot.height))
    return {
        **plate, "along_mm": at, "shaft_mm": max(out, at + _BEFORE), "wide_mm": wide, "high_mm": high,
        "circle_mm": max(min(25.0, min(wide, high) - 8.0), 8.0), "seated": "inside" if spot.wall else "in_front",
        "bolt_mm": 3.0 if min(wide, high) >= 22 else 2.0,
    }  # fmt: skip


def drawn(m: Firewall, g: Ground) -> list[Shape]:
    """Seen from the front."""
    spot = g.spot(m.on, m.along_mm)
    beside = m.on == "wing"
    found = [rectangle("foam", 0, 0, 2.5 * m.wide_mm if beside else spot.width, spot.height)]
    if spot.wall is not None:
        found.append(rectangle("hole", 0, 0, spot.width - 2 * spot.wall, spot.height - 2 * spot.wall))
    found.append(rectangle("plate", 0, 0, m.wide_mm, m.high_mm))
    found += [stroke("glue", (a, b), (c, d)) for a, b, c, d in edges(m.wide_mm, m.high_mm, m.edges)]
    found += [ring("metal", x, y + m.shaft_up_mm, m.bolt_mm) for x, y in _bolts(m)]
    found.append(ring("hole", 0, m.shaft_up_mm, 6.0))
    return found


KIND = MountKind(
    model=Firewall,
    label="Firewall",
    good="Holds the motor: plate, glue, bolts, thrust angle.",
    stands_on=("body", "wing"),
    start=start,
    uses=uses,
    ways=ways,
    grams=grams,
    drawn=drawn,
    side="from the front",
    facts=facts,
    problems=problems,
    cautions=(
        "Take the propeller off whenever a battery is near: a motor that starts on the bench cuts to the bone.",
        "Ply dust and glue fumes: mask, and a window open.",
    ),
)
