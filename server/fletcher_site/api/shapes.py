"""Shapes of what goes in and out, beside the core's own models."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from fletcher_core import (
    PART_NAMES,
    WISHES,
    Aerofoil,
    Airframe,
    AirframeFile,
    Core,
    Estimate,
    JointKind,
    Middle,
    OwnMaterial,
    OwnTable,
    PartName,
    Scheme,
    ShelfCheck,
    ShelfItem,
    Stand,
    State,
    System,
    Unit,
    Weighed,
    Wish,
    fault,
)
from ninja import Schema
from pydantic import AfterValidator, BaseModel, Field, WithJsonSchema

#: the largest number that a row can have
ID_MOST = 2**63 - 1


class Said(Schema):
    """One fault, at its field, in the reader's units."""

    field: str
    label: str
    what: str
    right: str


class Problems(Schema):
    """What every answer says that is not the wanted one; `id` finds it in the log."""

    message: str
    problems: list[Said]
    id: str = ""


class UnreadableOut(Schema):
    """A stored document that cannot be read: what is wrong; the raw one can be taken away."""

    table: Literal["airframe", "material", "stock", "bond", "weighing", "repair", "life"]
    id: int
    name: str
    what: str


class SignIn(BaseModel):
    name: str = Field(min_length=1, max_length=150, json_schema_extra={"label": "name"})
    password: str = Field(min_length=1, max_length=200, json_schema_extra={"label": "password"})


class NewAccount(SignIn):
    workshop: str = Field(min_length=1, max_length=80, json_schema_extra={"label": "name of the workshop"})


class UnitChoice(BaseModel):
    units: System


class WorkshopOut(Schema):
    id: int
    name: str
    is_demo: bool


class SessionOut(Schema):
    signed_in: bool
    name: str = ""
    units: System = "metric"
    workshop: WorkshopOut | None = None
    csrf: str


class Choice(Schema):
    id: str
    label: str
    note: str
    basis: str
    figures: dict[str, list[float]]
    own: bool = False
    tags: dict[str, str] = Field(default_factory=dict)


class PresetOut(Schema):
    use: str
    label: str
    load_factor: float
    speed_m_s: float
    push_factor: float
    gust_m_s: float
    landing_g: float
    throw_g: float
    line_g: float
    pull_g: float
    handling_N: float
    reason: str


class CatalogueOut(Schema):
    foam: list[Choice]
    board: list[Choice]
    stock: list[Choice]
    joining: list[Choice]
    skin: list[Choice]
    glue: list[Choice]
    cord: list[Choice]
    cloth: list[Choice]
    presets: list[PresetOut]
    limits: dict[str, dict[str, dict[str, Any]]]


class MeasureOut(Schema):
    value: float
    shown: str


class AerofoilText(BaseModel):
    name: str = Field("", max_length=200)
    text: str


class OutlineDrawing(BaseModel):
    """SVG or DXF text of a body from the side, and from above if there is one."""

    side: str = Field(max_length=400_000)
    above: str | None = Field(None, max_length=400_000)
    length_mm: float | None = Field(
        None, ge=80.0, le=2500.0, json_schema_extra={"label": "length", "quantity": "length"}
    )
    roundness: float = Field(0.0, ge=0.0, le=1.0, json_schema_extra={"label": "how round", "quantity": "percent"})


class Evaluation(BaseModel):
    """An airframe and a scheme, saved or not."""

    airframe: Airframe
    scheme: Scheme
    #: schemes of the other parts, whose weight flies along
    others: list[Scheme] = Field(default_factory=list, max_length=len(PART_NAMES))
    station_mm: float | None = Field(None, allow_inf_nan=False)
    #: something is being dragged or typed: typical figures at once, ledger and spread when it rests
    moving: bool | None = None
    #: then, what the last whole verdict said the median of builds is
    middle: Middle | None = None


class Question(Evaluation):
    """Which figure's working is asked for; a place along the span where that matters."""

    figure: str = Field(min_length=1, max_length=200, json_schema_extra={"label": "figure"})


def _can_be_added(wish: str) -> str:
    if wish not in WISHES:
        raise fault("", "There is no such piece.", "Choose one from the list.")
    return wish


class StandQuestion(BaseModel):
    """A whole aircraft, saved or not."""

    file: AirframeFile


class BalanceQuestion(BaseModel):
    """A whole aircraft, saved or not, with what was weighed of it so far, in order."""

    file: AirframeFile
    weighed: list[Weighed] = Field(default_factory=list, max_length=200)


class GearText(BaseModel):
    """A line as it stands on a label, of what is carried."""

    text: str = Field(max_length=200)
    airframe: Airframe


class GearFromShelf(BaseModel):
    """A thing of the shelf that is to be fitted."""

    item: ShelfItem
    airframe: Airframe


class PartWish(BaseModel):
    """Which part is to be described next."""

    airframe: Airframe
    part: PartName


class PartStart(Schema):
    airframe: Airframe
    scheme: Scheme


class PieceWish(BaseModel):
    airframe: Airframe
    scheme: Scheme
    kind: Annotated[str, AfterValidator(_can_be_added), WithJsonSchema({"type": "string", "enum": list(WISHES)})]


