"""What was worked out of a part is not worked out again, and never stands for something else."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import AbstractContextManager, nullcontext
from typing import Any

import pytest
from fletcher_core.analysis.made import Made, counting_on
from fletcher_core.catalogue import Spread, catalogue, using
from fletcher_core.joints import BondTest
from fletcher_core.repairs import judge_repair
from fletcher_core.repairs.judge import _parts
from fletcher_core.repairs.told import RepairVerdict

from tests.conftest import make_airframe, make_scheme
from tests.core.repairs.made import damage, mend, repair

#: foam and nothing else: it breaks where it is hurt
BARE, SCHEME = make_airframe(foam="epp20"), make_scheme()
LEFT, RIGHT = damage("crack", 20.0), damage("wrinkle", 100.0, side="right")
GLUED = mend("glue_break", LEFT, glue="ca_foam_safe", meets=0.15)
TOLD = repair([LEFT, RIGHT], [GLUED])
PEELED = BondTest(one="epp20", other="epp20", glue="ca_foam_safe", where="peeled", day="2026-10-01")  # type: ignore[arg-type]


def ask(told: Any = TOLD, airframe: Any = BARE, **more: Any) -> RepairVerdict:
    return judge_repair(airframe, [SCHEME], told, spread=False, **more)


def softer() -> AbstractContextManager[Any]:
    foam = catalogue().foam["epp20"]
    half = Spread(*(0.5 * e for e in foam.E))
    return using(
        catalogue().model_copy(update={"foam": {**catalogue().foam, "epp20": foam.model_copy(update={"E": half})}})
    )


def test_the_same_once_more_is_not_worked_out_again_and_is_the_same() -> None:
    _parts.forget()
    first = ask()
    assert _parts.worked_out == 2
    assert ask() == first
    assert _parts.worked_out == 2
    # a mend of the other half leaves this one as it is
    more = repair([LEFT, RIGHT], [GLUED, mend("patch", RIGHT)])
    told = ask(more)
    assert _parts.worked_out == 3
    assert told.parts[0] == first.parts[0]
    assert told.parts[1] != first.parts[1]


@pytest.mark.parametrize(
    ("context", "asked"),
    [
        (nullcontext, {"tests": [PEELED] * 6}),
        (nullcontext, {"system": "inch"}),
        (nullcontext, {"airframe": BARE.model_copy(update={"promise_g": 2000.0})}),
        (nullcontext, {"told": repair([LEFT.model_copy(update={"at_mm": 150.0}), RIGHT], [GLUED])}),
        (lambda: counting_on(Made({"wing": 1.5})), {}),
        (softer, {}),
    ],
    ids=["bond tests", "units", "what it weighs", "the damage", "a part weighed", "another foam"],
)  # fmt: skip
def test_what_it_depends_on_is_worked_out_anew(
    context: Callable[[], AbstractContextManager[Any]], asked: dict[str, Any]
) -> None:
    usual = ask()
    with context():
        remembered = ask(**asked)
        _parts.forget()
        assert ask(**asked) == remembered
    assert remembered.parts != usual.parts
