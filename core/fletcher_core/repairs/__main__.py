"""A search over mends, or a plan, in a process of its own."""

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
from .plan import Planned, plan_steps
from .search import FoundMends, MendSearch, MendWish, search_mends


class Asked(WithMaterials):
    """What comes in; a plan is asked for where nothing is wished.

    `items`: all that may be used, where that is asked for; `shelf`: what things cost.
    """

    airframe: Airframe
    schemes: list[Scheme]
    repair: Repair
    aim: Aim
    wish: MendWish | None = None
    items: list[ShelfItem] | None = None
    shelf: list[ShelfItem] = Field(default_factory=list)
    tests: list[BondTest] = Field(default_factory=list)
    system: System = "metric"


def steps(asked: Asked) -> Iterator[Progress | FoundMends | Planned]:
    """Progress, and last what was found."""
    airframe, schemes, repair, aim = asked.airframe, asked.schemes, asked.repair, asked.aim
    items, tests, system = asked.items, asked.tests, asked.system
    if asked.wish is None:
        return plan_steps(airframe, schemes, repair, aim, items=items, tests=tests, system=system, mapper=as_done)
    search = MendSearch(
        airframe, schemes, repair, aim, asked.wish, items=items, shelf=asked.shelf, tests=tests, system=system
    )
    return search_mends(search, as_done)


if __name__ == "__main__":
    raise SystemExit(answer(Asked, steps))
