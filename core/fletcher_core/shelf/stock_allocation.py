"""Needs set against what is on the shelf: there, too short, not enough, or not there; what it costs."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from pydantic import BaseModel

from ..bonds.splice import Splice, splice
from ..catalogue import Stock, catalogue
from ..units import Measure, System
from .bill_of_materials import ShelfNeed
from .item import FORMS, ShelfItem

#: sizes differ by no more than this, mm or share, and are still the same
SAME_MM, SAME_SHARE = 0.05, 0.03
#: lost at every cut of a stick, mm
KERF = 1.0
#: offcuts shorter than this are not put back, mm
SHORTEST = 60.0

Status = Literal["there", "too short", "not enough", "not there"]


class Cut(BaseModel):
    """So much (mm, mm2 or g) taken from item `item`, in its `piece`-th one."""

    item: int
    piece: int
    amount: float


class NeedLine(BaseModel):
    """How a need is met. `price` in the workshop's money, of what is used; None where no price is known."""

    need: ShelfNeed
    status: Status
    says: str
    item: int | None
    price: float | None
    cuts: list[Cut] = []


class ShelfCheck(BaseModel):
    """What a scheme needs against what is there: cuts, what is short, what is left."""

    lines: list[NeedLine]
    #: of what is used; None where a price is missing
    price: float | None
    unpriced: int
    missing: int
    #: by piece
    prices: dict[str, float | None]


@dataclass
class _Stock:
    """One item while it is being cut: what is left of each one."""

    index: int
    item: ShelfItem
    left: list[float] = field(default_factory=list)


def _same(has: float | None, wanted: float) -> bool:
    return has is not None and abs(has - wanted) <= max(SAME_MM, SAME_SHARE * wanted)


def fits(item: ShelfItem, need: ShelfNeed) -> bool:
    """The same material, form and sizes."""
    if (item.form, item.table, item.material) != (need.form, need.table, need.material):
        # a block may be cut from a sheet of foam
        sheet = need.form == "block" and item.form == "sheet" and item.table == "foam"
        if not sheet or item.material != need.material:
            return False
    # a roll that is wider can be cut down; so can a sheet
    wider = "width_mm" in need.sizes and need.form == "roll" and (item.width_mm or 0.0) >= need.sizes["width_mm"]
    return all(
        _same(getattr(item, name), wanted) or (name == "width_mm" and wider) for name, wanted in need.sizes.items()
    )


def whole_only(item: ShelfItem) -> bool:
    """Whether what is cut from it must come from one: sticks and cord, not film, board or glue."""
    return FORMS[item.form].used_by == "length"


def _opened(items: Sequence[ShelfItem], taken: Mapping[int, Sequence[float]]) -> list[_Stock]:
    """Items with what is reserved already taken out, each from the smallest one that holds it."""
    stocks = [_Stock(k, item, [item.one] * item.count) for k, item in enumerate(items)]
    for stock in stocks:
        for amount in sorted(taken.get(stock.index, ()), reverse=True):
            _cut(stock, amount)
    return stocks


def _cut(stock: _Stock, amount: float) -> int | None:
    """Take `amount` from the one that leaves least; None where no single one holds it."""
    whole = FORMS[stock.item.form].used_by == "length" and stock.item.form != "cord"
    best = min(
        (k for k, left in enumerate(stock.left) if left >= amount - 1e-6), key=lambda k: stock.left[k], default=None
    )
    if best is not None:
        stock.left[best] = max(0.0, stock.left[best] - amount - (KERF if whole else 0.0))
    return best


def _take_all(stock: _Stock, amounts: Sequence[float]) -> list[Cut] | None:
    """Cuts for all of them, the longest first; None (and nothing taken) where they do not all fit."""
    before = list(stock.left)
    cuts = []
    for amount in sorted(amounts, reverse=True):
        piece = _cut(stock, amount)
        if piece is None:
            stock.left = before
            return None
        cuts.append(Cut(item=stock.index, piece=piece, amount=amount))
    return cuts


def _pour(stock: _Stock, amount: float) -> list[Cut] | None:
    """An area or a weight may come from several: rolls, sheets and bottles one after the other."""
    if sum(stock.left) < amount - 1e-6:
        return None
    cuts = []
    for piece in sorted(range(len(stock.left)), key=lambda k: stock.left[k]):
        part = min(amount, stock.left[piece])
        if part > 0:
            stock.left[piece] -= part
            cuts.append(Cut(item=stock.index, piece=piece, amount=part))
            amount -= part
        if amount <= 1e-6:
            break
    return cuts


def _splice(need: ShelfNeed, item: ShelfItem) -> Splice | None:
    stock = catalogue().stock.get(need.material)
    if not isinstance(stock, Stock):
        return None
    glue = catalogue().glue["epoxy_30"]
    s = need.sizes
    if need.form == "tube":
        area = math.pi / 4 * (s["diameter_mm"] ** 2 - s["bore_mm"] ** 2)
        # a rod inside bears no more bending than its own second moment does of the tube's
        inside = s["bore_mm"] ** 4
        most = inside / (s["diameter_mm"] ** 4 - inside)
        return splice(stock, glue, area, math.pi * s["bore_mm"], s["diameter_mm"], "a rod glued inside", most=most)
    if need.form == "rod":
        d = s["diameter_mm"]
        return splice(stock, glue, math.pi / 4 * d * d, math.pi * d, d, "a tube glued over it")
    if need.form == "strip":
        area = s["width_mm"] * s["thickness_mm"]
        return splice(stock, glue, area, s["width_mm"], s["thickness_mm"], "a strip laid beside it")
    return None


