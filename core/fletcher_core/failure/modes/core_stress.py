"""The foam torn on its pulled face or crushed on its pressed face."""

from __future__ import annotations

from collections.abc import Iterator

from ..state import Finding, LoadedWing, Mode, worst_of
from .skin_tension import FACE


def _find(wing: LoadedWing, mode: str, figure: str, sign: float) -> Iterator[Finding]:
    E = sign * wing.materials.foam.E[:, None, None]
    strength = wing.values[f"core.{figure}"]
    for face, (strain, locked) in wing.face_strain.items():
        n, stress = worst_of(strength, E * strain, 0.0 if isinstance(locked, float) else E * locked)
        yield Finding(mode, None, FACE[face], n, strength, stress, "MPa", "stress = E foam × strain")


TENSION = Mode(
    "core_tension",
    "the foam cracks on the {face} face",
    False,
    "Bare foam snaps through at once when it cracks.",
    "Gibson and Ashby 1997; Bruhn 1973",
    lambda wing: _find(wing, "core_tension", "tension", 1.0),
    from_strain=True,
)
COMPRESSION = Mode(
    "core_compression",
    "the foam crushes on the {face} face",
    True,
    "A crease line shows on the pressed face and stays.",
    "Gibson and Ashby 1997; Bruhn 1973",
    lambda wing: _find(wing, "core_compression", "compression_10pct", -1.0),
    from_strain=True,
)
