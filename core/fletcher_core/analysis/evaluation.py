"""The arrays behind a verdict: variants, cases, samples."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, partial

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, Field

from ..beam import divergence_speed, first_bending, first_twist, flutter_speed, reversal_speed
from ..catalogue import Spread, catalogue
from ..failure import craft_spreads, method_errors
from ..geometry.planform import NODE_GAP
from ..joints.hardware import Hardware, hardware_of, joined_g, problems_of_joints
from ..kinds import kind_of, wound_of
from ..loads import Case, carried_along
from ..model import Airframe, Body, Problem, Refused, Scheme
from ..parts import PARTS
from ..sections import PartLayout, ShearFlow, Twist, lay_out, spreads
from ..states import Rows, rows_of
from .estimate import middle_of
from .feasibility import nothing_left, problems
from .made import made
from .skin_twist import between
from .solve import Sections, Solved, sections_of, shape_in, solve
from .uncertainty import SAMPLES, normals, sample, typical
from .without_broken import carry_on

Array = NDArray[np.float64]

#: Twist stiffness is solved at every so many stations: between changes along the span it goes as a
#: power of the chord, so its cube root is nearly a straight line.
FINE = 6
#: samples are taken at every so many stations, and their twist stiffness at so many in all
_DRAWN, _FEW = 8, 3


@dataclass(frozen=True)
class AeroelasticChecks:
    """(V,) Hz and m/s; None where air does nothing of the kind to the part."""

    bending_hz: Array
    twist_hz: Array
    divergence: Array | None
    reversal: Array | None
    flutter: Array | None


class Middle(BaseModel):
    """How many times that of the typical build the median of builds is: of the first sign, and of the end."""

    first: float = Field(1.0, gt=0.0, le=10.0)
    end: float = Field(1.0, gt=0.0, le=10.0)


@dataclass(frozen=True)
class Evaluation:
    """The arrays of one evaluation.

    `solved` has the variants that `rows` names, the first as drawn, with loads of the median of builds: `middle` times
    those of the build in which every figure is typical. `drawn` holds that typical build and the
    samples of the first at fewer stations; without a spread it is `solved`. `names` and `z` (SAMPLES, names)
    are what was drawn, in standard deviations.
    """

    airframe: Airframe
    scheme: Scheme
    layout: PartLayout
    table: dict[str, Spread]
    cases: list[Case]
    solved: Solved
    drawn: Solved
    screens: AeroelasticChecks
    drawn_screens: AeroelasticChecks
    flying_g: float
    beside_g: float
    glue_g: Array
    piece_g: Array
    #: joints that are not run through, and their grams, glue and tape included
    hardware: list[Hardware]
    joined_g: float
    rows: Rows
    parts_g: Array
    names: list[str]
    z: Array
    #: evenly spaced ones that were asked for
    stations: int
    middle: Middle

    def draws(self, array: Array) -> Array:
        """Draws of a figure, the typical build first."""
        return array[:1] if self.drawn is self.solved else array

    @property
    def on(self) -> Array:
        """(pieces,) of the first state."""
        return self.rows.as_drawn

    def case_tips(self, along: Array) -> Array:
        """(cases,) at the tip of variant 0, each case at its limit; `along` (R, S)."""
        return np.asarray(along[[self.solved.run_of(k) for k in range(len(self.cases))], -1])

    @cached_property
    def bends_most(self) -> int:
        """The case in which the tip bends furthest, up or down."""
        return _furthest(self.case_tips(self.solved.shape.bend))

    @cached_property
    def twists_most(self) -> int:
        """The case in which the tip twists furthest, nose up or down."""
        return _furthest(self.case_tips(self.solved.shape.twist))

    @cached_property
    def drawn_bend(self) -> Array:
        """Draws of the tip's bend in that case: in proportion to those of the first; of a body, which
        the first may bend in another direction, by themselves."""
        if isinstance(self.layout.part, Body):
            return self.draws(shape_in(self.drawn, self.flying_g, self.cases[self.bends_most]).bend[:, -1])
        tips = self.case_tips(self.solved.shape.bend)
        return np.asarray(self.draws(self.drawn.shape.bend)[:, -1] * tips[self.bends_most] / tips[0])

    @cached_property
    def drawn_twist(self) -> Array:
        """Draws of the tip's twist in that case, radians."""
        case = self.cases[self.twists_most]
        return self.draws(shape_in(self.drawn, self.flying_g, case).twist[:, -1])

    @cached_property
    def tip_bends(self) -> Array:
        """(V,) mm at the tip of every variant, in the case that bends the first furthest, whether up or down."""
        if self.bends_most == 0:
            return np.abs(self.solved.shape.bend[: self.solved.variants, -1])
        return np.abs(shape_in(self.solved, self.flying_g, self.cases[self.bends_most]).bend[:, -1])

    @cached_property
    def tip_twists(self) -> Array:
        """(V,) radians, the same of twist, nose up or down."""
        if self.twists_most == 0:
            return self.solved.shape.twist[: self.solved.variants, -1]
        return shape_in(self.solved, self.flying_g, self.cases[self.twists_most]).twist[:, -1]

    @property
    def copies(self) -> int:
        return self.layout.part.copies

    @property
    def part_g(self) -> float:
        return self.copies * float(self.solved.half_mass_g[0]) + float(self.glue_g @ self.on) + self.joined_g

    @property
    def limit(self) -> float:
        return self.cases[0].factor

    @property
    def safety(self) -> float:
        return self.airframe.flight.safety_factor


