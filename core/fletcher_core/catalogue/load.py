"""Reads the data files once and checks every entry."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from .entries import Catalogue


@lru_cache(maxsize=1)
def catalogue() -> Catalogue:
    """The catalogue that ships with the core."""
    tables: dict[str, object] = {}
    for family in ("foam", "board", "stock", "skin", "glue", "cord", "cloth"):
        text = files(__package__).joinpath(f"data/{family}.toml").read_text(encoding="utf-8")
        table = tomllib.loads(text.replace("\nyield = ", "\nyield_ = "))
        # cloths come with their fibres, resins and ways to lay up, each a table of its own
        tables.update(table if family == "cloth" else {family: table})
    return Catalogue.model_validate(tables)
