"""Figures of version 0.6 that were wrong, what is reported now, and against what it was held."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class PutRight:
    """One figure: what it is of, before and now, what it was held against, and the test that holds it."""

    what: str
    before: str
    now: str
    against: str
    test: str


ROWS = (
    PutRight(
        "A tube split along, beside foam that is cracked through",
        "20 % of the strength with the split's end 2.5 mm inside the crack, 67 % with it at the crack",
        "one figure for both; every pair of damages is continuous in its places",
        "sweeps of each past the other, down to a quarter of a millimetre",
        "sweeps/test_places.py",
    ),
    PutRight(
        "Two splices on one stick, a binding over a part of a split, both on one tube",
        "KeyError",
        "what one wound leaves is the stick that the next one finds",
        "bounds: broken, mended, sound",
        "sweeps/test_places.py",
    ),
    PutRight(
        "A new stick, or a loose one glued in again, in silicone",
        "as in epoxy",
        "slips and holds by its own glue; rules of the glue page count for every mend and plan",
        "the same stick laid in that glue",
        "sweeps/test_places.py, repairs/test_plans.py",
    ),
    PutRight(
        "EA over a lap of two rods, over the sound wing's",
        "9.3 times",
        "1.47 times; EA and EI each by their own sum",
        "parallel axes by hand (1.49)",
        "sweeps/test_places.py",
    ),
    PutRight(
        "A rod glued inside a tube",
        "by its area, up to 2.5 times too strong",
        "at most its second moment over the tube's",
        "bending of both by hand",
        "sweeps/test_places.py",
    ),
    PutRight(
        "A crack glued so that 30 % of its faces meet",
        "bends as a sound one",
        "bends more the less meets",
        "order of three",
        "sweeps/test_places.py",
    ),
    PutRight(
        "An upright balsa web in a foam wing",
        "holds to 0.46 G, 3.76 without it",
        "holds no less than without it",
        "the same wing without it; no piece of 300 drawn schemes lowers its wing",
        "sweeps/test_lower_bounds.py",
    ),
    PutRight(
        "A folded wing peeled inside, past the buckling of its sheet",
        "5.64 G",
        "2.6 G",
        "effective width by hand (2.5); never above the same section held against buckling",
        "sweeps/test_lower_bounds.py",
    ),
    PutRight(
        "A rod cut by a pocket",
        "a sliver bears at its full arm, 4 to 7 times too strong",
        "what is cut is gone; deeper is never stronger",
        "the rod cut through",
        "sweeps/test_lower_bounds.py",
    ),
    PutRight(
        "A box of board that is a little round",
        "EA 1.48, weight 1.12, buckling 3.7 times the box's",
        "EA 0.99, weight 0.99, buckling 0.95",
        "the box itself, as roundness goes to nothing",
        "sweeps/test_bodies.py",
    ),
    PutRight(
        "Flow round a corner of a box, by tenths of a millimetre of its width",
        "25.5, 3.8, 25.5 N",
        "smooth to 1 %, left as right to 1e-6",
        "sweep and symmetry",
        "sweeps/test_bodies.py",
    ),
    PutRight(
        "Glue of a body that is drawn 400 mm low",
        "-11.9 g",
        "as where it is drawn",
        "lengths and widths alone",
        "sweeps/test_bodies.py",
    ),
    PutRight(
        "Wing bolts without pegs, at 85 % of the chord",
        "lift over bolts",
        "5 times that: moments about the seat's end",
        "balance of moments by hand",
        "sweeps/test_mounts.py",
    ),
    PutRight(
        "Undercarriage wire under a push aft",
        "bent only",
        "bent and twisted",
        "von Mises by hand",
        "sweeps/test_mounts.py",
    ),
    PutRight(
        "A third hinge post",
        "8.0 to 6.4 of its need",
        "never less than with two",
        "static theorem; every count of every mount",
        "sweeps/test_mounts.py",
    ),
    PutRight(
        "Balance target behind the aft limit",
        "advice aims there",
        "advice aims at the limit and says so",
        "static margin, every target",
        "balance/test_weighing.py",
    ),
    PutRight(
        "A weighing typed ten times too heavy",
        "the habit becomes +7 279 %",
        "counts for itself alone, and is asked about",
        "the habit without it",
        "balance/test_weighing.py",
    ),
    PutRight(
        "Divergence of a wing whose tip is 200 mm forward",
        "as an unswept one",
        "half of that",
        "bending of a uniform wing in closed form (Bisplinghoff, Ashley and Halfman 1955)",
        "beam/test_shaking.py",
    ),
    PutRight(
        "A firewall for motors out on a wing",
        "the distance along the span as overhang: gives way at 7 G",
        "half the motor's length, wherever its plate is",
        "every place along the span",
        "sweeps/test_mounts.py",
    ),
    PutRight(
        "Reference files: outlines the other way round, tubes by bore, unknown names",
        "GJ -2e14, or passed over",
        "either winding, bore_mm as id_mm, unknown names refused",
        "the same section both ways",
        "sections/test_sections.py",
    ),
    PutRight(
        "A film ironed over mesh or film",
        "7.1 G alone, 3.8 with a film on top: each wrinkled by itself",
        "one laminate, by its bending stiffness; never less than without it",
        "all lengths of wave by brute force, in 4 000 slices; one film of both thicknesses; pairs of films and meshes",
        "failure/test_laid_on.py",
    ),
    PutRight(
        "Upright balsa, and a thin cover over caps",
        "tears or is crushed along the span first: 0.6 G, 11.9 to 7.6 G",
        "counts as the foam that it takes the place of, and hands nothing over",
        "the wing without it; arms of the caps by hand",
        "failure/test_laid_on.py",
    ),
    PutRight(
        "Tape that wrinkles and springs back",
        "the headline says that it gives way there, at 5 G; taped reads weaker than bare",
        "the headline says what does harm first, or breaks, and the sign beside it",
        "the bare part",
        "failure/test_laid_on.py",
    ),
    PutRight(
        "A cord that runs 2 mm past the corner of a notch",
        "holds as one of 300 mm",
        "takes up its load from its end on, and pulls out by the bond of what runs past",
        "the cord that ends at the corner; order of seven lengths",
        "failure/test_laid_on.py",
    ),
    PutRight(
        "A lump carried in a body",
        "snaps to stations 14 mm apart: a saw-tooth of 5 %",
        "lies where it is, whatever the stations",
        "shear and moment of a force at a place, by hand",
        "sweeps/test_smooth.py",
    ),
    PutRight(
        "A block along the chord, by tenths of a millimetre",
        "the foam beside it read at 16 points: 7 %",
        "no step over 1 %",
        "sweep",
        "sweeps/test_smooth.py",
    ),
    PutRight(
        "A change of a billionth in what is described",
        "moves 162 figures of the demo's spine, a stretch's 5.4 to 70",
        "moves none by more than a millionth, but for where two stretches of one body meet",
        "all demo schemes, every measure longer and shorter by turns",
        "sweeps/test_rounding.py",
    ),
    PutRight(
        "A motor that points up by 5°",
        "pulled down, holds the nose down",
        "by how high the line lies over the balance point, with the angle that levels it",
        "moments about the balance point by hand",
        "mounts/test_mounts.py",
    ),
    PutRight(
        "A control surface whose end would twist by more than its throw; whether a strip warps",
        "129.9 degrees; a board never warps",
        "its end stays behind; by length, chord, foam and papers",
        "what builders say",
        "hinges/test_hinges.py",
    ),
    PutRight(
        "The headline where several things may come first",
        "of the build in which every figure is typical: 52 to 79 % of builds came below it",
        "the median of builds, 0.79 to 1.09 times that on the demo; judged, searched and explained by it",
        "2 048 drawn builds of six schemes: within 1.2 % of their median",
        "analysis/test_median.py",
    ),
    PutRight(
        "What the aircraft weighs ready to fly",
        "six values with four ranges on stand, bench, balance and list",
        "one value with one range everywhere: parts as weighed, or as planned times the builder's habit",
        "each against each, all demo aircraft",
        "balance/test_ready_to_fly.py, server/test_weighing.py",
    ),
    PutRight(
        "Formers that hold a boom",
        "weigh nothing",
        "two plates of the pod's inside with a hole for each boom",
        "by hand",
        "parts/test_boom.py",
    ),
    PutRight(
        "A weighing over twice or under half of its plan",
        "kept without a word (the habit +7 279 %)",
        "asked about at its field; kept, it counts for itself alone",
        "both sides of both ends",
        "server/test_weighing.py",
    ),
    PutRight(
        "Why it holds to what it does, where foam is crushed or skins wrinkle on the way",
        "60.9 / 12.4 beside 6.62 G",
        "what is applied at that load, and the figure of the headline",
        "the headline, all demo schemes",
        "report/test_why_tells.py",
    ),
    PutRight(
        "Why a body's tail twists",
        "lift at the quarter chord of a wing",
        "torque behind the wing over GJ, with each open stretch by itself",
        "torque over GJ summed by hand",
        "report/test_why_tells.py",
    ),
    PutRight(
        "Lift of a swept wing as it bends",
        "stays where it is",
        "moves outwards swept forward, inwards swept back, at the speed of each case; whole lift kept",
        "a beam marched by hand on a grid of its own (0.2 %)",
        "beam/test_lift_follows.py",
    ),
    PutRight(
        "Control reversal of a swept wing",
        "twist alone",
        "twist and bending",
        "rounds of lift and slope by hand: what is left of the roll is under 1 %",
        "beam/test_lift_follows.py",
    ),
    PutRight(
        "Flutter where bending shakes nearly as fast as twist",
        "by a formula for bending that is far slower",
        "the lower of that and of the speed at which both come to one frequency",
        "the two formulas agree within 10 % where bending is slow (Theodorsen and Garrick 1940; Pines 1958)",
        "beam/test_lift_follows.py",
    ),
    PutRight(
        "A picture of a repair",
        "cannot be removed, and stays when its repair is removed",
        "goes with its repair or by itself, and comes back",
        "over the API, each way",
        "server/test_repairs.py",
    ),
    PutRight(
        "Foam cracked 0.3 mm short of where a stick ends (6 mm tube in a plate)",
        "as strong as sound",
        "3 % of sound; 60 % with 30 mm past the crack, 9 % with 10 mm",
        "moment held by blocks of foam, by linear programming and by hand",
        "failure/test_short_of_break.py",
    ),
    PutRight(
        "Shear centre of a plate with film round its nose, narrower than the plate is thick",
        "26 % of the chord too far back (two nodes fell on one place)",
        "goes on with the width of the film",
        "swept; the bare plate where the film ends",
        "sweeps/test_found.py",
    ),
    PutRight(
        "Foam of a box sheared by twist, at two places that are alike",
        "by one of them, 7 % too strong",
        "by the worse",
        "both by hand",
        "sweeps/test_found.py",
    ),
    PutRight(
        "A lining 1.60 or 1.61 mm thick: panel buckles at",
        "4.29 and 6.35",
        "6.32 and 6.35",
        "swept from 0.8 to 2.2 mm; two thin walls are one thick one; Allen 1969",
        "kinds/test_lining.py",
    ),
    PutRight(
        "A step in a strongly swept tail (root 754 mm, tip 98 mm)",
        "holds 0.002 times its load: the step counted as a slope",
        "3.7 times, as beside it",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "Film that slides near a cut or another's end",
        "up to 26 % off, by how the chord is cut",
        "as a mean over 12 % of the depth",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "A joint open over all but a hair of its face",
        "0.2 % of sound; open over all of it, with a tube through it, 100 %",
        "what is open past 95 % is bridged or not",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "Foam that is hurt twice in one place (a dent over a crack)",
        "less than none is left: 56 % of sound, 100 % a tenth of a millimetre beside it",
        "the product of what each leaves",
        "small cells of foam, added up",
        "sections/test_overlaps.py",
    ),
    PutRight(
        "What hangs before a body's nose, as it lands",
        "pressed into 1 mm of its walls: 4.6 times, or 7.5, by where the next station lies",
        "over 20 mm, as a skid or a hook: 7.5",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "A box with a trace of roundness and a wall left out",
        "27 % stronger and 1.5 g heavier than the box: paper inside ran to and fro in its corners",
        "the box, within 0.1 %",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "Foam crushed under one face",
        "looked for at the other face, too: 9 % too weak",
        "from its face to its depth",
        "swept",
        "sweeps/test_found.py",
    ),
    PutRight(
        "Which stations' ends are looked at, where a load is nothing but rounding",
        "a stretch of the demo's spine ends 19 mm sooner or later",
        "nothing ends there",
        "a billionth in every measure",
        "sweeps/test_rounding.py",
    ),
    PutRight(
        "A body that holds as much with a tape as without it",
        "taken with it or without it as rounding has it: ranges 0.1 % apart",
        "with it: without a piece only where that is more",
        "a billionth in every measure",
        "sweeps/test_rounding.py",
    ),
    PutRight(
        "Flutter of the section at 70 % of the span",
        "of the station nearest to there; which of two hung on rounding (0.2 % of a range)",
        "between both stations",
        "a billionth in every measure",
        "sweeps/test_rounding.py",
    ),
)


def table() -> list[str]:
    """Lines of the page."""
    title, says = (
        "## Figures that were put right",
        "What version 0.6 said, what is said now, and against what it was held.",
    )
    head = ["", title, "", says, ""]
    rows = [f"| {r.what} | {r.before} | {r.now} | {r.against} | `{r.test}` |" for r in ROWS]
    return [*head, "| what | before | now | held against | test |", "| --- | --- | --- | --- | --- |", *rows]
