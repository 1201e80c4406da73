"""What mends take from the shelf, for the one half that is hurt."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from ..analysis.evaluation import glue_mass
from ..catalogue import catalogue
from ..damages import Damage
from ..kinds import Need, kind_of
from ..mends import Mend, Place, mend_kind
from ..model import Airframe, Scheme
from ..sections import lay_out
from ..shelf import FORMS, ShelfItem, ShelfNeed, check
from ..units import System
from .states import laid_by

#: g of glue that is mixed or squeezed out where no piece tells how much (own estimate)
_A_DAB = 1.0


def _said(need: Need, mend: Mend) -> ShelfNeed:
    entry = getattr(catalogue(), need.table)[need.material]
    form = FORMS[need.form]  # type: ignore[index]
    return ShelfNeed(
        piece_id=mend.id,
        piece=mend_kind(mend).label,
        form=need.form,
        table=need.table,
        material=need.material,
        amount=need.amount,
        sizes=need.sizes,
        runs_mm=need.runs_mm,
        what=f"{entry.label}, {form.label}",
    )


def needs_of(
    airframe: Airframe, scheme: Scheme, mends: Sequence[Mend], damages: Sequence[Damage], place: Place
) -> list[ShelfNeed]:
    """Of the mends of one part and side: sticks in one run, film and cloth by area, glue by weight."""
    return [need for mend in mends for need in _of_one(airframe, scheme, mend, damages, place)]


def _of_one(
    airframe: Airframe, scheme: Scheme, mend: Mend, damages: Sequence[Damage], place: Place
) -> Iterator[ShelfNeed]:
    damage = next((d for d in damages if d.id == mend.of), None)
    if damage is None:
        return
    kind, glued = mend_kind(mend), 0.0
    pieces = laid_by(mend, damage, place)
    if pieces:
        layout = lay_out(airframe.part(scheme.part), pieces, 31)  # type: ignore[arg-type]
        ground = replace(layout.ground, copies=1, through_middle=False)
        for piece in pieces:
            for need in kind_of(piece).needs(piece, ground):
                yield _said(need, mend)
        weighs = [float(g) for g in glue_mass(layout) / layout.part.copies]
        glued = sum(g for g in weighs if math.isfinite(g))
    for need in kind.needs(mend, damage, place):
        yield _said(need, mend)
    for name in dict.fromkeys(kind.glues(mend)):
        amount = max(glued, _A_DAB)
        yield ShelfNeed(
            piece_id=mend.id,
            piece=kind.label,
            form="glue",
            table="glue",
            material=name,
            amount=amount,
            what=catalogue().glue[name].label,
        )


def in_stock(needs: Sequence[ShelfNeed], items: Sequence[ShelfItem], system: System = "metric") -> bool:
    """Whether all of it is there."""
    return check(needs, items, None, system).missing == 0


def price_of(needs: Sequence[ShelfNeed], items: Sequence[ShelfItem]) -> float | None:
    """What it costs by what the shelf's own items cost; None where the price of something is not known."""
    return check(needs, items).price


def missing(needs: Sequence[ShelfNeed], items: Sequence[ShelfItem]) -> Mapping[str, list[str]]:
    """Mend -> what of it is not there."""
    found: dict[str, list[str]] = {}
    for line in check(needs, items).lines:
        if line.status != "there":
            found.setdefault(line.need.piece_id, []).append(line.need.what)
    return found
