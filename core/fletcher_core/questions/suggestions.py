"""Sensible values to start from: an airframe for a way of flying, and a piece that fits this wing."""

from __future__ import annotations

from typing import Any

import numpy as np

from ..analysis.evaluation import grams_of
from ..catalogue import catalogue
from ..geometry import XI, outline_of, planform, root_profile
from ..kinds import BUILDS, KINDS, PieceBase, Room, fits_on, kind_of
from ..loads import PRESETS
from ..model import (
    Aerofoil,
    Airframe,
    AirframeFile,
    Body,
    BodyStation,
    ControlSurface,
    CoordinateAerofoil,
    Core,
    Fin,
    FlatPlate,
    Flight,
    FoldedBoard,
    Joint,
    JointKind,
    Lifting,
    NacaAerofoil,
    Panel,
    PartName,
    Parts,
    Problem,
    Refused,
    Scheme,
    SheetedSection,
    Tailplane,
    Use,
    Wing,
)
from ..model.core import woods
from ..parts import PARTS
from ..sections import lay_out

#: chord shares at which spars usually stand, the best first
_PLACES = (0.3, 0.36, 0.24, 0.42, 0.18, 0.5)

#: kind of joint -> (what it is usually made of, its thickness or diameter, mm); own choice
_JOINED_BY: dict[str, tuple[str, float]] = {
    "brace": ("birch_ply", 1.5), "blade": ("birch_ply", 1.5), "wire": ("spring_steel_wire", 3.0),
    "joiner": ("carbon_pultruded", 4.0),
}  # fmt: skip

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


def usual_joint(airframe: Airframe, part: PartName, panel: int, kind: JointKind) -> Joint:
    """A joint of this kind in sizes that fit this part; glue and tape as they are.

    Raises
    ------
    Refused
        Where there is no such panel.
    """
    if part not in airframe.parts.there() or panel >= len(airframe.part(part).panels):
        raise Refused([Problem(("panel",), "panel", "There is no such panel.", "Choose one that is there.")])
    lifting = airframe.part(part)
    plan = planform(lifting)
    y = float(plan.breaks[panel])
    outline = outline_of(lifting, plan)
    at = int(np.argmin(np.abs(plan.y - y)))
    depth = float((outline.upper - outline.lower)[at].max())
    old, way = lifting.panels[panel].joint, catalogue().joining[kind] if kind != "through" else None
    if way is None or way.comes_as is None:
        return old.model_copy(update={"kind": kind})
    room = min(p.span_mm for p in lifting.panels[max(panel - 1, 0) : panel + 1])
    flat = way.comes_as == "flat"
    material, thick = _JOINED_BY[kind]
    sizes: dict[str, float] = {
        "thickness_mm": thick if flat else max(1.0, min(thick, float(np.floor(0.4 * depth)))),
        "height_mm": max(1.0, min(15.0, float(np.floor(0.8 * depth)))) if flat else old.height_mm,
        "reach_mm": max(2.0, min(60.0, float(np.floor(0.5 * room)))),
    }
    return old.model_copy(update={"kind": kind, "material": material, **sizes})


#: of a folded wing: height over the spar and front crease as shares of the root chord, and mm of flat (own estimate, of
#: what people build: about an eighth high, the spar an inch behind the nose or a little more)
_FOLD = (0.13, 0.18, 25.0)
_FOLDS = "foamboard_light"
#: what wings are sheeted with, and how thick, mm
_SHEETING, _SHEET_MM = "xps_sheet", 3.0
_SHEETS = (_SHEETING, *woods())


#: of what a wanted aerofoil proposes, the height in chords that a folded sheet can have (own choice)
_HIGHEST, _LOWEST = 0.2, 0.08
#: mm between two boards at the tip, for a spar; own choice
_ROOM_AT_TIP = 5.0


