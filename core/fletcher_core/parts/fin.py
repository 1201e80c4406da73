"""The fin: it holds the tail straight, and swings it."""

from ..geometry import Planform
from ..loads import Setting
from ..loads.cases import control, handling, tail_landing
from ..model.airframe import Airframe
from ..model.part import Part
from ..model.parts import Fin
from .kind import PartKind, common


def _setting(airframe: Airframe, part: Part, plan: Planform, flying_g: float, carrier: Planform) -> Setting:
    assert isinstance(part, Fin)
    return common(airframe, part, plan, flying_g, carrier, arm_mm=part.arm_mm)


FIN = PartKind(
    name="fin",
    label="Fin",
    half="fin",
    cases=(control.rudder, handling.case, tail_landing.upright),
    setting=_setting,
    away="up",
    usual_end=0.9,
    surfaces={"rudder": "rudder"},
)
