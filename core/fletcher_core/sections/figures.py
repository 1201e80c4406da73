"""Material figures by name: their spreads, and what is derived from them for each variant.

Names: ``core.E``, ``stock.<material>.E``, ``skin.<material>.Et`` (N/mm), ``glue.<glue>.G``,
``board.<board>.Et``, ``cord.<cord>.E``, ``foam.<foam>.E``; derived: ``folded.<board>.E``,
``laid.<piece>.Et``, ``plate.<piece>.Et``.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Any

import numpy as np
from numpy.typing import NDArray

from ..catalogue import Board, Spread, catalogue
from ..model import Airframe, Cloth, Plate
from .laminate import cloth_thickness, first_ply_failure, laminate, micromechanics, resin_mass
from .layout import WingLayout
from .parts.sticks import CORD_AREA
from .wrinkling import wrinkling_stress

Array = NDArray[np.float64]
Table = dict[str, Spread]

#: in-plane shear of paper from its two moduli (Baum, Brennan and Habeger 1981)
PAPER_SHEAR = 0.387
#: boards' cores are given without a spread; this much is assumed either way
BOARD_CORE_SPREAD = 0.25
#: Poisson's ratio of polypropylene, and its density in kg/m3
PP_NU, PP_DENSITY = 0.4, 905.0


def _scaled(spread: Spread, by: float) -> Spread:
    return Spread(*(v * by for v in spread))


def foam_spreads(airframe: Airframe) -> Table:
    """The core's figures for this airframe, under ``core.*``; densities in kg/m3, the rest in MPa.

    A density that the builder gave replaces the class's and scales the stiffness and strengths with
    its power 1.5, between the 1 and 2 of closed and open cells (Gibson and Ashby 1997).
    """
    cat, core = catalogue(), airframe.wing.core
    board = cat.board.get(core.material)
    if board is not None:
        return _board_core(airframe, board) if board.paper_faced else _flutes(airframe, board)
    foam = cat.foam[core.material]
    names = ("density", "E", "G", "shear", "tension", "compression_10pct", "plateau_25pct")
    table = {f"core.{k}": getattr(foam, k) for k in names}
    if core.density_kg_m3 is not None:
        ratio = core.density_kg_m3 / foam.density.typical
        table["core.density"] = Spread(*(core.density_kg_m3 * f for f in (0.97, 1.0, 1.03)))
        for k in names[1:]:
            table[f"core.{k}"] = _scaled(table[f"core.{k}"], ratio**1.5)
    return table


def _boards_in_stack(airframe: Airframe, board: Board) -> int:
    return max(1, round(float(getattr(airframe.wing.aerofoil, "thickness_mm", 0.0)) / board.thickness.typical))


def _board_core(airframe: Airframe, board: Board) -> Table:
    c = board.core
    assert c is not None
    tension, crush = 1.6 * c.shear, 1.1 * c.shear
    plain = {
        "E": c.E, "G": c.G, "shear": c.shear, "tension": tension, "compression_10pct": crush, "plateau_25pct": crush,
    }  # fmt: skip
    low, high = 1 - BOARD_CORE_SPREAD, 1 + BOARD_CORE_SPREAD
    table = {f"core.{k}": Spread(v * low, v, v * high) for k, v in plain.items()}
    # what is left when both outer papers are taken off, glue and inner papers of a stack included
    sheets = _boards_in_stack(airframe, board)
    depth = sheets * board.thickness.typical
    table["core.density"] = Spread(*((sheets * m - 2 * paper_mass(board, m)) / depth for m in board.area_mass))
    return table


def _flutes(airframe: Airframe, board: Board) -> Table:
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
    sheets = _boards_in_stack(airframe, board)
    depth, high = board.thickness.typical * sheets, board.thickness.typical - wall.typical
    t, p = wall.typical, pitch.typical
    along = airframe.wing.core.flutes == "along"
    inner = 2 * (sheets - 1) * t / depth  # faces inside a stack
    share = t / p + inner if along else max(inner, 1e-3)
    # both thickness and pitch count: the wall's spread is carried by the modulus
    rails = t**3 / 12
    ladder = 1.0 / (p**2 / (24 * rails) + p * high / (12 * rails)) / high
    G = t / p / (2 * (1 + PP_NU)) if along else ladder
    plastic = t**2 / 4 * 4 / (p * high)  # four plastic hinges a cell
    shear = t / p / math.sqrt(3) if along else plastic
    mass = [m * sheets - 2 * t * PP_DENSITY for m in board.area_mass]
    return {
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


def _board_sheet(board: Board) -> Table:
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
    return {**{k: getattr(entry, k) for k in names}, "across": entry.across or entry.interlaminar_shear}


def _skin(key: str) -> Table:
    material, _, turned = key.partition("@")
    sheet = catalogue().skin[material]
    along = not turned
    table = {
        "Et": sheet.Et_along if along else sheet.Et_across,
        "Gt": sheet.Gt,
        "mass": sheet.area_mass,
        "tension": sheet.tension_N_per_mm_along if along else sheet.tension_N_per_mm_across,
    }
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


def _folded(key: str) -> Table:
    """A board's core and papers, by themselves; what the wall is as a whole is derived from them."""
    board = catalogue().board[key]
    assert board.core is not None
    low, high = 1 - BOARD_CORE_SPREAD, 1 + BOARD_CORE_SPREAD
    sheet = _board_sheet(board)
    figures = {"core_E": board.core.E, "core_G": board.core.G, "core_shear": board.core.shear}
    core = {k: Spread(v * low, v, v * high) for k, v in figures.items()}
    return {**core, "paper_Et": sheet["Et"], "paper_Gt": sheet["Gt"], "paper_tension": sheet["tension"],
            "area_mass": board.area_mass}  # fmt: skip


