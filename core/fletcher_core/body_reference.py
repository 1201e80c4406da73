"""Hollow and solid sections of a reference file, by the kernel that each is made for.

The files' own notes say how they are meant: ``"format": "body-reference"``, version 1. `reference` reads them.
"""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

from .geometry import XI, DrawnOutline, Outline, Profile
from .kinds import rectangle_constant
from .sections import (
    CoreFoam,
    CoreMoments,
    Members,
    SectionLayout,
    SectionMaterials,
    Sheets,
    no_members,
    no_patches,
    section_properties,
    section_sums,
    twist_stiffness,
)
from .sections.walled import WALLED, WallMaterials, Walls, extent, layers, moments, offset, ring, stress_function

Array = NDArray[np.float64]
Sums = dict[str, float]

#: quantity -> (tolerance, of what it is a share: itself, mm, or the larger EI)
BODY_TOLERANCES = {
    "EA_N": (0.01, "itself"),
    "y_mm": (0.3, "mm"),
    "z_mm": (0.3, "mm"),
    "EIyy_Nmm2": (0.01, "itself"),
    "EIzz_Nmm2": (0.01, "itself"),
    "EIyz_Nmm2": (0.01, "larger EI"),
    "GJ_Nmm2": (0.08, "itself"),
    "mass_g_per_m": (0.01, "itself"),
}
#: walls of a box, clockwise from its lower left corner
_WALLS = ("left", "top", "right", "bottom")
#: corners of a round section
_ROUND = 160


class _Total:
    """E-weighted moments and mass, added up."""

    def __init__(self) -> None:
        self.of = dict.fromkeys(("1", "y", "z", "yy", "zz", "yz"), 0.0)
        self.mass = 0.0

    def area(self, a: CoreMoments, made_of: dict[str, Any], sign: float = 1.0) -> None:
        named = {"1": a.area, "y": a.x, "z": a.z, "yy": a.xx, "zz": a.zz, "yz": a.xz}
        for key, value in named.items():
            self.of[key] += sign * float(made_of["E_MPa"]) * float(value[0])
        self.mass += sign * float(made_of["rho_kgm3"]) * 1e-3 * float(a.area[0])

    def told(self, GJ: float) -> Sums:
        t = self.of
        y, z = t["y"] / t["1"], t["z"] / t["1"]
        return {
            "EA_N": t["1"], "y_mm": y, "z_mm": z, "EIyy_Nmm2": t["zz"] - t["1"] * z**2,
            "EIzz_Nmm2": t["yy"] - t["1"] * y**2, "EIyz_Nmm2": t["yz"] - t["1"] * y * z,
            "GJ_Nmm2": GJ, "mass_g_per_m": self.mass,
        }  # fmt: skip


def _rectangle(y: float, z: float, w: float, h: float) -> Array:
    return np.array([[[y - w / 2, z - h / 2], [y - w / 2, z + h / 2], [y + w / 2, z + h / 2], [y + w / 2, z - h / 2]]])


def _circle(y: float, z: float, d: float) -> CoreMoments:
    a, i = np.pi / 4 * d**2, np.pi / 64 * d**4
    one = np.ones(1)
    return CoreMoments(a * one, a * y * one, a * z * one, (a * z**2 + i) * one, (a * y**2 + i) * one, a * y * z * one)


def outline_of(shape: dict[str, Any]) -> Array:
    """(1, K, 2) corners once round clockwise.

    Raises
    ------
    ValueError
        Where the shape is none that is known.
    """
    kind = shape["kind"]
    if kind == "box":
        return _rectangle(0.0, 0.0, float(shape["width_mm"]), float(shape["height_mm"]))
    if kind == "polygon":
        points = np.asarray(shape["points"], dtype=float)
        y, z = points.T
        clockwise = float(np.sum(y * np.roll(z, -1) - np.roll(y, -1) * z)) < 0
        return (points if clockwise else points[::-1])[None]
    if kind != "superellipse":
        raise ValueError(f"shape {kind!r} is not known (box, superellipse, profile, polygon)")
    a = np.pi - np.linspace(0, 2 * np.pi, _ROUND, endpoint=False)
    power = 2 / float(shape["exponent"])
    c, s = np.cos(a), np.sin(a)
    y, z = (np.sign(v) * np.abs(v) ** power for v in (c, s))
    return np.stack([0.5 * float(shape["width_mm"]) * y, 0.5 * float(shape["height_mm"]) * z], axis=-1)[None]


