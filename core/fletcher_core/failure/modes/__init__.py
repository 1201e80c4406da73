"""One file a mode. To add one: write the file with its `MODE`, add it to `MODES`, test it."""

from ..state import Mode
from .bond_shear import MODE as bond_shear
from .core_shear import MODE as core_shear
from .core_stress import COMPRESSION as core_compression
from .core_stress import TENSION as core_tension
from .member_stress import COMPRESSION as member_compression
from .member_stress import TENSION as member_tension
from .skin_bond import MODE as skin_bond
from .skin_tension import MODE as skin_tension
from .skin_wrinkling import MODE as skin_wrinkling

MODES: dict[str, Mode] = {
    m.id: m
    for m in (
        member_tension,
        member_compression,
        skin_tension,
        skin_wrinkling,
        core_tension,
        core_compression,
        core_shear,
        bond_shear,
        skin_bond,
    )
}

__all__ = ["MODES"]
