"""Answers that need no saved document: catalogue, measures, aerofoils, evaluation."""

from __future__ import annotations

from functools import lru_cache
from typing import Any, cast, get_args

from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    DAMAGE_KINDS,
    KINDS,
    MEND_KINDS,
    MOUNT_KINDS,
    PRESETS,
    Airframe,
    AirframeFile,
    Balance,
    Balancing,
    Body,
    BodyStation,
    ControlSurface,
    CoordinateAerofoil,
    Core,
    Fin,
    FlatPlate,
    Flight,
    FoldedBoard,
    Gear,
    Happened,
    Joint,
    LifeEntry,
    MeasureError,
    MeasureKind,
    NacaAerofoil,
    Offered,
    Panel,
    Piece,
    Problem,
    Refused,
    Repair,
    Seat,
    SheetedSection,
    Slice,
    Spread,
    Stand,
    Tailplane,
    Targets,
    Use,
    Verdict,
    Working,
    balance_of,
    current_catalogue,
    evaluate,
    from_shelf,
    offers,
    parse_measure,
    read_aerofoil,
    read_body_outline,
    read_gear,
    ready_body,
    section_at,
    show_measure,
    start_airframe,
    start_part,
    suggest_pieces,
    usual_joint,
    usual_section,
    why,
)
from ninja import Router
from pydantic import BaseModel

from ..workshop import answers
from .as_json import as_json
from .request_context import signed_in, units
from .shapes import (
    AerofoilText,
    BalanceQuestion,
    BodyWish,
    CatalogueOut,
    Choice,
    Evaluation,
    GearFromShelf,
    GearText,
    JointWish,
    MeasureOut,
    OutlineDrawing,
    PartStart,
    PartWish,
    PieceWish,
    PresetOut,
    Problems,
    Question,
    SectionStart,
    SectionWish,
    StandQuestion,
)

router = Router(tags=["bench"], auth=signed_in)

#: along the half span
STATIONS = 61

_PIECES: tuple[type[BaseModel], ...] = tuple(kind.model for kind in KINDS.values())
_MOUNTS: tuple[type[BaseModel], ...] = tuple(kind.model for kind in MOUNT_KINDS.values())
_MENDING: tuple[type[BaseModel], ...] = (
    *(kind.model for kind in DAMAGE_KINDS.values()),
    *(kind.model for kind in MEND_KINDS.values()),
)
_DESCRIBED: tuple[type[BaseModel], ...] = (
    Airframe, Targets, Flight, Panel, Joint, Seat, ControlSurface, NacaAerofoil, FlatPlate, FoldedBoard, SheetedSection,
    Core, Tailplane, Fin, Gear, Balancing, Happened, Repair, LifeEntry, *_PIECES, *_MOUNTS, *_MENDING,
)  # fmt: skip


@lru_cache(maxsize=1)
def _limits() -> dict[str, dict[str, dict[str, Any]]]:
    """Label, quantity, limits and default of every field, by model, for forms."""
    kept = ("label", "quantity", "minimum", "maximum", "default", "enum", "table", "shape", "words")
    table = {}
    for model in _DESCRIBED:
        fields = {}
        for name, node in model.model_json_schema()["properties"].items():
            flat = {**next((o for o in node.get("anyOf", []) if o.get("type") != "null"), {}), **node}
            fields[name] = {k: flat[k] for k in kept if k in flat}
        kind = fields.get("kind", {}).get("default")
        table[str(kind) if model in (*_PIECES, *_MOUNTS, *_MENDING) else model.__name__] = fields
    return table


