"""An aircraft's life: flights, knocks, mends, what they added, and what is left of its strength."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence

from pydantic import BaseModel

from ..mends import MEND_KINDS, mend_kind
from ..model import LifeEntry, Repair
from ..units import System, show


class LifePoint(BaseModel):
    """How it stood after one entry, sums from the first on."""

    day: str
    what: str
    flights: int
    mends: int
    grams: float
    balance_mm: float
    strength: float | None
    weighed_g: float | None


class Life(BaseModel):
    """The whole log, summed up."""

    flights: int
    minutes: float
    knocks: int
    mends: int
    grams: float
    balance_mm: float
    strength: float | None
    weighed_g: float | None
    says: str
    points: list[LifePoint]


_NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def _count(n: int, noun: str) -> str:
    said = _NUMBERS[n] if n < len(_NUMBERS) else str(n)
    return f"{said} {noun}{'' if n == 1 else 's'}"


def life_of(entries: Sequence[LifeEntry], system: System = "metric") -> Life:
    """Sums in the order of days: grams and shifts add up; of strength the last told counts."""
    points: list[LifePoint] = []
    flights = mends = knocks = 0
    minutes = grams = shift = 0.0
    strength: float | None = None
    weighed: float | None = None
    for entry in sorted(entries, key=lambda e: str(e.day)):
        flights += entry.flights
        minutes += entry.minutes
        knocks += entry.what == "knock"
        mends += entry.what == "mend"
        grams += entry.grams or 0.0
        shift += entry.balance_mm or 0.0
        strength = strength if entry.strength is None else entry.strength
        weighed = weighed if entry.weighed_g is None else entry.weighed_g
        points.append(
            LifePoint(
                day=str(entry.day),
                what=entry.what,
                flights=flights,
                mends=mends,
                grams=grams,
                balance_mm=shift,
                strength=strength,
                weighed_g=weighed,
            )
        )
    parts = []
    if abs(grams) >= 0.5:
        parts.append(f"{show(abs(grams), 'mass', system)} {'heavier' if grams > 0 else 'lighter'}")
    if abs(shift) >= 0.5:
        parts.append(f"{show(abs(shift), 'length', system)} {'tail' if shift > 0 else 'nose'}-heavy")
    if strength is not None:
        parts.append(f"at {100 * strength:.0f} % of its strength")
    said = _count(mends, "mend")
    says = f"{said[0].upper()}{said[1:]} on: {', '.join(parts) or 'as it was built'}." if entries else "Nothing yet."
    return Life(
        flights=flights,
        minutes=minutes,
        knocks=knocks,
        mends=mends,
        grams=grams,
        balance_mm=shift,
        strength=strength,
        weighed_g=weighed,
        says=says,
        points=points,
    )


def life_csv(entries: Sequence[LifeEntry], system: System = "metric") -> str:
    """One line an entry; what a spreadsheet would take for a formula is told as text."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    grams, mm = ("oz", "in") if system == "inch" else ("g", "mm")
    by_mass, by_length = (28.349523125, 25.4) if system == "inch" else (1.0, 1.0)
    writer.writerow(
        [
            "day",
            "what",
            "flights",
            "minutes",
            f"added {grams}",
            f"balance moved {mm}",
            "strength %",
            f"weighs {grams}",
            "note",
        ]
    )

    def cell(value: float | None, by: float = 1.0) -> str:
        return "" if value is None else f"{value / by:.4g}"

    for e in sorted(entries, key=lambda e: str(e.day)):
        note = f"'{e.note}" if e.note[:1] in "=+-@\t\r" and e.note else e.note
        writer.writerow(
            [
                str(e.day),
                e.what,
                e.flights,
                cell(e.minutes),
                cell(e.grams, by_mass),
                cell(e.balance_mm, by_length),
                cell(None if e.strength is None else 100 * e.strength),
                cell(e.weighed_g, by_mass),
                note,
            ]
        )
    return out.getvalue()


class MendRecord(BaseModel):
    """What became of one kind of mend in this workshop."""

    kind: str
    label: str
    held: int
    broke: int
    says: str


def mend_records(repairs: Iterable[Repair]) -> list[MendRecord]:
    """Counts of repairs that were flown, by the kinds of mends in the plan that was done."""
    counts: dict[str, list[int]] = {}
    for repair in repairs:
        if repair.result not in ("held", "broke_again"):
            continue
        for kind in {mend_kind(m).kind for m in repair.plans.of(repair.doing).mends}:
            counts.setdefault(kind, [0, 0])[repair.result == "broke_again"] += 1
    return [
        MendRecord(
            kind=kind,
            label=MEND_KINDS[kind].label,
            held=held,
            broke=broke,
            says=f"held {held} of {held + broke} times",
        )
        for kind, (held, broke) in sorted(counts.items(), key=lambda item: -sum(item[1]))
    ]
