"""A workshop's own materials: kept, used in everything it asks, carried by the files it takes away."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from contextlib import AbstractContextManager

from django.contrib.auth.models import User
from fletcher_core import AirframeFile, Catalogue, with_own
from fletcher_core import OwnMaterial as Material

from . import locks, quota, reading
from .models import Airframe, OwnMaterial, StockItem, Workshop


def materials(workshop: Workshop) -> list[Material]:
    """Those that can be read; the others are told where materials are listed."""
    return [material for _, material in reading.readable(Material, workshop.materials.all())]


def using(workshop: Workshop, also: Sequence[Material] = ()) -> AbstractContextManager[Catalogue]:
    """The workshop's materials beside the shipped ones, and some that are not kept yet, until it is left."""
    return with_own([*materials(workshop), *also])


def new_id(copied_from: str) -> str:
    return f"{copied_from}_own_{secrets.token_hex(4)}"


def save(workshop: Workshop, material: Material, who: User | None) -> OwnMaterial:
    """Add or change one; every airframe of the workshop is worked out anew when it is next listed.

    Raises
    ------
    Refused
        When there are too many already.
    """
    document = material.model_dump(mode="json")
    with locks.of_workshop(workshop.pk):
        known = workshop.materials.filter(key=material.id).exists()
        if not known and workshop.materials.count() >= quota.MATERIALS:
            raise quota.full("materials", quota.MATERIALS, "own materials")
        quota.spend(workshop, len(str(document)))
        row: OwnMaterial
        row, _ = OwnMaterial.objects.update_or_create(
            workshop=workshop, key=material.id, defaults={"document": document, "who": who}
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


def brought(workshop: Workshop, file: AirframeFile) -> tuple[AirframeFile, list[Material]]:
    """The file without the materials that it carries, and those of them that the workshop has not yet.

    One that is here already under the same id with other figures stays as it is; that of the file comes
    beside it under a new id. Nothing is written.
    """
    if not file.materials:
        return file, []
    here = {m.id: m for m in materials(workshop)}
    text = file.model_copy(update={"materials": []}).model_dump_json()
    new = []
    for material in file.materials:
        if here.get(material.id) == material or f'"{material.id}"' not in text:
            continue
        kept = material
        if material.id in here:
            kept = material.model_copy(update={"id": new_id(material.copied_from)})
            text = text.replace(f'"{material.id}"', f'"{kept.id}"')
        new.append(kept)
    with using(workshop, new):
        return AirframeFile.model_validate_json(text), new
