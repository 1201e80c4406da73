"""Stations from a drawing: as long and high as it is drawn, and what is no outline told at its field."""

from __future__ import annotations

import io

import ezdxf
import numpy as np
import pytest
from fletcher_core.formats.body_outline import MAX_BYTES, read_body_outline
from fletcher_core.formats.dxf_shapes import MAX_ENTITIES
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


def dxf(*entities: tuple[str, dict[str, object]], unit: int = 4) -> str:
    """As a drawing program writes it; 4 is mm, 1 inches."""
    document = ezdxf.new(units=unit)
    space = document.modelspace()
    for kind, told in entities:
        getattr(space, f"add_{kind}")(**told)
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


CORNERS = [(20, 100), (170, 140), (400, 138), (870, 110), (870, 80), (400, 60), (170, 60), (20, 70)]


def test_a_dxf_says_what_the_same_svg_says() -> None:
    """Its y runs up; one closed line, the same as loose lines in any order and sense, and in inches."""
    told = [s.model_dump() for s in read_body_outline(svg(SIDE))]
    closed = dxf(("lwpolyline", {"points": CORNERS, "close": True}))
    sides = list(zip(CORNERS, [*CORNERS[1:], CORNERS[0]], strict=True))
    turned = [(b, a) if k % 2 else (a, b) for k, (a, b) in enumerate(sides)]
    loose = dxf(*(("line", {"start": a, "end": b}) for a, b in turned[::3] + turned[1::3] + turned[2::3]))
    inch = dxf(("lwpolyline", {"points": [(x / 25.4, y / 25.4) for x, y in CORNERS], "close": True}), unit=1)
    for text in (closed, loose, inch):
        got = read_body_outline(text)
        assert [s.x_mm for s in got] == pytest.approx([s["x_mm"] for s in told], abs=0.2)
        assert [s.height_mm for s in got] == pytest.approx([s["height_mm"] for s in told], abs=0.2)
        assert [s.middle_mm for s in got] == pytest.approx([s["middle_mm"] for s in told], abs=0.2)


def test_curves_of_a_dxf_are_followed() -> None:
    ellipse = dxf(("ellipse", {"center": (400, 100), "major_axis": (300, 0), "ratio": 1 / 6}))
    found = read_body_outline(ellipse)
    for x in (60.0, 150.0, 300.0, 480.0):
        assert at(found, x, "height_mm") == pytest.approx(100 * np.sqrt(1 - ((x - 300) / 300) ** 2), abs=3.0)


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("0\nSECTION\n2\nnothing", "no SVG or DXF"), ("0\n" * 5000, "no SVG or DXF"), ("999", "no SVG or DXF"),
        (dxf(("line", {"start": (0, 0), "end": (500, 0)})), "no closed shape"),
        (dxf(("text", {"text": "nothing drawn"})), "no closed shape"),
        (dxf(("circle", {"center": (1e9, 0), "radius": 1e9})), "no closed shape"),
        (dxf(*(("circle", {"center": (k, 0), "radius": 1}) for k in range(MAX_ENTITIES + 1))), "more than"),
    ],
)  # fmt: skip
def test_what_is_no_outline_in_a_dxf_is_told(text: str, said: str) -> None:
    with pytest.raises(Refused, match=said):
        read_body_outline(text)


def test_a_block_that_holds_itself_many_times_is_not_followed() -> None:
    document = ezdxf.new(units=4)
    for k in range(8):
        block = document.blocks.new(f"b{k}")
        for _ in range(20):
            block.add_blockref(f"b{k + 1}", (0, 0)) if k < 7 else block.add_circle((0, 0), 50)
    document.modelspace().add_blockref("b0", (0, 0))
    out = io.StringIO()
    document.write(out)
    with pytest.raises(Refused, match="no closed shape"):
        read_body_outline(out.getvalue())
