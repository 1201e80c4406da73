"""What was worked out of something is not worked out again while that, and what it is worked out with, stays."""

from __future__ import annotations

import hashlib
import pickle
import threading
from collections import OrderedDict
from collections.abc import Callable
from typing import Generic, TypeVar

from .analysis.made import made
from .catalogue import catalogue, shipped

A = TypeVar("A")


class Remembered(Generic[A]):
    """Answers by what was asked about: told apart by every value in it, by materials in use and what was weighed.

    An answer is handed out again as it is: nobody may change it.

    Parameters
    ----------
    most : answers that are kept; what was not asked for longest goes first.
    """

    def __init__(self, most: int) -> None:
        self._most = most
        self._answers: OrderedDict[bytes, A] = OrderedDict()
        self._lock = threading.Lock()
        self.worked_out = 0

    def of(self, about: object, make: Callable[[], A]) -> A:
        """The answer, made where it is not known; what `make` raises is not remembered.

        Parameters
        ----------
        about : everything that the answer depends on but materials and weights; must be picklable.
        """
        # the shipped materials are the same for as long as this process lives
        key = hashlib.sha256(pickle.dumps((about, made(), None if catalogue() is shipped() else catalogue()))).digest()
        with self._lock:
            if key in self._answers:
                self._answers.move_to_end(key)
                return self._answers[key]
        answer = make()
        with self._lock:
            self.worked_out += 1
            self._answers[key] = answer
            if len(self._answers) > self._most:
                self._answers.popitem(last=False)
        return answer

    def forget(self) -> None:
        """Everything."""
        with self._lock:
            self._answers.clear()
            self.worked_out = 0
