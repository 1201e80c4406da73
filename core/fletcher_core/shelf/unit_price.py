"""What a material costs here: the shelf's prices, each for as much as is usually bought of it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from .item import FORMS, ShelfItem

#: what is used up -> (how much a price is told for, mm, mm2 or grams; its words)
_PER = {"length": (1000.0, "a metre"), "area": (1e6, "a square metre"), "grams": (100.0, "100 g")}


@dataclass(frozen=True)
class UnitPrice:
    """From the cheapest to the dearest on the shelf, in the workshop's money, for each `per`."""

    low: float
    high: float
    per: str


def unit_prices(items: Sequence[ShelfItem]) -> dict[tuple[str, str], UnitPrice]:
    """(table, material) -> its price; what has no price, or nothing in it, is left out.

    A material that is there as sticks and as sheet is told as the one there are more lines of.
    """
    priced = [i for i in items if i.price is not None and i.one > 0]
    found: dict[tuple[str, str], UnitPrice] = {}
    for key in dict.fromkeys((i.table, i.material) for i in priced):
        here = [i for i in priced if (i.table, i.material) == key]
        used = Counter(FORMS[i.form].used_by for i in here).most_common(1)[0][0]
        much, per = _PER[used]
        each = [(i.price or 0.0) / i.one * much for i in here if FORMS[i.form].used_by == used]
        found[key] = UnitPrice(min(each), max(each), per)
    return found