def _sheet(wall: dict[str, Any], name: str) -> tuple[dict[str, Any], float]:
    found = wall.get(name) or {"t_mm": 0.0, "E_MPa": 0.0, "G_MPa": 0.0, "rho_kgm3": 0.0}
    return found, float(found["t_mm"])


def _stick_twist(members: list[dict[str, Any]]) -> float:
    total = 0.0
    for m in members:
        if m["kind"] == "rect":
            total += float(m["G_MPa"]) * rectangle_constant(float(m["w_mm"]), float(m["h_mm"]))
        else:
            total += (
                float(m["G_MPa"])
                * np.pi
                / 32
                * (float(m["d_mm"]) ** 4 - float(m.get("bore_mm", m.get("id_mm", 0.0))) ** 4)
            )
    return total


#: mm from a wall within which a stick is glued to it
_TOUCHES = 0.2
#: points each way by which is found what a member replaces
_FINE = 60


def _inside(points: Array, y: Array, z: Array) -> NDArray[np.bool_]:
    """Which places lie inside a polygon (1, K, 2): by how often a line from there crosses it."""
    a, b = points[0], np.roll(points[0], -1, axis=0)
    crosses = (a[:, 1] > z[..., None]) != (b[:, 1] > z[..., None])
    rise = np.where(np.abs(b[:, 1] - a[:, 1]) < 1e-12, 1.0, b[:, 1] - a[:, 1])
    at = a[:, 0] + (z[..., None] - a[:, 1]) * (b[:, 0] - a[:, 0]) / rise
    return np.asarray((crosses & (at > y[..., None])).sum(axis=-1) % 2 == 1)


def _add_members(total: _Total, case: dict[str, Any], layers: list[tuple[Array, dict[str, Any] | None]]) -> None:
    """Members, less what they replace: `layers` from the outside in, each up to the next one's line."""
    for m in case.get("members") or []:
        y, z, round_one = float(m["y_mm"]), float(m["z_mm"]), m["kind"] in ("rod", "tube")
        if m["kind"] == "rect":
            w, h = float(m["w_mm"]), float(m["h_mm"])
            outer = moments(_rectangle(y, z, w, h))
        elif round_one:
            w = h = float(m["d_mm"])
            outer = _circle(y, z, w)
            total.area(_circle(y, z, float(m.get("bore_mm", m.get("id_mm", 0.0)))), m, -1.0)
        else:
            raise ValueError(f"member kind {m['kind']!r} is not known (rect, rod, tube)")
        total.area(outer, m)
        place = (np.arange(_FINE) + 0.5) / _FINE - 0.5
        py, pz = np.meshgrid(y + w * place, z + h * place)
        mine = (py - y) ** 2 + (pz - z) ** 2 <= 0.25 * w * w if round_one else np.ones(py.shape, dtype=bool)
        # so that the whole of what it covers is its own area
        each = float(outer.area[0]) / mine.sum()
        for k, (line, made_of) in enumerate(layers):
            if made_of is None:
                continue
            there = mine & _inside(line, py, pz)
            if k + 1 < len(layers):
                there &= ~_inside(layers[k + 1][0], py, pz)
            a, b = py[there], pz[there]
            sums = [np.array([float(f.sum()) * each]) for f in (np.ones_like(a), a, b, b * b, a * a, a * b)]
            total.area(CoreMoments(*sums), made_of, -1.0)


def _twist(walls: Walls, G: Array, Gt: Array, t_sheet: Array) -> float:
    nowhere = np.zeros((1, walls.count), dtype=bool)
    return float(stress_function(walls, WallMaterials(G, Gt, t_sheet, nowhere)).GJ[0, 0])


