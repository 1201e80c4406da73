"""Whole answers in the units of whoever reads them."""

from __future__ import annotations

from typing import Any, TypeVar

from pydantic import BaseModel

from ..units import System, sentence_in

M = TypeVar("M", bound=BaseModel)


def _words(value: Any, system: System) -> Any:
    if isinstance(value, str):
        return sentence_in(value, system)
    if isinstance(value, list):
        return [_words(item, system) for item in value]
    if isinstance(value, dict):
        return {key: _words(item, system) for key, item in value.items()}
    return value


def words_in(answer: M, system: System) -> M:
    """An answer with the figures in its sentences told in that system; its own figures stay in the core's units."""
    if system == "metric":
        return answer
    return type(answer).model_validate(_words(answer.model_dump(), system))
