"""Material figures by name: their spreads, and what is derived from them for each variant.

Names: ``core.E``, ``stock.<material>.E``, ``skin.<material>.Et`` (N/mm), ``glue.<glue>.G``,
``board.<board>.Et``, ``cord.<cord>.E``, ``foam.<foam>.E``; derived: ``folded.<board>.E``,
``laid.<piece>.Et``, ``plate.<piece>.Et``.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

import numpy as np
from numpy.typing import NDArray

from ..catalogue import PAPER_SHEAR, Board, Spread, Stock, catalogue
from ..kinds import CORD_AREA, kind_of, left_figures, wound_of
from ..model.aerofoil import BodyWalls, HollowSection
from ..model.body import boom_of
from ..model.part import Part
from .layout import SEAM, PartLayout
from .own_sheets import face_thickness
from .wrinkling import wrinkling_stress

Array = NDArray[np.float64]
Table = dict[str, Spread]

#: boards' cores are given without a spread; this much is assumed either way
BOARD_CORE_SPREAD = 0.25
#: Poisson's ratio of polypropylene, and its density in kg/m3
PP_NU, PP_DENSITY = 0.4, 905.0


def _scaled(spread: Spread, by: float) -> Spread:
    return Spread(*(v * by for v in spread))


def foam_spreads(part: Part) -> Table:
    """The core's figures for this part, under ``core.*``; densities in kg/m3, the rest in MPa.

    A density that the builder gave replaces the class's and scales the stiffness and strengths with
    its power 1.5, between the 1 and 2 of closed and open cells (Gibson and Ashby 1997).
    """
    cat, core = catalogue(), part.core
    board = cat.board.get(core.material)
    if board is not None:
        return _board_core(part, board) if board.paper_faced else _flutes(part, board)
    if core.material in cat.stock:
        return _wood(cat.stock[core.material])
    foam = cat.foam[core.material]
    names = ("density", "E", "G", "shear", "tension", "compression_10pct", "plateau_25pct")
    table = {f"core.{k}": getattr(foam, k) for k in names}
    if core.density_kg_m3 is not None:
        ratio = core.density_kg_m3 / foam.density.typical
        table["core.density"] = Spread(*(core.density_kg_m3 * f for f in (0.97, 1.0, 1.03)))
        for k in names[1:]:
            table[f"core.{k}"] = _scaled(table[f"core.{k}"], ratio**1.5)
    return table


def _wood(wood: Stock) -> Table:
    """Thin sheets of it as the walls of a hollow part, grain along the span."""
    return {
        "core.density": wood.density, "core.E": wood.E, "core.G": wood.G, "core.shear": wood.panel_shear
        or wood.interlaminar_shear, "core.tension": wood.tension, "core.compression_10pct": wood.compression,
        "core.plateau_25pct": wood.compression,
    }  # fmt: skip


def _boards_in_stack(part: Part, board: Board) -> int:
    return max(1, round(float(getattr(part.aerofoil, "thickness_mm", 0.0)) / board.thickness.typical))


def _board_core(part: Part, board: Board) -> Table:
    c = board.core
    assert c is not None
    tension, crush = 1.6 * c.shear, 1.1 * c.shear
    plain = {
        "E": c.E, "G": c.G, "shear": c.shear, "tension": tension, "compression_10pct": crush, "plateau_25pct": crush,
    }  # fmt: skip
    low, high = 1 - BOARD_CORE_SPREAD, 1 + BOARD_CORE_SPREAD
    table = {f"core.{k}": Spread(v * low, v, v * high) for k, v in plain.items()}
    # what is left when both outer papers are taken off, glue and inner papers of a stack included
    sheets = _boards_in_stack(part, board)
    depth = float(getattr(part.aerofoil, "thickness_mm", board.thickness.typical)) - 2 * face_thickness(part.core)
    table["core.density"] = Spread(*((sheets * m - 2 * paper_mass(board, m)) / depth for m in board.area_mass))
    return table


def _flutes(part: Part, board: Board) -> Table:
    """The walls between the faces of corrugated sheet, smeared into a core.

    Along the flutes they are webs: they stretch and shear as sheets standing a pitch apart. Across
    them they only hold the faces apart, and shear bends walls and faces as a ladder's rungs and
    rails (battened column, Timoshenko and Gere 1961).
    """
    wall, pitch, E, yields = board.wall, board.flute_pitch, board.E, board.yield_
    assert wall is not None
    assert pitch is not None
    assert E is not None
    assert yields is not None
    sheets = _boards_in_stack(part, board)
    t, p = wall.typical, pitch.typical
    high = board.thickness.typical - t
    # between both outer faces
    depth = float(getattr(part.aerofoil, "thickness_mm", board.thickness.typical)) - 2 * t
    along, hollow = part.core.flutes == "along", part.hollow
    inner = 2 * (sheets - 1) * t / depth  # faces inside a stack
    share = t / p + inner if along else max(inner, 1e-3)
    # both thickness and pitch count: the wall's spread is carried by the modulus
    # rails and rungs bend between their joints, which are as thick as they are: half of that does not bend
    rails, free_p, free_high = t**3 / 12, p - 0.5 * t, high - 0.5 * t
    # as a core that is sheared over the depth between the faces, with an arm from middle to middle of them
    ladder = 1.0 / (free_p**2 / (24 * rails) + free_p * free_high / (12 * rails)) * (high - t) / high**2
    G = t / p / (2 * (1 + PP_NU)) if along else ladder
    plastic = t**2 / 4 * 4 / (p * high)  # four plastic hinges a cell
    shear = t / p / math.sqrt(3) if along else plastic
    mass = [m * sheets - 2 * t * PP_DENSITY for m in board.area_mass]
    if hollow:
        # of a wall that is sheared in its own plane, or bent across its flutes, only the ladder resists
        G, shear = ladder, plastic
    plain, made = {}, part.aerofoil
    if isinstance(made, BodyWalls) and made.corners == "plain" and board.plain_corner is not None:
        plain = {"core.plain_corner": board.plain_corner}
    return {
        **plain,
        "core.E": _scaled(E, share),
        "core.G": _scaled(E, G),
        "core.shear": _scaled(yields, shear),
        "core.tension": _scaled(yields, share),
        "core.compression_10pct": _scaled(yields, share),
        "core.plateau_25pct": _scaled(yields, share),
        "core.density": Spread(*(max(m, 1.0) / depth for m in mass)),
    }


def paper_mass(board: Board, area_mass: float) -> float:
    """g/m2 of one paper: what the core of a board of `area_mass` leaves for both."""
    assert board.core is not None
    return 0.5 * max(area_mass - board.core.density * board.thickness.typical, 0.2 * area_mass)


def board_sheet(board: Board) -> Table:
    """One face of a board or of corrugated sheet: N/mm, g/m2."""
    if board.paper_faced:
        t, E, strength, across = (
            board.paper_thickness, board.paper_E_along, board.paper_tension_along, board.paper_E_across,
        )  # fmt: skip
        assert t is not None
        assert E is not None
        assert strength is not None
        assert across is not None
        shear = (PAPER_SHEAR * math.sqrt(a * c) * t.typical for a, c in zip(E, across, strict=True))
        return {
            "Et": _scaled(E, t.typical),
            "Gt": Spread(*shear),
            "mass": Spread(*(paper_mass(board, m) for m in board.area_mass)),
            "tension": _scaled(strength, t.typical),
            "compression": _scaled(board.paper_crush_along or strength, t.typical),
        }
    wall, pitch, E, yields = board.wall, board.flute_pitch, board.E, board.yield_
    assert wall is not None
    assert pitch is not None
    assert E is not None
    assert yields is not None
    t = wall
    # a face between two flutes is a long plate held along both edges: k = 4 (Timoshenko and Gere 1961)
    buckling = 4 * math.pi**2 / (12 * (1 - PP_NU**2)) * (t.typical / pitch.typical) ** 2
    return {
        "Et": _scaled(E, t.typical),
        "Gt": _scaled(E, t.typical / (2 * (1 + PP_NU))),
        "mass": Spread(*(w * PP_DENSITY for w in wall)),
        "tension": _scaled(yields, t.typical),
        "wrinkle": _scaled(E, buckling),
    }


def _stock(key: str) -> Table:
    entry = catalogue().stock[key]
    names = ("E", "G", "density", "tension", "compression", "interlaminar_shear")
    between = entry.interlaminar_shear
    return {
        **{k: getattr(entry, k) for k in names},
        "across": entry.across or between, "panel_shear": entry.panel_shear or between,
    }  # fmt: skip


def _skin(key: str) -> Table:
    material, _, turned = key.partition("@")
    sheet = catalogue().skin[material]
    along = not turned
    table = {
        "Et": sheet.Et_along if along else sheet.Et_across,
        "Gt": sheet.Gt,
        "mass": sheet.area_mass,
        "tension": sheet.tension_N_per_mm_along if along else sheet.tension_N_per_mm_across,
        "bears": sheet.film_thickness or sheet.thickness,
    }
    crush = sheet.crush_N_per_mm_along if along else sheet.crush_N_per_mm_across
    if crush is not None:
        table["compression"] = crush
    if sheet.peel_N_per_mm is not None:
        table["peel"] = sheet.peel_N_per_mm
    return table


def _cord(key: str) -> Table:
    entry = catalogue().cord[key]
    # figures of a cord are forces; its area only turns them into stresses
    return {
        "E": _scaled(entry.EA_N, 1 / CORD_AREA),
        "G": _scaled(entry.EA_N, 0.01 / CORD_AREA),
        "density": _scaled(entry.line_mass_g_per_m, 1e3 / CORD_AREA),
        "tension": _scaled(entry.break_N, 1 / CORD_AREA),
    }


def _foam(key: str) -> Table:
    foam = catalogue().foam[key]
    return {k: getattr(foam, k) for k in ("density", "E", "G", "shear", "tension", "compression_10pct")}


def _upright(key: str) -> Table:
    """Foam on edge, as a web."""
    foam = catalogue().foam[key]
    return {
        "E": foam.E, "G": foam.G, "density": foam.density, "tension": foam.tension,
        "compression": foam.compression_10pct, "interlaminar_shear": foam.shear, "panel_shear": foam.shear,
    }  # fmt: skip


def _fillet(key: str) -> Table:
    """Glue that has set by itself; E follows from G."""
    glue = catalogue().glue[key]
    holds = glue.lap_on_hard
    return {
        "G": glue.G, "density": _scaled(Spread(0.95, 1.0, 1.05), glue.density), "tension": holds, "compression": holds,
        "interlaminar_shear": holds,
    }  # fmt: skip


def _folded(key: str) -> Table:
    """A board's core and papers, by themselves; what the wall is as a whole is derived from them."""
    board = catalogue().board[key]
    assert board.core is not None
    low, high = 1 - BOARD_CORE_SPREAD, 1 + BOARD_CORE_SPREAD
    sheet = board_sheet(board)
    figures = {"core_E": board.core.E, "core_G": board.core.G, "core_shear": board.core.shear}
    core = {k: Spread(v * low, v, v * high) for k, v in figures.items()}
    return {**core, "paper_Et": sheet["Et"], "paper_Gt": sheet["Gt"], "paper_tension": sheet["tension"],
            "paper_compression": sheet["compression"], "area_mass": board.area_mass}  # fmt: skip


