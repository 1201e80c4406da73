"""Sound, broken and mended: one scheme with its damages and mends laid in, in three states of one computation."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from pydantic import ValidationError

from ..analysis.evaluation import Evaluation, Others, compute, laid_out
from ..analysis.without_broken import OF_MENDS
from ..damages import Care, Damage, Room, damage_kind, wounds
from ..fields import Problem, Refused, explain
from ..kinds import PieceBase, Wound, wound_of
from ..mends import Mend, MendBase, Place, mend_kind
from ..model import Airframe, Scheme
from ..units import Measure

#: field of a piece -> field of the mend that laid it
FIELD_OF = {
    "y_from_mm": "overlap_mm", "y_to_mm": "overlap_mm", "diameter_mm": "wide_mm", "width_mm": "wide_mm",
    "thickness_mm": "thick_mm", "chord_from": "chord", "chord_to": "chord", "material": "material", "glue": "glue",
}  # fmt: skip
#: stations at which it is looked whether a mend can lie there (own choice)
_LOOK = 31
State = Literal["sound", "broken", "mended"]
STATES: tuple[State, ...] = ("sound", "broken", "mended")


@dataclass(frozen=True)
class Hurt:
    """What is laid in beside the scheme's own pieces, and in which states it is there."""

    pieces: list[Any]
    there: list[frozenset[State]]
    #: of which damage or mend each is
    of: list[str]

    def in_state(self, scheme: Scheme, state: State) -> Scheme:
        """The scheme as it is in a state; the same pieces in each, so that their draws are the same."""
        own = [
            piece.model_copy(update={"on": state in there})
            for piece, there in zip(self.pieces, self.there, strict=True)
        ]
        return scheme.model_copy(update={"pieces": [*scheme.pieces, *own]})

    def weighed(self, scheme: Scheme, state: State) -> Scheme:
        """The same for the scale: what is torn or broken but not lost weighs what it did."""
        laid = self.in_state(scheme, state)
        return laid.model_copy(update={"pieces": [_on_the_scale(piece) for piece in laid.pieces]})


def _on_the_scale(piece: PieceBase) -> PieceBase:
    if not isinstance(piece, Wound):
        return piece
    there = {"zones": [z for z in piece.zones if z.gone], "hits": [h for h in piece.hits if h.lost]}
    return piece.model_copy(update=there)


def cares_of(damage: Damage, mends: Sequence[Mend], place: Place) -> list[Care]:
    """What the mends of one damage do to it."""
    found = (mend_kind(m).care(m, damage, place) for m in mends if m.of == damage.id)
    return [care for care in found if care is not None]


def laid_by(mend: Mend, damage: Damage, place: Place) -> list[PieceBase]:
    """The pieces that a mend lays in, with ids of its own."""
    return [
        piece.model_copy(update={"id": f"{OF_MENDS}{piece.id}"[:40]})
        for piece in mend_kind(mend).adds(mend, damage, place)
    ]


def hurt(damages: Sequence[Damage], mends: Sequence[Mend], place: Place) -> Hurt:
    """Everything that damages and mends lay in."""
    pieces: list[Any] = []
    there: list[frozenset[State]] = []
    of: list[str] = []

    def add(found: Sequence[Any], states: frozenset[State], whose: str) -> None:
        pieces.extend(found)
        there.extend([states] * len(found))
        of.extend([whose] * len(found))

    by_id = {d.id: d for d in damages}
    for damage in damages:
        cares = cares_of(damage, mends, place)
        room = place.room(damage)
        bare = wounds(damage, room=room)
        add(bare, frozenset({"broken"} if cares else {"broken", "mended"}), damage.id)
        if cares:
            add(wounds(damage, cares, room=room), frozenset({"mended"}), damage.id)
    for mend in mends:
        if mend.of in by_id:
            add(laid_by(mend, by_id[mend.of], place), frozenset({"mended"}), mend.id)
    return Hurt(pieces, there, of)


