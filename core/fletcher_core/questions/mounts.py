"""What holds gear and parts, judged: every way in which a mount gives way, under the loads of what it holds."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ValidationError

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.sensitivity import drivers, figure_label, unit_of
from ..analysis.uncertainty import SAMPLES, normals, sample
from ..catalogue import Spread, catalogue
from ..fields import Problem, Refused
from ..joints import JointQuestion, reasons_against
from ..model.airframe import Airframe
from ..model.document import Scheme
from ..mounts import MOUNT_KINDS, Fact, Ground, Line, Mount, MountBase, Way, mount_grams, mount_kind, mount_uses, weighs
from ..report.judgement import STATE_WORDS, state_of
from ..report.steps import basis, between, figures_of, step
from ..report.verdict import State, Step, Working
from ..units import System, in_system, sentence_in
from .mount_ground import ground_of

Array = NDArray[np.float64]


class MountWay(BaseModel):
    """One way in which it gives way, under one load.

    `at`: the load at which it does, in `unit`; `needed`: the load times the safety factor, which it has to stand;
    0 where it need not. `figure` opens its working.
    """

    figure: str
    #: how it gives way, for programs
    mode: str
    how: str
    case: str
    unit: Literal["G", "times"]
    load: float
    needed: float
    at: Estimate
    reserve: Estimate
    state: State
    asked: bool


class MountFact(BaseModel):
    """Something else to know of it."""

    label: str
    value: str
    says: str
    bad: bool


class MountShape(BaseModel):
    """Something of its drawing, mm: right and up."""

    role: str
    points: list[tuple[float, float]]
    line: bool


class MountFault(BaseModel):
    """What cannot be, at its field."""

    field: str
    label: str
    what: str
    right: str


class MountVerdict(BaseModel):
    """One mount. `state` None: nothing that is asked loads it, or it cannot be as it is (`problems`)."""

    id: str
    kind: str
    label: str
    name: str
    on: str
    place_mm: float
    state: State | None
    sentence: str
    todo: str
    grams: Estimate
    ways: list[MountWay] = []
    facts: list[MountFact] = []
    problems: list[MountFault] = []
    cautions: list[str] = []
    drawn: list[MountShape] = []
    side: str = ""


class MountOffer(BaseModel):
    """A kind that may be added; `why_not` where it has nothing to hold here."""

    kind: str
    label: str
    good: str
    why_not: str
    stands_on: list[str]


class Mounts(BaseModel):
    """All that holds gear and parts."""

    mounts: list[MountVerdict]
    offers: list[MountOffer]
    grams: Estimate
    first: str


def _values(mount: MountBase, ground: Ground) -> tuple[dict[str, Spread], dict[str, Array]]:
    """Figures and their draws, the typical first."""
    table = mount_uses(mount)
    table |= {k: v for k, v in ground.figures[mount.on].items() if k in _OF_FOAM}
    table |= {f"wing.{k.partition('.')[2]}": v for k, v in ground.figures["wing"].items() if k in _OF_FOAM}
    drawn = {k: np.concatenate([[table[k].typical], v]) for k, v in sample(table).items()}
    return table, drawn


#: what mounts ask of what they stand on
_OF_FOAM = ("core.E", "core.shear", "core.tension", "core.compression_10pct", "core.faces")


def _reserve(way: Way, safety: float) -> Array:
    reserve = np.broadcast_to(way.reserve, (SAMPLES + 1,))
    return np.asarray(reserve / (safety if way.asked else 1.0))


def _told(way: Way, safety: float, figure: str) -> MountWay:
    reserve = _reserve(way, safety)
    spread = estimate_of(float(reserve[0]), reserve)
    over = way.factor * (safety if way.asked else 1.0)
    return MountWay(
        figure=figure, mode=way.id, how=way.how, case=way.case, unit=way.unit, load=way.factor,
        needed=way.factor * safety if way.asked else 0.0, reserve=spread, asked=way.asked,
        at=Estimate(value=spread.value * over, low=spread.low * over, high=spread.high * over),
        state=state_of(spread.value, spread.low),
    )  # fmt: skip


def _fact(fact: Fact, system: System) -> MountFact:
    value, unit = in_system(fact.value, fact.unit, system) if fact.unit else (fact.value, "")
    if not fact.unit and fact.value == 0.0:
        said = ""
    elif not fact.unit and 0 < abs(fact.value) < 1:
        said = f"{100 * fact.value:.0f} %"
    else:
        digits = 0 if abs(value) >= 20 or float(value).is_integer() else 1
        said = f"{value:.{digits}f}{'' if unit == '°' else ' '}{unit}".strip().replace("-", "−")
    return MountFact(label=fact.label, value=said, says=sentence_in(fact.says, system), bad=fact.bad)


def _against(mount: MountBase, ground: Ground, airframe: Airframe) -> list[str]:
    """Hard rules that its glue breaks on what it stands on."""
    glue = getattr(mount, "glue", None)
    if glue is None:
        return []
    made = airframe.parts.there()[mount.on].core.material
    if made in catalogue().stock:
        made = "wood"
    elif made not in catalogue().foam:
        made = "greasy_plastic" if ground.made[mount.on] == "corrugated" else "paper"
    asked = JointQuestion(one=made, other="wood", shape="plate")
    return [r.says for r in reasons_against(glue, asked)]


#: loads that are no event: told after what is carried
_STATES = ("as it stands", "as it is opened", "the servo stalls")


def _sentence(worst: MountWay | None, safety: float) -> str:
    if worst is None:
        return "Nothing that is asked of this aircraft loads it."
    if worst.unit == "G":
        at = f"{worst.at.value:.1f} G of {worst.case}"
        asked = f"{worst.load:.1f} G are asked, {worst.needed:.1f} G with the safety factor"
    else:
        when = worst.case if worst.case.startswith("as ") else f"as {worst.case}"
        load = f"it carries {when}" if worst.case in _STATES else f"{worst.case} asks"
        at = f"{worst.at.value:.1f} times what {load}"
        asked = f"{safety:.1f} times are wanted"
    return f"{worst.how[0].upper()}{worst.how[1:]} first, at {at}; {asked}."


def judge_mount(
    mount: Mount, index: int, airframe: Airframe, ground: Ground, system: System = "metric"
) -> tuple[MountVerdict, Array]:
    """(what is told of it, draws of its grams)."""
    kind = mount_kind(mount)
    _, values = _values(mount, ground)
    grams = np.broadcast_to(weighs(mount, values), (SAMPLES + 1,))
    faults = [
        Problem(("mounts", index, *p.where), p.label, p.what, p.right, p.facts).said(system)
        for p in kind.problems(mount, ground)
    ]
    base = {
        "id": mount.id, "kind": kind.kind, "label": kind.label, "name": mount.name or kind.label, "on": mount.on,
        "place_mm": mount.along_mm, "grams": estimate_of(float(grams[0]), grams), "cautions": list(kind.cautions),
        "side": kind.side,
    }  # fmt: skip
    if faults:
        said = f"{faults[0]['what']} {faults[0]['right']}"
        return MountVerdict.model_validate(
            {**base, "state": None, "sentence": "It cannot be like this.", "todo": said, "problems": faults}
        ), grams  # fmt: skip
    ways = kind.ways(mount, ground, values)
    told = [_told(w, ground.safety, f"{mount.id}.{k}") for k, w in enumerate(ways)]
    order = sorted(range(len(told)), key=lambda k: (not told[k].asked, told[k].reserve.low))
    first = next((k for k in order if told[k].asked), None)
    worst = told[first] if first is not None else None
    state = worst.state if worst is not None else None
    against = _against(mount, ground, airframe)
    if against:
        state = "gives way"
    sentence = _sentence(worst, ground.safety)
    facts = kind.facts(mount, ground, values)
    mind = next((f.label for f in facts if f.bad), "")
    if against:
        todo = " ".join(against)
    elif first is not None and state != "sound":
        todo = ways[first].todo
    elif mind:
        todo = f"It holds; but look at “{mind}”." if state else f"Look at “{mind}”."
    else:
        todo = "Sound as it is." if state else ""
    return MountVerdict.model_validate(
        {
            **base, "state": state, "sentence": sentence_in(sentence, system), "todo": sentence_in(todo, system),
            "ways": [told[k] for k in order], "facts": [_fact(f, system) for f in facts],
            "drawn": [MountShape(role=s.role, points=list(s.points), line=s.line) for s in kind.drawn(mount, ground)],
        }
    ), grams  # fmt: skip


def judge_mounts(airframe: Airframe, schemes: Sequence[Scheme], system: System = "metric") -> Mounts:
    """All mounts of an aircraft with the schemes that are shown, and what may be added.

    Raises
    ------
    Refused
        Where a part cannot be built.
    """
    ground = ground_of(airframe, schemes)
    found = [judge_mount(m, k, airframe, ground, system) for k, m in enumerate(airframe.mounts)]
    told = [f[0] for f in found]
    total = np.sum([f[1] for f in found], axis=0) if found else np.zeros(SAMPLES + 1)
    return Mounts(
        mounts=told, offers=list(_offers(ground)), first=_first(told),
        grams=estimate_of(float(total[0]), total) if found else Estimate(value=0.0, low=0.0, high=0.0),
    )  # fmt: skip


def _first(told: Sequence[MountVerdict]) -> str:
    weak = [m for m in told if m.state == "gives way"]
    close = [m for m in told if m.state == "close"]
    if any(m.problems for m in told):
        return "One of them cannot be as it is."
    if weak:
        return f"{weak[0].name}: {STATE_WORDS['gives way']}." + (f" {len(weak)} of them are." if len(weak) > 1 else "")
    if close:
        return f"{close[0].name} has {STATE_WORDS['close']}."
    return "All of them hold." if told else "Nothing is mounted yet."


def _offers(ground: Ground) -> Iterable[MountOffer]:
    for kind in MOUNT_KINDS.values():
        why = ""
        if kind.start(ground) is None:
            why = "There is nothing here for it to hold: describe a body, or a surface that moves, first."
        yield MountOffer(kind=kind.kind, label=kind.label, good=kind.good, why_not=why, stands_on=list(kind.stands_on))


class MountStart(BaseModel):
    """A mount in sizes that fit, and what then weighs everything that is not described yet, g."""

    mount: Mount
    rest_g: float


def start_mount(airframe: Airframe, schemes: Sequence[Scheme], kind: str) -> MountStart:
    """A mount of a kind in sizes that fit here; its weight was among what is not described yet.

    Raises
    ------
    Refused
        Where there is no such kind, or nothing for it to hold.
    """
    known = MOUNT_KINDS.get(kind)
    if known is None:
        raise Refused(
            [Problem(("kind",), "kind of mount", "There is no such kind.", f"Choose one of {', '.join(MOUNT_KINDS)}.")]
        )
    sizes = known.start(ground_of(airframe, schemes))
    if sizes is None:
        why = "There is nothing here for it to hold."
        raise Refused([Problem(("kind",), "kind of mount", why, "Describe a body, or a surface that moves, first.")])
    taken = {one.id for one in (*airframe.mounts, *airframe.gear)}
    name = next(i for i in (f"{kind}{'' if k == 1 else f'-{k}'}" for k in range(1, 100)) if i not in taken)
    limits = known.model.model_json_schema()["properties"]
    try:
        made: Mount = known.model.model_validate({"id": name, **{k: _within(v, limits[k]) for k, v in sizes.items()}})
    except ValidationError as exc:  # pragma: no cover - sizes are kept within the limits
        raise Refused(
            [Problem(("kind",), known.label, "It does not fit this aircraft.", "Put it in by hand.")]
        ) from exc
    return MountStart(mount=made, rest_g=max(0.0, round(airframe.rest_g - mount_grams(made), 1)))


def _within(value: Any, limit: dict[str, Any]) -> Any:
    """A size as near as its field allows."""
    if isinstance(value, bool) or not isinstance(value, int | float):
        return value
    low, high = limit.get("minimum"), limit.get("maximum")
    value = value if low is None else max(value, low)
    return value if high is None else min(value, high)


def why_mount(airframe: Airframe, schemes: Sequence[Scheme], figure: str) -> Working:
    """The working of one way in which a mount gives way.

    Raises
    ------
    Refused
        Where there is no such figure.
    """
    ident, _, number = figure.rpartition(".")
    mount = next((m for m in airframe.mounts if m.id == ident), None)
    ground = ground_of(airframe, schemes)
    ways: list[Way] = []
    table: dict[str, Spread] = {}
    if mount is not None and not list(mount_kind(mount).problems(mount, ground)):
        kind = mount_kind(mount)
        table, values = _values(mount, ground)
        ways = kind.ways(mount, ground, values)
    if not (number.isascii() and number.isdigit()) or int(number) >= len(ways):
        raise Refused([Problem(("figure",), "figure", "There is no such figure.", "Open it from the page again.")])
    way = ways[int(number)]
    reserve = _reserve(way, ground.safety)
    spread = estimate_of(float(reserve[0]), reserve)
    names = sorted(table)
    driven = drivers(names, normals(tuple(names)), reserve)
    used = {d.name for d in driven}
    acts = float(np.broadcast_to(way.acts, (SAMPLES + 1,))[0])
    steps = [
        *(_step(line) for line in way.steps),
        step("It carries", acts, way.of),
        step("It stands", float(np.broadcast_to(way.stands, (SAMPLES + 1,))[0]), way.of),
        step("Reserve", float(reserve[0]), "", "stands / carries / safety factor" if way.asked else "stands / carries"),
        Step(
            label="Spread", formula=f"P10 to P90 of {SAMPLES} draws of every figure (Sobol points, fixed seed)",
            value=between(spread, ""), source="Owen 1998; the catalogue's low, typical and high figures",
        ),
    ]  # fmt: skip
    # those that move the answer first; of all others nothing is told here
    inputs = [figures_of(figure_label(n), table[n], unit_of(n), basis(n)) for n in names if n in used]
    return Working(
        figure=figure, title=f"{way.how[0].upper()}{way.how[1:]}: reserve in {way.case}", steps=steps, inputs=inputs,
        spread=spread, unit="", drivers=driven,
    )  # fmt: skip


def _step(line: Line) -> Step:
    return step(line.label, line.number, line.unit, line.formula, line.source)
