"""What another glue in one joint does to the whole part: a proposal is judged by the same evaluation as the scheme."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from ..analysis.evaluation import Evaluation, compute
from ..catalogue import catalogue
from ..model import Scheme

#: a loss of less than this share is none: own choice, well under any spread
_NOTHING = 0.03


@dataclass(frozen=True)
class Standing:
    """How a part stands at its worst case: reserve of the end and of the first sign; mm of bend, degrees of twist."""

    holds: float
    first: float
    bend: float
    twist: float


def standing(a: Evaluation) -> Standing:
    """Of the scheme as it is drawn, at typical figures."""
    cases = [(a.solved.run_of(k), case.factor * a.safety) for k, case in enumerate(a.cases)]
    bends, twists = (a.case_tips(getattr(a.solved.shape, name)) for name in ("bend", "twist"))
    return Standing(
        min(float(a.solved.hold[run].min()) / need for run, need in cases),
        min(float(a.solved.n[run].min()) / need for run, need in cases),
        float(abs(bends[a.bends_most])), float(abs(twists[a.twists_most])),
    )  # fmt: skip


class OtherGlue:
    """Trials of other glues in the joints of one evaluated scheme."""

    def __init__(self, a: Evaluation) -> None:
        self._a, self._now = a, standing(a)
        self._costs = cache(self._tried)

    def in_piece(self, index: int, glue: str) -> str:
        """What the part loses with this glue on a piece, in words; empty where it loses nothing."""
        return self._costs("piece", index, glue)

    def in_joint(self, panel: int, glue: str) -> str:
        """The same of the joint at a panel's inner end."""
        return self._costs("joint", panel, glue)

    def _tried(self, where: str, index: int, glue: str) -> str:
        a = self._a
        scheme: Scheme = a.scheme
        # what else flies is known by its weight
        airframe = a.airframe.flying_with(a.beside_g)
        if where == "piece":
            piece = scheme.pieces[index].model_copy(update={"glue": glue})
            pieces = [piece if k == index else p for k, p in enumerate(scheme.pieces)]
            scheme = scheme.model_copy(update={"pieces": pieces})
        else:
            part = airframe.part(scheme.part)
            joint = part.panels[index].joint.model_copy(update={"glue": glue})
            parts = airframe.parts.model_copy(update={scheme.part: part.with_joint(index, joint)})
            airframe = airframe.model_copy(update={"parts": parts})
        then = standing(compute(airframe, scheme, a.stations, False, False))
        return _lost(self._now, then, catalogue().glue[glue].label)


def _lost(now: Standing, then: Standing, label: str) -> str:
    """The loss that is largest as a share."""
    losses = {
        "it would hold {:.0f} % less": 1 - then.holds / now.holds if now.holds > 0 else 0.0,
        "it would show its first sign {:.0f} % earlier": 1 - then.first / now.first if now.first > 0 else 0.0,
        "it would bend {:.0f} % more": then.bend / now.bend - 1 if now.bend > 0 else 0.0,
        "it would twist {:.0f} % more": then.twist / now.twist - 1 if now.twist > 0 else 0.0,
    }
    words, most = max(losses.items(), key=lambda item: item[1])
    return "" if most <= _NOTHING else f"with {label} {words.format(100 * most)}"
