"""The API object, its routers, and how faults are told."""

from __future__ import annotations

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse
from fletcher_core import MOST_FAULTS, Refused, explain, plainly, the_rest
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, Throttled, ValidationError, ValidationErrorContext
from pydantic import BaseModel

from .. import faults
from ..door import Reader
from ..workshop.reading import Unreadable
from ..workshop.storage import Stale, file_of
from . import (
    glue,
    hinges,
    materials,
    mend_search,
    mounts,
    removed,
    repairs,
    scale,
    search,
    shapes,
    shelf,
    takeaway,
    weighing,
)
from .airframes import router as airframes
from .bench import router as bench
from .request_context import units
from .session import router as session


class SpeakingAPI(NinjaAPI):
    """Keeps what was sent with each fault, so that a message can repeat it."""

    def validation_error_from_error_contexts(
        self, error_contexts: list[ValidationErrorContext[Any]]
    ) -> ValidationError:
        told = ValidationError(
            [
                {**error, "loc": (context.model.__ninja_param_source__, *loc), "model": _body_of(context.model, loc)}
                for context in error_contexts
                for error in context.pydantic_validation_error.errors(include_url=False)[:MOST_FAULTS]
                for loc in [_unflattened(context.model, error["loc"])]
            ]
        )
        told.count = sum(c.pydantic_validation_error.error_count() for c in error_contexts)  # type: ignore[attr-defined]
        return told


def _unflattened(model: Any, loc: tuple[str | int, ...]) -> tuple[str | int, ...]:
    found: tuple[str | int, ...] = model.__ninja_flatten_map_reverse__.get(loc, loc)
    return found


def _body_of(model: Any, loc: tuple[str | int, ...]) -> type[BaseModel] | None:
    """The model of the body that a fault lies in, as the endpoint itself asks for it."""
    field = model.model_fields.get(str(loc[0])) if loc else None
    asked = field.annotation if field is not None else None
    return asked if isinstance(asked, type) and issubclass(asked, BaseModel) else None


api = SpeakingAPI(title="Fletcher", version="1", docs_url=None, urls_namespace="api", parser=Reader())
api.add_router("/", session)
api.add_router("/", bench)
api.add_router("/", mounts.router)
api.add_router("/airframes", airframes)
api.add_router("/airframes", weighing.router)
api.add_router("/airframes", repairs.kept)
api.add_router("/", repairs.router)
api.add_router("/", mend_search.router)
api.add_router("/", takeaway.router)
api.add_router("/", materials.router)
api.add_router("/", shelf.router)
api.add_router("/", search.router)
api.add_router("/", glue.router)
api.add_router("/", hinges.router)
api.add_router("/", removed.router)
api.add_router("/", scale.router)


def _answer(request: HttpRequest, problems: list[dict[str, str]], status: int = 422) -> HttpResponse:
    first = problems[0] if problems else {"label": "This", "what": "cannot be used.", "right": ""}
    message = f"{first['label'][:1].upper()}{first['label'][1:]}: {first['what']} {first['right']}".strip()
    return api.create_response(request, faults.body(request, message, problems), status=status)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, exc: ValidationError) -> HttpResponse:
    if any(error["loc"][0] == "path" for error in exc.errors):
        return api.create_response(request, faults.body(request, "There is no such address here."), status=404)
    said: list[dict[str, str]] = []
    bodies: dict[type[BaseModel], list[dict[str, Any]]] = {}
    for error in exc.errors:
        source, *rest = error["loc"]
        name, model = str(rest[0]) if rest else "", error.get("model")
        if source == "body" and model is not None:
            bodies.setdefault(model, []).append({**error, "loc": tuple(rest[1:])})
        elif len(said) < MOST_FAULTS:
            what, right = plainly(error)
            said.append({"field": name, "label": name.replace("_", " ") or "request", "what": what, "right": right})
    for model, errors in bodies.items():
        said += explain(errors, model, units(request))
    said += the_rest(exc.count - len(exc.errors))  # type: ignore[attr-defined]
    return _answer(request, said)


@api.exception_handler(Refused)
def _refused(request: HttpRequest, exc: Refused) -> HttpResponse:
    return _answer(request, [p.said(units(request)) for p in exc.problems[:MOST_FAULTS]])


@api.exception_handler(Stale)
def _stale(request: HttpRequest, exc: Stale) -> HttpResponse:
    who = exc.latest.who.get_username() if exc.latest.who else "somebody"
    try:
        latest = file_of(exc.airframe)
    except Unreadable as unread:
        return _unreadable(request, unread)
    body = shapes.Conflict(
        id=faults.body(request, "")["id"],
        message=f"{who} saved this airframe after you opened it.",
        version=exc.airframe.version, who=who, when=exc.latest.when, changed=exc.changed, file=latest,
    )  # fmt: skip
    return api.create_response(request, body.model_dump(mode="json"), status=409)


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, exc: RequestDataTooBig) -> HttpResponse:
    said = {"field": "", "label": "request", "what": "It is larger than 16 MB.", "right": "Send less at once."}
    return _answer(request, [said], status=413)


@api.exception_handler(Unreadable)
def _unreadable(request: HttpRequest, exc: Unreadable) -> HttpResponse:
    right = "It is kept as it is; take the raw file away from the list."
    said = {"field": "", "label": exc.name or "document", "what": f"It cannot be read. {exc.what}", "right": right}
    return _answer(request, [said])


@api.exception_handler(HttpError)
def _http(request: HttpRequest, exc: HttpError) -> HttpResponse:
    if isinstance(exc.__cause__, Refused):  # what the door said of the body
        return _refused(request, exc.__cause__)
    return api.create_response(request, faults.body(request, str(exc)), status=exc.status_code)


@api.exception_handler(AuthenticationError)
def _nobody(request: HttpRequest, exc: AuthenticationError) -> HttpResponse:
    said = "You are not signed in, or no longer. What you typed is kept on your screen."
    return api.create_response(request, faults.body(request, said), status=401)


@api.exception_handler(Throttled)
def _too_often(request: HttpRequest, exc: Throttled) -> HttpResponse:
    answer = api.create_response(request, faults.body(request, "Too often: wait a little and try again."), status=429)
    answer.headers["Retry-After"] = str(exc.wait or 60)
    return answer


@api.exception_handler(Exception)
def _unforeseen(request: HttpRequest, exc: Exception) -> HttpResponse:
    return faults.answer(request, exc)