def _creases_for(part: Lifting, thick: float) -> tuple[float, float, float]:
    """(height and front crease in root chords, mm of flat): where its aerofoil of now is thickest, or as usual."""
    root, (high, crease, flat) = part.panels[0].root_chord_mm, _FOLD
    flat = min(flat, 0.2 * root)
    if isinstance(part.aerofoil, NacaAerofoil | CoordinateAerofoil | SheetedSection):
        profile = root_profile(part)
        deep = profile.upper - profile.lower
        # so high that a spar has room at the tip too, between two boards `thick`
        least = max(_LOWEST, (2 * thick + _ROOM_AT_TIP) / part.panels[-1].tip_chord_mm)
        high = max(least, min(profile.thickness, _HIGHEST))
        crease = float(np.clip(XI[int(np.argmax(deep))] - 0.5 * flat / root, 0.12, 0.4))
    return high, crease, flat


def usual_section(airframe: Airframe, part: PartName, kind: str) -> Lifting:
    """The part with a section of another kind, in usual sizes, and with what it is made of where that must change.

    Raises
    ------
    Refused
        Where there is no such part.
    """
    lifting = airframe.parts.there().get(part)
    if not isinstance(lifting, Lifting):
        raise Refused(
            [Problem(("part",), "part", "There is no such part with a section.", "Choose one that is there.")]
        )
    core, boards = lifting.core, catalogue().board
    board = boards.get(core.material)
    if kind == "folded":
        if board is None or not board.paper_faced:
            core = Core(material=_FOLDS)
        thick, root = boards[core.material].thickness.typical, lifting.panels[0].root_chord_mm
        high, crease, flat = _creases_for(lifting, thick)
        # as high as whole boards between both sheets
        layers = max(1, round((high * root - 2 * thick) / thick))
        made: Aerofoil = FoldedBoard(
            height_mm=round((layers + 2) * thick, 1), crease_mm=float(round(crease * root)), flat_mm=float(round(flat))
        )
        core = core.model_copy(update={"peeled": "none"})
    elif kind == "sheeted":
        # what is a foam already may be sheet of it; a block of bead foam is not
        stays = core.material in _SHEETS or (board is not None and board.paper_faced)
        core = core.model_copy(update={"peeled": "none"}) if stays else Core(material=_SHEETING)
        now = lifting.aerofoil
        code = now.code if isinstance(now, NacaAerofoil) else SheetedSection().code
        made = SheetedSection(code=code, sheet_mm=_SHEET_MM)
    elif kind == "flat_plate":
        made = FlatPlate(thickness_mm=board.thickness.typical if board else _TAIL_THICK)
    else:
        now = lifting.aerofoil
        made = NacaAerofoil(code=now.code) if isinstance(now, SheetedSection) else NacaAerofoil()
        core = core if core.material in catalogue().foam else Core()
    return lifting.model_copy(update={"aerofoil": made, "core": core})


def start(use: Use, name: str) -> AirframeFile:
    """A wing of the size that is usual for this way of flying, with nothing in it yet."""
    half, root, tip, back, promise, rest, foam, code = _START[use]
    preset = PRESETS[use]
    return AirframeFile(
        airframe=Airframe(
            name=name, promise_g=promise, rest_g=rest,
            flight=Flight(use=use, speed_m_s=preset.speed_m_s, load_factor=preset.load_factor),
            parts=Parts(
                wing=Wing(
                    panels=[Panel(span_mm=half, root_chord_mm=root, tip_chord_mm=tip, sweep_mm=back)],
                    aerofoil=NacaAerofoil(code=code),
                    core=Core(material=foam),
                )
            ),
        ),
        schemes=[Scheme(id="first", name="First try")],
    )  # fmt: skip


#: usual tails: arm in mean chords, volume of tailplane and fin, aspect ratio of each (own estimate, within the
#: published range of model aircraft: Simons 1999)
_ARM, _FLAT_VOLUME, _FIN_VOLUME, _FLAT_RATIO, _FIN_RATIO = 2.6, 0.45, 0.032, 3.6, 1.2
#: what tails are cut from where the wing is no board, and how thick, mm
_TAIL_FOAM, _TAIL_THICK = "xps_sheet", 6.0


