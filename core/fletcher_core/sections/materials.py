"""Material figures of variants put onto the rows of a layout."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from .layout import WingLayout
from .section import Foam, SectionMaterials
from .slip import slip_factor

Array = NDArray[np.float64]
Values = Mapping[str, Array]


def _columns(items: list[Array], count: int) -> Array:
    return np.stack(items, axis=1) if items else np.zeros((count, 0))


def member_pieces(layout: WingLayout) -> list[Any]:
    return [layout.scheme.pieces[r.piece] for r in layout.member_rows]


def section_materials(layout: WingLayout, values: Values, on: Array) -> SectionMaterials:
    """Figures for V variants.

    Parameters
    ----------
    values : name -> (V,), the names of `layout.spreads`.
    on : (V, pieces of the scheme) 0 or 1.
    """
    count = on.shape[0]
    pieces, rows = member_pieces(layout), layout.member_rows
    E = _columns([values[f"stock.{p.material}.E"] * r.grain_factor for p, r in zip(pieces, rows, strict=True)], count)
    area = layout.section.members.area.max(axis=1, initial=0.0)
    width = layout.bond_width.mean(axis=1) if rows else np.zeros(0)
    bond = np.array([catalogue().glue[p.glue].bond for p in pieces])
    glue_G = _columns([values[f"glue.{p.glue}.G"] for p in pieces], count)
    gamma = slip_factor(E * area, glue_G, width, bond, layout.free_length) if rows else np.zeros((count, 0))

    def sheet(key: str, scale: float = 1.0) -> Array:
        return _columns([values[f"skin.{r.material}.{key}"] * (r.layers * scale) for r in layout.sheet_rows], count)

    always = np.ones(count)
    return SectionMaterials(
        Foam(values["core.E"], values["core.G"], values["core.density"] * 1e-6),
        E,
        _columns([values[f"stock.{p.material}.G"] for p in pieces], count),
        _columns([values[f"stock.{p.material}.density"] * 1e-6 for p in pieces], count),
        _columns([on[:, r.piece] for r in rows], count),
        gamma,
        sheet("Et"),
        sheet("Gt"),
        sheet("mass", 1e-6),
        _columns([always if r.piece is None else on[:, r.piece] for r in layout.sheet_rows], count),
    )
