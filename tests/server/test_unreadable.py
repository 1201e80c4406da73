"""A stored document that cannot be read is one line that says so; it hides nothing else and can be taken away."""

from __future__ import annotations

import copy
from typing import Any

import pytest
from fletcher_site.workshop.models import Airframe, BondTest, OwnMaterial, Revision, Scheme, StockItem

from .conftest import Person

pytestmark = pytest.mark.django_db


def two(ann: Person, file: dict[str, Any]) -> int:
    """Two airframes; the number of the first, whose document a newer program has written."""
    other = copy.deepcopy(file)
    other["airframe"]["name"] = "Ruff"
    made = ann.post("/api/airframes", file).json()["id"]
    assert ann.post("/api/airframes", other).status_code == 201
    row = Airframe.objects.get(pk=made)
    row.document["floats"] = {"keel_mm": 3}
    row.save()
    return int(made)


def test_an_airframe_that_cannot_be_read_is_a_line_of_its_own(ann: Person, file: dict[str, Any]) -> None:
    made = two(ann, file)
    answer = ann.get("/api/airframes")
    assert answer.status_code == 200
    assert [c["name"] for c in answer.json()["airframes"]] == ["Ruff"]
    (line,) = answer.json()["unreadable"]
    assert (line["table"], line["id"], line["name"]) == ("airframe", made, "Knot")
    assert "not part of the airframe file" in line["what"]


def test_opening_it_says_what_is_wrong(ann: Person, file: dict[str, Any]) -> None:
    made = two(ann, file)
    answer = ann.get(f"/api/airframes/{made}")
    assert answer.status_code == 422
    assert "cannot be read" in answer.json()["message"]


def test_the_raw_one_can_be_taken_away_whole(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    made = two(ann, file)
    raw = ann.get(f"/api/raw/airframe/{made}")
    assert raw.status_code == 200
    assert "attachment" in raw.headers["Content-Disposition"]
    assert raw.json()["airframe"]["floats"] == {"keel_mm": 3}
    assert raw.json()["schemes"] == file["schemes"]
    assert len(raw.json()["states"]) == 1
    assert bob.get(f"/api/raw/airframe/{made}").status_code == 404
    assert ann.get("/api/raw/airframe/999999").status_code == 404


@pytest.mark.parametrize("document", [{"kind": "x"}, [], None, "text", 3])
def test_whatever_stands_there(ann: Person, file: dict[str, Any], document: Any) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    Scheme.objects.update(document=document if document is not None else {})
    Revision.objects.update(document=document if document is not None else {})
    assert len(ann.get("/api/airframes").json()["unreadable"]) == 1
    assert ann.get(f"/api/airframes/{made}/revisions/1").status_code == 422
    assert ann.get(f"/api/airframes/{made}/revisions").status_code == 200
    assert ann.get(f"/api/raw/airframe/{made}").status_code == 200


def test_a_newer_file_version_is_told_as_that(ann: Person, file: dict[str, Any]) -> None:
    ann.post("/api/airframes", file)
    Airframe.objects.update(file_version=99)
    (line,) = ann.get("/api/airframes").json()["unreadable"]
    assert "newer Fletcher (file version 99" in line["what"]


def test_one_bad_material_spoils_nothing(ann: Person, file: dict[str, Any]) -> None:
    body = {"table": "foam", "copied_from": "epp30", "label": "Our foam", "reason": "weighed", "figures": {}}
    ann.post("/api/materials", body)
    ann.post("/api/materials", {**body, "label": "Other"})
    row = OwnMaterial.objects.first()
    row.document = {"nothing": "here"}
    row.save()
    answer = ann.get("/api/materials").json()
    assert len(answer["own"]) == 1
    assert answer["unreadable"][0]["table"] == "material"
    assert ann.post("/api/airframes", file).status_code == 201
    assert ann.get("/api/catalogue").status_code == 200
    assert ann.get(f"/api/raw/material/{row.pk}").json() == {"nothing": "here"}


def test_one_bad_line_of_the_shelf_or_of_the_bond_log_spoils_nothing(ann: Person, file: dict[str, Any]) -> None:
    for text in ("carbon tube 6/4 x 1 m", "carbon tube 8/6 x 1 m"):
        ann.post("/api/shelf/label", {"text": text})
    bond = {"one": "epp30", "other": "epp30", "glue": "polyurethane_foaming", "cured_min": 60, "day": "2026-11-01"}
    for _ in range(2):
        ann.post("/api/glue/tests", bond)
    for model in (StockItem, BondTest):
        row = model.objects.first()
        row.document = {"what": "ever"}
        row.save()
    assert len(ann.get("/api/shelf").json()["items"]) == 1
    assert len(ann.get("/api/shelf").json()["unreadable"]) == 1
    assert len(ann.get("/api/glue/tests").json()["tests"]) == 1
    assert len(ann.get("/api/glue/tests").json()["unreadable"]) == 1
    assert ann.get("/api/glue/standings").status_code == 200
    assert ann.get("/api/shelf/csv").status_code == 200
    asked = {"airframe": file["airframe"], "scheme": file["schemes"][0]}
    assert ann.post("/api/shelf/check", asked).status_code == 200
