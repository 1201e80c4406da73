"""Shared by all tests: a plain wing and ways to vary it."""

from __future__ import annotations

import os
from typing import Any

import pytest
from fletcher_core.kinds import KINDS, WISHES
from fletcher_core.model import Airframe, Core, FlatPlate, Flight, NacaAerofoil, Panel, Parts, Scheme, Wing
from hypothesis import HealthCheck, settings
from xdist.scheduler import LoadScopeScheduling

settings.register_profile(
    "fixed", max_examples=30, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("fixed")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")  # Playwright's loop runs beside the tests' database


def make_airframe(
    *,
    half_span: float = 600.0,
    root: float = 200.0,
    tip: float | None = None,
    sweep: float = 0.0,
    code: str = "2412",
    plate: float | None = None,
    foam: str = "epp30",
    promise: float = 900.0,
    rest: float = 600.0,
    n: float = 5.0,
    speed: float = 16.0,
    name: str = "Test wing",
) -> Airframe:
    aerofoil = FlatPlate(thickness_mm=plate) if plate else NacaAerofoil(code=code)
    panel = Panel(span_mm=half_span, root_chord_mm=root, tip_chord_mm=root if tip is None else tip, sweep_mm=sweep)
    return Airframe(
        name=name,
        promise_g=promise,
        rest_g=rest,
        flight=Flight(load_factor=n, speed_m_s=speed),
        parts=Parts(wing=Wing(panels=[panel], aerofoil=aerofoil, core=Core(material=foam))),
    )


def with_wing(airframe: Airframe, wing: Wing) -> Airframe:
    return airframe.model_copy(update={"parts": airframe.parts.model_copy(update={"wing": wing})})


def make_scheme(*pieces: Any) -> Scheme:
    return Scheme(id="scheme", name="Scheme", pieces=list(pieces))


@pytest.fixture
def airframe() -> Airframe:
    return make_airframe()


class _Groups(LoadScopeScheduling):
    """Side by side, each test goes where there is room; those that share a running house stay together."""

    def _split_scope(self, nodeid: str) -> str:
        return nodeid.partition("::")[0] if nodeid.startswith("tests/faults/") else nodeid


@pytest.hookimpl(optionalhook=True)
def pytest_xdist_make_scheduler(config: pytest.Config, log: Any) -> _Groups:
    return _Groups(config, log)


#: what can be asked for in a part that is filled
SOLID_WISHES = [w for w in WISHES if w not in KINDS or not (KINDS[w].only_hollow or KINDS[w].only_on)]
