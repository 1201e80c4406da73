"""The stock shelf: what is in the shop, what a scheme needs of it, reserving and using it up."""

from __future__ import annotations

import datetime

from django.http import HttpRequest, HttpResponse
from fletcher_core import AirframeFile, Problem, Refused, ShelfItem, ago, read_csv, read_label, write_csv
from fletcher_core import Scheme as SchemeModel
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status

from ..workshop import locks, reading, removal, shelf, storage
from ..workshop.models import Airframe, Reservation, StockItem
from .ids import Id
from .request_context import membership, person, signed_in, units
from .shapes import (
    Box,
    CsvText,
    LabelText,
    Money,
    Problems,
    Reserved,
    SavedScheme,
    ShelfAnswer,
    ShelfItemOut,
    ShelfOut,
    ShelfQuestion,
    UnreadableOut,
)

router = Router(tags=["shelf"], auth=signed_in)

#: a glue that was opened longer ago is tried first, days: what is said to be a year old is (own estimate)
OLD = 330


def warning(item: ShelfItem) -> str:
    """What to mind about a thing on the shelf; empty where there is nothing."""
    if item.form == "glue" and item.opened and (datetime.date.today() - item.opened).days > OLD:
        return f"Opened {ago(item.opened)}: glue a scrap first."
    return "None left." if item.count == 0 else ""


def _out(row: StockItem, request: HttpRequest, held: list[Reservation]) -> ShelfItemOut:
    item, shop = shelf.item_of(row), membership(request).workshop
    reserved = []
    for reservation in held:
        if reservation.item_id == row.pk:
            scheme = next((s for s in reservation.airframe.schemes.all() if s.key == reservation.scheme_key), None)
            reserved.append(
                Reserved(
                    airframe_id=reservation.airframe_id, airframe=reservation.airframe.name,
                    scheme_id=reservation.scheme_key, scheme=scheme.name if scheme else "a scheme that was removed",
                )
            )  # fmt: skip
    return ShelfItemOut(
        id=row.pk, item=item, words=item.words(units(request)), size=item.size_words(units(request)),
        price_words="" if item.price is None else f"{shop.money} {item.price:.2f}", warning=warning(item),
        reserved=reserved,
    )  # fmt: skip


def _held(request: HttpRequest) -> list[Reservation]:
    return list(
        Reservation.objects.filter(item__workshop=membership(request).workshop, airframe__removed__isnull=True)
        .select_related("airframe")
        .prefetch_related("airframe__schemes")
    )


def _row(request: HttpRequest, item_id: Id) -> StockItem:
    found = membership(request).workshop.stock.filter(pk=item_id).first()
    if found is None:
        raise HttpError(404, "There is no such thing on this shelf.")
    return found


@router.get("/shelf", response=ShelfOut, operation_id="list_shelf")
def list_shelf(request: HttpRequest) -> ShelfOut:
    shop, held = membership(request).workshop, _held(request)
    found = ShelfOut(money=shop.money, items=[], unreadable=[])
    for row in shop.stock.all():
        try:
            found.items.append(_out(row, request, held))
        except reading.Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="stock", id=row.pk, name=exc.name, what=exc.what))
    return found


@router.post("/shelf/label", response={201: ShelfItemOut, 422: Problems}, operation_id="add_label")
def add_label(request: HttpRequest, label: LabelText) -> Status[ShelfItemOut]:
    """Put on the shelf what a line says, typed as it stands on the label."""
    (row,) = shelf.add(membership(request).workshop, [read_label(label.text, units(request))])
    return Status(201, _out(row, request, []))


@router.put(
    "/shelf/{int:item_id}", response={200: ShelfItemOut, 404: Problems, 422: Problems}, operation_id="save_item"
)
def save_item(request: HttpRequest, item_id: Id, item: ShelfItem) -> ShelfItemOut:
    return _out(shelf.write(_row(request, item_id), item), request, _held(request))


@router.put("/shelf/{int:item_id}/box", response={200: ShelfItemOut, 404: Problems}, operation_id="box_item")
def box_item(request: HttpRequest, item_id: Id, box: Box) -> ShelfItemOut:
    """It goes along in the field box, or stays; nothing else of it is touched, however old the page is."""
    with locks.of_workshop(membership(request).workshop.pk):
        row = _row(request, item_id)
        shelf.write(row, shelf.item_of(row).model_copy(update={"in_box": box.in_box}))
    return _out(row, request, _held(request))


