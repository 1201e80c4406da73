"""Sound, broken and mended against sums by hand, brute force, and what must hold of any mend."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from fletcher_core.bonds.splice import SpliceQuestion, spliced
from fletcher_core.catalogue import catalogue
from fletcher_core.damages import DAMAGE_KINDS, Room, damage_kind, wounds
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.kinds.tube import Tube
from fletcher_core.mends import MEND_KINDS
from fletcher_core.mends.bind import flattening, hoop_moment
from fletcher_core.repairs.judge import edge_steps
from fletcher_core.repairs.states import hurt
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.conftest import make_airframe, make_scheme
from tests.core.repairs.made import aircraft, at, damage, first, judged, mend, part, place, repair, states

#: a flat plate of foam, so that sums by hand are short
PLATE = make_airframe(plate=20.0)
BARE = make_scheme()
RODS = make_scheme(
    Rod(id="top", diameter_mm=2, level="top", inset_mm=1, y_to_mm=590),
    Rod(id="bottom", diameter_mm=2, level="bottom", inset_mm=1, y_to_mm=590),
)
TUBE = make_scheme(Tube(id="tube", outer_mm=6, inner_mm=4, material="carbon_roll_wrapped", y_to_mm=450))
FILM = make_scheme(Skin(id="film", y_to_mm=600))
#: glue that holds more than this foam, so that the foam is what gives
STRONG = "epoxy_30"


def test_a_glued_crack_whose_faces_all_meet_is_as_strong_as_foam() -> None:
    crack = damage("crack", skin_torn=False)
    found = states(PLATE, BARE, [crack], [mend("glue_break", crack, glue=STRONG, meets=1.0)])
    assert first(found["mended"]) == pytest.approx(first(found["sound"]), rel=1e-9)
    assert found["mended"].solved.shape.bend[0, -1] == pytest.approx(found["sound"].solved.shape.bend[0, -1], rel=1e-7)
    assert first(found["broken"]) < 0.02 * first(found["sound"])


def test_a_seam_holds_its_share_of_the_foam() -> None:
    """Stress at the seam by hand: M c / I of a plate, times nothing but the share that meets."""
    crack = damage("crack", 100.0, skin_torn=False)
    found = states(PLATE, BARE, [crack], [mend("glue_break", crack, glue=STRONG, meets=0.5)])["mended"]
    k = int(np.argmin(np.abs(found.layout.plan.y - 100.0)))
    chord = float(found.layout.outline.chord[k])
    moment = float(found.solved.forces.moment[0, k])
    stress = moment * 10.0 / (chord * 20.0**3 / 12)
    foam = catalogue().foam["epp30"].tension.typical
    seam = min(float(f.n[0, k]) for f in found.solved.findings if f.mode == "core_tension" and f.piece is not None)
    assert seam == pytest.approx(0.5 * foam / stress, rel=0.03)


def test_nothing_hurt_is_sound_to_the_last_digit() -> None:
    nothing = [
        damage("crack", through="deep", deep_mm=0.0), damage("slit", x_from=0.3, x_to=0.3),
        damage("split", piece="tube", long_mm=0.0), damage("torn_out", piece="tube", long_mm=0.0),
        damage("crushed", strain=0.0), damage("missing", long_mm=0.0), damage("wrinkle", deep_mm=0.0),
        damage("joint_sprung", 0.0, share=0.0), damage("hinge_torn"), damage("set"), damage("gear", on="wing"),
    ]  # fmt: skip
    assert all(wounds(d, room=Room(200.0)) == [] for d in nothing)
    found = states(PLATE, TUBE, nothing)
    for name in ("broken", "mended"):
        a, b = found["sound"].solved, found[name].solved  # type: ignore[index]
        np.testing.assert_allclose(a.n, b.n, rtol=1e-9)
        np.testing.assert_allclose(a.shape.bend, b.shape.bend, rtol=1e-9)
    # and beside what is hurt, the sound state is the scheme alone: only stations were added
    crack = damage("crack")
    alone = states(PLATE, TUBE, [])["sound"]
    assert first(states(PLATE, TUBE, [crack])["sound"]) == pytest.approx(first(alone), rel=1e-3)


def test_a_broken_rod_leaves_what_the_rest_is_by_hand() -> None:
    """At the break EI is that of the plate and one rod about their common axis (parallel axes)."""
    found = states(PLATE, RODS, [damage("broken", piece="top")])["broken"]
    k = int(np.argmin(np.abs(found.layout.plan.y - 200.0)))
    foam, rod = catalogue().foam["epp30"].E.typical, catalogue().stock["carbon_pultruded"].E.typical
    chord = float(found.layout.outline.chord[k])
    area, z = math.pi, -8.0  # 1 mm left over a rod of 2 mm in a plate of 20 mm
    EA = foam * (chord * 20 - area) + rod * area
    z0 = (rod - foam) * area * z / EA
    own = foam * chord * 20**3 / 12 + (rod - foam) * (math.pi / 64 * 2**4 + area * z**2)
    gamma = float(found.solved.materials.gamma[0, [r.piece for r in found.layout.member_rows].index(1)])
    assert gamma > 0.97
    assert float(found.solved.properties.EIxx[0, k]) == pytest.approx(own - EA * z0**2, rel=0.04)
    # beside it the whole couple is there
    beside = int(np.argmin(np.abs(found.layout.plan.y - 260.0)))
    assert found.solved.properties.EIxx[0, beside] > 5 * found.solved.properties.EIxx[0, k]


def test_a_stick_in_two_has_two_new_ends_that_may_let_go() -> None:
    sound, broken = (states(PLATE, RODS, [damage("broken", piece="top")])[s] for s in ("sound", "broken"))  # type: ignore[index]
    ends = [f for f in broken.solved.findings if f.mode == "end_slip" and f.piece == 0]
    assert any(np.isfinite(f.n[0][np.abs(broken.layout.plan.y - 99.75) < 0.01]).any() for f in ends)
    assert not any(
        np.isfinite(f.n[0][np.abs(sound.layout.plan.y - 99.75) < 0.01]).any()
        for f in sound.solved.findings if f.mode == "end_slip"
    )  # fmt: skip


def test_foam_and_stick_broken_near_each_other_are_broken_at_one_place() -> None:
    """A crack beside a break of the stick: neither carries the other's load across so short a way."""
    apart = [first(states(PLATE, TUBE, [damage("crack", 200.0), damage("broken", 200.0 + by, piece="tube")])["broken"])
             for by in (0.0, 5.0, 20.0)]  # fmt: skip
    sound = first(states(PLATE, TUBE, [])["sound"])
    assert max(apart) < 0.02 * sound
    far = states(PLATE, TUBE, [damage("crack", 200.0), damage("broken", 350.0, piece="tube")])["broken"]
    assert first(far) > 10 * max(apart)


