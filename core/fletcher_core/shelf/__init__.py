"""What is in the shop: items, labels typed as they stand, what a scheme needs of them, and what is left."""

from .bill_of_materials import ShelfNeed, bill_of_materials
from .item import FORMS, ShelfItem
from .label import from_shelf, read_label
from .stock_allocation import Cut, NeedLine, ShelfCheck, check, take_from
from .table import read_csv, write_csv
from .unit_price import UnitPrice, unit_prices

__all__ = [
    "FORMS",
    "Cut",
    "NeedLine",
    "ShelfCheck",
    "ShelfItem",
    "ShelfNeed",
    "UnitPrice",
    "bill_of_materials",
    "check",
    "from_shelf",
    "read_csv",
    "read_label",
    "take_from",
    "unit_prices",
    "write_csv",
]
