"""What a repair is told by: figures of three states, what a mend gives back, whether it may fly."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from ..analysis.estimate import Estimate
from ..damages import On, Side
from ..loads import Unit
from ..mends import Aim
from ..parts import PARTS
from ..report.verdict import RibbonPiece, State

Go = Literal["go", "gently", "no"]


def part_label(part: On, side: Side | None) -> str:
    """ "left half of the wing", "fuselage"."""
    return f"{side} half of the {part}" if side is not None else PARTS[part].label.lower()


class StateFigures(BaseModel):
    """One of sound, broken, mended. `bend_mm` and `twist_deg` None: it hangs, beyond what a beam does."""

    breaks: Estimate
    holds: Estimate
    reserve: float
    unlucky: float
    state: State
    y_mm: float
    how: str
    seen_coming: bool
    seen: str
    bend_mm: Estimate | None
    twist_deg: Estimate | None
    bending_hz: Estimate | None
    grams: float
    ribbon: list[RibbonPiece]


class EdgeStep(BaseModel):
    """Where a mend ends: how many times stiffer it is inside than just beyond."""

    mend: str
    label: str
    y_mm: float
    times: float
    hard: bool
    says: str


class PushTest(BaseModel):
    """A test before flight: push the tip up with so much; it may bend so far."""

    push_N: float
    push_g: float
    at_mm: float
    bends_mm: Estimate
    sound_mm: float
    at_most_mm: float
    like: str
    says: str


class MendedPart(BaseModel):
    """One part, or one half of it, in three columns. `unit` is of `breaks`, `holds` and `needed`."""

    part: On
    side: Side | None
    label: str
    case: str
    unit: Unit
    needed: float
    sound: StateFigures
    broken: StateFigures
    mended: StateFigures
    #: of the sound strength, broken and mended
    left: Estimate
    back: Estimate
    #: mended over sound: tip bend
    softer: float | None
    grams: Estimate
    balance_mm: float
    tail: list[str]
    steps: list[EdgeStep]
    moved: str
    push: PushTest | None
    length_mm: float
    says: str


class MendFact(BaseModel):
    """Something else to know of a mend."""

    label: str
    value: float
    unit: str
    says: str
    bad: bool


class MendTold(BaseModel):
    """One mend of the plan. Minutes are of today's air; `buys` is the share of the sound strength that would be missing
    without it; None where no figure of the part hangs on it."""

    id: str
    of: str
    label: str
    what: str
    minutes: Estimate
    waits_min: float
    slowest: str
    grams: float
    buys: float | None
    steps: list[str]
    cautions: list[str]
    facts: list[MendFact]
    looks: float


class DamageTold(BaseModel):
    """One damage: its words, whether it is seen to, and what to look for round it."""

    id: str
    label: str
    where: str
    sure: str
    check: str
    grounds: bool
    seen_to: bool
    mends: list[str]


class TrimTold(BaseModel):
    """What a set takes of a surface to fly straight. `surface` None: nothing there trims it out; `leans_deg`: then it
    leans by so much more in every 10 m of flight. `much`: more than may be given away."""

    of: list[str]
    part: On
    surface: str | None
    needs_deg: Estimate | None
    throw_deg: float | None
    leans_deg: float | None
    much: bool
    says: str
    rests_on: str


class Worth(BaseModel):
    """Mending against a new part, foam and reinforcement, in hand work. `price` None: of something none is known."""

    part: On
    label: str
    mend_min: float
    new_min: Estimate
    grams: float
    price: float | None
    new_price: float | None
    says: str


class RepairVerdict(BaseModel):
    """A repair under one of its plans."""

    aim: Aim
    go: Go
    sentence: str
    why: list[str]
    #: what it is good for, where it may fly gently
    good_for_G: float | None
    below_m_s: float | None
    share: float
    parts: list[MendedPart]
    damages: list[DamageTold]
    mends: list[MendTold]
    trim: list[TrimTold]
    hands_min: Estimate
    waits_min: float
    slowest: str
    ready_min: float
    in_time: bool
    time: str
    grams: Estimate
    balance_mm: float
    worth: list[Worth]
    cautions: list[str]
    scope: str
