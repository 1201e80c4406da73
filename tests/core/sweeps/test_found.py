"""Faults that the sweep of every field found, each at its place: both sides of the step are alike now."""

from __future__ import annotations

import numpy as np
import pytest
from fletcher_core.analysis.evaluation import compute
from fletcher_core.fields import Refused
from fletcher_core.sections.contract import TorsionStress, worst_places

from tests.core.sweeps.grounds import grounds, suggested, told
from tests.core.sweeps.test_fields import Sweep, every

#: name of the sweep -> both sides of the step
FOUND = {
    # of two places alike along the chord one was sheared through the depth too
    "plate on the body of godwit: x_to": (0.8324, 0.8326),
    # two nodes fell on the nose, and a slope between them was rounding
    "skin on the plate, swept and tapered: x_to": (0.07702, 0.07708),
    "skin on the fin of sanderling: nose_lap_mm": (5.4888, 5.4988),
    # a skin's bond was read between two nodes that nearly met
    "cloth on the fin of sanderling: nose_lap_mm": (17.6, 17.66),
    "pocket on the body of plover: depth_mm": (9.57, 9.59),
    # sweep drew both stations of a change so far apart that the change counted as a slope
    "tailplane of plover: parts.tailplane.panels.0.root_chord_mm": (753.9, 753.95),
    # what is left without a stick was not looked at where the air gives way to it
    "boards on the plate, swept and tapered: width_mm": (79.26, 79.28),
    # a stick bridged a crack of which it ran past by a hair
    "crack: at_mm": (449.69, 449.8),
    # a joint open all but over a hair held less than one that is open all over
    "joint_sprung: share": (0.99995, 1.0),
    # foam that was hurt twice was less than nothing: half as strong as with either, within a tenth of a millimetre
    "wrinkle past crack": (202.4, 202.6),
    "missing past crack": (199.0, 200.0),
    # a propeller was pressed into the first millimetre of a nose, or into as much as lay to its next station
    "body of dunlin: parts.body.nose_mm": (12.49, 12.51),
    # paper inside a wall that ends short of a corner ran to and fro in it; a trace of roundness cut corners off at once
    "body of dunlin: parts.body.stations.3.roundness": (0.0, 1e-6),
    # foam crushed under one face was looked for at the other
    "wrinkle past broken": (140.99, 141.05),
}


@pytest.fixture(scope="module")
def sweeps() -> dict[str, Sweep]:
    return {sweep.name: sweep for sweep in every()}


@pytest.mark.parametrize("name", FOUND)
def test_both_sides_are_alike(sweeps: dict[str, Sweep], name: str) -> None:
    low, high = FOUND[name]
    one, two = (sweeps[name].tell(at) for at in (low, high))
    assert one is not None
    assert two is not None
    for answer, value in one.items():
        assert two[answer] == pytest.approx(value, rel=0.02), answer


def test_of_like_places_the_worse_one_counts() -> None:
    along, through = np.array([[[5.0, 5.0 - 1e-9, 1.0]]]), np.array([[[0.0, 3.0, 3.5]]])
    rows = worst_places(along, through)
    worst = max(float(np.hypot(rows[k], rows[k + 1])[0, 0]) for k in range(0, len(rows), 2))
    assert worst == pytest.approx(34**0.5, rel=1e-6)


def test_draws_follow_what_is_greatest_at_a_place() -> None:
    """Where another variant finds the other of two places alike, its lesser row is another: no draw gave way at nothing
    for that."""
    stations, weights = np.arange(2), np.eye(2)

    def stress(*places: tuple[float, float]) -> TorsionStress:
        a, t = (np.array([[[place[k]] * 2] for place in places])[:, 0] for k in (0, 1))
        rows = [np.broadcast_to(row, (len(places), 2)) for row in (a, t, a, t, a, t)]
        return TorsionStress(np.stack(rows), 0, ())

    own, others = stress((5.0, 1e-6)), stress((5.0, 1e-6), (5.1, 3.0))
    told_of = own.like(others, stations, weights)
    for of_place in told_of.foam[::2]:
        assert float(np.hypot(*of_place)[1].max()) < 2 * float(np.hypot(5.1, 3.0))


def test_a_cut_that_leaves_nothing_is_asked_about_at_its_field() -> None:
    """It ended in an error of arithmetic."""
    airframe, empty = grounds()["tailplane of plover"]
    (notch,) = suggested("tailplane of plover", "notch")
    deep = [notch.model_copy(update={"depth_mm": float(d)}) for d in (40, 65, 68, 98, 500)]
    answers = [told(airframe, empty.model_copy(update={"pieces": [one]})) for one in deep]
    assert [answer is None for answer in answers] == [False, False, True, True, True]
    with pytest.raises(Refused) as refused:
        compute(airframe, empty.model_copy(update={"pieces": [deep[-1]]}), 21, False, False)
    (problem,) = refused.value.problems
    assert problem.where == ("pieces", 0, "depth_mm")


def test_a_box_wider_than_its_part_is_asked_about() -> None:
    airframe, empty = grounds()["fin of sanderling"]
    box = suggested("fin of sanderling", "box")[0].model_copy(update={"width_mm": 90.0})
    with pytest.raises(Refused) as refused:
        compute(airframe, empty.model_copy(update={"pieces": [box]}), 21, False, False)
    assert {problem.where[:2] for problem in refused.value.problems} == {("pieces", 0)}
    assert len(refused.value.problems) == 1
