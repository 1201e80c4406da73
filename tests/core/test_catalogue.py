"""The catalogue: every entry whole, every spread in order, every foam answered by every glue."""

from __future__ import annotations

import pytest
from fletcher_core.catalogue import Spread, catalogue


def test_every_family_is_there() -> None:
    cat = catalogue()
    assert len(cat.foam) == 8
    assert len(cat.board) == 4
    assert len(cat.stock) == 17
    assert len(cat.skin) == 11
    assert len(cat.glue) == 16


@pytest.mark.parametrize("family", ["foam", "board", "stock", "skin", "glue"])
def test_every_figure_rises_from_low_to_high_and_names_its_basis(family: str) -> None:
    for name, entry in getattr(catalogue(), family).items():
        spreads = [v for _, v in entry if isinstance(v, Spread)]
        assert spreads, name
        assert all(s.low <= s.typical <= s.high for s in spreads), name
        assert entry.label, name
        assert entry.source.startswith(entry.label), name


def test_every_glue_answers_every_foam() -> None:
    cat = catalogue()
    for name, glue in cat.glue.items():
        for family in {f.glue_family for f in cat.foam.values()}:
            verdict, _ = glue.holds(family)
            assert verdict in ("ok", "spot", "attacks", "no hold"), (name, family)
        assert glue.bead or glue.spread, name


def test_conditions_are_told_apart_from_the_verdict() -> None:
    assert catalogue().glue["wood_glue"].holds("eps") == ("ok", "dries only through an open edge")