def _hollow(case: dict[str, Any]) -> Sums:
    """A box or a round shell; walls may be left out."""
    wall, total = case["wall"], _Total()
    (outer, to), (inner, ti), t = _sheet(wall, "outer"), _sheet(wall, "inner"), float(wall["t_mm"])
    corners = outline_of(case["shape"])
    missing = [_WALLS.index(name) for name in case.get("missing") or []]
    lines = [corners, offset(corners, to), offset(corners, to + t), offset(corners, to + t + ti)]
    for k, made_of in enumerate((outer, wall["foam"], inner)):
        total.area(moments(lines[k]), made_of)
        total.area(moments(lines[k + 1]), made_of, -1.0)
    half = 0.5 * np.ptp(corners[0], axis=0)
    for k in missing:
        # what lies between the inner faces of its neighbours
        axis, sign = (0, -1 if k == 0 else 1) if k in (0, 2) else (1, 1 if k == 1 else -1)
        clear = half[1 - axis] - to - t - ti
        deep = 0.0
        for high, made_of in ((to, outer), (t, wall["foam"]), (ti, inner)):
            middle = sign * (half[axis] - deep - 0.5 * high)
            size = (high, 2 * clear) if axis == 0 else (2 * clear, high)
            place = (middle, 0.0) if axis == 0 else (0.0, middle)
            total.area(moments(_rectangle(*place, *size)), made_of, -1.0)
            deep += high
    made: list[dict[str, Any] | None] = [outer, wall["foam"], inner, None]
    _add_members(total, case, list(zip(lines, made, strict=True)))
    square = case["shape"]["kind"] == "box"
    sticks = [m for m in case.get("members") or [] if m["kind"] == "rect" and square]
    inside = 2 * half - 2 * to - t  # of the middles of the walls
    at = [
        0.5 + way * (float(m[f"{axis}_mm"]) + side * 0.5 * float(m[size])) / inside[k]
        for m in sticks for k, (axis, size) in enumerate((("y", "w_mm"), ("z", "h_mm"))) for side in (-1, 1)
        for way in (-1, 1)
    ]  # fmt: skip
    walls = ring(corners, t, to, ti, missing, square, at)
    Gt, thick = np.zeros((1, 1, walls.count, 2)), np.zeros((1, 1, walls.count, 2))
    for side, (sheet, ts) in enumerate(((outer, to), (inner, ti))):
        Gt[..., side], thick[..., side] = float(sheet["G_MPa"]) * ts, ts
    # a stick that is glued to a wall takes part in its flow, as a thick inner sheet would
    right = walls.faces[0, :, :, 1].mean(axis=1)
    rises = np.abs(np.ptp(walls.faces[0, :, :, 1, 1], axis=1)) > np.abs(np.ptp(walls.faces[0, :, :, 1, 0], axis=1))
    for m in sticks:
        wide, high = float(m["w_mm"]), float(m["h_mm"])
        near = (np.abs(right[:, 0] - float(m["y_mm"])) < 0.5 * wide + ti + _TOUCHES) & (
            np.abs(right[:, 1] - float(m["z_mm"])) < 0.5 * high + ti + _TOUCHES
        )
        Gt[0, 0, near, 1] += float(m["G_MPa"]) * np.where(rises, wide, high)[near]
    G = np.full((1, 1, walls.count), float(wall["foam"]["G_MPa"]))
    GJ = _twist(walls, G, Gt, thick)
    return total.told(GJ + _stick_twist(case.get("members") or []))


#: layers thinner than this are sheets between the others, mm
_SHEET = 0.6


def _profile(case: dict[str, Any]) -> Sums:
    """Layers side by side on edge."""
    total, height = _Total(), float(case["shape"]["height_mm"])
    listed = case["layers"]
    left = -0.5 * sum(float(each["t_mm"]) for each in listed)
    thick: list[dict[str, Any]] = []
    middles: list[float] = []
    before: list[dict[str, Any]] = []
    after: list[list[dict[str, Any]]] = []
    for each in listed:
        t = float(each["t_mm"])
        total.area(moments(_rectangle(left + 0.5 * t, 0.0, t, height)), each)
        if t >= _SHEET:
            thick.append(each)
            middles.append(left + 0.5 * t)
            after.append([])
        else:
            (after[-1] if thick else before).append(each)
        left += t
    walls = layers(np.array([height]), [float(each["t_mm"]) for each in thick], middles)
    Gt, ts = np.zeros((1, 1, walls.count, 2)), np.zeros((1, 1, walls.count, 2))
    G = np.zeros((1, 1, walls.count))
    for n, each in enumerate(thick):
        of_it = slice(n, None, len(thick))
        G[..., of_it] = float(each["G_MPa"])
        for side, found in ((0, before if n == 0 else []), (1, after[n])):
            Gt[..., of_it, side] = sum(float(e["G_MPa"]) * float(e["t_mm"]) for e in found)
            ts[..., of_it, side] = sum(float(e["t_mm"]) for e in found)
    return total.told(_twist(walls, G, Gt, ts))