def _furthest(tips: Array) -> int:
    """Of equals, the first."""
    return int(np.argmax(np.abs(tips) > np.abs(tips).max() * (1 - 1e-9)))


def glue_mass(layout: PartLayout) -> Array:
    """(pieces,) grams of glue on all copies of the part, at typical spread."""
    grams = np.zeros(len(layout.pieces))
    plan, section = layout.plan, layout.section
    for p, row in enumerate(layout.member_rows):
        if row.glue is None or row.left_by or row.only_with:
            continue  # what a cut or a break leaves is part of what was there
        glue = catalogue().glue[row.glue]
        there = section.members.present[p]
        if glue.bead is not None:
            half = glue.bead.typical * 1e-3 * np.trapezoid(there, plan.s)
        else:
            assert glue.spread is not None
            half = glue.spread.typical * 1e-6 * np.trapezoid(layout.bond_width[p] * there, plan.s)
        grams[row.piece] += layout.part.copies * half
    for p, sheet in enumerate(layout.sheet_rows):
        spread = catalogue().glue[sheet.glue].spread if sheet.glue else None
        if sheet.piece is not None and spread is not None and not sheet.left_by:
            sheets = section.sheets
            width = (sheets.share_to[p] - sheets.share_from[p]) * layout.outline.chord * (sheets.present[p] > 0)
            grams[sheet.piece] += layout.part.copies * spread.typical * 1e-6 * float(np.trapezoid(width, plan.s))
    for i, piece in enumerate(layout.pieces):
        grams[i] += layout.ground.copies * kind_of(piece).glued_grams(piece, layout.ground)
    return grams


def some_stations(layout: PartLayout, step: int) -> NDArray[np.intp]:
    """Every so many stations, with all that stand beside a change, and both ends."""
    gaps = np.diff(layout.plan.y) < NODE_GAP
    keep = np.zeros(len(layout.plan.y), dtype=bool)
    keep[:-1] |= gaps
    keep[1:] |= gaps
    keep[::step] = keep[-1] = True
    return np.flatnonzero(keep)


def twist_along(sections: Sections) -> Twist:
    """What a torque does (V, S), solved at some stations and carried over between them."""
    layout = sections.layout
    fine, y, chord = some_stations(layout, FINE), layout.plan.y, layout.outline.chord
    there = layout.kernel.twist(layout.take(fine).section, sections.materials, sections.properties.at(fine))
    carry = between(y, y[fine])
    return Twist(
        np.asarray((np.cbrt(there.GJ) @ carry) ** 3), np.asarray((there.x_shear / chord[fine]) @ carry * chord),
        there.stress.carried(carry),
    )  # fmt: skip


def shear_along(sections: Sections) -> ShearFlow:
    """What a shear force does (V, S), the same way."""
    layout = sections.layout
    fine, y = some_stations(layout, FINE), layout.plan.y
    there = layout.kernel.shear_flow(layout.take(fine).section, sections.materials, sections.properties.at(fine))
    return there.carried(between(y, y[fine]))


def aeroelastic_checks_of(solved: Solved, count: int) -> AeroelasticChecks:
    """Of the first `count` variants."""
    plan = solved.layout.plan
    if isinstance(solved.layout.part, Body):
        return _checks_of_body(solved, count)
    turning = solved.layout.part.surfaces.get(solved.layout.part.TURNS)
    p, GJ = solved.properties.take(np.arange(count)), solved.GJ[:count]
    twist = first_twist(plan, p, GJ)
    bending = first_bending(plan, p, solved.GA_s[:count])
    return AeroelasticChecks(
        bending_hz=bending,
        twist_hz=twist,
        divergence=divergence_speed(plan, p, GJ),
        reversal=None if turning is None else reversal_speed(plan, p, GJ, turning),
        flutter=flutter_speed(plan, p, twist, bending),
    )


