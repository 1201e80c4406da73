"""Work in a process of its own: what is asked comes in as JSON, and a line of JSON goes out for each step.

So it can be stopped at any moment, uses every core, and whoever works on the bench meanwhile goes first.
"""

from __future__ import annotations

import json
import multiprocessing
import os
import sys
from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import Any, TypeVar

from pydantic import BaseModel, Field, ValidationError

from .catalogue import OwnMaterial, with_own
from .model import Refused, explain

A = TypeVar("A")
B = TypeVar("B")
M = TypeVar("M", bound="WithMaterials")


class WithMaterials(BaseModel):
    """What is asked may be made of own materials; they are known before the rest is read."""

    materials: list[OwnMaterial] = Field(default_factory=list)


_work: dict[str, Any] = {}


def _do(k: int) -> tuple[int, Any]:
    return k, _work["function"](_work["jobs"][k])


def as_done(function: Callable[[A], B], jobs: Sequence[A]) -> Iterator[tuple[int, B]]:
    """(index, result) of each job as it is done, on every core; the processes begin with all that is known here."""
    if not jobs:
        return
    _work.update(function=function, jobs=jobs)
    with multiprocessing.get_context("fork").Pool(len(os.sched_getaffinity(0))) as pool:
        yield from pool.imap_unordered(_do, range(len(jobs)))


def one_after_the_other(function: Callable[[A], B], jobs: Sequence[A]) -> Iterator[tuple[int, B]]:
    """The same in this process."""
    return ((k, function(job)) for k, job in enumerate(jobs))


def _said(line: str) -> None:
    sys.stdout.write(line + "\n")
    sys.stdout.flush()


def answer(question: type[M], steps: Callable[[M], Iterable[Any]]) -> int:
    """Read one question, tell each step in a line; of progress a line for each per cent is enough."""
    text = sys.stdin.read()
    try:
        with with_own(WithMaterials.model_validate_json(text).materials):
            told = -1
            for step in steps(question.model_validate_json(text)):
                share = 100 * getattr(step, "done", 0) // max(getattr(step, "of", 1), 1)
                if step.kind != "progress" or share != told:
                    told = share if step.kind == "progress" else told
                    _said(step.model_dump_json())
    except ValidationError as exc:
        _refused(explain(exc, question))
    except Refused as exc:
        _refused([p.said() for p in exc.problems])
    return 0


def _refused(problems: list[dict[str, str]]) -> None:
    _said(json.dumps({"kind": "refused", "problems": problems}, ensure_ascii=False))
