"""Pictures of a repair go where it goes: taken off it they are removed, named by it again they are back, as it is."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from . import quota
from .models import Airframe, Repair, RepairPicture


def keys_of(document: Any) -> set[str]:
    """Keys of all pictures that a stored repair names, whatever version it is of."""
    if not isinstance(document, dict):
        return set()
    damages = [d for d in document.get("damages") or () if isinstance(d, dict)]
    named = [*(document.get("pictures") or ()), *(d.get("picture") for d in damages)]
    return {key for key in named if isinstance(key, str) and key}


def follow(row: Repair, before: Any, after: Any, who: User | None) -> None:
    """Remove what a repair names no more, and bring back what it names again, in the caller's transaction.

    A picture that another repair of the airframe names stays.
    """
    airframe = row.airframe
    gone = keys_of(before) - keys_of(after)
    if gone:
        for document in airframe.repairs.exclude(pk=row.pk).values_list("document", flat=True):
            gone -= keys_of(document)
        removed_by = who if who and who.pk else None
        airframe.repair_pictures.filter(key__in=gone).update(removed=timezone.now(), removed_by=removed_by)
    bring_back(airframe, keys_of(after))


def bring_back(airframe: Airframe, keys: set[str]) -> None:
    """Removed pictures with these keys, each the last that had it, as long as there is room."""
    there = set(airframe.repair_pictures.filter(key__in=keys).values_list("key", flat=True))
    room = quota.REPAIR_PICTURES - airframe.repair_pictures.count()
    for key in sorted(keys - there)[: max(room, 0)]:
        row = RepairPicture.with_removed.filter(airframe=airframe, key=key).order_by("-removed").first()
        if row is not None:
            row.removed = row.removed_by = None
            row.save(update_fields=["removed", "removed_by"])


def of_removed_repairs(airframes: list[int]) -> set[tuple[int, str]]:
    """(airframe, key) of pictures that went with their repair: they come back with it."""
    rows = Repair.with_removed.filter(airframe__in=airframes, removed__isnull=False)
    return {(row.airframe_id, key) for row in rows for key in keys_of(row.document)}


def repair_of(picture: RepairPicture) -> Repair | None:
    """The repair that named a removed picture last, as it is or as it was; None where it is not there any more."""
    for row in picture.airframe.repairs.order_by("-pk").prefetch_related("states"):
        if any(
            picture.key in keys_of(document) for document in [row.document, *(s.document for s in row.states.all())]
        ):
            return row
    return None
