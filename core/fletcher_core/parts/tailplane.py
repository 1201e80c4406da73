"""The tailplane: it balances the wing, and turns the nose."""

import math

from ..geometry import Planform
from ..loads import Setting
from ..loads.cases import balance, control, handling, tail_landing
from ..model.airframe import Airframe
from ..model.part import Part
from ..model.parts import Tailplane
from .kind import PartKind, common


def _setting(airframe: Airframe, part: Part, plan: Planform, flying_g: float, carrier: Planform) -> Setting:
    assert isinstance(part, Tailplane)
    up = math.cos(math.radians(part.tilt_deg))
    return common(airframe, part, plan, flying_g, carrier, arm_mm=part.arm_mm, halves_up=up)


TAILPLANE = PartKind(
    name="tailplane",
    label="Tailplane",
    half="half tailplane",
    cases=(balance.case, control.elevator, tail_landing.flat, handling.case),
    setting=_setting,
    usual_end=0.9,
    surfaces={"elevator": "elevator"},
)
