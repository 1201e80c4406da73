"""Facts of bodies: what is left out, what closes it again, boards on edge, sticks, formers, flutes, booms."""

from __future__ import annotations

from typing import Any

from ..catalogue import catalogue
from ..kinds.bands import Bands
from ..kinds.cross import CrossSheet
from ..kinds.diagonals import Diagonals
from ..kinds.lining import FoamLining
from ..kinds.ribs import FoamRibs, WoodRibs
from ..kinds.sandwich import Sandwich
from ..kinds.skin import Skin
from ..kinds.spiral import Spiral
from ..kinds.strip import Strip
from ..kinds.tube import Tube
from ..model import (
    Airframe,
    Body,
    BodyStation,
    BodyWalls,
    Boom,
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


def _wound(angle: float) -> Spiral:
    return Spiral(id="w", angle_deg=angle, y_from_mm=385.0, y_to_mm=850.0)


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
        ("the same, spruce sticks to and fro over it, 4 × 3 mm each 60 mm", _of(gone, Diagonals(id="d", **run))),
        ("the same, tape wound round it both ways at 45°, 24 mm with 40 mm between", _of(gone, _wound(45.0))),
        ("the same, wound at 75°", _of(gone, _wound(75.0))),
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
        and GJ["the same, tape wound round it both ways at 45°, 24 mm with 40 mm between"]
        > 2.5 * GJ["the same, wound at 75°"]
        and GJ["the same, spruce sticks to and fro over it, 4 × 3 mm each 60 mm"] > GJ["the same, film over it"]
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


#: a round shell of planks as wide as high, 850 mm long
_WIDE = ((0.0, 70.0), (380.0, 80.0), (850.0, 45.0))
_SHELL = [BodyStation(x_mm=x, width_mm=d, height_mm=d, roundness=1.0) for x, d in _WIDE]


def _planked() -> Airframe:
    walls = BodyWalls(sheet_mm=4.0, planks=16)
    return _aircraft(Body(stations=_SHELL, walls=walls, core=Core(material="xps33"), wing_at_mm=200.0, seat_mm=180.0))


def _droops(v: Verdict) -> float:
    return abs(v.tip_bend_mm.value)


def spine_and_tube() -> Fact:
    """Wood between two carbon strips under the top, against a carbon tube, in a shell of planks."""
    spine = Sandwich(
        id="s", material="carbon_pultruded", wood="balsa_hard", width_mm=6.0, height_mm=10.0, strip_mm=0.6,
        y_from_mm=10.0, y_to_mm=840.0, chord_from=0.5, chord_to=0.5, level="top",
    )  # fmt: skip
    tube = Tube(
        id="t", material="carbon_roll_wrapped", outer_mm=8.0, inner_mm=6.0, y_from_mm=10.0, y_to_mm=840.0,
        chord_from=0.5, chord_to=0.5, level="top",
    )  # fmt: skip
    keel = spine.model_copy(update={"id": "k", "level": "bottom"})
    other = tube.model_copy(update={"id": "u", "level": "bottom"})
    ways = [
        ("planks alone", _of(_planked())), ("one spine under the top", _of(_planked(), spine)),
        ("one tube under the top", _of(_planked(), tube)), ("spine and keel", _of(_planked(), spine, keel)),
        ("two tubes, top and bottom", _of(_planked(), tube, other)),
    ]  # fmt: skip
    found = dict(ways)
    bare, both = found["planks alone"], found["spine and keel"]
    one, alone = found["one spine under the top"], found["one tube under the top"]
    return Fact(
        "In a shell a stick on one side alone bends with the shell's middle and does by itself what it can; one above "
        "and one below hold each other and do many times as much. Spine or tube matters less than having both.",
        "a round shell of 4 mm planks, 850 mm long; sticks of about a gram each ten centimetres",
        [
            (
                name,
                f"{v.mass.part_g.value:.1f} g, EI {v.section.EI_Nmm2 * 1e-6:.1f}, GJ {v.section.GJ_Nmm2 * 1e-6:.2f} "
                f"N m² at 650 mm; the tail bends {_droops(v):.1f} mm",
            )
            for name, v in ways
        ],
        both.section.EI_Nmm2 > 4 * one.section.EI_Nmm2
        and one.section.EI_Nmm2 > bare.section.EI_Nmm2
        and 0.5 < one.section.EI_Nmm2 / alone.section.EI_Nmm2 < 2.0
        and abs(both.section.GJ_Nmm2 / bare.section.GJ_Nmm2 - 1) < 0.1,
        "Two sticks apart are the flanges of a beam whose web is the shell; one is a stick beside soft foam.",
    )


def formers() -> Fact:
    """Formers of foam and of wood in a shell of planks, and none."""
    run: dict[str, Any] = {"y_from_mm": 10.0, "y_to_mm": 840.0, "spacing_mm": 80.0, "cut_out": 0.5}
    foam, wood = FoamRibs(id="f", material="xps33", thickness_mm=8.0, **run), WoodRibs(id="w", thickness_mm=2.0, **run)
    ways = [
        ("no formers", _of(_planked())), ("foam, 8 mm, each 80 mm", _of(_planked(), foam)),
        ("ply, 2 mm, each 80 mm", _of(_planked(), wood)),
    ]  # fmt: skip
    found = dict(ways)

    def flat(v: Verdict) -> float:
        return min(
            (m.n for m in v.modes if m.mode in ("ovalises", "side_wall", "panel_buckling")), default=float("inf")
        )

    none, light, heavy = (found[name] for name, _ in ways)
    return Fact(
        "Formers keep a shell from going flat and its walls from buckling, and stiffen nothing; to the shell it is all "
        "one whether they are of foam or of ply.",
        "the shell above, with half of each former cut out",
        [
            (
                name,
                f"{v.mass.part_g.value:.1f} g, EI {v.section.EI_Nmm2 * 1e-6:.1f} N m² at 650 mm; the shell itself goes "
                + (f"flat or buckles at {flat(v):.0f} G" if flat(v) < 1e3 else "nowhere flat"),
            )
            for name, v in ways
        ],
        flat(light) > 1.25 * flat(none)
        and abs(flat(heavy) / flat(light) - 1) < 0.1
        and abs(light.section.EI_Nmm2 / none.section.EI_Nmm2 - 1) < 0.05,
        "What keeps a tube round needs to be stiff in its own plane alone, and foam is enough for that.",
    )


def flutes() -> Fact:
    """A box of corrugated sheet with its flutes along it and round it, beside one of light board."""
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, 850.0)]

    def box(material: str, way: Any = "along") -> Airframe:
        core, walls = Core(material=material, flutes=way), BodyWalls(glue="hot_melt_low")
        return _aircraft(Body(stations=ends, walls=walls, core=core, wing_at_mm=200.0, seat_mm=180.0))

    ways = [
        ("corrugated, 3 mm, flutes along the body", _of(box("corrugated_pp_3"))),
        ("the same, flutes round it", _of(box("corrugated_pp_3", "across"))), ("light foam board", _of(box(BOARD))),
    ]  # fmt: skip
    along, across, board = (v for _, v in ways)
    return Fact(
        "Flutes along the body bend it a third less than flutes round it, and do nothing against twist; a box of light "
        "board is lighter than either.",
        "a box 60 × 75 mm, 850 mm long, its corners glued",
        [
            (
                name,
                f"{v.mass.part_g.value:.0f} g, EI {v.section.EI_Nmm2 * 1e-6:.0f}, GJ {v.section.GJ_Nmm2 * 1e-6:.1f} "
                f"N m²; the tail bends {_droops(v):.1f} mm and turns {abs(v.twist_deg.value):.2f}°",
            )
            for name, v in ways
        ],
        1.2 < along.section.EI_Nmm2 / across.section.EI_Nmm2 < 1.6
        and abs(along.section.GJ_Nmm2 / across.section.GJ_Nmm2 - 1) < 0.02
        and board.mass.part_g.value < 0.6 * along.mass.part_g.value,
        "The walls between both faces run along with the flutes and bear as they do; across them they hang on nothing. "
        "Twist flows in the faces alone.",
    )


