"""The weight ready to fly: one figure with one range, on every page."""

from __future__ import annotations

from collections.abc import Sequence

from ..analysis.estimate import Estimate
from ..analysis.made import made
from ..analysis.uncertainty import Z90
from ..model.airframe import Airframe
from ..model.document import Scheme
from .masses import masses
from .weighing import Now, with_weighings


def even(value: float, sd: float) -> Estimate:
    """A figure whose errors are even on both sides."""
    return Estimate(value=value, low=value - Z90 * sd, high=value + Z90 * sd)


def weighs_now(airframe: Airframe, schemes: Sequence[Scheme]) -> Now:
    """All weights by all that is known: weighed parts and gear as they were weighed, other parts as planned times the
    builder's habit, what is not described yet as it was told."""
    return with_weighings(masses(airframe, schemes, 0.0), made().weighings)


def ready_to_fly(airframe: Airframe, schemes: Sequence[Scheme]) -> Estimate:
    """Grams of all of it, with the spread of every part's own plan, of gear and of the habit.

    Parameters
    ----------
    schemes : one for each part that is looked at; what flies along by its weight alone counts as the airframe has it.
    """
    now = weighs_now(airframe, schemes)
    along = airframe.carried_g - airframe.rest_g - airframe.gear_g - airframe.mounts_g
    return even(now.grams + along, now.sd_g)
