"""The open airframe file: names, units and limits, in one place."""

from ..fields import MOST_FAULTS, Problem, Refused, explain, the_rest
from ..kinds import KINDS, Piece
from . import upgrade
from .aerofoil import (
    Aerofoil,
    BodyMade,
    BodyWalls,
    CoordinateAerofoil,
    FlatPlate,
    FoldedBoard,
    HollowSection,
    NacaAerofoil,
    Peeled,
    PlateSection,
    ProfileBody,
    SheetedSection,
    SolidBody,
)
from .airframe import PART_NAMES, Airframe, PartName, Parts
from .body import Body, BodyStation, LeftOut
from .boom import Boom
from .core import Core
from .document import AirframeFile, Scheme
from .flight import Flight, Use
from .gear import Balancing, Gear, GearKind
from .lifting import Lifting
from .panel import Joint, JointKind, Panel
from .part import Part
from .parts import Fin, Tailplane, Wing
from .repair import Happened, LifeEntry, MendPlan, MendPlans, Repair
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
    "Balancing",
    "Body",
    "BodyMade",
    "BodyStation",
    "BodyWalls",
    "Boom",
    "Built",
    "ControlSurface",
    "CoordinateAerofoil",
    "Core",
    "Fin",
    "FlatPlate",
    "Flight",
    "FoldedBoard",
    "Gear",
    "GearKind",
    "Happened",
    "HollowSection",
    "Joint",
    "JointKind",
    "LeftOut",
    "LifeEntry",
    "Lifting",
    "MendPlan",
    "MendPlans",
    "NacaAerofoil",
    "Panel",
    "Part",
    "PartName",
    "Parts",
    "Peeled",
    "Piece",
    "PlateSection",
    "Problem",
    "ProfileBody",
    "Refused",
    "Repair",
    "Scheme",
    "Seat",
    "SheetedSection",
    "SolidBody",
    "Tailplane",
    "Targets",
    "Use",
    "Wing",
    "explain",
    "the_rest",
    "upgrade",
]
