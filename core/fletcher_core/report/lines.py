"""From arrays to the parts of a verdict."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.evaluation import Evaluation
from ..analysis.past_first import outlives
from ..analysis.sensitivity import Driver, drivers
from ..analysis.uncertainty import typical
from ..failure import ALIKE, MODES, Finding, first_least
from ..kinds import GROUPS, SAME_PLACE, kind_of
from ..model import Scheme
from ..sections import boom_g
from ..units import System, sentence_in
from .judgement import Margins, state_of
from .swept import swept_forward
from .verdict import (
    CaseLine,
    Curves,
    GroupLine,
    JointLine,
    LedgerLine,
    Mass,
    ModeLine,
    RibbonPiece,
    Screen,
    SectionFigures,
    State,
)
from .warnings import cautions, warnings
from .words import factor_words, how, label, short, what, where
from .work import minutes_of, of_joint, total

Array = NDArray[np.float64]

#: nobody needs to know of a reserve larger than this
MANY = 1e3


def piece_id(finding: Finding, scheme: Scheme) -> str | None:
    """Of the piece that a finding strikes; None for the part's own."""
    return None if finding.piece is None else scheme.pieces[finding.piece].id


def figure_of(finding: Finding, scheme: Scheme) -> str:
    """The name under which a finding's working is asked for."""
    thing = piece_id(finding, scheme) or ""
    return ":".join(("mode", finding.mode, thing, finding.part.replace(" ", "_"), finding.face))


def mode_lines(a: Evaluation, unlucky: float = 1.0) -> list[ModeLine]:
    """Each way to fail, where and when, the first one first.

    What ends the part must wait until what is needed; what it outlives until the load itself. `unlucky`: how many times
    the typical build's the load of one in ten is.
    """
    lines = []
    for finding in a.solved.findings:
        station = int(first_least(finding.n[0]))
        n = float(finding.n[0, station])
        if not np.isfinite(n) or n > MANY:
            continue
        asked = a.limit * (1.0 if outlives(finding, a.solved.materials) else a.safety)
        lines.append(
            ModeLine(
                figure=figure_of(finding, a.scheme), mode=finding.mode, piece_id=piece_id(finding, a.scheme),
                face=finding.face, how=how(finding, a.scheme), n=n, asked=asked, reserve=n / asked,
                # nothing is asked of what springs back
                state="sound" if finding.harmless else state_of(n / asked, unlucky * n / asked),
                y_mm=float(a.layout.plan.y[station]), seen_coming=MODES[finding.mode].seen_coming,
            )
        )  # fmt: skip
    # rows of one piece that a cut-out has split tell the same thing: the worst of them is enough
    best: dict[str, ModeLine] = {}
    # of equals the first, not as rounding has it
    for line in sorted(lines, key=lambda line: float(f"{line.n:.6g}")):
        best.setdefault(line.figure, line)
    # so do those that read alike
    told: dict[tuple[str, int, float], ModeLine] = {}
    for line in best.values():
        told.setdefault((line.how, round(line.y_mm), round(line.n, 1)), line)
    return list(told.values())


def case_lines(a: Evaluation, margins: Margins, system: System) -> list[CaseLine]:
    """Each load case with its reserve and what goes first in it."""
    lines = []
    for k, case in enumerate(a.cases):
        n, station, finding = a.solved.break_at(a.solved.run_of(k))
        held, needed = a.solved.holds_to(a.solved.run_of(k))[0], case.factor * a.safety
        lines.append(
            CaseLine(
                id=case.id, label=case.label, factor=case.factor, unit=case.unit,
                reason=sentence_in(case.reason, system),
                source=case.source,
                n=min(n, MANY * case.factor), hold_n=min(held, MANY * case.factor), needed=needed,
                reserve=min(margins.of(k)[0], MANY), hold_reserve=min(held / needed, MANY), state=margins.state(k),
                y_mm=float(a.layout.plan.y[station]), mode=finding.mode, piece_id=piece_id(finding, a.scheme),
                how=how(finding, a.scheme), hardest=k == margins.hardest,
            )
        )  # fmt: skip
    return lines


