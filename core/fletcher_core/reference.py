"""Checks the section methods against a file of finite-element results.

    python -m fletcher_core.reference FILE

FILE is JSON of ``"format": "section-reference"``, version 1 (outlines, foam, skins and spars), or of
``"body-reference"`` (hollow sections: walls, webs, members), with the expected stiffness and mass.
Prints a table and exits 1 where a quantity is outside the file's tolerances, 2 where the file cannot
be read.
"""

from __future__ import annotations

import json
import sys
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np

from .body_reference import BODY_TOLERANCES, body_section
from .geometry import Outline, profile_of
from .kinds import PatchRow, rectangle_constant
from .model import CoordinateAerofoil, FlatPlate, NacaAerofoil
from .sections import (
    CoreFoam,
    Members,
    Patches,
    SectionLayout,
    SectionMaterials,
    Sheets,
    no_members,
    no_sheets,
    section_properties,
    section_sums,
    sheet_geometry,
    twist_stiffness,
)
from .sections.filled import patches_of

#: quantity -> (tolerance, whether it is a share of the expected value)
TOLERANCES = {
    "EA_N": (0.01, True),
    "xbar_mm": (0.3, False),
    "zbar_mm": (0.3, False),
    "EIxx_Nmm2": (0.01, True),
    "EIzz_Nmm2": (0.01, True),
    "EIxz_Nmm2": (0.01, True),
    "GJ_Nmm2": (0.03, True),
    "mass_g_per_m": (0.01, True),
}
#: GJ where skins are there but cover less than half of the outline
GJ_PARTIAL = 0.08
#: clearance of a full-height web from each face in the reference sections, mm
WEB_CLEARANCE = 0.3
_FACES = {"both": (1, -1), "upper": (1,), "top": (1,), "lower": (-1,), "bottom": (-1,)}


class NotAReference(ValueError):
    """The file is not a section reference that this program can read."""


@dataclass(frozen=True)
class Row:
    """One section against its reference: ours over theirs."""

    case: str
    quantity: str
    expected: float
    got: float
    error: float
    limit: float
    relative: bool

    @property
    def ok(self) -> bool:
        return bool(np.isfinite(self.error) and abs(self.error) <= self.limit)


def _aerofoil(case: dict[str, Any]) -> NacaAerofoil | FlatPlate | CoordinateAerofoil:
    if "naca" in case:
        return NacaAerofoil(code=case["naca"])
    if "plate_thickness_mm" in case:
        return FlatPlate(thickness_mm=case["plate_thickness_mm"])
    if "points" in case:
        return CoordinateAerofoil(points=_upper_first(case["points"]))
    raise NotAReference(f"case {case.get('name')!r}: no outline (naca, plate_thickness_mm or points)")


def _upper_first(points: list[Any]) -> list[Any]:
    """An outline as it is read, whichever way round it was written: from the trailing edge over the top."""
    x, z = np.asarray(points, dtype=float).T
    counterclockwise = float(np.sum(x * np.roll(z, -1) - np.roll(x, -1) * z)) > 0
    return points if counterclockwise else points[::-1]


def _refuse_unknown(record: dict[str, Any], known: frozenset[str], where: str) -> None:
    """Raise `NotAReference` with the name of what is not known: passed over in silence, it is worked out wrongly."""
    unknown = sorted(set(record) - known)
    if unknown:
        raise NotAReference(f"{where}: {unknown[0]!r} is not known ({', '.join(sorted(known))})")


_MADE_OF = frozenset({"E_MPa", "G_MPa", "rho_kgm3", "name", "material"})
_CASE = frozenset(
    {
        "name",
        "naca",
        "plate_thickness_mm",
        "points",
        "chord_mm",
        "foam",
        "skins",
        "spars",
        "patches",
        "expected",
        "notes",
    }
)
_SIDES = frozenset({"w_mm", "width_mm", "b_mm", "t_mm", "thickness_mm", "h_mm", "height_mm"})
#: names of a file's own format, shape by shape
_OF_SPARS = (
    ("rod", frozenset({"d_mm"})),
    ("tube", frozenset({"d_mm", "id_mm", "bore_mm"})),
    ("web", frozenset({"t_mm"})),
    ("strip", _SIDES),
    ("rectangle", _SIDES),
)
_SKIN, _PATCH = frozenset({"surface", "t_mm", "x_from", "x_to"}), frozenset({"surface", "depth_mm", "x_from", "x_to"})


def _check_case(case: dict[str, Any]) -> None:
    """Raise `NotAReference` where a case names something that is not read."""
    where = f"case {case.get('name')!r}"
    _refuse_unknown(case, _CASE, where)
    _refuse_unknown(case["foam"], _MADE_OF, f"{where}, foam")
    _refuse_unknown(case["expected"], frozenset(TOLERANCES), f"{where}, expected")
    for spar in case.get("spars") or []:
        own = next((names for shape, names in _OF_SPARS if shape == spar.get("shape")), None)
        if own is not None:
            _refuse_unknown(spar, own | _MADE_OF | {"shape", "x_mm", "z_mm"}, f"{where}, {spar['shape']}")
    for skin in case.get("skins") or []:
        _refuse_unknown(skin, _SKIN | _MADE_OF, f"{where}, skin")
    for patch in case.get("patches") or []:
        _refuse_unknown(patch, _PATCH | _MADE_OF, f"{where}, patch")


