"""One file a mode. To add one: write the file with its `MODE`, add it to `MODES`, test it."""

from ..state import Mode
from . import boom, joint
from .bond_shear import MODE as bond_shear
from .core_shear import MODE as core_shear
from .core_stress import COMPRESSION as core_compression
from .core_stress import FLAT as core_flat
from .core_stress import PARTED as parted
from .core_stress import TENSION as core_tension
from .end_slip import MODE as end_slip
from .lattice import MODE as lattice
from .member_kinking import MODE as member_kinking
from .member_stress import COMPRESSION as member_compression
from .member_stress import TENSION as member_tension
from .member_twist import MODE as member_twist
from .notch import MODE as notch
from .ovalises import MODE as ovalises
from .panel_buckling import MODE as panel_buckling
from .pressed_in import MODE as pressed_in
from .seam import MODE as seam
from .seam_peel import MODE as seam_peel
from .short_of_break import MODE as short_of_break
from .side_wall import MODE as side_wall
from .skin_bond import MODE as skin_bond
from .skin_compression import MODE as skin_compression
from .skin_tension import MODE as skin_tension
from .skin_wrinkling import MODE as skin_wrinkling
from .topples import MODE as topples
from .tube_crush import MODE as tube_crush
from .web_shear import MODE as web_shear

MODES: dict[str, Mode] = {
    m.id: m
    for m in (
        member_tension,
        member_compression,
        member_kinking,
        member_twist,
        tube_crush,
        skin_tension,
        skin_wrinkling,
        skin_compression,
        panel_buckling,
        lattice,
        seam,
        seam_peel,
        side_wall,
        ovalises,
        pressed_in,
        core_tension,
        core_compression,
        core_flat,
        parted,
        core_shear,
        web_shear,
        notch,
        bond_shear,
        end_slip,
        short_of_break,
        skin_bond,
        topples,
        boom.BREAK,
        boom.OVAL,
        boom.SEAT,
        boom.TURNS,
        joint.BREAK,
        joint.BOND,
        joint.BEARING,
    )
}

#: those of joints of panels
OF_JOINTS = (joint.BOND.id, joint.BREAK.id, joint.BEARING.id)

__all__ = ["MODES", "OF_JOINTS"]
