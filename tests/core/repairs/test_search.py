"""The search over mends: against every way judged by itself, and what it must never say."""

from __future__ import annotations

import itertools
import json
import subprocess
import sys
from typing import Any

import pytest
from fletcher_core.fields import Refused
from fletcher_core.mends import mend_kind
from fletcher_core.model import Repair
from fletcher_core.repairs import FoundMends, MendSearch, MendWish, judge_repair, plan_mends, search_mends
from fletcher_core.repairs.options import Option, options
from fletcher_core.repairs.ways import SEARCH, Way, all_together, evenly, unbeaten, whole_merits
from fletcher_core.shelf import read_label
from hypothesis import given
from hypothesis import strategies as st

from tests.core.repairs.made import aircraft, damage, mend, part, place, repair

PLOVER, SANDERLING, TURNSTONE = (aircraft(n) for n in ("plover", "sanderling", "turnstone"))
BOX = ["Clear packing tape 48 mm x 66 m", "Cyanoacrylate, foam-safe 20 g"]


def _schemes(file: Any) -> list[Any]:
    return [file.shown(name) for name in file.airframe.parts.there()]


def _found(file: Any, told: Repair, wish: MendWish | None = None, **more: Any) -> FoundMends:
    search = MendSearch(file.airframe, _schemes(file), told, "good", wish or MendWish(), **more)
    *progress, last = search_mends(search)
    assert isinstance(last, FoundMends)
    shares = [p.done for p in progress if not isinstance(p, FoundMends)]
    assert shares == sorted(shares)
    assert shares[-1] == 100
    return last


def test_a_small_space_is_what_judging_every_way_finds() -> None:
    """One crack, one roll of tape, one glue: every option by the full model, and of those what nothing beats."""
    crack = damage("crack", 60.0)
    told = repair([crack])
    box = [read_label(label) for label in BOX]
    got = _found(TURNSTONE, told, items=box)
    there = place(TURNSTONE.airframe, TURNSTONE.shown("wing"))
    # wide apart, so that typical figures order them as the full model does
    every: list[tuple[float, float, float]] = []
    for option in options(crack, there, "good", most=SEARCH.options, sizes=SEARCH.sizes):
        if {g for m in option.mends for g in mend_kind(m).glues(m)} - {"ca_foam_safe"}:
            continue
        if {getattr(m, "material", "packing_tape") for m in option.mends} - {"packing_tape"}:
            continue
        plan = {
            "good": {"mends": [m.model_copy(update={"id": f"m{k}"}).model_dump() for k, m in enumerate(option.mends)]}
        }
        asked = Repair.model_validate({**told.model_dump(), "plans": plan})
        v = judge_repair(TURNSTONE.airframe, _schemes(TURNSTONE), asked, "good", apart=False)
        every.append((part(v).back.low, -v.grams.value, -(option.minutes + option.waits)))
    assert got.ways == len(every) > 5
    # nothing that is told is beaten by more than what typical figures and nine of ten may differ
    for point in got.front:
        own = (point.back.low, -point.grams, -point.ready_min)
        near = [e for e in every if all(abs(a - b) <= 1e-6 * max(1, abs(a)) for a, b in zip(own, e, strict=True))]
        assert near, own
    # and the strongest, the lightest and the quickest of all are there
    for k in range(3):
        best = max(e[k] for e in every)
        assert max((p.back.low, -p.grams, -p.ready_min)[k] for p in got.front) >= best - 0.01 * abs(best)


def test_the_lightest_that_does_it() -> None:
    told = repair([damage("crack"), damage("broken", piece="rod-top")])
    wish = MendWish(back=0.95)
    got = _found(PLOVER, told, wish)
    assert got.best is not None
    best = got.front[got.best]
    assert best.meets
    assert best.back.low >= 0.95
    assert all(p.grams >= best.grams - 1e-9 for p in got.front if p.meets)
    # what it says is what the page says of it afterwards
    plans = {"good": {"mends": [m.model_dump() for m in best.mends]}}
    v = judge_repair(PLOVER.airframe, _schemes(PLOVER), Repair.model_validate({**told.model_dump(), "plans": plans}),
                     "good")  # fmt: skip
    assert part(v).back.low == pytest.approx(best.back.low, rel=1e-9)
    assert v.grams.value == pytest.approx(best.grams, rel=1e-9)
    assert v.ready_min == pytest.approx(best.ready_min)
    assert got.tried > 100
    assert got.by_full >= 3


def test_damages_whose_ids_begin_alike_get_mends_of_their_own() -> None:
    """As the page names them: joint-sprung-1 and joint-sprung-2 are the same for twelve letters."""
    one, two = (damage("crack", at, id=f"joint-sprung-{k}") for k, at in enumerate((60.0, 200.0), 1))
    told, box = repair([one, two]), [read_label(label) for label in BOX]
    got = _found(TURNSTONE, told, MendWish(back=0.5), items=box)
    planned = plan_mends(TURNSTONE.airframe, _schemes(TURNSTONE), told, "good", items=box).mends
    for mends in (planned, *(p.mends for p in got.front)):
        assert len({m.id for m in mends}) == len(mends)
        assert {m.of for m in mends} == {one.id, two.id}
        Repair.model_validate({**told.model_dump(), "plans": {"good": {"mends": [m.model_dump() for m in mends]}}})


