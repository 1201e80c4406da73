"""A test before flight: pushed up at its tip as hard as it may be loaded, a mended part bends so far and no further."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import estimate_of
from ..analysis.evaluation import Evaluation
from ..analysis.solve import Solved
from ..beam import deform
from ..model.body import Body
from ..units import System, show
from .told import PushTest

Array = NDArray[np.float64]

#: share of what it is good for that is tried on the ground (own choice: sure to show a bad joint, sure not to break a
#: good one); how much further than nine in ten builds it may bend before something is wrong (own choice)
_TRIED, _FURTHER = 0.8, 1.1
#: where it is pushed, share of its length: a palm under the last rib (own choice)
_AT = 0.95


def bends(solved: Solved, push: Array | float, at: float, count: int = 1) -> Array:
    """(count,) mm that a part bends at `at` mm out, pushed up there with `push` N, held at its root.

    Bending by M / EI and shear by V / GA (Timoshenko and Gere 1972).
    """
    plan = solved.layout.plan
    p = solved.properties.take(np.arange(count))
    inside = (plan.y <= at).astype(float)
    moment = np.reshape(push, (-1, 1)) * np.maximum(at - plan.y, 0.0) + np.zeros((count, len(plan.y)))
    shear = np.reshape(push, (-1, 1)) * inside + np.zeros_like(moment)
    curvature = p.curvature(moment)
    shape = deform(
        plan, curvature, shear, np.zeros_like(moment), solved.GA_s[:count], solved.GJ[:count], solved.layout.held
    )
    k = int(np.argmin(np.abs(plan.y - at)))
    return np.asarray(shape.bend[:, k] if shape.bend[:, k].ndim else shape.bend)


def push_test(sound: Evaluation, mended: Evaluation, good_for: float, system: System) -> PushTest | None:
    """As hard as makes the weakest place bear what it does at a share of what it is good for; None on bodies, and where
    there is nothing to try.

    Nowhere from the root to there, or as far out as the push reaches, is it asked more than at that load.
    """
    solved, plan = mended.solved, mended.layout.plan
    if isinstance(mended.layout.part, Body) or good_for <= 0 or mended.cases[0].unit != "G":
        return None
    at = _AT * plan.half_span
    n = _TRIED * good_for
    moment = np.abs(solved.forces.moment[0])
    _, station, _ = solved.break_at(0)
    reach = max(float(plan.y[station]), 0.0)
    asked = (plan.y <= min(reach, 0.7 * at) + 1e-6) & (plan.y < at - 1.0)
    push = float(np.min(n * moment[asked] / (at - plan.y[asked])))
    if not np.isfinite(push) or push <= 0:
        return None
    usual = float(bends(solved, push, at)[0])
    drawn = mended.drawn
    spread = bends(drawn, push, at, drawn.variants if drawn is not solved else 1)
    told = estimate_of(usual, spread)
    most = _FURTHER * told.high
    grams = push / 9.80665e-3
    like = f"{show(grams, 'mass', system)} on the kitchen scale"
    where = show(at, "length", system)
    says = (
        f"Hold the middle down, push up {where} out with {show(push, 'force', system)} ({like}): as much as "
        f"{n:.1f} G there. It should bend {show(told.low, 'length', system)} to {show(told.high, 'length', system)}; "
        f"more than {show(most, 'length', system)}, or a crackle, and it stays on the ground."
    )
    return PushTest(
        push_N=push,
        push_g=grams,
        at_mm=at,
        bends_mm=told,
        sound_mm=float(bends(sound.solved, push, at)[0]),
        at_most_mm=most,
        like=like,
        says=says,
    )
