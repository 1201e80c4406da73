"""Sticks to and fro over an open side that buckle, snap, or come off where they are glued."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..state import Finding, LoadedPart, Mode, per_factor, rising
from .skin_tension import FACE


def find(wing: LoadedPart) -> Iterator[Finding]:
    """The torque's flow against what the lattice stands."""
    for p, row in enumerate(wing.layout.sheet_rows):
        stands = wing.values.get(f"{row.prefix}.lattice")
        if stands is None:
            continue
        per, fast = (flow / stands[:, None] for flow in wing.flow_of(p))
        n = rising(per**2, 2 * per * fast, fast**2 - 1)
        n = np.where(wing.sheet_here(p) > 0, n, np.inf)
        yield Finding(
            "lattice", row.piece, FACE[row.face], n, stands, per_factor(stands, n), "N/mm",
            "the torque's flow, against the least of Euler's load of a stick, what it stands pushed or pulled, and "
            "what its foot holds, each over its length", row.part,
        )  # fmt: skip


MODE = Mode(
    "lattice",
    "a stick of the {face} {thing} gives way",
    True,
    "A stick bows, or its foot creaks and comes up.",
    "Timoshenko and Gere 1961 (Euler; laced columns)",
    find,
    error=(0.7, 1.3),
    only_hollow=True,
)
