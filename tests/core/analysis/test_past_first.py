"""Where the end of a part is looked for, against looking at every station there is."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
import pytest
from fletcher_core.analysis import past_first
from fletcher_core.model import AirframeFile
from fletcher_core.verdicts import evaluate

DEMO = [
    (name, scheme.id)
    for name in ("dunlin", "sanderling", "turnstone")
    for scheme in AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text("utf-8"))).schemes_of(
        "wing"
    )
]


@pytest.mark.parametrize(("name", "scheme_id"), DEMO)
def test_some_stations_find_the_end_that_all_of_them_find(
    name: str, scheme_id: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    file = AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text("utf-8")))
    scheme = next(s for s in file.schemes if s.id == scheme_id)
    some = evaluate(file.airframe, scheme, ledger=False, spread=False)
    monkeypatch.setattr(past_first, "_where", lambda n, goes_on: np.flatnonzero(goes_on.any(axis=0)))
    every = evaluate(file.airframe, scheme, ledger=False, spread=False)
    assert every.holds.n.value <= some.holds.n.value * (1 + 1e-9)
    assert some.holds.n.value == pytest.approx(every.holds.n.value, rel=0.005)
    for a, b in zip(some.cases, every.cases, strict=True):
        assert a.hold_reserve == pytest.approx(b.hold_reserve, rel=0.005)
