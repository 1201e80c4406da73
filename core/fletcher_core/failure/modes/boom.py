"""A boom behind its pod: it breaks, it ovalises, it crushes what holds it, it turns in its glue.

Two booms share push and moment; a torque at the tail bends them against each other as well as twisting each.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...catalogue import catalogue
from ...model.body import Body
from ...model.boom import Boom
from ...sections.section import BoomSection
from ..state import Finding, LoadedPart, Mode, load_factor, per_factor

Array = NDArray[np.float64]

#: stiffness across a tube's fibres over that along them: the middle of wrapped tubes, whose layers lie both ways, and
#: of pulled ones, whose fibres all run along (own estimates); of what is alike both ways 1
_ACROSS = {"carbon_roll_wrapped": 0.25, "carbon_pultruded": 0.06, "glass_pultruded": 0.2}
_ALIKE = {"metal": 1.0}
#: wood, bamboo: rolling shear makes it weak across (own estimate)
_WOOD = 0.05


def _of(wing: LoadedPart) -> tuple[Boom, BoomSection] | None:
    part, section = wing.layout.part, wing.layout.section.boom
    if section is None or not isinstance(part, Body) or part.boom is None:
        return None
    return part.boom, section


def _of_each(wing: LoadedPart, b: BoomSection) -> tuple[Array, Array, Array]:
    """(R, S) moment N mm, shear N and torque N mm that one boom bears, per unit of factor."""
    f = wing.of_both or wing.forces
    moment, shear = np.hypot(f.moment, f.moment_z) / b.count, np.hypot(f.shear, f.shear_z) / b.count
    twisted = (wing.materials.boom_G * b.count * 2 * b.second)[:, None]
    bent = (wing.materials.boom_E * b.against)[:, None]
    torque = np.abs(f.torque)
    if b.apart:
        # what bends both against each other grows from the tail forward
        tail = wing.layout.plan.y[-1] - wing.layout.plan.y
        moment = moment + torque * bent / (bent + twisted) / b.apart * tail
    return moment, shear, torque * twisted / (bent + twisted) / b.count


def _breaks(wing: LoadedPart) -> Iterator[Finding]:
    if (own := _of(wing)) is None:
        return
    boom, b = own
    name = f"stock.{boom.material}"
    moment, _, torque = _of_each(wing, b)
    strength = np.minimum(wing.values[f"{name}.tension"], wing.values[f"{name}.compression"])
    slides = wing.values[f"{name}.panel_shear"]
    along = np.abs((wing.of_both or wing.forces).axial) / b.area / b.count
    pulled = (moment * 0.5 * b.outer / b.second + along) / strength[:, None]
    sheared = torque * 0.25 * b.outer / b.second / slides[:, None]
    n = np.where(b.here, load_factor(np.ones_like(strength), np.hypot(pulled, sheared)), np.inf)
    yield Finding(
        "boom_break", None, "", n, strength, per_factor(strength, n), "MPa",
        "((M r / I + pull / area) / strength)² + (T r / J / shear strength)² = 1", "boom",
    )  # fmt: skip


def across(boom: Boom, family: str) -> float:
    """Stiffness of a boom's wall across it over that along it."""
    return float(_ACROSS.get(boom.material, _ALIKE.get(family, _WOOD)))


def _ovalises(wing: LoadedPart) -> Iterator[Finding]:
    if (own := _of(wing)) is None or own[0].inner_mm == 0:
        return
    boom, b = own
    E = wing.values[f"stock.{boom.material}.E"]
    share = across(boom, catalogue().stock[boom.material].family)
    radius = 0.5 * (b.outer - b.wall)
    stands = 2 * np.sqrt(2) / 9 * np.pi * E * np.sqrt(share / (1 - 0.3**2 * share)) * radius * b.wall**2
    moment, _, _ = _of_each(wing, b)
    n = np.where(b.here, load_factor(stands, moment), np.inf)
    yield Finding(
        "boom_oval", None, "", n, stands, moment, "N mm",
        "moment = 2 √2 / 9 × π × radius × wall² × √(E along × E across)", "boom",
    )  # fmt: skip


def _root(b: BoomSection) -> Array:
    """(S,) 1 at the station where booms begin to bear alone."""
    return np.asarray(np.arange(len(b.here)) == int(np.argmax(b.here)), dtype=float)


def _crushes(wing: LoadedPart) -> Iterator[Finding]:
    if (own := _of(wing)) is None:
        return
    boom, b = own
    lies = b.lies
    moment, shear, _ = (v * _root(b) for v in _of_each(wing, b))
    thing = "foam that holds the boom" if boom.held == "foam" else "former that holds the boom"
    if boom.held == "foam":
        stress = (6 * moment / lies**2 + 4 * shear / lies) / b.outer
        strength, said = wing.values["core.plateau_25pct"], "stress on the foam = (6 M / L² + 4 V / L) / diameter"
    else:
        # two formers, one at either end of what lies in the pod
        stress = (moment / lies + shear) / (b.outer * boom.former_mm)
        strength = wing.values[f"stock.{boom.former}.compression"]
        said = "stress on the rear former = (M / L + V) / (diameter × thickness), L from former to former"
    yield Finding("boom_seat", None, "", load_factor(strength, stress), strength, stress, "MPa", said, thing)


def _turns(wing: LoadedPart) -> Iterator[Finding]:
    if (own := _of(wing)) is None:
        return
    boom, b = own
    glue = f"glue.{boom.glue}"
    long = b.lies if boom.held == "foam" else 2 * boom.former_mm
    _, _, torque = _of_each(wing, b)
    stress = torque * _root(b) / (0.5 * np.pi * b.outer**2 * long)
    strength = wing.values[f"{glue}.lap_on_hard"]
    if boom.held == "foam":
        foam = wing.values["core.shear"]
        strength = np.minimum(foam, wing.values.get(f"{glue}.lap_on_foam", foam))
    yield Finding(
        "boom_turns", None, "", load_factor(strength, stress), strength, stress, "MPa",
        "stress in the glue = torque / (π d² / 2 × length glued)", "boom",
    )  # fmt: skip


BREAK = Mode(
    "boom_break", "the {thing} breaks", False, "Nothing shows before; it cracks like a dry stick.",
    "Young and Budynas 2002 (Roark: a bent and twisted tube)", _breaks, error=(0.8, 1.15), of_boom=True,
)  # fmt: skip
OVAL = Mode(
    "boom_oval", "the {thing} goes flat and kinks", True, "It flattens where it bends most, and crackles.",
    "Brazier 1927; for walls stiffer along than across", _ovalises, error=(0.7, 1.3), of_boom=True,
)  # fmt: skip
SEAT = Mode(
    "boom_seat", "the {thing} gives way", True, "The boom droops, and wags when it is pushed.",
    "Bruhn 1973, ch. D1 (a bar in a socket)", _crushes, error=(0.75, 1.3), of_boom=True,
)  # fmt: skip
TURNS = Mode(
    "boom_turns", "the {thing} turns in its seat", True, "The fin no longer stands upright after full rudder.",
    "Young and Budynas 2002 (Roark: a ring sheared round)", _turns, error=(0.7, 1.3), of_boom=True,
)  # fmt: skip
