"""Hollow sections of the body files by full two-dimensional finite elements, as `by_elements` does it."""

from __future__ import annotations

import itertools
import warnings
from typing import Any

import numpy as np
from fletcher_core.body_reference import outline_of
from sectionproperties.analysis import Section
from shapely import MultiPolygon, Point, Polygon, box
from shapely.geometry.base import BaseGeometry

from tests.core.sections.by_elements import Part, _faces, _solve

#: sides of a box in the order of its corners
_SIDES = ("left", "top", "right", "bottom")


def _polygons(shape: BaseGeometry) -> BaseGeometry:
    """Without the loose lines that an intersection may hold."""
    return MultiPolygon([g for g in getattr(shape, "geoms", [shape]) if isinstance(g, Polygon)])


def _in(shape: BaseGeometry, inward: float) -> BaseGeometry:
    return shape.buffer(-inward, join_style="mitre", mitre_limit=5.0) if inward else shape


def parts(case: dict[str, Any]) -> list[Part]:
    """(shape, material, size of its elements) of everything in a section."""
    corners, wall = outline_of(case["shape"])[0], case["wall"]
    t, sheets = float(wall["t_mm"]), [wall.get("outer"), wall.get("inner")]
    thick = [float(s["t_mm"]) if s else 0.0 for s in sheets]
    outline = Polygon(corners)
    depths = np.cumsum([0.0, thick[0], t, thick[1]])
    rings = [_in(outline, float(d)) for d in depths]
    bands = [_polygons(a.difference(b)) for a, b in itertools.pairwise(rings)]
    hollow = rings[-1]
    for name in case.get("missing") or []:
        # between the inner faces of its neighbours
        x0, z0, x1, z1 = hollow.bounds
        far = 10 * max(x1 - x0, z1 - z0)
        gap = {"left": box(-far, z0, 0, z1), "right": box(0, z0, far, z1), "top": box(x0, 0, x1, far),
               "bottom": box(x0, -far, x1, 0)}[name]  # fmt: skip
        bands = [_polygons(b.difference(gap)) for b in bands]
    found: list[Part] = []
    for band, made_of in zip(bands, (sheets[0], wall["foam"], sheets[1]), strict=True):
        if made_of is not None:
            size = 2.0 * float(made_of["t_mm"]) ** 2 if "t_mm" in made_of else max(band.area / 900, 0.2)
            found.append((band, made_of, size))
    for web in case.get("webs") or []:
        x, half, paper = float(web["y_mm"]), 0.5 * float(web["t_mm"]), web.get("faces")
        tp = float(paper["t_mm"]) if paper else 0.0
        found.append((_polygons(hollow.intersection(box(x - half, -1e3, x + half, 1e3))), web["foam"], 0.3))
        for a, b in ((x - half - tp, x - half), (x + half, x + half + tp)):
            if paper:
                found.append((_polygons(hollow.intersection(box(a, -1e3, b, 1e3))), paper, 2.0 * tp**2))
    for m in case.get("members") or []:
        y, z = float(m["y_mm"]), float(m["z_mm"])
        if m["kind"] == "rect":
            w, h = 0.5 * float(m["w_mm"]), 0.5 * float(m["h_mm"])
            shape: BaseGeometry = box(y - w, z - h, y + w, z + h)
        else:
            shape = Point(y, z).buffer(0.5 * float(m["d_mm"]), quad_segs=16)
        found = [(_polygons(s.difference(shape)), made_of, size) for s, made_of, size in found]
        found.append((shape, m, max(shape.area / 60, 0.05)))
    return [p for p in found if p[0].area > 0]


def _section(case: dict[str, Any], figure: str) -> Section:
    return _solve(_faces(parts(case)), figure)


def by_elements(case: dict[str, Any]) -> dict[str, float]:
    """Under the names of the files."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        stretch, shear = _section(case, "E_MPa"), _section(case, "G_MPa")
        shear.calculate_warping_properties()
    y, z = stretch.get_c()
    EIyy, EIzz, EIyz = stretch.get_eic()
    return {
        "EA_N": stretch.get_ea(), "y_mm": y, "z_mm": z, "EIyy_Nmm2": EIyy, "EIzz_Nmm2": EIzz, "EIyz_Nmm2": EIyz,
        "GJ_Nmm2": shear.get_ej(), "mass_g_per_m": 1e3 * stretch.get_mass(),
    }  # fmt: skip


def shear_by_elements(case: dict[str, Any]) -> dict[str, float]:
    """Shear centre (Trefftz) from the nose, mm; GA_s up and down, N; greatest shear along the walls of the foam for a
    force of 1 N, MPa. Only where every material's G is the same share of its E, as the library weights both by E.

    Raises
    ------
    ValueError
        Where it is not.
    """
    everything = [m for _, m, _ in parts(case)]
    ratios = {round(float(m["G_MPa"]) / float(m["E_MPa"]), 6) for m in everything}
    if len(ratios) > 1:
        raise ValueError(f"G is not the same share of E in all materials: {sorted(ratios)}")
    foam_E = float(case["wall"]["foam"]["E_MPa"])
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        section = _section(case, "E_MPa")
        section.calculate_warping_properties()
        stress = section.calculate_stress(vy=1.0)
    foam = [g for g in stress.material_groups if g.material.elastic_modulus == foam_E]
    sizes = [np.hypot(g.stress_result.sig_zx, g.stress_result.sig_zy) for g in foam]
    nose = min(p[0] for p in case["shape"]["points"])
    return {
        "x_shear": float(section.get_c()[0] + section.section_props.x_st) - nose,
        "GA_s": float(ratios.pop() * section.get_eas()[1]),
        # over half its greatest: re-entrant corners are points of no end
        "tau": float(max(np.percentile(s, 99) for s in sizes)),
    }


__all__ = ["by_elements", "parts", "shear_by_elements"]