@router.delete("/shelf/{int:item_id}", response={204: None, 404: Problems, 422: Problems}, operation_id="remove_item")
def remove_item(request: HttpRequest, item_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    row = _row(request, item_id)
    held = row.reservations.filter(airframe__removed__isnull=True).select_related("airframe").first()
    if held is not None:
        what = f"It is reserved for {held.airframe.name}."
        raise Refused([Problem(("item",), "shelf", what, "Let that reservation go first.")])
    removal.remove(row, person(request))
    return Status(204, None)


@router.put("/shelf/money", response=ShelfOut, operation_id="choose_money")
def choose_money(request: HttpRequest, money: Money) -> ShelfOut:
    shop = membership(request).workshop
    shop.money = money.money
    shop.save(update_fields=["money"])
    return list_shelf(request)


@router.get("/shelf/csv", response={200: None}, operation_id="take_shelf")
def take_shelf(request: HttpRequest) -> HttpResponse:
    text = write_csv([shelf.item_of(r) for r in shelf.items(membership(request).workshop)], units(request))
    answer = HttpResponse(text, content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="stock-shelf.csv"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer


@router.post("/shelf/csv", response={200: ShelfOut, 422: Problems}, operation_id="bring_shelf")
def bring_shelf(request: HttpRequest, table: CsvText) -> ShelfOut:
    """Add the lines of a list: all of them, or none."""
    shelf.add(membership(request).workshop, read_csv(table.text, units(request)))
    return list_shelf(request)


@router.post("/shelf/check", response={200: ShelfAnswer, 422: Problems}, operation_id="check_shelf")
def check_shelf(request: HttpRequest, shelf_question: ShelfQuestion) -> ShelfAnswer:
    """What a scheme needs, saved or not, set against the shelf."""
    shop = membership(request).workshop
    asked = shelf_question
    found, _ = shelf.check_scheme(shop, asked.airframe, asked.scheme, asked.airframe_id, units(request))
    held = shelf.is_reserved(shop, asked.airframe_id, asked.scheme.id)
    return ShelfAnswer(check=found, money=shop.money, reserved=held)


def _scheme(request: HttpRequest, asked: SavedScheme) -> tuple[Airframe, AirframeFile, SchemeModel]:
    airframe = membership(request).workshop.airframes.filter(pk=asked.airframe_id).first()
    if airframe is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    file = storage.file_of(airframe)
    scheme = next((s for s in file.schemes if s.id == asked.scheme_id), None)
    if scheme is None:
        raise HttpError(404, "There is no such scheme in this airframe.")
    return airframe, file, scheme


@router.post("/shelf/reserve", response={200: ShelfAnswer, 404: Problems, 422: Problems}, operation_id="reserve_stock")
def reserve_stock(request: HttpRequest, asked: SavedScheme) -> ShelfAnswer:
    """Reserve what a saved scheme needs; refused where something is missing."""
    airframe, file, scheme = _scheme(request, asked)
    shop = membership(request).workshop
    found = shelf.reserve(shop, airframe.pk, scheme, file.airframe, units(request))
    return ShelfAnswer(check=found, money=shop.money, reserved=True)


@router.post("/shelf/let-go", response={204: None, 404: Problems}, operation_id="let_go_stock")
def let_go_stock(request: HttpRequest, asked: SavedScheme) -> Status[None]:
    airframe = membership(request).workshop.airframes.filter(pk=asked.airframe_id).first()
    if airframe is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    shelf.let_go(airframe.pk, asked.scheme_id)
    return Status(204, None)


@router.post("/shelf/use", response={200: ShelfOut, 404: Problems, 422: Problems}, operation_id="use_stock")
def use_stock(request: HttpRequest, asked: SavedScheme) -> ShelfOut:
    """The scheme is built: take what was reserved off the shelf."""
    airframe, _, scheme = _scheme(request, asked)
    shelf.use_up(membership(request).workshop, airframe.pk, scheme.id, person(request))
    return list_shelf(request)
