"""A workshop's airframes: list, open, save, take out."""

from __future__ import annotations

from django.http import HttpRequest
from fletcher_core import AirframeFile, words_in
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from ..workshop import removal, storage
from ..workshop.models import Airframe
from ..workshop.reading import Unreadable
from .ids import Id
from .request_context import membership, person, signed_in, units
from .shapes import AirframesOut, Card, Conflict, Problems, RevisionOut, Save, Saved, UnreadableOut

router = Router(tags=["airframes"], auth=signed_in)


def _own(request: HttpRequest, airframe_id: Id) -> Airframe:
    found = membership(request).workshop.airframes.filter(pk=airframe_id).first()
    if found is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    return found


def _saved(airframe: Airframe) -> Saved:
    return Saved(id=airframe.pk, version=airframe.version, file=storage.file_of(airframe))


@router.get("", response=AirframesOut, operation_id="list_airframes")
def cards(request: HttpRequest) -> AirframesOut:
    found = AirframesOut(airframes=[], unreadable=[])
    for a in membership(request).workshop.airframes.prefetch_related("schemes").select_related("workshop"):
        try:
            storage.file_of(a)
            summary = storage.summary(a)
            use = a.document["flight"]["use"]
            card = Card(id=a.pk, name=a.name, version=a.version, updated=a.updated, use=use, **summary)
        except Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="airframe", id=a.pk, name=a.name, what=exc.what))
        else:
            found.airframes.append(card)
    return found


@router.post("", response={201: Saved, 422: Problems}, operation_id="create_airframe")
def create(request: HttpRequest, file: AirframeFile) -> Status[Saved]:
    airframe = storage.create(membership(request).workshop, file, person(request))
    return Status(201, _saved(airframe))


@router.get("/{int:airframe_id}", response={200: Saved, 404: Problems, 422: Problems}, operation_id="open_airframe")
def open_airframe(request: HttpRequest, airframe_id: Id) -> Saved:
    return _saved(_own(request, airframe_id))


@router.put(
    "/{int:airframe_id}",
    response={200: Saved, 404: Problems, 409: Conflict, 422: Problems},
    operation_id="save_airframe",
)
def save(request: HttpRequest, airframe_id: Id, save: Save) -> Saved:
    _own(request, airframe_id)
    airframe = storage.save(membership(request).workshop, airframe_id, save.file, save.based_on, person(request))
    return _saved(airframe)


@router.delete("/{int:airframe_id}", response={204: None, 404: Problems}, operation_id="delete_airframe")
def delete(request: HttpRequest, airframe_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    removal.remove(_own(request, airframe_id), person(request))
    return Status(204, None)


@router.get(
    "/{int:airframe_id}/revisions", response={200: list[RevisionOut], 404: Problems}, operation_id="list_revisions"
)
def revisions(request: HttpRequest, airframe_id: Id) -> list[RevisionOut]:
    """The newest first; a save without a change is not told, but for the newest, which is how it stands."""
    kept = _own(request, airframe_id).revisions.select_related("who").defer("document")[:200]
    return [
        words_in(
            RevisionOut(number=r.number, who=r.who.get_username() if r.who else "somebody", when=r.when, what=r.what),
            units(request),
        )
        for k, r in enumerate(kept)
        if r.what or k == 0
    ]


@router.get(
    "/{int:airframe_id}/revisions/{int:number}",
    response={200: AirframeFile, 404: Problems, 422: Problems},
    operation_id="open_revision",
)
def revision(request: HttpRequest, airframe_id: Id, number: Id) -> AirframeFile:
    """An earlier state, to look at or to go back to."""
    found = _own(request, airframe_id).revisions.filter(number=number).first()
    if found is None:
        raise HttpError(404, "There is no such state of this airframe.")
    return storage.read(membership(request).workshop, found.document, f"state {number}")