def test_two_splints_over_a_crack_carry_it_alone_by_hand() -> None:
    """An open crack with strips over it: the moment is a couple of both strips (strain M / (E A h))."""
    crack = damage("crack", skin_torn=False)
    splint = mend("splint", crack, wide_mm=6.0, thick_mm=1.0, ends="blunt", overlap_mm=150.0, glue=STRONG)
    found = states(PLATE, BARE, [crack], [splint])["mended"]
    k = int(np.argmin(np.abs(found.layout.plan.y - 200.0)))
    E = catalogue().stock["carbon_pultruded"].E.typical
    couple = 2 * E * 6.0 * 9.5**2 + 2 * E * 6.0 / 12
    gamma = float(found.solved.materials.gamma[0].min())
    assert float(found.solved.properties.EIxx[0, k]) == pytest.approx(couple * gamma, rel=0.03)
    torn = min(float(f.n[0, k]) for f in found.solved.findings if f.mode == "member_tension")
    strength = catalogue().stock["carbon_pultruded"].tension.typical
    stress = float(found.solved.forces.moment[0, k]) * 10.0 * E / (couple * gamma)
    assert torn == pytest.approx(strength / stress, rel=0.08)


def test_a_break_at_a_hard_edge_moves_to_the_splints_end() -> None:
    """Rods that stop half way: there it broke, and a splint over that place moves the next break to its own end."""
    short = make_scheme(*(rod.model_copy(update={"y_to_mm": 150.0, "diameter_mm": 3.0}) for rod in RODS.pieces))
    crack = damage("crack", 151.0, skin_torn=False)
    glued = mend("glue_break", crack, glue=STRONG, meets=1.0)
    splint = mend("splint", crack, wide_mm=6.0, thick_mm=1.0, ends="blunt", overlap_mm=100.0, chord=0.45)
    found = states(PLATE, short, [crack], [glued, splint])
    places = {}
    for state in ("sound", "mended"):
        a = found[state]  # type: ignore[index]
        foam = [f for f in a.solved.findings if f.mode in ("core_tension", "core_compression")]
        n = np.min([f.n[0] for f in foam], axis=0)
        places[state] = float(a.layout.plan.y[int(np.argmin(n))])
    assert places["sound"] == pytest.approx(150.0, abs=1.0)
    assert places["mended"] == pytest.approx(251.0, abs=1.0)
    assert at(found["mended"], 151.0) > at(found["broken"], 151.0)
    steps = edge_steps(
        found["mended"], hurt([crack], [glued, splint], place(PLATE, short)), {"m-splint": splint}, "metric"
    )
    assert steps[0].hard
    assert steps[0].times > 2
    assert "Taper it over 40 mm" in steps[0].says


