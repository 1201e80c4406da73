"""How each figure of the answer came about, told with the numbers that were used."""

from __future__ import annotations

import numpy as np

from ..failure import MODES
from ..loads import AIR_DENSITY
from ..sections import spreads
from ..units import Measure, System
from .sampling import SAMPLES
from .solve import Solved
from .verdict import Mass, Spreaded, Step, Working
from .words import how, place

_RAISED = str.maketrans("0123456789-", "⁰¹²³⁴⁵⁶⁷⁸⁹⁻")


def _number(value: float, digits: int = 3) -> str:
    if abs(value) < 1e-12:
        return "0"
    if 0.01 <= abs(value) < 1e5:
        return f"{value:.{max(0, digits - 1 - int(np.floor(np.log10(abs(value)))))}f}".replace("-", "−")
    mantissa, power = f"{value:.{digits - 1}e}".split("e")
    return f"{mantissa} × 10{str(int(power)).translate(_RAISED)}".replace("-", "−")


def _range(figure: Spreaded, unit: str) -> Step:
    return Step(
        label="Spread",
        formula=f"P10 to P90 of {SAMPLES} draws of every material figure (Latin hypercube, fixed seed)",
        value=f"{_number(figure.low)} to {_number(figure.high)} {unit}",
        source="McKay, Beckman and Conover 1979; the catalogue's low, typical and high figures",
    )


def _loads(solved: Solved, k: int, flying_g: float) -> list[Step]:
    f = solved.forces
    return [
        Step(
            label="Weight held up",
            formula="the weight promise, or the estimate where that is more",
            value=f"{_number(flying_g)} g",
        ),
        Step(
            label="Lift along the half span",
            formula="mean of the chord and of an ellipse of the same area; the wing's own weight taken off",
            value=f"{_number(float(np.trapezoid(solved.loads.lift[0], solved.layout.plan.y)))} N a half, at 1 g",
            source="Schrenk 1940",
        ),
        Step(
            label="Shear force here", formula="integral from the tip", value=f"{_number(float(f.shear[0, k]))} N at 1 g"
        ),
        Step(
            label="Bending moment here",
            formula="integral of the shear force from the tip",
            value=f"{_number(float(f.moment[0, k]))} N mm at 1 g",
            source="Bruhn 1973, ch. A5",
        ),
    ]


def _material_steps(solved: Solved) -> list[Step]:
    table = spreads(solved.layout)
    return [
        Step(
            label=name,
            formula="low, typical, high",
            value=", ".join(_number(v) for v in spread),
            source="catalogue" if not name.startswith("core.") else "catalogue, for this foam and density",
        )
        for name, spread in sorted(table.items())
    ]


