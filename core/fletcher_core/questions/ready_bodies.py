"""Ready shapes of bodies, sized to the wing: each as it comes from the usual one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

from ..catalogue import catalogue
from ..kinds.tube import DIAMETERS
from ..model import Airframe, Body, BodyStation, BodyWalls, Boom, Core, ProfileBody
from .suggestions import usual_body

Shape = Literal["box", "pod", "profile", "glider"]

_FOAM, _PLANKS, _FOLDS = "epp30", "xps33", "foamboard_light"
#: mm of tail boom for each mm of its diameter (own estimate, of what people fly)
_SLENDER = 45.0
#: mm from which one board on edge is whippy (own estimate)
_LONG = 650.0


@dataclass(frozen=True)
class Ready:
    """A shape: what it is called, and what it makes of a usual body."""

    label: str
    make: Callable[[Body], Body]


def _with(body: Body, **changes: object) -> Body:
    return Body.model_validate(body.model_dump() | changes)


def _rounded(body: Body, by: float) -> list[BodyStation]:
    return [s.model_copy(update={"roundness": by}) for s in body.stations]


def _pod(body: Body) -> Body:
    """A pod of foam as far as a little behind the wing, and a tube."""
    seat, end = body.wing_at_mm + body.seat_mm, body.stations[-1].x_mm
    pod = round(min(seat + 0.12 * end, end - 60.0))
    last = next(s for s in reversed(body.stations) if s.x_mm < pod)
    closes = {"x_mm": pod, "width_mm": round(0.65 * last.width_mm), "height_mm": round(0.65 * last.height_mm)}
    stations = [s for s in _rounded(body, 0.5) if s.x_mm < pod - 10] + [
        last.model_copy(update={**closes, "roundness": 0.5})
    ]
    outer, inner = min(DIAMETERS, key=lambda size: abs(size[0] - (end - pod) / _SLENDER))
    boom = Boom(outer_mm=outer, inner_mm=inner, starts_mm=round(max(0.0, pod - 0.15 * end)), ends_mm=end)
    return _with(
        body, stations=[s.model_dump() for s in stations], core=Core(material=_FOAM).model_dump(),
        walls=BodyWalls(sheet_mm=8.0).model_dump(), boom=boom.model_dump(), left_out=[],
    )  # fmt: skip


def _profile(body: Body) -> Body:
    """One board on edge, two where it is long."""
    board = catalogue().board.get(body.core.material)
    core = body.core if board is not None and board.paper_faced else Core(material=_FOLDS)
    thick = catalogue().board[core.material].thickness.typical * (2 if body.stations[-1].x_mm > _LONG else 1)
    return _with(body, core=core.model_dump(), walls=ProfileBody(thickness_mm=thick).model_dump(), left_out=[])


def _glider(body: Body) -> Body:
    """A round shell of planks, slim behind the wing."""
    slim = {0: 1.0, len(body.stations) - 1: 0.85}
    stations = [
        s.model_copy(update={"width_mm": round(slim.get(k, 1.0) * s.width_mm), "roundness": 1.0})
        for k, s in enumerate(body.stations)
    ]
    return _with(
        body, stations=[s.model_dump() for s in stations], core=Core(material=_PLANKS).model_dump(),
        walls=BodyWalls(sheet_mm=4.0, planks=16).model_dump(), left_out=[],
    )  # fmt: skip


READY: Mapping[Shape, Ready] = {
    "box": Ready("trainer box", lambda body: body),
    "pod": Ready("pod and boom", _pod),
    "profile": Ready("flat profile", _profile),
    "glider": Ready("round, of planks", _glider),
}


def ready_body(airframe: Airframe, shape: Shape) -> Body:
    """A body of a ready shape, sized to the wing, with the tails where they are."""
    return READY[shape].make(usual_body(airframe))