def _place_problems(damage: Damage, where: tuple[str | int, ...], place: Place) -> Iterator[Problem]:
    """A damage that lies outside of its part, or is of a stick that is not there."""
    kind = damage_kind(damage)
    away = "behind the nose" if place.part == "body" else "out"
    if damage.at_mm > place.tip + 0.5:
        yield Problem(
            (*where, "at_mm"),
            "its place",
            f"It lies {{it}} {away}, and the {place.part} ends at {{tip}}.",
            "Put it between 0 and {tip}.",
            {"it": Measure(damage.at_mm), "tip": Measure(place.tip)},
        )
    elif damage.run[1] > place.tip + 0.5:
        yield Problem(
            (*where, "long_mm"),
            "how long",
            f"It ends at {{it}} {away}, and the {place.part} ends at {{tip}}.",
            "Make it shorter, or start it farther in.",
            {"it": Measure(damage.run[1]), "tip": Measure(place.tip)},
        )
    if kind.of_stick:
        piece = place.sticks.get(getattr(damage, "piece", ""))
        if piece is None:
            yield Problem(
                (*where, "piece"),
                "which stick",
                "There is no such stick in this part.",
                "Choose one of its sticks, or another kind of damage.",
            )
        elif damage.at_mm < piece.y_from_mm - 0.5 or damage.at_mm > piece.y_to_mm + 0.5:
            yield Problem(
                (*where, "at_mm"),
                "its place",
                "The stick runs from {start} to {end}.",
                "Put it on the stick.",
                {"start": Measure(piece.y_from_mm), "end": Measure(piece.y_to_mm)},
            )
    if place.part not in kind.on:
        yield Problem((*where, "on"), "on", f"That cannot be on a {place.part}.", "Choose another part.")


def _overlaps(damages: Sequence[tuple[int, Damage]]) -> Iterator[Problem]:
    """Two that take the same foam: it can be hurt once."""
    zones = [
        (k, d, [(w.y_from_mm, w.y_to_mm, z) for w in wounds(d, room=Room(0.0)) for z in w.zones]) for k, d in damages
    ]
    for n, (k, _, own) in enumerate(zones):
        for _, other, theirs in zones[:n]:
            if any(
                a < end
                and start < b
                and one.x_from < two.x_to
                and two.x_from < one.x_to
                and (one.depth_mm is None or two.depth_mm is None or one.face == two.face)
                for a, b, one in own
                for start, end, two in theirs
            ):
                yield Problem(
                    ("damages", k, "at_mm"),
                    "its place",
                    f"It lies in the same foam as another: {damage_kind(other).label.lower()}.",
                    "Move it beside that, or make one of both: the worse.",
                )
                break


def problems(
    all_damages: Sequence[Damage], on: Sequence[Damage], mends: Sequence[Mend], place: Place, aim: str
) -> list[Problem]:
    """Everything about damages and mends of one part and side that cannot be, at its field of the repair."""
    index = {d.id: k for k, d in enumerate(all_damages)}
    by_id = {d.id: d for d in on}
    found = [p for d in on for p in _place_problems(d, ("damages", index[d.id]), place)]
    found += () if found else _overlaps([(index[d.id], d) for d in on])
    if found:
        return found
    for k, mend in enumerate(mends):
        damage = by_id.get(mend.of)
        if damage is None:
            continue
        where = ("plans", aim, "mends", k)
        own = [replace(p, where=(*where, *p.where)) for p in mend_kind(mend).problems(mend, damage, place)]
        found += own
        if not own:
            try:
                pieces = laid_by(mend, damage, place)
            except ValidationError as exc:
                first = explain(exc, MendBase)[0]
                field = FIELD_OF.get(str(exc.errors()[0]["loc"][-1]), "of")
                found.append(Problem((*where, field), field.removesuffix("_mm"), first["what"], first["right"]))
                continue
            for piece in pieces:
                kind: str = piece.kind  # type: ignore[attr-defined]
                if kind not in place.kinds:
                    found.append(
                        Problem(
                            (*where, "of"),
                            "of which damage",
                            f"That is not laid on this {place.part}.",
                            "Choose another mend.",
                        )
                    )
                    break
    return found


