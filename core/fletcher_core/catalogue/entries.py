"""The shapes of the catalogue's entries."""

from __future__ import annotations

from typing import Annotated, Any, ClassVar, Literal, NamedTuple

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator

BASIS_WORDS = {
    "h": "handbook or standard class values",
    "e": "estimate from structure, to be bettered by tests",
    "o": "this workshop's own figures",
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


def _rising(spread: Spread) -> Spread:
    """As `_ordered`, but nothing is allowed: what weighs nothing."""
    if not 0 <= spread.low <= spread.typical <= spread.high:
        raise ValueError(f"a spread must rise and not be below zero: {tuple(spread)}")
    return spread


S = Annotated[Spread, AfterValidator(_ordered)]
Holds = Literal["ok", "spot", "attacks", "no hold"]


def figure(label: str, unit: str = "") -> Any:
    """A figure's plain name and unit, for whoever reads or changes it."""
    return Field(json_schema_extra={"label": label, "unit": unit})


def maybe(label: str, unit: str = "") -> Any:
    """As `figure`, where an entry may do without."""
    return Field(None, json_schema_extra={"label": label, "unit": unit})


class Entry(BaseModel):
    """What every entry says: its name, where its figures came from, and whose they are if not ours."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    #: what it is chosen by, column by column: weight, stiffness, strength (glue: stiffness, strength, heat); of several
    #: the first that it has
    CHOSEN_BY: ClassVar[tuple[tuple[str, ...], ...]] = ()

    label: str
    note: str = ""
    basis: Literal["h", "e", "o"]
    #: author and year of the book to hold class values against
    book: str = ""
    #: why the workshop's figures differ from those of the class they were copied from
    reason: str = ""

    @property
    def grounds(self) -> str:
        """What its figures rest on, in words."""
        book = f", to compare: {self.book}" if self.book else ""
        return BASIS_WORDS[self.basis] + book + (f" ({self.reason})" if self.reason else "")

    @property
    def source(self) -> str:
        return f"{self.label}: {self.grounds}"

    @model_validator(mode="after")
    def _class_values_name_a_book(self) -> Entry:
        if self.basis == "h" and not self.book:
            raise ValueError(f"{self.label} has class values and names no book to hold them against")
        return self


#: in-plane shear of paper from its two moduli (Baum, Brennan and Habeger 1981)
PAPER_SHEAR = 0.387

#: what it looks like in a drawing: each family has its own hatch
Family = Literal["carbon", "glass", "metal", "wood", "plastic", "film", "tape", "paper", "cord"]
#: what a glue meets on it; a foam is met as itself
Surface = Literal["carbon", "glass", "metal", "wood", "plastic", "greasy_plastic", "paper"]


class Tagged(Entry):
    """What is known of a material beside its figures; nothing is read from the letters of its id."""

    family: Family
    surface: Surface
    #: names of the table of hazards
    hazards: list[str] = []


class Foam(Entry):
    """MPa, kg/m3, strain in %, temperatures in C."""

    CHOSEN_BY = (("density",), ("E",), ("compression_10pct",))

    glue_family: Literal["epp", "epo", "eps", "xps", "pp"]
    density: S = figure("Weight", "kg/m³")
    E: S = figure("Stiffness", "MPa")
    G: S = figure("Shear stiffness", "MPa")
    tension: S = figure("Strength when pulled", "MPa")
    compression_10pct: S = figure("Strength when pressed by a tenth", "MPa")
    plateau_25pct: S = figure("Pressure that goes on crushing it", "MPa")
    shear: S = figure("Shear strength", "MPa")
    strain_break: S = figure("Stretch at which it tears", "%")
    softens: S = figure("Softens at", "°C")


class BoardCore(BaseModel):
    """The foam or the flutes between the papers of a board: MPa and kg/m3."""

    model_config = ConfigDict(frozen=True, extra="forbid")
    density: float
    E: float
    G: float
    shear: float


class Board(Tagged):
    """Paper-faced foam board (``core`` and ``paper_*`` given) or corrugated sheet (``wall`` given)."""

    CHOSEN_BY = (("area_mass",), ("paper_E_along", "E"), ("paper_tension_along", "yield_"))

    thickness: S = figure("Thickness", "mm")
    area_mass: S = figure("Weight", "g/m²")
    core: BoardCore | None = None
    paper_thickness: S | None = maybe("Thickness of its paper", "mm")
    paper_E_along: S | None = maybe("Stiffness of its paper, along", "MPa")
    paper_E_across: S | None = maybe("Stiffness of its paper, across", "MPa")
    paper_tension_along: S | None = maybe("Strength of its paper", "MPa")
    paper_crush_along: S | None = maybe("Strength of its paper when pressed", "MPa")
    wall: S | None = maybe("Thickness of a wall", "mm")
    flute_pitch: S | None = maybe("From flute to flute", "mm")
    E: S | None = maybe("Stiffness of its plastic", "MPa")
    yield_: S | None = maybe("Strength of its plastic", "MPa")
    plain_corner: S | None = maybe("A corner glued inside its flutes, beside one with fillets", "")

    @property
    def paper_faced(self) -> bool:
        return self.core is not None


class Stock(Tagged):
    """Rod, tube, strip and sheet stock along its fibres or grain; MPa, kg/m3."""

    CHOSEN_BY = (("density",), ("E",), ("compression",))

    #: shapes in which it is sold or easily cut
    comes_as: list[Literal["round", "flat"]] = ["round", "flat"]
    #: comes in thin wide sheets that bend over ribs
    sheeting: bool = False
    density: S = figure("Weight", "kg/m³")
    E: S = figure("Stiffness along it", "MPa")
    G: S = figure("Shear stiffness", "MPa")
    tension: S = figure("Strength when pulled", "MPa")
    compression: S = figure("Strength when pressed", "MPa")
    interlaminar_shear: S = figure("Shear strength between its layers", "MPa")
    #: strength of its panel sheared in its own plane, through all its layers; that between layers where not given
    panel_shear: S | None = maybe("Shear strength of its panel", "MPa")
    #: strength across the fibres, as a tube's wall is bent when squeezed; that of shear where not given
    across: S | None = maybe("Strength across its fibres", "MPa")


class SkinSheet(Tagged):
    """Tape, film or paper: Et and Gt in N/mm, thickness in mm, area mass in g/m2, tension in N/mm."""

    CHOSEN_BY = (("area_mass",), ("Et_along",), ("tension_N_per_mm_along",))

    #: as a builder calls it in a sentence
    called: Literal["tape", "film", "paper", "screen"]
    thickness: S = figure("Thickness", "mm")
    area_mass: S = figure("Weight", "g/m²")
    Et_along: S = figure("Stiffness as rolled out", "N/mm")
    Et_across: S = figure("Stiffness across", "N/mm")
    Gt: S = figure("Shear stiffness", "N/mm")
    tension_N_per_mm_along: S = figure("Strength as rolled out", "N/mm")
    tension_N_per_mm_across: S = figure("Strength across", "N/mm")
    #: of what bears, without its adhesive: that is what wrinkles; the whole where not given
    film_thickness: S | None = maybe("Thickness without its adhesive", "mm")
    #: pressed, held on both faces so that it cannot buckle: paper creases, foil yields; film only wrinkles
    crush_N_per_mm_along: S | None = maybe("Strength when pressed, as rolled out", "N/mm")
    crush_N_per_mm_across: S | None = maybe("Strength when pressed, across", "N/mm")
    peel_N_per_mm: S | None = maybe("Peels off at", "N/mm")
    iron_C: S | None = maybe("Iron at", "°C")


class Glue(Entry):
    """A glue family. Times in minutes at 20 C, G in MPa, bond thickness in mm, strengths in MPa."""

    CHOSEN_BY = (("G",), ("lap_on_hard",), ("softens",))

    hazards: list[str] = []
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
    temp: S | None = maybe("Applied at", "°C")
    G: S = figure("Shear stiffness", "MPa")
    bond: float
    lap_on_foam: str | S | None = maybe("Shear strength on foam", "MPa")
    lap_on_hard: S = figure("Shear strength between hard parts", "MPa")
    gap: str
    flex: str
    softens: S = figure("Softens at", "°C")
    spread: S | None = maybe("Spread", "g/m²")
    bead: S | None = maybe("Bead", "g/m")
    density: float
    #: how it sets between closed faces: those that dry need a way out for solvent or water
    sets: Literal["cools", "solvent", "water", "dry first", "damp", "mixes", "sticks"]
    #: parts can still be moved once they touch
    slides: bool
    water: Literal["good", "some", "poor"]
    sands: bool
    looks: Literal["clean", "shows", "oozes"]
    #: does not set well below, C
    coldest: float
    cautions: list[str]
    steps: list[str]

    def holds(self, family: str) -> tuple[str, str]:
        """(verdict, condition): how this glue takes a foam family; 'ok', 'spot', 'attacks' or 'no hold'."""
        text: str = getattr(self, family)
        verdict, _, condition = text.partition(", ")
        return verdict, condition


class CordStock(Tagged):
    """Cord by its forces: EA and break in N, mass in g/m."""

    CHOSEN_BY = (("line_mass_g_per_m",), ("EA_N",), ("break_N",))

    line_mass_g_per_m: S = figure("Weight", "g/m")
    EA_N: S = figure("Force for a doubled length", "N")
    break_N: S = figure("Breaks at", "N")


class Weave(Tagged):
    """A weave: what share of the threads runs along it, and what its crimp leaves of their stiffness."""

    fibre: str
    warp_share: float
    crimp: float


class Fibre(Entry):
    """MPa, kg/m3; compression as a share of tension."""

    E1: S
    E2: S
    G12: S
    density: S
    tension: S
    compression: S


class Resin(Entry):
    """MPa, kg/m3."""

    E: S
    G: S
    density: S
    tension: S
    compression: S
    shear: S


class LayUp(Entry):
    """A way to lay up cloth: its share of fibre by volume."""

    fibre_volume: S


class Weights(BaseModel):
    """How much a school looks at each thing; shares of 1."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    strength: float
    gives: float
    quick: float
    gap: float
    light: float
    easy: float


class School(Entry):
    """A way to choose glue: what it looks at, what it rests on, where it fails."""

    rests: str
    fails: str
    weights: Weights
    leans: list[str]


class MendWeights(BaseModel):
    """How much strength, grams, minutes, looks and price count."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    strength: float
    light: float
    quick: float
    looks: float
    cheap: float


class MendSchool(Entry):
    """A way to mend: what it looks at, as shares of 1, what it rests on, where it fails."""

    rests: str
    fails: str
    weights: MendWeights


class LookAt(Entry):
    """A point of the look over an aircraft that came down: what to do, why, and what it may turn out to be."""

    how: str
    why: str
    on: Literal["wing", "tailplane", "fin", "body", "all"]
    rank: int
    #: stories for which it comes before all that they do not name
    first: list[str]
    #: kinds of damages
    damages: list[str]


class Hinge(Entry):
    """A way to hinge a surface: stiffness and load for each mm of it, what it weighs and takes, how it ages."""

    how: Literal["bevel", "gap"]
    #: how it is drawn in section
    seen: Literal["tape_top", "tape_both", "paper_bead", "web", "wall", "fibre", "pin", "leaf", "bead"]
    fits: list[Literal["foam", "board", "corrugated", "balsa"]]
    stiffness: S = figure("Stiffness", "N mm/rad for each mm")
    load: S = figure("Lets go at", "N/mm")
    grams_per_m: Annotated[Spread, AfterValidator(_rising)] = figure("Weight", "g/m")
    start: S = figure("To set up", "min")
    per_metre: S = figure("For each metre", "min/m")
    #: foam families in which it cannot be made, each with its reason
    never: dict[str, str] = {}
    #: held by tape that can peel
    taped: bool = False
    life: Literal["days", "a season", "years"]
    sunlight: Literal["poor", "some", "good"]
    drag: Literal["poor", "some", "good"]
    steps: list[str]
    mistakes: list[str]
    repair: str


class Craft(Entry):
    """How far what a builder gets lies from theory or a label."""

    factor: S = figure("Factor")
    unit: str


class Carried(Entry):
    """A kind of thing that is bought and fitted: what one usually weighs, its size (long, wide, high, mm), how it is
    held."""

    grams: S = figure("Weight", "g")
    size: tuple[float, float, float]
    held: Literal["strap", "glue", "tape", "screws", "pocket", "bands"]


class Joining(Entry):
    """A way to join panels: minutes of hand work of one joint, and what stands in it.

    `comes_as`: the shape of that, None where nothing does. `families`: what it is made of, any if empty. `plates` of
    them, each glued on so many long faces.
    """

    called: str
    minutes: S = figure("Hand work", "min")
    comes_as: Literal["round", "flat"] | None = None
    families: list[Family] = []
    plates: int = 0
    glued: int = 0

    def takes(self, stock: Stock) -> bool:
        """Whether it can be made of that."""
        return self.comes_as in stock.comes_as and (not self.families or stock.family in self.families)


class Hand(Entry):
    """What a builder's hand makes of one piece: how many times the load it stands, by groups of pieces."""

    factor: S = figure("Factor")
    on: list[Literal["sticks", "sheets"]]


class GlueRule(Entry):
    """A hard rule: its sentence with places to fill, why it is so, and the figure it looks at."""

    says: str
    because: str
    at: float | None = None


class Scale(Entry):
    """What words, or habits, stand for as figures."""

    steps: dict[str, float]


class Hazard(Entry):
    """Where work can hurt, in a sentence that says what to do."""

    says: str


class Prepare(Entry):
    """What a side of a joint asks for before any glue."""

    steps: list[str]


class Catalogue(BaseModel):
    """Every table of the data files, checked: id -> entry."""

    model_config = ConfigDict(frozen=True)

    foam: dict[str, Foam]
    board: dict[str, Board]
    stock: dict[str, Stock]
    skin: dict[str, SkinSheet]
    glue: dict[str, Glue]
    cord: dict[str, CordStock]
    cloth: dict[str, Weave]
    fibre: dict[str, Fibre]
    resin: dict[str, Resin]
    lay_up: dict[str, LayUp]
    school: dict[str, School]
    hinge: dict[str, Hinge]
    joining: dict[str, Joining]
    control: dict[str, Craft]
    mounting: dict[str, Craft]
    mending: dict[str, Craft]
    mend_school: dict[str, MendSchool]
    look: dict[str, LookAt]
    gear: dict[str, Carried]
    craft: dict[str, Hand]
    rule: dict[str, GlueRule]
    scale: dict[str, Scale]
    prepare: dict[str, Prepare]
    hazard: dict[str, Hazard]

    def widest_gap(self, glue: Glue) -> float:
        """mm that a glue fills."""
        steps = self.scale["gap"].steps
        return max((mm for words, mm in steps.items() if glue.gap.startswith(words)), default=min(steps.values()))

    @model_validator(mode="after")
    def _hazards_are_known(self) -> Catalogue:
        for table in (self.board, self.stock, self.skin, self.glue, self.cord, self.cloth):
            for key, entry in table.items():
                if unknown := set(entry.hazards) - set(self.hazard):
                    raise ValueError(f"{key} names hazards that are not in the table: {sorted(unknown)}")
        return self
