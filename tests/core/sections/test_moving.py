"""Control surfaces in the section: they weigh, and behind the hinge nothing bears."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.model import Airframe, ControlSurface
from fletcher_core.report.warnings import warnings
from fletcher_core.sections import lay_out

from tests.conftest import make_airframe, make_scheme, with_wing
from tests.core.sections.by_elements import by_elements
from tests.core.solving import sections_for, twist_for

SHARE = 0.25
FILM = Skin(id="film", material="laminate_125um", y_to_mm=600.0)


def with_surface(**more: Any) -> Airframe:
    body = make_airframe(root=110.0)
    surface = ControlSurface(y_from_mm=200.0, y_to_mm=500.0, chord_share=SHARE, **more)
    return with_wing(body, body.wing.model_copy(update={"aileron": surface}))


def at(s: Any, y: float) -> int:
    return int(np.argmin(np.abs(s.layout.plan.y - y)))


def test_bare_foam_before_the_hinge_is_that_of_finite_elements() -> None:
    s = sections_for(with_surface())
    foam = {"E_MPa": float(s.values["core.E"][0]), "G_MPa": float(s.values["core.G"][0]), "rho_kgm3": 30.0}
    case = {"name": "cut", "naca": "2412", "chord_mm": 110.0, "foam": foam,
            "patches": [{"x_from": 1 - SHARE, "x_to": 1.0}]}  # fmt: skip
    there, k = by_elements(case), at(s, 350.0)
    assert s.properties.EA[0, k] == pytest.approx(there["EA_N"], rel=0.01)
    assert s.properties.EIxx[0, k] == pytest.approx(there["EIxx_Nmm2"], rel=0.01)
    assert s.properties.EIzz[0, k] == pytest.approx(there["EIzz_Nmm2"], rel=0.01)
    assert s.properties.x0[0, k] == pytest.approx(there["xbar_mm"], abs=0.3)
    assert twist_for(s).GJ[0, k] == pytest.approx(there["GJ_Nmm2"], rel=0.03)


def test_cut_from_the_wing_it_weighs_what_it_did_and_its_skin_stays_on_it() -> None:
    body = with_surface()
    whole = sections_for(make_airframe(root=110.0), FILM)
    cut = sections_for(body, FILM)
    assert cut.half_mass_g == pytest.approx(whole.half_mass_g, rel=1e-3)
    k = at(cut, 350.0)
    loose = [r for r in cut.layout.sheet_rows if r.bears == "none"]
    assert len(loose) == 2
    assert all(r.weight[k] == 1 and r.share_from[k] == 1 - SHARE for r in loose)


def test_one_made_of_balsa_weighs_as_balsa_and_has_none_of_the_wings_film() -> None:
    bare, balsa = sections_for(with_surface()), sections_for(with_surface(made="balsa_hard"), FILM)
    wing_alone = sections_for(with_surface(made="balsa_hard"))
    k = at(bare, 350.0)
    outline = bare.layout.outline
    share = np.linspace(1 - SHARE, 1.0, 501)
    depth = np.array([np.subtract(*(f[k] for f in outline.faces_at(np.full(len(outline.chord), v)))) for v in share])
    area = np.trapezoid(depth, share * 110.0)
    heavier = catalogue().stock["balsa_hard"].density.typical - bare.values["core.density"][0]
    more = wing_alone.properties.mass[0, k] - bare.properties.mass[0, k]
    assert more == pytest.approx(area * heavier * 1e-6, rel=0.02)
    assert not [r for r in balsa.layout.sheet_rows if r.bears == "none"]


def test_its_own_film_and_strip_weigh() -> None:
    bare = sections_for(with_surface())
    with_own = sections_for(with_surface(film="laminate_75um", layers=2, edge_strip=True))
    k = at(bare, 350.0)
    more = with_own.properties.mass[0, k] - bare.properties.mass[0, k]
    film, carbon = catalogue().skin["laminate_75um"].area_mass.typical, catalogue().stock["carbon_pultruded"]
    strip = 5.0 * 0.5 * (carbon.density.typical - 0.0) * 1e-6
    around = 2 * 2 * film * SHARE * 110.0 * 1e-6
    assert more == pytest.approx(around + strip, rel=0.04)
    assert with_own.properties.EIxx[0, k] == pytest.approx(bare.properties.EIxx[0, k], rel=1e-9)
    # it hangs farther aft
    assert with_own.properties.x_mass[0, k] > bare.properties.x_mass[0, k]


def test_a_stick_behind_the_hinge_carries_nothing_there_and_says_so() -> None:
    rod = Rod(id="rod", diameter_mm=1.0, chord_from=0.85, chord_to=0.85, y_to_mm=600.0)
    body = with_surface()
    bare, s = sections_for(body), sections_for(body, rod)
    inside, outside = at(s, 350.0), at(s, 100.0)
    assert s.properties.EA[0, inside] < 1.01 * bare.properties.EA[0, at(bare, 350.0)]
    assert s.properties.EA[0, outside] > 1.5 * bare.properties.EA[0, at(bare, 100.0)]
    said = warnings(lay_out(body.wing, make_scheme(rod).pieces))
    assert any("control surface" in sentence for sentence in said[0])


def test_a_film_that_ends_at_a_hinge_is_open_there() -> None:
    """The foam alone then joins both faces."""
    s = sections_for(with_surface(), FILM)
    GJ = twist_for(s).GJ[0]
    assert GJ[at(s, 350.0)] < 0.9 * GJ[at(s, 100.0)]
