"""What every failure mode looks at: the loaded wing, per unit of each run's load factor."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..beam import Forces
from ..geometry.planform import NODE_GAP, Planform
from ..kinds import wound_of
from ..model.aerofoil import BodyWalls, ProfileBody
from ..model.core import woods
from ..sections import PartLayout, Runs, SectionMaterials, SectionProperties, ShearFlow, Sums, TorsionStress, having

Array = NDArray[np.float64]

#: strain is looked at at every so many points of the outline; own choice
_FACE_STEP = 8
#: share within which load factors are equal
ALIKE = 1e-7
_ALL = slice(None)


@dataclass(frozen=True)
class Locked:
    """Strain that does not grow with the load: what wrinkled skins, each held at its wrinkling
    stress, impose on the rest. (R, S): stretch at the centroid and two curvatures."""

    stretch: Array
    kz: Array
    kx: Array


@dataclass(frozen=True)
class LoadedPart:
    """R runs at S stations, for a factor of 1 of each run's case.

    `turns` are twist per length, 1 / mm, nose up: (R, S) per unit of factor, and whatever the factor; `torsion` is
    what shears the section for each unit of it. `cracked`: foam bears on the pressed face only; `crushed`: what is
    past its plateau stress bears that and no more. `buckled`: a panel of the pressed face has, and bears at its edges.
    """

    layout: PartLayout
    values: Mapping[str, Array]
    materials: SectionMaterials
    properties: SectionProperties
    sums: Sums
    shear: ShearFlow
    forces: Forces
    turns: tuple[Array, Array]
    torsion: TorsionStress
    locked: Locked | None = None
    cracked: bool = False
    crushed: bool = False
    buckled: bool = False
    #: (R, Ps) effective share of each sheet once a panel has buckled; None where none has
    edges: Array | None = None
    #: (R, 1) which way it bends, where that is not to be read off its own first station
    lifts: Array | None = None
    #: (R, S) N mm2, twist stiffness
    GJ: Array | None = None
    #: of a pod with a boom, what both bear, of which `forces` are the pod's share
    of_both: Forces | None = None
    #: what one mode has worked out and others ask too; a part that is loaded otherwise begins anew
    kept: dict[str, Any] = field(default_factory=dict, init=False, compare=False)

    def runs(self, index: NDArray[np.intp]) -> LoadedPart:
        """Some of the runs, or some of them more than once, as they are loaded."""

        def at(record: Any) -> Any:
            return type(record)(*(v[index] for v in vars(record).values()))

        return replace(
            self, values={k: v[index] for k, v in self.values.items()}, materials=self.materials.take(index),
            properties=at(self.properties), shear=self.shear.take(index), forces=at(self.forces),
            turns=(self.turns[0][index], self.turns[1][index]), torsion=self.torsion.take(index),
            lifts=self.up[index], locked=None if self.locked is None else at(self.locked),
            GJ=None if self.GJ is None else self.GJ[index],
            of_both=None if self.of_both is None else at(self.of_both),
            edges=None if self.edges is None else self.edges[index],
        )  # fmt: skip

    def stations(self, index: NDArray[np.intp]) -> LoadedPart:
        """The same at some of the stations."""

        def at(record: Any) -> Any:
            return type(record)(*(v[:, index] for v in vars(record).values()))

        return replace(
            self, layout=self.layout.take(index), properties=at(self.properties), sums=self.sums.at(index),
            shear=self.shear.at(index), forces=at(self.forces),
            turns=(self.turns[0][:, index], self.turns[1][:, index]), torsion=self.torsion.at(index), lifts=self.up,
            GJ=None if self.GJ is None else self.GJ[:, index],
            locked=None if self.locked is None else at(self.locked),
            of_both=None if self.of_both is None else at(self.of_both),
        )  # fmt: skip

    @cached_property
    def curvature(self) -> tuple[Array, Array]:
        return self.properties.curvature(self.forces.moment, self.forces.moment_z)

    def handed_over(self, share: Array) -> Array:
        """(R, S) N/mm per unit of factor: what a thing that carries `share` (R, S), 1/mm, of the bending moment as its
        own force takes from its neighbours along its length.

        The slope of that force, d(share M)/dy = share V less M times the slope of the share: where the part tapers, a
        thing that goes on at less depth, or beside less of others, takes less or more (Bruhn 1973, ch. A15). Where
        something starts or ends at once, the ends have a mode of their own; so it is where a damage fades out.
        """
        f = self.forces
        return np.asarray(np.abs(share * f.shear - slope_along(self.layout.plan, share, self.in_a_fade) * f.moment))

    @property
    def is_body(self) -> bool:
        """Whether it is walls from side to side, whose sections are told from left to right."""
        return isinstance(self.layout.part.aerofoil, BodyWalls)

    @property
    def on_edge(self) -> bool:
        """Whether it is a body whose sections are told from top to bottom."""
        return isinstance(self.layout.part.aerofoil, ProfileBody)

    @property
    def core_part(self) -> str:
        """What the core is called where it is no foam."""
        return "wood" if self.layout.part.core.material in woods() else ""

    @cached_property
    def up(self) -> Array:
        """(R, 1): +1 where the load bends the tip up, -1 where it bends it down."""
        if self.lifts is not None:
            return self.lifts
        m = self.forces.moment
        largest = np.take_along_axis(m, np.abs(m).argmax(axis=1)[:, None], axis=1)
        return np.asarray(np.where(largest < 0, -1.0, 1.0))

    @cached_property
    def _face_places(self) -> tuple[Array, Array, Array, NDArray[np.intp]]:
        """Places on the foam's faces: (S, K) mm along the chord, height of the upper and of the lower face; (K,) row of
        the patch at whose edge each lies, -1 for none.

        Some points from nose to trailing edge, and the foam beside either edge of all that stands in its place.
        """
        outline, patches = self.layout.outline, self.layout.section.patches
        own, share = [], []
        for p, row in enumerate(self.layout.patch_rows):
            if row.stands not in ("instead", "loose"):
                continue
            for edge in (patches.x_from[p], patches.x_to[p]):
                at = edge / outline.chord
                if (at > 1e-6).any() and (at < 1 - 1e-6).any():
                    own.append(p)
                    share.append(np.clip(at, 0.0, 1.0))
        x, up, low = (of[:, ::_FACE_STEP] for of in (outline.x, outline.upper, outline.lower))
        if share:
            at = np.stack(share, axis=-1)
            upper, lower = (face.T for face in outline.faces_at(at.T))
            x = np.concatenate([x, at * outline.chord[:, None]], axis=1)
            up, low = np.concatenate([up, upper], axis=1), np.concatenate([low, lower], axis=1)
        plain = [-1] * (x.shape[1] - len(own))
        return x, up, low, np.array([*plain, *own], dtype=np.intp)

    @cached_property
    def face_strain(self) -> dict[int, tuple[Array, Array | float]]:
        """Of the foam's faces, +1 upper and -1 lower: strain per unit of load factor, and the locked one;
        (R, S, K) at some points from nose to trailing edge."""
        x, up, low, _ = self._face_places
        return {
            face: (self.strain(x[None], z[None]), self.locked_strain(x[None], z[None]))
            for face, z in ((1, up), (-1, low))
        }

    @cached_property
    def at_a_cut(self) -> NDArray[np.bool_]:
        """(S,) where it is cut right across, over less of its length than it is deep."""
        y, deep = self.layout.plan.y, self.layout.outline.deepest
        found = np.zeros(len(y), dtype=bool)
        for piece in self.layout.pieces:
            if (wound := wound_of(piece)) is not None and (wound.hits or wound.open):
                inside = (y >= wound.y_from_mm - NODE_GAP) & (y <= wound.y_to_mm + NODE_GAP)
                found |= inside & (wound.y_to_mm - wound.y_from_mm < deep)
        return found

    @cached_property
    def in_a_fade(self) -> NDArray[np.bool_]:
        """(S - 1,) stretches between stations over which a damage fades into what is sound."""
        y = self.layout.plan.y
        middle, found = 0.5 * (y[1:] + y[:-1]), np.zeros(len(y) - 1, dtype=bool)
        for piece in self.layout.pieces:
            if (wound := wound_of(piece)) is not None and wound.fade_mm > 0:
                inner, outer = wound.y_from_mm, wound.y_to_mm
                found |= (middle > inner - wound.fade_mm) & (middle < outer + wound.fade_mm)
        return found

    def foam_at(self, x: Array) -> Array | float:
        """(R, S, K): share of the depth at places along the chord (S, K) that is the core's own foam; damaged or glued
        foam counts by the share of the core's plateau that it has."""
        patches = self.layout.section.patches
        left: Array | float = 1.0
        for p, row in enumerate(self.layout.patch_rows):
            if row.stands in ("instead", "loose"):
                inside = (x >= patches.x_from[p][:, None]) & (x <= patches.x_to[p][:, None])
                taken = inside * (patches.part[p] * patches.present[p])[:, None]
                lost = self.materials.patch_on[:, p, None, None] * taken
                if self._is_damaged(row.piece):
                    own, core = (self.values[f"{of}.compression_10pct"] for of in (row.prefix, "core"))
                    lost = lost * (1 - own / core)[:, None, None]
                left = left * (1 - lost)
        return left

    def _is_damaged(self, piece: int | None) -> bool:
        """Whether a patch of a piece is foam that is damaged, or glued, and not parted."""
        wound = None if piece is None else wound_of(self.layout.pieces[piece])
        return wound is not None and not wound.open

    def is_core(self, face: int, damaged: bool = False) -> Array | float:
        """(R, S, K): 1 where the core's own foam lies at those points of a face, 0 where another foam or nothing does;
        beside a crack foam takes up its load again by its share. What is cut from the other wall of a hollow part takes
        nothing from this one.

        Parameters
        ----------
        damaged : foam that is damaged or glued counts as the core's.
        """
        patches, hollow = self.layout.section.patches, self.layout.section.wall_mm is not None
        other = (patches.face == -face) & hollow
        stands = np.array([r.stands in ("instead", "loose") for r in self.layout.patch_rows], dtype=bool) & ~other
        soft = np.array([self._is_damaged(r.piece) for r in self.layout.patch_rows], dtype=bool)
        if damaged:
            stands = stands & ~soft
        if not stands.any():
            return 1.0
        x, _, _, own = self._face_places
        inside = stands[:, None, None] & (x >= patches.x_from[..., None]) & (x <= patches.x_to[..., None])
        inside = inside & (own != np.arange(len(stands))[:, None])[:, None, :]
        # what is softer has a check of its own as far as it fades
        there = np.where(soft[:, None], patches.present > 0, np.minimum(patches.present, 1.0))
        taken = np.einsum("vp,psk->vsk", self.materials.patch_on, inside * there[..., None])
        edges = own >= 0
        if edges.any():
            # an edge that is not there, or lies at the nose or the trailing edge, has no foam beside it
            at = own[edges]
            lies = (x[:, edges] > 1e-6) & (x[:, edges] < self.layout.outline.chord[:, None] - 1e-6)
            there = lies & (patches.present[at] > 0).T
            none = 1 - self.materials.patch_on[:, None, at] * there
            taken[..., edges] = np.maximum(taken[..., edges], none)
        return np.asarray(np.maximum(1 - taken, 0.0))

    @cached_property
    def sheet_strain(self) -> list[tuple[Runs, Array, Array | float]]:
        """The same of every sheet, at the ends of its segments, in those runs alone that have it."""
        sheet, found = self.sums.sheet, []
        for p in range(len(self.layout.sheet_rows)):
            x, z, at = sheet.x_at[p][None], sheet.z_at[p][None], having(self.materials.sheet_on[:, p])
            found.append((at, self.strain(x, z, at), self.locked_strain(x, z, at)))
        return found

    def sheet_worst(self, p: int, allowable: Array, sign: float) -> tuple[Array, Array]:
        """(n, applied), both (R, S), where a sheet's force for each mm of width reaches `allowable` (R,) first.

        `sign`: 1 pulled, -1 pressed. In runs without the sheet it never does.
        """
        at, strain, locked = self.sheet_strain[p]
        whole = self.materials.sheet_Et[:, p, None]
        if self.edges is not None and sign < 0:
            # what has buckled ends when its edge, not its mean, is as strained as it stands
            whole = whole / self.edges[:, p, None]
        Et = sign * (whole[at] * self.sheet_here(p)[at])[..., None]
        n, force = worst_of(allowable[at], Et * strain, 0.0 if isinstance(locked, float) else Et * locked)
        return self.in_all(at, n, np.inf), self.in_all(at, force, 0.0)

    def in_all(self, at: Runs, some: Array, otherwise: float) -> Array:
        """(R, S) of what is known of some runs."""
        if isinstance(at, slice):
            return some
        every = np.full(self.forces.moment.shape, otherwise)
        every[at] = some
        return every

    def flow_of(self, p: int) -> tuple[Array, Array]:
        """(R, S) N/mm of a torque's flow in a sheet: per unit of factor, and whatever the factor."""
        unit = self.torsion.flow(p)
        return np.asarray(self.turns[0] * unit), np.asarray(self.turns[1] * unit)

    def sheared_sheet(self, p: int, n: Array, allowable: Array) -> Array:
        """(R, S) factor at which a sheet reaches what it stands, `allowable` (R,) N/mm, by direct force, which alone
        does so at `n`, and by the flow that a torque sends round it.

        Film, tape and paper by their larger principal force (Mohr); cloth in resin by its own shear strength.
        """
        flow = self.flow_of(p)
        own = self.values.get(f"{self.layout.sheet_rows[p].prefix}.in_plane_shear")
        if own is None:
            return with_flow(n, allowable, flow)
        limit = (own * self.layout.sheet_rows[p].layers)[:, None]
        q1, q0 = flow[0] / limit, flow[1] / limit
        return rising(1 / np.maximum(n, 1e-12) ** 2 + q1**2, 2 * q1 * q0, q0**2 - 1)

    def sheet_here(self, p: int) -> Array:
        """(R, S) 1 where a sheet is there and switched on."""
        return np.asarray(self.materials.sheet_on[:, p, None] * (self.layout.section.sheets.present[p] > 0))

    def sheet_t(self, p: int) -> Array:
        """(R,) or () thickness of a sheet, all layers, mm: that of what stands in its place, where it is another."""
        row = self.layout.sheet_rows[p]
        own = self.values.get(f"{row.prefix}.thick")
        return np.asarray(row.t if own is None else own * row.layers)

    def sheet_bears(self, p: int) -> Array:
        """(R,) or () thickness of what bears in a sheet, all layers, mm: without the adhesive of a tape or film."""
        row = self.layout.sheet_rows[p]
        own = self.values.get(f"{row.prefix}.bears")
        return self.sheet_t(p) if own is None else np.asarray(own * row.layers)

    def strain(self, x: Array, z: Array, at: Runs = _ALL) -> Array:
        """Strain along the span per unit of load factor at places (R or 1, S) or (..., S, K), in some runs.

        Positive is stretched; a wing that lifts is pressed on top.
        """
        bent = self._plane(*self.curvature, x, z, at)
        if self._pulled is not None:
            pulled = self._pulled[at]
            bent += pulled[..., None] if bent.ndim > pulled.ndim else pulled
        return bent

    def locked_strain(self, x: Array, z: Array, at: Runs = _ALL) -> Array | float:
        """Strain at the same places that is there whatever the load factor; 0 unless skins have wrinkled."""
        if self.locked is None:
            return 0.0
        stretch = self.locked.stretch[at]
        return (stretch[..., None] if x.ndim > 2 else stretch) + self._plane(self.locked.kz, self.locked.kx, x, z, at)

    @cached_property
    def _pulled(self) -> Array | None:
        """(R, S) strain by what pulls along it, per unit of factor; None where nothing does."""
        if not self.forces.axial.any():
            return None
        return np.asarray(self.forces.axial / np.maximum(self.properties.EA, 1e-9))

    def _plane(self, kz: Array, kx: Array, x: Array, z: Array, at: Runs) -> Array:
        kz, kx = kz[at], kx[at]
        middle = kz * self.properties.z0[at] + kx * self.properties.x0[at]
        if x.ndim > 2:
            kz, kx, middle = kz[..., None], kx[..., None], middle[..., None]
        strain = kz * z
        strain += kx * x
        return np.subtract(middle, strain, out=strain)


