"""Days as people say them: “2026-09-01”, “a year ago”, “3 March 2025”, “last week”, “yesterday”."""

from __future__ import annotations

import datetime
import re
from typing import Annotated, Any

from pydantic import BeforeValidator

from ..units import System
from .problems import fault

EXAMPLE = "2026-09-01, “3 March 2025”, “a year ago” or “yesterday”"
_ISO = re.compile(r"\d{4}-\d{2}-\d{2}")


def read_day(text: str, system: System = "metric", today: datetime.date | None = None) -> datetime.date:
    """A day that is not to come.

    Parameters
    ----------
    system : who reads inches writes the month first in 3/4/2025.

    Raises
    ------
    ValueError
        With a sentence that says what is wrong and what would be right.
    """
    today = today or datetime.date.today()
    said = " ".join(text.split())[:60]
    if _ISO.fullmatch(said):
        try:
            found = datetime.date.fromisoformat(said)
        except ValueError:
            raise ValueError(f"{said} is no date; type it as {EXAMPLE}") from None
    else:
        import dateparser  # half a second to import, and seldom needed

        # a month by its name starts with its first; so many months ago are counted from today
        counted = re.search(r"\b(ago|last|days?|weeks?|months?|years?)\b", said.lower())
        settings: Any = {
            "PREFER_DATES_FROM": "past", "PREFER_DAY_OF_MONTH": "current" if counted else "first",
            "DATE_ORDER": "DMY" if system == "metric" else "MDY",
            "RELATIVE_BASE": datetime.datetime.combine(today, datetime.time(12)),
        }  # fmt: skip
        # “last week”, “last spring”: seven days, a year
        plain = re.sub(r"^last (week|month|year)$", r"1 \1 ago", said.lower())
        told = dateparser.parse(plain, languages=["en"], settings=settings) if re.search(r"[a-z\d]", plain) else None
        if told is None:
            raise ValueError(f"“{said}” cannot be read as a day; type it as {EXAMPLE}")
        found = told.date()
    if found > today:
        raise ValueError(f"{found.isoformat()} is still to come; type the day as {EXAMPLE}")
    if found.year < 1950:
        raise ValueError(f"{found.isoformat()} is too long ago; type it as {EXAMPLE}")
    return found


def _before(value: Any) -> Any:
    if not isinstance(value, str):
        return value
    try:
        return read_day(value)
    except ValueError as exc:
        what, _, right = str(exc).partition("; ")
        raise fault("", f"{what[0].upper()}{what[1:]}.", f"{right[0].upper()}{right[1:]}.") from exc


#: a field for a day, read as people say it
Day = Annotated[datetime.date, BeforeValidator(_before)]


#: (days below which, days of one, what it is called)
_COUNTED = ((14, 1.0, "day"), (60, 7.0, "week"), (350, 30.44, "month"), (381, 365.25, "year"), (700, 30.44, "month"))


def ago(day: datetime.date, today: datetime.date | None = None) -> str:
    """How long ago, as people count it: "today", "3 weeks ago", "a year ago"."""
    days = ((today or datetime.date.today()) - day).days
    if days < 1:
        return "today"
    one, unit = next(((one, unit) for most, one, unit in _COUNTED if days < most), (365.25, "year"))
    count = max(1, round(days / one))
    return "yesterday" if days == 1 else f"{'a' if count == 1 else count} {unit}{'' if count == 1 else 's'} ago"