def test_what_cannot_be_is_said() -> None:
    told = repair([damage("crack")])
    got = _found(TURNSTONE, told, MendWish(ready_min=1.0))
    assert got.front == []
    assert got.best is None
    assert got.says == "Nothing was found that mends it."
    assert got.notes == ["Foam cracked: nothing does it in time."]
    got = _found(TURNSTONE, told, MendWish(back=1.5, added_g=0.1), items=[read_label(label) for label in BOX])
    assert got.best is None
    assert got.says.startswith("Nothing tried does all that is wanted.")
    assert not any(p.meets for p in got.front)
    # one of two: the other is mended all the same, and that is not all of it
    few = [read_label("Contact adhesive, foam-safe 100 g"), read_label("Clear packing tape 48 mm x 66 m")]
    two = repair([damage("crack"), damage("broken", 300.0, piece="rod-top")])
    both = _found(TURNSTONE, two, MendWish(), items=few)
    assert both.front
    assert not any(p.meets for p in both.front)
    assert [e.label for e in both.front[0].each][1] == "left as it is"
    with pytest.raises(Refused, match="no such damage"):
        _found(TURNSTONE, told, MendWish(only="nothing"))
    with pytest.raises(Refused):
        _found(TURNSTONE, repair([damage("crack", 2400.0)]))


def test_one_damage_alone_leaves_the_others_as_they_are() -> None:
    crack, other = damage("crack"), damage("crushed", 320.0)
    glued = mend("glue_break", crack, glue="ca_foam_safe")
    told = Repair.model_validate(
        {**repair([crack, other]).model_dump(), "plans": {"good": {"mends": [glued.model_dump()]}}}
    )
    got = _found(TURNSTONE, told, MendWish(only="crushed"), items=[read_label(label) for label in BOX])
    assert got.front
    for point in got.front:
        (same,) = [m for m in point.mends if m.of == "crack"]
        assert same.model_dump(exclude={"id"}) == glued.model_dump(exclude={"id"})
        assert {m.of for m in point.mends} == {"crack", "crushed"}


def test_no_splint_lies_where_a_wall_is_left_out() -> None:
    """A body that is open on top from 100 mm on: nothing that is offered there lies on nothing."""
    wrinkle = damage("wrinkle", 150.0, on="body")
    got = _found(SANDERLING, repair([wrinkle]))
    assert got.front
    for point in got.front:
        plans = {"good": {"mends": [m.model_dump() for m in point.mends]}}
        judge_repair(SANDERLING.airframe, _schemes(SANDERLING),
                     Repair.model_validate({**repair([wrinkle]).model_dump(), "plans": plans}), "good")  # fmt: skip


def test_a_process_of_its_own_tells_the_same() -> None:
    told = repair([damage("crack", 60.0)])
    box = [read_label(label) for label in BOX]
    here = _found(TURNSTONE, told, MendWish(back=0.5), items=box)
    asked = {
        "airframe": TURNSTONE.airframe, "schemes": _schemes(TURNSTONE), "repair": told, "wish": MendWish(back=0.5),
        "items": box,
    }  # fmt: skip
    dumped = {k: [o.model_dump(mode="json") for o in v] if isinstance(v, list) else v.model_dump(mode="json")
              for k, v in asked.items()}  # fmt: skip
    run = subprocess.run([sys.executable, "-m", "fletcher_core.repairs"], input=json.dumps({**dumped, "aim": "good"}),
                         capture_output=True, text=True, check=True)  # fmt: skip
    last = FoundMends.model_validate_json(run.stdout.splitlines()[-1])
    assert last.model_dump(exclude={"dots"}) == here.model_dump(exclude={"dots"})
    broken = {**dumped, "aim": "good", "wish": {"back": 7.0}}
    run = subprocess.run([sys.executable, "-m", "fletcher_core.repairs"], input=json.dumps(broken),
                         capture_output=True, text=True, check=True)  # fmt: skip
    refused = json.loads(run.stdout)
    assert refused["kind"] == "refused"
    assert refused["problems"][0]["label"] == "strength back at least"


def _way(share: float, grams: float, minutes: float, waits: float) -> Way:
    return Way({}, share, grams, minutes, waits)


FIGURE = st.integers(0, 4).map(float)
WAY = st.builds(_way, FIGURE, FIGURE, FIGURE, FIGURE)


@given(st.lists(st.lists(WAY, min_size=1, max_size=6), min_size=1, max_size=3))
def test_parts_put_together_are_the_front_of_all_products(groups: list[list[Way]]) -> None:
    """Part after part against brute force: no merit of the whole gets better by a part that gets worse."""
    got = {whole_merits(c) for c in all_together(groups, 10_000)}
    every = {whole_merits(c) for c in itertools.product(*groups)}
    front = {
        one for one in every
        if not any(other != one and all(a >= b for a, b in zip(other, one, strict=True)) for other in every)
    }  # fmt: skip
    assert got == front


@given(st.lists(st.tuples(FIGURE, FIGURE, FIGURE), max_size=30))
def test_unbeaten_against_its_definition(points: list[tuple[float, float, float]]) -> None:
    got = unbeaten(points, lambda p: p)
    assert len(got) == len(set(got))
    for one in points:
        beaten = any(other != one and all(a >= b for a, b in zip(other, one, strict=True)) for other in points)
        assert (one in got) == (not beaten)


def test_evenly_keeps_both_ends() -> None:
    assert evenly(range(10), 3) == [0, 4, 9]
    assert evenly(range(2), 5) == [0, 1]
    assert evenly([], 3) == []
    assert Option((), 1.0, 0.0, 1.0).kinds == ()