def _tail_sheet(airframe: Airframe) -> dict[str, Any]:
    wing = airframe.wing
    if wing.core.material in catalogue().board:
        thick = catalogue().board[wing.core.material].thickness.typical
        return {"core": wing.core, "aerofoil": FlatPlate(thickness_mm=thick)}
    return {"core": Core(material=_TAIL_FOAM), "aerofoil": FlatPlate(thickness_mm=_TAIL_THICK)}


#: a usual body: its nose ahead of the wing in mean chords, its greatest width and height in chords, and what is left of
#: them at the nose and at the tail (own estimate, of foam trainers)
_NOSE, _BODY_WIDE, _BODY_HIGH, _AT_NOSE, _AT_TAIL = 1.0, 0.3, 0.38, 0.75, 0.45


def usual_body(airframe: Airframe) -> Body:
    """A box of the wing's board, or of light foam board, from before the wing to behind the tail."""
    wing, tail = planform(airframe.wing), airframe.parts.tailplane or airframe.parts.fin
    chord = wing.mean_chord
    arm = tail.arm_mm if isinstance(tail, Tailplane | Fin) else float(np.clip(round(_ARM * chord, -1), 50, 4000))
    behind = 0.75 * planform(tail).mean_chord if tail else 0.3 * chord
    wing_at = float(round(_NOSE * chord, -1))
    end = float(round(wing_at + 0.25 * chord + arm + behind))
    seat = float(round(0.9 * wing.chord[0]))
    wide, high = float(round(_BODY_WIDE * chord)), float(round(_BODY_HIGH * chord))
    board = catalogue().board.get(airframe.wing.core.material)
    core = Core(material=airframe.wing.core.material if board is not None and board.paper_faced else _FOLDS)
    least = 2 * catalogue().board[core.material].thickness.typical + 6

    def station(x: float, share: float) -> BodyStation:
        return BodyStation(x_mm=x, width_mm=max(least, round(share * wide)), height_mm=max(least, round(share * high)))

    stations = [station(0.0, _AT_NOSE), station(wing_at, 1.0), station(wing_at + seat, 1.0), station(end, _AT_TAIL)]
    return Body(stations=stations, core=core, wing_at_mm=wing_at, seat_mm=min(seat, end - wing_at - 20))


def start_part(airframe: Airframe, name: PartName) -> tuple[Airframe, Scheme]:
    """The airframe with a tail or a body of a usual size, and a first scheme for it.

    What it weighs is taken out of what was not described before.

    Raises
    ------
    Refused
        Where that part is there already, or a wing is asked for.
    """
    if name == "wing" or getattr(airframe.parts, name) is not None:
        raise Refused([Problem(("part",), "part", f"There is a {name} already.", "Open it on the bench.")])
    plan = planform(airframe.wing)
    area, chord, span = 2 * plan.half_area, plan.mean_chord, 2 * plan.half_span
    arm = float(np.clip(round(_ARM * chord, -1), 50, 4000))
    part: Tailplane | Fin | Body
    if name == "body":
        part = usual_body(airframe)
    elif name == "tailplane":
        size = _FLAT_VOLUME * area * chord / arm
        half = float(np.clip(round(0.5 * np.sqrt(_FLAT_RATIO * size)), 60, 1000))
        deep = float(np.clip(round(size / (2 * half)), 40, 600))
        turns = ControlSurface(y_from_mm=0.05 * half, y_to_mm=0.98 * half, chord_share=0.33)
        panel = Panel(span_mm=half, root_chord_mm=deep, tip_chord_mm=deep)
        part = Tailplane(panels=[panel], arm_mm=arm, elevator=turns, **_tail_sheet(airframe))
    else:
        size = _FIN_VOLUME * area * span / arm
        high = float(np.clip(round(np.sqrt(_FIN_RATIO * size)), 50, 700))
        deep = float(np.clip(round(size / high), 40, 600))
        turns = ControlSurface(y_from_mm=0.05 * high, y_to_mm=0.95 * high, chord_share=0.38)
        panel = Panel(
            span_mm=high, root_chord_mm=round(1.2 * deep), tip_chord_mm=round(0.8 * deep), sweep_mm=round(0.3 * deep)
        )
        part = Fin(panels=[panel], arm_mm=arm + round(0.1 * deep), rudder=turns, **_tail_sheet(airframe))
    parts = airframe.parts.model_copy(update={name: part})
    made = airframe.model_copy(update={"parts": parts})
    scheme = Scheme(part=name, id=f"{name}-first", name="First try")
    rest = max(0.0, airframe.rest_g - round(grams_of(made, [scheme]), 1))
    return made.model_copy(update={"rest_g": rest}), scheme