def _entry(table: str) -> Callable[[str], Table]:
    """Every figure of an entry, by its own name."""
    return lambda key: {k: v for k, v in getattr(catalogue(), table)[key] if isinstance(v, Spread)}


def _moving(key: str) -> Table:
    """A board as what a control surface is made of: what it weighs, over its whole thickness."""
    board = catalogue().board[key]
    return {"density": _scaled(board.area_mass, 1 / board.thickness.typical)}


def _seam(key: str) -> Table:
    """Glue of a fold, as what lies along it: see `layout.seams_of` for its area, a thousandth of what is glued."""
    glue = catalogue().glue[key]
    if glue.spread is not None:
        return {"density": _scaled(glue.spread, 1e3)}
    assert glue.bead is not None
    return {"density": _scaled(glue.bead, 1e6 / SEAM)}


def _glue(key: str) -> Table:
    glue = catalogue().glue[key]
    table = {"G": glue.G, "lap_on_hard": glue.lap_on_hard}
    if isinstance(glue.lap_on_foam, Spread):
        table["lap_on_foam"] = glue.lap_on_foam
    return table


_FIGURES: Mapping[str, Callable[[str], Table]] = {
    "stock": _stock, "skin": _skin, "cord": _cord, "foam": _foam, "folded": _folded, "stacked": _folded,
    "board": lambda key: board_sheet(catalogue().board[key]),
    "upright": _upright, "fillet": _fillet, "moving": _moving, "seam": _seam, "glue": _glue,
    "fibre": _entry("fibre"), "resin": _entry("resin"), "lay_up": _entry("lay_up"),
}  # fmt: skip


