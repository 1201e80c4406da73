"""A search over mends in a process of its own."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import Field

from ..joints import BondTest
from ..mends import Aim
from ..model import Airframe, Repair, Scheme
from ..processes import WithMaterials, answer, as_done
from ..search import Progress
from ..shelf import ShelfItem
from ..units import System
from .search import FoundMends, MendSearch, MendWish, search_mends


class Asked(WithMaterials):
    """A search as it comes in; `items`: all that may be used, where that is asked for; `shelf`: what things cost."""

    airframe: Airframe
    schemes: list[Scheme]
    repair: Repair
    aim: Aim
    wish: MendWish
    items: list[ShelfItem] | None = None
    shelf: list[ShelfItem] = Field(default_factory=list)
    tests: list[BondTest] = Field(default_factory=list)
    system: System = "metric"


def steps(asked: Asked) -> Iterator[Progress | FoundMends]:
    """Progress, and last what was found."""
    search = MendSearch(
        asked.airframe,
        asked.schemes,
        asked.repair,
        asked.aim,
        asked.wish,
        items=asked.items,
        shelf=asked.shelf,
        tests=asked.tests,
        system=asked.system,
    )
    return search_mends(search, as_done)


if __name__ == "__main__":
    raise SystemExit(answer(Asked, steps))
