"""A kind of piece is one module: complete, registered, and named nowhere else."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.geometry import planform, profile_of
from fletcher_core.kinds import BUILDS, GROUPS, KINDS, Ground, Room
from fletcher_core.model import Scheme
from fletcher_core.questions.suggestions import usual_section
from fletcher_core.sections import lay_out
from fletcher_core.shelf.item import FORMS

from ops.shell import ROOT
from tests.conftest import make_airframe

ROOM = Room(frozenset({"rod-1"}), tip=600.0, end=420.0, share=0.3, depth=18.0, root_chord=200.0)
MODELS = {kind.model.__name__ for kind in KINDS.values()}


def ground(hollow: bool = False) -> Ground:
    airframe = make_airframe()
    if hollow:
        return lay_out(usual_section(airframe, "wing", "sheeted"), []).ground
    plan = planform(airframe.wing)
    return Ground(plan, plan.outline(profile_of(airframe.wing.aerofoil)))


@pytest.mark.parametrize("name", KINDS)
def test_a_kind_says_all_that_it_is(name: str) -> None:
    kind = KINDS[name]
    beneath = ground(kind.only_hollow)
    piece = kind.suggest(ROOM)[0]
    assert isinstance(piece, kind.model)
    assert piece.id not in ROOM.taken
    Scheme.model_validate({"id": "s", "name": "S", "pieces": [piece.model_dump()]})
    rows = kind.rows(piece, 0, beneath)
    assert rows.members or rows.sheets or rows.patches
    assert kind.group in GROUPS
    assert kind.size(piece, lambda mm: f"{mm:g}")
    assert kind.minutes.start.low < kind.minutes.start.typical < kind.minutes.start.high
    assert kind.offer.good.endswith(".")
    assert kind.offer.bad.endswith(".")
    assert list(kind.problems(piece, rows.members, beneath)) == []
    if kind.table in (None, "glue"):
        assert kind.needs(piece, beneath) == []
    else:
        assert getattr(piece, "material", None) in getattr(catalogue(), kind.table)
        need = kind.needs(piece, beneath)[0]
        assert need.form in FORMS
        assert need.amount > 0
    for direction in "xz":
        if rows.members and not rows.members[0].rope and not rows.members[0].web_width:
            assert kind.size_field(piece, direction) in kind.model.model_fields


@pytest.mark.parametrize("name", [n for n, k in KINDS.items() if k.of_size is not None])
def test_what_a_search_tries_is_of_its_kind(name: str) -> None:
    kind = KINDS[name]
    assert kind.of_size is not None
    run = {"y_from_mm": 0.0, "y_to_mm": 300.0, "chord_from": 0.3, "chord_to": 0.3}
    for material, sizes in kind.sizes:
        assert material in getattr(catalogue(), kind.table or "stock")
        made = kind.of_size(material, sizes, run)
        assert made
        assert all(p.kind == name and p.material == material for pieces in made for p in pieces)  # type: ignore[attr-defined]
        if kind.form:
            assert len(sizes) == len([f for f in FORMS[kind.form].sizes if f != "length_mm"])


def test_sizes_of_a_row_are_those_of_its_shape() -> None:
    tube = KINDS["tube"]
    row = tube.rows(tube.model(id="t", outer_mm=6, inner_mm=4), 0, ground()).members[0]
    assert row.area == pytest.approx(np.pi / 4 * (36 - 16))
    assert (row.width, row.bore) == (6, 4)


@pytest.mark.parametrize("name", BUILDS)
def test_a_build_is_of_known_kinds(name: str) -> None:
    assert all(p.kind in KINDS for p in BUILDS[name].suggest(ROOM))  # type: ignore[attr-defined]


def _sources() -> Iterator[Path]:
    for folder in ("core/fletcher_core", "server/fletcher_site"):
        for path in (ROOT / folder).rglob("*.py"):
            if "kinds" not in path.parts and "validation" not in path.parts:
                yield path


def _names(node: ast.expr) -> set[str]:
    return {n.value for n in ast.walk(node) if isinstance(n, ast.Constant) and isinstance(n.value, str)}


#: what else is told apart by a kind of its own: joints of panels, seats, hinges, shapes of the reference
_NOT_PIECES = {"joint", "seat", "aerofoil", "j", "spar", "mark", "stock", "need", "item", "q", "step"}


def test_nothing_else_names_a_kind() -> None:
    found = []
    for path in _sources():
        tree = ast.parse(path.read_text(encoding="utf-8"))
        for node in ast.walk(tree):
            if isinstance(node, ast.ImportFrom) and node.module and "kinds" in node.module:
                found += [f"{path.name}:{node.lineno} {a.name}" for a in node.names if a.name in MODELS]
            if isinstance(node, ast.Compare):
                sides = [node.left, *node.comparators]
                asks = [s for s in sides if isinstance(s, ast.Attribute) and s.attr == "kind"]
                of = {s.value.id if isinstance(s.value, ast.Name) else getattr(s.value, "attr", "") for s in asks}
                if asks and not of & _NOT_PIECES and set().union(*map(_names, sides)) & KINDS.keys():
                    found.append(f"{path.name}:{node.lineno}")
            if isinstance(node, ast.Dict):
                keys = {k.value for k in node.keys if isinstance(k, ast.Constant)}
                # forms of the shelf share some of the names; nothing else may
                if len(keys & KINDS.keys()) > 2 and path.parent.name != "shelf":
                    found.append(f"{path.name}:{node.lineno} a table by kind")
    assert found == []


def test_facts_are_not_read_from_the_letters_of_an_id() -> None:
    """Strings are not looked for inside names of materials: `"carbon" in material` is what tags are for."""
    tables = [getattr(catalogue(), t) for t in ("stock", "skin", "glue", "cord", "board")]
    ids = {word for table in tables for key in table for word in key.split("_")}
    found = []
    for path in _sources():
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not isinstance(node, ast.Compare) or not isinstance(node.ops[0], (ast.In, ast.NotIn)):
                continue
            asked, within = node.left, node.comparators[0]
            named = isinstance(within, ast.Name | ast.Attribute) and (
                getattr(within, "id", getattr(within, "attr", "")) in ("material", "glue", "name", "key", "hinge")
            )
            if isinstance(asked, ast.Constant) and asked.value in ids and named:
                found.append(f"{path.name}:{node.lineno}")
    assert found == []
