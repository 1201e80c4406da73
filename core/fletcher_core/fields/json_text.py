"""JSON as people and programs send it, with numbers that anything can be asked of."""

from __future__ import annotations

import json
from typing import Any

#: digits of a whole number that is kept as one; no measure, count or number of a row has so many
_DIGITS = 18


def _whole(text: str) -> int | float:
    return int(text) if len(text) <= _DIGITS else float(text)


def read_json(text: str | bytes) -> Any:
    """What a JSON text says. Whole numbers of more digits than any measure has are read as fractions, which may be
    infinite: each field says so in its own words, where a whole number of thousands of digits would break what looks
    at it.

    Raises
    ------
    ValueError, RecursionError
        When it is no JSON.
    """
    return json.loads(text, parse_int=_whole)
