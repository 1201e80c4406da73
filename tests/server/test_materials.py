"""Own materials over HTTP: copied with a reason, private, used at once, carried by files."""

from __future__ import annotations

import json
from typing import Any

from .conftest import Person

NEW = {"table": "stock", "copied_from": "carbon_pultruded", "label": "Our tube", "reason": "bent over two supports",
       "figures": {"E": [220000, 230000, 240000]}}  # fmt: skip


def add(person: Person) -> str:
    answer = person.post("/api/materials", NEW)
    assert answer.status_code == 201, answer.content
    key: str = answer.json()["material"]["id"]
    return key


def with_material(file: dict[str, Any], key: str) -> dict[str, Any]:
    file["schemes"][0]["pieces"][0]["material"] = key
    return file


def test_it_is_in_the_catalogue_of_its_workshop_alone(ann: Person, bob: Person) -> None:
    key = add(ann)
    mine = {c["id"]: c for c in ann.get("/api/catalogue").json()["stock"]}
    assert mine[key]["own"] is True
    assert "bent over two supports" in mine[key]["basis"]
    assert mine["carbon_pultruded"]["own"] is False
    assert key not in {c["id"] for c in bob.get("/api/catalogue").json()["stock"]}


def test_it_is_used_at_once_and_by_nobody_else(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    plain = {"airframe": file["airframe"], "scheme": json.loads(json.dumps(file["schemes"][0]))}
    key = add(ann)
    own = {"airframe": file["airframe"], "scheme": with_material(file, key)["schemes"][0]}
    before, after = (ann.post("/api/evaluate", q).json()["tip_bend_mm"]["value"] for q in (plain, own))
    assert after < 0.8 * before
    refused = bob.post("/api/evaluate", own)
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "scheme.pieces.0.material"


def test_bad_figures_are_told_at_their_field(ann: Person) -> None:
    answer = ann.post("/api/materials", {**NEW, "figures": {"E": [3, 2, 1]}})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "figures.E"
    assert ann.post("/api/materials", {**NEW, "reason": " "}).json()["problems"][0]["field"] == "reason"


def test_a_change_reaches_the_list(ann: Person, file: dict[str, Any]) -> None:
    key = add(ann)
    ann.post("/api/airframes", with_material(file, key))
    before = ann.get("/api/airframes").json()["airframes"][0]["parts"][0]["part_g"]
    heavy = {**NEW, "figures": {"density": [3000, 3100, 3200]}}
    assert ann.put(f"/api/materials/{key}", heavy).status_code == 200
    assert ann.get("/api/airframes").json()["airframes"][0]["parts"][0]["part_g"] > before + 5


def test_one_in_use_is_not_removed(ann: Person, file: dict[str, Any]) -> None:
    key = add(ann)
    made = ann.post("/api/airframes", with_material(file, key)).json()
    answer = ann.delete(f"/api/materials/{key}")
    assert answer.status_code == 422
    assert "Knot" in answer.json()["message"]
    ann.delete(f"/api/airframes/{made['id']}")
    assert ann.delete(f"/api/materials/{key}").status_code == 204


def test_another_workshop_cannot_touch_it(ann: Person, bob: Person) -> None:
    key = add(ann)
    assert bob.put(f"/api/materials/{key}", NEW).status_code == 404
    assert bob.delete(f"/api/materials/{key}").status_code == 404


def test_a_file_takes_it_along_and_brings_it_in(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    key = add(ann)
    wanted = {"file": with_material(file, key), "scheme_id": "scheme", "what": "airframe"}
    text = ann.post("/api/take-away", wanted).content
    carried = json.loads(text)
    assert [m["id"] for m in carried["materials"]] == [key]
    made = bob.post("/api/airframes", carried)
    assert made.status_code == 201, made.content
    assert [m["material"]["id"] for m in bob.get("/api/materials").json()["own"]] == [key]
    again = bob.post("/api/take-away", {**wanted, "file": made.json()["file"]}).content
    assert again == text


def test_a_file_whose_material_differs_keeps_both(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    key = add(ann)
    wanted = {"file": with_material(file, key), "scheme_id": "scheme", "what": "airframe"}
    carried = json.loads(ann.post("/api/take-away", wanted).content)
    ann.put(f"/api/materials/{key}", {**NEW, "figures": {"E": [100000, 110000, 120000]}})
    carried["airframe"]["name"] = "Ruff"
    made = ann.post("/api/airframes", carried).json()
    other = made["file"]["schemes"][0]["pieces"][0]["material"]
    assert other != key
    stiff = {m["material"]["id"]: m["material"]["figures"]["E"][1] for m in ann.get("/api/materials").json()["own"]}
    assert stiff == {key: 110000, other: 230000}