def _row(values: list[float]) -> Array:
    return np.array([values], dtype=float)


def _filled(case: dict[str, Any]) -> Sums:
    """A solid round block: the kernel for foam between two faces, with the section on its side."""
    wall, shape = case["wall"], case["shape"]
    outer, to = _sheet(wall, "outer")
    w, h = float(shape["width_mm"]) - 2 * to, float(shape["height_mm"]) - 2 * to
    lies = h > w  # the kernel is at its best along the longer way
    if lies:
        w, h = h, w
    face = 0.5 * (1 - np.abs(2 * XI - 1) ** float(shape["exponent"])) ** (1 / float(shape["exponent"]))
    outline = Outline(Profile(face, -face), np.array([w]), np.array([h]))
    one, none = np.ones((2, 1)), np.zeros((2, 1))
    edge = np.ones(2)
    sheets = Sheets(np.array([1.0, -1.0]), none, one, one, np.full(2, to), edge, edge, np.zeros(2))
    foam = wall["foam"]
    m = _materials(foam, [outer, outer], [to, to], [])
    layout = SectionLayout(outline, no_members(1), sheets, no_patches(1))
    p = section_properties(layout, m, section_sums(layout))
    told = _told(p, float(twist_stiffness(layout, m)[0, 0]), w / 2, 0.0)
    if lies:
        told["EIyy_Nmm2"], told["EIzz_Nmm2"] = told["EIzz_Nmm2"], told["EIyy_Nmm2"]
    return told


def _told(p: Any, GJ: float, y: float, z: float) -> Sums:
    """The kernels' x runs aft from the nose; the files' y from the middle or the nose as they say."""
    return {
        "EA_N": float(p.EA[0, 0]), "y_mm": float(p.x0[0, 0]) - y, "z_mm": float(p.z0[0, 0]) - z,
        "EIyy_Nmm2": float(p.EIxx[0, 0]), "EIzz_Nmm2": float(p.EIzz[0, 0]), "EIyz_Nmm2": float(p.EIxz[0, 0]),
        "GJ_Nmm2": GJ, "mass_g_per_m": 1e3 * float(p.mass[0, 0]),
    }  # fmt: skip


def _materials(
    foam: dict[str, Any], sheets: list[dict[str, Any]], thick: list[float], sticks: list[dict[str, float]]
) -> SectionMaterials:
    t = _row(thick)

    def of(items: list[dict[str, Any]], key: str, scale: float = 1.0) -> Array:
        return _row([float(i[key]) * scale for i in items]).reshape(1, len(items))

    empty = np.zeros((1, 0))
    return SectionMaterials(
        CoreFoam(_row([foam["E_MPa"]])[0], _row([foam["G_MPa"]])[0], _row([float(foam["rho_kgm3"]) * 1e-6])[0]),
        of(sticks, "E"), of(sticks, "G"), of(sticks, "rho"), np.ones((1, len(sticks))), np.ones((1, len(sticks))),
        of(sheets, "E_MPa") * t, of(sheets, "G_MPa") * t, of(sheets, "rho_kgm3", 1e-6) * t, np.ones((1, len(sheets))),
        empty, empty, empty, empty,
    )  # fmt: skip


def _folded(case: dict[str, Any]) -> Sums:
    """A folded wing, by the same kernel as a wing of the bench."""
    layout, m = folded_layout(case)
    p = WALLED.properties(layout, m, WALLED.sums(layout))
    nose = float(outline_of(case["shape"])[0, :, 0].min()) + _sheet(case["wall"], "outer")[1]
    return _told(p, float(WALLED.twist_stiffness(layout, m)[0, 0]), -nose, 0.0)


