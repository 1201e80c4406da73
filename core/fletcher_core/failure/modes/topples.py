"""A deep thin plate that is bent in its own plane and falls over sideways: it bends and twists at once.

With GJ phi'' + n² M² / EI phi = 0, phi zero where it is held and phi' zero at the free end (Timoshenko and Gere 1961:
4.013 √(EI GJ) / L² for a push at the end, π √(EI GJ) / 2 L for an even moment).
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...beam import Integrals
from ..state import Finding, LoadedPart, Mode, per_factor

Array = NDArray[np.float64]

#: rounds until the first way of falling over stands still to a thousandth; own choice
_ROUNDS = 8


def falls_at(s: Array, moment: Array, EI: Array, GJ: Array) -> Array:
    """(R,) times the load at which a cantilever falls over sideways; inf where nothing bends it.

    Parameters
    ----------
    s : (S,) mm from where it is held to its end. moment : (R, S) N mm in its plane. EI, GJ : (R, S) N mm2, sideways.
    """
    along = Integrals.along(s)
    drives, phi = moment**2 / EI, np.broadcast_to(s / max(float(s[-1]), 1e-9), moment.shape)
    found = np.zeros(len(moment))
    for _ in range(_ROUNDS):
        turned = ((drives * phi) @ along.tip / GJ) @ along.root
        # Rayleigh's quotient of what is to be turned over what resists
        over, under = (drives * phi * turned).sum(axis=1), (drives * phi**2).sum(axis=1)
        found = np.divide(over, under, out=np.zeros_like(over), where=under > 0)
        largest = np.abs(turned).max(axis=1, keepdims=True)
        phi = np.divide(turned, largest, out=np.zeros_like(turned), where=largest > 0)
    return np.asarray(np.divide(1.0, np.sqrt(found), out=np.full(len(found), np.inf), where=found > 0))


def find(wing: LoadedPart) -> Iterator[Finding]:
    """Before and behind where it is held, each by itself."""
    layout = wing.layout
    if not wing.on_edge or wing.GJ is None:
        return
    s, held, moment = layout.plan.s, layout.held, wing.forces.moment_z
    EI, GJ = (np.broadcast_to(v, moment.shape) for v in (wing.properties.EIxx, wing.GJ))
    n = np.full(moment.shape, np.inf)
    for run in (np.arange(held, len(s)), np.arange(held, -1, -1)):
        if len(run) < 3:
            continue
        at = falls_at(np.abs(s[run] - s[held]), moment[:, run], EI[:, run], GJ[:, run])
        # told where it is held: all of that end falls over
        n[:, run[0]] = np.minimum(n[:, run[0]], at)
    stands = np.abs(moment) * np.where(np.isfinite(n), n, 1.0)
    yield Finding(
        "topples", None, "", n, stands, per_factor(stands, n), "N mm",
        "the moment at which GJ phi'' + M² / EI phi = 0 has an answer, held at the wing", "profile",
    )  # fmt: skip


MODE = Mode(
    "topples",
    "the {thing} falls over sideways",
    True,
    "The tail leans to one side and turns as it is pushed down, and comes back when the push is gone.",
    "Timoshenko and Gere 1961",
    find,
    error=(0.75, 1.2),
    only_on_edge=True,
)
