"""The stand-in of a kitchen scale: steps, settling, drift, tare and plug; and hostile questions to its address."""

from __future__ import annotations

import json
import random
import threading
import urllib.error
import urllib.request
from collections.abc import Iterator
from http.server import ThreadingHTTPServer
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ops.scale import DRIFT, PANS, STEADY, Pan, Scale, handler


class Clock:
    def __init__(self) -> None:
        self.now = 0.0

    def __call__(self) -> float:
        return self.now


def pan() -> tuple[Pan, Clock]:
    clock = Clock()
    return Pan(clock, random.Random(4)), clock


@given(grams=st.floats(0, 4000))
def test_it_shows_whole_grams_once_it_has_settled(grams: float) -> None:
    it, clock = pan()
    it.lay(grams)
    clock.now += STEADY + 0.5
    told = it.read()
    assert told["steady"]
    assert told["grams"] == round(told["grams"])
    assert abs(told["grams"] - grams) <= 0.85  # half a step, and its flicker


def test_it_settles_drifts_and_is_tared() -> None:
    it, clock = pan()
    it.lay(200.0)
    assert not it.read()["steady"]
    assert it.read()["grams"] < 20
    clock.now += 5
    assert it.read()["grams"] == pytest.approx(200, abs=1)
    clock.now += 60 * 20
    assert it.read()["grams"] == pytest.approx(200 + 20 * DRIFT, abs=1)
    it.tare()
    assert it.read()["grams"] == pytest.approx(0, abs=1)
    it.lay(0.0)
    clock.now += 5
    assert it.read()["grams"] == pytest.approx(-200, abs=1)


def test_unplugged_it_says_so_and_forgets_its_tare() -> None:
    scale = Scale()
    assert scale.answer("POST", "/pans/a/lay", {"grams": 50}) == (200, {})
    scale.answer("POST", "/pans/a/tare", {})
    scale.answer("POST", "/pans/a/plug", {"in": False})
    assert scale.answer("GET", "/pans/a", None)[0] == 503
    assert scale.answer("POST", "/pans/a/tare", {})[0] == 503
    scale.answer("POST", "/pans/a/plug", {"in": True})
    assert scale.answer("GET", "/pans/a", None)[0] == 200
    assert scale.pan("a").zero == 0.0
    # another pan knows nothing of it
    assert scale.answer("GET", "/pans/b", None)[1]["grams"] == pytest.approx(0, abs=1)


def test_only_so_many_pans_are_remembered() -> None:
    scale = Scale()
    for k in range(PANS + 20):
        scale.pan(f"p{k}")
    assert len(scale.pans) == PANS


@pytest.fixture
def address() -> Iterator[str]:
    server = ThreadingHTTPServer(("127.0.0.1", 0), handler(Scale()))
    thread = threading.Thread(target=server.serve_forever, daemon=True)
    thread.start()
    yield f"http://127.0.0.1:{server.server_port}"
    server.shutdown()
    server.server_close()


def ask(url: str, data: bytes | None = None) -> tuple[int, Any]:
    try:
        with urllib.request.urlopen(urllib.request.Request(url, data), timeout=5) as answer:
            return answer.status, json.loads(answer.read())
    except urllib.error.HTTPError as exc:
        return exc.code, json.loads(exc.read())


def test_its_address_answers_and_refuses(address: str) -> None:
    assert ask(f"{address}/pans/shop1/lay", b'{"grams": 54.3}')[0] == 200
    assert ask(f"{address}/pans/shop1")[1]["step_g"] == 1
    for path, data in (
        ("/", None), ("/pans", None), ("/pans/../etc", None), ("/pans/a/b/c", None), ("/pans/a/lay", b"{"),
        ("/pans/a/lay", b'{"grams": true}'), ("/pans/a/lay", b'{"grams": -1}'), ("/pans/a/lay", b'{"grams": 1e9}'),
        ("/pans/a/plug", b'{"in": 1}'), ("/pans/a/lay", b"x" * 5000), ("/pans/" + "a" * 50, None),
        ("/pans/a/lay", b'{"grams": NaN}'),
    ):  # fmt: skip
        assert ask(address + path, data)[0] in (404, 422), path
    assert ask(f"{address}/pans/shop1")[0] == 200
