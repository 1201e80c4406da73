"""Where a part is hurt, or has been mended: what that leaves of foam, sticks and skins over a stretch.

A wound is laid in like a piece and is on or off like one, so that sound, broken and mended are rows of one
computation. Nobody adds it to a scheme: damages and mends make it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from ..catalogue import Spread, catalogue
from ..fields import Described, Problem
from .base import PieceBase
from .kind import Kind, Offer, Room, minutes
from .rows import Ground, MemberRow, Parting, PatchRow, Rows

Array = NDArray[np.float64]

#: share of its foam's stiffness that stands for an open crack, so that there is something to solve (own choice)
OPEN = 1e-3
#: strain at which what stands for it gives way: there the part folds (own choice)
_PARTED = 0.05
#: least share of a figure that is left, for the same reason (own choice)
_LEAST = 1e-4

#: figures that say how stiff something is; densities stay; the rest are strengths
_STIFF = frozenset({"E", "G", "Et", "Gt"})
_KEPT = frozenset({"density", "mass", "bears", "thick", "fibre_volume"})
#: of foam, those that are pressed and not pulled
_PRESSED = frozenset({"compression_10pct", "plateau_25pct"})


class Share(Described):
    """So much of a sound figure: `times` it, times a figure of the table of mends where one is named, to a power.

    `lost`: the figure is the share of what was lost that comes back. `glue`: at most what that glue holds on foam.
    `spread`: low, typical, high of a share of its own, drawn under the name `named`.
    """

    times: float = 1.0
    figure: str | None = None
    power: float = 1.0
    then: str | None = None
    lost: str | None = None
    glue: str | None = None
    named: str = ""
    spread: tuple[float, float, float] | None = None

    def of(self, values: Mapping[str, Array], sound: Array) -> Array:
        """(V,) what is left of the sound figure (V,)."""
        share = np.full_like(sound, self.times)
        if self.figure is not None:
            share = share * values[f"mending.{self.figure}.factor"] ** self.power
        if self.then is not None:
            share = share * values[f"mending.{self.then}.factor"]
        if self.spread is not None:
            share = share * values[f"repair.{self.named}.factor"]
        if self.lost is not None:
            share = share + np.maximum(1 - share, 0.0) * values[f"mending.{self.lost}.factor"]
        most = sound if self.glue is None else np.minimum(sound, values.get(f"glue.{self.glue}.lap_on_foam", sound))
        return np.asarray(np.maximum(share, _LEAST) * most)

    @property
    def usual(self) -> float:
        """What is left at typical figures."""
        values = {name: np.array([spread.typical]) for name, spread in self.figures.items() if "glue" not in name}
        return float(self.of(values, np.ones(1))[0])

    @property
    def figures(self) -> dict[str, Spread]:
        """Everything that it draws on, by full name."""
        table = catalogue().mending
        named = [name for name in (self.figure, self.then, self.lost) if name is not None]
        found = {f"mending.{name}.factor": table[name].factor for name in named}
        if self.spread is not None:
            found[f"repair.{self.named}.factor"] = Spread(*self.spread)
        on_foam = None if self.glue is None else catalogue().glue[self.glue].lap_on_foam
        if isinstance(on_foam, Spread):
            found[f"glue.{self.glue}.lap_on_foam"] = on_foam
        return found


#: all of it, and next to nothing
ALL, NONE = Share(), Share(times=0.0)


class Zone(Described):
    """Foam that is other than the core's between two shares of the chord, from a face to a depth; None: through.

    `open`: parted, it bears next to nothing. `gone`: it is not even there.
    """

    x_from: float = 0.0
    x_to: float = 1.0
    face: Literal[1, -1] = 1
    depth_mm: float | None = None
    stiff: Share = ALL
    pulled: Share = ALL
    pressed: Share = ALL
    open: bool = False
    gone: bool = False


class Hit(Described):
    """Sticks, or sheets (`sticks` None), that are other over the wound's stretch: nothing of them where `left` is
    none, else stiffness and strength. `lost`: it is not even there, else it hangs on and weighs what it did."""

    sticks: tuple[str, ...] | None = None
    face: Literal[1, -1, 0] = 0
    x_from: float = 0.0
    x_to: float = 1.0
    stiff: Share | None = None
    strong: Share | None = None
    apart: bool = False
    lost: bool = False


class Wound(PieceBase):
    """What a damage, as it is or as mends have left it, makes of a stretch of a part."""

    kind: Literal["wound"] = "wound"
    damage: str
    #: two of one damage that are of different ways are never on at once
    way: str = ""
    zones: list[Zone] = Field(default_factory=list)
    hits: list[Hit] = Field(default_factory=list)
    #: what it is called where it gives way
    called: str = "damage"

    @property
    def open(self) -> bool:
        """Whether foam is parted in it."""
        return any(zone.open or zone.gone for zone in self.zones)


def _prefix(wound: Wound, which: str) -> str:
    return f"wound.{wound.id}.{which}"


def sound_prefix(prefix: str) -> str:
    """Of the figures of what is left of a stick those of the stick as it was."""
    return prefix.split(".", 3)[3] if prefix.startswith("wound.") else prefix


@dataclass(frozen=True)
class _Left:
    """What is left of a figure of one name."""

    stiff: Share
    pulled: Share
    pressed: Share

    def of(self, values: Mapping[str, Array], figure: str, sound: Array) -> Array:
        if figure in _KEPT:
            return sound
        share = self.stiff if figure in _STIFF else self.pressed if figure in _PRESSED else self.pulled
        return share.of(values, sound)


def _rows(wound: Wound, index: int, ground: Ground) -> Rows:
    run = ground.run(wound.y_from_mm, wound.y_to_mm)
    ends = (wound.y_from_mm, wound.y_to_mm)
    patches = [
        PatchRow(
            index,
            _prefix(wound, f"foam{k}"),
            ground.same(z.x_from),
            ground.same(z.x_to),
            z.face,
            z.depth_mm,
            run,
            exact=True,
        )
        for k, z in enumerate(wound.zones)
    ]
    partings = [
        Parting(
            index, run, ends, h.sticks, h.face, h.x_from, h.x_to,
            "" if h.stiff is None else _prefix(wound, f"hit{k}"), h.apart,
            0.0 if h.stiff is None else h.stiff.usual,
        )
        for k, h in enumerate(wound.hits)
    ]  # fmt: skip
    return Rows(patches=patches, partings=partings)


def own_figures(wound: Wound) -> dict[str, Spread]:
    """Figures of the catalogue that it is computed from, by full name."""
    shares = [s for z in wound.zones for s in (z.stiff, z.pulled, z.pressed)]
    shares += [s for h in wound.hits for s in (h.stiff, h.strong) if s is not None]
    return {name: spread for share in shares for name, spread in share.figures.items()}


def _derived(wound: Wound, values: Mapping[str, Array], ground: Ground) -> dict[str, Array]:
    """Of its foam by the core's, of what is left of sticks by theirs."""
    found: dict[str, Array] = {}
    for k, zone in enumerate(wound.zones):
        name, left = _prefix(wound, f"foam{k}"), _Left(zone.stiff, zone.pulled, zone.pressed)
        for figure in ("E", "G", "density", "tension", "shear", "compression_10pct", "plateau_25pct"):
            sound = values[f"core.{figure}"]
            if not (zone.open or zone.gone):
                found[f"{name}.{figure}"] = left.of(values, figure, sound)
            elif figure in ("E", "G"):
                found[f"{name}.{figure}"] = OPEN * sound
            elif figure == "density":
                found[f"{name}.{figure}"] = 0.0 * sound if zone.gone else sound
            else:
                found[f"{name}.{figure}"] = OPEN * _PARTED * values["core.G" if figure == "shear" else "core.E"]
    whole = [
        key
        for key in values
        if not key.startswith(("wound.", "method.", "craft.", "core.", "glue.", "mending.", "repair."))
    ]
    for k, hit in enumerate(wound.hits):
        if hit.stiff is None:
            continue
        left = _Left(hit.stiff, hit.strong or hit.stiff, hit.strong or hit.stiff)
        for key in whole:
            figure = key.rpartition(".")[2]
            found[f"{_prefix(wound, f'hit{k}')}.{key}"] = left.of(values, figure, values[key])
    return found


