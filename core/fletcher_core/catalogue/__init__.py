"""Materials, glues and their figures, as data with spread and basis.

A new material or glue is one entry in ``data/*.toml``; nothing else changes.
"""

from .entries import (
    PAPER_SHEAR,
    Board,
    BoardCore,
    Catalogue,
    CordStock,
    Craft,
    Entry,
    Fibre,
    Foam,
    Glue,
    GlueRule,
    Hinge,
    Joining,
    LayUp,
    MendSchool,
    Resin,
    School,
    SkinSheet,
    Spread,
    Stock,
    Weave,
)
from .load import catalogue, shipped, using, with_own
from .own_material import OwnMaterial, chosen_by, figures_of, words_of
from .surfaces import meets

__all__ = [
    "PAPER_SHEAR",
    "Board",
    "BoardCore",
    "Catalogue",
    "CordStock",
    "Craft",
    "Entry",
    "Fibre",
    "Foam",
    "Glue",
    "GlueRule",
    "Hinge",
    "Joining",
    "LayUp",
    "MendSchool",
    "OwnMaterial",
    "Resin",
    "School",
    "SkinSheet",
    "Spread",
    "Stock",
    "Weave",
    "catalogue",
    "chosen_by",
    "figures_of",
    "meets",
    "shipped",
    "using",
    "with_own",
    "words_of",
]
