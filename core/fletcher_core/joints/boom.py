"""A boom as a thing: what it takes from the shelf, and the work of setting it in its pod."""

from __future__ import annotations

from ..catalogue import Spread
from ..kinds.rows import Need
from ..model.body import boom_of
from ..model.part import Part

#: minutes of cutting, lining up and gluing one boom (own estimate)
MINUTES = Spread(12.0, 20.0, 40.0)


def boom_needs(part: Part) -> list[Need]:
    """Tubes or rods in one run each; formers and glue are scraps."""
    boom = boom_of(part)
    if boom is None:
        return []
    long = boom.ends_mm - boom.starts_mm
    sizes = {"diameter_mm": boom.outer_mm} | ({"bore_mm": boom.inner_mm} if boom.inner_mm else {})
    form = "tube" if boom.inner_mm else "rod"
    return [Need(form, "stock", boom.material, boom.count * long, sizes, [long] * boom.count)]
