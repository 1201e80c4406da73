"""The stock shelf: rows of items, what is reserved, and what building a scheme uses up."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from fletcher_core import Airframe as AirframeModel
from fletcher_core import (
    Problem,
    Refused,
    ShelfCheck,
    ShelfItem,
    ShelfNeed,
    System,
    allocate_stock,
    bill_of_materials,
    take_from,
)
from fletcher_core import Scheme as SchemeModel

from . import locks, quota, reading, removal
from .models import Reservation, StockItem, Workshop


def items(workshop: Workshop) -> list[StockItem]:
    """The lines that can be read; the others are told where the shelf is listed."""
    return [row for row, _ in reading.readable(ShelfItem, workshop.stock.all())]


def item_of(row: StockItem) -> ShelfItem:
    return reading.read(ShelfItem, row.document, row.material)


def add(workshop: Workshop, new: Sequence[ShelfItem]) -> list[StockItem]:
    """All of them, or none.

    Raises
    ------
    Refused
        When the shelf is full.
    """
    with locks.of_workshop(workshop.pk):
        if workshop.stock.count() + len(new) > quota.STOCK:
            what = f"It holds at most {quota.STOCK} lines."
            raise Refused([Problem(("text",), "shelf", what, "Take some out first.")])
        quota.spend(workshop, sum(len(i.model_dump_json()) for i in new))
        rows = [
            StockItem(workshop=workshop, form=i.form, material=i.material, document=i.model_dump(mode="json"))
            for i in new
        ]
        return StockItem.objects.bulk_create(rows)


def write(row: StockItem, item: ShelfItem) -> StockItem:
    row.form, row.material, row.document = item.form, item.material, item.model_dump(mode="json")
    row.save()
    return row


def reserved_amounts(rows: Sequence[StockItem], besides: tuple[int | None, str] = (None, "")) -> dict[int, list[float]]:
    """Index in `rows` -> amounts that other schemes have reserved."""
    index = {row.pk: k for k, row in enumerate(rows)}
    taken: dict[int, list[float]] = {}
    for held in Reservation.objects.filter(item__in=index, airframe__removed__isnull=True):
        if (held.airframe_id, held.scheme_key) != besides:
            taken.setdefault(index[held.item_id], []).extend(held.amounts)
    return taken


def check_scheme(
    workshop: Workshop, airframe: AirframeModel, scheme: SchemeModel, airframe_id: int | None, system: System
) -> tuple[ShelfCheck, list[StockItem]]:
    rows = items(workshop)
    found = allocate_stock(
        bill_of_materials(airframe, scheme, system),
        [item_of(r) for r in rows],
        reserved_amounts(rows, (airframe_id, scheme.id)),
        system,
    )
    return found, rows


def reserve(
    workshop: Workshop, airframe_id: int, scheme: SchemeModel, airframe: AirframeModel, system: System
) -> ShelfCheck:
    """Reserve what a saved scheme needs.

    Raises
    ------
    Refused
        When something is missing; nothing is reserved then.
    """
    with locks.of_workshop(workshop.pk):
        found, rows = check_scheme(workshop, airframe, scheme, airframe_id, system)
        if found.missing:
            raise Refused(
                Problem(("pieces", line.need.piece_id), line.need.piece, "{says}", "", {"says": line.says})
                for line in found.lines
                if line.status != "there"
            )
        let_go(airframe_id, scheme.id)
        amounts: dict[int, list[float]] = {}
        for line in found.lines:
            for cut in line.cuts:
                amounts.setdefault(cut.item, []).append(round(cut.amount, 3))
        Reservation.objects.bulk_create(
            Reservation(airframe_id=airframe_id, scheme_key=scheme.id, item=rows[k], amounts=cuts)
            for k, cuts in amounts.items()
        )
    return found


def let_go(airframe_id: int, scheme_key: str) -> int:
    count, _ = Reservation.objects.filter(airframe_id=airframe_id, scheme_key=scheme_key).delete()
    return count


def is_reserved(workshop: Workshop, airframe_id: int | None, scheme_key: str) -> bool:
    if airframe_id is None:
        return False
    held = Reservation.objects.filter(airframe__workshop=workshop, airframe_id=airframe_id, scheme_key=scheme_key)
    return held.exists()


@dataclass(frozen=True)
class Change:
    """A line of the shelf before and after something: its document, None where it is not there."""

    line: int
    before: Any
    after: Any

    @staticmethod
    def read(told: Any) -> Change:
        return Change(told["line"], told["before"], told["after"])


def _lines(workshop: Workshop) -> dict[int, Any]:
    return dict(workshop.stock.values_list("pk", "document"))


def _changes(before: Mapping[int, Any], after: Mapping[int, Any]) -> list[Change]:
    found = [Change(pk, before.get(pk), after.get(pk)) for pk in sorted({*before, *after})]
    return [c for c in found if c.before != c.after]


def put_back(workshop: Workshop, changes: Sequence[Change], who: User | None) -> None:
    """Each line as it was before, in the transaction that keeps why.

    Raises
    ------
    Refused
        When one of them is not what it was left as: somebody has cut from it since. Nothing is written then.
    """
    rows = {r.pk: r for r in locks.of_rows(StockItem.with_removed.filter(workshop=workshop))}
    for change in changes:
        row = rows.get(change.line)
        now = None if row is None or row.removed else row.document
        reserved = row is not None and change.before is None and Reservation.objects.filter(item=row).exists()
        if row is None or now != change.after or reserved:
            name = (change.before or change.after).get("material", "it").replace("_", " ")
            what, right = "A line of {it} was changed on the shelf since.", "Put it back there by hand."
            raise Refused([Problem(("taken",), "shelf", what, right, {"it": name})])
    for change in changes:
        row = rows[change.line]
        if change.before is None:
            removal.remove(row, who)
            continue
        row.document, row.form, row.material = change.before, change.before["form"], change.before["material"]
        row.removed = row.removed_by = None
        row.save()


def take(
    workshop: Workshop, needs: Sequence[ShelfNeed], who: User | None, system: System
) -> tuple[ShelfCheck, list[Change]]:
    """Take off the shelf what there is of some needs beside what is reserved, in the transaction that keeps why.

    Returns what was there and what not, and what it changed: the way back.

    Raises
    ------
    Refused
        When the shelf holds less than it said.
    """
    rows = items(workshop)
    before = _lines(workshop)
    found = allocate_stock(needs, [item_of(r) for r in rows], reserved_amounts(rows), system)
    amounts: dict[int, list[float]] = {}
    for line in found.lines:
        if line.status == "there":
            for cut in line.cuts:
                amounts.setdefault(cut.item, []).append(round(cut.amount, 3))
    for k, cuts in amounts.items():
        reserved = Reservation.objects.filter(item=rows[k]).exists()
        try:
            _cut(workshop, rows[k], cuts, who, reserved)
        except ValueError as exc:
            what, facts = "The shelf no longer holds enough of {it}.", {"it": item_of(rows[k]).words("metric")}
            raise Refused([Problem(("taken",), "shelf", what, "Count what is on the shelf again.", facts)]) from exc
    return found, _changes(before, _lines(workshop))


def _cut(workshop: Workshop, row: StockItem, amounts: Sequence[float], who: User | None, reserved: bool) -> None:
    """What is left of a line once these are cut from it; one that others have reserved stays, though it is empty.

    Raises
    ------
    ValueError
        When there is not so much.
    """
    left = take_from(item_of(row), amounts)
    if left:
        write(row, left[0])
        add(workshop, left[1:])
    elif reserved:
        write(row, item_of(row).model_copy(update={"count": 0}))
    else:
        removal.remove(row, who)


def use_up(workshop: Workshop, airframe_id: int, scheme_key: str, who: User | None) -> int:
    """The scheme is built: what it had reserved is gone, and offcuts worth keeping are on the shelf.

    Raises
    ------
    Refused
        When nothing is reserved, or the shelf no longer holds it.
    """
    with locks.of_workshop(workshop.pk):
        held = list(Reservation.objects.filter(airframe_id=airframe_id, scheme_key=scheme_key).select_related("item"))
        if not held:
            raise Refused([Problem(("scheme_id",), "scheme", "Nothing is reserved for it.", "Reserve it first.")])
        for reservation in held:
            row = reservation.item
            others = Reservation.objects.filter(item=row).exclude(pk=reservation.pk).exists()
            try:
                _cut(workshop, row, reservation.amounts, who, reserved=others)
            except ValueError as exc:
                what, facts = "The shelf no longer holds enough of {it}.", {"it": item_of(row).words("metric")}
                raise Refused([Problem(("scheme_id",), "shelf", what, "Reserve it again.", facts)]) from exc
        Reservation.objects.filter(airframe_id=airframe_id, scheme_key=scheme_key).delete()
    return len(held)