def _first(record: dict[str, Any], *names: str) -> float:
    """The figure under the first of its usual names."""
    found = next((n for n in names if n in record), names[0])
    return float(record[found])


def _members(spars: list[dict[str, Any]], outline: Outline) -> tuple[Members, list[dict[str, Any]]]:
    if not spars:
        return no_members(1), []
    rows = []
    for spar in spars:
        shape, x = spar.get("shape"), float(spar["x_mm"])
        if shape in ("rod", "tube"):
            d, bore = float(spar["d_mm"]), float(spar.get("bore_mm", spar.get("id_mm", 0.0)))
            if not 0 <= bore < d:
                raise NotAReference(f"a tube of {d:g} mm has a bore of {bore:g} mm")
            area, out = np.pi / 4 * (d**2 - bore**2), np.pi / 4 * d**2
            i, i_out = np.pi / 64 * (d**4 - bore**4), np.pi / 64 * d**4
            rows.append((x, spar["z_mm"], area, i, i, 2 * i, out, i_out, i_out, d, d, 1.0, 0.0))
        elif shape == "web":
            t = float(spar["t_mm"])
            up, low = (float(v[0]) for v in outline.faces_at(np.array([x]) / outline.chord))
            h, z = up - low - 2 * WEB_CLEARANCE, 0.5 * (up + low)
            ix, iz = t * h**3 / 12, h * t**3 / 12
            rows.append((x, z, t * h, ix, iz, 0.0, t * h, ix, iz, h, t, 1.0, t))
        elif shape in ("strip", "rectangle"):
            w, t = _first(spar, "w_mm", "width_mm", "b_mm"), _first(spar, "t_mm", "thickness_mm", "h_mm", "height_mm")
            ix, iz = w * t**3 / 12, t * w**3 / 12
            rows.append((x, spar["z_mm"], w * t, ix, iz, rectangle_constant(w, t), w * t, ix, iz, t, w, 1.0, 0.0))
        else:
            raise NotAReference(f"spar shape {shape!r} is not known (rod, tube, strip, web)")
    columns = np.array(rows, dtype=float).T[:, :, None]
    return Members(*[*columns, np.ones(len(rows)), np.arange(len(rows))]), spars


def _sheets(skins: list[dict[str, Any]]) -> tuple[Sheets, list[dict[str, Any]]]:
    rows, source = [], []
    for skin in skins:
        faces = _FACES.get(str(skin.get("surface")))
        if faces is None:
            raise NotAReference(f"skin surface {skin.get('surface')!r} is not known (both, upper, lower)")
        a, b = float(skin["x_from"]), float(skin["x_to"])
        for face in faces:
            wraps = len(faces) == 2
            rows.append((face, a, b, skin["t_mm"], float(wraps and a <= 0), float(wraps and b >= 1)))
            source.append(skin)
    if not rows:
        return no_sheets(1), []
    face, a, b, t, nose, tail = np.array(rows, dtype=float).T
    return Sheets(face, a[:, None], b[:, None], np.ones((len(rows), 1)), t, nose, tail, 0 * t), source


def _patches(patches: list[dict[str, Any]], outline: Outline) -> Patches:
    """Another foam, or a hole (no E_MPa), between two shares of the chord, as deep as `depth_mm` from a face."""
    here, rows = np.ones(1), []
    for patch in patches:
        face = -1 if str(patch.get("surface")) in ("lower", "bottom") else 1
        a, b = np.array([float(patch["x_from"])]), np.array([float(patch["x_to"])])
        rows.append(PatchRow(0, None, a, b, face, patch.get("depth_mm"), here))
    return patches_of(rows, outline)


def _covered(layout: SectionLayout) -> float:
    """Share of the outline's length that skins cover."""
    outline = layout.outline
    around = sum(float(np.hypot(np.diff(outline.x[0]), np.diff(f[0])).sum()) for f in (outline.upper, outline.lower))
    return float(sheet_geometry(outline, layout.sheets).length.sum()) / around


