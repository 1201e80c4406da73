"""What mends and a new part would cost, by what the shelf's own items cost."""

from __future__ import annotations

from collections.abc import Sequence

from ..mends import Aim
from ..model import Airframe, Repair, Scheme
from ..shelf import ShelfItem, ShelfNeed, bill_of_materials, check
from .judge import sides
from .needs import needs_of, price_of
from .place_of import place_of
from .told import part_label


def needs_of_repair(airframe: Airframe, schemes: Sequence[Scheme], repair: Repair, aim: Aim) -> list[ShelfNeed]:
    """What the mends of one plan take from the shelf."""
    by_part = {s.part: s for s in schemes}
    mends = repair.plans.of(aim).mends
    found: list[ShelfNeed] = []
    for name, side in sides(repair.damages, airframe):
        if name in by_part:
            own = [d for d in repair.damages if d.on == name and (side is None or d.side == side)]
            ids = {d.id for d in own}
            place = place_of(airframe, by_part[name], repair.happened)
            found += needs_of(airframe, by_part[name], [m for m in mends if m.of in ids], own, place)
    return found


def prices_of(
    airframe: Airframe, schemes: Sequence[Scheme], repair: Repair, aim: Aim, items: Sequence[ShelfItem]
) -> dict[str, float | None]:
    """``mend:<part or half>`` and ``new:<part>`` -> its price; None where that of something is not known."""
    by_part = {s.part: s for s in schemes}
    mends = repair.plans.of(aim).mends
    found: dict[str, float | None] = {}
    for name, side in sides(repair.damages, airframe):
        if name not in by_part:
            continue
        own = [d for d in repair.damages if d.on == name and (side is None or d.side == side)]
        ids = {d.id for d in own}
        place = place_of(airframe, by_part[name], repair.happened)
        needs = needs_of(airframe, by_part[name], [m for m in mends if m.of in ids], own, place)
        found[f"mend:{part_label(name, side)}"] = price_of(needs, items)
        whole = check(bill_of_materials(airframe, by_part[name]), items).price
        share = airframe.part(name).copies if side is not None else 1
        found[f"new:{name}"] = None if whole is None else whole / share
    return found
