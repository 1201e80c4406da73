"""What a wing of an older file is told does not move, whatever the house around it looks like."""

from __future__ import annotations

from typing import Any

import pytest

from tests.core.frozen import read, tell

KEPT = read()


@pytest.mark.parametrize("kept", KEPT, ids=lambda k: f"{KEPT.index(k)}-{k['document']['airframe']['name']}")
def test_every_figure_is_what_it_was(kept: dict[str, Any]) -> None:
    for scheme, told in tell(kept["document"]).items():
        was = kept["verdicts"][scheme]
        assert was.keys() <= told.keys()
        for path, figure in was.items():
            if isinstance(figure, float):
                assert told[path] == pytest.approx(figure, rel=1e-9, abs=1e-9), path
            else:
                assert told[path] == figure, path


def test_the_frozen_wings_reach_what_there_is() -> None:
    pieces = {p["kind"] for k in KEPT for s in k["document"]["schemes"] for p in s["pieces"]}
    assert len(pieces) == 14
    joints = {p["joint"]["kind"] for k in KEPT for p in k["document"]["airframe"]["wing"]["panels"]}
    assert joints == {"through", "butt", "brace", "blade", "wire", "joiner"}
    assert len(KEPT) >= 53
