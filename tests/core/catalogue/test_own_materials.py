"""A workshop's own materials: over the shipped ones, with bounds and the reason told."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor
from threading import Barrier

import pytest
from fletcher_core.catalogue import OwnMaterial, catalogue, figures_of, shipped, with_own, words_of
from fletcher_core.catalogue.own_material import TABLES
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.model import AirframeFile, Scheme, explain
from fletcher_core.verdicts import evaluate, why
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme

STIFF = OwnMaterial(
    id="carbon_pultruded_own_0a1b", table="stock", copied_from="carbon_pultruded", label="Our stiff rod",
    reason="bent over two supports", figures={"E": (228000.0, 240000.0, 250000.0)},
)  # fmt: skip


def rods(material: str) -> Scheme:
    return make_scheme(Rod(id="rod", material=material, diameter_mm=3, y_to_mm=400))


def test_it_is_used_as_long_as_it_is_asked_for() -> None:
    airframe = make_airframe()
    plain = evaluate(airframe, rods("carbon_pultruded"), spread=False)
    with with_own([STIFF]):
        own = evaluate(airframe, rods(STIFF.id), spread=False)
        assert catalogue().stock[STIFF.id].E.typical == 240000
        assert "bent over two supports" in catalogue().stock[STIFF.id].source
    # twice the modulus of the rod: the rod's own part of EI twice, the foam's unchanged
    assert own.tip_bend_mm.value < 0.75 * plain.tip_bend_mm.value
    assert STIFF.id not in catalogue().stock
    with pytest.raises(ValidationError):
        rods(STIFF.id)


def test_where_the_figure_came_from_is_in_the_working() -> None:
    with with_own([STIFF]):
        told = why(make_airframe(), rods(STIFF.id), "bend")
    assert any("own figures" in step.source and "two supports" in step.source for step in told.inputs)


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"figures": {"E": (3.0, 2.0, 1.0)}}, "figures.E", "does not rise"),
        ({"figures": {"E": (1.0, 2.0, 3.0)}}, "figures.E", "no longer Carbon"),
        ({"figures": {"colour": (1.0, 2.0, 3.0)}}, "figures.colour", "has no figure"),
        ({"copied_from": "moonstone"}, "copied_from", "not in the list"),
        ({"reason": ""}, "reason", "Nothing is typed"),
        ({"id": "carbon_own_0a1b"}, "id", "copied from"),
    ],
)
def test_what_cannot_be_is_told_at_its_field(change: dict[str, object], field: str, words: str) -> None:
    with pytest.raises(ValidationError) as caught:
        OwnMaterial.model_validate({**STIFF.model_dump(), **change})
    said = explain(caught.value, OwnMaterial)[0]
    assert said["field"] == field
    assert words in said["what"]


def test_every_figure_of_every_material_has_a_name_and_can_be_copied() -> None:
    for table in TABLES:
        for key, entry in getattr(shipped(), table).items():
            figures, words = figures_of(entry), words_of(type(entry))
            assert set(figures) <= set(words), key
            own = OwnMaterial(id=f"{key}_own_0a1b", table=table, copied_from=key, label="x", reason="y",
                              figures=dict(figures))  # fmt: skip
            assert figures_of(own.entry()) == figures


def test_a_file_carries_the_materials_it_names() -> None:
    with with_own([STIFF]):
        file = AirframeFile(airframe=make_airframe(), schemes=[rods(STIFF.id)])
    text = file.model_copy(update={"materials": [STIFF]}).model_dump_json()
    again = AirframeFile.model_validate_json(text)
    assert again.model_dump_json() == text
    with pytest.raises(ValidationError):
        AirframeFile.model_validate_json(file.model_dump_json())


def test_a_file_that_carries_nonsense_is_refused_at_the_material() -> None:
    file = AirframeFile(airframe=make_airframe(), schemes=[Scheme(id="a", name="A")]).model_dump(mode="json")
    file["materials"] = [{**STIFF.model_dump(mode="json"), "figures": {"E": [1, 2, 3]}}]
    with pytest.raises(ValidationError) as caught:
        AirframeFile.model_validate(file)
    assert explain(caught.value, AirframeFile)[0]["field"] == "materials.0.figures.E"


def test_a_variant_with_an_own_film_is_not_confused_with_the_shipped_one() -> None:
    film = OwnMaterial(id="laminate_38um_own_ffff", table="skin", copied_from="laminate_38um", label="Thick film",
                       reason="weighed", figures={"area_mass": (90.0, 100.0, 110.0)})  # fmt: skip
    with with_own([film]):
        own = evaluate(make_airframe(), make_scheme(Skin(id="f", material=film.id, y_to_mm=600)), spread=False)
    plain = evaluate(make_airframe(), make_scheme(Skin(id="f", y_to_mm=600)), spread=False)
    ratio = 100.0 / shipped().skin["laminate_38um"].area_mass.typical
    assert own.mass.pieces_g == pytest.approx(ratio * plain.mass.pieces_g, rel=1e-6)


def test_two_workshops_at_once_each_see_their_own() -> None:
    """Same id, other figures, side by side in two threads: neither sees the other's, nor the main thread either."""
    both = Barrier(2)

    def bend_with(E: float) -> tuple[float, float]:
        own = STIFF.model_copy(update={"figures": {"E": (0.95 * E, E, 1.05 * E)}})
        with with_own([own]):
            both.wait(10)
            bend = evaluate(make_airframe(), rods(STIFF.id), spread=False).tip_bend_mm.value
            both.wait(10)
            return catalogue().stock[STIFF.id].E.typical, bend

    with ThreadPoolExecutor(2) as pool:
        (soft, sags), (stiff, stands) = pool.map(bend_with, (100_000.0, 240_000.0))
    assert (soft, stiff) == (100_000.0, 240_000.0)
    assert sags > 1.2 * stands
    assert STIFF.id not in catalogue().stock
