"""Measures as people type and read them."""

from __future__ import annotations

import contextlib
import math

import pytest
from fletcher_core.units import Measure, MeasureError, in_system, parse, sentence_in, show, show_bound
from hypothesis import given
from hypothesis import strategies as st


@pytest.mark.parametrize(
    ("text", "kind", "expected"),
    [
        ("3/16 in", "length", 4.7625),
        ('1 1/2"', "length", 38.1),
        ("1-1/2 in", "length", 38.1),
        ("230", "length", 230.0),
        ("23 cm", "length", 230.0),
        ("23,5 cm", "length", 235.0),
        ("1.2 m", "length", 1200.0),
        ("4' 3 1/2\"", "length", 1308.1),
        ("4 ft, 3 in", "length", 1295.4),
        ("-20 mm", "length", -20.0),
        ("2 lb 6 oz", "mass", 1077.281878),
        ("0.85 kg", "mass", 850.0),
        ("50 km/h", "speed", 13.8888889),
        ("2 lb/ft3", "density", 32.0369267),
        ("30 g/l", "density", 30.0),
        ("30 %", "percent", 0.3),
        ("30", "percent", 0.3),
        ("6 g", "number", 6.0),
        ("3°", "angle", 3.0),
    ],
)
def test_reads_measures_as_spoken(text: str, kind: str, expected: float) -> None:
    assert parse(text, kind) == pytest.approx(expected, rel=1e-7)


def test_bare_numbers_follow_the_persons_units() -> None:
    assert parse("2", "length", "inch") == pytest.approx(50.8)
    assert parse("2", "length", "metric") == pytest.approx(2.0)
    assert parse("2", "mass", "inch") == pytest.approx(56.699, rel=1e-4)


@pytest.mark.parametrize(
    ("text", "kind", "said"),
    [
        ("", "length", "nothing is typed"),
        ("abc", "length", "cannot be read"),
        ("nan", "length", "cannot be read"),
        ("12 12", "length", "two numbers side by side"),
        ("5 mm 3", "length", "lacks a unit"),
        ("5 mm 3 mm", "length", "one unit twice"),
        ("23 kg", "length", "does not measure a length"),
        ("4 cm", "number", "does not measure a number"),
        ("3/0 in", "length", "divides by zero"),
        ("1e400", "length", "too large"),
        ("7 parsecs", "length", "not a unit known here"),
    ],
)
def test_says_what_is_wrong_and_what_would_be_right(text: str, kind: str, said: str) -> None:
    with pytest.raises(MeasureError, match=said) as caught:
        parse(text, kind)
    if text:
        assert "type it as" in str(caught.value)


@pytest.mark.parametrize(
    ("value", "kind", "system", "shown"),
    [
        (4.7625, "length", "inch", "3/16 in"),
        (38.1, "length", "inch", "1 1/2 in"),
        (230.0, "length", "metric", "230 mm"),
        (4.76, "length", "metric", "4.76 mm"),
        (1077.2819, "mass", "inch", "2 lb 6 oz"),
        (453.59237, "mass", "inch", "1 lb"),
        (100.0, "mass", "metric", "100 g"),
        (0.3, "percent", "metric", "30 %"),
        (20.0, "angle", "metric", "20°"),
    ],
)
def test_writes_as_that_builder_reads(value: float, kind: str, system: str, shown: str) -> None:
    assert show(value, kind, system) == shown
    assert Measure(value, kind).text(system) == shown


@pytest.mark.parametrize(
    ("mm", "shown", "said"),
    [
        (3.0, "3 mm", "3 mm (0.118 in)"),  # a rod that is sold in mm
        (0.5, "0.5 mm", "0.5 mm (0.02 in)"),
        (68.58, "2.7 in", "2.7 in"),  # typed so
        (3.175, "1/8 in", "1/8 in"),
        (12.7, "1/2 in", "1/2 in"),
        (1194.197, "47 in", "47 in"),  # worked out: no place is known to 1/64 in
        (313.271, "12 5/16 in", "12 5/16 in"),
        (1300.0, "51 3/16 in", "51 3/16 in"),
        (0.0, "0 in", "0 in"),
    ],
)
def test_what_was_meant_is_what_is_shown_in_inches(mm: float, shown: str, said: str) -> None:
    assert show(mm, "size", "inch") == shown
    assert Measure(mm, "size").text("inch") == said


def test_a_place_is_never_told_in_mm_to_who_reads_inches() -> None:
    assert show(25.0, "length", "inch") == "63/64 in"
    assert Measure(300.0).text("mixed") == "11 13/16 in"


@given(st.floats(0.5, 2000.0))
def test_a_length_written_and_read_back_is_the_same_to_what_is_written(mm: float) -> None:
    assert parse(show(mm, "length", "metric"), "length") == pytest.approx(mm, abs=0.051)
    assert parse(show(mm, "length", "inch"), "length", "inch") == pytest.approx(mm, abs=0.21 if mm < 25.4 else 0.8)


@given(st.floats(0.3, 3000.0), st.booleans())
def test_a_bound_that_is_told_is_itself_allowed(mm: float, most: bool) -> None:
    read = parse(show_bound(mm, "length", "inch", most=most), "length", "inch")
    assert read <= mm * (1 + 1e-6) if most else read >= mm * (1 - 1e-6)
    assert read == pytest.approx(mm, abs=0.26)


@given(st.integers(1, 4000), st.sampled_from([64, 100]))
def test_what_was_typed_in_inches_comes_back_as_typed(count: int, parts: int) -> None:
    mm = count / parts * 25.4
    assert parse(show(mm, "length", "inch"), "length", "inch") == pytest.approx(mm, abs=1e-6)