#: all of them, by name
FAMILIES = (*_FIGURES, "core")

#: families of figures whose materials stand in a table of another name
_TABLES = {
    "folded": "board", "stacked": "board", "moving": "board", "upright": "foam", "fillet": "glue", "seam": "glue",
    "core": "foam",
}  # fmt: skip


def table_of(family: str) -> str:
    """The table of the catalogue in which the materials of a family of figures stand."""
    return _TABLES.get(family, family)


def spreads(layout: PartLayout) -> Table:
    """Every material figure that the layout uses: name -> low, typical, high."""
    table = foam_spreads(layout.part)
    prefixes = [r.prefix for r in layout.member_rows] + [r.prefix for r in layout.sheet_rows]
    prefixes += [r.prefix for r in layout.patch_rows if r.prefix]
    joints = [p.joint for p in layout.part.panels if p.joint.kind != "through"]
    fold = layout.part.aerofoil.glue if isinstance(layout.part.aerofoil, HollowSection) else None
    prefixes += [f"stock.{j.material}" for j in joints] + [f"skin.{j.tape}" for j in joints if j.tape]
    boom = boom_of(layout.part)
    if boom is not None:
        prefixes += [f"stock.{boom.material}"] + ([f"stock.{boom.former}"] if boom.held == "formers" else [])
    prefixes += [prefix for piece in layout.pieces for prefix in kind_of(piece).uses(piece)]
    for prefix in dict.fromkeys(prefixes):
        family, _, key = prefix.partition(".")
        if family in _FIGURES:
            table |= {f"{prefix}.{k}": v for k, v in _FIGURES[family](key).items()}
    glues = (
        [r.glue for r in layout.member_rows] + [r.glue for r in layout.sheet_rows] + [j.glue for j in joints] + [fold]
    )
    glues += [boom.glue] if boom is not None else []
    for glue in dict.fromkeys(g for g in glues if g):
        table |= {f"glue.{glue}.{k}": v for k, v in _glue(glue).items()}
    for piece in layout.pieces:
        table |= kind_of(piece).own_figures(piece)
    return table


