"""A repair judged: three states of each part that is hurt, minutes and grams, and whether it may fly."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.evaluation import Evaluation, Others, beside, compute
from ..balance.masses import masses, weight_of
from ..bonds.cure import times_today
from ..catalogue import catalogue
from ..damages import SURE, Damage, On, Side, damage_kind
from ..fields import Problem, Refused
from ..geometry import planform
from ..joints import BondTest
from ..kinds import kind_of
from ..loads import AIR_DENSITY, GRAVITY
from ..mends import Aim, Fact, Mend, Place, mend_kind
from ..model import Airframe, Repair, Scheme
from ..remembered import Remembered
from ..report.judgement import Margins, state_of
from ..report.lines import ribbon
from ..report.verdict import Verdict
from ..report.words import label as piece_label
from ..report.words import place as place_words
from ..report.work import total, work_of
from ..units import System, show
from ..verdicts import SCOPE, verdict_of
from .glue_rules import broken_rules
from .place_of import place_of
from .push_test import push_test
from .states import FIELD_OF, STATES, Hurt, State, after_letting_go, computed, hurt, laid_by, problems
from .told import (
    DamageTold,
    EdgeStep,
    Go,
    MendedPart,
    MendFact,
    MendTold,
    RepairVerdict,
    StateFigures,
    TrimTold,
    Worth,
    part_label,
)
from .trim import trims

Array = NDArray[np.float64]

#: a step in stiffness beyond which the next break starts there (the direction's rule)
HARD = 2.0
#: least load factor, and least share of what is asked, that is worth flying gently (own choice: level flight, a gust)
_LEAST_G, _LEAST_SHARE = 2.0, 0.35
#: mm within which a break counts as at a mend's end (own choice)
_NEAR = 12.0
#: share of what is asked below which a part hangs and is told no bend (own choice)
_HANGS = 0.05
#: share of the work on a new part from which mending is no clear gain (own choice)
_CLOSE = 0.6
#: strength back from which on it counts as mended for good
FOR_GOOD = 0.95


def sides(damages: Sequence[Damage], airframe: Airframe) -> list[tuple[On, Side | None]]:
    """The parts, or halves of them, that are hurt, in their order."""
    found: list[tuple[On, Side | None]] = []
    there = airframe.parts.there()
    for name in there:
        own = [d for d in damages if d.on == name]
        if there[name].copies == 2:
            found += [(name, side) for side in ("left", "right") if any(d.side == side for d in own)]
        elif own:
            found.append((name, None))
    return found


def _on(damages: Sequence[Damage], name: On, side: Side | None) -> list[Damage]:
    return [d for d in damages if d.on == name and (side is None or d.side == side)]


def _figures(a: Evaluation, v: Verdict, end: tuple[Evaluation, Verdict], usual: Verdict | None = None) -> StateFigures:
    """Of one state; what bends beyond what a beam does is not told in mm.

    Away from where it is broken a part is as sure as a sound one.

    Parameters
    ----------
    end : of the state in which it ends: what mends have laid in may have let go before.
    """
    first, last = Margins(a, v.breaks.n, v.holds.n), Margins(end[0], end[1].breaks.n, end[1].holds.n)
    unlucky = min(float(first.first_unlucky.min()), float(last.hold_unlucky.min()))
    reserve = min(float(first.first.min()), float(last.hold.min()))
    hangs = unlucky < _HANGS or abs(v.tip_bend_mm.value) > 0.5 * a.layout.plan.half_span
    return StateFigures(
        breaks=v.breaks.n,
        holds=end[1].holds.n,
        reserve=reserve,
        unlucky=unlucky,
        state=state_of(reserve, unlucky),
        y_mm=v.breaks.y_mm,
        how=v.breaks.how,
        seen_coming=v.breaks.seen_coming,
        seen=v.breaks.seen,
        bend_mm=None if hangs else v.tip_bend_mm,
        twist_deg=None if hangs else v.twist_deg,
        bending_hz=None if hangs else v.bending_hz,
        grams=v.mass.part_g.value,
        ribbon=v.ribbon if usual is None else ribbon(a, Margins(a, usual.breaks.n, usual.holds.n)),
    )


def _hold(a: Evaluation) -> Array:
    """(1 + samples,) what it holds to, in the case that leaves it least."""
    drawn = a.draws(a.drawn.hold).min(axis=1)
    margins = Margins.typical(a)
    at = float(margins.hold.min())
    main = float(margins.hold[0].min())
    # of the other cases the spread is that of the first
    return np.asarray(drawn * (at / main if main > 0 and np.isfinite(main) else 1.0))


def _ratio(of: Evaluation, to: Evaluation) -> Estimate:
    """Of what two states hold to, build by build."""
    one, two = _hold(of), _hold(to)
    typical = Margins.typical(of).hold.min() / max(Margins.typical(to).hold.min(), 1e-9)
    return estimate_of(float(typical), one / np.maximum(two, 1e-9))


def _step(a: Evaluation, y: float, inwards: float) -> float:
    """EI just inside over that just beyond a place where something ends."""
    at, EI = a.layout.plan.y, a.solved.properties.EIxx[0]
    inside, beyond = (int(np.argmin(np.abs(at - (y + inwards * by)))) for by in (0.002, -0.002))
    return float(EI[inside] / max(EI[beyond], 1e-9))


def edge_steps(a: Evaluation, laid: Hurt, mends: Mapping[str, Mend], system: System) -> list[EdgeStep]:
    """At every end of what mends lay in, that lies on the part."""
    found: dict[tuple[str, float], EdgeStep] = {}
    tip = a.layout.plan.half_span
    for piece, whose in zip(laid.pieces, laid.of, strict=True):
        mend = mends.get(whose)
        if mend is None or kind_of(piece).group not in ("sticks", "sheets"):
            continue
        for y, inwards in ((piece.y_from_mm, 1.0), (piece.y_to_mm, -1.0)):
            if not 1.0 < y < tip - 1.0:
                continue
            times = _step(a, y, inwards)
            # twice its depth, so that nobody finds the end by hand (Saint-Venant)
            over = 2 * float(np.interp(y, a.layout.plan.y, a.layout.outline.deepest))
            hard = times > HARD
            where = place_words(y, system, a.scheme.part)
            says = f"{times:.1f} times as stiff inside as beyond, {where}"
            says += (
                f": a break starts easily there. Taper it over {show(over, 'length', system)}."
                if hard
                else ": soft enough."
            )
            step = EdgeStep(mend=mend.id, label=mend_kind(mend).noun, y_mm=y, times=times, hard=hard, says=says)
            known = found.get((mend.id, y))
            if known is None or known.times < times:
                found[mend.id, y] = step
    return sorted(found.values(), key=lambda s: -s.times)


def _moved(told: Mapping[State, StateFigures], steps: Sequence[EdgeStep], system: System, part: On) -> str:
    """Where the next break is, beside where it broke."""
    mended, broken = told["mended"], told["broken"]
    end = min(steps, key=lambda s: abs(s.y_mm - mended.y_mm), default=None)
    here = place_words(mended.y_mm, system, part)
    if end is not None and abs(end.y_mm - mended.y_mm) < _NEAR:
        return f"The next break is at the end of the {end.label}, {here}: {mended.how}."
    if abs(mended.y_mm - broken.y_mm) < _NEAR and mended.unlucky < told["sound"].unlucky * FOR_GOOD:
        return f"It still breaks first where it was hurt, {here}: {mended.how}."
    return (
        f"The next break is {here}, as of a sound one: {mended.how}."
        if (abs(mended.y_mm - told["sound"].y_mm) < _NEAR)
        else f"The next break is {here}: {mended.how}."
    )


def _part(
    airframe: Airframe,
    scheme: Scheme,
    others: Sequence[Scheme],
    side: Side | None,
    place: Place,
    damages: Sequence[Damage],
    mends: Sequence[Mend],
    whole: tuple[float, float],
    system: System,
    spread: bool,
    apart: bool,
) -> tuple[MendedPart, dict[str, Each]]:
    laid = hurt(damages, mends, place)
    alongside = beside(airframe, others)
    states = computed(airframe, scheme, laid, alongside, spread=spread)
    verdicts = {state: verdict_of(a, system, None, False) for state, a in states.items()}
    sound, mended = states["sound"], states["mended"]
    ends = after_letting_go(airframe, scheme, laid, alongside, mended, {m.id: m.of for m in mends}, spread)
    ended = {
        **{s: (states[s], verdicts[s]) for s in STATES},
        "mended": (ends, verdicts["mended"] if ends is mended else verdict_of(ends, system, None, False)),
    }
    told = {
        state: _figures(states[state], verdicts[state], ended[state], verdicts["sound"] if state == "broken" else None)
        for state in STATES
    }
    copies = mended.copies
    weights = {s: weight_of(airframe, laid.weighed(scheme, s)) for s in ("sound", "mended")}
    own = sum(mend_kind(m).grams(m, d, place) for m in mends for d in damages if m.of == d.id)
    grams = (weights["mended"][0] - weights["sound"][0]) / copies + own
    moment = (weights["mended"][1] - weights["sound"][1]) / copies
    middle = moment / (grams - own) if abs(grams - own) > 1e-6 else weights["sound"][1] / weights["sound"][0]
    total_g, balance_at = whole
    back = _ratio(ends, sound)
    shift = (moment + own * middle - grams * balance_at) / max(total_g + grams, 1.0)
    steps = edge_steps(mended, laid, {m.id: m for m in mends}, system)
    v = verdicts["mended"]
    good = min(told["mended"].unlucky, 1.0) * airframe.flight.load_factor
    bends = [told[s].bend_mm for s in ("mended", "sound")]
    softer = None if bends[0] is None or bends[1] is None else abs(bends[0].value) / max(abs(bends[1].value), 1e-9)
    label = part_label(scheme.part, side)
    left = _ratio(states["broken"], sound)
    says = (
        f"brings back {100 * back.value:.0f} % of the strength ({100 * back.low:.0f} to {100 * back.high:.0f})"
        if mends
        else f"{100 * left.value:.0f} % of the strength is left ({100 * left.low:.0f} to {100 * left.high:.0f})"
    )
    if not any(damage_kind(d).effect(d, ()) for d in damages):
        says = "what is hurt here changes none of these figures: look it over by hand"
    part = MendedPart(
        part=scheme.part,
        side=side,
        label=label,
        case=v.judged.case,
        unit=v.judged.unit,
        needed=v.judged.needed,
        sound=told["sound"],
        broken=told["broken"],
        mended=told["mended"],
        left=left,
        back=back,
        softer=softer,
        grams=_grams(grams),
        balance_mm=shift,
        tail=_tail(verdicts),
        steps=steps,
        moved=_moved(told, steps, system, scheme.part),
        push=push_test(sound, mended, good, system),
        length_mm=mended.layout.plan.half_span,
        says=says,
    )
    if not apart:
        return part, {}
    return part, _each(airframe, scheme, alongside, place, damages, mends, states, ends, weights["mended"][0])


#: low and high of the grams of a mend over what is told (own estimate: glue that runs, filler that is sanded off)
_LIGHT, _HEAVY = 0.7, 1.5


def _grams(value: float) -> Estimate:
    ends = sorted((value * _LIGHT, value * _HEAVY))
    return Estimate(value=value, low=ends[0], high=ends[1])


def _tail(verdicts: Mapping[State, Verdict]) -> list[str]:
    """What is left of elevator and rudder, sound and mended."""
    found = []
    for one, two in zip(verdicts["sound"].tail_effects, verdicts["mended"].tail_effects, strict=True):
        left = [100 * (1 - effect.eaten.value) for effect in (one, two)]
        found.append(f"{one.surface}: {left[1]:.0f} % of its effect is left, {left[0]:.0f} % of a sound one")
    return found


def _minutes(mend: Mend, damage: Damage, place: Place) -> Estimate:
    low, typical, high = mend_kind(mend).minutes(mend, damage, place)
    return Estimate(value=typical, low=low, high=high)


def waits(mend: Mend, place: Place) -> tuple[float, str]:
    """Minutes until what it is glued with may fly today, and which glue that is."""
    found = [
        (times_today(catalogue().glue[g], place.air_C, place.damp).fly, catalogue().glue[g].label)
        for g in mend_kind(mend).glues(mend)
    ]
    return max(found, default=(0.0, ""))


def _cautions(mend: Mend) -> list[str]:
    hazards = catalogue().hazard
    own = [hazards[c].says if c in hazards else c for c in mend_kind(mend).cautions]
    return [*own, *(c for g in mend_kind(mend).glues(mend) for c in catalogue().glue[g].cautions)]


@dataclass(frozen=True)
class Each:
    """Of one mend: share of the sound strength that would be missing without it, and all its grams."""

    buys: float
    grams: float


#: whoever changes one part of a repair is not kept waiting for the others, which are as they were; the worst landing
#: hurts some six halves, each looked at with and without what was laid on last (own choice)
_parts: Remembered[tuple[MendedPart, dict[str, Each]]] = Remembered(64)


def _each(
    airframe: Airframe,
    scheme: Scheme,
    others: Others,
    place: Place,
    damages: Sequence[Damage],
    mends: Sequence[Mend],
    states: Mapping[State, Evaluation],
    ends: Evaluation,
    weighs: float,
) -> dict[str, Each]:
    """Each mend taken out while the others stay."""
    found = {}
    usual = float(Margins.typical(states["sound"]).hold.min())
    whole = float(Margins.typical(ends).hold.min()) / usual
    by_id = {d.id: d for d in damages}
    for mend in mends:
        rest = [m for m in mends if m.id != mend.id]
        laid = hurt(damages, rest, place)
        if rest:
            bare = compute(airframe, laid.in_state(scheme, "mended"), 61, False, False, others)
            bare = after_letting_go(airframe, scheme, laid, others, bare, {m.id: m.of for m in rest}, spread=False)
        else:
            bare = states["broken"]
        share = float(Margins.typical(bare).hold.min()) / usual
        grams = (weighs - weight_of(airframe, laid.weighed(scheme, "mended"))[0]) / bare.copies
        own = mend_kind(mend).grams(mend, by_id[mend.of], place)
        found[mend.id] = Each(whole - share, grams + own)
    return found


def _of_glue(mend: Mend, damage: Damage, place: Place) -> list[Fact]:
    """Rules of the glue page that its glue breaks here today."""
    reasons = broken_rules(mend, damage, place)
    return [Fact("Its glue", place.air_C, "°C", f"{r.says} {r.because}", True) for r in reasons]


def mend_told(mend: Mend, damage: Damage, place: Place, system: System, each: Each | None = None) -> MendTold:
    """One mend in words and figures."""
    kind = mend_kind(mend)
    wait, slowest = waits(mend, place)
    laid = laid_by(mend, damage, place)
    glued = [catalogue().glue[g].label for g in kind.glues(mend)]
    named = [*(piece_label(p.model_copy(update={"name": ""}), system) for p in laid), *glued]
    what = ", ".join(dict.fromkeys(named)) or kind.label
    return MendTold(
        id=mend.id,
        of=mend.of,
        label=kind.label,
        what=what,
        minutes=_minutes(mend, damage, place),
        waits_min=wait,
        slowest=slowest,
        grams=kind.grams(mend, damage, place) if each is None else each.grams,
        buys=None if each is None or not damage_kind(damage).effect(damage, ()) else each.buys,
        steps=kind.steps(mend, damage, place),
        cautions=list(dict.fromkeys(_cautions(mend))),
        facts=[MendFact(**vars(f)) for f in (*_of_glue(mend, damage, place), *kind.facts(mend, damage, place))],
        looks=kind.looks,
    )


def damage_told(damage: Damage, mends: Sequence[Mend], system: System, copies: int) -> DamageTold:
    """One damage in words."""
    kind = damage_kind(damage)
    own = [m for m in mends if m.of == damage.id]
    half = f"{damage.side} half, " if copies == 2 else ""
    at = place_words(damage.at_mm, system, damage.on)
    return DamageTold(
        id=damage.id,
        label=kind.label,
        where=f"{damage.on}, {half}{at}",
        sure=SURE[damage.sure],
        check=kind.check,
        grounds=kind.grounds,
        seen_to=any(kind.kind in mend_kind(m).closes for m in own),
        mends=[mend_kind(m).label for m in own],
    )


def speed_for(airframe: Airframe, share: float, grams: float) -> tuple[float, float]:
    """(G, m/s) that a share of what is asked is good for: no faster than the wing stalls before it bears more, at which
    n = (v / v_stall)², and no faster than what pushes by speed squared allows."""
    share = max(share, 0.0)
    n = share * airframe.flight.load_factor
    area = 2e-6 * planform(airframe.wing).half_area
    stall = (2 * 1e-3 * grams * GRAVITY / (AIR_DENSITY * area * airframe.flight.cl_max)) ** 0.5
    return n, min(stall * max(n, 0.0) ** 0.5, airframe.flight.speed_m_s * share**0.5)


def _gently(n: float) -> str:
    if n < 2.5:
        return "straight and level, wide turns, no wind"
    return "no loops, wide turns" if n < 4 else "no hard pulls"


def _wrong_glues(mends: Sequence[Mend], damages: Mapping[str, Damage], places: Mapping[str, Place]) -> list[str]:
    """Each glue that may not be used where a mend uses it, in a sentence."""
    found = []
    for mend in mends:
        for reason in broken_rules(mend, damages[mend.of], places[mend.of]):
            labels = " and ".join(catalogue().glue[g].label for g in mend_kind(mend).glues(mend))
            found.append(f"{mend_kind(mend).label}, with {labels}: {reason.says}")
    return list(dict.fromkeys(found))


def _in_time(ready: float, limit: float | None) -> str:
    """Whether it is ready in the time that there is: a line of its own beside how strong it is."""
    if limit is None:
        return ""
    takes = f"It takes {ready:.0f} minutes with the glue's waiting, and there are {limit:.0f}"
    return (
        f"In time: {takes[0].lower()}{takes[1:]}." if ready <= limit else f"Not in time: {takes[0].lower()}{takes[1:]}."
    )


def _answered(damage: DamageTold, trim: Sequence[TrimTold]) -> list[str]:
    return [t.says for t in trim if damage.id in t.of]


def _label_of(trim: TrimTold, damages: Sequence[DamageTold]) -> str:
    return next(f"{d.label}, {d.where}" for d in damages if d.id in trim.of)


def _verdict(
    airframe: Airframe,
    parts: Sequence[MendedPart],
    damages: Sequence[DamageTold],
    trim: Sequence[TrimTold],
    today: bool,
    grams: float,
    system: System,
    glues: Sequence[str] = (),
) -> tuple[Go, str, list[str], float, float | None, float | None]:
    """(whether, the sentence, why, share of what is asked, G, m/s)."""
    share = min((p.mended.unlucky for p in parts), default=1.0)
    much = {i for t in trim if t.much for i in t.of}
    # what is trimmed out may fly as it is
    trimmed = {i for t in trim for i in t.of} - much
    open_ = [d for d in damages if d.grounds and not d.seen_to and d.id not in trimmed]
    why = [f"{d.label}, {d.where}: not seen to yet." for d in open_]
    why += [f"{_label_of(t, damages)}: {t.says}" for t in trim if t.much]
    why += glues
    n, v = speed_for(airframe, min(share, 1.0), max(grams, airframe.promise_g))
    weakest = min(parts, key=lambda p: p.mended.unlucky, default=None)
    if weakest is not None and (n < _LEAST_G or share < _LEAST_SHARE):
        why.append(
            f"The {weakest.label} would bear {100 * share:.0f} % of what is asked of it in {weakest.case}, in the "
            f"unlucky one of ten: {weakest.mended.how}."
        )
    left = [
        " ".join(
            [f"{d.label}, {d.where}: left as it is.", *_answered(d, trim), *([d.check] if d.id in trimmed else [])]
        )
        for d in damages
        if not d.seen_to and (not d.grounds or d.id in trimmed)
    ]
    if why:
        return "no", "Not today." if today else "Not as it is.", why, share, None, None
    if share >= 1 or weakest is None:
        if left:
            return "gently", "As strong as it has to be, but not all of it is seen to: gently.", left, share, n, v
        return "go", "Go, after the push test: as strong as it has to be.", [], share, None, None
    own = weakest.sound.unlucky
    said = f"Good for {n:.1f} G: {_gently(n)}, below {show(v, 'speed', system)}, land on grass."
    if own < 1 and share > FOR_GOOD * own:
        before = f"which was good for {min(own, 1) * airframe.flight.load_factor:.1f} G"
        said = f"As strong as it was before, {before}, but not all of it is seen to: gently."
        if not left:
            said = f"As good as it was before, {before}."
        return ("gently" if left else "go"), said, left, share, n, v
    return "gently", said, left, share, n, v


def _worth(
    airframe: Airframe, scheme: Scheme, part: MendedPart, minutes: float, prices: Mapping[str, float | None]
) -> Worth:
    halves = airframe.part(scheme.part).copies if part.side is not None else 1
    laid = work_of(scheme, airframe.part(scheme.part).copies).hands
    bare = catalogue().mending[f"bare_{scheme.part}"].factor
    new = total(
        [
            Estimate(value=laid.value / halves, low=laid.low / halves, high=laid.high / halves),
            Estimate(value=bare.typical, low=bare.low, high=bare.high),
        ]
    )
    grams = part.grams.value
    mended, made = prices.get(f"mend:{part.label}"), prices.get(f"new:{scheme.part}")
    range_ = f"{new.value:.0f} ({new.low:.0f} to {new.high:.0f})"
    against = f"{minutes:.0f} minutes and {grams:+.0f} g, against {range_} for a new one."
    if minutes > new.value and grams > 0:
        says = f"not worth it: {against}"
    elif minutes > _CLOSE * new.value:
        says = f"close: {against}"
    else:
        says = f"worth mending: {against}"
    return Worth(
        part=scheme.part, label=part.label, mend_min=minutes, new_min=new, grams=grams, price=mended, new_price=made,
        says=says,
    )  # fmt: skip


def judge_repair(
    airframe: Airframe,
    schemes: Sequence[Scheme],
    repair: Repair,
    aim: Aim | None = None,
    system: System = "metric",
    tests: Sequence[BondTest] = (),
    prices: Mapping[str, float | None] | None = None,
    spread: bool = True,
    apart: bool = True,
) -> RepairVerdict:
    """Sound, broken and mended of every part that is hurt, and whether it may fly.

    Parameters
    ----------
    schemes : the shown scheme of each part.
    aim : which plan; the one that is done if not given.
    tests : own bond tests.
    prices : of mends and of new parts, where they are known. spread : whether to draw samples. apart : whether
        each mend's own share is told.

    Raises
    ------
    Refused
        With every fault of damages and mends at its field of the repair.
    """
    aim = aim or repair.doing
    mends = repair.plans.of(aim).mends
    by_part = {s.part: s for s in schemes}
    found: list[Problem] = []
    places: dict[tuple[On, Side | None], Place] = {}
    for k, damage in enumerate(repair.damages):
        if damage.on not in by_part:
            found.append(
                Problem(
                    ("damages", k, "on"),
                    "on",
                    f"There is no {damage.on} in this aircraft.",
                    "Choose a part that is described.",
                )
            )
    if found:
        raise Refused(found)
    there = sides(repair.damages, airframe)
    for name, side in there:
        place = place_of(airframe, by_part[name], repair.happened, tests)
        places[name, side] = place
        found += problems(repair.damages, _on(repair.damages, name, side), mends, place, aim)
    if found:
        raise Refused(found)
    everything = masses(airframe, list(schemes), airframe.balance_at)
    total_g = sum(m.grams for m in everything)
    whole = (total_g, sum(m.grams * m.x for m in everything) / max(total_g, 1e-9))
    parts: list[MendedPart] = []
    each: dict[str, Each] = {}
    for name, side in there:
        own = _on(repair.damages, name, side)
        ids = {d.id for d in own}
        theirs = [m for m in mends if m.of in ids]
        others = [s for s in schemes if s.part != name]
        about = (own, theirs, whole, system, spread, apart)
        answer = partial(_part, airframe, by_part[name], others, side, places[name, side], *about)
        try:
            part, of_each = _parts.of(
                (airframe, by_part[name], others, side, about, repair.happened, list(tests)), answer
            )
        except Refused as exc:
            raise Refused(_at_the_mend(exc, own, theirs, mends, places[name, side], aim)) from exc
        parts.append(part)
        each |= of_each
    by_id = {d.id: d for d in repair.damages}
    place_by_id = {d.id: places[key] for key in there for d in _on(repair.damages, *key)}
    told = [mend_told(m, by_id[m.of], place_by_id[m.of], system, each.get(m.id)) for m in mends]
    trim = trims(airframe, repair.damages, mends)
    damages = [damage_told(d, mends, system, airframe.part(d.on).copies) for d in repair.damages]
    hands = total([t.minutes for t in told]) if told else Estimate(value=0.0, low=0.0, high=0.0)
    wait, slowest = max(((t.waits_min, t.slowest) for t in told), default=(0.0, ""))
    ready = hands.value + wait
    limit = repair.limit_min if aim == "today" else None
    go, sentence, why, share, n, v = _verdict(
        airframe, parts, damages, trim, limit is not None, total_g, system, _wrong_glues(mends, by_id, place_by_id)
    )
    worth = []
    for part in parts:
        ids = {d.id for d in _on(repair.damages, part.part, part.side)}
        minutes = sum(t.minutes.value for t in told if t.of in ids)
        if minutes:
            worth.append(_worth(airframe, by_part[part.part], part, minutes, prices or {}))
    return RepairVerdict(
        aim=aim,
        go=go,
        sentence=sentence,
        why=why,
        good_for_G=n,
        below_m_s=v,
        share=share,
        parts=parts,
        damages=damages,
        mends=told,
        trim=trim,
        hands_min=hands,
        waits_min=wait,
        slowest=slowest,
        ready_min=ready,
        in_time=limit is None or ready <= limit,
        time=_in_time(ready, limit),
        grams=_grams(sum(p.grams.value for p in parts)),
        balance_mm=sum(p.balance_mm for p in parts),
        worth=worth,
        cautions=list(dict.fromkeys(c for t in told for c in t.cautions)),
        scope=SCOPE,
    )


def _at_the_mend(
    exc: Refused, damages: Sequence[Damage], theirs: Sequence[Mend], mends: Sequence[Mend], place: Place, aim: Aim
) -> list[Problem]:
    """Faults of what mends lay in, told at the mend."""
    laid = hurt(damages, theirs, place)
    index = {m.id: k for k, m in enumerate(mends)}
    found = []
    for p in exc.problems:
        where: tuple[str | int, ...] = p.where
        if len(where) > 1 and where[0] == "laid" and isinstance(where[1], int):
            whose = laid.of[where[1]]
            if whose in index:
                where = ("plans", aim, "mends", index[whose], FIELD_OF.get(str(where[-1]), "of"))
            else:
                where = ("damages",)
        found.append(Problem(where, p.label, p.what, p.right, p.facts))
    return found
