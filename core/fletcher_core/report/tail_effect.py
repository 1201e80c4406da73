"""How much of what elevator and rudder do a body eats up by bending under them."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import estimate_of
from ..analysis.evaluation import Evaluation
from ..analysis.solve import shape_in
from ..beam import Shape
from ..loads import Case, flap_effect
from ..model import Body, PartName
from .steps import step
from .verdict import Step, TailEffect, Working

Array = NDArray[np.float64]

#: case of the body -> the part and its surface that push
_PUSHED_BY: dict[str, tuple[PartName, str]] = {
    "body_elevator": ("tailplane", "elevator"),
    "body_rudder": ("fin", "rudder"),
}
#: share eaten from which it is close, and from which it is too much (own choice: a tenth is not felt, a third is)
_FELT, _TOO_MUCH = 0.12, 0.35


def _slope(body: Body, shape: Shape, case: Case, x: Array) -> Array:
    """(V,) radians by which the body leans where it is pushed, in the way that it is pushed."""
    push = case.pushes[0]
    k = int(np.argmin(np.abs(x - 0.5 * (push.start + push.end))))
    aside = push.side != 0
    flat = shape.slope if aside == body.on_edge else shape.inplane_slope
    return np.asarray(np.abs(flat[:, k]))


def _turned(a: Evaluation, case: Case) -> float:
    """Radians of incidence that the surface's full throw is worth: tau delta (Glauert 1927)."""
    part, name = _PUSHED_BY[case.id]
    surface = a.airframe.part(part).surfaces[name]
    return float(flap_effect(surface.chord_share)[0] * np.radians(surface.throw_deg))


def _eaten(slope: Array, worth: float) -> Array:
    return np.asarray(slope / worth / (1 + slope / worth))


def tail_effects(a: Evaluation) -> list[TailEffect]:
    """Of a body, for each surface that pushes it; of other parts none.

    Where the body leans by theta under the full push, the tail meets the air by so much less: what is left is
    1 / (1 + theta / (tau delta)).
    """
    body = a.layout.part
    if not isinstance(body, Body):
        return []
    found = []
    for case in a.cases:
        if case.id not in _PUSHED_BY:
            continue
        worth = _turned(a, case)
        # held, without what its own weight takes back while it is being turned
        held = replace(case, inertia=0.0, pitching=0.0, sliding=0.0, yawing=0.0, lumps=())
        typical, drawn = (
            _slope(body, shape_in(s, a.flying_g, held), case, s.layout.plan.y) for s in (a.solved, a.drawn)
        )
        slope = float(typical[0])
        share = float(_eaten(np.array([slope]), worth)[0])
        eaten = estimate_of(share, _eaten(a.draws(drawn[:, None])[:, 0], worth))
        name = _PUSHED_BY[case.id][1]
        found.append(
            TailEffect(
                id=f"effect:{case.id}", label=f"{name}, eaten by the body", surface=name,
                lean_deg=float(np.degrees(slope)), eaten=eaten,
                state="sound" if eaten.high < _FELT else "close" if eaten.value < _TOO_MUCH else "gives way",
            )
        )  # fmt: skip
    return found


def effect_working(a: Evaluation, figure: str) -> Working | None:
    """How one of them came about; None where there is no such."""
    told = next((t for t in tail_effects(a) if t.id == figure), None)
    if told is None:
        return None
    case = next(c for c in a.cases if f"effect:{c.id}" == figure)
    worth = float(np.degrees(_turned(a, case)))
    steps: list[Step] = [
        step(f"Full {told.surface} is worth", worth, "degrees of the whole tail", "effect of the flap × its throw",
             "Glauert 1927"),
        step("The body leans there by", told.lean_deg, "degrees", "bent by the full push, held at the wing"),
        step("Of its effect is left", 1 - told.eaten.value, "", "1 / (1 + lean / worth)"),
        step("Eaten", told.eaten.value, "", "the rest"),
    ]  # fmt: skip
    return Working(
        figure=figure, title=f"What the body eats of the {told.surface}", steps=steps, inputs=[], spread=told.eaten,
        unit="", drivers=[],
    )  # fmt: skip
