"""The screens turn units as the core does: one table is Python's, the other TypeScript's, and they say the same."""

from __future__ import annotations

import re

import pytest
from fletcher_core.units import in_system

from ops.shell import ROOT

SHOW = (ROOT / "web" / "src" / "lib" / "show.ts").read_text(encoding="utf-8")
TABLE = SHOW.partition("IN_POUNDS")[2].partition("};")[0]
ROWS = re.findall(r'^  "?([^":]+)"?: \[([^,]+), "([^"]+)"\],$', TABLE, re.MULTILINE)


def test_the_table_is_found() -> None:
    assert len(ROWS) >= 12


@pytest.mark.parametrize(("unit", "factor", "told"), ROWS)
def test_a_unit_is_turned_alike(unit: str, factor: str, told: str) -> None:
    top, _, bottom = factor.partition("/")
    value, said = in_system(1.0, unit, "inch")
    if unit == "N mm":  # torque of servos and hinges, told in ounces; workings tell moments in pounds
        value, said = value * 16, "oz in"
    assert said == told
    assert float(top) / float(bottom or 1) == pytest.approx(value, rel=1e-5)
