"""From an airframe and a scheme to arrays: where every piece lies at every station."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import catalogue
from ..geometry import DrawnOutline, Outline, Planform, outline_of, planform, profile_of, sheet_of
from ..kinds import Ground, MemberRow, Parting, PatchRow, Piece, Rows, SheetRow, kind_of, parted, wound_of
from ..kinds.rows import Faces, NewEnd
from ..model.aerofoil import BodyWalls, HollowSection, ProfileBody, SolidBody
from ..model.body import Body, boom_of
from ..model.part import Part
from .boom import BoomKernel, boom_section
from .contract import Kernel
from .filled import FILLED, patches_of
from .left_out import cut_open, openings
from .moving import hang
from .own_sheets import between_boards, between_faces, face_thickness, own_sheets, papers_of
from .section import Members, Patches, SectionLayout, Sheets, no_members, no_sheets
from .walled import WALLED, extent, room_in

Array = NDArray[np.float64]


@dataclass(frozen=True)
class PartLayout:
    """Everything about a part and its pieces that does not depend on material figures.

    It carries what the rest asks of a part: core, joints of panels, seat, control surfaces.

    Attributes
    ----------
    plan, section : stations, and what lies in the section at each.
    member_rows, sheet_rows, patch_rows : what each row of `section` stands for.
    bond_width : (Pm, S) mm of each member's girth that glue holds.
    free_length : (Pm,) mm, each member's own run.
    kernel : what works out its sections.
    heavier : how many times as heavy as it is drawn its loads take it.
    """

    part: Part
    pieces: Sequence[Piece]
    ground: Ground
    plan: Planform
    section: SectionLayout
    member_rows: list[MemberRow]
    sheet_rows: list[SheetRow]
    patch_rows: list[PatchRow]
    bond_width: Array
    free_length: Array
    kernel: Kernel = FILLED
    heavier: float = 1.0

    @property
    def held(self) -> int:
        """The station at which it is held."""
        return int(np.argmin(np.abs(self.plan.y - self.part.held_mm)))

    @property
    def outline(self) -> Outline:
        return self.section.outline

    @property
    def inside(self) -> DrawnOutline | None:
        """The faces of the room in a hollow part."""
        return self.ground.inside if isinstance(self.ground.inside, DrawnOutline) else None

    def take(self, index: NDArray[np.intp]) -> PartLayout:
        """The same at fewer stations, for what needs no fine steps."""

        def pick(record: Any) -> Any:
            changes = {
                name: value[:, index]
                for name, value in vars(record).items()
                if isinstance(value, np.ndarray) and value.ndim == 2
            }
            return replace(record, **changes)

        def pick_row(row: Any) -> Any:
            long = len(self.plan.y)
            changes = {
                name: value[index]
                for name, value in vars(row).items()
                if isinstance(value, np.ndarray) and value.shape == (long,)
            }
            return replace(row, **changes)

        now = self.section
        section = SectionLayout(
            now.outline.take(index),
            pick(now.members),
            pick(now.sheets),
            pick(now.patches),
            now.wall_mm,
            now.lining_mm,
            None if now.boom is None else now.boom.take(index),
        )
        plan = replace(
            self.plan,
            **{k: getattr(self.plan, k)[index] for k in ("y", "chord", "x_le", "cos_sweep", "s")},
        )
        inside = None if self.inside is None else self.inside.take(index)
        ground = replace(self.ground, plan=plan, outline=section.outline, inside=inside)
        return replace(
            self, ground=ground, plan=plan, section=section, bond_width=self.bond_width[:, index],
            member_rows=[pick_row(r) for r in self.member_rows], sheet_rows=[pick_row(r) for r in self.sheet_rows],
            patch_rows=[pick_row(r) for r in self.patch_rows],
        )  # fmt: skip


def _changes(part: Part, pieces: Sequence[Piece]) -> Iterator[float]:
    """Places along the span where something starts or ends."""
    yield from part.changes_mm
    for surface in part.surfaces.values():
        yield from (surface.y_from_mm, surface.y_to_mm)
    for piece in pieces:
        yield from (piece.y_from_mm, piece.y_to_mm)
        yield from getattr(piece, "drops_mm", ())
        if (wound := wound_of(piece)) is not None and wound.fade_mm > 0:
            yield from (wound.y_from_mm - wound.fade_mm, wound.y_to_mm + wound.fade_mm)
        if getattr(piece, "sleeve_material", None):
            yield piece.sleeve_to_mm  # type: ignore[union-attr]


#: a cut of less than this share of a stick is none
_TOUCHES = 1e-3
#: shares of a stick that are cut away from which on what stays is counted down, and is nothing (own choice)
_HALF, _GONE = 0.5, 0.75


def _overlap(a: tuple[Any, Any], b: tuple[Any, Any]) -> Array:
    return np.asarray(np.minimum(a[1], b[1]) - np.maximum(a[0], b[0]))


def _faces(row: PatchRow, outline: Faces) -> tuple[Array, Array]:
    """z between which a patch lies at the middle of its extent, (S,) each."""
    top, bottom = row.between(*outline.faces_at(0.5 * (row.share_from + row.share_to)))
    return bottom, top


def _cut_member(row: MemberRow, patch: PatchRow, by: int, ground: Ground) -> list[MemberRow]:
    """A stick in rows where a cut-out touches it: beside it; there while it is switched off; what it leaves.

    Its own shape is taken as its rectangle. Cut from one face it keeps its width, from one side its height; cut at a
    corner, or through its middle, it keeps its place and loses its share. A sliver bears nothing: cut by more than a
    half it is counted down, to nothing at three quarters. Where it is cut it has new ends.
    """
    chord, w, h = ground.outline.chord, ground.same(row.width), ground.same(row.height)
    x, z = ground.same(row.x), ground.same(row.z)
    left, right = patch.share_from * chord, patch.share_to * chord
    floor, roof = _faces(patch, ground.outline)
    wide = np.clip(_overlap((x - 0.5 * w, x + 0.5 * w), (left, right)) / np.maximum(w, 1e-9), 0.0, 1.0)
    high = np.clip(_overlap((z - 0.5 * h, z + 0.5 * h), (floor, roof)) / np.maximum(h, 1e-9), 0.0, 1.0)
    there = (patch.present > 0) & (row.present > 0) & (wide * high > _TOUCHES)
    if not there.any():
        return [row]
    across, through = wide > 1 - _TOUCHES, high > 1 - _TOUCHES
    tall, broad = np.where(across & ~through, 1 - high, 1.0), np.where(through & ~across, 1 - wide, 1.0)
    # a sliver is bent off, and splits where the cut ends
    sliver = np.clip((_GONE - wide * high) / (_GONE - _HALF), 0.0, 1.0)
    stays = np.where(across & through, 0.0, (1 - wide * high) * sliver)
    inside = (left > x - 0.5 * w) & (right < x + 0.5 * w)
    whole_side = (across ^ through) & ~inside
    ixx = np.where(whole_side, broad * tall**3 * sliver, stays)
    izz = np.where(whole_side, tall * broad**3 * sliver, stays)
    up = np.where(0.5 * (floor + roof) < z, 0.5, -0.5) * h * (1 - tall)
    aft = np.where(inside, 0.0, np.where(0.5 * (left + right) < x, 0.5, -0.5) * w * (1 - broad))
    shares = {"area": stays, "area_out": stays, "ixx": ixx, "ixx_out": ixx, "izz": izz, "izz_out": izz,
              "polar": stays**2}  # fmt: skip
    less: dict[str, Any] = {name: ground.same(getattr(row, name)) * share for name, share in shares.items()}
    less |= {"x": x + aft, "z": z + up, "height": h * tall, "width": w * broad}
    less["present"] = row.present * there * (stays > _TOUCHES)
    y, lost = ground.plan.y, np.where(there, 1 - stays, 0.0)
    inner, outer = (float(y[k]) for k in np.flatnonzero(there)[[0, -1]])
    share = float(lost.max())
    ends = tuple(NewEnd(at, by, share) for at in (inner, outer) if row.ends[0] + 1 < at < row.ends[1] - 1)
    rows = [
        replace(row, present=row.present * ~there, new_ends=(*row.new_ends, *ends)),
        replace(row, present=row.present * there, cut_by=(*row.cut_by, by)),
    ]
    if less["present"].any():
        rows.append(replace(row, **less, left_by=(*row.left_by, by)))
    return rows


def _cut_sheet(row: SheetRow, patch: PatchRow, by: int) -> list[SheetRow]:
    """A sheet in rows where a cut-out opens its face: fore and aft of it, and what would bridge it."""
    open_face = patch.depth is None or patch.face == row.face
    common = _overlap((row.share_from, row.share_to), (patch.share_from, patch.share_to))
    inside = (patch.present > 0) & (row.weight > 0) & (common > 0)
    if not open_face or not inside.any():
        return [row]
    low = np.clip(patch.share_from, row.share_from, row.share_to)
    high = np.clip(patch.share_to, row.share_from, row.share_to)
    # a slit fades: beside it a sheet is there again by its share
    taken = inside * np.minimum(patch.present, 1.0)
    there = row.weight * taken
    cut_by = (*row.cut_by, by)
    found = [replace(row, weight=row.weight * (1 - taken))]
    if np.any((low > row.share_from)[inside]):
        found.append(replace(row, share_to=low, tail_edge=False, weight=there))
    if np.any((high < row.share_to)[inside]):
        found.append(replace(row, share_from=high, nose_edge=False, weight=there))
    bridge = replace(
        row, share_from=low, share_to=high, weight=there, cut_by=cut_by,
        nose_edge=row.nose_edge and bool(np.all(low[inside] <= 0)),
        tail_edge=row.tail_edge and bool(np.all(high[inside] >= 1)),
    )  # fmt: skip
    if patch.covered:
        found.append(replace(bridge, cut_by=row.cut_by, left_by=(*row.left_by, by), bears="flow"))
    return [*found, bridge]


def _cut(rows: Rows, ground: Ground) -> None:
    for patch in rows.patches:
        if patch.prefix is not None or patch.piece is None or patch.stands != "instead":
            continue
        by = patch.piece
        rows.members = [r for row in rows.members for r in ([row] if row.rope else _cut_member(row, patch, by, ground))]
        rows.sheets = [r for row in rows.sheets for r in _cut_sheet(row, patch, by)]


def _beside_others(
    row: PatchRow, patches: Sequence[PatchRow], pieces: Sequence[Piece], outline: Faces
) -> list[PatchRow]:
    """Of a wound the patches that lie beside what already stands in place of the core: there it finds no foam."""
    if row.piece is None or wound_of(pieces[row.piece]) is None:
        return [row]
    found = [row]
    for other in patches:
        wounds = other.piece is not None and wound_of(pieces[other.piece]) is not None
        met = (other.present > 0) & (row.present > 0)
        if wounds or other.stands not in ("instead", "loose") or other.side or not met.any():
            continue
        low, high = float(other.share_from[met].min()), float(other.share_to[met].max())
        beside = [replace(one, present=one.present * ~met) for one in found]
        parts = [
            piece
            for one in found
            for piece in _apart(replace(one, present=one.present * met), low, high, other, outline)
        ]
        found = [one for one in (*beside, *parts) if one.present.any()]
    return found


def _apart(row: PatchRow, low: float, high: float, other: PatchRow, outline: Faces) -> list[PatchRow]:
    """A wound's patch fore and aft of another, and what it has of the foam over or under that."""
    start, end = float(row.share_from.max()), float(row.share_to.min())
    if low >= end or high <= start:
        return [row]
    same = np.ones_like(row.share_from)
    found = []
    if low > start:
        found.append(replace(row, share_to=same * low))
    if high < end:
        found.append(replace(row, share_from=same * high))
    inside = max(low, start), min(high, end)
    if other.depth is not None and (row.depth is None or row.face != other.face):
        floor, roof = outline.faces_at(same * 0.5 * sum(inside))
        met = (other.present > 0) & (row.present > 0)
        left = float((roof - floor)[met].min()) - other.depth
        deep = left if row.depth is None else min(left, row.depth)
        if deep > 0:
            found.append(
                replace(row, share_from=same * inside[0], share_to=same * inside[1], face=-other.face, depth=deep)
            )
    return found


