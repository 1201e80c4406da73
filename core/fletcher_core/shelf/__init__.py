"""What is in the shop: items, labels typed as they stand, what a scheme needs of them, and what is left."""

from .item import FORMS, ShelfItem
from .label import read_label
from .match import Cut, NeedLine, ShelfCheck, check, take_from
from .needs import Need, needs_of
from .table import read_csv, write_csv

__all__ = [
    "FORMS",
    "Cut",
    "Need",
    "NeedLine",
    "ShelfCheck",
    "ShelfItem",
    "check",
    "needs_of",
    "read_csv",
    "read_label",
    "take_from",
    "write_csv",
]
