"""What the aircraft is and how it is flown: wing, aerofoil, core, weight promise, flight."""

from __future__ import annotations

import math
import re
from typing import Annotated, Literal

from pydantic import Field, field_validator, model_validator

from ..catalogue import catalogue
from ..units import Measure
from .fields import Described, Stretch, measure
from .problems import fault

MAX_POINTS = 1000


class NacaAerofoil(Described):
    """A NACA four-digit section by formula (Jacobs, Ward and Pinkerton 1933)."""

    kind: Literal["naca"] = "naca"
    code: str = Field("2412", json_schema_extra={"label": "aerofoil number"})

    @field_validator("code")
    @classmethod
    def _four_digits(cls, code: str) -> str:
        if not re.fullmatch(r"\d{4}", code):
            raise fault("", "“{code}” is not four digits.", "Type four digits, such as 2412 or 0012.", code=code[:20])
        if not 3 <= int(code[2:]) <= 35:
            raise fault(
                "", f"{int(code[2:])} % thick is not a wing.", "The last two digits are the thickness: 03 to 35."
            )
        if (code[0] == "0") != (code[1] == "0"):
            raise fault(
                "",
                "Bent but without a place for it, or the other way round.",
                "The first two digits are both 0 (not bent), or neither, as in 2412.",
            )
        return code


class FlatPlate(Described):
    kind: Literal["flat_plate"] = "flat_plate"
    thickness_mm: float = measure("plate thickness", "length", 1.0, 80.0, 6.0)


class CoordinateAerofoil(Described):
    """Points of one loop: trailing edge, over the top, nose, underneath, trailing edge; chord = 1."""

    kind: Literal["coordinates"] = "coordinates"
    name: str = Field("", max_length=80, json_schema_extra={"label": "aerofoil name"})
    points: list[tuple[float, float]] = Field(
        min_length=5, max_length=MAX_POINTS, json_schema_extra={"label": "aerofoil points"}
    )

    @model_validator(mode="after")
    def _is_a_section(self) -> CoordinateAerofoil:
        xs = [p[0] for p in self.points]
        if any(not math.isfinite(v) for p in self.points for v in p):
            raise fault("points", "A point is not a number.", "Every point needs two plain numbers.")
        if min(xs) < -0.05 or max(xs) > 1.05 or max(xs) - min(xs) < 0.9:
            raise fault(
                "points",
                "The points do not run from the nose to the trailing edge.",
                "x should go from 0 at the nose to 1.",
            )
        nose = xs.index(min(xs))
        if nose < 2 or nose > len(xs) - 3:
            raise fault("points", "Only one face is given.", "Give points for the upper and the lower face.")
        if abs(xs[0] - max(xs)) > 0.1 or abs(xs[-1] - max(xs)) > 0.1:
            raise fault("points", "The loop does not start and end at the trailing edge.", "Start at x = 1.")
        return self


Aerofoil = Annotated[NacaAerofoil | FlatPlate | CoordinateAerofoil, Field(discriminator="kind")]


class Core(Described):
    """What the wing is cut, moulded or folded from."""

    material: str = Field("epp30", json_schema_extra={"label": "foam"})
    density_kg_m3: float | None = measure("foam density", "density", 8.0, 120.0, None)
    peeled: Literal["none", "top", "bottom", "both"] = Field("none", json_schema_extra={"label": "paper peeled off"})
    flutes: Literal["along", "across"] = Field("along", json_schema_extra={"label": "flutes run"})

    @model_validator(mode="after")
    def _known(self) -> Core:
        cat = catalogue()
        if self.material in cat.board:
            return self
        if self.material not in cat.foam:
            raise fault(
                "material", "“{it}” is not in the list.", "Choose a foam or a board from it.", it=self.material[:60]
            )
        if self.density_kg_m3 is not None:
            typical = cat.foam[self.material].density.typical
            if not 0.6 * typical <= self.density_kg_m3 <= 1.6 * typical:
                raise fault(
                    "density_kg_m3",
                    "{it} is not this foam.",
                    "{foam} is from {low} to {high}; choose the class nearest to yours.",
                    it=Measure(self.density_kg_m3, "density"),
                    foam=cat.foam[self.material].label,
                    low=Measure(0.6 * typical, "density"),
                    high=Measure(1.6 * typical, "density"),
                )
        return self