def _part(rows: Rows, pieces: Sequence[Piece], ground: Ground, alternatives: bool) -> None:
    """Sticks and sheets where wounds are."""
    of = {k: (w.damage, w.way) for k, piece in enumerate(pieces) if (w := wound_of(piece)) is not None}

    def meet(before: tuple[int, ...], parting: Parting) -> bool:
        """Whether they can be there at once: no other way of the same damage has to do with it."""
        damage, way = of[parting.by]
        return all(of[k][0] != damage or of[k][1] == way for k in before)

    for parting in rows.partings:
        if parting.pieces is None:
            slit = _as_cut(parting, ground)
            # what comes after the damage in the list was laid over it
            rows.sheets = [
                cut
                for row in rows.sheets
                for cut in (
                    [row] if row.piece is not None and row.piece > parting.by else _cut_sheet(row, slit, parting.by)
                )
            ]
            continue
        rows.members = [
            cut
            for row in rows.members
            for cut in (
                parted(row, parting, ground, alternatives)
                if pieces[row.piece].id in parting.pieces and meet(row.only_with, parting)
                else [row]
            )
        ]


def _as_cut(parting: Parting, ground: Ground) -> PatchRow:
    """Where sheets are slit."""
    depth = None if parting.face == 0 else 0.0
    low, high = ground.same(parting.share_from), ground.same(parting.share_to)
    return PatchRow(parting.by, None, low, high, parting.face or 1, depth, parting.present)


