"""A folded wing at the door of the API: a section of another kind, its flat pattern, and what is refused where."""

from __future__ import annotations

from typing import Any

import pytest

from .conftest import Person

pytestmark = pytest.mark.django_db


def as_folded(ann: Person, file: dict[str, Any]) -> dict[str, Any]:
    """The file with its wing folded in usual sizes, and nothing in it."""
    asked = {"airframe": file["airframe"], "part": "wing", "kind": "folded"}
    made = ann.post("/api/start/section", asked)
    assert made.status_code == 200, made.content
    file["airframe"]["parts"]["wing"].update(made.json())
    file["schemes"] = [{**s, "pieces": []} for s in file["schemes"] if s.get("part", "wing") == "wing"]
    return file


def test_another_section_brings_a_board_with_it(ann: Person, file: dict[str, Any]) -> None:
    folded = as_folded(ann, file)
    wing = folded["airframe"]["parts"]["wing"]
    assert wing["aerofoil"]["kind"] == "folded"
    assert wing["core"]["material"] == "foamboard_light"
    answer = ann.post("/api/evaluate", {"airframe": folded["airframe"], "scheme": folded["schemes"][0]})
    assert answer.status_code == 200, answer.content
    drawn = answer.json()["drawing"]["slice"]
    assert len(drawn["inside"]) > 20
    back = ann.post("/api/start/section", {"airframe": folded["airframe"], "part": "wing", "kind": "naca"}).json()
    assert back["aerofoil"]["kind"] == "naca"
    assert "foamboard" not in back["core"]["material"]


def test_the_flat_pattern_is_taken_away_in_ones_units(ann: Person, file: dict[str, Any]) -> None:
    folded = as_folded(ann, file)
    wanted = {"file": folded, "scheme_id": folded["schemes"][0]["id"], "what": "pattern"}
    answer = ann.post("/api/take-away", wanted)
    assert answer.status_code == 200
    assert answer["Content-Type"] == "image/svg+xml"
    text = answer.content.decode()
    assert "nose: fold here" in text
    assert "front crease" in text
    assert "100 mm of the part" in text
    ann.put("/api/session/units", {"units": "inch"})
    assert "4 in of the part" in ann.post("/api/take-away", wanted).content.decode()


def test_what_is_not_folded_has_no_pattern(ann: Person, file: dict[str, Any]) -> None:
    answer = ann.post("/api/take-away", {"file": file, "scheme_id": file["schemes"][0]["id"], "what": "pattern"})
    assert answer.status_code == 422
    assert "not folded" in answer.content.decode()


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"height_mm": 11}, "height_mm", "leaves no room"),
        ({"crease_mm": 300}, "crease_mm", "rear crease"),
        ({"height_mm": -3}, "height_mm", "less than nothing"),
        ({"flat_mm": "wide"}, "flat_mm", "number"),
        ({"nose": "pointed"}, "nose", ""),
        ({"fold_back_mm": 1e9}, "fold_back_mm", "far too large"),
    ],
)
def test_bad_input_is_told_at_its_field(
    ann: Person, file: dict[str, Any], change: dict[str, Any], field: str, words: str
) -> None:
    folded = as_folded(ann, file)
    folded["airframe"]["parts"]["wing"]["aerofoil"].update(change)
    answer = ann.post("/api/evaluate", {"airframe": folded["airframe"], "scheme": folded["schemes"][0]})
    assert answer.status_code == 422
    problem = answer.json()["problems"][0]
    assert problem["field"].endswith(f"aerofoil.{field}")
    assert words in f"{problem['what']} {problem['right']}"


def test_a_spar_beyond_the_creases_is_told_where_it_stands(ann: Person, file: dict[str, Any]) -> None:
    folded = as_folded(ann, file)
    box = {"kind": "box", "id": "b", "width_mm": 25, "chord_from": 0.9, "chord_to": 0.9, "y_to_mm": 200}
    scheme = {**folded["schemes"][0], "pieces": [box]}
    answer = ann.post("/api/evaluate", {"airframe": folded["airframe"], "scheme": scheme})
    assert answer.status_code == 422
    problem = answer.json()["problems"][0]
    assert "chord_from" in problem["field"]
    assert "between the creases" in problem["right"]


def test_a_kind_that_there_is_not_is_refused(ann: Person, file: dict[str, Any]) -> None:
    for kind in ("origami", "coordinates", "", None):
        asked = {"airframe": file["airframe"], "part": "wing", "kind": kind}
        assert ann.post("/api/start/section", asked).status_code == 422
    for part in ("tailplane", "float"):
        asked = {"airframe": file["airframe"], "part": part, "kind": "folded"}
        assert ann.post("/api/start/section", asked).status_code in (200, 422)
