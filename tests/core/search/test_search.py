"""The search: the same best as trying everything by the full model; fronts; words; the wish kept."""

from __future__ import annotations

import json
import subprocess
import sys
from dataclasses import replace
from typing import Any

import fletcher_core.search.space as space
import numpy as np
import pytest
from fletcher_core.kinds.cord import Cord
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.model import Airframe, Refused
from fletcher_core.search import Better, Found, Progress, Wish, search
from fletcher_core.search.run import _answers, _Full, alone, answer_block, bank_of, blocks_of
from fletcher_core.search.space import space_of
from fletcher_core.shelf import read_label
from fletcher_core.verdicts import evaluate
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme

WING = make_airframe()
SCHEME = make_scheme(
    Rod(id="rod", diameter_mm=2, y_to_mm=400), Skin(id="film", y_to_mm=600), Cord(id="cord", y_to_mm=600)
)


def found(wish: Wish, wing: Airframe = WING, **more: Any) -> Found:
    steps = list(search(wing, SCHEME, wish, **more))
    assert all(isinstance(s, (Progress, Better)) for s in steps[:-1])
    assert isinstance(steps[-1], Found)
    return steps[-1]


@pytest.fixture
def small(monkeypatch: pytest.MonkeyPatch) -> None:
    """A space small enough to try all of it by the full model."""
    monkeypatch.setattr(space, "PLACES", (0.25, 0.4))
    monkeypatch.setattr(space, "REACHES", (0.5, 0.9))
    few = {
        "rod": (("carbon_pultruded", (2.0,)), ("carbon_pultruded", (4.0,))),
        "tube": (("carbon_roll_wrapped", (5.0, 3.0)),),
        "strip": (("carbon_pultruded", (5.0, 1.0)),),
    }
    monkeypatch.setattr(space, "SIZED", {k: replace(space.SIZED[k], sizes=sizes) for k, sizes in few.items()})


WISHES = [
    Wish(break_g=8, vary=["spar", "place", "reach"]),
    Wish(break_g=10, tip_bend_mm=30, vary=["spar", "place", "reach"]),
    Wish(tip_bend_mm=20, twist_deg=1.5, vary=["spar", "reach", "layers"]),
    Wish(break_g=10, minutes=60, vary=["spar", "skin"]),
]


@pytest.mark.parametrize("wish", WISHES, ids=str)
@pytest.mark.usefixtures("small")
def test_the_winner_is_that_of_brute_force(wish: Wish) -> None:
    """Every way by the full model, one by one, and the lightest that meets all: no other is lighter."""
    ways = space_of(WING, SCHEME, wish, None)
    full = _Full(WING, SCHEME, wish, ways, _answers(ways, _nothing(ways.size)), "metric")
    points = [p for p in map(full.point, range(ways.size)) if p is not None]
    assert len(points) > 20
    meeting = [p for p in points if p.meets]
    best = min(meeting, key=lambda p: p.part_g)
    got = found(wish)
    assert got.winner is not None
    assert got.winner.part_g == pytest.approx(best.part_g, abs=1e-9)
    assert got.winner.pieces == best.pieces


def _nothing(count: int) -> Any:
    from fletcher_core.analysis.batch import BatchResult

    return BatchResult(*(np.zeros(count) for _ in range(5)))


@pytest.mark.usefixtures("small")
def test_the_quick_model_keeps_to_the_full_one() -> None:
    wish = Wish(break_g=8)
    ways = space_of(WING, SCHEME, wish, None)
    bank, blocks = bank_of(SCHEME, ways), blocks_of(ways)
    assert sorted(np.concatenate(blocks)) == list(range(ways.size))
    full = _Full(WING, SCHEME, wish, ways, _answers(ways, _nothing(ways.size)), "metric")
    for at, got in list(alone(WING, bank, blocks))[::6]:
        for k in range(0, len(at), 9):
            point = full.point(int(at[k]))
            assert point is not None
            assert got.part_g[k] == pytest.approx(point.part_g, rel=2e-3)
            # the quick model knows the typical build alone
            usual = evaluate(WING, SCHEME.model_copy(update={"pieces": point.pieces}), ledger=False, spread=False)
            assert got.holds[k] == pytest.approx(usual.holds.n.value, rel=0.08)
            assert got.bend[k] == pytest.approx(point.bend_mm, rel=0.08)


@pytest.mark.usefixtures("small")
def test_the_winner_does_what_it_says_on_the_bench() -> None:
    got = found(Wish(break_g=9, tip_bend_mm=40))
    assert got.winner is not None
    verdict = evaluate(WING, SCHEME.model_copy(update={"pieces": got.winner.pieces}), ledger=False)
    assert verdict.holds.n.value == pytest.approx(got.winner.hold_g)
    assert verdict.mass.part_g.value == pytest.approx(got.winner.part_g)
    assert verdict.holds.n.value >= 9
    assert verdict.tip_bend_mm.value <= 40
    assert any(p.kind == "cord" for p in got.winner.pieces), "what may not change stays"