@dataclass(frozen=True)
class Finding:
    """Where one mode strikes one thing: the load factor at which it happens, (R, S), inf where never.

    `piece` is the place in the scheme's list, None for the core or the board itself; `part` names a
    part of that piece; `face` is 'top', 'bottom' or '' where that says nothing. `allowable` (R,) or
    (R, S) and `applied` (R, S) per unit of load factor, in `unit`, are what the load factor was
    computed from, kept for the working.
    """

    mode: str
    piece: int | None
    face: str
    n: Array
    allowable: Array
    applied: Array
    unit: str
    formula: str
    part: str = ""
    #: whether it is of foam that goes on as the core's does: damaged or glued
    of_core: bool = False
    #: whether it springs back when the load is gone
    harmless: bool = False


@dataclass(frozen=True)
class Mode:
    """One way to fail. `words` takes {thing} and {face}; `seen` says what a builder notices before."""

    id: str
    words: str
    seen_coming: bool
    seen: str
    source: str
    find: Callable[[LoadedPart], Iterator[Finding]]
    #: how many times its answer what really happens may be, 10th and 90th percentile: tests of others where `source`
    #: names them, else own estimates; docs/validation.md says which were compared with what
    error: tuple[float, float] = (0.9, 1.1)
    #: what the builder's hand does to it, of the catalogue's table of that; "" for nothing
    craft: str = ""
    #: of hollow parts alone, of bodies on edge alone, of bodies
    only_hollow: bool = False
    only_on_edge: bool = False
    only_body: bool = False
    #: of what goes on where a pod ends, and there alone
    of_boom: bool = False
    #: of what is parted, in parts that are hurt
    only_hurt: bool = False
    #: it takes a stretch about as long as the part is deep: none where it is cut right across
    takes_length: bool = False
    #: from strain: looked at again once skins on the pressed face have wrinkled, or the foam has cracked
    from_strain: bool = False


