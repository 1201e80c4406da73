"""How each figure of the answer came about, told with the numbers that were used.

One function for each family of figures, registered by its name; all of them read the arrays of the
evaluation, so nothing here is computed a second way.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping

import numpy as np

from ..analysis.estimate import Estimate, estimate_of
from ..analysis.evaluation import Evaluation
from ..analysis.past_first import outlives
from ..analysis.sensitivity import drivers, figure_label, unit_of
from ..analysis.uncertainty import SAMPLES
from ..beam import Integrals
from ..failure import MODES, Finding
from ..loads import AIR_DENSITY, Case, lift_slope
from ..model import Body, Problem, Refused
from ..units import Measure, System
from .judgement import Margins
from .lines import SCREENS, answers_drawn, figure_of, ledger, mass_of, screens
from .steps import basis, between, digits, figures_of, retold, step
from .tail_effect import effect_working
from .verdict import Step, Working
from .words import factor_words, how, label, limit_words, place

#: share by which a figure and what it is worked out from may differ when they are told (rounding)
_SAME = 1e-3


def _inputs(a: Evaluation, *families: str) -> list[Step]:
    """Low, typical and high of the figures of some families, or of all that were used."""
    return [
        figures_of(figure_label(name), spread, unit_of(name), basis(name))
        for name, spread in sorted(a.table.items())
        if not families or name.partition(".")[0] in families
    ]


def _case_of(a: Evaluation, run: int) -> Case:
    return a.cases[max(0, run - a.solved.variants + 1)]


def _each(case: Case) -> str:
    """ "for each 1 G", "for each 1 N", "for full rudder once"."""
    return f"for {case.label} once" if case.unit == "times" else f"for each 1 {case.unit} of {case.label}"


def _loads(a: Evaluation, run: int, k: int) -> list[Step]:
    f, loads, case = a.solved.forces, a.solved.loads, _case_of(a, run)
    each = _each(case)
    return [
        step("Weight held up", a.flying_g, "g", "the weight promise, or the estimate where that is more"),
        Step(label="Load case", formula=case.reason, value=f"{case.label}, limit {digits(case.factor)} {case.unit}",
             source=case.source, number=case.factor),
        step("Lift along the half span", np.trapezoid(loads.lift[run], a.layout.plan.y), "N a half",
              f"mean of the chord and of an ellipse of the same area; {each}", "Schrenk 1940"),
        step("Its own weight against it", np.trapezoid(loads.weight[run], a.layout.plan.y), "N a half",
              "mass of foam, pieces and skins along the span"),
        step("Shear force here", f.shear[run, k], "N", f"integral of lift less weight from the tip; {each}"),
        step("Bending moment here", f.moment[run, k], "N mm", f"integral of the shear force from the tip; {each}",
              "Bruhn 1973, ch. A5"),
    ]  # fmt: skip


def _section(a: Evaluation, k: int) -> list[Step]:
    p = a.solved.properties
    return [
        step("EI, bending stiffness here", p.EIxx[0, k], "N mm²",
              "sum of E × (own I + slip × A × arm²), less displaced foam", "Bruhn 1973; slip by EN 1995-1-1 Annex B"),
        step("EI in its own plane", p.EIzz[0, k], "N mm²", "the same, fore and aft"),
        step("EI of both together", p.EIxz[0, k], "N mm²", "sum of E × A × x × z about the same centre"),
        step("Neutral axis here", p.z0[0, k], "mm above the chord line", "sum of E A z / sum of E A"),
    ]  # fmt: skip


def _slips(a: Evaluation) -> list[Step]:
    return [
        step(f"Slip of the {row.part or a.scheme.pieces[row.piece].kind}", a.solved.materials.gamma[0, p], "",
              "1 / (1 + π² E A / (K (2 L)²)), K = G glue × glued width / glue thickness",
              "Möhler 1956; EN 1995-1-1 Annex B")
        for p, row in enumerate(a.layout.member_rows)
        if a.on[row.piece]
    ]  # fmt: skip


def _finding_steps(a: Evaluation, finding: Finding, run: int, k: int, n: float) -> list[Step]:
    mode, case = MODES[finding.mode], _case_of(a, run)
    allowable = finding.allowable[run] if finding.allowable.ndim == 1 else finding.allowable[run, k]
    return [
        step(f"Applied here {_each(case)}", finding.applied[run, k], finding.unit, finding.formula, mode.source),
        step("What it stands", allowable, finding.unit, "the typical figure"),
        *_median(n, a.middle.first, case.unit, f"what it stands / applied {_each(case)}", "Gives way at"),
    ]


def _at_the_end(a: Evaluation, finding: Finding, k: int, n: float) -> list[Step]:
    """Lines of what is applied, and of what stands it, where the typical build ends at `n`."""
    steps = _finding_steps(a, finding, 0, k, n)[:2]
    applied, stands = (float(s.number or 0.0) for s in steps)
    if applied > 0 and abs(stands / applied / n - 1) < _SAME:
        return steps
    # what crushes, wrinkles or slides on the way bears no more: what is left bears more than in proportion
    case = a.cases[0]
    return [
        Step(label=f"Applied here at {factor_words(n, case)}", value="as much as it stands",
             formula=f"{finding.formula}; followed load by load, since what has wrinkled, cracked or been crushed on "
             "the way takes up no more, and the rest has its share to bear", source=MODES[finding.mode].source),
        steps[1],
    ]  # fmt: skip


def _median(n: float, middle: float, unit: str, formula: str, label: str, source: str = "") -> list[Step]:
    """From the build in which every figure is typical to the median of builds, where that is another."""
    if abs(middle - 1.0) < 5e-4:
        return [step(label, n, unit, formula, source)]
    return [
        step(f"{label}, were every figure typical", n / middle, unit, formula, source),
        step("Median of builds over that", middle, "",
             f"of {SAMPLES} drawn builds half come sooner and half later: where many things may come first, the least "
             "of them counts"),
        step(label, n, unit, "half of all builds sooner, half later"),
    ]  # fmt: skip


def _reserve(a: Evaluation, n: float, factor: float, *, ends: bool) -> Step:
    """What ends the part is held against the load with its safety factor, a first sign against the load itself."""
    if ends:
        said = f"ends at / (load {digits(factor)} × safety {a.safety:g})"
        return step("Reserve", n / (factor * a.safety), "", said)
    return step("Reserve", n / factor, "", f"first sign / the load itself, {digits(factor)}")


def _made(a: Evaluation, figure: str, title: str, steps: list[Step], inputs: list[Step], unit: str = "",
          key: str | None = None, value: float | None = None) -> Working:  # fmt: skip
    """With the spread and what drives it, where the answer was drawn."""
    spread, found = None, []
    if key is not None and value is not None:
        draws = answers_drawn(a)[key]
        spread, found = estimate_of(value, draws), drivers(a.names, a.z, draws)
        steps = [
            *steps,
            Step(label="Spread",
                 formula=f"P10 to P90 of {SAMPLES} draws of every material figure (Sobol points, fixed seed)",
                 value=between(spread, unit),
                 source="Owen 1998; Barraquand 1995; the catalogue's low, typical and high figures"),
        ]  # fmt: skip
    return Working(figure=figure, title=title, steps=steps, inputs=inputs, spread=spread, unit=unit, drivers=found)


def _break(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    n, k, finding = a.solved.break_at(0)
    here = place(float(a.layout.plan.y[k]), system, a.scheme.part)
    steps = [*_loads(a, 0, k), *_section(a, k), *_slips(a), *_finding_steps(a, finding, 0, k, n),
             _reserve(a, n, a.limit, ends=False)]  # fmt: skip
    title = f"Why it gives way at {factor_words(n, a.cases[0])}, {here}: {how(finding, a.scheme)}"
    return _made(a, figure, title, steps, _inputs(a), a.cases[0].unit, "break", n)


def _hold(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    n, k, finding = a.solved.holds_to(0)
    first, _, sign = a.solved.break_at(0)
    steps = [
        step("First sign, of half of all builds", first, a.cases[0].unit, how(sign, a.scheme), MODES[sign.mode].source),
        Step(label="What is left then", value="the section without its wrinkled skin, crushed or cracked foam",
             formula="wrinkled skins keep their wrinkling stress, crushed foam its plateau stress, over the zone that "
             "is strained past it; cracked foam keeps its pressed half",
             source="Allen 1969; Gibson and Ashby 1997; Timoshenko and Gere 1972"),
        *_loads(a, 0, k),
        *_at_the_end(a, finding, k, n / a.middle.end),
        *_median(n, a.middle.end, a.cases[0].unit, how(finding, a.scheme), "Holds to", MODES[finding.mode].source),
        _reserve(a, n, a.limit, ends=True),
    ]  # fmt: skip
    here = place(float(a.layout.plan.y[k]), system, a.scheme.part)
    return _made(
        a,
        figure,
        f"What it stands in the end: {factor_words(n, a.cases[0])}, {here}",
        steps,
        _inputs(a),
        a.cases[0].unit,
        "hold",
        n,
    )


def _bend(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    s = a.solved
    k = s.run_of(a.bends_most)
    total, shear = float(s.shape.bend[k, -1]), float(s.shape.bend_by_shear[k, -1])
    worst = limit_words(a.cases[a.bends_most])
    steps = [
        Step(label="Bent most", value=worst, formula="of all cases at their limits, what moves the tip furthest"),
        *_loads(a, k, 0),
        *_section(a, 0),
        step("Bend by bending", total - shear, "mm", "limit moment / EI, free to bend sideways, integrated twice",
              "Timoshenko and Gere; Bruhn 1973, ch. A13"),
        step("Shear stiffness at the root", s.GA_s[0, 0], "N",
              "1/GAs = integral of f × w: what bending hands over for each N of shear, times the warping that it makes",
              "Timoshenko and Goodier 1951; Kantorovich and Krylov 1958"),
        step("Bend by shear of the foam", shear, "mm", "limit shear force / GAs, integrated from the root",
              "Timoshenko and Gere"),
        step("Tip bend", total, "mm", "sum of both, at the limit load"),
        step("Slope at the tip", np.degrees(np.arctan(s.shape.slope[k, -1])), "°", "of both, at the limit load"),
        step("Sideways, by bending askew", s.shape.inplane[k, -1], "mm aft", "limit moment × EIxz, integrated twice"),
    ]  # fmt: skip
    inputs = _inputs(
        a,
        "core",
        "stock",
        "skin",
        "board",
        "cord",
        "folded",
        "stacked",
        "upright",
        "fillet",
        "fibre",
        "resin",
        "lay_up",
        "glue",
    )
    title = f"How far the tip bends at most: {worst}"
    return _made(a, figure, title, steps, inputs, "mm", "bend", total)


def _gj(a: Evaluation, k: int) -> Step:
    return step(
        "GJ, twist stiffness here", a.solved.GJ[0, k], "N mm²",
        "stress function over foam, skins and webs, plus the sticks' own",
        "Timoshenko and Goodier 1951; Kantorovich and Krylov 1958",
    )  # fmt: skip


def _twist(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    s, case = a.solved, a.cases[a.twists_most]
    run, worst = s.run_of(a.twists_most), limit_words(case)
    if isinstance(a.layout.part, Body):
        return _twist_of_body(a, a.layout.part, figure, system)
    total = float(np.degrees(s.shape.twist[run, -1]))
    air = float((s.loads.pitching[run] @ Integrals.along(a.layout.plan.y).tip)[0])
    steps = [
        Step(label="Twisted most", value=worst, formula="of all cases at their limits, what turns the tip furthest"),
        step("Air torque at the root", air, "N mm",
              f"0.5 × {AIR_DENSITY} kg/m³ × ({case.speed_m_s:g} m/s)² × chord² × (cm0, and cm of a turned surface), "
              "integrated from the tip", "thin-aerofoil theory (Glauert 1926, 1927)"),
        step("Flexural centre at the root", s.properties.x_shear[0, 0], "mm from the nose",
              "where lift bends and does not twist: moments of the warping of the torsion solution", "Trefftz 1935"),
        step("Torque of lift at the root", s.forces.torque[run, 0] * case.factor
              - (air if case.unit == "times" else 0.0), "N mm",
              "limit lift at the quarter chord, weight at its own centre, about the flexural centre",
              "Bisplinghoff, Ashley and Halfman 1955"),
        _gj(a, 0),
        step("Twist at the tip", total, "°", "torque / GJ, integrated from the root"),
    ]  # fmt: skip
    inputs = _inputs(a, "core", "stock", "skin", "board", "fibre", "resin", "lay_up")
    title = f"How far the tip twists at most: {worst}"
    return _made(a, figure, title, steps, inputs, "°", "twist", total)


def _twist_of_body(a: Evaluation, body: Body, figure: str, system: System) -> Working:
    """By what pushes the tail aside, over what it turns about, with each open stretch by itself."""
    s, case = a.solved, a.cases[a.twists_most]
    run, held, y = s.run_of(a.twists_most), a.layout.held, a.layout.plan.y
    torque = s.forces.torque[run] * case.factor
    turns = np.degrees(torque / s.GJ[0])
    behind = np.arange(held, len(y))
    total = float(np.degrees(s.shape.twist[run, -1]))
    soft = int(behind[np.argmax(np.abs(turns[behind]))])
    worst = limit_words(case)
    steps = [
        Step(label="Twisted most", value=worst, formula="of all cases at their limits, what turns the tail furthest"),
        step("Torque right behind the wing", torque[held], "N mm",
              "what pushes at the tail × its arm about the height at which the sections turn; held at the wing's seat",
              "Bruhn 1973, ch. A6"),
        step(f"GJ, twist stiffness where it turns most, {place(float(y[soft]), system, 'body')}", s.GJ[0, soft],
              "N mm²", "4 A² / sum of length / (G t) of a closed section; sum of G × length × t³ / 3 of an open one",
              "Bredt 1896; Timoshenko and Goodier 1951"),
    ]  # fmt: skip
    for gone in body.left_out:
        start, end = max(gone.x_from_mm, float(y[held])), gone.x_to_mm
        if end <= start:
            continue
        fine = np.linspace(start, end, 200)
        turned = float(np.trapezoid(np.interp(fine, y, turns), fine))
        steps.append(
            step(f"Of that where the {gone.side} is left out", turned, "°",
                  f"torque / GJ along {Measure(end - start).text(system)}: open there, it is held by its walls' own "
                  "stiffness alone")
        )  # fmt: skip
    steps.append(step("Twist at the tail", total, "°", "torque / GJ, integrated from the wing's seat"))
    inputs = _inputs(a, "core", "stock", "skin", "board", "fibre", "resin", "lay_up")
    return _made(a, figure, f"How far the tail twists at most: {worst}", steps, inputs, "°", "twist", total)


def _mass(a: Evaluation, figure: str, system: System, whole: Estimate | None) -> Working:
    m, boom = mass_of(a, whole), a.layout.section.boom
    joined = [
        step("Joints of panels", m.joined_g, "g", "plates or bars: volume × density; glue: spread × glued area; tape")
    ] if a.hardware else []  # fmt: skip
    steps = [
        step("Foam" if boom is None else "Foam and boom", m.foam_g.value, "g",
              "area × density along all of it, less what pieces displace"),
        step("Pieces", m.pieces_g, "g", "volume × density, or area × area mass"),
        step("Glue", m.glue_g, "g", "bead × length, or spread × glued area"),
        *joined,
        step(f"The {a.scheme.part}", m.part_g.value, "g", "sum of these"),
        step("The aircraft, ready to fly", m.whole_g.value, "g",
              "gear, mounts and all parts: as weighed, or as planned times the builder's habit"),
        step("Remains of the promise", m.remains_g.value, "g",
              f"promise {Measure(m.promise_g, 'mass').text(system)} − the aircraft"),
    ]  # fmt: skip
    return _made(a, figure, "What it weighs", steps, _inputs(a), "g", "mass", m.part_g.value)


def _frequency(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    bending = figure == "bending_hz"
    value = float((a.screens.bending_hz if bending else a.screens.twist_hz)[0])
    stiff = (
        [*_section(a, 0)[:1], step("Shear stiffness at the root", a.solved.GA_s[0, 0], "N")] if bending else [_gj(a, 0)]
    )
    steps = [
        step("Mass along the span, at the root", a.solved.properties.mass[0, 0] * 1e3, "g/m", "foam, pieces, skins"),
        *stiff,
        step("First shake in bending" if bending else "First shake in twist", value, "Hz",
              "the shape that its own inertia bends it into, found by repeated bending; root held still",
              "Stodola 1927; Bisplinghoff, Ashley and Halfman 1955"),
    ]  # fmt: skip
    title = "How fast it shakes, " + ("up and down" if bending else "in twist")
    return _made(a, figure, title, steps, _inputs(a), "Hz", figure, value)


def _screen(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    found = next((s for s in screens(a) if s.id == figure), None)
    if found is None:
        raise _no_such(figure)
    p, plan = a.solved.properties, a.layout.plan
    share = float(p.x_shear[0, 0] / (plan.chord[0] * plan.cos_sweep[0]))
    steps = [
        step("Lift slope", lift_slope(plan), "per radian", "2 π A / (2 + √(4 + A² / cos²))", "Helmbold 1942"),
        step("Flexural centre at the root", share * 100, "% of chord", "the lift acts at 25 %"),
        _gj(a, 0),
        step("First shake in twist", a.screens.twist_hz[0], "Hz"),
        step("First shake in bending", a.screens.bending_hz[0], "Hz"),
        Step(label=found.label, formula=_SCREEN_FORMULA[figure], source=_SCREEN_SOURCE[figure],
             value="no such speed" if found.speed is None else f"{digits(found.speed.value)} m/s",
             number=None if found.speed is None else found.speed.value),
        Step(label="What it is worth", value=found.says),
    ]  # fmt: skip
    working = Working(
        figure=figure,
        title=f"{SCREENS[figure][0]}: a quick check",
        steps=steps,
        inputs=_inputs(a, "core", "skin", "stock"),
    )
    return working.model_copy(update={"spread": found.speed, "unit": "m/s"})


_SCREEN_FORMULA = {
    "divergence": "smallest q at which q × lift slope × chord² × (flexural centre − 25 %) over GJ holds itself up",
    "reversal": "q at which the roll by the ailerons' lift and by the twist they make cancel",
    "flutter": "b ω √(μ r² / (2 (mass behind the quarter chord))) at 70 % of the half span",
}  # fmt: skip
_SCREEN_SOURCE = {
    "divergence": "Bisplinghoff, Ashley and Halfman 1955 (strip theory)",
    "reversal": "Bisplinghoff, Ashley and Halfman 1955; Glauert 1927",
    "flutter": "Theodorsen and Garrick 1940",
}


def _case(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    wanted = figure.partition(":")[2]
    index = next((i for i, c in enumerate(a.cases) if c.id == wanted), None)
    if index is None:
        raise _no_such(figure)
    case, run = a.cases[index], a.solved.run_of(index)
    n, k, finding = a.solved.break_at(run)
    held, _, last = a.solved.holds_to(run)
    needed = case.factor * a.safety
    steps = [
        *_loads(a, run, k), *_finding_steps(a, finding, run, k, n),
        step("Holds to", held, case.unit, how(last, a.scheme), MODES[last.mode].source),
        step("First sign over the load", n / case.factor, "", f"it must not come before {digits(case.factor)}"),
        step("Holds to over what is needed", held / needed, "", f"load {digits(case.factor)} × safety {a.safety:g}"),
        step("Reserve", min(n / case.factor, held / needed), "", "the lesser of both"),
    ]  # fmt: skip
    here = place(float(a.layout.plan.y[k]), system, a.scheme.part)
    title = f"In {case.label}: {how(finding, a.scheme)}, {here}"
    return _made(a, figure, title, steps, _inputs(a))


def _mode(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    """A way to fail, at its worst place; or at `y_mm` in the case that is hardest there."""
    same = [f for f in a.solved.findings if figure_of(f, a.scheme) == figure]
    if not same:
        raise _no_such(figure)
    index, run = None, 0
    if y_mm is not None:
        index = int(np.argmin(np.abs(a.layout.plan.y - y_mm)))
        run = a.solved.run_of(int(np.argmin(Margins.typical(a).reserve[:, index])))
    finding = min(same, key=lambda f: float(f.n[run].min() if index is None else f.n[run, index]))
    k = int(np.argmin(finding.n[run])) if index is None else index
    n = float(finding.n[run, k])
    case = a.cases[max(0, run - a.solved.variants + 1)]
    steps = [
        *_loads(a, run, k), *_section(a, k), *_finding_steps(a, finding, run, k, n),
        _reserve(a, n, case.factor, ends=not outlives(finding, a.solved.materials)),
    ]  # fmt: skip
    here = place(float(a.layout.plan.y[k]), system, a.scheme.part)
    seen = MODES[finding.mode].seen
    steps.append(Step(label="Seen coming" if MODES[finding.mode].seen_coming else "Not seen coming", value=seen))
    return _made(a, figure, f"When the {how(finding, a.scheme).removeprefix('the ')}, {here}", steps, _inputs(a))


def _piece(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    wanted = figure.partition(":")[2]
    line = next((row for row in ledger(a, system) if row.piece_id == wanted), None)
    index = next((i for i, p in enumerate(a.scheme.pieces) if p.id == wanted), None)
    if line is None or index is None:
        raise _no_such(figure)
    s = a.solved
    base, other = ("with it", "without it") if line.on else ("without it", "with it")
    turned = a.rows.switched[index]
    unit = a.cases[0].unit
    steps = [
        step("Grams, with its glue", line.grams, "g", "weight of the part with it less that without it; glue on top"),
        step("Of which glue", line.glue_grams, "g", "bead × length, or spread × glued area"),
        step(f"Breaks {base}", s.break_at(0)[0], unit, how(s.break_at(0)[2], a.scheme)),
        step(f"Breaks {other}", s.break_at(turned)[0], unit, how(s.break_at(turned)[2], a.scheme)),
        step("Break load that it buys", line.buys_break_n or 0.0, unit),
        step(f"Holds {base}", s.holds_to(0)[0], unit),
        step(f"Holds {other}", s.holds_to(turned)[0], unit),
        step("Hold that it buys", line.buys_hold_n or 0.0, unit),
        step(f"Tip bend {base}", a.tip_bends[0], "mm"),
        step(f"Tip bend {other}", a.tip_bends[turned], "mm"),
        step("Bend that it saves", line.buys_bend_mm or 0.0, "mm"),
        step("EI that it buys", 100 * (line.buys_EI or 0.0), "%", "mean over its own run"),
        step("GJ that it buys", 100 * (line.buys_GJ or 0.0), "%", "mean over its own run"),
    ]
    return _made(a, figure, f"What this piece buys: {label(a.scheme.pieces[index], system)}", steps, _inputs(a))


def _stiffness(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    k = int(np.argmin(np.abs(a.layout.plan.y - (y_mm or 0.0))))
    p = a.solved.properties
    m, members = a.solved.materials, a.layout.section.members
    here = place(float(a.layout.plan.y[k]), system, a.scheme.part)
    if figure == "GJ":
        own = float((m.member_on * m.member_G)[0] @ (members.polar * members.present)[:, k]) if members.count else 0.0
        steps = [step("Of which the sticks' own", own, "N mm²", "sum of G × torsion constant"), _gj(a, k)]
        return _made(a, figure, f"Twist stiffness, {here}", steps, _inputs(a, "core", "stock", "skin", "board"))
    if figure == "GA":
        steps = [step("GAs, shear stiffness here", a.solved.GA_s[0, k], "N",
                       "1/GAs = integral of (ES/EI)² / (G b) over the depth; flow out of a stick spreads round it",
                       "Timoshenko and Gere; Allen 1969")]  # fmt: skip
        return _made(a, figure, f"Shear stiffness, {here}", steps, _inputs(a, "core", "stock"))
    parts = []
    for row_index, row in enumerate(a.layout.member_rows):
        if a.on[row.piece] and members.present[row_index, k]:
            arm = members.z[row_index, k] - p.z0[0, k]
            EA = m.member_E[0, row_index] * members.area[row_index, k] * members.oblique[row_index]
            whole = m.gamma[0, row_index] * EA * arm**2 + m.member_E[0, row_index] * members.ixx[row_index, k]
            name = label(a.scheme.pieces[row.piece], system) + (f", {row.part}" if row.part else "")
            parts.append(
                step(name, whole, "N mm²", f"slip {m.gamma[0, row_index]:.2f} × E A × ({arm:.1f} mm)² + own EI")
            )
    largest, smallest, angle = (v[0, k] for v in p.principal())
    steps = [
        *parts,
        step("EA, stretching stiffness here", p.EA[0, k], "N", "sum of E × A × slip"),
        *_section(a, k),
        step("Largest EI, about its own axis", largest, "N mm²", f"turned by {np.degrees(angle):.1f}°",
              "Bruhn 1973, ch. A3"),
        step("Smallest EI", smallest, "N mm²"),
    ]  # fmt: skip
    return _made(a, figure, f"Bending stiffness, {here}", steps, _inputs(a))


def _effect(a: Evaluation, figure: str, system: System, y_mm: float | None) -> Working:
    found = effect_working(a, figure)
    if found is None:
        raise _no_such(figure)
    return found


Tell = Callable[[Evaluation, str, System, float | None], Working]
_TOLD: Mapping[str, Tell] = {
    "break": _break, "hold": _hold, "bend": _bend, "twist": _twist, "bending_hz": _frequency,
    "twist_hz": _frequency, "divergence": _screen, "reversal": _screen, "flutter": _screen, "case": _case,
    "mode": _mode, "piece": _piece, "EI": _stiffness, "EA": _stiffness, "GJ": _stiffness, "GA": _stiffness,
    "effect": _effect,
}  # fmt: skip


def _no_such(figure: str) -> Refused:
    shown = figure[:60]
    return Refused(
        [Problem(("figure",), "figure", f"There is no figure “{shown}” in this verdict.", "Ask for one that it tells.")]
    )


def working(a: Evaluation, figure: str, system: System, y_mm: float | None, whole: Estimate | None = None) -> Working:
    """The working of one figure of an answer.

    Parameters
    ----------
    whole : what the aircraft weighs ready to fly, for what remains of the promise.

    Raises
    ------
    Refused
        Where the answer has no such figure.
    """
    if figure == "mass":
        return retold(_mass(a, figure, system, whole), system)
    tell = _TOLD.get(figure.partition(":")[0])
    if tell is None:
        raise _no_such(figure)
    return retold(tell(a, figure, system, y_mm), system)
