"""Facts of mending: hard edges, tape from tip to tip, split tubes, cracks glued with everything."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from ..analysis.evaluation import Evaluation
from ..catalogue import catalogue
from ..damages import DAMAGE_KINDS, DamageBase
from ..kinds import new_piece
from ..mends import MEND_KINDS
from ..model import Airframe, Core, FlatPlate, Flight, Panel, Parts, Scheme, Wing
from ..repairs.place_of import place_of
from ..repairs.states import State, computed, hurt
from .fact import Fact


def _wing(foam: str = "xps33", thick: float = 20.0) -> Airframe:
    panel = Panel(span_mm=600.0, root_chord_mm=200.0, tip_chord_mm=200.0)
    made = Wing(panels=[panel], aerofoil=FlatPlate(thickness_mm=thick), core=Core(material=foam))
    return Airframe(
        name="Mended", promise_g=900.0, rest_g=600.0, flight=Flight(load_factor=5.0, speed_m_s=16.0),
        parts=Parts(wing=made),
    )  # fmt: skip


def _scheme(*pieces: Any) -> Scheme:
    return Scheme(id="scheme", name="Scheme", pieces=list(pieces))


def _damage(kind: str, at: float, **more: Any) -> Any:
    return DAMAGE_KINDS[kind].model(id=kind.replace("_", "-"), at_mm=at, **more)


def _mend(kind: str, of: DamageBase, **more: Any) -> Any:
    return MEND_KINDS[kind].model(id=f"m-{kind[:12]}", of=of.id, **more)


def _states(
    airframe: Airframe, scheme: Scheme, damages: Sequence[Any], mends: Sequence[Any] = ()
) -> dict[State, Evaluation]:
    return computed(airframe, scheme, hurt(damages, mends, place_of(airframe, scheme)), [], spread=False)


def _foam_goes(a: Evaluation) -> tuple[float, float]:
    """(factor, mm out) at which foam goes first."""
    foam = [f.n[0] for f in a.solved.findings if f.mode in ("core_tension", "core_compression")]
    n = np.min(foam, axis=0)
    k = int(np.argmin(n))
    return float(n[k]), float(a.layout.plan.y[k])


def hard_edge() -> Fact:
    """A splint over a break at a hard edge moves the next break to its own end."""
    airframe = _wing("epp30")
    rods = [new_piece("rod", id=level, level=level, inset_mm=1.0, diameter_mm=3.0, y_to_mm=150.0) for level in
            ("top", "bottom")]  # fmt: skip
    crack = _damage("crack", 151.0, skin_torn=False)
    glued = _mend("glue_break", crack, glue="epoxy_30", meets=1.0)
    splint = _mend("splint", crack, wide_mm=6.0, thick_mm=1.0, ends="blunt", overlap_mm=100.0, chord=0.45)
    found = _states(airframe, _scheme(*rods), [crack], [glued, splint])
    (n0, y0), (n1, y1) = _foam_goes(found["sound"]), _foam_goes(found["mended"])
    return Fact(
        said="Where the old part broke at a hard edge, a stiffer mend moves the next break to its own edge",
        case="rods of 3 mm to 150 mm in a plate of bead foam, cracked there, glued, with strips 100 mm either way",
        numbers=[("foam goes first, as built", f"{n0:.1f} G at {y0:.0f} mm"),
                 ("with the splint", f"{n1:.1f} G at {y1:.0f} mm")],
        agrees=abs(y0 - 150) < 2 and abs(y1 - 251) < 2 and n1 > n0,
        why="Strain jumps where stiffness does. The mend is told with the step at both of its ends, and a taper.",
    )  # fmt: skip


def tip_to_tip() -> Fact:
    """Tape from tip to tip brings the stiffness of a slit skin back."""
    tape = new_piece("tape", id="tape", width_mm=48.0, y_to_mm=600.0)
    slit = _damage("slit", 150.0, face="both")
    patch = _mend("patch", slit, reach="tip_to_tip")
    found = _states(_wing(), _scheme(tape), [slit], [patch])
    bend = {s: abs(float(a.solved.shape.bend[0, -1])) for s, a in found.items()}
    first = {s: float(a.solved.n[0].min()) for s, a in found.items()}
    return Fact(
        said="Tape over a slit skin, from tip to tip, brings stiffness and strength back",
        case="a plate of extruded board, tape of 48 mm on both faces slit 150 mm out, packing tape over all of it",
        numbers=[(f"{s}", f"bends {bend[s]:.1f} mm, first sign at {first[s]:.1f} G") for s in ("sound", "broken",
                                                                                              "mended")],
        agrees=bend["broken"] > bend["sound"] > bend["mended"] and first["mended"] > first["broken"],
        why="The tape goes on over the slit, and stiffens what is beside it too.",
    )  # fmt: skip


def tube_three_ways() -> Fact:
    """A split tube: bound, sleeved as a broken one is, and new."""
    tube = new_piece("tube", id="tube", material="carbon_roll_wrapped", outer_mm=6.0, inner_mm=4.0, y_to_mm=450.0)
    split = _damage("split", 150.0, piece="tube", long_mm=80.0)
    broken = _damage("broken", 190.0, piece="tube")
    ways = {
        "as it is": (split, ()),
        "bound with thread": (split, [_mend("bind", split, from_mm=130.0, to_mm=250.0)]),
        "cut out and sleeved": (broken, [_mend("splice_stick", broken, way="sleeve_inside", length_mm=60.0)]),
        "new": (split, [_mend("new_stick", split)]),
    }
    sound, share = 0.0, {}
    for name, (damage, mends) in ways.items():
        found = _states(_wing(thick=12.0), _scheme(tube), [damage], mends)
        k = int(np.argmin(np.abs(found["mended"].layout.plan.y - 190.0)))
        sound = float(found["sound"].solved.properties.EIxx[0, k])
        share[name] = float(found["mended"].solved.properties.EIxx[0, k]) / sound
    return Fact(
        said="A tube that has split is bound, sleeved or replaced: binding gives most of it back",
        case="a wrapped tube of 6 / 4 mm in extruded board, split over 80 mm; stiffness at the middle of the split",
        numbers=[(name, f"{100 * s:.0f} % of sound") for name, s in share.items()],
        agrees=share["as it is"] < share["bound with thread"] < share["new"] <= 1 + 1e-9
        and share["cut out and sleeved"] > share["bound with thread"],
        why="Open along its length it flattens; a winding's hoop holds it round. A rod in the bore lies near the "
        "middle, where it adds little but joins all of it.",
    )  # fmt: skip


def glues_on_a_crack() -> Fact:
    """A crack in foam glued dry, wet, foaming and hard."""
    crack = _damage("crack", 150.0, skin_torn=False)
    names = {"contact_foam_safe": "contact glue", "rubber_solvent": "rubbery glue", "polyurethane_foaming": "foaming",
             "ca_foam_safe": "cyanoacrylate, foam-safe", "epoxy_30": "epoxy", "hot_melt_low": "hot melt"}  # fmt: skip
    numbers, worst, best = [], np.inf, 0.0
    for glue, called in names.items():
        if catalogue().glue[glue].holds("epp")[0] in ("attacks", "no hold"):
            continue
        found = _states(_wing("epp30"), _scheme(), [crack], [_mend("glue_break", crack, glue=glue, meets=1.0)])
        k = int(np.argmin(np.abs(found["mended"].layout.plan.y - 150.0)))
        seam = [f.n[0, k] for f in found["mended"].solved.findings if f.mode in ("core_tension", "core_compression")]
        sound = [f.n[0, k] for f in found["sound"].solved.findings if f.mode in ("core_tension", "core_compression")]
        share = float(np.min(seam) / np.min(sound))
        worst, best = min(worst, share), max(best, share)
        numbers.append((called, f"{100 * share:.0f} % of the foam"))
    return Fact(
        said="On a clean break whose faces fit, nearly any glue that takes the foam is as good as the foam",
        case="a plate of bead foam cracked through 150 mm out, all of its faces met",
        numbers=numbers,
        agrees=best <= 1 + 1e-9 and best > 0.999 and worst > 0.3,
        why="What holds more than the foam shows no difference: preparation, fit and torn skin decide.",
    )  # fmt: skip
