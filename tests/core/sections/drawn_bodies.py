"""Sections of bodies drawn with a fixed seed, and what finite elements make of them: kept in a file; it takes minutes.

`python -m tests.core.sections.drawn_bodies` wrote `reference/drawn-bodies.json`, with `--picture` it draws
docs/body-sections.svg; a slow test works some out anew. The shapes are drawn here from the description alone, over all,
with their true sides: of the product only its figures of materials and where a stick lies are used.
"""

from __future__ import annotations

import json
import random
import sys
import warnings
from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
from fletcher_core.analysis.solve import sections_of
from fletcher_core.analysis.uncertainty import typical
from fletcher_core.catalogue import catalogue
from fletcher_core.model import Body, BodyStation, BodyWalls, Core, LeftOut, Piece, ProfileBody, SolidBody
from fletcher_core.sections import PartLayout, SectionMaterials, lay_out, spreads, turns_aside
from pydantic import TypeAdapter
from shapely import MultiPolygon, Polygon, box
from shapely.geometry.base import BaseGeometry

from tests.core.sections.by_elements import Part, _faces, _solve

FILE = Path(__file__).parents[1] / "reference" / "drawn-bodies.json"
PICTURE = Path(__file__).parents[3] / "docs" / "body-sections.svg"
#: the section is looked at in the middle of a body as wide and as high from nose to tail
AT, LONG = 400.0, 800.0
_PIECE: TypeAdapter[Any] = TypeAdapter(Piece)


def _body(width: float, height: float, roundness: float, left: list[str], **more: Any) -> dict[str, Any]:
    ends = [BodyStation(x_mm=x, width_mm=width, height_mm=height, roundness=roundness) for x in (0.0, LONG)]
    # of what is round a part of a wall, whose edges are clear
    wide = round(0.4 * width, 1) if roundness else None
    gone = [LeftOut(side=side, x_from_mm=200.0, x_to_mm=600.0, width_mm=wide) for side in left]  # type: ignore[arg-type]
    made = Body(stations=ends, left_out=gone, wing_at_mm=60.0, seat_mm=100.0, **more)
    return json.loads(made.model_dump_json())  # type: ignore[no-any-return]


def _strips(wide: float, at: float) -> list[dict[str, Any]]:
    """Flat strips under the walls, on both sides of the middle."""
    common = {"kind": "strip", "material": "spruce", "y_from_mm": 0.0, "y_to_mm": LONG, "width_mm": wide,
              "thickness_mm": 2.0, "lying": "flat"}  # fmt: skip
    return [
        {**common, "id": f"{level}{k}", "level": level, "chord_from": share, "chord_to": share}
        for level in ("top", "bottom") for k, share in enumerate((at, 1 - at))
    ]  # fmt: skip


def _skin(surface: str = "both") -> dict[str, Any]:
    return {
        "kind": "skin",
        "id": "film",
        "material": "laminate_75um",
        "surface": surface,
        "y_from_mm": 0.0,
        "y_to_mm": LONG,
    }


