"""A damage put down where it was seen, and a mend of a kind in sizes that fit it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from pydantic import BaseModel, Field

from ..damages import DAMAGE_KINDS, Damage, On, Side
from ..fields import Problem, Refused
from ..joints import BondTest
from ..kinds import share_along
from ..mends import MEND_KINDS, Mend, mend_kind
from ..model import Airframe, Repair, Scheme
from .place_of import place_of
from .states import cannot_lie


class StickOffer(BaseModel):
    """A stick of a part that may be hurt."""

    id: str
    label: str
    y_from_mm: float
    y_to_mm: float


class DamageStart(BaseModel):
    """A damage in usual sizes, and the sticks that it might be of."""

    damage: Damage
    sticks: list[StickOffer]


class MendOffer(BaseModel):
    """A kind of mend for a damage; `mend` in usual sizes, None where it cannot be done here, and why."""

    kind: str
    label: str
    good: str
    bad: str
    mend: Mend | None
    why_not: str
    aims: list[str]


class Spot(BaseModel):
    """Where somebody pointed."""

    kind: str = Field(max_length=40)
    on: On = "wing"
    side: Side = "left"
    at_mm: float = Field(0.0, ge=0.0, le=2500.0)
    #: share of the chord
    chord: float = Field(0.5, ge=0.0, le=1.0)


def _free(stem: str, taken: set[str]) -> str:
    return next(f"{stem}-{k}" for k in range(1, 1000) if f"{stem}-{k}" not in taken)


def start_damage(airframe: Airframe, schemes: Sequence[Scheme], repair: Repair, spot: Spot) -> DamageStart:
    """A damage of usual size where somebody pointed.

    Raises
    ------
    Refused
        Where there is no such kind, no such part, or no stick that could be hurt.
    """
    kind = DAMAGE_KINDS.get(spot.kind)
    if kind is None:
        raise Refused([Problem(("kind",), "kind", "There is no such damage.", "Choose one from the list.")])
    scheme = next((s for s in schemes if s.part == spot.on), None)
    if scheme is None or spot.on not in kind.on:
        said = f"There is no {spot.on} in this aircraft." if scheme is None else f"That cannot be on a {spot.on}."
        raise Refused([Problem(("on",), "on", said, "Choose another part.")])
    place = place_of(airframe, scheme)
    at = min(spot.at_mm, place.tip)
    own: dict[str, Any] = {
        "id": _free(spot.kind.replace("_", "-")[:12], {d.id for d in repair.damages}),
        "on": spot.on,
        "side": spot.side,
        "at_mm": round(at, 1),
    }
    sticks = [
        StickOffer(id=key, label=piece.name or key, y_from_mm=piece.y_from_mm, y_to_mm=min(piece.y_to_mm, place.tip))
        for key, piece in place.sticks.items()
    ]
    fields = kind.model.model_fields
    if kind.of_stick:
        if not sticks:
            said = f"This {spot.on} has no stick in it."
            raise Refused([Problem(("kind",), "kind", said, "Choose another kind of damage.")])
        own["piece"] = _nearest(place.sticks, at, spot.chord)
        piece = place.sticks[own["piece"]]
        own["at_mm"] = round(min(max(at, piece.y_from_mm), min(piece.y_to_mm, place.tip)), 1)
    if "surface" in fields and place.hinges:
        own["surface"] = next(iter(place.hinges))
    if "x_to" in fields and kind.mark == "patch":
        # a patch of usual size about the place
        own |= {"x_from": round(max(spot.chord - 0.1, 0.0), 3), "x_to": round(min(spot.chord + 0.1, 1.0), 3)}
    damage = kind.model(**own)
    if damage.run[1] > place.tip:
        damage = damage.model_copy(update={"long_mm": max(place.tip - damage.at_mm, 0.0)})
    return DamageStart(damage=damage, sticks=sticks)


def _nearest(sticks: Mapping[str, Any], at: float, chord: float) -> str:
    """The stick that lies nearest to where somebody pointed."""

    def away(piece: Any) -> float:
        along = max(piece.y_from_mm - at, 0.0, at - piece.y_to_mm)
        across = abs(float(share_along(piece, np.array([at]))[0]) - chord) if hasattr(piece, "chord_from") else 0.0
        return float(along + 1000.0 * across)

    return min(sticks, key=lambda key: away(sticks[key]))


def mend_offers(
    airframe: Airframe, schemes: Sequence[Scheme], repair: Repair, damage_id: str, tests: Sequence[BondTest] = ()
) -> list[MendOffer]:
    """Every kind of mend that is for a damage, in usual sizes.

    Raises
    ------
    Refused
        Where there is no such damage.
    """
    damage = next((d for d in repair.damages if d.id == damage_id), None)
    scheme = None if damage is None else next((s for s in schemes if s.part == damage.on), None)
    if damage is None or scheme is None:
        raise Refused([Problem(("damage",), "damage", "There is no such damage.", "Choose one from the list.")])
    place = place_of(airframe, scheme, repair.happened, tests)
    taken = {m.id for aim in ("today", "good", "looks") for m in repair.plans.of(aim).mends}
    found = []
    for kind in MEND_KINDS.values():
        if damage.kind not in kind.treats:
            continue
        usual = next(iter(kind.tries(damage, place)), None)
        mend, why = None, "It does not fit here."
        if usual is not None:
            mend = usual.model_copy(update={"id": _free(kind.kind.replace("_", "-")[:14], taken)})
            wrong = [*mend_kind(mend).problems(mend, damage, place)]
            wrong = wrong or cannot_lie(airframe, scheme, damage, mend, place)
            if wrong:
                mend, why = None, wrong[0].said()["what"]
        found.append(
            MendOffer(
                kind=kind.kind,
                label=kind.label,
                good=kind.good,
                bad=kind.bad,
                mend=mend,
                why_not="" if mend is not None else why,
                aims=sorted(kind.aims),
            )
        )
    return found
