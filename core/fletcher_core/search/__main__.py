"""A search in a process of its own: what is asked comes in as JSON, and a line of JSON goes out for each step.

So it can be stopped at any moment, uses every core, and whoever works on the bench meanwhile goes first.
"""

from __future__ import annotations

import multiprocessing
import os
import sys
from collections.abc import Callable, Iterator, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ValidationError

from ..analysis.batch import BatchResult
from ..catalogue import OwnMaterial, with_own
from ..model import Airframe, Refused, Scheme, explain
from ..shelf import ShelfItem
from ..units import System
from .run import Bank, Point, Step, answer_block, search
from .wish import Wish


class _Materials(BaseModel):
    materials: list[OwnMaterial] = []


class Asked(_Materials):
    """A search as it comes in: airframe, scheme, wish, own materials."""

    airframe: Airframe
    scheme: Scheme
    wish: Wish
    shelf: list[ShelfItem] | None = None
    others: list[Scheme] = []
    system: System = "metric"


_work: dict[str, Any] = {}


def _one(at: NDArray[np.intp]) -> tuple[NDArray[np.intp], BatchResult]:
    return at, answer_block(_work["airframe"], _work["bank"], at, _work["memo"])


def _point(way: int) -> Point | None:
    point: Point | None = _work["point"](way)
    return point


def spread_out(airframe: Airframe, bank: Bank, blocks: Sequence[NDArray[np.intp]]) -> Iterator[Step]:
    """Blocks on every core; they arrive as they are done."""
    _work.update(airframe=airframe, bank=bank, memo={})
    with _pool() as pool:
        yield from pool.imap_unordered(_one, blocks)


def side_by_side(function: Callable[[int], Point | None], ways: Sequence[int]) -> list[Point | None]:
    """Ways by the full model on every core."""
    _work["point"] = function
    with _pool() as pool:
        points: list[Point | None] = pool.map(_point, ways, chunksize=1)
    return points


def _pool() -> Any:
    """As many processes as there are cores; they begin with all that `_work` holds."""
    return multiprocessing.get_context("fork").Pool(len(os.sched_getaffinity(0)))


def _said(line: str) -> None:
    sys.stdout.write(line + "\n")
    sys.stdout.flush()


def _refused(problems: list[dict[str, str]]) -> None:
    import json

    _said(json.dumps({"kind": "refused", "problems": problems}, ensure_ascii=False))


def main() -> int:
    """Read one question, tell progress and result a line each."""
    os.nice(10)
    text = sys.stdin.read()
    try:
        with with_own(_Materials.model_validate_json(text).materials):
            asked = Asked.model_validate_json(text)
            steps = search(
                asked.airframe,
                asked.scheme,
                asked.wish,
                asked.shelf,
                system=asked.system,
                runner=spread_out,
                mapper=side_by_side,
                others=asked.others,
            )
            told = -1
            for step in steps:
                # a line for each per cent is enough
                share = 100 * getattr(step, "done", 0) // max(getattr(step, "of", 1), 1)
                if step.kind != "progress" or share != told:
                    told = share if step.kind == "progress" else told
                    _said(step.model_dump_json())
    except ValidationError as exc:
        _refused(explain(exc, Asked))
    except Refused as exc:
        _refused([p.said() for p in exc.problems])
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
