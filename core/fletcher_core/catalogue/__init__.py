"""Materials, glues and their figures, as data with spread and basis.

A new material or glue is one entry in ``data/*.toml``; nothing else changes.
"""

from .entries import Board, BoardCore, Catalogue, Foam, Glue, SkinSheet, Spread, Stock
from .load import catalogue

__all__ = ["Board", "BoardCore", "Catalogue", "Foam", "Glue", "SkinSheet", "Spread", "Stock", "catalogue"]