def _suggest(room: Room) -> list[PieceBase]:
    return []


def _problems(wound: Wound, rows: list[MemberRow], ground: Ground) -> Iterable[Problem]:
    return ()


def _band(wound: Wound, chord: Array, x_le: Array) -> tuple[Array, Array]:
    """From the foremost to the hindmost of what is hurt."""
    spans = [(z.x_from, z.x_to) for z in wound.zones] + [(h.x_from, h.x_to) for h in wound.hits]
    low, high = min((a for a, _ in spans), default=0.0), max((b for _, b in spans), default=1.0)
    return x_le + low * chord, x_le + high * chord


KIND = Kind(
    model=Wound,
    group="cuts",
    rows=_rows,
    size=lambda p, mm: p.called,
    noun="damage",
    table=None,
    minutes=minutes((0.0, 0.0, 0.0), (0.0, 0.0, 0.0)),
    suggest=_suggest,
    offer=Offer("cut", "Damage", "", ""),
    bond=None,
    derived=_derived,
    own_figures=own_figures,
    problems=_problems,
    look="void",
    band=_band,
)


def parted(row: MemberRow, parting: Parting, ground: Ground, alternatives: bool) -> list[MemberRow]:
    """A stick in rows: what there is of it while the wound is on, and with `alternatives` the whole of it while it is
    off.

    A web stays one row, whose share over the stretch is taken off its own size: no two webs can stand in one place.
    """
    run = ground.same(row.present) > 0
    inside = (parting.present > 0) & run
    if not inside.any():
        return [row]
    if row.web_width and not alternatives:
        return [_web(row, parting, ground, inside)]
    y, (start, end) = ground.plan.y, parting.ends
    whole = (*row.whole_without, parting.by)
    only = (*row.only_with, parting.by) if alternatives else row.only_with
    found: list[dict[str, Any]] = []
    if parting.apart:
        for side, ends in ((y < start, (row.ends[0], start)), (y > end, (end, row.ends[1]))):
            there = run & side & ~inside
            if there.any():
                long = max(min(row.free_length, ends[1] - ends[0]), 1.0)
                found.append({"present": there.astype(float), "ends": ends, "free_length": long})
    else:
        found.append({"present": (run & ~inside).astype(float)})
    if parting.leaves:
        found.append({"present": inside.astype(float), "prefix": f"{parting.leaves}.{row.prefix}"})
    left = [replace(row, only_with=only, **change) for change in found]
    return [replace(row, whole_without=whole), *left] if alternatives else left


def _web(row: MemberRow, parting: Parting, ground: Ground, inside: NDArray[np.bool_]) -> MemberRow:
    by = np.where(inside, parting.share, 1.0)
    less: dict[str, Any] = {
        name: ground.same(getattr(row, name)) * by for name in ("area", "ixx", "izz", "polar", "web_left")
    }
    return replace(row, present=ground.same(row.present) * (by > 0), **less)
