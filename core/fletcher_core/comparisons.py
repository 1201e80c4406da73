"""What was put right, and how far each method is to be trusted: the last two tables of docs/validation.md."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Mended:
    """A figure that did not hold against something that we did not write, and does now."""

    what: str
    was: str
    now: str
    against: str
    test: str


@dataclass(frozen=True)
class Trust:
    """How far a method's answer lies from what it was compared with; `count` of comparisons, 0 for none of ours."""

    what: str
    bias: str
    spread: str
    count: int
    against: str


MENDED: tuple[Mended, ...] = (
    Mended(
        "torque of 40° of full-span aileron at 22 m/s on a 6 mm sheet", "struck no mode: sound",
        "shears the foam at a third of it: gives way", "3 T / (c h²) by hand, 0.72 against 0.26 MPa",
        "failure/test_torque.py",
    ),
    Mended(
        "where a section with a film all round turns", "48 % of the chord", "36 to 37 %",
        "full finite elements, 36.4 to 37.1 %", "sections/test_shear_centre.py",
    ),
    Mended(
        "where one with four layers on the nose, no web, turns", "15 % of the chord", "7 % before the nose",
        "full finite elements, 7.6 % before the nose (stiffness of the layers as in the test)",
        "sections/test_shear_centre.py",
    ),
    Mended(
        "EI of paper-faced and corrugated board", "faces outside the thickness: 12 to 37 % too high",
        "faces inside: within 0.5 %", "sums by hand over the real walls", "sections/test_boards.py",
    ),
    Mended(
        "droop of corrugated sheet across its flutes", "7 % too much", "within 5 %",
        "plane finite elements of 8 and 16 cells", "sections/test_boards.py",
    ),
    Mended(
        "paper and foil on the pressed face", "wrinkled, never crushed", "crushed at 1.5 to 1.9 N/mm",
        "short-span compression 20 to 28 N m/g (Niskanen 2012)", "failure/test_pressed_skins.py",
    ),
    Mended(
        "paper of the light board", "455 kg/m³, 0.14 mm", "800 kg/m³, 0.08 mm", "700 to 900 kg/m³ (Niskanen 2012)",
        "failure/test_pressed_skins.py",
    ),
    Mended(
        "tape and film that wrinkle", "with their adhesive", "a quarter to a third earlier, by their film",
        "0.5 (E E G)^(1/3) of the film (Hoff and Mautner 1945)", "failure/test_pressed_skins.py",
    ),
    Mended(
        "a notch in a plate that bends", "1 + 2 √(depth / radius), as pulled", "0.4 to 1 of what exceeds 1",
        "Goodier 1936 for thin plates, 3 for deep foam", "failure/test_more_failure.py",
    ),
    Mended(
        "a stick that a pocket cuts", "all or nothing at half of it", "what is left of its rectangle", "sums by hand",
        "kinds/test_pieces.py",
    ),
    Mended(
        "walls of folded board, ply webs, in shear", "shear strength between their layers",
        "that of the panel in its plane: foam, paper pulled and wrinkled across the slant",
        "birch plywood 9.5 MPa characteristic (handbook of Finnish plywood 2002)", "failure/test_torque.py",
    ),
    Mended(
        "shear that glue and foam hand over in a part that tapers", "V ES / EI", "slope of M ES / EI along the span",
        "two caps that close in, V / h − M h' / h² (Bruhn 1973)", "failure/test_taper.py",
    ),
    Mended(
        "10th and 90th percentile between seeds", "up to 5.2 %, figures independent",
        "0.55 % in the mean, 96 of 100 within 1.5 %, 4.2 % at most; figures of a material hang together",
        "`python -m tests.core.seeds 16`; of a straight sum, the closed form",
        "analysis/test_sampling.py",
    ),
    Mended(
        "shear stiffness of foam, bare and under films", "0.56 to 1.74 times: flow even over the chord at each level",
        "1.00 to 1.05 times", "full finite elements, 7 sections", "sections/test_shear.py",
    ),
    Mended(
        "what shears that foam most", "0.6 to 2.3 times", "0.96 to 1.06 times", "the same finite elements",
        "sections/test_shear.py",
    ),
    Mended(
        "shear stiffness of foam between two rods", "1.03 to 1.5 times, in steps as a rod goes deeper",
        "0.99 to 1.03 times, no steps", "a field by finite differences, 7 pairs of rods", "sections/test_shear.py",
    ),
    Mended(
        "shear stiffness with sticks in the section", "as fine as the mesh: 2 to 4 % from it, thick rods 5 times",
        "rods 0.93 to 1.04, flush strips 0.9, a web 0.9, sandwiches 0.71 to 0.86, boxes 0.94 to 1.12 times",
        "full finite elements, 11 sections", "sections/test_shear.py",
    ),
    Mended(
        "pressed foam past its plateau stress", "the end: bare strips snapped at their first crease",
        "goes on: 1.3 to 2.2 times the crease, within 1 % and 3 %",
        "rectangle by plain plasticity; a cambered section by 80 000 fibres", "failure/test_crushing.py",
    ),
    Mended(
        "GJ with a servo pocket under film", "0.74 to 0.96 of finite elements", "1.00 to 1.01",
        "full finite elements, half the depth to right through", "sections/test_hollows.py",
    ),
    Mended(
        "GJ of a box folded of board in a wing", "its own cell beside the foam", "0.93 to 0.95",
        "full finite elements of walls, lids and hollow", "sections/test_hollows.py",
    ),
    Mended(
        "GJ of ply plates that meet at the nose", "open there", "joined, within 8 %", "full finite elements",
        "sections/test_hollows.py",
    ),
    Mended(
        "a wing behind the hinge of its aileron", "whole: it bore and twisted with the rest",
        "cut off: EI within 1 %, GJ within 3 %; its weight stays", "full finite elements of what is left",
        "sections/test_moving.py",
    ),
    Mended(
        "a rod in a tube with room round it", "filled the bore, whatever its size",
        "as thick as it is, held by its glue over the gap, or along a line", "rod and glue in 2000 pieces",
        "kinds/test_pieces.py",
    ),
    Mended(
        "GJ of an open box of bare foam", "12 % too high: what stands for air in its opening still bore",
        "within 1 %", "full finite elements", "sections/test_drawn_bodies.py",
    ),
    Mended(
        "an aircraft that full elevator turns at once", "turned about the middle of the wing's seat",
        "turns about where it balances", "balance of a free body (Bruhn 1973, ch. A5)", "parts/test_body_made.py",
    ),
    Mended(
        "pull of a rubber band at three to four times its length", "A G (λ − 1/λ²): a third too much",
        "Ogden's three terms: within 5 %", "what Treloar measured in 1944, as Ogden 1972 tells it",
        "mounts/test_formulas.py",
    ),
    Mended(
        "“worth a test”", "a soft glue that would halve EI", "only what costs the part nothing",
        "the same evaluation with the other glue", "questions/test_other_glue.py",
    ),
    Mended(
        "a sheet that cannot carry itself", "“826 mm”", "“folds”, with what to do",
        "beam theory ends near a quarter of the length", "report/test_folds.py",
    ),
)  # fmt: skip

