"""How parts twist but for their sticks: solved once for each set of skins, webs and cut-outs, of which a search has
far fewer than variants, and carried to the layout of any of them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..model import Piece
from ..sections import PartLayout, SkinWarping, TorsionStress, Twist, beside_sticks, own_twist
from .solve import Sections

Array = NDArray[np.float64]
Indices = NDArray[np.intp]
#: (id of a piece, or None for the board's own paper; face, 0 for a web) -> (2, places): flow and shear under a sheet,
#: or the stress of a web twice
Parts = dict[tuple[str | None, int], Array]


def between(y: Array, nodes: Array) -> Array:
    """(N, S) weights: figures at N rising `nodes`, times these, are straight lines between them at `y`."""
    left = np.clip(np.searchsorted(nodes, y, side="right") - 1, 0, len(nodes) - 2)
    part = np.clip((y - nodes[left]) / (nodes[left + 1] - nodes[left]), 0.0, 1.0)
    weights = np.zeros((len(nodes), len(y)))
    at = np.arange(len(y))
    weights[left, at] = 1 - part
    weights[left + 1, at] += part
    return weights


@dataclass(frozen=True)
class SkinTwist:
    """U sets of skins at some places along the span, and which of them each of V variants has.

    Attributes
    ----------
    which : (V,). y : (places,) mm. GJ : (U, places) N mm2. warping : at these places.
    foam : (`OF_FOAM`, U, places), parts : (U,) what shears them, as in `TorsionStress`.
    """

    which: Indices
    y: Array
    GJ: Array
    warping: SkinWarping
    foam: Array
    parts: Sequence[Parts]

    def take(self, at: Indices) -> SkinTwist:
        """Of some of the variants, or some of them more than once."""
        return replace(self, which=self.which[at])

    def on(self, sections: Sections, pieces: Sequence[Piece]) -> Twist:
        """Of all variants, on sections that have at least their pieces, and sticks."""
        layout = sections.layout
        carry = between(layout.plan.y, self.y)
        sets, back = np.unique(self.which, return_inverse=True)
        back = back.reshape(-1)
        nothing = np.zeros((2, len(self.y)))

        def of(piece: int | None, face: int) -> Array:
            key = (None if piece is None else pieces[piece].id, face)
            return np.stack([self.parts[u].get(key, nothing) for u in sets], axis=1) @ carry

        none = np.zeros((2, len(sets), len(layout.plan.y)))
        sheets = [of(row.piece, row.face) if row.bears != "none" else none for row in layout.sheet_rows]
        members = layout.section.members
        webs = tuple(p for p in range(members.count) if np.any(members.web_width[p] > 0))
        found = [of(layout.member_rows[p].piece, 0)[0] for p in webs]
        rows = [*(self.foam[:, sets] @ carry), *(s[0] for s in sheets), *(s[1] for s in sheets), *found]
        stress = TorsionStress(np.stack(rows)[:, back], len(sheets), webs)
        skins = self.warping.take(sets).carried(carry).take(back)
        return Twist(
            (self.GJ[sets] @ carry)[back] + own_twist(layout.section, sections.materials),
            beside_sticks(layout.section, sections.materials, sections.properties, skins), stress,
        )  # fmt: skip


def parts_of(stress: TorsionStress, layout: PartLayout, pieces: Sequence[Piece], to: Array) -> list[Parts]:
    """(V,) of what shears each piece of a layout, at other places, `to` (S, places)."""
    found: list[Parts] = [{} for _ in range(stress.unit.shape[1])]

    def put(piece: int | None, face: int, both: Array) -> None:
        key = (None if piece is None else pieces[piece].id, face)
        for parts, here in zip(found, np.swapaxes(both, 0, 1), strict=True):
            if here.any():
                # rows of one piece that a cut-out has split, or its layers, tell the same thing
                parts[key] = np.maximum(parts[key], here) if key in parts else here

    for p, sheet in enumerate(layout.sheet_rows):
        put(sheet.piece, sheet.face, np.stack([stress.flow(p), stress.bond(p)]) @ to)
    for p in stress.webs:
        put(layout.member_rows[p].piece, 0, np.stack([stress.web(p)] * 2) @ to)
    return found
