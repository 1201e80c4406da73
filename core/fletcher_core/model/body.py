"""The body: its outline by stations from nose to tail, its walls, what is left open, what it carries where."""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from typing import ClassVar, Literal, Self

import numpy as np
from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import Described, fault, measure
from ..units import Measure
from .aerofoil import BodyMade, BodyWalls, PlateSection, SolidBody
from .boom import Boom
from .core import Core, whole_boards, woods
from .panel import Joint, Panel
from .part import Part
from .seat import Seat
from .surface import ControlSurface
from .targets import Targets


class BodyStation(Described):
    """The outline at one place, over all."""

    x_mm: float = measure("behind the nose", "length", 0.0, 2500.0, 0.0)
    width_mm: float = measure("width", "length", 8.0, 600.0, 60.0)
    height_mm: float = measure("height", "length", 8.0, 800.0, 80.0)
    middle_mm: float = measure("its middle, over a straight line", "length", -400.0, 400.0, 0.0)
    roundness: float = measure("how round: 0 a box, 100 % an ellipse", "percent", 0.0, 1.0, 0.0)
    #: how the body is joined where it is in two here
    joint: Joint | None = Field(None, json_schema_extra={"label": "in two here"})


class LeftOut(Described):
    """A wall that is not there over a stretch: the bottom behind the wing, a hatch, the wing's slot."""

    side: Literal["top", "bottom", "left", "right"] = Field("bottom", json_schema_extra={"label": "wall"})
    x_from_mm: float = measure("starts, behind the nose", "length", 0.0, 2500.0, 300.0)
    x_to_mm: float = measure("ends, behind the nose", "length", 1.0, 2500.0, 600.0)
    corner_mm: float = measure("radius of its corners", "length", 0.0, 100.0, 5.0)
    width_mm: float | None = measure("width of the opening", "length", 3.0, 600.0, None)

    @model_validator(mode="after")
    def _runs_back(self) -> LeftOut:
        if self.x_to_mm <= self.x_from_mm:
            raise fault(
                "x_to_mm", "It starts at {start} and ends at {end}.", "It should end behind where it starts.",
                start=Measure(self.x_from_mm), end=Measure(self.x_to_mm),
            )  # fmt: skip
        return self


#: mm of body over which a wheel, a skid, a hook or what is carried pushes at least (own estimate)
FOOT_MM = 20.0
#: mm of a boom that lie in its pod at least, and behind it (own choice)
_HELD = 10.0
#: mm over which a drawing goes from a pod to its boom (own choice)
_STEPS_IN = 1.0
#: two stations nearer to each other than this are one place, mm (own choice)
_APART = 5.0
#: shares of a curved nose's length at which it is drawn, and mm of its tip at least (own choice)
_CURVE, _TIP = (0.0, 0.02, 0.08, 0.2, 0.45, 0.7, 1.0), 8.0


def _stretch(long: float, wide: float, then: float, back: float, joint: Joint | None = None) -> Panel:
    return Panel.model_construct(
        span_mm=long, root_chord_mm=wide, tip_chord_mm=then, sweep_mm=back, dihedral_deg=0.0, joint=joint or Joint()
    )


#: ways to join that a hollow body has something to hold: there is no foam for a bar to lie in
_OF_WALLS = ("through", "butt", "brace")


