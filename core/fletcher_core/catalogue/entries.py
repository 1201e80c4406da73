"""The shapes of the catalogue's entries."""

from __future__ import annotations

from typing import Annotated, Literal, NamedTuple

from pydantic import AfterValidator, BaseModel, ConfigDict

BASIS_WORDS = {
    "h": "handbook or standard class values",
    "e": "estimate from structure, to be bettered by tests",
}


class Spread(NamedTuple):
    """10th, 50th and 90th percentile of what a builder may hold."""

    low: float
    typical: float
    high: float


def _ordered(spread: Spread) -> Spread:
    if not 0 < spread.low <= spread.typical <= spread.high:
        raise ValueError(f"a spread must rise and be above zero: {tuple(spread)}")
    return spread


S = Annotated[Spread, AfterValidator(_ordered)]
Holds = Literal["ok", "spot", "attacks", "no hold"]


class _Entry(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")

    label: str
    note: str = ""
    basis: Literal["h", "e"]

    @property
    def source(self) -> str:
        return f"{self.label}: {BASIS_WORDS[self.basis]}"


class Foam(_Entry):
    """MPa, kg/m3, strain in %, temperatures in C."""

    glue_family: Literal["epp", "epo", "eps", "xps", "pp"]
    density: S
    E: S
    G: S
    tension: S
    compression_10pct: S
    plateau_25pct: S
    shear: S
    strain_break: S
    softens: S


class BoardCore(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")
    density: float
    E: float
    G: float
    shear: float


class Board(_Entry):
    """Paper-faced foam board (``core`` and ``paper_*`` given) or corrugated sheet (``wall`` given)."""

    thickness: S
    area_mass: S
    core: BoardCore | None = None
    paper_thickness: S | None = None
    paper_E_along: S | None = None
    paper_E_across: S | None = None
    paper_tension_along: S | None = None
    wall: S | None = None
    flute_pitch: S | None = None
    E: S | None = None
    yield_: S | None = None

    @property
    def paper_faced(self) -> bool:
        return self.core is not None


class Stock(_Entry):
    """Rod, tube, strip and sheet stock along its fibres or grain; MPa, kg/m3."""

    density: S
    E: S
    G: S
    tension: S
    compression: S
    interlaminar_shear: S
    #: strength across the fibres, as a tube's wall is bent when squeezed; that of shear where not given
    across: S | None = None


class SkinSheet(_Entry):
    """Tape, film or paper: Et and Gt in N/mm, thickness in mm, area mass in g/m2, tension in N/mm."""

    thickness: S
    area_mass: S
    Et_along: S
    Et_across: S
    Gt: S
    tension_N_per_mm_along: S
    tension_N_per_mm_across: S
    peel_N_per_mm: S | None = None
    iron_C: S | None = None


class Glue(_Entry):
    """A glue family. Times in minutes at 20 C, G in MPa, bond thickness in mm, strengths in MPa."""

    eps: str
    xps: str
    epp: str
    epo: str
    pp: str
    wood: str | None = None
    open: float
    handle: float
    fly: float
    full: float
    needs: str | None = None
    temp: S | None = None
    G: S
    bond: float
    lap_on_foam: str | S | None = None
    lap_on_hard: S
    gap: str
    flex: str
    softens: S
    spread: S | None = None
    bead: S | None = None
    density: float

    def holds(self, family: str) -> tuple[str, str]:
        """(verdict, condition): how this glue takes a foam family; 'ok', 'spot', 'attacks' or 'no hold'."""
        text: str = getattr(self, family)
        verdict, _, condition = text.partition(", ")
        return verdict, condition


class Cord(_Entry):
    """Cord by its forces: EA and break in N, mass in g/m."""

    line_mass_g_per_m: S
    EA_N: S
    break_N: S


class Cloth(_Entry):
    """A weave: what share of the threads runs along it, and what its crimp leaves of their stiffness."""

    fibre: str
    warp_share: float
    crimp: float


class Fibre(_Entry):
    """MPa, kg/m3; compression as a share of tension."""

    E1: S
    E2: S
    G12: S
    density: S
    tension: S
    compression: S


class Resin(_Entry):
    """MPa, kg/m3."""

    E: S
    G: S
    density: S
    tension: S
    compression: S
    shear: S


class LayUp(_Entry):
    fibre_volume: S


class Catalogue(BaseModel):
    model_config = ConfigDict(frozen=True)

    foam: dict[str, Foam]
    board: dict[str, Board]
    stock: dict[str, Stock]
    skin: dict[str, SkinSheet]
    glue: dict[str, Glue]
    cord: dict[str, Cord]
    cloth: dict[str, Cloth]
    fibre: dict[str, Fibre]
    resin: dict[str, Resin]
    lay_up: dict[str, LayUp]
