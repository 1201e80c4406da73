"""The computation behind Fletcher: foam airframes of model size, unmanned only.

Units inside: N, mm, MPa (N/mm2), g, g/mm where mass is meant; degrees only at the edges.
Axes: x chordwise aft from the leading edge, y spanwise from the centre line, z up.

This is the one door: what a server or a script may call is listed here, and nothing else is theirs to import.
"""

from .version import __version__, build  # isort: skip

from .analysis.estimate import Estimate
from .analysis.evaluation import Middle
from .analysis.made import Made, counting_on
from .balance import Balance, Weighed, made_of, question_of
from .balance import balance as balance_of
from .bonds.lap_length import Lap, LapQuestion, lap_length
from .bonds.splice import SpliceWay
from .catalogue import Catalogue, OwnMaterial, Spread, chosen_by, figures_of, shipped, with_own, words_of
from .catalogue import catalogue as current_catalogue
from .catalogue.own_material import TABLES as OWN_TABLES
from .catalogue.own_material import Table as OwnTable
from .damages import DAMAGE_KINDS
from .fields import MOST_FAULTS, Problem, Refused, ago, explain, fault, plainly, read_json, the_rest, words_in
from .formats import (
    bevel_gauge_svg,
    flat_pattern,
    ledger_csv,
    plan_svg,
    read_aerofoil,
    read_body_outline,
    slice_svg,
    write_aerofoil,
)
from .hinges import Mark, RankedHinge, SurfaceQuestion, Throw, throw_of
from .hinges import drawn as swung_polygons
from .hinges import hinge_drawn as hinge_marks
from .joints import (
    HARDS,
    SHAPES,
    WHERE,
    Advice,
    BondTest,
    JointQuestion,
    NextTest,
    SpliceQuestion,
    Standing,
    next_test,
    splices,
    standings,
)
from .joints import choose as choose_glue
from .kinds import KINDS, WISHES
from .kinds.changed import said_change
from .loads import PRESETS, Unit
from .mends import MEND_KINDS, Aim
from .model import (
    PART_NAMES,
    Aerofoil,
    Airframe,
    AirframeFile,
    Balancing,
    Body,
    BodyStation,
    ControlSurface,
    CoordinateAerofoil,
    Core,
    Fin,
    FlatPlate,
    Flight,
    FoldedBoard,
    Gear,
    Happened,
    Joint,
    JointKind,
    LifeEntry,
    NacaAerofoil,
    Panel,
    PartName,
    Piece,
    Repair,
    Scheme,
    Seat,
    SheetedSection,
    Tailplane,
    Targets,
    Use,
)
from .model.upgrade import CannotRead, read_file, upgraded
from .mounts import MOUNT_KINDS
from .questions.control_surfaces import SurfaceVerdict, hinges_for, part_of, surface_of
from .questions.control_surfaces import Which as SurfaceName
from .questions.control_surfaces import judge as judge_surface
from .questions.gear_label import read_gear
from .questions.glued_joints import GluedJoint
from .questions.mounts import Mounts, MountStart, judge_mounts, start_mount, why_mount
from .questions.offers import Offered, offers
from .questions.ready_bodies import ready_body
from .questions.suggestions import start as start_airframe
from .questions.suggestions import start_part, usual_joint, usual_section
from .questions.suggestions import suggest as suggest_pieces
from .remembered import Remembered
from .repairs import (
    Alternatives,
    DamageStart,
    FoundMends,
    Life,
    Look,
    MendOffer,
    MendRecord,
    MendWish,
    Planned,
    RepairVerdict,
    Spot,
    alternatives,
    judge_repair,
    life_csv,
    life_of,
    look_over,
    mend_offers,
    mend_records,
    needs_of_repair,
    plan_mends,
    prices_of,
    start_damage,
)
from .report.stand import Stand, stand
from .report.steps import retold as working_in
from .report.verdict import Slice, State, Verdict, Working
from .search import Better, Found, Progress, Wish
from .shelf import (
    ShelfCheck,
    ShelfItem,
    ShelfNeed,
    bill_of_materials,
    from_shelf,
    read_csv,
    read_label,
    take_from,
    unit_prices,
    write_csv,
)
from .shelf import check as allocate_stock
from .units import Kind as MeasureKind
from .units import MeasureError, System
from .units import parse as parse_measure
from .units import show as show_measure
from .verdicts import evaluate, evaluate_many, glued, section_at, why

