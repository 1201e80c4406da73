"""What a hostile or broken request meets: an answer in words, soon, and nothing half-kept."""

from __future__ import annotations

import copy
import json
import time
from typing import Any

import pytest
from fletcher_site import door
from fletcher_site.workshop.models import Airframe, OwnMaterial

from .conftest import Person

pytestmark = pytest.mark.django_db


def question(file: dict[str, Any]) -> dict[str, Any]:
    return {"airframe": file["airframe"], "scheme": file["schemes"][0]}


@pytest.mark.parametrize("bad", ["a\0b", "half a pair \ud83d"])
@pytest.mark.parametrize(
    ("method", "path", "field"),
    [
        ("POST", "/api/session", "name"),
        ("POST", "/api/session/new", "workshop"),
        ("POST", "/api/aerofoil", "text"),
        ("POST", "/api/body-outline", "side"),
        ("POST", "/api/shelf/label", "text"),
        ("POST", "/api/shelf/csv", "text"),
        ("PUT", "/api/shelf/money", "money"),
        ("POST", "/api/materials", "label"),
        ("POST", "/api/glue/tests", "note"),
        ("POST", "/api/shelf/reserve", "scheme_id"),
        ("POST", "/api/why", "figure"),
    ],
)
def test_characters_that_no_database_keeps_are_refused(
    ann: Person, method: str, path: str, field: str, bad: str
) -> None:
    answer = ann.send(method, path, raw=json.dumps({field: bad}).encode())
    assert answer.status_code == 422
    assert "cannot be kept" in answer.json()["message"]


def test_they_are_refused_in_addresses_too(ann: Person) -> None:
    for path in ("/api/materials/%00", "/api/measure?text=%00&kind=length", "/api/start?use=%00"):
        assert ann.send("DELETE" if "materials" in path else "GET", path).status_code == 422


def test_a_session_that_was_not_given_out_here_is_nobodys(ann: Person) -> None:
    ann.client.cookies["sessionid"] = "abcdef\x01ghijklmnop"
    assert ann.get("/api/airframes").status_code == 401
    ann.client.cookies["sessionid"] = "' or 1=1 --"
    assert ann.get("/api/airframes").status_code == 401


@pytest.mark.parametrize("name", ["{low} and {0}", "{}", "{{", "{name!r:>{width}}", "}{"])
def test_braces_are_letters_like_any_other(ann: Person, file: dict[str, Any], name: str) -> None:
    file["airframe"]["name"] = name
    made = ann.post("/api/airframes", file)
    assert made.status_code == 201
    assert made.json()["file"]["airframe"]["name"] == name
    again = ann.post("/api/airframes", file)
    assert again.status_code == 422
    assert f"“{name}”" in again.json()["message"]
    for path, body in (
        ("/api/shelf/label", {"text": name}),
        ("/api/why", {**question(file), "figure": name}),
        ("/api/take-away", {"file": file, "scheme_id": name, "what": "ledger"}),
        ("/api/shelf/csv", {"text": f"form,table,material\nrod,stock,{name}"}),
    ):
        assert ann.post(path, body).status_code == 422, path


@pytest.mark.parametrize(
    "text",
    [
        "form,table,material\rrod,stock,x",
        "form,table,material\n" + "x" * 140_000 + ",a,b",
        'form,table,material\n"a',
        "",
    ],
)
def test_lists_that_no_spreadsheet_writes(ann: Person, text: str) -> None:
    answer = ann.post("/api/shelf/csv", {"text": text})
    assert answer.status_code == 422
    assert ann.get("/api/shelf").json()["items"] == []


def test_a_list_whose_lines_end_with_bare_returns_is_read(ann: Person) -> None:
    text = "form,table,material,diameter_mm,length_mm,count\rrod,stock,carbon_pultruded,3,1000,2\r"
    answer = ann.post("/api/shelf/csv", {"text": text})
    assert answer.status_code == 200, answer.json()
    assert answer.json()["items"][0]["item"]["count"] == 2


@pytest.mark.parametrize("copied", ["Ü nope", "epp30\n", "__class__", "", "epp30_own_x"])
def test_a_material_copied_from_nothing(ann: Person, copied: str) -> None:
    body = {"table": "foam", "copied_from": copied, "label": "Ours", "reason": "weighed", "figures": {}}
    answer = ann.post("/api/materials", body)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "copied_from"


