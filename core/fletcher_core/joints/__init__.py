"""Glued joints: shear along a lap and its peaks, splices; which glue for which joint, and a log of bond tests."""

from ..bonds.cure import Times, times_today
from ..bonds.lap import end_peak, lap_peak, shear_lag
from ..bonds.splice import SPLICES, Splice, SpliceQuestion, splice, splices
from .bond_log import WHERE, BondTest, Hold, Standing, hold, standings
from .choose import Advice, NextTest, choose, next_test
from .question import HARDS, SHAPES, JointQuestion
from .rules import RULES, Reason, reasons_against

__all__ = [
    "HARDS", "RULES", "SHAPES", "SPLICES", "WHERE", "Advice", "BondTest", "Hold", "JointQuestion", "NextTest",
    "Reason", "Splice", "SpliceQuestion", "Standing", "Times", "choose", "end_peak", "hold", "lap_peak", "next_test",
    "reasons_against", "shear_lag", "splice", "splices", "standings", "times_today",
]  # fmt: skip
