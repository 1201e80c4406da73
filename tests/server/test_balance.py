"""Balance over HTTP: told for a saved or an unsaved aircraft, gear from its label, and what cannot be at its field."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from .conftest import Person


def test_an_aircraft_is_balanced_and_a_moved_battery_moves_it(ann: Person, whole: dict[str, Any]) -> None:
    told = ann.post("/api/balance", {"file": whole}).json()
    assert told["state"] in ("balances", "likely")
    assert {i["of"] for i in told["items"]} >= {"wing", "tailplane", "fin", "body", "gear", "rest"}
    assert told["x_mm"]["low"] < told["x_mm"]["value"] < told["x_mm"]["high"]
    moved = copy.deepcopy(whole)
    battery = next(g for g in moved["airframe"]["gear"] if g["kind"] == "battery")
    battery["along_mm"] += 100
    then = ann.post("/api/balance", {"file": moved}).json()
    by_hand = battery["grams"] * 100 / told["total_g"]["value"]
    assert then["x_mm"]["value"] - told["x_mm"]["value"] == pytest.approx(by_hand, rel=1e-6)
    assert then["state"] == "tail-heavy"
    slide = next(s for s in then["slides"] if s["id"] == battery["id"])
    assert slide["by_mm"] == pytest.approx(-then["total_g"]["value"] * (then["x_mm"]["value"] - then["aim_mm"]) / 172)
    assert any(w["said"].startswith("Slide the battery 3S 2200") and "forward" in w["said"] for w in then["ways"])


def test_places_and_weights_that_cannot_be_are_told_at_their_field(ann: Person, whole: dict[str, Any]) -> None:
    for change, field in (
        ({"grams": -5}, "grams"), ({"along_mm": 2400}, "along_mm"), ({"grams": "heavy"}, "grams"),
        ({"sits_in": "tail"}, "sits_in"), ({"grams": 1e300}, "grams"),
    ):  # fmt: skip
        wrong = copy.deepcopy(whole)
        wrong["airframe"]["gear"][0].update(change)
        answer = ann.post("/api/balance", {"file": wrong})
        assert answer.status_code == 422
        fields = [p["field"] for p in answer.json()["problems"]]
        assert f"file.airframe.gear.0.{field}" in fields
    many = copy.deepcopy(whole)
    many["airframe"]["gear"] = [{**many["airframe"]["gear"][0], "id": f"g{k}"} for k in range(41)]
    assert ann.post("/api/balance", {"file": many}).status_code == 422


def test_gear_is_read_from_its_label(ann: Person, whole: dict[str, Any]) -> None:
    made = ann.post("/api/gear/read", {"text": "servo 9 g, 22 x 12 x 23", "airframe": whole["airframe"]}).json()
    assert made["kind"] == "servo"
    assert made["grams"] == 9
    assert made["id"] not in {g["id"] for g in whole["airframe"]["gear"]}
    ann.put("/api/settings", {"units": "inch"})
    for wrong in ("12 x 13", "{0} servo 0 g", "a" * 201, "servo 99 kg"):
        answer = ann.post("/api/gear/read", {"text": wrong, "airframe": whole["airframe"]})
        assert answer.status_code == 422, wrong
        assert answer.json()["problems"][0]["what"]


def test_history_says_what_was_moved(ann: Person, whole: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", whole).json()
    file = copy.deepcopy(whole)
    gear = file["airframe"]["gear"]
    battery = next(g for g in gear if g["kind"] == "battery")
    battery["along_mm"] -= 10
    gone = gear.pop(0)
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": file}).status_code == 200
    said = ann.get(f"/api/airframes/{made['id']}/revisions").json()[0]["what"]
    assert "the battery 3S 2200 was moved" in said
    assert f"the {gone['name'] or gone['kind']} was taken out" in said


def test_a_thing_of_the_shelf_is_fitted_and_a_stick_is_not(ann: Person, whole: dict[str, Any]) -> None:
    for label in ("servo 9 g, 23 x 12 x 23, 4 pieces", "bamboo skewers 3 x 300 mm, 80 pieces"):
        assert ann.post("/api/shelf/label", {"text": label}).status_code == 201
    listed = {i["item"]["form"]: i for i in ann.get("/api/shelf").json()["items"]}
    assert listed["gear"]["words"].startswith("Servo, 9 g")
    made = ann.post("/api/gear/shelf", {"item": listed["gear"]["item"], "airframe": whole["airframe"]}).json()
    assert (made["kind"], made["grams"]) == ("servo", 9)
    refused = ann.post("/api/gear/shelf", {"item": listed["rod"]["item"], "airframe": whole["airframe"]})
    assert refused.status_code == 422
    assert "nothing that is fitted" in refused.json()["problems"][0]["what"]