def load_factor(allowable: Array, applied: Array, constant: Array | float = 0.0) -> Array:
    """Load factor at which `constant` + n × `applied` reaches `allowable` (R,) or (R, S); inf where unloaded.

    `applied` is (R, S) or (R, S, K); so is `constant`, or 0.
    """
    limit = allowable.reshape(*allowable.shape, *([1] * (applied.ndim - allowable.ndim)))
    n = np.full(applied.shape, np.inf)
    return np.asarray(np.divide(np.maximum(limit - constant, 0.0), applied, out=n, where=applied > 1e-12))


def slope_along(plan: Planform, values: Array, without: NDArray[np.bool_] | None = None) -> Array:
    """(R, S) d values / ds, of each stretch between the double stations at which something changes at once.

    Parameters
    ----------
    plan : of which `y` tells which stations are double, however much it is swept, and `s` how far they are apart.
    without : (S - 1,) stretches that count for none: over them it goes on as beside them.
    """
    y, gap = plan.y, np.diff(plan.s)
    smooth = np.diff(y) > NODE_GAP
    if without is not None:
        smooth = smooth & ~without
    rise = np.where(smooth, np.diff(values, axis=-1) / np.where(smooth, gap, 1.0), 0.0)
    total, count = np.zeros(values.shape), np.zeros(len(y))
    for part in (slice(None, -1), slice(1, None)):
        total[..., part] += rise
        count[part] += smooth
    slope = np.asarray(total / np.maximum(count, 1))
    known = np.flatnonzero(count > 0)
    if without is None or len(known) in (0, len(y)):
        return slope
    # there it goes on as it does on either side
    right = np.clip(np.searchsorted(known, np.arange(len(y))), 1, len(known) - 1)
    low, high = known[right - 1], known[right]
    share = np.clip((y - y[low]) / np.maximum(y[high] - y[low], 1e-9), 0.0, 1.0)
    between = slope[..., low] * (1 - share) + slope[..., high] * share
    return np.asarray(np.where(count > 0, slope, between))