def pulled_is_covered(a: Evaluation, station: int) -> bool:
    """Whether a sheet that bears lies over the face that is pulled in the first case."""
    s, sheets = a.solved, a.layout.section.sheets
    pulled = 1.0 if s.forces.moment[0, 0] < 0 else -1.0
    bears = (s.materials.sheet_on * s.materials.sheet_Et)[0] > 0
    return bool((bears & (sheets.face == pulled) & (sheets.present[:, station] > 0)).any())


def ribbon(a: Evaluation, margins: Margins) -> list[RibbonPiece]:
    """Stretches of one state, one mode and one case along the span: the envelope of all cases."""
    reserves = margins.reserve
    y, worst_case = a.layout.plan.y, first_least(reserves)
    stations = np.arange(len(y))
    runs = np.array([a.solved.run_of(k) for k in range(len(a.cases))])[worst_case]
    reserve, unlucky = reserves[worst_case, stations], margins.unlucky[worst_case, stations]
    # where its end is nearer to what is needed than its first sign to the load, that is told
    ends = margins.hold[worst_case, stations] < margins.first[worst_case, stations] * (1 - ALIKE)
    at_end = np.where(ends, a.solved.last[runs, stations], a.solved.harm_by[runs, stations])
    key = [
        (state_of(float(r), float(u)), bool(e), int(f), int(c))
        for r, u, e, f, c in zip(reserve, unlucky, ends, at_end, worst_case, strict=True)
    ]
    pieces: list[RibbonPiece] = []
    start = 0
    for k in range(1, len(y) + 1):
        if k < len(y) and key[k] == key[start]:
            continue
        at = start + int(first_least(reserve[start:k]))
        finding = (a.solved.late if ends[at] else a.solved.findings)[int(at_end[at])]
        end = y[k] if k < len(y) else y[-1]
        if end - y[start] > 0.01:
            case = a.cases[key[start][3]]
            known = int(at_end[at]) < len(a.solved.findings)
            pieces.append(
                RibbonPiece(
                    y_from_mm=float(y[start]), y_to_mm=float(end), state=key[start][0],
                    reserve=float(min(reserve[at], MANY)),
                    n=float(min(reserve[at], MANY) * case.factor * (a.safety if ends[at] else 1.0)),
                    mode=finding.mode, how=how(finding, a.scheme), piece_id=piece_id(finding, a.scheme),
                    case=case.id, figure=figure_of(finding, a.scheme) if known else "hold",
                )
            )  # fmt: skip
        start = k
    return pieces


#: a piece that adds less than these to load (g), bend (mm) and twist (degrees) is dead weight
NOTHING = {"load": 0.05, "bend_mm": 0.1, "twist_deg": 0.03}


def askew(a: Evaluation) -> dict[int, str]:
    """Sticks top and bottom that do not lie over each other: what bending askew costs, told at the later one."""
    pieces: Any = a.scheme.pieces
    p = a.solved.properties
    found: dict[int, str] = {}
    for j, lower in enumerate(pieces):
        for upper in pieces[:j]:
            levels = {getattr(upper, "level", ""), getattr(lower, "level", "")}
            if levels != {"top", "bottom"} or upper.kind != lower.kind or not (upper.on and lower.on):
                continue
            start, end = max(upper.y_from_mm, lower.y_from_mm), min(upper.y_to_mm, lower.y_to_mm)
            here = (a.layout.plan.y >= start) & (a.layout.plan.y <= end)
            apart = abs(upper.chord_from - lower.chord_from) + abs(upper.chord_to - lower.chord_to)
            if not here.any() or apart < 0.02:
                continue
            lost = float(np.mean((p.EIxz[0] ** 2 / (p.EIxx[0] * p.EIzz[0]))[here]))
            found[j] = (
                f"It does not lie over the {short(upper)}: the wing bends askew, and {100 * lost:.1f} % of the bending "
                "stiffness is lost. Move it to the same place on the chord."
            )
    return found


@dataclass(frozen=True)
class _Bought:
    """What one variant has over another."""

    EI: float
    GJ: float
    first: float
    hold: float
    bend: float
    turn: float

    @property
    def anything(self) -> bool:
        load = max(self.first, self.hold) >= NOTHING["load"]
        return load or self.bend >= NOTHING["bend_mm"] or self.turn >= NOTHING["twist_deg"]


