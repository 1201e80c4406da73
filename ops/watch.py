"""Up's own watcher: keeps the server and the database running, with back-off, and tells what it did in the log.

Runs as ``python -m ops.watch PORT`` in the background; standard library only.
"""

from __future__ import annotations

import datetime
import math
import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from types import FrameType

from . import processes, serve
from .database import Cluster
from .install import manage
from .shell import DATA, Trouble

#: seconds between two looks, between two questions to the server, and between two rounds of tidying
LOOK, ASK, TIDY = 0.5, 5.0, 3600.0
#: how long to wait before bringing a thing back, at most, and how long it must run to count as well again
FIRST, LONGEST, WELL = 0.5, 60.0, 60.0
#: so many tries in a row wait no longer than the first: what ends once in a while is brought back at once
QUICK = 3
#: so many unanswered questions in a row, each of ten seconds, and a server that does nothing either counts as hung
UNANSWERED = 3
#: seconds until a server that has never answered, or one that works without answering, counts as hung: on a busy
#: machine it takes minutes to start, and seconds of its own work take minutes (own estimate)
STARTING, BUSY = 900.0, 300.0
#: of the seconds since the last question, what a server has worked that is not hung (own estimate)
WORKS = 0.02


def tell(text: str) -> None:
    print(f"{datetime.datetime.now().isoformat(timespec='seconds')} watcher: {text}", flush=True)


class BackOff:
    """How long to wait before the next try: longer each time, short again once it has been well for a while."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self.clock, self.tries, self.last = clock, 0, -math.inf

    def next(self) -> float:
        """Seconds to wait before this try."""
        now = self.clock()
        self.tries = 0 if now - self.last > WELL else self.tries + 1
        wait: float = min(FIRST * 2.0 ** max(0, self.tries - QUICK), LONGEST)
        self.last = now + wait
        return wait


class Patience:
    """Whether a server that does not answer is hung, or is still starting, or busy."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self.clock = clock
        self.began()

    def began(self) -> None:
        """A server was just launched."""
        self.launched = self.heard = self.looked = self.clock()
        self.has_answered, self.unanswered, self.worked = False, 0, 0.0

    def is_hung(self, answered: bool, worked: float) -> bool:
        """Whether it counts as hung, after one more question; `worked`: its seconds of work so far, workers too."""
        now = self.clock()
        # a worker that ended takes its seconds along: less than before is work as well
        idle = 0.0 <= worked - self.worked < WORKS * (now - self.looked)
        self.worked, self.looked = worked, now
        if answered:
            self.has_answered, self.unanswered, self.heard = True, 0, now
            return False
        if not self.has_answered:
            return now - self.launched > STARTING
        self.unanswered += 1
        return self.unanswered >= UNANSWERED and (idle or now - self.heard > BUSY)


class Watcher:
    """The server and the database of one data folder."""

    def __init__(self, number: int) -> None:
        self.number = number
        self.cluster = Cluster()
        self.url = ""
        self.server: subprocess.Popen[bytes] | None = None
        self.ending = False
        self.database_tries, self.server_tries, self.scale_tries = BackOff(), BackOff(), BackOff()
        self.scale: subprocess.Popen[bytes] | None = None
        self.asked = self.tidied = time.monotonic()
        self.patience = Patience()
        self.mark = processes.mark()
        # held open, so that it is known wherever it is moved to
        self.folder = os.open(DATA, os.O_RDONLY | os.O_DIRECTORY)
        self.told_moved = False

    def end(self, _number: int, _frame: FrameType | None) -> None:
        self.ending = True

    def _pause(self, seconds: float) -> None:
        until = time.monotonic() + seconds
        while time.monotonic() < until and not self.ending:
            time.sleep(0.1)

    def database(self) -> None:
        """Bring the database back where it is gone."""
        if not self.cluster.own or (self.url and self.cluster.running()):
            self.url = self.url or self.cluster.url
            return
        if self.url:
            wait = self.database_tries.next()
            tell(f"the database is gone; starting it again in {wait:g} s")
            self._pause(wait)
        try:
            url = self.cluster.start()
        except Trouble as trouble:
            tell(f"the database did not start: {trouble}")
            return
        if self.url and url != self.url and self.server is not None:
            tell("the database has another address now; the server is started again with it")
            serve.end_group(self.server)
            self.server = None
        self.url = url

    def serving(self) -> None:
        """Start the server, or bring it back where it ended or hangs."""
        if self.server is not None and self.server.poll() is not None:
            wait = self.server_tries.next()
            tell(f"{serve.ENDED} ({self.server.returncode}); starting it again in {wait:g} s")
            serve.end_group(self.server, 0.1)
            self.server = None
            self._pause(wait)
        if self.server is not None and time.monotonic() - self.asked > ASK:
            self.asked = time.monotonic()
            answered = serve.answers(self.number)
            if self.patience.is_hung(answered, processes.seconds_worked(self.server.pid)):
                tell("the server does not answer any more; ending it")
                serve.end_group(self.server)
                self.server = None
        if self.server is None and not self.ending:
            self.server = serve.launch(self.number, self.url or "postgresql://", serve.LOG, serve.OUT)
            self.patience.began()
            self.asked = time.monotonic()

    def at_home(self) -> bool:
        """Whether the data folder is still where it was: elsewhere nothing is made, and what runs goes on."""
        try:
            here = processes.mark() == self.mark
        except OSError:
            here = False
        if not here and not self.told_moved:
            now = os.readlink(f"/proc/self/fd/{self.folder}")
            to_do = f"Run FLETCHER_DATA={now} ./fletcher up, which starts it anew from there."
            if now.endswith("(deleted)"):
                to_do = "It was removed. Run ./fletcher up, and ./fletcher restore with the latest backup."
            tell(f"the data folder lies at {now} now. What runs goes on, but nothing is brought back. {to_do}")
        elif here and self.told_moved:
            tell(f"the data folder is at {DATA} again")
        self.told_moved = not here
        return here

    def weighing(self) -> None:
        """Keep the stand-in of a kitchen scale on its address."""
        if self.scale is not None and self.scale.poll() is not None:
            wait = self.scale_tries.next()
            tell(f"the scale ended ({self.scale.returncode}); starting it again in {wait:g} s")
            self.scale = None
            self._pause(wait)
        if self.scale is None and not self.ending:
            self.scale = serve.launch_scale()

    def tidy(self) -> None:
        """What is kept for some days only is put away, and old sessions with it."""
        if self.url and time.monotonic() - self.tidied > TIDY:
            self.tidied = time.monotonic()
            try:
                manage("tidy", url=self.url)
            except Trouble as trouble:
                tell(f"tidying failed: {trouble}")

    def run(self) -> None:
        tell(f"watching port {self.number}, process {os.getpid()}")
        while not self.ending:
            try:
                if self.at_home():
                    self.database()
                    self.serving()
                    self.weighing()
                    self.tidy()
            except (Trouble, OSError) as fault:  # a full disk, a folder that is being moved: try again
                tell(f"{fault}")
            self._pause(LOOK)
        if self.server is not None:
            serve.end_group(self.server)
        if self.scale is not None:
            serve.end_group(self.scale)
        tell("ended")


def main(arguments: list[str]) -> int:
    watcher = Watcher(int(arguments[0]))
    signal.signal(signal.SIGTERM, watcher.end)
    signal.signal(signal.SIGINT, watcher.end)
    watcher.run()
    return 0


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
