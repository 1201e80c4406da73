"""The shelf over HTTP: labels, lists, what a scheme needs, reserving and using up, other workshops kept out."""

from __future__ import annotations

from typing import Any

import pytest

from .conftest import Person

LABELS = ["pultruded carbon tube 6/4 x 1 m, 3 pieces, 6.00 each", "laminating film 320 mm x 50 m, 12.00 each",
          "foaming polyurethane 250 g, 9.00 each, opened 2024-01-01"]  # fmt: skip


@pytest.fixture
def stocked(ann: Person) -> Person:
    for text in LABELS:
        assert ann.post("/api/shelf/label", {"text": text}).status_code == 201
    return ann


def items(person: Person) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = person.get("/api/shelf").json()["items"]
    return found


def saved(person: Person, file: dict[str, Any], tube: float = 400.0) -> tuple[int, dict[str, Any]]:
    file["schemes"][0]["pieces"][0]["y_to_mm"] = tube
    answer = person.post("/api/airframes", file)
    assert answer.status_code == 201, answer.content
    return answer.json()["id"], file


def test_a_label_is_put_on_the_shelf_with_its_words_price_and_age(stocked: Person) -> None:
    by_form = {i["item"]["form"]: i for i in items(stocked)}
    assert by_form["tube"]["words"] == "Carbon, pultruded, tube 6 mm / 4 mm, 1000 mm long"
    assert by_form["tube"]["price_words"] == "€ 6.00"
    assert "years ago" in by_form["glue"]["warning"]


def test_a_label_that_cannot_be_read_says_what_would_be_right(ann: Person) -> None:
    answer = ann.post("/api/shelf/label", {"text": "some rod"})
    assert answer.status_code == 422
    assert "made of" in answer.json()["message"]
    assert not items(ann)


def test_inches_are_read_and_shown_for_who_reads_inches(ann: Person) -> None:
    ann.put("/api/session/units", {"units": "inch"})
    answer = ann.post("/api/shelf/label", {"text": "carbon rod 1/8 x 36, 2 pieces"})
    assert answer.json()["size"] == "1/8 in, 36 in long"


def test_the_list_goes_out_and_comes_in(stocked: Person, bob: Person) -> None:
    text = stocked.get("/api/shelf/csv").content.decode()
    assert bob.post("/api/shelf/csv", {"text": text}).status_code == 200
    assert [i["item"] for i in items(bob)] == [i["item"] for i in items(stocked)]
    broken = text.replace("packing", "x").replace("laminate_38um", "moonbeam")
    answer = bob.post("/api/shelf/csv", {"text": broken})
    assert answer.status_code == 422
    assert "Line 3" in answer.json()["message"]
    assert len(items(bob)) == 3, "none of a bad list is taken"


def test_what_goes_in_the_field_box_is_ticked_and_nothing_else_changes(stocked: Person, bob: Person) -> None:
    line = items(stocked)[0]
    path = f"/api/shelf/{line['id']}/box"
    assert bob.put(path, {"in_box": True}).status_code == 404
    # another tab has changed how many there are meanwhile
    stocked.put(f"/api/shelf/{line['id']}", {**line["item"], "count": 9})
    assert stocked.put(path, {"in_box": True}).json()["item"] == {**line["item"], "count": 9, "in_box": True}
    assert [i["item"]["in_box"] for i in items(stocked)] == [True, False, False]
    assert "in_box" in stocked.get("/api/shelf/csv").content.decode().partition("\r\n")[0]
    typed = stocked.post("/api/shelf/label", {"text": "hot melt 500 g, 2 sticks, in the field box"}).json()
    assert (typed["item"]["in_box"], typed["item"]["count"]) == (True, 2)


def test_nobody_else_sees_or_changes_it(stocked: Person, bob: Person) -> None:
    first = items(stocked)[0]
    assert items(bob) == []
    assert bob.delete(f"/api/shelf/{first['id']}").status_code == 404
    assert bob.put(f"/api/shelf/{first['id']}", first["item"]).status_code == 404


