"""What the kinds of pieces turn into: rows of sticks, sheets and patches, before they become arrays."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Literal, Protocol

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

#: places along the span nearer to each other than this are one, mm: what is there does not hang on rounding
SAME_PLACE = 5e-4


class Stations(Protocol):
    """Where a part is looked at along its span; (S,) arrays in mm, as `geometry.Planform` gives them."""

    @property
    def y(self) -> Array: ...
    @property
    def s(self) -> Array: ...
    @property
    def chord(self) -> Array: ...
    @property
    def x_le(self) -> Array: ...
    @property
    def cos_sweep(self) -> Array: ...
    @property
    def breaks(self) -> Array: ...
    @property
    def half_span(self) -> float: ...
    def at(self, y: Array | float) -> tuple[Array, Array]:
        """Chord and leading edge at any place(s) along the span."""
        ...


class Faces(Protocol):
    """The outline at each station, as `geometry.Outline` gives it: (S,) mm."""

    @property
    def chord(self) -> Array: ...
    def faces_at(self, share: Array) -> tuple[Array, Array]:
        """z of the upper and lower face at chord shares."""
        ...


@dataclass(frozen=True)
class Ground:
    """What a piece is laid into.

    Attributes
    ----------
    copies : how often the part that is described is there: 2 for both halves of a wing.
    inside : the faces of the room in a hollow part, where sticks lie; None where they lie in foam.
    cuts : places along the span, mm, across which no stick runs in one.
    through_middle : whether a stick can run from half to half in one.
    """

    plan: Stations
    outline: Faces
    copies: int = 2
    cuts: tuple[float, ...] = ()
    through_middle: bool = True
    inside: Faces | None = None

    @property
    def room(self) -> Faces:
        """The faces between which sticks lie."""
        return self.inside or self.outline

    def run(self, y_from: float, y_to: float) -> Array:
        """(S,) 1 where something that runs from here to there is present, else 0."""
        y = self.plan.y
        return ((y >= y_from - SAME_PLACE) & (y <= y_to + SAME_PLACE)).astype(float)

    @property
    def girth(self) -> Array:
        """(S,) mm once round the section."""
        shares = np.linspace(0.0, 1.0, 41)[:, None] * np.ones_like(self.outline.chord)
        faces = np.array([self.outline.faces_at(share) for share in shares])  # (41, 2, S)
        along = np.diff(shares * self.outline.chord, axis=0)[:, None]
        sides = np.abs(faces[[0, -1], 0] - faces[[0, -1], 1]).sum(axis=0)
        return np.asarray(np.hypot(along, np.diff(faces, axis=0)).sum(axis=(0, 1)) + sides)

    def same(self, value: Any) -> Array:
        """(S,) of a number, or of what is that already."""
        if isinstance(value, np.ndarray) and value.shape == self.plan.y.shape:
            return value
        return np.broadcast_to(np.asarray(value, dtype=float), self.plan.y.shape)


@dataclass(frozen=True)
class NewEnd:
    """An end that a cut makes of a stick: where, mm; the piece that cuts; the share of the stick that ends there."""

    at: float
    by: int
    share: float


@dataclass(frozen=True)
class MemberRow:
    """One stick or web: section constants in mm, each a number or (S,) along the span.

    Attributes
    ----------
    piece : place in the list of pieces; `part` names which part of the piece, '' for all of it.
    prefix : of its figures, such as ``stock.spruce``.
    glue : glue in its bond; `against` what the glue holds on to: the foam, or a part of the piece.
    present : (S,) 0 or 1. cut_by : pieces which, when on, cut this row away; left_by : pieces
        that leave this of it, which is there only when they are on.
    ends : where its piece starts and ends along the span, mm.
    near_surface : (S,) or number, 1 where less than its own height of foam lies over it.
    rope : bears no pressure of its own, so it cannot crush or kink; `edge` is the edge that it follows.
    round : drawn as a circle; `bore` is the diameter of the hole in it, 0 for none.
    loose : it lies in what has been cut off, so that only its weight counts.
    bond_mm : thickness of its glue line; the glue's usual one if None. fills : it keeps what it lies in from being
        crushed. yields : pressed, it goes on bearing as foam does. sheared : mm, its largest shear strain per twist
        over its own G, where its shape does not tell. whole_without : wounds which, when on, part this row or leave
        something else of it; only_with : wounds that leave this of it. web_left : share of `web_width` that they leave.
    as_core : along the span it counts as the foam does that it takes the place of, so that nothing is handed over when
        it goes. new_ends : that cuts make of it.
    """

    piece: int
    prefix: str
    glue: str | None
    x: Any
    z: Any
    present: Array
    area: Any
    ixx: Any
    izz: Any
    polar: Any
    area_out: Any
    ixx_out: Any
    izz_out: Any
    height: Any
    width: Any
    web_width: float
    bond_width: Any
    oblique: float
    free_length: float
    ends: tuple[float, float]
    part: str = ""
    as_core: bool = False
    against: Literal["foam", "part"] = "foam"
    near_surface: Any = 0.0
    rope: bool = False
    edge: str = ""
    round: bool = False
    bore: float = 0.0
    cut_by: tuple[int, ...] = ()
    left_by: tuple[int, ...] = ()
    loose: bool = False
    bond_mm: float | None = None
    fills: bool = True
    yields: bool = False
    sheared: float | None = None
    web_left: Any = 1.0
    whole_without: tuple[int, ...] = ()
    only_with: tuple[int, ...] = ()
    new_ends: tuple[NewEnd, ...] = ()


@dataclass(frozen=True)
class SheetRow:
    """One sheet on one face; `piece` is None for what belongs to the board itself.

    `weight` (S,) is the share of its layers that is there, 0 where it is not. `bears` says whether it is stretched
    and sheared with the rest, only sheared (over a hole it would buckle before it bore any push), or weighs only.
    A `t` below zero lies inside the faces; `inside` is the wall, mm, under which the inner paper of a hollow part lies.
    """

    piece: int | None
    prefix: str
    layers: int
    face: int
    share_from: Array
    share_to: Array
    t: float
    nose_edge: bool
    tail_edge: bool
    weight: Array
    glue: str | None = None
    cut_by: tuple[int, ...] = ()
    left_by: tuple[int, ...] = ()
    part: str = ""
    bears: Literal["all", "flow", "push", "none"] = "all"
    inside: float = 0.0


@dataclass(frozen=True)
class PatchRow:
    """Part of the core that is another foam, or nothing (`prefix` None), between two places of the chord.

    Attributes
    ----------
    piece : place in the list of pieces, None for what belongs to the part itself.
    depth : from the face (+1 upper, -1 lower); None for the whole depth.
    edge : the edge that it is cut into, "" for one that lies inside.
    stands : "instead" of the core with figures of its own, or none; "loose": cut off, it weighs and bears nothing;
        "beside": in what is cut off already, only its weight counts; "adds": in a hollow, it weighs; "hollow":
        nothing for shear and twist, while what the foam loses by it is counted elsewhere.
    area : (S,) or number, mm2, of what has no extent in the section, at the middle of its shares.
    covered : sheets run on over it.
    spaced : mm from one to the next, of ribs that are smeared; 0 for what is none.
    side : of a wall across an edge of a hollow part, 1 at its nose (a body's left), 2 at its end (its right).
    exact : it may take all of the foam, so that nothing may be left by rounding; its shares are the same all along.
    """

    piece: int | None
    prefix: str | None
    share_from: Array
    share_to: Array
    face: int
    depth: float | None
    present: Array
    corner: float = 0.0
    edge: str = ""
    stands: Literal["instead", "loose", "beside", "adds", "hollow"] = "instead"
    area: Any = None
    covered: bool = False
    spaced: float = 0.0
    side: int = 0
    exact: bool = False

    def between(self, upper: Array, lower: Array) -> tuple[Array, Array]:
        """(top, bottom) z of the patch, between both faces: from its face to its depth."""
        if self.depth is None:
            return upper, lower
        if self.face > 0:
            return upper, np.maximum(upper - self.depth, lower)
        return np.minimum(lower + self.depth, upper), lower


@dataclass(frozen=True)
class Parting:
    """What a wound does to sticks or to sheets over its stretch, while it is on.

    Attributes
    ----------
    by : the place of the wound in the list of pieces. present : (S,) 1 over its stretch. ends : of that, mm.
    pieces : ids of the sticks; None for sheets, of all pieces and the part's own. face : +1, -1, or 0 for both.
    share_from, share_to : of the chord, of sheets.
    leaves : prefix of figures under which what is left stands; "" where nothing is.
    apart : a stick is in two halves, each with ends of its own. share : what is left at typical figures.
    bends, deeper : second moment over area, and depth, times what they were. glue : that it lies in, if another.
    """

    by: int
    present: Array
    ends: tuple[float, float]
    pieces: tuple[str, ...] | None = None
    face: int = 0
    share_from: float = 0.0
    share_to: float = 1.0
    leaves: str = ""
    apart: bool = False
    share: float = 0.0
    bends: float = 1.0
    deeper: float = 1.0
    glue: str | None = None


@dataclass
class Rows:
    """What a piece puts into the sections: members, sheets, cuts, wounds."""

    members: list[MemberRow] = field(default_factory=list)
    sheets: list[SheetRow] = field(default_factory=list)
    patches: list[PatchRow] = field(default_factory=list)
    partings: list[Parting] = field(default_factory=list)


@dataclass(frozen=True)
class Need:
    """What a piece takes from the shelf: runs that must be in one (mm), or an area (mm2).

    `sizes` names the sizes that the item must have (``diameter_mm``...).
    """

    form: str
    table: str
    material: str
    amount: float
    sizes: dict[str, float] = field(default_factory=dict)
    runs_mm: list[float] = field(default_factory=list)
