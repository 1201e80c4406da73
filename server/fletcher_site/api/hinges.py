"""Control surfaces and their hinges: judged, ranked, drawn as they swing, with a paper gauge for the bevel."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    Airframe,
    Mark,
    Problem,
    RankedHinge,
    Refused,
    SurfaceName,
    SurfaceQuestion,
    SurfaceVerdict,
    System,
    Throw,
    bevel_gauge_svg,
    current_catalogue,
    hinge_marks,
    hinges_for,
    judge_surface,
    part_of,
    surface_of,
    swung_polygons,
    throw_of,
    words_in,
    working_in,
)
from ninja import Router, Schema
from pydantic import BaseModel, Field

from .request_context import signed_in, units
from .shapes import Problems

router = Router(tags=["hinges"], auth=signed_in)


class Swing(BaseModel):
    """How far the surface is swung in the drawing (down is above zero), in degrees."""

    at_deg: float = Field(0.0, ge=-90, le=90, allow_inf_nan=False, json_schema_extra={"label": "swung"})


class SurfaceAsked(Swing):
    """A surface by itself, and what its hinge must be."""

    surface: SurfaceQuestion
    keeps: Literal["days", "a season", "years"] = "a season"
    outdoors: bool = False
    hinge: str | None = Field(None, max_length=40, json_schema_extra={"label": "hinge"})


class WingSurface(Swing):
    """A surface of a wing as it lies on the bench; `wing_hz` are the wing's first bending and twist, as evaluated."""

    airframe: Airframe
    which: SurfaceName
    wing_hz: tuple[float, float] | None = None


class Swung(Schema):
    """Polygons [x, z] in mm, the hinge at the origin: the wing's edge, and the surface as it is swung."""

    hinge: str
    label: str
    throw: Throw
    bevel_deg: float
    gap_mm: float
    at_deg: float
    polygons: list[list[tuple[float, float]]]
    #: the hinge itself
    marks: list[Mark]


class SurfaceAnswer(Schema):
    question: SurfaceQuestion
    verdict: SurfaceVerdict
    hinges: list[RankedHinge]
    swung: Swung


class Gauge(BaseModel):
    bevel_deg: float = Field(
        ge=1, le=75, allow_inf_nan=False, json_schema_extra={"label": "bevel", "quantity": "angle"}
    )
    depth_mm: float = Field(
        ge=0.5, le=60, allow_inf_nan=False, json_schema_extra={"label": "depth at the hinge", "quantity": "length"}
    )


def _answer(
    system: System, q: SurfaceQuestion, keeps: str, outdoors: bool, hinge: str | None, at_deg: float,
    wing_hz: tuple[float, float] | None = None,
) -> SurfaceAnswer:  # fmt: skip
    """Judged at full throw and top speed, its hinges ranked, the chosen one (or the best) drawn."""
    if hinge is not None and hinge not in current_catalogue().hinge:
        raise Refused([Problem(("hinge",), "hinge", "There is no such hinge.", "Choose one from the list.")])
    judged = judge_surface(q, wing_hz)
    told = {figure: working_in(working, system) for figure, working in judged.workings.items()}
    verdict = words_in(judged.model_copy(update={"workings": {}}), system).model_copy(update={"workings": told})
    ranked = [words_in(hinge, system) for hinge in hinges_for(q, verdict, keeps, outdoors)]
    taken = next((r for r in ranked if r.hinge == hinge), ranked[0])
    how, seen = current_catalogue().hinge[taken.hinge].how, current_catalogue().hinge[taken.hinge].seen
    throw = throw_of(how, q.depth_mm, taken.bevel_deg, taken.gap_mm)
    at = min(max(at_deg, -throw.up), throw.down)
    swung = Swung(
        hinge=taken.hinge, label=taken.label, throw=throw, bevel_deg=taken.bevel_deg, gap_mm=taken.gap_mm, at_deg=at,
        polygons=swung_polygons(how, q.depth_mm, q.chord_mm, taken.bevel_deg, taken.gap_mm, at),
        marks=hinge_marks(seen, q.depth_mm, taken.gap_mm, at),
    )  # fmt: skip
    return SurfaceAnswer(question=q, verdict=verdict, hinges=ranked, swung=swung)


@router.post("/surface", response={200: SurfaceAnswer, 422: Problems}, operation_id="judge_surface")
def judge(request: HttpRequest, surface_asked: SurfaceAsked) -> SurfaceAnswer:
    """A surface by itself."""
    asked = surface_asked
    return _answer(units(request), asked.surface, asked.keeps, asked.outdoors, asked.hinge, asked.at_deg)


@router.post("/surface/wing", response={200: SurfaceAnswer, 422: Problems}, operation_id="judge_wing_surface")
def judge_wing_surface(request: HttpRequest, wing_surface: WingSurface) -> SurfaceAnswer:
    """A surface of the wing on the bench, saved or not."""
    asked = wing_surface
    q = surface_of(asked.airframe, asked.which)
    surface = part_of(asked.airframe, asked.which)[1].surfaces[asked.which]
    return _answer(units(request), q, surface.keeps, surface.outdoors, surface.hinge, asked.at_deg, asked.wing_hz)


@router.post("/surface/gauge", response={200: None, 422: Problems}, operation_id="bevel_gauge")
def gauge(request: HttpRequest, gauge_asked: Gauge) -> HttpResponse:
    """A paper gauge for the bevel, SVG at 1:1 with a ruler."""
    text = bevel_gauge_svg(gauge_asked.bevel_deg, gauge_asked.depth_mm, units(request))
    answer = HttpResponse(text, content_type="image/svg+xml")
    answer["Content-Disposition"] = f'attachment; filename="bevel-{gauge_asked.bevel_deg:g}-degrees.svg"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
