"""Facts of wings: spars, skins, folds, ribs."""

from __future__ import annotations

from typing import Any, Literal

from ..catalogue import catalogue
from ..kinds import rectangle_constant
from ..kinds.boards import BoardSpar
from ..kinds.box import BoxSpar
from ..kinds.foam_web import FoamWeb
from ..kinds.ribs import FoamRibs
from ..kinds.rod import Rod
from ..kinds.skin import Skin
from ..kinds.strip import Strip
from ..kinds.tape import TapeStrip
from ..kinds.tube import Tube
from ..kinds.web import Web
from ..model import (
    Airframe,
    Core,
    FlatPlate,
    Flight,
    FoldedBoard,
    Joint,
    NacaAerofoil,
    Panel,
    Parts,
    Scheme,
    SheetedSection,
    Wing,
)
from ..report.verdict import Verdict
from ..verdicts import evaluate
from .fact import Fact


def _wing(
    chord: float, half_span: float, *, plate: float | None = None, foam: str = "epp30", promise: float = 900.0
) -> Airframe:
    aerofoil = FlatPlate(thickness_mm=plate) if plate else NacaAerofoil(code="2412")
    return Airframe(
        name="Validation", promise_g=promise, rest_g=0.6 * promise,
        flight=Flight(use="sport", load_factor=4.0, speed_m_s=20.0),
        parts=Parts(wing=Wing(
            panels=[Panel(span_mm=half_span, root_chord_mm=chord, tip_chord_mm=chord)],
            aerofoil=aerofoil, core=Core(material=foam),
        )),
    )  # fmt: skip


def _answer(airframe: Airframe, *pieces: Any) -> Verdict:
    scheme = Scheme(id="v", name="Validation", pieces=list(pieces))
    return evaluate(airframe, scheme, slice_at_mm=0.0, ledger=False, spread=False)


_LEVELS: tuple[Literal["top", "bottom"], ...] = ("top", "bottom")


def _pair(diameter: float, glue: str, reach: float = 600.0, inset: float = 0.5) -> list[Rod]:
    """Rods one over the other."""
    return [Rod(id=v, level=v, diameter_mm=diameter, inset_mm=inset, glue=glue, y_to_mm=reach) for v in _LEVELS]


def _times(value: float) -> str:
    return f"{value:.2f} times" if value < 10 else f"{value:.0f} times"


def _three(*stiffness: float) -> str:
    return ", ".join(f"{v * 1e-6:.3f}" for v in stiffness) + " N m²"


def rods_apart() -> Fact:
    """Two rods apart against one in the middle."""
    wing = _wing(200.0, 600.0)
    single_rod = Rod(id="m", diameter_mm=2.83, glue="epoxy_30", y_to_mm=600.0)
    apart, single = _answer(wing, *_pair(2.0, "epoxy_30")), _answer(wing, single_rod)
    ratio = apart.section.EI_Nmm2 / single.section.EI_Nmm2
    return Fact(
        "Rods top and bottom are far stiffer than one in the middle.",
        "200 mm NACA 2412 of EPP 30, half span 600 mm: two 2 mm carbon rods, or one of the same weight (2.8 mm)",
        [
            ("EI, pair over single", _times(ratio)),
            (
                "tip bend at 4 g, pair and single",
                f"{apart.tip_bend_mm.value:.0f} and {single.tip_bend_mm.value:.0f} mm",
            ),
            ("breaks at, pair and single", f"{apart.breaks.n.value:.1f} and {single.breaks.n.value:.1f} G"),
            ("grams, pair and single", f"{apart.mass.pieces_g:.1f} and {single.mass.pieces_g:.1f} g"),
        ],
        ratio > 20 and apart.tip_bend_mm.value < 0.5 * single.tip_bend_mm.value,
        "The arm counts squared. The bend gains less than EI does: foam shears between the rods.",
    )