def with_flow(n: Array, allowable: Array, flow: tuple[Array, Array]) -> Array:
    """Load factor at which the larger principal force of a sheet reaches what it stands.

    N / 2 + sqrt((N / 2)^2 + q^2) = allowable: torn or wrinkled across the slanting pull or push (Mohr).

    Parameters
    ----------
    n : (R, S) factor at which the direct force alone does. allowable : (R,) N/mm.
    flow : (R, S) shear flow N/mm per unit of factor, and whatever the factor.
    """
    limit = allowable.reshape(*allowable.shape, *([1] * (n.ndim - allowable.ndim)))
    q1, q0 = flow[0] / limit, flow[1] / limit
    return rising(q1**2, 2 * q1 * q0 + 1 / np.maximum(n, 1e-12), q0**2 - 1)


def per_factor(allowable: Array, n: Array) -> Array:
    """(R, S) applied per unit of load factor, where `n` is what it takes to reach `allowable`, (R,) or (R, S)."""
    limit = allowable.reshape(*allowable.shape, *([1] * (n.ndim - allowable.ndim)))
    known = np.isfinite(n)
    return np.asarray(np.where(known, np.where(known, limit, 0.0) / np.where(known, np.maximum(n, 1e-9), 1.0), 0.0))


def both_ways(allowable: Array, applied: Array, turning: tuple[Array, Array]) -> Array:
    """Factor at which shear reaches `allowable` (R,), where a torque's adds to it on one side of the section.

    Parameters
    ----------
    applied : (R, S) per unit of factor. turning : (R, S) that of the torque, per unit of factor and whatever it is.
    """
    return np.asarray(
        np.minimum(*(load_factor(allowable, applied + way * turning[0], way * turning[1]) for way in (1.0, -1.0)))
    )