def test_stepped_ends_are_softer() -> None:
    crack = damage("crack", skin_torn=False)
    found = {}
    for ends in ("blunt", "stepped"):
        splint = mend("splint", crack, wide_mm=6.0, thick_mm=1.0, ends=ends)
        a = states(PLATE, BARE, [crack], [splint])["mended"]
        laid = hurt([crack], [splint], place(PLATE, BARE))
        found[ends] = max(s.times for s in edge_steps(a, laid, {"m-splint": splint}, "metric"))
    assert found["stepped"] < 0.7 * found["blunt"]


def test_tape_from_tip_to_tip_brings_stiffness_back() -> None:
    taped = make_scheme(TapeStrip(id="tape", width_mm=48, y_to_mm=600))
    slit = damage("slit", face="both")
    patch = mend("patch", slit, material="packing_tape", reach="tip_to_tip")
    found = states(PLATE, taped, [slit], [patch])
    bend = {s: float(found[s].solved.shape.bend[0, -1]) for s in ("sound", "broken", "mended")}  # type: ignore[index]
    assert bend["sound"] < bend["broken"]
    assert bend["mended"] < bend["sound"]
    assert first(found["broken"]) < first(found["mended"])


def test_a_tube_bound_spliced_and_new_three_figures() -> None:
    split = damage("split", 150.0, piece="tube", long_mm=80.0)
    bound = states(PLATE, TUBE, [split], [mend("bind", split, from_mm=130, to_mm=250)])
    new = states(PLATE, TUBE, [split], [mend("new_stick", split)])
    left, back, whole = at(bound["broken"], 190, 30), at(bound["mended"], 190, 30), at(new["mended"], 190, 30)
    assert left < back < whole
    assert whole == pytest.approx(at(bound["sound"], 190, 30), rel=1e-9)
    # the tube alone keeps the catalogue's share of its EI there
    share = catalogue().mending["bound"].factor.typical
    k = int(np.argmin(np.abs(bound["mended"].layout.plan.y - 190.0)))
    EI = {s: float(bound[s].solved.properties.EIxx[0, k]) for s in ("sound", "broken", "mended")}  # type: ignore[index]
    foam = EI["sound"] - (EI["sound"] - EI["broken"]) / (1 - catalogue().mending["split_left"].factor.typical)
    assert (EI["mended"] - foam) / (EI["sound"] - foam) == pytest.approx(share, rel=1e-6)


def test_what_flattens_a_bent_tube_against_a_sum_over_its_wall() -> None:
    E, outer, inner, moment = 100_000.0, 8.0, 6.0, 2000.0
    inertia = math.pi / 64 * (outer**4 - inner**4)
    # each half is pressed on the other by stress times curvature, summed over a fine grid of its area
    step = 0.01
    x, y = np.meshgrid(np.arange(-4, 4, step) + step / 2, np.arange(0, 4, step) + step / 2)
    wall = (np.hypot(x, y) < 4) & (np.hypot(x, y) > 3)
    force = float((moment * y / inertia)[wall].sum() * step**2) * moment / (E * inertia)
    assert flattening(moment, E, outer, inner) == pytest.approx(force, rel=2e-3)
    hoop = 20.0
    assert flattening(hoop_moment(E, outer, inner, hoop), E, outer, inner) == pytest.approx(2 * hoop, rel=1e-9)


