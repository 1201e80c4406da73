"""A servo's seat: what takes its push when it stalls."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import catalogue
from ..fields import measure
from . import stuff
from .base import MountBase, StandsOn, choice, glue_field
from .ground import NEWTONS, Ground, Servo, Thing
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle, stroke

Array = NDArray[np.float64]

#: of a servo, where none is on the list: g, long, wide, high in mm, N mm, mm of arm
_USUAL = Thing("", "servo", "servo", 9.0, 23.0, 12.0, 23.0, 0.0, 0.0)
_PUSH = Servo("", "", 120.0, 10.0, 15.0, 20.0)
#: mm that its arm stands over its lugs (own estimate)
_ARM_OVER = 8.0
#: of the depth of its pocket, at which its walls hold it against tipping (own estimate)
_DEEP = 0.8

#: hold of a tight pocket's walls against being pulled out, over foam pressed in (own estimate)
_GRIPS = 0.1
#: mm of the ply that a servo is screwed to (own estimate)
_PLY = 40.0, 20.0


class ServoSeat(MountBase):
    """A servo in a pocket, glued, taped, or screwed to a plate."""

    kind: Literal["servo_seat"] = "servo_seat"
    on: StandsOn = Field("wing", json_schema_extra={"label": "on"})
    holds: str | None = Field(None, max_length=40, json_schema_extra={"label": "holds"})
    moves: str = Field("aileron", max_length=20, json_schema_extra={"label": "it moves the"})
    held: Literal["pocket", "glued", "taped", "screwed"] = choice(
        "held in its seat", "glued", pocket="a tight pocket alone", glued="glue", taped="tape", screwed="screws in ply"
    )
    deep_mm: float = measure("depth of its pocket", "size", 0.0, 60.0, 10.0)
    glue: str = glue_field("hot_melt_low")
    plate_mm: float = measure("thickness of the plate it is screwed to", "size", 1.0, 8.0, 2.0)
    screw_mm: float = measure("diameter of its screws", "size", 1.0, 4.0, 2.0)


def _servo(m: ServoSeat, g: Ground) -> tuple[Thing, Servo]:
    thing = g.thing(m.holds) or next((t for t in g.things if t.kind == "servo" and t.on == m.on), None)
    return thing or _USUAL, next((s for s in g.servos if s.surface == m.moves), _PUSH)


def ways(m: ServoSeat, g: Ground, values: Values) -> list[Way]:
    """Its push along the rod turns it in its seat; a landing pulls it out."""
    thing, servo = _servo(m, g)
    push, high = servo.push, thing.high
    lever = max(0.5 * high + _ARM_OVER - 0.5 * m.deep_mm, 1.0)
    turn = push * lever
    base = [
        Line("Push when it stalls", push, "N", "torque / arm"),
        Line("Over the middle of its seat", lever, "mm", "half its height + arm − half the pocket"),
    ]
    found = []
    holds = (
        stuff.bond(values, g, m.on, m.glue)
        if m.held == "glued"
        else values["control.tape_shear.factor"] * stuff.value(values, "covered")
    )
    deep, long, wide = max(min(m.deep_mm, high), 1e-3), thing.long, thing.wide
    if m.held == "screwed":
        screws = 2
        pull = turn / long + push / screws
        stands, shaken = stuff.shaken_screw(values, "birch_ply", m.screw_mm, m.plate_mm)
        found.append(
            Way(
                "screws",
                "its screws pull out of the plate",
                "the servo stalls",
                1.0,
                "times",
                pull,
                stands,
                "N",
                [
                    *base,
                    Line("On one screw", pull, "N", "push × lever / length + half the push"),
                    shaken,
                ],
                "A thicker plate, or a drop of thin glue in its holes before the screws.",
            )
        )
    elif m.held == "pocket":
        # its corners press into the pocket's walls: above on one side, below on the other
        acts = turn / (wide * deep**2 / 4) + push / (wide * deep)
        found.append(
            Way("pocket", "it works its pocket wide", "the servo stalls", 1.0, "times", acts,
                stuff.foam_under(values, m.on), "MPa",
                [*base, Line("Pressed at the corners", acts, "MPa", "4 M / (b s²) + F / (b s)")],
                "Glue or tape it too, or line the pocket with thin ply.")
        )  # fmt: skip
    else:
        area = long * wide
        walls = 2 * deep * (long + wide)
        # base and walls slide; its tipping is pulled off its base
        slides = push / (area + walls) + turn / (area * long / 6 + walls * _DEEP * deep)
        found.append(
            Way(
                "seat",
                "its glue lets go" if m.held == "glued" else "its tape creeps",
                "the servo stalls",
                1.0,
                "times",
                slides,
                holds,
                "MPa",
                [
                    *base,
                    Line("Base and walls that are held", area + walls, "mm²"),
                    Line(
                        "Stress",
                        slides,
                        "MPa",
                        "F / A + M / (base × l / 6 + walls × 0.8 s)",
                        "own estimate of how it is shared",
                    ),
                ],
                "A deeper pocket, or glue that keys into foam."
                if m.held == "glued"
                else "Glue, or a frame: tape creeps under small steady pulls, in the sun first.",
            )
        )
    weight = g.landing * thing.one * NEWTONS
    if g.landing > 0 and m.held != "screwed":
        area = long * wide + 2 * deep * (long + wide) * (0.5 if m.held == "pocket" else 1.0)
        grip = _GRIPS * stuff.foam_under(values, m.on) if m.held == "pocket" else holds
        found.append(
            Way("flies_out", "it comes out of its seat", "a landing", g.landing, "G", weight / area, grip, "MPa",
                [Line("Servo", thing.one, "g"), Line("Held face", area, "mm²")], "A strip of tape across it.")
        )  # fmt: skip
    return found


def uses(m: ServoSeat) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock("birch_ply"), **stuff.glue(m.glue), **stuff.own("shaken", "screw", "pressed_edge"),
        "control.tape_shear.factor": catalogue().control["tape_shear"].factor,
    }  # fmt: skip


def grams(m: ServoSeat, values: Values) -> Array:
    """Glue, plate, screws; the servo is gear."""
    if m.held == "screwed":
        plate = _PLY[0] * _PLY[1] * m.plate_mm * values["stock.birch_ply.density"] * 1e-6
        return np.asarray(plate + 2 * stuff.bolt_g(m.screw_mm, 8.0, nut=False))
    each = {"pocket": 0.0, "taped": 0.2, "glued": stuff.glue_g(m.glue, 600.0, 60.0)}[m.held]
    return np.asarray(each + 0 * values["core.shear"])


def facts(m: ServoSeat, g: Ground, values: Values) -> list[Fact]:
    """What a pocket costs is told on the bench."""
    if m.on == "wing" and m.deep_mm > 0:
        return [
            Fact(
                "Its pocket",
                m.deep_mm,
                "mm",
                "deep cuts what lies there: lay a pocket on the bench, and see what the wing loses.",
            )
        ]
    return []


def start(g: Ground) -> dict[str, Any] | None:
    """For the first servo that something moves."""
    if not g.servos:
        return None
    servo = g.servos[0]
    thing = next((t for t in g.things if t.kind == "servo" and t.on == servo.part), None)
    return {
        "on": servo.part,
        "moves": servo.surface,
        "holds": thing.id if thing else None,
        "along_mm": round(max(thing.along, 0.0)) if thing else 60.0,
        "deep_mm": min(10.0, thing.high) if thing else 10.0,
    }


def drawn(m: ServoSeat, g: Ground) -> list[Shape]:
    """From the side, in its pocket."""
    thing, servo = _servo(m, g)
    deep = min(m.deep_mm, thing.high)
    y = 0.5 * thing.high - deep
    found = [rectangle("foam", 0, -12, thing.long + 60, 24), rectangle("hole", 0, -0.5 * deep, thing.long + 1, deep)]
    if m.held == "screwed":
        found.append(rectangle("plate", 0, 0.5 * m.plate_mm, _PLY[0], m.plate_mm))
        y = 0.0
    found.append(rectangle("thing", 0, y, thing.long, thing.high))
    if m.held in ("glued", "taped"):
        found.append(stroke("glue", (-0.5 * thing.long, 0), (-0.5 * thing.long, -deep), (0.5 * thing.long, -deep),
                            (0.5 * thing.long, 0)))  # fmt: skip
    top = y + 0.5 * thing.high
    found.append(stroke("metal", (0.3 * thing.long, top), (0.3 * thing.long, top + servo.arm), (60, top + servo.arm)))
    return found


KIND = MountKind(
    model=ServoSeat, label="Servo's seat", good="Pocket, glue, tape or screws: what takes a servo's push.",
    stands_on=("wing", "body", "tailplane", "fin"), start=start, uses=uses, ways=ways, grams=grams, drawn=drawn,
    side="from the side", facts=facts,
)  # fmt: skip
