"""Files to take away: true sizes, words that are safe, and every offer of the picker."""

from __future__ import annotations

import csv
import io
import xml.etree.ElementTree as ET

import pytest
from fletcher_core.formats import ledger_csv, plan_svg, slice_svg
from fletcher_core.kinds import KINDS
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.questions.offers import OFFERED, offers
from fletcher_core.questions.suggestions import start, usual_section
from fletcher_core.verdicts import evaluate

from tests.conftest import SOLID_WISHES, make_airframe, make_scheme

SVG = "{http://www.w3.org/2000/svg}"
TUBE = Tube(id="t", name='=cmd|"x"!A1', outer_mm=8, inner_mm=6, y_to_mm=450)


def test_a_slice_is_drawn_at_its_size_with_its_bore() -> None:
    v = evaluate(make_airframe(), make_scheme(TUBE, Skin(id="s", y_to_mm=600)), slice_at_mm=0.0, spread=False)
    root = ET.fromstring(slice_svg("A <wing> & more", v.drawing.slice, "0 mm out", "true", "metric"))
    shapes = root.findall(f"{SVG}polygon")
    xs = [float(p.split(",")[0]) for p in shapes[0].attrib["points"].split()]
    assert max(xs) - min(xs) == pytest.approx(200, abs=0.01)
    bore = [float(p.split(",")[0]) for p in shapes[2].attrib["points"].split()]
    assert max(bore) - min(bore) == pytest.approx(6, abs=0.01)
    assert "A <wing> & more" in (root.findtext(f"{SVG}title") or "")


@pytest.mark.parametrize(("system", "length"), [("metric", "100 mm"), ("inch", "4 in")])
def test_the_ruler_is_in_the_readers_units(system: str, length: str) -> None:
    v = evaluate(make_airframe(), make_scheme(), spread=False)
    text = plan_svg("Wing", v.drawing.plan, "page", system)  # type: ignore[arg-type]
    assert f"{length} of the part" in text
    width = float(ET.fromstring(text).attrib["width"].removesuffix("mm"))
    assert width < 305


def test_a_ledger_keeps_its_figures_and_runs_nothing() -> None:
    v = evaluate(make_airframe(), make_scheme(TUBE, Rod(id="r", chord_from=0.5, chord_to=0.5)), spread=False)
    rows = list(csv.reader(io.StringIO(ledger_csv(v))))
    assert rows[1][0].startswith("'=")
    assert float(rows[1][4]) == pytest.approx(v.ledger[0].grams, rel=1e-3)
    assert float(rows[-1][4]) == pytest.approx(v.mass.part_g.value, rel=1e-3)
    assert all(len(r) <= len(rows[0]) for r in rows)


def test_every_kind_is_offered_as_it_would_lie_in_this_wing() -> None:
    file = start("sport", "New")
    found = {o.kind: o for o in offers(file.airframe, file.schemes[0], "metric")}
    # what is for hollow parts alone is offered there
    assert set(found) == set(SOLID_WISHES)
    hollow = usual_section(file.airframe, "wing", "sheeted")
    parts = file.airframe.parts.model_copy(update={"wing": hollow})
    airframe = file.airframe.model_copy(update={"parts": parts})
    for_bodies = {name for name, kind in KINDS.items() if kind.only_on}
    assert {o.kind for o in offers(airframe, file.schemes[0], "metric")} == set(OFFERED) - for_bodies
    # a 3 mm rod pair: 2 x pi/4 x 9 mm2 of carbon at 1550 kg/m3 in place of foam
    pair = found["rod_pair"]
    assert len(set(pair.what)) == 1
    assert pair.grams_per_m > 0
    assert found["pocket"].grams_per_m < 0
    assert found["build_rods"].grams_per_m == pytest.approx(pair.grams_per_m + found["skin"].grams_per_m, rel=0.05)
    for offer in found.values():
        assert offer.section.pieces
        assert offer.good.endswith(".")
        assert offer.bad.endswith(".")
