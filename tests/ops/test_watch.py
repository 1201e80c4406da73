"""The watcher's patience: back at once, then slower, at once again when it has been well."""

from __future__ import annotations

import configparser

from ops import cli
from ops.shell import ROOT
from ops.watch import ASK, BUSY, FIRST, LONGEST, QUICK, STARTING, UNANSWERED, WELL, BackOff, Patience


def test_it_waits_longer_each_time_but_not_for_ever() -> None:
    now = 0.0
    back_off = BackOff(lambda: now)
    waits = []
    for _ in range(16):
        waits.append(back_off.next())
        now += waits[-1] + 1.0
    assert waits[: QUICK + 1] == [FIRST] * (QUICK + 1)
    assert waits == sorted(waits)
    assert waits[QUICK + 2] == 4 * FIRST
    assert waits[-1] == LONGEST


def test_what_has_been_well_is_brought_back_at_once() -> None:
    now = 0.0
    back_off = BackOff(lambda: now)
    for _ in range(10):
        now += back_off.next() + 1.0
    now += WELL + LONGEST
    assert back_off.next() == FIRST


class Clock:
    now = 0.0

    def __call__(self) -> float:
        return self.now


def hung_after(patience: Patience, clock: Clock, share: float, most: float = 2000.0) -> float:
    """Seconds until a server that never answers counts as hung, which works for a share of the time."""
    began = clock.now
    while clock.now - began < most:
        clock.now += ASK
        if patience.is_hung(False, share * clock.now):
            return clock.now - began
    return most


def test_a_server_that_is_still_starting_is_not_hung() -> None:
    clock = Clock()
    patience = Patience(clock)
    assert hung_after(patience, clock, 0.0) > STARTING
    patience.began()
    assert hung_after(patience, clock, 0.3) > STARTING


def test_a_server_that_does_nothing_is_ended_soon_and_a_busy_one_late() -> None:
    clock = Clock()
    patience = Patience(clock)
    assert not patience.is_hung(True, 0.0)
    assert hung_after(patience, clock, 0.0) == UNANSWERED * ASK
    patience.began()
    assert not patience.is_hung(True, clock.now)
    assert hung_after(patience, clock, 1.0) > BUSY


def test_one_answer_is_enough() -> None:
    clock = Clock()
    patience = Patience(clock)
    for k in range(100):
        clock.now += ASK
        assert not patience.is_hung(k % UNANSWERED == 0, 0.0)


def test_the_unit_that_is_shipped_asks_for_commands_that_there_are() -> None:
    unit = configparser.ConfigParser(strict=False)
    unit.optionxform = str  # type: ignore[assignment, method-assign]
    unit.read(ROOT / "ops" / "fletcher.service", encoding="utf-8")
    service = unit["Service"]
    assert service["Restart"] == "always"
    for name in ("ExecStart", "ExecStop"):
        program, *words = service[name].split()
        assert program.endswith("/fletcher")
        assert all(f"\n  {words[0]} " in cli.USAGE for _ in words)
        assert all(word in cli.USAGE for word in words)