def _too_short(need: ShelfNeed, stock: _Stock, system: System) -> str:
    longest, run = Measure(max(stock.left, default=0.0)), Measure(max(need.runs_mm))
    text = f"{run.text(system)} in one is needed, the longest is {longest.text(system)}"
    found = _splice(need, stock.item)
    if found is None:
        return f"{text}: join it where little is asked of it."
    length = Measure(round(found.overlap_mm)).text(system)
    return (
        f"{text}. Splice it with {found.how}, {length} to each side, in 30 minute epoxy: it then keeps about "
        f"{100 * found.share:.0f} % of its own strength there; put it well out along the span."
    )


def _price(item: ShelfItem, amount: float) -> float | None:
    return None if item.price is None else item.price * amount / item.one


def _meet(need: ShelfNeed, stocks: Sequence[_Stock], system: System) -> NeedLine:
    there = [s for s in stocks if fits(s.item, need)]
    if not there:
        return NeedLine(need=need, status="not there", says="Not on the shelf.", item=None, price=None)
    by_length = FORMS[need.form].used_by == "length"
    for stock in there:
        cuts = _take_all(stock, need.runs_mm) if by_length else None
        if not by_length and (not need.runs_mm or (stock.item.length_mm or 0.0) >= max(need.runs_mm)):
            cuts = _pour(stock, need.amount)
        if cuts is not None:
            return NeedLine(
                need=need, status="there", says=stock.item.words(system), item=stock.index,
                price=_price(stock.item, need.amount), cuts=cuts,
            )  # fmt: skip
    best = max(there, key=lambda s: max(s.left, default=0.0))
    price = _price(best.item, need.amount)
    run = max(need.runs_mm, default=0.0)
    longest = max(best.left, default=0.0) if by_length else best.item.length_mm or 0.0
    if run > longest and sum(best.left) >= (need.amount if not by_length else sum(need.runs_mm)):
        says = _too_short(need, best, system) if by_length else "No sheet is long enough: join it with a long scarf."
        return NeedLine(need=need, status="too short", says=says, item=best.index, price=price)
    return NeedLine(
        need=need,
        status="not enough",
        says=f"Not enough is left of {best.item.words(system)}.",
        item=best.index,
        price=price,
    )


def check(
    needs: Sequence[ShelfNeed], items: Sequence[ShelfItem], taken: Mapping[int, Sequence[float]] | None = None,
    system: System = "metric",
) -> ShelfCheck:  # fmt: skip
    """Each need against the shelf, the longest runs first, so that what one takes is gone for the next.

    Parameters
    ----------
    taken : item index -> amounts that are reserved already.
    """
    stocks = _opened(items, taken or {})
    order = sorted(range(len(needs)), key=lambda k: -max(needs[k].runs_mm, default=needs[k].amount))
    met = {k: _meet(needs[k], stocks, system) for k in order}
    lines = [met[k] for k in range(len(needs))]
    prices: dict[str, float | None] = {}
    for line in lines:
        had = prices.get(line.need.piece_id, 0.0)
        prices[line.need.piece_id] = None if had is None or line.price is None else had + line.price
    unpriced = sum(line.price is None for line in lines)
    return ShelfCheck(
        lines=lines,
        price=None if unpriced else sum(line.price or 0.0 for line in lines),
        unpriced=unpriced,
        missing=sum(line.status != "there" for line in lines),
        prices=prices,
    )


def take_from(item: ShelfItem, amounts: Sequence[float]) -> list[ShelfItem]:
    """What is left of an item once these are cut from it: whole ones, and offcuts worth keeping.

    Raises
    ------
    ValueError
        Where it does not hold them.
    """
    stock = _Stock(0, item, [item.one] * item.count)
    for amount in sorted(amounts, reverse=True):
        if _cut(stock, amount) is None and (whole_only(item) or _pour(stock, amount) is None):
            raise ValueError(f"{item.words('metric')} does not hold {amount:g}")
    used = FORMS[item.form].used_by
    whole = sum(left >= item.one - 1e-6 for left in stock.left)
    rest = [left for left in stock.left if left < item.one - 1e-6]
    kept = [item.model_copy(update={"count": whole})] if whole else []
    for left in rest:
        if left < (SHORTEST if used == "length" else 0.01 * item.one):
            continue
        share = left / item.one
        smaller = {"grams": left} if used == "grams" else {"length_mm": (item.length_mm or 0.0) * share}
        price = None if item.price is None else round(item.price * share, 2)
        kept.append(item.model_copy(update={**smaller, "count": 1, "price": price}))
    return kept
