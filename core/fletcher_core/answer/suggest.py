"""Sensible values to start from: an airframe for a way of flying, and a piece that fits this wing."""

from __future__ import annotations

from typing import Any, Literal

import numpy as np

from ..geometry import planform, profile_of
from ..loads import PRESETS
from ..model import (
    Airframe,
    AirframeFile,
    Core,
    Flight,
    NacaAerofoil,
    Panel,
    Piece,
    Rod,
    Scheme,
    Skin,
    Strip,
    TapeStrip,
    Tube,
    Web,
    Wing,
)
from ..model.airframe import Use

Kind = Literal["rod", "rod_pair", "tube", "strip", "web", "skin", "tape"]

#: stock sizes that are sold everywhere, mm
_RODS = (1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0)
_TUBES = ((3.0, 1.5), (4.0, 2.5), (5.0, 3.0), (6.0, 4.0), (8.0, 6.0), (10.0, 8.0), (12.0, 10.0))
_STRIPS = ((3.0, 0.5), (5.0, 0.5), (5.0, 1.0), (6.0, 1.0), (10.0, 1.0))

#: chord shares at which spars usually stand, the best first
_PLACES = (0.3, 0.36, 0.24, 0.42, 0.18, 0.5)

#: use -> (half span, root chord, tip chord, set-back, promise, rest, foam, aerofoil)
_START: dict[str, tuple[float, float, float, float, float, float, str, str]] = {
    "trainer": (600, 200, 180, 0, 850, 560, "epp30", "2412"),
    "sport": (500, 220, 170, 25, 800, 520, "epp30", "2412"),
    "aerobatic": (450, 260, 180, 45, 700, 470, "epp20", "0012"),
    "close": (425, 240, 150, 120, 480, 310, "epp20", "0010"),
    "combat": (400, 250, 180, 60, 520, 340, "epp45", "0012"),
    "survey": (900, 240, 170, 30, 2200, 1500, "epo30", "2412"),
    "glider": (950, 200, 130, 20, 1100, 650, "xps33", "2408"),
}


def start(use: Use, name: str) -> AirframeFile:
    """A wing of the size that is usual for this way of flying, with nothing in it yet."""
    half, root, tip, back, promise, rest, foam, code = _START[use]
    preset = PRESETS[use]
    return AirframeFile(
        airframe=Airframe(
            name=name, promise_g=promise, rest_g=rest,
            flight=Flight(use=use, speed_m_s=preset.speed_m_s, load_factor=preset.load_factor),
            wing=Wing(
                panels=[Panel(span_mm=half, root_chord_mm=root, tip_chord_mm=tip, sweep_mm=back)],
                aerofoil=NacaAerofoil(code=code),
                core=Core(material=foam),
            ),
        ),
        schemes=[Scheme(id="first", name="First try")],
    )  # fmt: skip


def _new_id(scheme: Scheme, stem: str) -> str:
    taken = {p.id for p in scheme.pieces}
    return next(f"{stem}-{k}" for k in range(1, 1000) if f"{stem}-{k}" not in taken)


def _free_place(scheme: Scheme) -> float:
    """A usual place on the chord where no stick stands yet."""
    taken = [float(c) for p in scheme.pieces for c in (getattr(p, "chord_from", -1.0), getattr(p, "chord_to", -1.0))]
    sticks = [c for c in taken if c >= 0]
    return next((s for s in _PLACES if all(abs(s - c) > 0.04 for c in sticks)), _PLACES[0])


def suggest(airframe: Airframe, scheme: Scheme, kind: Kind) -> list[Piece]:
    """A piece (or a pair) of a stock size that fits this wing, not yet in the scheme."""
    plan = planform(airframe.wing)
    outline = plan.outline(profile_of(airframe.wing.aerofoil))
    tip = plan.half_span
    end = float(np.floor(0.7 * tip / 10) * 10)
    share = _free_place(scheme)
    upper, lower = outline.faces_at(np.full_like(plan.y, share))
    depth = float(np.interp(end, plan.y, upper - lower))
    run: dict[str, Any] = {"y_from_mm": 0.0, "y_to_mm": end, "chord_from": share, "chord_to": share}

    def largest(sizes: tuple[Any, ...], limit: float) -> Any:
        fitting = [s for s in sizes if (s[0] if isinstance(s, tuple) else s) <= limit]
        return fitting[-1] if fitting else sizes[0]

    if kind == "rod":
        size = largest(_RODS, min(0.35 * depth, 4.0))
        return [Rod(id=_new_id(scheme, "rod"), diameter_mm=size, **run)]
    if kind == "rod_pair":
        size = largest(_RODS, min(0.15 * depth, 3.0))
        return [
            Rod(id=_new_id(scheme, f"rod-{level}"), diameter_mm=size, level=level, inset_mm=0.5, **run)
            for level in ("top", "bottom")
        ]
    if kind == "tube":
        outer, inner = largest(_TUBES, min(0.45 * depth, 8.0))
        return [Tube(id=_new_id(scheme, "tube"), material="carbon_roll_wrapped", outer_mm=outer, inner_mm=inner, **run)]
    if kind == "strip":
        width, thick = largest(_STRIPS, min(0.5 * depth, 6.0))
        return [Strip(id=_new_id(scheme, "strip"), width_mm=width, thickness_mm=thick, lying="on_edge", **run)]
    if kind == "web":
        return [Web(id=_new_id(scheme, "web"), thickness_mm=3.0, **run)]
    if kind == "skin":
        return [Skin(id=_new_id(scheme, "skin"), y_from_mm=0.0, y_to_mm=tip)]
    return [TapeStrip(id=_new_id(scheme, "tape"), surface="both", **{**run, "y_to_mm": tip})]
