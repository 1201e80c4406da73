"""The shelf: labels as typed, needs of a scheme, what is there, too short, not enough, and what is left."""

from __future__ import annotations

import datetime
import math
from typing import Any

import pytest
from fletcher_core.bonds.splice import splice
from fletcher_core.catalogue import catalogue
from fletcher_core.fields import ago
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.kinds.cloth import Cloth
from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.sandwich import Sandwich
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.model import Refused
from fletcher_core.shelf import (
    ShelfItem,
    bill_of_materials,
    check,
    read_csv,
    read_label,
    take_from,
    unit_prices,
    write_csv,
)
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme

LABELS = [
    ("carbon tube 6/4 x 1 m, 3 pieces", {"form": "tube", "material": "carbon_roll_wrapped", "count": 3,
     "diameter_mm": 6.0, "bore_mm": 4.0, "length_mm": 1000.0}),
    ("balsa sheet 3 x 100 x 1000, 4 sheets, 1.80 each", {"form": "sheet", "material": "balsa_hard", "count": 4,
     "thickness_mm": 3.0, "width_mm": 100.0, "length_mm": 1000.0, "price": 1.8}),
    ("clear packing tape 48 mm x 66 m, 2 rolls, 3,50 each", {"form": "roll", "material": "packing_tape", "count": 2,
     "width_mm": 48.0, "length_mm": 66000.0, "price": 3.5}),
    ("epoxy 30 minute, 200 g, opened 2026-09-01, €8.90", {"form": "glue", "material": "epoxy_30", "grams": 200.0,
     "opened": datetime.date(2026, 9, 1), "price": 8.9}),
    ("laminating film 75 um, 320 mm x 50 m", {"form": "roll", "material": "laminate_75um", "width_mm": 320.0,
     "length_mm": 50000.0}),
    ("3 x carbon rod 3 mm x 1 m", {"form": "rod", "count": 3, "diameter_mm": 3.0, "length_mm": 1000.0}),
    ("foam board 500 x 700, 10 sheets", {"form": "sheet", "table": "board", "count": 10, "width_mm": 500.0}),
    ("spruce strip 3/16 in x 1/4 in x 36 in, 5 pieces", {"form": "strip", "thickness_mm": 4.7625, "width_mm": 6.35,
     "length_mm": 914.4, "count": 5}),
    ("foaming polyurethane 250 ml", {"form": "glue", "material": "polyurethane_foaming", "grams": 280.0}),
    ("glass cloth 49 g/m2 1 m x 2 m", {"form": "roll", "table": "cloth", "area_g_m2": 49.0, "width_mm": 1000.0}),
    ("polyester cord 20 m", {"form": "cord", "length_mm": 20000.0}),
    ("EPP 30 block 50 x 300 x 600", {"form": "block", "material": "epp30", "count": 1, "thickness_mm": 50.0}),
]  # fmt: skip


@pytest.mark.parametrize(("text", "wanted"), LABELS)
def test_a_label_is_read_as_it_stands(text: str, wanted: dict[str, object]) -> None:
    item = read_label(text)
    assert {k: getattr(item, k) for k in wanted} == pytest.approx(wanted)


def test_bare_numbers_are_inches_for_those_who_read_inches() -> None:
    item = read_label("carbon rod 1/8 x 36", "inch")
    assert (item.diameter_mm, item.length_mm) == (pytest.approx(3.175), pytest.approx(914.4))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("unobtainium rod 3 x 1 m", "made of"),
        ("carbon rod", "diameter"),
        ("epoxy 30 minute", "how much"),
        ("carbon 3 mm", "rod, tube, strip or sheet"),
        ("carbon tube 4/4 x 1 m", "no wall"),
        ("", "nothing is typed"),
        ("epoxy 200 g opened 2026-13-40", "no date"),
    ],
)
def test_what_cannot_be_told_from_a_label_is_said(text: str, words: str) -> None:
    with pytest.raises(Refused, match=words):
        read_label(text)


