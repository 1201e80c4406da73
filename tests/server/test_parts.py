"""Aircraft of several parts over HTTP: older files come in, tails are saved, the stand tells them all."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import pytest
from fletcher_site.workshop.models import Airframe, Scheme

from .conftest import Person

OLD = Path(__file__).parents[1] / "core" / "files" / "version-1.json"


def test_a_file_of_the_first_version_is_brought_in(ann: Person) -> None:
    old = json.loads(OLD.read_text(encoding="utf-8"))
    made = ann.post("/api/airframes", old)
    assert made.status_code == 201
    file = made.json()["file"]
    assert file["version"] == 2
    assert file["airframe"]["parts"]["wing"]["panels"] == old["airframe"]["wing"]["panels"]
    assert [s["part"] for s in file["schemes"]] == ["wing"] * len(old["schemes"])


def test_a_row_of_the_first_version_is_opened_listed_changed_and_told(ann: Person) -> None:
    """As the database held it before parts: what lies in it is read as it is."""
    old = json.loads(OLD.read_text(encoding="utf-8"))
    made = ann.post("/api/airframes", old).json()
    row = Airframe.objects.get(pk=made["id"])
    row.document, row.file_version, row.chosen, row.summary = old["airframe"], 1, old["chosen"], {}
    row.save()
    for scheme, was in zip(row.schemes.order_by("position"), old["schemes"], strict=True):
        scheme.document = was
        scheme.save()
    row.revisions.update(document={**old, "materials": []})
    opened = ann.get(f"/api/airframes/{row.pk}")
    assert opened.status_code == 200
    assert opened.json()["file"] == made["file"]
    (card,) = ann.get("/api/airframes").json()["airframes"]
    assert card["weakest"] == "wing"
    assert ann.get(f"/api/airframes/{row.pk}/revisions/1").json()["version"] == 2
    file = opened.json()["file"]
    file["airframe"]["notes"] = "carried forward"
    answer = ann.put(f"/api/airframes/{row.pk}", {"based_on": 1, "file": file})
    assert answer.status_code == 200
    told = ann.get(f"/api/airframes/{row.pk}/revisions").json()[0]["what"]
    assert told == ["the airframe's notes"]
    row.refresh_from_db()
    assert row.file_version == 2


def test_a_tail_is_saved_and_its_schemes_keep_their_rows(ann: Person, whole: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", whole).json()
    assert made["file"] == whole
    rows = {s.key: s.pk for s in Scheme.objects.filter(airframe=made["id"])}
    assert {s.part for s in Scheme.objects.filter(airframe=made["id"])} == {"wing", "tailplane", "fin", "body"}
    file = copy.deepcopy(whole)
    file["airframe"]["parts"]["fin"] = None
    file["schemes"] = [s for s in file["schemes"] if s["part"] != "fin"]
    del file["chosen"]["fin"]
    answer = ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": file})
    assert answer.status_code == 200
    told = ann.get(f"/api/airframes/{made['id']}/revisions").json()[0]["what"]
    assert "the fin was taken out" in told
    removed = {r["name"] for r in ann.get("/api/removed").json()}
    assert "Carbon strip and film, of Sanderling" in removed
    # brought back with its part, it is the same rows again
    answer = ann.put(f"/api/airframes/{made['id']}", {"based_on": 2, "file": whole})
    assert answer.json()["file"] == whole
    assert {s.key: s.pk for s in Scheme.objects.filter(airframe=made["id"])} == rows


def test_the_stand_tells_every_part_and_the_weight(ann: Person, whole: dict[str, Any]) -> None:
    told = ann.post("/api/stand", {"file": whole})
    assert told.status_code == 200
    stand = told.json()
    assert [p["part"] for p in stand["parts"]] == ["wing", "tailplane", "fin", "body"]
    grams = sum(p["part_g"]["value"] for p in stand["parts"])
    assert stand["forecast_g"]["value"] == pytest.approx(whole["airframe"]["rest_g"] + stand["gear_g"] + grams)
    # gear, and what holds it
    carried = sum(g["grams"] * (2 if g["both_sides"] else 1) for g in whole["airframe"]["gear"])
    mounts = ann.post("/api/mounts", {"file": whole}).json()["grams"]["value"]
    assert stand["gear_g"] == pytest.approx(carried + mounts)
    whole["airframe"]["parts"]["fin"]["panels"][0]["span_mm"] = -3
    refused = ann.post("/api/stand", {"file": whole})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "file.airframe.parts.fin.panels.0.span_mm"


def test_a_part_that_cannot_be_worked_out_hides_no_other(ann: Person, whole: dict[str, Any]) -> None:
    strip = next(s for s in whole["schemes"] if s["id"] == "fin-strip")["pieces"][0]
    strip["y_to_mm"] = 400.0
    stand = ann.post("/api/stand", {"file": whole}).json()
    assert "beyond the tip" in stand["parts"][2]["trouble"]
    assert stand["parts"][0]["sentence"]


def test_a_part_is_started_once(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/start/part", {"airframe": file["airframe"], "part": "tailplane"})
    assert made.status_code == 200
    airframe, scheme = made.json()["airframe"], made.json()["scheme"]
    whole = {**file, "airframe": airframe, "schemes": [*file["schemes"], scheme]}
    assert ann.post("/api/airframes", whole).status_code == 201
    again = ann.post("/api/start/part", {"airframe": airframe, "part": "tailplane"})
    assert again.status_code == 422
    assert "already" in again.json()["problems"][0]["what"]
    assert ann.post("/api/start/part", {"airframe": airframe, "part": "float"}).status_code == 422


def test_every_question_may_be_asked_of_a_tail(ann: Person, whole: dict[str, Any]) -> None:
    scheme = next(s for s in whole["schemes"] if s["part"] == "tailplane")
    body = {"airframe": whole["airframe"], "scheme": scheme}
    verdict = ann.post("/api/evaluate", body).json()
    assert verdict["part"] == "tailplane"
    assert verdict["unit"] == "times"
    for case in verdict["cases"]:
        assert ann.post("/api/why", {**body, "figure": f"case:{case['id']}"}).status_code == 200, case
    for path in ("/api/slice", "/api/offers", "/api/glue/joints", "/api/shelf/check"):
        assert ann.post(path, body).status_code == 200, path
    swung = {"airframe": whole["airframe"], "which": "elevator"}
    assert ann.post("/api/surface/wing", swung).status_code == 200
    for what in ("ledger", "plan", "slice"):
        wanted = {"file": whole, "scheme_id": scheme["id"], "what": what}
        assert ann.post("/api/take-away", wanted).status_code == 200, what
