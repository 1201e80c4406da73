"""Older airframe files, carried forward step by step; the one way in which a stored file is read.

A step takes the document of one version and gives that of the next. Steps are pure: they change a copy,
look nothing up, and are never changed once they have shipped; `tests/core/files` holds frozen examples of
each version.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from pydantic import ValidationError

from ..fields import explain
from .document import AirframeFile

Document = dict[str, Any]

#: the version that this core writes
CURRENT: int = AirframeFile.model_fields["version"].default


def _parts(old: Document) -> Document:
    """1 to 2: the wing becomes one part of several, with its targets; a scheme says which part it builds."""
    airframe = dict(old["airframe"])
    wing = dict(airframe.pop("wing"))
    if "targets" in airframe:
        wing["targets"] = airframe.pop("targets")
    chosen = old.get("chosen")
    return {
        **old,
        "airframe": {**airframe, "parts": {"wing": wing}},
        "schemes": [{"part": "wing", **scheme} for scheme in old["schemes"]],
        "chosen": {} if chosen is None else {"wing": chosen},
    }


#: version -> what makes the next version of it
STEPS: Mapping[int, Callable[[Document], Document]] = {1: _parts}


class CannotRead(ValueError):
    """A document that is no airframe file this core can read; its text is a sentence that says why."""


def upgraded(document: Any) -> Document:
    """A document of any known version, as the current version.

    Raises
    ------
    CannotRead
        When it is no airframe file, or of a version that this core does not know.
    """
    if not isinstance(document, dict) or document.get("format", "fletcher-airframe") != "fletcher-airframe":
        raise CannotRead("This is no airframe file.")
    version = document.get("version", 1)
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise CannotRead("Its version is no number.")
    if version > CURRENT:
        raise CannotRead(
            f"It was written by a newer Fletcher (file version {version}; this one reads up to {CURRENT})."
        )
    found = dict(document)
    for number in range(version, CURRENT):
        try:
            found = STEPS[number](found)
        except (KeyError, TypeError, AttributeError, IndexError) as exc:
            raise CannotRead(f"It is not a whole file of version {number}.") from exc
    return {**found, "version": CURRENT}


def read_file(document: Any) -> AirframeFile:
    """A stored document of any known version, checked.

    Raises
    ------
    CannotRead
        With the first thing that is wrong with it.
    """
    try:
        return AirframeFile.model_validate(upgraded(document))
    except ValidationError as exc:
        first = explain(exc, AirframeFile)[0]
        where = f" (at {first['field']})" if first["field"] else ""
        raise CannotRead(f"{first['label'][:1].upper()}{first['label'][1:]}{where}: {first['what']}") from exc