def _round_notches(rows: Rows, on: list[bool], ground: Ground) -> None:
    """Cord in an edge follows the notches of that edge."""
    chord = ground.outline.chord
    for k, row in enumerate(rows.members):
        if not row.rope:
            continue
        x = np.array(row.x)
        for patch in rows.patches:
            if patch.edge and patch.piece is not None and on[patch.piece] and patch.edge == row.edge:
                moved = x + patch.share_to * chord if row.edge == "leading" else x - (1 - patch.share_from) * chord
                x = np.where(patch.present > 0, moved, x)
        upper, lower = ground.outline.faces_at(x / chord)
        rows.members[k] = replace(row, x=x, z=0.5 * (upper + lower))


def _cuts(part: Part, plan: Planform) -> tuple[float, ...]:
    """Places where a stick cannot run on: a joint that is not run through, or a bend."""
    panels, found = part.panels, []
    for k, y in enumerate(plan.breaks[1:-1], start=1):
        inside, outside = panels[k - 1], panels[k]
        if abs(outside.dihedral_deg - inside.dihedral_deg) > 1.0 or outside.joint.kind != "through":
            found.append(float(y))
    return tuple(found)


def _through_middle(part: Part) -> bool:
    root = part.panels[0]
    return root.joint.kind == "through" and abs(root.dihedral_deg) < 1.0


