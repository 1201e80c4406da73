"""One section, or many at once: stiffness in bending, stretching, shear and twist, and mass."""

from .boom import BoomKernel, boom_g
from .contract import OF_FOAM, Kernel, Runs, SectionProperties, ShearFlow, TorsionStress, Twist, having
from .figures import derive, figures_as, foam_spreads, spreads
from .filled import (
    FILLED,
    CoreMoments,
    SheetGeometry,
    SkinWarping,
    Sums,
    beside_sticks,
    own_twist,
    section_properties,
    section_sums,
    shear_centre,
    shear_flow,
    sheet_geometry,
    skin_twist,
    twist_stiffness,
    without_core,
)
from .layout import PartLayout, lay_out
from .left_out import closing, open_side, open_wall, turns_aside
from .materials import section_materials
from .own_sheets import face_thickness
from .section import (
    CoreFoam,
    Members,
    Patches,
    SectionLayout,
    SectionMaterials,
    Sheets,
    no_members,
    no_patches,
    no_sheets,
)
from .slip import slip_factor
from .wrinkling import wrinkling_stress

__all__ = [
    "FILLED",
    "OF_FOAM",
    "BoomKernel",
    "CoreFoam",
    "CoreMoments",
    "Kernel",
    "Members",
    "PartLayout",
    "Patches",
    "Runs",
    "SectionLayout",
    "SectionMaterials",
    "SectionProperties",
    "ShearFlow",
    "SheetGeometry",
    "Sheets",
    "SkinWarping",
    "Sums",
    "TorsionStress",
    "Twist",
    "beside_sticks",
    "boom_g",
    "closing",
    "derive",
    "face_thickness",
    "figures_as",
    "foam_spreads",
    "having",
    "lay_out",
    "no_members",
    "no_patches",
    "no_sheets",
    "open_side",
    "open_wall",
    "own_twist",
    "section_materials",
    "section_properties",
    "section_sums",
    "shear_centre",
    "shear_flow",
    "sheet_geometry",
    "skin_twist",
    "slip_factor",
    "spreads",
    "turns_aside",
    "twist_stiffness",
    "without_core",
    "wrinkling_stress",
]
