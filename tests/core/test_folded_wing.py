"""The folded wing as a whole: weight and stiffness by hand, what each choice buys, and every way it is described."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds.boards import BoardSpar
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.kinds.notch import Notch
from fletcher_core.kinds.pocket import Pocket
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.model import Airframe, Core, FoldedBoard, NacaAerofoil, Refused
from fletcher_core.questions.suggestions import start, start_part, suggest, usual_section
from fletcher_core.report.verdict import Verdict
from fletcher_core.search import Found, Wish, search
from fletcher_core.verdicts import evaluate
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import sections_for, solve_for, twist_for

BOARD = catalogue().board["foamboard_light"]


def folded(
    material: str = "foamboard_light", half_span: float = 480.0, tip: float | None = None, **made: Any
) -> Airframe:
    airframe = make_airframe(half_span=half_span, root=190.0, tip=tip, promise=600.0, rest=400.0, n=4.0, speed=12.0)
    usual = {"height_mm": 24.5, "crease_mm": 34.0, "flat_mm": 25.0, **made}
    wing = airframe.wing.model_copy(update={"aerofoil": FoldedBoard(**usual), "core": Core(material="foamboard_light")})
    return with_wing(airframe, wing)


def box(**more: Any) -> BoxSpar:
    return BoxSpar(**{"id": "box", "width_mm": 25.0, "chord_from": 0.245, "chord_to": 0.245, "y_to_mm": 480.0, **more})


def boards(layers: int = 3, **more: Any) -> BoardSpar:
    return BoardSpar(
        id="boards", layers=layers, width_mm=25.0, chord_from=0.245, chord_to=0.245, **{"y_to_mm": 480.0, **more}
    )


def told(airframe: Airframe, *pieces: Any) -> Verdict:
    return evaluate(airframe, make_scheme(*pieces), ledger=False)


def test_it_weighs_what_its_sheet_does() -> None:
    """Area of the sheet along its middle, times what a board weighs, and glue in the nose and at the trailing edge."""
    s = sections_for(folded())
    made = folded().wing.aerofoil
    assert isinstance(made, FoldedBoard)
    T = BOARD.thickness.typical
    # along the middle of the wall: half a board inside the outline
    around = 190 + 1.5 * T + np.hypot(34, 24.5 - 1.5 * T) + 25 + np.hypot(131, 24.5 - 2 * T) - 2 * T
    spread = catalogue().glue[made.glue].spread
    assert spread is not None
    # both bevels of the nose, each as high as it is
    glued = made.seam_mm + 2 * 1.5 * T
    by_hand = 480 * (around * BOARD.area_mass.typical + glued * spread.typical) * 1e-6
    assert float(s.half_mass_g[0]) == pytest.approx(by_hand, rel=0.02)


def test_bending_stiffness_by_hand() -> None:
    """Two flat papers and cores, as far apart as they are, of a wing that is nearly a box."""
    s = sections_for(folded(height_mm=30.0, crease_mm=3.0, flat_mm=148.0))
    EI = float(s.properties.EIxx[0, 0])
    T = BOARD.thickness.typical
    assert BOARD.paper_thickness is not None
    assert BOARD.paper_E_along is not None
    Et = BOARD.paper_thickness.typical * BOARD.paper_E_along.typical
    # both sheets over the flat, at half the height less half a board from the middle, each with two papers
    arm = 0.5 * (30.0 - T)
    flat = 2 * 148 * (2 * Et * arm**2 + 2 * Et * (0.5 * T) ** 2)
    assert flat < EI < 1.35 * flat


def test_a_spar_of_any_kind_makes_it_stiffer_and_heavier() -> None:
    bare = told(folded())
    for spar in (box(), boards(), box(open="top")):
        with_it = told(folded(), spar)
        assert with_it.mass.part_g.value > bare.mass.part_g.value + 5
        assert abs(with_it.tip_bend_mm.value) < abs(bare.tip_bend_mm.value)
    shut, open_ = told(folded(), box()), told(folded(), box(open="top"))
    assert open_.mass.part_g.value < shut.mass.part_g.value


def test_twist_knows_hollows() -> None:
    """A spar splits the hollow in two and adds to GJ; a bare aileron cut leaves it open behind."""
    bare, spar = folded(), sections_for(folded(), box())
    GJ = float(twist_for(spar).GJ[0, 0])
    assert 1.05 * float(twist_for(sections_for(bare)).GJ[0, 0]) < GJ


def test_paper_peeled_inside_costs_and_saves() -> None:
    kept, peeled = told(folded(), box()), told(folded(peeled_inside="both"), box())
    assert 0.75 * kept.mass.part_g.value < peeled.mass.part_g.value < 0.93 * kept.mass.part_g.value
    assert peeled.holds.n.value < kept.holds.n.value
    assert abs(peeled.tip_bend_mm.value) > 1.2 * abs(kept.tip_bend_mm.value)


def test_what_buckles_springs_back_and_goes_on() -> None:
    """Of a wide light sheet without its inner paper, that buckles first; it holds more than that."""
    v = told(folded(peeled_inside="both", half_span=700.0), box(y_to_mm=700.0))
    buckles = [m for m in v.modes if m.mode == "panel_buckling" and m.face == "top"]
    assert buckles
    assert v.holds.n.value >= v.breaks.n.value
    if v.breaks.mode == "panel_buckling":
        assert "sheet" in v.breaks.how
        assert v.holds.n.value > 1.02 * v.breaks.n.value


def test_pieces_lie_in_the_hollow_and_on_the_sheet() -> None:
    strips = [
        Strip(id=f"s-{level}", level=level, width_mm=5.0, thickness_mm=0.5, lying="flat", chord_from=0.245,
              chord_to=0.245, y_to_mm=300.0)
        for level in ("top", "bottom")
    ]  # fmt: skip
    tape = TapeStrip(id="tape", width_mm=48.0, chord_from=0.25, chord_to=0.25, y_to_mm=480.0)
    s = sections_for(folded(), box(), *strips, tape)
    members, rows = s.layout.section.members, s.layout.member_rows
    t = BOARD.thickness.typical
    for p, row in enumerate(rows):
        if row.piece == 1:
            # under the top sheet: over all less the board, less half the strip
            assert members.z[p, 0] == pytest.approx(24.5 - t - 0.25, abs=0.1)
        assert not members.area_out[p].any()
    v = told(folded(), box(), *strips, tape)
    assert v.tip_bend_mm.value < 0.6 * told(folded(), box()).tip_bend_mm.value


def test_a_pocket_in_the_lower_sheet_takes_a_wall_and_no_more() -> None:
    cut = Pocket(id="p", face="bottom", depth_mm=20.0, x_from=0.5, x_to=0.62, y_from_mm=200.0, y_to_mm=224.0)
    whole, with_it = sections_for(folded()), sections_for(folded(), cut)
    at = int(np.argmin(np.abs(with_it.layout.plan.y - 212)))
    EA = [float(s.properties.EA[0, k]) for s, k in ((whole, 0), (with_it, at))]
    # the width of the pocket, of both papers and the core of one sheet
    sheet = float(
        whole.materials.sheet_Et[0].sum() / 2 + whole.materials.foam.E[0] * (whole.layout.section.wall_mm or 0)
    )
    assert EA[0] - EA[1] == pytest.approx(0.12 * 190 * sheet, rel=0.06)
    GJ = twist_for(with_it).GJ[0]
    assert GJ[at] < 0.5 * GJ[0]


@pytest.mark.parametrize(
    "cut",
    [
        Pocket(id="p", face="through", x_from=0.4, x_to=0.6, y_from_mm=100.0, y_to_mm=150.0),
        Notch(id="n", edge="trailing", depth_mm=60.0, y_from_mm=0.0, y_to_mm=60.0),
        Pocket(id="p", face="bottom", depth_mm=12.0, x_from=0.55, x_to=0.7, y_from_mm=200.0, y_to_mm=224.0),
    ],
    ids=["through", "notch", "pocket"],
)
def test_what_a_hole_cuts_off_hands_nothing_over(cut: Any) -> None:
    """Over the length of a hole the part that it cuts off goes on with its force; the rest takes the shear."""
    whole, with_it = solve_for(folded(), box()), solve_for(folded(), box(), cut)
    at = int(np.argmin(np.abs(with_it.layout.plan.y - 0.5 * (cut.y_from_mm + cut.y_to_mm))))
    assert with_it.GA_s[0, at] > 0.2 * whole.GA_s[0, 0]
    assert with_it.flow.foam_stress[0, at] < 6 * whole.flow.foam_stress[0, 0]
    assert with_it.n[0].min() > 0.4 * whole.n[0].min()


def test_a_stack_that_does_not_fit_says_how_many_do() -> None:
    with pytest.raises(Refused) as caught:
        told(folded(), boards(6))
    problem = caught.value.problems[0]
    assert problem.where == ("pieces", 0, "layers")
    assert "3" in problem.said()["right"]


def test_a_spar_outside_the_sheet_is_told() -> None:
    with pytest.raises(Refused):
        told(folded(), box(chord_from=0.99, chord_to=0.99))


def test_a_stick_in_the_middle_of_the_hollow_lies_on_nothing() -> None:
    rod = Rod(id="rod", diameter_mm=3.0, level="middle", chord_from=0.245, chord_to=0.245, y_to_mm=300.0)
    with pytest.raises(Refused) as caught:
        told(folded(), rod)
    assert caught.value.problems[0].where == ("pieces", 0, "level")
    # in a box it is held, and under a sheet it is glued
    assert np.isfinite(told(folded(), rod, box()).holds.n.value)
    assert np.isfinite(told(folded(), rod.model_copy(update={"level": "top"})).holds.n.value)


def test_a_search_over_spars_of_a_folded_wing() -> None:
    """Its winner is the lightest that does it, by the full model, of all that can be built."""
    wish = Wish(break_g=9.0, vary=["spar"])
    found = list(search(folded(), make_scheme(box()), wish))[-1]
    assert isinstance(found, Found)
    assert found.winner is not None
    assert found.winner.meets
    kinds = {p.kind for point in found.front for p in point.pieces}
    assert len(kinds) > 1
    again = told(folded(), *found.winner.pieces)
    assert again.holds.n.value == pytest.approx(found.winner.hold_g)
    assert again.holds.n.value >= 9.0
    lighter = [p for p in found.front if p.part_g < found.winner.part_g - 0.1]
    assert not any(p.meets for p in lighter)


@pytest.mark.parametrize("use", ["trainer", "sport", "survey", "glider"])
def test_a_section_of_another_kind_fits_every_wing_that_is_started(use: Any) -> None:
    airframe = start(use, "x").airframe
    part = usual_section(airframe, "wing", "folded")
    again = type(part).model_validate(part.model_dump())
    assert again.aerofoil.kind == "folded"
    airframe = with_wing(airframe, again)  # type: ignore[arg-type]
    for wish in ("boards", "box", "strip", "tape"):
        pieces = suggest(airframe, make_scheme(), wish)
        assert np.isfinite(told(airframe, *pieces).holds.n.value)
    back = usual_section(airframe, "wing", "naca")
    assert type(back).model_validate(back.model_dump()).core.material not in catalogue().board


@pytest.mark.parametrize("code", ["2412", "2415", "0010"])
def test_the_aerofoil_that_is_wanted_proposes_height_and_creases(code: str) -> None:
    """As high as it is thick, to the next whole board; the flat about the place where it is thickest, at 30 %."""
    airframe = make_airframe(root=220.0)
    wing = airframe.wing.model_copy(update={"aerofoil": NacaAerofoil(code=code)})
    made = usual_section(with_wing(airframe, wing), "wing", "folded").aerofoil
    assert isinstance(made, FoldedBoard)
    board = BOARD.thickness.typical
    assert abs(made.height_mm - int(code[2:]) / 100 * 220.0) <= 0.5 * board + 0.1
    assert made.crease_mm + 0.5 * made.flat_mm == pytest.approx(0.3 * 220.0, abs=3.0)


def test_a_tail_can_be_folded_too() -> None:
    airframe, scheme = start_part(folded(), "tailplane")
    part = usual_section(airframe, "tailplane", "folded")
    parts = airframe.parts.model_copy(update={"tailplane": part})
    v = evaluate(airframe.model_copy(update={"parts": parts}), scheme, ledger=False)
    assert np.isfinite(v.holds.n.value)


@settings(max_examples=12)
@given(
    high=st.floats(16.0, 36.0), crease=st.floats(8.0, 60.0), flat=st.floats(0.0, 40.0), back=st.floats(0.0, 30.0),
    tip=st.floats(110.0, 200.0), top=st.sampled_from(["creased", "curved"]),
    nose=st.sampled_from(["crease", "bevel", "round"]),
    outside=st.sampled_from(["none", "top", "both"]), inside=st.sampled_from(["none", "bottom", "both"]),
    spar=st.sampled_from(["none", "box", "open", "tape"]),
)  # fmt: skip
def test_whatever_is_folded_gives_finite_figures(
    high: float, crease: float, flat: float, back: float, tip: float, top: Any, nose: Any, outside: Any, inside: Any,
    spar: str,
) -> None:  # fmt: skip
    airframe = folded(
        tip=tip, height_mm=high, crease_mm=crease, flat_mm=flat, fold_back_mm=back, top=top, nose=nose,
        peeled_outside=outside, peeled_inside=inside,
    )  # fmt: skip
    at = min(max((crease + 0.5 * flat) / 190, 0.15), 0.5)
    pieces: list[Any] = {
        "none": [], "box": [box(chord_from=at, chord_to=at)], "open": [box(chord_from=at, chord_to=at, open="bottom")],
        "tape": [TapeStrip(id="tape", width_mm=48.0, chord_from=at, chord_to=at, y_to_mm=480.0)],
    }[spar]  # fmt: skip
    solved = solve_for(airframe, *pieces)
    assert np.all(np.isfinite(solved.hold.min(axis=1)))
    assert np.all(solved.hold.min(axis=1) > 0)
    assert np.all(solved.GJ > 0)
    assert np.all(solved.GA_s > 0)
    assert np.all(solved.GA_s < 1e7)


def test_a_seam_by_bredt() -> None:
    """Round the trailing edge of a hollow without webs flows torque over twice what it encloses (Bredt 1896): of thick
    walls, more than what their middle does and less than what their outside does."""
    s = sections_for(folded())
    twist = twist_for(s)
    per_torque = float(twist.stress.unit[-1, 0, 0] / twist.GJ[0, 0])
    outline = s.layout.outline
    t = s.layout.section.wall_mm or 0.0
    # what the middle of the walls encloses
    depth = np.maximum(outline.upper[0] - outline.lower[0] - t, 0.0)
    enclosed = float(np.trapezoid(depth, outline.x[0])) - t * 0.5 * float(depth[0] + depth[-1])
    outside = float(np.trapezoid(outline.upper[0] - outline.lower[0], outline.x[0]))
    assert 1 / (2 * outside) < per_torque < 1 / (2 * enclosed)


def test_a_narrow_seam_opens_and_its_glue_weighs() -> None:
    narrow, wide = told(folded(seam_mm=2.0), box()), told(folded(seam_mm=20.0), box())
    seams = [next(m for m in v.modes if m.mode == "seam").n for v in (narrow, wide)]
    assert seams[1] == pytest.approx(10 * seams[0], rel=0.08)
    spread = catalogue().glue["polyurethane_foaming"].spread
    assert spread is not None
    heavier = wide.mass.part_g.value - narrow.mass.part_g.value
    assert heavier == pytest.approx(2 * 480 * 18 * spread.typical * 1e-6, rel=0.05)