@pytest.mark.usefixtures("small")
def test_no_point_of_the_front_beats_another() -> None:
    got = found(Wish())
    for flag, gain in (("lightest_for_load", lambda p: p.hold_g), ("lightest_for_bend", lambda p: -p.bend_mm)):
        front = [p for p in got.front if getattr(p, flag)]
        assert len(front) >= 2
        for a in front:
            assert not any(b.part_g <= a.part_g and gain(b) > gain(a) for b in got.front)


@pytest.mark.usefixtures("small")
def test_what_stands_in_the_way_is_told() -> None:
    got = found(Wish(break_g=90, vary=["spar", "place"]))
    assert got.winner is None
    assert got.why[0] == f"None of {got.tried} ways meets every target."
    assert any("Without the load it must hold" in w for w in got.why)


@pytest.mark.usefixtures("small")
def test_the_target_that_costs_most_is_named() -> None:
    got = found(Wish(break_g=12, tip_bend_mm=400))
    assert any("the load it must hold: without it" in w for w in got.why)


def test_only_from_the_shelf() -> None:
    shelf = [read_label(t) for t in ("carbon rod 3 mm x 1 m, 4 pieces, 4.00 each",
                                     "spruce strip 5 x 5 x 1000, 4 pieces",
                                     "laminating film 320 mm x 10 m", "wood glue 200 g",
                                     "foaming polyurethane 200 g, 8.00 each")]  # fmt: skip
    got = found(Wish(break_g=6, from_shelf=True), shelf=shelf)
    assert got.winner is not None
    for point in got.front:
        for piece in point.pieces:
            assert piece.kind == "cord" or piece.material in ("carbon_pultruded", "spruce", "laminate_38um")
            assert getattr(piece, "glue", None) in (None, "polyurethane_foaming")
            assert getattr(piece, "diameter_mm", 3) == 3
            # a run in one across the straight centre is 1 m at most
            assert piece.kind not in ("rod", "strip") or piece.y_to_mm <= 500


def test_nothing_on_the_shelf_is_told() -> None:
    with pytest.raises(Refused, match="Nothing on the shelf"):
        found(Wish(from_shelf=True, vary=["spar", "place"]).model_copy(update={"vary": ["layers"]}), shelf=[])


def test_never_more_than_can_be_tried() -> None:
    assert 15_000 < space_of(WING, SCHEME, Wish(), None).size <= 20_000


def test_a_wish_without_anything_that_may_change_is_refused() -> None:
    with pytest.raises(ValidationError):
        Wish(vary=[])


def test_the_process_of_its_own_says_the_same() -> None:
    wish = Wish(break_g=8, vary=["place", "layers"])
    asked = {"airframe": WING.model_dump(mode="json"), "scheme": SCHEME.model_dump(mode="json"),
             "wish": wish.model_dump(mode="json")}  # fmt: skip
    done = subprocess.run(
        [sys.executable, "-m", "fletcher_core.search"], input=json.dumps(asked), capture_output=True, text=True,
        cwd="core", check=True, timeout=120,
    )  # fmt: skip
    lines = [json.loads(line) for line in done.stdout.splitlines()]
    assert lines[0]["kind"] == "progress"
    assert Found.model_validate(lines[-1]) == found(wish)


def test_the_process_tells_a_bad_wish() -> None:
    asked = {
        "airframe": WING.model_dump(mode="json"),
        "scheme": SCHEME.model_dump(mode="json"),
        "wish": {"break_g": -1},
    }
    done = subprocess.run(
        [sys.executable, "-m", "fletcher_core.search"], input=json.dumps(asked), capture_output=True, text=True,
        cwd="core", check=True, timeout=60,
    )  # fmt: skip
    said = json.loads(done.stdout)
    assert said["kind"] == "refused"
    assert said["problems"][0]["field"] == "wish.break_g"


def test_twist_met_before_is_the_twist_worked_out_anew() -> None:
    """Blocks that share their sheets take it from a memo: with and without, every answer is the same."""
    choices = space_of(WING, SCHEME, Wish(vary=["spar", "skin", "layers"]), None)
    bank, blocks = bank_of(SCHEME, choices), blocks_of(choices)

    def sheets(at: Any) -> set[int]:
        return set((at % len(bank.sheets)).tolist())

    alike = [at for at in blocks if sheets(at) == sheets(blocks[0])][:3]
    assert len(alike) == 3
    memo: dict[tuple[int, ...], Any] = {}
    for at in alike:
        met, anew = answer_block(WING, bank, at, memo), answer_block(WING, bank, at, {})
        for name in ("breaks", "holds", "bend", "twist", "part_g"):
            assert np.allclose(getattr(met, name), getattr(anew, name), rtol=1e-9)
    assert len(memo) == 1