def _ended(piece: Any, end: float) -> Piece:
    """A piece as far as a pod goes: what was laid to the tail of a body that has become one ends with it."""
    run = piece.y_to_mm - piece.y_from_mm
    if piece.y_to_mm <= end or piece.y_from_mm > end - 1.0:
        return piece  # type: ignore[no-any-return]
    change: dict[str, float] = {"y_to_mm": end}
    if hasattr(piece, "chord_to"):
        change["chord_to"] = piece.chord_from + (piece.chord_to - piece.chord_from) * (end - piece.y_from_mm) / run
    return piece.model_copy(update=change)  # type: ignore[no-any-return]


def lay_out(part: Part, pieces: Sequence[Piece], stations: int = 61, alternatives: bool = False) -> PartLayout:
    """Lay pieces, on or off, into a part.

    Parameters
    ----------
    stations : evenly spaced along the half span; nodes at changes are added.
    alternatives : wounds may be on in some variants and off in others; else they are there or not, as they are drawn.
    """
    pieces = [_ended(piece, part.laid_to_mm) for piece in pieces] if boom_of(part) is not None else pieces
    plan = planform(part, _changes(part, pieces), stations)
    made = part.aerofoil
    wall = sheet_of(part).foam if isinstance(made, HollowSection) else None
    drawn = wall is not None or isinstance(made, SolidBody)
    profile = None if drawn else between_faces(part.core, profile_of(made))
    outline = outline_of(part, plan, profile)
    inside = None if wall is None else room_in(outline, wall + face_thickness(part.core))
    ground = Ground(plan, outline, part.copies, _cuts(part, plan), _through_middle(part), inside)
    if isinstance(made, HollowSection) and wall is not None:
        rows = Rows(sheets=papers_of(made, part.core, wall, outline))
    else:
        rows = Rows(sheets=own_sheets(part.core, plan.y))
        if isinstance(made, ProfileBody):
            rows.sheets += between_boards(made, part.core, plan.y)
    for index, piece in enumerate(pieces):
        if wound_of(piece) is not None and not (piece.on or alternatives):
            continue
        found = kind_of(piece).rows(piece, index, ground)
        rows.members += found.members
        rows.sheets += found.sheets
        rows.patches += found.patches
        rows.partings += found.partings
    if isinstance(part, Body) and isinstance(made, BodyWalls):
        rows.patches += openings(part, ground)
    rows.patches = [cut for row in rows.patches for cut in _beside_others(row, rows.patches, pieces, outline)]
    if isinstance(part, Body) and isinstance(made, BodyWalls):
        rows.sheets = cut_open(rows.sheets, rows.patches)
    if isinstance(made, HollowSection):
        material = catalogue().board.get(part.core.material)
        rows.patches += _seams(made, ground, material is not None and not material.paper_faced)
    if rows.patches:
        _cut(rows, ground)
        _round_notches(rows, [p.on for p in pieces], ground)
    _part(rows, pieces, ground, alternatives)
    hang(rows, part, ground)
    if wall is not None:
        within = {id(r) for r in rows.sheets if r.t >= 0}
        rows = _in_the_hollow(rows, wall)
        if isinstance(part, Body):
            rows.sheets = [r if id(r) in within else _as_far_as_there_is_room(r, part, outline) for r in rows.sheets]
    return assemble(part, pieces, ground, plan, outline, rows)


