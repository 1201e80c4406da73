"""Mounts over HTTP: judged for a saved or an unsaved aircraft, put in, explained, and what cannot be at its field."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from .conftest import Person


def test_mounts_are_judged_and_a_weaker_one_is_told(ann: Person, whole: dict[str, Any]) -> None:
    told = ann.post("/api/mounts", {"file": whole}).json()
    assert [m["kind"] for m in told["mounts"]] == ["firewall", "wing_bolts", "hold_down", "hatch", "gear_plate"]
    assert told["first"] == "Undercarriage plate has little to spare."
    assert told["mounts"][0]["state"] == "sound"
    assert len(told["offers"]) == 12
    weaker = copy.deepcopy(whole)
    weaker["airframe"]["mounts"][0].update({"edges": "sides", "thickness_mm": 0.8})
    then = ann.post("/api/mounts", {"file": weaker}).json()
    assert then["mounts"][0]["state"] == "gives way"
    assert "too weak" in then["first"]
    assert then["mounts"][0]["ways"][0]["reserve"]["value"] < told["mounts"][0]["ways"][0]["reserve"]["value"]


def test_one_is_put_in_and_its_weight_was_among_what_is_not_described(ann: Person, whole: dict[str, Any]) -> None:
    start = ann.post("/api/start/mount", {"file": whole, "kind": "wing_bands"}).json()
    assert start["mount"]["kind"] == "wing_bands"
    told = copy.deepcopy(whole)
    told["airframe"]["mounts"].append(start["mount"])
    told["airframe"]["rest_g"] = start["rest_g"]
    answer = ann.post("/api/mounts", {"file": told}).json()
    bands = answer["mounts"][-1]
    assert whole["airframe"]["rest_g"] - start["rest_g"] == pytest.approx(bands["grams"]["value"], abs=0.06)
    saved = ann.post("/api/airframes", told)
    assert saved.status_code == 201
    # two of a kind are told apart
    again = ann.post("/api/start/mount", {"file": told, "kind": "wing_bands"}).json()
    assert again["mount"]["id"] != start["mount"]["id"]
    refused = ann.post("/api/start/mount", {"file": whole, "kind": "sky_hook"})
    assert refused.status_code == 422
    assert "no such kind" in refused.json()["problems"][0]["what"]


def test_its_working_is_told_in_the_reader_s_units(ann: Person, whole: dict[str, Any]) -> None:
    figure = ann.post("/api/mounts", {"file": whole}).json()["mounts"][0]["ways"][0]["figure"]
    metric = ann.post("/api/mounts/why", {"file": whole, "figure": figure}).json()
    assert "MPa" in [s["unit"] for s in metric["steps"]]
    assert metric["drivers"]
    ann.put("/api/session/units", {"units": "inch"})
    inch = ann.post("/api/mounts/why", {"file": whole, "figure": figure}).json()
    assert any("psi" in s["value"] for s in inch["steps"])
    told = ann.post("/api/mounts", {"file": whole}).json()
    facts = [f["value"] for m in told["mounts"] for f in m["facts"]]
    assert any(f.endswith("lb") for f in facts)
    assert not any(f.endswith(" N") for f in facts)
    for wrong in ("firewall.99", "firewall.-1", "x.0", "firewall", "firewall.²"):
        assert ann.post("/api/mounts/why", {"file": whole, "figure": wrong}).status_code == 422


def test_what_cannot_be_is_told_at_its_field(ann: Person, whole: dict[str, Any]) -> None:
    for change, field in (
        ({"thickness_mm": -1}, "thickness_mm"), ({"thickness_mm": 1e300}, "thickness_mm"), ({"bolts": 2.5}, "bolts"),
        ({"glue": "honey"}, "glue"), ({"material": "spring_steel_wire"}, "material"), ({"on": "moon"}, "on"),
        ({"along_mm": 2400}, "along_mm"), ({"kind": "sky_hook"}, "0"), ({"id": "battery"}, "id"), ({"sky": 1}, "sky"),
    ):  # fmt: skip
        wrong = copy.deepcopy(whole)
        wrong["airframe"]["mounts"][0].update(change)
        answer = ann.post("/api/mounts", {"file": wrong})
        assert answer.status_code == 422, change
        fields = [p["field"] for p in answer.json()["problems"]]
        assert any(f.endswith(field) for f in fields), (change, fields)
    many = copy.deepcopy(whole)
    many["airframe"]["mounts"] = [{**many["airframe"]["mounts"][0], "id": f"m{k}"} for k in range(41)]
    assert ann.post("/api/mounts", {"file": many}).status_code == 422
    # what does not fit is told, and the rest is judged all the same
    wide = copy.deepcopy(whole)
    wide["airframe"]["mounts"][0]["wide_mm"] = 250
    told = ann.post("/api/mounts", {"file": wide})
    assert told.status_code == 200
    assert told.json()["mounts"][0]["problems"][0]["field"] == "mounts.0.wide_mm"
    assert told.json()["mounts"][1]["state"] == "sound"


def test_a_mount_is_weighed_as_it_is_made(ann: Person, whole: dict[str, Any]) -> None:
    row = ann.post("/api/airframes", whole).json()
    weighed = {"of": "firewall", "grams": 12, "planned_g": 7.3, "planned_sd": 0.5}
    kept = ann.post(f"/api/airframes/{row['id']}/weighings", {"weighed": weighed, "note": ""})
    assert kept.status_code == 201
    told = ann.post("/api/balance", {"file": whole, "weighed": [kept.json()["weighed"]]}).json()
    item = next(i for i in told["items"] if i["id"] == "firewall")
    assert item["weighed"]
    assert item["grams"]["value"] == pytest.approx(12)