class Body(Part):
    """A box or shell of walls, boards on edge, or a solid piece of foam, from nose to tail, held at the wing."""

    SURFACES: ClassVar[tuple[str, ...]] = ()
    TURNS: ClassVar[str] = ""

    stations: list[BodyStation] = Field(
        default_factory=lambda: [
            BodyStation(x_mm=0.0, width_mm=45.0, height_mm=50.0),
            BodyStation(x_mm=180.0, width_mm=60.0, height_mm=75.0),
            BodyStation(x_mm=380.0, width_mm=60.0, height_mm=75.0),
            BodyStation(x_mm=850.0, width_mm=30.0, height_mm=35.0),
        ],
        min_length=2, max_length=12, json_schema_extra={"label": "stations"},
    )  # fmt: skip
    #: over how much of its length the nose closes in a curve; 0: it is cut off square
    nose_mm: float = measure("the nose closes in a curve, over", "length", 0.0, 600.0, 0.0)
    walls: BodyMade = Field(default_factory=BodyWalls)
    left_out: list[LeftOut] = Field(default_factory=list, max_length=6, json_schema_extra={"label": "walls left out"})
    core: Core = Field(default_factory=lambda: Core(material="foamboard_light"))
    #: what carries the tail from where the stations end
    boom: Boom | None = Field(None, json_schema_extra={"label": "boom"})
    #: where the wing's leading edge meets it, and how long it sits there
    wing_at_mm: float = measure("wing's leading edge, behind the nose", "length", 10.0, 2400.0, 190.0)
    seat_mm: float = measure("length of the wing's seat", "length", 10.0, 1200.0, 180.0)
    propeller_mm: float | None = measure("diameter of the propeller", "length", 30.0, 800.0, None)
    wheel_mm: float | None = measure("nose wheel or skid, behind the nose", "length", 0.0, 2400.0, None)
    hook_mm: float | None = measure("hook for a launch line, behind the nose", "length", 0.0, 2400.0, None)
    targets: Targets = Field(default_factory=Targets)

    @property
    def copies(self) -> int:
        return 1

    @property
    def on_edge(self) -> bool:
        """Whether its sections are told from top to bottom: it is a plate that is seen from the side."""
        return isinstance(self.walls, PlateSection)

    @property
    def outline(self) -> list[BodyStation]:
        """Its stations, and those of a nose that closes as a quarter of an ellipse, to what walls leave of its tip."""
        long = self.nose_mm
        if long <= 0:
            return self.stations
        at = [s.x_mm for s in self.stations]

        def between(x: float, field: str) -> float:
            return float(np.interp(x, at, [getattr(s, field) for s in self.stations]))

        def here(x: float) -> BodyStation:
            closes = (1 - (1 - min(x / long, 1.0)) ** 2) ** 0.5
            wide, high = (between(x, f) for f in ("width_mm", "height_mm"))
            return BodyStation.model_construct(
                x_mm=x, width_mm=max(closes * wide, min(wide, self._tip_mm)),
                height_mm=max(closes * high, min(high, self._tip_mm)), middle_mm=between(x, "middle_mm"),
                roundness=between(x, "roundness"), joint=None,
            )  # fmt: skip

        own = {s.x_mm: s for s in self.stations if s.x_mm > long - _APART}
        inside = {s.x_mm for s in self.stations if s.x_mm <= long - _APART}
        curve = {share * long for share in _CURVE}
        away = {x for x in curve if all(abs(x - other) >= 1.0 for other in (*own, *inside))}
        return [own.get(x) or here(x) for x in sorted({*own, *inside, *away})]

    @property
    def _tip_mm(self) -> float:
        """Of a nose that is closed: two walls and a little, or what is left of solid foam."""
        if not isinstance(self.walls, BodyWalls):
            return _TIP
        board = catalogue().board.get(self.core.material)
        return max(_TIP, 2 * (self.walls.sheet_mm if board is None else board.thickness.typical) + 2.0)

    @property
    def panels(self) -> list[Panel]:
        """Stretches between stations: their length, and the width at both ends, about a straight middle; on edge the
        height, downwards from the top."""

        def across(s: BodyStation) -> tuple[float, float]:
            return (s.height_mm, -s.middle_mm - 0.5 * s.height_mm) if self.on_edge else (s.width_mm, -0.5 * s.width_mm)

        found = []
        for a, b in itertools.pairwise(self.outline):
            (wide, from_a), (then, from_b) = across(a), across(b)
            found.append(_stretch(b.x_mm - a.x_mm, wide, then, from_b - from_a, a.joint))
        if self.boom is not None:
            wide, start = across(self.stations[-1])
            own = self.boom.outer_mm if self.on_edge else self.boom.width_mm
            ends = -self.boom.middle_mm - 0.5 * own if self.on_edge else -0.5 * own
            found.append(_stretch(_STEPS_IN, wide, own, ends - start))
            found.append(_stretch(self.boom.ends_mm - self.pod_mm - _STEPS_IN, own, own, 0.0))
        return found

    @property
    def aerofoil(self) -> BodyMade:
        return self.walls

    @property
    def seat(self) -> Seat:
        return Seat(width_mm=min(200.0, self.seat_mm))

    @property
    def surfaces(self) -> Mapping[str, ControlSurface]:
        return {}

    @property
    def held_mm(self) -> float:
        """The middle of the wing's seat."""
        return self.wing_at_mm + 0.5 * self.seat_mm

    @property
    def changes_mm(self) -> Sequence[float]:
        seat: tuple[float, ...] = (self.wing_at_mm, self.held_mm, self.wing_at_mm + self.seat_mm)
        if self.boom is not None:
            seat = (*seat, self.boom.starts_mm)
        feet = [at + side * 0.5 * FOOT_MM for at in (self.wheel_mm, self.hook_mm) if at is not None for side in (-1, 1)]
        return (*seat, *feet, *(x for gone in self.left_out for x in (gone.x_from_mm, gone.x_to_mm)))

    @property
    def half_span_mm(self) -> float:
        return self.pod_mm if self.boom is None else self.boom.ends_mm

    @property
    def pod_mm(self) -> float:
        """Where its walls or foam end."""
        return self.stations[-1].x_mm

    @property
    def laid_to_mm(self) -> float:
        return self.pod_mm

    @property
    def straight(self) -> bool:
        return True

    @property
    def twists_whole(self) -> bool:
        return self.hollow or self.boom is not None

    @property
    def boom_seen_mm(self) -> float:
        """From where on booms are seen: what lies in the pod is not."""
        assert self.boom is not None
        return self.pod_mm if self.boom.count == 1 else self.boom.starts_mm

    @property
    def bare_mm(self) -> float:
        """From where on booms alone bear: behind the pod; two of them stand beside it, from the wing's seat on."""
        assert self.boom is not None
        return self.pod_mm if self.boom.count == 1 else min(self.pod_mm, self.held_mm)

    @model_validator(mode="after")
    def _stations_in_order(self) -> Body:
        if self.stations[0].x_mm != 0:
            raise fault(
                "stations.0.x_mm", "The first station stands {it} behind the nose.", "It is the nose: 0.",
                it=Measure(self.stations[0].x_mm),
            )  # fmt: skip
        for k, (before, here) in enumerate(itertools.pairwise(self.stations), start=1):
            if here.x_mm < before.x_mm + _APART:
                raise fault(
                    f"stations.{k}.x_mm", "It stands {here} behind the nose and the one before it {before}.",
                    "From the nose aft, each at least {apart} behind the last.",
                    here=Measure(here.x_mm), before=Measure(before.x_mm), apart=Measure(_APART),
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _nose_lies_on_it(self) -> Body:
        if self.nose_mm > self.pod_mm - _APART:
            raise fault(
                "nose_mm", "The nose would close over {it}, and the body is {long} long.",
                "Take {most} or less, or 0 for one that is cut off square.",
                it=Measure(self.nose_mm), long=Measure(self.pod_mm), most=Measure(self.pod_mm - _APART),
            )  # fmt: skip
        for k, station in enumerate(self.stations):
            cut = station.joint is not None and station.joint.kind != "through"
            if cut and station.x_mm <= self.nose_mm - _APART:
                raise fault(
                    f"stations.{k}.joint.kind", "It is in two within the curve of the nose.",
                    "Join it behind the curve, or make the curve shorter than {at}.", at=Measure(station.x_mm),
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _walls_fit(self) -> Body:
        board = catalogue().board.get(self.core.material)
        if self.core.material in woods():
            raise fault("core.material", "Thin wood is not for a body.", "Choose a foam board or a foam.")
        if self.left_out and not isinstance(self.walls, BodyWalls):
            raise fault(
                "left_out.0.side", "Only a box or a shell has walls that can be left out.",
                "Close it again here, and lay a notch or a pocket on the body instead.",
            )  # fmt: skip
        if isinstance(self.walls, PlateSection):
            whole_boards(self.core.material, self.walls.thickness_mm, "walls.profile.thickness_mm")
            return self
        if isinstance(self.walls, SolidBody):
            if board is not None:
                raise fault(
                    "core.material", "A board makes walls, or stands on edge.",
                    "Choose a foam for a solid body, or another way to make it.",
                )  # fmt: skip
            return self
        if board is not None and not board.paper_faced and catalogue().glue[self.walls.glue].pp == "no hold":
            raise fault(
                "walls.glue", "This glue does not hold on greasy plastic.",
                "Take hot melt for its corners, or another that is rated for it.",
            )  # fmt: skip
        peeled = {self.walls.peeled_inside, self.walls.peeled_outside} != {"none"}
        if board is not None and not board.paper_faced and peeled:
            raise fault(
                "walls.peeled_outside" if self.walls.peeled_outside != "none" else "walls.peeled_inside",
                "Corrugated sheet has no paper to peel.", "Leave it at none.",
            )  # fmt: skip
        if self.core.peeled != "none":
            raise fault(
                "core.peeled", "Walls have an outside and an inside.",
                "Leave this at none, and say at the walls which paper is peeled where.",
            )  # fmt: skip
        thick = self.walls.sheet_mm if board is None else board.thickness.typical
        for k, station in enumerate(self.stations):
            for field in ("width_mm", "height_mm"):
                if getattr(station, field) < 2 * thick + 1.0:
                    raise fault(
                        f"stations.{k}.{field}", "Two walls of {thick} leave no room in {it}.",
                        "Make it at least {least}, or take thinner walls.",
                        thick=Measure(thick, "size"), it=Measure(getattr(station, field)), least=Measure(2 * thick + 1),
                    )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _in_two(self) -> Body:
        for k, station in enumerate(self.stations):
            if station.joint is None or station.joint.kind == "through":
                continue
            if k in (0, len(self.stations) - 1):
                raise fault(
                    f"stations.{k}.joint.kind", "A body is not in two at its end.",
                    "Choose a station between nose and tail.",
                )  # fmt: skip
            if self.on_edge:
                raise fault(
                    f"stations.{k}.joint.kind", "A profile is cut in one.",
                    "Run it through here, and lay tape or ply on it where it is patched.",
                )  # fmt: skip
            if self.hollow and station.joint.kind not in _OF_WALLS:
                raise fault(
                    f"stations.{k}.joint.kind", "There is no foam in a hollow body for that to lie in.",
                    "Butt it, or glue plates along both sides.",
                )  # fmt: skip
        return self

    def with_joint(self, panel: int, joint: Joint) -> Self:
        here = self.outline[panel]
        stations = [s.model_copy(update={"joint": joint}) if s is here else s for s in self.stations]
        return self.model_copy(update={"stations": stations})

    @model_validator(mode="after")
    def _boom_goes_on(self) -> Body:
        boom, pod = self.boom, self.pod_mm
        if boom is None:
            return self
        if boom.ends_mm < pod + _HELD:
            raise fault(
                "boom.ends_mm", "The boom ends at {it}, and the pod itself at {pod}.",
                "It carries the tail behind the pod: take {least} or more, or no boom.",
                it=Measure(boom.ends_mm), pod=Measure(pod), least=Measure(pod + _HELD),
            )  # fmt: skip
        if boom.starts_mm > self.bare_mm - _HELD:
            raise fault(
                "boom.starts_mm", "It starts at {it}, and has to bear from {bare} on.",
                "Let it start at {most} or further forward, so that something holds it.",
                it=Measure(boom.starts_mm), bare=Measure(self.bare_mm), most=Measure(max(self.bare_mm - _HELD, 0.0)),
            )  # fmt: skip
        last = self.stations[-1]
        over = abs(boom.middle_mm - last.middle_mm) + 0.5 * boom.outer_mm - 0.5 * last.height_mm
        if boom.count == 1 and over > 0.5:
            raise fault(
                "boom.middle_mm", "It stands {over} out of the pod's end, top or bottom.",
                "Put its axis nearer to the pod's middle there, which is at {middle}.",
                over=Measure(over), middle=Measure(last.middle_mm),
            )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _places_lie_on_it(self) -> Body:
        end = self.pod_mm
        if self.wing_at_mm + self.seat_mm > end - _APART:
            raise fault(
                "wing_at_mm", "The wing sits from {start} to {stop}, and the body ends at {end}.",
                "Put the wing further forward, or make its seat shorter.",
                start=Measure(self.wing_at_mm), stop=Measure(self.wing_at_mm + self.seat_mm), end=Measure(end),
            )  # fmt: skip
        for field in ("wheel_mm", "hook_mm"):
            at = getattr(self, field)
            if at is not None and at > end:
                raise fault(
                    field, "It lies {it} behind the nose, behind the tail.", "The body ends at {end}.",
                    it=Measure(at), end=Measure(end),
                )  # fmt: skip
        for k, gone in enumerate(self.left_out):
            if gone.x_to_mm > end + 0.5:
                raise fault(
                    f"left_out.{k}.x_to_mm", "It ends at {it}, behind the tail.", "The body ends at {end}.",
                    it=Measure(gone.x_to_mm), end=Measure(end),
                )  # fmt: skip
            if gone.width_mm is not None and gone.side in ("left", "right"):
                raise fault(
                    f"left_out.{k}.width_mm", "A side wall is left out as a whole.", "Leave its width empty.",
                )  # fmt: skip
            narrow = min(s.width_mm for s in self.stations)
            if gone.width_mm is not None and gone.width_mm > max(s.width_mm for s in self.stations):
                raise fault(
                    f"left_out.{k}.width_mm", "An opening {it} wide is wider than the body.",
                    "Leave it empty for the whole wall, or make it at most {most}.",
                    it=Measure(gone.width_mm), most=Measure(narrow),
                )  # fmt: skip
        return self


def boom_of(part: Part) -> Boom | None:
    """What carries a body's tail behind its pod; None of every other part."""
    return part.boom if isinstance(part, Body) else None
