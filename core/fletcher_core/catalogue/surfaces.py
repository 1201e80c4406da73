"""Surface that a glue meets on each material."""

from __future__ import annotations

from collections.abc import Mapping

from .entries import Tagged
from .load import catalogue


def meets(material: str) -> str:
    """A foam's own id, or the name of a hard surface, of a material of the catalogue.

    Raises
    ------
    StopIteration
        When no table has the material.
    """
    cat = catalogue()
    if material in cat.foam:
        return material
    tables: tuple[Mapping[str, Tagged], ...] = (cat.board, cat.stock, cat.skin, cat.cord, cat.cloth)
    return next(table[material].surface for table in tables if material in table)