def drawn() -> list[dict[str, Any]]:
    """Boxes shut and open, of board and of foam; round shells; boxes with strips; solid ones; boards on edge."""
    r, found = random.Random(1871), []

    def add(name: str, body: dict[str, Any], pieces: list[dict[str, Any]] | None = None) -> None:
        found.append({"name": name, "body": body, "pieces": pieces or []})

    for k, left in enumerate(([], ["bottom"], ["top"], [], ["bottom"], ["top", "bottom"])):
        board = k < 3
        core = Core(material="foamboard_light" if board else "epp30")
        walls = BodyWalls(sheet_mm=r.choice((5.0, 8.0)))
        add(f"box-{k + 1}", _body(r.uniform(45, 90), r.uniform(45, 110), 0.0, left, core=core, walls=walls))
    for k, left in enumerate((["left"], ["right"])):
        core = Core(material="foamboard_light" if k == 0 else "epp30")
        add(f"side-{k + 1}", _body(60.0 + 12 * k, 85.0, 0.0, left, core=core, walls=BodyWalls(sheet_mm=6.0)))
    for k, roundness in enumerate((0.4, 0.7, 1.0, 1.0, 0.5)):
        core = Core(material=("epp30", "epo30", "xps33", "foamboard_light", "foamboard_light")[k])
        walls = BodyWalls(sheet_mm=r.choice((4.0, 6.0)))
        left = ["bottom"] if k == 4 else []
        add(f"round-{k + 1}", _body(r.uniform(50, 90), r.uniform(55, 100), roundness, left, core=core, walls=walls))
    for k, left in enumerate(([], ["bottom"], [])):
        core = Core(material="foamboard_light" if k < 2 else "epp30")
        body = _body(r.uniform(50, 90), r.uniform(55, 100), 0.0, left, core=core, walls=BodyWalls(sheet_mm=6.0))
        strips = _strips(r.uniform(4, 9), 0.3)
        # where the bottom is left out there is nothing to glue one to
        add(f"strips-{k + 1}", body, [s for s in strips if s["level"] not in left])
    for k, roundness in enumerate((0.0, 0.0, 1.0, 1.0)):
        body = _body(
            r.uniform(40, 70), r.uniform(45, 90), roundness, [], core=Core(material="epp30"), walls=SolidBody()
        )
        add(f"solid-{k + 1}", body, _strips(5.0, 0.3) if k == 1 else [])
    one = catalogue().board["foamboard_light"].thickness.typical
    for k in range(3):
        walls = ProfileBody(thickness_mm=one * (k + 1))
        body = _body(40.0, r.uniform(50, 110), 0.0, [], core=Core(material="foamboard_light"), walls=walls)
        add(f"profile-{k + 1}", body)
    # a second wall of another foam: softer and stiffer than the first, inside and outside, and under the top alone
    for k, (first, second, lies, surface) in enumerate((
        ("xps_sheet", "epp30", "inside", "all_round"), ("epp30", "xps33", "inside", "all_round"),
        ("epp30", "xps33", "outside", "all_round"), ("xps_sheet", "xps_sheet", "inside", "top"),
    )):  # fmt: skip
        walls, core = BodyWalls(sheet_mm=r.choice((3.0, 4.0, 5.0))), Core(material=first)
        body = _body(r.uniform(50, 80), r.uniform(55, 90), 0.0, [], core=core, walls=walls)
        add(
            f"lined-{k + 1}", body,
            [{"kind": "foam_lining", "id": "l", "material": second, "lies": lies, "surface": surface, "y_from_mm": 0.0,
              "y_to_mm": LONG, "thickness_mm": r.choice((3.0, 5.0))}],
        )  # fmt: skip
    return found


def laid(case: dict[str, Any]) -> tuple[PartLayout, SectionMaterials, int]:
    """(layout, materials of one variant, whose sticks are glued as hard as can be; the station)."""
    body = Body.model_validate(case["body"])
    layout = lay_out(body, [_PIECE.validate_python(p) for p in case["pieces"]])
    s = sections_of(layout, typical(spreads(layout), 1), np.ones((1, len(case["pieces"]))))
    materials = replace(s.materials, gamma=np.ones_like(s.materials.gamma))
    return layout, materials, int(np.argmin(np.abs(layout.plan.y - AT)))


def _polygons(shape: BaseGeometry) -> BaseGeometry:
    return MultiPolygon([g for g in getattr(shape, "geoms", [shape]) if isinstance(g, Polygon)])


def _outline(body: Body) -> Polygon:
    """Over all, about the middle."""
    s = body.stations[0]
    if s.roundness == 0:
        return box(-s.width_mm / 2, -s.height_mm / 2, s.width_mm / 2, s.height_mm / 2)
    power = 1 / ((1 - s.roundness) / 40 + s.roundness / 2)
    a = np.linspace(0, 2 * np.pi, 241)[:-1]
    x, z = (np.sign(f) * np.abs(f) ** (2 / power) for f in (np.cos(a), np.sin(a)))
    return Polygon(np.column_stack((0.5 * s.width_mm * x, 0.5 * s.height_mm * z)))


def _foam(E: float, G: float, rho: float) -> dict[str, float]:
    return {"E_MPa": E, "G_MPa": G, "rho_kgm3": 1e6 * rho}


def _in(shape: BaseGeometry, inward: float) -> BaseGeometry:
    return shape.buffer(-inward, join_style="mitre", mitre_limit=5.0) if inward else shape