def rod_in_tube() -> Fact:
    """A rod in a tube against each alone."""
    wing = _wing(200.0, 600.0)
    hollow = Tube(id="t", material="carbon_roll_wrapped", outer_mm=8.0, inner_mm=6.0, y_to_mm=600.0)
    filled = hollow.model_copy(update={"sleeve_material": "hardwood_dowel", "sleeve_to_mm": 600.0})
    one, two = _answer(wing, hollow), _answer(wing, filled)
    stiffer = two.section.EI_Nmm2 / one.section.EI_Nmm2 - 1
    heavier = two.mass.pieces_g / one.mass.pieces_g - 1
    return Fact(
        "A rod glued into a tube adds a lot of stiffness. (It does not.)",
        "8/6 mm roll-wrapped carbon tube, hollow or with a 6 mm hardwood dowel glued in all along",
        [("EI more by", f"{100 * stiffer:.0f} %"), ("weight of the spar more by", f"{100 * heavier:.0f} %")],
        stiffer < 0.15 and heavier > 0.3,
        "It lies near the middle. What it stops is crushing and splitting: with it, the model finds no crush at a "
        "clamp.",
    )


def taped_foam() -> Fact:
    """Tape on one face, both, none."""
    wing = _wing(50.0, 400.0, plate=15.0, foam="xps33", promise=120.0)
    tape = TapeStrip(id="t", material="filament_tape_uni", surface="both", width_mm=50.0, chord_from=0.5, chord_to=0.5,
                     y_to_mm=400.0)  # fmt: skip
    bare, taped = _answer(wing), _answer(wing, tape)
    clear = _answer(wing, tape.model_copy(update={"material": "packing_tape"}))
    ratio = bare.tip_bend_mm.value / taped.tip_bend_mm.value
    clear_ratio = bare.tip_bend_mm.value / clear.tip_bend_mm.value
    snaps = bare.holds.n.value
    return Fact(
        "Tape on both sides of a foam beam makes it stiffer, and it bends instead of snapping.",
        "strip of extruded foam 50 × 15 mm: bare, with thread tape on both faces, with clear tape on both faces",
        [
            ("stiffer, thread tape and clear tape", f"{_times(ratio)} and {_times(clear_ratio)}"),
            ("bare: first sign", f"{bare.breaks.n.value:.1f} G, {bare.breaks.how}"),
            ("bare: end", f"{snaps:.1f} G, {bare.holds.how}"),
            ("thread tape: first sign", f"{taped.breaks.n.value:.1f} G, {taped.breaks.how}"),
            ("thread tape: end", f"{taped.holds.n.value:.1f} G, {taped.holds.how}"),
        ],
        ratio > 3 and taped.holds.n.value > 1.5 * snaps and taped.breaks.mode == "skin_wrinkling"
        and taped.holds.mode != "core_tension",
        "A little after its pressed face creases, bare foam cracks through at once. Taped, the pressed face wrinkles "
        "first and one sees it, and the pulled face has not cracked yet where the pressed one gives up.",
    )  # fmt: skip


def filmed_aileron() -> Fact:
    """An aileron with and without film."""
    chord, t = 35.0, 6.0
    strip = _wing(chord, 300.0, plate=t, foam="xps_sheet", promise=100.0)
    film = Skin(id="f", material="laminate_75um", layers=3, y_to_mm=300.0)
    filmed, bare = _answer(strip, film), _answer(strip)
    balsa = catalogue().stock["balsa_light"]
    GJ = balsa.G.typical * rectangle_constant(chord, t)
    EI = balsa.E.typical * chord * t**3 / 12
    grams = balsa.density.typical * 1e-3 * chord * t
    return Fact(
        "Three layers of film on a slender foam aileron do what balsa does; bare foam warps and twists.",
        "35 × 6 mm: thin foam sheet bare, the same with three layers of 75 µm film all round, light balsa",
        [
            ("GJ: bare, filmed, balsa", _three(bare.section.GJ_Nmm2, filmed.section.GJ_Nmm2, GJ)),
            ("EI: bare, filmed, balsa", _three(bare.section.EI_Nmm2, filmed.section.EI_Nmm2, EI)),
            ("grams per metre", f"{bare.section.mass_g_per_m:.0f}, {filmed.section.mass_g_per_m:.0f}, {grams:.0f} g"),
        ],
        filmed.section.GJ_Nmm2 > 10 * bare.section.GJ_Nmm2 and 0.25 < filmed.section.GJ_Nmm2 / GJ < 4,
        "Film closes the section, so it twists like a tube; in bending balsa keeps an edge.",
    )  # fmt: skip


