"""What every description is made of: measured fields with limits and plain names, and what is wrong with them."""

from .described import Described, Stretch, chord_share, measure, span_from
from .problems import MOST_FAULTS, Problem, Refused, explain, fault, the_rest
from .retold import words_in

__all__ = [
    "MOST_FAULTS",
    "Described",
    "Problem",
    "Refused",
    "Stretch",
    "chord_share",
    "explain",
    "fault",
    "measure",
    "span_from",
    "the_rest",
    "words_in",
]
