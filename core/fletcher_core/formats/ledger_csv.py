"""The ledger as a list for a spreadsheet."""

from __future__ import annotations

import csv
import io

from ..report.verdict import Verdict

COLUMNS = (
    "piece", "what", "where", "on", "grams", "of which glue, g", "minutes of work",
    "bending stiffness, %", "twist stiffness, %",
    "first sign, G", "holds to, G", "bend saved, mm", "grams for each G it holds more",
)  # fmt: skip


def _cell(text: str) -> str:
    """A spreadsheet would run what starts like a formula."""
    return f"'{text}" if text and text[0] in "=+-@\t\r" else text


def ledger_csv(verdict: Verdict) -> str:
    """One line a piece and two totals; grams, and what would be lost without the piece."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for line in verdict.ledger:
        figures = (
            line.grams, line.glue_grams, line.minutes.value, 100 * (line.buys_EI or 0.0), 100 * (line.buys_GJ or 0.0),
            line.buys_break_n or 0.0, line.buys_hold_n or 0.0, line.buys_bend_mm or 0.0,
        )  # fmt: skip
        words = (_cell(line.label), _cell(line.what), line.where, "yes" if line.on else "no")
        worth = "" if line.grams_per_g is None else f"{line.grams_per_g:.3g}"
        writer.writerow([*words, *(f"{f:.4g}" for f in figures), "dead weight" if line.dead_weight else worth])
    for joint in verdict.joints:
        told = (f"{f:.4g}" for f in (joint.grams, joint.glue_grams, joint.minutes.value))
        writer.writerow([f"joint {joint.place}", joint.label, joint.place, "yes", *told])
    writer.writerow(["bare foam", "", "", "", f"{verdict.mass.foam_g.value:.4g}"])
    glue = verdict.mass.glue_g + sum(joint.glue_grams for joint in verdict.joints)
    writer.writerow([f"the whole {verdict.part}", "", "", "", f"{verdict.mass.part_g.value:.4g}", f"{glue:.4g}"])
    return out.getvalue()
