"""How fast the core is by itself, on one processor core: for ./fletcher bench."""

from __future__ import annotations

import itertools
import os
import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from fletcher_core.geometry import Outline, profile_of
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.model import AirframeFile, NacaAerofoil, Scheme
from fletcher_core.reference import evaluate_case
from fletcher_core.verdicts import evaluate, evaluate_many

from .shell import ROOT

VARIANTS = 10_000


def median_ms(action: Callable[[], object], runs: int) -> float:
    times = []
    for _ in range(runs):
        began = time.perf_counter()
        action()
        times.append((time.perf_counter() - began) * 1e3)
    return statistics.median(times)


def pace_ms() -> float:
    """A fixed piece of NumPy and Python work, to tell how fast the machine was while this ran."""
    field = np.linspace(0.0, 1.0, 40_000).reshape(40, -1)

    def work() -> float:
        total = 0.0
        for k in range(300):
            total += float((field * k + 1.0).sum(axis=1).max())
        return total

    return median_ms(work, 9)


def demo(name: str = "turnstone") -> AirframeFile:
    return AirframeFile.model_validate_json((ROOT / "demo" / f"{name}.json").read_text(encoding="utf-8"))


def evaluation() -> dict[str, float]:
    """ms; each a median."""
    file = demo()
    airframe, scheme = file.airframe, file.schemes[0]
    evaluate(airframe, scheme)
    return {
        "one evaluation": median_ms(lambda: evaluate(airframe, scheme, ledger=False, spread=False), 40),
        "one evaluation with its spread": median_ms(lambda: evaluate(airframe, scheme, ledger=False), 30),
        "with ledger and spread, as the bench asks": median_ms(lambda: evaluate(airframe, scheme), 30),
    }


def with_stations(count: int) -> float:
    file = demo()
    return median_ms(lambda: evaluate(file.airframe, file.schemes[0], stations=count, ledger=False, spread=False), 20)


def with_pieces(count: int) -> float:
    """Rods and tapes side by side: twice as many of each."""
    file = demo("dunlin")
    tip = file.airframe.wing.half_span_mm
    pieces: list[Any] = []
    for k in range(count // 2):
        c = 0.1 + 0.75 * (k + 0.5) / (count / 2)
        pieces.append(Rod(id=f"r{k}", diameter_mm=1.0, chord_from=c, chord_to=c, y_to_mm=0.6 * tip))
        pieces.append(TapeStrip(id=f"t{k}", width_mm=8.0, chord_from=c, chord_to=c, y_to_mm=0.9 * tip))
    scheme = Scheme(id="many", name="BatchResult pieces", pieces=pieces)
    return median_ms(lambda: evaluate(file.airframe, scheme, ledger=False, spread=False), 12)


def choices() -> tuple[Scheme, np.ndarray]:
    """Ten rods on top, ten below, ten skins and ten tapes: every one of the 10 000 ways to take one of each."""
    pieces: list[Any] = []
    for level in ("top", "bottom"):
        for k, (d, c) in enumerate(itertools.product((1.5, 2.0, 2.5, 3.0, 4.0), (0.28, 0.35))):
            pieces.append(
                Rod(id=f"{level}-{k}", diameter_mm=d, level=level, inset_mm=0.5, chord_from=c, chord_to=c, y_to_mm=300)
            )
    skins = ("laminate_38um", "packing_tape", "laminate_75um", "covering_light", "covering_standard")
    for k, (material, reach) in enumerate(itertools.product(skins, (0.6, 1.0))):
        pieces.append(Skin(id=f"skin-{k}", material=material, x_to=reach, y_to_mm=400))
    tapes = ("packing_tape", "filament_tape_uni", "filament_tape_cross", "foil_tape", "kraft_paper_80")
    for k, (material, width) in enumerate(itertools.product(tapes, (25.0, 50.0))):
        pieces.append(TapeStrip(id=f"tape-{k}", material=material, width_mm=width, surface="bottom", y_to_mm=400))
    on = np.zeros((VARIANTS, 40))
    taken = np.array(list(itertools.product(range(10), repeat=4))) + np.arange(0, 40, 10)
    on[np.arange(VARIANTS)[:, None], taken] = 1.0
    return Scheme(id="choices", name="Choices", pieces=pieces), on


def variants() -> float:
    """Seconds for 10 000 different schemes of one wing."""
    scheme, on = choices()
    airframe = demo().airframe
    began = time.perf_counter()
    answers = evaluate_many(airframe, scheme, on)
    spent = time.perf_counter() - began
    if len(answers.breaks) != VARIANTS or not np.all(np.isfinite(answers.breaks)):
        raise RuntimeError("not every variant was answered")
    return spent


def section_against_elements() -> tuple[float, float]:
    """(ms of ours, ms of full finite elements) for one filmed section with two rods."""
    from tests.core.sections.by_elements import by_elements

    outline = Outline.of(profile_of(NacaAerofoil(code="2412")), np.array([200.0]))
    up, low = (float(f[0]) for f in outline.faces_at(np.array([0.3])))
    rods = [
        {"shape": "rod", "x_mm": 60.0, "z_mm": z, "d_mm": 3.0, "E_MPa": 120000.0, "G_MPa": 4500.0, "rho_kgm3": 1550.0}
        for z in (up - 3.0, low + 3.0)
    ]
    film = {
        "surface": "both", "x_from": 0, "x_to": 1, "t_mm": 0.5, "E_MPa": 2500.0, "G_MPa": 930.0, "rho_kgm3": 1200.0,
    }  # fmt: skip
    case = {
        "name": "bench", "naca": "2412", "chord_mm": 200.0, "foam": {"E_MPa": 8.0, "G_MPa": 3.0, "rho_kgm3": 30.0},
        "spars": rods, "skins": [film], "expected": {},
    }  # fmt: skip
    evaluate_case(case)
    ours = median_ms(lambda: evaluate_case(case), 40)
    return ours, median_ms(lambda: by_elements(case), 3)


def peak_memory_mb() -> float:
    """Of a process of its own that evaluates with ledger and spread and then takes 10 000 variants."""
    done = subprocess.run(
        [sys.executable, "-c", "from ops.bench_core import _memory; _memory()"],
        cwd=ROOT, capture_output=True, text=True, check=True,
    )  # fmt: skip
    return float(done.stdout)


def _memory() -> None:
    evaluation()
    variants()
    # the high water of this process alone: getrusage counts what its parent held, too
    status = Path("/proc/self/status").read_text(encoding="utf-8")
    print(int(status.partition("VmHWM:")[2].split()[0]) / 1024)


def on_one_core() -> None:
    """Keep this process to one of the cores that it may use."""
    os.sched_setaffinity(0, {min(os.sched_getaffinity(0))})
