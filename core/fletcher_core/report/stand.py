"""The whole aircraft on its stand: every part in its place, in three views to one scale, with a line for each."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.evaluation import Evaluation, compute, draw_samples, drawn_values, uncertain_in
from ..balance.ready_to_fly import even, weighs_now
from ..balance.shares import shares
from ..kinds import kind_of
from ..loads import Unit
from ..model import Airframe, PartName, Refused, Scheme
from ..parts import PARTS
from ..parts.placed import Placed
from ..parts.views import Points, pairs, views_of
from ..sections import lay_out
from ..units import System
from .drawing import plan_drawing
from .headline import headline
from .judgement import Margins
from .lines import after_middle, answers_drawn, case_lines
from .on_edge import is_on_edge, on_edge_words
from .verdict import State

Array = NDArray[np.float64]


class StandPart(BaseModel):
    """One part: its place in three views, and its line. mm, aft of the wing's leading edge at the root, out, up.

    `plan` (out, aft), `side` (aft, up) and `front` (out, up) are polygons, both halves or all copies of it; `pieces`
    are those of the shown scheme, on the plan. `weakest` is where it gives way first: (aft, out, up).
    Without a line (`sentence` empty) it cannot be worked out: `trouble` says why.
    """

    part: PartName
    label: str
    scheme_id: str
    scheme: str
    schemes: int
    chosen: bool
    plan: list[Points]
    pieces: list[Points]
    side: list[Points]
    front: list[Points]
    weakest: tuple[float, float, float] | None = None
    sentence: str = ""
    n: Estimate | None = None
    #: what it holds to in that case, and what it must
    hold_n: Estimate | None = None
    needed: float | None = None
    unit: Unit = "G"
    reserve: float | None = None
    state: State | None = None
    hardest: str = ""
    #: the case with the least reserve, the first as well
    least_in: str = ""
    part_g: Estimate | None = None
    #: of the promise: as it was given, or else by its weight what no other part was given
    share_g: float | None = None
    share_given: bool = False
    trouble: str = ""


class Stand(BaseModel):
    """The aircraft: its parts, and its weight against the promise; g, mm."""

    name: str
    parts: list[StandPart]
    rest_g: float
    #: of what is carried and has its place
    gear_g: float = 0.0
    promise_g: float
    forecast_g: Estimate
    remains_g: Estimate
    span_mm: float
    length_mm: float
    #: which part comes first in what, of all; "" where none can be worked out, and in what an older core has kept
    first: str = ""


def _pieces(placed: Placed, scheme: Scheme) -> list[Points]:
    if placed.cos <= 0.3 or placed.on_edge:
        return []
    layout = lay_out(placed.part, [p for p in scheme.pieces if p.on and kind_of(p).group != "sheets"], 9)
    found = []
    for piece in plan_drawing(layout).pieces:
        y, x = np.array(piece.polygon).T
        for side in placed.sides:
            aft, out, _ = placed.at(y, x, np.zeros_like(y), side)
            found.append(pairs(out, aft))
    return found


def _told(a: Evaluation, placed: Placed, system: System) -> dict[str, object]:
    """The line of a part that can be worked out: of the hardest case where that is not sound, else of the first."""
    drawn = answers_drawn(a)
    breaks = estimate_of(a.solved.break_at(0)[0], drawn["break"])
    holds = estimate_of(a.solved.holds_to(0)[0], drawn["hold"])
    margins = Margins(a, breaks, holds)
    line = case_lines(a, margins, system)[margins.hardest]
    k = 0 if line.state == "sound" else margins.hardest
    case = a.cases[k]
    n, station, _ = a.solved.harmed_at(a.solved.run_of(k))
    samples = (
        a.drawn
        if k == 0
        else draw_samples(
            a.layout,
            drawn_values(uncertain_in(a.layout, a.table)),
            a.on,
            (a.solved.twist, a.solved.flow),
            a.flying_g,
            case,
        )
    )
    y = a.layout.plan.y[[station]]
    middle = a.layout.plan.x_le[[station]] + 0.3 * a.layout.plan.chord[[station]]
    aft, out, up = (float(v[0]) for v in placed.at(y, middle, np.zeros(1), 1))
    named = "" if k == 0 or case.unit == "times" else f" in {case.label}"
    return {
        "weakest": (aft, out, up),
        "sentence": headline(a, a.solved.run_of(k), case, system, named),
        "n": estimate_of(n, after_middle(a.draws(samples.n).min(axis=1), a.middle.first)),
        "unit": case.unit,
        "reserve": line.reserve,
        # a line never looks surer than the worst of all that is asked of the part
        "state": line.state,
        "hold_n": estimate_of(
            a.solved.holds_to(a.solved.run_of(k))[0], after_middle(a.draws(samples.hold).min(axis=1), a.middle.end)
        ),
        "needed": max(c.factor * a.safety for c in a.cases if c.like(case)),
        "hardest": "" if line.id == a.cases[0].id else line.label,
        "least_in": line.label,
        "part_g": estimate_of(a.part_g, a.parts_g),
    }


def _first_of(lines: list[StandPart]) -> str:
    """The part with the least reserve of all, in which case, in words."""
    known = [line for line in lines if line.reserve is not None]
    if not known:
        return ""
    least = min(known, key=lambda line: line.reserve or 0.0)
    reserve = least.reserve or 0.0
    much = f"{reserve:.2g} times what is asked" if reserve < 10 else "more than ten times what is asked"
    return f"Of all, the {least.label.lower()} comes first, in {least.least_in}: it stands {much}."


def _share(lines: list[StandPart], between: float) -> None:
    """What of the promise is left for the parts, shared by their weights among those that were given nothing."""
    known: dict[str, tuple[float, float | None]] = {
        line.part: (line.part_g.value if line.part_g else 0.0, line.share_g if line.share_given else None)
        for line in lines
    }
    told = shares(between, known)
    for line in lines:
        line.share_g = told.get(line.part, line.share_g)


def stand(airframe: Airframe, schemes: list[Scheme], chosen: dict[PartName, str], system: System = "metric") -> Stand:
    """Every part with its chosen scheme (or its first).

    Parameters
    ----------
    schemes : of all parts. chosen : part -> id of its scheme.
    """
    shown: dict[PartName, Scheme] = {}
    for name in airframe.parts.there():
        own = [s for s in schemes if s.part == name]
        shown[name] = next((s for s in own if s.id == chosen.get(name)), own[0])
    lines, worked = [], []
    for name, part in airframe.parts.there().items():
        scheme, placed = shown[name], Placed(airframe, part)
        views = views_of(placed)
        line: dict[str, object] = {}
        try:
            a = compute(airframe, scheme, 61, False, True, [s for k, s in shown.items() if k != name])
            line = _told(a, placed, system)
            line["pieces"] = _pieces(placed, scheme)
            worked.append(scheme)
        except Refused as exc:
            line["trouble"] = exc.problems[0].said(system)["what"]
        told = StandPart.model_validate(
            {
                "part": name, "label": PARTS[name].label, "scheme_id": scheme.id, "scheme": scheme.name,
                "schemes": sum(s.part == name for s in schemes), "chosen": chosen.get(name) == scheme.id,
                "plan": views[0], "side": views[1], "front": views[2], "pieces": [],
                "share_g": part.targets.share_g, "share_given": part.targets.share_g is not None, **line,
            }
        )  # fmt: skip
        lines.append(on_edge_words(told) if is_on_edge(airframe, name) else told)
    now = weighs_now(airframe, worked)
    for mass in now.masses:
        for told in lines:
            if told.part == mass.of:
                told.part_g = even(mass.grams, mass.sd_g)
    _share(lines, airframe.promised_g - airframe.carried_g)
    total, left = even(now.grams, now.sd_g), airframe.promised_g - now.grams
    x = np.array([p[1] for line in lines for polygon in line.plan for p in polygon])
    y = np.array([p[0] for line in lines for polygon in line.plan for p in polygon])
    return Stand(
        name=airframe.name, parts=lines, first=_first_of(lines), rest_g=airframe.rest_g,
        gear_g=airframe.gear_g + airframe.mounts_g, promise_g=airframe.promised_g,
        forecast_g=total,
        remains_g=Estimate(value=left, low=left - (total.high - total.value), high=left + (total.value - total.low)),
        span_mm=float(np.ptp(y)), length_mm=float(np.ptp(x)),
    )  # fmt: skip
