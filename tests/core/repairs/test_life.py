"""The log of an aircraft's life, and what became of mends."""

from __future__ import annotations

import csv
import io

import pytest
from fletcher_core.model import AirframeFile, LifeEntry
from fletcher_core.repairs import life_csv, life_of, mend_records
from pydantic import ValidationError

from tests.core.repairs.made import aircraft, damage, mend, repair


def entry(id_: str, day: str, what: str, **more: object) -> LifeEntry:
    return LifeEntry.model_validate({"id": id_, "day": day, "what": what, **more})


LOG = [
    entry("d", "2026-09-01", "mend", grams=12.0, balance_mm=2.0, strength=0.88),
    entry("a", "2026-03-01", "flights", flights=4, minutes=61.0),
    entry("b", "2026-04-01", "mend", grams=20.0, balance_mm=3.0, strength=0.95),
    entry("c", "2026-05-01", "knock"),
    entry("e", "2026-10-01", "mend", grams=6.0, balance_mm=1.0),
    entry("f", "2026-10-02", "weighed", weighed_g=968.0),
]


def test_sums_go_by_the_day() -> None:
    told = life_of(LOG)
    assert (told.flights, told.knocks, told.mends, told.minutes) == (4, 1, 3, 61.0)
    assert told.grams == pytest.approx(38.0)
    assert told.balance_mm == pytest.approx(6.0)
    # of the strength the last that was told counts
    assert told.strength == pytest.approx(0.88)
    assert told.weighed_g == pytest.approx(968.0)
    assert told.says == "Three mends on: 38 g heavier, 6 mm tail-heavy, at 88 % of its strength."
    assert [p.day for p in told.points] == sorted(p.day for p in told.points)
    assert life_of([]).says == "Nothing yet."
    assert "as it was built" in life_of([LOG[1]]).says
    assert "lighter" in life_of([entry("x", "2026-01-01", "mend", grams=-5.0, balance_mm=-2.0)]).says
    assert "nose-heavy" in life_of([entry("x", "2026-01-01", "mend", grams=-5.0, balance_mm=-2.0)]).says


def test_a_table_for_a_spreadsheet() -> None:
    rows = list(csv.DictReader(io.StringIO(life_csv([*LOG, entry("g", "2026-10-03", "note", note="=1+1")]))))
    assert [r["day"] for r in rows] == sorted(r["day"] for r in rows)
    assert float(rows[1]["added g"]) == pytest.approx(20.0)
    assert rows[-1]["note"] == "'=1+1"
    inch = list(csv.DictReader(io.StringIO(life_csv(LOG, "inch"))))
    assert float(inch[1]["added oz"]) == pytest.approx(20 / 28.349523125, rel=1e-3)


def test_counts_of_what_held() -> None:
    crack = damage("crack")
    glued, patched = mend("glue_break", crack), mend("patch", crack)
    told = mend_records(
        [
            repair([crack], [glued, patched], result="held"),
            repair([crack], [glued], result="broke_again"),
            repair([crack], [glued], result="open"),
            repair([crack], [patched], result="given_up"),
        ]
    )
    assert {r.kind: (r.held, r.broke) for r in told} == {"glue_break": (1, 1), "patch": (1, 0)}
    assert told[0].says == "held 1 of 2 times"


def test_it_travels_in_the_airframe_file() -> None:
    file = aircraft("turnstone")
    crack = damage("crack")
    full = file.model_copy(update={"repairs": [repair([crack], [mend("glue_break", crack)])], "life": LOG})
    again = AirframeFile.model_validate_json(full.model_dump_json())
    assert again.repairs == full.repairs
    assert again.life == LOG
    with pytest.raises(ValidationError):
        AirframeFile.model_validate({**file.model_dump(), "life": [LOG[0].model_dump()] * 2})
