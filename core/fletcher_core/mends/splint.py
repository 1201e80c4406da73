"""Strips or skewers laid across a damage."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from pydantic import Field

from ..catalogue import Spread, catalogue, meets
from ..damages import DamageBase
from ..damages.base import words
from ..fields import Problem, chord_share, measure
from ..kinds import PieceBase, new_piece
from ..units import Measure
from .base import MendBase, glue_field
from .kind import Glued, MendKind, so_long
from .place import Place
from .reglue import glues_for
from .stuff import glue_steps

#: share of a tapered splint's length that its second half runs (own choice)
TAPERED = 0.6


class Splint(MendBase):
    """A strip, or a skewer, on one face or both; `overlap_mm` on each side of the damage."""

    kind: Literal["splint"] = "splint"
    shape: Literal["strip", "skewer"] = words("what", "strip", strip="a strip", skewer="a skewer or rod")
    material: str = Field("carbon_pultruded", json_schema_extra={"label": "material", "table": "stock"})
    wide_mm: float = measure("width, or thickness of the skewer", "size", 0.5, 60.0, 5.0)
    thick_mm: float = measure("thickness of the strip", "size", 0.1, 15.0, 1.0)
    faces: Literal["both", "top", "bottom", "middle"] = words(
        "where", "both", both="in both faces", top="in the top", bottom="in the bottom", middle="in the middle"
    )
    chord: float = chord_share("place on the chord", 0.3)
    overlap_mm: float = measure("overlap on each side", "length", 2.0, 1000.0, 80.0)
    ends: Literal["blunt", "stepped"] = words("ends", "stepped", blunt="blunt", stepped="stepped: half ends sooner")
    glue: str = glue_field()


def adds(mend: Splint, damage: Any, place: Place) -> list[PieceBase]:
    """Stepped: two of half the width side by side, the one shorter, so that its ends are half as hard."""
    middle, half = 0.5 * sum(damage.run), 0.5 * damage.length_mm
    found: list[PieceBase] = []
    levels = ("top", "bottom") if mend.faces == "both" else (mend.faces,)
    stepped = mend.ends == "stepped"
    for level in levels:
        for k, by in enumerate((1.0, TAPERED) if stepped else (1.0,)):
            start, end = place.around(middle, half + by * mend.overlap_mm)
            chord, _ = place.size_at(middle)
            aside = (0.5 * mend.wide_mm / chord if stepped else 0.0) * (1, -1)[k]
            common: dict[str, Any] = {
                "id": f"{mend.id}-{level}{k}",
                "name": f"{level} splint" if level != "middle" else "splint",
                "material": mend.material,
                "glue": mend.glue,
                "chord_from": min(max(mend.chord + aside, 0.0), 1.0),
                "chord_to": min(max(mend.chord + aside, 0.0), 1.0),
                "level": level,
                "y_from_mm": start,
                "y_to_mm": end,
            }
            if mend.shape == "strip":
                wide = mend.wide_mm * (0.5 if stepped else 1.0)
                found.append(new_piece("strip", **common, width_mm=max(wide, 0.5), thickness_mm=mend.thick_mm))
            else:
                found.append(new_piece("rod", **common, diameter_mm=mend.wide_mm * (0.7071 if stepped else 1.0)))
    return found


def _problems(mend: Splint, damage: Any, place: Place) -> Iterator[Problem]:
    free = [place.tip - damage.run[1], damage.run[0]]
    # at the middle of a wing it runs on into the other half; nothing runs on beyond a tip
    most = free[0] if damage.run[0] < 1.0 else min(free)
    if mend.overlap_mm > most + 0.5:
        yield Problem(
            ("overlap_mm",),
            "overlap on each side",
            "It is {long} long on each side, and there is {most} of the part beside the damage.",
            "Make it shorter, or mend it another way.",
            {"long": Measure(mend.overlap_mm), "most": Measure(max(most, 0.0))},
        )


def _steps(mend: Splint, damage: Any, place: Place) -> list[str]:
    slot = "Cut a slot as deep as it is thick, right across the damage; a ruler and a new blade."
    end = (
        "The one half ends sooner than the other: no hard edge."
        if mend.ends == "stepped"
        else "Cut its ends to a point."
    )
    pair = ["Top over bottom: they work as a couple."] if mend.faces == "both" else []
    return [slot, "Roughen the strip, dry fit, sight along the part.", *pair, end, *glue_steps(mend.glue)]


def _free(place: Place, at: float) -> float:
    """A place on the chord with no stick in it and depth enough."""
    taken = [0.5 * (s.chord_from + s.chord_to) for s in place.sticks.values() if hasattr(s, "chord_from")]
    return next((c for c in (0.3, 0.38, 0.22, 0.46, 0.54) if all(abs(c - t) > 0.05 for t in taken)), 0.3)


#: sizes that a search tries: (what, material, wide, thick); own choice
_SIZES: tuple[tuple[Literal["strip", "skewer"], str, float, float], ...] = (
    ("strip", "carbon_pultruded", 3.0, 0.5),
    ("strip", "carbon_pultruded", 5.0, 0.5),
    ("strip", "carbon_pultruded", 6.0, 1.0),
    ("strip", "spruce", 5.0, 3.0),
    ("skewer", "bamboo_skewer", 2.5, 2.5),
)


def tries(damage: DamageBase, place: Place) -> Sequence[Splint]:
    """Sizes that are sold everywhere, short and long, on both faces; on one face where only the skin is hurt."""
    most = place.tip - damage.run[1] if damage.run[0] < 1.0 else min(place.tip - damage.run[1], damage.run[0])
    found = []
    fits = [g for g in ("polyurethane_foaming", "ca_foam_safe", "epoxy_5") if g in glues_for(place)]
    for shape, material, wide, thick in _SIZES:
        if material not in catalogue().stock or (shape == "strip" and "strip" not in place.kinds):
            continue
        for reach in dict.fromkeys(min(r, most) for r in (80.0, 50.0, 140.0)):
            for glue in fits:
                if reach >= 20.0:
                    found.append(
                        Splint(
                            id="new",
                            of=damage.id,
                            shape=shape,
                            material=material,
                            wide_mm=wide,
                            thick_mm=thick,
                            overlap_mm=reach,
                            chord=_free(place, damage.at_mm),
                            glue=glue,
                            ends="stepped" if wide >= 5 and shape == "strip" else "blunt",
                        )
                    )
    return found


def _minutes(mend: Splint, damage: Any, place: Place) -> Spread:
    return so_long(13, 22, 42) if mend.faces == "both" else so_long(8, 14, 28)


KIND = MendKind(
    model=Splint,
    label="Splint across it",
    noun="splint",
    good="Carries what the foam no longer does, for good.",
    bad="Its ends are hard beside soft foam: the next break starts there. Step them.",
    treats=frozenset({"crack", "broken", "split", "torn_out", "crushed", "missing", "wrinkle", "joint_sprung"}),
    closes=frozenset({"broken", "split", "torn_out", "crushed", "wrinkle"}),
    adds=adds,
    minutes=_minutes,
    glues=lambda m: [m.glue],
    joints=lambda m, d, p: [Glued(m.glue, "slot", meets(p.core), meets(m.material))],
    steps=_steps,
    tries=tries,
    problems=_problems,
    looks=0.5,
    cautions=("splinters",),
)
