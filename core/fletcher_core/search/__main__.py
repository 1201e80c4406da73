"""A search in a process of its own."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..model import Airframe, Scheme
from ..processes import WithMaterials, answer, as_done
from ..shelf import ShelfItem
from ..units import System
from .run import Bank, Better, Found, Memo, Point, Progress, Step, answer_block, search
from .wish import Wish


class Asked(WithMaterials):
    """A search as it comes in: airframe, scheme, wish, own materials."""

    airframe: Airframe
    scheme: Scheme
    wish: Wish
    shelf: list[ShelfItem] | None = None
    others: list[Scheme] = Field(default_factory=list)
    system: System = "metric"


def spread_out(airframe: Airframe, bank: Bank, blocks: Sequence[NDArray[np.intp]]) -> Iterator[Step]:
    """Blocks on every core; they arrive as they are done."""
    memo: Memo = {}
    for k, found in as_done(lambda at: answer_block(airframe, bank, at, memo), blocks):
        yield blocks[k], found


def side_by_side(function: Callable[[int], Point | None], ways: Sequence[int]) -> list[Point | None]:
    """Ways by the full model on every core."""
    return [point for _, point in sorted(as_done(function, ways), key=lambda done: done[0])]


def steps(asked: Asked) -> Iterator[Progress | Better | Found]:
    """Progress, and last what was found."""
    return search(
        asked.airframe,
        asked.scheme,
        asked.wish,
        asked.shelf,
        system=asked.system,
        runner=spread_out,
        mapper=side_by_side,
        others=asked.others,
    )


if __name__ == "__main__":
    raise SystemExit(answer(Asked, steps))
