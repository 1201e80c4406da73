"""The catalogue: every entry whole, every spread in order, every foam answered by every glue."""

from __future__ import annotations

import re

import pytest
from fletcher_core import (
    Airframe,
    ControlSurface,
    Core,
    Panel,
    Scheme,
    bill_of_materials,
    choose_glue,
    chosen_by,
    evaluate,
    glued,
    hinges_for,
    judge_surface,
    read_label,
    surface_of,
    why,
    words_of,
)
from fletcher_core.catalogue import Catalogue, Spread, catalogue, using
from fletcher_core.kinds.rod import Rod
from fletcher_core.model import Parts, Wing
from pydantic import ValidationError


def test_every_family_is_there() -> None:
    cat = catalogue()
    assert len(cat.foam) == 8
    assert len(cat.board) == 4
    assert len(cat.stock) == 17
    assert len(cat.skin) == 12
    assert len(cat.glue) == 16


@pytest.mark.parametrize("family", ["foam", "board", "stock", "skin", "glue"])
def test_every_figure_rises_from_low_to_high_and_names_its_basis(family: str) -> None:
    for name, entry in getattr(catalogue(), family).items():
        spreads = [v for _, v in entry if isinstance(v, Spread)]
        assert spreads, name
        assert all(s.low <= s.typical <= s.high for s in spreads), name
        assert entry.label, name
        assert entry.source.startswith(entry.label), name


@pytest.mark.parametrize("family", ["foam", "board", "stock", "skin", "glue", "cord"])
def test_what_a_material_is_chosen_by_is_among_its_figures_and_has_one_unit_a_column(family: str) -> None:
    entries = list(getattr(catalogue(), family).values())
    columns = list(zip(*[chosen_by(e) for e in entries], strict=True))
    assert len(columns) == 3
    for names in columns:
        units = {words_of(type(e))[name][1] for e, name in zip(entries, names, strict=True)}
        assert len(units) == 1, names


def test_class_values_name_author_and_year() -> None:
    cat = catalogue()
    named = [
        e
        for table in ("foam", "board", "stock", "skin", "fibre", "resin", "rule")
        for e in getattr(cat, table).values()
    ]
    handbook = [e for e in named if e.basis == "h"]
    assert len(handbook) > 40
    for entry in handbook:
        assert re.search(r"[A-Z][a-z]+.* (19|20)\d\d$", entry.book), entry.label
        assert entry.book in entry.source
    with pytest.raises(ValidationError, match="names no book"):
        type(named[0]).model_validate({**named[0].model_dump(), "basis": "h", "book": ""})


def test_every_glue_answers_every_foam() -> None:
    cat = catalogue()
    for name, glue in cat.glue.items():
        for family in {f.glue_family for f in cat.foam.values()}:
            verdict, _ = glue.holds(family)
            assert verdict in ("ok", "spot", "attacks", "no hold"), (name, family)
        assert glue.bead or glue.spread, name


def test_conditions_are_told_apart_from_the_verdict() -> None:
    assert catalogue().glue["wood_glue"].holds("eps") == ("ok", "dries only through an open edge")


def _with_new_entries() -> Catalogue:
    """The shipped catalogue with one new material, glue, hinge and foam, whose ids tell nothing."""
    cat = catalogue()
    rod = cat.stock["spruce"].model_copy(
        update={"label": "Basalt rod", "family": "glass", "surface": "glass", "hazards": ["splinters"]}
    )
    glue = cat.glue["epoxy_30"].model_copy(update={"label": "Slow resin X", "hazards": ["sensitising"]})
    hinge = cat.hinge["tape_bevel"].model_copy(update={"label": "Ribbon hinge"})
    foam = cat.foam["epp30"].model_copy(update={"label": "Cork foam"})
    added = {"stock": {"zz1": rod}, "glue": {"zz2": glue}, "hinge": {"zz3": hinge}, "foam": {"zz4": foam}}
    return cat.model_copy(update={table: {**getattr(cat, table), **new} for table, new in added.items()})


def test_a_new_entry_is_found_everywhere() -> None:
    with using(_with_new_entries()):
        wing = Wing(
            panels=[Panel(span_mm=600)],
            core=Core(material="zz4"),
            aileron=ControlSurface(hinge="zz3"),
        )
        airframe = Airframe(name="New", parts=Parts(wing=wing))
        rod = Rod(id="rod", material="zz1", glue="zz2", y_to_mm=400)
        scheme = Scheme(id="s", name="S", pieces=[rod])
        v = evaluate(airframe, scheme)
        (line,) = v.ledger
        assert line.label.startswith("Basalt rod")
        assert line.grams > 0
        # hatched and cautioned by its tags, though its id says nothing
        assert v.drawing.plan.pieces[0].family == "glass"
        assert any("splinters" in said for said in line.cautions)
        assert any("allergic" in said for said in line.cautions)
        # its spread is drawn, and its working names it
        assert v.breaks.n.low < v.breaks.n.value < v.breaks.n.high
        told = why(airframe, scheme, "EI", y_mm=100).model_dump_json()
        assert "Basalt rod" in told
        joints = {j.id: j for j in glued(airframe, scheme)}
        assert joints["rod"].glue_label == "Slow resin X"
        assert joints["rod"].question is not None
        assert joints["rod"].question.other == "glass"
        assert joints["hinge-aileron"].glue_label == "Ribbon hinge"
        assert any(need.material == "zz1" and need.form == "rod" for need in bill_of_materials(airframe, scheme))
        advice = choose_glue(joints["rod"].question, "foaming", ())
        assert "zz2" in {r.glue for r in (*advice.ranked, *advice.out)}
        question = surface_of(airframe, "aileron")
        ranked = hinges_for(question, judge_surface(question), "a season", False)
        assert "zz3" in {r.hinge for r in ranked}
        assert read_label("Basalt rod 3 mm x 1 m").material == "zz1"


@pytest.mark.parametrize(
    ("table", "kept"),
    [("stock", "spruce"), ("skin", "packing_tape"), ("board", "foamboard_light"), ("cord", "cord_polyester")],
)
def test_an_entry_without_its_tags_is_refused(table: str, kept: str) -> None:
    entry = getattr(catalogue(), table)[kept]
    for tag in ("family", "surface"):
        with pytest.raises(ValidationError):
            type(entry).model_validate({k: v for k, v in entry if k != tag})
    whole = {t: dict(getattr(catalogue(), t)) for t in Catalogue.model_fields}
    whole[table][kept] = entry.model_copy(update={"hazards": ["dragons"]})
    with pytest.raises(ValidationError, match="not in the table"):
        Catalogue.model_validate(whole)
