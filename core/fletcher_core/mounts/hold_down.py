"""What holds a battery or another heavy thing where it lies: strap, hook and loop tape, bands."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..fields import Problem, measure
from . import stuff
from .base import MountBase, choice
from .ground import NEWTONS, Ground, Thing
from .kind import Fact, Line, MountKind, Shape, Values, Way, rectangle

Array = NDArray[np.float64]

#: of the aircraft's weight, a battery that is not on the list of gear (own estimate)
_USUAL = 0.2
#: mm of foam or ply that a strap bears on round an edge (own estimate)
_EDGE = 4.0


class HoldDown(MountBase):
    """One thing on its tray or in its bay."""

    kind: Literal["hold_down"] = "hold_down"
    holds: str | None = Field(None, max_length=40, json_schema_extra={"label": "holds"})
    straps: int = Field(1, ge=0, le=4, json_schema_extra={"label": "straps round it", "quantity": "number"})
    strap_mm: float = measure("width of a strap", "length", 5.0, 60.0, 20.0)
    through: Literal["foam", "ply"] = choice("straps go through", "ply", foam="foam", ply="slots in ply")
    tape_long_mm: float = measure("hook and loop tape under it, length", "length", 0.0, 300.0, 50.0)
    tape_wide_mm: float = measure("hook and loop tape under it, width", "length", 0.0, 100.0, 20.0)
    stop: bool = Field(False, json_schema_extra={"label": "something solid stands before it"})


def _held(m: HoldDown, g: Ground) -> Thing:
    found = g.thing(m.holds, "battery")
    return found or Thing("", "battery", "battery", _USUAL * g.weight_g, 72.0, 35.0, 22.0, m.along_mm, 0.0)


def _straps(m: HoldDown, values: Values) -> Array:
    """N that all straps stand upwards: both their sides, or what they go through."""
    own = stuff.value(values, "strap") * m.strap_mm
    bears = (
        m.strap_mm
        * _EDGE
        * (stuff.foam_under(values) if m.through == "foam" else values["stock.birch_ply.compression"])
    )
    return np.asarray(2 * m.straps * np.minimum(own, bears))


def _along(m: HoldDown, values: Values) -> tuple[Array, Array]:
    """N that hold it along: all of it, and what the straps rub."""
    rubbed = 2 * m.straps * stuff.value(values, "tightened") * stuff.value(values, "rubbed")
    return m.tape_long_mm * m.tape_wide_mm * stuff.value(values, "hook_tape") + rubbed, rubbed


def ways(m: HoldDown, g: Ground, values: Values) -> list[Way]:
    """It slides forward in a landing and backward in a throw, and comes off its place pushed down."""
    thing = _held(m, g)
    weight, area = thing.grams * NEWTONS, m.tape_long_mm * m.tape_wide_mm
    along, rubbed = _along(m, values)
    off = area * stuff.value(values, "hook_pull") + _straps(m, values)
    steps = [
        Line(f"The {thing.called}", weight, "N", "weight at 1 G"),
        Line("Hook and loop tape", area, "mm²", "length × width"),
    ]
    found = []
    for case, factor, way in (("a landing", g.landing, "forward"), ("a hand throw", g.throw, "back")):
        if factor <= 0 or (m.stop and way == "forward"):
            continue
        found.append(
            Way(f"slides_{way}", f"the {thing.called} slides {way}", case, factor, "G", factor * weight, along, "N",
                [*steps, Line("Straps rub with", float(rubbed[0]), "N", "two sides × how tight × friction"),
                 Line("Holds along", float(along[0]), "N", "tape's shear × area + straps")],
                "Hook and loop tape under it, or something solid before it.")
        )  # fmt: skip
    factor = max(g.push, 1.0)
    found.append(
        Way("comes_off", f"the {thing.called} comes off its place", "pushed down", factor, "G", factor * weight, off,
            "N", [*steps, Line("Holds down", float(off[0]), "N", "tape's pull × area + straps")],
            "A strap right round it, through ply.")
    )  # fmt: skip
    return found


def uses(m: HoldDown) -> dict[str, Any]:
    """Figures of the catalogue that it rests on."""
    return {
        **stuff.stock("birch_ply"),
        **stuff.own("strap", "tightened", "rubbed", "hook_tape", "hook_pull", "pressed_edge"),
    }  # fmt: skip


#: g/m2 of hook and loop tape, both halves with their adhesive; g/mm of a strap for each mm of its width (own estimates)
_TAPE, _STRAP = 900.0, 0.0004


def grams(m: HoldDown, values: Values) -> Array:
    """Straps and tape."""
    straps = m.straps * _STRAP * m.strap_mm * 220.0
    return np.asarray(straps + m.tape_long_mm * m.tape_wide_mm * _TAPE * 1e-6 + 0 * values["core.shear"])


def facts(m: HoldDown, g: Ground, values: Values) -> list[Fact]:
    """At how many G it slides."""
    thing = _held(m, g)
    weight = thing.grams * NEWTONS
    along, _ = _along(m, values)
    says = "then it goes forward: into the firewall, or out through the nose"
    found = [Fact("Held along up to", float(np.median(along)) / weight, "G", f"{says}.")]
    if m.straps == 0 and m.tape_long_mm * m.tape_wide_mm == 0:
        found.append(Fact("Held by", 0.0, "", "nothing: it lies loose.", True))
    return found


def problems(m: HoldDown, g: Ground) -> Iterator[Problem]:
    """What it holds has to be there."""
    if m.holds is not None and g.thing(m.holds) is None:
        yield Problem(
            ("holds",), "what it holds", "What it holds is not on the list of gear any more.",
            "Choose something that is, or put it back on the balance page.",
        )  # fmt: skip


def start(g: Ground) -> dict[str, Any] | None:
    """Under the battery."""
    battery = g.thing(None, "battery")
    on = "body" if "body" in g.ends else "wing"
    if battery is None or battery.on != on:
        return {"on": on, "along_mm": round(0.5 * g.seat[0]) if on == "body" else 0.0}
    return {
        "on": on,
        "along_mm": round(max(battery.along, 0.0)),
        "holds": battery.id,
        "tape_long_mm": float(math.floor(0.8 * battery.long)),
        "tape_wide_mm": min(20.0, float(math.floor(battery.wide))),
    }


def drawn(m: HoldDown, g: Ground) -> list[Shape]:
    """From the side, nose on the left."""
    thing = _held(m, g)
    found = [rectangle("foam", 0, -0.5 * thing.high - 8, thing.long + 80, 12)]
    if m.tape_long_mm * m.tape_wide_mm > 0:
        found.append(rectangle("glue", 0, -0.5 * thing.high - 1, min(m.tape_long_mm, thing.long), 2.5))
    found.append(rectangle("thing", 0, 0.5, thing.long, thing.high))
    for k in range(m.straps):
        x = ((k + 1) / (m.straps + 1) - 0.5) * thing.long
        found.append(rectangle("band", x, -2, m.strap_mm, thing.high + 8))
    if m.stop:
        found.append(rectangle("plate", -0.5 * thing.long - 4, -2, 4, thing.high + 8))
    return found


KIND = MountKind(
    model=HoldDown, label="Battery's hold", good="Strap and tape: what keeps the heaviest thing where it lies.",
    stands_on=("body", "wing"), start=start, uses=uses, ways=ways, grams=grams, drawn=drawn, side="from the side",
    facts=facts, problems=problems,
    cautions=("A battery that was hit may burn hours later: outside, on stone, away from all that burns.",),
)  # fmt: skip
