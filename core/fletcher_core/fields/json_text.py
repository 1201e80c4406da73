"""JSON as people and programs send it, with numbers that anything can be asked of."""

from __future__ import annotations

import json
from typing import Any

#: digits of a whole number that is kept as one; no measure, count or number of a row has so many
_DIGITS = 18


def _whole(text: str) -> int | float:
    return int(text) if len(text) <= _DIGITS else float(text)


def read_json(text: str | bytes) -> Any:
    """The value of a JSON text, with whole numbers of more than 18 digits as fractions.

    No measure, count or number of a row is so large. As a fraction it may be infinite, and each field says in its own
    words that this is too large; as a whole number it would break whatever divides or compares it.

    Raises
    ------
    ValueError, RecursionError
        When it is no JSON.
    """
    return json.loads(text, parse_int=_whole)