class BodyWish(BaseModel):
    """A body of a ready shape."""

    airframe: Airframe
    shape: Literal["box", "pod", "profile", "glider"]


class JointWish(BaseModel):
    airframe: Airframe
    part: PartName
    panel: int = Field(ge=0, le=11)
    kind: JointKind


class SectionWish(BaseModel):
    airframe: Airframe
    part: PartName
    kind: Literal["naca", "flat_plate", "folded", "sheeted"]


class SectionStart(Schema):
    """A section of another kind, and what the part is made of with it."""

    aerofoil: Aerofoil
    core: Core


class Save(BaseModel):
    based_on: int = Field(ge=1, le=2**31 - 1)
    file: AirframeFile


class PartCard(Schema):
    """One part on the list: the worst of all that is asked of it."""

    part: PartName
    label: str
    state: State
    hardest: str
    sentence: str
    n: Estimate
    unit: Unit
    part_g: float


class Card(Schema):
    """An airframe on the list, drawn from above; its line is that of its weakest part."""

    id: int
    name: str
    version: int
    updated: datetime
    use: str
    sentence: str
    n: Estimate
    unit: Unit
    reserve: float
    state: State
    hardest: str
    weakest: PartName
    parts: list[PartCard]
    forecast_g: float
    promise_g: float
    remains_g: float
    stand: Stand
    scheme: str
    schemes: int


class AirframesOut(Schema):
    airframes: list[Card]
    unreadable: list[UnreadableOut]


class RemovedOut(Schema):
    """Something that was removed and can be taken back."""

    kind: Literal["airframe", "scheme", "material", "stock", "bond", "weighing", "repair", "life", "picture"]
    id: int
    name: str
    who: str
    when: datetime
    until: datetime


class TakenBack(Schema):
    kind: str
    id: int
    name: str


class Saved(Schema):
    id: int
    version: int
    file: AirframeFile


class Conflict(Schema):
    message: str
    id: str = ""
    version: int
    who: str
    when: datetime
    changed: list[str]
    file: AirframeFile


class RevisionOut(Schema):
    number: int
    who: str
    when: datetime
    what: list[str]


class FigureOut(Schema):
    """A figure of a material: its plain name, unit, and low, typical and high of the class."""

    name: str
    label: str
    unit: str
    spread: list[float]


class PriceOut(Schema):
    """What it costs on this workshop's shelf, for each metre, square metre or 100 g."""

    low: float
    high: float
    per: str


class CopyableOut(Schema):
    """A material that may be copied, with every figure that may be changed."""

    table: str
    id: str
    label: str
    note: str
    source: str
    figures: list[FigureOut]
    #: names of the figures it is chosen by, a column each
    chosen_by: list[str]
    price: PriceOut | None


class OwnMaterialOut(Schema):
    row_id: int
    material: OwnMaterial
    who: str
    updated: datetime
    used_by: list[str]


class MaterialsOut(Schema):
    money: str
    own: list[OwnMaterialOut]
    shipped: list[CopyableOut]
    unreadable: list[UnreadableOut]


class NewMaterial(BaseModel):
    """A copy with figures of its own; its id is made here."""

    table: OwnTable = Field(json_schema_extra={"label": "kind of material"})
    copied_from: str = Field(max_length=60, json_schema_extra={"label": "copied from"})
    label: str = Field(max_length=60, json_schema_extra={"label": "name"})
    reason: str = Field(max_length=400, json_schema_extra={"label": "reason"})
    figures: dict[str, tuple[float, float, float]] = Field(default_factory=dict, json_schema_extra={"label": "figures"})


class Reserved(Schema):
    airframe_id: int
    airframe: str
    scheme_id: str
    scheme: str


class ShelfItemOut(Schema):
    id: int
    item: ShelfItem
    words: str
    size: str
    price_words: str
    warning: str
    reserved: list[Reserved]


class ShelfOut(Schema):
    money: str
    items: list[ShelfItemOut]
    unreadable: list[UnreadableOut]


class LabelText(BaseModel):
    text: str = Field(max_length=300, json_schema_extra={"label": "label"})


class CsvText(BaseModel):
    text: str = Field(max_length=400_000, json_schema_extra={"label": "list"})


class Box(BaseModel):
    """Whether it goes along in the field box."""

    in_box: bool


class Money(BaseModel):
    money: str = Field(min_length=1, max_length=4, json_schema_extra={"label": "sign before prices"})


class ShelfQuestion(BaseModel):
    airframe: Airframe
    scheme: Scheme
    #: whose own reservation is not in its way
    airframe_id: int | None = Field(None, ge=1, le=ID_MOST)


class ShelfAnswer(Schema):
    check: ShelfCheck
    money: str
    reserved: bool


class SavedScheme(BaseModel):
    airframe_id: int = Field(ge=1, le=ID_MOST)
    scheme_id: str = Field(max_length=40)


class SearchQuestion(BaseModel):
    airframe: Airframe
    scheme: Scheme
    wish: Wish
    others: list[Scheme] = Field(default_factory=list, max_length=len(PART_NAMES))
    airframe_id: int | None = Field(None, ge=1, le=ID_MOST)
