"""Many small systems of one shape at once: banded along walls, with a border of what joins places far apart.

A section of walls is a chain of nodes, but for the few unknowns that many of them share: the value in a hollow, the
node at which a ring closes, where a web meets a wall. Those are the border; the rest is banded, and all sections are
solved one after the other as one long banded system with as many right sides as there are border unknowns.

Source: Golub and Van Loan 2013 (block elimination of bordered systems).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import cho_solve_banded, cholesky_banded
from scipy.sparse import csr_array

Array = NDArray[np.float64]
Indices = NDArray[np.intp]


@dataclass(frozen=True)
class Entries:
    """Terms of a symmetric matrix: K[i, j] += weight x coefficient[slot].

    All (n,); unknowns of -1 are held at zero. Both (i, j) and (j, i) are named.
    """

    i: Indices
    j: Indices
    weight: Array
    slot: Indices


class Bordered:
    """The pattern of a system of `band` + `border` unknowns, the band's named first.

    Parameters
    ----------
    slots : how many coefficients a system has.
    """

    def __init__(self, entries: Entries, band: int, border: int, slots: int) -> None:
        self.band, self.border, self.slots = band, border, slots
        keep = (entries.i >= 0) & (entries.j >= 0) & (entries.weight != 0)
        i, j, weight, slot = (a[keep] for a in (entries.i, entries.j, entries.weight, entries.slot))
        inner = (i < band) & (j < band)
        below = inner & (i >= j)
        self.width = int((i - j)[below].max(initial=0)) + 1
        self._in_band = self._to(weight, slot, (i - j) * band + j, below, self.width * band)
        across = (i < band) & (j >= band)
        self._across = self._to(weight, slot, i * border + (j - band), across, band * border)
        corner = (i >= band) & (j >= band)
        self._corner = self._to(weight, slot, (i - band) * border + (j - band), corner, border * border)

    def _to(self, weight: Array, slot: Indices, place: Indices, which: NDArray[np.bool_], size: int) -> csr_array:
        return csr_array((weight[which], (place[which], slot[which])), shape=(size, self.slots))

    def solve(self, coefficients: Array, load: Array) -> Array:
        """(M, band + border) of M systems.

        Parameters
        ----------
        coefficients : (M, slots), positive. load : (M, band + border).

        Raises
        ------
        numpy.linalg.LinAlgError
            Where something is held by nothing.
        """
        count, turned = coefficients.shape[0], np.ascontiguousarray(coefficients.T)
        banded = (self._in_band @ turned).reshape(self.width, self.band, count)
        # systems one after the other: nothing reaches from one into the next
        flat = np.ascontiguousarray(banded.transpose(0, 2, 1)).reshape(self.width, count * self.band)
        factor = cholesky_banded(flat, lower=True, overwrite_ab=True, check_finite=False)
        across = (self._across @ turned).reshape(self.band, self.border, count).transpose(2, 0, 1)
        right = np.concatenate([load[:, : self.band, None], across], axis=2).reshape(count * self.band, -1)
        found = cho_solve_banded((factor, True), right, check_finite=False).reshape(count, self.band, -1)
        if not self.border:
            return np.asarray(found[..., 0])
        corner = (self._corner @ turned).reshape(self.border, self.border, count).transpose(2, 0, 1)
        turn = across.transpose(0, 2, 1)
        rest = np.linalg.solve(corner - turn @ found[..., 1:], load[:, self.band :, None] - turn @ found[..., :1])
        return np.concatenate([found[..., 0] - (found[..., 1:] @ rest)[..., 0], rest[..., 0]], axis=1)
