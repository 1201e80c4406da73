"""The airframe file: its limits, its messages, its round trip."""

from __future__ import annotations

import math
from typing import Any

import pytest
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.model import Airframe, AirframeFile, explain
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme


def document(**wing: Any) -> dict[str, Any]:
    return {"name": "W", "parts": {"wing": {"panels": [{}], **wing}}}


def said(body: dict[str, Any], system: str = "metric") -> dict[str, dict[str, str]]:
    with pytest.raises(ValidationError) as caught:
        Airframe.model_validate(body)
    return {p["field"]: p for p in explain(caught.value, Airframe, system)}


def test_a_negative_chord_is_told_at_its_field_with_its_limits() -> None:
    problem = said(document(panels=[{"root_chord_mm": -5}]))["parts.wing.panels.0.root_chord_mm"]
    assert problem["label"] == "root chord"
    assert problem["what"] == "-5 mm is less than nothing."
    assert problem["right"] == "It can be from 20 mm to 1200 mm."


def test_the_same_message_comes_in_inches() -> None:
    problem = said(document(panels=[{"tip_chord_mm": 5000}]), "inch")["parts.wing.panels.0.tip_chord_mm"]
    assert problem["what"] == "196 7/8 in is too large."
    assert "47.24 in" in problem["right"]


@pytest.mark.parametrize("value", [math.nan, math.inf, -math.inf, "wide", None, [], True])
def test_what_is_no_number_is_refused(value: Any) -> None:
    assert "parts.wing.panels.0.span_mm" in said(document(panels=[{"span_mm": value}]))


def test_load_factor_zero() -> None:
    problem = said({**document(), "flight": {"load_factor": 0}})["flight.load_factor"]
    assert problem["what"] == "0 is too small."
    assert problem["right"] == "It can be from 1 to 40."


@pytest.mark.parametrize(
    ("wing", "field", "words"),
    [
        ({"aerofoil": {"kind": "naca", "code": "24x2"}}, "parts.wing.aerofoil.code", "not four digits"),
        ({"aerofoil": {"kind": "naca", "code": "2499"}}, "parts.wing.aerofoil.code", "not a wing"),
        ({"aerofoil": {"kind": "naca", "code": "2012"}}, "parts.wing.aerofoil.code", "first two digits"),
        ({"core": {"material": "epp20", "density_kg_m3": 70}}, "parts.wing.core.density_kg_m3", "not this foam"),
        ({"core": {"material": "cheese"}}, "parts.wing.core.material", "not in the list"),
        ({"panels": [{"joint": {"glue": "honey"}}]}, "parts.wing.panels.0.joint.glue", "not in the list"),
        ({"aileron": {"y_from_mm": 300, "y_to_mm": 200}}, "parts.wing.aileron.y_to_mm", "before it starts"),
        ({"aileron": {"y_from_mm": 300, "y_to_mm": 2000}}, "parts.wing.aileron.y_to_mm", "beyond the tip"),
        ({"core": {"material": "corrugated_pp_3"}}, "parts.wing.core.material", "makes a flat plate"),
        ({"core": {"material": "foamboard_light"}}, "parts.wing.core.material", "makes a flat plate"),
        ({"panels": [{"span_mm": 60}]}, "parts.wing.panels.0.span_mm", "outside what this is made for"),
        (
            {"panels": [{}, {"root_chord_mm": 120, "tip_chord_mm": 100}]},
            "parts.wing.panels.1.root_chord_mm",
            "ends with",
        ),
    ],
)
def test_what_cannot_be_is_told_at_its_field(wing: dict[str, Any], field: str, words: str) -> None:
    problem = said(document(**wing))[field]
    assert words in problem["what"]
    assert problem["right"]


def test_a_board_is_a_whole_number_of_boards_thick() -> None:
    board = {"core": {"material": "foamboard_light"}, "aerofoil": {"kind": "flat_plate", "thickness_mm": 7}}
    assert "4.9 mm" in said(document(**board))["parts.wing.aerofoil.thickness_mm"]["right"]
    board["aerofoil"]["thickness_mm"] = 9.8
    assert Airframe.model_validate(document(**board)).wing.core.material == "foamboard_light"


def test_a_skin_from_seventy_to_thirty_percent() -> None:
    with pytest.raises(ValidationError) as caught:
        Skin(id="s", x_from=0.7, x_to=0.3)
    (problem,) = explain(caught.value, Skin)
    assert problem["field"] == "x_to"
    assert "backwards" in problem["what"]
    assert "from 30 % to 70 %" in problem["right"]


@pytest.mark.parametrize(
    ("kind", "body", "field"),
    [
        (Rod, {"y_from_mm": 300, "y_to_mm": 200}, "y_to_mm"),
        (Tube, {"outer_mm": 4, "inner_mm": 4}, "inner_mm"),
        (Rod, {"material": "gold"}, "material"),
        (Rod, {"glue": "spit"}, "glue"),
        (Skin, {"x_from": 0.2, "nose_lap_mm": 10}, "nose_lap_mm"),
        (Skin, {"material": "wool"}, "material"),
        (Skin, {"layers": 9}, "layers"),
    ],
)
def test_pieces_that_cannot_be(kind: Any, body: dict[str, Any], field: str) -> None:
    with pytest.raises(ValidationError) as caught:
        kind(id="p", **body)
    assert field in {p["field"] for p in explain(caught.value, kind)}


def test_the_promise_must_leave_room_for_a_wing() -> None:
    assert "Raise the weight promise" in said({**document(), "promise_g": 500, "rest_g": 500})["rest_g"]["right"]


def test_a_file_goes_round_to_the_same_bytes() -> None:
    file = AirframeFile(airframe=make_airframe(), schemes=[make_scheme(Rod(id="r"), Skin(id="s"), Tube(id="t"))])
    text = file.model_dump_json()
    assert AirframeFile.model_validate_json(text).model_dump_json() == text


def test_pieces_and_schemes_need_their_own_ids() -> None:
    with pytest.raises(ValidationError, match="share one id"):
        make_scheme(Rod(id="r"), Rod(id="r"))
    with pytest.raises(ValidationError, match="share one id"):
        AirframeFile(airframe=make_airframe(), schemes=[make_scheme(), make_scheme()])


def test_unknown_names_are_refused() -> None:
    problems = said({**document(), "colour": "red"})
    assert problems["colour"]["right"] == "Leave it out."
