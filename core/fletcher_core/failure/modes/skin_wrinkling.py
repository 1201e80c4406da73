"""A film, tape or paper that buckles into short waves on the pressed face."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ...catalogue import catalogue
from ...sections import wrinkling_stress
from ...sections.filled.sheets import SPREAD
from ..state import Finding, LoadedPart, Mode, load_factor, per_factor, with_flow
from .skin_tension import FACE

Array = NDArray[np.float64]

#: chord shares nearer to each other than this are one place
_SAME = 1e-8


def _fluted(wing: LoadedPart, p: int) -> bool:
    """Whether a sheet wrinkles between flutes of its own, whatever lies on it."""
    return f"{wing.layout.sheet_rows[p].prefix}.wrinkle" in wing.values


def _is_tape(wing: LoadedPart, p: int) -> bool:
    """Whether a sheet is tape, which springs back; where film wrinkles, the foam under it is creased."""
    row = wing.layout.sheet_rows[p]
    piece = None if row.piece is None else wing.layout.pieces[row.piece]
    sheet = catalogue().skin.get(str(getattr(piece, "material", "")))
    return sheet is not None and sheet.called == "tape"


def _at_the_surface(wing: LoadedPart, p: int) -> bool:
    """Whether it bears on the foam's face, where others may lie on it or under it."""
    row = wing.layout.sheet_rows[p]
    # what lies inside the faces, as a lining, has a wall of foam between
    return row.bears == "all" and row.t > 0 and not row.inside and not _fluted(wing, p)


def _whole_Et(wing: LoadedPart, p: int) -> Array:
    """(R,) N/mm of a sheet, buckled or not: its edge has all of it."""
    Et = wing.materials.sheet_Et[:, p]
    return Et if wing.edges is None else Et / wing.edges[:, p]


@dataclass(frozen=True)
class Wrinkling:
    """Where a sheet wrinkles first, with all that lies on it or under it: (R, S) each, of some runs.

    pushed : pressed strain per unit of factor. strain : at which it wrinkles. Et : N/mm of all that wrinkles there.
    flow : N/mm of the torque's flow in all of that, per unit of factor, and whatever the factor.
    """

    pushed: Array
    strain: Array
    Et: Array
    flow: tuple[Array, Array]


def _covering(wing: LoadedPart, p: int) -> Iterator[tuple[int, Array]]:
    """(sheet, (R, S, K) 0 to 1 where it lies) of all that lies on a sheet or under it, itself too, at the ends of its
    segments, from the foam outwards."""
    face, m, sheets = wing.layout.sheet_rows[p].face, wing.materials, wing.layout.section.sheets
    start, end = sheets.share_from[p][:, None], sheets.share_to[p][:, None]
    share = start + SPREAD * (end - start)
    for q, other in enumerate(wing.layout.sheet_rows):
        if other.face != face or not _at_the_surface(wing, q) or not (m.sheet_on[:, q] > 0).any():
            continue
        covers = (share >= sheets.share_from[q][:, None] - _SAME) & (share <= sheets.share_to[q][:, None] + _SAME)
        yield q, m.sheet_on[:, q, None, None] * (covers * sheets.present[q][:, None])


def _laminate(wing: LoadedPart, p: int) -> tuple[Array, Array]:
    """(strain at which it wrinkles, N/mm of all of it), (R, S, K), 1 and 0 where there is nothing.

    Sheets that lie on one another are glued together and wrinkle as one: what stands against waves is its bending
    stiffness about its own middle, of which a single sheet has E t³ / 12 (Jones 1999; Hoff and Mautner 1945).
    """
    foam, shape = wing.materials.foam, (wing.materials.variants, *wing.sums.sheet.x_at[p].shape)
    area, first, second, high = (np.zeros(shape) for _ in range(4))
    for q, there in _covering(wing, p):
        t = np.asarray(wing.sheet_bears(q)).reshape(-1, 1, 1) * there
        Et, middle = _whole_Et(wing, q)[:, None, None] * there, high + 0.5 * t
        area, first, second = area + Et, first + Et * middle, second + Et * (middle**2 + t**2 / 12)
        high = high + t
    bends = np.maximum(second - first**2 / np.where(area > 0, area, 1.0), 0.0)
    # of a single sheet 12 x its bending stiffness is E t³, and stress over E the strain
    force = wrinkling_stress(12 * bends, foam.E[:, None, None], foam.G[:, None, None])
    return np.asarray(np.where(area > 0, force, 1.0) / np.where(area > 0, area, 1.0)), area


