"""A workshop's own materials: kept, used in everything it asks, carried by the files it takes away."""

from __future__ import annotations

import secrets
from contextlib import AbstractContextManager

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from fletcher_core.catalogue import Catalogue, with_own
from fletcher_core.catalogue import OwnMaterial as Material
from fletcher_core.model import AirframeFile, Problem, Refused

from .models import Airframe, OwnMaterial, StockItem, Workshop

MOST = 200


def materials(workshop: Workshop) -> list[Material]:
    return [Material.model_validate(d) for d in workshop.materials.values_list("document", flat=True)]


def using(workshop: Workshop) -> AbstractContextManager[Catalogue]:
    """The workshop's materials beside the shipped ones, until it is left."""
    return with_own(materials(workshop))


def new_id(copied_from: str) -> str:
    return f"{copied_from}_own_{secrets.token_hex(4)}"


def save(workshop: Workshop, material: Material, who: AbstractBaseUser | None) -> OwnMaterial:
    """Add or change one; every airframe of the workshop is worked out anew when it is next listed.

    Raises
    ------
    Refused
        When there are too many already.
    """
    with transaction.atomic():
        known = workshop.materials.filter(key=material.id).exists()
        if not known and workshop.materials.count() >= MOST:
            raise Refused([Problem(("label",), "materials", f"There are {MOST} already.", "Remove one first.")])
        row, _ = OwnMaterial.objects.update_or_create(
            workshop=workshop, key=material.id, defaults={"document": material.model_dump(mode="json"), "who": who}
        )
        forget_answers(workshop)
    return row


def forget_answers(workshop: Workshop) -> None:
    """Every airframe is worked out anew when it is next listed: a figure it rests on has changed."""
    for airframe in workshop.airframes.all():
        Airframe.objects.filter(pk=airframe.pk).update(summary={**airframe.summary, "core": ""})


def used_by(workshop: Workshop, key: str) -> list[str]:
    """Names of the airframes, and the shelf, that name it."""
    found = []
    for airframe in workshop.airframes.prefetch_related("schemes"):
        texts = [str(airframe.document), *(str(s.document) for s in airframe.schemes.all())]
        if any(f"'{key}'" in text for text in texts):
            found.append(airframe.name)
    if StockItem.objects.filter(workshop=workshop, material=key).exists():
        found.append("the stock shelf")
    return found


def named_in(workshop: Workshop, text: str) -> list[Material]:
    """Those that a document names."""
    return [m for m in materials(workshop) if f'"{m.id}"' in text]


def keep(workshop: Workshop, file: AirframeFile, who: AbstractBaseUser | None) -> AirframeFile:
    """Put the materials that a file carries into the workshop; the file without them.

    One that is here already under the same id with other figures stays as it is; that of the file is
    kept beside it under a new id.
    """
    if not file.materials:
        return file
    here = {m.id: m for m in materials(workshop)}
    text = file.model_copy(update={"materials": []}).model_dump_json()
    with transaction.atomic():
        for material in file.materials:
            if here.get(material.id) == material or f'"{material.id}"' not in text:
                continue
            kept = material
            if material.id in here:
                kept = material.model_copy(update={"id": new_id(material.copied_from)})
                text = text.replace(f'"{material.id}"', f'"{kept.id}"')
            save(workshop, kept, who)
    with using(workshop):
        return AirframeFile.model_validate_json(text)
