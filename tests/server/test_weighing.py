"""Weighings over HTTP: kept in order with who and when, taken back and back again, nobody else's, never a 500."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from fletcher_site.workshop import quota
from fletcher_site.workshop.models import WeighIn

from .conftest import Person, sign_up

DEMO = Path(__file__).parents[2] / "demo" / "plover.json"


@pytest.fixture
def whole() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(DEMO.read_text(encoding="utf-8"))
    return found


@pytest.fixture
def plover(ann: Person, whole: dict[str, Any]) -> int:
    made: int = ann.post("/api/airframes", whole).json()["id"]
    return made


def weigh(who: Person, plover: int, of: str, grams: float, **more: Any) -> Any:
    weighed = {"of": of, "grams": grams, "planned_g": 100.0, "planned_sd": 5.0, "step_g": 1.0, **more}
    body = {"weighed": weighed, "note": "on the kitchen scale", "sure": True}
    return who.post(f"/api/airframes/{plover}/weighings", body)


def test_what_is_far_from_its_plan_is_asked_about_at_its_field(ann: Person, plover: int) -> None:
    path = f"/api/airframes/{plover}/weighings"
    for grams, asked in ((49.0, True), (51.0, False), (199.0, False), (201.0, True), (7279.0, True)):
        one = {"of": "wing", "grams": grams, "planned_g": 100.0, "planned_sd": 5.0}
        answer = ann.post(path, {"weighed": one})
        assert answer.status_code == (422 if asked else 201), grams
        if asked:
            (said,) = answer.json()["problems"]
            assert said["field"] == "sure"
            assert "100 g" in said["what"]
            assert ann.post(path, {"weighed": one, "sure": True}).status_code == 201
    # of a thing without a plan nothing is asked
    assert ann.post(path, {"weighed": {"of": "wing", "grams": 5000.0, "planned_g": 0.0}}).status_code == 201


def test_the_list_counts_on_what_was_weighed(ann: Person, plover: int, whole: dict[str, Any]) -> None:
    """As the stand, the balance and the bench do: one weight ready to fly, with one range."""

    def card() -> Any:
        (found,) = [c for c in ann.get("/api/airframes").json()["airframes"] if c["id"] == plover]
        return found

    planned = card()["forecast_g"]
    items = {i["of"]: i["grams"]["value"] for i in ann.post("/api/balance", {"file": whole}).json()["items"]}
    made = weigh(ann, plover, "wing", 1.2 * items["wing"], planned_g=items["wing"]).json()
    listed = [w["weighed"] for w in ann.get(f"/api/airframes/{plover}/weighings").json()["weighings"]]
    balanced = ann.post("/api/balance", {"file": whole, "weighed": listed}).json()["total_g"]
    assert balanced["value"] > planned + 0.2 * items["wing"]
    assert card()["forecast_g"] == pytest.approx(balanced["value"])
    ann.send("DELETE", f"/api/airframes/{plover}/weighings/{made['id']}")
    assert card()["forecast_g"] == pytest.approx(planned)


def test_a_weighing_is_kept_counted_and_taken_back(ann: Person, plover: int, whole: dict[str, Any]) -> None:
    assert weigh(ann, plover, "wing", 111).status_code == 201
    made = weigh(ann, plover, "tailplane", 18).json()
    listed = ann.get(f"/api/airframes/{plover}/weighings").json()["weighings"]
    assert [w["weighed"]["of"] for w in listed] == ["wing", "tailplane"]
    assert listed[0]["who"] == "ann"
    assert listed[0]["note"] == "on the kitchen scale"
    told = ann.post("/api/balance", {"file": whole, "weighed": [w["weighed"] for w in listed]}).json()
    assert {i["of"] for i in told["items"] if i["weighed"]} == {"wing", "tailplane"}
    assert len(told["curve"]) == 3
    # the document does not know of it: nobody's save is made stale by a weighing
    assert ann.get(f"/api/airframes/{plover}").json()["version"] == 1
    assert ann.send("DELETE", f"/api/airframes/{plover}/weighings/{made['id']}").status_code == 204
    assert len(ann.get(f"/api/airframes/{plover}/weighings").json()["weighings"]) == 1
    (gone,) = [r for r in ann.get("/api/removed").json() if r["kind"] == "weighing"]
    assert "tailplane" in gone["name"]
    assert ann.post(f"/api/removed/weighing/{made['id']}/back", {}).status_code == 200
    back = ann.get(f"/api/airframes/{plover}/weighings").json()["weighings"]
    assert [w["id"] for w in back] == [w["id"] for w in listed]


def test_what_cannot_be_is_told_at_its_field_and_nothing_is_kept(ann: Person, plover: int) -> None:
    for change, field in (
        ({"grams": -3}, "grams"), ({"grams": "heavy"}, "grams"), ({"of": ""}, "of"), ({"of": "a b"}, "of"),
        ({"grams": 1e9}, "grams"), ({"planned_sd": -1}, "planned_sd"), ({"more": 1}, "more"),
    ):  # fmt: skip
        wrong = {"of": "wing", "grams": 5.0, **change}
        answer = ann.post(f"/api/airframes/{plover}/weighings", {"weighed": wrong})
        assert answer.status_code == 422, change
        assert any(field in p["field"] for p in answer.json()["problems"]), answer.json()
    assert not WeighIn.with_removed.exists()
    # a plan of nothing, or one that is surer than can be, moves no habit to infinity
    assert weigh(ann, plover, "wing", 100, planned_g=0.0, planned_sd=0.0).status_code == 201


def test_nobody_else_reads_or_writes_them(ann: Person, bob: Person, plover: int) -> None:
    made = weigh(ann, plover, "wing", 111).json()
    assert bob.get(f"/api/airframes/{plover}/weighings").status_code == 404
    assert weigh(bob, plover, "wing", 90).status_code == 404
    assert bob.send("DELETE", f"/api/airframes/{plover}/weighings/{made['id']}").status_code == 404
    assert bob.post(f"/api/removed/weighing/{made['id']}/back", {}).status_code == 404
    assert bob.get(f"/api/raw/weighing/{made['id']}").status_code == 404
    assert ann.get(f"/api/raw/weighing/{made['id']}").json()["grams"] == 111


def test_as_many_as_there_is_room_for(ann: Person, plover: int, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(quota, "WEIGHINGS", 2)
    assert [weigh(ann, plover, "wing", 100 + k).status_code for k in range(3)] == [201, 201, 422]


def test_one_that_cannot_be_read_is_one_line(ann: Person, plover: int) -> None:
    weigh(ann, plover, "wing", 111)
    made = weigh(ann, plover, "body", 54).json()
    WeighIn.objects.filter(pk=made["id"]).update(document={"of": 3})
    told = ann.get(f"/api/airframes/{plover}/weighings").json()
    assert [w["weighed"]["of"] for w in told["weighings"]] == ["wing"]
    assert told["unreadable"][0]["table"] == "weighing"


def test_the_demo_is_half_weighed_and_heavy(ann: Person, template: None) -> None:
    visitor = Person()
    visitor.enter(visitor.post("/api/session/demo"))
    card = next(c for c in visitor.get("/api/airframes").json()["airframes"] if c["name"] == "Plover")
    listed = visitor.get(f"/api/airframes/{card['id']}/weighings").json()["weighings"]
    assert len(listed) == 3
    file = visitor.get(f"/api/airframes/{card['id']}").json()["file"]
    answer = visitor.post("/api/balance", {"file": file, "weighed": [w["weighed"] for w in listed]})
    assert answer.status_code == 200, answer.json()
    told = answer.json()
    assert told["habit_share"] == pytest.approx(0.06, abs=0.01)
    assert 0.2 < told["chance"] < 0.8


def test_loads_count_on_what_was_weighed_of_the_aircraft_that_is_asked_about(
    ann: Person, plover: int, whole: dict[str, Any]
) -> None:
    """Named in a header; of another workshop, of none, and of what is no number, nothing is taken."""
    airframe, scheme = whole["airframe"], next(s for s in whole["schemes"] if s["part"] == "wing")
    asked = {"airframe": airframe, "scheme": scheme, "others": [], "moving": True}

    def said(who: Person, about: str) -> bool:
        answer = who.post("/api/evaluate", asked, about=about)
        assert answer.status_code == 200
        return any("count on the scale" in w for w in answer.json()["cautions"])

    assert not said(ann, str(plover))
    assert weigh(ann, plover, "wing", 130).status_code == 201
    assert said(ann, str(plover))
    for about in ("", "0", "99999999999999999999", "-1", "x", "²", f"{plover + 1000}"):
        assert not said(ann, about)
    assert not said(sign_up("ben"), str(plover))
