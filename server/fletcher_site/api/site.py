"""The API object, its routers, and how faults are told."""

from __future__ import annotations

import logging
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse
from fletcher_core.joints import BondTest, SpliceQuestion
from fletcher_core.joints.lap_length import LapQuestion
from fletcher_core.model import AirframeFile, Refused, explain
from fletcher_core.shelf import ShelfItem
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError, ValidationErrorContext
from pydantic import BaseModel

from ..workshop.storage import Stale, file_of
from . import glue, hinges, materials, search, shapes, shelf, takeaway
from .airframes import router as airframes
from .bench import router as bench
from .session import router as session
from .who import units

log = logging.getLogger(__name__)


class SpeakingAPI(NinjaAPI):
    """Keeps what was sent with each fault, so that a message can repeat it."""

    def validation_error_from_error_contexts(self, error_contexts: list[ValidationErrorContext]) -> ValidationError:
        return ValidationError(
            [
                {**error, "loc": (context.model.__ninja_param_source__, *_unflattened(context.model, error["loc"]))}
                for context in error_contexts
                for error in context.pydantic_validation_error.errors(include_url=False)
            ]
        )


def _unflattened(model: Any, loc: tuple[str | int, ...]) -> tuple[str | int, ...]:
    found: tuple[str | int, ...] = model.__ninja_flatten_map_reverse__.get(loc, loc)
    return found


api = SpeakingAPI(title="Fletcher", version="1", docs_url=None, urls_namespace="api")
api.add_router("/", session)
api.add_router("/", bench)
api.add_router("/airframes", airframes)
api.add_router("/", takeaway.router)
api.add_router("/", materials.router)
api.add_router("/", shelf.router)
api.add_router("/", search.router)
api.add_router("/", glue.router)
api.add_router("/", hinges.router)

#: name of a body parameter -> its model, for telling faults at their fields
_BODIES: dict[str, type[BaseModel]] = {
    "sign_in": shapes.SignIn,
    "account": shapes.NewAccount,
    "choice": shapes.UnitChoice,
    "aerofoil": shapes.AerofoilText,
    "evaluation": shapes.Evaluation,
    "question": shapes.Question,
    "wanted": takeaway.Wanted,
    "wish": shapes.PieceWish,
    "save": shapes.Save,
    "file": AirframeFile,
    "material": shapes.NewMaterial,
    "item": ShelfItem,
    "label": shapes.LabelText,
    "table": shapes.CsvText,
    "money": shapes.Money,
    "shelf_question": shapes.ShelfQuestion,
    "search_question": shapes.SearchQuestion,
    "asked": shapes.SavedScheme,
    "glue_question": glue.GlueQuestion,
    "lap_question": LapQuestion,
    "bond_test": BondTest,
    "joints_asked": glue.JointsAsked,
    "splice_question": SpliceQuestion,
    "picture": glue.Picture,
    "surface_asked": hinges.SurfaceAsked,
    "wing_surface": hinges.WingSurface,
    "gauge_asked": hinges.Gauge,
}


def _answer(request: HttpRequest, problems: list[dict[str, str]], status: int = 422) -> HttpResponse:
    first = problems[0] if problems else {"label": "This", "what": "cannot be used.", "right": ""}
    message = f"{first['label'][:1].upper()}{first['label'][1:]}: {first['what']} {first['right']}".strip()
    return api.create_response(request, {"message": message, "problems": problems}, status=status)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, exc: ValidationError) -> HttpResponse:
    said: list[dict[str, str]] = []
    for error in exc.errors:
        source, *rest = error["loc"]
        name = str(rest[0]) if rest else ""
        model = _BODIES.get(name) if source == "body" else None
        if model is None:
            said.append({"field": name, "label": name or "request", "what": str(error["msg"]), "right": ""})
        else:
            said += explain([{**error, "loc": tuple(rest[1:])}], model, units(request))
    return _answer(request, said)


@api.exception_handler(Refused)
def _refused(request: HttpRequest, exc: Refused) -> HttpResponse:
    return _answer(request, [p.said(units(request)) for p in exc.problems])


@api.exception_handler(Stale)
def _stale(request: HttpRequest, exc: Stale) -> HttpResponse:
    who = exc.latest.who.get_username() if exc.latest.who else "somebody"
    body = shapes.Conflict(
        message=f"{who} saved this airframe after you opened it.",
        version=exc.airframe.version, who=who, when=exc.latest.when, changed=exc.changed, file=file_of(exc.airframe),
    )  # fmt: skip
    return api.create_response(request, body.model_dump(mode="json"), status=409)


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, exc: RequestDataTooBig) -> HttpResponse:
    said = {"field": "", "label": "request", "what": "It is larger than 16 MB.", "right": "Send less at once."}
    return _answer(request, [said], status=413)


@api.exception_handler(HttpError)
def _http(request: HttpRequest, exc: HttpError) -> HttpResponse:
    return api.create_response(request, {"message": str(exc), "problems": []}, status=exc.status_code)


@api.exception_handler(Exception)
def _unforeseen(request: HttpRequest, exc: Exception) -> HttpResponse:
    log.exception("unforeseen fault at %s", request.path)
    body: dict[str, Any] = {
        "message": "Something broke here. What you typed is kept on your screen; try again.",
        "problems": [],
    }
    return api.create_response(request, body, status=500)
