"""How it is flown: what each way of flying asks of the wing, with the reason. Every figure is editable."""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

from ..model.flight import Flight, Use


@dataclass(frozen=True)
class Preset:
    """What a way of flying asks.

    `load_factor` pulled and `push_factor` pushed, `gust_m_s` sharp-edged, `landing_g` at which a belly
    landing stops it, `throw_g` of a hand throw, `line_g` the pull of a launch line in its own weight.
    """

    use: Use
    label: str
    load_factor: float
    speed_m_s: float
    push_factor: float
    gust_m_s: float
    landing_g: float
    throw_g: float
    line_g: float
    reason: str
    #: pull of the motor over the weight (own estimate, of what people fit)
    pull_g: float
    #: N at the tip of a tail, as it is carried and packed (own estimate)
    handling_N: float = 5.0


PRESETS: dict[str, Preset] = {
    p.use: p
    for p in (
        Preset("trainer", "Trainer: calm turns, rough landings", 4.0, 14.0, 1.5, 4.0, 10.0, 6.0, 0.0, "A steep turn at 60° asks 2 G; gusts and a pull-out the rest. Learners land hard.", 0.8),
        Preset("sport", "Sport: loops and rolls", 6.0, 18.0, 3.0, 4.0, 8.0, 6.0, 0.0, "A tight loop asks 4 to 5 G; a gust comes on top.", 1.0),
        Preset("aerobatic", "Aerobatic: snap turns, pull-outs", 9.0, 22.0, 6.0, 4.0, 8.0, 6.0, 0.0, "Full elevator at speed, both ways up; only lift limits it.", 1.5),
        Preset("close", "Close to obstacles: bumps and scrapes", 7.0, 15.0, 3.0, 5.0, 12.0, 8.0, 0.0, "Sudden pulls to clear, swirls behind obstacles, and knocks when they fail.", 1.4),
        Preset("combat", "Combat: hits and hard pulls", 12.0, 25.0, 6.0, 4.0, 12.0, 8.0, 0.0, "Full pulls at full speed all the time.", 1.5),
        Preset("survey", "Survey: payload, long and level", 4.0, 16.0, 1.5, 6.0, 6.0, 6.0, 0.0, "Gusts at cruise rule, in any weather there is; turns are flat.", 0.7),
        Preset("glider", "Glider on a launch line", 8.0, 20.0, 2.0, 4.0, 5.0, 6.0, 5.0, "The line pulls harder than any turn.", 0.5),
    )
}  # fmt: skip
assert set(PRESETS) == set(get_args(Use))


def asked(flight: Flight, name: str) -> float:
    """A figure as the builder gave it, or as this way of flying asks."""
    own = getattr(flight, name)
    return float(getattr(PRESETS[flight.use], name) if own is None else own)
