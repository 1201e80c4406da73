"""The contract of sections: what a kernel gives, and that whatever stands on a layout asks the layout's own."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import fletcher_core.analysis.evaluation as evaluation
import numpy as np
import pytest
from fletcher_core import evaluate
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.sections import FILLED, Kernel, SectionProperties, lay_out, spreads
from fletcher_core.sections.figures import derive
from fletcher_core.sections.filled import FilledKernel
from fletcher_core.sections.materials import section_materials

from tests.conftest import make_airframe, make_scheme


def test_a_bare_plate_by_closed_form() -> None:
    """Rectangle b by h: EA = E b h, EI = E b h³ / 12, strain k h / 2 at the faces (Timoshenko and Gere)."""
    kernel: Kernel = FILLED
    layout = lay_out(make_airframe(root=150, plate=12.0).wing, [])
    values = derive(layout, typical(spreads(layout), 1))
    materials = section_materials(layout, values, np.zeros((1, 0)))
    p = kernel.properties(layout.section, materials, kernel.sums(layout.section))
    E = float(values["core.E"][0])
    assert p.EA[0, 0] == pytest.approx(E * 150 * 12, rel=1e-6)
    assert p.EIxx[0, 0] == pytest.approx(E * 150 * 12**3 / 12, rel=1e-6)
    x, z = kernel.boundary(layout.section)
    assert (x[0].min(), x[0].max()) == (0.0, 150.0)
    assert (z[0].min(), z[0].max()) == (-6.0, 6.0)
    # the polygon of the boundary has the area of the section (shoelace)
    assert abs(np.sum(x[0] * np.roll(z[0], -1) - np.roll(x[0], -1) * z[0])) / 2 == pytest.approx(1800, rel=1e-6)
    k = np.full_like(p.EA, 1e-3)
    top = kernel.strain(p, k, 0 * k, np.full_like(k, 75.0), np.full_like(k, 6.0))
    assert top[0, 0] == pytest.approx(-6e-3)
    GJ = kernel.twist_stiffness(layout.section, materials)
    G = float(values["core.G"][0])
    # a thin rectangle: b h³ / 3 (1 - 0.63 h / b) (Young and Budynas)
    assert GJ[0, 0] == pytest.approx(G * 150 * 12**3 / 3 * (1 - 0.63 * 12 / 150), rel=0.02)
    flow = kernel.shear_flow(layout.section, materials, p)
    assert flow.GA_s[0, 0] == pytest.approx(5 / 6 * G * 1800, rel=0.01)
    assert flow.foam_stress[0, 0] == pytest.approx(1.5 / 1800, rel=0.01)


class Stiffer(FilledKernel):
    """Twice as stiff in bending, as a second kernel might find."""

    def properties(self, *given: Any) -> SectionProperties:
        found = super().properties(*given)
        return replace(found, EIxx=2 * found.EIxx, EIzz=2 * found.EIzz, EIxz=2 * found.EIxz)


def test_whatever_stands_on_a_layout_asks_its_kernel(monkeypatch: pytest.MonkeyPatch) -> None:
    airframe, scheme = make_airframe(), make_scheme()
    before = evaluate(airframe, scheme, spread=False)
    monkeypatch.setattr(evaluation, "lay_out", lambda *given: replace(lay_out(*given), kernel=Stiffer()))
    after = evaluate(airframe, scheme, spread=False)
    by_bending = [v.tip_bend_mm.value - v.tip_bend_by_shear_mm for v in (before, after)]
    assert by_bending[1] == pytest.approx(by_bending[0] / 2, rel=1e-9)
    assert after.mass.part_g.value == before.mass.part_g.value