def _checks_of_body(solved: Solved, count: int) -> AeroelasticChecks:
    """How its tail swings, held at the wing, with what it carries; no air of its own does anything with it."""
    whole, case = solved.layout.plan, solved.cases[0]
    behind = np.arange(solved.layout.held, len(whole.y))
    plan = replace(whole, s=whole.s[behind] - whole.s[behind[0]])
    p = solved.properties.take(np.arange(count)).at(behind)
    # each over all of the body: what lies before the seat does not swing
    more = carried_along(whole.y, case)
    rolls = sum((carried_along(whole.y, replace(case, lumps=(m,))) * m.radius**2 for m in case.lumps), 0.0 * whole.y)
    p = replace(p, mass=p.mass + more[behind], polar_mass=p.polar_mass + rolls[behind])
    return AeroelasticChecks(
        bending_hz=first_bending(plan, p, solved.GA_s[:count, behind]),
        twist_hz=first_twist(plan, p, solved.GJ[:count, behind]), divergence=None, reversal=None, flutter=None,
    )  # fmt: skip


def laid_out(airframe: Airframe, scheme: Scheme, stations: int) -> PartLayout:
    """The layout, or `Refused` with everything that cannot be."""
    if scheme.part not in airframe.parts.there():
        said = f"There is no {scheme.part} in this airframe."
        raise Refused([Problem(("part",), "part", said, "Describe it first, or choose another part.")])
    try:
        layout = lay_out(airframe.part(scheme.part), scheme.pieces, stations)
    except Refused as exc:
        raise Refused(replace(p, where=("parts", scheme.part, *p.where)) for p in exc.problems) from exc
    wrong = problems(layout) or list(problems_of_joints(layout, scheme.part))
    if wrong:
        raise Refused(wrong)
    return layout


#: schemes of the other parts, whose weight flies along, or what they weigh, g (`beside`)
Others = Sequence[Scheme] | float


def grams_of(airframe: Airframe, schemes: Sequence[Scheme]) -> float:
    """Of parts as they are drawn, at typical figures, with their glue."""
    total = 0.0
    for scheme in schemes:
        layout = lay_out(airframe.part(scheme.part), scheme.pieces, 61)
        on = np.array([[float(p.on) for p in scheme.pieces]])
        sections = sections_of(layout, typical(spreads(layout), 1), on)
        total += layout.part.copies * float(sections.half_mass_g[0]) + float(glue_mass(layout) @ on[0])
        total += float(joined_g(hardware_of(layout), sections.values)[0])
    return total


def beside(airframe: Airframe, others: Others) -> float:
    """Grams of the other parts, each as it was weighed where it was; once, where much is asked of one part."""
    if isinstance(others, float):
        return others
    weighed = made()
    return sum((weighed.times(other.part) * grams_of(airframe, [other]) for other in others), 0.0)


def uncertain_in(layout: PartLayout, table: dict[str, Spread]) -> dict[str, Spread]:
    """All that is drawn: material figures, each method's own error, and the hand that made each piece."""
    hurt = any(wound_of(piece) is not None for piece in layout.pieces)
    return table | method_errors(layout.part, hurt) | craft_spreads(layout)


def compute(
    airframe: Airframe, scheme: Scheme, stations: int, ledger: bool, spread: bool, others: Others = (),
    middle: Middle | None = None,
) -> Evaluation:  # fmt: skip
    """Everything that is worked out of one scheme.

    Parameters
    ----------
    middle : what the median of builds is where no spread is drawn: of a like scheme; one of the typical build if not
        given.
    """
    weighed = made()
    airframe = weighed.of(airframe)
    layout = replace(laid_out(airframe, scheme, stations), heavier=weighed.times(scheme.part))
    copies = layout.part.copies
    rows = rows_of(scheme, ledger)
    on = rows.on
    table = spreads(layout)
    glue = glue_mass(layout)
    sections = sections_of(layout, typical(table, len(on)), on)
    if wrong := list(nothing_left(layout, sections.properties.EA[0])):
        raise Refused(wrong)
    mass = copies * sections.half_mass_g
    hardware = hardware_of(layout)
    joined = float(joined_g(hardware, sections.values)[0])
    glue_on = float(glue @ on[0])
    own = float(mass[0]) + glue_on + joined
    alongside = beside(airframe, others)
    # what flies: the promise, or more where the estimate is above it
    flying = max(airframe.promise_g, airframe.carried_g + alongside + layout.heavier * own)
    cases = PARTS[scheme.part].cases_of(airframe, layout.plan, flying)
    twist, flow = twist_along(sections), shear_along(sections)
    solved = solve(replace(sections, flow=flow), twist, flying, cases)
    solved = carry_on(solved, sections, flying, cases, on, partial(_without, layout, typical(table, 1)))
    turned = mass[[rows.switched[i] for i in range(len(on[0]))]] if ledger else mass
    pieces = np.where(on[0] > 0, mass[0] - turned, turned - mass[0]) if ledger else np.zeros(0)
    uncertain = uncertain_in(layout, table)
    names = sorted(uncertain)
    # pieces that are switched off are drawn too: two states of one part then share their draws, build by build
    values = drawn_values(uncertain) if spread else {}
    drawn = draw_samples(layout, values, on[0], (twist, flow), flying, cases[0], solved.gone[:1]) if spread else None
    middle = middle or Middle() if drawn is None else _middle_of(solved, drawn)
    solved = solved.times(middle.first, middle.end)
    screens = aeroelastic_checks_of(solved, 1)
    return Evaluation(
        airframe, scheme, layout, table, cases, solved, drawn or solved, screens,
        aeroelastic_checks_of(drawn, drawn.variants) if drawn else screens,
        flying, alongside, glue, pieces, hardware, joined, rows,
        copies * drawn.half_mass_g + glue_on + joined_g(hardware, values) if drawn else np.array([own]),
        names, normals(tuple(names)), stations, middle,
    )  # fmt: skip