def corners() -> Fact:
    """A box of corrugated sheet whose corners have fillets, and one glued inside its flutes alone."""
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, 850.0)]

    def box(how: Any) -> Airframe:
        walls = BodyWalls(glue="hot_melt_low", corners=how)
        core = Core(material="corrugated_pp_3", flutes="along")
        return _aircraft(Body(stations=ends, walls=walls, core=core, wing_at_mm=200.0, seat_mm=180.0))

    ways = [
        ("a fillet along both faces", _of(box("fillet"))), ("glued inside the flutes alone", _of(box("plain"))),
    ]  # fmt: skip

    def opens(v: Verdict) -> float:
        return min(m.n for m in v.modes if m.mode == "seam")

    (_, fillet), (_, plain) = ways
    return Fact(
        "A corner glued inside its flutes alone opens at a fifth of what one with fillets holds; all that it saves is "
        "glue.",
        "the box of corrugated sheet above, flutes along it",
        [
            (name, f"{v.mass.part_g.value:.1f} g; the first corner opens at {opens(v):.1f} times its load")
            for name, v in ways
        ],
        0.15 < opens(plain) / opens(fillet) < 0.25 and plain.mass.part_g.value < fillet.mass.part_g.value,
        "Inside the flutes glue touches the ends of thin walls alone. The share is an own estimate: test a corner of "
        "your sheet and glue.",
    )