#: a usual stick is fitted to so much depth at most, mm (own choice: no stock is higher)
_DEEP = 60.0


class NotForThisPart(Refused):
    """A kind of piece that is not laid on such a part."""


def _free_place(scheme: Scheme) -> float:
    """A usual place on the chord where no stick stands yet."""
    taken = [float(c) for p in scheme.pieces for c in (getattr(p, "chord_from", -1.0), getattr(p, "chord_to", -1.0))]
    sticks = [c for c in taken if c >= 0]
    return next((s for s in _PLACES if all(abs(s - c) > 0.04 for c in sticks)), _PLACES[0])


def suggest(airframe: Airframe, scheme: Scheme, wish: str) -> list[PieceBase]:
    """A piece (or a common build-up of several) of stock sizes that fit this wing, not yet in the scheme.

    Parameters
    ----------
    wish : a name of `KINDS` or of `BUILDS`.
    """
    part = airframe.part(scheme.part)
    ground = lay_out(part, []).ground
    plan = planform(part)
    end = max(10.0, float(np.floor(PARTS[scheme.part].usual_end * part.laid_to_mm / 10) * 10))
    share = _free_place(scheme)
    if isinstance(part.aerofoil, FoldedBoard):
        # over the flat that was creased for it
        share = (part.aerofoil.crease_mm + 0.5 * part.aerofoil.flat_mm) / part.panels[0].root_chord_mm
    upper, lower = ground.room.faces_at(np.full_like(ground.plan.y, share))
    depth = float(np.interp(end, ground.plan.y, upper - lower))
    taken = frozenset(p.id for p in scheme.pieces)
    made = BUILDS[wish] if wish in BUILDS else KINDS[wish]
    hollow = ground.inside is not None
    if wish in KINDS and KINDS[wish].only_hollow and not hollow:
        raise NotForThisPart(
            [Problem(("kind",), "kind", "This part is solid: there is no room for it.", "Choose a hollow section.")]
        )
    found = made.suggest(Room(taken, part.laid_to_mm, end, share, min(depth, _DEEP), float(plan.chord[0])))
    if not all(fits_on(p.kind, scheme.part, hollow, getattr(part, "on_edge", False)) for p in found):  # type: ignore[attr-defined]
        what = f"That is not laid on a {PARTS[scheme.part].half}."
        raise NotForThisPart([Problem(("kind",), "kind", what, "Choose another kind of piece.")])
    flat = [gone for gone in part.left_out if gone.side in ("top", "bottom")] if isinstance(part, Body) else []
    if flat:
        # over what is open, where it is to close it
        gone = flat[0]
        there = {"y_from_mm": gone.x_from_mm, "y_to_mm": gone.x_to_mm, "surface": gone.side}
        found = [p.model_copy(update=there) if kind_of(p).over_openings else p for p in found]
    if ground.inside is None:
        return found
    # in the middle of a hollow a stick would lie on nothing
    return [p.model_copy(update={"level": "top"}) if getattr(p, "level", "") == "middle" else p for p in found]
