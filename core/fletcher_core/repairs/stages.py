"""Work in stages: jobs by a mapper, in this process or in many, and how far it has come."""

from __future__ import annotations

from collections.abc import Callable, Generator, Iterator, Sequence
from typing import Any

from ..search import Progress

Mapper = Callable[[Callable[[Any], Any], Sequence[Any]], Iterator[tuple[int, Any]]]


def stage(
    start: int, end: int, mapper: Mapper, function: Callable[[Any], Any], jobs: Sequence[Any]
) -> Generator[Progress, None, list[Any]]:
    """Results in the order of the jobs; progress from `start` to `end` per cent as they are done."""
    results: list[Any] = [None] * len(jobs)
    for count, (k, result) in enumerate(mapper(function, jobs), 1):
        results[k] = result
        yield Progress(done=start + (end - start) * count // len(jobs), of=100)
    return results