def _bought(a: Evaluation, with_it: int, without: int, run: Any) -> _Bought:
    """`run`: stations along which stiffness is compared."""
    s, y = a.solved, a.layout.plan.y

    def gain(array: Array) -> float:
        span = np.trapezoid(array[without][run], y[run])
        return float(np.trapezoid(array[with_it][run], y[run]) / span - 1.0) if span > 0 else 0.0

    return _Bought(
        EI=gain(s.properties.EIxx),
        GJ=gain(s.GJ),
        first=s.harmed_at(with_it)[0] - s.harmed_at(without)[0],
        hold=s.holds_to(with_it)[0] - s.holds_to(without)[0],
        bend=float(a.tip_bends[without] - a.tip_bends[with_it]),
        turn=float(np.degrees(abs(a.tip_twists[without]) - abs(a.tip_twists[with_it]))),
    )


def ledger(a: Evaluation, system: System) -> list[LedgerLine]:
    """What each piece weighs, takes and buys: the part with it less the part without."""
    warned, careful = warnings(a.layout), cautions(a.layout, system)
    for index, sentence in askew(a).items():
        warned.setdefault(index, []).append(sentence)
    y = a.layout.plan.y
    lines = []
    for i, piece in enumerate(a.scheme.pieces):
        turned = a.rows.switched[i]
        with_it, without = (0, turned) if piece.on else (turned, 0)
        buys = _bought(a, with_it, without, (y >= piece.y_from_mm - SAME_PLACE) & (y <= piece.y_to_mm + SAME_PLACE))
        grams = float(a.piece_g[i] + a.glue_g[i])
        protects, needed = ("", False) if buys.first >= NOTHING["load"] else _protected(a, i, with_it, without)
        lines.append(
            LedgerLine(
                piece_id=piece.id, label=label(piece, system), what=what(piece, system),
                where=where(piece, system, a.scheme.part),
                on=piece.on, grams=grams, glue_grams=float(a.glue_g[i]), minutes=minutes_of(piece, a.copies),
                group=kind_of(piece).group, buys_EI=buys.EI, buys_GJ=buys.GJ,
                buys_break_n=buys.first, buys_hold_n=buys.hold, buys_bend_mm=buys.bend,
                grams_per_g=grams / buys.hold if buys.hold >= NOTHING["load"] and grams > 0 else None,
                dead_weight=grams > 0 and not buys.anything and not kind_of(piece).for_hits and not needed,
                protects=protects,
                warnings=warned.get(i, []), cautions=careful.get(i, []),
            )
        )  # fmt: skip
    return lines


#: a place that a piece makes so many times stronger is told (own choice)
_STRONGER = 1.1
#: a place with so many times what is needed has no need of protection (own choice)
_AMPLE = 3.0


def _protected(a: Evaluation, index: int, with_it: int, without: int) -> tuple[str, bool]:
    """(in words, whether that place has need of it): the place that a piece makes stronger most, in the first case,
    where it is not the weakest one; nothing where there is none."""
    best, said, needed = (False, _STRONGER), "", False
    case = a.cases[0]
    for finding in a.solved.findings:
        if finding.piece == index:
            continue
        bare, now = (float(finding.n[run].min()) for run in (without, with_it))
        if not 0 < bare < MANY:
            continue
        # a place that has need of it before one that has plenty anyway
        told = (bare < _AMPLE * a.limit * a.safety, min(now, MANY) / bare)
        if told[1] > _STRONGER and told > best:
            best, needed = told, told[0]
            named, at = how(finding, a.scheme), factor_words(bare, case)
            said = f"It protects a place that is not the weakest: {named} "
            said += f"at {factor_words(now, case)}, without it at {at}" if now < MANY else f"at {at} without it alone"
            said += "." if needed else ", which was plenty."
    return said, needed