#: mm of width that a bead of glue takes where glue is told by the metre: a seam of this width is one bead (own choice)
SEAM = 12.0
#: times a board's thickness that the fold at the nose is glued, wide: both bevels (own estimate)
_NOSE = 2.0


#: times the glue of a plain corner, of one with a fillet along both faces (own estimate)
_FILLETS = 3.0


def _seams(made: HollowSection, ground: Ground, fluted: bool) -> list[PatchRow]:
    """Glue in the nose and at the trailing edge: what is glued in mm, a thousandth of that as area, so that it takes no
    foam's place."""
    chord, here = ground.outline.chord, np.ones_like(ground.outline.chord)
    upper, lower = ground.outline.faces_at(np.full_like(chord, 0.5 if isinstance(made, BodyWalls) else 0.0))
    board = 0.5 * float((upper - lower).mean())
    found = []
    beads = _FILLETS if isinstance(made, BodyWalls) and fluted and made.corners == "fillet" else 1.0
    for share, once in ((0.0, _NOSE * min(board, SEAM)), (1.0, made.seam_mm)):
        width = beads * once
        at = np.clip(np.full_like(chord, share), 0.5 * width / chord, 1 - 0.5 * width / chord)
        found.append(PatchRow(None, f"seam.{made.glue}", at, at, -1, None, here, stands="beside", area=1e-3 * width))
    if isinstance(made, BodyWalls) and made.planks:
        # edge to edge with the next one
        middle, width = np.full_like(chord, 0.5), made.planks * min(made.sheet_mm, SEAM)
        glued = 1e-3 * width
        found.append(PatchRow(None, f"seam.{made.glue}", middle, middle, -1, None, here, stands="beside", area=glued))
    return found


def _as_far_as_there_is_room(row: SheetRow, part: Body, outline: Outline) -> SheetRow:
    """What lies under the walls of a body: as far as the side walls, or round the edge where there is room for it."""
    wall = sheet_of(part)
    reach = extent(outline, wall.foam + 0.5 * row.t)[row.face]
    side = wall.board / outline.chord
    low = np.maximum(row.share_from, reach[0] if row.nose_edge else side)
    high = np.minimum(row.share_to, reach[1] if row.tail_edge else 1 - side)
    return replace(
        row, share_from=np.minimum(low, high), share_to=high, weight=row.weight * (high > low),
        nose_edge=row.nose_edge and bool(np.all(reach[0] <= 0)),
        tail_edge=row.tail_edge and bool(np.all(reach[1] >= 1)),
    )  # fmt: skip


