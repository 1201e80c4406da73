"""Material figures of variants put onto the rows of a layout."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..kinds import MemberRow, PatchRow
from ..model.body import boom_of
from .layout import PartLayout
from .section import CoreFoam, SectionMaterials
from .slip import slip_factor

Array = NDArray[np.float64]
Values = Mapping[str, Array]


def _columns(items: list[Array], count: int) -> Array:
    return np.stack(items, axis=1) if items else np.zeros((count, 0))


def _slip(layout: PartLayout, values: Values, E: Array) -> Array:
    """gamma of every member; 1 where it is held by no glue."""
    rows, count = layout.member_rows, E.shape[0]
    area = layout.section.members.area.max(axis=1, initial=0.0)
    width = layout.bond_width.mean(axis=1) if rows else np.zeros(0)
    usual = [catalogue().glue[r.glue].bond if r.glue else 1.0 for r in rows]
    bond = np.array([t if r.bond_mm is None else r.bond_mm for r, t in zip(rows, usual, strict=True)])
    glue_G = _columns([values[f"glue.{r.glue}.G"] if r.glue else np.full(count, np.inf) for r in rows], count)
    return slip_factor(E * area, glue_G, width, bond, layout.free_length) if rows else np.zeros((count, 0))


#: whose E, G and density a patch has, by how it stands: its own, the core's, or none
_FIGURES_OF: Mapping[str, Mapping[str, str]] = {
    "instead": {"E": "own", "G": "own", "density": "own"},
    "loose": {"E": "", "G": "", "density": "own"},
    "beside": {"E": "core", "G": "core", "density": "own"},
    "adds": {"E": "core", "G": "core", "density": "own"},
    "hollow": {"E": "core", "G": "", "density": "core"},
}


def _as(row: PatchRow, key: str) -> str | None:
    """Prefix of the figure that counts for a patch; None where it has none."""
    whose = _FIGURES_OF[row.stands][key]
    return row.prefix if whose == "own" else whose or None


def section_materials(layout: PartLayout, values: Values, on: Array) -> SectionMaterials:
    """Figures for V variants.

    Parameters
    ----------
    values : name -> (V,), the names of `figures.spreads` and `figures.derive`.
    on : (V, pieces of the scheme) 0 or 1.
    """
    count = on.shape[0]
    rows, sheets, patches = layout.member_rows, layout.sheet_rows, layout.patch_rows

    def there(piece: int | None, without: tuple[int, ...], only_with: tuple[int, ...] = ()) -> Array:
        whole = np.ones(count) if piece is None else on[:, piece]
        for cut in without:
            whole = whole * (1 - on[:, cut])
        for cut in only_with:
            whole = whole * on[:, cut]
        return np.asarray(whole)

    def sheet(key: str, scale: float = 1.0) -> Array:
        return _columns([values[f"{r.prefix}.{key}"] * (r.layers * scale) for r in sheets], count)

    def patch(key: str, scale: float = 1.0) -> Array:
        return _columns(
            [values[f"{name}.{key}"] * scale if name else np.zeros(count) for name in (_as(r, key) for r in patches)],
            count,
        )

    def bears(*ways: str) -> Array:
        return np.array([float(r.bears in ways) for r in sheets])

    # what takes no place of the core's weighs as much more
    adds = np.array([float(r.stands == "adds") for r in patches])
    E = _columns([_along(r, values) * (not r.loose) for r in rows], count)
    return SectionMaterials(
        CoreFoam(values["core.E"], values["core.G"], values["core.density"] * 1e-6),
        E,
        _columns([values[f"{r.prefix}.G"] * (not r.loose) for r in rows], count),
        _columns([values[f"{r.prefix}.density"] * 1e-6 for r in rows], count),
        _columns([there(r.piece, r.cut_by + r.whole_without, r.left_by + r.only_with) for r in rows], count),
        _slip(layout, values, E),
        sheet("Et") * bears("all", "push"),
        sheet("Gt") * bears("all", "flow"),
        # what lies in the core is in its mass already
        sheet("mass", 1e-6) * bears("all", "flow", "none"),
        _columns([there(r.piece, r.cut_by, r.left_by) for r in sheets], count),
        patch("E"),
        patch("G"),
        patch("density", 1e-6) + adds * (values["core.density"] * 1e-6)[:, None],
        _columns([there(r.piece, ()) for r in patches], count),
        *_of_boom(layout, values),
    )


#: what wood has across its grain of its stiffness along it (Forest Products Laboratory 2010: E_R/E_L)
_ACROSS = 0.05


def _along(row: MemberRow, values: Values) -> Array:
    """(V,) MPa of a stick along the span; of wood that counts as the core, no more than it has across its grain."""
    own = values[f"{row.prefix}.E"]
    return np.minimum(values["core.E"], _ACROSS * own) if row.as_core else own


def _of_boom(layout: PartLayout, values: Values) -> tuple[Array, ...]:
    """E, G, density (V,) of what goes on behind a pod, and the density of the formers that hold it there."""
    boom = boom_of(layout.part)
    if boom is None:
        return ()
    name = f"stock.{boom.material}"
    rho = values[f"{name}.density"] * 1e-6
    former = values[f"stock.{boom.former}.density"] * 1e-6 if boom.held == "formers" else np.zeros_like(rho)
    return values[f"{name}.E"], values[f"{name}.G"], rho, former
