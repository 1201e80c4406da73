"""Days as people say them."""

from __future__ import annotations

import datetime

import pytest
from fletcher_core.fields import ago, read_day
from hypothesis import given
from hypothesis import strategies as st

TODAY = datetime.date(2026, 11, 26)


@pytest.mark.parametrize(
    ("text", "system", "day"),
    [
        ("2026-09-01", "metric", "2026-09-01"),
        ("a year ago", "metric", "2025-11-26"),
        ("6 months ago", "inch", "2026-05-26"),
        ("two weeks ago", "metric", "2026-11-12"),
        ("last week", "metric", "2026-11-19"),
        ("yesterday", "metric", "2026-11-25"),
        ("today", "metric", "2026-11-26"),
        ("3 March 2025", "metric", "2025-03-03"),
        ("March 2025", "inch", "2025-03-01"),
        ("3/4/2025", "metric", "2025-04-03"),
        ("3/4/2025", "inch", "2025-03-04"),
    ],
)
def test_a_day_is_read_as_it_is_said(text: str, system: str, day: str) -> None:
    assert read_day(text, system, TODAY).isoformat() == day  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("text", "says"),
    [("", "cannot be read"), ("when it rained", "cannot be read"), ("tomorrow", "still to come"),
     ("2026-13-40", "is no date"), ("1066-10-14", "too long ago")],
)  # fmt: skip
def test_what_is_no_day_is_told_with_what_would_be_one(text: str, says: str) -> None:
    with pytest.raises(ValueError, match=says) as told:
        read_day(text, "metric", TODAY)
    assert "2026-09-01" in str(told.value)


@pytest.mark.parametrize(
    ("days", "said"),
    [(0, "today"), (1, "yesterday"), (6, "6 days ago"), (21, "3 weeks ago"), (100, "3 months ago"),
     (365, "a year ago"), (600, "20 months ago"), (1100, "3 years ago")],
)  # fmt: skip
def test_how_long_ago_is_counted_as_people_count(days: int, said: str) -> None:
    assert ago(TODAY - datetime.timedelta(days), TODAY) == said


@given(st.text(max_size=30))
def test_any_text_is_a_day_or_told(text: str) -> None:
    try:
        found: datetime.date | None = read_day(text, "metric", TODAY)
    except ValueError:
        found = None
    assert found is None or found <= TODAY
