"""An answer that was told before is told again, and never for another question."""

from __future__ import annotations

import json
from typing import Any

import pytest
from fletcher_site.workshop import answers

from .conftest import Person


@pytest.fixture(autouse=True)
def _nothing_known() -> None:
    answers._told.forget()
    answers._checked.forget()


def asked(file: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"airframe": file["airframe"], "scheme": file["schemes"][0], **more}


def test_the_same_is_told_again_and_what_differs_is_not(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    first = ann.post("/api/evaluate", asked(file)).content
    assert ann.post("/api/evaluate", asked(file)).content == first
    # to somebody else, too: it is the same question
    assert bob.post("/api/evaluate", asked(file)).content == first
    assert answers._told.worked_out == 1
    heavier = json.loads(json.dumps(file))
    heavier["airframe"]["promise_g"] += 1
    for told in (
        ann.post("/api/evaluate", asked(heavier)),
        ann.post("/api/evaluate", asked(file, station_mm=100)),
        ann.post("/api/stand", {"file": file}),
        ann.post("/api/balance", {"file": file}),
    ):
        assert told.status_code == 200, told.content
        assert told.content != first
    assert answers._told.worked_out == 5


def test_each_persons_units(ann: Person, file: dict[str, Any]) -> None:
    told = {}
    for units in ("metric", "inch", "metric"):
        assert ann.put("/api/session/units", {"units": units}).status_code == 200
        told[units] = ann.post("/api/evaluate", asked(file)).content
    assert answers._told.worked_out == 2
    assert b" mm" in told["metric"]
    assert b" in" in told["inch"]


def test_what_was_weighed_counts(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    before = ann.post("/api/evaluate", asked(file), about=str(made)).json()
    planned = before["mass"]["part_g"]["value"]
    weighed = {"of": "wing", "grams": 3 * planned, "planned_g": planned, "planned_sd": 5.0, "step_g": 1.0}
    assert ann.post(f"/api/airframes/{made}/weighings", {"weighed": weighed, "sure": True}).status_code == 201
    after = ann.post("/api/evaluate", asked(file), about=str(made)).json()
    # what the wing weighs bears it where it flies: it stands more G
    assert after["breaks"]["n"]["value"] > 1.05 * before["breaks"]["n"]["value"]
    # and not for an aircraft that was not
    assert ann.post("/api/evaluate", asked(file)).json() == before


def test_a_workshops_own_figures_count(ann: Person, file: dict[str, Any]) -> None:
    own = {"table": "stock", "copied_from": "carbon_pultruded", "label": "Our tube", "reason": "bent by us"}
    key = ann.post("/api/materials", {**own, "figures": {"E": [220000, 230000, 240000]}}).json()["material"]["id"]
    file["schemes"][0]["pieces"][0]["material"] = key
    stiff = ann.post("/api/evaluate", asked(file)).json()
    assert ann.put(f"/api/materials/{key}", {**own, "figures": {"E": [90000, 95000, 99000]}}).status_code == 200
    soft = ann.post("/api/evaluate", asked(file)).json()
    assert soft["tip_bend_mm"]["value"] > 1.2 * stiff["tip_bend_mm"]["value"]


def test_a_save_looks_only_at_what_changed_and_the_list_is_right(ann: Person, file: dict[str, Any]) -> None:
    other = {**file["schemes"][0], "id": "other", "name": "Other"}
    file = {**file, "schemes": [file["schemes"][0], other]}
    made = ann.post("/api/airframes", file).json()
    assert answers._checked.worked_out == 2
    thin = json.loads(json.dumps(file))
    thin["schemes"][0]["pieces"] = thin["schemes"][0]["pieces"][:1]
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": thin}).status_code == 200
    assert answers._checked.worked_out == 3
    (card,) = ann.get("/api/airframes").json()["airframes"]
    answers._told.forget()
    fresh = ann.post("/api/stand", {"file": thin}).json()
    assert card["stand"] == fresh
    assert card["sentence"] == fresh["parts"][0]["sentence"]