@pytest.mark.usefixtures("small")
def test_the_winner_stands_gusts_and_landings_too() -> None:
    """Asked for very little, a way that the hard pull alone would let pass breaks in a gust."""
    gusty = make_airframe(n=2.0, speed=28.0, promise=700.0, rest=560.0)
    wish = Wish(break_g=2.0, vary=["spar", "place", "reach"])
    steps = list(search(gusty, make_scheme(Rod(id="rod", diameter_mm=2, y_to_mm=400)), wish))
    got = steps[-1]
    assert isinstance(got, Found)
    assert got.winner is not None
    verdict = evaluate(gusty, make_scheme(*got.winner.pieces), ledger=False)
    assert all(case.hold_reserve >= 1 for case in verdict.cases)
    # lighter ones hold what was asked for, and not the gust
    lighter = [p for p in got.front if p.part_g < got.winner.part_g and p.hold_g >= 2.0]
    assert any(p.gives_way_in for p in lighter)
    assert not any(p.meets for p in lighter)


@pytest.mark.usefixtures("small")
def test_nine_builds_in_ten_hold_it_where_that_is_asked_for() -> None:
    gentle = make_airframe(n=3.0)
    usual = found(Wish(break_g=6, vary=["spar", "place", "reach"]), gentle).winner
    safe = found(Wish(break_g=6, nine_of_ten=True, vary=["spar", "place", "reach"]), gentle).winner
    assert usual is not None
    assert safe is not None
    assert safe.nine_hold_g is not None
    assert safe.nine_hold_g >= 6
    assert safe.part_g >= usual.part_g
    verdict = evaluate(gentle, SCHEME.model_copy(update={"pieces": safe.pieces}), ledger=False)
    assert verdict.holds.n.low == pytest.approx(safe.nine_hold_g)
    assert verdict.judged.state == "sound"
    # where none does, that is told
    none = found(Wish(break_g=8, nine_of_ten=True, vary=["spar", "place", "reach"]))
    assert none.winner is None
    assert any("do not stand" in said for said in none.why)


def test_webs_boxes_and_cloth_are_tried_and_the_quick_model_knows_them() -> None:
    wish = Wish(vary=["spar", "skin"])
    there = space_of(WING, SCHEME, wish, None)
    of_kind = {
        kind: [k for k, o in enumerate(options) if o.pieces and o.pieces[0].kind == kind]
        for kind, options in (("web", there.sticks), ("box", there.sticks), ("cloth", there.sheets))
    }
    assert all(of_kind.values())
    bare = next(k for k, o in enumerate(there.sheets) if not o.pieces)
    wide = len(there.sheets)
    ways = [k * wide + bare for kind in ("web", "box") for k in of_kind[kind]]
    ways += [of_kind["web"][0] * wide + k for k in of_kind["cloth"]]
    got = answer_block(WING, bank_of(SCHEME, there), np.array(ways), {})
    size = np.full(there.size, np.nan)
    filled = {name: size.copy() for name in ("breaks", "holds", "bend", "twist", "part_g")}
    for name, column in filled.items():
        column[ways] = getattr(got, name)
    full = _Full(WING, SCHEME, wish, there, _answers(there, type(got)(**filled)), "metric")
    for k, way in enumerate(ways):
        point = full.point(way)
        assert point is not None
        assert got.part_g[k] == pytest.approx(point.part_g, rel=0.002)
        usual = evaluate(WING, SCHEME.model_copy(update={"pieces": point.pieces}), ledger=False, spread=False)
        assert got.holds[k] == pytest.approx(usual.holds.n.value, rel=0.08), point.name
        assert got.bend[k] == pytest.approx(point.bend_mm, rel=0.08), point.name


@pytest.mark.usefixtures("small")
def test_a_way_that_does_it_is_told_before_all_have_been_tried() -> None:
    wish = Wish(break_g=8, vary=["spar", "place", "reach"])
    steps = list(search(WING, SCHEME, wish))
    told = [k for k, s in enumerate(steps) if isinstance(s, Better)]
    assert told
    assert told[0] < len(steps) // 2
    points = [s.point for s in steps if isinstance(s, Better)]
    assert all(p.meets and p.hold_g >= 8 for p in points)
    grams = [p.part_g for p in points]
    assert grams == sorted(grams, reverse=True)
    last = steps[-1]
    assert isinstance(last, Found)
    assert last.winner is not None
    assert last.winner.part_g <= grams[-1] + 1e-9
    # it is what the bench says of it, too
    again = evaluate(WING, SCHEME.model_copy(update={"pieces": points[0].pieces}), ledger=False)
    assert again.holds.n.value == pytest.approx(points[0].hold_g)
