"""Verdicts that must not move unless a figure was put right: for files of version 1 that are kept beside them.

`python -m tests.core.frozen` wrote them once, from fifty made-up wings and the demo's; it is kept to tell how.
`python -m tests.core.frozen --again` tells the same files with the core as it is, says how far each figure moved,
and keeps that: for a change that means to move figures, and says so in CHANGELOG.md.
"""

from __future__ import annotations

import gzip
import json
import random
import sys
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path
from typing import Any

FILE = Path(__file__).parent / "files" / "frozen-verdicts.json.gz"
#: parts of a verdict that are words, pictures, or rounded for a picture
LEFT_OUT = ("drawing", "curves", "drivers")


def figures(verdict: dict[str, Any], at: str = "") -> Iterator[tuple[str, float | str | None]]:
    """(path, figure) of every number, state, mode and case in a verdict."""
    for key, value in verdict.items():
        path = f"{at}.{key}" if at else key
        if not at and key in LEFT_OUT:
            continue
        if isinstance(value, dict):
            yield from figures(value, path)
        elif isinstance(value, list):
            for k, item in enumerate(value):
                if isinstance(item, dict):
                    yield from figures(item, f"{path}.{k}")
        elif isinstance(value, bool) or key in ("state", "mode", "piece_id", "case", "id", "face"):
            yield path, str(value)
        elif isinstance(value, (int, float)):
            yield path, float(value)


def read() -> list[dict[str, Any]]:
    """[{"document", "verdicts": {scheme: {path: figure}}}]."""
    found: list[dict[str, Any]] = json.loads(gzip.decompress(FILE.read_bytes()))
    return found


def _panels(r: random.Random, chord: float) -> list[dict[str, Any]]:
    count = r.choice((1, 1, 2, 3))
    panels = []
    for _ in range(count):
        tip = round(chord * r.uniform(0.65, 1.0), 1)
        kind = r.choice(("through", "through", "butt", "brace", "blade", "wire", "joiner"))
        joint = {
            "kind": kind, "material": "spring_steel_wire" if kind == "wire" else r.choice(("birch_ply", "carbon_pultruded")),
            "glue": r.choice(("epoxy_30", "polyurethane_foaming")),
            "thickness_mm": round(r.uniform(1.0, 5.0), 1), "height_mm": round(r.uniform(6.0, 14.0), 1),
            "reach_mm": round(r.uniform(30.0, 90.0), 1),
            "tape": r.choice((None, "packing_tape")), "tape_width_mm": round(0.8 * chord, 1),
        }  # fmt: skip
        panels.append(
            {
                "span_mm": round(r.uniform(200, 700) / count + 100, 1), "root_chord_mm": chord, "tip_chord_mm": tip,
                "sweep_mm": round(r.uniform(-20, 90), 1), "dihedral_deg": round(r.uniform(0, 8), 1), "joint": joint,
            }
        )  # fmt: skip
        chord = tip
    return panels


def _wing(r: random.Random, cat: Any) -> dict[str, Any]:
    panels = _panels(r, round(r.uniform(140, 280), 1))
    half = sum(p["span_mm"] for p in panels)
    wing: dict[str, Any] = {"panels": panels}
    if r.random() < 0.25:
        board = r.choice(sorted(cat.board))
        layers = r.choice((1, 2))
        wing["aerofoil"] = {"kind": "flat_plate", "thickness_mm": cat.board[board].thickness.typical * layers}
        wing["core"] = {
            "material": board,
            "peeled": r.choice(("none", "top", "both")),
            "flutes": r.choice(("along", "across")),
        }
    else:
        foam = r.choice(sorted(cat.foam))
        wing["core"] = {"material": foam}
        if r.random() < 0.4:
            wing["core"]["density_kg_m3"] = round(cat.foam[foam].density.typical * r.uniform(0.8, 1.3), 2)
        wing["aerofoil"] = r.choice(
            (
                {"kind": "naca", "code": r.choice(("2412", "0012", "4410", "2408", "0009"))},
                {"kind": "flat_plate", "thickness_mm": round(r.uniform(8, 20), 1)},
                {
                    "kind": "coordinates",
                    "name": "drawn",
                    "points": [
                        [1, 0.002],
                        [0.7, 0.05],
                        [0.3, 0.09],
                        [0.1, 0.06],
                        [0, 0],
                        [0.1, -0.02],
                        [0.3, -0.02],
                        [0.7, -0.005],
                        [1, -0.002],
                    ],
                },
            )
        )
    if r.random() < 0.6:
        wing["aileron"] = {
            "y_from_mm": round(0.5 * half, 1), "y_to_mm": round(0.95 * half, 1),
            "chord_share": round(r.uniform(0.15, 0.3), 2), "throw_deg": round(r.uniform(10, 30)),
        }  # fmt: skip
    if r.random() < 0.3:
        wing["flap"] = {"y_from_mm": 20.0, "y_to_mm": round(0.45 * half, 1), "chord_share": 0.2}
    wing["seat"] = {"kind": r.choice(("glued", "bands", "clamp")), "width_mm": round(r.uniform(10, 30), 1)}
    return wing


