"""Repairs and the log of an airframe's life: rows beside its description, never written over unseen."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone
from fletcher_core import AirframeFile, Problem, Refused, ShelfCheck, System, needs_of_repair
from fletcher_core import LifeEntry as LifeEntryModel
from fletcher_core import Repair as RepairModel

from . import locks, quota, reading, repair_pictures, shelf
from .models import Airframe, LifeEntry, Repair, Workshop

#: pictures that a repair can name (`fletcher_core.Repair`)
_PICTURES = 20


@dataclass(eq=False)
class RepairStale(Exception):
    """Somebody saved this repair after it was opened."""

    row: Repair


def add_repair(airframe: Airframe, repair: RepairModel, who: User | None) -> Repair:
    """A new repair.

    Raises
    ------
    Refused
        When there are too many, or one has this id already.
    """
    document = repair.model_dump(mode="json")
    with locks.of_workshop(airframe.workshop_id) as shop:
        if airframe.repairs.count() >= quota.REPAIRS:
            raise quota.full("repairs", quota.REPAIRS, "repairs of this airframe")
        if airframe.repairs.filter(key=repair.id).exists():
            what = "There is a repair with this id already."
            raise Refused([Problem(("id",), "id", what, "Open that one, or give this one another.")])
        quota.spend(shop, len(str(document)))
        row: Repair = airframe.repairs.create(key=repair.id, document=document, who=who)
    return row


def _newest(airframe: Airframe, pk: int, based_on: int) -> Repair | None:
    """The repair, held until the transaction ends; None: there is none."""
    row: Repair | None = locks.of_rows(airframe.repairs.filter(pk=pk)).first()
    if row is not None and row.version != based_on:
        raise RepairStale(row)
    return row


def _write(shop: Workshop, row: Repair, document: dict[str, Any], who: User | None) -> None:
    """A new version; what it was is kept, and the oldest of those go when there are many."""
    quota.spend(shop, len(str(document)))
    row.states.create(number=row.version, document=row.document, who=row.who)
    old = row.states.order_by("-number").values_list("pk", flat=True)[quota.REPAIR_STATES :]
    row.states.filter(pk__in=list(old)).delete()
    row.document, row.version, row.who = document, row.version + 1, who
    row.save()


def save_repair(airframe: Airframe, pk: int, repair: RepairModel, based_on: int, who: User | None) -> Repair | None:
    """Save over version `based_on`; what it was is kept.

    Raises
    ------
    RepairStale
        When that is not the latest. Nothing is written.
    """
    document = repair.model_dump(mode="json")
    with locks.of_workshop(airframe.workshop_id) as shop:
        row = _newest(airframe, pk, based_on)
        if row is not None:
            # whether it was taken from the shelf is the shelf's to say: a step back on the page does not put it back
            document |= {"id": row.key, "taken": row.document.get("taken", "")}
            if row.document != document:
                before = row.document
                _write(shop, row, document, who)
                repair_pictures.follow(row, before, document, who)
    return row


def take_stock(
    airframe: Airframe, pk: int, based_on: int, file: AirframeFile, who: User | None, system: System
) -> tuple[Repair, ShelfCheck] | None:
    """What the plan that is done needs is taken from the shelf, once; what is not there is told.

    Raises
    ------
    RepairStale
        When `based_on` is not the latest version.
    Refused
        When it was taken already, or nothing of it is there. Nothing is written then.
    """
    with locks.of_workshop(airframe.workshop_id) as shop:
        row = _newest(airframe, pk, based_on)
        if row is None:
            return None
        repair = reading.read(RepairModel, row.document, "repair")
        if repair.taken:
            what = "What it needs was taken from the shelf already."
            raise Refused([Problem(("taken",), "shelf", what, "Begin another repair for what comes on top.")])
        schemes = [file.shown(name) for name in file.airframe.parts.there()]
        needs = needs_of_repair(file.airframe, schemes, repair, repair.doing)
        found, changes = shelf.take(shop, needs, who, system)
        if found.missing == len(found.lines):
            raise Refused(
                [Problem(("taken",), "shelf", "Nothing that it needs is there.", "Put it on the shelf first.")]
            )
        row.taking = [asdict(c) for c in changes]
        _write(shop, row, {**row.document, "taken": timezone.now().isoformat(timespec="minutes")}, who)
    return row, found


def name_picture_again(row: Repair, key: str, who: User | None) -> None:
    """A picture that was taken back is among those of its repair again, in a version of its own."""
    shop = row.airframe.workshop  # whoever takes something back holds it
    if key in repair_pictures.keys_of(row.document):
        return
    named = row.document.get("pictures", [])
    if len(named) >= _PICTURES:
        raise quota.full("pictures", _PICTURES, "pictures of this repair")
    _write(shop, row, {**row.document, "pictures": [*named, key]}, who)


def put_stock_back(airframe: Airframe, pk: int, based_on: int, who: User | None) -> Repair | None:
    """What was taken for it lies on the shelf again, as it lay there.

    Raises
    ------
    RepairStale
        When `based_on` is not the latest version.
    Refused
        When nothing was taken, or the shelf was changed there since. Nothing is written then.
    """
    with locks.of_workshop(airframe.workshop_id) as shop:
        row = _newest(airframe, pk, based_on)
        if row is None:
            return None
        if row.taking is None:
            what, right = "Nothing was taken from this shelf for it.", "Put it on the shelf by its label."
            raise Refused([Problem(("taken",), "shelf", what, right)])
        shelf.put_back(shop, [shelf.Change.read(c) for c in row.taking], who)
        row.taking = None
        _write(shop, row, {**row.document, "taken": ""}, who)
    return row


def add_entry(airframe: Airframe, entry: LifeEntryModel, who: User | None) -> LifeEntry:
    """A line of the log; the same once more, as when it is sent again after no answer came, is kept once.

    Raises
    ------
    Refused
        When the log is full.
    """
    document = entry.model_dump(mode="json")
    with locks.of_workshop(airframe.workshop_id) as shop:
        known: LifeEntry | None = airframe.life.filter(key=entry.id).first()
        if known is not None:
            return known
        if airframe.life.count() >= quota.ENTRIES:
            raise quota.full("log", quota.ENTRIES, "entries of this airframe")
        quota.spend(shop, len(str(document)))
        row: LifeEntry = airframe.life.create(key=entry.id, document=document, who=who)
    return row


def take_in(
    airframe: Airframe, repairs: Sequence[RepairModel], life: Sequence[LifeEntryModel], who: User | None
) -> None:
    """What comes with a file that is brought in."""
    for repair in repairs:
        add_repair(airframe, repair, who)
    for entry in life:
        add_entry(airframe, entry, who)


def repairs_of(airframe: Airframe) -> list[RepairModel]:
    """Those that can be read, the oldest first."""
    return [repair for _, repair in reading.readable(RepairModel, airframe.repairs.order_by("pk"))]


def life_of(airframe: Airframe) -> list[LifeEntryModel]:
    """Those that can be read, in their order."""
    return [entry for _, entry in reading.readable(LifeEntryModel, airframe.life.all())]