def _bands(body: Body, layout: PartLayout, m: SectionMaterials) -> list[Part]:
    core = _foam(float(m.foam.E[0]), float(m.foam.G[0]), float(m.foam.rho[0]))
    whole = _outline(body)
    board = catalogue().board.get(body.core.material)
    papers = {row.part: p for p, row in enumerate(layout.sheet_rows) if row.piece is None}

    def sheet(p: int, t: float) -> dict[str, float]:
        Et, Gt, mass = (float(a[0, p]) for a in (m.sheet_Et, m.sheet_Gt, m.sheet_mass))
        return _foam(Et / t, Gt / t, mass / t)

    if isinstance(body.walls, SolidBody):
        return [(whole, core, whole.area / 700)]
    paper = board.paper_thickness.typical if board is not None and board.paper_thickness is not None else 0.0
    if isinstance(body.walls, ProfileBody):
        return _stack(body, core, sheet(0, paper), paper)
    full = board.thickness.typical if board is not None else body.walls.sheet_mm
    rings = [_in(whole, d) for d in (0.0, paper, full - paper, full)]
    made = [
        sheet(papers["outer paper"], paper) if paper else None,
        core,
        sheet(papers["inner paper"], paper) if paper else None,
    ]
    gaps = []
    x0, z0, x1, z1 = rings[3].bounds
    for gone in body.left_out:
        far = 1e3
        if gone.side in ("left", "right"):
            gaps.append(box(-far, z0, 0, z1) if gone.side == "left" else box(0, z0, far, z1))
            continue
        x0, x1 = (x0, x1) if gone.width_mm is None else (-0.5 * gone.width_mm, 0.5 * gone.width_mm)
        gaps.append(box(x0, 0, x1, far) if gone.side == "top" else box(x0, -far, x1, 0))
    found: list[Part] = []
    for outer, inner, of in zip(rings[:-1], rings[1:], made, strict=True):
        band = outer.difference(inner)
        for gap in gaps:
            band = band.difference(gap)
        if of is not None and band.area > 1e-9:
            found.append((_polygons(band), of, 2 * paper**2 if of is not core else max(band.area / 900, 0.2)))
    return found


def _lining(body: Body, piece: dict[str, Any]) -> Part:
    """A second wall against a box: a ring of foam, or the strip of it under the top, between the side walls."""
    whole, t, foam = _outline(body), piece["thickness_mm"], catalogue().foam[piece["material"]]
    inner = _in(whole, body.walls.sheet_mm)  # type: ignore[union-attr]
    ring = whole.buffer(t, join_style="mitre", mitre_limit=5.0).difference(whole)
    if piece["lies"] == "inside":
        ring = inner.difference(_in(inner, t))
    if piece["surface"] == "top":
        x0, _, x1, z1 = inner.bounds
        ring = box(x0, z1 - t, x1, z1)
    of = _foam(foam.E.typical, foam.G.typical, foam.density.typical * 1e-6)
    return _polygons(ring), of, max(ring.area / 900, 0.2)


def _stack(body: Body, core: dict[str, float], paper: dict[str, float], t: float) -> list[Part]:
    """Boards lying on each other as they are told: from the top edge on, papers between them as they are."""
    board, high = catalogue().board[body.core.material].thickness.typical, body.stations[0].height_mm
    count = round(body.walls.thickness_mm / board)  # type: ignore[union-attr]
    found: list[Part] = []
    for k in range(count):
        z = (k - 0.5 * count) * board
        for low, up, of, size in (
            (z, z + t, paper, 0.4),
            (z + t, z + board - t, core, 2.0),
            (z + board - t, z + board, paper, 0.4),
        ):
            found.append((box(-high / 2, low, high / 2, up), of, size))
    return found


def parts(case: dict[str, Any]) -> list[Part]:
    """(shape, material, size of its elements) of everything in a section, about the middle of the body."""
    layout, m, k = laid(case)
    body = Body.model_validate(case["body"])
    found = _bands(body, layout, m)
    found += [_lining(body, piece) for piece in case["pieces"] if piece["kind"] == "foam_lining"]
    middle = 0.5 * float(layout.plan.chord[k])
    for p, row in enumerate(layout.member_rows):
        x, z = float(layout.section.members.x[p, k]) - middle, float(layout.section.members.z[p, k])
        w, h = 0.5 * float(layout.section.members.width[p, k]), 0.5 * float(layout.section.members.height[p, k])
        stick = box(x - w, z - h, x + w, z + h)
        found = [(_polygons(s.difference(stick)), of, size) for s, of, size in found]
        E, G, rho = (float(a[0, p]) for a in (m.member_E, m.member_G, m.member_rho))
        found.append((stick, _foam(E, G, rho), 1.0))
        assert row.round is False
    return [p for p in found if p[0].area > 1e-9]


