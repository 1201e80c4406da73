"""Signing in and out, the demo, units, and who sees what."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client
from fletcher_site.workshop.models import Membership, Workshop

from .conftest import Person, sign_up

pytestmark = pytest.mark.django_db


def test_a_stranger_is_told_so_and_gets_a_token() -> None:
    answer = Client().get("/api/session").json()
    assert not answer["signed_in"]
    assert answer["csrf"]


def test_a_new_person_has_a_workshop_and_comes_back(ann: Person) -> None:
    state = ann.get("/api/session").json()
    assert state["workshop"]["name"] == "ann's bench"
    assert not state["workshop"]["is_demo"]
    ann.delete("/api/session")
    assert not ann.get("/api/session").json()["signed_in"]
    ann.token = ann.get("/api/session").json()["csrf"]
    back = ann.post("/api/session", {"name": "ann", "password": "saltmarsh-41-plover"})
    assert back.json()["name"] == "ann"


def test_a_wrong_password_is_told_at_its_field(ann: Person) -> None:
    other = Person()
    answer = other.post("/api/session", {"name": "ann", "password": "guess"})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "password"


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"name": "Ann", "password": "saltmarsh-41-plover", "workshop": "x"}, "name"),
        ({"name": "cy", "password": "short", "workshop": "x"}, "password"),
        ({"name": "cy", "password": "password123", "workshop": "x"}, "password"),
        ({"name": "cy", "password": "saltmarsh-41-plover", "workshop": ""}, "workshop"),
        ({"name": "", "password": "saltmarsh-41-plover", "workshop": "x"}, "name"),
    ],
)
def test_an_account_that_cannot_be(ann: Person, body: dict[str, Any], field: str) -> None:
    answer = Person().post("/api/session/new", body)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == field
    assert Workshop.objects.count() == 1


def test_changes_need_the_token(ann: Person, file: dict[str, Any]) -> None:
    ann.token = "forged"
    for answer in (ann.post("/api/airframes", file), ann.post("/api/session/demo"), ann.delete("/api/session")):
        assert answer.status_code == 403
    assert ann.get("/api/airframes").json()["airframes"] == []


def test_nothing_is_told_to_strangers(file: dict[str, Any]) -> None:
    stranger = Person()
    for path in ("/api/airframes", "/api/airframes/1", "/api/catalogue", "/api/measure?text=1&kind=length"):
        assert stranger.get(path).status_code == 401
    assert stranger.post("/api/evaluate", {}).status_code == 401


def test_each_workshop_sees_only_its_own(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    assert bob.get("/api/airframes").json()["airframes"] == []
    assert bob.get(f"/api/airframes/{made}").status_code == 404
    assert bob.put(f"/api/airframes/{made}", {"based_on": 1, "file": file}).status_code == 404
    assert bob.delete(f"/api/airframes/{made}").status_code == 404
    assert bob.get(f"/api/airframes/{made}/revisions").status_code == 404
    assert len(ann.get("/api/airframes").json()["airframes"]) == 1


def test_the_demo_opens_by_one_press_and_goes_back_as_it_was(template: None) -> None:
    visitor = Person()
    visitor.enter(visitor.post("/api/session/demo"))
    cards = visitor.get("/api/airframes").json()["airframes"]
    assert [c["name"] for c in cards] == ["Dunlin", "Godwit", "Plover", "Sanderling", "Turnstone"]
    visitor.delete(f"/api/airframes/{cards[0]['id']}")
    assert len(visitor.get("/api/airframes").json()["airframes"]) == 4
    assert visitor.post("/api/demo/reset").status_code == 204
    assert len(visitor.get("/api/airframes").json()["airframes"]) == 5
    assert Workshop.objects.filter(is_demo=True, is_template=False).count() == 1


def test_only_the_demo_is_put_back(ann: Person, file: dict[str, Any]) -> None:
    ann.post("/api/airframes", file)
    assert ann.post("/api/demo/reset").status_code == 422
    assert len(ann.get("/api/airframes").json()["airframes"]) == 1


def test_units_are_each_persons_own(ann: Person, bob: Person) -> None:
    assert ann.put("/api/session/units", {"units": "inch"}).json()["units"] == "inch"
    assert ann.get("/api/measure", text="2", kind="length").json() == {"value": 50.8, "shown": "2 in"}
    assert bob.get("/api/measure", text="2", kind="length").json() == {"value": 2.0, "shown": "2 mm"}
    assert ann.put("/api/session/units", {"units": "cubit"}).status_code == 422


def test_an_account_without_a_workshop_is_told(ann: Person) -> None:
    Membership.objects.all().delete()
    assert ann.get("/api/airframes").status_code == 403


def test_signing_in_cannot_be_tried_without_end() -> None:
    guess = Person()
    codes = [guess.post("/api/session", {"name": "x", "password": str(k)}).status_code for k in range(35)]
    assert codes[0] == 422
    assert codes[-1] == 429


def test_two_people_of_one_name_are_not_made() -> None:
    sign_up("dot")
    assert Person().post(
        "/api/session/new", {"name": "DOT", "password": "saltmarsh-41-plover", "workshop": "x"}
    ).status_code == 422  # fmt: skip
