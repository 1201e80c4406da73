"""Where the aircraft balances: what has which weight at which place, between what it may balance, what to do."""

from ..analysis.made import Weighed
from .balance import balance
from .masses import PlacedMass, masses
from .neutral import Neutral, mean_chord_at, neutral_point
from .told import Balance, BalanceSlide, BalanceWay, WeightItem
from .weighing import made_of, question_of

__all__ = [
    "Balance",
    "BalanceSlide",
    "BalanceWay",
    "Neutral",
    "PlacedMass",
    "Weighed",
    "WeightItem",
    "balance",
    "made_of",
    "masses",
    "mean_chord_at",
    "neutral_point",
    "question_of",
]  # fmt: skip
