"""A workshop's own bond tests, and how they outrank the schools as they grow.

How a joint tore is told by the share of foam left on the other piece: 1, the joint is as good as the foam; 0, it
peeled clean. A Beta prior stands for what the catalogue says of a glue on a material, and each test adds its share.
Source: Gelman and others 2013 (beta-binomial, with shares as fractional counts).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel, Field
from scipy.special import betaincinv

from ..catalogue import catalogue
from ..fields import Day, measure
from .question import TwoSides

Where = Literal["foam", "beads", "seam", "peeled"]
WHERE: dict[Where, tuple[str, float]] = {
    "foam": ("in the foam", 1.0), "beads": ("a thin skin of beads came off", 0.5), "seam": ("in the glue", 0.1),
    "peeled": ("peeled clean", 0.0),
}  # fmt: skip

#: what a prior counts for, in tests, and its mean by what the catalogue says
#: both own estimates: three tests of one's own weigh as much as the catalogue
_WEIGHT = 3.0
_MEANS = {"ok": 0.8, "spot": 0.5, "no hold": 0.05, "attacks": 0.02}


class BondTest(TwoSides):
    """One test: what was glued with what, how long it had, how it broke."""

    glue: str = Field(max_length=90, json_schema_extra={"label": "glue", "table": "glue"})
    preparation: Literal["none", "cleaned", "roughened", "pricked", "roughened and pricked"] = Field(
        "none", json_schema_extra={"label": "preparation"}
    )
    cured_min: float = measure("minutes cured", "number", 1.0, 100_000.0, 1440.0)
    air_C: float = measure("temperature", "temperature", -15.0, 60.0, 20.0)
    load_N: float | None = measure("load at which it broke; empty: by hand", "force", 0.01, 20_000.0, None)
    where: Where = Field("foam", json_schema_extra={"label": "where it broke"})
    foam_left: float | None = measure("share of foam left on the other piece", "percent", 0.0, 1.0, None)
    day: Day = Field(json_schema_extra={"label": "day"})
    note: str = Field("", max_length=400, json_schema_extra={"label": "note"})

    @property
    def share(self) -> float:
        """Of foam torn: as it was measured, or what the way it broke usually leaves."""
        return WHERE[self.where][1] if self.foam_left is None else self.foam_left


@dataclass(frozen=True)
class Hold:
    """Share of foam that this glue tears on these materials: mean, 10th and 90th percentile, tests behind it."""

    mean: float
    low: float
    high: float
    tests: int
    before: float


def pair(one: str, other: str) -> tuple[str, ...]:
    """Materials as a bond looks at them: foams of one family are alike."""
    foams = catalogue().foam
    return tuple(sorted(foams[s].glue_family if s in foams else s for s in (one, other)))


def prior(glue: str, one: str, other: str) -> float:
    """Mean share of foam torn by what the catalogue says of the worse side."""
    entry, foams = catalogue().glue[glue], catalogue().foam
    said = [entry.holds(foams[s].glue_family)[0] for s in (one, other) if s in foams]
    return min((_MEANS[s] for s in said), default=_MEANS["ok"])


def hold(glue: str, one: str, other: str, tests: Sequence[BondTest]) -> Hold:
    """What is known of a glue on two materials, from the catalogue and the tests."""
    mean = prior(glue, one, other)
    mine = [t for t in tests if t.glue == glue and pair(t.one, t.other) == pair(one, other)]
    a = _WEIGHT * mean + sum(t.share for t in mine)
    b = _WEIGHT * (1 - mean) + sum(1 - t.share for t in mine)
    low, high = (float(betaincinv(a, b, part)) for part in (0.1, 0.9))
    return Hold(a / (a + b), min(low, a / (a + b)), max(high, a / (a + b)), len(mine), mean)


class Standing(BaseModel):
    """What is known of one glue on one pair of materials, from the catalogue and the tests; shares of foam torn."""

    glue: str
    label: str
    on: list[str]
    tests: int
    share: float
    low: float
    high: float
    before: float
    #: of the own tests alone
    own_mean: float
    #: as they were told, N; the pieces were not alike
    loads_N: list[float]


def standings(tests: Sequence[BondTest]) -> list[Standing]:
    """Every glue and pair that was tested, the best first."""
    groups: dict[tuple[str, tuple[str, ...]], list[BondTest]] = {}
    for test in tests:
        groups.setdefault((test.glue, pair(test.one, test.other)), []).append(test)
    found = []
    for (glue, on), mine in groups.items():
        known = hold(glue, mine[0].one, mine[0].other, mine)
        found.append(
            Standing(
                glue=glue, label=catalogue().glue[glue].label, on=list(on), tests=known.tests, share=known.mean,
                low=known.low, high=known.high, before=known.before,
                own_mean=sum(t.share for t in mine) / len(mine),
                loads_N=[t.load_N for t in mine if t.load_N is not None],
            )
        )  # fmt: skip
    return sorted(found, key=lambda s: (-s.share, -s.tests, s.glue))
