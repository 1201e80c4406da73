"""Reads the data files once and checks every entry."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from .entries import Catalogue


@lru_cache(maxsize=1)
def catalogue() -> Catalogue:
    """The catalogue that ships with the core."""
    tables = {}
    for family in ("foam", "board", "stock", "skin", "glue"):
        text = files(__package__).joinpath(f"data/{family}.toml").read_text(encoding="utf-8")
        tables[family] = tomllib.loads(text.replace("\nyield = ", "\nyield_ = "))
    return Catalogue.model_validate(tables)
