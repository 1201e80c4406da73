"""Saving: revisions, stale saves, nothing half-saved."""

from __future__ import annotations

import copy
from typing import Any

import pytest
from django.db import IntegrityError, transaction
from fletcher_core.model import AirframeFile
from fletcher_site.workshop import demo
from fletcher_site.workshop.models import Airframe, Revision, Scheme

from .conftest import Person

pytestmark = pytest.mark.django_db


def make(person: Person, file: dict[str, Any]) -> dict[str, Any]:
    answer = person.post("/api/airframes", file)
    assert answer.status_code == 201, answer.content
    return dict(answer.json())


def test_what_was_saved_comes_back_the_same(ann: Person, file: dict[str, Any]) -> None:
    made = make(ann, file)
    opened = ann.get(f"/api/airframes/{made['id']}").json()
    assert opened["file"] == file
    assert opened["version"] == 1


def test_the_list_tells_what_each_gives(ann: Person, file: dict[str, Any]) -> None:
    make(ann, file)
    (card,) = ann.get("/api/airframes").json()["airframes"]
    assert card["sentence"].startswith("gives way at")
    assert card["n"]["low"] < card["n"]["value"] < card["n"]["high"]
    assert card["stand"]["span_mm"] == 1200
    (wing,) = card["stand"]["parts"]
    assert len(wing["plan"]) == len(wing["pieces"]) == 2
    assert card["weakest"] == "wing"
    assert card["remains_g"] == pytest.approx(300 - card["parts"][0]["part_g"])


def test_every_save_is_a_revision_with_its_maker(ann: Person, file: dict[str, Any]) -> None:
    made = make(ann, file)
    file["airframe"]["notes"] = "second"
    saved = ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": file}).json()
    assert saved["version"] == 2
    revisions = ann.get(f"/api/airframes/{made['id']}/revisions").json()
    assert [(r["number"], r["who"]) for r in revisions] == [(2, "ann"), (1, "ann")]
    assert Revision.objects.get(number=1).document["airframe"]["notes"] == ""


def test_a_stale_save_is_refused_and_says_what_changed(ann: Person, file: dict[str, Any]) -> None:
    made = make(ann, file)
    theirs, mine = copy.deepcopy(file), copy.deepcopy(file)
    theirs["airframe"]["promise_g"] = 950
    theirs["schemes"][0]["pieces"] = theirs["schemes"][0]["pieces"][:1]
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": theirs}).status_code == 200
    mine["airframe"]["notes"] = "mine"
    refused = ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": mine})
    assert refused.status_code == 409
    body = refused.json()
    assert body["version"] == 2
    assert body["who"] == "ann"
    assert body["changed"] == ["the airframe's promise", "scheme “Scheme” (skin taken out)"]
    assert body["file"]["airframe"]["promise_g"] == 950
    assert Airframe.objects.get().document["notes"] == ""


def test_a_name_is_given_once(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    make(ann, file)
    again = ann.post("/api/airframes", file)
    assert again.status_code == 422
    assert again.json()["problems"][0]["field"] == "airframe.name"
    make(bob, file)


def test_nothing_that_cannot_be_computed_is_saved(ann: Person, file: dict[str, Any]) -> None:
    made = make(ann, file)
    bad = copy.deepcopy(file)
    bad["schemes"].append({**bad["schemes"][0], "id": "other", "name": "Other"})
    bad["schemes"][1]["pieces"] = [{**file["schemes"][0]["pieces"][0], "outer_mm": 50}]
    answer = ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": bad})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "schemes.1.pieces.0.outer_mm"
    assert Airframe.objects.get().version == 1
    assert Scheme.objects.count() == 1
    assert ann.post("/api/airframes", {**bad, "airframe": {**bad["airframe"], "name": "New"}}).status_code == 422
    assert Airframe.objects.count() == 1


@pytest.mark.parametrize("raw", [b"", b"{", b"[]", b"null", b'{"airframe": 3}', b"\xff\xfe", b'{"x": NaN}'])
def test_a_body_that_is_no_airframe(ann: Person, raw: bytes) -> None:
    answer = ann.post("/api/airframes", raw=raw)
    assert answer.status_code in (400, 422)
    assert answer.json()["message"]


def test_faults_in_a_save_name_their_field(ann: Person, file: dict[str, Any]) -> None:
    file["airframe"]["parts"]["wing"]["panels"][0]["tip_chord_mm"] = 5000
    (problem,) = ann.post("/api/airframes", file).json()["problems"]
    assert problem["field"] == "airframe.parts.wing.panels.0.tip_chord_mm"
    assert problem["right"] == "It can be from 20 mm to 1200 mm."


def test_what_is_removed_is_not_there_any_more(ann: Person, file: dict[str, Any]) -> None:
    made = make(ann, file)
    assert ann.delete(f"/api/airframes/{made['id']}").status_code == 204
    assert ann.get("/api/airframes").json()["airframes"] == []
    for path in ("", "/revisions", "/revisions/1"):
        assert ann.get(f"/api/airframes/{made['id']}{path}").status_code == 404
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": file}).status_code == 404


def test_the_database_itself_refuses_what_must_not_be(ann: Person, file: dict[str, Any]) -> None:
    make(ann, file)
    airframe = Airframe.objects.get()
    twin = {"workshop": airframe.workshop, "name": airframe.name, "document": {}}
    for broken in (lambda: Airframe.objects.create(**twin), lambda: Airframe.objects.update(version=0)):
        with pytest.raises(IntegrityError), transaction.atomic():
            broken()


def test_the_demo_shows_six_ways_to_give_way() -> None:
    """Every scheme flies, and the first two of each show another weakest place."""
    from fletcher_core.verdicts import evaluate

    places = []
    for path in sorted(demo.FOLDER.glob("*.json")):
        if path.name == "workshop.json":
            continue
        file = AirframeFile.model_validate_json(path.read_text())
        assert len(file.schemes) >= 3
        for k, scheme in enumerate(file.schemes):
            v = evaluate(file.airframe, scheme)
            assert v.breaks.reserve.value >= 1.0, (file.airframe.name, scheme.name)
            assert v.mass.remains_g.value >= 0
            if k < 2:
                places.append((v.breaks.how, round(v.breaks.y_mm)))
    assert len(places) == 10
    assert len(set(places)) >= 6
