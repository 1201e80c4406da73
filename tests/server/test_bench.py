"""Answers that need no saved document, and bad input at the door."""

from __future__ import annotations

import copy
from typing import Any

import pytest
from django.test import Client

from .conftest import Person

pytestmark = pytest.mark.django_db


def question(file: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"airframe": file["airframe"], "scheme": file["schemes"][0], **more}


def test_an_unsaved_document_is_answered(ann: Person, file: dict[str, Any]) -> None:
    answer = ann.post("/api/evaluate", question(file, station_mm=100))
    assert answer.status_code == 200
    verdict = answer.json()
    assert verdict["sentence"].startswith("gives way at")
    assert verdict["drawing"]["slice"]["y_mm"] == pytest.approx(100, abs=6)
    assert verdict["cases"][0]["id"] == "pull_up"
    assert ann.get("/api/airframes").json()["airframes"] == []


def test_why_ends_in_the_very_figure_that_was_told(ann: Person, file: dict[str, Any]) -> None:
    verdict = ann.post("/api/evaluate", question(file)).json()
    told = ann.post("/api/why", question(file, figure="break")).json()
    steps = {s["label"]: s for s in told["steps"]}
    assert steps["Gives way at"]["number"] == verdict["breaks"]["n"]["value"]
    assert told["spread"] == verdict["breaks"]["n"]
    missing = ann.post("/api/why", question(file, figure="mode:{nothing}"))
    assert missing.status_code == 422
    assert "no figure" in missing.json()["message"]


def test_a_slice_for_a_moving_station_line(ann: Person, file: dict[str, Any]) -> None:
    cut = ann.post("/api/slice", question(file, station_mm=300)).json()
    assert cut["chord_mm"] == pytest.approx(200)


def test_words_come_in_the_persons_units(ann: Person, file: dict[str, Any]) -> None:
    ann.put("/api/session/units", {"units": "inch"})
    assert "6 mm (0.236 in)" in ann.post("/api/evaluate", question(file)).json()["ledger"][0]["label"]


BAD: list[tuple[str, list[Any], Any, str, str]] = [
    (
        "negative chord",
        ["airframe", "parts", "wing", "panels", 0, "root_chord_mm"],
        -20,
        "root_chord_mm",
        "less than nothing",
    ),
    (
        "tip wider than any board",
        ["airframe", "parts", "wing", "panels", 0, "tip_chord_mm"],
        4000,
        "tip_chord_mm",
        "too large",
    ),
    ("no load factor", ["airframe", "flight", "load_factor"], 0, "load_factor", "too small"),
    ("spar too thick", ["scheme", "pieces", 0, "outer_mm"], 40, "pieces.0.outer_mm", "but the wing is only"),
    ("spar out of the outline", ["scheme", "pieces", 0, "chord_from"], 1.0, "pieces.0.chord_from", "trailing edge"),
    ("spar beyond the tip", ["scheme", "pieces", 0, "y_to_mm"], 900, "pieces.0.y_to_mm", "beyond the tip"),
    ("skin backwards", ["scheme", "pieces", 1, "x_from"], 1.0, "pieces.1.x_to", "backwards"),
    ("text for a number", ["scheme", "pieces", 0, "outer_mm"], "thick", "pieces.0.outer_mm", "not a number"),
    ("nothing for a number", ["airframe", "promise_g"], None, "promise_g", "not a number"),
    ("an infinite speed", ["airframe", "flight", "speed_m_s"], float("inf"), "speed_m_s", "far too large"),
    ("an unknown kind", ["scheme", "pieces", 0, "kind"], "spring", "pieces.0", ""),
    ("too many pieces", ["scheme", "pieces"], [{}] * 41, "pieces", ""),
]


@pytest.mark.parametrize(("path", "value", "field", "words"), [b[1:] for b in BAD], ids=[b[0] for b in BAD])
def test_bad_input_is_told_at_its_field(
    ann: Person, file: dict[str, Any], path: list[Any], value: Any, field: str, words: str
) -> None:
    body = copy.deepcopy(question(file))
    node = body
    for key in path[:-1]:
        node = node[key]
    node[path[-1]] = value
    answer = ann.post("/api/evaluate", body)
    assert answer.status_code == 422
    problems = answer.json()["problems"]
    hit = next(p for p in problems if field in p["field"])
    assert words in hit["what"]
    assert answer.json()["message"]


def test_measures_are_read_and_misread(ann: Person) -> None:
    assert ann.get("/api/measure", text="3/16 in", kind="length").json()["value"] == pytest.approx(4.7625)
    wrong = ann.get("/api/measure", text="{x} furlongs", kind="length")
    assert wrong.status_code == 422
    assert "type it as" in wrong.json()["problems"][0]["what"]
    assert ann.get("/api/measure", text="1", kind="taste").status_code == 422
    assert ann.get("/api/measure", text="1").status_code == 422


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("just some\nwords", "text, not points"),
        ("x\n0.5 nan", "a number that is none"),
        ("x\n0.5 0.1", "only 1 point"),
        ("x\n" + "0.5 0.1\n" * 50_000, "50000 points"),
        ("0.50000 0.1\n" * 150_000, "MB long"),
    ],
)
def test_coordinate_files_that_are_none(ann: Person, text: str, words: str) -> None:
    answer = ann.post("/api/aerofoil", {"text": text})
    assert answer.status_code == 422
    assert words in answer.json()["problems"][0]["what"]
    assert answer.json()["problems"][0]["right"]


