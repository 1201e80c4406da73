"""Files that people take away: of what lies on the bench, saved or not."""

from __future__ import annotations

import re
from typing import Literal

from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    AirframeFile,
    CoordinateAerofoil,
    Problem,
    Refused,
    System,
    evaluate,
    flat_pattern,
    ledger_csv,
    plan_svg,
    show_measure,
    slice_svg,
    write_aerofoil,
)
from ninja import Router
from pydantic import BaseModel, Field

from ..workshop import mending, own_materials
from ..workshop.models import Airframe, Workshop
from .request_context import about, membership, signed_in, units
from .shapes import Problems

router = Router(tags=["take away"], auth=signed_in)

Kind = Literal["airframe", "ledger", "plan", "plan-page", "slice", "slice-page", "pattern", "aerofoil"]
_TYPES = {"airframe": ("json", "application/json"), "ledger": ("csv", "text/csv; charset=utf-8"),
          "aerofoil": ("dat", "text/plain; charset=utf-8")}  # fmt: skip


class Wanted(BaseModel):
    """What to take away, of which scheme, and where along the span for a slice."""

    file: AirframeFile
    scheme_id: str = Field(max_length=40)
    what: Kind
    station_mm: float | None = Field(None, allow_inf_nan=False)


def _name(text: str) -> str:
    """Safe on every disk."""
    return re.sub(r"[^a-z0-9]+", "-", text.lower()).strip("-")[:60] or "airframe"


def _text(wanted: Wanted, system: System, workshop: Workshop, airframe: Airframe | None) -> str:
    file = wanted.file
    if wanted.what == "airframe":
        # with the workshop's own materials, so that it can be read anywhere
        file = file.model_copy(update={"materials": own_materials.named_in(workshop, file.model_dump_json())})
        if airframe is not None:
            more = {"repairs": mending.repairs_of(airframe), "life": mending.life_of(airframe)}
            file = file.model_copy(update=more)
        return file.model_dump_json(indent=1) + "\n"
    scheme = next((s for s in file.schemes if s.id == wanted.scheme_id), None)
    if scheme is None:
        raise Refused([Problem(("scheme_id",), "scheme", "There is no such scheme in this airframe.", "Choose one.")])
    if wanted.what == "aerofoil":
        aerofoil = file.airframe.part(scheme.part).aerofoil
        if not isinstance(aerofoil, CoordinateAerofoil):
            right = "A section by four digits or a flat plate is made from its figures."
            what = f"This {scheme.part}'s section came from no coordinate file."
            raise Refused([Problem(("what",), "aerofoil", what, right)])
        return write_aerofoil(aerofoil)
    if wanted.what == "pattern":
        return flat_pattern(file.airframe, scheme, system)
    verdict = evaluate(
        file.airframe,
        scheme,
        system=system,
        slice_at_mm=wanted.station_mm,
        ledger=wanted.what == "ledger",
        spread=False,
        others=file.beside(scheme.part),
    )
    if wanted.what == "ledger":
        return ledger_csv(verdict, system)
    size: Literal["true", "page"] = "page" if wanted.what.endswith("page") else "true"
    title = f"{file.airframe.name}, {scheme.name}"
    if wanted.what.startswith("plan"):
        return plan_svg(title, verdict.drawing.plan, size, system)
    section = verdict.drawing.slice
    return slice_svg(title, section, f"{show_measure(section.y_mm, 'length', system)} out", size, system)


@router.post("/take-away", response={200: None, 422: Problems}, operation_id="take_away")
def take_away(request: HttpRequest, wanted: Wanted) -> HttpResponse:
    """A file: the airframe as JSON, the ledger as CSV, plan or slice as SVG (1:1 or to fit a page), the flat
    pattern of a folded wing, the aerofoil."""
    ending, content = _TYPES.get(wanted.what, ("svg", "image/svg+xml"))
    shop = membership(request).workshop
    told = _text(wanted, units(request), shop, about(request, shop))
    answer = HttpResponse(told, content_type=content)
    stem = _name(
        f"{wanted.file.airframe.name}-{wanted.what}" if wanted.what != "airframe" else wanted.file.airframe.name
    )
    answer["Content-Disposition"] = f'attachment; filename="{stem}.{ending}"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