def rising(a: Array, b: Array, c: Array) -> Array:
    """The first n from 0 up at which a n^2 + b n + c, negative at 0 (else n is 0), is zero; inf where never."""
    root = np.sqrt(np.maximum(b * b - 4 * a * c, 0.0))
    below = b + root
    n = np.full(np.broadcast_shapes(a.shape, b.shape, c.shape), np.inf)
    with np.errstate(over="ignore"):
        np.divide(-2.0 * c, below, out=n, where=below > 0)
    return np.asarray(np.where(c >= 0, 0.0, n))


def first_least(values: Array) -> NDArray[Any]:
    """Along the first axis, the place of the least; of equals the first, not as rounding has it."""
    least = values.min(axis=0)
    return np.asarray(np.argmax(values <= least + ALIKE * np.abs(np.where(np.isfinite(least), least, 0.0)), axis=0))


def soonest(findings: Sequence[Finding]) -> tuple[Array, NDArray[Any]]:
    """(factor, which of the findings), (R, S) each, of what comes first."""
    stack = np.stack([f.n for f in findings])
    return stack.min(axis=0), first_least(stack)


def worst_of(allowable: Array, applied: Array, constant: Array | float = 0.0) -> tuple[Array, Array]:
    """Over places K: (n, applied) at the place reached first, both (R, S)."""
    if isinstance(constant, float):
        worst = applied.max(axis=-1)
        return load_factor(allowable, worst, constant), worst
    n = load_factor(allowable, applied, constant)
    at = np.argmin(n, axis=-1)[..., None]
    return np.take_along_axis(n, at, axis=-1)[..., 0], np.take_along_axis(applied, at, axis=-1)[..., 0]
