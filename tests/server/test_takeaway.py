"""Offers, files to take away, and the list's state: at the door of the API."""

from __future__ import annotations

import csv
import io
import json
from typing import Any

import pytest
from fletcher_site.workshop.models import Airframe

from .conftest import Person
from .test_airframes import make
from .test_bench import question

pytestmark = pytest.mark.django_db


def wanted(file: dict[str, Any], what: str, **more: Any) -> dict[str, Any]:
    return {"file": file, "scheme_id": file["schemes"][0]["id"], "what": what, **more}


@pytest.mark.parametrize(
    ("what", "kind", "ending"),
    [
        ("airframe", "application/json", "json"), ("ledger", "text/csv", "csv"), ("plan", "image/svg+xml", "svg"),
        ("plan-page", "image/svg+xml", "svg"), ("slice", "image/svg+xml", "svg"),
        ("slice-page", "image/svg+xml", "svg"),
    ],
)  # fmt: skip
def test_every_file_has_its_kind_and_a_safe_name(
    ann: Person, file: dict[str, Any], what: str, kind: str, ending: str
) -> None:
    file["airframe"]["name"] = 'Über/../"wing" 1\n2'
    answer = ann.post("/api/take-away", wanted(file, what))
    assert answer.status_code == 200, answer.content
    assert answer["Content-Type"].startswith(kind)
    name = answer["Content-Disposition"].partition('filename="')[2].rstrip('"')
    assert name == f"ber-wing-1-2{'' if what == 'airframe' else '-' + what}.{ending}"
    assert answer["X-Content-Type-Options"] == "nosniff"


def test_an_airframe_taken_away_can_be_brought_in(ann: Person, file: dict[str, Any]) -> None:
    text = ann.post("/api/take-away", wanted(file, "airframe")).content
    made = make(ann, json.loads(text))
    assert made["file"] == file


def test_a_ledger_in_the_persons_units(ann: Person, file: dict[str, Any]) -> None:
    ann.put("/api/session/units", {"units": "inch"})
    text = ann.post("/api/take-away", wanted(file, "ledger")).content.decode()
    rows = list(csv.reader(io.StringIO(text)))
    assert " in)" in rows[1][1]


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"scheme_id": "nobody"}, "no such scheme"),
        ({"what": "aerofoil"}, "came from no coordinate file"),
        ({"what": "everything"}, "is not a choice"),
        ({"station_mm": "far"}, "not a number"),
    ],
)
def test_what_cannot_be_taken_away_is_told(
    ann: Person, file: dict[str, Any], change: dict[str, Any], words: str
) -> None:
    answer = ann.post("/api/take-away", {**wanted(file, "plan"), **change})
    assert answer.status_code == 422
    assert words in answer.json()["message"]


def test_files_and_offers_are_for_people_who_are_signed_in(file: dict[str, Any]) -> None:
    stranger = Person()
    assert stranger.post("/api/take-away", wanted(file, "airframe")).status_code == 401
    assert stranger.post("/api/offers", question(file)).status_code == 401
    assert stranger.post("/api/why", question(file, figure="break")).status_code == 401


def test_offers_come_with_their_section_in_the_persons_units(ann: Person, file: dict[str, Any]) -> None:
    found = {o["kind"]: o for o in ann.post("/api/offers", question(file)).json()}
    assert found["rod"]["section"]["pieces"]
    assert found["pocket"]["grams_per_m"] < 0
    ann.put("/api/session/units", {"units": "inch"})
    inch = {o["kind"]: o for o in ann.post("/api/offers", question(file)).json()}
    assert " in)" in inch["rod"]["what"][0]
    file["airframe"]["parts"]["wing"]["panels"][0]["span_mm"] = -1
    assert ann.post("/api/offers", question(file)).status_code == 422


def test_the_list_is_no_surer_than_the_hardest_case(ann: Person, file: dict[str, Any]) -> None:
    file["airframe"]["flight"]["landing_g"] = 60.0
    file["airframe"]["flight"]["safety_factor"] = 4.0
    make(ann, file)
    (card,) = ann.get("/api/airframes").json()["airframes"]
    verdict = ann.post("/api/evaluate", question(file)).json()
    hardest = next(c for c in verdict["cases"] if c["hardest"])
    assert card["reserve"] == pytest.approx(hardest["reserve"], rel=1e-6)
    assert card["state"] == hardest["state"] == "gives way"


def test_a_summary_of_an_older_core_is_worked_out_anew(ann: Person, file: dict[str, Any]) -> None:
    make(ann, file)
    (fresh,) = ann.get("/api/airframes").json()["airframes"]
    # as it was kept before cases were known
    old = {k: v for k, v in Airframe.objects.get().summary.items() if k not in ("core", "state", "hardest")}
    Airframe.objects.update(summary={**old, "sentence": "gives way at 1 g", "reserve": 9.0})
    (card,) = ann.get("/api/airframes").json()["airframes"]
    assert card == fresh
    assert Airframe.objects.get().summary["sentence"] == fresh["sentence"]
    # a description that cannot be worked out any more does not break the list
    document = Airframe.objects.get().document
    document["parts"]["wing"]["panels"][0]["span_mm"] = 200.0  # its tube now ends beyond the tip
    Airframe.objects.update(document=document, summary=old)
    (card,) = ann.get("/api/airframes").json()["airframes"]
    assert card["state"] == "gives way"
    assert "open it to see why" in card["sentence"]


def test_a_summary_that_fails_hides_nothing(ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch) -> None:
    made = ann.post("/api/airframes", file).json()
    ann.post("/api/airframes", {**file, "airframe": {**file["airframe"], "name": "Other"}})
    changed = {**file, "airframe": {**file["airframe"], "notes": "changed"}}
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": changed}).status_code == 200

    def fails(*_: object) -> None:
        raise ZeroDivisionError

    with monkeypatch.context() as broken:
        broken.setattr("fletcher_site.workshop.answers.stand", fails)
        cards = {c["name"]: c for c in ann.get("/api/airframes").json()["airframes"]}
    assert "open it to see why" in cards["Knot"]["sentence"]
    assert "open it to see why" not in cards["Other"]["sentence"]
