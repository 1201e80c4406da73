"""Words of a body that stands on edge: what is told of any part as top and bottom, nose and trailing edge of its chord
are its left and right side, its top and bottom edge and its height."""

from __future__ import annotations

import re
from typing import Any, TypeVar

from pydantic import BaseModel

from ..model import Airframe, Body, PartName

M = TypeVar("M", bound=BaseModel)

#: fields whose text is for people; what else is text names something
_SAID = frozenset(
    {
        "sentence", "how", "what", "where", "label", "protects", "warnings", "cautions", "seen", "says", "formula",
        "title", "value", "trouble", "why",
    }
)  # fmt: skip
_WORDS = tuple(
    (re.compile(pattern), words)
    for pattern, words in (
        (r"\bfrom side to side\b", "over its whole height"),
        (r"\bits width\b", "its height, from the top"),
        (r"\bleading edge\b", "top edge "),
        (r"\btrailing edge\b", "bottom edge "),
        (r"\bnose edge\b", "top edge "),
        (r"\bon the top face\b", "on the left"),
        (r"\bon the bottom face\b", "on the right"),
        (r"\b(on|under|of) the top\b(?! (speed|edge))", r"\1 the left side"),
        (r"\b(on|under|of) the bottom\b(?! edge)", r"\1 the right side"),
        (r"\btop(?= (?!speed|edge\b))", "left"),
        (r"\bbottom(?= (?!edge\b))", "right"),
        (r"^top,", "left,"),
        (r"^bottom,", "right,"),
        (r"(top|bottom) edge  ?", r"\1 edge "),
        (r"(top|bottom) edge (?=[,.;]|$)", r"\1 edge"),
    )
)


def aside(text: str) -> str:
    """The same in the words of a plate on edge."""
    for pattern, words in _WORDS:
        text = pattern.sub(words, text)
    return text


def is_on_edge(airframe: Airframe, part: PartName) -> bool:
    """Whether a part is told in these words."""
    found = airframe.parts.there().get(part)
    return isinstance(found, Body) and found.on_edge


def _turned(value: Any, said: bool) -> Any:
    if isinstance(value, BaseModel):
        return on_edge_words(value)
    if isinstance(value, str):
        return aside(value) if said else value
    if isinstance(value, list):
        return [_turned(v, said) for v in value]
    return value


def on_edge_words(told: M) -> M:
    """A report with all that people read in these words."""
    return told.model_copy(update={k: _turned(v, k in _SAID) for k, v in told})
