"""One section, or many at once: stiffness in bending, stretching, shear and twist, and mass."""

from .figures import derive, figures_as, foam_spreads, spreads
from .layout import WingLayout, wing_layout
from .materials import section_materials
from .parts.place import share_along
from .properties import SectionProperties, Sums, own_twist, section_properties, section_sums, twist_stiffness
from .rows import MemberRow, PatchRow, SheetRow
from .section import (
    Foam,
    Members,
    Patches,
    SectionLayout,
    SectionMaterials,
    Sheets,
    no_members,
    no_patches,
    no_sheets,
)
from .shear import Runs, ShearFlow, having, shear_flow
from .sheets import SheetGeometry, sheet_geometry
from .slip import slip_factor
from .torsion import rectangle_constant
from .wrinkling import wrinkling_stress

__all__ = [
    "Foam",
    "MemberRow",
    "Members",
    "PatchRow",
    "Patches",
    "Runs",
    "SectionLayout",
    "SectionMaterials",
    "SectionProperties",
    "ShearFlow",
    "SheetGeometry",
    "SheetRow",
    "Sheets",
    "Sums",
    "WingLayout",
    "derive",
    "figures_as",
    "foam_spreads",
    "having",
    "no_members",
    "no_patches",
    "no_sheets",
    "own_twist",
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
    "wrinkling_stress",
]
