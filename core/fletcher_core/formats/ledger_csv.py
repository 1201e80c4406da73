"""The ledger as a list for a spreadsheet."""

from __future__ import annotations

import csv
import io

from ..report.verdict import Verdict
from ..units import System, in_system

#: (column, what it is told in: "g" and "mm" become ounces and inches for who reads those)
COLUMNS = (
    ("piece", ""), ("what", ""), ("where", ""), ("on", ""), ("weighs", "g"), ("of which glue", "g"),
    ("minutes of work", ""), ("bending stiffness, %", ""), ("twist stiffness, %", ""), ("first sign, G", ""),
    ("holds to, G", ""), ("bend saved", "mm"), ("weight for each G it holds more", "g"),
)  # fmt: skip


def _cell(text: str) -> str:
    """A spreadsheet would run what starts like a formula."""
    return f"'{text}" if text and text[0] in "=+-@\t\r" else text


def ledger_csv(verdict: Verdict, system: System = "metric") -> str:
    """A line for each piece and joint, and two totals; weights, and what would be lost without the piece."""
    g, mm = (in_system(1.0, unit, system)[0] for unit in ("g", "mm"))
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    told = [f"{name}, {in_system(1.0, unit, system)[1]}" if unit else name for name, unit in COLUMNS]
    writer.writerow(told)
    for line in verdict.ledger:
        figures = (
            g * line.grams, g * line.glue_grams, line.minutes.value,
            100 * (line.buys_EI or 0.0), 100 * (line.buys_GJ or 0.0),
            line.buys_break_n or 0.0, line.buys_hold_n or 0.0, mm * (line.buys_bend_mm or 0.0),
        )  # fmt: skip
        words = (_cell(line.label), _cell(line.what), line.where, "yes" if line.on else "no")
        worth = "" if line.grams_per_g is None else f"{g * line.grams_per_g:.3g}"
        writer.writerow([*words, *(f"{f:.4g}" for f in figures), "dead weight" if line.dead_weight else worth])
    for joint in verdict.joints:
        weighs = (f"{f:.4g}" for f in (g * joint.grams, g * joint.glue_grams, joint.minutes.value))
        writer.writerow([f"joint {joint.place}", joint.label, joint.place, "yes", *weighs])
    writer.writerow(["bare foam", "", "", "", f"{g * verdict.mass.foam_g.value:.4g}"])
    glue = verdict.mass.glue_g + sum(joint.glue_grams for joint in verdict.joints)
    writer.writerow(
        [f"the whole {verdict.part}", "", "", "", f"{g * verdict.mass.part_g.value:.4g}", f"{g * glue:.4g}"]
    )
    return out.getvalue()
