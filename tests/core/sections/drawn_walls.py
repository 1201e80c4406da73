"""Hollow sections drawn with a fixed seed and what finite elements make of them: kept in a file, as they take minutes.

`python -m tests.core.sections.drawn_walls` wrote `reference/drawn-walls.json`; a slow test works some of them out anew.
"""

from __future__ import annotations

import json
import random
import sys
from pathlib import Path
from typing import Any

import numpy as np
from fletcher_core.geometry import naca_four_digit

from tests.core.sections.walls_by_elements import by_elements, shear_by_elements

FILE = Path(__file__).parents[1] / "reference" / "drawn-walls.json"
_SHARE = 0.4


def _made(r: random.Random, low: float, high: float, rho: float, t: float | None, even: bool) -> dict[str, float]:
    E = round(r.uniform(low, high), 1)
    G = round(_SHARE * E if even else r.uniform(0.25, 0.45) * E, 4)
    return {"E_MPa": E, "G_MPa": G, "rho_kgm3": rho, **({"t_mm": t} if t else {})}


def _wall(r: random.Random, t: float, even: bool, papers: str) -> dict[str, Any]:
    thick = round(r.uniform(0.25, 0.5), 2)
    sheet = _made(r, 600.0, 4000.0, 800.0, thick, even)
    return {
        "t_mm": t, "foam": _made(r, 6.0, 25.0, 35.0, None, even),
        "outer": sheet if papers in ("both", "outer") else None,
        "inner": sheet if papers in ("both", "inner") else None,
    }  # fmt: skip


def _folded(r: random.Random, even: bool, webs: int, papers: str) -> dict[str, Any]:
    chord, t = round(r.uniform(140, 280)), r.choice((3.0, 5.0, 6.0))
    wall = _wall(r, t, even, papers)
    full = t + sum(wall[s]["t_mm"] for s in ("outer", "inner") if wall[s])
    high = round(2 * full + r.uniform(8, 24), 1)
    front, flat = round(r.uniform(0.14, 0.3) * chord, 1), round(r.uniform(6, 30), 1)
    nose, tail = round(1.5 * full, 1), round(2 * full - 0.2, 1)
    points = [[0, 0], [0, nose], [front, high], [front + flat, high], [chord, tail], [chord, 0]]
    tw = r.choice((3.0, 6.0, 10.0))
    places = [front + 0.5 * flat, round(r.uniform(0.45, 0.6) * chord, 1)][:webs]
    return {
        "shape": {"kind": "polygon", "points": points}, "wall": wall,
        "webs": [{"y_mm": round(y, 2), "t_mm": tw, "foam": wall["foam"], "faces": wall["outer"]} for y in places],
    }  # fmt: skip


def _box(r: random.Random, missing: list[str], papers: str, sticks: bool) -> dict[str, Any]:
    w, h, t = round(r.uniform(45, 90)), round(r.uniform(50, 110)), r.choice((3.0, 5.0, 6.0))
    wall = _wall(r, t, False, papers)
    members = []
    if sticks:
        side = r.choice((4.0, 5.0, 6.0))
        # glued into the corners
        deep = t + sum(wall[s]["t_mm"] for s in ("outer", "inner") if wall[s]) + 0.5 * side
        y, z = round(0.5 * w - deep, 3), round(0.5 * h - deep, 3)
        wood = _made(r, 6000.0, 11000.0, 430.0, None, False) | {"G_MPa": 650.0}
        corners = ((-1, 1), (1, 1)) if missing == ["bottom"] else ((-1, -1), (-1, 1), (1, -1), (1, 1))
        members = [
            {"kind": "rect", "y_mm": a * y, "z_mm": b * z, "w_mm": side, "h_mm": side, **wood} for a, b in corners
        ]
    return {
        "shape": {"kind": "box", "width_mm": w, "height_mm": h}, "wall": wall, "missing": missing, "members": members,
    }  # fmt: skip


def _sheeted(r: random.Random, webs: int, papers: str) -> dict[str, Any]:
    """A NACA section that is nowhere thinner than one and a half sheets, as they meet at its edges."""
    chord, t = round(r.uniform(120, 260)), r.choice((1.5, 2.0, 3.0))
    wall = _wall(r, t, False, papers)
    full = t + sum(wall[s]["t_mm"] for s in ("outer", "inner") if wall[s])
    code = r.choice(("2412", "0014", "4415"))
    xu, zu, xl, zl = naca_four_digit(code, 200)
    x = 0.5 * (1 - np.cos(np.linspace(0, np.pi, 31)))
    up, low = np.interp(x, xu, zu) * chord, np.interp(x, xl, zl) * chord
    middle, half = 0.5 * (up + low), np.maximum(0.5 * (up - low), 0.75 * full)
    top, bottom = ([[round(float(a) * chord, 3), round(float(b), 3)] for a, b in zip(x, f, strict=True)]
                   for f in (middle + half, middle - half))  # fmt: skip
    tw = r.choice((2.0, 4.0, 6.0))
    places = [0.3 * chord, 0.6 * chord][:webs]
    return {
        "shape": {"kind": "polygon", "points": [*top, *bottom[::-1]]}, "wall": wall,
        "webs": [{"y_mm": round(y, 2), "t_mm": tw, "foam": wall["foam"], "faces": None} for y in places],
    }  # fmt: skip


def drawn() -> list[dict[str, Any]]:
    """Twelve folded wings, of which six have everything that shears in one proportion; eight boxes; four wings sheeted
    over webs."""
    r, found = random.Random(1907), []
    for k in range(12):
        papers = ("both", "outer", "both", "inner")[k % 4]
        found.append({"name": f"folded-{k + 1}", **_folded(r, k % 2 == 0, (0, 1, 2)[k % 3], papers)})
    for k in range(8):
        missing = [[], ["bottom"], [], ["top"]][k % 4]
        found.append({"name": f"box-{k + 1}", **_box(r, missing, ("both", "outer")[k // 4], k % 2 == 1 or k == 6)})
    r = random.Random(2023)
    for k in range(4):
        found.append({"name": f"sheeted-{k + 1}", **_sheeted(r, (0, 1, 2, 1)[k], ("none", "none", "outer", "both")[k])})
    return found


def worked_out(case: dict[str, Any]) -> dict[str, Any]:
    """With what finite elements make of it."""
    told = {**case, "expected": by_elements(case)}
    if case["name"].startswith("folded") and int(case["name"].split("-")[1]) % 2 == 1:
        told["shear"] = shear_by_elements(case)
    return told


if __name__ == "__main__":
    # names on the command line are worked out anew, the rest stay as they are; none: all
    kept = {c["name"]: c for c in json.loads(FILE.read_text())["cases"]} if sys.argv[1:] else {}
    cases = []
    for each in drawn():
        if kept and each["name"] not in sys.argv[1:]:
            cases.append(kept[each["name"]])
            continue
        cases.append(worked_out(each))
        print(each["name"], flush=True)
    document = {"format": "body-reference", "version": 1, "notes": "drawn; see drawn_walls.py", "cases": cases}
    FILE.write_text(json.dumps(document, indent=1) + "\n", encoding="utf-8")
