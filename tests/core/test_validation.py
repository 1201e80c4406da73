"""What workshops know holds in the model, and the page that says so carries the code's own numbers."""

from __future__ import annotations

from pathlib import Path

import pytest
from fletcher_core.validation import FACTS, Fact, report

PAGE = Path(__file__).parents[2] / "docs" / "validation.md"


@pytest.fixture(scope="module")
def facts() -> list[Fact]:
    return [fact() for fact in FACTS]


def test_every_fact_holds(facts: list[Fact]) -> None:
    assert len(facts) >= 7
    for fact in facts:
        assert fact.agrees, (fact.said, fact.numbers)
        assert fact.numbers


def test_the_page_is_fresh(facts: list[Fact]) -> None:
    assert PAGE.read_text(encoding="utf-8") == report(facts)