def thicker() -> Fact:
    """A box of thin foam walls, a second wall in its nose, and walls of both together all the way."""
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, 850.0)]

    def box(thick: float) -> Airframe:
        walls, core = BodyWalls(sheet_mm=thick), Core(material="xps_sheet")
        return _aircraft(Body(stations=ends, walls=walls, core=core, wing_at_mm=200.0, seat_mm=180.0))

    def lined(end: float) -> FoamLining:
        return FoamLining(id="l", material="xps_sheet", thickness_mm=3.0, y_to_mm=end)

    ways = [
        ("walls of 3 mm", _of(box(3.0))),
        ("a second wall of 3 mm as far as the wing's end", _of(box(3.0), lined(380.0))),
        ("a second wall of 3 mm to the tail", _of(box(3.0), lined(850.0))), ("walls of 6 mm", _of(box(6.0))),
    ]  # fmt: skip
    thin, nose, lined_all, thick = (v for _, v in ways)
    return Fact(
        "Two thin walls glued to each other are one thick one; where it is thick only in front, the tail stays as "
        "light.",
        "a box of extruded foam, 60 × 75 mm, 850 mm long",
        [
            (
                name,
                f"{v.mass.part_g.value:.1f} g, EI {v.section.EI_Nmm2 * 1e-6:.2f}, GJ {v.section.GJ_Nmm2 * 1e-6:.2f} "
                "N m² at 650 mm",
            )
            for name, v in ways
        ],
        abs(lined_all.section.EI_Nmm2 / thick.section.EI_Nmm2 - 1) < 0.02
        and abs(lined_all.section.GJ_Nmm2 / thick.section.GJ_Nmm2 - 1) < 0.05
        and abs(nose.section.EI_Nmm2 / thin.section.EI_Nmm2 - 1) < 0.01
        and thin.mass.part_g.value < nose.mass.part_g.value < lined_all.mass.part_g.value,
        "Foam beside foam strains as one. Its glue weighs.",
    )


def booms() -> Fact:
    """A pod with one boom, a thicker one, two booms, and the same body of board to its end."""
    ends = [BodyStation(x_mm=x, width_mm=60.0, height_mm=75.0) for x in (0.0, 420.0)]

    def pod(**boom: Any) -> Airframe:
        told = {"outer_mm": 8.0, "inner_mm": 6.0, "starts_mm": 300.0, "ends_mm": 850.0}
        core = Core(material=BOARD)
        return _aircraft(Body(stations=ends, core=core, wing_at_mm=200.0, seat_mm=180.0, boom=Boom(**(told | boom))))

    tapers = [*ends, BodyStation(x_mm=850.0, width_mm=30.0, height_mm=35.0)]
    ways = [
        ("box of board to the tail", _of(_aircraft(Body(stations=tapers, wing_at_mm=200.0, seat_mm=180.0)))),
        ("tube 8 / 6", _of(pod())), ("tube 12 / 10", _of(pod(outer_mm=12.0, inner_mm=10.0))),
        ("two tubes 8 / 6, 200 mm apart", _of(pod(count=2, starts_mm=210.0))),
    ]  # fmt: skip
    found = dict(ways)

    def eaten(v: Verdict, surface: str) -> float:
        return next(t.eaten.value for t in v.tail_effects if t.surface == surface)

    thin, thick, two = found["tube 8 / 6"], found["tube 12 / 10"], found["two tubes 8 / 6, 200 mm apart"]
    return Fact(
        "A thin boom gives the tail away in every way; half as thick again it is almost four times as stiff for half "
        "as much again. Two of them set apart turn less than half as far.",
        "a pod of board with a carbon tube of 1 mm wall, tail 520 mm behind the wing",
        [
            (
                name,
                f"{v.mass.part_g.value:.0f} g; the tail bends {_droops(v):.1f} mm and turns "
                f"{abs(v.twist_deg.value):.1f}°; eaten of the elevator {100 * eaten(v, 'elevator'):.0f} %, of the "
                f"rudder {100 * eaten(v, 'rudder'):.0f} %",
            )
            for name, v in ways
        ],
        eaten(thin, "elevator") > 2 * eaten(thick, "elevator")
        and abs(thin.twist_deg.value) > 3 * abs(thick.twist_deg.value)
        and abs(two.twist_deg.value) < 0.5 * abs(thin.twist_deg.value),
        "Stiffness goes with the third power of the diameter where the wall stays, weight with the first.",
    )
