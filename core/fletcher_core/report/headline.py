"""The sentence at the head of a part: where it gives way, or breaks after a sign that does no harm."""

from __future__ import annotations

from ..analysis.evaluation import Evaluation
from ..loads import Case
from ..units import System
from .words import factor_words, how, place

#: an end within so many times what does harm first comes with it (own choice)
_WITH_IT = 1.005


def headline(a: Evaluation, run: int, case: Case, system: System, named: str = "") -> str:
    """ "gives way at 5 G, at the root: the top film wrinkles first"; of tape, which springs back, "breaks at 10.2 G,
    120 mm out: the bottom tape tears; from 5 G the top tape wrinkles and springs back".

    Parameters
    ----------
    named : case, in words, where it is not the first.
    """
    s, y, scheme = a.solved, a.layout.plan.y, a.scheme
    n, station, finding = s.break_at(run)
    harm, harmed_at, harmed_by = s.harmed_at(run)
    if not finding.harmless or harm < n * _WITH_IT:
        where = place(float(y[station]), system, scheme.part)
        return f"gives way at {factor_words(n, case)}{named}, {where}: {how(finding, scheme)} first"
    held, held_at, held_by = s.holds_to(run)
    sign = f"from {factor_words(n, case)} {how(finding, scheme)} and springs back"
    if held <= harm * _WITH_IT:
        where = place(float(y[held_at]), system, scheme.part)
        return f"breaks at {factor_words(held, case)}{named}, {where}: {how(held_by, scheme)}; {sign}"
    where = place(float(y[harmed_at]), system, scheme.part)
    return f"gives way at {factor_words(harm, case)}{named}, {where}: {how(harmed_by, scheme)}; {sign}"
