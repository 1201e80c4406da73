"""Each way to fail against a hand calculation, and what holds after wrinkling."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.analysis.solve import Solved
from fletcher_core.catalogue import catalogue
from fletcher_core.failure import MODES, Shed, after
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.sections import wrinkling_stress
from fletcher_core.verdicts import evaluate

from tests.conftest import make_airframe, make_scheme
from tests.core.solving import Bent, bent, finding, loaded, solve_for, solved


def root_moment(result: Solved | Bent) -> float:
    return float(result.forces.moment[0, 0])


def test_bare_plate_cracks_as_a_beam_does() -> None:
    result = solved(plate=20.0, foam="xps33")
    foam = catalogue().foam["xps33"]
    stress = root_moment(result) * 6 / (200 * 20**2)
    assert finding(result, "core_tension", "bottom").n[0, 0] == pytest.approx(foam.tension.typical / stress, rel=1e-3)
    crush = finding(result, "core_compression", "top").n[0, 0]
    assert crush == pytest.approx(foam.compression_10pct.typical / stress, rel=1e-3)
    assert finding(result, "core_tension", "top").n[0, 0] > 1e6


def test_shear_in_a_bare_plate_is_three_halves_of_the_mean() -> None:
    result = bent(make_airframe(plate=20.0, foam="xps33"))
    mean = result.forces.shear[0, 0] / (200 * 20)
    expected = catalogue().foam["xps33"].shear.typical / (1.5 * mean)
    assert finding(result, "core_shear").n[0, 0] == pytest.approx(expected, rel=0.02)


def test_shear_stiffness_of_a_plate_is_five_sixths_of_GA() -> None:
    result = solved(plate=20.0, foam="xps33")
    assert result.GA_s[0, 0] == pytest.approx(5 / 6 * 5.0 * 200 * 20, rel=0.02)


def test_a_rod_in_the_middle_bends_with_the_foam() -> None:
    result = solved(Rod(id="r", diameter_mm=6.0, y_to_mm=600.0), plate=20.0)
    stock = catalogue().stock["carbon_pultruded"]
    stress = root_moment(result) / result.properties.EIxx[0, 0] * 3.0 * stock.E.typical
    assert finding(result, "member_compression").n[0, 0] == pytest.approx(stock.compression.typical / stress, rel=1e-6)
    assert finding(result, "member_tension").n[0, 0] == pytest.approx(stock.tension.typical / stress, rel=1e-6)
    # at mid-depth nothing is asked of its glue
    assert finding(result, "bond_shear").n[0, 0] > 1e6


def test_rods_top_and_bottom_work_as_a_couple() -> None:
    rods = [Rod(id=level, diameter_mm=2.0, level=level, y_to_mm=600.0) for level in ("top", "bottom")]
    result = solved(*rods, plate=20.0)
    gamma = result.materials.gamma[0]
    assert gamma[0] == pytest.approx(gamma[1])
    EA, own = 120000 * np.pi, 120000 * np.pi / 64 * 16
    foam = 8.0 * 200 * 20**3 / 12 - 2 * 8.0 * np.pi * 81
    assert result.properties.EIxx[0, 0] == pytest.approx(2 * (gamma[0] * EA * 81 + own) + foam, rel=1e-3)
    flow = result.forces.shear[0, 0] * gamma[0] * EA * 9 / result.properties.EIxx[0, 0]
    stress = flow / (0.7 * np.pi * 2)
    assert finding(result, "bond_shear").n[0, 0] == pytest.approx(0.27 / stress, rel=1e-6)


def test_wrinkling_stress_is_the_formula() -> None:
    E_skin, E_core, G_core = np.array([1146.0]), np.array([8.0]), np.array([3.0])
    assert wrinkling_stress(E_skin, E_core, G_core)[0] == pytest.approx(0.5 * (1146 * 24) ** (1 / 3))


def test_film_wrinkles_on_top_and_tears_below() -> None:
    result = bent(make_airframe(plate=20.0), Skin(id="f", y_to_mm=600.0))
    film = catalogue().skin["laminate_38um"]
    strain = root_moment(result) / result.properties.EIxx[0, 0] * (10 + 0.019)
    bears = 0.025  # mm of film, without its adhesive
    limit = 0.5 * np.cbrt(film.Et_along.typical / bears * 8.0 * 3.0) / (film.Et_along.typical / bears)
    assert finding(result, "skin_wrinkling", "top").n[0, 0] == pytest.approx(limit / strain, rel=1e-3)
    tear = film.tension_N_per_mm_along.typical / film.Et_along.typical / strain
    assert finding(result, "skin_tension", "bottom").n[0, 0] == pytest.approx(tear, rel=1e-3)
    assert finding(result, "skin_wrinkling", "bottom").n[0, 0] > 1e6


def test_after_wrinkling_forces_are_in_balance() -> None:
    """At the load where it ends, the stresses of what is left and of the wrinkled face make up the moment."""
    body = make_airframe(plate=20.0)
    pieces = (
        Skin(id="f", surface="top", y_to_mm=600.0),
        Rod(id="r", diameter_mm=4.0, chord_from=0.5, chord_to=0.5, y_to_mm=600.0),
    )
    done = solve_for(body, *pieces)
    shed = after(loaded(body, *pieces), Shed(wrinkled=True))
    assert shed is not None
    p, locked = shed.properties, shed.locked
    assert locked is not None
    n = 12.0
    limit = wrinkling_stress(np.array(85 / 0.025), np.array(8.0), np.array(3.0)) * 0.025 * 200.04
    stretch, kz = locked.stretch[0, 0], locked.kz[0, 0] + n * shed.curvature[0][0, 0]
    assert p.EA[0, 0] * stretch == pytest.approx(limit, rel=2e-3)  # pulls back what the face presses
    moment = p.EIxx[0, 0] * kz + limit * (10.019 - p.z0[0, 0])
    assert moment == pytest.approx(n * done.forces.moment[0, 0], rel=2e-3)


def test_a_taped_wing_bends_on_where_a_bare_one_snaps() -> None:
    body = make_airframe(plate=15.0, foam="xps33")
    bare, taped = evaluate(body, make_scheme()), evaluate(body, make_scheme(TapeStrip(id="t", y_to_mm=600.0)))
    assert taped.holds.n.value > bare.holds.n.value
    if taped.breaks.mode == "skin_wrinkling":
        assert taped.breaks.seen_coming
        assert taped.holds.n.value >= taped.breaks.n.value


def test_a_web_joins_both_faces() -> None:
    result = solved(Web(id="w", thickness_mm=3.0, y_to_mm=600.0), code="0015")
    members = result.layout.section.members
    up, low = result.layout.outline.faces_at(np.array([0.3]))
    assert members.height[0, 0] == pytest.approx(float((up - low)[0]), rel=1e-9)
    plain = solved(code="0015")
    assert result.GA_s[0, 0] > plain.GA_s[0, 0]
    assert result.GJ[0, 0] > plain.GJ[0, 0]


def test_upright_grain_counts_as_foam_along_the_span() -> None:
    along, upright = (
        solved(Web(id="w", grain=g, y_to_mm=600.0), code="0015").properties.EIxx[0, 0] for g in ("along", "upright")
    )
    bare = solved(code="0015").properties.EIxx[0, 0]
    assert upright == pytest.approx(bare, rel=1e-3)
    assert upright < along


def test_foam_between_rods_gives_more_than_a_plain_level_formula_says() -> None:
    """Flow out of a thin rod spreads radially: GA_s is well below what the whole chord would give."""
    rods = [Rod(id=level, diameter_mm=3.0, level=level, y_to_mm=600.0) for level in ("top", "bottom")]
    result = solved(*rods, plate=28.0, root=220.0)
    whole_chord = 3.0 * 220 * 28
    # two line sources in an endless sheet: pi / acosh(d / 2r) per unit of G, times the lever squared
    two_rods = 3.0 * np.pi / np.arccosh(25 / 3) * 25**2 / 25
    assert 0.35 * two_rods < result.GA_s[0, 0] < 0.3 * whole_chord


@pytest.mark.parametrize("mode", list(MODES.values()), ids=lambda m: m.id)
def test_every_mode_speaks_plainly_and_names_its_source(mode: Any) -> None:
    assert mode.words.format(thing="rod", face="top")
    assert mode.seen.endswith(".")
    assert any(ch.isdigit() for ch in mode.source)


def test_flat_and_on_edge_strips() -> None:
    flat = solved(Strip(id="s", width_mm=10, thickness_mm=1, lying="flat", y_to_mm=600.0), plate=20.0)
    edge = solved(Strip(id="s", width_mm=10, thickness_mm=1, lying="on_edge", y_to_mm=600.0), plate=20.0)
    gain = edge.properties.EIxx[0, 0] - flat.properties.EIxx[0, 0]
    # 120 GPa strip in place of foam: the foam each one displaces differs too
    assert gain == pytest.approx((120000 - 8) * (1 * 10**3 - 10 * 1**3) / 12, rel=1e-6)


def test_a_tube_is_hollow() -> None:
    tube = solved(Tube(id="t", outer_mm=8, inner_mm=6, y_to_mm=600.0), plate=20.0)
    rod = solved(Rod(id="r", diameter_mm=8, y_to_mm=600.0), plate=20.0)
    assert tube.half_mass_g[0] < rod.half_mass_g[0]
    bore = 120000 * np.pi / 64 * 6**4
    assert rod.properties.EIxx[0, 0] - tube.properties.EIxx[0, 0] == pytest.approx(bore, rel=1e-3)
