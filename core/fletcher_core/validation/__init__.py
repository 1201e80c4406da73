"""Well-known facts of the workshop, and whether the model gives them, with its numbers.

    python -m fletcher_core.validation        prints docs/validation.md

Every number is computed here and now; a fact that no longer holds is told as such, and a test fails.
"""

from __future__ import annotations

from collections.abc import Callable

from . import bodies, mends, wings
from .fact import Fact
from .page import report

FACTS: tuple[Callable[[], Fact], ...] = (
    wings.rods_apart, wings.rod_in_tube, wings.taped_foam, wings.filmed_aileron, wings.web_between_caps,
    wings.soft_glue, wings.film_against_spar, wings.folded_choices, wings.brace_in_the_middle,
    wings.ribs_under_thin_sheets, bodies.open_bottom, bodies.flat_bodies,
    bodies.spine_and_tube, bodies.formers, bodies.flutes, bodies.corners, bodies.thicker, bodies.booms,
    mends.hard_edge, mends.tip_to_tip, mends.tube_three_ways, mends.glues_on_a_crack,
)  # fmt: skip

__all__ = ["FACTS", "Fact", "report"]