@given(st.text(max_size=80))
def test_any_text_is_read_or_refused(text: str) -> None:
    try:
        item: ShelfItem | None = read_label(text)
    except Refused:
        item = None
    assert item is None or item.entry.label


@pytest.mark.parametrize(
    ("text", "wanted"),
    [
        ("carbon tube 6/4 x 1 m", (6.0, 4.0, 1000.0)),
        ("carbon tube 6/4 x 36", (6.0, 4.0, 914.4)),
        ("carbon tube 1/4 x 3/16 x 36 in", (6.35, 4.7625, 914.4)),
    ],
)
def test_two_diameters_are_no_fraction_for_those_who_read_inches(text: str, wanted: tuple[float, ...]) -> None:
    item = read_label(text, "inch")
    assert (item.diameter_mm, item.bore_mm, item.length_mm) == pytest.approx(wanted)


@pytest.mark.parametrize("text", ["carbon rod 3 mm", "carbon tube 6/4 mm", "spruce strip 5 x 5 mm"])
@pytest.mark.parametrize("system", ["metric", "inch", "mixed"])
def test_a_stick_without_a_length_is_asked_for_it(text: str, system: Any) -> None:
    with pytest.raises(Refused, match=r"length of this .* is not given"):
        read_label(text, system)


def test_glue_says_when_it_was_opened_as_people_say_it() -> None:
    item = read_label("epoxy 30 minute, 200 g, opened a year ago, 8.90 each")
    assert item.opened is not None
    assert 364 <= (datetime.date.today() - item.opened).days <= 366
    assert ago(item.opened) == "a year ago"
    assert (item.grams, item.price) == (200.0, 8.9)
    with pytest.raises(Refused, match="cannot be read as a day"):
        read_label("epoxy 200 g, opened when the moon was full")
    with pytest.raises(Refused, match="still to come"):
        read_label("epoxy 200 g, opened 2999-01-01")


@pytest.mark.parametrize("system", ["metric", "inch", "mixed"])
def test_the_shelf_goes_out_and_comes_in_the_same(system: Any) -> None:
    items = [read_label(text) for text, _ in LABELS]
    out = write_csv(items, system)
    assert ("length_in" in out, "diameter_in" in out) == (system != "metric", system == "inch")
    for was, now in zip(items, read_csv(out), strict=True):
        for name, value in was.model_dump().items():
            known = getattr(now, name)
            assert known == (pytest.approx(value, rel=1e-5) if isinstance(value, float) else value)


def test_a_bad_line_of_a_list_is_named_and_none_is_taken() -> None:
    text = "form,table,material,diameter_mm,length_mm\nrod,stock,carbon_pultruded,3,1000\nrod,stock,chalk,3,1000\n"
    with pytest.raises(Refused) as caught:
        read_csv(text)
    said = caught.value.problems[0].said()
    assert said["label"].startswith("line 3")
    assert "chalk" in said["what"]


def test_a_list_without_columns_is_told_what_they_should_be() -> None:
    with pytest.raises(Refused, match="name the columns"):
        read_csv("a,b\n1,2\n")


STRAIGHT = make_airframe()


def test_a_straight_wing_takes_one_stick_across_and_a_bent_one_two() -> None:
    rod = Rod(id="rod", diameter_mm=3, y_to_mm=400)
    straight = bill_of_materials(STRAIGHT, make_scheme(rod))[0]
    assert straight.runs_mm == pytest.approx([800.0])
    bent = make_airframe()
    bent.wing.panels[0].dihedral_deg = 5.0
    assert bill_of_materials(bent, make_scheme(rod))[0].runs_mm == pytest.approx([400.0, 400.0])


def test_a_raked_stick_is_as_long_as_it_lies() -> None:
    rod = Rod(id="rod", diameter_mm=3, y_to_mm=400, chord_from=0.2, chord_to=0.5)
    need = bill_of_materials(STRAIGHT, make_scheme(rod))[0]
    assert need.runs_mm == pytest.approx([math.hypot(400, 60)] * 2)