def wrinkling_of(wing: LoadedPart, p: int) -> Wrinkling:
    """Where a sheet wrinkles: at the end of a segment at which that is reached first, worked out once for a state.

    Between flutes it wrinkles by itself.
    """
    found: Wrinkling = wing.kept.get(f"wrinkling {p}") or _wrinkling(wing, p)
    wing.kept[f"wrinkling {p}"] = found
    return found


def _wrinkling(wing: LoadedPart, p: int) -> Wrinkling:
    """`wrinkling_of`, worked out."""
    at, strain, _ = wing.sheet_strain[p]
    if _at_the_surface(wing, p):
        limit, total = (values[at] for values in _laminate(wing, p))
    else:
        row, foam, bears = wing.layout.sheet_rows[p], wing.materials.foam, wing.sheet_bears(p)
        own = wing.values.get(f"{row.prefix}.wrinkle")
        E_skin = wing.values[f"{row.prefix}.Et"] * row.layers / bears
        stress = wrinkling_stress(E_skin, foam.E, foam.G) if own is None else own
        whole = _whole_Et(wing, p)
        # what is switched off stretches by nothing: any strain will do
        strained = np.where(whole > 0, stress * bears, 1.0) / np.where(whole > 0, whole, 1.0)
        limit, total = (np.broadcast_to(a[:, None, None], (len(a), *strain.shape[1:]))[at] for a in (strained, whole))
    place = np.argmax(-strain / limit, axis=-1)[..., None]

    def there(values: Array) -> Array:
        return np.asarray(np.take_along_axis(np.broadcast_to(values, strain.shape), place, axis=-1)[..., 0])

    flow = [flow[at] for flow in wing.flow_of(p)]
    if _at_the_surface(wing, p):
        flow = [np.zeros_like(of) for of in flow]
        for q, covers in _covering(wing, p):
            for of, more in zip(flow, wing.flow_of(q), strict=True):
                of += np.broadcast_to(more, wing.forces.moment.shape)[at] * (there(covers[at]) > 0)
    return Wrinkling(there(-strain), there(limit), there(total), (flow[0], flow[1]))


def find(wing: LoadedPart) -> Iterator[Finding]:
    """0.5 (Es Ec Gc)^(1/3) against the pressed skin's stress (Hoff and Mautner 1945)."""
    for p, row in enumerate(wing.layout.sheet_rows):
        if row.bears != "all":
            continue
        at, w = wing.sheet_strain[p][0], wrinkling_of(wing, p)
        # pushed across the slant by the torque's flow too
        n = with_flow(load_factor(w.strain, w.pushed), np.maximum(w.strain * w.Et, 1e-12), w.flow)
        n = np.where(wing.sheet_here(p) > 0, wing.in_all(at, n, np.inf), np.inf)
        formula = "0.5 (E skin × E foam × G foam)^(1/3), skin without its adhesive, with what lies on it or under it"
        if _fluted(wing, p):
            formula = "4 π² E / (12 (1 − ν²)) × (wall / pitch)²"
        limit = (_whole_Et(wing, p) / wing.sheet_bears(p))[:, None] * wing.in_all(at, w.strain, 1.0)
        yield Finding(
            "skin_wrinkling", row.piece, FACE[row.face], n, limit, per_factor(limit, n), "MPa",
            f"{formula}; the stress with the torque's flow, across the slant (Mohr)", row.part,
            harmless=_is_tape(wing, p),
        )  # fmt: skip


MODE = Mode(
    "skin_wrinkling",
    "the {face} {thing} wrinkles",
    True,
    "Wrinkles show on the pressed face; tape springs back when the load is gone, film keeps them.",
    "Hoff and Mautner 1945; Allen 1969; between flutes Timoshenko and Gere 1961",
    find,
    error=(0.9, 1.4),
    craft="drawn",
)
