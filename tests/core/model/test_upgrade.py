"""Older airframe files are read for ever: frozen examples, and what cannot be read says why."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import pytest
from fletcher_core.model import AirframeFile, upgrade

FILES = Path(__file__).parents[1] / "files"


def example(version: int) -> Any:
    return json.loads((FILES / f"version-{version}.json").read_text(encoding="utf-8"))


def test_there_is_a_frozen_example_and_a_step_for_every_version() -> None:
    assert {p.name for p in FILES.glob("version-*.json")} >= {
        f"version-{n}.json" for n in range(1, upgrade.CURRENT + 1)
    }
    assert set(upgrade.STEPS) == set(range(1, upgrade.CURRENT))


@pytest.mark.parametrize("version", range(1, upgrade.CURRENT + 1))
def test_every_version_is_read_and_written_as_the_current_one(version: int) -> None:
    read = upgrade.read_file(example(version))
    assert read.version == upgrade.CURRENT
    assert [s.name for s in read.schemes] == [s["name"] for s in example(version)["schemes"]]
    # what was written once is read again as the same document
    assert upgrade.read_file(read.model_dump(mode="json")) == read


def test_reading_changes_nothing_of_what_was_stored() -> None:
    stored = example(1)
    before = copy.deepcopy(stored)
    upgrade.read_file(stored)
    assert stored == before


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"version": upgrade.CURRENT + 1}, "newer Fletcher"),
        ({"version": "one"}, "no number"),
        ({"version": 0}, "no number"),
        ({"version": True}, "no number"),
        ({"format": "something"}, "no airframe file"),
        ({"later": 1}, "not part of the airframe file"),
        ({"schemes": []}, "schemes"),
    ],
)
def test_what_cannot_be_read_says_why(change: dict[str, Any], words: str) -> None:
    with pytest.raises(upgrade.CannotRead, match=words):
        upgrade.read_file({**example(1), **change})


@pytest.mark.parametrize("document", [None, [], "text", 3])
def test_what_is_no_document_says_so(document: Any) -> None:
    with pytest.raises(upgrade.CannotRead, match="no airframe file"):
        upgrade.read_file(document)


def test_a_file_that_names_no_version_is_of_the_first() -> None:
    stored = example(1)
    del stored["version"]
    assert isinstance(upgrade.read_file(stored), AirframeFile)
