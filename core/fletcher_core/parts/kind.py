"""The contract of a part: what the rest of the house asks of it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from ..geometry import Planform, planform, root_profile
from ..loads import Case, Setting
from ..loads.cases.case import Lump
from ..model.airframe import Airframe, PartName
from ..model.part import Part
from ..mounts import mount_grams

#: mm on either side of its place over which a mount's own weight lies, and its place on a wing's chord (own estimates)
_MOUNT, MOUNTED_AT = 15.0, 0.35


@dataclass(frozen=True)
class PartKind:
    """One part of an aircraft.

    Attributes
    ----------
    label : "Wing"; `half` what is drawn, in a sentence.
    cases : which loads it meets. The first is the one that "gives way at" is told for; of a tail, that of the
        largest force of the air.
    setting : (airframe, part, plan, flying weight in g, plan of the wing) -> what those cases look at.
    away : from its root, in a word: "out", of what stands "up".
    start : where its first station is, in words.
    usual_end : where a usual spar ends, as a share of the half span.
    """

    name: PartName
    label: str
    half: str
    cases: tuple[Callable[[Setting], Case | None], ...]
    setting: Callable[[Airframe, Part, Planform, float, Planform], Setting]
    away: str = "out"
    start: str = "at the root"
    usual_end: float = 0.7
    #: names of its surfaces in words
    surfaces: Mapping[str, str] | None = None

    def of(self, airframe: Airframe) -> Part:
        return airframe.part(self.name)

    def cases_of(self, airframe: Airframe, plan: Planform, flying_g: float) -> list[Case]:
        """Every case that it meets at a flying weight, g; the first for which "gives way at" is told."""
        carrier = plan if self.name == "wing" else planform(airframe.wing)
        setting = self.setting(airframe, self.of(airframe), plan, flying_g, carrier)
        found = [case for make in self.cases if (case := make(setting)) is not None]
        carried = lumps_on(airframe, self.name, plan)
        if carried:
            found = [replace(case, lumps=(*case.lumps, *carried)) for case in found]
        # of what the air does to a tail, the larger force is told first; the rest keep their order
        return sorted(found, key=lambda case: -abs(case.force * case.factor))


def lumps_on(airframe: Airframe, name: PartName, plan: Planform) -> tuple[Lump, ...]:
    """What is carried in a wing or tail, on each half: what lies in the middle is half on each."""
    if name == "body":
        return ()
    halves, found = airframe.part(name).copies, []
    for one in airframe.gear:
        if one.sits_in != name:
            continue
        chord, _ = plan.at(one.along_mm)
        start, end = (one.along_mm + way * 0.5 * one.wide_mm for way in (-1, 1))
        found.append(
            Lump(
                max(start, 0.0), min(max(end, 1.0), plan.half_span), one.all_grams / halves,
                share=one.across_mm / float(chord),
            )
        )  # fmt: skip
    found += [Lump(start, stop, grams / halves, share=MOUNTED_AT) for start, stop, grams in mounts_on(airframe, name)]
    return tuple(found)


def mounts_on(airframe: Airframe, name: PartName) -> list[tuple[float, float, float]]:
    """(start, end, g) of what holds something on a part, mm along it."""
    end = airframe.part(name).half_span_mm
    return [
        (max(one.along_mm - _MOUNT, 0.0), min(max(one.along_mm + _MOUNT, 2 * _MOUNT), end), mount_grams(one))
        for one in airframe.mounts if one.on == name
    ]  # fmt: skip


def common(airframe: Airframe, part: Part, plan: Planform, flying_g: float, carrier: Planform, **more: Any) -> Setting:
    """What every part's cases look at; `more` is the part's own."""
    return Setting(
        airframe.flight, part, plan, flying_g, carrier, root_profile(airframe.wing).cm0(),
        airframe.balance_at, **more,
    )  # fmt: skip