def web_between_caps() -> Fact:
    """Caps with a web, without, and a web alone."""
    wing = _wing(200.0, 600.0)
    caps = _pair(2.0, "epoxy_30")
    web = Web(
        id="w", material="balsa_light", thickness_mm=2.0, grain="upright", chord_from=0.31, chord_to=0.31, y_to_mm=600.0
    )
    without, with_it = _answer(wing, *caps), _answer(wing, *caps, web)
    stiffer = with_it.section.EI_Nmm2 / without.section.EI_Nmm2 - 1
    return Fact(
        "A full-depth web with upright grain only keeps the caps apart, and yet the wing is much better for it.",
        "the two 2 mm rods of above, with a 2 mm upright balsa web and without",
        [
            ("EI more by", f"{abs(100 * stiffer):.1f} %"),
            ("tip bend, without and with", f"{without.tip_bend_mm.value:.1f} and {with_it.tip_bend_mm.value:.1f} mm"),
            (
                "of which shear of the foam",
                f"{without.tip_bend_by_shear_mm:.1f} and {with_it.tip_bend_by_shear_mm:.1f} mm",
            ),
            ("breaks at", f"{without.breaks.n.value:.1f} G ({without.breaks.how})"),
            ("breaks at with the web", f"{with_it.breaks.n.value:.1f} G ({with_it.breaks.how})"),
        ],
        stiffer < 0.05 and with_it.tip_bend_by_shear_mm < 0.4 * without.tip_bend_by_shear_mm,
        "It adds hardly any EI; it takes the shear that the foam alone is too soft for.",
    )  # fmt: skip


def soft_glue() -> Fact:
    """The same rod in hard and in soft glue."""
    wing = _wing(200.0, 600.0)

    def pair(glue: str, reach: float) -> Verdict:
        return _answer(wing, *_pair(4.0, glue, reach, 0.0))

    hard, soft = pair("epoxy_30", 600.0), pair("silicone", 600.0)
    hard_short, soft_short = pair("epoxy_30", 200.0), pair("silicone", 200.0)
    long_loss = 1 - soft.section.EI_Nmm2 / hard.section.EI_Nmm2
    short_loss = 1 - soft_short.section.EI_Nmm2 / hard_short.section.EI_Nmm2
    return Fact(
        "Caps on glue that is too soft do not work together.",
        "4 mm carbon rods top and bottom on epoxy or on silicone, over 600 mm and over 200 mm",
        [
            ("EI lost to silicone over 600 mm", f"{100 * long_loss:.0f} %"),
            ("EI lost to silicone over 200 mm", f"{100 * short_loss:.0f} %"),
        ],
        short_loss > 0.3 and short_loss > long_loss > 0.02,
        "Slip costs most where the stick is short and thick: the bond is too short to hand the force over.",
    )


def film_against_spar() -> Fact:
    """The same grams as film and as spar."""
    wing = _wing(200.0, 600.0)
    tube = Tube(id="t", material="carbon_roll_wrapped", outer_mm=8.0, inner_mm=6.0, y_to_mm=600.0)
    film = Skin(id="f", material="laminate_38um", y_to_mm=600.0)
    rods = _pair(2.0, "polyurethane_foaming")
    answers = [_answer(wing), _answer(wing, *rods), _answer(wing, tube), _answer(wing, film)]
    bare, spar, fat, filmed = answers
    return Fact(
        "Film makes a wing stiff in twist; a spar alone does little for that.",
        "200 mm NACA 2412 of EPP 30: bare, with two 2 mm carbon rods, with an 8/6 mm carbon tube, with one layer of "
        "38 µm film",
        [
            ("GJ: bare, rods, tube, film", ", ".join(f"{v.section.GJ_Nmm2 * 1e-6:.1f}" for v in answers) + " N m²"),
            ("EI: bare, rods, tube, film", ", ".join(f"{v.section.EI_Nmm2 * 1e-6:.1f}" for v in answers) + " N m²"),
            ("grams of rods, tube, film", ", ".join(f"{v.mass.pieces_g:.0f}" for v in (spar, fat, filmed)) + " g"),
        ],
        filmed.section.GJ_Nmm2 > 3 * bare.section.GJ_Nmm2 and spar.section.GJ_Nmm2 < 1.2 * bare.section.GJ_Nmm2
        and filmed.section.GJ_Nmm2 > fat.section.GJ_Nmm2,
        "The closed skin works around the whole area, sticks only with their own small sections. A fat roll-wrapped "
        "tube does something for twist too, for more grams than the film.",
    )  # fmt: skip


