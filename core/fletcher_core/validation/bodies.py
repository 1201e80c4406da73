"""Facts of bodies: what is left out, what closes it again, boards on edge."""

from __future__ import annotations

from typing import Any

from ..catalogue import catalogue
from ..kinds.bands import Bands
from ..kinds.cross import CrossSheet
from ..kinds.skin import Skin
from ..kinds.strip import Strip
from ..model import (
    Airframe,
    Body,
    BodyStation,
    ControlSurface,
    Core,
    Fin,
    FlatPlate,
    Flight,
    LeftOut,
    Panel,
    Parts,
    ProfileBody,
    Scheme,
    Tailplane,
    Wing,
)
from ..report.verdict import Verdict
from ..verdicts import evaluate
from .fact import Fact

BOARD = "foamboard_light"


def _aircraft(body: Body) -> Airframe:
    """A trainer of 900 g with both tails of board, 520 mm behind the wing."""
    panel = Panel(span_mm=600.0, root_chord_mm=200.0, tip_chord_mm=200.0)
    flat = Panel(span_mm=220.0, root_chord_mm=130.0, tip_chord_mm=130.0)
    upright = Panel(span_mm=180.0, root_chord_mm=150.0, tip_chord_mm=100.0, sweep_mm=40.0)
    plate = {"aerofoil": FlatPlate(thickness_mm=4.9), "core": Core(material=BOARD)}
    turns = ControlSurface(y_from_mm=5.0, y_to_mm=170.0, chord_share=0.4, throw_deg=25.0)
    return Airframe(
        name="Body", promise_g=900.0, rest_g=500.0, flight=Flight(load_factor=4.0, speed_m_s=14.0),
        parts=Parts(
            wing=Wing(panels=[panel]), tailplane=Tailplane(panels=[flat], arm_mm=520.0, elevator=turns, **plate),
            fin=Fin(panels=[upright], arm_mm=530.0, rudder=turns, **plate), body=body,
        ),
    )  # fmt: skip


def _of(airframe: Airframe, *pieces: Any) -> Verdict:
    scheme = Scheme(part="body", id="b", name="B", pieces=list(pieces))
    return evaluate(airframe, scheme, slice_at_mm=650.0, ledger=False, spread=False)


def open_bottom() -> Fact:
    """A box body, shut, with its bottom left out behind the wing, and closed again by film or tape."""
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, 850.0)]

    def aircraft(*gone: LeftOut) -> Airframe:
        return _aircraft(Body(stations=ends, wing_at_mm=200.0, seat_mm=180.0, left_out=list(gone)))

    behind: dict[str, Any] = {"x_from_mm": 390.0, "x_to_mm": 845.0}
    shut, gone = aircraft(), aircraft(LeftOut(side="bottom", **behind))
    run: dict[str, Any] = {"surface": "bottom", "y_from_mm": 385.0, "y_to_mm": 850.0}
    film = Skin(id="f", material="laminate_75um", **run)
    strips = [
        Strip(
            id=f"s{k}", material="spruce", level="top", width_mm=4.0, thickness_mm=4.0, lying="flat", y_to_mm=850.0,
            chord_from=c, chord_to=c,
        )
        for k, c in enumerate((0.14, 0.86))
    ]  # fmt: skip

    ways = [
        ("shut", _of(shut)), ("bottom left out behind the wing", _of(gone)),
        ("the same, film over it", _of(gone, film)),
        ("the same, bands of tape crossed over it, 24 mm each 60 mm", _of(gone, Bands(id="x", laid="crossed", **run))),
        ("the same, such bands straight across", _of(gone, Bands(id="x", laid="across", **run))),
        ("the same, two spruce sticks under the top", _of(gone, *strips)),
    ]  # fmt: skip
    found = dict(ways)
    GJ = {name: v.section.GJ_Nmm2 for name, v in ways}
    return Fact(
        "A box without its bottom keeps next to nothing against twist; film over it brings half of that back, crossed "
        "bands some, straight ones little.",
        "a box of light board, 60 × 75 mm, 850 mm long, tail 520 mm behind the wing, full rudder",
        [
            (
                name,
                f"{v.mass.part_g.value:.1f} g, GJ {v.section.GJ_Nmm2 * 1e-6:.2f}, EI "
                f"{v.section.EI_Nmm2 * 1e-6:.0f} N m² at 650 mm; the tail turns {abs(v.twist_deg.value):.2f}°",
            )
            for name, v in ways
        ],
        GJ["bottom left out behind the wing"] < 0.05 * GJ["shut"]
        and GJ["the same, film over it"] > 0.3 * GJ["shut"]
        and GJ["the same, film over it"] > 1.5 * GJ["the same, bands of tape crossed over it, 24 mm each 60 mm"]
        and GJ["the same, bands of tape crossed over it, 24 mm each 60 mm"]
        > 1.5 * GJ["the same, such bands straight across"]
        and found["the same, two spruce sticks under the top"].section.GJ_Nmm2 < 0.1 * GJ["shut"],
        "Shear flows round a shut wall; round an open one it must turn back inside each board. Sticks add bending, not "
        "that.",
    )