def workings(
    solved: Solved,
    system: System,
    breaks: Spreaded,
    bend: Spreaded,
    twist: Spreaded,
    mass: Mass,
) -> list[Working]:
    layout = solved.layout
    flight = layout.airframe.flight
    plan = layout.plan
    n, k, finding = solved.break_at(0)
    mode = MODES[finding.mode]
    here = f"{place(float(plan.y[k]), system)}"
    p = solved.properties
    applied, allowable = float(finding.applied[0, k]), float(finding.allowable[0])
    section = [
        Step(label="EI, bending stiffness here", formula="sum of E × (own I + slip × A × arm²), less displaced foam",
             value=f"{_number(float(p.EIxx[0, k]))} N mm²", source="Bruhn 1973; slip by EN 1995-1-1 Annex B"),
        Step(label="Neutral axis here", formula="sum of E A z / sum of E A",
             value=f"{_number(float(p.z0[0, k]))} mm above the chord line"),
    ]  # fmt: skip
    break_steps = [
        *_loads(solved, k, mass.flying_g),
        *section,
        Step(
            label="Applied here at 1 g",
            formula=finding.formula,
            value=f"{_number(applied)} {finding.unit}",
            source=mode.source,
        ),
        Step(label="What it stands", formula="typical figure", value=f"{_number(allowable)} {finding.unit}"),
        Step(label="Gives way at", formula="what it stands / applied at 1 g", value=f"{_number(n)} g"),
        Step(
            label="Reserve",
            formula=f"gives way at / (limit {flight.load_factor:g} g × safety {flight.safety_factor:g})",
            value=_number(n / (flight.load_factor * flight.safety_factor)),
        ),
        _range(breaks, "g"),
        *_material_steps(solved),
    ]
    shape = solved.shape
    bend_steps = [
        *_loads(solved, 0, mass.flying_g)[:3],
        Step(label="Load", formula="limit load, without the safety factor", value=f"{flight.load_factor:g} g"),
        Step(label="EI at the root", value=f"{_number(float(p.EIxx[0, 0]))} N mm²", source="Bruhn 1973"),
        Step(
            label="Bend by bending",
            formula="moment / EI, integrated twice from the root",
            value=f"{_number(float(shape.bend[0, -1] - shape.bend_by_shear[0, -1]))} mm",
            source="Timoshenko and Gere",
        ),
        Step(
            label="Shear stiffness at the root",
            formula="1/GAs = integral of (ES/EI)² / (G b) over the depth",
            value=f"{_number(float(solved.GA_s[0, 0]))} N",
            source="Allen 1969",
        ),
        Step(
            label="Bend by shear of the foam",
            formula="shear force / GAs, integrated from the root",
            value=f"{_number(float(shape.bend_by_shear[0, -1]))} mm",
            source="Timoshenko and Gere",
        ),
        Step(label="Tip bend", formula="sum of both", value=f"{_number(bend.value)} mm"),
        _range(bend, "mm"),
        *_material_steps(solved),
    ]
    twist_steps = [
        Step(
            label="Air torque at the root",
            formula=f"0.5 × {AIR_DENSITY} kg/m³ × speed² × chord² × cm0, integrated from the tip",
            value=f"{_number(float(solved.forces.torque_air[0, 0]))} N mm at {flight.speed_m_s:g} m/s",
            source="thin-aerofoil theory (Glauert 1926)",
        ),
        Step(
            label="Torque of lift at the root",
            formula="lift at the quarter chord about the flexural centre",
            value=f"{_number(float(solved.forces.torque[0, 0]))} N mm at 1 g",
            source="Bisplinghoff, Ashley and Halfman 1955",
        ),
        Step(
            label="GJ at the root",
            formula="stress function over foam, skins and webs, plus the sticks' own",
            value=f"{_number(float(solved.GJ[0, 0]))} N mm²",
            source="Timoshenko and Goodier 1951; Kantorovich and Krylov 1958",
        ),
        Step(
            label="Twist at the tip", formula="torque / GJ, integrated from the root", value=f"{_number(twist.value)}°"
        ),
        _range(twist, "°"),
    ]
    mass_steps = [
        Step(
            label="Foam",
            formula="area × density, along both halves, less what pieces displace",
            value=f"{_number(mass.foam_g.value)} g ({_number(mass.foam_g.low)} to {_number(mass.foam_g.high)})",
        ),
        Step(label="Pieces", formula="volume × density, or area × area mass", value=f"{_number(mass.pieces_g)} g"),
        Step(label="Glue", formula="bead × length, or spread × glued area", value=f"{_number(mass.glue_g)} g"),
        Step(
            label="Remains of the promise",
            formula=f"promise {Measure(mass.promise_g, 'mass').text(system)} − everything but the wing − the wing",
            value=f"{_number(mass.remains_g.value)} g",
        ),
        _range(mass.wing_g, "g"),
    ]
    worst = how(finding, layout.airframe, layout.scheme)
    return [
        Working(figure="break", title=f"Why it gives way at {n:.1f} g, {here}: {worst}", steps=break_steps),
        Working(figure="bend", title="How far the tip bends at the limit load", steps=bend_steps),
        Working(figure="twist", title="How far the tip twists at the limit load and top speed", steps=twist_steps),
        Working(figure="mass", title="What it weighs", steps=mass_steps),
    ]
