"""Over how much a stick or a skin that is broken takes up its load again: by plane finite elements of foam with bars on
it (scikit-fem), held against what a broken stick and a torn skin are given."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np
import pytest
import scipy.sparse as sp
from fletcher_core.damages import Room, wounds
from fletcher_core.damages.kind import SKIN_TAKES_UP, TAKES_UP
from numpy.typing import NDArray
from scipy.sparse.linalg import spsolve
from skfem import Basis, BilinearForm, ElementQuad1, ElementVector, MeshQuad
from skfem.helpers import ddot, sym_grad, trace

from tests.core.repairs.made import aircraft, damage, place

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Sheet:
    """Foam of length x height (mm, from the break to where nothing of it is felt), bars of EA (N) at some heights."""

    length: float
    height: float
    thick: float
    E: float
    EA: float
    bars: tuple[float, ...]
    cells: int
    nu: float = 0.3

    def stiffness(self, pull: bool, gap: float) -> float:
        """Force, or moment, over what its far end moves, or turns; the bars start a gap away from the break."""
        size = self.height / self.cells
        x = np.linspace(0, self.length, round(self.length / size) + 1)
        mesh = MeshQuad.init_tensor(x, np.linspace(0, self.height, self.cells + 1))
        basis = Basis(mesh, ElementVector(ElementQuad1()))
        lam, mu, thick = self.E * self.nu / (1 - self.nu**2), self.E / 2 / (1 + self.nu), self.thick

        @BilinearForm  # type: ignore[untyped-decorator]
        def plane_stress(u: object, v: object, w: object) -> object:
            a, b = sym_grad(u), sym_grad(v)
            return thick * (lam * trace(a) * trace(b) + 2 * mu * ddot(a, b))

        along, across = basis.nodal_dofs
        at = mesh.p
        rows, columns, values = [], [], []
        for bar in self.bars:
            line = np.flatnonzero(np.abs(at[1] - round(bar / size) * size) < 1e-6)
            line = line[np.argsort(at[0, line])]
            for one, other in itertools.pairwise(line):
                if at[0, one] >= gap - 1e-9:
                    k, i, j = self.EA / (at[0, other] - at[0, one]), along[one], along[other]
                    rows += [i, j, i, j]
                    columns += [i, j, j, i]
                    values += [k, k, -k, -k]
        K = plane_stress.assemble(basis).tocsr()
        K = K + sp.csr_matrix((values, (rows, columns)), shape=K.shape)
        near, far = np.flatnonzero(at[0] < 1e-9), np.flatnonzero(at[0] > self.length - 1e-9)
        arm = np.ones(len(far)) if pull else at[1, far] - self.height / 2
        u = np.zeros(K.shape[0])
        u[along[far]] = arm
        fixed = np.concatenate([along[near], along[far], across[near[:1]]])
        free = np.setdiff1d(np.arange(len(u)), fixed)
        u[free] = spsolve(K[free][:, free].tocsc(), -(K[free][:, fixed] @ u[fixed]))
        return float((K @ u)[along[far]] @ arm)

    def lost(self, pull: bool) -> float:
        """mm, this side of the break, over which the bars might as well not be there."""
        gap = self.height / self.cells
        sound, broken = self.stiffness(pull, 0.0), self.stiffness(pull, gap)
        bare = Sheet(self.length, self.height, self.thick, self.E, 1e-9, self.bars, self.cells).stiffness(pull, 0.0)
        return (1 / broken - 1 / sound) / (1 / bare - 1 / sound) * self.length - gap


@pytest.mark.parametrize("at", [0.3, 0.5])
@pytest.mark.parametrize(("E", "EA", "thick"), [(4.0, 390e3, 12.0), (15.0, 390e3, 12.0), (4.0, 2e6, 5.0)])
def test_a_broken_stick_against_finite_elements(at: float, E: float, EA: float, thick: float) -> None:
    """Seen from above: a stick glued to foam that reaches far to both sides."""
    chord = 100.0
    found = Sheet(1.5 * chord, chord, thick, E, EA, (at * chord,), cells=60).lost(pull=True) / chord
    assert pytest.approx(found, rel=0.2) == TAKES_UP


def test_it_goes_with_the_chord() -> None:
    one, twice = (Sheet(1.5 * c, c, 12.0, 4.0, 390e3, (0.3 * c,), cells=40).lost(pull=True) for c in (100.0, 200.0))
    assert twice == pytest.approx(2 * one, rel=0.02)
    broken = damage("broken", 300.0, piece="rod")
    for chord in (100.0, 200.0):
        (wound,) = wounds(broken, room=Room(chord))
        assert wound.y_to_mm - 300.0 == pytest.approx(TAKES_UP * chord, abs=0.5)


@pytest.mark.parametrize("EA", [20e3, 390e3])
def test_torn_skins_against_finite_elements(EA: float) -> None:
    """Seen from the side: skins over all of both faces, bent."""
    found = Sheet(120.0, 30.0, 150.0, 4.0, EA, (0.0, 30.0), cells=30).lost(pull=False)
    assert 0.5 * SKIN_TAKES_UP < found < 1.2 * SKIN_TAKES_UP


def test_in_a_box_it_is_half_the_girth() -> None:
    """Bent, the one half of it is pulled and the other pressed: a sheet as wide as that half."""
    file = aircraft("sanderling")
    body, wing = (place(file.airframe, file.shown(part)) for part in ("body", "wing"))  # type: ignore[arg-type]
    assert body.hollow
    assert body.beside(300.0) == pytest.approx(sum(body.size_at(300.0)))
    assert wing.beside(300.0) == pytest.approx(wing.size_at(300.0)[0])
