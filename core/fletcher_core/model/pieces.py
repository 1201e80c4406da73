"""Pieces: what is glued in or on. A new kind is one class here, one row in sections/layout, one test."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..units import Measure
from .fields import Described, Stretch, chord_share, measure, span_from
from .problems import fault


class _Piece(Stretch):
    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field("", max_length=60, json_schema_extra={"label": "name"})
    on: bool = True
    y_from_mm: float = span_from()
    y_to_mm: float = measure("end along the span", "length", 1.0, 2500.0, 400.0)


class _Stock(_Piece):
    """A straight stick in or on the foam, from one place of the chord to another."""

    material: str = Field("carbon_pultruded", json_schema_extra={"label": "material", "table": "stock"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    chord_from: float = chord_share("place on the chord at the start", 0.3)
    chord_to: float = chord_share("place on the chord at the end", 0.3)


class _Buried(_Stock):
    level: Literal["middle", "top", "bottom"] = Field("middle", json_schema_extra={"label": "depth"})
    inset_mm: float = measure("foam left over it", "length", 0.0, 60.0, 0.0)


class Rod(_Buried):
    kind: Literal["rod"] = "rod"
    diameter_mm: float = measure("diameter", "length", 0.3, 40.0, 3.0)


class Tube(_Buried):
    """A tube, hollow or with a rod glued into it as far as `sleeve_to_mm`."""

    kind: Literal["tube"] = "tube"
    outer_mm: float = measure("outer diameter", "length", 0.8, 60.0, 6.0)
    inner_mm: float = measure("inner diameter", "length", 0.1, 59.0, 4.0)
    sleeve_material: str | None = Field(None, json_schema_extra={"label": "rod inside the tube", "table": "stock"})
    sleeve_to_mm: float = measure("the rod inside ends at", "length", 1.0, 2500.0, 100.0)

    @model_validator(mode="after")
    def _has_wall(self) -> Tube:
        if self.inner_mm >= self.outer_mm:
            raise fault(
                "inner_mm",
                "A bore of {bore} leaves no wall in a tube of {outer}.",
                "The inner diameter should be smaller than the outer.",
                bore=Measure(self.inner_mm),
                outer=Measure(self.outer_mm),
            )
        return self


class Strip(_Buried):
    kind: Literal["strip"] = "strip"
    width_mm: float = measure("width", "length", 0.5, 100.0, 6.0)
    thickness_mm: float = measure("thickness", "length", 0.1, 30.0, 1.0)
    lying: Literal["flat", "on_edge"] = Field("flat", json_schema_extra={"label": "flat or on edge"})


class _Layered(Described):
    """What is laid in layers that may end one after the other along the span."""

    layers: int = Field(1, ge=1, le=6, json_schema_extra={"label": "layers", "quantity": "number"})
    drops_mm: list[Annotated[float, Field(ge=1.0, le=2500.0)]] = Field(
        default_factory=list, max_length=5, json_schema_extra={"label": "where layers end", "quantity": "lengths"}
    )

    @model_validator(mode="after")
    def _one_layer_stays(self) -> _Layered:
        if len(self.drops_mm) >= self.layers:
            raise fault(
                "drops_mm",
                "More layers end than there are.",
                "At least one layer should go to the end: give fewer places, or more layers.",
            )
        return self


class Web(_Stock, _Layered):
    """A full-depth web; with caps, they lie in a recess over its edges, under a thin cap strip of wood."""

    kind: Literal["web"] = "web"
    material: str = Field("balsa_hard", json_schema_extra={"label": "material", "table": "stock"})
    thickness_mm: float = measure("thickness", "length", 0.3, 30.0, 3.0)
    grain: Literal["along", "upright"] = Field("along", json_schema_extra={"label": "grain"})
    cap_material: str | None = Field(None, json_schema_extra={"label": "caps over its edges", "table": "stock"})
    cap_width_mm: float = measure("width of the caps", "length", 0.5, 60.0, 6.0)
    cap_thickness_mm: float = measure("thickness of one cap layer", "length", 0.05, 6.0, 0.5)
    cover_mm: float = measure("thin wood strip over the caps", "length", 0.0, 5.0, 0.0)


class Sandwich(_Buried):
    """A stick of wood between two strips of something stiffer, strips above and below."""

    kind: Literal["sandwich"] = "sandwich"
    wood: str = Field("balsa_hard", json_schema_extra={"label": "wood between", "table": "stock"})
    width_mm: float = measure("width", "length", 0.5, 60.0, 5.0)
    height_mm: float = measure("height of it all", "length", 1.0, 80.0, 10.0)
    strip_mm: float = measure("thickness of each strip", "length", 0.05, 6.0, 0.5)

    @model_validator(mode="after")
    def _has_wood(self) -> Sandwich:
        if 2 * self.strip_mm >= self.height_mm:
            raise fault(
                "strip_mm",
                "Two strips of {strip} leave no wood between them in {height}.",
                "Take thinner strips, or make it higher.",
                strip=Measure(self.strip_mm),
                height=Measure(self.height_mm),
            )
        return self


class BoxSpar(_Stock):
    """A box folded from paper-faced board, over the whole depth of the wing."""

    kind: Literal["box"] = "box"
    material: str = Field("foamboard_light", json_schema_extra={"label": "board", "table": "board"})
    width_mm: float = measure("width of the box", "length", 8.0, 200.0, 25.0)

    @model_validator(mode="after")
    def _has_room(self) -> BoxSpar:
        board = catalogue().board[self.material]
        if not board.paper_faced:
            raise fault("material", "Corrugated sheet does not fold into this box.", "Choose a paper-faced board.")
        wall = board.thickness.typical
        if self.width_mm < 2.2 * wall:
            raise fault(
                "width_mm",
                "A box of {wide} has no room between two boards of {wall}.",
                "Make it at least {least} wide.",
                wide=Measure(self.width_mm),
                wall=Measure(wall),
                least=Measure(2.2 * wall),
            )
        return self


class Cord(_Piece):
    """A cord let into an edge, round notches too."""

    kind: Literal["cord"] = "cord"
    material: str = Field("cord_polyester", json_schema_extra={"label": "cord", "table": "cord"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    edge: Literal["leading", "trailing"] = Field("leading", json_schema_extra={"label": "edge"})
    inset_mm: float = measure("let in by", "length", 0.5, 30.0, 2.0)


class _Across(_Piece):
    x_from: float = chord_share("start on the chord", 0.0)
    x_to: float = chord_share("end on the chord", 0.2)

    @model_validator(mode="after")
    def _runs_back(self) -> _Across:
        if self.x_to <= self.x_from:
            raise fault(
                "x_to",
                "It runs from {start} to {end} of the chord, which is backwards.",
                "The start should be nearer to the nose: from {end} to {start}, for example.",
                start=Measure(self.x_from, "percent"),
                end=Measure(self.x_to, "percent"),
            )
        return self


class Block(_Across):
    """Another foam in place of the core, over the whole depth."""

    kind: Literal["block"] = "block"
    material: str = Field("epp30", json_schema_extra={"label": "foam", "table": "foam"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})


class Plate(_Across):
    """A hard point: a small plate of ply or plastic on a face, as under rubber bands, a bolt or a hand."""

    kind: Literal["plate"] = "plate"
    material: str = Field("birch_ply", json_schema_extra={"label": "material", "table": "stock"})
    glue: str = Field("polyurethane_foaming", json_schema_extra={"label": "glue", "table": "glue"})
    surface: Literal["top", "bottom", "both"] = Field("bottom", json_schema_extra={"label": "face"})
    thickness_mm: float = measure("thickness", "length", 0.2, 10.0, 1.5)


class Pocket(_Across):
    """A pocket cut into one face, as for a servo; what crosses it is cut too."""

    kind: Literal["pocket"] = "pocket"
    face: Literal["top", "bottom", "through"] = Field("bottom", json_schema_extra={"label": "open at the"})
    depth_mm: float = measure("depth", "length", 0.5, 120.0, 12.0)
    corner_mm: float = measure("radius of its corners", "length", 0.1, 50.0, 0.5)


class Notch(_Piece):
    """A piece cut out of an edge, as for a motor or a camera."""

    kind: Literal["notch"] = "notch"
    edge: Literal["leading", "trailing"] = Field("leading", json_schema_extra={"label": "edge"})
    depth_mm: float = measure("depth", "length", 1.0, 500.0, 30.0)
    corner_mm: float = measure("radius of its inner corners", "length", 0.1, 200.0, 3.0)


class _Faced(_Piece, _Layered):
    surface: Literal["top", "bottom", "both"] = Field("both", json_schema_extra={"label": "face"})


class _Sheet(_Faced):
    material: str = Field("packing_tape", json_schema_extra={"label": "material", "table": "skin"})
    runs: Literal["along", "across"] = Field("along", json_schema_extra={"label": "rolled out"})
    glue: str | None = Field(None, json_schema_extra={"label": "glue", "table": "glue"})


class _Wrap(_Faced, _Across):
    x_to: float = chord_share("end on the chord", 1.0)
    nose_lap_mm: float = measure("lap round the nose", "length", 0.0, 200.0, 0.0)

    @model_validator(mode="after")
    def _laps_from_the_nose(self) -> _Wrap:
        if self.nose_lap_mm and self.x_from > 0:
            raise fault(
                "nose_lap_mm",
                "A lap round the nose needs a skin that starts there.",
                "Start at 0 %, or set the lap to 0.",
            )
        return self


class Skin(_Sheet, _Wrap):
    kind: Literal["skin"] = "skin"
    material: str = Field("laminate_38um", json_schema_extra={"label": "material", "table": "skin"})


class Cloth(_Wrap):
    """Cloth laid up wet on the foam; a leading-edge wrap on the bias is one at 45 degrees."""

    kind: Literal["cloth"] = "cloth"
    material: str = Field("glass_woven", json_schema_extra={"label": "cloth", "table": "cloth"})
    cloth_g_m2: float = measure("weight of the dry cloth", "area_mass", 15.0, 400.0, 49.0)
    angle_deg: float = measure("threads turned from the span by", "angle", -90.0, 90.0, 0.0)
    lay_up: Literal["hand", "vacuum"] = Field("hand", json_schema_extra={"label": "laid up"})


class TapeStrip(_Sheet):
    kind: Literal["tape"] = "tape"
    width_mm: float = measure("tape width", "length", 3.0, 150.0, 48.0)
    chord_from: float = chord_share("middle of the tape on the chord at the start", 0.3)
    chord_to: float = chord_share("middle of the tape on the chord at the end", 0.3)


PIECES = (Rod, Tube, Strip, Sandwich, Web, BoxSpar, Cord, Skin, TapeStrip, Cloth, Block, Plate, Pocket, Notch)
Piece = Annotated[
    Rod | Tube | Strip | Sandwich | Web | BoxSpar | Cord | Skin | TapeStrip | Cloth | Block | Plate | Pocket | Notch,
    Field(discriminator="kind"),
]
