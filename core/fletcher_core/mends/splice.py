"""A broken stick spliced: a rod inside, a tube over it, a scarf, or a length beside it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from ..bonds.splice import SPLICES, SpliceQuestion, SpliceWay, spliced, splices
from ..damages import Beside, Care, DamageBase
from ..damages.base import words
from ..fields import Problem, measure
from ..kinds import ALL, Share, kind_of
from ..units import Measure
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long, stick_of
from .place import Place
from .stuff import glue_steps, thin_glue

Way = Literal["sleeve_inside", "sleeve_outside", "scarf", "lap"]


class SpliceStick(MendBase):
    """A splice over a break; its length is on each side of it."""

    kind: Literal["splice_stick"] = "splice_stick"
    way: Way = words("how", "lap", **{key: kind.label for key, kind in SPLICES.items()})
    length_mm: float = measure("length on each side of the break", "length", 1.0, 600.0, 60.0)
    glue: str = glue_field("epoxy_30")


def question(piece: Any, glue: str) -> SpliceQuestion | None:
    """The stick as a splice looks at it; None for what cannot be spliced."""
    asked = kind_of(piece).splice(piece)
    return SpliceQuestion(**asked, glue=glue) if asked else None


def made(mend: SpliceStick, damage: Any, place: Place) -> SpliceWay | None:
    """The splice as long as it is asked for."""
    piece = place.sticks.get(damage.piece)
    q = None if piece is None else question(piece, mend.glue)
    return None if q is None or q.form not in SPLICES[mend.way].forms else spliced(q, mend.way, mend.length_mm)


def care(mend: SpliceStick, damage: Any, place: Place) -> Care | None:
    """Whole again where it bends, as strong as the glue line lets it be; stiffer over what is laid beside it."""
    found = made(mend, damage, place)
    if found is None:
        return None
    share = Share(named=f"splice_{mend.way}", spread=(found.share.low, found.share.typical, found.share.high))
    over = place.around(damage.at_mm, mend.length_mm)
    return Care(
        stick_stiff=ALL,
        stick_strong=share,
        over=over,
        beside=Beside(found.stretches, found.stiffer / found.stretches, found.deeper),
    )


def _problems(mend: SpliceStick, damage: Any, place: Place) -> Iterator[Problem]:
    piece = place.sticks.get(damage.piece)
    if piece is None:
        return
    q = question(piece, mend.glue)
    if q is None:
        yield Problem(("way",), "how", "Spars of board cannot be spliced so.", "Lay a splint over the break.")
    elif q.form not in SPLICES[mend.way].forms:
        fits = ", ".join(k.label.lower() for k in SPLICES.values() if q.form in k.forms)
        yield Problem(("way",), "how", f"That is not for a {q.form}.", f"Choose: {fits}.")
    if damage.at_mm + mend.length_mm > place.tip + 0.5 or damage.at_mm - mend.length_mm < -0.5:
        most = max(min(place.tip - damage.at_mm, damage.at_mm), 0.0)
        yield Problem(
            ("length_mm",),
            "length on each side of the break",
            "It is longer than what there is of the part on one side of the break: {most}.",
            "Make it shorter, or put in a new stick.",
            {"most": Measure(most)},
        )


def _steps(mend: SpliceStick, damage: Any, place: Place) -> list[str]:
    return [
        "Open the slot over the whole splice, with a new blade; cut splinters off square.",
        *SPLICES[mend.way].steps,
        *glue_steps(mend.glue),
        "Close the slot with glue that takes the foam.",
    ]


def tries(damage: DamageBase, place: Place) -> Sequence[SpliceStick]:
    """Every way that its form allows, as long as it should be; and half as long: each glue's best first."""
    piece = place.sticks.get(getattr(damage, "piece", ""))
    most = min(place.tip - damage.at_mm, damage.at_mm)
    found: list[tuple[tuple[float, int], SpliceStick]] = []
    for glue in ("epoxy_30", "epoxy_5", thin_glue(place)):
        q = None if piece is None else question(piece, glue)
        for k, way in enumerate([] if q is None else splices(q)):
            for by in (1.0, 0.5):
                length = min(max(way.length_mm * by, 1.0), most)
                if length < 1.0:
                    continue  # at the middle or the tip there is nothing to splice to
                made = SpliceStick(id="new", of=damage.id, way=way.way, length_mm=length, glue=glue)
                if all(made != other for _, other in found):
                    found.append(((-by, k), made))
    return [made for _, made in sorted(found, key=lambda f: f[0])]


KIND = MendKind(
    model=SpliceStick,
    label="Splice the stick",
    noun="splice",
    good="The stick stays where it is and carries again.",
    bad="A blunt, stiff splice is where the next break starts.",
    treats=frozenset({"broken"}),
    closes=frozenset({"broken"}),
    care=care,
    minutes=lambda m, d, p: so_long(10, 18, 35),
    grams=lambda m, d, p: found.grams if (found := made(m, d, p)) is not None else 0.0,
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "lap", stick := stick_of(d, p), stick, touches=p.core)],
    steps=_steps,
    tries=tries,
    problems=_problems,
    looks=0.6,
    cautions=("splinters",),
)
