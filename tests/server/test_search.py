"""The search over HTTP: lines as they come, one at a time, ended when nobody listens."""

from __future__ import annotations

import json
import os
import subprocess
import threading
from typing import Any

import pytest

from .conftest import Person

WISH = {"break_g": 8, "vary": ["place", "layers"]}


def question(file: dict[str, Any], **wish: Any) -> dict[str, Any]:
    return {"airframe": file["airframe"], "scheme": file["schemes"][0], "wish": {**WISH, **wish}}


def lines(answer: Any) -> list[dict[str, Any]]:
    return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]


def searching() -> list[str]:
    ours = ["pgrep", "-P", str(os.getpid()), "-f", "fletcher_core.search"]  # other tests run beside
    found = subprocess.run(ours, capture_output=True, text=True)
    return found.stdout.split()


def test_progress_and_then_a_winner_that_meets_the_wish(ann: Person, file: dict[str, Any]) -> None:
    told = lines(ann.post("/api/search", question(file)))
    assert told[0]["kind"] == "progress"
    assert told[-1]["kind"] == "found"
    assert told[-1]["winner"]["hold_g"] >= 8
    laid = {"airframe": file["airframe"], "scheme": {**file["schemes"][0], "pieces": told[-1]["winner"]["pieces"]}}
    verdict = ann.post("/api/evaluate", laid).json()
    assert verdict["holds"]["n"]["value"] == pytest.approx(told[-1]["winner"]["hold_g"])


def test_a_bad_wish_is_told_at_its_field(ann: Person, file: dict[str, Any]) -> None:
    answer = ann.post("/api/search", question(file, break_g=-3))
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "wish.break_g"


def test_it_ends_when_nobody_listens_and_the_next_may_ask(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("fletcher_site.api.told_in_lines.ENDING", 0.1)
    whole = question(file, vary=["spar", "place", "reach", "skin", "layers", "extent"])
    answer = ann.post("/api/search", whole)
    stream = iter(answer.streaming_content)
    assert b"progress" in next(stream)
    assert searching()
    busy = ann.post("/api/search", question(file))
    assert busy.status_code == 429
    assert "already" in busy.json()["message"]
    answer._iterator.close()  # as a server does when the asker has gone
    assert not searching()
    assert lines(ann.post("/api/search", question(file)))[-1]["kind"] == "found"


def test_whoever_asks_anew_waits_until_the_last_one_has_ended(ann: Person, file: dict[str, Any]) -> None:
    """Stop, and Search again at once: it takes some moments until the server sees that nobody listens any more."""
    stopped = ann.post("/api/search", question(file, vary=["spar", "place", "reach", "skin", "layers", "extent"]))
    assert b"progress" in next(iter(stopped.streaming_content))
    noticed = threading.Timer(1.5, stopped._iterator.close)
    noticed.start()
    assert lines(ann.post("/api/search", question(file)))[-1]["kind"] == "found"
    noticed.join()


def test_what_cannot_be_laid_out_is_told_by_the_search_too(ann: Person, file: dict[str, Any]) -> None:
    file["schemes"][0]["pieces"][1]["y_to_mm"] = 900.0  # beyond the tip
    told = lines(ann.post("/api/search", question(file, vary=["place"])))
    assert told[-1]["kind"] == "refused"
    assert told[-1]["problems"][0]["what"]


def test_a_search_that_nobody_listens_to_gives_its_turn_back(ann: Person, file: dict[str, Any]) -> None:
    """Whoever goes away before the first line must not keep everybody else waiting for ever."""
    for _ in range(3):
        answer = ann.post("/api/search", question(file))
        assert answer.status_code == 200
        for close in answer._resource_closers:  # what the server does when the asker has gone
            close()
    assert lines(ann.post("/api/search", question(file)))[-1]["kind"] == "found"


def test_in_a_silence_the_last_word_is_said_again(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Only who writes notices that the other side has gone: a search that says nothing would keep its turn."""
    monkeypatch.setattr("fletcher_site.api.told_in_lines.SILENT", 0.02)
    told = lines(ann.post("/api/search", question(file)))
    assert told[0] == told[1] == {"kind": "progress", "done": 0, "of": 1}
    assert told[-1]["kind"] == "found"


def test_a_search_does_not_go_on_for_ever(ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("fletcher_site.api.told_in_lines.LONGEST", 0.3)
    told = lines(ann.post("/api/search", question(file, vary=["place", "reach", "layers", "skin"])))
    assert told[-1] == {"kind": "refused", "problems": told[-1]["problems"]}
    assert "broke off" in told[-1]["problems"][0]["what"]
