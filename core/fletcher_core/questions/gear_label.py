"""Reads gear as it stands on a label: “servo 9 g, 22 x 12 x 23”, “battery 3S 1300, 105 g, 72 x 35 x 22”; and where each
kind usually sits."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from ..catalogue import catalogue
from ..fields import Problem, Refused, explain
from ..geometry import planform
from ..model.airframe import Airframe
from ..model.gear import CALLED, Gear, GearKind
from ..units import MeasureError, System, parse

EXAMPLE = "Type it as on the label: “servo 9 g, 22 x 12 x 23”, “battery 3S 1300, 105 g, 72 x 35 x 22”."

#: word -> kind; the longest found wins
_WORDS: dict[str, GearKind] = {
    "motor": "motor", "engine": "motor", "outrunner": "motor", "propeller": "propeller", "prop": "propeller",
    "battery": "battery", "pack": "battery", "lipo": "battery", "li-ion": "battery", "cell": "battery",
    "speed controller": "speed_controller", "controller": "speed_controller", "esc": "speed_controller",
    "regulator": "speed_controller", "servo": "servo", "receiver": "receiver", "rx": "receiver", "camera": "camera",
    "light": "light", "lights": "light", "led": "light", "wire": "wires", "wires": "wires", "leads": "wires",
    "extension": "wires", "push-rod": "push_rod", "pushrod": "push_rod", "rod": "push_rod", "wheel": "wheel",
    "wheels": "wheel", "undercarriage": "wheel", "pod": "pod", "ballast": "ballast", "lead weight": "ballast",
}  # fmt: skip
_NUMBER = r"\d+(?:[.,]\d+)?|\d*[.,]\d+"
_WEIGHT = re.compile(rf"(?<![\w.])({_NUMBER})\s*(kg|g|gr|grams?|oz|ounces?|lb|lbs)\b", re.IGNORECASE)
_UNIT = r"mm|cm|in|inch|inches|\""
_BOX = re.compile(
    rf"({_NUMBER})\s*({_UNIT})?\s*[x×*]\s*({_NUMBER})\s*({_UNIT})?(?:\s*[x×*]\s*({_NUMBER})\s*({_UNIT})?)?",
    re.IGNORECASE,
)
_COUNT = re.compile(r"^\s*(\d{1,2})\s*(?:x|×|pieces?|pcs?)?\s+(?=[a-z])", re.IGNORECASE)
#: kinds that are bought whole; of the others a word may as well mean a material
_BOUGHT = frozenset({"motor", "propeller", "battery", "speed_controller", "servo", "receiver", "camera", "wheel"})
#: a figure below zero, which nothing on a label is
_BELOW = re.compile(r"(?:^|[\s,])[-−]\d")
#: share by which a label's weight may be off (own estimate)
_LABEL = 0.03
#: the longest label that is read
MOST = 200


def _refuse(text: str, what: str) -> Refused:
    return Refused([Problem(("text",), "label", "“{it}”: {what}", EXAMPLE, {"it": text[:80], "what": what})])


def _kind(text: str) -> GearKind:
    low = text.lower()
    found = [word for word in _WORDS if re.search(rf"(?<![a-z]){re.escape(word)}s?(?![a-z])", low)]
    return _WORDS[max(found, key=len)] if found else "other"


def _size(text: str, kind: GearKind, system: System) -> tuple[float, float, float]:
    box = _BOX.search(text)
    if box is None:
        return catalogue().gear[kind].size
    numbers, units = [box[1], box[3], box[5]], [box[2], box[4], box[6]]
    unit = next((u for u in units if u), None)
    bare = "mm" if system != "inch" else "in"
    try:
        found = [parse(f"{n} {u or unit or bare}", "length", system) for n, u in zip(numbers, units, strict=True) if n]
    except MeasureError as exc:
        raise _refuse(text, f"{exc}.") from exc
    # a battery or a motor is told by its longest side first
    sizes = sorted(found, reverse=True)
    return (sizes[0], sizes[1], sizes[2] if len(sizes) > 2 else sizes[-1])


def usual_place(airframe: Airframe, kind: GearKind, long_mm: float) -> dict[str, Any]:
    """Where a kind usually sits: motor in the nose, battery behind it, servos under the wing, all else before it."""
    body = airframe.parts.body
    if body is None:
        plan = planform(airframe.wing)
        ahead = {"motor": -20.0, "propeller": -30.0, "battery": 10.0, "ballast": 0.0}
        across = ahead.get(kind, 0.35 * float(plan.chord[0]))
        return {"sits_in": "wing", "along_mm": 0.0, "across_mm": across}
    before = body.wing_at_mm
    at = {
        "motor": 0.5 * long_mm, "propeller": -8.0, "ballast": 15.0, "battery": min(0.45 * before, before),
        "speed_controller": 0.6 * before, "receiver": before + 0.5 * body.seat_mm,
        "servo": before + 0.6 * body.seat_mm, "wires": before, "camera": 0.3 * before,
        "push_rod": 0.5 * (before + body.seat_mm + body.half_span_mm), "wheel": before, "light": 0.2 * before,
    }.get(kind, 0.7 * before)  # fmt: skip
    return {"sits_in": "body", "along_mm": round(min(at, body.pod_mm if kind != "push_rod" else body.half_span_mm), 1)}


@dataclass(frozen=True)
class Label:
    """What a label says: a kind, the name it is left with, g of one and mm; `weighed` where a weight stands on it."""

    kind: GearKind
    name: str
    grams: float
    weighed: bool
    long: float
    wide: float
    high: float


def label_of(text: str, system: System = "metric") -> Label:
    """One thing from its label.

    Raises
    ------
    Refused
        Where a weight or a size on it cannot be.
    """
    kind = _kind(text)
    if _BELOW.search(text):
        raise _refuse(text, "a figure on it is below zero.")
    weight = _WEIGHT.search(text)
    try:
        grams = parse(f"{weight[1]} {weight[2]}", "mass", system) if weight else catalogue().gear[kind].grams.typical
    except MeasureError as exc:
        raise _refuse(text, f"{exc}.") from exc
    rest = text.replace(weight[0], " ") if weight else text
    long, wide, high = _size(rest, kind, system)
    name = re.sub(r"\s*,.*$", "", _BOX.sub("", rest)).strip(" ,;")[:60]
    return Label(kind, "" if name.lower() == CALLED[kind] else name, grams, weight is not None, long, wide, high)


def is_gear(text: str) -> bool:
    """Whether a line names something that is bought whole and fitted, and is no material."""
    return _kind(text) in _BOUGHT


def read_gear(text: str, airframe: Airframe, system: System = "metric") -> Gear:
    """One thing from its label, where it usually sits.

    Raises
    ------
    Refused
        Where a weight or a size on it cannot be.
    """
    if len(text) > MOST:
        raise _refuse(text, f"longer than {MOST} letters.")
    if not re.search(r"[^\W\d_]{2,}", text):
        raise _refuse(text, "it does not say what it is.")
    counted = _COUNT.match(text)
    pair = counted is not None and int(counted[1]) == 2
    if counted is not None and int(counted[1]) > 2:
        raise _refuse(text, "more than two of a kind: type each with its own place.")
    label = label_of(text[counted.end() :] if counted else text, system)
    usual = catalogue().gear[label.kind].grams
    # of a label's weight little is off, of a usual one much
    return fitted(label, airframe, system, text, _LABEL if label.weighed else usual.high / usual.typical - 1, pair)


def fitted(
    label: Label, airframe: Airframe, system: System, text: str, off_by: float = _LABEL, pair: bool = False
) -> Gear:
    """A thing where it usually sits; `text` is what is told of it where it cannot be."""
    taken = {one.id for one in (*airframe.gear, *airframe.mounts)}
    kind = label.kind
    ident = next(i for i in (f"{kind}{'' if k == 1 else f'-{k}'}" for k in range(1, 100)) if i not in taken)
    place = usual_place(airframe, kind, label.long)
    if pair:
        place["across_mm"] = place.get("across_mm") or (0.5 * label.wide + 10.0)
    try:
        return Gear(
            id=ident, kind=kind, name=label.name, grams=label.grams, off_by=off_by, long_mm=label.long,
            wide_mm=label.wide, high_mm=label.high, held=catalogue().gear[kind].held, slides=kind == "battery",
            both_sides=pair, **place,
        )  # fmt: skip
    except ValidationError as exc:
        first = explain(exc, Gear, system)[0]
        raise _refuse(text, f"{first['label']}: {first['what']}") from exc
