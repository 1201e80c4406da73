"""First signs that do no harm: pressed tape wrinkles, and springs back when the load is gone.

What a part stands without harm is told apart from its first sign. Once tape has wrinkled, the rest is strained more, so
that is looked at as it is then; wrinkled film is another thing, since the foam under it is creased (what builders say).
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..failure import Finding, LoadedPart, Shed, after, find_all, soonest

Array = NDArray[np.float64]
Which = NDArray[Any]


def _key(finding: Finding) -> tuple[object, ...]:
    return finding.mode, finding.piece, finding.face, finding.part


def first_harm(wing: LoadedPart, findings: Sequence[Finding], n: Array, first: Array) -> tuple[Array, Which]:
    """(factor, which of the findings), (R, S) each: the first that does harm.

    Parameters
    ----------
    n, first : (R, S) of the first sign, harmless or not.
    """
    harmless = np.array([f.harmless for f in findings])
    at_first = harmless[first]
    if not at_first.any():
        return n, first
    others = np.flatnonzero(~harmless)
    harm, which = soonest([findings[k] for k in others.tolist()])
    by = others[which]
    state = after(wing, Shed(wrinkled=True))
    places = {_key(f): k for k, f in enumerate(findings)}
    for later in [] if state is None else find_all(state, only_from_strain=True):
        if later.harmless or _key(later) not in places:
            continue
        # it comes once the tape has wrinkled, not sooner
        factor = np.maximum(later.n, n)
        sooner = factor < harm
        harm, by = np.where(sooner, factor, harm), np.where(sooner, places[_key(later)], by)
    return np.where(at_first, harm, n), np.where(at_first, by, first)
