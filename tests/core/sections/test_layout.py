"""Where pieces lie: geometry of sheets and members against plain sums, and along the span."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.geometry import XI, Outline, profile_of
from fletcher_core.kinds import share_along
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.strip import Strip
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.kinds.web import Web
from fletcher_core.model import NacaAerofoil
from fletcher_core.sections import Sheets, foam_spreads, lay_out, sheet_geometry, spreads
from fletcher_core.sections.filled import core_moments
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import make_airframe, with_wing

OUTLINE = Outline.of(profile_of(NacaAerofoil(code="4412")), np.array([180.0, 240.0]))


def one_sheet(face: float, a: float, b: float, t: float = 0.05) -> Sheets:
    row = np.ones((1, 2))
    return Sheets(np.array([face]), a * row, b * row, row, np.array([t]), np.zeros(1), np.zeros(1), np.zeros(1))


def plain_line(face: float, a: float, b: float, t: float, k: int) -> dict[str, float]:
    """The same integrals as sums over 20 000 short pieces."""
    share = np.linspace(a, b, 20_001)
    upper, lower = (np.interp(share, XI, f) for f in (OUTLINE.profile.upper, OUTLINE.profile.lower))
    chord = OUTLINE.chord[k]
    x, z = share * chord, (upper if face > 0 else lower) * chord
    dx, dz = np.diff(x), np.diff(z)
    ds = np.hypot(dx, dz)
    mx, mz = 0.5 * (x[1:] + x[:-1]) - face * dz / ds * t / 2, 0.5 * (z[1:] + z[:-1]) + face * dx / ds * t / 2
    values = {"length": ds, "x": mx * ds, "z": mz * ds, "xx": mx**2 * ds, "zz": mz**2 * ds, "xz": mx * mz * ds}
    return {name: float(v.sum()) for name, v in values.items()}


@given(face=st.sampled_from([1.0, -1.0]), a=st.floats(0.02, 0.6), width=st.floats(0.05, 0.38), t=st.floats(0.02, 0.3))
def test_line_integrals_of_a_sheet(face: float, a: float, width: float, t: float) -> None:
    got = sheet_geometry(OUTLINE, one_sheet(face, a, a + width, t))
    for k in (0, 1):
        for name, expected in plain_line(face, a, a + width, t, k).items():
            value = float(getattr(got, name)[0, k].sum())
            scale = max(abs(expected), 1e-3 * plain_line(face, a, a + width, t, k)["length"] * OUTLINE.chord[k])
            assert value == pytest.approx(expected, abs=0.01 * scale), name


def test_halves_of_a_sheet_make_the_whole() -> None:
    whole, fore, aft = (sheet_geometry(OUTLINE, one_sheet(1, a, b)) for a, b in ((0.1, 0.9), (0.1, 0.45), (0.45, 0.9)))
    for name in ("length", "x", "z", "xx", "zz", "xz"):
        parts = getattr(fore, name).sum(axis=2) + getattr(aft, name).sum(axis=2)
        assert getattr(whole, name).sum(axis=2) == pytest.approx(parts, rel=1e-9)


def test_moments_of_the_outline_as_plain_sums() -> None:
    got = core_moments(OUTLINE)
    fine = np.linspace(0, 1, 40_001)
    up, low = (np.interp(fine, XI, f) * 240 for f in (OUTLINE.profile.upper, OUTLINE.profile.lower))
    x = fine * 240
    assert got.area[1] == pytest.approx(np.trapezoid(up - low, x), rel=1e-6)
    assert got.zz[1] == pytest.approx(np.trapezoid((up**3 - low**3) / 3, x), rel=1e-6)
    assert got.xx[1] == pytest.approx(np.trapezoid(x**2 * (up - low), x), rel=1e-6)
    assert got.xz[1] == pytest.approx(np.trapezoid(x * (up**2 - low**2) / 2, x), rel=1e-6)


def test_a_stick_lies_where_it_is_said_to() -> None:
    airframe = make_airframe(root=200, tip=100)
    rod = Rod(id="r", diameter_mm=3, level="top", inset_mm=1, chord_from=0.25, chord_to=0.4, y_from_mm=100, y_to_mm=500)
    layout = lay_out(airframe.wing, [rod])
    members, y = layout.section.members, layout.plan.y
    at = int(np.argmin(np.abs(y - 300)))
    share = 0.25 + 0.15 * (y[at] - 100) / 400
    assert members.x[0, at] == pytest.approx(share * layout.outline.chord[at], rel=1e-9)
    upper, _ = layout.outline.faces_at(np.full_like(y, share))
    assert members.z[0, at] == pytest.approx(upper[at] - 1 - 1.5, rel=1e-6)
    here = members.present[0] > 0
    assert y[here].min() == pytest.approx(100, abs=0.01)
    assert y[here].max() == pytest.approx(500, abs=0.01)
    assert layout.free_length[0] == 400


@pytest.mark.parametrize(
    ("piece", "area", "displaced", "bond"),
    [
        (Rod(id="p", diameter_mm=4), np.pi * 4, np.pi * 4, 0.7 * np.pi * 4),
        (Tube(id="p", outer_mm=6, inner_mm=4), np.pi / 4 * 20, np.pi * 9, 0.7 * np.pi * 6),
        (Strip(id="p", width_mm=6, thickness_mm=1, lying="flat"), 6, 6, 8),
        (Strip(id="p", width_mm=6, thickness_mm=1, lying="on_edge"), 6, 6, 12),
    ],
)
def test_constants_of_each_kind(piece: Any, area: float, displaced: float, bond: float) -> None:
    layout = lay_out(make_airframe().wing, [piece])
    assert layout.section.members.area[0, 0] == pytest.approx(area)
    assert layout.section.members.area_out[0, 0] == pytest.approx(displaced)
    assert layout.bond_width[0, 0] == pytest.approx(bond)


def test_a_web_follows_the_depth_of_the_wing() -> None:
    layout = lay_out(make_airframe(root=200, tip=100).wing, [Web(id="w", y_to_mm=600)])
    height = layout.section.members.height[0]
    assert height[0] == pytest.approx(2 * height[-1], rel=1e-6)


def test_sheets_on_both_faces_and_round_the_nose() -> None:
    def rows(**body: Any) -> list[tuple[int, float, bool, bool]]:
        layout = lay_out(make_airframe().wing, [Skin(id="s", y_to_mm=600, **body)])
        return [(r.face, float(r.share_to[0]), r.nose_edge, r.tail_edge) for r in layout.sheet_rows]

    assert rows() == [(1, 1.0, True, True), (-1, 1.0, True, True)]
    assert rows(surface="top", x_to=0.6) == [(1, 0.6, False, False)]
    lapped = rows(surface="top", x_to=0.6, nose_lap_mm=20.0)
    assert lapped[0] == (1, 0.6, True, False)
    assert lapped[1] == (-1, pytest.approx(0.1), True, False)
    assert len(rows(nose_lap_mm=20.0)) == 4


def test_a_tape_keeps_its_width_on_a_tapered_wing() -> None:
    layout = lay_out(make_airframe(root=200, tip=100).wing, [TapeStrip(id="t", width_mm=24, y_to_mm=600)])
    row = layout.sheet_rows[0]
    assert (row.share_to - row.share_from) * layout.plan.chord == pytest.approx(24.0)


def test_a_stick_along_a_swept_axis_works_in_full_and_one_across_it_less() -> None:
    swept = make_airframe(half_span=500, root=200, sweep=288.7)
    along, across = (
        lay_out(swept.wing, [Rod(id="r", chord_from=a, chord_to=b, y_to_mm=500)]).section.members.oblique[0]
        for a, b in ((0.3, 0.3), (0.6, 0.05))
    )
    assert along == pytest.approx(1.0, abs=1e-3)
    assert across < 0.95


def test_fewer_stations_are_the_same_stations() -> None:
    layout = lay_out(make_airframe(tip=120).wing, [Tube(id="t"), Skin(id="s", y_to_mm=600)])
    index = np.array([0, 7, 30])
    few = layout.take(index)
    assert few.plan.y == pytest.approx(layout.plan.y[index])
    assert few.outline.chord == pytest.approx(layout.outline.chord[index])
    assert few.section.members.x == pytest.approx(layout.section.members.x[:, index])
    assert few.section.sheets.share_to == pytest.approx(layout.section.sheets.share_to[:, index])


def test_every_figure_in_use_has_its_spread_under_its_name() -> None:
    table = spreads(lay_out(make_airframe().wing, [Tube(id="t", glue="silicone"), Skin(id="s", y_to_mm=600)]))
    for name in ("core.E", "core.shear", "stock.carbon_pultruded.E", "glue.silicone.G", "skin.laminate_38um.Et"):
        assert table[name].low <= table[name].typical <= table[name].high
    assert "glue.silicone.lap_on_foam" in table


def test_foam_that_was_weighed_is_stiffer_when_denser() -> None:
    airframe = make_airframe()
    core = airframe.wing.core.model_copy(update={"density_kg_m3": 36.0})
    weighed = with_wing(airframe, airframe.wing.model_copy(update={"core": core}))
    before, after = foam_spreads(airframe.wing), foam_spreads(weighed.wing)
    assert after["core.density"].typical == 36
    assert after["core.E"].typical == pytest.approx(before["core.E"].typical * 1.2**1.5)
    assert after["core.density"].high / after["core.density"].low < 1.1


def test_place_along_a_piece_stays_within_its_ends() -> None:
    rod = Rod(id="r", chord_from=0.2, chord_to=0.5, y_from_mm=100, y_to_mm=300)
    assert share_along(rod, np.array([0.0, 100.0, 200.0, 300.0, 900.0])) == pytest.approx([0.2, 0.2, 0.35, 0.5, 0.5])
