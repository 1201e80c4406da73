"""Materials, glues and their figures, as data with spread and basis.

A new material or glue is one entry in ``data/*.toml``; nothing else changes.
"""

from .entries import (
    BASIS_WORDS,
    Board,
    BoardCore,
    Catalogue,
    Cloth,
    Cord,
    Fibre,
    Foam,
    Glue,
    LayUp,
    Resin,
    SkinSheet,
    Spread,
    Stock,
)
from .load import catalogue

__all__ = [
    "BASIS_WORDS",
    "Board",
    "BoardCore",
    "Catalogue",
    "Cloth",
    "Cord",
    "Fibre",
    "Foam",
    "Glue",
    "LayUp",
    "Resin",
    "SkinSheet",
    "Spread",
    "Stock",
    "catalogue",
]
