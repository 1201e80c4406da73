"""The same section by full two-dimensional finite elements, from a general-purpose library.

The library weights its torsion with Young's modulus, so twist stiffness is taken from a second run in
which every material's Young's modulus is its shear modulus.
"""

from __future__ import annotations

import warnings
from typing import Any

import numpy as np
from fletcher_core.geometry import Outline, profile_of
from fletcher_core.reference import WEB_CLEARANCE, _aerofoil
from sectionproperties.analysis import Section
from sectionproperties.pre import Geometry, Material
from shapely import LineString, MultiPolygon, Point, Polygon, box, unary_union
from shapely.affinity import translate
from shapely.geometry.base import BaseGeometry
from shapely.ops import polygonize

#: corners nearer to each other than this are one, mm
GRID = 1e-5

Part = tuple[BaseGeometry, dict[str, float], float]


def outline_of(case: dict[str, Any]) -> Outline:
    return Outline.of(profile_of(_aerofoil(case)), np.array([float(case["chord_mm"])]))


def _loop(outline: Outline) -> Polygon:
    """The outline as a polygon, within 0.01 mm of ours with as few corners as that takes."""
    x, up, low = outline.x[0], outline.upper[0], outline.lower[0]
    points = [*zip(x[::-1], up[::-1], strict=True), *zip(x, low, strict=True)]
    return Polygon(points).buffer(0).simplify(0.01)


def _skin(skin: dict[str, Any], outline: Outline, foam: Polygon) -> BaseGeometry:
    """The band outside the foam between two places of the chord, on one face or both."""
    c, t = float(outline.chord[0]), float(skin["t_mm"])
    a, b, far = float(skin["x_from"]) * c, float(skin["x_to"]) * c, 10 * c
    if skin["surface"] in ("upper", "top", "lower", "bottom"):
        upper = skin["surface"] in ("upper", "top")
        face = LineString(list(zip(outline.x[0], outline.upper[0] if upper else outline.lower[0], strict=True)))
        face = face.intersection(box(a, -far, b, far)).simplify(0.01)
        ring = face.buffer(t if upper else -t, single_sided=True, join_style="mitre").difference(foam)
        keep = box(-far, -far, far, far)
    else:
        ring = foam.buffer(t, join_style="mitre", mitre_limit=2.0).difference(foam)
        keep = box(-far if a <= 0 else a, -far, far if b >= c else b, far)
    band = ring.intersection(keep)
    # where borders touch, the intersection also holds loose lines
    areas = [g for g in getattr(band, "geoms", [band]) if isinstance(g, Polygon)]
    return MultiPolygon(areas)


def _spar(spar: dict[str, Any], outline: Outline) -> tuple[BaseGeometry, BaseGeometry | None]:
    """(the stick, its bore)."""
    x = float(spar["x_mm"])
    if spar["shape"] in ("rod", "tube"):
        centre = Point(x, float(spar["z_mm"]))
        # a polygon of 64 sides, as large in area as its circle
        grow = np.sqrt(np.pi / (32 * np.sin(np.pi / 32)))
        outer = centre.buffer(0.5 * float(spar["d_mm"]) * grow, quad_segs=16)
        bore = float(spar.get("id_mm", 0.0))
        inner = centre.buffer(0.5 * bore * grow, quad_segs=16) if bore else None
        return (outer.difference(inner) if inner else outer), inner
    if spar["shape"] == "web":
        up, low = (float(f[0]) for f in outline.faces_at(np.array([x]) / outline.chord))
        half = 0.5 * float(spar["t_mm"])
        return box(x - half, low + WEB_CLEARANCE, x + half, up - WEB_CLEARANCE), None
    z, w, t = float(spar["z_mm"]), float(spar["w_mm"]), float(spar["t_mm"])
    return box(x - w / 2, z - t / 2, x + w / 2, z + t / 2), None


def _patch(patch: dict[str, Any], outline: Outline, foam: Polygon) -> BaseGeometry:
    """Between two places of the chord: the whole depth, or so much of it from one face."""
    c, far = float(outline.chord[0]), 10 * float(outline.chord[0])
    strip = box(float(patch["x_from"]) * c, -far, float(patch["x_to"]) * c, far).intersection(foam)
    if patch.get("depth_mm") is None:
        return strip
    down = patch.get("surface") not in ("lower", "bottom")
    moved = translate(foam, yoff=-float(patch["depth_mm"]) if down else float(patch["depth_mm"]))
    return strip.difference(moved)


