"""Every kind of piece, against sums done by hand."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.geometry import XI
from fletcher_core.kinds.block import Block
from fletcher_core.kinds.box import BoxSpar
from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.notch import Notch
from fletcher_core.kinds.plate import Plate
from fletcher_core.kinds.pocket import Pocket
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.sandwich import Sandwich
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.model import Core, FlatPlate, Wing
from fletcher_core.report.warnings import warnings
from fletcher_core.sections.filled import core_moments
from fletcher_core.verdicts import evaluate
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from scipy.linalg import solve_banded

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.solving import finding, sections_for, solve_for, solved

PLATE = 20.0
CARBON, BALSA = catalogue().stock["carbon_pultruded"], catalogue().stock["balsa_hard"]


def EI(*pieces: Any, **airframe: Any) -> float:
    return float(solved(*pieces, plate=PLATE, **airframe).properties.EIxx[0, 0])


def board_wing(material: str, sheets: int = 1, **core: Any) -> Any:
    airframe = make_airframe(plate=catalogue().board[material].thickness.typical * sheets)
    aerofoil = FlatPlate(thickness_mm=catalogue().board[material].thickness.typical * sheets)
    wing = Wing(panels=airframe.wing.panels, aerofoil=aerofoil, core=Core(material=material, **core))
    return with_wing(airframe, wing)


def test_a_rod_in_a_tube_adds_little_stiffness_but_all_of_its_weight() -> None:
    hollow = Tube(id="t", material="carbon_roll_wrapped", outer_mm=8, inner_mm=6, y_to_mm=600)
    filled = hollow.model_copy(update={"sleeve_material": "carbon_pultruded", "sleeve_to_mm": 600.0})
    one, two = solved(hollow, plate=PLATE), solved(filled, plate=PLATE)
    added = CARBON.E.typical * np.pi / 64 * 6**4
    assert two.properties.EIxx[0, 0] - one.properties.EIxx[0, 0] == pytest.approx(added, rel=1e-3)
    grams = two.half_mass_g[0] - one.half_mass_g[0]
    assert grams == pytest.approx(1550e-6 * np.pi / 4 * 36 * 600, rel=1e-3)


def test_what_a_rod_with_room_round_it_adds_hangs_on_its_glue() -> None:
    """gamma of the rod, against a rod in glue, both cut into 2000 pieces, in a tube that stretches as a cosine."""
    tube = Tube(
        id="t", outer_mm=8, inner_mm=6, y_to_mm=600, sleeve_material="carbon_pultruded", sleeve_to_mm=600.0,
        glue="silicone", sleeve_mm=5.0,
    )  # fmt: skip
    s = sections_for(make_airframe(), tube)
    room, G = 0.5, catalogue().glue["silicone"].G.typical
    EA, k = CARBON.E.typical * np.pi / 4 * 25, G * np.pi * 5.0 / room  # N, N/mm for each mm
    count, long = 2000, 600.0
    step = long / count
    y = np.linspace(0, long, count + 1)
    shape = 2 * long / np.pi * np.sin(np.pi * y / (2 * long))  # the tube's own shift, its strain a cosine
    # EA u'' = k (u - tube's), nothing shifts in the middle and nothing pulls at the end
    main = np.full(count + 1, 2 * EA / step**2 + k)
    main[-1] = EA / step**2 + 0.5 * k
    right = k * shape
    right[-1] *= 0.5
    band = np.zeros((3, count + 1))
    band[0, 1:], band[1], band[2, :-1] = -EA / step**2, main, -EA / step**2
    band[1, 0], band[0, 1], right[0] = 1.0, 0.0, 0.0
    u = solve_banded((1, 1), band, right)
    pulled = np.diff(u)[0] / np.diff(shape)[0]
    assert s.materials.gamma[0, 1] == pytest.approx(pulled, rel=2e-3)
    assert s.materials.gamma[0, 1] < 0.9


def test_a_rod_in_a_tube_is_as_thick_as_it_is() -> None:
    tube = Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600, sleeve_material="spruce", sleeve_to_mm=600.0)
    full, thin = (sections_for(make_airframe(), t) for t in (tube, tube.model_copy(update={"sleeve_mm": 4.0})))
    spruce = catalogue().stock["spruce"].density.typical * 1e-6
    less = np.pi / 4 * (36 - 16) * spruce * 600
    assert full.half_mass_g[0] - thin.half_mass_g[0] == pytest.approx(less, rel=1e-3)
    with pytest.raises(ValidationError, match="bore"):
        Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600, sleeve_material="spruce", sleeve_mm=6.5)


def test_a_rod_with_more_room_than_its_glue_fills_is_held_along_a_line() -> None:
    tube = Tube(
        id="t", outer_mm=8, inner_mm=6, y_to_mm=600, sleeve_material="spruce", sleeve_to_mm=600.0, glue="ca_foam_safe"
    )
    snug, loose = (sections_for(make_airframe(), t) for t in (tube, tube.model_copy(update={"sleeve_mm": 5.0})))
    assert [r.fills for r in snug.layout.member_rows] == [True, True]
    assert [r.fills for r in loose.layout.member_rows] == [True, False]
    assert not warnings(snug.layout)
    assert "along one line" in warnings(loose.layout)[0][0]


def test_a_sleeve_ends_where_it_ends() -> None:
    part = Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600, sleeve_material="spruce", sleeve_to_mm=150)
    r = solved(part, plate=PLATE)
    y, EIxx = r.layout.plan.y, r.properties.EIxx[0]
    assert EIxx[y < 149].min() > EIxx[y > 151].max()


def test_a_sandwich_is_wood_between_strips() -> None:
    s = Sandwich(id="s", width_mm=5, height_mm=12, strip_mm=0.5, y_to_mm=600)
    wood = BALSA.E.typical * 5 * 11**3 / 12
    strips = 2 * CARBON.E.typical * (5 * 0.5 * 5.75**2 + 5 * 0.5**3 / 12)
    got = solved(s, plate=PLATE)
    gamma = got.materials.gamma[0]
    slipping = 2 * CARBON.E.typical * (gamma[1] * 5 * 0.5 * 5.75**2 + 5 * 0.5**3 / 12)
    assert got.properties.EIxx[0, 0] - EI() == pytest.approx(wood + slipping, rel=2e-3)
    assert slipping == pytest.approx(strips, rel=0.1)


def test_caps_in_a_recess_leave_the_web_between_them() -> None:
    web = Web(
        id="w", grain="upright", cap_material="carbon_pultruded", cap_width_mm=6, cap_thickness_mm=0.5, y_to_mm=600
    )
    got = solved(web, plate=PLATE)
    members, rows = got.layout.section.members, got.layout.member_rows
    assert [r.part for r in rows] == ["web", "top cap", "bottom cap"]
    assert members.height[0, 0] == pytest.approx(PLATE - 1.0)
    assert members.z[1, 0] == pytest.approx(PLATE / 2 - 0.25)
    gamma = got.materials.gamma[0, 1]
    caps = 2 * CARBON.E.typical * 6 * 0.5 * gamma * 9.75**2
    assert got.properties.EIxx[0, 0] - EI() == pytest.approx(caps, rel=0.02)
    plain = solved(Web(id="w", grain="upright", y_to_mm=600), plate=PLATE)
    assert got.properties.EIxx[0, 0] > 20 * (plain.properties.EIxx[0, 0] - EI())


def test_cap_layers_drop_off_and_a_cover_lies_over_them() -> None:
    web = Web(
        id="w", cap_material="carbon_tow_wet", cap_width_mm=6, cap_thickness_mm=0.2, layers=3, drops_mm=[200, 400],
        cover_mm=1.0, y_to_mm=600,
    )  # fmt: skip
    got = solved(web, plate=PLATE)
    y, area = got.layout.plan.y, got.layout.section.members.area[1]
    assert [float(area[np.argmin(np.abs(y - at))]) for at in (100, 300, 500)] == pytest.approx([3.6, 2.4, 1.2])
    assert {r.part for r in got.layout.member_rows} >= {"top cover", "bottom cover"}
    # a layer less, a little less stiff
    EIxx = got.properties.EIxx[0]
    assert EIxx[np.argmin(np.abs(y - 100))] > EIxx[np.argmin(np.abs(y - 300))] > EIxx[np.argmin(np.abs(y - 500))]


def test_film_layers_drop_off_along_the_span() -> None:
    film = Skin(id="f", layers=3, drops_mm=[150, 300], y_to_mm=600)
    r = solved(film, plate=PLATE)
    y, gain = r.layout.plan.y, r.properties.EIxx[0] - EI()
    at = [float(gain[np.argmin(np.abs(y - p))]) for p in (75, 225, 450)]
    assert at[0] / at[2] == pytest.approx(3, rel=0.02)
    assert at[1] / at[2] == pytest.approx(2, rel=0.02)
    GJ = [float(r.GJ[0, np.argmin(np.abs(y - p))]) for p in (75, 225, 450)]
    assert GJ[0] > GJ[1] > GJ[2]


def test_a_folded_box_is_four_walls_of_board_with_nothing_inside() -> None:
    box = BoxSpar(id="b", width_mm=30, y_to_mm=600)
    got = solved(box, plate=PLATE)
    board = catalogue().board["foamboard_light"]
    t = board.thickness.typical
    E = 6 * (1 - 2 * 0.08 / t) + 2 * 4800 * 0.08 / t
    outer, inner = 30 * PLATE**3 / 12, (30 - 2 * t) * (PLATE - 2 * t) ** 3 / 12
    gamma = got.materials.gamma[0]
    assert gamma.min() > 0.98
    foam_gone = 8 * 30 * PLATE**3 / 12
    assert got.properties.EIxx[0, 0] - EI() == pytest.approx(E * (outer - inner) - foam_gone, rel=0.02)
    mass = (got.half_mass_g[0] - solved(plate=PLATE).half_mass_g[0]) / 600
    walls = (30 * PLATE - (30 - 2 * t) * (PLATE - 2 * t)) / t * 245e-6
    assert mass == pytest.approx(walls - 30e-6 * 30 * PLATE, rel=0.02)


def test_cord_follows_the_notch() -> None:
    notch = Notch(id="n", depth_mm=40, y_from_mm=100, y_to_mm=200)
    r = solved(notch, Cord(id="c", y_to_mm=600, inset_mm=2), plate=PLATE)
    y, x = r.layout.plan.y, r.layout.section.members.x[0]
    assert float(x[np.argmin(np.abs(y - 150))]) == pytest.approx(42)
    assert float(x[np.argmin(np.abs(y - 400))]) == pytest.approx(2)


def test_a_block_of_other_foam_takes_the_place_of_the_core() -> None:
    block = Block(id="b", material="xps33", x_from=0.2, x_to=0.5, y_to_mm=600)
    assert EI(block) == pytest.approx(8 * 140 * PLATE**3 / 12 + 14 * 60 * PLATE**3 / 12, rel=1e-6)
    r = solved(block, plate=PLATE, code="0012")
    assert any(f.mode == "core_tension" and f.piece == 0 for f in r.findings)


def test_a_pocket_takes_away_foam_film_and_rod() -> None:
    film, rod = Skin(id="f", y_to_mm=600), Rod(id="r", diameter_mm=4, y_to_mm=600)
    pocket = Pocket(id="p", x_from=0.25, x_to=0.4, y_from_mm=200, y_to_mm=240, face="through")
    whole, cut = solved(film, rod, plate=PLATE), solved(film, rod, pocket, plate=PLATE)
    y = cut.layout.plan.y
    inside, outside = np.argmin(np.abs(y - 220)), np.argmin(np.abs(y - 400))
    edges = 2 * 85 * 20.04**3 / 12  # the film goes round both edges
    left = 8 * 170 * PLATE**3 / 12 + 2 * 85 * 170 * 10.019**2 + edges
    assert cut.properties.EIxx[0, inside] == pytest.approx(left, rel=5e-3)
    assert cut.properties.EIxx[0, outside] == pytest.approx(whole.properties.EIxx[0, -1], rel=1e-9)
    assert cut.GJ[0, inside] < 0.75 * cut.GJ[0, outside]  # two open halves in place of one closed cell
    assert cut.n[0].min() < whole.n[0].min()


def test_a_pocket_in_one_face_leaves_the_other() -> None:
    pocket = Pocket(id="p", x_from=0.5, x_to=0.6, depth_mm=8, face="bottom", y_from_mm=200, y_to_mm=240)
    r = solved(pocket, plate=PLATE)
    k = int(np.argmin(np.abs(r.layout.plan.y - 220)))
    area, zp = 20.0 * 8, -6.0
    z0 = -area * zp / (200 * PLATE - area)
    by_hand = 200 * PLATE**3 / 12 - 20 * 8**3 / 12 - area * zp**2 - (200 * PLATE - area) * z0**2
    assert r.properties.EIxx[0, k] == pytest.approx(8 * by_hand, rel=1e-6)


@pytest.mark.parametrize(
    ("depth", "x_from", "x_to", "left"),
    [
        # a strip 4 mm wide and 12 high, from 4 to 16 mm deep in a plate of 20: half of its height, none, a side of it
        (10.0, 0.2, 0.4, (4 * 6.0, 4 * 6.0**3 / 12, -3.0, 0.0)),
        (4.0, 0.2, 0.4, (4 * 12.0, 4 * 12.0**3 / 12, 0.0, 0.0)),
        (20.0, 0.2, 0.295, (3 * 12.0, 3 * 12.0**3 / 12, 0.0, 0.5)),
        (20.0, 0.2, 0.4, (0.0, 0.0, 0.0, 0.0)),
    ],
    ids=["half its height", "beside it", "a quarter of its width", "through"],
)
def test_a_stick_that_a_pocket_cuts_loses_what_is_cut(
    depth: float, x_from: float, x_to: float, left: tuple[float, float, float, float]
) -> None:
    strip = Strip(id="s", width_mm=12, thickness_mm=4, lying="on_edge", chord_from=0.3, chord_to=0.3, y_to_mm=600)
    face = "through" if depth >= PLATE else "top"
    pocket = Pocket(id="p", x_from=x_from, x_to=x_to, depth_mm=depth, face=face, y_from_mm=200, y_to_mm=240)
    r = solved(strip, pocket, plate=PLATE)
    k = int(np.argmin(np.abs(r.layout.plan.y - 220)))
    members, there = r.layout.section.members, r.materials.member_on[0]
    area, ixx, down, aft = left
    present = members.present[:, k] * there
    assert (members.area[:, k] * present).sum() == pytest.approx(area, rel=1e-6)
    assert (members.ixx[:, k] * present).sum() == pytest.approx(ixx, rel=1e-6)
    if area:
        row = int(np.argmax(present))
        assert members.z[row, k] == pytest.approx(down, abs=1e-6)
        assert members.x[row, k] == pytest.approx(60.0 + aft, abs=1e-6)
    # switched off, it is whole again
    off = solved(strip, pocket.model_copy(update={"on": False}), plate=PLATE)
    assert off.properties.EIxx[0, k] == pytest.approx(solved(strip, plate=PLATE).properties.EIxx[0, 0], rel=1e-6)


def test_switching_the_pocket_off_gives_everything_back() -> None:
    pieces = (Skin(id="f", y_to_mm=600), Rod(id="r", y_to_mm=600))
    pocket = Pocket(id="p", on=False, x_from=0.25, x_to=0.4, y_from_mm=200, y_to_mm=240, face="through")
    whole, off = solved(*pieces, plate=PLATE), solved(*pieces, pocket, plate=PLATE)
    assert off.n[0].min() == pytest.approx(whole.n[0].min(), rel=1e-6)
    assert off.half_mass_g[0] == pytest.approx(whole.half_mass_g[0], rel=1e-6)
    k = int(np.argmin(np.abs(off.layout.plan.y - 220)))
    assert off.GJ[0, k] == pytest.approx(whole.GJ[0, 0], rel=0.01)


@pytest.mark.parametrize(("peeled", "faces"), [("none", 2), ("top", 1), ("bottom", 1), ("both", 0)])
def test_paper_whole_and_peeled(peeled: str, faces: int) -> None:
    r = solve_for(board_wing("foamboard_light", peeled=peeled))
    t, paper = 4.9 - 2 * 0.08, 4800 * 0.08  # it is measured over its papers
    core = 6 * 200 * t**3 / 12
    assert len(r.layout.sheet_rows) == faces
    if faces == 2:
        assert r.properties.EIxx[0, 0] == pytest.approx(core + 2 * paper * 200 * (t / 2 + 0.04) ** 2, rel=0.01)
    if faces == 0:
        assert r.properties.EIxx[0, 0] == pytest.approx(core, rel=1e-6)
    if faces == 1:
        assert core < r.properties.EIxx[0, 0] < core + paper * 200 * t**2


def test_corrugated_sheet_is_stiff_along_its_flutes_and_weak_across() -> None:
    along, across = (solve_for(board_wing("corrugated_pp_4", flutes=f)) for f in ("along", "across"))
    faces = 2 * 1300 * 0.26 * 200 * (2.0 - 0.13) ** 2
    webs = 1300 * 0.26 / 4.4 * 200 * (4.0 - 2 * 0.26) ** 3 / 12
    assert along.properties.EIxx[0, 0] == pytest.approx(faces + webs, rel=0.02)
    assert across.properties.EIxx[0, 0] == pytest.approx(faces, rel=0.02)
    assert across.GA_s[0, 0] < 0.05 * along.GA_s[0, 0]
    assert across.shape.bend[0, -1] > along.shape.bend[0, -1]
    assert along.half_mass_g[0] == pytest.approx(720e-6 * 200 * 600, rel=0.01)
    assert finding(along, "skin_wrinkling", "top", "sheet's own face").formula.startswith("4 π²")


def test_film_rolled_out_along_the_chord_has_its_other_figures() -> None:
    along, across = (EI(TapeStrip(id="t", width_mm=100, runs=r, y_to_mm=600)) for r in ("along", "across"))
    assert (across - EI()) / (along - EI()) == pytest.approx(85 / 55, rel=1e-3)


STICKS = st.sampled_from(
    [
        Rod(id="x", diameter_mm=3, chord_from=0.4, chord_to=0.4, y_to_mm=600),
        Tube(id="x", outer_mm=5, inner_mm=3, chord_from=0.4, chord_to=0.4, y_to_mm=600),
        Strip(id="x", width_mm=6, thickness_mm=1, lying="on_edge", chord_from=0.4, chord_to=0.4, y_to_mm=600),
        Sandwich(id="x", width_mm=4, height_mm=8, chord_from=0.4, chord_to=0.4, y_to_mm=600),
        Web(id="x", chord_from=0.4, chord_to=0.4, y_to_mm=600),
        Skin(id="x", y_to_mm=600),
        TapeStrip(id="x", y_to_mm=600),
    ]
)


@given(more=STICKS, base=st.sampled_from([(), (Skin(id="s", y_to_mm=600),), (Rod(id="r", y_to_mm=600),)]))
def test_adding_material_never_lowers_stiffness(more: Any, base: tuple[Any, ...]) -> None:
    before, after = solved(*base, code="2415"), solved(*base, more, code="2415")
    assert np.all(after.properties.EIxx[0] >= before.properties.EIxx[0] * (1 - 1e-9))
    assert np.all(after.properties.EIzz[0] >= before.properties.EIzz[0] * (1 - 1e-9))
    assert np.all(after.GJ[0] >= before.GJ[0] * (1 - 2e-3))  # within the torsion solver's own step
    assert after.half_mass_g[0] > before.half_mass_g[0]


@given(k=st.floats(0.6, 2.0))
def test_lengths_twice_as_large_are_sixteen_times_as_stiff(k: float) -> None:
    def rods(scale: float) -> Any:
        pair = [
            Rod(id=lv, level=lv, diameter_mm=2 * scale, inset_mm=scale, glue="epoxy_30", y_to_mm=500 * scale)
            for lv in ("top", "bottom")
        ]
        return solved(*pair, half_span=500 * scale, root=180 * scale, code="2412")

    one, scaled = rods(1.0), rods(k)
    # glue is as thick in both, so its slip is left out
    plain, larger = (r.properties.EIxx[0, 0] / r.materials.gamma[0, 0] for r in (one, scaled))
    assert larger / plain == pytest.approx(k**4, rel=0.02)
    assert scaled.GJ[0, 0] / one.GJ[0, 0] == pytest.approx(k**4, rel=2e-3)


def test_a_mirrored_section_is_as_stiff() -> None:
    def one(level: str, surface: str) -> Any:
        film = Skin(id="f", surface=surface, x_to=0.6, y_to_mm=600)
        return solved(Rod(id="r", level=level, diameter_mm=3, y_to_mm=600), film, code="0012")

    up, down = one("top", "top"), one("bottom", "bottom")
    assert up.properties.EIxx[0] == pytest.approx(down.properties.EIxx[0], rel=1e-9)
    assert up.properties.EIxz[0] == pytest.approx(-down.properties.EIxz[0], rel=1e-6)
    assert up.GJ[0] == pytest.approx(down.GJ[0], rel=1e-6)
    # what one of them stands pulled up, the other stands pushed down, but for the wing's own weight
    assert up.properties.x_shear[0] == pytest.approx(down.properties.x_shear[0], rel=1e-9)


def test_stresses_integrate_back_to_the_moment() -> None:
    """Over foam, film and rods on hard glue, at the root, with bending askew."""
    pieces = (
        Skin(id="f", surface="top", x_to=0.5, y_to_mm=600),
        Rod(id="r", level="top", diameter_mm=4, glue="epoxy_30", chord_from=0.3, chord_to=0.3, y_to_mm=600),
    )
    r = solved(*pieces, code="4412")
    p, k = r.properties, 0
    kz, kx = (float(v[0, k]) for v in p.curvature(r.forces.moment[:1]))
    strain = lambda x, z: -(kz * (z - p.z0[0, k]) + kx * (x - p.x0[0, k]))  # noqa: E731
    outline, gamma = r.layout.outline, float(r.materials.gamma[0, 0])
    x = np.linspace(0, 1, 2001)
    faces = (np.interp(x, XI, f) * outline.z_scale[0] for f in (outline.profile.upper, outline.profile.lower))
    upper, lower = (f[:, None] for f in faces)
    level = np.linspace(0, 1, 401)
    z = lower + (upper - lower) * level
    X = np.broadcast_to(x[:, None] * outline.chord[0], z.shape)
    stress = 8.0 * strain(X, z)

    def over(f: Any) -> float:
        return float(np.trapezoid(np.trapezoid(f, level, axis=1) * (upper - lower)[:, 0], x * outline.chord[0]))

    N, Mx, Mz = over(stress), over(-stress * z), over(-stress * X)
    members = r.layout.section.members
    area, xr, zr = (float(v[0, k]) for v in (members.area, members.x, members.z))
    pull = (gamma * 120000 - 8) * area * strain(xr, zr)
    own = (120000 - 8) * float(members.ixx[0, k])
    N, Mx, Mz = N + pull, Mx - pull * zr + own * kz, Mz - pull * xr + own * kx
    share = np.linspace(0, 0.5, 4001)
    xs, zs = share * outline.chord[0], np.interp(share, XI, outline.profile.upper) * outline.z_scale[0]
    ds = np.hypot(np.diff(xs), np.diff(zs))
    nx, nz = -np.diff(zs) / ds, np.diff(xs) / ds
    mx, mz = 0.5 * (xs[1:] + xs[:-1]) + 0.019 * nx, 0.5 * (zs[1:] + zs[:-1]) + 0.019 * nz
    flow = 85.0 * strain(mx, mz) * ds
    N, Mx, Mz = N + flow.sum(), Mx - (flow * mz).sum(), Mz - (flow * mx).sum()
    moment = float(r.forces.moment[0, k])
    force = moment / 10.0  # the forces of either face are of this order
    assert abs(N) < 0.005 * force
    assert pytest.approx(moment, rel=0.005) == Mx
    assert abs(Mz) < 0.005 * moment


def test_area_moments_of_a_patch_are_those_of_the_outline() -> None:
    r = solved(Block(id="b", material="epp30", x_from=0.0, x_to=1.0, y_to_mm=600), code="4415")
    patches, core = r.layout.section.patches, core_moments(r.layout.outline)
    assert patches.area[0] == pytest.approx(core.area, rel=2e-3)
    assert patches.zz[0] == pytest.approx(core.zz, rel=2e-3)
    assert patches.xz[0] == pytest.approx(core.xz, rel=2e-3)


def test_a_plate_is_a_sheet_of_its_own_thickness_by_hand() -> None:
    """Mass, and EI about the middle of a flat wing, of ply on both faces of its inner part."""
    plate = Plate(id="p", surface="both", x_from=0.25, x_to=0.75, y_to_mm=100, thickness_mm=1.5)
    airframe = make_airframe(plate=10, tip=200)
    v = evaluate(airframe, make_scheme(plate), spread=False, slice_at_mm=50)
    bare = evaluate(airframe, make_scheme(), spread=False, slice_at_mm=50)
    ply = catalogue().stock["birch_ply"]
    assert v.mass.pieces_g == pytest.approx(2 * 2 * 100 * 100 * 1.5e-6 * ply.density.typical, rel=1e-3)
    by_hand = 2 * ply.E.typical * 100 * (1.5 * 5.75**2 + 1.5**3 / 12)
    assert v.section.EI_Nmm2 - bare.section.EI_Nmm2 == pytest.approx(by_hand, rel=0.01)
    beyond = evaluate(airframe, make_scheme(plate), spread=False, slice_at_mm=300)
    assert beyond.section.EI_Nmm2 == pytest.approx(bare.section.EI_Nmm2, rel=1e-6)
