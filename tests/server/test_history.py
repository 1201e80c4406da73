"""History: who, when, what in words; every state can be opened; the chosen scheme is what the list shows."""

from __future__ import annotations

import copy
from typing import Any

from .conftest import Person


def save(person: Person, made: dict[str, Any], file: dict[str, Any]) -> dict[str, Any]:
    answer = person.put(f"/api/airframes/{made['id']}", {"based_on": made["version"], "file": file})
    assert answer.status_code == 200, answer.content
    saved: dict[str, Any] = answer.json()
    return saved


def test_every_save_is_told_in_words_and_can_be_opened(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()
    first = copy.deepcopy(made["file"])
    file = made["file"]
    file["schemes"][0]["pieces"][0]["outer_mm"] = 8.0
    made = save(ann, made, file)
    file["schemes"][0]["pieces"][1]["on"] = False
    made = save(ann, made, file)
    file["schemes"].append({**copy.deepcopy(file["schemes"][0]), "id": "second", "name": "Second"})
    file["chosen"] = {"wing": "second"}
    made = save(ann, made, file)
    del file["schemes"][1]["pieces"][0]
    file["airframe"]["promise_g"] = 950.0
    made = save(ann, made, file)
    told = ann.get(f"/api/airframes/{made['id']}/revisions").json()
    assert [r["what"] for r in reversed(told)] == [
        ["the first save"],
        ["scheme “Scheme” (tube: outer diameter 6 mm → 8 mm)"],
        ["scheme “Scheme” (skin switched off)"],
        ["scheme “Second” was added", "“Second” was chosen"],
        ["the airframe's promise", "scheme “Second” (tube taken out)"],
    ]
    assert {r["who"] for r in told} == {"ann"}
    assert ann.get(f"/api/airframes/{made['id']}/revisions/1").json() == first
    assert ann.get(f"/api/airframes/{made['id']}/revisions/99").status_code == 404


def test_the_list_shows_the_chosen_scheme(ann: Person, file: dict[str, Any]) -> None:
    light = {**copy.deepcopy(file["schemes"][0]), "id": "light", "name": "Bare", "pieces": []}
    file["schemes"].append(light)
    file["chosen"] = {"wing": "light"}
    made = ann.post("/api/airframes", file).json()
    assert made["file"]["chosen"] == {"wing": "light"}
    assert ann.get("/api/airframes").json()["airframes"][0]["scheme"] == "Bare"
    file["chosen"] = {"wing": "nowhere"}
    answer = ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": file})
    assert answer.json()["problems"][0]["field"] == "file.chosen"


def test_another_workshops_history_is_closed(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()
    assert bob.get(f"/api/airframes/{made['id']}/revisions/1").status_code == 404
