"""A hollow wing's sections: stiffness, shear flow, twist and what shears it, all stations and variants at once."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import csr_array
from scipy.sparse.csgraph import connected_components

from ..contract import PlaneSections, SectionProperties, ShearFlow, TorsionStress, Twist, worst_places
from ..filled import (
    CoreMoments,
    Sums,
    alike_in_shear,
    centre,
    is_web,
    own_twist,
    pole_of,
    section_properties,
    sheet_geometry,
)
from ..section import SectionLayout, SectionMaterials
from .flow import at_ends, slide, strains, turned
from .hollow import apart, extent, inner_faces
from .loop import Loop, WebPlaces, covered, loop
from .polygon import moments, once_round
from .torsion import WallStress, stress_function
from .walls import LEFT, RIGHT, WallMaterials, Walls

Array = NDArray[np.float64]
Indices = NDArray[np.intp]

#: shear modulus of an opening, and of a web where there is none, as a share of the foam's: next to nothing
_AIR = 1e-6
#: share within which two parts of a section are alike; mm, and share of the distance of the nearest element of wall,
#: within which a stick is handed to others too (own choice)
_ALIKE, _REACH, _FAR = 1e-6, 1.0, 0.1
#: shear through the depth is looked at where elements are longer than this share of the chord
_POINT = 1e-5


@dataclass(frozen=True)
class Stiffness:
    """What each element of wall has when stretched, N/mm: (V, S, E) of its foam, (V, S, E, 2) of sheets by face."""

    foam: Array
    faces: Array


def wall_moments(layout: SectionLayout) -> CoreMoments:
    """(S,) of the foam of the walls alone."""
    outline, t = layout.outline, layout.wall_mm
    assert t is not None
    x, faces = outline.x, {1: outline.upper, -1: outline.lower}
    outer = moments(once_round(x, faces[-1], x, faces[1]))
    inside = apart(inner_faces(outline, t))
    hollow = moments(once_round(*inside[-1], *inside[1]))
    return CoreMoments(*(a - b for a, b in zip(vars(outer).values(), vars(hollow).values(), strict=True)))


def walls_of(layout: SectionLayout, coarse: bool = False) -> Loop:
    """The walls of every station, with nodes where sheets end and webs stand."""
    outline, members, sheets, patches = layout.outline, layout.members, layout.sheets, layout.patches
    assert layout.wall_mm is not None
    webs = np.flatnonzero(is_web(layout))
    wide = np.maximum(members.width[webs], 1e-3)
    places = WebPlaces(members.x[webs], wide * members.present[webs], np.maximum(members.web_width[webs], 1e-3))
    ends: dict[bytes, Array] = {}
    for p in range(sheets.count):
        for end in (sheets.share_from[p], sheets.share_to[p]):
            if np.any((end > 0) & (end < 1)):
                ends[np.round(end, 9).tobytes()] = end
    # what has no extent, as a seam's glue, cuts nothing
    extended = [p for p in range(patches.count) if np.any(patches.x_to[p] > patches.x_from[p])]
    cuts = [end / outline.chord for p in extended for end in (patches.x_from[p], patches.x_to[p])]
    # a web's foot on the wall
    feet = [(members.x[p] + side * 0.5 * members.width[p]) / outline.chord for p in webs for side in (-1, 1)]
    for share in (*outline.creases, *feet, *(cut for cut in cuts if np.any((cut > 0) & (cut < 1)))):
        ends[np.round(share, 9).tobytes()] = share
    return loop(outline, layout.wall_mm, places, list(ends.values()), layout.lining_mm, coarse)


@dataclass(frozen=True)
class _Made:
    """Walls with what they are made of: covers (Ps, S, E), side of each sheet."""

    found: Loop
    covers: Array
    side: Indices
    materials: WallMaterials
    stiff: Stiffness


def _made(layout: SectionLayout, m: SectionMaterials, coarse: bool = False) -> _Made:
    found, sheets = walls_of(layout, coarse), layout.sheets
    left = 1 - _openings(layout, m, found)
    ring = found.web_of < 0
    G = np.maximum(_foam_and_webs(layout, m, found) * left, _AIR * m.foam.G[:, None, None])
    covers = np.stack(
        [
            covered(
                found, int(sheets.face[p]), sheets.share_from[p], sheets.share_to[p], bool(sheets.nose_edge[p]),
                bool(sheets.tail_edge[p]), sheets.present[p],
            )
            for p in range(sheets.count)
        ]
    ) if sheets.count else np.zeros((0, *found.share.shape))  # fmt: skip
    side = np.where(sheets.inside > 0, RIGHT, LEFT).astype(np.intp)
    Gt, t_sheet, faces = (np.zeros((*G.shape, 2)) for _ in range(3))
    within = np.zeros(G.shape)
    for p in range(sheets.count):
        on = m.sheet_on[:, p, None, None] * covers[p]
        Gt[..., side[p]] += m.sheet_Gt[:, p, None, None] * on * _shorter(layout, found, p)
        faces[..., side[p]] += m.sheet_Et[:, p, None, None] * on
        # what is thicker than a wall's lining, as the lid of a box, lies in the hollow and is counted there
        if side[p] == LEFT or sheets.t[p] <= layout.lining_mm:
            t_sheet[..., side[p]] += abs(float(sheets.t[p])) * on
        elif _all_over(layout, p):
            within += abs(float(sheets.t[p])) * on
    Gt[..., RIGHT] += _feet(layout, m, found)
    Et = m.foam.E[:, None, None] * np.where(ring, found.walls.t, 0.0) * left
    made_of = WallMaterials(G, Gt, t_sheet, _solid(layout, found), within)
    return _Made(found, covers, side, made_of, Stiffness(Et, faces))


def _all_over(layout: SectionLayout, p: int) -> bool:
    """Whether a sheet lies on most of a wall, as a second wall does and a box's lid does not."""
    sheets = layout.sheets
    here = sheets.present[p] > 0
    return bool(here.any() and (sheets.share_to[p] - sheets.share_from[p])[here].min() > 0.5)


