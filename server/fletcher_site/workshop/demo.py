"""The made-up workshop that anybody may open."""

from __future__ import annotations

import json
from pathlib import Path

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from fletcher_core.catalogue import OwnMaterial
from fletcher_core.joints import BondTest
from fletcher_core.model import AirframeFile
from fletcher_core.shelf import read_label

from . import own, shelf, storage
from .models import Membership, Workshop

FOLDER = Path(settings.ROOT) / "demo"
USER = "dune-watch-visitor"


def demo_user() -> AbstractBaseUser | None:
    membership = Membership.objects.filter(workshop__is_demo=True).select_related("user").first()
    return membership.user if membership else None


@transaction.atomic
def load(reset: bool = False) -> Workshop:
    """Make the demo workshop if it is missing; with `reset`, put it back as it shipped."""
    about = json.loads((FOLDER / "workshop.json").read_text(encoding="utf-8"))
    workshop, created = Workshop.objects.get_or_create(is_demo=True, defaults={"name": about["name"]})
    user, made = get_user_model().objects.get_or_create(username=USER)
    if made:
        user.set_unusable_password()
        user.save()
    Membership.objects.get_or_create(user=user, workshop=workshop, defaults={"role": Membership.Role.OWNER})
    if created or reset:
        workshop.airframes.all().delete()
        workshop.stock.all().delete()
        workshop.materials.all().delete()
        workshop.money = "€"
        workshop.save(update_fields=["money"])
        for material in about["materials"]:
            own.save(workshop, OwnMaterial.model_validate(material), user)
        workshop.bonds.all().delete()
        for test in about["bond_tests"]:
            workshop.bonds.create(document=BondTest.model_validate(test).model_dump(mode="json"), who=user)
        lines = (FOLDER / about["shelf"]).read_text(encoding="utf-8").splitlines()
        shelf.add(workshop, [read_label(line) for line in lines])
        for name in about["airframes"]:
            text = (FOLDER / f"{name}.json").read_text(encoding="utf-8")
            storage.create(workshop, AirframeFile.model_validate_json(text), user)
    return workshop
