"""The one rule by which a part is judged, in every case of load and on every screen.

A part is *sound* where nine builds in ten are not harmed at the load itself, and hold to that load times the safety
factor. It has *little to spare* where half of all builds do both and more than one in ten do not. Else it is too weak.
Tape that wrinkles and springs back is a sign, and no harm.
"""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import Estimate
from ..analysis.evaluation import Evaluation, Middle
from ..failure import first_least
from .verdict import Judgement, State

Array = NDArray[np.float64]

STATE_WORDS: dict[State, str] = {"sound": "sound", "close": "little to spare", "gives way": "too weak"}


def state_of(reserve: float, unlucky: float) -> State:
    """Of the reserve of the typical build, and of the one in ten that comes out worst."""
    return "sound" if unlucky >= 1 else "close" if reserve >= 1 else "gives way"


def _sooner(margins: Array, share: float) -> Array:
    """As soon as it comes in an unlucky build; what never comes does not come there either."""
    there = np.isfinite(margins)
    return np.where(there, np.where(there, margins, 0.0) * share, np.inf)


class Margins:
    """How many times what is asked is there: (cases, S) of the median of builds, and of the unlucky one.

    `first`: the first sign that does harm over the load. `hold`: what it holds to over the load times the safety
    factor; inf at stations that go on and at which the end was not looked for, since others come first. `reserve`: the
    lesser of both.
    """

    def __init__(self, a: Evaluation, breaks: Estimate, holds: Estimate, middle: Middle | None = None) -> None:
        s = a.solved
        runs = [s.run_of(k) for k in range(len(a.cases))]
        loads = np.array([c.factor for c in a.cases])[:, None]
        self.first: Array = s.harm[runs] / loads
        self.hold: Array = s.hold[runs] / (loads * a.safety)
        if middle is not None:
            self.first, self.hold = self.first / middle.first, self.hold / middle.end
        self.reserve: Array = np.minimum(self.first, self.hold)
        # of the other cases the spread is that of the first
        unlucky = [e.low / e.value if e.value > 0 else 0.0 for e in (breaks, holds)]
        self.first_unlucky: Array = _sooner(self.first, unlucky[0])
        self.hold_unlucky: Array = _sooner(self.hold, unlucky[1])
        self.unlucky: Array = np.minimum(self.first_unlucky, self.hold_unlucky)

    @classmethod
    def typical(cls, a: Evaluation) -> Margins:
        """Of the typical build alone."""
        none = Estimate(value=1.0, low=1.0, high=1.0)
        return cls(a, none, none, a.middle)

    def of(self, case: int) -> tuple[float, float]:
        """(reserve, unlucky one's) of a case, over all stations."""
        return float(self.reserve[case].min()), float(self.unlucky[case].min())

    def state(self, case: int) -> State:
        return state_of(*self.of(case))

    @property
    def hardest(self) -> int:
        """The case that leaves an unlucky build the least."""
        return int(first_least(self.unlucky.min(axis=1)))


def _times(e: Estimate, factor: float) -> Estimate:
    return Estimate(value=e.value * factor, low=e.low * factor, high=e.high * factor)


def judged(a: Evaluation, margins: Margins, breaks: Estimate, holds: Estimate) -> Judgement:
    """The part, by the case that is hardest for it."""
    k = margins.hardest
    case, main, s = a.cases[k], a.cases[0], a.solved
    n, held = s.break_at(s.run_of(k))[0], s.holds_to(s.run_of(k))[0]
    first, hold = (_times(e, of / e.value if e.value > 0 else 1.0) for e, of in ((breaks, n), (holds, held)))
    reserve, unlucky = margins.of(k)
    told: dict[str, Any] = {"case_id": case.id, "case": case.label, "unit": case.unit, "main": k == 0}
    return Judgement(
        **told, load=case.factor, needed=case.factor * a.safety, first=first, hold=hold, reserve=reserve,
        unlucky=unlucky, state=state_of(reserve, unlucky), like_main=case.like(main),
    )  # fmt: skip