def group_lines(a: Evaluation) -> list[GroupLine]:
    """Groups of the pieces that are on, in a fixed order; the whole of a group taken out at once."""
    y, lines = a.layout.plan.y, []
    for group, name in GROUPS.items():
        pieces = a.rows.groups.get(group)
        if not pieces:
            continue
        buys = _bought(a, 0, a.rows.without_all(group), np.ones(len(y), dtype=bool))
        lines.append(
            GroupLine(
                group=group, label=name, pieces=len(pieces),
                grams=float(sum(a.piece_g[i] + a.glue_g[i] for i in pieces)),
                minutes=total([minutes_of(a.scheme.pieces[i], a.copies) for i in pieces]),
                buys_EI=buys.EI, buys_GJ=buys.GJ, buys_break_n=buys.first, buys_hold_n=buys.hold,
                buys_bend_mm=buys.bend,
            )
        )  # fmt: skip
    return lines


def _row(array: Array, digits: int = 5) -> list[float]:
    """Rounded to so many figures."""
    size = np.floor(np.log10(np.maximum(np.abs(array), 1e-300)))
    unit = 10.0 ** (size - digits + 1)
    rounded: list[float] = (np.round(array / unit) * unit).tolist()
    return rounded


def curves(a: Evaluation, margins: Margins) -> Curves:
    """What goes along the span, for plots."""
    s, y, limit = a.solved, a.layout.plan.y, a.limit
    f = s.forces
    runs = [s.run_of(k) for k in range(len(a.cases))]
    moments = f.moment[runs] * np.array([c.factor for c in a.cases])[:, None]
    return Curves(
        y_mm=np.round(y, 3).tolist(), shear_N=_row(limit * f.shear[0]), moment_Nmm=_row(limit * f.moment[0]),
        torque_Nmm=_row(limit * f.torque[0] + f.torque_air[0]), EI_Nmm2=_row(s.properties.EIxx[0]),
        GJ_Nmm2=_row(s.GJ[0]),
        GA_N=_row(s.GA_s[0]), bend_mm=_row(s.shape.bend[s.run_of(a.bends_most)]),
        twist_deg=_row(np.degrees(s.shape.twist[s.run_of(a.twists_most)])),
        reserve=_row(np.minimum(margins.reserve.min(axis=0), MANY)),
        moment_low_Nmm=_row(moments.min(axis=0)), moment_high_Nmm=_row(moments.max(axis=0)),
    )  # fmt: skip


def section_figures(a: Evaluation, y_mm: float) -> SectionFigures:
    """Stiffness, centroid and shear centre of one section."""
    k = int(first_least(np.abs(a.layout.plan.y - y_mm)))
    p = a.solved.properties
    largest, smallest, angle = (v[0, k] for v in p.principal())
    # what rounding leaves of nothing is nothing, and an axis that stands upright does so one way
    product = float(p.EIxz[0, k])
    product = 0.0 if product**2 < 1e-20 * p.EIxx[0, k] * p.EIzz[0, k] else product
    leans = float(np.degrees(angle))
    leans = leans + 180.0 if leans < -90.0 + 1e-6 else leans
    stretch = 1 / a.layout.plan.cos_sweep[k]  # places are told along the flight direction
    return SectionFigures(
        y_mm=float(a.layout.plan.y[k]), EA_N=float(p.EA[0, k]), EI_Nmm2=float(p.EIxx[0, k]),
        EI_inplane_Nmm2=float(p.EIzz[0, k]), EI_product_Nmm2=product, EI_largest_Nmm2=float(largest),
        EI_smallest_Nmm2=float(smallest), principal_deg=leans, GJ_Nmm2=float(a.solved.GJ[0, k]),
        GA_N=float(a.solved.GA_s[0, k]), centroid_x_mm=float(p.x0[0, k] * stretch), centroid_z_mm=float(p.z0[0, k]),
        shear_centre_x_mm=float(p.x_shear[0, k] * stretch), mass_centre_x_mm=float(p.x_mass[0, k] * stretch),
        mass_g_per_m=float(p.mass[0, k] * 1e3),
    )  # fmt: skip


def joint_lines(a: Evaluation, system: System) -> list[JointLine]:
    """Every joint that is not run through, from the middle outwards."""
    values = typical(a.table, 1)
    return [
        JointLine(
            id=f"joint-{h.panel}", label=h.words(system), place=h.place, grams=float(h.grams(values)[0]),
            glue_grams=h.count * h.glue_g, minutes=of_joint(h),
        )
        for h in a.hardware
    ]  # fmt: skip


