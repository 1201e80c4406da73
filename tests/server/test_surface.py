"""Control surfaces over HTTP: judged, hinges ranked, drawn as they swing, a gauge that is true to scale."""

from __future__ import annotations

import math
import re
from typing import Any

import pytest

from tests.conftest import make_airframe

from .conftest import Person

SURFACE = {"length_mm": 250, "wing_chord_mm": 180, "chord_mm": 40, "depth_mm": 8, "throw_deg": 25}


def judged(person: Person, surface: dict[str, Any] | None = None, **more: Any) -> dict[str, Any]:
    answer = person.post("/api/surface", {"surface": {**SURFACE, **(surface or {})}, **more})
    assert answer.status_code == 200, answer.content
    found: dict[str, Any] = answer.json()
    return found


def test_a_surface_is_judged_and_the_best_hinge_is_drawn(ann: Person) -> None:
    got = judged(ann)
    assert got["verdict"]["servo_reserve"]["value"] > 1
    assert got["hinges"][0]["reasons"] == []
    assert got["swung"]["hinge"] == got["hinges"][0]["hinge"]
    assert len(got["swung"]["polygons"]) == 2


def test_it_swings_no_farther_than_it_may(ann: Person) -> None:
    got = judged(ann, hinge="tape_bevel", at_deg=80)["swung"]
    assert got["at_deg"] == got["throw"]["down"] == 27
    level, down = (judged(ann, hinge="tape_bevel", at_deg=a)["swung"]["polygons"][1] for a in (0, 25))
    tail = [max(p, key=lambda q: q[0]) for p in (level, down)]
    assert tail[1][1] < tail[0][1] - 10


def test_white_board_keeps_solvent_out(ann: Person) -> None:
    told = {h["hinge"]: h for h in judged(ann, {"made": "xps33"})["hinges"]}
    assert any("solvent" in r for r in told["rubbery"]["reasons"])


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"surface": {**SURFACE, "throw_deg": 90}}, "surface.throw_deg"),
        ({"surface": {**SURFACE, "made": "cheese"}}, "surface.made"),
        ({"surface": {**SURFACE, "chord_mm": 175}}, "surface.chord_mm"),
        ({"surface": SURFACE, "hinge": "door"}, "hinge"),
        ({"surface": SURFACE, "keeps": "for ever"}, "keeps"),
    ],
)
def test_bad_input_is_told_at_its_field(ann: Person, body: dict[str, Any], field: str) -> None:
    answer = ann.post("/api/surface", body)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"] == field


def test_the_gauge_has_its_angle_at_one_to_one(ann: Person) -> None:
    answer = ann.post("/api/surface/gauge", {"bevel_deg": 27, "depth_mm": 8})
    assert answer["Content-Type"] == "image/svg+xml"
    text = answer.content.decode()
    width = float(re.search(r'width="([\d.]+)mm"', text)[1])  # type: ignore[index]
    box = [float(v) for v in re.search(r'viewBox="([^"]+)"', text)[1].split()]  # type: ignore[index]
    assert width == pytest.approx(box[2]), "one unit of the drawing is one millimetre of paper"
    points = [tuple(map(float, p.split(","))) for p in re.search(r'points="([^"]+)"', text)[1].split()]  # type: ignore[index]
    (_, top), (_, bottom), (foot, _) = points
    assert math.degrees(math.atan2(foot, bottom - top)) == pytest.approx(27, abs=0.02)
    assert ann.post("/api/surface/gauge", {"bevel_deg": 0, "depth_mm": 8}).status_code == 422


def on_wing(person: Person, surface: dict[str, Any] | None, which: str = "aileron", **more: Any) -> Any:
    airframe = make_airframe().model_dump(mode="json")
    airframe["parts"]["wing"][which] = surface
    return person.post("/api/surface/wing", {"airframe": airframe, "which": which, **more})


def test_a_surface_of_a_wing_has_its_sizes_from_the_wing(ann: Person) -> None:
    got = on_wing(ann, {"y_from_mm": 200, "y_to_mm": 450, "hinge": "pinned"}, wing_hz=[5, 9]).json()
    assert got["question"]["length_mm"] == 250
    assert got["swung"]["hinge"] == "pinned"
    assert got["verdict"]["shakes"]["wing_hz"] == 9
    assert set(got["verdict"]["workings"]) == {"moment", "servo", "twist", "lost", "grams", "shakes"}


def test_a_wing_without_one_and_one_beyond_the_tip_are_told(ann: Person) -> None:
    none = on_wing(ann, None, "flap")
    assert none.status_code == 422
    assert "no flap" in none.json()["problems"][0]["what"]
    beyond = on_wing(ann, {"y_from_mm": 200, "y_to_mm": 900})
    assert beyond.json()["problems"][0]["field"] == "airframe.parts.wing.aileron.y_to_mm"
    assert on_wing(ann, {"hinge": "door"}).json()["problems"][0]["field"] == "airframe.parts.wing.aileron.hinge"
