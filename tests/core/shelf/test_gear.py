"""Gear on the shelf: read off its label, told in words, and fitted where its kind usually sits."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.fields import Refused
from fletcher_core.model import AirframeFile
from fletcher_core.model.gear import GEAR_KINDS
from fletcher_core.shelf import from_shelf, read_csv, read_label, write_csv

AIRFRAME = AirframeFile.model_validate(json.loads(Path("demo/dunlin.json").read_text("utf-8"))).airframe


def test_a_thing_is_read_off_its_label_with_count_and_price() -> None:
    item = read_label("battery 3S 1300, 112 g, 72 x 35 x 22, 2 pieces, 14.00 each")
    assert (item.form, item.table, item.material) == ("gear", "gear", "battery")
    assert (item.count, item.price, item.grams) == (2, 14.0, 112.0)
    assert (item.length_mm, item.width_mm, item.thickness_mm) == (72.0, 35.0, 22.0)
    assert item.words("metric") == "battery 3S 1300, 112 g, 72 mm × 35 mm × 22 mm"
    assert read_label("servo 0.3 oz", "inch").grams == pytest.approx(8.5)
    # what has no weight on it weighs what is usual
    assert read_label("receiver, 3 pieces").grams == catalogue().gear["receiver"].grams.typical
    # sticks, sheets and glue are what they were
    assert read_label("bamboo skewers 3 x 300 mm, 80 pieces").form == "rod"
    assert read_label("spring steel wire 2 mm x 1 m").form == "rod"
    with pytest.raises(Refused):
        read_label("servo -9 kg 100000 kg")


def test_it_is_fitted_where_its_kind_sits_as_heavy_as_it_is() -> None:
    gear = from_shelf(read_label("motor 42 g, 28 x 28 x 30"), AIRFRAME)
    assert (gear.kind, gear.grams, gear.sits_in) == ("motor", 42.0, "body")
    assert gear.id not in {g.id for g in (*AIRFRAME.gear, *AIRFRAME.mounts)}
    assert gear.off_by == 0.03
    with pytest.raises(Refused, match="nothing that is fitted"):
        from_shelf(read_label("hot melt 500 g"), AIRFRAME)


def test_it_goes_through_a_table_and_back() -> None:
    items = [read_label("servo 9 g, 23 x 12 x 23, 4 pieces"), read_label("hot melt 500 g")]
    assert read_csv(write_csv(items)) == items


def test_every_kind_has_its_usual_figures() -> None:
    assert set(catalogue().gear) == set(GEAR_KINDS)
    for entry in catalogue().gear.values():
        assert all(side > 0 for side in entry.size)
