"""Sheets on sheets, tape that springs back, cord past a corner, upright wood and covers."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.catalogue import catalogue
from fletcher_core.fields import Refused
from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.lining import FoamLining
from fletcher_core.kinds.notch import Notch
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.web import Web
from fletcher_core.model import Airframe
from fletcher_core.model.upgrade import read_file
from fletcher_core.report.verdict import Verdict
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme

AIRFRAME: Airframe = make_airframe(code="2412", foam="xps_sheet")


def told(*pieces: object, airframe: Airframe = AIRFRAME) -> Verdict:
    scheme = make_scheme(*pieces)
    return evaluate(airframe, scheme, ledger=False, spread=False)


def wrinkles(v: Verdict) -> float:
    return min(m.n for m in v.modes if m.mode == "skin_wrinkling")


def film(material: str, name: str = "film") -> Skin:
    return Skin(id=name, material=material, y_to_mm=600.0)


def test_two_layers_are_told_as_two_films_on_each_other() -> None:
    one_thing = film("laminate_75um").model_copy(update={"layers": 2})
    as_one, as_two = wrinkles(told(one_thing)), wrinkles(told(film("laminate_75um"), film("laminate_75um", "other")))
    assert as_two == pytest.approx(as_one, rel=0.01)


@pytest.mark.parametrize("under", ["insect_screen_pu", "laminate_75um", "filament_tape_cross", "packing_tape"])
@pytest.mark.parametrize("over", ["covering_light", "laminate_38um", "packing_tape", "laminate_125um"])
def test_a_film_over_another_never_tells_less_than_without_it(under: str, over: str) -> None:
    alone, both = told(film(under)), told(film(under), film(over, "over"))
    assert wrinkles(both) >= wrinkles(alone) * 0.995
    assert both.holds.n.value >= alone.holds.n.value * 0.98  # but for what it weighs


@pytest.mark.parametrize("thick", [0.8, 3.0, 6.0])
def test_what_lies_behind_the_wall_does_not_hold_its_outer_paper(thick: float) -> None:
    """The strain at which the outer paper wrinkles is that of paper on its own foam, whatever lines the hollow."""
    file = read_file(json.loads((Path(__file__).parents[3] / "demo" / "dunlin.json").read_text(encoding="utf-8")))
    scheme = next(s for s in file.schemes if s.id == "body-open")
    lining = FoamLining(id="l", thickness_mm=thick, y_to_mm=300.0)
    strains = []
    for pieces in (scheme.pieces, [*scheme.pieces, lining]):
        a = compute(file.airframe, scheme.model_copy(update={"pieces": pieces}), 61, False, False, ())
        paper = next(f for f in a.solved.findings if f.mode == "skin_wrinkling" and f.part == "outer paper")
        strains.append(np.broadcast_to(paper.allowable, paper.n.shape)[0, 5])
    assert strains[1] == pytest.approx(strains[0], rel=1e-9)


def _least_push(D: float, bed: float = 0.7) -> float:
    """N/mm of a plate on a soft bed, the least over all lengths of wave, by trying: D k² + bed / k (Allen 1969)."""
    k = np.geomspace(1e-3, 1e2, 200_001)
    return float((D * k**2 + bed / k).min())


def _sliced(layers: list[tuple[float, float]]) -> float:
    """N mm: bending stiffness of bonded layers (E MPa, t mm) about their own middle, in 4 000 slices."""
    high = sum(t for _, t in layers)
    z, edges = (np.arange(4000) + 0.5) / 4000 * high, np.cumsum([t for _, t in layers])
    E = np.array([layers[int(k)][0] for k in np.searchsorted(edges, z)])
    middle = (E * z).sum() / E.sum()
    return float((E * (z - middle) ** 2).sum() * high / 4000)


@pytest.mark.parametrize(
    ("under", "over"),
    [
        ("insect_screen_pu", "laminate_38um"), ("laminate_75um", "laminate_75um"), ("laminate_125um", "packing_tape"),
        ("filament_tape_cross", "covering_light"),
    ],
)  # fmt: skip
def test_a_laminate_wrinkles_as_the_plate_that_it_is(under: str, over: str) -> None:
    """What two films push when they wrinkle, over what one does, against all lengths of wave by brute force."""
    pushes, layers = [], []
    for names in ([under], [under, over]):
        pieces = [film(name, f"film-{k}") for k, name in enumerate(names)]
        a = compute(AIRFRAME, make_scheme(*pieces), 61, False, False, ())
        rows = [p for p, row in enumerate(a.layout.sheet_rows) if row.face > 0]
        Et = [float(a.solved.materials.sheet_Et[0, p]) for p in rows]
        thick = [catalogue().skin[n].film_thickness or catalogue().skin[n].thickness for n in names]
        layers = [(e / t.typical, t.typical) for e, t in zip(Et, thick, strict=True)]
        found = next(f for f in a.solved.findings if f.mode == "skin_wrinkling" and f.face == "top" and f.piece == 0)
        strain = float(np.broadcast_to(found.allowable, found.n.shape)[0, 0]) / layers[0][0]
        pushes.append((strain * sum(Et), _least_push(_sliced(layers))))
    (one, one_by_waves), (two, two_by_waves) = pushes
    assert two / one == pytest.approx(two_by_waves / one_by_waves, rel=5e-3)


def test_tape_that_wrinkles_and_springs_back_is_no_harm() -> None:
    bare = told()
    taped = told(TapeStrip(id="t", material="filament_tape_uni", surface="both", y_to_mm=600.0))
    assert taped.breaks.mode == "skin_wrinkling"
    assert "springs back" in taped.sentence
    assert not taped.sentence.startswith(f"gives way at {taped.breaks.n.value:.1f}")
    # a taped strip does not read weaker than a bare one
    assert taped.judged.reserve >= 0.97 * bare.judged.reserve
    sign = next(m for m in taped.modes if m.mode == "skin_wrinkling")
    assert sign.state == "sound"


def test_film_that_wrinkles_creases_the_foam_and_is_told_first() -> None:
    v = told(film("laminate_38um"))
    if v.breaks.mode == "skin_wrinkling":
        assert v.sentence.startswith("gives way at")


NOTCH = Notch(id="n", depth_mm=30.0, y_from_mm=0.0, y_to_mm=60.0)


def corner(*pieces: object) -> float:
    return next(m.n for m in told(NOTCH, *pieces).modes if m.mode == "notch")


def test_a_cord_holds_a_corner_by_how_far_it_runs_past() -> None:
    # as stiff along the edge, and past the corner not at all
    bare = corner(Cord(id="c", y_to_mm=60.0))
    by_length = [corner(Cord(id="c", y_to_mm=60.0 + past)) for past in (0.5, 2.0, 10.0, 40.0, 160.0, 300.0, 500.0)]
    assert by_length[0] == pytest.approx(bare, rel=0.01)
    assert by_length[1] == pytest.approx(bare, rel=0.01), "2 mm hold nothing"
    assert by_length == sorted(by_length)
    assert by_length[-1] > 1.2 * bare


def test_an_edge_thinner_than_the_cord_is_refused_at_its_field() -> None:
    with pytest.raises(Refused) as told_it:
        told(Cord(id="c", edge="trailing", inset_mm=0.5, y_to_mm=500.0))
    assert any("inset_mm" in p.where for p in told_it.value.problems)


def test_wood_across_its_grain_hands_over_and_a_cover_costs_next_to_nothing() -> None:
    bare, web = told(), told(Web(id="w", thickness_mm=3.0, grain="upright", y_to_mm=600.0))
    assert web.breaks.n.value >= 0.98 * bare.breaks.n.value
    caps = {"cap_material": "carbon_pultruded", "cap_width_mm": 5.0, "cap_thickness_mm": 0.5, "y_to_mm": 600.0}
    without, covered = (
        told(Web(id="w", thickness_mm=3.0, grain="upright", cover_mm=c, **caps))  # type: ignore[arg-type]
        for c in (0.0, 0.5)
    )
    # the caps lie by the cover's thickness deeper: their arms, squared, and no more than that
    assert covered.holds.n.value >= 0.92 * without.holds.n.value
