"""The rows (V) of one computation, each a way in which the pieces of one layout are there or not.

Sound, broken and mended are rows like any other: what cuts or mends lies in the layout as a piece, and a state says
which pieces are there.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ..kinds import Group, kind_of
from ..model import Scheme

Array = NDArray[np.float64]


@dataclass(frozen=True)
class PartState:
    """A state by its name: the pieces, by their place in the scheme, that are switched over in it."""

    name: str
    switched: frozenset[int] = frozenset()


SOUND = PartState("sound")


@dataclass(frozen=True)
class Rows:
    """(V, pieces) of ones and zeros, and which row is what.

    `states` name -> row; `switched` piece -> row with that piece alone switched over; `without` group -> row without
    any of its pieces, for groups of several; `groups` group -> the pieces of it that are there as drawn.
    """

    on: Array
    states: Mapping[str, int]
    bare: int
    switched: Mapping[int, int] = field(default_factory=dict)
    without: Mapping[Group, int] = field(default_factory=dict)
    groups: Mapping[Group, Sequence[int]] = field(default_factory=dict)

    @property
    def as_drawn(self) -> Array:
        """(pieces,) of the first state."""
        return np.asarray(self.on[0])

    def without_all(self, group: Group) -> int:
        """The row without any piece of a group: of a single piece, that with it switched over."""
        pieces = self.groups[group]
        return self.switched[pieces[0]] if len(pieces) == 1 else self.without[group]


def rows_of(scheme: Scheme, ledger: bool, others: Sequence[PartState] = ()) -> Rows:
    """Sound first, then bare, then `others`, then what the ledger tells.

    Parameters
    ----------
    ledger : whether each piece is switched over once, and each group of several taken out.
    others : further states of the same layout.

    Raises
    ------
    ValueError
        When two states have one name, or a state names a piece that is not there.
    """
    base = np.array([float(p.on) for p in scheme.pieces])
    rows = [base, np.zeros_like(base)]
    states = {SOUND.name: 0}
    for state in others:
        if state.name in states:
            raise ValueError(f"two states are called {state.name}")
        if not all(0 <= i < len(base) for i in state.switched):
            raise ValueError(f"the state {state.name} names a piece that is not there")
        states[state.name] = len(rows)
        rows.append(np.array([1.0 - b if i in state.switched else b for i, b in enumerate(base)]))
    if not ledger:
        return Rows(np.vstack(rows), states, bare=1)
    switched = {}
    for i in range(len(base)):
        switched[i] = len(rows)
        rows.append(np.where(np.arange(len(base)) == i, 1.0 - base, base))
    groups: dict[Group, list[int]] = {}
    for i, piece in enumerate(scheme.pieces):
        if piece.on:
            groups.setdefault(kind_of(piece).group, []).append(i)
    without = {}
    for group, pieces in groups.items():
        if len(pieces) > 1:
            without[group] = len(rows)
            rows.append(np.where(np.isin(np.arange(len(base)), pieces), 0.0, base))
    return Rows(np.vstack(rows), states, bare=1, switched=switched, without=without, groups=groups)
