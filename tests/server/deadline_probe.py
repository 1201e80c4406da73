"""What the clock of requests does with threads: a program of its own, `python -m tests.server.deadline_probe NAME`.

Not run inside pytest: while a throw waits for a thread that is busy outside Python's own code, CPython 3.11 holds every
traced thread at the next function's entry, so nothing that measures coverage may run in the same process.
"""

from __future__ import annotations

import os
import sys
import threading
import time

import django
from django.http import HttpRequest, HttpResponse
from django.test import RequestFactory
from fletcher_site import deadline


def busy() -> None:
    ended: list[str] = []
    clock = deadline.Clock(limit=0.2, grace=5.0, end_worker=lambda: ended.append("worker"))
    caught: list[type[BaseException]] = []

    def work() -> None:
        clock.enter()
        try:
            until = time.monotonic() + 10
            while time.monotonic() < until:
                pass
        except deadline.TookTooLong as exc:
            caught.append(type(exc))
        finally:
            clock.leave()

    thread = threading.Thread(target=work, daemon=True)
    thread.start()
    thread.join(timeout=8)
    assert caught == [deadline.TookTooLong], caught
    assert ended == []


def stuck() -> None:
    told: list[float] = []
    ended = threading.Event()
    clock = deadline.Clock(limit=0.1, grace=0.2, end_worker=lambda: (told.append(time.monotonic()), ended.set()))
    reader, writer = os.pipe()

    def wait() -> None:
        clock.enter()
        try:
            os.read(reader, 1)  # outside Python's own code, where nothing can be thrown
        except deadline.TookTooLong:
            pass
        finally:
            clock.leave()

    thread = threading.Thread(target=wait, daemon=True)
    thread.start()
    assert ended.wait(5)
    time.sleep(0.8)
    os.write(writer, b"x")
    thread.join(timeout=8)
    assert not thread.is_alive()
    assert len(told) == 1, told


def more_time() -> None:
    """Who asked for more has it, and no longer; outside a request it is asked for in vain."""
    clock = deadline.Clock(limit=0.2, grace=5.0, end_worker=lambda: None)
    clock.allow(60.0)
    caught: list[float] = []

    def work() -> None:
        began = time.monotonic()
        clock.enter()
        clock.allow(1.0)
        try:
            while time.monotonic() < began + 10:
                pass
        except deadline.TookTooLong:
            caught.append(time.monotonic() - began)
        finally:
            clock.leave()

    thread = threading.Thread(target=work, daemon=True)
    thread.start()
    thread.join(timeout=12)
    assert len(caught) == 1, caught
    assert 1.1 < caught[0] < 6, caught


def on_the_way_out() -> None:
    """A throw that is still on its way when the request is over strikes nobody later, and leaves no mark."""
    clock = deadline.Clock(limit=60.0, grace=5.0, end_worker=lambda: None)
    later: list[int] = []

    def work() -> None:
        for k in range(2000):
            clock.enter()
            me = threading.get_ident()
            with clock._lock:
                clock._running[me] = (0.0, True)
            try:
                if k % 2:
                    deadline._throw(me, deadline.TookTooLong)
            except deadline.TookTooLong:
                pass
            finally:
                clock.leave()
            try:
                for _ in range(20):
                    later.append(k)
                    later.pop()
            except deadline.TookTooLong:
                later.append(-1)
        later.append(2000)

    thread = threading.Thread(target=work, daemon=True)
    thread.start()
    thread.join(timeout=20)
    assert later == [2000], later[:5]
    # the mark that a throw is on its way would hold this thread at each function's entry, once it is traced
    done = threading.Event()

    def traced() -> None:
        sys.settrace(lambda *_: None)
        for _ in range(1000):
            (lambda: None)()
        sys.settrace(None)
        done.set()

    threading.Thread(target=traced, daemon=True).start()
    assert done.wait(10), "traced functions do not start any more"


def quick() -> None:
    ended: list[str] = []
    clock = deadline.Clock(limit=0.3, grace=0.1, end_worker=lambda: ended.append("worker"))
    for _ in range(3):
        clock.enter()
        time.sleep(0.05)
        clock.leave()
    time.sleep(0.6)
    assert ended == []


def swallowed() -> None:
    """A request whose code catches every fault and goes on is broken off all the same, and told in words."""
    django.setup()
    from fletcher_site import broken_off

    broken_off.clock = deadline.Clock(limit=0.3, grace=5.0, end_worker=lambda: None)
    told: list[HttpResponse] = []

    def goes_on(_request: HttpRequest) -> HttpResponse:
        until = time.monotonic() + 10
        while time.monotonic() < until:
            try:
                sum(range(1000))
            except Exception:
                continue
        return HttpResponse("it went on")

    def ask() -> None:
        told.append(broken_off.Deadline(goes_on)(RequestFactory().get("/api/x")))

    thread = threading.Thread(target=ask, daemon=True)
    thread.start()
    thread.join(timeout=8)
    assert [answer.status_code for answer in told] == [503], told
    assert b"took too long" in told[0].content


if __name__ == "__main__":
    known = {
        "busy": busy, "stuck": stuck, "on_the_way_out": on_the_way_out, "quick": quick, "more_time": more_time,
        "swallowed": swallowed,
    }  # fmt: skip
    known[sys.argv[1]]()
    print("held")