def test_a_splice_against_the_equation_of_its_lap() -> None:
    """Volkersen's differential equation by finite differences, both parts alike."""
    q = SpliceQuestion(form="strip", material="carbon_pultruded", depth_mm=1.0, width_mm=6.0, glue=STRONG)
    length, glue, stock = 25.0, catalogue().glue[STRONG], catalogue().stock["carbon_pultruded"]
    EA, k = stock.E.typical * 6.0, glue.G.typical * 6.0 / glue.bond
    count = 4000
    h = length / count
    # slip u: u'' = k (1/EA + 1/EA) u, with the whole force in the one at one end and in the other at the other
    main = np.full(count + 1, -2 - k * 2 / EA * h**2)
    a = np.diag(main) + np.diag(np.ones(count), 1) + np.diag(np.ones(count), -1)
    b = np.zeros(count + 1)
    a[0, 1] = a[-1, -2] = 2.0
    b[0] = 2 * h * (-1 / EA)
    b[-1] = -2 * h * (1 / EA)
    slip = np.linalg.solve(a, b)
    shear = k * slip / 6.0
    peak = abs(shear).max() / (1.0 / (6.0 * length))
    from fletcher_core.bonds.lap import coupon_peak, lap_peak

    assert float(lap_peak(np.array(EA), np.array(EA), np.array(k), np.array(length))) == pytest.approx(peak, rel=0.01)
    force = min(stock.tension.typical, stock.compression.typical) * 6.0
    over = max(peak / coupon_peak(glue.G.typical, glue.bond), 1.0)
    carried = glue.lap_on_hard.typical * 6.0 * length / over / force
    assert spliced(q, "lap", length).share.typical == pytest.approx(min(carried, 1.0), rel=0.02)


SANDERLING, PLOVER, DUNLIN = (aircraft(n) for n in ("sanderling", "plover", "dunlin"))


def _all_mends() -> list[tuple[str, str]]:
    return [(d, m) for m, kind in MEND_KINDS.items() for d in sorted(kind.treats)]


@pytest.mark.parametrize(("hit", "kind"), _all_mends())
def test_no_mend_leaves_the_broken_part_weaker(hit: str, kind: str) -> None:
    """What a mend lays in may be the first to give a sign; when it has let go, there is what was there before."""
    # a cord alone over an open crack draws the load to the nose, and with it torque into the box of a folded wing
    alone = (kind, hit) == ("cord_round", "crack")
    for file in (SANDERLING,) if alone else (SANDERLING, DUNLIN):
        scheme = file.shown("wing")
        there = place(file.airframe, scheme)
        own: dict[str, Any] = {"piece": next(iter(there.sticks))} if damage_kind(damage(hit)).of_stick else {}
        hurt_there = damage(hit, on="wing", **own)
        for one in list(MEND_KINDS[kind].tries(hurt_there, there))[:1]:
            named = one.model_copy(update={"id": "m1"})
            if list(MEND_KINDS[kind].problems(named, hurt_there, there)):
                continue
            told = part(judged(file, repair([hurt_there], [named]), spread=False))
            # a softer wing that is swept back sheds a trace of its lift as it bends
            assert told.mended.holds.value >= told.broken.holds.value * (1 - 1e-4), one
            if told.broken.bend_mm is not None:
                assert told.mended.bend_mm is not None
                assert abs(told.mended.bend_mm.value) <= abs(told.broken.bend_mm.value) * 1.002


@given(st.floats(0.05, 1.0), st.floats(0.05, 1.0))
@settings(max_examples=8)
def test_more_of_the_faces_is_never_weaker(a: float, b: float) -> None:
    crack = damage("crack", skin_torn=False)
    low, high = (
        first(states(PLATE, BARE, [crack], [mend("glue_break", crack, meets=m)], 9)["mended"]) for m in sorted((a, b))
    )
    assert low <= high * (1 + 1e-9)


def test_more_overlap_and_more_layers_are_never_weaker_where_it_broke() -> None:
    crack, split = damage("crack", skin_torn=False), damage("split", 150.0, piece="tube", long_mm=80.0)
    by_overlap = [
        at(states(PLATE, BARE, [crack], [mend("splint", crack, overlap_mm=o, ends="blunt")])["mended"], 200.0)
        for o in (20, 60, 120, 190)
    ]
    assert by_overlap == sorted(by_overlap)
    by_layers = [
        at(states(PLATE, TUBE, [split], [mend("bind", split, from_mm=140, to_mm=240, layers=n)])["mended"], 190, 30)
        for n in (1, 2, 3)
    ]
    assert by_layers == sorted(by_layers)
    by_tape = [at(states(PLATE, BARE, [crack], [mend("patch", crack, layers=n)])["mended"], 200.0) for n in (1, 2, 4)]
    assert by_tape == sorted(by_tape)


