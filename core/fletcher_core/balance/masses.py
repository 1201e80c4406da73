"""Every weight with its place: parts by their sections, pieces and glue, gear where it sits, and the rest.

Places are mm aft of the leading edge of the wing's root, and up from the wing's plane there.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..analysis.evaluation import drawn_values, glue_mass, laid_out
from ..analysis.solve import Sections, sections_of
from ..analysis.uncertainty import SAMPLES, Z90, sample, typical
from ..geometry import planform
from ..joints.hardware import hardware_of, joined_g
from ..kinds import kind_of
from ..model.airframe import Airframe
from ..model.body import Body
from ..model.document import Scheme
from ..model.gear import Gear
from ..mounts import MountBase, mount_grams, mount_kind, mount_uses, weighs
from ..parts import PARTS
from ..parts.body import top_at_seat
from ..parts.kind import MOUNTED_AT
from ..parts.placed import Placed, gear_at
from ..remembered import Remembered
from ..sections import spreads

Array = NDArray[np.float64]

#: mm by which a thing lies off its place, lightest or heaviest of ten (own estimate: pockets, straps, wires)
_PLACED_MM = 4.0
#: mm by which a part's own centre is off, beside what its weights tell (own estimate: glue that runs, sanding)
_BUILT_MM = 1.0
#: of the nose's length, by which the middle of what is not described yet may lie elsewhere (own estimate)
_UNKNOWN = 0.25


@dataclass(frozen=True)
class PlacedMass:
    """One weight.

    Attributes
    ----------
    of : the part, "gear" or "rest"; `id` of a piece or a thing that is carried.
    grams, x, up : typical; g, mm. sd_g, sd_x : standard deviations of weight and of place.
    within : what it consists of, whose weights add up to its own.
    """

    name: str
    of: str
    grams: float
    x: float
    up: float
    sd_g: float = 0.0
    sd_x: float = 0.0
    id: str = ""
    within: tuple[PlacedMass, ...] = field(default=())


def _moments(sections: Sections, placed: Placed) -> tuple[Array, Array, Array]:
    """(V,) grams of all copies, and their moments aft and up, g mm."""
    layout, p = sections.layout, sections.properties
    plan, outline = layout.plan, layout.outline
    x = plan.x_le + p.x_mass / outline.chord * plan.chord
    z = 0.0 * plan.y
    if isinstance(layout.part, Body) and not layout.part.on_edge:
        z = 0.5 * (outline.upper.max(axis=1) + outline.lower.min(axis=1))
        boom = layout.section.boom
        if boom is not None and layout.part.boom is not None:
            z = np.where(boom.here, layout.part.boom.middle_mm, z)
    aft, _, up = placed.at(plan.y, x, z, 1)
    mass, s = layout.part.copies * p.mass, plan.s
    grams, back, over = (np.asarray(np.trapezoid(mass * f, s, axis=1)) for f in (np.ones_like(s), aft, up))
    return grams, back, over


def weight_of(airframe: Airframe, scheme: Scheme) -> tuple[float, float]:
    """(g, g mm aft of the leading edge of the wing's root) of a part as it is drawn, at typical figures."""
    layout = laid_out(airframe, scheme, 61)
    on = np.array([[float(p.on) for p in layout.pieces]])
    sections = sections_of(layout, typical(spreads(layout), 1), on)
    grams, aft, _ = _moments(sections, Placed(airframe, layout.part))
    glue = float(glue_mass(layout) @ on[0])
    total = float(grams[0]) + glue + float(joined_g(hardware_of(layout), sections.values)[0])
    return total, float(aft[0] / grams[0]) * total


#: what other parts weigh is asked anew for every change of one of them (own choice: some aircraft's parts)
_parts: Remembered[PlacedMass] = Remembered(64)


def of_part(airframe: Airframe, scheme: Scheme) -> PlacedMass:
    """A part as it is drawn, with its pieces and their glue one by one."""
    return _parts.of((airframe, scheme), lambda: _of_part(airframe, scheme))


def _of_part(airframe: Airframe, scheme: Scheme) -> PlacedMass:
    layout = laid_out(airframe, scheme, 61)
    placed = Placed(airframe, layout.part)
    count = len(layout.pieces)
    drawn = np.array([float(p.on) for p in layout.pieces])
    there = np.flatnonzero(drawn)
    on = np.repeat(drawn[None], 1 + len(there), axis=0)
    on[1 + np.arange(len(there)), there] = 0.0
    table = spreads(layout)
    sections = sections_of(layout, typical(table, len(on)), on)
    grams, aft, up = _moments(sections, placed)
    glue = glue_mass(layout)
    joined = float(joined_g(hardware_of(layout), {k: v[:1] for k, v in sections.values.items()})[0])
    middle = aft[0] / grams[0], up[0] / grams[0]
    pieces: list[PlacedMass] = []
    for k, piece in enumerate(there.tolist()):
        own = float(grams[0] - grams[1 + k])
        described: Any = layout.pieces[piece]
        # what weighs next to nothing, as a cut-out, lies where it is; its moment is what it changes
        x, z = (float(aft[0] - aft[1 + k]) / own, float(up[0] - up[1 + k]) / own) if abs(own) > 1e-6 else middle
        name = described.name or kind_of(described).noun
        pieces.append(PlacedMass(name, scheme.part, own + float(glue[piece]), x, z, id=described.id))
    bare = float(grams[0]) - sum(p.grams - float(glue[k]) for p, k in zip(pieces, there, strict=True)) + joined
    rest = float(aft[0]) - sum((p.grams - float(glue[k])) * p.x for p, k in zip(pieces, there, strict=True))
    over = float(up[0]) - sum((p.grams - float(glue[k])) * p.up for p, k in zip(pieces, there, strict=True))
    own_bare = max(bare - joined, 1e-9)
    pieces.insert(0, PlacedMass(f"bare {scheme.part}", scheme.part, bare, rest / own_bare, over / own_bare))
    total = sum(p.grams for p in pieces)
    values = drawn_values(table)
    draws = len(next(iter(values.values())))
    tried = sections_of(layout, values, np.broadcast_to(drawn, (draws, count)))
    weighs, moment, _ = _moments(tried, placed)
    glued = float(glue @ drawn)
    return PlacedMass(
        PARTS[scheme.part].label, scheme.part, total, sum(p.grams * p.x for p in pieces) / total,
        sum(p.grams * p.up for p in pieces) / total,
        # of glue, as much over or under as there is of it (own estimate: 0.6 to 1.5 of what is told)
        float(np.hypot(np.std(weighs), 0.35 * glued)),
        float(np.hypot(np.std(moment / weighs), _BUILT_MM / Z90)), within=tuple(pieces),
    )  # fmt: skip


def of_gear(airframe: Airframe, one: Gear) -> PlacedMass:
    """All of it, on one side or both."""
    at = np.mean(gear_at(airframe, one), axis=0)
    return PlacedMass(
        one.called, "gear", one.all_grams, float(at[0]), float(at[2]), one.off_by * one.all_grams / Z90,
        _PLACED_MM / Z90, one.id,
    )  # fmt: skip


def of_mount(airframe: Airframe, one: MountBase) -> PlacedMass:
    """What holds something, without what it holds."""
    part = airframe.part(one.on)
    draws = weighs(one, {"core.shear": np.ones(SAMPLES), **sample(mount_uses(one))})
    placed = Placed(airframe, part)
    if isinstance(part, Body):
        aft, up = one.along_mm - part.wing_at_mm, 0.0 - top_at_seat(part)
    else:
        chord, x_le = placed.plan.at(np.array([one.along_mm]))
        at = placed.at(np.array([one.along_mm]), x_le + MOUNTED_AT * chord, np.zeros(1), 1)
        aft, up = float(at[0][0]), float(at[2][0])
    return PlacedMass(
        one.name or mount_kind(one).label,
        "mount",
        mount_grams(one),
        aft,
        up,
        float(np.std(draws)),
        _PLACED_MM / Z90,
        one.id,
    )


def nose_at(airframe: Airframe) -> float:
    """mm of the foremost place at which something can be fixed."""
    body = airframe.parts.body
    wing = planform(airframe.wing)
    return -body.wing_at_mm if body is not None else float(wing.x_le.min())


def of_rest(airframe: Airframe, aim: float) -> PlacedMass | None:
    """What is not described yet: where the aircraft is to balance, as nobody knows better."""
    if airframe.rest_g <= 0:
        return None
    away = _UNKNOWN * max(aim - nose_at(airframe), 20.0)
    return PlacedMass("not described yet", "rest", airframe.rest_g, aim, 0.0, 0.05 * airframe.rest_g, away)


def masses(airframe: Airframe, schemes: Sequence[Scheme], aim: float) -> list[PlacedMass]:
    """Parts with the schemes that are shown, gear, and the rest."""
    found = [of_part(airframe, scheme) for scheme in schemes]
    found += [of_gear(airframe, one) for one in airframe.gear]
    found += [of_mount(airframe, one) for one in airframe.mounts]
    rest = of_rest(airframe, aim)
    return [*found, rest] if rest else found