def _shorter(layout: SectionLayout, found: Loop, p: int) -> Array | float:
    """(S, 1): how much longer the wall's inner face is than the middle of what lies on it in the hollow."""
    t = float(layout.sheets.t[p])
    if layout.sheets.inside[p] <= 0 or t <= layout.lining_mm or not _all_over(layout, p):
        return 1.0
    assert layout.wall_mm is not None
    long = [
        sum(np.hypot(np.diff(x, axis=1), np.diff(z, axis=1)).sum(axis=1) for x, z in faces.values())
        + sum(np.abs(faces[1][1][:, end] - faces[-1][1][:, end]) for end in (0, -1))
        for faces in (apart(inner_faces(layout.outline, layout.wall_mm + more)) for more in (0.0, 0.5 * t))
    ]
    return np.asarray(long[0] / np.maximum(long[1], 1e-6))[:, None]


def _foam_and_webs(layout: SectionLayout, m: SectionMaterials, found: Loop) -> Array:
    """(V, S, E) shear modulus of each element; a web that is not there is air."""
    members, webs = layout.members, np.flatnonzero(is_web(layout))
    G = np.broadcast_to(m.foam.G[:, None, None], (m.variants, *found.share.shape)).copy()
    if len(webs):
        # in the order from the nose, which may differ from station to station
        of_web = found.web_of >= 0
        which = webs[found.order[found.web_of[of_web]].T]  # (S, elements of webs)
        there = members.present[which, np.arange(len(which))[:, None]]
        G[..., of_web] = np.maximum(m.member_on[:, which] * m.member_G[:, which] * there, _AIR * G[..., of_web])
    return G


def _openings(layout: SectionLayout, m: SectionMaterials, found: Loop) -> Array:
    """(V, S, E) 1 where a wall is cut away."""
    patches, x = layout.patches, found.share * layout.outline.chord[:, None]
    hole = np.zeros((m.variants, *x.shape))
    for p in range(patches.count):
        gone = m.patch_on[:, p] * (m.patch_G[:, p] <= 0)
        across = (x > patches.x_from[p][:, None]) & (x < patches.x_to[p][:, None]) & (patches.present[p] > 0)[:, None]
        face = patches.face[p]
        over = across & ((found.face == face) | ((face == 0) & (found.face != 0)))
        if patches.side[p]:
            over = (found.edge == patches.side[p]) & (patches.present[p] > 0)[:, None]
        hole = np.maximum(hole, gone[:, None, None] * over)
    return hole


#: N/mm with which a web's foot keeps the inner face of a wall from shearing along: as good as rigid
_FOOT = 1e4


