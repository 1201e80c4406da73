"""The open airframe file: names, units and limits, in one place."""

from .airframe import (
    Aerofoil,
    Airframe,
    CoordinateAerofoil,
    Core,
    FlatPlate,
    Flight,
    NacaAerofoil,
    Panel,
    Wing,
)
from .document import AirframeFile, Scheme
from .pieces import EMBEDDED_KINDS, SHEET_KINDS, Piece, Rod, Skin, Strip, TapeStrip, Tube, Web
from .problems import Problem, Refused, explain

__all__ = [
    "EMBEDDED_KINDS",
    "SHEET_KINDS",
    "Aerofoil",
    "Airframe",
    "AirframeFile",
    "CoordinateAerofoil",
    "Core",
    "FlatPlate",
    "Flight",
    "NacaAerofoil",
    "Panel",
    "Piece",
    "Problem",
    "Refused",
    "Rod",
    "Scheme",
    "Skin",
    "Strip",
    "TapeStrip",
    "Tube",
    "Web",
    "Wing",
    "explain",
]