def _middle_of(solved: Solved, drawn: Solved) -> Middle:
    """First sign and end of the median of builds over the typical one: of the first variant, in the first case."""
    first = middle_of(solved.break_at(0)[0], drawn.n.min(axis=1))
    held = solved.holds_to(0)[0]
    end = middle_of(held, drawn.hold.min(axis=1))
    # it does not end before its first sign
    return Middle(first=first, end=min(max(end, first * solved.break_at(0)[0] / held if held > 0 else end), 10.0))


def drawn_values(table: dict[str, Spread]) -> dict[str, Array]:
    """(SAMPLES + 1,) of each figure: typical, and then drawn."""
    return {k: np.concatenate([[table[k].typical], v]) for k, v in sample(table).items()}


def draw_samples(
    layout: PartLayout, values: dict[str, Array], on: Array, typically: tuple[Twist, ShearFlow], flying_g: float,
    case: Case, gone: Sequence[frozenset[int]] = (),
) -> Solved:  # fmt: skip
    """The typical build and then the samples, at fewer stations; how they twist and shear at fewer still and on coarser
    grids: as the first variant of `typically`, in proportion to what the typical build is beside them; the shear centre
    by what it is away from that.

    Parameters
    ----------
    gone : pieces without which the typical build holds most.
    """
    sections, twist = _drawn(layout, values, on, typically)
    found = solve(sections, twist, flying_g, [case])

    def without(runs: NDArray[np.intp], there: Array) -> tuple[Sections, Twist]:
        # the typical build with the same pieces comes first, which the others are held against
        every = np.concatenate([[0], runs])
        usual, usually = _without(layout, values, runs[:1], there[:1])
        assert usual.flow is not None
        rest, turned = _drawn(layout, {k: v[every] for k, v in values.items()}, there[0], (usually, usual.flow))
        drawn = np.arange(1, len(every))
        return rest.take(drawn), turned.take(drawn)

    every, like = np.repeat(on[None], SAMPLES + 1, axis=0), frozenset[int]().union(*gone)
    return carry_on(found, sections, flying_g, [case], every, without, alike=True, like=like)


def _drawn(
    layout: PartLayout, values: dict[str, Array], on: Array, typically: tuple[Twist, ShearFlow]
) -> tuple[Sections, Twist]:
    """Sections of draws, the first of which is the typical build that `typically` is of, and how they twist."""
    index, count = some_stations(layout, _DRAWN), len(next(iter(values.values())))
    coarse = layout.take(index)
    sections = sections_of(coarse, values, np.repeat(on[None], count, axis=0))
    few = np.unique(np.linspace(0, len(index) - 1, _FEW).round().astype(int))
    section, properties, first = coarse.take(few).section, sections.properties.at(few), np.zeros(1, dtype=np.intp)
    there = layout.kernel.twist(section, sections.materials, properties, coarse=True)
    sheared = layout.kernel.shear_flow(section, sections.materials, properties, coarse=True)
    usual, usually = typically[0].take(first).at(index), typically[1].take(first).at(index)
    chord, y = coarse.outline.chord, coarse.plan.y
    carry = between(y, y[few])
    away = (there.x_shear - there.x_shear[:1]) / chord[few]
    twist = Twist(
        np.asarray(there.GJ / there.GJ[:1] @ carry * usual.GJ),
        np.asarray(usual.x_shear + away @ carry * chord),
        usual.stress.like(there.stress, few, carry),
    )
    return replace(sections, flow=usually.like(sheared, few, carry)), twist


def _without(
    layout: PartLayout, values: dict[str, Array], runs: NDArray[np.intp], there: Array
) -> tuple[Sections, Twist]:
    """Typical builds, each with some of its pieces, and how they twist."""
    rest = sections_of(layout, {k: np.repeat(v[:1], len(runs)) for k, v in values.items()}, there)
    return replace(rest, flow=shear_along(rest)), twist_along(rest)
