"""What a person is told about balance."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from ..analysis.estimate import Estimate

#: balances: eight of ten builds do; likely: the typical one does; open: too much has no place yet
BalanceState = Literal["balances", "likely", "tail-heavy", "nose-heavy", "open"]


class WeightItem(BaseModel):
    """One weight with its place, mm aft of the leading edge of the wing's root and up from the wing.

    `nose_g` is what it takes in the nose to hold it: below 0 of what holds others. `pieces`: what a part consists of.
    """

    name: str
    of: str
    id: str = ""
    grams: Estimate
    x_mm: float
    up_mm: float
    nose_g: float
    #: what it was planned to weigh, and whether it has been weighed since
    planned: Estimate | None = None
    #: of the weight promise, where it is a part
    share_g: float | None = None
    weighed: bool = False
    pieces: list[WeightItem] = []


class BalanceSlide(BaseModel):
    """How far one thing has to move to balance, mm aft (below 0: forward), and whether there is room."""

    id: str
    name: str
    by_mm: float
    fits: bool


class BalanceWay(BaseModel):
    """One way to balance it, or to save, in words; the best first."""

    said: str
    grams: float = 0.0


class BalanceLine(BaseModel):
    """One line of the working."""

    what: str
    value: str
    note: str = ""


class ForecastPoint(BaseModel):
    """What was forecast after so many weighings: g, and the chance that the promise is kept."""

    of: str
    total_g: Estimate
    chance: float


class SeenOnBalance(BaseModel):
    """A part, or a thing that is carried, as polygons from above (out, aft) and from the side (aft, up), mm."""

    id: str
    name: str
    plan: list[list[tuple[float, float]]]
    side: list[list[tuple[float, float]]]


class Balance(BaseModel):
    """The aircraft's balance. Places in mm aft of the leading edge of the wing's root; shares of the mean chord."""

    state: BalanceState
    sentence: str
    total_g: Estimate
    #: with the power that is fitted; with the lightest and the heaviest that may be
    promise_g: float
    promise_from_g: float
    promise_to_g: float
    promise_said: str
    power_g: float
    x_mm: Estimate
    share: Estimate
    up_mm: float
    aim_mm: float
    aim_share: float
    neutral_mm: float
    neutral_share: Estimate
    front_mm: float
    aft_mm: float
    front_share: float
    aft_share: float
    margin: Estimate
    #: of ten builds, so many balance within the range
    of_ten: float
    chord_mm: float
    chord_at_mm: float
    nose_mm: float
    tail_mm: float
    loading_g_dm2: Estimate
    stall_m_s: Estimate
    launch_m_s: Estimate
    #: that the promise is kept, and how much heavier than planned this builder's parts come out, by those weighed
    chance: float
    habit_share: float
    habit_known: int
    weighed_g: float
    forecast: str
    curve: list[ForecastPoint]
    items: list[WeightItem]
    slides: list[BalanceSlide]
    ways: list[BalanceWay]
    saves: list[BalanceWay]
    places: list[BalanceWay]
    parts: list[SeenOnBalance]
    gear: list[SeenOnBalance]
    working: list[BalanceLine]
    cautions: list[str]