def section_of(case: dict[str, Any]) -> tuple[SectionLayout, SectionMaterials]:
    """The one section of a case: one station, one variant."""
    outline = Outline.of(profile_of(_aerofoil(case)), np.array([float(case["chord_mm"])]))
    members, spars = _members(case.get("spars") or [], outline)
    sheets, skins = _sheets(case.get("skins") or [])
    foam = case["foam"]

    def row(items: list[dict[str, Any]], key: str, scale: float = 1.0) -> Any:
        return np.array([[float(i[key]) * scale for i in items]]).reshape(1, len(items))

    t = row(skins, "t_mm")
    patches = case.get("patches") or []
    holes = [{"E_MPa": 0.0, "G_MPa": 0.0, "rho_kgm3": 0.0, **p} for p in patches]
    G = row(spars, "G_MPa")
    for k, spar in enumerate(spars):
        if spar.get("shape") == "web":
            # shear on its way from face to face crosses the foam in both clearances too
            high = float(members.height[k, 0])
            gap = 2 * WEB_CLEARANCE
            G[0, k] = (high + gap) / (high / G[0, k] + gap / foam["G_MPa"])
    materials = SectionMaterials(
        CoreFoam(np.array([foam["E_MPa"]]), np.array([foam["G_MPa"]]), np.array([foam["rho_kgm3"] * 1e-6])),
        row(spars, "E_MPa"), G, row(spars, "rho_kgm3", 1e-6),
        np.ones((1, len(spars))), np.ones((1, len(spars))),
        row(skins, "E_MPa") * t, row(skins, "G_MPa") * t, row(skins, "rho_kgm3", 1e-6) * t, np.ones((1, len(skins))),
        row(holes, "E_MPa"), row(holes, "G_MPa"), row(holes, "rho_kgm3", 1e-6), np.ones((1, len(holes))),
    )  # fmt: skip
    return SectionLayout(outline, members, sheets, _patches(patches, outline)), materials


def evaluate_case(case: dict[str, Any]) -> list[Row]:
    """Compute one case and set it beside what is expected."""
    _check_case(case)
    layout, materials = section_of(case)
    p = section_properties(layout, materials, section_sums(layout))
    got = {
        "EA_N": p.EA, "xbar_mm": p.x0, "zbar_mm": p.z0, "EIxx_Nmm2": p.EIxx, "EIzz_Nmm2": p.EIzz,
        "EIxz_Nmm2": p.EIxz, "GJ_Nmm2": twist_stiffness(layout, materials), "mass_g_per_m": p.mass * 1e3,
    }  # fmt: skip
    rows = []
    for quantity, expected in case["expected"].items():
        if quantity not in TOLERANCES:
            continue
        limit, relative = TOLERANCES[quantity]
        value = float(got[quantity][0, 0])
        if quantity == "GJ_Nmm2" and layout.sheets.count and _covered(layout) < 0.5:
            limit = GJ_PARTIAL
        scale = 1.0
        if relative:
            # a product of inertia that vanishes by symmetry is measured against the direct ones
            floor = 1e-3 * np.sqrt(float(p.EIxx[0, 0]) * float(p.EIzz[0, 0])) if quantity == "EIxz_Nmm2" else 0.0
            scale = max(abs(float(expected)), floor)
        rows.append(Row(case["name"], quantity, float(expected), value, (value - expected) / scale, limit, relative))
    return rows


def evaluate_body(case: dict[str, Any]) -> list[Row]:
    """Compute one hollow or solid body section and set it beside what is expected."""
    got, expected, rows = body_section(case), case["expected"], []
    for quantity, (limit, of) in BODY_TOLERANCES.items():
        if quantity not in expected:
            continue
        wanted, value = float(expected[quantity]), got[quantity]
        larger = max(float(expected["EIyy_Nmm2"]), float(expected["EIzz_Nmm2"]))
        scale = {"itself": max(abs(wanted), 1e-12), "mm": 1.0, "larger EI": larger}[of]
        rows.append(Row(case["name"], quantity, wanted, value, (value - wanted) / scale, limit, of != "mm"))
    return rows


def check(document: dict[str, Any]) -> list[Row]:
    """Every quantity of every case of a reference document."""
    known = {"section-reference": evaluate_case, "body-reference": evaluate_body}
    if not isinstance(document, dict) or document.get("format") not in known or document.get("version") != 1:
        raise NotAReference('not a "section-reference" or "body-reference" file of version 1')
    return [row for case in document["cases"] for row in known[document["format"]](case)]


def table(rows: list[Row]) -> str:
    """The comparison as lines of text."""
    lines = [f"{'case':<24} {'quantity':<14} {'expected':>13} {'got':>13} {'error':>10}  limit"]
    for r in rows:
        error = f"{100 * r.error:+.2f} %" if r.relative else f"{r.error:+.3f} mm"
        limit = f"{100 * r.limit:.0f} %" if r.relative else f"{r.limit:g} mm"
        mark = "" if r.ok else "   OUTSIDE"
        lines.append(f"{r.case:<24} {r.quantity:<14} {r.expected:13.6g} {r.got:13.6g} {error:>10}  {limit}{mark}")
    bad = sum(not r.ok for r in rows)
    lines.append(f"{len(rows)} quantities, {bad} outside their tolerance")
    return "\n".join(lines)


def main(arguments: list[str]) -> int:
    """Compare a file of reference sections; 1 when any is beyond its allowance."""
    if len(arguments) != 1:
        print("usage: python -m fletcher_core.reference FILE", file=sys.stderr)
        return 2
    try:
        rows = check(json.loads(Path(arguments[0]).read_text(encoding="utf-8")))
    except (OSError, ValueError, KeyError, TypeError) as exc:
        reason = f"{exc} is missing" if isinstance(exc, KeyError) else str(exc)
        print(f"{arguments[0]}: cannot be used: {reason}", file=sys.stderr)
        return 2
    print(table(rows))
    return 1 if any(not r.ok for r in rows) else 0


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
