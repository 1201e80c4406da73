"""Saving and loading airframes: each save a revision, a stale save refused."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import IntegrityError, transaction
from fletcher_core import __version__
from fletcher_core.evaluate import evaluate
from fletcher_core.model import AirframeFile, Problem, Refused

from . import own
from .changes import changes
from .models import Airframe, Revision, Scheme, Workshop


@dataclass(eq=False)
class Stale(Exception):
    """Somebody saved since this version was read."""

    airframe: Airframe
    latest: Revision
    changed: list[str]


def file_of(airframe: Airframe) -> AirframeFile:
    with own.using(airframe.workshop):
        return AirframeFile.model_validate(
            {
                "airframe": airframe.document,
                "schemes": [s.document for s in airframe.schemes.all()],
                "chosen": airframe.chosen or None,
            }
        )


def summary_of(file: AirframeFile) -> dict[str, Any]:
    """What the list shows, of the first scheme.

    Raises
    ------
    Refused
        When any scheme cannot be computed: nothing like that is saved.
    """
    verdicts = []
    for k, scheme in enumerate(file.schemes):
        try:
            verdicts.append(evaluate(file.airframe, scheme, ledger=False))
        except Refused as exc:
            raise Refused(
                Problem(
                    ("schemes", k, *p.where) if p.where[0] == "pieces" else p.where, p.label, p.what, p.right, p.facts
                )
                for p in exc.problems
            ) from exc
    first = verdicts[file.schemes.index(file.shown)]
    hardest = next(c for c in first.cases if c.hardest)
    return {
        "core": __version__,
        "sentence": first.sentence,
        "n": first.breaks.n.model_dump(),
        # the list never looks surer than the worst of all that is asked of the wing
        "state": hardest.state,
        "hardest": "" if hardest.id == first.cases[0].id else hardest.label,
        "reserve": hardest.reserve,
        "wing_g": first.mass.wing_g.value,
        "promise_g": first.mass.promise_g,
        "remains_g": first.mass.remains_g.value,
        "plan": first.drawing.plan.model_dump(mode="json"),
        "scheme": file.shown.name,
        "schemes": len(file.schemes),
    }


def summary(airframe: Airframe) -> dict[str, Any]:
    """What the list shows; worked out anew where an older core made it, so that list and bench agree."""
    if airframe.summary.get("core") != __version__:
        try:
            made = summary_of(file_of(airframe))
        except Refused:
            # a newer core refuses what an older one let pass: the bench tells why when it is opened
            said = "it cannot be worked out any more: open it to see why"
            made = {**airframe.summary, "core": __version__, "sentence": said, "state": "gives way", "hardest": ""}
        airframe.summary = made
        Airframe.objects.filter(pk=airframe.pk, version=airframe.version).update(summary=made)
    return {name: value for name, value in airframe.summary.items() if name != "core"}


def _name_taken(workshop: Workshop, name: str, besides: int | None = None) -> bool:
    return workshop.airframes.filter(name=name).exclude(pk=besides).exists()


def _refuse_name(name: str) -> Refused:
    problem = Problem(
        ("airframe", "name"), "name", f"Another airframe here is called “{name}”.", "Give it another name."
    )
    return Refused([problem])


def _write(airframe: Airframe, file: AirframeFile, who: AbstractBaseUser | None) -> None:
    before = airframe.revisions.first()
    airframe.schemes.all().delete()
    Scheme.objects.bulk_create(
        Scheme(airframe=airframe, key=s.id, position=k, name=s.name, document=s.model_dump(mode="json"))
        for k, s in enumerate(file.schemes)
    )
    document = file.model_dump(mode="json")
    what = changes(before.document, document) if before else ["the first save"]
    Revision.objects.create(airframe=airframe, number=airframe.version, document=document, who=who, what=what)


@contextmanager
def _name_once(name: str) -> Iterator[None]:
    """One transaction; a name that somebody else took in the same moment is told like any other."""
    try:
        with transaction.atomic():
            yield
    except IntegrityError as exc:
        if "airframe_name_once" not in str(exc):
            raise
        raise _refuse_name(name) from exc


def create(workshop: Workshop, file: AirframeFile, who: AbstractBaseUser | None) -> Airframe:
    """Save a new airframe.

    Raises
    ------
    Refused
        When it cannot be computed or its name is taken.
    """
    file = own.keep(workshop, file, who)
    with own.using(workshop):
        summary = summary_of(file)
    with _name_once(file.airframe.name):
        if _name_taken(workshop, file.airframe.name):
            raise _refuse_name(file.airframe.name)
        airframe = Airframe.objects.create(
            workshop=workshop,
            name=file.airframe.name,
            document=file.airframe.model_dump(mode="json"),
            summary=summary,
            chosen=file.chosen or "",
        )
        _write(airframe, file, who)
    return airframe


def save(workshop: Workshop, pk: int, file: AirframeFile, based_on: int, who: AbstractBaseUser | None) -> Airframe:
    """Save over version `based_on`.

    Raises
    ------
    Stale
        When it is not the latest version. Nothing is written.
    Refused
        When it cannot be computed or its name is taken.
    Airframe.DoesNotExist
        When this workshop has no such airframe.
    """
    file = own.keep(workshop, file, who)
    with own.using(workshop):
        summary = summary_of(file)  # before the row is locked: it takes the longest
    with _name_once(file.airframe.name):
        airframe = workshop.airframes.select_for_update().get(pk=pk)
        if airframe.version != based_on:
            raise Stale(airframe, airframe.revisions.first(), since(airframe, based_on))
        if _name_taken(workshop, file.airframe.name, besides=pk):
            raise _refuse_name(file.airframe.name)
        airframe.summary = summary
        airframe.name = file.airframe.name
        airframe.chosen = file.chosen or ""
        airframe.document = file.airframe.model_dump(mode="json")
        airframe.version += 1
        airframe.save()
        _write(airframe, file, who)
    return airframe


def since(airframe: Airframe, version: int) -> list[str]:
    """In words, what differs between a version and the latest."""
    latest = airframe.revisions.first()
    base = airframe.revisions.filter(number=version).first()
    return changes(base.document, latest.document) if latest and base else ["everything since then"]
