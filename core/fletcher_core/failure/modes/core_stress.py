"""The foam torn on its pulled face or crushed on its pressed face."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import chain

import numpy as np
from numpy.typing import NDArray

from ...kinds import PatchRow, Wound, wound_of
from ..state import Finding, LoadedPart, Mode, worst_of
from .skin_tension import FACE

Array = NDArray[np.float64]


def wound_of_row(wing: LoadedPart, row: PatchRow) -> Wound | None:
    """The damage that a patch belongs to, if any."""
    return None if row.piece is None else wound_of(wing.layout.pieces[row.piece])


def _is_parted(wing: LoadedPart, row: PatchRow) -> bool:
    """Whether it stands for foam that is parted."""
    wound = wound_of_row(wing, row)
    return wound is not None and wound.open


def _not_parted(wing: LoadedPart, p: int, x: Array, face: int) -> Array | float:
    """(R, S, K) of the foam of a damage at (S, K) shares of the chord on a face: what others have not parted already.

    Beside what is parted foam takes up its load again by its share, as the core's does.
    """
    patches, rows, m = wing.layout.section.patches, wing.layout.patch_rows, wing.materials
    left: Array | float = 1.0
    for q, row in enumerate(rows):
        here = row.depth is None or row.face == face
        if q == p or not here or row.stands != "instead" or not _is_parted(wing, row):
            continue
        there = (x >= row.share_from[:, None]) & (x <= row.share_to[:, None])
        left = left * (1 - m.patch_on[:, q, None, None] * (patches.present[q][:, None] * there))
    return left


def _blocks(wing: LoadedPart, mode: str, figure: str, sign: float) -> Iterator[Finding]:
    """The same of foam that stands in place of the core's."""
    outline, patches, m = wing.layout.outline, wing.layout.section.patches, wing.materials
    for p, row in enumerate(wing.layout.patch_rows):
        if row.prefix is None or row.stands != "instead" or _is_parted(wing, row) == (mode != "parted"):
            continue
        x = np.linspace(row.share_from, row.share_to, 5, axis=-1)
        upper, lower = row.between(*(f.T for f in outline.faces_at(x.T)))
        there, strength = patches.present[p], wing.values[f"{row.prefix}.{figure}"]
        own = m.patch_E[:, p, None] * there
        if wound_of_row(wing, row) is not None:
            # what is parted folds where it is parted through; what is softer fades into the foam beside it
            if mode == "parted":
                own = m.patch_E[:, p, None] * (there > 1 - 1e-9)
            else:
                if wing.crushed and sign < 0:
                    continue
                own = (own + m.foam.E[:, None] * (1 - there)) * (there > 0)
                strength = strength[:, None] * there + wing.values[f"core.{figure}"][:, None] * (1 - there)
        E = sign * (own * m.patch_on[:, p, None])[..., None]
        for face, z in ((1, upper), (-1, lower)):
            place = (x * outline.chord[:, None])[None], z[None]
            locked = wing.locked_strain(*place)
            soft = mode != "parted" and wound_of_row(wing, row) is not None
            bears = E * _not_parted(wing, p, x, face) if soft else E
            always = 0.0 if isinstance(locked, float) else bears * locked
            n, stress = worst_of(strength, bears * wing.strain(*place), always)
            formula = "stress = E foam × strain"
            yield Finding(mode, row.piece, FACE[face], n, strength, stress, "MPa", formula, of_core=soft)


#: strain to which the plateau of pressed foam is known: its figures end at 25 %
PLATEAU_END = 0.25


def _flat(wing: LoadedPart) -> Iterator[Finding]:
    """Foam that has been crushed goes on to the end of its plateau."""
    if not wing.crushed:
        return
    end = np.full_like(wing.values["core.compression_10pct"], PLATEAU_END)
    for face, (strain, locked) in wing.face_strain.items():
        pushed = -1.0 * wing.is_core(face, damaged=True)
        n, most = worst_of(end, pushed * strain, 0.0 if isinstance(locked, float) else pushed * locked)
        yield Finding(
            "core_flat", None, FACE[face], n, end, most, "", "strain, of foam past its plateau stress", wing.core_part
        )  # fmt: skip


def _find(wing: LoadedPart, mode: str, figure: str, sign: float) -> Iterator[Finding]:
    strength = wing.values[f"core.{figure}"]
    past = wing.crushed and sign < 0
    for face, (strain, locked) in () if past else wing.face_strain.items():
        E = sign * wing.materials.foam.E[:, None, None] * wing.is_core(face)
        # once it has cracked, only the pressed face still has foam behind it
        bears = E * (face * wing.up > 0)[..., None] if wing.cracked else E
        n, stress = worst_of(strength, bears * strain, 0.0 if isinstance(locked, float) else bears * locked)
        yield Finding(mode, None, FACE[face], n, strength, stress, "MPa", "stress = E × strain", wing.core_part)
    yield from _blocks(wing, mode, figure, sign)


TENSION = Mode(
    "core_tension",
    "the {thing} cracks on the {face} face",
    False,
    "Bare foam snaps through at once when it cracks.",
    "Gibson and Ashby 1997; Bruhn 1973",
    lambda wing: _find(wing, "core_tension", "tension", 1.0),
    from_strain=True,
)
COMPRESSION = Mode(
    "core_compression",
    "the {thing} crushes on the {face} face",
    True,
    "A crease line shows on the pressed face and stays.",
    "Gibson and Ashby 1997; Bruhn 1973",
    lambda wing: _find(wing, "core_compression", "compression_10pct", -1.0),
    from_strain=True,
)
FLAT = Mode(
    "core_flat",
    "the {thing} is crushed flat on the {face} face",
    True,
    "It folds where it is creased.",
    "Gibson and Ashby 1997 (plateau, known to a strain of a quarter)",
    _flat,
    from_strain=True,
)
PARTED = Mode(
    "parted",
    "it folds at the {thing}",
    True,
    "It hinges there already: the gap opens and closes in your hands.",
    "own estimate (a strain of 5 % across what is parted)",
    lambda wing: chain(_blocks(wing, "parted", "tension", 1.0), _blocks(wing, "parted", "compression_10pct", -1.0)),
    from_strain=True,
    only_hurt=True,
)
