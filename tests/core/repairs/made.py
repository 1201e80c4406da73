"""Parts that are hurt, for tests of damage and mending."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any

import numpy as np
from fletcher_core.analysis.evaluation import Evaluation
from fletcher_core.damages import DAMAGE_KINDS
from fletcher_core.mends import MEND_KINDS, Place
from fletcher_core.model import Airframe, AirframeFile, Repair, Scheme
from fletcher_core.repairs import judge_repair
from fletcher_core.repairs.place_of import place_of
from fletcher_core.repairs.states import State, computed, hurt
from fletcher_core.repairs.told import MendedPart, RepairVerdict

DEMO = Path(__file__).parents[3] / "demo"


def aircraft(name: str) -> AirframeFile:
    return AirframeFile.model_validate_json((DEMO / f"{name}.json").read_text(encoding="utf-8"))


def damage(kind: str, at: float = 200.0, **more: Any) -> Any:
    return DAMAGE_KINDS[kind].model(**{"id": kind, "at_mm": at, **more})


def mend(kind: str, of: Any, **more: Any) -> Any:
    return MEND_KINDS[kind].model(**{"id": f"m-{kind[:12]}", "of": of.id, **more})


def place(airframe: Airframe, scheme: Scheme) -> Place:
    return place_of(airframe, scheme)


def states(
    airframe: Airframe, scheme: Scheme, damages: Sequence[Any], mends: Sequence[Any] = (), stations: int = 31
) -> dict[State, Evaluation]:
    laid = hurt(damages, mends, place(airframe, scheme))
    return computed(airframe, scheme, laid, [], spread=False, stations=stations)


def first(a: Evaluation) -> float:
    """Factor of the first sign, over all cases."""
    return float(a.solved.n.min())


def at(a: Evaluation, y: float, reach: float = 0.6) -> float:
    """Factor of the first sign within so many mm of a place, in the first case."""
    near = np.abs(a.layout.plan.y - y) <= reach
    return float(a.solved.n[0, near].min())


def repair(damages: Sequence[Any] = (), today: Sequence[Any] = (), **more: Any) -> Repair:
    plans = {"today": {"mends": [m.model_dump() for m in today]}}
    listed = [d.model_dump() for d in damages]
    return Repair.model_validate({"id": "r1", "day": "2026-11-20", "damages": listed, "plans": plans, **more})


def judged(file: AirframeFile, told: Repair, **more: Any) -> RepairVerdict:
    schemes = [file.shown(name) for name in file.airframe.parts.there()]
    return judge_repair(file.airframe, schemes, told, **more)


def part(verdict: RepairVerdict) -> MendedPart:
    return verdict.parts[0]
