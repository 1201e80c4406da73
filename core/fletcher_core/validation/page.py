"""docs/validation.md."""

from __future__ import annotations

from ..comparisons import tables
from . import put_right
from .fact import Fact


def report(facts: list[Fact]) -> str:
    """docs/validation.md."""
    lines = [
        "# What workshops know, and what the model says",
        "",
        "Well-known facts of building with foam, each computed by the same code as every answer, from typical figures",
        "(`python -m fletcher_core.validation` writes this page; a test fails when a number or a verdict changes).",
        "How the methods compare with finite elements and closed forms is in `tests/core`.",
        "",
        "| said | the model agrees |",
        "| --- | --- |",
        *(f"| {f.said} | {'yes' if f.agrees else 'NO'} |" for f in facts),
    ]
    for fact in facts:
        lines += [
            "",
            f"## {fact.said}",
            "",
            f"{fact.case[0].upper()}{fact.case[1:]}.",
            "",
            "| what | figure |",
            "| --- | --- |",
        ]
        lines += [f"| {name} | {value} |" for name, value in fact.numbers]
        lines += ["", fact.why]
    lines += put_right.table()
    lines += tables()
    return "\n".join(lines) + "\n"