def test_at_the_limits_it_is_broken_or_sound() -> None:
    crack = damage("crack", skin_torn=False)
    none = states(PLATE, BARE, [crack], [mend("glue_break", crack, meets=0.0)])
    assert first(none["mended"]) < 0.01 * first(none["sound"])
    pulled = []
    for prepared in ("as_it_is", "prepared"):
        a = states(PLATE, BARE, [crack], [mend("glue_break", crack, prepared=prepared)])["mended"]
        k = int(np.argmin(np.abs(a.layout.plan.y - 200.0)))
        own = [f for f in a.solved.findings if f.mode == "core_tension" and f.piece is not None]
        pulled.append(min(float(f.n[0, k]) for f in own))
    assert pulled[0] == pytest.approx(catalogue().mending["unprepared"].factor.typical * pulled[1], rel=1e-6)
    far = damage("crushed", strain=0.9, deep_mm=20.0, x_from=0.0, x_to=1.0)
    near = damage("crushed", strain=0.1, deep_mm=20.0, x_from=0.0, x_to=1.0)
    assert at(states(PLATE, BARE, [far])["broken"], 220.0) < at(states(PLATE, BARE, [near])["broken"], 220.0)


def test_a_crack_in_every_foam_glued_by_every_family_that_holds() -> None:
    """Dry, wet, foaming, hard: what is weaker than the foam shows, what is stronger does not."""
    for foam in ("epp20", "eps15", "xps33"):
        plate = make_airframe(plate=20.0, foam=foam)
        crack = damage("crack", skin_torn=False)
        sound = first(states(plate, BARE, [crack], (), 9)["sound"])
        for glue, entry in catalogue().glue.items():
            if entry.holds(catalogue().foam[foam].glue_family)[0] in ("attacks", "no hold"):
                assert list(
                    MEND_KINDS["glue_break"].problems(mend("glue_break", crack, glue=glue), crack, place(plate, BARE))
                )
                continue
            n = first(states(plate, BARE, [crack], [mend("glue_break", crack, glue=glue, meets=1.0)], 9)["mended"])
            assert 0.05 * sound < n <= sound * (1 + 1e-9), (foam, glue)


def test_what_is_hurt_lies_on_what_is_there() -> None:
    """Beside a pocket, a notch or a block the crack goes on, and no foam is taken twice."""
    file = PLOVER
    scheme = file.shown("wing")
    for at_mm in (0.0, 5.0, 120.0, 449.0, 450.0):
        found = states(file.airframe, scheme, [damage("crack", at_mm)])
        assert np.all(found["broken"].solved.properties.EIxx > 0)
        assert np.all(found["broken"].solved.properties.EA > 0)


@pytest.mark.parametrize("name", ["sanderling", "dunlin", "plover", "godwit", "turnstone"])
@pytest.mark.parametrize("kind", sorted(DAMAGE_KINDS))
def test_every_damage_can_be_worked_out_on_every_part(name: str, kind: str) -> None:
    file = aircraft(name)
    for on in file.airframe.parts.there():
        scheme = file.shown(on)
        there = place(file.airframe, scheme)
        if on not in DAMAGE_KINDS[kind].on or (DAMAGE_KINDS[kind].of_stick and not there.sticks):
            continue
        own: dict[str, Any] = {}
        spot = 0.4 * file.airframe.part(on).laid_to_mm
        if DAMAGE_KINDS[kind].of_stick:
            own["piece"], piece = next(iter(there.sticks.items()))
            spot = min(max(spot, piece.y_from_mm + 5), piece.y_to_mm - 90)
        found = states(file.airframe, scheme, [damage(kind, spot, on=on, **own)], (), 15)["broken"]
        assert np.all(found.solved.properties.EIxx > 0)
        assert not np.isnan(found.solved.n).any()


def test_states_of_one_part_are_compared_build_by_build() -> None:
    """Sound and mended are of the same builds: what both have in common is no spread of what a mend brings back."""
    crack = damage("crack", 200.0, on="wing")
    told = part(judged(aircraft("turnstone"), repair([crack], [mend("glue_break", crack, glue="ca_foam_safe")])))
    assert told.back.high / told.back.low < 1.1
    assert told.sound.holds.high / told.sound.holds.low > 1.3
