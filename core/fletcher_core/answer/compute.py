"""The arrays behind a verdict: variants, cases, samples."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Spread, catalogue
from ..geometry.planform import NODE_GAP
from ..loads import Case, Setting, cases_of
from ..model import Airframe, Refused, Scheme
from ..sections import WingLayout, spreads, twist_stiffness, wing_layout
from ..span import divergence_speed, first_bending, first_twist, flutter_speed, reversal_speed
from .checks import problems
from .sampling import SAMPLES, normals, sample, typical
from .solve import Solved, sections_of, solve
from .verdict import Spreaded

Array = NDArray[np.float64]

#: Twist stiffness is solved at every so many stations: between changes along the span it goes as a
#: power of the chord, so its cube root is nearly a straight line.
_FINE = 6
#: samples are taken at every so many stations, and their twist stiffness at so many in all
_DRAWN, _FEW = 8, 3


@dataclass(frozen=True)
class Screens:
    """(V,) Hz and m/s."""

    bending_hz: Array
    twist_hz: Array
    divergence: Array
    reversal: Array | None
    flutter: Array


@dataclass(frozen=True)
class Answer:
    """The arrays of one evaluation.

    `solved`: variant 0 as drawn, 1 bare; where told, 2 + i with piece i the other way round, and then one
    without each group of several pieces. `drawn`
    holds the typical build and the samples of variant 0 at fewer stations; without a spread it is
    `solved`. `names` and `z` (SAMPLES, names) are what was drawn, in standard deviations.
    """

    airframe: Airframe
    scheme: Scheme
    layout: WingLayout
    table: dict[str, Spread]
    cases: list[Case]
    solved: Solved
    drawn: Solved
    screens: Screens
    drawn_screens: Screens
    flying_g: float
    glue_g: Array
    piece_g: Array
    on: Array
    wings_g: Array
    names: list[str]
    z: Array

    def rows(self, array: Array) -> Array:
        """Draws of a figure, the typical build first."""
        return array[:1] if self.drawn is self.solved else array

    @property
    def wing_g(self) -> float:
        return 2 * float(self.solved.half_mass_g[0]) + float(self.glue_g @ self.on)

    @property
    def limit(self) -> float:
        return self.cases[0].factor

    @property
    def safety(self) -> float:
        return self.airframe.flight.safety_factor


def spreaded(value: float, draws: Array) -> Spreaded:
    """A figure with the spread of its draws, whose first is the typical build at the draws' own stations.

    The draws are taken at fewer stations than the figure; what they tell is how far they lie from
    their own typical, and that is carried over.
    """
    if len(draws) == 1:
        return Spreaded(value=float(value), low=float(value), high=float(value))
    low, high = np.percentile(draws[1:], [10, 90]) - draws[0]
    scale = value / draws[0] if abs(draws[0]) > 1e-9 and 0.5 < value / draws[0] < 2 else 1.0
    # the typical build may lie at the edge of a lopsided spread; the range always holds it
    return Spreaded(
        value=float(value), low=float(value + min(low * scale, 0)), high=float(value + max(high * scale, 0))
    )


def glue_mass(layout: WingLayout) -> Array:
    """(pieces,) grams of glue on both halves of the wing, at typical spread."""
    grams = np.zeros(len(layout.scheme.pieces))
    plan, section = layout.plan, layout.section
    for p, row in enumerate(layout.member_rows):
        if row.glue is None:
            continue
        glue = catalogue().glue[row.glue]
        there = section.members.present[p]
        if glue.bead is not None:
            half = glue.bead.typical * 1e-3 * np.trapezoid(there, plan.s)
        else:
            assert glue.spread is not None
            half = glue.spread.typical * 1e-6 * np.trapezoid(layout.bond_width[p] * there, plan.s)
        grams[row.piece] += 2 * half
    for p, sheet in enumerate(layout.sheet_rows):
        spread = catalogue().glue[sheet.glue].spread if sheet.glue else None
        if sheet.piece is not None and spread is not None:
            sheets = section.sheets
            width = (sheets.share_to[p] - sheets.share_from[p]) * layout.outline.chord * (sheets.present[p] > 0)
            grams[sheet.piece] += 2 * spread.typical * 1e-6 * float(np.trapezoid(width, plan.s))
    for i, piece in enumerate(layout.scheme.pieces):
        if piece.kind == "block":
            grams[i] += _block_glue(layout, piece)
    return grams


def _block_glue(layout: WingLayout, piece: Any) -> float:
    """Both chordwise faces of a block that lie inside the outline are glued."""
    spread = catalogue().glue[piece.glue].spread
    if spread is None:
        return 0.0
    run = ((layout.plan.y >= piece.y_from_mm) & (layout.plan.y <= piece.y_to_mm)).astype(float)
    area = 0.0
    for share in (piece.x_from, piece.x_to):
        if 0 < share < 1:
            upper, lower = layout.outline.faces_at(np.full_like(layout.plan.y, share))
            area += float(np.trapezoid((upper - lower) * run, layout.plan.s))
    return 2 * spread.typical * 1e-6 * area


#: group -> (its name, kinds of piece)
GROUPS: dict[str, tuple[str, tuple[str, ...]]] = {
    "sticks": ("Spars and sticks", ("rod", "tube", "strip", "sandwich", "web", "box")),
    "sheets": ("Film, tape and cloth", ("skin", "tape", "cloth")),
    "edges": ("Nose, edges and hard points", ("cord", "block", "plate")),
    "cuts": ("Cut-outs", ("pocket", "notch")),
}
GROUP_OF = {kind: group for group, (_, kinds) in GROUPS.items() for kind in kinds}


def groups_on(scheme: Scheme) -> dict[str, list[int]]:
    """Group -> its pieces that are switched on."""
    found: dict[str, list[int]] = {}
    for i, piece in enumerate(scheme.pieces):
        if piece.on:
            found.setdefault(GROUP_OF[piece.kind], []).append(i)
    return found


def several(scheme: Scheme) -> list[str]:
    """The groups of more than one piece: the others are told by their piece."""
    return [group for group, pieces in groups_on(scheme).items() if len(pieces) > 1]


def switches(scheme: Scheme) -> Array:
    """As drawn, bare, each piece the other way round, each group of several taken out: (variants, pieces)."""
    base = np.array([float(p.on) for p in scheme.pieces])
    others = np.tile(base, (len(base), 1))
    np.fill_diagonal(others, 1.0 - base)
    there = groups_on(scheme)
    without = np.tile(base, (len(several(scheme)), 1))
    for row, group in zip(without, several(scheme), strict=True):
        row[there[group]] = 0.0
    return np.vstack([base, np.zeros_like(base), others, without])


def some_stations(layout: WingLayout, step: int) -> NDArray[np.intp]:
    """Every so many stations, with all that stand beside a change, and both ends."""
    gaps = np.diff(layout.plan.y) < NODE_GAP
    keep = np.zeros(len(layout.plan.y), dtype=bool)
    keep[:-1] |= gaps
    keep[1:] |= gaps
    keep[::step] = keep[-1] = True
    return np.flatnonzero(keep)


def between(y: Array, nodes: Array) -> Array:
    """(N, S) weights: figures at N rising `nodes`, times these, are straight lines between them at `y`."""
    left = np.clip(np.searchsorted(nodes, y, side="right") - 1, 0, len(nodes) - 2)
    part = np.clip((y - nodes[left]) / (nodes[left + 1] - nodes[left]), 0.0, 1.0)
    weights = np.zeros((len(nodes), len(y)))
    at = np.arange(len(y))
    weights[left, at] = 1 - part
    weights[left + 1, at] += part
    return weights


def twist_along(layout: WingLayout, materials: Any) -> Array:
    """(V, S) GJ, solved at some stations and carried over between them."""
    fine = some_stations(layout, _FINE)
    roots = np.cbrt(twist_stiffness(layout.take(fine).section, materials))
    y = layout.plan.y
    return np.asarray((roots @ between(y, y[fine])) ** 3)


def screens_of(solved: Solved, count: int) -> Screens:
    """Of the first `count` variants."""
    plan, aileron = solved.layout.plan, solved.layout.airframe.wing.aileron
    p, GJ = solved.properties.take(np.arange(count)), solved.GJ[:count]
    twist = first_twist(plan, p, GJ)
    return Screens(
        bending_hz=first_bending(plan, p, solved.GA_s[:count]),
        twist_hz=twist,
        divergence=divergence_speed(plan, p, GJ),
        reversal=None if aileron is None else reversal_speed(plan, p, GJ, aileron),
        flutter=flutter_speed(plan, p, twist),
    )


def laid_out(airframe: Airframe, scheme: Scheme, stations: int) -> WingLayout:
    """The layout, or `Refused` with everything that cannot be."""
    layout = wing_layout(airframe, scheme, stations)
    wrong = problems(layout)
    if wrong:
        raise Refused(wrong)
    return layout


def compute(airframe: Airframe, scheme: Scheme, stations: int, ledger: bool, spread: bool) -> Answer:
    layout = laid_out(airframe, scheme, stations)
    on = switches(scheme)[: None if ledger else 2]
    table = spreads(layout)
    glue = glue_mass(layout)
    sections = sections_of(layout, typical(table, len(on)), on)
    mass = 2 * sections.half_mass_g
    glue_on = float(glue @ on[0])
    wing = float(mass[0]) + glue_on
    # what flies: the promise, or more where the estimate is above it
    flying = max(airframe.promise_g, airframe.rest_g + wing)
    cases = cases_of(Setting(airframe, layout.plan, flying))
    solved = solve(sections, twist_along(layout, sections.materials), flying, cases)
    turned = mass[2 : 2 + len(on[0])]
    pieces = np.where(on[0] > 0, mass[0] - turned, turned - mass[0]) if ledger else np.zeros(0)
    drawn = _draw(layout, table, on[0], solved.GJ[0], flying, cases[0]) if spread else None
    screens = screens_of(solved, 1)
    return Answer(
        airframe, scheme, layout, table, cases, solved, drawn or solved, screens,
        screens_of(drawn, drawn.variants) if drawn else screens,
        flying, glue, pieces, on[0], 2 * drawn.half_mass_g + glue_on if drawn else np.array([wing]),
        sorted(table), normals(len(table)),
    )  # fmt: skip


def _draw(layout: WingLayout, table: dict[str, Spread], on: Array, GJ: Array, flying_g: float, case: Case) -> Solved:
    """The typical build and then the samples, at fewer stations; their twist stiffness at fewer still,
    in proportion to the typical."""
    index = some_stations(layout, _DRAWN)
    coarse = layout.take(index)
    values = {k: np.concatenate([[table[k].typical], v]) for k, v in sample(table).items()}
    sections = sections_of(coarse, values, np.repeat(on[None], SAMPLES + 1, axis=0))
    few = np.unique(np.linspace(0, len(index) - 1, _FEW).round().astype(int))
    ratio = twist_stiffness(coarse.take(few).section, sections.materials) / GJ[index][few]
    y = coarse.plan.y
    return solve(sections, ratio @ between(y, y[few]) * GJ[index], flying_g, [case])