def _feet(layout: SectionLayout, m: SectionMaterials, found: Loop) -> Array:
    """(V, S, E) of walls where a web stands on them: nothing flows round there, and the wall slides with the web."""
    members, x = layout.members, found.share * layout.outline.chord[:, None]
    feet = np.zeros((m.variants, *x.shape))
    for p in np.flatnonzero(is_web(layout)).tolist():
        on = (found.face != 0) & (np.abs(x - members.x[p][:, None]) < 0.5 * members.width[p][:, None])
        there = m.member_on[:, p, None] * (members.present[p] > 0)
        feet = np.maximum(feet, _FOOT * there[..., None] * on)
    return feet


def _solid(layout: SectionLayout, found: Loop) -> NDArray[np.bool_]:
    """(S, E) where both walls lie on each other, before and behind the hollow."""
    solid = np.zeros(found.share.shape, dtype=bool)
    assert layout.wall_mm is not None
    for face, (front, back) in extent(layout.outline, layout.wall_mm + layout.lining_mm).items():
        solid |= (found.face == face) & ((found.share < front[:, None]) | (found.share > back[:, None]))
        solid |= (found.edge == 1) & (front > 0)[:, None] | (found.edge == 2) & (back < 1)[:, None]
    return solid


@dataclass(frozen=True)
class _Lump:
    """Force for each unit of strain (V, S, E), where it acts x and z (S, E) mm, and its share on the left face."""

    force: Array
    x: Array
    z: Array
    left: float


def _bearing(made: _Made, m: SectionMaterials) -> Array | None:
    """(V, S, E) 1 in the largest of the parts into which openings cut a section, 0 in the others; None where none does.

    Over the length of a hole nothing can be handed from one of them to another: what is cut off goes on with the force
    that it has, and the rest takes the shear.
    """
    cut = 2 * _AIR * m.foam.G[:, None, None] > made.materials.G
    if not cut[..., made.found.web_of < 0].any():
        return None
    numbers, e = made.found.walls.slide, cut.shape[-1]
    patterns, back = np.unique(cut.reshape(-1, e), axis=0, return_inverse=True)
    weight = (made.stiff.foam * made.found.walls.ds + made.stiff.faces.sum(axis=-1)).reshape(-1, e)
    found = np.ones(patterns.shape)
    for k, gone in enumerate(patterns):
        here, mine = numbers.at[~gone], np.flatnonzero(back.reshape(-1) == k)[0]
        pairs = np.concatenate([here[:, 0], here[:, 1], here[:, :, 0], here[:, :, 1]])
        solid = made.materials.solid[mine % made.materials.solid.shape[0]] & ~gone
        joined = np.stack([numbers.at[solid][:, 0, 1], numbers.opposite[solid][:, 0]], axis=1)
        a, b = np.concatenate([pairs, joined]).T
        graph = csr_array((np.ones(len(a)), (a, b)), shape=(numbers.count, numbers.count))
        label = connected_components(graph, directed=False)[1][numbers.at[:, 0, 0]]
        parts = np.unique(label[~gone])
        # of parts alike, as the halves of a box without top and bottom, the first: not as rounding has it
        heavy = np.array([weight[mine][(label == part) & ~gone].sum() for part in parts])
        main = parts[int(np.argmax(heavy >= heavy.max() * (1 - _ALIKE)))]
        found[k] = (label == main) & ~gone
    return np.asarray(found[back.reshape(-1)].reshape(cut.shape))


def _lumps(made: _Made) -> list[_Lump]:
    """Of foam, outer sheets and inner sheets."""
    walls, stiff = made.found.walls, made.stiff
    middle = walls.faces.mean(axis=2)  # (S, E, side, xz)
    both = middle.mean(axis=2)
    found = [_Lump(stiff.foam * walls.ds, both[..., 0], both[..., 1], 0.5)]
    for side in (LEFT, RIGHT):
        force = stiff.faces[..., side] * walls.arc[..., side]
        found.append(_Lump(force, middle[..., side, 0], middle[..., side, 1], float(side == LEFT)))
    return found


def _sticks(layout: SectionLayout, m: SectionMaterials, made: _Made) -> list[tuple[int, Array, Array]]:
    """[(member, (S, E) how the elements nearest to it share it, 1 in all, force for each unit of strain (V, S))].

    They lie at the inner face; a web is its own elements'. Of two that are about as near, each takes its part: which
    one it is does not hang on rounding.
    """
    members, walls, found = layout.members, made.found.walls, []
    bonded = m.member_on * m.member_E * m.gamma * members.oblique
    x, z = (walls.faces[:, :, :, RIGHT, k].mean(axis=2) for k in (0, 1))
    for p in range(members.count):
        away = np.hypot(x - members.x[p][:, None], z - members.z[p][:, None])
        least = away.min(axis=1, keepdims=True)
        reach = _REACH + _FAR * least
        near = np.clip(1 - (away - least) / reach, 0.0, None) * np.maximum(walls.ds, _POINT)
        near = near / near.sum(axis=1, keepdims=True)
        found.append((p, near, bonded[:, p, None] * members.area[p] * members.present[p]))
    return found


