"""How it is flown: what each way of flying asks of the wing, with the reason. Every figure is editable."""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

from ..model.airframe import Use


@dataclass(frozen=True)
class Preset:
    use: Use
    label: str
    load_factor: float
    speed_m_s: float
    reason: str


PRESETS: dict[str, Preset] = {
    p.use: p
    for p in (
        Preset("trainer", "Trainer: calm turns, rough landings", 4.0, 14.0, "A steep turn at 60° asks 2 g; gusts and a pull-out the rest."),
        Preset("sport", "Sport: loops and rolls", 6.0, 18.0, "A tight loop asks 4 to 5 g; a gust comes on top."),
        Preset("aerobatic", "Aerobatic: snap turns, pull-outs", 9.0, 22.0, "Full elevator at speed; only lift limits it."),
        Preset("close", "Close to obstacles: bumps and scrapes", 7.0, 15.0, "Sudden pulls to clear, and knocks when they fail."),
        Preset("combat", "Combat: hits and hard pulls", 12.0, 25.0, "Full pulls at full speed all the time."),
        Preset("survey", "Survey: payload, long and level", 4.0, 16.0, "Gusts at cruise rule; turns are flat."),
        Preset("glider", "Glider on a launch line", 8.0, 20.0, "The line pulls harder than any turn."),
    )
}  # fmt: skip
assert set(PRESETS) == set(get_args(Use))
