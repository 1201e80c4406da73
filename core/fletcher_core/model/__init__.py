"""The open airframe file: names, units and limits, in one place."""

from ..fields import MOST_FAULTS, Problem, Refused, explain, the_rest
from ..kinds import KINDS, Piece
from . import upgrade
from .aerofoil import (
    Aerofoil,
    CoordinateAerofoil,
    FlatPlate,
    FoldedBoard,
    HollowSection,
    NacaAerofoil,
    Peeled,
    SheetedSection,
)
from .airframe import PART_NAMES, Airframe, PartName, Parts
from .core import Core
from .document import AirframeFile, Scheme
from .flight import Flight, Use
from .lifting import Lifting
from .panel import Joint, JointKind, Panel
from .parts import Fin, Tailplane, Wing
from .seat import Seat
from .surface import Built, ControlSurface
from .targets import Targets

__all__ = [
    "KINDS",
    "MOST_FAULTS",
    "PART_NAMES",
    "Aerofoil",
    "Airframe",
    "AirframeFile",
    "Built",
    "ControlSurface",
    "CoordinateAerofoil",
    "Core",
    "Fin",
    "FlatPlate",
    "Flight",
    "FoldedBoard",
    "HollowSection",
    "Joint",
    "JointKind",
    "Lifting",
    "NacaAerofoil",
    "Panel",
    "PartName",
    "Parts",
    "Peeled",
    "Piece",
    "Problem",
    "Refused",
    "Scheme",
    "Seat",
    "SheetedSection",
    "Tailplane",
    "Targets",
    "Use",
    "Wing",
    "explain",
    "the_rest",
    "upgrade",
]
