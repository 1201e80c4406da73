"""The verdict: all that a screen or a program is told about one scheme of one airframe."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from ..analysis.estimate import Estimate
from ..analysis.evaluation import Middle
from ..analysis.sensitivity import Driver
from ..loads import Unit
from ..model import PartName

State = Literal["sound", "close", "gives way"]


class Step(BaseModel):
    """One step of a working; `number` is the figure itself, unrounded, where it is one."""

    label: str
    formula: str = ""
    value: str
    source: str = ""
    number: float | None = None
    #: of the number, in the core's units
    unit: str = ""
    #: of a figure that went in
    spread: Estimate | None = None


class Working(BaseModel):
    """How a figure came about, from the numbers that were used."""

    figure: str
    title: str
    steps: list[Step]
    inputs: list[Step] = []
    spread: Estimate | None = None
    unit: str = ""
    drivers: list[Driver] = []


class Judgement(BaseModel):
    """How the part is judged, in the case that is hardest for it.

    `first` and `hold`: first sign and end in that case, in its unit. It is to show nothing at `load`, and to hold to
    `needed`, the load times the safety factor. `reserve`: the lesser of both ratios of the typical build; `unlucky`:
    of the one in ten that comes out worst. `main`: whether it is the case that is told first; `like_main`: whether it
    loads the part in the same way.
    """

    state: State
    case_id: str
    case: str
    unit: Unit
    load: float
    needed: float
    first: Estimate
    hold: Estimate
    reserve: float
    unlucky: float
    main: bool
    like_main: bool


class Break(BaseModel):
    """Where and how it gives way first; `reserve` is over the load itself."""

    n: Estimate
    reserve: Estimate
    y_mm: float
    mode: str
    piece_id: str | None
    face: str
    how: str
    seen_coming: bool
    seen: str


class ResidualStrength(BaseModel):
    """What it stands in the end; `reserve` is over the load times the safety factor."""

    n: Estimate
    reserve: float
    y_mm: float
    mode: str
    piece_id: str | None
    how: str
    seen: str


class ModeLine(BaseModel):
    """One mode on one thing: when it would come, and `asked`, before which it must not. `figure` opens its working."""

    figure: str
    mode: str
    piece_id: str | None
    face: str
    how: str
    n: float
    asked: float
    reserve: float
    state: State
    y_mm: float
    seen_coming: bool


class CaseLine(BaseModel):
    """One case of load: what it asks, and where the wing stands in it."""

    id: str
    label: str
    factor: float
    #: what the factor counts: times its own weight, N, or times the case itself
    unit: Unit
    reason: str
    source: str
    #: first sign, and what it holds to
    n: float
    hold_n: float
    needed: float
    #: the lesser of first sign over load, and of what it holds to over what is needed
    reserve: float
    hold_reserve: float
    state: State
    y_mm: float
    mode: str
    piece_id: str | None
    how: str
    hardest: bool


class Screen(BaseModel):
    """A quick check that tells where to look, not a promise. `speed` None: it cannot happen."""

    id: str
    label: str
    speed: Estimate | None
    ratio: float | None
    state: State
    says: str


class TailEffect(BaseModel):
    """What a body eats of a surface's effect by leaning under its push: `eaten` as a share, `lean_deg` where it is
    pushed."""

    id: str
    label: str
    surface: str
    lean_deg: float
    eaten: Estimate
    state: State


class SectionFigures(BaseModel):
    """The section at the slice: N, mm; angles in degrees; places from the local leading edge."""

    y_mm: float
    EA_N: float
    EI_Nmm2: float
    EI_inplane_Nmm2: float
    EI_product_Nmm2: float
    EI_largest_Nmm2: float
    EI_smallest_Nmm2: float
    principal_deg: float
    GJ_Nmm2: float
    GA_N: float
    centroid_x_mm: float
    centroid_z_mm: float
    shear_centre_x_mm: float
    mass_centre_x_mm: float
    mass_g_per_m: float


class LedgerLine(BaseModel):
    """One piece: what it weighs and what it buys, that is what would be lost without it."""

    piece_id: str | None
    label: str
    what: str
    where: str
    on: bool
    grams: float
    glue_grams: float
    #: of hand work on both half wings, without waiting for glue
    minutes: Estimate
    group: str
    buys_EI: float | None
    buys_GJ: float | None
    buys_break_n: float | None
    buys_hold_n: float | None
    buys_bend_mm: float | None
    #: grams for each G of load that it holds more; None where it holds no more
    grams_per_g: float | None
    #: nothing that is wanted would be lost without it
    dead_weight: bool
    #: what it makes stronger that is not the weakest, in words; empty where nothing
    protects: str
    warnings: list[str]
    cautions: list[str]


class GroupLine(BaseModel):
    """Pieces of one group together: what they weigh and what would be lost without all of them."""

    group: str
    label: str
    pieces: int
    grams: float
    minutes: Estimate
    buys_EI: float
    buys_GJ: float
    buys_break_n: float
    buys_hold_n: float
    buys_bend_mm: float


class TargetLine(BaseModel):
    """One thing that is wanted, what the wing has of it, and the margin as a share of what is wanted."""

    id: Literal["break", "bend", "flex", "twist", "mass", "share", "minutes"]
    label: str
    wanted: float
    has: Estimate
    at_least: bool
    margin: float
    #: "met", "close" where the spread reaches across, "missed"
    state: Literal["met", "close", "missed"]
    #: share of builds that would miss it
    missing: float


class JointLine(BaseModel):
    """A joint of panels that is not run through: what it is, weighs and takes, on all copies."""

    id: str
    label: str
    place: str
    grams: float
    glue_grams: float
    minutes: Estimate


class Work(BaseModel):
    """Minutes of hand work, and of waiting until the slowest glue lets it fly, at 20 C."""

    hands: Estimate
    fly_after: float
    full_after: float
    slowest: str


class Mass(BaseModel):
    """Grams of the whole part, all its copies; `beside_g` of the other parts that are described; `whole_g` of the
    aircraft ready to fly."""

    foam_g: Estimate
    pieces_g: float
    #: glue of the pieces
    glue_g: float
    #: joints of panels, with their glue and tape
    joined_g: float
    part_g: Estimate
    beside_g: float
    flying_g: float
    promise_g: float
    whole_g: Estimate
    remains_g: Estimate


class RibbonPiece(BaseModel):
    """A stretch of the span with one state: what is nearest there."""

    y_from_mm: float
    y_to_mm: float
    state: State
    reserve: float
    n: float
    mode: str
    how: str
    piece_id: str | None
    case: str
    figure: str


class Curves(BaseModel):
    """Along the span, at the limit of the pull-up; `moment_low` and `_high` over all cases."""

    y_mm: list[float]
    shear_N: list[float]
    moment_Nmm: list[float]
    torque_Nmm: list[float]
    EI_Nmm2: list[float]
    GJ_Nmm2: list[float]
    GA_N: list[float]
    bend_mm: list[float]
    twist_deg: list[float]
    reserve: list[float]
    moment_low_Nmm: list[float]
    moment_high_Nmm: list[float]


class PlanPiece(BaseModel):
    """A piece seen from above, as a closed polygon [y, x] in mm; y out from the centre, x aft."""

    piece_id: str
    kind: str
    family: str
    face: str
    on: bool
    polygon: list[tuple[float, float]]
    ends: list[tuple[float, float]]


class PlanSurface(BaseModel):
    """A control surface seen from above, as a closed polygon [y, x] in mm, its first points along the hinge."""

    which: str
    polygon: list[tuple[float, float]]


class PlanOpening(BaseModel):
    """A wall of a body that is left out, seen from above, as a closed polygon [y, x] in mm."""

    side: str
    polygon: list[tuple[float, float]]


class Plan(BaseModel):
    """The part from above, mm."""

    half_span_mm: float
    outline: list[tuple[float, float]]
    breaks_mm: list[float]
    pieces: list[PlanPiece]
    surfaces: list[PlanSurface] = []
    #: what goes on where the outline ends
    booms: list[list[tuple[float, float]]] = []
    openings: list[PlanOpening] = []


class SlicePiece(BaseModel):
    """A piece in the section, as a closed polygon [x, z] in mm, or a line along the outline."""

    piece_id: str | None
    kind: str
    family: str
    on: bool
    shape: Literal["polygon", "line", "ring"]
    points: list[tuple[float, float]]
    hole: list[tuple[float, float]] = []
    layers: int = 1
    thickness_mm: float = 0.0


class Outlined(BaseModel):
    """A section drawn: its outline and what lies in and on it, in mm."""

    chord_mm: float
    thickness_mm: float
    outline: list[tuple[float, float]]
    #: once round the room in a hollow part
    inside: list[tuple[float, float]] = []
    pieces: list[SlicePiece]


class Slice(Outlined):
    """A section as drawn: outline, pieces, strains."""

    y_mm: float
    neutral_z_mm: float
    neutral_slope: float
    strain_top: float
    strain_bottom: float


class Drawing(BaseModel):
    """Plan and slice of one verdict."""

    plan: Plan
    slice: Slice


class Bare(BaseModel):
    """The same wing with nothing in it."""

    n: float
    hold_n: float
    bend_mm: float
    part_g: float


class Verdict(BaseModel):
    """Limit load is what flight may reach; the break is set against limit × safety factor."""

    part: PartName
    sentence: str
    #: what limit and break count, and in which case they are told
    unit: Unit
    case: str
    limit_n: float
    ultimate_n: float
    #: the most that it must hold of all cases that load it as that one does
    needed_n: float
    judged: Judgement
    breaks: Break
    holds: ResidualStrength
    first_wrinkle: ModeLine | None
    tip_bend_mm: Estimate
    tip_bend_share: float
    tip_bend_by_shear_mm: float
    tip_slope_deg: float
    tip_inplane_mm: float
    #: down in the case that bends it most; that case at its limit, in words
    bends_down: bool
    #: said in place of the bend, where it is beyond what a beam does
    folds: str | None
    bends_in: str
    twist_deg: Estimate
    twists_in: str
    #: further than the air would let it be told
    turns_over: bool
    #: of a body alone
    tail_effects: list[TailEffect]
    #: how many times that of the build in which every figure is typical these loads are
    middle: Middle = Middle()
    bending_hz: Estimate
    twist_hz: Estimate
    screens: list[Screen]
    cases: list[CaseLine]
    drivers: dict[str, list[Driver]]
    section: SectionFigures
    mass: Mass
    bare: Bare
    ledger: list[LedgerLine]
    groups: list[GroupLine]
    #: joints of panels that are not run through
    joints: list[JointLine]
    targets: list[TargetLine]
    work: Work
    modes: list[ModeLine]
    ribbon: list[RibbonPiece]
    curves: Curves
    drawing: Drawing
    cautions: list[str]
    #: what each wall that is left out of a body saves and costs
    openings: list[str] = []
    scope: str
