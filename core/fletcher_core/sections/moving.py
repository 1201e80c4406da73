"""Control surfaces in the section: behind its hinge a surface weighs, and bears nothing of its part."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..kinds import Ground, MemberRow, PatchRow, Rows, SheetRow
from ..model.part import Part
from ..model.surface import EDGE_STRIP, ControlSurface

Array = NDArray[np.float64]


def moving_figures(material: str) -> str:
    """Prefix of the figures that a surface of `material` weighs by."""
    cat = catalogue()
    return f"{'foam' if material in cat.foam else 'stock' if material in cat.stock else 'moving'}.{material}"


def _members(rows: list[MemberRow], hinge: Array, run: Array, ground: Ground) -> list[MemberRow]:
    """A stick is loose where its middle lies behind the hinge."""
    found = []
    for row in rows:
        aft = (run > 0) & (row.present > 0) & (ground.same(row.x) > hinge * ground.outline.chord)
        found.append(replace(row, present=row.present * ~aft) if aft.any() else row)
        if aft.any():
            found.append(replace(row, present=row.present * aft, loose=True))
    return found


def _sheets(rows: list[SheetRow], surface: ControlSurface, hinge: Array, run: Array) -> list[SheetRow]:
    """A sheet ends at the hinge; what lies on the surface stays there, unless that has a film of its own."""
    found = []
    for row in rows:
        aft = (run > 0) & (row.weight > 0) & (row.share_to > hinge)
        if not aft.any():
            found.append(row)
            continue
        fore = aft & (row.share_from < hinge)
        found.append(replace(row, weight=row.weight * ~aft))
        if fore.any():
            found.append(
                replace(row, weight=row.weight * fore, share_to=np.minimum(row.share_to, hinge), tail_edge=False)
            )
        if surface.made is None and (surface.film is None or row.piece is None):
            start = np.maximum(row.share_from, hinge)
            found.append(replace(row, weight=row.weight * aft, share_from=start, nose_edge=False, bears="none"))
    return found


def _patches(rows: list[PatchRow], hinge: Array, run: Array) -> list[PatchRow]:
    found = []
    for row in rows:
        aft = (run > 0) & (row.present > 0) & (row.share_to > hinge)
        if not aft.any() or row.stands != "instead":
            found.append(row)
            continue
        fore = aft & (row.share_from < hinge)
        found.append(replace(row, present=row.present * ~aft))
        if fore.any():
            found.append(replace(row, present=row.present * fore, share_to=np.minimum(row.share_to, hinge)))
        start = np.maximum(row.share_from, hinge)
        found.append(replace(row, present=row.present * aft, share_from=start, stands="beside"))
    return found


def _itself(name: str, surface: ControlSurface, hinge: Array, run: Array, ground: Ground) -> Rows:
    """The surface, its film and its strip."""
    end = np.ones_like(hinge)
    prefix = "core" if surface.made is None else moving_figures(surface.made)
    common: dict[str, Any] = {"share_to": end, "face": 1, "depth": None, "present": run}
    found = Rows(patches=[PatchRow(None, prefix, share_from=hinge, stands="loose", **common)])
    if surface.edge_strip:
        material, wide, thick = EDGE_STRIP
        near = 1 - wide / ground.outline.chord
        found.patches.append(
            PatchRow(None, f"stock.{material}", share_from=near, stands="beside", area=wide * thick, **common)
        )
    if surface.film:
        t = catalogue().skin[surface.film].thickness.typical * surface.layers
        found.sheets += [
            SheetRow(None, f"skin.{surface.film}", surface.layers, face, hinge, end, t, False, False, run,
                     part=f"{name}'s film", bears="none")
            for face in (1, -1)
        ]  # fmt: skip
    return found


def hang(rows: Rows, part: Part, ground: Ground) -> None:
    """Cut the control surfaces of a part off its rows, and hang them on."""
    for name, surface in part.surfaces.items():
        run = ground.run(surface.y_from_mm, surface.y_to_mm)
        hinge = np.full_like(run, 1 - surface.chord_share)
        rows.members = _members(rows.members, hinge, run, ground)
        rows.sheets = _sheets(rows.sheets, surface, hinge, run)
        rows.patches = _patches(rows.patches, hinge, run)
        own = _itself(name, surface, hinge, run, ground)
        rows.sheets += own.sheets
        rows.patches += own.patches
