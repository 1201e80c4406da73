"""No figure hangs on rounding: a billionth in every measure that is described moves none by more than a millionth."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from fletcher_core.model.upgrade import read_file
from fletcher_core.verdicts import evaluate

from tests.core.frozen import figures

DEMO = Path(__file__).parents[3] / "demo"
AIRFRAMES = ("dunlin", "godwit", "plover", "sanderling", "turnstone")
#: times the change by which a figure may move: 1e-6 of itself
MOST = 1e-6
#: smaller than this, a figure is nothing
NOTHING = 0.1
#: mm between both sides of a change: where a stretch begins is told to that
EITHER_SIDE = 0.003


def _is_measure(key: str) -> bool:
    return key.endswith(("_mm", "_g")) or key == "grams"


class _Nudge:
    """Every measure of a file a billionth longer and shorter by turns."""

    def __init__(self) -> None:
        self.count = 0

    def of(self, value: Any, key: str = "") -> Any:
        if isinstance(value, dict):
            return {name: self.of(one, name) for name, one in value.items()}
        if isinstance(value, list):
            return [self.of(one, key) for one in value]
        if isinstance(value, int | float) and not isinstance(value, bool) and _is_measure(key):
            self.count += 1
            return value * (1.0 + 1e-9 * (-1) ** self.count)
        return value


@pytest.mark.parametrize("name", AIRFRAMES)
def test_a_billionth_moves_nothing(name: str) -> None:
    """Nor a range: two stations lie as near to 70 % of the demo's fins as each other, and flutter asked the nearest."""
    raw = json.loads((DEMO / f"{name}.json").read_text(encoding="utf-8"))
    nudge = _Nudge()
    was, now = read_file(raw), read_file(nudge.of(raw))
    assert nudge.count > 30
    for before, after in zip(was.schemes, now.schemes, strict=True):
        one, two = (
            dict(figures(json.loads(evaluate(f.airframe, s).model_dump_json())))
            for f, s in ((was, before), (now, after))
        )
        assert one.keys() == two.keys(), before.id
        for path, value in one.items():
            other = two[path]
            if isinstance(value, float) and isinstance(other, float):
                place = EITHER_SIDE if ".y_" in path else 0.0
                assert abs(other - value) <= place + MOST * max(abs(value), NOTHING), (before.id, path, value, other)
            else:
                assert value == other, (before.id, path)