def _document(r: random.Random) -> dict[str, Any] | None:
    from fletcher_core.catalogue import catalogue
    from fletcher_core.kinds import KINDS
    from fletcher_core.model import AirframeFile, Refused
    from fletcher_core.questions.suggestions import suggest
    from fletcher_core.verdicts import evaluate
    from pydantic import ValidationError

    cat = catalogue()
    promise = round(r.uniform(400, 2000))
    use = r.choice(("trainer", "sport", "aerobatic", "close", "combat", "survey", "glider"))
    airframe = {
        "name": "Made up", "promise_g": promise, "rest_g": round(promise * r.uniform(0.5, 0.8)),
        "flight": {"use": use, "speed_m_s": round(r.uniform(9, 25), 1), "load_factor": round(r.uniform(3, 10), 1)},
        "targets": {"tip_bend_share": 0.1, "twist_deg": 3.0} if r.random() < 0.5 else {},
        "wing": _wing(r, cat),
    }  # fmt: skip
    document: dict[str, Any] = {"airframe": airframe, "schemes": [{"id": "made", "name": "Made", "pieces": []}]}
    try:
        file = AirframeFile.model_validate(document)
        scheme = file.schemes[0]
        kinds = [*KINDS, "rod_pair", "build_web_caps", "build_skin"]
        for kind in r.sample(kinds, r.randint(1, 5)):
            pieces = suggest(file.airframe, scheme, kind)
            for piece in pieces:
                piece.on = r.random() < 0.9
                if hasattr(piece, "layers") and r.random() < 0.3 and not piece.drops_mm:
                    piece.layers = 2
                if hasattr(piece, "glue") and piece.glue and r.random() < 0.4:
                    piece.glue = (
                        r.choice(("epoxy_30", "polyurethane_foaming", "contact_foam_safe"))
                        if piece.kind not in ("skin", "tape")
                        else piece.glue
                    )
                if piece.kind == "tube" and r.random() < 0.5:
                    piece.sleeve_material, piece.sleeve_to_mm = "hardwood_dowel", 0.5 * piece.y_to_mm
            scheme = scheme.model_copy(update={"pieces": [*scheme.pieces, *pieces]})
        file = AirframeFile.model_validate({**document, "schemes": [scheme.model_dump(mode="json")]})
        evaluate(file.airframe, file.schemes[0], ledger=False, spread=False)
    except (ValidationError, Refused) as exc:
        print(str(exc)[:160], file=sys.stderr)
        return None
    found: dict[str, Any] = json.loads(file.model_dump_json())
    return found


def write() -> None:
    """Freeze what this version tells."""
    from fletcher_core.model import AirframeFile
    from fletcher_core.verdicts import evaluate

    r = random.Random(1)
    documents = [json.loads(p.read_text()) for p in sorted(Path("demo").glob("*.json")) if p.stem != "workshop"]
    made: list[dict[str, Any]] = []
    while len(made) < 50:
        if (document := _document(r)) is not None:
            made.append(document)
    kept = []
    for document in documents + made:
        file = AirframeFile.model_validate(document)
        told = {s.id: dict(figures(evaluate(file.airframe, s).model_dump(mode="json"))) for s in file.schemes}
        kept.append({"document": document, "verdicts": told})
    FILE.write_bytes(gzip.compress(json.dumps(kept, separators=(",", ":")).encode(), mtime=0))
    print(f"{len(kept)} files, {sum(len(k['verdicts']) for k in kept)} verdicts, {FILE.stat().st_size} bytes")


def tell(document: dict[str, Any]) -> dict[str, dict[str, Any]]:
    """What the core as it is says of each scheme of a kept file."""
    from fletcher_core.model.upgrade import read_file
    from fletcher_core.verdicts import evaluate

    file = read_file(document)
    return {s.id: dict(figures(json.loads(evaluate(file.airframe, s).model_dump_json()))) for s in file.schemes}


def moved(was: Any, now: Any) -> float:
    """Share by which a figure moved; infinite for a word that is another."""
    if isinstance(was, float) and isinstance(now, float):
        return abs(now - was) / max(abs(was), abs(now), 1e-9)
    return 0.0 if was == now else float("inf")


def again() -> None:
    """Keep what this version tells of the same files, and say what moved."""
    kept, moves = read(), defaultdict[str, list[float]](list)
    for item in kept:
        now = tell(item["document"])
        for scheme, told in now.items():
            was = item["verdicts"][scheme]
            for path, figure in told.items():
                name = ".".join("*" if part.isdigit() else part for part in path.split("."))
                moves[name].append(moved(was[path], figure) if path in was else float("nan"))
        item["verdicts"] = now
    print(f"{'figure':52} {'moved':>6} {'of':>6} {'median':>8} {'most':>8}")
    for name, shares in sorted(moves.items()):
        far = [s for s in shares if s > 1e-9]
        if far:
            median = sorted(far)[len(far) // 2]
            print(f"{name:52} {len(far):6} {len(shares):6} {median:8.2%} {max(far):8.2%}")
    FILE.write_bytes(gzip.compress(json.dumps(kept, separators=(",", ":")).encode(), mtime=0))


if __name__ == "__main__":
    again() if "--again" in sys.argv else write()
