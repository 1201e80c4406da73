"""A workshop's own materials: copied, changed with a reason, private to it."""

from __future__ import annotations

from django.http import HttpRequest
from fletcher_core import OWN_TABLES, Problem, Refused, chosen_by, explain, figures_of, shipped, unit_prices, words_of
from fletcher_core import OwnMaterial as Material
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import ValidationError

from ..workshop import own_materials, reading, removal, shelf
from ..workshop.models import OwnMaterial, Workshop
from .request_context import membership, person, signed_in
from .shapes import CopyableOut, FigureOut, MaterialsOut, NewMaterial, OwnMaterialOut, PriceOut, Problems, UnreadableOut

router = Router(tags=["materials"], auth=signed_in)


def _copyable(shop: Workshop) -> list[CopyableOut]:
    prices = unit_prices([shelf.item_of(row) for row in shelf.items(shop)])
    found = []
    for table in OWN_TABLES:
        for key, entry in getattr(shipped(), table).items():
            words = words_of(type(entry))
            figures = [
                FigureOut(name=name, label=words[name][0], unit=words[name][1], spread=list(spread))
                for name, spread in figures_of(entry).items()
            ]
            price = prices.get((table, key))
            found.append(
                CopyableOut(
                    table=table, id=key, label=entry.label, note=entry.note, source=entry.source, figures=figures,
                    chosen_by=chosen_by(entry), price=None if price is None else PriceOut(**vars(price)),
                )
            )  # fmt: skip
    return found


def _out(row: OwnMaterial) -> OwnMaterialOut:
    return OwnMaterialOut(
        row_id=row.pk,
        material=reading.read(Material, row.document, row.key), who=row.who.get_username() if row.who else "somebody",
        updated=row.updated, used_by=own_materials.used_by(row.workshop, row.key),
    )  # fmt: skip


def _made(material: NewMaterial, key: str) -> Material:
    if material.copied_from not in getattr(shipped(), material.table):
        what = "“{it}” is not in the list."
        raise Refused(
            [Problem(("copied_from",), "copied from", what, "Copy one from it.", {"it": material.copied_from})]
        )
    try:
        return Material.model_validate({"id": key, **material.model_dump()})
    except ValidationError as exc:
        said = explain(exc, Material)
        raise Refused(Problem(tuple(s["field"].split(".")), s["label"], s["what"], s["right"]) for s in said) from exc


def _known(request: HttpRequest, key: str) -> OwnMaterial:
    found = membership(request).workshop.materials.filter(key=key).select_related("who", "workshop").first()
    if found is None:
        raise HttpError(404, "There is no such material in this workshop.")
    return found


@router.get("/materials", response=MaterialsOut, operation_id="list_materials")
def list_materials(request: HttpRequest) -> MaterialsOut:
    shop = membership(request).workshop
    found = MaterialsOut(money=shop.money, own=[], shipped=_copyable(shop), unreadable=[])
    for row in shop.materials.select_related("who", "workshop"):
        try:
            found.own.append(_out(row))
        except reading.Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="material", id=row.pk, name=exc.name, what=exc.what))
    return found


@router.post("/materials", response={201: OwnMaterialOut, 422: Problems}, operation_id="add_material")
def add_material(request: HttpRequest, material: NewMaterial) -> Status[OwnMaterialOut]:
    made = _made(material, own_materials.new_id(material.copied_from))
    return Status(201, _out(own_materials.save(membership(request).workshop, made, person(request))))


@router.put(
    "/materials/{key}", response={200: OwnMaterialOut, 404: Problems, 422: Problems}, operation_id="save_material"
)
def save_material(request: HttpRequest, key: str, material: NewMaterial) -> OwnMaterialOut:
    row = _known(request, key)
    made = _made(material, row.key)
    was = reading.read(Material, row.document, row.key)
    if (made.table, made.copied_from) != (was.table, was.copied_from):
        right = "Make a new one from the other class."
        raise Refused([Problem(("copied_from",), "copied from", "It was copied from another material.", right)])
    return _out(own_materials.save(row.workshop, made, person(request)))


@router.delete("/materials/{key}", response={204: None, 404: Problems, 422: Problems}, operation_id="remove_material")
def remove_material(request: HttpRequest, key: str) -> Status[None]:
    """It can be taken back for 30 days."""
    row = _known(request, key)
    used = own_materials.used_by(row.workshop, key)
    if used:
        what, right = f"It is used by {', '.join(used)}.", "Put another material in its place there first."
        raise Refused([Problem(("key",), str(row.document.get("label", "material")), what, right)])
    removal.remove(row, person(request))
    return Status(204, None)