class Joint(Described):
    """How a panel is joined to what lies inside it. Through: its sticks and skins run across unbroken."""

    kind: Literal["through", "butt", "brace", "blade", "wire", "joiner"] = Field(
        "through", json_schema_extra={"label": "joined by"}
    )
    material: str = Field("birch_ply", json_schema_extra={"label": "brace, blade, wire or joiner", "table": "stock"})
    glue: str = Field("epoxy_30", json_schema_extra={"label": "glue", "table": "glue"})
    thickness_mm: float = measure("thickness or diameter", "length", 0.3, 25.0, 1.5)
    height_mm: float = measure("height of the brace or blade", "length", 1.0, 100.0, 15.0)
    reach_mm: float = measure("reach into each side", "length", 2.0, 400.0, 60.0)
    tape: str | None = Field(None, json_schema_extra={"label": "tape over the joint, top and bottom", "table": "skin"})
    tape_width_mm: float = measure("run of that tape along the chord", "length", 5.0, 1200.0, 150.0)


class Panel(Described):
    """One flat stretch of the half wing, from its inner to its outer end."""

    span_mm: float = measure("panel span", "length", 10.0, 2500.0, 400.0)
    root_chord_mm: float = measure("root chord", "length", 20.0, 1200.0, 200.0)
    tip_chord_mm: float = measure("tip chord", "length", 20.0, 1200.0, 160.0)
    sweep_mm: float = measure("set-back of the tip", "length", -1000.0, 2000.0, 0.0)
    dihedral_deg: float = measure("dihedral", "angle", -20.0, 45.0, 0.0)
    joint: Joint = Field(default_factory=Joint)


class Built(Described):
    """How a control surface is built and driven, on a wing or by itself."""

    throw_deg: float = measure("throw each way", "angle", 1.0, 60.0, 20.0)
    film: str | None = Field(None, json_schema_extra={"label": "film round it", "table": "skin"})
    layers: int = Field(1, ge=1, le=4, json_schema_extra={"label": "layers of film", "quantity": "number"})
    edge_strip: bool = Field(False, json_schema_extra={"label": "a strip of carbon at its edge"})
    horn_at: float = measure("place of the horn, from its inner end", "percent", 0.0, 1.0, 0.5)
    servo_Nmm: float = measure("servo's torque, N mm", "number", 5.0, 5000.0, 120.0)
    servo_arm_mm: float = measure("servo's arm", "length", 2.0, 60.0, 10.0)
    horn_mm: float = measure("height of the horn", "length", 2.0, 80.0, 15.0)

    @field_validator("made", check_fields=False)
    @classmethod
    def _made_of_something(cls, made: str | None) -> str | None:
        cat = catalogue()
        if made is not None and not any(made in table for table in (cat.foam, cat.board, cat.stock)):
            raise fault("", "“{it}” is not in the list.", "Choose a foam, board or wood.", it=made[:60])
        return made


class ControlSurface(Stretch, Built):
    """A control surface at the trailing edge: where, how deep, how far it moves, how it is built and driven."""

    y_from_mm: float = measure("surface starts, out from the root", "length", 0.0, 2500.0, 300.0)
    y_to_mm: float = measure("surface ends, out from the root", "length", 5.0, 2500.0, 550.0)
    chord_share: float = measure("its share of the chord", "percent", 0.05, 0.5, 0.22)
    #: None: cut from the wing
    made: str | None = Field(None, max_length=90, json_schema_extra={"label": "made of"})
    #: None: not chosen yet
    hinge: str | None = Field(None, json_schema_extra={"label": "hinge", "table": "hinge"})
    keeps: Literal["days", "a season", "years"] = Field("a season", json_schema_extra={"label": "must last"})
    outdoors: bool = Field(False, json_schema_extra={"label": "lies in the sun"})


class Seat(Described):
    """How the wing sits on the body."""

    kind: Literal["glued", "bands", "clamp"] = Field("glued", json_schema_extra={"label": "held"})
    width_mm: float = measure("length of spar that the seat bears on", "length", 2.0, 200.0, 15.0)