def _choices(table: dict[str, Any]) -> list[Choice]:
    found = []
    for key, entry in table.items():
        figures = {k: list(v) for k, v in entry if isinstance(v, Spread)}
        tags = {
            k: str(v)
            for k, v in entry
            if k
            in (
                "glue_family",
                "flex",
                "gap",
                "needs",
                "eps",
                "xps",
                "epp",
                "epo",
                "pp",
                "open",
                "handle",
                "fly",
                "called",
                "family",
                "surface",
            )
            and v is not None
        }
        if hasattr(entry, "paper_faced"):
            tags["paper_faced"] = "yes" if entry.paper_faced else "no"
        for listed in ("comes_as", "families"):
            if hasattr(entry, listed):
                shapes = getattr(entry, listed)
                tags[listed] = " ".join([shapes] if isinstance(shapes, str) else shapes or [])
        if getattr(entry, "sheeting", False):
            tags["sheeting"] = "yes"
        if hasattr(entry, "spread"):
            tags["spreads"] = "yes" if entry.spread is not None else "no"
        found.append(
            Choice(
                id=key,
                label=entry.label,
                note=entry.note,
                basis=entry.source,
                figures=figures,
                tags=tags,
                own=bool(entry.reason),
            )
        )
    return found


@router.get("/catalogue", response=CatalogueOut, operation_id="catalogue")
def get_catalogue(request: HttpRequest) -> CatalogueOut:
    cat = current_catalogue()
    return CatalogueOut(
        foam=_choices(cat.foam), board=_choices(cat.board), stock=_choices(cat.stock),
        joining=_choices(cat.joining), skin=_choices(cat.skin),
        glue=_choices(cat.glue), cord=_choices(cat.cord), cloth=_choices(cat.cloth),
        presets=[PresetOut(**vars(p)) for p in PRESETS.values()], limits=_limits(),
    )  # fmt: skip


@router.get("/measure", response={200: MeasureOut, 422: Problems}, operation_id="measure")
def measure(request: HttpRequest, text: str, kind: str, whole: float | None = None) -> MeasureOut:
    """Read a length, weight or speed as it was typed, in the person's units; per cent are of the `whole`, mm."""
    if kind not in get_args(MeasureKind):
        raise Refused([Problem(("kind",), "kind", "This is no kind of measure.", ", ".join(get_args(MeasureKind)))])
    quantity: MeasureKind = kind  # type: ignore[assignment]
    try:
        value = parse_measure(text[:60], quantity, units(request), whole)
    except MeasureError as exc:
        raise Refused([Problem(("text",), "measure", f"{exc}.", "")]) from exc
    return MeasureOut(value=value, shown=show_measure(value, quantity, units(request)))


@router.post("/aerofoil", response={200: CoordinateAerofoil, 422: Problems}, operation_id="read_aerofoil")
def aerofoil(request: HttpRequest, aerofoil: AerofoilText) -> CoordinateAerofoil:
    """Read a coordinate file in either layout."""
    return read_aerofoil(aerofoil.text, aerofoil.name)


@router.post("/body-outline", response={200: list[BodyStation], 422: Problems}, operation_id="read_body_outline")
def body_outline(request: HttpRequest, drawing: OutlineDrawing) -> list[BodyStation]:
    """Stations of a body from its drawing."""
    return read_body_outline(drawing.side, drawing.above, drawing.length_mm, drawing.roundness)


@router.post("/evaluate", response={200: Verdict, 422: Problems}, operation_id="evaluate")
def evaluate_scheme(request: HttpRequest, evaluation: Evaluation) -> HttpResponse:
    """The verdict on an airframe and a scheme, saved or not."""
    asked, system, rests = evaluation, units(request), not evaluation.moving

    def verdict() -> Verdict:
        return evaluate(
            asked.airframe, asked.scheme, system=system, slice_at_mm=asked.station_mm, ledger=rests, spread=rests,
            stations=STATIONS if rests else answers.MOVING_STATIONS, others=asked.others, middle=asked.middle,
        )  # fmt: skip

    if rests:
        return as_json(answers.told(("verdict", asked, system), verdict))
    with answers.one_at_a_time:
        return as_json(verdict())


@router.post("/stand", response={200: Stand, 422: Problems}, operation_id="stand")
def stand_of(request: HttpRequest, stand_question: StandQuestion) -> HttpResponse:
    """The whole aircraft in three views, a line for each part, its weight against the promise; saved or not."""
    return as_json(answers.stand_json(stand_question.file, units(request)))


