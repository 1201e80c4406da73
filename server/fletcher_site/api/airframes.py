"""A workshop's airframes: list, open, save, take out."""

from __future__ import annotations

from django.http import HttpRequest
from fletcher_core.model import AirframeFile
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from ..workshop import storage
from ..workshop.models import Airframe
from .shapes import Card, Conflict, Problems, RevisionOut, Save, Saved
from .who import membership, signed_in

router = Router(tags=["airframes"], auth=signed_in)


def _own(request: HttpRequest, airframe_id: int) -> Airframe:
    found = membership(request).workshop.airframes.filter(pk=airframe_id).first()
    if found is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    return found


def _saved(airframe: Airframe) -> Saved:
    return Saved(id=airframe.pk, version=airframe.version, file=storage.file_of(airframe))


@router.get("", response=list[Card], operation_id="list_airframes")
def cards(request: HttpRequest) -> list[Card]:
    return [
        Card(
            id=a.pk, name=a.name, version=a.version, updated=a.updated,
            use=a.document["flight"]["use"], **storage.summary(a),
        )
        for a in membership(request).workshop.airframes.all()
    ]  # fmt: skip


@router.post("", response={201: Saved, 422: Problems}, operation_id="create_airframe")
def create(request: HttpRequest, file: AirframeFile) -> Status[Saved]:
    airframe = storage.create(membership(request).workshop, file, request.user)
    return Status(201, _saved(airframe))


@router.get("/{airframe_id}", response={200: Saved, 404: Problems}, operation_id="open_airframe")
def open_airframe(request: HttpRequest, airframe_id: int) -> Saved:
    return _saved(_own(request, airframe_id))


@router.put(
    "/{airframe_id}",
    response={200: Saved, 404: Problems, 409: Conflict, 422: Problems},
    operation_id="save_airframe",
)
def save(request: HttpRequest, airframe_id: int, save: Save) -> Saved:
    _own(request, airframe_id)
    airframe = storage.save(membership(request).workshop, airframe_id, save.file, save.based_on, request.user)
    return _saved(airframe)


@router.delete("/{airframe_id}", response={204: None, 404: Problems}, operation_id="delete_airframe")
def delete(request: HttpRequest, airframe_id: int) -> Status[None]:
    _own(request, airframe_id).delete()
    return Status(204, None)


@router.get("/{airframe_id}/revisions", response=list[RevisionOut], operation_id="list_revisions")
def revisions(request: HttpRequest, airframe_id: int) -> list[RevisionOut]:
    return [
        RevisionOut(number=r.number, who=r.who.get_username() if r.who else "somebody", when=r.when, what=r.what)
        for r in _own(request, airframe_id).revisions.select_related("who").defer("document")[:200]
    ]


@router.get(
    "/{airframe_id}/revisions/{number}", response={200: AirframeFile, 404: Problems}, operation_id="open_revision"
)
def revision(request: HttpRequest, airframe_id: int, number: int) -> AirframeFile:
    """An earlier state, to look at or to go back to."""
    found = _own(request, airframe_id).revisions.filter(number=number).first()
    if found is None:
        raise HttpError(404, "There is no such state of this airframe.")
    return AirframeFile.model_validate(found.document)
