"""Every stored document is read here; one that cannot be read hides nothing else, and can be taken away as it is."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, TypeVar

from django.db import models
from fletcher_core import explain
from pydantic import BaseModel, ValidationError

T = TypeVar("T", bound=BaseModel)


@dataclass(eq=False)
class Unreadable(Exception):
    """A stored document that this program cannot read, and why in a sentence."""

    name: str
    what: str


def read(kind: type[T], document: Any, name: str) -> T:
    """A stored document as its model.

    Raises
    ------
    Unreadable
        With what is wrong with it.
    """
    try:
        return kind.model_validate(document)
    except ValidationError as exc:
        said = explain(exc, kind)[0]
        raise Unreadable(name, f"{said['label'][:1].upper()}{said['label'][1:]}: {said['what']}") from exc


def readable(kind: type[T], rows: Iterable[models.Model]) -> list[tuple[Any, T]]:
    """Rows with their documents read, without those that cannot be read: they are told where rows are listed."""
    found = []
    for row in rows:
        try:
            found.append((row, read(kind, row.document, "")))  # type: ignore[attr-defined]
        except Unreadable:
            continue
    return found