@router.post("/balance", response={200: Balance, 422: Problems}, operation_id="balance")
def balance(request: HttpRequest, balance_question: BalanceQuestion) -> HttpResponse:
    """Where the aircraft balances, between what it may, and what brings it there; saved or not."""
    file, weighed, system = balance_question.file, balance_question.weighed, units(request)
    shown = [file.shown(name) for name in file.airframe.parts.there()]
    about = ("balance", file.airframe, shown, system, weighed)
    return as_json(answers.told(about, lambda: balance_of(file.airframe, shown, system, weighed)))


@router.post("/gear/read", response={200: Gear, 422: Problems}, operation_id="read_gear")
def gear_from_label(request: HttpRequest, gear_text: GearText) -> Gear:
    """One thing that is carried from what stands on its label, where it usually sits."""
    return read_gear(gear_text.text, gear_text.airframe, units(request))


@router.post("/gear/shelf", response={200: Gear, 422: Problems}, operation_id="gear_from_shelf")
def gear_from_the_shelf(request: HttpRequest, gear_from_shelf: GearFromShelf) -> Gear:
    """One thing of the shelf, put where its kind usually sits."""
    return from_shelf(gear_from_shelf.item, gear_from_shelf.airframe, units(request))


@router.post("/why", response={200: Working, 422: Problems}, operation_id="why")
def why_figure(request: HttpRequest, question: Question) -> HttpResponse:
    """The working of one figure of the verdict: inputs, formulas, sources, values in between."""
    told = why(
        question.airframe, question.scheme, question.figure, system=units(request), y_mm=question.station_mm,
        others=question.others,
    )  # fmt: skip
    return as_json(told)


@router.post("/slice", response={200: Slice, 422: Problems}, operation_id="slice")
def slice_at(request: HttpRequest, evaluation: Evaluation) -> HttpResponse:
    """The section at a station line that moves."""
    section = section_at(evaluation.airframe, evaluation.scheme, evaluation.station_mm or 0.0)
    return as_json(section)


@router.post("/offers", response={200: list[Offered], 422: Problems}, operation_id="offers")
def offer_pieces(request: HttpRequest, evaluation: Evaluation) -> list[Offered]:
    """What can be put into this wing: each kind drawn in it, its grams for each metre, good for and bad at."""
    return offers(evaluation.airframe, evaluation.scheme, units(request))


@router.get("/start", response={200: AirframeFile, 422: Problems}, operation_id="start")
def start(request: HttpRequest, use: Use) -> AirframeFile:
    """Sensible values for a new airframe, by how it is flown."""
    return start_airframe(use, "New airframe")


@router.post("/start/part", response={200: PartStart, 422: Problems}, operation_id="start_part")
def start_a_part(request: HttpRequest, part_wish: PartWish) -> PartStart:
    """The airframe with a tailplane or a fin of a usual size, and a first scheme for it."""
    airframe, scheme = start_part(part_wish.airframe, part_wish.part)
    return PartStart(airframe=airframe, scheme=scheme)


@router.post("/start/body", response={200: Body, 422: Problems}, operation_id="start_body")
def start_a_body(request: HttpRequest, body_wish: BodyWish) -> Body:
    """A body of a ready shape, sized to the wing."""
    return ready_body(body_wish.airframe, body_wish.shape)


@router.post("/start/joint", response={200: Joint, 422: Problems}, operation_id="start_joint")
def start_a_joint(request: HttpRequest, joint_wish: JointWish) -> Joint:
    """A joint of panels of another kind, in sizes that fit this part."""
    return usual_joint(joint_wish.airframe, joint_wish.part, joint_wish.panel, joint_wish.kind)


@router.post("/start/section", response={200: SectionStart, 422: Problems}, operation_id="start_section")
def start_a_section(request: HttpRequest, section_wish: SectionWish) -> SectionStart:
    """A section of another kind in usual sizes; its board or foam where that must change."""
    part = usual_section(section_wish.airframe, section_wish.part, section_wish.kind)
    return SectionStart(aerofoil=part.aerofoil, core=part.core)


@router.post("/suggest", response={200: list[Piece], 422: Problems}, operation_id="suggest")
def suggest_piece(request: HttpRequest, wish: PieceWish) -> list[Piece]:
    """A piece (or a pair) of a stock size that fits this wing."""
    return cast(list[Piece], suggest_pieces(wish.airframe, wish.scheme, wish.kind))