def test_a_changed_item_is_checked_at_its_field(stocked: Person) -> None:
    tube = next(i for i in items(stocked) if i["item"]["form"] == "tube")
    answer = stocked.put(f"/api/shelf/{tube['id']}", {**tube["item"], "bore_mm": 9.0})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == "bore_mm"
    assert stocked.put(f"/api/shelf/{tube['id']}", {**tube["item"], "count": 5}).json()["item"]["count"] == 5


def test_what_a_scheme_needs_is_set_against_the_shelf(stocked: Person, file: dict[str, Any]) -> None:
    airframe_id, file = saved(stocked, file)
    question = {"airframe": file["airframe"], "scheme": file["schemes"][0], "airframe_id": airframe_id}
    got = stocked.post("/api/shelf/check", question).json()
    assert [n["status"] for n in got["check"]["lines"]] == ["there"] * 3
    assert got["check"]["prices"]["tube"] > 0.8 * 6
    file["schemes"][0]["pieces"][0]["y_to_mm"] = 590.0
    question["scheme"] = file["schemes"][0]
    too_long = stocked.post("/api/shelf/check", question).json()["check"]["lines"][0]
    assert too_long["status"] == "too short"
    assert "a rod glued inside" in too_long["says"]


def test_reserving_keeps_it_from_others_until_built(stocked: Person, file: dict[str, Any]) -> None:
    first, file = saved(stocked, file)
    asked = {"airframe_id": first, "scheme_id": "scheme"}
    assert stocked.post("/api/shelf/reserve", asked).json()["reserved"]
    tube = next(i for i in items(stocked) if i["item"]["form"] == "tube")
    assert tube["reserved"] == [{"airframe_id": first, "airframe": "Knot", "scheme_id": "scheme", "scheme": "Scheme"}]
    assert stocked.delete(f"/api/shelf/{tube['id']}").status_code == 422
    # three tubes: the first has one, two more wings can be had, a fourth cannot
    for name, status in (("Ruff", 200), ("Stint", 200), ("Godwit", 422)):
        file["airframe"]["name"] = name
        other, _ = saved(stocked, file)
        answer = stocked.post("/api/shelf/reserve", {"airframe_id": other, "scheme_id": "scheme"})
        assert answer.status_code == status, name
    assert "Not enough" in answer.json()["message"]
    # built: the tube is cut, its offcut kept
    assert stocked.post("/api/shelf/use", asked).status_code == 200
    tubes = [i["item"] for i in items(stocked) if i["item"]["form"] == "tube"]
    assert sorted((t["count"], round(t["length_mm"])) for t in tubes) == [(1, 199), (2, 1000)]
    assert stocked.post("/api/shelf/use", asked).status_code == 422


def test_a_reservation_let_go_is_free_again(stocked: Person, file: dict[str, Any]) -> None:
    airframe_id, _ = saved(stocked, file)
    asked = {"airframe_id": airframe_id, "scheme_id": "scheme"}
    stocked.post("/api/shelf/reserve", asked)
    assert stocked.post("/api/shelf/let-go", asked).status_code == 204
    assert all(not i["reserved"] for i in items(stocked))


def test_a_scheme_of_another_workshop_cannot_be_reserved(stocked: Person, bob: Person, file: dict[str, Any]) -> None:
    airframe_id, _ = saved(stocked, file)
    for path in ("reserve", "let-go", "use"):
        asked = {"airframe_id": airframe_id, "scheme_id": "scheme"}
        assert bob.post(f"/api/shelf/{path}", asked).status_code == 404


def test_the_sign_before_prices_is_the_workshops(stocked: Person) -> None:
    assert stocked.put("/api/shelf/money", {"money": "kr"}).json()["items"][0]["price_words"].startswith("kr")
    assert stocked.put("/api/shelf/money", {"money": ""}).status_code == 422
