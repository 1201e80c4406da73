"""The shelf as a list for a spreadsheet, out and in."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from ..fields import MOST_FAULTS, Problem, Refused, explain
from ..units import System
from .item import ShelfItem

COLUMNS = (
    "form", "table", "material", "count", "diameter_mm", "bore_mm", "width_mm", "thickness_mm", "length_mm", "grams",
    "area_g_m2", "price", "opened", "note",
)  # fmt: skip
#: lines of one file; own choice
MOST = 500


def _cell(value: Any) -> str:
    text = "" if value is None else f"{value:g}" if isinstance(value, float) else str(value)
    # a spreadsheet would run what starts like a formula
    return f"'{text}" if text and text[0] in "=+-@\t\r" and not isinstance(value, (int, float)) else text


def write_csv(items: Sequence[ShelfItem]) -> str:
    """The shelf as a table; cells that a spreadsheet would run are quoted."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for item in items:
        writer.writerow([_cell(getattr(item, name)) for name in COLUMNS])
    return out.getvalue()


def read_csv(text: str, system: System = "metric") -> list[ShelfItem]:
    """Items of a list with these columns, in any order; sizes in mm and g.

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
        cells = {k: v.strip().removeprefix("'") for k, v in zip(head, row, strict=False) if k in COLUMNS and v.strip()}
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
