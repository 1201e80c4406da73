"""A workshop's own materials: copied, changed with a reason, private to it."""

from __future__ import annotations

from django.http import HttpRequest
from fletcher_core.catalogue import OwnMaterial as Material
from fletcher_core.catalogue import figures_of, shipped, words_of
from fletcher_core.catalogue.own import TABLES
from fletcher_core.model import Problem, Refused, explain
from ninja import Router
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import ValidationError

from ..workshop import own
from ..workshop.models import OwnMaterial
from .shapes import CopyableOut, FigureOut, MaterialsOut, NewMaterial, OwnMaterialOut, Problems
from .who import membership, signed_in

router = Router(tags=["materials"], auth=signed_in)


def _copyable() -> list[CopyableOut]:
    found = []
    for table in TABLES:
        for key, entry in getattr(shipped(), table).items():
            words = words_of(type(entry))
            figures = [
                FigureOut(name=name, label=words[name][0], unit=words[name][1], spread=list(spread))
                for name, spread in figures_of(entry).items()
            ]
            found.append(
                CopyableOut(
                    table=table, id=key, label=entry.label, note=entry.note, source=entry.source, figures=figures
                )
            )
    return found


def _out(row: OwnMaterial) -> OwnMaterialOut:
    return OwnMaterialOut(
        material=Material.model_validate(row.document), who=row.who.get_username() if row.who else "somebody",
        updated=row.updated, used_by=own.used_by(row.workshop, row.key),
    )  # fmt: skip


def _made(material: NewMaterial, key: str) -> Material:
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
    rows = membership(request).workshop.materials.select_related("who", "workshop")
    return MaterialsOut(own=[_out(row) for row in rows], shipped=_copyable())


@router.post("/materials", response={201: OwnMaterialOut, 422: Problems}, operation_id="add_material")
def add_material(request: HttpRequest, material: NewMaterial) -> Status[OwnMaterialOut]:
    made = _made(material, own.new_id(material.copied_from))
    return Status(201, _out(own.save(membership(request).workshop, made, request.user)))


@router.put(
    "/materials/{key}", response={200: OwnMaterialOut, 404: Problems, 422: Problems}, operation_id="save_material"
)
def save_material(request: HttpRequest, key: str, material: NewMaterial) -> OwnMaterialOut:
    row = _known(request, key)
    made = _made(material, row.key)
    if (made.table, made.copied_from) != (row.document["table"], row.document["copied_from"]):
        right = "Make a new one from the other class."
        raise Refused([Problem(("copied_from",), "copied from", "It was copied from another material.", right)])
    return _out(own.save(row.workshop, made, request.user))


@router.delete("/materials/{key}", response={204: None, 404: Problems, 422: Problems}, operation_id="remove_material")
def remove_material(request: HttpRequest, key: str) -> Status[None]:
    row = _known(request, key)
    used = own.used_by(row.workshop, key)
    if used:
        what = f"It is used by {', '.join(used)}."
        raise Refused(
            [Problem(("key",), row.document["label"], what, "Put another material in its place there first.")]
        )
    row.delete()
    return Status(204, None)