def folded_layout(case: dict[str, Any]) -> tuple[SectionLayout, SectionMaterials]:
    """The one section of a folded wing, its outline by points, webs inside; x from the nose of its foam."""
    wall = case["wall"]
    (outer, to), (inner, ti), t = _sheet(wall, "outer"), _sheet(wall, "inner"), float(wall["t_mm"])
    corners = offset(outline_of(case["shape"]), to)[0]
    start, end = corners[:, 0].min(), corners[:, 0].max()
    chord = end - start
    nose, tail = (np.flatnonzero(np.abs(corners[:, 0] - at) < 1e-6) for at in (start, end))
    # clockwise: the nose's lower and upper corner, over the top, the tail's upper and lower one, back underneath
    first = int(nose[np.argmin(corners[nose, 1])])
    round_it = np.roll(corners, -first, axis=0)
    last = int(np.flatnonzero(np.abs(round_it[:, 0] - end) < 1e-6)[0])
    top = round_it[1 if len(nose) > 1 else 0 : last + 1]
    bottom = np.concatenate([round_it[last + (1 if len(tail) > 1 else 0) :], round_it[:1]])[::-1]
    faces = [np.interp(XI, (p[:, 0] - start) / chord, p[:, 1])[None] for p in (top, bottom)]
    bends = [np.array([(x - start) / chord]) for x in (*top[1:-1, 0], *bottom[1:-1, 0])]
    outline = DrawnOutline.of_faces(np.array([chord]), faces[0], faces[1], bends)
    papers = [(outer, to, 0.0)] * (to > 0) + [(inner, ti, t)] * (ti > 0)
    rows = [(face, made, thick, under) for made, thick, under in papers for face in (1.0, -1.0)]
    ends = [
        extent(outline, under + 0.5 * ts)[int(face)] if under else (np.zeros(1), np.ones(1))
        for face, _, ts, under in rows
    ]
    edges = np.array([[float(a[0] <= 0), float(b[0] >= 1)] for a, b in ends]).reshape(-1, 2)
    share_from, share_to = (np.array([e[k] for e in ends]).reshape(-1, 1) for k in (0, 1))
    sheets = Sheets(
        np.array([r[0] for r in rows]), share_from, share_to,
        np.ones((len(rows), 1)), np.array([r[2] for r in rows]), edges[:, 0], edges[:, 1],
        np.array([r[3] for r in rows]),
    )  # fmt: skip
    sticks, columns = [], []
    for web in case.get("webs") or []:
        x, tw = float(web["y_mm"]) - start, float(web["t_mm"])
        paper, tp = _sheet(web, "faces")
        high = [float(np.interp(x / chord, XI, f[0])) for f in faces]
        slope = [np.gradient(f[0], XI * chord) for f in faces]
        steep = [float(np.hypot(1, np.interp(x / chord, XI, g))) for g in slope]
        upper, lower = high[0] - (t + ti) * steep[0], high[1] + (t + ti) * steep[1]
        wide = tw + 2 * tp

        def mean(key: str, web: dict[str, Any] = web, tw: float = tw, paper: dict[str, Any] = paper,
                 tp: float = tp, wide: float = wide) -> float:  # fmt: skip
            return (float(web["foam"][key]) * tw + 2 * float(paper[key]) * tp) / wide

        # in its own plane foam and papers share strain; of E and density so, G likewise
        sticks.append({"E": mean("E_MPa"), "G": mean("G_MPa"), "rho": 1e-6 * mean("rho_kgm3")})
        h = upper - lower
        E = mean("E_MPa")
        across = (
            float(web["foam"]["E_MPa"]) * tw**3 / 12 + float(paper["E_MPa"]) * (wide**3 - tw**3) / 12
        ) * h / E  # fmt: skip
        columns.append([x, 0.5 * (upper + lower), wide * h, wide * h**3 / 12, across, 0.0, 0.0, 0.0, 0.0, h, wide, 1.0,
                        wide])  # fmt: skip
    members = no_members(1)
    if columns:
        stacked = np.array(columns, dtype=float).T[:, :, None]
        members = Members(*[*stacked, np.ones(len(columns)), np.arange(len(columns))])
    layout = SectionLayout(outline, members, sheets, no_patches(1), t, ti)
    return layout, _materials(wall["foam"], [r[1] for r in rows], [r[2] for r in rows], sticks)


def body_section(case: dict[str, Any]) -> Sums:
    """Stiffness and mass of one section, under the names of the file.

    Raises
    ------
    ValueError
        Where something in it is not known.
    """
    kind, wall = case["shape"]["kind"], case.get("wall") or {}
    if kind == "profile":
        return _profile(case)
    if wall.get("solid"):
        if kind != "superellipse":
            raise ValueError("a solid section is a superellipse here")
        return _filled(case)
    return _folded(case) if kind == "polygon" else _hollow(case)
