"""Templates to cut by: the sheet of a folded part."""

from __future__ import annotations

from ..geometry import BEVELS, flat_panels
from ..model import Airframe, FoldedBoard, PartName, Problem, Refused
from ..units import System
from .svg import pattern_svg


def flat_pattern(airframe: Airframe, part: PartName, system: System) -> str:
    """The sheet of a folded part laid flat, 1:1, as SVG.

    Raises
    ------
    Refused
        Where the part is not folded.
    """
    lifting = airframe.part(part)
    if not isinstance(lifting.aerofoil, FoldedBoard):
        what = f"This {part} is not folded from a sheet."
        raise Refused([Problem(("what",), "flat pattern", what, "Take the plan or the slice.")])
    name = f"{airframe.name}, {part}"
    return pattern_svg(name, flat_panels(lifting), BEVELS[lifting.aerofoil.nose], "true", system)
