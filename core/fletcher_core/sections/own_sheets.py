"""Sheets that a core brings with it: the paper of a board, the walls of corrugated sheet."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..geometry import Outline, Profile
from ..kinds import SheetRow
from ..model.aerofoil import BodyWalls, HollowSection, PlateSection
from ..model.core import Core
from .walled import extent

Array = NDArray[np.float64]

#: faces whose paper is still on, by what was peeled
_STAYS = {"none": (1, -1), "top": (-1,), "bottom": (1,), "both": ()}


def face_thickness(core: Core) -> float:
    """mm of one of a board's own faces; 0 for foam."""
    board = catalogue().board.get(core.material)
    if board is None:
        return 0.0
    sheet = board.paper_thickness or board.wall
    assert sheet is not None
    return sheet.typical


def between_faces(core: Core, profile: Profile) -> Profile:
    """The core of a plate: a board is measured over its faces, so they lie inside its thickness."""
    if profile.plate_mm is None:
        return profile
    return replace(profile, plate_mm=profile.plate_mm - 2 * face_thickness(core))


def papers_of(made: HollowSection, core: Core, foam: float, outline: Outline) -> list[SheetRow]:
    """The papers of a hollow part's board: outside round the nose, inside as far as there is room between both sheets.

    Parameters
    ----------
    foam : mm of it, within its papers.
    """
    if core.material not in catalogue().board:
        return []
    t, prefix = face_thickness(core), f"board.{core.material}"
    chord = outline.chord
    whole, none = np.ones_like(chord), np.zeros_like(chord)
    # a body has it on its sides too; of a wing the sheet ends at the trailing edge
    all_round = isinstance(made, BodyWalls)
    found = [
        SheetRow(None, prefix, 1, f, none, whole, t, True, all_round, whole, part="outer paper")
        for f in _STAYS[made.peeled_outside]
    ]
    # where less room is left than both papers take, half of each counts
    reach = extent(outline, foam + 0.5 * t)
    for f in _STAYS[made.peeled_inside]:
        a, b = reach[f]
        found.append(
            SheetRow(
                None,
                prefix,
                1,
                f,
                a,
                b,
                t,
                bool(np.all(a <= 0)),
                bool(np.all(b >= 1)),
                (b > a).astype(float),
                part="inner paper",
                inside=foam,
            )
        )
    return found


def between_boards(made: PlateSection, core: Core, y: Array) -> list[SheetRow]:
    """The papers on both sides of every joint in a stack of boards on edge, which bear as the outer ones do when it is
    bent in its plane. They weigh with the core, and in twist what lies near the middle does next to nothing."""
    board = catalogue().board.get(core.material)
    if board is None or not board.paper_faced:
        return []
    whole, none, t = np.ones_like(y), np.zeros_like(y), face_thickness(core)
    one = made.thickness_mm / max(1, round(made.thickness_mm / board.thickness.typical))
    return [
        SheetRow(
            None, f"board.{core.material}", 1, 1, none, whole, t, False, False, whole, part="paper between the boards",
            inside=place, bears="push",
        )
        for joint in np.arange(one, made.thickness_mm - 0.5 * one, one)
        # under the outer paper, on this side of the joint and on the other
        for place in (joint - 2 * t, joint - t)
    ]  # fmt: skip


def own_sheets(core: Core, y: Array) -> list[SheetRow]:
    """The papers of a board as sheets of the core itself."""
    board = catalogue().board.get(core.material)
    if board is None:
        return []
    whole, none = np.ones_like(y), np.zeros_like(y)
    t = face_thickness(core)
    faces = _STAYS[core.peeled] if board.paper_faced else (1, -1)
    name = "board's paper" if board.paper_faced else "sheet's own face"
    return [
        SheetRow(None, f"board.{core.material}", 1, f, none, whole, t, False, False, whole, part=name) for f in faces
    ]