def folded_choices() -> Fact:
    """A wing folded from board: what each choice buys."""

    def wing(**made: Any) -> Airframe:
        usual = {"height_mm": 24.5, "crease_mm": 34.0, "flat_mm": 25.0, **made}
        panel = Panel(span_mm=480.0, root_chord_mm=190.0, tip_chord_mm=190.0)
        return Airframe(
            name="Folded", promise_g=600.0, rest_g=400.0, flight=Flight(load_factor=4.0, speed_m_s=12.0),
            parts=Parts(
                wing=Wing(panels=[panel], aerofoil=FoldedBoard(**usual), core=Core(material="foamboard_light"))
            ),
        )  # fmt: skip

    at: dict[str, Any] = {"chord_from": 0.245, "chord_to": 0.245, "y_to_mm": 480.0, "width_mm": 25.0}
    box = BoxSpar(id="b", **at)
    strips = [
        Strip(id=level, level=level, thickness_mm=0.5, lying="flat", **{**at, "width_mm": 5.0}) for level in _LEVELS
    ]
    tape = TapeStrip(id="t", surface="top", **{**at, "width_mm": 48.0})
    ways: list[tuple[str, Verdict]] = [
        ("no spar", _answer(wing())),
        ("two layers of board, on 20 mm of height", _answer(wing(height_mm=19.6), BoardSpar(id="s", layers=2, **at))),
        ("three layers of board", _answer(wing(), BoardSpar(id="s", layers=3, **at))),
        ("box folded from board", _answer(wing(), box)),
        ("box left open on top", _answer(wing(), box.model_copy(update={"open": "top"}))),
        ("box, paper peeled inside", _answer(wing(peeled_inside="both"), box)),
        ("box, lower sheet folded back 25 mm", _answer(wing(fold_back_mm=25.0), box)),
        ("box glued at spots, a fifth of its length", _answer(wing(), box.model_copy(update={"glued": 0.2}))),
        ("box, tape along the top", _answer(wing(), box, tape)),
        ("box with carbon strips, 5 × 0.5 mm", _answer(wing(), box, *strips)),
        ("box, 10 mm higher", _answer(wing(height_mm=34.5), box)),
    ]
    found = dict(ways)
    bare, boxed, peeled = (found[k] for k in ("no spar", "box folded from board", "box, paper peeled inside"))
    high, stripped = found["box, 10 mm higher"], found["box with carbon strips, 5 × 0.5 mm"]

    def told(v: Verdict) -> str:
        return (
            f"{v.mass.part_g.value:.0f} g, EI {v.section.EI_Nmm2 * 1e-6:.1f}, GJ {v.section.GJ_Nmm2 * 1e-6:.1f} N m², "
            f"first {v.breaks.n.value:.1f} G ({v.breaks.how}), holds {v.holds.n.value:.1f} G"
        )

    return Fact(
        "Of a wing folded from board it is the sheet that carries, not the spar; height and paper decide.",
        "190 mm chord, 24.5 mm high, half span 480 mm, light board: without a spar and with several",
        [(name, told(v)) for name, v in ways],
        boxed.section.EI_Nmm2 < 1.3 * bare.section.EI_Nmm2
        and high.section.EI_Nmm2 > 1.6 * boxed.section.EI_Nmm2
        and peeled.section.EI_Nmm2 < 0.85 * boxed.section.EI_Nmm2
        and stripped.section.EI_Nmm2 > 1.4 * boxed.section.EI_Nmm2,
        "The papers of the sheet lie farthest out and are the most material; a spar of the same board lies within "
        "them. It keeps the sheets apart, splits the long top panel, and carries the shear; carbon on it adds EI. "
        "Glue at spots is lighter and, in a spar that is not what fails, costs no strength here; that the sheet may "
        "lift between them is not looked at. "
        "That a joint in the middle is as strong as the sheet is another matter: it is what breaks first.",
    )


