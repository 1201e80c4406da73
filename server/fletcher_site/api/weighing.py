"""Weighings of an airframe's parts and gear: kept one by one with who and when, taken back, never written over."""

from __future__ import annotations

from datetime import datetime

from django.http import HttpRequest
from fletcher_core import Refused, Weighed, question_of
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import BaseModel, Field

from ..workshop import locks, quota, reading, removal
from ..workshop.models import Airframe
from ..workshop.models import WeighIn as Row
from .ids import Id
from .request_context import membership, person, signed_in
from .shapes import Problems, UnreadableOut

router = Router(tags=["weighings"], auth=signed_in)


class WeighInOut(Schema):
    id: int
    weighed: Weighed
    note: str
    when: datetime
    who: str


class WeighInsOut(Schema):
    """In the order in which they were weighed."""

    weighings: list[WeighInOut]
    unreadable: list[UnreadableOut]


class WeighInWish(BaseModel):
    weighed: Weighed
    note: str = Field("", max_length=200)
    #: the person was asked about a weight far from its plan, and keeps it
    sure: bool = False


def _airframe(request: HttpRequest, airframe_id: int) -> Airframe:
    found = membership(request).workshop.airframes.filter(pk=airframe_id).first()
    if found is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    return found


def _out(row: Row) -> WeighInOut:
    weighed = reading.read(Weighed, row.document, f"weighing of {row.when.date().isoformat()}")
    return WeighInOut(
        id=row.pk, weighed=weighed, note=row.note, when=row.when,
        who=row.who.get_username() if row.who else "somebody",
    )  # fmt: skip


@router.get(
    "/{int:airframe_id}/weighings", response={200: WeighInsOut, 404: Problems}, operation_id="list_weighings"
)  # fmt: skip
def weighings(request: HttpRequest, airframe_id: Id) -> WeighInsOut:
    found = WeighInsOut(weighings=[], unreadable=[])
    for row in _airframe(request, airframe_id).weigh_ins.select_related("who"):
        try:
            found.weighings.append(_out(row))
        except reading.Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="weighing", id=row.pk, name=exc.name, what=exc.what))
    return found


@router.post(
    "/{int:airframe_id}/weighings", response={201: WeighInOut, 404: Problems, 422: Problems},
    operation_id="add_weighing",
)  # fmt: skip
def weigh(request: HttpRequest, airframe_id: Id, weighing: WeighInWish) -> Status[WeighInOut]:
    airframe, shop = _airframe(request, airframe_id), membership(request).workshop
    asked = None if weighing.sure else question_of(weighing.weighed)
    if asked is not None:
        raise Refused([asked])
    document = weighing.weighed.model_dump(mode="json")
    with locks.of_workshop(shop.pk):
        if airframe.weigh_ins.count() >= quota.WEIGHINGS:
            raise quota.full("weighings", quota.WEIGHINGS, "weighings of this airframe")
        quota.spend(shop, len(str(document)) + len(weighing.note))
        row = airframe.weigh_ins.create(document=document, note=weighing.note, who=person(request))
    return Status(201, _out(row))


@router.delete(
    "/{int:airframe_id}/weighings/{int:weighing_id}", response={204: None, 404: Problems},
    operation_id="remove_weighing",
)  # fmt: skip
def undo(request: HttpRequest, airframe_id: Id, weighing_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    row = _airframe(request, airframe_id).weigh_ins.filter(pk=weighing_id).first()
    if row is None:
        raise HttpError(404, "There is no such weighing.")
    removal.remove(row, person(request))
    return Status(204, None)
