"""Reads the data files once and checks every entry; a workshop's own entries lie over them for as long as asked."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import lru_cache
from importlib.resources import files
from typing import TYPE_CHECKING

from .entries import Catalogue

if TYPE_CHECKING:
    from .own_material import OwnMaterial


#: the files of `data`, each a table of that name
FAMILIES = (
    "foam", "board", "stock", "skin", "glue", "cord", "cloth", "school", "hinge", "joining", "control", "mounting",
    "mending", "mend_school", "look", "gear", "craft", "rule", "scale", "prepare", "hazard",
)  # fmt: skip


@lru_cache(maxsize=1)
def shipped() -> Catalogue:
    """The catalogue that ships with the core."""
    tables: dict[str, object] = {}
    for family in FAMILIES:
        text = files(__package__).joinpath(f"data/{family}.toml").read_text(encoding="utf-8")
        table = tomllib.loads(text.replace("\nyield = ", "\nyield_ = "))
        # cloths come with their fibres, resins and ways to lay up, each a table of its own
        tables.update(table if family == "cloth" else {family: table})
    return Catalogue.model_validate(tables)


_in_use: ContextVar[Catalogue | None] = ContextVar("catalogue in use", default=None)


def catalogue() -> Catalogue:
    """The catalogue in use: the shipped one, under the own entries of `with_own` where that is open."""
    return _in_use.get() or shipped()


@contextmanager
def using(tables: Catalogue) -> Iterator[Catalogue]:
    """Another catalogue, in this thread, until it is left."""
    token = _in_use.set(tables)
    try:
        yield tables
    finally:
        _in_use.reset(token)


@contextmanager
def with_own(materials: Iterable[OwnMaterial]) -> Iterator[Catalogue]:
    """A workshop's own materials beside those in use, in this thread, until it is left."""
    tables: dict[str, dict[str, object]] = {}
    under = catalogue()
    for material in materials:
        table = tables.setdefault(material.table, dict(getattr(under, material.table)))
        table[material.id] = material.entry()
    with using(under.model_copy(update=tables) if tables else under) as mixed:
        yield mixed