def by_elements(case: dict[str, Any]) -> dict[str, float]:
    """EA N, EI up and down and sideways N mm2, height of the centroid mm, GJ N mm2."""
    pieces = _faces(parts(case))
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        stretch, shear = _solve(pieces, "E_MPa"), _solve(pieces, "G_MPa")
        shear.calculate_warping_properties()
    EIxx, EIzz, _ = stretch.get_eic()
    x0, z0 = stretch.get_c()
    found = {"EA": stretch.get_ea(), "EIxx": EIxx, "EIzz": EIzz, "x0": x0, "z0": z0, "GJ": shear.get_ej()}
    if len({of["E_MPa"] for _, of, _ in parts(case)}) == 1:
        # the library weights shear by E: of one material alone
        found["x_shear"] = x0 + shear.section_props.x_st
    return found


def ours(case: dict[str, Any]) -> dict[str, float]:
    """The same as the bench has it."""
    layout, m, k = laid(case)
    one = layout.take(np.array([k])).section
    p = layout.kernel.properties(one, m, layout.kernel.sums(one))
    found = {name: float(getattr(p, name)[0, 0]) for name in ("EA", "EIxx", "EIzz", "z0")}
    # from the middle of the body
    found["x0"] = float(p.x0[0, 0] - 0.5 * layout.plan.chord[k])
    found["x_shear"] = float(turns_aside(layout)[k])
    return found | {"GJ": float(layout.kernel.twist(one, m, p).GJ[0, 0])}


#: of the picture: columns, and mm of a cell
_COLUMNS, _CELL, _HIGH = 7, 150, 190
_INKS = {"foam": "#f3ead8", "paper": "#4f5864", "stick": "#8a4d16"}


def _path(shape: BaseGeometry, x: float, y: float) -> str:
    rings = [ring for one in getattr(shape, "geoms", [shape]) for ring in (one.exterior, *one.interiors)]
    return " ".join("M" + "L".join(f"{x + a:.1f} {y - b:.1f}" for a, b in ring.coords) + "Z" for ring in rings)


def picture(cases: list[dict[str, Any]]) -> str:
    """An SVG of all of them, each with how far the bench is from finite elements in bending and in twist."""
    rows = -(-len(cases) // _COLUMNS)
    size = f"0 0 {_COLUMNS * _CELL} {rows * _HIGH}"
    found = [f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{size}" font-family="sans-serif" fill="#1b2430">']
    for k, case in enumerate(cases):
        x, y = _CELL * (k % _COLUMNS + 0.5), _HIGH * (k // _COLUMNS) + 70
        for shape, of, _ in parts(case):
            ink = _INKS["foam" if of["E_MPa"] < 100 else "stick" if of["E_MPa"] > 6000 else "paper"]
            look = f'fill="{ink}" stroke="#1b2430" stroke-width="0.3" fill-rule="evenodd"'
            found.append(f'<path d="{_path(shape, x, y)}" {look}/>')
        got, told = ours(case), case["expected"]
        off = [f"{100 * (got[name] / told[name] - 1):+.1f} %" for name in ("EIxx", "GJ")]
        for line, said in enumerate((case["name"], f"EI {off[0]}, GJ {off[1]}")):
            at = f'x="{x}" y="{y + 80 + 16 * line}" font-size="12" text-anchor="middle"'
            found.append(f"<text {at}>{said}</text>")
    return "\n".join([*found, "</svg>\n"])


if __name__ == "__main__" and sys.argv[1:] == ["--picture"]:
    PICTURE.write_text(picture(json.loads(FILE.read_text())["cases"]), encoding="utf-8")
elif __name__ == "__main__":
    kept = {c["name"]: c for c in json.loads(FILE.read_text())["cases"]} if sys.argv[1:] else {}
    cases = []
    for each in drawn():
        if kept and each["name"] not in sys.argv[1:]:
            cases.append(kept[each["name"]])
            continue
        cases.append({**each, "expected": by_elements(each)})
        mine = ours(each)
        print(
            each["name"],
            {
                k: f"{mine[k] / v - 1:+.2%}" if abs(v) > 1 else f"{mine[k]:.2f} {v:.2f}"
                for k, v in cases[-1]["expected"].items()
            },
            flush=True,
        )
    FILE.write_text(
        json.dumps({"notes": "drawn; see drawn_bodies.py", "cases": cases}, indent=1) + "\n", encoding="utf-8"
    )