_FIGURES: Mapping[str, Callable[[str], Table]] = {
    "stock": _stock, "skin": _skin, "cord": _cord, "foam": _foam, "folded": _folded,
    "board": lambda key: _board_sheet(catalogue().board[key]),
}  # fmt: skip


def _glue(key: str) -> Table:
    glue = catalogue().glue[key]
    table = {"G": glue.G, "lap_on_hard": glue.lap_on_hard}
    if isinstance(glue.lap_on_foam, Spread):
        table["lap_on_foam"] = glue.lap_on_foam
    return table


def _cloth(piece: Cloth) -> Table:
    cat = catalogue()
    fibre = cat.cloth[piece.material].fibre
    table = {f"fibre.{fibre}.{k}": v for k, v in cat.fibre[fibre] if isinstance(v, Spread)}
    table |= {f"resin.epoxy.{k}": v for k, v in cat.resin["epoxy"] if isinstance(v, Spread)}
    table[f"lay_up.{piece.lay_up}.fibre_volume"] = cat.lay_up[piece.lay_up].fibre_volume
    return table


def spreads(layout: WingLayout) -> Table:
    """Every material figure that the layout uses: name -> low, typical, high."""
    table = foam_spreads(layout.airframe)
    prefixes = [r.prefix for r in layout.member_rows] + [r.prefix for r in layout.sheet_rows]
    prefixes += [r.prefix for r in layout.patch_rows if r.prefix]
    joints = [p.joint for p in layout.airframe.wing.panels if p.joint.kind != "through"]
    prefixes += [f"stock.{j.material}" for j in joints] + [f"skin.{j.tape}" for j in joints if j.tape]
    for prefix in dict.fromkeys(prefixes):
        family, _, key = prefix.partition(".")
        if family in _FIGURES:
            table |= {f"{prefix}.{k}": v for k, v in _FIGURES[family](key).items()}
    glues = [r.glue for r in layout.member_rows] + [r.glue for r in layout.sheet_rows] + [j.glue for j in joints]
    for glue in dict.fromkeys(g for g in glues if g):
        table |= {f"glue.{glue}.{k}": v for k, v in _glue(glue).items()}
    for piece in layout.scheme.pieces:
        if isinstance(piece, Cloth):
            table |= _cloth(piece)
        elif isinstance(piece, Plate):
            table |= {f"stock.{piece.material}.{k}": v for k, v in _stock(piece.material).items()}
    return table


def figures_as(prefix: str) -> Table:
    """The figures of one material under no name: ``Et``, ``tension``..., for one that stands in for another."""
    family, _, key = prefix.partition(".")
    return _FIGURES[family](key)


