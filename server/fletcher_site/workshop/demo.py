"""The made-up workshop: each visitor has a copy of their own, kept for a day after the last visit."""

from __future__ import annotations

import datetime
import hashlib
import json
import secrets
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.db import connection, transaction
from django.utils import timezone
from fletcher_core import AirframeFile, BondTest, OwnMaterial, Problem, Refused, Weighed, build, read_label

from . import locks, own_materials, quota, removal, shelf, storage
from .models import Airframe, LifeEntry, Membership, Repair, Revision, Scheme, WeighIn, Workshop

FOLDER = Path(settings.ROOT) / "demo"
#: how long a visitor's copy is kept after the last visit
KEPT = datetime.timedelta(days=1)
#: one at a time where copies are counted and made
_LOCK = 7311


def _shipped() -> str:
    """What tells one shipped demo, as this core works it out, from another."""
    seen = hashlib.sha256(build().encode())
    for path in sorted(FOLDER.iterdir()):
        seen.update(path.name.encode() + path.read_bytes())
    return seen.hexdigest()


@transaction.atomic
def load() -> Workshop:
    """Make the template that visitors get copies of, or make it anew when the shipped one has changed.

    The template is nobody's work: no visitor can reach it.
    """
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_xact_lock(%s)", [_LOCK])
    known = Workshop.objects.filter(is_template=True).first()
    if known is not None and known.shipped == _shipped():
        return known
    if known is not None:
        known.delete()
    about = json.loads((FOLDER / "workshop.json").read_text(encoding="utf-8"))
    workshop = Workshop.objects.create(name=about["name"], is_demo=True, is_template=True, shipped=_shipped())
    for material in about["materials"]:
        own_materials.save(workshop, OwnMaterial.model_validate(material), None)
    for test in about["bond_tests"]:
        workshop.bonds.create(document=BondTest.model_validate(test).model_dump(mode="json"))
    lines = (FOLDER / about["shelf"]).read_text(encoding="utf-8").splitlines()
    shelf.add(workshop, [read_label(line) for line in lines])
    for name in about["airframes"]:
        text = (FOLDER / f"{name}.json").read_text(encoding="utf-8")
        airframe = storage.create(workshop, AirframeFile.model_validate_json(text), None)
        for done in about["weighed"].get(name, []):
            airframe.weigh_ins.create(document=Weighed.model_validate(done).model_dump(mode="json"))
    workshop.refresh_from_db()
    return workshop


def _copy(rows: Any, **changed: Any) -> list[Any]:
    """The same rows once more, with other values in some fields; in the same order."""
    found = list(rows.order_by("pk"))
    for row in found:
        row.pk, row._state.adding = None, True
        for name, value in changed.items():
            setattr(row, name, value)
    created: list[Any] = type(found[0])._base_manager.bulk_create(found) if found else []
    return created


def _fill(workshop: Workshop, user: User) -> None:
    """Everything of the template, as this visitor's own."""
    template = load()
    quota.spend(workshop, template.bytes_used)
    _copy(template.materials.all(), workshop=workshop, who=user)
    _copy(template.stock.all(), workshop=workshop)
    _copy(template.bonds.all(), workshop=workshop, who=user)
    originals = [a.pk for a in template.airframes.all()]
    copies = _copy(Airframe.objects.filter(pk__in=originals).order_by("pk"), workshop=workshop)
    for original, copy in zip(sorted(originals), copies, strict=True):
        _copy(Scheme.objects.filter(airframe_id=original), airframe=copy)
        _copy(Revision.objects.filter(airframe_id=original), airframe=copy, who=user)
        for kept in (WeighIn, Repair, LifeEntry):
            _copy(kept.objects.filter(airframe_id=original), airframe=copy, who=user)


def visitor(name: str) -> User | None:
    """A visitor who has been here, while the copy is kept."""
    found = Membership.objects.filter(user__username=name, workshop__is_demo=True, workshop__is_template=False)
    member = found.select_related("user").first() if name else None
    return member.user if member else None


def _room_for_one_more(address: str) -> None:
    live = Workshop.objects.filter(is_demo=True, is_template=False, seen__gt=timezone.now() - KEPT)
    from_here = live.filter(address=address).count()
    if from_here >= settings.DEMOS_PER_ADDRESS or live.count() >= settings.DEMOS:
        what = "There are as many open demo workshops as this server keeps at once."
        right = "Come back tomorrow, or make an account: it is free and stays."
        raise Refused([Problem((), "demo", what, right)])


@transaction.atomic
def open_for(address: str) -> User:
    """A visitor with a copy of the demo of their own.

    Raises
    ------
    Refused
        When there are too many already, from this address or in all.
    """
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_xact_lock(%s)", [_LOCK])
    _room_for_one_more(address)
    user = get_user_model()(username=f"visitor-{secrets.token_hex(5)}")
    user.set_unusable_password()
    user.save()
    workshop = Workshop.objects.create(name=load().name, is_demo=True, address=address)
    Membership.objects.create(user=user, workshop=workshop, role=Membership.Role.OWNER)
    _fill(workshop, user)
    return user


def put_back(workshop: Workshop, user: User) -> None:
    """A visitor's copy as it shipped; what was in it can be taken back like anything that was removed."""
    with locks.of_workshop(workshop.pk):
        for rows in (workshop.airframes, workshop.materials, workshop.stock, workshop.bonds):
            for row in rows.all():
                removal.remove(row, user)
        workshop.money = "€"
        workshop.save(update_fields=["money"])
        _fill(workshop, user)


def clear_away() -> int:
    """Remove the copies that nobody has visited for a day, and their visitors; how many."""
    old = list(Workshop.objects.filter(is_demo=True, is_template=False, seen__lte=timezone.now() - KEPT))
    for workshop in old:
        with transaction.atomic():
            users = [m.user_id for m in workshop.memberships.all()]
            workshop.delete()
            get_user_model().objects.filter(pk__in=users, username__startswith="visitor-").delete()
    return len(old)
