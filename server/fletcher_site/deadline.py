"""No request holds a core for ever: what takes too long is broken off, and a worker that does not come back ends.

The main process of gunicorn puts another worker in its place at once.
"""

from __future__ import annotations

import ctypes
import logging
import os
import signal
import threading
import time
from collections.abc import Callable

log = logging.getLogger(__name__)

#: seconds that a request may take, and then to come back after it was broken off
LIMIT = float(os.environ.get("FLETCHER_REQUEST_SECONDS", "20"))
GRACE = 5.0


class TookTooLong(BaseException):
    """Thrown into a request that is over its time; nothing that catches faults on its way may keep it."""


def _throw(thread: int, what: type[BaseException]) -> None:
    ctypes.pythonapi.PyThreadState_SetAsyncExc(ctypes.c_ulong(thread), ctypes.py_object(what))


def _settle(thread: int) -> None:
    """Leave nothing pending in this very thread.

    To take a throw back would leave the interpreter's mark for it set: every thread would then look for it at every
    step, for good. So one more is thrown, in place of what may still be there, and let strike.
    """
    _throw(thread, TookTooLong)
    while True:
        time.sleep(0)


class Clock:
    """What runs in this process, since when; one for all threads."""

    def __init__(self, limit: float, grace: float, end_worker: Callable[[], None]) -> None:
        self.limit, self.grace, self.end_worker = limit, grace, end_worker
        self._lock = threading.Lock()
        self._running: dict[int, tuple[float, bool]] = {}
        self._watching: int | None = None

    def enter(self) -> None:
        with self._lock:
            self._running[threading.get_ident()] = (time.monotonic(), False)
            if self._watching != os.getpid():  # a thread does not outlive a fork
                self._watching = os.getpid()
                threading.Thread(target=self._watch, name="deadline", daemon=True).start()

    def allow(self, more: float) -> None:
        """So many seconds more for what runs in this thread; nothing where the clock does not run for it."""
        thread = threading.get_ident()
        with self._lock:
            if thread in self._running:
                began, broken = self._running[thread]
                self._running[thread] = (began + more, broken)

    def leave(self) -> None:
        """The request is over; what was thrown into it strikes here at the latest, and nobody else."""
        thread = threading.get_ident()
        while True:
            try:
                with self._lock:
                    _, broken = self._running.pop(thread, (0.0, False))
                if broken:
                    _settle(thread)
                return
            except TookTooLong:
                continue

    def look(self) -> None:
        """Break off what is over its time; end the worker for what does not come back."""
        now = time.monotonic()
        with self._lock:
            for thread, (began, broken) in list(self._running.items()):
                if broken and now - began > self.limit + self.grace:
                    log.error("a request does not come back: this worker ends")
                    del self._running[thread]
                    self.end_worker()
                elif not broken and now - began > self.limit:
                    log.error("a request took longer than %g s: it is broken off", self.limit)
                    self._running[thread] = (began, True)
                    _throw(thread, TookTooLong)

    def _watch(self) -> None:
        while True:
            time.sleep(0.25)
            self.look()


def end_worker() -> None:
    os.kill(os.getpid(), signal.SIGKILL)


clock = Clock(LIMIT, GRACE, end_worker)