@given(st.text(max_size=30))
def test_no_text_breaks_the_reader(text: str) -> None:
    for kind in ("length", "mass", "number"):
        with contextlib.suppress(MeasureError):  # nothing else may come out, and no number that is none
            assert math.isfinite(parse(text, kind))


@pytest.mark.parametrize(
    ("text", "kind", "system", "expected"),
    [
        ("68 F", "temperature", "metric", 20.0),
        ("68", "temperature", "inch", 20.0),
        ("-4 °F", "temperature", "metric", -20.0),
        ("20", "temperature", "metric", 20.0),
        ("3 sq in", "area", "metric", 19.3548),
        ("3", "area", "inch", 19.3548),
        ("1.4 oz/ft2", "area_mass", "metric", 427.21242),
        ("2 oz/sq ft", "area_mass", "inch", 610.30345),
        ("30 mph", "speed", "metric", 13.4112),
        ("1.2 kg cm", "torque", "metric", 117.6798),
        ("17 oz-in", "torque", "metric", 120.0464),
        ("4.5 lb", "force", "metric", 20.0170),
        ("500 g", "force", "metric", 4.903325),
        ("3", "size", "mixed", 3.0),
        ("3", "length", "mixed", 76.2),
        ("5 ft 6 in", "length", "metric", 1676.4),
    ],
)
def test_reads_the_units_that_people_use(text: str, kind: str, system: str, expected: float) -> None:
    assert parse(text, kind, system) == pytest.approx(expected, rel=1e-6)


def test_a_part_of_the_whole_is_a_length_where_the_whole_is_known() -> None:
    assert parse("60 %", "length", "metric", 500.0) == pytest.approx(300.0)
    assert parse("12.5%", "length", "inch", 400.0) == pytest.approx(50.0)
    with pytest.raises(MeasureError, match="of what is not known"):
        parse("60 %", "length")


@pytest.mark.parametrize(
    ("text", "kind"),
    [("20 C", "length"), ("3 mm", "temperature"), ("3 lb", "area"), ("20 C 3 C", "temperature"), ("4 N", "number"),
     ("5 kg/m3", "torque"), ("3 deg", "speed")],
)  # fmt: skip
def test_a_unit_of_something_else_is_told(text: str, kind: str) -> None:
    with pytest.raises(MeasureError, match=r"does not measure|cannot be read|names one unit twice"):
        parse(text, kind)


@pytest.mark.parametrize(
    ("value", "kind", "system", "shown"),
    [
        (20.0, "temperature", "inch", "68 °F"),
        (20.0, "temperature", "metric", "20 °C"),
        (19.3548, "area", "inch", "3 sq in"),
        (120.0, "torque", "inch", "17 oz in"),
        (20.0, "force", "mixed", "4.5 lb"),
        (3.0, "size", "mixed", "3 mm"),
        (25.4, "size", "mixed", "25.4 mm"),
        (25.4, "length", "mixed", "1 in"),
    ],
)
def test_writes_them_in_the_units_of_whoever_reads(value: float, kind: str, system: str, shown: str) -> None:
    assert show(value, kind, system) == shown


@given(
    st.sampled_from(["length", "size", "mass", "speed", "density", "area_mass", "area", "torque", "force"]),
    st.sampled_from(["metric", "inch", "mixed"]), st.floats(30.0, 900.0),
)  # fmt: skip
def test_what_is_written_is_read_back(kind: str, system: str, value: float) -> None:
    assert parse(show(value, kind, system), kind, system) == pytest.approx(value, rel=0.03)


@pytest.mark.parametrize(
    ("unit", "value", "told", "expected"),
    [
        ("mm from the nose", 25.4, "in from the nose", 1.0),
        ("MPa", 1.0, "psi", 145.0377),
        ("N mm²", 1e6, "lb in²", 348.4516),
        ("°C", 100.0, "°F", 212.0),
        ("G", 3.0, "G", 3.0),
        ("Hz", 3.0, "Hz", 3.0),
    ],
)
def test_figures_of_a_working_in_pounds_and_inches(unit: str, value: float, told: str, expected: float) -> None:
    found, said = in_system(value, unit, "inch")
    assert said == told
    assert found == pytest.approx(expected, rel=1e-5)
    assert in_system(value, unit, "metric") == (value, unit)


@pytest.mark.parametrize(
    ("said", "told"),
    [
        ("A sharp upward gust of 5 m/s at 18 m/s.", "A sharp upward gust of 11 mph at 40 mph."),
        ("It softens from 40 °C.", "It softens from 104 °F."),
        ("scheme “6 mm tube” (tube: 6 mm → 8 mm)", "scheme “6 mm tube” (tube: 0.24 in → 0.31 in)"),
        ("Prick a smooth face every 10 mm: it keys.", "Prick a smooth face every 0.39 in: it keys."),
        ("2 m/s of sink stopped in 25 mm of foam.", "4.5 mph of sink stopped in 0.98 in of foam."),
        ("from rest over 1 m of arm is 6 G", "from rest over 3.3 ft of arm is 6 G"),
        ("a 3 mm (0.118 in) rod", "a 3 mm (0.118 in) rod"),
        ("Bead foam, EPP 20 kg/m³", "Bead foam, EPP 20 kg/m³"),
    ],
)
def test_sentences_of_ours_in_inches(said: str, told: str) -> None:
    assert sentence_in(said, "inch") == told
    assert sentence_in(said, "metric") == said
