"""What mends find on a part: its lengths, depths, sticks, hinges, the day, and what own bond tests say."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ..catalogue import Spread, catalogue
from ..joints import BondTest, hold
from ..kinds import KINDS, Piece, fits_on, kind_of
from ..mends import Place
from ..model import Airframe, Happened, PartName, Scheme
from ..model.body import Body
from ..sections import lay_out

#: sections on a span that is asked at any place; own choice
_STATIONS = 41


def held_by_tests(core: str, tests: Sequence[BondTest]) -> dict[str, Spread]:
    """Glue -> how many times the share of foam that it usually tears it tore in own tests on this foam."""
    if core not in catalogue().foam:
        return {}
    found = {}
    for glue in {t.glue for t in tests}:
        if glue not in catalogue().glue:
            continue
        known = hold(glue, core, core, tests)
        if known.tests and known.before > 0:
            by = [max(share / known.before, 1e-3) for share in (known.low, known.mean, known.high)]
            found[glue] = Spread(*by)
    return found


def place_of(
    airframe: Airframe, scheme: Scheme, happened: Happened | None = None, tests: Sequence[BondTest] = ()
) -> Place:
    """One part of an aircraft as mends look at it."""
    name: PartName = scheme.part
    part, day = airframe.part(name), happened or Happened()
    layout = lay_out(part, [], _STATIONS)
    y, outline = layout.plan.y, layout.outline
    deepest = outline.deepest

    def size_at(at: float) -> tuple[float, float]:
        return float(np.interp(at, y, outline.chord)), float(np.interp(at, y, deepest))

    def room_at(at: float, share: float) -> float:
        upper, lower = outline.faces_at(np.full_like(y, share))
        return float(np.interp(at, y, upper - lower))

    on_edge = isinstance(part, Body) and part.on_edge
    sticks: dict[str, Piece] = {p.id: p for p in scheme.pieces if p.on and kind_of(p).group == "sticks"}
    hinges = {k: s.y_to_mm - s.y_from_mm for k, s in part.surfaces.items()}
    foam = catalogue().foam.get(part.core.material)
    return Place(
        part=name,
        tip=part.half_span_mm,
        size_at=size_at,
        room_at=room_at,
        core=part.core.material,
        hollow=part.hollow,
        kinds=frozenset(k for k in KINDS if fits_on(k, name, part.hollow, on_edge)),
        sticks=sticks,
        moulded=foam is not None and foam.glue_family == "epo",
        air_C=day.air_C,
        damp=day.damp,
        tested=held_by_tests(part.core.material, tests),
        hinges=hinges,
    )
