"""Pressed foam past its plateau stress: against a closed form, and against fibres by brute force."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from fletcher_core.catalogue import catalogue
from fletcher_core.kinds.rod import Rod
from fletcher_core.kinds.tape import TapeStrip
from fletcher_core.verdicts import evaluate
from scipy.optimize import fsolve

from tests.conftest import make_airframe, make_scheme
from tests.core.solving import loaded, solve_for


@pytest.mark.parametrize("foam", ["epp20", "eps25", "xps33", "xps_sheet"])
def test_a_bare_strip_holds_what_plain_plasticity_says(foam: str) -> None:
    """Flat stress of pressed foam, straight line of pulled foam to where it cracks; rectangle (Timoshenko and Gere)."""
    result = solve_for(make_airframe(plate=15.0, foam=foam, n=3.0))
    first, _, sign = result.break_at(0)
    held, _, end = result.holds_to(0)
    entry, h = catalogue().foam[foam], 15.0
    c, t = entry.compression_10pct.typical, entry.tension.typical
    assert (sign.mode, end.mode) == ("core_compression", "core_tension")
    pulled = 2 * t * c * h / (t + c) ** 2
    pressed = pulled * c / t
    flat = h - pulled - pressed
    moment = t * pulled**2 / 3 + c * pressed**2 / 3 + c * flat * (pressed + flat / 2)
    assert held / first == pytest.approx(moment / (c * h**2 / 6), rel=0.01)


def _by_fibres(result: Any, wing: Any, k: int) -> float:
    """Factor at which the first limit is reached at a station, all its foam in cells, its sticks and tape as lines.

    Only what is known by name: plane strain, what each fibre stands, and three sums for balance.
    """
    outline, v = wing.layout.outline, wing.values
    x = np.linspace(0.001, 0.999, 400) * outline.chord[k]
    upper, lower = (np.interp(x, outline.x[k], f[k]) for f in (outline.upper, outline.lower))
    s = (np.arange(200) + 0.5) / 200
    z = lower + s[:, None] * (upper - lower)
    area = np.broadcast_to((upper - lower) / 200 * (x[1] - x[0]), z.shape)
    E, plateau, tears = (float(v[f"core.{n}"][0]) for n in ("E", "compression_10pct", "tension"))
    members, m = wing.layout.section.members, wing.materials
    sticks = [
        (members.x[p, k], members.z[p, k], members.area[p, k], members.area_out[p, k], members.ixx[p, k],
         float(m.member_E[0, p]), float(m.gamma[0, p]))
        for p in range(members.count)
    ]  # fmt: skip
    tapes = []
    for p in range(len(wing.layout.sheet_rows)):
        g = wing.sums.sheet
        tapes.append((g.x[p, k] / g.length[p, k], g.z[p, k] / g.length[p, k], g.length[p, k], float(m.sheet_Et[0, p])))
    M, Mz = float(wing.forces.moment[0, k]), float(wing.forces.moment_z[0, k])

    def forces(e0: float, kz: float, kx: float) -> tuple[float, float, float]:
        strain = e0 - kz * z - kx * x
        stress = np.maximum(E * strain, -plateau)
        found = np.array([(stress * area).sum(), -(stress * area * z).sum(), -(stress * area * x).sum()])
        for px, pz, a, out, i, Em, gamma in sticks:
            at = e0 - kz * pz - kx * px
            force = Em * gamma * at * a - max(E * at, -plateau) * out
            found += [force, -force * pz + Em * i * kz, -force * px + Em * i * kx]
        for px, pz, length, Et in tapes:
            force = Et * (e0 - kz * pz - kx * px) * length
            found += [force, -force * pz, -force * px]
        return tuple(found)  # type: ignore[return-value]

    def unbalanced(unknown: Any, n: float) -> list[float]:
        e0, kz, kx = unknown * 1e-4
        N, about_x, about_z = forces(e0, kz, kx)
        return [N, about_x / 10 - n * M / 10, about_z / 100 - n * Mz / 100]

    p = wing.properties
    kz, kx = (float(c[0, k]) for c in wing.curvature)
    n = 0.8 * float(result.n[0].min())
    start = np.array([n * (kz * p.z0[0, k] + kx * p.x0[0, k]), n * kz, n * kx]) * 1e4
    step = 0.02 * n
    while n < 100:
        start, _, good, _ = fsolve(unbalanced, start, args=(n,), full_output=True)
        e0, kz, kx = start * 1e-4
        most = max(float((e0 - kz * f - kx * x).max()) for f in (upper, lower))
        if good != 1 or E * most >= tears:
            return n
        n += step
    return n


@pytest.mark.parametrize(
    "pieces",
    [
        (),
        (Rod(id="r", material="hdpe_sheet", diameter_mm=6.0, y_to_mm=600.0, chord_from=0.3, chord_to=0.3),),
    ],
    ids=["bare", "with a soft rod"],
)
def test_a_cambered_section_goes_on_as_far_as_its_fibres(pieces: tuple[Any, ...]) -> None:
    body = make_airframe(foam="eps25", code="4412", n=3.0)
    wing = loaded(body, *pieces)
    result = solve_for(body, *pieces)
    _, _, sign = result.break_at(0)
    held, k, end = result.holds_to(0)
    assert (sign.mode, end.mode) == ("core_compression", "core_tension")
    assert held == pytest.approx(_by_fibres(result, wing, k), rel=0.03)


def test_the_words_say_whether_a_crease_is_a_warning() -> None:
    body = make_airframe(plate=15.0, foam="xps33", n=3.0)
    bare = evaluate(body, make_scheme(), spread=False)
    assert bare.breaks.mode == "core_compression"
    assert not bare.breaks.seen_coming
    assert bare.breaks.seen == "It creases a little before it snaps: do not count on the warning."
    tape = TapeStrip(id="t", material="filament_tape_heavy", surface="bottom", width_mm=48, y_to_mm=600)
    taped = evaluate(body, make_scheme(tape), spread=False)
    assert taped.breaks.mode == "core_compression"
    assert taped.breaks.seen_coming
    assert "springs back" in taped.breaks.seen
    assert taped.holds.n.value > bare.holds.n.value


def test_what_is_held_moves_without_jumps_as_a_tape_gets_wider() -> None:
    held = []
    for width in np.linspace(10, 100, 10):
        tape = TapeStrip(id="t", material="filament_tape_heavy", surface="bottom", width_mm=width, y_to_mm=600)
        held.append(solve_for(make_airframe(plate=15.0, foam="xps33", n=3.0), tape).holds_to(0)[0])
    assert np.all(np.diff(held) > -0.02 * np.array(held[:-1]))
    assert np.all(np.diff(held) < 0.25 * np.array(held[:-1]))
