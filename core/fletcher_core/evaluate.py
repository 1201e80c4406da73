"""Airframe + scheme -> verdict: the only door that outsiders call for results."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from .answer.checks import cautions, problems, warnings
from .answer.drawing import plan_drawing, slice_drawing
from .answer.sampling import SAMPLES, sample, typical
from .answer.solve import Solved, sections_of, solve
from .answer.verdict import (
    CLOSE,
    SOUND,
    Bare,
    Break,
    Curves,
    Drawing,
    Hold,
    LedgerLine,
    Mass,
    ModeLine,
    RibbonPiece,
    Slice,
    Spreaded,
    State,
    Verdict,
)
from .answer.words import how, label, place, what, where
from .answer.working import workings
from .catalogue import Spread, catalogue
from .failure import MODES, Finding
from .geometry.planform import NODE_GAP
from .model import Airframe, Refused, Scheme
from .sections import WingLayout, spreads, twist_stiffness, wing_layout
from .units import System

Array = NDArray[np.float64]

SCOPE = (
    "An estimate for unmanned, model-size aircraft only, from typical figures; never for anything that carries "
    "a person. Local flying rules, club rules and, where it applies, licensed inspection come first."
)

#: Twist stiffness is solved at every so many stations: between changes along the span it goes as a
#: power of the chord, so its cube root is nearly a straight line.
_FINE = 4
#: samples are taken at every so many stations, and their twist stiffness at so many in all
_DRAWN, _FEW = 6, 3


@dataclass(frozen=True)
class _Answer:
    """The arrays of one evaluation: variant 0 as drawn, 1 bare; where told, 2 + i with piece i the
    other way round. `drawn` holds the samples of variant 0; without a spread, it is `solved`."""

    layout: WingLayout
    solved: Solved
    drawn: Solved
    flying_g: float
    glue_g: Array
    piece_g: Array
    wing_g: Spreaded
    foam_g: Spreaded


def _spread(value: float, draws: Array) -> Spreaded:
    """A figure with the spread of its draws, whose first is the typical build at the draws' own stations.

    The draws are taken at fewer stations than the figure; what they tell is how far they lie from
    their own typical, and that is carried over.
    """
    low, high = np.percentile(draws[1:] if len(draws) > 1 else draws, [10, 90]) - draws[0]
    scale = value / draws[0] if abs(draws[0]) > 1e-9 and 0.5 < value / draws[0] < 2 else 1.0
    # the typical build may lie at the edge of a lopsided spread; the range always holds it
    return Spreaded(
        value=float(value), low=float(value + min(low * scale, 0)), high=float(value + max(high * scale, 0))
    )


def _rows(a: _Answer, array: Array) -> Array:
    return array[:1] if a.drawn is a.solved else array


def _glue_mass(layout: WingLayout) -> Array:
    """(pieces,) grams of glue on both halves of the wing, at typical spread."""
    grams = np.zeros(len(layout.scheme.pieces))
    plan = layout.plan
    for p, row in enumerate(layout.member_rows):
        piece: Any = layout.scheme.pieces[row.piece]
        glue = catalogue().glue[piece.glue]
        run = np.trapezoid(layout.section.members.present[p], plan.s)
        if glue.bead is not None:
            half = glue.bead.typical * 1e-3 * run
        else:
            assert glue.spread is not None
            width = layout.bond_width[p] * layout.section.members.present[p]
            half = glue.spread.typical * 1e-6 * np.trapezoid(width, plan.s)
        grams[row.piece] += 2 * half
    for p, sheet in enumerate(layout.sheet_rows):
        if sheet.piece is None:
            continue
        piece = layout.scheme.pieces[sheet.piece]
        if not piece.glue:
            continue
        spread = catalogue().glue[piece.glue].spread
        if spread is not None:
            sheets = layout.section.sheets
            width = (sheets.share_to[p] - sheets.share_from[p]) * layout.outline.chord * sheets.present[p]
            grams[sheet.piece] += 2 * spread.typical * 1e-6 * float(np.trapezoid(width, plan.s))
    return grams


def _switches(scheme: Scheme) -> Array:
    base = np.array([float(p.on) for p in scheme.pieces])
    others = np.tile(base, (len(base), 1))
    np.fill_diagonal(others, 1.0 - base)
    return np.vstack([base, np.zeros_like(base), others])


def _compute(airframe: Airframe, scheme: Scheme, stations: int, ledger: bool, spread: bool) -> _Answer:
    layout = wing_layout(airframe, scheme, stations)
    wrong = problems(layout)
    if wrong:
        raise Refused(wrong)
    switches = _switches(scheme)
    on = switches if ledger else switches[:2]
    table = spreads(layout)
    glue = _glue_mass(layout)

    sections = sections_of(layout, typical(table, len(on)), on)
    mass = 2 * sections.half_mass_g
    glue_on = float(glue @ on[0])
    wing = float(mass[0]) + glue_on
    # what flies: the promise, or more where the estimate is above it
    flying = max(airframe.promise_g, airframe.rest_g + wing)
    fine = _stations(layout, _FINE)
    roots = np.cbrt(twist_stiffness(layout.take(fine).section, sections.materials))
    y = layout.plan.y
    GJ = np.stack([np.interp(y, y[fine], row) for row in roots]) ** 3
    solved = solve(sections, GJ, flying)
    turned = mass[2:]
    pieces = np.where(on[0] > 0, mass[0] - turned, turned - mass[0]) if ledger else np.zeros(0)
    drawn = _draw(layout, table, on[0], GJ[0], flying) if spread else None
    wings = 2 * drawn.half_mass_g + glue_on if drawn else np.array([wing])
    return _Answer(
        layout, solved, drawn or solved, flying, glue, pieces, _spread(wing, wings),
        _foam_mass(mass[1], table["core.density"]),
    )  # fmt: skip


def _stations(layout: WingLayout, step: int) -> NDArray[np.intp]:
    """Every so many stations, with all that stand beside a change, and both ends."""
    gaps = np.diff(layout.plan.y) < NODE_GAP
    keep = np.zeros(len(layout.plan.y), dtype=bool)
    keep[:-1] |= gaps
    keep[1:] |= gaps
    keep[::step] = keep[-1] = True
    return np.flatnonzero(keep)


def _draw(layout: WingLayout, table: dict[str, Spread], on: Array, GJ: Array, flying_g: float) -> Solved:
    """The typical build and then the samples, at fewer stations; their twist stiffness at fewer still,
    in proportion to the typical."""
    index = _stations(layout, _DRAWN)
    coarse = layout.take(index)
    values = {k: np.concatenate([[table[k].typical], v]) for k, v in sample(table).items()}
    sections = sections_of(coarse, values, np.repeat(on[None], SAMPLES + 1, axis=0))
    few = np.unique(np.linspace(0, len(index) - 1, _FEW).round().astype(int))
    ratio = twist_stiffness(coarse.take(few).section, sections.materials) / GJ[index][few]
    y = coarse.plan.y
    spread = np.stack([np.interp(y, y[few], row) for row in ratio])
    return solve(sections, spread * GJ[index], flying_g)


def _foam_mass(grams: float, density: Spread) -> Spreaded:
    low, mid, high = density
    return Spreaded(value=float(grams), low=float(grams * low / mid), high=float(grams * high / mid))


def _state(reserve: float) -> State:
    return "sound" if reserve >= SOUND else "close" if reserve >= CLOSE else "gives way"


def _piece_id(finding: Finding, scheme: Scheme) -> str | None:
    return None if finding.piece is None else scheme.pieces[finding.piece].id


def _mode_lines(a: _Answer, airframe: Airframe, scheme: Scheme, ultimate: float) -> list[ModeLine]:
    lines = []
    for finding in a.solved.findings:
        station = int(np.argmin(finding.n[0]))
        n = float(finding.n[0, station])
        if not np.isfinite(n) or n > 1e4:
            continue
        lines.append(
            ModeLine(
                mode=finding.mode, piece_id=_piece_id(finding, scheme), face=finding.face,
                how=how(finding, airframe, scheme), n=n, reserve=n / ultimate,
                y_mm=float(a.layout.plan.y[station]), seen_coming=MODES[finding.mode].seen_coming,
            )
        )  # fmt: skip
    return sorted(lines, key=lambda line: line.n)


def _ribbon(a: _Answer, airframe: Airframe, scheme: Scheme, ultimate: float) -> list[RibbonPiece]:
    """Stretches of one state and one mode along the span."""
    y, n, first = a.layout.plan.y, a.solved.n[0], a.solved.first[0]
    pieces: list[RibbonPiece] = []
    start = 0
    key = [(_state(v / ultimate), int(f)) for v, f in zip(n, first, strict=True)]
    for k in range(1, len(y) + 1):
        if k == len(y) or key[k] != key[start]:
            worst = start + int(np.argmin(n[start:k]))
            finding = a.solved.findings[int(first[worst])]
            end = y[k] if k < len(y) else y[-1]
            if end - y[start] > 0.01:
                pieces.append(
                    RibbonPiece(
                        y_from_mm=float(y[start]), y_to_mm=float(end), state=key[start][0],
                        reserve=float(min(n[worst] / ultimate, 1e3)), how=how(finding, airframe, scheme),
                        piece_id=_piece_id(finding, scheme),
                    )
                )  # fmt: skip
            start = k
    return pieces


def _ledger(a: _Answer, scheme: Scheme, system: System) -> list[LedgerLine]:
    warned, careful = warnings(a.layout), cautions(a.layout)
    s, y = a.solved, a.layout.plan.y
    tip = float(s.shape.bend[0, -1])
    broken, held = s.break_at(0)[0], s.holds_to(0)[0]
    lines = []
    for i, piece in enumerate(scheme.pieces):
        sign = 1.0 if piece.on else -1.0
        run = (y >= piece.y_from_mm) & (y <= piece.y_to_mm)
        with_it, without = (0, 2 + i) if piece.on else (2 + i, 0)

        def gain(array: Array, run: Any = run, with_it: int = with_it, without: int = without) -> float:
            span = np.trapezoid(array[without][run], y[run])
            return float(np.trapezoid(array[with_it][run], y[run]) / span - 1.0) if span > 0 else 0.0

        lines.append(
            LedgerLine(
                piece_id=piece.id, label=label(piece, system), what=what(piece, system), where=where(piece, system),
                on=piece.on, grams=float(a.piece_g[i] + a.glue_g[i]), glue_grams=float(a.glue_g[i]),
                buys_EI=gain(s.properties.EIxx), buys_GJ=gain(s.GJ),
                buys_break_n=sign * (broken - s.break_at(2 + i)[0]),
                buys_hold_n=sign * (held - s.holds_to(2 + i)[0]),
                buys_bend_mm=sign * (float(s.shape.bend[2 + i, -1]) - tip),
                warnings=warned.get(i, []), cautions=careful.get(i, []),
            )
        )  # fmt: skip
    return lines


def _curves(a: _Answer, ultimate: float, limit: float) -> Curves:
    s, y = a.solved, a.layout.plan.y

    def row(array: Array, digits: int = 5) -> list[float]:
        return [float(f"{v:.{digits}g}") for v in array]

    return Curves(
        y_mm=row(y), shear_N=row(limit * s.forces.shear[0]), moment_Nmm=row(limit * s.forces.moment[0]),
        torque_Nmm=row(limit * s.forces.torque[0] + s.forces.torque_air[0]), EI_Nmm2=row(s.properties.EIxx[0]),
        GJ_Nmm2=row(s.GJ[0]), bend_mm=row(s.shape.bend[0]), twist_deg=row(np.degrees(s.shape.twist[0])),
        reserve=row(np.minimum(s.n[0] / ultimate, 1e3)),
    )  # fmt: skip


def evaluate(
    airframe: Airframe,
    scheme: Scheme,
    *,
    system: System = "metric",
    slice_at_mm: float | None = None,
    stations: int = 61,
    ledger: bool = True,
    spread: bool = True,
) -> Verdict:
    """What a scheme gives: where and when it gives way, bend, twist, grams, and what each piece buys.

    Parameters
    ----------
    airframe, scheme : the description; pieces that are switched off are told what they would buy.
    system : units of the words in the verdict; its figures are always N, mm, g.
    slice_at_mm : where along the span the section is drawn; the weakest place if not given.
    stations : evenly spaced stations on the half span, to which nodes at changes are added.
    ledger : whether to tell what each piece buys.
    spread : whether to draw samples; without, every low and high is the typical figure.

    Raises
    ------
    Refused
        With every problem of the description, each at its field.
    """
    a = _compute(airframe, scheme, stations, ledger, spread)
    flight = airframe.flight
    limit, ultimate = flight.load_factor, flight.load_factor * flight.safety_factor
    n, station, finding = a.solved.break_at(0)
    y_break = float(a.layout.plan.y[station])
    breaks = _spread(n, _rows(a, a.drawn.n).min(axis=1))
    bend = _spread(float(a.solved.shape.bend[0, -1]), _rows(a, a.drawn.shape.bend)[:, -1])
    twist = _spread(float(np.degrees(a.solved.shape.twist[0, -1])), np.degrees(_rows(a, a.drawn.shape.twist)[:, -1]))
    held_n, held_at, held_by = a.solved.holds_to(0)
    holds = _spread(held_n, _rows(a, a.drawn.hold).min(axis=1))
    mode = MODES[finding.mode]
    words = how(finding, airframe, scheme)

    on = np.array([p.on for p in scheme.pieces], dtype=bool)
    wing = a.wing_g
    remains = airframe.promise_g - airframe.rest_g - wing.value
    mass = Mass(
        foam_g=a.foam_g,
        pieces_g=float(wing.value - a.foam_g.value - a.glue_g[on].sum()),
        glue_g=float(a.glue_g[on].sum()),
        wing_g=wing,
        flying_g=a.flying_g,
        promise_g=airframe.promise_g,
        remains_g=Spreaded(
            value=remains, low=remains - (wing.high - wing.value), high=remains + (wing.value - wing.low)
        ),
    )
    modes = _mode_lines(a, airframe, scheme, ultimate)
    general = [] if mass.remains_g.value >= 0 else ["It is heavier than its promise: loads are taken at the estimate."]
    return Verdict(
        sentence=f"gives way at {n:.1f} g, {place(y_break, system)}: {words} first",
        limit_n=limit,
        ultimate_n=ultimate,
        breaks=Break(
            n=breaks,
            reserve=Spreaded(value=n / ultimate, low=breaks.low / ultimate, high=breaks.high / ultimate),
            y_mm=y_break, mode=finding.mode, piece_id=_piece_id(finding, scheme), face=finding.face,
            how=words, seen_coming=mode.seen_coming, seen=mode.seen,
        ),
        holds=Hold(
            n=holds, reserve=held_n / ultimate, y_mm=float(a.layout.plan.y[held_at]), mode=held_by.mode,
            piece_id=_piece_id(held_by, scheme), how=how(held_by, airframe, scheme), seen=MODES[held_by.mode].seen,
        ),
        first_wrinkle=next((m for m in modes if m.mode == "skin_wrinkling"), None),
        tip_bend_mm=bend,
        tip_bend_share=bend.value / a.layout.plan.half_span,
        tip_bend_by_shear_mm=float(a.solved.shape.bend_by_shear[0, -1]),
        twist_deg=twist,
        mass=mass,
        bare=Bare(
            n=a.solved.break_at(1)[0],
            hold_n=a.solved.holds_to(1)[0],
            bend_mm=float(a.solved.shape.bend[1, -1]),
            wing_g=a.foam_g.value,
        ),
        ledger=_ledger(a, scheme, system) if ledger else [],
        modes=modes,
        ribbon=_ribbon(a, airframe, scheme, ultimate),
        curves=_curves(a, ultimate, limit),
        drawing=Drawing(
            plan=plan_drawing(a.layout),
            slice=slice_drawing(a.solved, scheme, y_break if slice_at_mm is None else slice_at_mm),
        ),
        workings=workings(a.solved, system, breaks, bend, twist, mass),
        cautions=general,
        scope=SCOPE,
    )  # fmt: skip


def section_at(airframe: Airframe, scheme: Scheme, y_mm: float) -> Slice:
    """The section at one place along the span, for a station line that moves.

    Raises
    ------
    Refused
        As `evaluate`.
    """
    layout = wing_layout(airframe, scheme)
    wrong = problems(layout)
    if wrong:
        raise Refused(wrong)
    on = np.array([[float(p.on) for p in scheme.pieces]])
    sections = sections_of(layout, typical(spreads(layout), 1), on)
    # twist is not needed to draw a section
    solved = solve(sections, np.ones((1, len(layout.plan.y))), airframe.promise_g)
    return slice_drawing(solved, scheme, y_mm)
