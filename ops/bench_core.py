"""How fast the core is by itself, on one processor core: for ./fletcher bench."""

from __future__ import annotations

import cProfile
import itertools
import json
import os
import pstats
import statistics
import subprocess
import sys
import tarfile
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from fletcher_core.analysis import evaluation as analysed
from fletcher_core.analysis import uncertainty
from fletcher_core.geometry import Outline, profile_of
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.mends import Aim
from fletcher_core.model import AirframeFile, FlatPlate, Joint, MendPlan, NacaAerofoil, Scheme
from fletcher_core.reference import evaluate_case
from fletcher_core.repairs import judge_repair, plan_mends
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


def evaluation(ledger: bool = True, spread: bool = True) -> float:
    """ms of one; a median."""
    file = demo()
    evaluate(file.airframe, file.schemes[0], ledger=ledger, spread=spread)
    return median_ms(lambda: evaluate(file.airframe, file.schemes[0], ledger=ledger, spread=spread), 30)


def folded(ledger: bool = True, spread: bool = True) -> float:
    """ms of one of a wing folded from board, with a box in it; a median."""
    file = demo("dunlin")
    evaluate(file.airframe, file.schemes[0], ledger=ledger, spread=spread)
    return median_ms(lambda: evaluate(file.airframe, file.schemes[0], ledger=ledger, spread=spread), 20)


def body() -> float:
    """ms of one of a body with tape over its open bottom, with its ledger and spread; a median."""
    file = demo("dunlin")
    scheme = file.shown("body")
    evaluate(file.airframe, scheme)
    return median_ms(lambda: evaluate(file.airframe, scheme), 20)


#: an aircraft after a bad landing, with five damages on three parts
HURT = "sanderling"


def judging_mends(apart: bool = True) -> float:
    """Sound, broken, mended of all that is hurt, ms; `apart`: and what would be missing without each mend."""
    file, told = demo(HURT), itertools.count(1)
    schemes = [file.shown(name) for name in file.airframe.parts.there()]

    def anew() -> None:
        """Of an aircraft that was not asked about before: what was told is told again."""
        airframe = file.airframe.model_copy(update={"promise_g": file.airframe.promise_g + 1e-6 * next(told)})
        judge_repair(airframe, schemes, file.repairs[0], apart=apart)

    return median_ms(anew, 3)


def judging_a_change() -> float:
    """The same once one mend of one half was changed, ms."""
    file, told = demo(HURT), itertools.count(1)
    schemes = [file.shown(name) for name in file.airframe.parts.there()]
    repair = file.repairs[0]
    judge_repair(file.airframe, schemes, repair)
    mends = repair.plans.of(repair.doing).mends

    def change() -> None:
        first = mends[0].model_copy(update={"note": f"changed {next(told)}"})
        plan = MendPlan(mends=[first, *mends[1:]])
        plans = repair.plans.model_copy(update={repair.doing: plan})
        judge_repair(file.airframe, schemes, repair.model_copy(update={"plans": plans}))

    return median_ms(change, 3)


def planning_mends(aim: Aim) -> float:
    """A plan for all that is hurt, s."""
    file = demo(HURT)
    schemes = [file.shown(name) for name in file.airframe.parts.there()]
    return median_ms(lambda: plan_mends(file.airframe, schemes, file.repairs[0], aim), 1) / 1e3


def with_stations(count: int) -> float:
    file = demo()
    return median_ms(lambda: evaluate(file.airframe, file.schemes[0], stations=count, ledger=False, spread=False), 20)


def with_pieces(count: int) -> float:
    """Rods and tapes side by side: twice as many of each."""
    file = demo("dunlin")
    # two boards on each other: room for sticks anywhere
    run_through = [p.model_copy(update={"joint": Joint()}) for p in file.airframe.wing.panels]
    wing = file.airframe.wing.model_copy(update={"aerofoil": FlatPlate(thickness_mm=9.8), "panels": run_through})
    file.airframe.parts.wing = wing
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


def with_samples(count: int) -> float:
    """ms of an evaluation whose spread is drawn so many times."""
    file, usual = demo(), uncertainty.SAMPLES
    try:
        for module in (uncertainty, analysed):
            module.SAMPLES = count
        uncertainty.normals.cache_clear()
        evaluate(file.airframe, file.schemes[0], ledger=False)
        return median_ms(lambda: evaluate(file.airframe, file.schemes[0], ledger=False), 15)
    finally:
        for module in (uncertainty, analysed):
            module.SAMPLES = usual
        uncertainty.normals.cache_clear()


