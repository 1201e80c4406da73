"""Saving and loading airframes: each save a revision, a stale save refused."""

from __future__ import annotations

import json
import logging
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.db import IntegrityError
from django.utils import timezone
from fletcher_core import (
    AirframeFile,
    CannotRead,
    Problem,
    Refused,
    Stand,
    Weighed,
    build,
    counting_on,
    made_of,
    read_file,
    upgraded,
)

from . import answers, locks, mending, own_materials, quota
from .changes import changes
from .models import Airframe, Revision, Scheme, Workshop
from .reading import Unreadable, readable

T = TypeVar("T")
_log = logging.getLogger(__name__)


@dataclass(eq=False)
class Stale(Exception):
    """Somebody saved since this version was read."""

    airframe: Airframe
    latest: Revision
    changed: list[str]


def document_of(airframe: Airframe) -> dict[str, Any]:
    """The airframe file as it is stored, not looked at."""
    return {
        "format": "fletcher-airframe",
        "version": airframe.file_version,
        "airframe": airframe.document,
        "schemes": [s.document for s in airframe.schemes.all()],
        "chosen": airframe.chosen,
    }


def upgraded_document(airframe: Airframe) -> dict[str, Any]:
    """The same as a file of the current version.

    Raises
    ------
    Unreadable
        When it is none.
    """
    try:
        return upgraded(document_of(airframe))
    except CannotRead as exc:
        raise Unreadable(airframe.name, str(exc)) from exc


def read(workshop: Workshop, document: Any, name: str) -> AirframeFile:
    """A stored airframe file, of whatever version, with the workshop's own materials.

    Raises
    ------
    Unreadable
        With what is wrong with it.
    """
    try:
        with own_materials.using(workshop):
            return read_file(document)
    except CannotRead as exc:
        raise Unreadable(name, str(exc)) from exc


def file_of(airframe: Airframe) -> AirframeFile:
    return read(airframe.workshop, document_of(airframe), airframe.name)


def _check(file: AirframeFile) -> None:
    """Whether everything can be worked out: nothing else is saved.

    Raises
    ------
    Refused
        With what cannot be, at its field.
    """
    for k, scheme in enumerate(file.schemes):
        try:
            answers.check(file.airframe, scheme)
        except Refused as exc:
            raise Refused(
                Problem(
                    ("schemes", k, *p.where) if p.where[0] == "pieces" else p.where, p.label, p.what, p.right, p.facts
                )
                for p in exc.problems
            ) from exc


def summary_of(file: AirframeFile) -> dict[str, Any]:
    """What the list shows, of the schemes that are shown.

    Raises
    ------
    Refused
        When any scheme cannot be worked out.
    """
    _check(file)
    told = Stand.model_validate_json(answers.stand_json(file))
    weakest = min(told.parts, key=lambda line: line.reserve or 0.0)
    parts = [
        {
            "part": line.part, "label": line.label, "state": line.state, "hardest": line.hardest,
            "sentence": line.sentence, "n": line.n and line.n.model_dump(), "unit": line.unit,
            "part_g": line.part_g.value if line.part_g else 0.0,
        }
        for line in told.parts
    ]  # fmt: skip
    first = next(line for line in parts if line["part"] == weakest.part)
    return {
        "core": build(),
        **{name: first[name] for name in ("sentence", "n", "unit", "state", "hardest")},
        "weakest": weakest.part,
        "parts": parts,
        "reserve": weakest.reserve,
        "forecast_g": told.forecast_g.value,
        "promise_g": told.promise_g,
        "remains_g": told.remains_g.value,
        "stand": told.model_dump(mode="json"),
        "scheme": file.shown("wing").name,
        "schemes": len(file.schemes),
    }


def summary(airframe: Airframe) -> dict[str, Any]:
    """What the list shows; worked out when it is looked at, where it was saved since or an older core made it, so that
    list and bench agree and whoever saves is not kept waiting. It counts on what was weighed, as the other pages do."""
    rows = list(airframe.weigh_ins.all())
    by = build() + "".join(f":{row.pk}" for row in rows)
    if airframe.summary.get("core") != by:
        try:
            with counting_on(made_of([weighed for _, weighed in readable(Weighed, rows)])):
                made = {**summary_of(file_of(airframe)), "core": by}
        except Unreadable:
            raise
        except Exception as exc:
            # a newer core refuses what an older one let pass: the bench tells why when it is opened
            if not isinstance(exc, Refused):
                _log.exception("airframe %s cannot be summed up", airframe.pk)
            said = "it cannot be worked out any more: open it to see why"
            made = {**airframe.summary, "core": by, "sentence": said, "state": "gives way", "hardest": ""}
        airframe.summary = made
        Airframe.objects.filter(pk=airframe.pk, version=airframe.version).update(summary=made)
    return {name: value for name, value in airframe.summary.items() if name != "core"}


def _name_taken(workshop: Workshop, name: str, besides: int | None = None) -> bool:
    named = workshop.airframes.filter(name=name)
    return (named if besides is None else named.exclude(pk=besides)).exists()


def _refuse_name(workshop: Workshop, name: str) -> Refused:
    what, right = "Another airframe here is called “{name}”.", "Give it another name, such as “{free}”."
    free = next(f"{name[:70]} {k}" for k in range(2, 10_000) if not _name_taken(workshop, f"{name[:70]} {k}"))
    return Refused([Problem(("airframe", "name"), "name", what, right, {"name": name, "free": free})])