@pytest.mark.parametrize(
    ("piece", "amounts"),
    [
        (Skin(id="p", y_to_mm=600, layers=2), {"roll": 1.1 * 2 * 2 * 2 * 600 * 200}),
        (Skin(id="p", y_to_mm=600, layers=2, drops_mm=[300], surface="top"), {"roll": 1.1 * 2 * 900 * 200}),
        (TapeStrip(id="p", width_mm=50, y_to_mm=500), {"roll": 2 * 1000 * 50}),
        (Cloth(id="p", x_to=0.5, y_to_mm=400, surface="top"), {"roll": 1.1 * 2 * 400 * 100}),
        (Cord(id="p", y_to_mm=600), {"cord": 1200}),
        (Strip(id="p", width_mm=6, thickness_mm=1, y_to_mm=300), {"strip": 600}),
        (Sandwich(id="p", width_mm=5, height_mm=10, strip_mm=0.5, y_to_mm=300), {"strip": 1200 + 600}),
        (Tube(id="p", y_to_mm=300, sleeve_material="carbon_pultruded", sleeve_to_mm=100), {"tube": 600, "rod": 200}),
        (Web(id="p", grain="upright", cap_material="carbon_pultruded", layers=2, drops_mm=[100], y_to_mm=300),
         {"strip": 2 * (200 + 600)}),
    ],
)  # fmt: skip
def test_each_kind_needs_what_is_counted_by_hand(piece: object, amounts: dict[str, float]) -> None:
    found: dict[str, float] = {}
    for need in bill_of_materials(STRAIGHT, make_scheme(piece)):
        found[need.form] = found.get(need.form, 0.0) + need.amount
    assert {k: found[k] for k in amounts} == pytest.approx(amounts, rel=1e-3)


def test_a_box_needs_board_all_round() -> None:
    need = bill_of_materials(STRAIGHT, make_scheme(BoxSpar(id="p", width_mm=25, y_to_mm=300)))[0]
    # 12 % of 200 mm deep at 30 % of the chord
    assert need.amount == pytest.approx(600 * 2 * (24 + 25), rel=0.02)


WING = STRAIGHT


def line(labels: list[str], *pieces: object):  # type: ignore[no-untyped-def]
    return check(bill_of_materials(WING, make_scheme(*pieces)), [read_label(text) for text in labels]).lines[0]


ROD = Rod(id="rod", diameter_mm=3, y_to_mm=400)


def test_there_with_its_price_by_what_is_used() -> None:
    met = line(["carbon rod 3 mm x 1 m, 2 pieces, 5.00 each"], ROD)
    assert met.status == "there"
    assert met.price == pytest.approx(0.8 * 5.0)
    assert [c.amount for c in met.cuts] == pytest.approx([800.0])


def test_not_there_when_the_size_differs() -> None:
    assert line(["carbon rod 4 mm x 1 m"], ROD).status == "not there"


def test_too_short_offers_a_splice_with_its_strength() -> None:
    met = line(["carbon rod 3 mm x 500 mm, 4 pieces"], ROD)
    assert met.status == "too short"
    assert "800 mm in one is needed, the longest is 500 mm" in met.says
    assert "tube glued over it" in met.says
    assert "% of its own strength" in met.says


def test_not_enough_is_told_when_others_have_taken_it() -> None:
    items = [read_label("carbon rod 3 mm x 1 m, 2 pieces")]
    needs = bill_of_materials(WING, make_scheme(ROD))
    assert check(needs, items, {0: [900.0]}).lines[0].status == "there"
    assert check(needs, items, {0: [900.0, 700.0]}).lines[0].status == "not enough"


def test_two_needs_do_not_take_the_same_stick() -> None:
    pair = (ROD, ROD.model_copy(update={"id": "other", "chord_from": 0.5, "chord_to": 0.5}))
    labels = ["carbon rod 3 mm x 1 m", "foaming polyurethane 100 g"]
    found = check(bill_of_materials(WING, make_scheme(*pair)), [read_label(t) for t in labels])
    assert sorted(n.status for n in found.lines if n.need.form == "rod") == ["not enough", "there"]
    assert found.missing == 1
    assert found.price is None


