"""Damage and mending: repairs and the log of an airframe, kept; and what the core says of them."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    Aim,
    AirframeFile,
    Alternatives,
    BondTest,
    DamageStart,
    Happened,
    Life,
    LifeEntry,
    Look,
    MendOffer,
    MendRecord,
    Problem,
    Refused,
    Repair,
    RepairVerdict,
    Scheme,
    ShelfItem,
    Spot,
    alternatives,
    current_catalogue,
    judge_repair,
    life_csv,
    life_of,
    look_over,
    mend_offers,
    mend_records,
    prices_of,
    start_damage,
)
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import Base64Bytes, BaseModel, Field

from ..deadline import clock
from ..workshop import answers, locks, mending, pictures, quota, reading, removal, shelf, storage
from ..workshop.models import Airframe, RepairPicture, Workshop
from ..workshop.models import LifeEntry as EntryRow
from ..workshop.models import Repair as Row
from .as_json import as_json
from .ids import Id
from .request_context import membership, person, signed_in, units
from .shapes import Problems, UnreadableOut

#: what is asked of the core; and what is kept of an airframe
router, kept = Router(tags=["repairs"], auth=signed_in), Router(tags=["repairs"], auth=signed_in)

#: s longer than others what takes some seconds may take: where many work it waits for its turn, too
_MORE = 25.0

#: what a mend may be made of: whatever there is to be had, what is on the shelf, or what is in the field box
Stock = Literal["any", "shelf", "box"]


class RepairOut(Schema):
    id: int
    version: int
    repair: Repair
    who: str
    when: datetime
    updated: datetime


class RepairsOut(Schema):
    """The newest first."""

    repairs: list[RepairOut]
    unreadable: list[UnreadableOut]


class RepairSave(BaseModel):
    """A repair, and the version that it was made from."""

    based_on: int = Field(ge=1, le=2_000_000_000)
    repair: Repair


class RepairConflict(Schema):
    """The repair as it is now."""

    message: str
    latest: RepairOut


class TakeWish(BaseModel):
    based_on: int = Field(ge=1, le=2_000_000_000)


class StockLine(Schema):
    what: str
    there: bool
    says: str


class StockTaken(Schema):
    """The repair as it is now, and what was taken or is not there."""

    repair: RepairOut
    lines: list[StockLine]


class EntryOut(Schema):
    id: int
    entry: LifeEntry
    who: str


class LifeOut(Schema):
    """The log in the order of its days, and its sums."""

    entries: list[EntryOut]
    life: Life
    unreadable: list[UnreadableOut]


class RepairPictureWish(BaseModel):
    """The bytes of a JPEG, PNG or WebP, in base 64; an id of its own, so that it can be sent again."""

    key: str = Field(min_length=1, max_length=60, pattern=r"^[A-Za-z0-9_-]+$")
    picture: Base64Bytes = Field(json_schema_extra={"label": "picture"})


class AircraftQuestion(BaseModel):
    """A whole aircraft, saved or not."""

    file: AirframeFile

    @property
    def shown(self) -> list[Scheme]:
        return [self.file.shown(name) for name in self.file.airframe.parts.there()]


class LookQuestion(AircraftQuestion):
    happened: Happened


class RepairQuestion(AircraftQuestion):
    repair: Repair


class DamageWish(RepairQuestion):
    spot: Spot


class OfDamage(RepairQuestion):
    damage: str = Field(max_length=40)


class VerdictQuestion(RepairQuestion):
    aim: Aim | None = None


class WaysQuestion(OfDamage):
    aim: Aim = "today"
    school: str = Field("light", max_length=40)
    of: Stock = "any"


def _airframe(request: HttpRequest, airframe_id: int) -> Airframe:
    found = membership(request).workshop.airframes.filter(pk=airframe_id).first()
    if found is None:
        raise HttpError(404, "There is no such airframe in this workshop.")
    return found


def _who(row: Any) -> str:
    return row.who.get_username() if row.who else "somebody"


def _out(row: Row) -> RepairOut:
    repair = reading.read(Repair, row.document, f"repair of {row.when.date().isoformat()}")
    return RepairOut(id=row.pk, version=row.version, repair=repair, who=_who(row), when=row.when, updated=row.updated)


def _conflict(exc: mending.RepairStale) -> RepairConflict:
    told = f"{_who(exc.row)} saved this repair after you opened it."
    return RepairConflict(message=told, latest=_out(exc.row))


def tests_of(shop: Workshop) -> list[BondTest]:
    return [test for _, test in reading.readable(BondTest, shop.bonds.defer("picture"))]


def items_of(shop: Workshop, of: Stock = "any") -> list[ShelfItem]:
    found = (shelf.item_of(row) for row in shelf.items(shop))
    return [item for item in found if item.count and (of != "box" or item.in_box)]


@kept.get("/{int:airframe_id}/repairs", response={200: RepairsOut, 404: Problems}, operation_id="list_repairs")
def repairs(request: HttpRequest, airframe_id: Id) -> RepairsOut:
    found = RepairsOut(repairs=[], unreadable=[])
    for row in _airframe(request, airframe_id).repairs.select_related("who"):
        try:
            found.repairs.append(_out(row))
        except reading.Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="repair", id=row.pk, name=exc.name, what=exc.what))
    return found


@kept.post(
    "/{int:airframe_id}/repairs", response={201: RepairOut, 404: Problems, 422: Problems}, operation_id="add_repair"
)
def add_repair(request: HttpRequest, airframe_id: Id, repair: Repair) -> Status[RepairOut]:
    """One that is there already under this id, and is the same, is told as it is: it was sent twice."""
    airframe = _airframe(request, airframe_id)
    known = airframe.repairs.filter(key=repair.id).first()
    if known is not None and known.document == repair.model_dump(mode="json"):
        return Status(201, _out(known))
    return Status(201, _out(mending.add_repair(airframe, repair, person(request))))


@kept.put(
    "/{int:airframe_id}/repairs/{int:repair_id}",
    response={200: RepairOut, 404: Problems, 409: RepairConflict, 422: Problems},
    operation_id="save_repair",
)
def save_repair(
    request: HttpRequest, airframe_id: Id, repair_id: Id, repair_save: RepairSave
) -> Status[RepairOut | RepairConflict]:
    """What it was before is kept; a save that was made from an older version is refused, with the newest."""
    airframe = _airframe(request, airframe_id)
    try:
        row = mending.save_repair(airframe, repair_id, repair_save.repair, repair_save.based_on, person(request))
    except mending.RepairStale as exc:
        return Status(409, _conflict(exc))
    if row is None:
        raise HttpError(404, "There is no such repair.")
    return Status(200, _out(row))


@kept.delete(
    "/{int:airframe_id}/repairs/{int:repair_id}", response={204: None, 404: Problems}, operation_id="remove_repair"
)
def remove_repair(request: HttpRequest, airframe_id: Id, repair_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    row = _airframe(request, airframe_id).repairs.filter(pk=repair_id).first()
    if row is None:
        raise HttpError(404, "There is no such repair.")
    removal.remove_repair(row, person(request))
    return Status(204, None)


@kept.post(
    "/{int:airframe_id}/repairs/{int:repair_id}/take",
    response={200: StockTaken, 404: Problems, 409: RepairConflict, 422: Problems},
    operation_id="take_for_repair",
)
def take_for_repair(
    request: HttpRequest, airframe_id: Id, repair_id: Id, take_wish: TakeWish
) -> Status[StockTaken | RepairConflict]:
    """What the plan that is done needs, off the shelf, once."""
    airframe = _airframe(request, airframe_id)
    file, version = storage.file_of(airframe), take_wish.based_on
    try:
        done = mending.take_stock(airframe, repair_id, version, file, person(request), units(request))
    except mending.RepairStale as exc:
        return Status(409, _conflict(exc))
    if done is None:
        raise HttpError(404, "There is no such repair.")
    row, found = done
    lines = [StockLine(what=line.need.what, there=line.status == "there", says=line.says) for line in found.lines]
    return Status(200, StockTaken(repair=_out(row), lines=lines))


@kept.post(
    "/{int:airframe_id}/repairs/{int:repair_id}/put-back",
    response={200: RepairOut, 404: Problems, 409: RepairConflict, 422: Problems},
    operation_id="put_back_for_repair",
)
def put_back_for_repair(
    request: HttpRequest, airframe_id: Id, repair_id: Id, take_wish: TakeWish
) -> Status[RepairOut | RepairConflict]:
    """What was taken for it lies on the shelf again."""
    airframe = _airframe(request, airframe_id)
    try:
        row = mending.put_stock_back(airframe, repair_id, take_wish.based_on, person(request))
    except mending.RepairStale as exc:
        return Status(409, _conflict(exc))
    if row is None:
        raise HttpError(404, "There is no such repair.")
    return Status(200, _out(row))


@kept.get("/{int:airframe_id}/life", response={200: LifeOut, 404: Problems}, operation_id="life")
def life(request: HttpRequest, airframe_id: Id) -> LifeOut:
    entries, unreadable = [], []
    for row in _airframe(request, airframe_id).life.select_related("who"):
        try:
            entries.append(EntryOut(id=row.pk, entry=_entry(row), who=_who(row)))
        except reading.Unreadable as exc:
            unreadable.append(UnreadableOut(table="life", id=row.pk, name=exc.name, what=exc.what))
    entries.sort(key=lambda e: str(e.entry.day))
    return LifeOut(entries=entries, life=life_of([e.entry for e in entries], units(request)), unreadable=unreadable)


def _entry(row: EntryRow) -> LifeEntry:
    return reading.read(LifeEntry, row.document, f"entry of {row.when.date().isoformat()}")


@kept.post("/{int:airframe_id}/life", response={201: EntryOut, 404: Problems, 422: Problems}, operation_id="add_life")
def add_life(request: HttpRequest, airframe_id: Id, entry: LifeEntry) -> Status[EntryOut]:
    row = mending.add_entry(_airframe(request, airframe_id), entry, person(request))
    return Status(201, EntryOut(id=row.pk, entry=_entry(row), who=_who(row)))


@kept.delete("/{int:airframe_id}/life/{int:entry_id}", response={204: None, 404: Problems}, operation_id="remove_life")
def remove_life(request: HttpRequest, airframe_id: Id, entry_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    row = _airframe(request, airframe_id).life.filter(pk=entry_id).first()
    if row is None:
        raise HttpError(404, "There is no such entry.")
    removal.remove(row, person(request))
    return Status(204, None)


@kept.get("/{int:airframe_id}/life.csv", response={200: None, 404: Problems}, operation_id="life_csv")
def life_as_csv(request: HttpRequest, airframe_id: Id) -> HttpResponse:
    told = life_csv(mending.life_of(_airframe(request, airframe_id)), units(request))
    answer = HttpResponse(told, content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="life-{airframe_id}.csv"'
    answer["X-Content-Type-Options"] = "nosniff"
    return answer


@kept.put(
    "/{int:airframe_id}/repair-pictures",
    response={204: None, 404: Problems, 422: Problems},
    operation_id="keep_repair_picture",
)
def keep_picture(request: HttpRequest, airframe_id: Id, repair_picture: RepairPictureWish) -> Status[None]:
    """Made small and stripped; the same id once more is the same picture sent again."""
    airframe, shop = _airframe(request, airframe_id), membership(request).workshop
    if airframe.repair_pictures.filter(key=repair_picture.key).exists():
        return Status(204, None)
    with pictures.one_at_a_time():
        small = pictures.small_jpeg(repair_picture.picture)
    with locks.of_workshop(shop.pk):
        if airframe.repair_pictures.count() >= quota.REPAIR_PICTURES:
            raise quota.full("picture", quota.REPAIR_PICTURES, "pictures of this airframe's repairs")
        quota.spend(shop, len(small))
        if not airframe.repair_pictures.filter(key=repair_picture.key).exists():
            airframe.repair_pictures.create(key=repair_picture.key, picture=small, who=person(request))
    return Status(204, None)


@kept.get(
    "/{int:airframe_id}/repair-pictures/{key}",
    response={200: None, 404: Problems},
    operation_id="repair_picture",
)
def repair_picture(request: HttpRequest, airframe_id: Id, key: str) -> HttpResponse:
    row: RepairPicture | None = _airframe(request, airframe_id).repair_pictures.filter(key=key[:60]).first()
    if row is None:
        raise HttpError(404, "There is no such picture.")
    answer = HttpResponse(bytes(row.picture), content_type="image/jpeg")
    answer["X-Content-Type-Options"] = "nosniff"
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@router.post("/repairs/look", response={200: Look, 422: Problems}, operation_id="look_over")
def look(request: HttpRequest, look_question: LookQuestion) -> Look:
    """What to look at, in which order, after what happened."""
    return look_over(look_question.file.airframe, look_question.happened)


@router.post("/repairs/damage", response={200: DamageStart, 422: Problems}, operation_id="start_damage")
def damage(request: HttpRequest, damage_wish: DamageWish) -> DamageStart:
    """A damage of usual size where somebody pointed, and the sticks that it might be of."""
    asked = damage_wish
    return start_damage(asked.file.airframe, asked.shown, asked.repair, asked.spot)


@router.post("/repairs/offers", response={200: list[MendOffer], 422: Problems}, operation_id="mend_offers")
def offers(request: HttpRequest, of_damage: OfDamage) -> list[MendOffer]:
    """Every kind of mend for a damage, in usual sizes."""
    asked = of_damage
    tests = tests_of(membership(request).workshop)
    return mend_offers(asked.file.airframe, asked.shown, asked.repair, asked.damage, tests)


@router.post("/repairs/judge", response={200: RepairVerdict, 422: Problems}, operation_id="judge_repair")
def judge(request: HttpRequest, verdict_question: VerdictQuestion) -> HttpResponse:
    """Sound, broken, mended; minutes, grams; whether it may fly."""
    asked, shop = verdict_question, membership(request).workshop
    aim = asked.aim or asked.repair.doing
    airframe, schemes, repair = asked.file.airframe, asked.shown, asked.repair
    clock.allow(_MORE)
    with answers.one_at_a_time:
        items = items_of(shop)
        prices = prices_of(airframe, schemes, repair, aim, items)
        told = judge_repair(airframe, schemes, repair, aim, units(request), tests_of(shop), prices)
    return as_json(told)


@router.post("/repairs/ways", response={200: Alternatives, 422: Problems}, operation_id="ways_to_mend")
def ways(request: HttpRequest, ways_question: WaysQuestion) -> HttpResponse:
    """Ways to mend one damage, ranked as a school ranks them."""
    asked, shop = ways_question, membership(request).workshop
    if asked.school not in current_catalogue().mend_school:
        known = ", ".join(current_catalogue().mend_school)
        raise Refused([Problem(("school",), "school", "There is no such school.", f"Choose {known}.")])
    if asked.damage not in {d.id for d in asked.repair.damages}:
        raise Refused([Problem(("damage",), "damage", "There is no such damage.", "Choose one from the list.")])
    clock.allow(_MORE)
    with answers.one_at_a_time:
        told = alternatives(
            asked.file.airframe,
            asked.shown,
            asked.repair,
            asked.damage,
            aim=asked.aim,
            school=asked.school,
            system=units(request),
            tests=tests_of(shop),
            items=items_of(shop, asked.of),
            only_box=asked.of != "any",
        )
    return as_json(told)


@router.get("/repairs/records", response=list[MendRecord], operation_id="mend_records")
def records(request: HttpRequest) -> list[MendRecord]:
    """What became of each kind of mend in this workshop."""
    rows = Row.objects.filter(airframe__workshop=membership(request).workshop, airframe__removed__isnull=True)
    return mend_records([repair for _, repair in reading.readable(Repair, rows)])
