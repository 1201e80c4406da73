"""Glue over HTTP: chosen with reasons, joints of a scheme, laps, and a log that belongs to its workshop."""

from __future__ import annotations

from typing import Any

import pytest
from fletcher_core.catalogue import catalogue

from .conftest import Person

JOINT = {"one": "epp30", "other": "epp30", "shape": "butt", "area_cm2": 20}
TEST = {"one": "epp30", "other": "epp30", "glue": "epoxy_5", "where": "peeled", "day": "2026-11-01"}


def chosen(person: Person, **more: Any) -> dict[str, Any]:
    answer = person.post("/api/glue/choose", {"joint": {**JOINT, **more.pop("joint", {})}, "school": "hard", **more})
    assert answer.status_code == 200, answer.content
    found: dict[str, Any] = answer.json()
    return found


def test_every_glue_is_ranked_or_out_with_its_reasons(ann: Person) -> None:
    advice = chosen(ann)["advice"]
    assert len(advice["ranked"]) + len(advice["out"]) == len(catalogue().glue)
    assert all(o["reasons"] for o in advice["out"])
    assert len(advice["opinions"]) == 5


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"joint": {**JOINT, "area_cm2": -1}}, "joint.area_cm2"),
        ({"joint": {**JOINT, "one": "cheese"}}, "joint.one"),
        ({"joint": JOINT, "school": "guesswork"}, "school"),
    ],
)
def test_a_bad_question_is_told_at_its_field(ann: Person, body: dict[str, Any], field: str) -> None:
    answer = ann.post("/api/glue/choose", body)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == field


def test_tests_move_the_ranking_and_stay_in_the_workshop(ann: Person, bob: Person) -> None:
    before = {r["glue"]: r for r in chosen(ann)["advice"]["ranked"]}["epoxy_5"]
    for _ in range(4):
        assert ann.post("/api/glue/tests", TEST).status_code == 201
    after = {r["glue"]: r for r in chosen(ann)["advice"]["ranked"]}["epoxy_5"]
    assert after["foam_torn"] < 0.5 * before["foam_torn"]
    assert (after["tests"], after["foam_torn_before"]) == (4, before["foam_torn"])
    assert {r["glue"]: r for r in chosen(bob)["advice"]["ranked"]}["epoxy_5"] == before
    first = ann.get("/api/glue/tests").json()[0]["id"]
    assert bob.delete(f"/api/glue/tests/{first}").status_code == 404
    assert ann.delete(f"/api/glue/tests/{first}").status_code == 204
    assert len(ann.get("/api/glue/tests").json()) == 3


def test_a_bad_test_is_told_and_not_logged(ann: Person) -> None:
    answer = ann.post("/api/glue/tests", {**TEST, "foam_left": 3})
    assert answer.json()["problems"][0]["field"] == "foam_left"
    assert ann.post("/api/glue/tests", {**TEST, "glue": "spit"}).status_code == 422
    assert ann.get("/api/glue/tests").json() == []


def test_only_from_the_shelf(ann: Person) -> None:
    ann.post("/api/shelf/label", {"text": "foaming polyurethane 100 g"})
    assert [r["glue"] for r in chosen(ann, from_shelf=True)["advice"]["ranked"]] == ["polyurethane_foaming"]


def test_the_joints_of_a_scheme_are_found_with_the_reserve_of_the_verdict(ann: Person, file: dict[str, Any]) -> None:
    file["airframe"]["wing"]["panels"][0]["joint"] = {"kind": "butt"}
    question = {"airframe": file["airframe"], "scheme": file["schemes"][0]}
    joints = {j["id"]: j for j in ann.post("/api/glue/joints", question).json()}
    assert set(joints) == {"tube", "joint-0"}
    verdict = ann.post("/api/evaluate", question).json()
    worst = min(m["reserve"] for m in verdict["modes"] if m["piece_id"] == "tube" and "slip" in m["how"])
    assert joints["tube"]["reserve"] == pytest.approx(worst)
    # asked of the chooser, the glue that is there leaves the same reserve
    same = {r["glue"]: r for r in chosen(ann, joint=joints["tube"]["question"])["advice"]["ranked"]}
    assert same[joints["tube"]["glue"]]["reserve"] == pytest.approx(worst, rel=0.01)


def test_a_lap_is_as_long_as_by_hand_where_the_glue_is_soft(ann: Person) -> None:
    lap = {
        "force_N": 50,
        "width_mm": 20,
        "glue": "rubber_solvent",
        "stock": "birch_ply",
        "thickness_mm": 3,
        "factor": 2,
    }
    told = ann.post("/api/glue/lap", lap).json()
    by_hand = 2 * 50 / (catalogue().glue["rubber_solvent"].lap_on_hard.low * 20)
    assert told["simple_mm"] == pytest.approx(by_hand)
    assert by_hand <= told["length_mm"] <= by_hand * told["peak"] + 1.5
    stiff = ann.post("/api/glue/lap", {**lap, "glue": "epoxy_30", "force_N": 40_000}).json()
    assert stiff["length_mm"] is None
    assert "wider" in stiff["says"]
