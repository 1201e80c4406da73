"""The kernel for hollow parts: walls of foam or board round the air, sheets on both their faces, webs, sticks.

It fulfils `contract.Kernel` beside `filled`; what stands on a layout does not know which it asks.
"""

from __future__ import annotations

from .hollow import extent, inner_faces, room_in
from .kernel import WALLED, WalledKernel
from .layers import layers
from .polygon import between, moments, offset
from .ring import ring
from .torsion import stress_function
from .walls import WallMaterials, Walls

__all__ = [
    "WALLED",
    "WallMaterials",
    "WalledKernel",
    "Walls",
    "between",
    "extent",
    "inner_faces",
    "layers",
    "moments",
    "offset",
    "ring",
    "room_in",
    "stress_function",
]
