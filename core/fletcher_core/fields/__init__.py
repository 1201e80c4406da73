"""What every description is made of: measured fields with limits and plain names, and what is wrong with them."""

from .dates import Day, ago, read_day
from .described import Described, Stretch, chord_share, measure, span_from
from .json_text import read_json
from .problems import MOST_FAULTS, Problem, Refused, explain, fault, plainly, the_rest
from .retold import words_in

__all__ = [
    "MOST_FAULTS",
    "Day",
    "Described",
    "Problem",
    "Refused",
    "Stretch",
    "ago",
    "chord_share",
    "explain",
    "fault",
    "measure",
    "plainly",
    "read_day",
    "read_json",
    "span_from",
    "the_rest",
    "words_in",
]