def parts(case: dict[str, Any]) -> list[Part]:
    """(shape, material, size of its elements) of everything in a section."""
    outline = outline_of(case)
    whole = _loop(outline)
    area = whole.area
    found: list[Part] = []
    foam: BaseGeometry = whole
    for spar in case.get("spars") or []:
        shape, bore = _spar(spar, outline)
        foam = foam.difference(shape)
        foam = foam.difference(bore) if bore is not None else foam
        found.append((shape, spar, max(shape.area / 60, 0.01)))
    for patch in case.get("patches") or []:
        shape = _patch(patch, outline, whole).intersection(foam)
        foam = foam.difference(shape)
        if "E_MPa" in patch:
            found.append((shape, patch, max(shape.area / 60, 0.01)))
    for skin in case.get("skins") or []:
        found.append((_skin(skin, outline, whole), skin, 2.0 * float(skin["t_mm"]) ** 2))
    return [(foam, case["foam"], area / 500), *found]


def _faces(pieces: list[Part]) -> list[Part]:
    """The same parts cut along each other's borders, so that their meshes meet corner to corner."""
    lines = unary_union([shape.boundary for shape, _, _ in pieces], grid_size=GRID)
    found: list[Part] = []
    for face in polygonize(lines):
        inside = face.representative_point()
        # what was named last lies on top: sticks and skins before the foam
        for shape, material, size in reversed(pieces):
            if shape.contains(inside):
                found.append((face, material, size))
                break
    return found


def _solve(pieces: list[Part], figure: str) -> Section:
    geometry: Any = None
    sizes: list[float] = []
    for face, material, size in pieces:
        made = Material(figure, float(material[figure]), 0.0, 1.0, float(material["rho_kgm3"]) * 1e-6, "w")
        part = Geometry(face, made, tol=9)
        geometry = part if geometry is None else geometry + part
        sizes.append(size)
    geometry.create_mesh(sizes)
    section = Section(geometry)
    section.calculate_geometric_properties()
    return section


def by_elements(case: dict[str, Any]) -> dict[str, float]:
    """EA, EI, GJ, mass and shear-free quantities under the names of the reference files."""
    pieces = _faces(parts(case))
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        stretch = _solve(pieces, "E_MPa")
        shear = _solve(pieces, "G_MPa")
        shear.calculate_warping_properties()
    x, z = stretch.get_c()
    EIxx, EIzz, EIxz = stretch.get_eic()
    return {
        "EA_N": stretch.get_ea(), "xbar_mm": x, "zbar_mm": z, "EIxx_Nmm2": EIxx, "EIzz_Nmm2": EIzz,
        "EIxz_Nmm2": EIxz, "GJ_Nmm2": shear.get_ej(), "mass_g_per_m": 1e3 * stretch.get_mass(),
    }  # fmt: skip


def shear_centre_by_elements(case: dict[str, Any]) -> float:
    """x of Trefftz's shear centre from the leading edge, mm.

    The library weights shear with Young's modulus: right only where every material's G is the same share of its E.
    """
    ratios = {round(m["G_MPa"] / m["E_MPa"], 6) for _, m, _ in parts(case)}
    if len(ratios) > 1:
        raise ValueError(f"G is not the same share of E in all materials: {sorted(ratios)}")
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        section = _solve(_faces(parts(case)), "E_MPa")
        section.calculate_warping_properties()
    # from the centroid on
    return float(section.get_c()[0] + section.section_props.x_st)


def shear_by_elements(case: dict[str, Any]) -> tuple[float, float]:
    """GA_s of a force up and down, N, and the largest shear through the depth of the foam for 1 N of it, MPa.

    Only where every material's G is the same share of its E, as above.
    """
    share = case["foam"]["G_MPa"] / case["foam"]["E_MPa"]
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        section = _solve(_faces(parts(case)), "E_MPa")
        section.calculate_warping_properties()
        groups = section.calculate_stress(vy=1.0).material_groups
    foam = [g for g in groups if g.material.elastic_modulus == case["foam"]["E_MPa"]]
    most = max(float(np.abs(g.stress_result.sig_zy).max()) for g in foam)
    return float(share * section.get_eas()[1]), most


def torsion_by_elements(case: dict[str, Any]) -> tuple[dict[str, Any], dict[str, Any]]:
    """Shear stress for a torque of 1 N mm at the nodes of the foam, and of everything else: x, z, along the chord,
    through the depth (MPa). Only where every material's G is the same share of its E, as above.
    """
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        section = _solve(_faces(parts(case)), "E_MPa")
        section.calculate_warping_properties()
        post = section.calculate_stress(mzz=1.0)
    found: list[dict[str, Any]] = [{}, {}]
    nodes, G_foam = section.mesh_nodes, case["foam"]["E_MPa"]
    for group in post.material_groups:
        where = np.unique(np.concatenate([el.node_ids for el in group.elements]))
        at = {"x": nodes[where, 0], "z": nodes[where, 1], "along": group.stress_result.sig_zx[where],
              "through": group.stress_result.sig_zy[where]}  # fmt: skip
        side = found[0 if group.material.elastic_modulus == G_foam else 1]
        for key, value in at.items():
            side[key] = np.concatenate([side[key], value]) if key in side else value
    return found[0], found[1]


__all__ = ["by_elements", "outline_of", "parts", "shear_by_elements", "shear_centre_by_elements"]
