"""The shelf as a list for a spreadsheet, out and in."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from ..fields import MOST_FAULTS, Problem, Refused, explain
from ..units import Kind, System, reads_inches
from .item import ShelfItem

COLUMNS = (
    "form", "table", "material", "count", "diameter_mm", "bore_mm", "width_mm", "thickness_mm", "length_mm", "grams",
    "area_g_m2", "price", "opened", "note", "in_box",
)  # fmt: skip
#: column of the core -> (the same for who reads inches, how many of the core's one of it is)
IN_INCHES = {
    **{name: (name.replace("_mm", "_in"), 25.4) for name in COLUMNS if name.endswith("_mm")},
    "grams": ("ounces", 28.349523125), "area_g_m2": ("area_oz_yd2", 33.9057475),
}  # fmt: skip
#: lines of one file; own choice
MOST = 500


def _cell(value: Any) -> str:
    if isinstance(value, bool):
        return "yes" if value else ""
    text = "" if value is None else f"{value:.7g}" if isinstance(value, float) else str(value)
    # a spreadsheet would run what starts like a formula
    return f"'{text}" if text and text[0] in "=+-@\t\r" and not isinstance(value, (int, float)) else text


def _told(name: str, system: System) -> tuple[str, float]:
    kind: Kind = "size" if name.endswith("_mm") and name != "length_mm" else "length"
    return IN_INCHES[name] if name in IN_INCHES and reads_inches(kind, system) else (name, 1.0)


def write_csv(items: Sequence[ShelfItem], system: System = "metric") -> str:
    """The shelf as a table, its columns named by their unit; cells that a spreadsheet would run are quoted."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    columns = [(name, *_told(name, system)) for name in COLUMNS]
    writer.writerow([told for _, told, _ in columns])
    for item in items:
        values = [(getattr(item, name), one) for name, _, one in columns]
        writer.writerow([_cell(v if one == 1.0 or v is None else v / one) for v, one in values])
    return out.getvalue()


def _times(text: str, one: float) -> str:
    try:
        return str(round(float(text) * one, 6))
    except ValueError:
        return text  # what is no number is told at its field


def read_csv(text: str, system: System = "metric") -> list[ShelfItem]:
    """Items of a list with these columns, in any order; sizes in mm and g, or in inches and
    ounces where the columns say so.

    Raises
    ------
    Refused
        With every line that cannot be read, by its number; none is taken then.
    """
    # however lines end where it was written
    text = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    try:
        rows = list(csv.reader(io.StringIO(text), delimiter=";" if ";" in text.partition("\n")[0] else ","))
    except csv.Error as exc:
        what = "It cannot be read as a list: a cell is far too long, or its quotation marks do not match."
        raise Refused([Problem(("text",), "list", what, "Save it again as CSV from your spreadsheet.")]) from exc
    rows = [row for row in rows if any(cell.strip() for cell in row)]
    head = [cell.strip().lower() for cell in rows[0]] if rows else []
    if not {"form", "table", "material"} <= set(head):
        what = "The first line does not name the columns."
        raise Refused([Problem(("text",), "list", what, f"It should be: {', '.join(COLUMNS)}.")])
    if len(rows) - 1 > MOST:
        raise Refused(
            [Problem(("text",), "list", f"It has {len(rows) - 1} lines.", f"Bring in at most {MOST} at once.")]
        )
    items, problems = [], []
    for number, row in enumerate(rows[1:], start=2):
        told = {k: v.strip().removeprefix("'") for k, v in zip(head, row, strict=False) if v.strip()}
        cells = {name: told[name] for name in COLUMNS if name in told}
        for name, (other, one) in IN_INCHES.items():
            if other in told:
                cells[name] = _times(told[other], one)
        try:
            items.append(ShelfItem.model_validate(cells))
        except ValidationError as exc:
            for said in explain(exc, ShelfItem, system):
                where = ("text", number, said["field"])
                problems.append(Problem(where, f"line {number}, {said['label']}", said["what"], said["right"]))
            if len(problems) >= MOST_FAULTS:
                break
    if problems:
        raise Refused(problems)
    return items
