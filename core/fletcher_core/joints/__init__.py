"""Glued joints: shear along a lap and its peaks, splices; which glue for which joint, and a log of bond tests."""

from .bond_log import WHERE, BondTest, Hold, hold
from .choose import Advice, NextTest, choose, next_test
from .cure import Times, times_today
from .lap import end_peak, lap_peak, shear_lag
from .question import HARDS, SHAPES, JointQuestion
from .rules import RULES, reasons_against
from .splice import Splice, splice

__all__ = [
    "HARDS", "RULES", "SHAPES", "WHERE", "Advice", "BondTest", "Hold", "JointQuestion", "NextTest", "Splice", "Times",
    "choose", "end_peak", "hold", "lap_peak", "next_test", "reasons_against", "shear_lag", "splice", "times_today",
]  # fmt: skip