OUTLINE = '<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="200mm" viewBox="0 0 900 200">{}</svg>'


def test_a_body_is_read_from_a_drawing(ann: Person) -> None:
    shape = '<path d="M 20 100 L 170 60 C 300 55 500 70 870 90 L 870 120 L 400 140 L 20 130 Z"/>'
    stations = ann.post("/api/body-outline", {"side": OUTLINE.format(shape)}).json()
    assert stations[-1]["x_mm"] == pytest.approx(850, abs=1)
    assert 2 <= len(stations) <= 12
    told = ann.post("/api/body-outline", {"side": OUTLINE.format(""), "length_mm": 800})
    assert told.status_code == 422
    assert "closed shape" in told.json()["problems"][0]["what"]
    for bad in (
        {"side": 5},
        {},
        {"side": "x" * 500_000},
        {"side": OUTLINE, "length_mm": 1e9},
        {"side": "", "roundness": -1},
    ):
        assert ann.post("/api/body-outline", bad).status_code == 422


def test_a_request_beyond_all_measure_is_told(ann: Person) -> None:
    answer = ann.post("/api/aerofoil", raw=b'{"text": "' + b"1" * 3_000_000 + b'"}')
    assert answer.status_code == 413
    assert "2 MB" in answer.json()["message"]


def test_a_good_file_is_read_and_flown(ann: Person, file: dict[str, Any]) -> None:
    from fletcher_core.geometry import naca_four_digit

    xu, zu, xl, zl = naca_four_digit("4412", 40)
    loop = [*zip(xu[::-1], zu[::-1], strict=True), *zip(xl[1:], zl[1:], strict=True)]
    read = ann.post("/api/aerofoil", {"name": "own", "text": "\n".join(f"{x:.5f} {z:.5f}" for x, z in loop)}).json()
    assert read["name"] == "own"
    file["airframe"]["parts"]["wing"]["aerofoil"] = read
    assert ann.post("/api/evaluate", question(file)).status_code == 200


def test_the_catalogue_carries_figures_sources_and_limits(ann: Person) -> None:
    cat = ann.get("/api/catalogue").json()
    film = next(s for s in cat["skin"] if s["id"] == "laminate_38um")
    assert film["figures"]["Et_along"] == [60, 85, 110]
    assert "handbook" in film["basis"]
    assert cat["limits"]["rod"]["diameter_mm"] == {
        "label": "diameter", "quantity": "size", "minimum": 0.3, "maximum": 40.0, "default": 3.0,
    }  # fmt: skip
    assert len(cat["presets"]) == 7


def test_suggestions_fit_and_starting_values_are_ready(ann: Person) -> None:
    file = ann.get("/api/start", use="glider").json()
    assert file["airframe"]["flight"]["use"] == "glider"
    assert ann.get("/api/start", use="rocket").status_code == 422
    pair = ann.post("/api/suggest", {**question(file), "kind": "rod_pair"}).json()
    assert [p["level"] for p in pair] == ["top", "bottom"]
    file["schemes"][0]["pieces"] = pair
    assert ann.post("/api/evaluate", question(file)).status_code == 200


def test_one_page_for_every_address_and_nothing_from_elsewhere() -> None:
    page = Client().get("/airframe/7")
    assert page.status_code == 200
    assert b'id="root"' in page.content
    assert "default-src 'self'" in page.headers["Content-Security-Policy"]
    assert Client().get("/api/nothing").status_code == 404


def test_measures_follow_the_persons_units_and_a_part_of_the_whole(ann: Person) -> None:
    def shown(text: str, kind: str, **more: Any) -> str:
        answer = ann.get("/api/measure", text=text, kind=kind, **more)
        assert answer.status_code == 200, answer.json()
        return str(answer.json()["shown"])

    assert shown("60 %", "length", whole=500.0) == "300 mm"
    assert ann.put("/api/session/units", {"units": "mixed"}).json()["units"] == "mixed"
    assert shown("3", "size") == "3 mm"
    assert shown("2.7", "length") == "2.7 in"
    assert shown("68", "temperature") == "68 °F"
    refused = ann.get("/api/measure", text="60 %", kind="length")
    assert refused.status_code == 422
    assert "of what is not known" in refused.json()["message"]


def test_workings_come_in_the_persons_units(ann: Person, file: dict[str, Any]) -> None:
    metric = ann.post("/api/why", question(file, figure="EI", station_mm=100)).json()
    ann.put("/api/session/units", {"units": "inch"})
    inch = ann.post("/api/why", question(file, figure="EI", station_mm=100)).json()
    own = next(s for s in metric["steps"] if s["label"].startswith("EI, "))
    same = next(s for s in inch["steps"] if s["label"] == own["label"])
    assert same["value"].endswith(" lb in²")
    assert same["number"] == own["number"]
    assert any(s["value"].endswith(" psi") for s in inch["inputs"])
    assert not any(s["value"].endswith((" MPa", " mm", " g")) for s in inch["steps"] + inch["inputs"])