def test_a_wider_roll_is_cut_down_and_a_narrower_one_is_not() -> None:
    tape = TapeStrip(id="t", width_mm=25, y_to_mm=500)
    assert line(["clear packing tape 48 mm x 66 m"], tape).status == "there"
    assert line(["clear packing tape 19 mm x 66 m"], tape).status == "not there"


def test_using_up_leaves_whole_ones_and_offcuts() -> None:
    item = read_label("carbon rod 3 mm x 1 m, 3 pieces, 6.00 each")
    left = take_from(item, [700.0, 250.0, 800.0])
    # 700 and 250 come from one; 800 from another; one stays whole; 199 mm is worth keeping
    assert [(i.count, i.length_mm) for i in left] == [(1, 1000.0), (1, pytest.approx(199.0))]
    assert left[1].price == pytest.approx(6.0 * 0.199, abs=0.01)
    assert take_from(read_label("epoxy 30 minute, 200 g"), [20.0])[0].grams == pytest.approx(180.0)
    with pytest.raises(ValueError, match="does not hold"):
        take_from(item, [1500.0])


@given(st.lists(st.floats(50, 900), min_size=1, max_size=6))
def test_cutting_neither_makes_nor_loses_length(cuts: list[float]) -> None:
    item = ShelfItem(form="rod", table="stock", material="carbon_pultruded", diameter_mm=3, length_mm=1000, count=6)
    left = sum((i.length_mm or 0) * i.count for i in take_from(item, cuts))
    assert left <= 6000 - sum(cuts) + 1e-6
    # what is lost is saw cuts and offcuts that are too short to keep
    assert left >= 6000 - sum(cuts) - len(cuts) * (1 + 60)


def test_a_splice_grows_with_its_overlap_until_only_its_ends_carry() -> None:
    stock, glue = catalogue().stock["carbon_pultruded"], catalogue().glue["epoxy_30"]
    area, round_ = math.pi / 4 * 9, math.pi * 3
    low, high = (splice(stock, glue, area, round_, 3.0, "x", wanted=w) for w in (0.3, 0.99))
    assert low.overlap_mm <= high.overlap_mm
    assert 0 < low.share <= high.share <= 1
    # by hand: a lap cannot carry more than glue strength times area
    force = 800.0 * area
    assert high.share * force <= glue.lap_on_hard.typical * round_ * high.overlap_mm * 1.001


def test_what_a_material_costs_for_each_metre_square_metre_or_100_g() -> None:
    labels = [
        "carbon tube 6/4 x 1 m, 4.20 each", "carbon tube 10/8 x 1.2 m, 9.60 each",
        "clear packing tape 48 mm x 66 m, 3,50 each", "epoxy 30 minute, 200 g, €8.90", "spruce rod 6 x 1000",
    ]  # fmt: skip
    prices = unit_prices([read_label(label) for label in labels])
    tube = prices["stock", "carbon_roll_wrapped"]
    assert (tube.low, tube.high, tube.per) == (pytest.approx(4.2), pytest.approx(8.0), "a metre")
    tape = prices["skin", "packing_tape"]
    assert (tape.low, tape.per) == (pytest.approx(3.5 / (0.048 * 66)), "a square metre")
    glue = next(v for (table, _), v in prices.items() if table == "glue")
    assert (glue.low, glue.high, glue.per) == (pytest.approx(4.45), pytest.approx(4.45), "100 g")
    assert ("stock", "spruce") not in prices, "what has no price is not told as free"


def test_what_goes_along_in_the_field_box() -> None:
    there = read_label("clear packing tape 48 mm x 66 m, 3 rolls, in the box")
    assert there.in_box
    assert there.model_copy(update={"in_box": False}) == read_label("clear packing tape 48 mm x 66 m, 3 rolls")
    assert read_csv(write_csv([there])) == [there]
    with pytest.raises(Refused, match="in the field box"):
        read_csv(write_csv([there]).replace("yes", "perhaps"))