def mass_of(a: Evaluation, whole: Estimate | None = None) -> Mass:
    """Where the part's grams are, and what they leave of the promise.

    Parameters
    ----------
    whole : what the aircraft weighs ready to fly; None where the other parts are known by their weight alone.
    """
    part = estimate_of(a.part_g, a.parts_g)
    low, mid, high = a.table["core.density"]
    foam = a.copies * float(a.solved.half_mass_g[1])
    boom = boom_g(a.layout, a.solved.materials)
    glue = float(a.glue_g @ a.on)
    if whole is None:
        rest = a.airframe.carried_g + a.beside_g
        whole = Estimate(value=rest + part.value, low=rest + part.low, high=rest + part.high)
    promised = a.airframe.promised_g
    return Mass(
        foam_g=Estimate(value=foam, low=boom + (foam - boom) * low / mid, high=boom + (foam - boom) * high / mid),
        pieces_g=part.value - foam - glue - a.joined_g,
        glue_g=glue,
        joined_g=a.joined_g,
        part_g=part,
        beside_g=a.beside_g,
        flying_g=a.flying_g,
        promise_g=promised,
        whole_g=whole,
        remains_g=Estimate(value=promised - whole.value, low=promised - whole.high, high=promised - whole.low),
    )


def _finite(value: Array, draws: Array) -> Estimate | None:
    if not math.isfinite(float(value[0])) or float(value[0]) > 900:
        return None
    return estimate_of(float(value[0]), np.where(np.isfinite(draws), draws, 900.0))


#: id -> (label, attribute, margin over top speed that is sound, what it means)
SCREENS = {
    "divergence": ("Divergence", "divergence", 1.5, "twist makes lift, and lift makes twist, until it tears"),
    "reversal": ("Control reversal", "reversal", 1.4, "the surfaces twist it as much as they lift it"),
    "flutter": ("Flutter", "flutter", 1.5, "bending and twist feed each other; mass far back invites it"),
}  # fmt: skip


def screens(a: Evaluation, system: System = "metric") -> list[Screen]:
    """Speeds from quick checks, against the top speed."""
    lines = []
    top = a.airframe.flight.speed_m_s
    for key, (name, attribute, margin, means) in SCREENS.items():
        value, draws = getattr(a.screens, attribute), getattr(a.drawn_screens, attribute)
        if value is None:
            continue
        speed = _finite(value, a.draws(draws))
        ratio = None if speed is None else speed.value / top
        low = None if speed is None else speed.low / top
        state: State = "sound" if low is None or low >= margin else "close" if low >= 1 else "gives way"
        says = f"A quick check, not a promise: {means}."
        if speed is None:
            says = "A quick check finds no speed for it."
        elif low is not None and low < margin:
            says += f" Keep well below it: the low figure is {low:.1f} times top speed, and {margin:g} times is wanted."
        if key == "divergence":
            says += swept_forward(a, system)
        lines.append(Screen(id=key, label=name, speed=speed, ratio=ratio, state=state, says=says))
    return lines


def after_middle(draws: Array, middle: float) -> Array:
    """Draws with the median of builds in place of the typical build; without a spread the figure as it is."""
    return draws if len(draws) == 1 else np.concatenate([draws[:1] * middle, draws[1:]])


def answers_drawn(a: Evaluation) -> dict[str, Array]:
    """(1 + SAMPLES,) of every answer that has a spread: first the answer itself, of loads that of the median of builds,
    of the rest that of the typical build; then what was drawn."""
    d, s = a.drawn, a.drawn_screens
    return {
        "break": after_middle(a.draws(d.n).min(axis=1), a.middle.first),
        "hold": after_middle(a.draws(d.hold).min(axis=1), a.middle.end),
        "bend": a.drawn_bend,
        "twist": np.degrees(a.drawn_twist),
        "mass": a.parts_g,
        "bending_hz": a.draws(s.bending_hz),
        "twist_hz": a.draws(s.twist_hz),
    }


def first_drivers(a: Evaluation, drawn: dict[str, Array]) -> dict[str, list[Driver]]:
    """What drives the spread of the break and of the bend; those of every figure are in its working."""
    return {key: drivers(a.names, a.z, drawn[key]) for key in ("break", "bend")}