def derive(layout: WingLayout, values: Mapping[str, Array]) -> dict[str, Array]:
    """`values` with what follows from them: cloth by laminate theory, walls of folded board."""
    found = dict(values)
    for piece in layout.scheme.pieces:
        if isinstance(piece, Cloth):
            found |= {f"laid.{piece.id}.{k}": v for k, v in laid_cloth(piece, values).items()}
        elif isinstance(piece, Plate):
            found |= _plate(piece, values)
    for prefix in dict.fromkeys(r.prefix for r in layout.member_rows if r.prefix.startswith("folded.")):
        t = catalogue().board[prefix.partition(".")[2]].thickness.typical

        def v(name: str, prefix: str = prefix) -> Array:
            return values[f"{prefix}.{name}"]

        found[f"{prefix}.E"] = v("core_E") + 2 * v("paper_Et") / t
        found[f"{prefix}.G"] = v("core_G") + 2 * v("paper_Gt") / t
        found[f"{prefix}.density"] = v("area_mass") / t
        # the wall goes when its paper does: torn on the pulled side, wrinkled on the pressed one
        paper = catalogue().board[prefix.partition(".")[2]].paper_thickness
        assert paper is not None
        E_paper = v("paper_Et") / paper.typical
        wrinkle = wrinkling_stress(E_paper, v("core_E"), v("core_G"))
        found[f"{prefix}.tension"] = v("paper_tension") / v("paper_Et") * found[f"{prefix}.E"]
        found[f"{prefix}.compression"] = wrinkle / E_paper * found[f"{prefix}.E"]
        found[f"{prefix}.interlaminar_shear"] = v("core_shear")
    return found


def _plate(piece: Plate, values: Mapping[str, Array]) -> dict[str, Array]:
    """A small plate as a sheet: N/mm for its whole thickness, g/m2."""
    t, stock = piece.thickness_mm, f"stock.{piece.material}"
    names = {"Et": "E", "Gt": "G", "mass": "density", "tension": "tension", "compression": "compression"}
    return {f"plate.{piece.id}.{k}": values[f"{stock}.{figure}"] * t for k, figure in names.items()}


def laid_cloth(piece: Cloth, values: Mapping[str, Any]) -> dict[str, Array]:
    """One cloth piece as a sheet: Et, Gt (N/mm), tension and compression (N/mm) of one layer, mass g/m2.

    A weave is taken as two plies that lie in one another, so it has no coupling of stretch and bend.
    Strengths are those at which the first ply goes, by the lower of largest strain and Tsai-Wu.
    """
    cat = catalogue()
    weave = cat.cloth[piece.material]
    fibre = {k: values[f"fibre.{weave.fibre}.{k}"] for k in ("E1", "E2", "G12", "tension", "compression", "density")}
    resin = {k: values[f"resin.epoxy.{k}"] for k in ("E", "G", "tension", "compression", "shear", "density")}
    V = np.asarray(values[f"lay_up.{piece.lay_up}.fibre_volume"], dtype=float)
    ply = micromechanics(fibre, resin, V, weave.crimp)
    t = cloth_thickness(piece.cloth_g_m2, fibre["density"], V)
    warp, weft = t * weave.warp_share, t * (1 - weave.warp_share)
    # half the warp on either side of the weft: the two lie in one another
    plies = [(ply, piece.angle_deg, 0.5 * warp), (ply, piece.angle_deg + 90, weft), (ply, piece.angle_deg, 0.5 * warp)]
    lam = laminate(plies)
    a = np.linalg.inv(lam.A)
    pull = np.zeros((*np.shape(t), 3))
    pull[..., 0] = 1.0
    constants = [p for p, _, _ in plies]
    return {
        "Et": 1 / a[..., 0, 0],
        "Gt": 1 / a[..., 2, 2],
        "mass": piece.cloth_g_m2 + resin_mass(t, V, resin["density"]),
        "tension": np.minimum(*first_ply_failure(lam, constants, pull)),
        "compression": np.minimum(*first_ply_failure(lam, constants, -pull)),
        "t": t,
    }
