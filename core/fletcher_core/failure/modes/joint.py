"""Joints at the middle and at panel breaks: what runs across bends, lets go of its glue, or crushes the foam.

What crosses the joint shares the moment by stiffness: the glued faces of foam, a brace (two plates,
before and behind the spar), a blade (one plate, glued on both sides), a wire or a joiner (a round bar
in the foam), and tape over the joint.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...model.body import Body
from ...model.panel import Joint
from ..state import Finding, LoadedPart, Mode, load_factor, per_factor, rising

Array = NDArray[np.float64]


@dataclass(frozen=True)
class JointState:
    """One joint in R runs: its stations, stiffness of what crosses it (N mm2), and geometry in mm."""

    joint: Joint
    where: Array
    EI: dict[str, Array]
    depth: Array
    #: of what bends it sideways; only a body is bent so
    aside: dict[str, Array]
    width: Array

    def share(self, name: str) -> Array:
        return self.EI[name] / sum(self.EI.values())

    def share_aside(self, name: str) -> Array | float:
        return self.aside[name] / sum(self.aside.values()) if name in self.aside else 0.0


def _at(wing: LoadedPart, y: float) -> Array:
    """(S,) 1 at the one or two stations of a joint."""
    gap = np.abs(wing.layout.plan.y - y)
    return np.asarray(gap <= gap.min() + 0.01, dtype=float)


def joints(wing: LoadedPart) -> Iterator[JointState]:
    """Every joint that is not run through by its sticks and skins."""
    panels = wing.layout.part.panels
    if all(p.joint.kind == "through" for p in panels):
        return
    outline = wing.layout.outline
    core = wing.sums.core
    second = core.zz - core.z**2 / core.area
    across = core.xx - core.x**2 / core.area
    turned = isinstance(wing.layout.part, Body)
    for panel, y in zip(panels, wing.layout.plan.breaks[:-1], strict=True):
        joint = panel.joint
        if joint.kind == "through":
            continue
        depth = outline.deepest
        inside = wing.layout.inside
        room = depth if inside is None else inside.deepest
        EI = {"foam": wing.materials.foam.E[:, None] * second}
        aside = {"foam": wing.materials.foam.E[:, None] * across} if turned else {}
        width = outline.chord if inside is None else inside.chord
        E = wing.values[f"stock.{joint.material}.E"][:, None]
        t, h = joint.thickness_mm, np.minimum(joint.height_mm, room)
        if joint.kind in ("brace", "blade"):
            plates = 2 if joint.kind == "brace" else 1
            EI["bar"] = E * plates * t * h**3 / 12
            if turned and plates == 2:
                # along both sides
                aside["bar"] = E * 2 * t * h * (0.5 * width) ** 2
        elif joint.kind in ("wire", "joiner"):
            EI["bar"] = E * np.full_like(depth, np.pi / 64 * t**4)
            aside |= {"bar": EI["bar"]} if turned else {}
        if joint.tape is not None:
            Et = wing.values[f"skin.{joint.tape}.Et"][:, None]
            EI["tape"] = Et * joint.tape_width_mm * 2 * (0.5 * depth) ** 2
        yield JointState(joint, _at(wing, float(y)), EI, depth, aside, width)


def _moment(wing: LoadedPart, state: JointState, name: str) -> Array:
    return np.abs(wing.forces.moment) * state.share(name) * state.where


def _stressed(wing: LoadedPart, state: JointState, name: str, half: Array | float, half_aside: Array | float) -> Array:
    """(R, S) strain at the edge of what crosses a joint, by its share of the moment up and down and sideways."""
    strain = _moment(wing, state, name) * half / state.EI[name]
    if name in state.aside:
        side = np.abs(wing.forces.moment_z) * state.share_aside(name) * state.where
        strain = strain + side * half_aside / state.aside[name]
    return np.asarray(strain)


def _slid_by_torque(wing: LoadedPart) -> Array:
    """(S,) MPa per N mm in the glued faces of bare foam, solid or round a hollow (Bredt 1896): skins end there."""
    outline, wall = wing.layout.outline, wing.layout.section.wall_mm
    depth = outline.upper - outline.lower
    if wall is not None:
        enclosed = np.trapezoid(np.maximum(depth - wall, 0.0), outline.x, axis=1)
        return np.asarray(1 / np.maximum(2 * enclosed * wall, 1e-9))
    return np.asarray(depth.max(axis=1) * 3 / np.maximum(np.trapezoid(depth**3, outline.x, axis=1), 1e-9))


def _breaks(wing: LoadedPart) -> Iterator[Finding]:
    for state in joints(wing):
        j = state.joint
        if "bar" in state.EI:
            stock = f"stock.{j.material}"
            half = 0.5 * (np.minimum(j.height_mm, state.depth) if j.kind in ("brace", "blade") else j.thickness_mm)
            # a plate along a side is pulled or pressed as a whole
            out = 0.5 * state.width if j.kind == "brace" else 0.5 * j.thickness_mm
            stress = _stressed(wing, state, "bar", half, out) * wing.values[f"{stock}.E"][:, None]
            strength = np.minimum(wing.values[f"{stock}.tension"], wing.values[f"{stock}.compression"])
            yield Finding(
                "joint_break", None, "", load_factor(strength, stress), strength, stress, "MPa",
                "stress = its share of the moment × half height / I, shared by stiffness", _NAMES[j.kind],
            )  # fmt: skip
        if "tape" in state.EI:
            pull = _moment(wing, state, "tape") / (state.depth * j.tape_width_mm)
            strength = wing.values[f"skin.{j.tape}.tension"]
            yield Finding(
                "joint_break", None, "", load_factor(strength, pull), strength, pull, "N/mm",
                "pull per width = its share of the moment / (depth × width)", "tape over the joint",
            )  # fmt: skip


def _lets_go(wing: LoadedPart) -> Iterator[Finding]:
    for state in joints(wing):
        j, foam = state.joint, wing.values["core.tension"]
        strain = _stressed(wing, state, "foam", 0.5 * state.depth, 0.5 * wing.layout.outline.chord)
        stress = strain * wing.materials.foam.E[:, None]
        glue = wing.values.get(f"glue.{j.glue}.lap_on_foam")
        strength = foam if glue is None else np.minimum(foam, glue)
        shear = wing.values["core.shear"]
        slide = shear if glue is None else np.minimum(shear, glue)
        unit = _slid_by_torque(wing) * state.where / slide[:, None]
        t1, t0 = wing.forces.torque * unit, wing.forces.torque_air * unit
        n = rising((stress / strength[:, None]) ** 2 + t1**2, 2 * t1 * t0, t0**2 - 1)
        yield Finding(
            "joint_bond", None, "", n, strength, per_factor(strength, n), "MPa",
            "(pull / strength)² + (slide / shear strength)² = 1 over the glued faces: pull = their share of the moment "
            "× half depth / I, slide = torque × 3 × depth / sum of depth³ × width", "butted faces",
        )  # fmt: skip
        if j.kind in ("brace", "blade"):
            shear = wing.values["core.shear"]
            strength = shear if glue is None else np.minimum(shear, glue)
            L, h = j.reach_mm, np.minimum(j.height_mm, state.depth)
            polar = L * h * (L**2 + h**2) / 12
            stress = _moment(wing, state, "bar") / 2 * 0.5 * np.hypot(L, h) / polar
            if "bar" in state.aside:
                # one is pulled, the other pressed
                side = np.abs(wing.forces.moment_z) * state.share_aside("bar") * state.where
                stress = stress + side / state.width / (L * h)
            yield Finding(
                "joint_bond", None, "", load_factor(strength, stress), strength, stress, "MPa",
                "stress at the corner of the lap = half its moment × radius / (L h (L² + h²) / 12)", _NAMES[j.kind],
            )  # fmt: skip


def _bears(wing: LoadedPart) -> Iterator[Finding]:
    for state in joints(wing):
        j = state.joint
        if j.kind not in ("wire", "joiner"):
            continue
        moment, force = _moment(wing, state, "bar"), np.abs(wing.forces.shear) * state.where
        line = 6 * moment / j.reach_mm**2 + 4 * force / j.reach_mm
        stress = line / j.thickness_mm
        strength = wing.values["core.plateau_25pct"]
        yield Finding(
            "joint_bearing", None, "", load_factor(strength, stress), strength, stress, "MPa",
            "stress on the foam = (6 M / reach² + 4 V / reach) / diameter", _NAMES[j.kind],
        )  # fmt: skip


_NAMES = {
    "butt": "butt joint", "brace": "brace", "blade": "blade", "wire": "wire", "joiner": "joiner",
}  # fmt: skip

BREAK = Mode(
    "joint_break", "the {thing} at the joint breaks", False, "It snaps; the panel folds.",
    "Bruhn 1973, ch. D1", _breaks, error=(0.8, 1.2),
)  # fmt: skip
BOND = Mode(
    "joint_bond", "the {thing} at the joint let go", True, "A gap opens on the pulled face first.",
    "Bruhn 1973, ch. D1 (eccentric laps)", _lets_go, error=(0.7, 1.3),
)  # fmt: skip
BEARING = Mode(
    "joint_bearing", "the {thing} at the joint crushes the foam round it", True,
    "The dihedral grows a little with every hard pull.", "Bruhn 1973, ch. D1 (a bar in a socket)", _bears,
    error=(0.75, 1.3),
)  # fmt: skip
