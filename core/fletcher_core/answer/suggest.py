"""Sensible values to start from: an airframe for a way of flying, and a piece that fits this wing."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from ..geometry import planform, profile_of
from ..loads import PRESETS
from ..model import (
    Airframe,
    AirframeFile,
    Block,
    BoxSpar,
    Cloth,
    Cord,
    Core,
    Flight,
    NacaAerofoil,
    Notch,
    Panel,
    Piece,
    Plate,
    Pocket,
    Rod,
    Sandwich,
    Scheme,
    Skin,
    Strip,
    TapeStrip,
    Tube,
    Web,
    Wing,
)
from ..model.airframe import Use

Kind = Literal[
    "rod", "rod_pair", "tube", "strip", "sandwich", "web", "box", "cord", "skin", "tape", "cloth", "block", "plate",
    "pocket", "notch", "build_rods", "build_tube_film", "build_box", "build_web_caps", "build_skin",
]  # fmt: skip

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


@dataclass(frozen=True)
class _Room:
    """What a new piece has room in: the tip, a usual end, a free place on the chord and the depth there."""

    airframe: Airframe
    scheme: Scheme
    tip: float
    end: float
    share: float
    depth: float
    root_chord: float

    @property
    def run(self) -> dict[str, Any]:
        return {"y_from_mm": 0.0, "y_to_mm": self.end, "chord_from": self.share, "chord_to": self.share}

    @property
    def whole(self) -> dict[str, Any]:
        return {"y_from_mm": 0.0, "y_to_mm": self.tip}

    def id(self, stem: str) -> str:
        return _new_id(self.scheme, stem)

    def part(self, share: float) -> float:
        """So much of the half span, to the full centimetre."""
        return max(10.0, float(np.floor(share * self.tip / 10) * 10))


def _largest(sizes: tuple[Any, ...], limit: float) -> Any:
    fitting = [s for s in sizes if (s[0] if isinstance(s, tuple) else s) <= limit]
    return fitting[-1] if fitting else sizes[0]


def _rod(r: _Room) -> list[Piece]:
    return [Rod(id=r.id("rod"), diameter_mm=_largest(_RODS, min(0.35 * r.depth, 4.0)), **r.run)]


def _rod_pair(r: _Room) -> list[Piece]:
    size = _largest(_RODS, min(0.15 * r.depth, 3.0))
    levels: tuple[Literal["top", "bottom"], ...] = ("top", "bottom")
    return [Rod(id=r.id(f"rod-{v}"), diameter_mm=size, level=v, inset_mm=0.5, **r.run) for v in levels]


def _tube(r: _Room) -> list[Piece]:
    outer, inner = _largest(_TUBES, min(0.45 * r.depth, 8.0))
    return [Tube(id=r.id("tube"), material="carbon_roll_wrapped", outer_mm=outer, inner_mm=inner, **r.run)]


def _strip(r: _Room) -> list[Piece]:
    width, thick = _largest(_STRIPS, min(0.5 * r.depth, 6.0))
    return [Strip(id=r.id("strip"), width_mm=width, thickness_mm=thick, lying="on_edge", **r.run)]


def _sandwich(r: _Room) -> list[Piece]:
    height = max(2.0, float(np.floor(0.6 * r.depth)))
    strip = 0.5 if height > 3 else 0.3
    return [Sandwich(id=r.id("sandwich"), width_mm=5.0, height_mm=height, strip_mm=strip, **r.run)]


def _web(r: _Room) -> list[Piece]:
    return [Web(id=r.id("web"), thickness_mm=3.0, **r.run)]


def _web_caps(r: _Room) -> list[Piece]:
    """Upright grain between caps of two layers, the outer of which ends half way."""
    thick = 0.5 if r.depth > 6 else 0.2
    return [
        Web(
            id=r.id("web"), thickness_mm=3.0, grain="upright", cap_material="carbon_pultruded", cap_width_mm=5.0,
            cap_thickness_mm=thick, layers=2, drops_mm=[r.part(0.35)], **r.run,
        )
    ]  # fmt: skip


def _box(r: _Room) -> list[Piece]:
    return [BoxSpar(id=r.id("box"), width_mm=25.0, **r.run)]


def _cord(r: _Room) -> list[Piece]:
    return [Cord(id=r.id("cord"), **r.whole)]


def _skin(r: _Room) -> list[Piece]:
    return [Skin(id=r.id("skin"), **r.whole)]


def _tape(r: _Room) -> list[Piece]:
    width = min(48.0, float(np.floor(0.3 * r.root_chord)))
    return [TapeStrip(id=r.id("tape"), surface="both", width_mm=max(width, 5.0), **{**r.run, "y_to_mm": r.tip})]


def _cloth(r: _Room) -> list[Piece]:
    """Round the nose on the bias: the usual place for it."""
    return [Cloth(id=r.id("cloth"), x_to=0.15, angle_deg=45.0, **r.whole)]


def _block(r: _Room) -> list[Piece]:
    return [Block(id=r.id("block"), material="epp30", x_to=0.12, **r.whole)]


def _plate(r: _Room) -> list[Piece]:
    """Under the bands or the bolts at the middle, where the wing sits on the body."""
    return [Plate(id=r.id("plate"), x_from=0.15, x_to=0.55, y_to_mm=r.part(0.06))]


def _pocket(r: _Room) -> list[Piece]:
    """For a small servo, behind the spar and half way out."""
    deep = max(0.5, min(12.0, float(np.floor(0.6 * r.depth))))
    start = r.part(0.45)
    width = 24.0 / r.root_chord
    return [
        Pocket(id=r.id("pocket"), x_from=0.45, x_to=min(0.45 + width, 0.8), depth_mm=deep, y_from_mm=start,
               y_to_mm=start + 12.0)
    ]  # fmt: skip


def _notch(r: _Room) -> list[Piece]:
    return [Notch(id=r.id("notch"), depth_mm=round(0.15 * r.root_chord), y_from_mm=0.0, y_to_mm=r.part(0.08))]


def _stressed_skin(r: _Room) -> list[Piece]:
    """Film in three layers at the root, one at the tip, and cord in the nose: the foam is the web."""
    film = Skin(id=r.id("skin"), material="laminate_75um", layers=3, drops_mm=[r.part(0.3), r.part(0.6)], **r.whole)
    return [film, *_cord(r)]


_SUGGESTED: Mapping[Kind, Callable[[_Room], list[Piece]]] = {
    "rod": _rod, "rod_pair": _rod_pair, "tube": _tube, "strip": _strip, "sandwich": _sandwich, "web": _web, "box": _box,
    "cord": _cord, "skin": _skin, "tape": _tape, "cloth": _cloth, "block": _block, "plate": _plate,
    "pocket": _pocket, "notch": _notch,
    "build_rods": lambda r: [*_rod_pair(r), *_skin(r)],
    "build_tube_film": lambda r: [*_tube(r), *_skin(r)],
    "build_box": lambda r: [*_box(r), *_tape(r)],
    "build_web_caps": lambda r: [*_web_caps(r), *_skin(r)],
    "build_skin": _stressed_skin,
}  # fmt: skip


def suggest(airframe: Airframe, scheme: Scheme, kind: Kind) -> list[Piece]:
    """A piece (or a common build-up of several) of stock sizes that fit this wing, not yet in the scheme."""
    plan = planform(airframe.wing)
    outline = plan.outline(profile_of(airframe.wing.aerofoil))
    end = max(10.0, float(np.floor(0.7 * plan.half_span / 10) * 10))
    share = _free_place(scheme)
    upper, lower = outline.faces_at(np.full_like(plan.y, share))
    depth = float(np.interp(end, plan.y, upper - lower))
    return _SUGGESTED[kind](_Room(airframe, scheme, plan.half_span, end, share, depth, float(plan.chord[0])))
