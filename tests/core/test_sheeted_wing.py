"""The wing sheeted over webs and ribs: weight by hand, panels, seams, what each choice does, what is refused."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.catalogue import catalogue
from fletcher_core.geometry import EDGE
from fletcher_core.kinds.bead import Bead
from fletcher_core.kinds.boards import BoardSpar
from fletcher_core.kinds.foam_web import FoamWeb
from fletcher_core.kinds.ribs import BoardRibs, FoamRibs, WoodRibs
from fletcher_core.kinds.web import Web
from fletcher_core.model import Airframe, ControlSurface, Core, Refused, SheetedSection
from fletcher_core.questions.offers import offers
from fletcher_core.questions.suggestions import suggest, usual_section
from fletcher_core.report.verdict import Verdict
from fletcher_core.verdicts import evaluate
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import sections_for, twist_for

XPS = catalogue().foam["xps_sheet"]
WEB = FoamWeb(id="web", y_to_mm=500.0, chord_from=0.3, chord_to=0.3)


def sheeted(material: str = "xps_sheet", root: float = 200.0, tip: float | None = None, **made: Any) -> Airframe:
    airframe = make_airframe(half_span=500.0, root=root, tip=tip, promise=700.0, rest=450.0, n=4.0, speed=12.0)
    section = SheetedSection(**{"code": "2412", "sheet_mm": 3.0, **made})
    wing = airframe.wing.model_copy(update={"aerofoil": section, "core": Core(material=material)})
    return with_wing(airframe, wing)


def told(airframe: Airframe, *pieces: Any) -> Verdict:
    return evaluate(airframe, make_scheme(*pieces), ledger=False)


def buckles(verdict: Verdict, where: str) -> float:
    return next(m.n for m in verdict.modes if m.mode == "panel_buckling" and where in m.how and m.face == "top")


def test_it_weighs_what_its_sheets_do() -> None:
    """Girth of the section less half a sheet all round, times thickness and density, and glue at both edges."""
    s = sections_for(sheeted())
    outline = s.layout.outline
    x, up, low = outline.x[0], outline.upper[0], outline.lower[0]
    girth = float(np.hypot(np.diff(x), np.diff(up)).sum() + np.hypot(np.diff(x), np.diff(low)).sum())
    by_hand = girth * 3.0 * XPS.density.typical * 1e-6
    glue = (
        sum(float(r.area) * 1e3 for r in s.layout.patch_rows)
        * catalogue().glue["polyurethane_foaming"].spread.typical
        * 1e-6
    )  # type: ignore[union-attr]
    # corners are counted twice by hand, and edges across not at all: within a few hundredths
    assert float(s.properties.mass[0, 0]) == pytest.approx(by_hand + glue, rel=0.05)


def test_it_is_nowhere_thinner_than_what_meets_there() -> None:
    outline = sections_for(sheeted(tip=120.0)).layout.outline
    assert float((outline.upper - outline.lower).min()) == pytest.approx(EDGE * 3.0)
    high = (outline.upper - outline.lower).max(axis=1)
    assert high[0] == pytest.approx(0.12 * 200.0, rel=0.01)
    assert high[-1] == pytest.approx(0.12 * 120.0, rel=0.01)


def test_ribs_weigh_what_they_are() -> None:
    """As many as stand there, each of the room inside the sheets; and glue along both edges of each."""
    ribs = FoamRibs(id="ribs", y_to_mm=500.0, thickness_mm=6.0, spacing_mm=50.0)
    bare, with_ribs = told(sheeted()), told(sheeted(), ribs)
    more = with_ribs.mass.part_g.value - bare.mass.part_g.value
    inside = sections_for(sheeted()).layout.inside
    assert inside is not None
    area = float(np.trapezoid(inside.upper[0] - inside.lower[0], inside.x[0]))
    # smeared: as many as there are bays
    by_hand = 2 * 10 * area * 6.0 * XPS.density.typical * 1e-6
    assert by_hand < more < 1.6 * by_hand


def test_ribs_hold_the_sheets_against_buckling() -> None:
    every = {
        s: buckles(told(sheeted(), WEB, FoamRibs(id="r", y_to_mm=500.0, spacing_mm=s)), "behind") for s in (300, 80, 40)
    }
    assert every[40] > 1.2 * every[80] > 1.2 * every[300]
    far = buckles(told(sheeted(), WEB), "behind")
    assert every[300] == pytest.approx(far, rel=0.05)


def test_a_curved_sheet_stands_more_than_a_flat_one() -> None:
    """Redshaw 1934: the root of squares of half of what it stands flat, and of a cylinder."""
    flat, round_one = (buckles(told(sheeted(code=code), WEB), "behind") for code in ("0006", "0018"))
    assert round_one > 2 * flat


@pytest.mark.parametrize("ribs", [FoamRibs, BoardRibs, WoodRibs])
def test_ribs_are_for_hollow_wings(ribs: Any) -> None:
    solid = make_airframe()
    with pytest.raises(Refused) as refused:
        told(solid, ribs(id="r", y_to_mm=400.0))
    assert refused.value.problems[0].where[-1] == "spacing_mm"
    assert not any(o.kind.endswith("ribs") for o in offers(solid, make_scheme(), "metric"))
    with pytest.raises(Refused):
        suggest(solid, make_scheme(), ribs.model_fields["kind"].default)
    assert told(sheeted(), ribs(id="r", y_to_mm=400.0)).mass.part_g.value > 0


def test_every_offer_flies_in_a_sheeted_wing() -> None:
    airframe = sheeted()
    kinds = [o.kind for o in offers(airframe, make_scheme(), "metric")]
    assert {"foam_ribs", "board_ribs", "wood_ribs", "foam_web"} <= set(kinds)
    for kind in ("foam_ribs", "board_ribs", "wood_ribs", "foam_web", "boards", "web"):
        assert told(airframe, *suggest(airframe, make_scheme(), kind)).holds.n.value > 0


def test_wood_and_board_for_sheets() -> None:
    wood = told(sheeted("balsa_light", sheet_mm=1.5), Web(id="w", y_to_mm=490.0))
    assert any(m.how == "the wood shears inside" for m in wood.modes)
    assert not any("foam" in m.how for m in wood.modes)
    board = told(sheeted("foamboard_light", peeled_inside="both"), WEB)
    left_on = told(sheeted("foamboard_light"), WEB)
    assert board.mass.part_g.value < left_on.mass.part_g.value
    assert abs(board.twist_deg.value) > abs(left_on.twist_deg.value)


def test_both_seams_are_looked_at() -> None:
    modes = {(m.mode, m.how) for m in told(sheeted(), WEB).modes}
    assert {("seam", "the glued nose opens"), ("seam", "the glued trailing edge opens")} <= modes
    assert {("seam_peel", "the glued nose peels open"), ("seam_peel", "the glued trailing edge peels open")} <= modes


def test_a_torque_alone_buckles_sheets_of_bare_foam() -> None:
    """What flows in foam counts: half as thick walls, which stand an eighth, go long before thick ones do."""
    thin, thick = (sheeted(sheet_mm=v).model_copy(deep=True) for v in (1.5, 3.0))
    found = []
    for airframe in (thin, thick):
        wing = airframe.wing.model_copy(update={"aileron": ControlSurface(y_from_mm=400.0, y_to_mm=490.0)})
        a = compute(with_wing(airframe, wing), make_scheme(WEB), 61, False, False)
        run = next(a.solved.run_of(k) for k, c in enumerate(a.cases) if "aileron" in c.id)
        found.append(min(float(f.n[run].min()) for f in a.solved.findings if f.mode == "panel_buckling"))
    assert np.isfinite(found).all()
    assert found[0] < 0.6 * found[1]


def test_a_wider_seam_stands_more() -> None:
    narrow, wide = (
        {m.mode: m.n for m in told(sheeted(seam_mm=v), WEB).modes if "trailing" in m.how} for v in (5.0, 20.0)
    )
    assert wide["seam"] == pytest.approx(4 * narrow["seam"], rel=0.02)
    assert wide["seam_peel"] > 3 * narrow["seam_peel"]


@pytest.mark.parametrize(
    ("change", "said"),
    [
        ({"material": "corrugated_pp_3"}, "Corrugated sheet does not bend"),
        ({"sheet_mm": 9.0, "root": 120.0}, "leave no room"),
        ({"material": "foamboard_art", "root": 90.0, "code": "0009"}, "leave no room"),
    ],
)
def test_what_cannot_be_is_told(change: dict[str, Any], said: str) -> None:
    text = sheeted(**change).model_dump_json()
    with pytest.raises(ValidationError, match=said):
        Airframe.model_validate_json(text)


def test_what_flows_over_at_a_seam_is_bredts() -> None:
    """T / 2A of the line along the middle of the walls, as all of it goes over from one sheet to the other."""
    s = sections_for(sheeted("balsa_light", sheet_mm=1.0))
    twist, outline = twist_for(s), s.layout.outline
    enclosed = float(np.trapezoid(outline.upper[0] - outline.lower[0] - 1.0, outline.x[0]))
    for edge in ("nose", "trailing edge"):
        assert float(twist.stress.seam(edge)[0, 0]) == pytest.approx(float(twist.GJ[0, 0]) / (2 * enclosed), rel=0.08)


def test_wood_is_no_block() -> None:
    airframe = make_airframe()
    wing = airframe.wing.model_copy(update={"core": Core(material="balsa_light")})
    with pytest.raises(ValidationError, match="Wood is for sheeting"):
        Airframe.model_validate_json(with_wing(airframe, wing).model_dump_json())


def test_ribs_that_are_nearly_solid_are_refused() -> None:
    with pytest.raises(ValidationError, match="nearly solid"):
        FoamRibs(id="r", y_to_mm=400.0, thickness_mm=20.0, spacing_mm=30.0)


def test_a_section_of_that_kind_is_offered_for_any_part() -> None:
    made = usual_section(make_airframe(), "wing", "sheeted")
    assert isinstance(made.aerofoil, SheetedSection)
    assert made.core.material == "xps_sheet"
    assert told(with_wing(make_airframe(), made), WEB).holds.n.value > 0  # type: ignore[arg-type]


def test_a_web_of_board_on_edge_or_of_foam_holds_both_sheets_apart() -> None:
    bare = told(sheeted())
    at: dict[str, Any] = {"y_to_mm": 500.0, "chord_from": 0.3, "chord_to": 0.3}
    for piece in (WEB, BoardSpar(id="b", lying="on_edge", layers=1, **at)):
        assert buckles(told(sheeted(), piece), "before") > 2 * buckles(bare, "")
    edge, flat = (
        told(sheeted(), BoardSpar(id="b", lying=lying, layers=4, width_mm=20.0, **at)) for lying in ("on_edge", "flat")
    )
    # of the same board: sheared in its plane it is the stiffer
    assert edge.tip_bend_by_shear_mm < flat.tip_bend_by_shear_mm


def test_glue_at_spots_is_lighter_and_holds_less() -> None:
    whole, spots = (
        told(sheeted(), BoardSpar(id="b", layers=4, y_to_mm=500.0, glued=g, chord_from=0.3, chord_to=0.3))
        for g in (1.0, 0.2)
    )
    assert spots.mass.part_g.value < whole.mass.part_g.value
    n = [next(m.n for m in v.modes if m.mode == "bond_shear") for v in (spots, whole)]
    assert n[0] == pytest.approx(0.2 * n[1], rel=0.1)


def test_a_bead_of_glue_weighs_what_it_is_and_bears_little() -> None:
    bare, wiped = told(sheeted(), WEB), told(sheeted(), WEB, Bead(id="bead", y_to_mm=500.0, leg_mm=3.0))
    glue = catalogue().glue["hot_melt_low"]
    assert wiped.mass.part_g.value - bare.mass.part_g.value == pytest.approx(
        2 * 500.0 * 4.5 * glue.density * 1e-6, rel=0.02
    )
    assert bare.section.EI_Nmm2 < wiped.section.EI_Nmm2 < 1.2 * bare.section.EI_Nmm2
    with pytest.raises(ValidationError, match="no fillet"):
        Bead(id="bead", y_to_mm=500.0, material="contact_foam_safe")
    with pytest.raises(Refused):
        told(make_airframe(), Bead(id="bead", y_to_mm=400.0))


def test_a_hollow_that_a_cut_aileron_leaves_open_is_told() -> None:
    airframe = sheeted()
    aileron = ControlSurface(y_from_mm=250.0, y_to_mm=480.0, chord_share=0.25)
    cut = with_wing(airframe, airframe.wing.model_copy(update={"aileron": aileron}))
    assert any("hollow stands open" in line for line in told(cut, WEB).cautions)
    closed = told(cut, WEB, FoamWeb(id="aft", y_to_mm=500.0, chord_from=0.72, chord_to=0.72))
    assert not any("hollow stands open" in line for line in closed.cautions)
    assert abs(closed.twist_deg.value) < abs(told(cut, WEB).twist_deg.value)
