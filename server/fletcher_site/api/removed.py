"""What was removed: seen and taken back for 30 days; and stored documents that cannot be read, as they are."""

from __future__ import annotations

import datetime
import json
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError

from ..workshop import removal, storage
from ..workshop.models import Airframe, LifeEntry, Repair, WeighIn
from .ids import Id
from .request_context import membership, person, signed_in, units
from .shapes import Problems, RemovedOut, TakenBack

router = Router(tags=["removed"], auth=signed_in)


@router.get("/removed", response=list[RemovedOut], operation_id="list_removed")
def list_removed(request: HttpRequest) -> list[RemovedOut]:
    """The latest first."""
    return [
        RemovedOut(
            kind=r.kind, id=r.row.pk, name=r.name, when=r.row.removed,
            who=r.row.removed_by.get_username() if r.row.removed_by else "somebody",
            until=r.row.removed + datetime.timedelta(days=removal.DAYS),
        )
        for r in removal.listed(membership(request).workshop, units(request))
    ]  # fmt: skip


@router.post(
    "/removed/{kind}/{int:row_id}/back",
    response={200: TakenBack, 404: Problems, 422: Problems},
    operation_id="take_back",
)
def take_back(request: HttpRequest, kind: removal.Kind, row_id: Id) -> TakenBack:
    """Put it back in its place."""
    name = removal.take_back(membership(request).workshop, kind, row_id, person(request))
    if name is None:
        raise HttpError(404, "There is nothing like that to take back.")
    return TakenBack(kind=kind, id=row_id, name=name)


#: stored documents that are told where they cannot be read
Table = Literal["airframe", "material", "stock", "bond", "weighing", "repair", "life"]


@router.get("/raw/{table}/{int:row_id}", response={200: None, 404: Problems}, operation_id="take_raw")
def take_raw(request: HttpRequest, table: Table, row_id: Id) -> HttpResponse:
    """A stored document as it is, readable or not; of an airframe with all its earlier states."""
    shop = membership(request).workshop
    rows: dict[Table, Any] = {
        "airframe": shop.airframes, "material": shop.materials, "stock": shop.stock, "bond": shop.bonds,
        "weighing": WeighIn.objects.filter(airframe__workshop=shop, airframe__removed__isnull=True),
        "repair": Repair.objects.filter(airframe__workshop=shop, airframe__removed__isnull=True),
        "life": LifeEntry.objects.filter(airframe__workshop=shop, airframe__removed__isnull=True),
    }  # fmt: skip
    row = rows[table].filter(pk=row_id).first()
    if row is None:
        raise HttpError(404, "There is no such document in this workshop.")
    document = row.document
    if isinstance(row, Airframe):
        states = [{"number": r.number, "document": r.document} for r in row.revisions.all()[:200]]
        document = {**storage.document_of(row), "states": states}
    answer = HttpResponse(json.dumps(document, indent=1, ensure_ascii=False), content_type="application/json")
    answer["Content-Disposition"] = f'attachment; filename="{table}-{row_id}-raw.json"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