def figures_as(prefix: str) -> Table:
    """The figures of one material under no name: ``Et``, ``tension``..., for one that stands in for another."""
    family, _, key = prefix.partition(".")
    return _FIGURES[family](key)


def _stacked(prefix: str, values: Mapping[str, Array]) -> dict[str, Array]:
    """Boards laid flat: stretched with their papers, sheared through their cores alone."""
    board = catalogue().board[prefix.partition(".")[2]]
    assert board.paper_thickness is not None
    t, paper = board.thickness.typical, board.paper_thickness.typical

    def v(name: str) -> Array:
        return values[f"{prefix}.{name}"]

    E = (1 - 2 * paper / t) * v("core_E") + 2 * v("paper_Et") / t
    # the papers within are held on both sides: they are crushed, not wrinkled
    return {
        f"{prefix}.E": E, f"{prefix}.G": v("core_G"), f"{prefix}.density": v("area_mass") / t,
        f"{prefix}.tension": v("paper_tension") / v("paper_Et") * E,
        f"{prefix}.compression": v("paper_compression") / v("paper_Et") * E,
        f"{prefix}.interlaminar_shear": v("core_shear"), f"{prefix}.panel_shear": v("core_shear"),
    }  # fmt: skip


def derive(layout: PartLayout, values: Mapping[str, Array]) -> dict[str, Array]:
    """`values` with what follows from them: cloth by laminate theory, walls of folded board."""
    found = dict(values)
    for prefix in dict.fromkeys(r.prefix for r in layout.member_rows if r.prefix.startswith("folded.")):
        t = catalogue().board[prefix.partition(".")[2]].thickness.typical

        def v(name: str, prefix: str = prefix) -> Array:
            return values[f"{prefix}.{name}"]

        paper = catalogue().board[prefix.partition(".")[2]].paper_thickness
        assert paper is not None
        between = 1 - 2 * paper.typical / t  # a board is measured over its papers
        found[f"{prefix}.E"] = between * v("core_E") + 2 * v("paper_Et") / t
        found[f"{prefix}.G"] = between * v("core_G") + 2 * v("paper_Gt") / t
        found[f"{prefix}.density"] = v("area_mass") / t
        # the wall goes when its paper does: torn on the pulled side, wrinkled or crushed on the pressed one
        E_paper = v("paper_Et") / paper.typical
        wrinkle = wrinkling_stress(E_paper, v("core_E"), v("core_G"))
        found[f"{prefix}.tension"] = v("paper_tension") / v("paper_Et") * found[f"{prefix}.E"]
        crush = np.minimum(wrinkle, v("paper_compression") / paper.typical)
        found[f"{prefix}.compression"] = crush / E_paper * found[f"{prefix}.E"]
        found[f"{prefix}.interlaminar_shear"] = v("core_shear")
        # sheared in its own plane, foam and papers strain alike: the first to shear, tear or wrinkle across the slant
        slides = v("core_shear") / v("core_G")
        gives = np.minimum(slides, np.minimum(v("paper_tension"), wrinkle * paper.typical) / v("paper_Gt"))
        found[f"{prefix}.panel_shear"] = gives * found[f"{prefix}.G"]
    for prefix in dict.fromkeys(r.prefix for r in layout.member_rows if r.prefix.startswith("stacked.")):
        found |= _stacked(prefix, values)
    for piece in layout.pieces:
        found |= kind_of(piece).derived(piece, found, layout.ground)
    wounds = {wound.id: wound for piece in layout.pieces if (wound := wound_of(piece)) is not None}
    for prefix in dict.fromkeys(r.prefix for r in layout.member_rows if r.prefix.startswith("wound.")):
        found |= left_figures(wounds, prefix, found)
    return found