_FIRST = """
from ops.bench_core import demo, evaluate
file = demo()
evaluate(file.airframe, file.schemes[0])
"""


def first_answer_s() -> float:
    """Seconds from nothing to the first answer: a process of its own that imports the core and evaluates once."""
    began = time.perf_counter()
    subprocess.run([sys.executable, "-c", _FIRST], cwd=ROOT, check=True)
    return time.perf_counter() - began


#: parts of one evaluation: the function that does each, and the file it is in
PARTS = {
    "what comes after the first sign": ("past_first.py", "after_first"),
    "the shear field of the section": ("evaluation.py", "shear_along"),
    "how the section twists": ("evaluation.py", "twist_along"),
    "sections: sums and stiffness": ("solve.py", "sections_of"),
    "laying out": ("evaluation.py", "laid_out"),
    "the drawn builds": ("evaluation.py", "draw_samples"),
    "words and tables of the verdict": ("verdicts.py", "verdict_of"),
}


def where_it_goes() -> tuple[float, dict[str, float]]:
    """(calls of Python functions in one evaluation with its spread, share of the time of each of `PARTS`)."""
    file, runs, profile = demo(), 10, cProfile.Profile()
    evaluate(file.airframe, file.schemes[0], ledger=False)
    profile.enable()
    for _ in range(runs):
        evaluate(file.airframe, file.schemes[0], ledger=False)
    profile.disable()
    taken: dict[tuple[str, str], float] = {}
    stats = pstats.Stats(profile)
    for (path, _, name), (_, _, _, cumulative, _) in stats.stats.items():  # type: ignore[attr-defined]
        taken[(Path(path).name, name)] = taken.get((Path(path).name, name), 0.0) + cumulative
    whole = taken[("verdicts.py", "evaluate")]
    return stats.total_calls / runs, {said: taken[at] / whole for said, at in PARTS.items()}  # type: ignore[attr-defined]


_ELSEWHERE = """
import json, sys, statistics, time
from fletcher_core.model import AirframeFile
try:
    from fletcher_core.verdicts import evaluate
except ImportError:  # as it was called up to 0.3
    from fletcher_core.evaluate import evaluate
file = AirframeFile.model_validate_json(open(sys.argv[1], encoding="utf-8").read())
def ms(**asked):
    evaluate(file.airframe, file.schemes[0], **asked)
    times = []
    for _ in range(15):
        began = time.perf_counter()
        evaluate(file.airframe, file.schemes[0], **asked)
        times.append((time.perf_counter() - began) * 1e3)
    return statistics.median(times)
print(json.dumps([ms(ledger=False, spread=False), ms(ledger=False), ms()]))
"""


def against(revision: str) -> dict[str, tuple[float, float]]:
    """What -> (ms of an older core, ms of this one), each asked in turn, thrice, in one run; each with its own demo."""
    names = ("one evaluation", "one evaluation with its spread", "with ledger and spread, as the bench asks")
    with tempfile.TemporaryDirectory() as folder:
        old = Path(folder)
        packed = subprocess.run(["git", "archive", revision, "core", "demo"], cwd=ROOT, capture_output=True, check=True)
        (old / "old.tar").write_bytes(packed.stdout)
        with tarfile.open(old / "old.tar") as tar:
            tar.extractall(old, filter="data")
        times: list[list[list[float]]] = [[], []]
        for _ in range(3):
            for found, root in zip(times, (old, ROOT), strict=True):
                done = subprocess.run(
                    [sys.executable, "-c", _ELSEWHERE, str(root / "demo" / "turnstone.json")], cwd=folder,
                    env=os.environ | {"PYTHONPATH": str(root / "core")}, capture_output=True, text=True, check=True,
                )  # fmt: skip
                found.append(json.loads(done.stdout))
        before, now = (np.median(t, axis=0).tolist() for t in times)
    return {name: (before[k], now[k]) for k, name in enumerate(names)}


def on_one_core() -> None:
    """Keep this process to one of the cores that it may use."""
    os.sched_setaffinity(0, {min(os.sched_getaffinity(0))})
