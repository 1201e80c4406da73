"""What presses a skin until it gives way: it wrinkles by what bears in it, or is crushed, by hand."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip

from tests.conftest import make_airframe
from tests.core.solving import bent, finding

CAT = catalogue()
STIFF = "xps33"


def root_strain(result: object, t: float) -> float:
    """Of the top face of a plate of 20 mm, in the middle of a skin of `t` mm."""
    p, f = result.properties, result.forces  # type: ignore[attr-defined]
    return float(f.moment[0, 0] / p.EIxx[0, 0] * (10 + 0.5 * t))


@pytest.mark.parametrize("material", ["packing_tape", "laminate_38um", "covering_light", "filament_tape_uni"])
def test_a_film_wrinkles_by_its_film_and_not_with_its_adhesive(material: str) -> None:
    """0.5 (E_s E_c G_c)^(1/3) times the thickness of the film alone (Hoff and Mautner 1945)."""
    result = bent(make_airframe(plate=20.0), Skin(id="s", material=material, y_to_mm=600.0))
    skin, foam = CAT.skin[material], CAT.foam["epp30"]
    assert skin.film_thickness is not None
    t, Et = skin.film_thickness.typical, skin.Et_along.typical
    assert t < skin.thickness.typical
    limit = 0.5 * np.cbrt(Et / t * foam.E.typical * foam.G.typical) * t
    by_hand = limit / (Et * root_strain(result, skin.thickness.typical))
    assert finding(result, "skin_wrinkling", "top").n[0, 0] == pytest.approx(by_hand, rel=2e-3)
    assert not [f for f in result.findings if f.mode == "skin_compression"]


@pytest.mark.parametrize("material", ["kraft_paper_80", "foil_tape"])
def test_paper_and_foil_on_stiff_foam_are_crushed_before_they_wrinkle(material: str) -> None:
    result = bent(make_airframe(plate=20.0, foam=STIFF), Skin(id="s", material=material, y_to_mm=600.0))
    skin = CAT.skin[material]
    assert skin.crush_N_per_mm_along is not None
    by_hand = skin.crush_N_per_mm_along.typical / (skin.Et_along.typical * root_strain(result, skin.thickness.typical))
    crushed = finding(result, "skin_compression", "top").n[0, 0]
    assert crushed == pytest.approx(by_hand, rel=2e-3)
    assert finding(result, "skin_compression", "bottom").n[0, 0] > 1e6
    if material == "foil_tape":
        assert crushed < finding(result, "skin_wrinkling", "top").n[0, 0]


def test_paper_across_is_weaker_when_pressed() -> None:
    def crushed(runs: str) -> float:
        tape = TapeStrip(id="s", material="kraft_paper_80", width_mm=100.0, runs=runs, y_to_mm=600.0)
        found = finding(bent(make_airframe(plate=20.0), tape), "skin_compression", "top")
        return float(np.max(found.allowable))

    assert crushed("across") == pytest.approx(0.6 * crushed("along"), rel=0.02)


def test_papers_figures_are_those_of_paper() -> None:
    """700 to 950 kg/m3; pressed 20 to 28 N m/g over a short span, pulled more than twice that (Niskanen 2012)."""
    for name in ("foamboard_light", "foamboard_art"):
        board = CAT.board[name]
        assert board.core is not None
        assert board.paper_thickness is not None
        assert board.paper_crush_along is not None
        assert board.paper_tension_along is not None
        grams = 0.5 * (board.area_mass.typical - board.core.density * board.thickness.typical)
        assert 700 < grams / board.paper_thickness.typical < 960
        per_gram = board.paper_crush_along.typical * board.paper_thickness.typical / grams * 1e3
        assert 19 < per_gram < 28
        assert board.paper_tension_along.typical > 2 * board.paper_crush_along.typical