TRUST: tuple[Trust, ...] = (
    Trust("EA, EI, mass of filled sections", "0 %", "1 %", 39, "full finite elements"),
    Trust("GJ, skins all round or none", "0 %", "5 %", 30, "full finite elements"),
    Trust("GJ, skins over less than half, pockets of part depth", "0 %", "12 %", 9, "full finite elements"),
    Trust("GJ with closed hollows: pockets under film, folded boxes", "−3 %", "7 %", 6, "full finite elements"),
    Trust("EA, EI of bodies: boxes, shells, boards on edge", "0 %", "1 %", 23, "full finite elements"),
    Trust("GJ of bodies, shut and open", "−1 %", "6 %; three boards on edge −10 %", 23, "full finite elements"),
    Trust("pressed foam past its plateau", "0 %", "3 %, known to a strain of a quarter", 6, "plasticity, fibres"),
    Trust("shear centre", "+0.2 % of the chord", "0.7 % of the chord", 11, "full finite elements"),
    Trust("flow in skins by torque", "+1 %", "5 %", 5, "full finite elements"),
    Trust("shear of foam by torque", "+4 %", "25 % where a skin ends, else 5 %", 3, "finite elements, bar corners"),
    Trust("shear stiffness GA_s, bare or under films", "+3 %", "3 %", 7, "full finite elements"),
    Trust("shear stiffness GA_s with rods", "0 %", "0.93 to 1.04 times", 13, "finite differences, finite elements"),
    Trust("shear stiffness GA_s with webs, strips, boxes", "−4 %", "0.9 to 1.12 times", 4, "full finite elements"),
    Trust("shear stiffness GA_s with sandwiches", "−22 %", "0.71 to 0.86 times", 2, "full finite elements"),
    Trust("shear of the foam by shear force", "+2 %", "6 %; an eighth before a rod 10 %", 13, "the same"),
    Trust("corrugated sheet across its flutes", "−1 %", "5 %", 4, "plane finite elements"),
    Trust("foam torn or crushed, skins torn, sticks torn", "0 %", "figures of the material alone", 12, "sums by hand"),
    Trust("wrinkling", "low by 0 to a third", "1.0 to 1.5 times", 0, "tests of others (Hoff, Mautner 1945)"),
    Trust("glue lines, ends of sticks", "not known", "peaks at the ends are left out", 0, "own bond tests better it"),
    Trust("plates of mounts", "0 %", "3 %, all edges held", 7, "plate tables, finite differences, Hankel's integral"),
    Trust("pull of rubber bands", "+4 %", "−1 to +12 %, 5 % at 3 to 5 times", 11, "Treloar 1944"),
    Trust("joints of panels", "not known", "shared by stiffness", 3, "sums by hand"),
    Trust("divergence, reversal, flutter", "not known", "quick checks", 4, "closed forms of uniform wings"),
)  # fmt: skip


def tables() -> list[str]:
    """Lines of both."""
    lines = [
        "", "# What was put right", "",
        "Figures that an independent check did not bear out, each with the test that keeps it (in `tests/core`).", "",
        "| what | was | is | against | test |", "| --- | --- | --- | --- | --- |",
    ]  # fmt: skip
    lines += [f"| {m.what} | {m.was} | {m.now} | {m.against} | `{m.test}` |" for m in MENDED]
    lines += [
        "", "# How far to trust it", "",
        "By method: how far its answer lies from what it was compared with, and in how many comparisons. The spread of",
        "a verdict is that of materials and, for the ways to fail, of the method (docs/spread.md).", "",
        "| what | bias | spread | comparisons | against |", "| --- | --- | --- | --- | --- |",
    ]  # fmt: skip
    lines += [f"| {t.what} | {t.bias} | {t.spread} | {t.count or 'none of ours'} | {t.against} |" for t in TRUST]
    return lines
