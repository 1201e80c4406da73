"""Damages that pass each other: a verdict is continuous in every place, so that no millimetre flips it."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.model import Scheme

from tests.conftest import make_airframe, make_scheme
from tests.core.repairs.made import aircraft, damage, first, mend, states

PLATE = make_airframe(plate=20.0)
TUBE = make_scheme(Tube(id="tube", outer_mm=6, inner_mm=4, material="carbon_roll_wrapped", y_to_mm=450))
RODS = make_scheme(
    Rod(id="tube", diameter_mm=2, level="top", inset_mm=1, y_to_mm=590),
    Rod(id="bottom", diameter_mm=2, level="bottom", inset_mm=1, y_to_mm=590),
    Skin(id="film", y_to_mm=600),
)
#: mm between two places, and the most that may change over it of what the part holds sound: film takes up its load
#: over 5 mm, and what is far stronger than needed is felt over the first of them alone
_STEP, _MOST = 0.02, 0.06


def broken(scheme: Scheme, *damages: Any) -> float:
    return first(states(PLATE, scheme, damages, (), 13)["broken"])


#: name -> (what stays, what moves, from where to where)
PAIRS: dict[str, tuple[Any, dict[str, Any], tuple[float, float]]] = {
    "a split past a crack": (
        damage("crack", 152.4), {"kind": "split", "long_mm": 60.0, "piece": "tube"}, (140, 180),
    ),
    "a split that ends at a crack": (
        damage("crack", 200.0), {"kind": "split", "long_mm": 40.0, "piece": "tube"}, (130, 165),
    ),
    "a broken stick past a crack": (damage("crack", 200.0), {"kind": "broken", "piece": "tube"}, (245, 305)),
    "a loose stick past a crack": (
        damage("crack", 200.0), {"kind": "torn_out", "long_mm": 30.0, "piece": "tube"}, (195, 255),
    ),
    "a slit past a crack": (
        damage("crack", 200.0, skin_torn=False), {"kind": "slit", "face": "both"}, (195, 215),
    ),
    "crushed foam past a broken stick": (
        damage("broken", 200.0, piece="tube"),
        {"kind": "crushed", "deep_mm": 10.0, "x_from": 0.0, "x_to": 1.0, "long_mm": 20.0, "strain": 0.5},
        (200, 320),
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", PAIRS)
@pytest.mark.parametrize("scheme", [TUBE, RODS], ids=["tube", "rods and film"])
def test_no_millimetre_flips_a_verdict(name: str, scheme: Scheme) -> None:
    """A fast change between two places of a coarse sweep is looked at closer: a step stays one."""
    fixed, moving, (start, end) = PAIRS[name]
    kind = moving["kind"]
    more = {k: v for k, v in moving.items() if k != "kind"}
    sound = first(states(PLATE, scheme, [], (), 13)["sound"])

    def at(place: float) -> float:
        return broken(scheme, fixed, damage(kind, place, id="moving", **more))

    places = list(np.linspace(start, end, 13))
    values = [at(float(p)) for p in places]
    worst = max(range(len(places) - 1), key=lambda k: abs(values[k + 1] - values[k]))
    low, high, a, b = places[worst], places[worst + 1], values[worst], values[worst + 1]
    while high - low > _STEP and abs(b - a) > 0.01 * sound:
        middle = 0.5 * (low + high)
        m = at(float(middle))
        low, high, a, b = (low, middle, a, m) if abs(m - a) > abs(b - m) else (middle, high, m, b)
    assert abs(b - a) <= _MOST * sound, (low, high, a, b)


def test_what_is_damaged_at_one_place_counts_together() -> None:
    """A split that begins at a crack is at the crack, wherever its end is written."""
    crack = damage("crack", 152.4)
    at, before = (broken(TUBE, crack, damage("split", y, piece="tube", long_mm=60.3)) for y in (152.4, 149.9))
    assert at == pytest.approx(before, rel=0.02)


@pytest.mark.parametrize(
    ("damages", "mends"),
    [
        (
            [damage("broken", 150.0, piece="tube", id="b1"), damage("broken", 230.0, piece="tube", id="b2")],
            [("splice_stick", 0, {"way": "sleeve_outside", "length_mm": 60.0}),
             ("splice_stick", 1, {"way": "sleeve_outside", "length_mm": 60.0})],
        ),
        ([damage("split", 150.0, piece="tube", long_mm=100.0)], [("bind", 0, {"from_mm": 170.0, "to_mm": 220.0})]),
        (
            [damage("split", 150.0, piece="tube", long_mm=100.0), damage("broken", 200.0, piece="tube")],
            [("bind", 0, {"from_mm": 100.0, "to_mm": 300.0}),
             ("splice_stick", 1, {"way": "sleeve_outside", "length_mm": 60.0})],
        ),
    ],
    ids=["two breaks, two splices", "a binding over a part of a split", "a split and a spliced break"],
)  # fmt: skip
def test_wounds_on_wounds_have_figures(damages: list[Any], mends: list[tuple[str, int, dict[str, Any]]]) -> None:
    laid = [mend(kind, damages[of], **{"id": f"m{k}", **more}) for k, (kind, of, more) in enumerate(mends)]
    found = states(PLATE, TUBE, damages, laid)
    assert first(found["broken"]) <= first(found["mended"]) * (1 + 1e-9)
    assert first(found["mended"]) <= first(found["sound"]) * (1 + 1e-6)
    assert np.all(found["mended"].solved.properties.EIxx > 0)


def test_a_lap_adds_to_EA_and_EI_each_by_its_own() -> None:
    """Two rods side by side have twice the EA, and of the EI what parallel axes say: never eighteen times."""
    from fletcher_core.bonds.splice import SpliceQuestion, spliced
    from fletcher_core.catalogue import catalogue

    q = SpliceQuestion(form="rod", material="carbon_pultruded", depth_mm=3.0, glue="epoxy_30")
    way = spliced(q, "lap", 60.0)
    assert way.stretches == pytest.approx(2.0)
    # both about the common middle, no slip: 2 I + A d²/2 = 10 I of a round
    assert 2.0 < way.stiffer <= 10.0
    stiff = catalogue().glue["epoxy_30"]
    assert way.stiffer == pytest.approx(10.0, rel=0.2), stiff
    broken_top = damage("broken", 200.0, piece="tube")
    found = states(PLATE, RODS, [broken_top], [mend("splice_stick", broken_top, way="lap", length_mm=60.0)])
    k = int(np.argmin(np.abs(found["mended"].layout.plan.y - 230.0)))
    EA = {s: float(found[s].solved.properties.EA[0, k]) for s in ("sound", "mended")}  # type: ignore[index]
    rod = catalogue().stock["carbon_pultruded"].E.typical * np.pi / 4 * 4
    assert EA["mended"] - EA["sound"] == pytest.approx(rod, rel=0.05)


@pytest.mark.parametrize("bore", np.linspace(2.0, 9.0, 8))
@pytest.mark.parametrize("glue", ["epoxy_30", "ca_standard", "rubber_solvent"])
def test_a_sleeve_inside_bears_its_share_of_the_bending_at_most(bore: float, glue: str) -> None:
    from fletcher_core.bonds.splice import SpliceQuestion, spliced

    q = SpliceQuestion(form="tube", depth_mm=10.0, bore_mm=float(bore), glue=glue)
    for length in (10.0, 40.0, 200.0):
        share = spliced(q, "sleeve_inside", length).share
        assert share.high <= bore**4 / (10.0**4 - bore**4) + 1e-12


@pytest.mark.parametrize(("hit", "kind"), [("broken", "new_stick"), ("torn_out", "glue_in")])
def test_a_mends_glue_counts(hit: str, kind: str) -> None:
    """Silicone is no epoxy: the stick slips more and lets go sooner."""
    hurt = damage(hit, 200.0, piece="tube")
    bend, hold = {}, {}
    for glue in ("epoxy_30", "silicone"):
        a = states(PLATE, RODS, [hurt], [mend(kind, hurt, glue=glue)])["mended"]
        bend[glue], hold[glue] = float(a.solved.shape.bend[0, -1]), float(a.solved.hold[0].min())
    assert bend["silicone"] > 1.005 * bend["epoxy_30"]
    assert hold["silicone"] <= hold["epoxy_30"] * (1 + 1e-9)


def test_a_crack_that_meets_by_half_bends_more() -> None:
    crack = damage("crack", 60.0, skin_torn=False)
    bend = [
        float(states(PLATE, make_scheme(), [crack], [mend("glue_break", crack, glue="epoxy_30", meets=m)])["mended"]
              .solved.shape.bend[0, -1])
        for m in (0.3, 0.6, 1.0)
    ]  # fmt: skip
    assert bend[0] > bend[1] > bend[2]


def test_a_crack_glued_perfectly_holds_as_sound_foam_does() -> None:
    """Near the root, with a patch over it or without: a crease in the glued foam is no more the end than beside it."""
    crack = damage("crack", 60.0, skin_torn=False)
    glued = mend("glue_break", crack, glue="epoxy_30", meets=1.0)
    for mends in ([glued], [glued, mend("patch", crack)]):
        found = states(PLATE, make_scheme(), [crack], mends)
        sound, mended = (float(found[s].solved.hold[0].min()) for s in ("sound", "mended"))  # type: ignore[index]
        assert mended >= 0.99 * sound


def test_a_stepped_splint_is_no_weaker_when_longer() -> None:
    crack = damage("crack", 200.0, skin_torn=False)
    held = [
        float(states(PLATE, make_scheme(), [crack], [
            mend("splint", crack, wide_mm=6.0, thick_mm=1.0, overlap_mm=reach, ends="stepped")
        ])["mended"].solved.hold[0].min())
        for reach in (40.0, 60.0, 80.0, 100.0, 120.0, 140.0)
    ]  # fmt: skip
    assert all(b >= a * (1 - 1e-3) for a, b in itertools.pairwise(held))


@pytest.mark.parametrize("at", [0.0, 20.0, 60.0, 150.0, 300.0])
def test_a_damage_leaves_the_sound_part_as_it_is(at: float) -> None:
    """In a wing that tapers, too, a damage that is not there is not felt beside its place."""
    file = aircraft("turnstone")
    scheme = file.shown("wing")
    alone = states(file.airframe, scheme, [], (), 31)["sound"]
    beside = states(file.airframe, scheme, [damage("crack", at)], (), 31)["sound"]
    assert first(beside) == pytest.approx(first(alone), rel=5e-3)
    assert float(beside.solved.hold.min()) == pytest.approx(float(alone.solved.hold.min()), rel=5e-3)
