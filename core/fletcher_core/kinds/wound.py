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
    #: of its shear stiffness, where that is another than of E
    sheared: Share | None = None
    pulled: Share = ALL
    pressed: Share = ALL
    open: bool = False
    gone: bool = False


class Hit(Described):
    """Sticks, or sheets (`sticks` None), that are other over the wound's stretch: nothing of them where `stiff` is
    none, else stiffness and strength. `lost`: it is not even there, else it hangs on and weighs what it did.
    `bends`, `deeper`: second moment over area, and depth, times what they were: of what is laid beside a stick."""

    sticks: tuple[str, ...] | None = None
    face: Literal[1, -1, 0] = 0
    x_from: float = 0.0
    x_to: float = 1.0
    stiff: Share | None = None
    strong: Share | None = None
    apart: bool = False
    lost: bool = False
    bends: float = 1.0
    deeper: float = 1.0
    #: the glue that it lies in, where it is another
    glue: str | None = None


class Wound(PieceBase):
    """What a damage, as it is or as mends have left it, makes of a stretch of a part."""

    kind: Literal["wound"] = "wound"
    damage: str
    #: mm beyond either end over which what it does fades to nothing, in proportion
    fade_mm: float = 0.0
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
    """Prefix of a stick's figures as it was, however many wounds it has."""
    while prefix.startswith("wound."):
        prefix = prefix.split(".", 3)[3]
    return prefix


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
    run = _weight(wound, ground)
    ends = (wound.y_from_mm - wound.fade_mm, wound.y_to_mm + wound.fade_mm)
    inside = ground.run(wound.y_from_mm, wound.y_to_mm)
    patches = [
        PatchRow(
            index,
            _prefix(wound, f"{name}{k}"),
            ground.same(z.x_from),
            ground.same(z.x_to),
            z.face,
            z.depth_mm,
            there,
            exact=True,
        )
        for k, z in enumerate(wound.zones)
        for name, there in (("foam", inside), ("fade", run * (1 - inside)))
        if there.any()
    ]
    partings = [
        Parting(
            index, run, ends, h.sticks, h.face, h.x_from, h.x_to,
            "" if h.stiff is None else _prefix(wound, f"hit{k}"), h.apart,
            0.0 if h.stiff is None else h.stiff.usual, h.bends, h.deeper, h.glue,
        )
        for k, h in enumerate(wound.hits)
    ]  # fmt: skip
    return Rows(patches=patches, partings=partings)


def _weight(wound: Wound, ground: Ground) -> Array:
    """(S,) 1 over the wound's stretch, falling in a straight line to 0 over its fade on both sides.

    So a verdict is continuous in the places of two wounds that pass each other: neither begins at once.
    """
    run = ground.run(wound.y_from_mm, wound.y_to_mm)
    if wound.fade_mm <= 0:
        return run
    y = ground.plan.y
    away = np.maximum(np.maximum(wound.y_from_mm - y, y - wound.y_to_mm), 0.0)
    return np.asarray(np.maximum(run, np.clip(1 - away / wound.fade_mm, 0.0, 1.0)))


def own_figures(wound: Wound) -> dict[str, Spread]:
    """Figures of the catalogue that it is computed from, by full name."""
    shares = [s for z in wound.zones for s in (z.stiff, z.pulled, z.pressed)]
    shares += [s for h in wound.hits for s in (h.stiff, h.strong) if s is not None]
    return {name: spread for share in shares for name, spread in share.figures.items()}


def _derived(wound: Wound, values: Mapping[str, Array], ground: Ground) -> dict[str, Array]:
    """Figures of its foam, by the core's; those of what is left of sticks are made as rows ask (`left_figures`)."""
    found: dict[str, Array] = {}
    for k, zone in enumerate(wound.zones):
        name, left = _prefix(wound, f"foam{k}"), _Left(zone.stiff, zone.pulled, zone.pressed)
        # beside it foam is pulled less, and is sheared as it was
        fade = _prefix(wound, f"fade{k}")
        for figure in ("E", "G", "density", "tension", "shear", "compression_10pct", "plateau_25pct"):
            sound = values[f"core.{figure}"]
            if not (zone.open or zone.gone):
                shear = figure == "G" and zone.sheared is not None
                found[f"{name}.{figure}"] = (
                    (zone.sheared or ALL).of(values, sound) if shear else left.of(values, figure, sound)
                )
            elif figure in ("E", "G"):
                found[f"{name}.{figure}"] = OPEN * sound
            elif figure == "density":
                found[f"{name}.{figure}"] = 0.0 * sound if zone.gone else sound
            else:
                found[f"{name}.{figure}"] = OPEN * _PARTED * values["core.G" if figure == "shear" else "core.E"]
            sheared = figure in ("G", "shear", "density")
            found[f"{fade}.{figure}"] = sound if sheared else found[f"{name}.{figure}"]
    return found


def left_figures(wounds: Mapping[str, Wound], prefix: str, values: Mapping[str, Array]) -> dict[str, Array]:
    """Figures of what one or more wounds leave of a stick, under `prefix`: wounds on a wound count one after the other.

    Parameters
    ----------
    wounds : id -> wound. prefix : ``wound.<id>.hit<k>.<prefix of the stick as it was, or of what another wound left>``.
    """
    _, name, which, rest = prefix.split(".", 3)
    hit = wounds[name].hits[int(which.removeprefix("hit"))]
    assert hit.stiff is not None
    whole = left_figures(wounds, rest, values) if rest.startswith("wound.") else values
    left = _Left(hit.stiff, hit.strong or hit.stiff, hit.strong or hit.stiff)
    return {
        f"{prefix}.{key.removeprefix(f'{rest}.')}": left.of(values, key.rpartition(".")[2], whole[key])
        for key in whole
        if key.startswith(f"{rest}.")
    }


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
    there, by = ground.same(row.present), ground.same(parting.present)
    if not ((by > 0) & (there > 0)).any():
        return [row]
    if row.web_width and not alternatives:
        return [_web(row, parting, ground)]
    y, (start, end) = ground.plan.y, parting.ends
    whole = (*row.whole_without, parting.by)
    only = (*row.only_with, parting.by) if alternatives else row.only_with
    found: list[dict[str, Any]] = []
    if parting.apart:
        middle = 0.5 * (start + end)
        for side, ends in ((y < middle, (row.ends[0], start)), (y >= middle, (end, row.ends[1]))):
            half = there * side * (1 - by)
            if half.any():
                long = max(min(row.free_length, ends[1] - ends[0]), 1.0)
                found.append({"present": half, "ends": ends, "free_length": long})
    else:
        found.append({"present": there * (1 - by)})
    if parting.leaves:
        left_of_it: dict[str, Any] = {"present": there * by, "prefix": f"{parting.leaves}.{row.prefix}"}
        for name in ("ixx", "izz", "polar") if parting.bends != 1.0 else ():
            left_of_it[name] = getattr(row, name) * parting.bends
        if parting.glue is not None and row.against == "foam":
            left_of_it["glue"] = parting.glue
        if parting.deeper != 1.0:
            left_of_it["height"] = row.height * parting.deeper
        found.append(left_of_it)
    left = [replace(row, only_with=only, **change) for change in found]
    return [replace(row, whole_without=whole), *left] if alternatives else left


def _web(row: MemberRow, parting: Parting, ground: Ground) -> MemberRow:
    by = 1 - ground.same(parting.present) * (1 - parting.share)
    less: dict[str, Any] = {
        name: ground.same(getattr(row, name)) * by for name in ("area", "ixx", "izz", "polar", "web_left")
    }
    return replace(row, present=ground.same(row.present) * (by > 0), **less)
