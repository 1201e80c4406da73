"""Damage and mending: sound, broken and mended of one computation, plans, what may fly, and an aircraft's life."""

from .alternatives import Alternatives, alternatives
from .judge import judge_repair
from .life import Life, MendRecord, life_csv, life_of, mend_records
from .look import Look, look_over
from .plan import Planned, plan_mends
from .prices import needs_of_repair, prices_of
from .search import FoundMends, MendSearch, MendWish, search_mends
from .start import DamageStart, MendOffer, Spot, mend_offers, start_damage
from .told import RepairVerdict

__all__ = [
    "Alternatives",
    "DamageStart",
    "FoundMends",
    "Life",
    "Look",
    "MendOffer",
    "MendRecord",
    "MendSearch",
    "MendWish",
    "Planned",
    "RepairVerdict",
    "Spot",
    "alternatives",
    "judge_repair",
    "life_csv",
    "life_of",
    "look_over",
    "mend_offers",
    "mend_records",
    "needs_of_repair",
    "plan_mends",
    "prices_of",
    "search_mends",
    "start_damage",
]
