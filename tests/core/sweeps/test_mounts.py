"""More of what holds a mount never holds less."""

from __future__ import annotations

import itertools
import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.mounts import MOUNT_KINDS
from fletcher_core.questions import mounts as questions
from fletcher_core.questions.mounts import ground_of

from tests.core.repairs.made import aircraft

#: counts of what holds; of bands more pull, too, and break what they pull at
_HOLD = ("posts", "bolts", "pegs", "saddles", "bolted", "screws")


def _ground(name: str) -> Any:
    file = aircraft(name)
    return ground_of(file.airframe, [file.shown(part) for part in file.airframe.parts.there()])


def least(kind: Any, mount: Any, ground: Any) -> float | None:
    """The least reserve of all ways, at typical figures; None where it cannot be."""
    if list(kind.problems(mount, ground)):
        return None
    _, values = questions._values(mount, ground)
    return min((float(np.median(w.reserve)) for w in kind.ways(mount, ground, values)), default=None)


@pytest.mark.parametrize("name", ["sanderling", "dunlin", "turnstone"])
@pytest.mark.parametrize("kind", MOUNT_KINDS)
def test_one_more_never_lowers_a_reserve(kind: str, name: str) -> None:
    known, ground = MOUNT_KINDS[kind], _ground(name)
    sizes = known.start(ground)
    if sizes is None:
        return
    usual = known.model.model_validate({"id": "m", **sizes})
    for field, info in known.model.model_fields.items():
        if field not in _HOLD or info.annotation is not int:
            continue
        low, high = (next(getattr(m, a) for m in info.metadata if hasattr(m, a)) for a in ("ge", "le"))
        # the first peg takes a share of the lift off the bolts and is a new thing that may break
        counts = range(max(low, 1), high + 1)
        found = [least(known, usual.model_copy(update={field: n}), ground) for n in counts]
        told = [f for f in found if f is not None]
        assert all(b >= a * (1 - 1e-9) for a, b in itertools.pairwise(told)), (field, told)


def test_bolts_without_pegs_are_in_balance_with_the_lift() -> None:
    """Moments about the end of the seat: T (1 - b) = L (1 - 1/4) where they stand behind the lift."""
    from fletcher_core.mounts.wing_bolts import WingBolts, _shares

    ground = _ground("dunlin")
    lift = ground.limit * ground.lifted
    for b in np.linspace(0.3, 0.95, 14):
        on_bolts, on_pegs = _shares(WingBolts(id="m", pegs=0, bolts_at=float(b)), ground)
        assert on_pegs == 0
        assert on_bolts * (1 - b) == pytest.approx(lift * 0.75)
        assert on_bolts >= lift


def test_the_wire_is_twisted_by_the_push_aft() -> None:
    """Against von Mises of a bar bent both ways and twisted."""
    from fletcher_core.mounts.gear_plate import GearPlate, ways

    ground = _ground("dunlin")
    legs = GearPlate(id="m", on="body", leg_mm=100.0, splay_deg=40.0)
    _, values = questions._values(legs, ground)
    wire = next(w for w in ways(legs, ground, values) if w.id == "wire")
    up = next(line.number for line in wire.steps if line.unit == "N" and "up" in line.label.lower())
    aft = next(line.number for line in wire.steps if line.label == "Aft")
    out, down = (100.0 * f(math.radians(40.0)) for f in (math.sin, math.cos))
    bent = math.hypot(0.5 * up * out, 0.5 * aft * down)
    by_hand = math.sqrt(bent**2 + 0.75 * (0.5 * aft * out) ** 2) / (math.pi * legs.wire_mm**3 / 32)
    assert float(np.asarray(wire.acts)[0]) == pytest.approx(by_hand, rel=1e-6)
    assert by_hand > bent / (math.pi * legs.wire_mm**3 / 32)


def test_a_bore_that_leaves_no_wall_is_refused() -> None:
    from fletcher_core.mounts.strut import Strut, problems

    ground = _ground("dunlin")
    assert [p.where for p in problems(Strut(id="m", rod_mm=4.0, inner_mm=4.0), ground)] == [("inner_mm",)]
    assert not list(problems(Strut(id="m", rod_mm=4.0, inner_mm=3.0), ground))


def test_a_motor_on_a_wing_stands_out_by_its_own_length() -> None:
    """Wherever along the span its plate is: what counts is how far it stands before the plate."""
    from dataclasses import replace

    from fletcher_core.mounts.firewall import Firewall, _motor
    from fletcher_core.mounts.ground import Thing

    ground = _ground("dunlin")
    motor = Thing("motor", "motor", "motor", 60.0, 30.0, 28.0, 28.0, 200.0, 0.0, on="wing")
    ground = replace(ground, things=[motor])
    out = [_motor(Firewall(id="m", on="wing", along_mm=float(at)), ground)[1] for at in np.linspace(0, 400, 9)]
    assert out == pytest.approx([15.0] * 9)