def flat_bodies() -> Fact:
    """A profile of one board and of two, ply between them, and a second sheet slotted across."""
    one = catalogue().board[BOARD].thickness.typical
    heights = ((0.0, 55.0), (200.0, 90.0), (380.0, 85.0), (850.0, 45.0))
    ends = [BodyStation(x_mm=x, width_mm=10.0, height_mm=h) for x, h in heights]

    def profile(boards: int) -> Airframe:
        made = ProfileBody(thickness_mm=boards * one)
        return _aircraft(Body(stations=ends, walls=made, core=Core(material=BOARD), wing_at_mm=200.0, seat_mm=180.0))

    ply = Strip(
        id="ply", material="birch_ply", width_mm=45.0, thickness_mm=0.8, level="middle", chord_from=0.5, chord_to=0.5,
        y_to_mm=400.0,
    )  # fmt: skip
    across = CrossSheet(id="x", y_from_mm=20.0, y_to_mm=845.0, width_from_mm=60.0, width_to_mm=36.0)
    ways = [
        ("one board", _of(profile(1))), ("two boards glued together", _of(profile(2))),
        ("two boards, ply between them as far as the wing", _of(profile(2), ply)),
        ("one board, a second one slotted across", _of(profile(1), across)),
    ]  # fmt: skip
    found = dict(ways)

    def eaten(v: Verdict, surface: str) -> float:
        return next(t.eaten.value for t in v.tail_effects if t.surface == surface)

    def falls(v: Verdict) -> float:
        case = next(c for c in v.cases if c.id == "body_handling")
        return case.n

    single, crossed = found["one board"], found["one board, a second one slotted across"]
    double = found["two boards glued together"]
    return Fact(
        "A profile of one board is strong enough downwards and gives its rudder away sideways; a second sheet slotted "
        "across mends that for its weight, and does little against twist.",
        "a profile of light board, 850 mm long, 90 mm high at the wing, tail 520 mm behind it",
        [
            (
                name,
                f"{v.mass.part_g.value:.1f} g; EI sideways {v.section.EI_Nmm2 * 1e-6:.2f}, GJ "
                f"{v.section.GJ_Nmm2 * 1e-6:.2f} N m² at 650 mm; eaten of the elevator "
                f"{100 * eaten(v, 'elevator'):.0f} %, of the rudder {100 * eaten(v, 'rudder'):.0f} %; the tail turns "
                f"{abs(v.twist_deg.value):.1f}°; a push on the tail: first {falls(v):.1f} N",
            )
            for name, v in ways
        ],
        eaten(single, "rudder") > 4 * eaten(single, "elevator")
        and eaten(crossed, "rudder") < 0.5 * eaten(single, "rudder")
        and crossed.section.GJ_Nmm2 < 2.2 * single.section.GJ_Nmm2
        and double.section.EI_Nmm2 > 4 * single.section.EI_Nmm2,
        "On edge a sheet stands by its height, flat by the square of its thickness; and two strips that cross "
        "twist like two strips beside each other: nothing flows round them.",
    )