def _in_the_hollow(rows: Rows, wall: float) -> Rows:
    """The same where there is air instead of foam: sticks displace none, nothing has to be hollowed out, and what lies
    under a face lies under its wall. A stick is held by the sheet that it is glued to, on one side."""
    members = [replace(r, area_out=0.0, ixx_out=0.0, izz_out=0.0, near_surface=1.0) for r in rows.members]
    sheets = [replace(r, t=-r.t, inside=wall) if r.t < 0 else r for r in rows.sheets]
    return Rows(members, sheets, [p for p in rows.patches if p.stands != "hollow"], rows.partings)


def _held_by(rows: Sequence[MemberRow], k: int) -> int:
    """The row that holds one: itself where foam does, else what foam holds of its piece, cut as it is."""
    own = rows[k]
    if own.against == "foam":
        return k
    beside = [j for j, r in enumerate(rows) if r.piece == own.piece and r.against == "foam"]
    alike = [j for j in beside if _cut_as(rows[j]) == _cut_as(own)]
    return next(iter(alike or beside), k)


def _cut_as(row: MemberRow) -> tuple[tuple[int, ...], ...]:
    return row.cut_by, row.left_by, row.whole_without, row.only_with


def _of_these_walls(
    rows: Sequence[PatchRow], section: SectionLayout, inside: Outline | None, kernel: Kernel
) -> Patches:
    """Moments of what may take all of the walls, so that all of them is what the kernel says that they are."""
    patches, core, one = section.patches, kernel.core_moments(section), np.ones_like(section.outline.chord)
    whole = patches_of([PatchRow(None, None, 0 * one, one, 1, None, one, exact=True)], section.outline, inside)
    taken = np.array([float(row.exact) for row in rows])[:, None] * patches.area / whole.area
    names = {"area": "area", "mx": "x", "mz": "z", "xx": "xx", "zz": "zz", "xz": "xz"}
    return replace(
        patches,
        **{k: getattr(patches, k) + taken * (getattr(core, n) - getattr(whole, k)) for k, n in names.items()},
    )


def assemble(
    part: Part, pieces: Sequence[Piece], ground: Ground, plan: Planform, outline: Outline, rows: Rows
) -> PartLayout:
    """Rows stacked into arrays."""
    s_count = len(ground.plan.y)

    def wide(items: list[Any], name: str) -> Array:
        return np.stack([ground.same(getattr(r, name)) for r in items])

    members, sheets = no_members(s_count), no_sheets(s_count)
    if rows.members:
        names = (
            "x", "z", "area", "ixx", "izz", "polar", "area_out", "ixx_out", "izz_out", "height", "width", "present",
        )  # fmt: skip
        members = Members(
            **{k: wide(rows.members, k) for k in names},
            web_width=wide(rows.members, "web_width") * wide(rows.members, "web_left"),
            oblique=np.array([r.oblique for r in rows.members]),
            held_by=np.array([_held_by(rows.members, k) for k in range(len(rows.members))]),
        )
    if rows.sheets:
        sheets = Sheets(
            face=np.array([float(r.face) for r in rows.sheets]),
            share_from=wide(rows.sheets, "share_from"),
            share_to=wide(rows.sheets, "share_to"),
            present=wide(rows.sheets, "weight"),
            t=np.array([r.t for r in rows.sheets]),
            nose_edge=np.array([float(r.nose_edge) for r in rows.sheets]),
            tail_edge=np.array([float(r.tail_edge) for r in rows.sheets]),
            inside=np.array([r.inside for r in rows.sheets]),
        )
    inside = ground.inside if isinstance(ground.inside, Outline) else None
    boom = boom_section(part, plan, inside or outline) if isinstance(part, Body) else None
    kernel: Kernel = WALLED if part.hollow else FILLED
    section = SectionLayout(
        outline,
        members,
        sheets,
        patches_of(rows.patches, outline, inside),
        sheet_of(part).foam if part.hollow else None,
        face_thickness(part.core) if any(r.piece is None and r.inside for r in rows.sheets) else 0.0,
        boom,
    )
    if part.hollow and any(row.exact for row in rows.patches):
        section = replace(section, patches=_of_these_walls(rows.patches, section, inside, kernel))
    return PartLayout(
        part,
        pieces,
        ground,
        plan,
        section,
        rows.members,
        rows.sheets,
        rows.patches,
        bond_width=wide(rows.members, "bond_width") if rows.members else np.zeros((0, s_count)),
        free_length=np.array([r.free_length for r in rows.members]),
        kernel=kernel if boom is None else BoomKernel(kernel),
    )