@pytest.mark.parametrize("kind", ["multipart/form-data", "multipart/form-data; boundary=", "text/plain", ""])
def test_what_is_not_json_is_refused_as_that(ann: Person, kind: str) -> None:
    answer = ann.client.generic("POST", "/api/airframes", b"x=1", content_type=kind)
    assert answer.status_code == 415
    assert answer.json()["problems"]


def seconds(ann: Person, method: str, path: str, raw: bytes) -> tuple[float, int, dict[str, Any]]:
    began = time.perf_counter()
    answer = ann.send(method, path, raw=raw)
    return time.perf_counter() - began, answer.status_code, answer.json()


def test_absurd_bodies_are_refused_by_their_shape_alone(ann: Person, file: dict[str, Any]) -> None:
    """Before anything is made of them: the model is never asked."""
    many = {**question(file), **{f"k{n}": 1 for n in range(100_000)}}
    for raw, words in (
        (json.dumps(many).encode(), "names in one place"),
        (b"[" * 20_000 + b"]" * 20_000, "not JSON"),
        (b"[" * 60 + b"]" * 60, "nested too deeply"),
        (json.dumps({"points": [0] * (door.VALUES + 1)}).encode(), "more than any airframe"),
        (b'{"a": ' + b"9" * 10_000 + b"}", "Airframe: It is not given"),
    ):
        _, status, body = seconds(ann, "POST", "/api/evaluate", raw)
        assert status == 422
        assert words in body["message"]


def test_of_a_thousand_faults_twenty_are_told_and_the_rest_counted(ann: Person, file: dict[str, Any]) -> None:
    wrong = {"kind": "rod", **{f"k{n}": 1 for n in range(30)}}
    body = copy.deepcopy(file)
    body["schemes"] = [{**body["schemes"][0], "id": f"s{n}", "pieces": [{**wrong, "id": "r"}] * 10} for n in range(4)]
    answer = ann.post("/api/airframes", body).json()
    assert len(answer["problems"]) == 21
    assert answer["problems"][-1]["what"] == "1180 more things are wrong."


def test_schemas_are_made_once(ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch) -> None:
    from fletcher_site.api.shapes import Evaluation

    body = question(file)
    body["scheme"]["unknown"] = 1
    ann.post("/api/evaluate", body)
    made: list[int] = []
    monkeypatch.setattr(Evaluation, "model_json_schema", classmethod(lambda *_: made.append(1) or {}))
    assert ann.post("/api/evaluate", body).status_code == 422
    assert made == []


def test_a_refused_save_keeps_none_of_its_materials(ann: Person, file: dict[str, Any]) -> None:
    material = {
        "id": "epp30_own_abcd1234", "table": "foam", "copied_from": "epp30", "label": "Our foam", "reason": "weighed",
        "figures": {},
    }  # fmt: skip
    made = ann.post("/api/airframes", file).json()["id"]
    file["airframe"]["parts"]["wing"]["core"]["material"] = material["id"]
    file["materials"] = [material]
    stale = ann.put(f"/api/airframes/{made}", {"based_on": 7, "file": file})
    assert stale.status_code == 409
    taken = ann.post("/api/airframes", file)
    assert taken.status_code == 422
    assert OwnMaterial.with_removed.count() == 0
    assert Airframe.objects.get().version == 1
    assert ann.put(f"/api/airframes/{made}", {"based_on": 1, "file": file}).status_code == 200
    assert OwnMaterial.objects.count() == 1


def test_every_answer_that_refuses_carries_its_number(ann: Person) -> None:
    for answer in (
        ann.get("/api/airframes/999999"),
        ann.get("/api/nothing/here"),
        ann.post("/api/airframes", {}),
        ann.delete("/api/shelf/csv"),
        Person().get("/api/airframes"),
    ):
        assert answer.status_code >= 400
        assert answer.json()["message"]
        assert answer.json()["id"] == answer.headers["X-Request-ID"], answer.json()


def test_a_page_lets_in_no_style_that_is_not_its_own(ann: Person) -> None:
    page = ann.client.get("/")
    policy = page.headers["Content-Security-Policy"]
    assert "unsafe-inline" not in policy
    assert "unsafe-eval" not in policy
    number = policy.partition("'nonce-")[2].partition("'")[0]
    assert len(number) > 16
    assert f'content="{number}"' in page.content.decode()
    assert ann.client.get("/").headers["Content-Security-Policy"] != policy
    assert "camera=()" in page.headers["Permissions-Policy"]
