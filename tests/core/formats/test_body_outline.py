"""Stations from a drawing: as long and high as it is drawn, and what is no outline told at its field."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.formats.body_outline import MAX_BYTES, read_body_outline
from fletcher_core.model import Body, BodyStation, Refused
from hypothesis import given, settings
from hypothesis import strategies as st


def svg(inside: str, head: str = "") -> str:
    size = 'width="900mm" height="200mm" viewBox="0 0 900 200"'
    return f'{head}<svg xmlns="http://www.w3.org/2000/svg" {size}>{inside}</svg>'


def polygon(*points: tuple[float, float]) -> str:
    return '<polygon points="' + " ".join(f"{x},{y}" for x, y in points) + '"/>'


SIDE = polygon((20, 100), (170, 60), (400, 62), (870, 90), (870, 120), (400, 140), (170, 140), (20, 130))


def at(stations: list[BodyStation], x: float, name: str) -> float:
    return float(np.interp(x, [s.x_mm for s in stations], [getattr(s, name) for s in stations]))


def test_a_drawing_in_mm_comes_as_it_is_drawn() -> None:
    found = read_body_outline(svg(SIDE))
    assert found[0].x_mm == 0
    assert found[-1].x_mm == pytest.approx(850.0, abs=0.2)
    # 150 mm behind the nose it reaches from 60 to 140 down
    assert at(found, 150.0, "height_mm") == pytest.approx(80.0, abs=1.5)
    assert at(found, 850.0, "height_mm") == pytest.approx(30.0, abs=1.0)
    # the tail's middle lies five under that of the wing's place
    assert at(found, 850.0, "middle_mm") - at(found, 380.0, "middle_mm") == pytest.approx(-4.0, abs=1.0)
    assert at(found, 150.0, "width_mm") == pytest.approx(2 / 3 * 80.0, abs=1.5)
    assert len(found) <= 12
    assert Body(stations=found, wing_at_mm=200.0, seat_mm=180.0).half_span_mm == pytest.approx(850.0, abs=0.2)


def test_from_above_and_so_long() -> None:
    plan = polygon((0, 20), (300, 0), (600, 20), (600, 30), (300, 60), (0, 40))
    found = read_body_outline(svg(SIDE), svg(plan), length_mm=425.0)
    assert found[-1].x_mm == pytest.approx(425.0, abs=0.2)
    assert at(found, 75.0, "height_mm") == pytest.approx(40.0, abs=1.0)
    # half as long as the drawing is, so half as high; from above scaled to the same length
    assert at(found, 212.5, "width_mm") == pytest.approx(60.0 * 425 / 600, abs=1.0)


def test_curves_are_followed_and_the_largest_shape_counts() -> None:
    ellipse = '<ellipse cx="400" cy="100" rx="300" ry="50"/><circle cx="100" cy="20" r="5"/>'
    found = read_body_outline(svg(ellipse))
    for x in (60.0, 150.0, 300.0, 480.0):
        told = 100 * np.sqrt(1 - ((x - 300) / 300) ** 2)
        assert at(found, x, "height_mm") == pytest.approx(told, abs=3.0)


@settings(max_examples=25, deadline=None)
@given(nose=st.floats(10, 60), deep=st.floats(20, 90), tail=st.floats(5, 60), long=st.floats(150, 800))
def test_a_trapezium_comes_back_as_two_straight_lines(nose: float, deep: float, tail: float, long: float) -> None:
    middle = 0.4 * long
    half = [(0, nose / 2), (middle, deep / 2), (long, tail / 2)]
    shape = polygon(*[(x, 100 - h) for x, h in half], *[(x, 100 + h) for x, h in reversed(half)])
    found = read_body_outline(svg(shape))
    for x in np.linspace(0, long, 9):
        told = max(8.0, 2 * float(np.interp(x, [0, middle, long], [h for _, h in half])))
        assert at(found, float(x), "height_mm") == pytest.approx(told, abs=1.3)


BOMB = '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>'


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("", "no SVG"),
        ("<svg", "no SVG"),
        ("<html><body/></html>", "no SVG"),
        (svg(""), "no closed shape"),
        (svg('<line x1="0" y1="0" x2="900" y2="10"/>'), "no closed shape"),
        (svg(polygon((0, 0), (1, 0), (1, 1))), "no closed shape"),
        (svg(SIDE, BOMB), "entities"),
        (svg("<text>&b;</text>", BOMB), "entities"),
        (svg(polygon((0, 0), (40, 0), (40, 40), (0, 40))), "mm long as drawn"),
        (svg('<use href="#a"/>' + SIDE), "drawn elsewhere"),
        (svg("<!--" + "x" * MAX_BYTES + "-->"), "too large"),
        (svg(polygon((0, 0), (900, 0), (900, 1900), (0, 1900))), "more than 800 mm"),
        (svg('<path d="M 0 0' + " L 9 9 L 0 9" * 900 + ' Z"/>'), "pieces of line"),
        (svg('<rect width="9" height="9"/>' * 400), "pieces of line"),
        (svg("<g>" * 5000 + "</g>" * 5000), "cannot be read"),
        (svg('<path d="M 0 0 L nan inf Z"/>'), "no closed shape"),
        (svg('<path d="M 0 0 L 1e308 1e308 L -1e308 0 Z"/>'), "no closed shape"),
    ],
)
def test_what_is_no_outline_is_told(text: str, told: str) -> None:
    with pytest.raises(Refused) as caught:
        read_body_outline(text)
    problem = caught.value.problems[0]
    assert problem.where == ("side",)
    assert told in f"{problem.what} {problem.right}"


def test_the_view_from_above_is_told_at_its_own_field() -> None:
    with pytest.raises(Refused) as caught:
        read_body_outline(svg(SIDE), "<svg/>")
    assert caught.value.problems[0].where == ("above",)
