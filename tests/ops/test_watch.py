"""The watcher's patience: back at once, then slower, at once again when it has been well."""

from __future__ import annotations

from ops.watch import FIRST, LONGEST, QUICK, WELL, BackOff


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
