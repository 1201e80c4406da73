"""The further ways to fail, each against a sum by hand: kinking, clamps, joints, notches, webs, cracks."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.sensitivity import figure_label
from fletcher_core.catalogue import catalogue
from fletcher_core.failure import MODES
from fletcher_core.failure.modes.notch import KT_CAP, bending_share, stress_concentration
from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.notch import Notch
from fletcher_core.kinds.pocket import Pocket
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.model import Airframe, Joint, Seat
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import bent, finding, solve_for, solved

FOAM = catalogue().foam["epp30"]


def wing_with(airframe: Airframe, **more: Any) -> Airframe:
    return with_wing(airframe, airframe.wing.model_copy(update=more))


def joined(**joint: Any) -> Airframe:
    airframe = make_airframe(plate=20.0, n=3.0)
    panel = airframe.wing.panels[0].model_copy(update={"joint": Joint(**joint)})
    return wing_with(airframe, panels=[panel])


def test_a_slender_rod_kinks_at_hetenyis_load() -> None:
    rods = [Rod(id=lv, level=lv, diameter_mm=1.5, inset_mm=4.0, y_to_mm=600.0) for lv in ("top", "bottom")]
    r = solved(*rods, plate=30.0)
    found = finding(r, "member_kinking")
    I = np.pi / 64 * 1.5**4
    assert found.allowable[0, 0] == pytest.approx(2 * np.sqrt(FOAM.E.typical * 120000 * I), rel=1e-6)
    strain = r.forces.moment[0, 0] / r.properties.EIxx[0, 0] * (15 - 4 - 0.75)
    force = r.materials.gamma[0, 0] * 120000 * np.pi / 4 * 1.5**2 * strain
    assert found.n[0, 0] == pytest.approx(found.allowable[0, 0] / force, rel=1e-3)
    # under the skin, half of the foam holds it
    near = solved(*(rod.model_copy(update={"inset_mm": 0.0}) for rod in rods), plate=30.0)
    assert finding(near, "member_kinking").allowable[0, 0] == pytest.approx(
        found.allowable[0, 0] / np.sqrt(2), rel=1e-6
    )


def test_a_flat_strip_kinks_about_its_weak_axis() -> None:
    flat = solved(Strip(id="s", width_mm=10, thickness_mm=0.5, level="top", inset_mm=2, y_to_mm=600), plate=30.0)
    I = 10 * 0.5**3 / 12
    k = FOAM.E.typical  # two millimetres of foam are more than its own height
    assert finding(flat, "member_kinking").allowable[0, 0] == pytest.approx(2 * np.sqrt(k * 120000 * I), rel=1e-6)


def test_a_tube_is_crushed_at_a_clamp_unless_a_rod_fills_it() -> None:
    tube = Tube(id="t", material="carbon_roll_wrapped", outer_mm=8, inner_mm=7, y_to_mm=600)
    held = wing_with(make_airframe(plate=20.0), seat=Seat(kind="clamp", width_mm=10))
    r = solve_for(held, tube)
    share = 75000 * np.pi / 64 * (8**4 - 7**4) / r.properties.EIxx[0, 0]
    stress = 0.318 * r.forces.shear[0, 0] * share / 10 * 3.75 * 6 / 0.5**2
    assert finding(r, "tube_crush").n[0, 0] == pytest.approx(170 / stress, rel=1e-3)
    filled = tube.model_copy(update={"sleeve_material": "hardwood_dowel", "sleeve_to_mm": 60.0})
    assert np.isinf(finding(solve_for(held, filled), "tube_crush").n[0, 0])
    # a rod that has more room than its glue fills leaves the tube hollow
    loose = filled.model_copy(update={"sleeve_mm": 5.0, "glue": "contact_foam_safe"})
    assert finding(solve_for(held, loose), "tube_crush").n[0, 0] == pytest.approx(170 / stress, rel=0.08)
    assert not [f for f in solved(tube, plate=20.0).findings if f.mode == "tube_crush"]


def test_a_butt_joint_is_as_good_as_its_foam() -> None:
    r = bent(joined(kind="butt", glue="polyurethane_foaming"))
    stress = r.forces.moment[0, 0] * 6 / (200 * 20**2)
    assert finding(r, "joint_bond", part="butted faces").n[0, 0] == pytest.approx(
        FOAM.tension.typical / stress, rel=1e-3
    )
    # away from the joint nothing is asked of it
    assert np.isinf(finding(r, "joint_bond", part="butted faces").n[0, 30])


def test_a_brace_takes_its_share_and_breaks_or_lets_go() -> None:
    r = solve_for(joined(kind="brace", material="birch_ply", thickness_mm=1.5, height_mm=18, reach_mm=80))
    bar, foam = 9500 * 2 * 1.5 * 18**3 / 12, 8 * 200 * 20**3 / 12
    share = bar / (bar + foam)
    moment = r.forces.moment[0, 0] * share
    stress = moment * 9 * 9500 / bar
    assert finding(r, "joint_break", part="brace").n[0, 0] == pytest.approx(40 / stress, rel=1e-3)
    polar = 80 * 18 * (80**2 + 18**2) / 12
    shear = moment / 2 * 0.5 * np.hypot(80, 18) / polar
    assert finding(r, "joint_bond", part="brace").n[0, 0] == pytest.approx(FOAM.shear.typical / shear, rel=1e-3)


def test_a_wire_bears_on_the_foam() -> None:
    short, long = (
        finding(
            solve_for(joined(kind="wire", material="spring_steel_wire", thickness_mm=2.5, reach_mm=reach)),
            "joint_bearing",
            part="wire",
        )
        for reach in (40, 80)
    )
    assert long.n[0, 0] > 2.5 * short.n[0, 0]


def test_tape_over_a_joint_shares_by_its_stiffness() -> None:
    r = solve_for(joined(kind="butt", tape="filament_tape_uni", tape_width_mm=150))
    foam, tape = 8 * 200 * 20**3 / 12, 560 * 150 * 2 * 10**2
    share = tape / (foam + tape)
    pull = r.forces.moment[0, 0] * share / (20 * 150)
    assert finding(r, "joint_break", part="tape over the joint").n[0, 0] == pytest.approx(22 / pull, rel=1e-3)
    bare = solve_for(joined(kind="butt"))
    assert (
        finding(r, "joint_bond", part="butted faces").n[0, 0]
        > 3 * finding(bare, "joint_bond", part="butted faces").n[0, 0]
    )


@pytest.mark.parametrize(
    ("depth", "radius", "Kt"), [(10.0, 10.0, 3.0), (4.0, 16.0, 2.0), (0.0, 5.0, 1.0), (100.0, 0.1, KT_CAP)]
)
def test_elliptic_notches(depth: float, radius: float, Kt: float) -> None:
    # a half circle in an edge gives 3 by this formula (Inglis 1913); sharper ones are capped
    assert float(stress_concentration(np.asarray(depth), radius)) == pytest.approx(Kt)


@pytest.mark.parametrize(
    ("over_thickness", "Kt"),
    # a round hole of that diameter over thickness in a bent plate: Goodier 1936 for thin ones, 3 as in tension for a
    # small one in deep foam
    [(1e4, (5 + 3 * 0.3) / (3 + 0.3)), (1e-3, 3.0)],
)
def test_a_hole_in_a_bent_plate(over_thickness: float, Kt: float) -> None:
    share = float(bending_share(np.array(0.5 * over_thickness), np.array(1.0)))
    assert 1 + 2 * share == pytest.approx(Kt, rel=0.02)


def test_a_sharp_notch_cracks_first_and_cord_holds_it() -> None:
    notch = Notch(id="n", depth_mm=40, corner_mm=1.0, y_from_mm=0.0, y_to_mm=60.0)
    sharp = solved(notch, plate=20.0)
    assert finding(sharp, "notch").n[0].min() < finding(sharp, "core_tension", "bottom").n[0].min()
    round_ = solved(notch.model_copy(update={"corner_mm": 40.0}), plate=20.0)
    # a plate of 20 mm that bends with a notch 40 mm deep: 1.89 at a round corner, the greatest there is at a sharp one
    round_factor = 1 + 2 * float(bending_share(np.array(40.0), np.array(20.0)))
    assert round_factor == pytest.approx(1.89, abs=0.01)
    ratio = KT_CAP / round_factor
    assert finding(round_, "notch").n[0].min() == pytest.approx(ratio * finding(sharp, "notch").n[0].min(), rel=0.02)
    corded = solved(notch, Cord(id="c", y_to_mm=600), plate=20.0)
    EA_foam, EA_cord = 8 * 20 * 40, 2600
    gain = finding(corded, "notch").n[0].min() / finding(sharp, "notch").n[0].min()
    assert gain == pytest.approx((EA_foam + EA_cord) / EA_foam, rel=0.05)


def test_pockets_crack_at_their_corners() -> None:
    pocket = Pocket(id="p", x_from=0.4, x_to=0.5, depth_mm=10, face="bottom", corner_mm=0.5, y_from_mm=100, y_to_mm=130)
    r = solved(pocket, plate=20.0)
    assert np.isfinite(finding(r, "notch").n[0].min())
    v = evaluate(
        make_airframe(plate=20.0),
        make_scheme(Rod(id="r", diameter_mm=6, level="bottom", chord_from=0.45, chord_to=0.45, y_to_mm=500), pocket),
    )
    assert any("It cuts the bottom rod" in w for w in v.ledger[1].warnings)
    assert v.ledger[1].buys_break_n is not None
    assert v.ledger[1].buys_break_n < 0


def test_a_web_between_caps_shears_along_its_grain() -> None:
    web = Web(
        id="w",
        material="balsa_light",
        thickness_mm=2,
        cap_material="carbon_pultruded",
        cap_width_mm=6,
        cap_thickness_mm=1,
        y_to_mm=600,
    )
    r = solved(web, plate=24.0)
    found = finding(r, "web_shear", part="web")
    # between stiff caps the shear flow is V / d, nearly all of it in the web
    mean = r.forces.shear[0, 0] / (23 * 2)
    assert found.applied[0, 0] == pytest.approx(mean, rel=0.25)
    assert found.allowable[0] == catalogue().stock["balsa_light"].interlaminar_shear.typical


def test_tape_holds_the_halves_of_cracked_foam() -> None:
    airframe = make_airframe(plate=15.0, foam="eps15", n=3.0)
    bare = evaluate(airframe, make_scheme(), spread=False)
    taped = evaluate(
        airframe,
        make_scheme(TapeStrip(id="t", material="filament_tape_uni", surface="bottom", width_mm=48, y_to_mm=600)),
        spread=False,
    )
    # bare, it snaps as soon as its pulled face cracks
    assert bare.holds.mode == "core_tension"
    assert taped.holds.n.value > 1.2 * bare.holds.n.value


def test_after_a_crack_the_pressed_half_and_the_tape_are_in_balance() -> None:
    from fletcher_core.failure import Shed, after

    from tests.core.solving import loaded

    wing = loaded(make_airframe(plate=20.0), TapeStrip(id="t", surface="bottom", width_mm=100, y_to_mm=600))
    cracked = after(wing, Shed(wrinkled=True, cracked=True))
    assert cracked is not None
    p = cracked.properties
    foam, tape = 8 * 200 * 10.0, 55 * 100.0
    z0 = (foam * 5 - tape * 10.024) / (foam + tape)
    by_hand = 8 * 200 * 10**3 / 12 + foam * (5 - z0) ** 2 + tape * (10.024 + z0) ** 2
    assert p.EIxx[0, 0] == pytest.approx(by_hand, rel=2e-3)


@given(reach=st.floats(150, 590))
def test_the_end_of_a_stick_is_only_asked_where_it_ends(reach: float) -> None:
    r = solved(Rod(id="r", level="top", diameter_mm=3, y_to_mm=reach), Skin(id="s", y_to_mm=600), plate=20.0)
    found = finding(r, "end_slip")
    y = r.layout.plan.y[np.isfinite(found.n[0])]
    assert np.allclose(y, reach, atol=0.01)


def test_every_mode_has_a_name_among_what_drives_a_spread() -> None:
    for mode in MODES:
        assert figure_label(f"method.{mode}").startswith("how well the model knows: when ")
