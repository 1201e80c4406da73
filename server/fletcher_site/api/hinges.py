"""Control surfaces and their hinges: judged, ranked, drawn as they swing, with a paper gauge for the bevel."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from fletcher_core.catalogue import catalogue
from fletcher_core.formats import bevel_gauge_svg
from fletcher_core.hinges import (
    HingeQuestion,
    RankedHinge,
    SurfaceQuestion,
    SurfaceVerdict,
    Throw,
    choose_hinge,
    drawn,
    judge,
    throw_of,
)
from fletcher_core.hinges.choose import Made
from fletcher_core.model import Problem, Refused
from ninja import Router, Schema
from pydantic import BaseModel, Field

from .shapes import Problems
from .who import signed_in, units

router = Router(tags=["hinges"], auth=signed_in)


class SurfaceAsked(BaseModel):
    """A surface, what its hinge is made in, and how far it is swung in the drawing (down is above zero)."""

    surface: SurfaceQuestion
    made: Made = Field("foam", json_schema_extra={"label": "hinged in"})
    keeps: Literal["days", "a season", "years"] = "a season"
    outdoors: bool = False
    hinge: str | None = Field(None, max_length=40, json_schema_extra={"label": "hinge"})
    at_deg: float = Field(0.0, ge=-90, le=90, allow_inf_nan=False, json_schema_extra={"label": "swung"})


class Swung(Schema):
    """Polygons [x, z] in mm, the hinge at the origin: the wing's edge, and the surface as it is swung."""

    hinge: str
    label: str
    throw: Throw
    bevel_deg: float
    gap_mm: float
    at_deg: float
    polygons: list[list[tuple[float, float]]]


class SurfaceAnswer(Schema):
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


@router.post("/surface", response={200: SurfaceAnswer, 422: Problems}, operation_id="judge_surface")
def judge_surface(request: HttpRequest, surface_asked: SurfaceAsked) -> SurfaceAnswer:
    """The surface judged at full throw and top speed, its hinges ranked, the chosen one (or the best) drawn."""
    q = surface_asked.surface
    foam = catalogue().foam.get(q.made)
    if foam is None and q.made not in catalogue().stock:
        what = "This is not in the list."
        raise Refused([Problem(("surface", "made"), "of", what, "Choose a foam or a wood from it.")])
    verdict = judge(q)
    ranked = choose_hinge(
        HingeQuestion(
            made=surface_asked.made, length_mm=q.length_mm, depth_mm=q.depth_mm, throw_deg=q.throw_deg,
            moment_Nmm=min(20_000.0, verdict.moment_Nmm), servo_Nmm=min(50_000.0, verdict.servo_at_surface_Nmm),
            white_board=foam is not None and foam.glue_family in ("eps", "xps"), keeps=surface_asked.keeps,
            outdoors=surface_asked.outdoors,
        )
    )  # fmt: skip
    taken = next((r for r in ranked if r.hinge == surface_asked.hinge), ranked[0])
    how = catalogue().hinge[taken.hinge].how
    throw = throw_of(how, q.depth_mm, taken.bevel_deg, taken.gap_mm)
    at = min(max(surface_asked.at_deg, -throw.up), throw.down)
    swung = Swung(
        hinge=taken.hinge, label=taken.label, throw=throw, bevel_deg=taken.bevel_deg, gap_mm=taken.gap_mm, at_deg=at,
        polygons=drawn(how, q.depth_mm, q.chord_mm, taken.bevel_deg, taken.gap_mm, at),
    )  # fmt: skip
    return SurfaceAnswer(verdict=verdict, hinges=ranked, swung=swung)


@router.post("/surface/gauge", response={200: None, 422: Problems}, operation_id="bevel_gauge")
def gauge(request: HttpRequest, gauge_asked: Gauge) -> HttpResponse:
    """A paper gauge for the bevel, SVG at 1:1 with a ruler."""
    text = bevel_gauge_svg(gauge_asked.bevel_deg, gauge_asked.depth_mm, units(request))
    answer = HttpResponse(text, content_type="image/svg+xml")
    answer["Content-Disposition"] = f'attachment; filename="bevel-{gauge_asked.bevel_deg:g}-degrees.svg"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
