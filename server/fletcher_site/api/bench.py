"""Answers that need no saved document: catalogue, measures, aerofoils, evaluation."""

from __future__ import annotations

import threading
from functools import lru_cache
from typing import Any, get_args

from django.http import HttpRequest, HttpResponse
from fletcher_core.answer.picker import Offer, offers
from fletcher_core.answer.suggest import start, suggest
from fletcher_core.answer.verdict import Slice, Verdict, Working
from fletcher_core.catalogue import Spread, catalogue
from fletcher_core.evaluate import evaluate, section_at, why
from fletcher_core.formats import read_aerofoil
from fletcher_core.loads import PRESETS
from fletcher_core.model import (
    PIECES,
    Airframe,
    AirframeFile,
    ControlSurface,
    CoordinateAerofoil,
    Core,
    FlatPlate,
    Flight,
    Joint,
    NacaAerofoil,
    Panel,
    Piece,
    Problem,
    Refused,
    Seat,
)
from fletcher_core.model.airframe import Use
from fletcher_core.units import Kind, MeasureError, parse, show
from ninja import Router
from pydantic import BaseModel

from .shapes import AerofoilText, CatalogueOut, Choice, Evaluation, MeasureOut, PieceWish, PresetOut, Problems, Question
from .who import signed_in, units

router = Router(tags=["bench"], auth=signed_in)

#: threads that compute side by side in one process only take turns at each other's cost; in a row they are quicker
_one_at_a_time = threading.Lock()

#: along the half span; while something moves, every second is enough to see where it goes
STATIONS, MOVING_STATIONS = 61, 31

_DESCRIBED: tuple[type[BaseModel], ...] = (
    Airframe, Flight, Panel, Joint, Seat, ControlSurface, NacaAerofoil, FlatPlate, Core, *PIECES,
)  # fmt: skip


@lru_cache(maxsize=1)
def _limits() -> dict[str, dict[str, dict[str, Any]]]:
    """Label, quantity, limits and default of every field, by model, for forms."""
    kept = ("label", "quantity", "minimum", "maximum", "default", "enum", "table")
    table = {}
    for model in _DESCRIBED:
        fields = {}
        for name, node in model.model_json_schema()["properties"].items():
            flat = {**next((o for o in node.get("anyOf", []) if o.get("type") != "null"), {}), **node}
            fields[name] = {k: flat[k] for k in kept if k in flat}
        kind = fields.get("kind", {}).get("default")
        table[str(kind) if model in PIECES else model.__name__] = fields
    return table


def _choices(table: dict[str, Any]) -> list[Choice]:
    found = []
    for key, entry in table.items():
        figures = {k: list(v) for k, v in entry if isinstance(v, Spread)}
        tags = {
            k: str(v)
            for k, v in entry
            if k in ("glue_family", "flex", "gap", "needs", "eps", "xps", "epp", "epo", "pp", "open", "handle", "fly")
            and v is not None
        }
        if hasattr(entry, "paper_faced"):
            tags["paper_faced"] = "yes" if entry.paper_faced else "no"
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
    cat = catalogue()
    return CatalogueOut(
        foam=_choices(cat.foam), board=_choices(cat.board), stock=_choices(cat.stock), skin=_choices(cat.skin),
        glue=_choices(cat.glue), cord=_choices(cat.cord), cloth=_choices(cat.cloth),
        presets=[PresetOut(**vars(p)) for p in PRESETS.values()], limits=_limits(),
    )  # fmt: skip


@router.get("/measure", response={200: MeasureOut, 422: Problems}, operation_id="measure")
def measure(request: HttpRequest, text: str, kind: str) -> MeasureOut:
    """Read a length, weight or speed as it was typed, in the person's units."""
    if kind not in get_args(Kind):
        raise Refused([Problem(("kind",), "kind", "This is no kind of measure.", ", ".join(get_args(Kind)))])
    quantity: Kind = kind  # type: ignore[assignment]
    try:
        value = parse(text[:60], quantity, units(request))
    except MeasureError as exc:
        raise Refused([Problem(("text",), "measure", f"{exc}.".replace("{", "(").replace("}", ")"), "")]) from exc
    return MeasureOut(value=value, shown=show(value, quantity, units(request)))


@router.post("/aerofoil", response={200: CoordinateAerofoil, 422: Problems}, operation_id="read_aerofoil")
def aerofoil(request: HttpRequest, aerofoil: AerofoilText) -> CoordinateAerofoil:
    """Read a coordinate file in either layout."""
    return read_aerofoil(aerofoil.text, aerofoil.name)


@router.post("/evaluate", response={200: Verdict, 422: Problems}, operation_id="evaluate")
def evaluate_scheme(request: HttpRequest, evaluation: Evaluation) -> HttpResponse:
    """The verdict on an airframe and a scheme, saved or not."""
    rests = not evaluation.moving
    with _one_at_a_time:
        verdict = evaluate(
            evaluation.airframe, evaluation.scheme, system=units(request), slice_at_mm=evaluation.station_mm,
            ledger=rests, spread=rests, stations=STATIONS if rests else MOVING_STATIONS,
        )  # fmt: skip
    # the verdict is a validated model already; writing it once more through the router would double the time
    return HttpResponse(verdict.model_dump_json(), content_type="application/json")


@router.post("/why", response={200: Working, 422: Problems}, operation_id="why")
def why_figure(request: HttpRequest, question: Question) -> HttpResponse:
    """The working of one figure of the verdict: inputs, formulas, sources, values in between."""
    told = why(question.airframe, question.scheme, question.figure, system=units(request), y_mm=question.station_mm)
    return HttpResponse(told.model_dump_json(), content_type="application/json")


@router.post("/slice", response={200: Slice, 422: Problems}, operation_id="slice")
def slice_at(request: HttpRequest, evaluation: Evaluation) -> HttpResponse:
    """The section at a station line that moves."""
    section = section_at(evaluation.airframe, evaluation.scheme, evaluation.station_mm or 0.0)
    return HttpResponse(section.model_dump_json(), content_type="application/json")


@router.post("/offers", response={200: list[Offer], 422: Problems}, operation_id="offers")
def offer_pieces(request: HttpRequest, evaluation: Evaluation) -> list[Offer]:
    """What can be put into this wing: each kind drawn in it, its grams for each metre, good for and bad at."""
    return offers(evaluation.airframe, evaluation.scheme, units(request))


@router.get("/start", response={200: AirframeFile, 422: Problems}, operation_id="start")
def start_airframe(request: HttpRequest, use: Use) -> AirframeFile:
    """Sensible values for a new airframe, by how it is flown."""
    return start(use, "New airframe")


@router.post("/suggest", response={200: list[Piece], 422: Problems}, operation_id="suggest")
def suggest_piece(request: HttpRequest, wish: PieceWish) -> list[Piece]:
    """A piece (or a pair) of a stock size that fits this wing."""
    return suggest(wish.airframe, wish.scheme, wish.kind)