__all__ = [
    "DAMAGE_KINDS",
    "HARDS",
    "KINDS",
    "MEND_KINDS",
    "MOST_FAULTS",
    "MOUNT_KINDS",
    "OWN_TABLES",
    "PART_NAMES",
    "PRESETS",
    "SHAPES",
    "WHERE",
    "WISHES",
    "Advice",
    "Aerofoil",
    "Aim",
    "Airframe",
    "AirframeFile",
    "Alternatives",
    "Balance",
    "Balancing",
    "Better",
    "Body",
    "BodyStation",
    "BondTest",
    "CannotRead",
    "Catalogue",
    "ControlSurface",
    "CoordinateAerofoil",
    "Core",
    "DamageStart",
    "Estimate",
    "Fin",
    "FlatPlate",
    "Flight",
    "FoldedBoard",
    "Found",
    "FoundMends",
    "Gear",
    "GluedJoint",
    "Happened",
    "Joint",
    "JointKind",
    "JointQuestion",
    "Lap",
    "LapQuestion",
    "Life",
    "LifeEntry",
    "Look",
    "Made",
    "Mark",
    "MeasureError",
    "MeasureKind",
    "MendOffer",
    "MendRecord",
    "MendWish",
    "Middle",
    "MountStart",
    "Mounts",
    "NacaAerofoil",
    "NextTest",
    "Offered",
    "OwnMaterial",
    "OwnTable",
    "Panel",
    "PartName",
    "Piece",
    "Planned",
    "Problem",
    "Progress",
    "RankedHinge",
    "Refused",
    "Remembered",
    "Repair",
    "RepairVerdict",
    "Scheme",
    "Seat",
    "SheetedSection",
    "ShelfCheck",
    "ShelfItem",
    "ShelfNeed",
    "Slice",
    "SpliceQuestion",
    "SpliceWay",
    "Spot",
    "Spread",
    "Stand",
    "Standing",
    "State",
    "SurfaceName",
    "SurfaceQuestion",
    "SurfaceVerdict",
    "System",
    "Tailplane",
    "Targets",
    "Throw",
    "Unit",
    "Use",
    "Verdict",
    "Weighed",
    "Wish",
    "Working",
    "__version__",
    "ago",
    "allocate_stock",
    "alternatives",
    "balance_of",
    "bevel_gauge_svg",
    "bill_of_materials",
    "build",
    "choose_glue",
    "chosen_by",
    "counting_on",
    "current_catalogue",
    "evaluate",
    "evaluate_many",
    "explain",
    "fault",
    "figures_of",
    "flat_pattern",
    "from_shelf",
    "glued",
    "hinge_marks",
    "hinges_for",
    "judge_mounts",
    "judge_repair",
    "judge_surface",
    "lap_length",
    "ledger_csv",
    "life_csv",
    "life_of",
    "look_over",
    "made_of",
    "mend_offers",
    "mend_records",
    "needs_of_repair",
    "next_test",
    "offers",
    "parse_measure",
    "part_of",
    "plainly",
    "plan_mends",
    "plan_svg",
    "prices_of",
    "question_of",
    "read_aerofoil",
    "read_body_outline",
    "read_csv",
    "read_file",
    "read_gear",
    "read_json",
    "read_label",
    "ready_body",
    "said_change",
    "section_at",
    "shipped",
    "show_measure",
    "slice_svg",
    "splices",
    "stand",
    "standings",
    "start_airframe",
    "start_damage",
    "start_mount",
    "start_part",
    "suggest_pieces",
    "surface_of",
    "swung_polygons",
    "take_from",
    "the_rest",
    "throw_of",
    "unit_prices",
    "upgraded",
    "usual_joint",
    "usual_section",
    "why",
    "why_mount",
    "with_own",
    "words_in",
    "words_of",
    "working_in",
    "write_aerofoil",
    "write_csv",
]