class Wing(Described):
    panels: list[Panel] = Field(min_length=1, max_length=6, json_schema_extra={"label": "wing panels"})
    aerofoil: Aerofoil = Field(default_factory=NacaAerofoil)
    core: Core = Field(default_factory=Core)
    aileron: ControlSurface | None = None
    flap: ControlSurface | None = None
    seat: Seat = Field(default_factory=Seat)

    @property
    def half_span_mm(self) -> float:
        return sum(p.span_mm for p in self.panels)

    @model_validator(mode="after")
    def _one_wing(self) -> Wing:
        for k, (left, right) in enumerate(zip(self.panels, self.panels[1:], strict=False)):
            if abs(left.tip_chord_mm - right.root_chord_mm) > 0.5:
                raise fault(
                    f"panels.{k + 1}.root_chord_mm",
                    "It is {outer} where the panel inside it ends with {inner}.",
                    "Where panels meet, both chords should be the same.",
                    outer=Measure(right.root_chord_mm),
                    inner=Measure(left.tip_chord_mm),
                )
        for name in ("aileron", "flap"):
            surface = getattr(self, name)
            if surface is not None and surface.y_to_mm > self.half_span_mm + 0.5:
                raise fault(
                    f"{name}.y_to_mm", f"The {name} ends at {{end}}, beyond the tip.", "The half wing ends at {tip}.",
                    end=Measure(surface.y_to_mm), tip=Measure(self.half_span_mm),
                )  # fmt: skip
        if self.aileron is not None and self.flap is not None:
            first, second = sorted((self.aileron, self.flap), key=lambda s: s.y_from_mm)
            if second.y_from_mm < first.y_to_mm - 0.5:
                raise fault(
                    "flap.y_to_mm", "Flap and aileron lie over each other from {start} to {end}.",
                    "One should end where the other starts.",
                    start=Measure(second.y_from_mm), end=Measure(min(first.y_to_mm, second.y_to_mm)),
                )  # fmt: skip
        if not 150 <= self.half_span_mm <= 2500:
            raise fault(
                "panels.0.span_mm",
                "A half span of {it} in all is outside what this is made for.",
                "Model-size, unmanned wings only: half spans from {low} to {high}.",
                it=Measure(self.half_span_mm),
                low=Measure(150.0),
                high=Measure(2500.0),
            )
        board = catalogue().board.get(self.core.material)
        if board is not None:
            if not isinstance(self.aerofoil, FlatPlate):
                raise fault(
                    "core.material",
                    "A board makes a flat plate.",
                    "Choose the flat plate, or a block foam for this section.",
                )
            layers = self.aerofoil.thickness_mm / board.thickness.typical
            if round(layers) < 1 or abs(layers - round(layers)) > 0.12 * max(1, round(layers)):
                raise fault(
                    "aerofoil.flat_plate.thickness_mm",
                    "{it} is no whole number of boards.",
                    "One board is {one}, two are {two}.",
                    it=Measure(self.aerofoil.thickness_mm),
                    one=Measure(board.thickness.typical),
                    two=Measure(2 * board.thickness.typical),
                )
        return self


Use = Literal["trainer", "sport", "aerobatic", "close", "combat", "survey", "glider"]


class Flight(Described):
    """How it is flown: what the wing must carry."""

    use: Use = Field("sport", json_schema_extra={"label": "how it is flown"})
    speed_m_s: float = measure("top speed", "speed", 3.0, 80.0, 16.0)
    load_factor: float = measure("load factor", "number", 1.0, 40.0, 5.0)
    safety_factor: float = measure("safety factor", "number", 1.0, 4.0, 1.5)
    cl_max: float = measure("greatest lift coefficient", "number", 0.3, 2.5, 1.2)
    push_factor: float | None = measure("load factor pushed down", "number", 0.0, 30.0, None)
    gust_m_s: float | None = measure("sharp gust", "speed", 0.0, 20.0, None)
    landing_g: float | None = measure("belly landing stops it at", "number", 0.0, 60.0, None)
    throw_g: float | None = measure("hand throw", "number", 0.0, 40.0, None)
    line_g: float | None = measure("pull of the launch line, in its weight", "number", 0.0, 30.0, None)


class Targets(Described):
    """What is wanted of the wing beside its weight promise; None: not asked for."""

    break_g: float | None = measure("holds at least, in g", "number", 0.5, 100.0, None)
    tip_bend_share: float | None = measure("tip bends at most, part of the half wing", "percent", 0.001, 0.5, None)
    twist_deg: float | None = measure("twists at most", "angle", 0.05, 30.0, None)
    minutes: float | None = measure("minutes of work at most", "number", 1.0, 3000.0, None)


class Airframe(Described):
    name: str = Field(min_length=1, max_length=60, json_schema_extra={"label": "name"})
    notes: str = Field("", max_length=4000, json_schema_extra={"label": "notes"})
    promise_g: float = measure("weight promise", "mass", 30.0, 15000.0, 800.0)
    rest_g: float = measure("weight of everything but the wing", "mass", 0.0, 15000.0, 500.0)
    flight: Flight = Field(default_factory=Flight)
    targets: Targets = Field(default_factory=Targets)
    wing: Wing

    @model_validator(mode="after")
    def _promise_holds_the_rest(self) -> Airframe:
        if self.rest_g >= self.promise_g:
            raise fault(
                "rest_g",
                "Everything but the wing already weighs {rest}, as much as the promise of {promise}.",
                "Raise the weight promise or lower the weight of the rest.",
                rest=Measure(self.rest_g, "mass"),
                promise=Measure(self.promise_g, "mass"),
            )
        return self