class WalledKernel(PlaneSections):
    """Fulfils `contract.Kernel`."""

    def sums(self, layout: SectionLayout) -> Sums:
        return Sums(wall_moments(layout), sheet_geometry(layout.outline, layout.sheets))

    def core_moments(self, layout: SectionLayout) -> CoreMoments:
        return wall_moments(layout)

    def properties(self, layout: SectionLayout, materials: SectionMaterials, sums: Sums) -> SectionProperties:
        return section_properties(layout, materials, sums)

    def shear_flow(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> ShearFlow:
        m, made = materials, _made(layout, materials, coarse)
        walls, s, members = made.found.walls, layout.outline.chord.shape[0], layout.members
        bears = _bearing(made, m)
        lumps, sticks = _lumps(made), _sticks(layout, m, made)
        if bears is not None:
            lumps = [replace(lump, force=lump.force * bears) for lump in lumps]
            sticks = [(p, near, force * (bears * near).sum(axis=-1)) for p, near, force in sticks]
        # the moments of these very lumps: what they hand over is in balance
        total = np.zeros((6, m.variants, s))

        def add(force: Array, x: Array, z: Array) -> None:
            for k, f in enumerate((np.ones_like(x), x, z, x * x, z * z, x * z)):
                total[k] += (force * f).sum(axis=-1)

        for lump in lumps:
            add(lump.force, lump.x, lump.z)
        for p, _, force in sticks:
            add(force[..., None], members.x[p][:, None], members.z[p][:, None])
        EA, Ex, Ez, Exx, Ezz, Exz = total
        x0, z0 = Ex / EA, Ez / EA
        Ixx, Izz, Ixz = Ezz - EA * z0**2, Exx - EA * x0**2, Exz - EA * x0 * z0
        # a flat sheet of bare foam, as what two openings may leave, has no arm but its own thickness
        own = (lumps[0].force * walls.t**2 / 12).sum(axis=-1)
        Ixx, Izz = np.maximum(Ixx, own), np.maximum(Izz, own)
        det = np.maximum(Ixx * Izz - Ixz**2, 1e-9 * Ixx * Izz)
        kz, kx = Izz / det, -Ixz / det
        load = np.zeros((m.variants, s, walls.count, 2, 2))
        for lump in lumps:
            given = lump.force * (kz[..., None] * (lump.z - z0[..., None]) + kx[..., None] * (lump.x - x0[..., None]))
            load += at_ends(lump.left * given, (1 - lump.left) * given)
        for p, near, force in sticks:
            given = force * (kz * (members.z[p] - z0) + kx * (members.x[p] - x0))
            over = near if bears is None else near * bears / np.maximum((near * bears).sum(-1, keepdims=True), 1e-12)
            load[..., RIGHT] += (0.5 * given[..., None] * over)[..., None]
        w = slide(walls, made.materials, load)
        give = (w * load).sum(axis=(-1, -2, -3))
        along, across = strains(walls, w)
        ring, foam_G = made.found.web_of < 0, m.foam.G[:, None]
        sizes = _Near(walls, ring)(np.hypot(np.abs(along).max(axis=-1), across))
        solid = (2 * _AIR * foam_G[..., None] < made.materials.G) & (walls.ds > _POINT * layout.outline.chord[:, None])
        foam = np.where(ring & solid, sizes, 0.0).max(axis=-1) * foam_G
        ES = sum((lump.force * np.maximum(lump.z - z0[..., None], 0.0)).sum(axis=-1) for lump in lumps)
        for p, _, force in sticks:
            ES = ES + force * np.maximum(members.z[p] - z0, 0.0)
        webs = {}
        for order, p in enumerate(np.flatnonzero(is_web(layout)).tolist()):
            own = _of_web(np.abs(along).max(axis=-1), made, order)
            webs[p] = own * m.member_G[:, p, None] * members.present[p]
        around = made.materials.G * walls.t * along.mean(axis=-1) + (made.materials.Gt * along).sum(axis=-1)
        seams = {edge: _at_edge(made, around, edge) for edge in EDGES}
        return ShearFlow(1 / np.maximum(give, 1e-30), foam, np.maximum(ES / Ixx, 1e-12), webs, seams)

    def twist_stiffness(self, layout: SectionLayout, materials: SectionMaterials) -> Array:
        first, back = alike_in_shear(materials, is_web(layout))
        made = _made(layout, materials.take(first))
        GJ = stress_function(made.found.walls, made.materials).GJ
        return np.asarray(GJ[back] + own_twist(layout, materials))

    def twist(
        self, layout: SectionLayout, materials: SectionMaterials, properties: SectionProperties, coarse: bool = False
    ) -> Twist:
        first, back = alike_in_shear(materials, is_web(layout))
        some = materials.take(first)
        made = _made(layout, some, coarse)
        phi = stress_function(made.found.walls, made.materials)
        GJ = phi.GJ[back] + own_twist(layout, materials)
        stress = _stress(layout, some, made, phi, back, materials)
        every = made if len(first) == materials.variants else _made(layout, materials, coarse)
        return Twist(np.asarray(GJ), _shear_centre(layout, materials, properties, every), stress)


class _Near:
    """Means along the ring over a wall's thickness: what a point next to a web or corner feels is the mesh's."""

    def __init__(self, walls: Walls, ring: NDArray[np.bool_]) -> None:
        ds, self._ring = walls.ds[:, ring], ring
        end = np.cumsum(ds, axis=1)
        middle, start, reach = end - 0.5 * ds, end - ds, 0.5 * walls.t[:, ring]
        low, high = (middle - reach)[:, :, None], (middle + reach)[:, :, None]
        over = np.clip(np.minimum(high, end[:, None]) - np.maximum(low, start[:, None]), 0.0, None)
        over = over / np.maximum(over.sum(axis=-1, keepdims=True), 1e-12)
        self._weights = np.ascontiguousarray(over.transpose(0, 2, 1))

    def __call__(self, values: Array) -> Array:
        """(V, S, E) of the same; webs stay as they are."""
        found = values.copy()
        mean = np.matmul(values[..., self._ring].transpose(1, 0, 2), self._weights)
        found[..., self._ring] = mean.transpose(1, 0, 2)
        return found


#: edges at which walls meet: which end of the chord
EDGES = {"nose": -1.0, "trailing edge": 1.0}


def _at_edge(made: _Made, flow: Array, edge: str) -> Array:
    """(V, S) of (V, S, E), what flows in the top wall where the hollow ends before an edge: all of it goes over to the
    other wall from there on, through what is glued.

    It is a straight line through the means over one wall's thickness from the end of the hollow inwards and over the
    next: of a single element it would be the mesh's, and jump as the mesh does.
    """
    found, side = made.found, EDGES[edge]
    faces = found.walls.faces[..., LEFT, 0]  # (S, E, end) mm along the chord
    first, last = faces.min(axis=-1), faces.max(axis=-1)
    top = (found.face > 0) & (found.web_of < 0)
    hollow = top & ~made.materials.solid
    thick = np.where(top, found.walls.t, 0.0).max(axis=1)
    # in a wall across the edge, as a body's side, there is no hollow
    if side < 0:
        edge_at = np.where(top, first, np.inf).min(axis=1) + thick
        start = np.maximum(edge_at, np.where(hollow, first, np.inf).min(axis=1))
        low, high = start, start + thick
    else:
        edge_at = np.where(top, last, -np.inf).max(axis=1) - thick
        end = np.minimum(edge_at, np.where(hollow, last, -np.inf).max(axis=1))
        low, high = end - thick, end
    means = []
    for away in (0.0, -side * thick):
        near, far = (low + away)[:, None], (high + away)[:, None]
        over = np.clip(np.minimum(last, far) - np.maximum(first, near), 0.0, None) * top
        total = over.sum(axis=1)
        means.append((flow * (over / np.where(total > 0, total, 1.0)[:, None])).sum(axis=-1))
    # it rises in a straight line to where the hollow ends; without any room nothing flows
    return np.asarray(np.abs(1.5 * means[0] - 0.5 * means[1]) * hollow.any(axis=1))


def _of_web(values: Array, made: _Made, order: int) -> Array:
    """(V, S) greatest of `values` (V, S, E) in the web that is the `order`-th of all, wherever it stands."""
    place = np.argmax(made.found.order == order, axis=0)  # (S,) its place from the nose
    mine = made.found.web_of[None, :] == place[:, None]
    return np.asarray(np.where(mine, values, 0.0).max(axis=-1))


def _shear_centre(
    layout: SectionLayout, m: SectionMaterials, properties: SectionProperties, made: _Made
) -> Array:  # fmt: skip
    """(V, S) mm: about which the walls' warping neither bends nor stretches (Trefftz 1935; Vlasov 1961)."""
    walls, chord = made.found.walls, layout.outline.chord
    away = pole_of(chord)
    w = slide(walls, made.materials, turned(walls, made.materials, away))
    middle = w.mean(axis=3)  # (V, S, E, side)
    sums = np.zeros((3, m.variants, len(chord)))
    for lump in _lumps(made):
        at = lump.left * middle[..., LEFT] + (1 - lump.left) * middle[..., RIGHT]
        for k, f in enumerate((np.ones_like(lump.x), lump.z, lump.x)):
            sums[k] += (lump.force * at * f).sum(axis=-1)
    members, face = layout.members, walls.faces[:, :, :, RIGHT].mean(axis=2)
    own = m.member_on * m.member_E * members.oblique
    for p, near, force in _sticks(layout, m, made):
        sx, sz = members.x[p], members.z[p]
        nx, nz = face[..., 0], face[..., 1]
        # from the wall on it only turns
        turns = nz * (sx[:, None] - nx) - (nx - away[:, None]) * (sz[:, None] - nz)
        at = ((middle[..., RIGHT] + turns) * near).sum(axis=-1)
        full = own[:, p, None] * members.present[p]
        sums[0] += force * at
        sums[1] += force * at * sz - (sx - away) * full * members.ixx[p]
        sums[2] += force * at * sx + sz * full * members.izz[p]
    return centre(properties, sums, chord)


def _stress(
    layout: SectionLayout, some: SectionMaterials, made: _Made, phi: WallStress, back: Indices, m: SectionMaterials
) -> TorsionStress:  # fmt: skip
    """What shears foam, sheets, what lies under them, and webs, for each unit of twist."""
    walls, sheets, members = made.found.walls, layout.sheets, layout.members
    mean, beside = phi.phi.mean(axis=3), phi.beside.mean(axis=3)  # (V, S, E, 3), (V, S, E, 2)
    slope = (phi.phi[..., 1, :] - phi.phi[..., 0, :]) / np.maximum(walls.ds, 1e-3)[..., None]
    long = walls.ds > _POINT * layout.outline.chord[:, None]
    ring = made.found.web_of < 0
    step, bulge = mean[..., 0] - mean[..., 1], 4 * np.abs(mean[..., 2])
    along = (np.abs(step) + bulge) / walls.t * long
    through = np.maximum(np.abs(slope[..., 0]), np.abs(slope[..., 1])) * long
    solid = 2 * _AIR * some.foam.G[:, None, None] < made.materials.G
    near = _Near(walls, ring)
    rows = [row[back] for row in worst_places(*(np.where(ring & solid, near(a), 0.0) for a in (along, through)))]
    under = [near(np.abs(slope[..., side]) * long) for side in (LEFT, RIGHT)]
    flows, bonds = [], []
    for p in range(sheets.count):
        side = int(made.side[p])
        over = made.covers[p] > 0
        jump = np.abs(mean[..., side] - beside[..., side])
        all_of_them = np.maximum(made.materials.Gt[..., side], 1e-12)
        own = some.sheet_on[:, p, None, None] * some.sheet_Gt[:, p, None, None] * made.covers[p] / all_of_them
        flows.append((jump * own * over).max(axis=-1)[back])
        bonds.append((under[side] * over * some.sheet_on[:, p, None, None]).max(axis=-1)[back])
    webs = tuple(np.flatnonzero(is_web(layout)).tolist())
    found = [
        _of_web(along, made, order)[back] * m.member_on[:, p, None] * members.present[p] for order, p in enumerate(webs)
    ]
    # all that goes round: from the open to the hollow
    around = beside[..., RIGHT]
    return TorsionStress(
        np.stack([*rows, *flows, *bonds, *found, *(_at_edge(made, around, edge)[back] for edge in EDGES)]),
        sheets.count, webs, tuple(EDGES),
    )  # fmt: skip


WALLED = WalledKernel()

__all__ = ["WALLED", "WalledKernel"]
