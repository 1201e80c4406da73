"""How far the 10th and 90th percentile of an answer move between seeds: `python -m tests.core.seeds [SEEDS]`.

For the demo's wings, first sign, end, bend, twist and grams, in per cent of the figure itself.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

import numpy as np
from fletcher_core.analysis import uncertainty
from fletcher_core.model import AirframeFile, Scheme
from fletcher_core.verdicts import evaluate

ANSWERS = ("first sign", "end", "bend", "twist", "grams")


def ends(file: AirframeFile, scheme: Scheme) -> np.ndarray:
    """(5, 2) 10th and 90th percentile over the typical figure."""
    v = evaluate(file.airframe, scheme, ledger=False, others=file.beside(scheme.part))
    found = (v.breaks.n, v.holds.n, v.tip_bend_mm, v.twist_deg, v.mass.part_g)
    return np.array([[e.low / e.value, e.high / e.value] for e in found])


def moved(file: AirframeFile, scheme: Scheme, seeds: int) -> np.ndarray:
    """(5, 2) standard deviation over the mean, of so many seeds."""
    usual, told = uncertainty.SEED, []
    try:
        for seed in range(seeds):
            uncertainty.SEED = seed
            uncertainty.normals.cache_clear()
            told.append(ends(file, scheme))
    finally:
        uncertainty.SEED = usual
        uncertainty.normals.cache_clear()
    every = np.array(told)
    return np.asarray(every.std(axis=0) / np.abs(every.mean(axis=0)))


def main() -> None:
    """Print a line for each wing, and the mean and the most of all."""
    seeds, every = int(sys.argv[1]) if len(sys.argv) > 1 else 8, []
    for path in sorted(Path("demo").glob("*.json")):
        document = json.loads(path.read_text(encoding="utf-8"))
        if document.get("format") != "fletcher-airframe":
            continue
        file = AirframeFile.model_validate(document)
        for scheme in file.schemes_of("wing"):
            found = 100 * moved(file, scheme, seeds)
            every.append(found)
            told = ", ".join(f"{name} {low:.1f} / {high:.1f}" for name, (low, high) in zip(ANSWERS, found, strict=True))
            print(f"{file.airframe.name}, {scheme.name}: {told}", flush=True)
    print(f"{seeds} seeds: mean {np.mean(every):.2f} %, most {np.max(every):.2f} %")


if __name__ == "__main__":
    main()
