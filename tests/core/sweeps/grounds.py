"""Small aircraft of each kind, and what is told of a scheme on them: for sweeps."""

from __future__ import annotations

import functools
from collections.abc import Iterator
from typing import Any

import numpy as np
from fletcher_core.analysis.evaluation import compute
from fletcher_core.fields import Refused
from fletcher_core.kinds import KINDS, WISHES
from fletcher_core.kinds.foam_web import FoamWeb
from fletcher_core.model import Airframe, Scheme
from fletcher_core.questions.suggestions import suggest
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme
from tests.core.parts.test_body import scheme as on_body
from tests.core.parts.test_body import with_body
from tests.core.parts.test_body_made import solid
from tests.core.parts.test_boom import with_boom
from tests.core.repairs.made import aircraft
from tests.core.sweeps.swept import Answers
from tests.core.test_sheeted_wing import sheeted

#: name -> (airframe, scheme) with nothing laid in
STATIONS = 21


@functools.cache
def grounds() -> dict[str, tuple[Airframe, Scheme]]:
    """A wing of foam, a swept one, a folded wing, a sheeted wing, bodies of board and on edge, a tail."""
    found: dict[str, tuple[Airframe, Scheme]] = {
        "foam wing": (make_airframe(promise=2500.0), make_scheme()),
        "plate, swept and tapered": (
            make_airframe(plate=15.0, sweep=80.0, tip=120.0, promise=2500.0), make_scheme()
        ),
    }  # fmt: skip
    for name, part in (
        ("dunlin", "wing"), ("dunlin", "body"), ("plover", "body"), ("plover", "tailplane"), ("godwit", "body"),
        ("sanderling", "fin"),
    ):  # fmt: skip
        file = aircraft(name)
        bare = file.shown(part).model_copy(update={"pieces": []})  # type: ignore[arg-type]
        found[f"{part} of {name}"] = (file.airframe, bare)
    return found


@functools.cache
def hulls() -> dict[str, tuple[Airframe, Scheme]]:
    """Parts made in other ways, of which their own numbers are swept: a pod with a boom, a solid body, a sheeted
    wing."""
    web = FoamWeb(id="web", y_to_mm=500.0, chord_from=0.3, chord_to=0.3)
    return {
        "pod with a boom": (with_body(with_boom()), on_body()),
        "solid body": (with_body(solid(60.0, 80.0, 0.4)), on_body()),
        "sheeted wing": (sheeted(), make_scheme(web)),
    }


def told(airframe: Airframe, scheme: Scheme) -> Answers | None:
    """Typical answers over all cases; None where it cannot be."""
    try:
        a = compute(airframe, scheme, STATIONS, False, False)
    except (Refused, ValidationError):
        return None
    s = a.solved
    loads = np.array([c.factor for c in a.cases])
    runs = [s.run_of(k) for k in range(len(a.cases))]
    return {
        "first": float(min((s.n[runs].min(axis=1) / loads).min(), 50.0)),
        "hold": float(min((s.hold[runs].min(axis=1) / loads).min(), 50.0)),
        "bend": abs(float(s.shape.bend[s.run_of(a.bends_most), -1])),
        "twist": abs(float(s.shape.twist[s.run_of(a.twists_most), -1])),
        "grams": a.part_g,
    }


def suggested(ground: str, kind: str) -> list[Any]:
    """Usual pieces of a kind on one of the aircraft; none where it does not fit."""
    airframe, scheme = grounds()[ground]
    try:
        return list(suggest(airframe, scheme, kind))
    except (Refused, ValidationError, KeyError):
        return []


def pieces() -> Iterator[tuple[str, str]]:
    """(aircraft, what is added) of all that fits."""
    for ground in grounds():
        for wish in dict.fromkeys([*KINDS, *WISHES]):
            if suggested(ground, wish):
                yield ground, wish
