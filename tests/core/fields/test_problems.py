"""Every mistake in every field of a whole aircraft is told in plain words, with what would be right."""

from __future__ import annotations

import datetime
import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any, Literal, get_args

import pytest
from fletcher_core.fields import explain, plainly, read_json
from fletcher_core.model import AirframeFile
from fletcher_core.model.upgrade import CannotRead, read_file
from pydantic import BaseModel, ValidationError
from pydantic_core.core_schema import ErrorType

DEMO = Path(__file__).parents[3] / "demo"
WRONG: list[Any] = [None, -1e9, 1e9, "abc", "", [], {}, "x" * 500, True, [1], {"a": 1}, ["a"] * 500]
#: what pydantic says of itself, and names that only programs use
THEIRS = re.compile(r"[Ii]nput|valid|tag|dictionary|instance|\b[a-z]+_[a-z]+\b")


def places(node: Any, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """Of every value in a document; of lists the first two."""
    below = node.items() if isinstance(node, dict) else list(enumerate(node))[:2] if isinstance(node, list) else []
    for key, value in below:
        yield (*path, key)
        yield from places(value, (*path, key))


def demo(name: str) -> dict[str, Any]:
    found: dict[str, Any] = json.loads((DEMO / f"{name}.json").read_text(encoding="utf-8"))
    return found


@pytest.mark.parametrize(
    "document",
    [demo("plover"), {**demo("sanderling"), "schemes": []}, {**demo("plover"), "airframe": demo("dunlin")["airframe"]}],
    ids=["a plank", "a repair", "a wing"],
)
def test_every_mistake_in_every_field_is_told(document: dict[str, Any]) -> None:
    met, seen = 0, set()
    for path in list(places(document)):
        at = document
        for key in path[:-1]:
            at = at[key]
        # a field of one kind of thing once
        field = tuple("*" if isinstance(k, int) else k for k in path), isinstance(at, dict) and at.get("kind")
        if field in seen:
            continue
        seen.add(field)
        usual = at[path[-1]]
        for wrong in WRONG:
            at[path[-1]] = wrong
            try:
                AirframeFile.model_validate(document)
            except ValidationError as exc:
                for said in explain(exc, AirframeFile):
                    met += 1
                    assert said["what"] and said["right"] and said["label"], (path, wrong, said)  # noqa: PT018
                    assert not THEIRS.search(said["what"]), (path, wrong, said)
                    assert "_" not in said["label"], (path, wrong, said)
        at[path[-1]] = usual
    assert met > 500


def test_in_the_readers_units_and_of_what_kinds_there_are() -> None:
    document = demo("plover")
    document["airframe"]["parts"]["wing"]["panels"][0]["span_mm"] = 5
    document["airframe"]["parts"]["wing"]["aerofoil"] = {"kind": "banana"}
    document["airframe"]["promise_g"] = True
    with pytest.raises(ValidationError) as caught:
        AirframeFile.model_validate(document)
    said = {s["field"].removeprefix("airframe."): s for s in explain(caught.value, AirframeFile, "inch")}
    assert said["parts.wing.panels.0.span_mm"]["right"].startswith("It can be from 0.4 in")
    assert "naca" in said["parts.wing.aerofoil"]["right"]
    assert said["promise_g"]["what"] == "This is not a number that can be used."


@pytest.mark.parametrize("digits", [310, 400, 4299])
def test_whole_numbers_of_many_digits_are_far_too_large(digits: int) -> None:
    document = demo("plover")
    text = json.dumps(document)
    said = set()
    for name in ('"promise_g": ', '"span_mm": ', '"version": '):
        at = text.index(name) + len(name)
        end = at + re.match(r"[\d.]+", text[at:]).end()  # type: ignore[union-attr]
        for sign in ("", "-"):
            with pytest.raises((ValidationError, CannotRead)) as caught:
                read_file(read_json(text[:at] + sign + "9" * digits + text[end:]))
            said.add(str(caught.value).splitlines()[0])
    assert said
    assert not any("Overflow" in line or "9" * 30 in line for line in said)


def test_each_error_of_the_library_has_plain_words() -> None:
    """Whatever kind of error there is, its own words for programmers are never shown."""
    for kind in get_args(ErrorType):
        what, right = plainly({"type": kind, "msg": "Input should be a valid tuple", "ctx": {}, "input": None})
        if kind in ("value_error", "assertion_error"):
            continue
        assert "Input should" not in what + right, kind
        assert what.endswith("."), kind


@pytest.mark.parametrize(
    ("value", "what"),
    [
        ([1, "x"], "This is not a number that can be used."),
        ("2026-02-31", "This is not a day."),
        ("yesterday", "This is not a day."),
        (1e300, "This is not a day."),
        (None, "This is not a day."),
    ],
)
def test_what_is_met_most(value: Any, what: str) -> None:
    class Asked(BaseModel):
        pair: tuple[float, float]
        day: datetime.date
        choice: Literal["one", "two"]
        count: int

    with pytest.raises(ValidationError) as caught:
        Asked.model_validate({"pair": value, "day": value, "choice": value, "count": value})
    said = {s["field"].partition(".")[0]: s for s in reversed(explain(caught.value, Asked))}
    if isinstance(value, list):
        assert said["pair"]["what"] == what
    else:
        assert said["day"]["what"] == what
        assert said["pair"]["what"] == "This is not a list."
    assert said["choice"]["right"] == "Choose one or two."
    if value is None:
        assert said["choice"]["what"] == "Nothing is chosen."
    if value == 1e300:
        assert said["count"]["what"] == "That is far too large."