def _write(airframe: Airframe, file: AirframeFile, who: User | None) -> None:
    """Schemes by their keys: each keeps its row; one that is left out is removed, and can be taken back."""
    before = airframe.revisions.first()
    rows = {row.key: row for row in Scheme.with_removed.filter(airframe=airframe)}
    for k, scheme in enumerate(file.schemes):
        row = rows.pop(scheme.id, None) or Scheme(airframe=airframe, key=scheme.id)
        row.position, row.name, row.part = k, scheme.name, scheme.part
        row.document = scheme.model_dump(mode="json")
        row.removed = row.removed_by = None
        row.save()
    for row in rows.values():
        if row.removed is None:
            row.position, row.removed = None, timezone.now()
            row.removed_by = who
            row.save(update_fields=["position", "removed", "removed_by"])
    document = file.model_copy(update={"repairs": [], "life": []}).model_dump(mode="json")
    what = _changes(before.document, document) if before else ["the first save"]
    _revise(airframe, document, who, what)


def _changes(old: Any, new: Any) -> list[str]:
    """In words, between two stored documents of whatever versions."""
    try:
        return changes(upgraded(old), upgraded(new))
    except CannotRead:
        return ["everything: the state before cannot be read"]


def _revise(airframe: Airframe, document: Any, who: User | None, what: list[str]) -> None:
    quota.spend(airframe.workshop, len(json.dumps(document)))
    Revision.objects.create(airframe=airframe, number=airframe.version, document=document, who=who, what=what)


@contextmanager
def _name_once(workshop: Workshop, name: str) -> Iterator[None]:
    """One transaction that holds the workshop; a name that was taken in the same moment is told like any other."""
    try:
        with locks.of_workshop(workshop.pk):
            yield
    except IntegrityError as exc:
        if "airframe_name_once" not in str(exc):
            raise
        raise _refuse_name(workshop, name) from exc


@contextmanager
def _worked_out(
    workshop: Workshop, file: AirframeFile, who: User | None, work: Callable[[AirframeFile], T]
) -> Iterator[tuple[AirframeFile, T]]:
    """One transaction for a save: the file as it is to be kept, and what is worked out of it; its materials are kept
    with it.

    What takes long, and what may refuse, comes before anything is written.
    """
    file, new = own_materials.brought(workshop, file)
    with own_materials.using(workshop, new):
        found = work(file)
    with _name_once(workshop, file.airframe.name):
        for material in new:
            own_materials.save(workshop, material, who)
        yield file, found


def create(workshop: Workshop, file: AirframeFile, who: User | None) -> Airframe:
    """Save a new airframe.

    Raises
    ------
    Refused
        When it cannot be computed, its name is taken, or the workshop is full. Nothing is written then.
    """
    with _worked_out(workshop, file, who, summary_of) as (file, summary):
        if workshop.airframes.count() >= quota.AIRFRAMES:
            raise quota.full("airframes", quota.AIRFRAMES, "airframes")
        if _name_taken(workshop, file.airframe.name):
            raise _refuse_name(workshop, file.airframe.name)
        airframe: Airframe = Airframe.objects.create(
            workshop=workshop,
            name=file.airframe.name,
            document=file.airframe.model_dump(mode="json"),
            file_version=file.version,
            summary=summary,
            chosen=file.chosen,
        )
        _write(airframe, file, who)
        mending.take_in(airframe, file.repairs, file.life, who)
    return airframe


def save(workshop: Workshop, pk: int, file: AirframeFile, based_on: int, who: User | None) -> Airframe:
    """Save over version `based_on`.

    Raises
    ------
    Stale
        When it is not the latest version. Nothing is written.
    Refused
        When it cannot be computed, its name is taken, or the workshop is full. Nothing is written then.
    Airframe.DoesNotExist
        When this workshop has no such airframe.
    """
    with _worked_out(workshop, file, who, _check) as (file, _):
        airframe = locks.of_airframe(workshop, pk)
        if airframe.version != based_on:
            raise Stale(airframe, airframe.revisions.latest("number"), since(airframe, based_on))
        if _name_taken(workshop, file.airframe.name, besides=pk):
            raise _refuse_name(workshop, file.airframe.name)
        airframe.summary = {**airframe.summary, "core": ""}
        airframe.name = file.airframe.name
        airframe.chosen = file.chosen
        airframe.document = file.airframe.model_dump(mode="json")
        airframe.file_version = file.version
        airframe.version += 1
        airframe.save()
        _write(airframe, file, who)
    return airframe


def put_back(airframe: Airframe, name: str, who: User | None) -> None:
    """A removed airframe as it was; under another name where its own is taken by now."""
    if name != airframe.name:
        airframe.name, airframe.document = name, {**airframe.document, "name": name}
        airframe.version += 1
        _revise(airframe, document_of(airframe), who, [f"taken back as “{name}”"])
    airframe.save()


def add_scheme(workshop: Workshop, row: Scheme, who: User | None) -> None:
    """A removed scheme behind the others, as a save of its own.

    Raises
    ------
    Refused
        When there is no room for it, or the whole can no longer be computed.
    Unreadable
        When the airframe or the scheme cannot be read.
    """
    airframe = locks.of_airframe(workshop, row.airframe_id)
    document = upgraded_document(airframe)
    document["schemes"] = [*document["schemes"], {"part": "wing", **row.document}]
    file = read(workshop, document, airframe.name)
    save(workshop, airframe.pk, file, airframe.version, who)


def since(airframe: Airframe, version: int) -> list[str]:
    """In words, what differs between a version and the latest."""
    latest = airframe.revisions.first()
    base = airframe.revisions.filter(number=version).first()
    if latest is None or base is None:
        return ["everything since then"]
    return _changes(base.document, latest.document)
