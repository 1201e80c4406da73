"""Removing, and taking back for some weeks: who removed what, when."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from typing import Any, Literal

from django.contrib.auth.models import User
from django.utils import timezone
from fletcher_core import Problem, Refused, ShelfItem, System, current_catalogue

from . import locks, mending, own_materials, quota, reading, repair_pictures, storage
from .models import (
    Airframe,
    BondTest,
    LifeEntry,
    OwnMaterial,
    Removable,
    Repair,
    RepairPicture,
    Scheme,
    StockItem,
    WeighIn,
    Workshop,
)

DAYS = 30
Kind = Literal["airframe", "scheme", "material", "stock", "bond", "weighing", "repair", "life", "picture"]

#: more than so many are not listed
_MOST = 500


@dataclass
class Removed:
    kind: Kind
    row: Any
    name: str


def _label(document: Any, key: str, otherwise: str) -> str:
    found = document.get(key) if isinstance(document, dict) else None
    return found if isinstance(found, str) and found else otherwise


def _stock_name(row: StockItem, system: System) -> str:
    try:
        return reading.read(ShelfItem, row.document, "").words(system)
    except (reading.Unreadable, KeyError):
        return row.material


def _bond_name(row: BondTest) -> str:
    glue = _label(row.document, "glue", "")
    entry = current_catalogue().glue.get(glue)
    return f"test of {entry.label if entry else glue or 'a glue'}, {row.when.date().isoformat()}"


def _weighing_name(row: WeighIn) -> str:
    return f"weighing of {_label(row.document, 'of', 'a part')}, {row.airframe.name}, {row.when.date().isoformat()}"


def _repair_name(row: Repair) -> str:
    return f"repair {_label(row.document, 'name', _label(row.document, 'day', ''))}, {row.airframe.name}"


def _picture_name(row: RepairPicture) -> str:
    return f"picture of {row.when.date().isoformat()}, {row.airframe.name}"


def _life_name(row: LifeEntry) -> str:
    told = f"{_label(row.document, 'what', 'entry')}, {_label(row.document, 'day', '')}"
    return f"{told}, {row.airframe.name}"


def listed(workshop: Workshop, system: System) -> list[Removed]:
    """What can be taken back, the latest first."""

    def rows(model: Any, **where: Any) -> Any:
        found = model.with_removed.filter(removed__isnull=False, removed__gt=_oldest(), **where)
        return found.select_related("removed_by").order_by("-removed")[:_MOST]

    found = [Removed("airframe", row, row.name) for row in rows(Airframe, workshop=workshop)]
    for row in rows(Scheme, airframe__workshop=workshop, airframe__removed__isnull=True).select_related("airframe"):
        found.append(Removed("scheme", row, f"{row.name}, of {row.airframe.name}"))
    for row in rows(OwnMaterial, workshop=workshop):
        found.append(Removed("material", row, _label(row.document, "label", row.key)))
    found += [Removed("stock", row, _stock_name(row, system)) for row in rows(StockItem, workshop=workshop)]
    found += [Removed("bond", row, _bond_name(row)) for row in rows(BondTest, workshop=workshop).defer("picture")]
    for row in rows(WeighIn, airframe__workshop=workshop, airframe__removed__isnull=True).select_related("airframe"):
        found.append(Removed("weighing", row, _weighing_name(row)))
    for row in rows(Repair, airframe__workshop=workshop, airframe__removed__isnull=True).select_related("airframe"):
        found.append(Removed("repair", row, _repair_name(row)))
    for row in rows(LifeEntry, airframe__workshop=workshop, airframe__removed__isnull=True).select_related("airframe"):
        found.append(Removed("life", row, _life_name(row)))
    pictures = rows(RepairPicture, airframe__workshop=workshop, airframe__removed__isnull=True)
    pictures = list(pictures.select_related("airframe", "removed_by").defer("picture"))
    with_repairs = repair_pictures.of_removed_repairs([row.airframe_id for row in pictures])
    found += [
        Removed("picture", row, _picture_name(row))
        for row in pictures
        if (row.airframe_id, row.key) not in with_repairs
    ]
    return sorted(found, key=lambda r: r.row.removed, reverse=True)[:_MOST]


def _oldest() -> datetime.datetime:
    return timezone.now() - datetime.timedelta(days=DAYS)


def remove(row: Removable, who: Any) -> None:
    row.removed, row.removed_by = timezone.now(), who if who and who.pk else None
    row.save(update_fields=["removed", "removed_by"])


def remove_repair(row: Repair, who: Any) -> None:
    """A repair and its pictures, which come back with it."""
    with locks.of_workshop(row.airframe.workshop_id):
        remove(row, who)
        repair_pictures.follow(row, row.document, None, who)


def _back(row: Removable, *also: str) -> None:
    row.removed = row.removed_by = None
    row.save(update_fields=["removed", "removed_by", *also])


def _row(model: Any, pk: int, **where: Any) -> Any:
    return locks.of_rows(model.with_removed.filter(pk=pk, removed__gt=_oldest(), **where)).first()


def _free_name(workshop: Workshop, name: str) -> str:
    tried, k = name, 1
    while workshop.airframes.filter(name=tried).exists():
        ending = " (taken back)" if k == 1 else f" (taken back {k})"
        tried, k = name[: 60 - len(ending)] + ending, k + 1
    return tried


def _refused(what: str, right: str) -> Refused:
    return Refused([Problem((), "taking back", what, right)])


def take_back(workshop: Workshop, kind: Kind, pk: int, who: User | None) -> str | None:
    """Put a removed thing back in its place; its name, or None where there is no such thing.

    Raises
    ------
    Refused
        When there is no place for it any more.
    """
    with locks.of_workshop(workshop.pk):
        return _taken_back(workshop, kind, pk, who)


def _taken_back(workshop: Workshop, kind: Kind, pk: int, who: User | None) -> str | None:
    match kind:
        case "airframe":
            row = _row(Airframe, pk, workshop=workshop)
            if row is None:
                return None
            if workshop.airframes.count() >= quota.AIRFRAMES:
                raise quota.full("airframes", quota.AIRFRAMES, "airframes")
            name = _free_name(workshop, row.name)
            row.removed = row.removed_by = None
            storage.put_back(row, name, who)
            return name
        case "scheme":
            row = _row(Scheme, pk, airframe__workshop=workshop, airframe__removed__isnull=True)
            if row is None:
                return None
            storage.add_scheme(workshop, row, who)
            return str(row.name)
        case "material":
            row = _row(OwnMaterial, pk, workshop=workshop)
            if row is None:
                return None
            if workshop.materials.filter(key=row.key).exists():
                raise _refused("This material is here again already.", "Nothing needs to be done.")
            if workshop.materials.count() >= quota.MATERIALS:
                raise quota.full("materials", quota.MATERIALS, "own materials")
            _back(row)
            own_materials.forget_answers(workshop)
            return _label(row.document, "label", row.key)
        case "stock":
            row = _row(StockItem, pk, workshop=workshop)
            if row is None:
                return None
            if workshop.stock.count() >= quota.STOCK:
                raise quota.full("shelf", quota.STOCK, "lines on the shelf")
            _back(row)
            return _stock_name(row, "metric")
        case "bond":
            row = _row(BondTest, pk, workshop=workshop)
            if row is None:
                return None
            if workshop.bonds.count() >= quota.BONDS:
                raise quota.full("bond log", quota.BONDS, "tests")
            _back(row)
            return _bond_name(row)
        case "weighing":
            row = _row(WeighIn, pk, airframe__workshop=workshop, airframe__removed__isnull=True)
            if row is None:
                return None
            if row.airframe.weigh_ins.count() >= quota.WEIGHINGS:
                raise quota.full("weighings", quota.WEIGHINGS, "weighings of this airframe")
            _back(row)
            return _weighing_name(row)
        case "picture":
            return _picture(workshop, pk, who)
        case "repair" | "life":
            return _of_an_airframe(workshop, kind, pk)


def _of_an_airframe(workshop: Workshop, kind: Literal["repair", "life"], pk: int) -> str | None:
    """A repair or an entry of the log, back where it was."""
    row = _row(
        Repair if kind == "repair" else LifeEntry, pk, airframe__workshop=workshop, airframe__removed__isnull=True
    )
    if row is None:
        return None
    there = row.airframe.repairs if kind == "repair" else row.airframe.life
    most = quota.REPAIRS if kind == "repair" else quota.ENTRIES
    if there.count() >= most:
        raise quota.full("repairs" if kind == "repair" else "log", most, "of this airframe")
    if there.filter(key=row.key).exists():
        raise _refused("It is here again already.", "Nothing needs to be done.")
    _back(row)
    if kind == "repair":
        repair_pictures.bring_back(row.airframe, repair_pictures.keys_of(row.document))
        return _repair_name(row)
    return _life_name(row)


def _picture(workshop: Workshop, pk: int, who: User | None) -> str | None:
    """A picture, among those of its repair again."""
    row = _row(RepairPicture, pk, airframe__workshop=workshop, airframe__removed__isnull=True)
    if row is None:
        return None
    if row.airframe.repair_pictures.count() >= quota.REPAIR_PICTURES:
        raise quota.full("picture", quota.REPAIR_PICTURES, "pictures of this airframe's repairs")
    if row.airframe.repair_pictures.filter(key=row.key).exists():
        raise _refused("It is here again already.", "Nothing needs to be done.")
    repair = repair_pictures.repair_of(row)
    if repair is None:
        raise _refused("The repair that it belongs to is not here.", "Take that back first.")
    _back(row)
    mending.name_picture_again(repair, row.key, who)
    return _picture_name(row)


def put_away() -> int:
    """Delete what nobody took back in time; how many."""
    count = 0
    for model in (Airframe, Scheme, OwnMaterial, StockItem, BondTest, WeighIn, Repair, LifeEntry, RepairPicture):
        gone, _ = model.with_removed.filter(removed__lte=_oldest()).delete()
        count += gone
    return count
