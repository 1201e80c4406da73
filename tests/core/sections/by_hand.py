"""Small ways to make one section by hand."""

from __future__ import annotations

from typing import Any

import numpy as np
from fletcher_core.reference import evaluate_case

FOAM = {"E_MPa": 8.0, "G_MPa": 3.0, "rho_kgm3": 30.0}
ALL = {"surface": "both", "x_from": 0, "x_to": 1, "t_mm": 0.5, "E_MPa": 2500.0, "G_MPa": 930.0, "rho_kgm3": 1200.0}
QUANTITIES = ("EA_N", "xbar_mm", "zbar_mm", "EIxx_Nmm2", "EIzz_Nmm2", "EIxz_Nmm2", "GJ_Nmm2", "mass_g_per_m")


def section(**case: Any) -> dict[str, float]:
    """Quantities of a section described as in the reference files."""
    whole = {"name": "made", "chord_mm": 200.0, "foam": FOAM, **case, "expected": dict.fromkeys(QUANTITIES, 1.0)}
    if not {"naca", "plate_thickness_mm", "points"} & set(whole):
        whole["naca"] = "2412"
    return {row.quantity: row.got for row in evaluate_case(whole)}


def ellipse(chord: float, thickness: float, n: int = 200) -> list[tuple[float, float]]:
    a = np.linspace(0, 2 * np.pi, n + 1)
    return [(0.5 + 0.5 * float(np.cos(t)), 0.5 * thickness / chord * float(np.sin(t))) for t in a]