def brace_in_the_middle() -> Fact:
    """A folded wing in two halves, with a brace of ply in its middle and without one."""
    panel = Panel(span_mm=480.0, root_chord_mm=190.0, tip_chord_mm=190.0, dihedral_deg=4.0)
    box = BoxSpar(id="b", chord_from=0.245, chord_to=0.245, y_to_mm=480.0, width_mm=25.0)

    def wing(joint: Joint) -> Airframe:
        made = FoldedBoard(height_mm=24.5, crease_mm=34.0, flat_mm=25.0)
        halves = panel.model_copy(update={"joint": joint})
        return Airframe(
            name="Folded", promise_g=600.0, rest_g=400.0, flight=Flight(load_factor=4.0, speed_m_s=12.0),
            parts=Parts(wing=Wing(panels=[halves], aerofoil=made, core=Core(material="foamboard_light"))),
        )  # fmt: skip

    brace = {"kind": "brace", "material": "birch_ply", "thickness_mm": 2.0, "height_mm": 14.0}
    ways = [
        ("butted and glued", _answer(wing(Joint(kind="butt")), box)),
        ("butted, taped top and bottom", _answer(wing(Joint(kind="butt", tape="filament_tape_uni")), box)),
        ("brace of 2 mm ply, 60 mm each way", _answer(wing(Joint(**brace, reach_mm=60.0)), box)),
        ("brace of 2 mm ply, 120 mm each way", _answer(wing(Joint(**brace, reach_mm=120.0)), box)),
    ]
    found = {name: v.holds.n.value for name, v in ways}
    return Fact(
        "A folded wing in two halves is as strong as what joins them.",
        "the wing above with its box, halves turned up by 4°, joined in the middle in four ways",
        [(name, f"{v.mass.part_g.value:.0f} g, holds {v.holds.n.value:.1f} G ({v.holds.how})") for name, v in ways],
        found["brace of 2 mm ply, 120 mm each way"] > 1.3 * found["butted and glued"],
        "The sheets end at the joint: glue on their edges is all that a butt joint has. A brace hands the moment from "
        "half to half over the length that is glued to the spar.",
    )


def ribs_under_thin_sheets() -> Fact:
    """A wing of thin sheets: bare, with a web, with ribs."""

    def wing(material: str, sheet: float) -> Airframe:
        panel = Panel(span_mm=500.0, root_chord_mm=200.0, tip_chord_mm=200.0)
        return Airframe(
            name="Sheeted", promise_g=600.0, rest_g=450.0, flight=Flight(load_factor=4.0, speed_m_s=12.0),
            parts=Parts(
                wing=Wing(panels=[panel], aerofoil=SheetedSection(sheet_mm=sheet), core=Core(material=material))
            ),
        )  # fmt: skip

    web = FoamWeb(id="w", y_to_mm=500.0)
    wood = Web(
        id="s", y_to_mm=500.0, thickness_mm=2.0, grain="upright", cap_material="spruce", cap_width_mm=5.0,
        cap_thickness_mm=2.0,
    )  # fmt: skip
    ribs = FoamRibs(id="r", y_to_mm=500.0, spacing_mm=50.0)
    foam, balsa = wing("xps_sheet", 3.0), wing("balsa_light", 1.5)
    ways = [
        ("3 mm foam, nothing inside", _answer(foam)),
        ("3 mm foam, a web of foam", _answer(foam, web)),
        ("3 mm foam, the web and ribs each 50 mm", _answer(foam, web, ribs)),
        ("3 mm foam, ribs, a web of balsa with caps of spruce", _answer(foam, wood, ribs)),
        ("1.5 mm balsa, the same", _answer(balsa, wood, ribs)),
        ("1.5 mm balsa, without ribs", _answer(balsa, wood)),
    ]
    found = {name: v.breaks.n.value for name, v in ways}
    return Fact(
        "Thin sheets buckle between what holds them; ribs and a web hold them, and caps carry.",
        "200 mm NACA 2412, half span 500 mm, sheeted",
        [
            (
                name,
                f"{v.mass.part_g.value:.0f} g, EI {v.section.EI_Nmm2 * 1e-6:.1f}, GJ "
                f"{v.section.GJ_Nmm2 * 1e-6:.1f} N m², first {v.breaks.n.value:.1f} G ({v.breaks.how}), holds "
                f"{v.holds.n.value:.1f} G",
            )
            for name, v in ways
        ],
        found["3 mm foam, the web and ribs each 50 mm"] > 1.3 * found["3 mm foam, a web of foam"]
        and found["1.5 mm balsa, the same"] > 2 * found["1.5 mm balsa, without ribs"]
        and found["3 mm foam, ribs, a web of balsa with caps of spruce"]
        > 4 * found["3 mm foam, the web and ribs each 50 mm"],
        "A sheet stands by the square of its thickness over its width; its bulge helps, as part of a cylinder, for as "
        "much as real cylinders stand of theory. What carries the bending is stiff and far apart: caps.",
    )
