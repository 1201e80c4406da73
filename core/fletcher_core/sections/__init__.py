"""One section, or many at once: stiffness in bending, stretching, shear and twist, and mass."""

from .layout import WingLayout, foam_spreads, share_along, spreads, wing_layout
from .materials import member_pieces, section_materials
from .properties import SectionProperties, Sums, section_properties, section_sums, twist_stiffness
from .section import Foam, Members, SectionLayout, SectionMaterials, Sheets, no_members, no_sheets
from .shear import ShearFlow, shear_flow
from .sheets import SheetGeometry, sheet_geometry
from .slip import slip_factor
from .torsion import rectangle_constant

__all__ = [
    "Foam",
    "Members",
    "SectionLayout",
    "SectionMaterials",
    "SectionProperties",
    "ShearFlow",
    "SheetGeometry",
    "Sheets",
    "Sums",
    "WingLayout",
    "foam_spreads",
    "member_pieces",
    "no_members",
    "no_sheets",
    "rectangle_constant",
    "section_materials",
    "section_properties",
    "section_sums",
    "share_along",
    "shear_flow",
    "sheet_geometry",
    "slip_factor",
    "spreads",
    "twist_stiffness",
    "wing_layout",
]