def cannot_lie(airframe: Airframe, scheme: Scheme, damage: Damage, mend: Mend, place: Place) -> list[Problem]:
    """What of what a mend lays in cannot be on the part as it is built: where a wall is left out, say."""
    laid = hurt([damage], [mend], place)
    if mend.id not in laid.of:
        return []
    try:
        laid_out(airframe, laid.in_state(scheme, "mended"), _LOOK)
    except Refused as exc:
        return exc.problems
    return []


def _without(laid: Hurt, mends: frozenset[str], damages: frozenset[str]) -> Hurt:
    """What is laid in once the pieces of some mends have let go, and all that was done about some damages."""
    there: list[frozenset[State]] = []
    for piece, own, whose in zip(laid.pieces, laid.there, laid.of, strict=True):
        wound = wound_of(piece)
        if whose in mends:
            there.append(frozenset())
        elif wound is not None and wound.damage in damages:
            there.append(frozenset({"mended"}) if "broken" in own else frozenset())
        else:
            there.append(own)
    return Hurt(laid.pieces, there, laid.of)


def _lets_go(now: Evaluation, scheme: Scheme, laid: Hurt) -> str | None:
    """The mend, or the damage, at which it ends; None where it ends elsewhere."""
    _, station, finding = now.solved.holds_to(0)
    if finding.piece is None:
        return None
    own = finding.piece - len(scheme.pieces)
    if own >= 0:
        return laid.of[own]
    y, name = float(now.layout.plan.y[station]), scheme.pieces[finding.piece].id
    for piece, there, whose in zip(laid.pieces, laid.there, laid.of, strict=True):
        wound = wound_of(piece)
        if wound is None or "mended" not in there or not wound.y_from_mm - 0.1 <= y <= wound.y_to_mm + 0.1:
            continue
        if any(name in (hit.sticks or ()) for hit in wound.hits):
            return whose
    return None


def after_letting_go(
    airframe: Airframe,
    scheme: Scheme,
    laid: Hurt,
    others: Others,
    mended: Evaluation,
    mends: Mapping[str, str],
    spread: bool,
    stations: int = 61,
) -> Evaluation:
    """The mended part as far as it holds: where a mend is what ends it, and the part holds more once that has let go,
    that is how far it holds.

    Parameters
    ----------
    mends : id of each mend -> of its damage.
    """
    best, now = mended, mended
    gone: frozenset[str] = frozenset()
    open_again: frozenset[str] = frozenset()
    for _ in range(len(mends) + 1):
        whose = _lets_go(now, scheme, laid)
        if whose is None or whose in gone or whose in open_again:
            break
        if whose in mends:
            gone |= {whose}
        elif any(of == whose for of in mends.values()):
            open_again |= {whose}
            gone |= {mend for mend, of in mends.items() if of == whose}
        else:
            break
        left = _without(laid, gone, open_again).in_state(scheme, "mended")
        now = compute(airframe, left, stations, False, spread, others)
        if now.solved.hold[0].min() > best.solved.hold[0].min():
            best = now
    return best


def computed(
    airframe: Airframe, scheme: Scheme, laid: Hurt, others: Others, *, spread: bool = True, stations: int = 61
) -> dict[State, Evaluation]:
    """The three of them.

    Raises
    ------
    Refused
        With every fault, told at ("laid", k, field) where a piece of `laid` is meant.
    """
    found: dict[State, Evaluation] = {}
    for state in STATES:
        try:
            found[state] = compute(airframe, laid.in_state(scheme, state), stations, False, spread, others)
        except Refused as exc:
            own = len(scheme.pieces)
            raise Refused(
                replace(p, where=("laid", p.where[1] - own, *p.where[2:]))
                if len(p.where) > 1 and p.where[0] == "pieces" and isinstance(p.where[1], int) and p.where[1] >= own
                else p
                for p in exc.problems
            ) from exc
    return found
