"""Forty strangers at one door at once, beside somebody at work."""

from __future__ import annotations

import http.client
import json
import threading
from collections import Counter
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

from .house import House, Visitor

#: at once: more than twice the threads of the server
_AT_ONCE = 40


@pytest.fixture(scope="module")
def flooded(ground: Path, house_at: Callable[..., House]) -> House:
    house = house_at(ground / "floods")
    house.command("up", FLETCHER_RATE_SIGN_IN="10000/m")
    return house


def flood(visitor: Visitor, path: str, body: Callable[[int], Any]) -> Counter[int]:
    """How many strangers get each status, all asking at one moment."""
    told: list[int] = []
    ready = threading.Barrier(_AT_ONCE)

    def ask(k: int) -> None:
        connection = http.client.HTTPConnection("127.0.0.1", visitor.house.port, timeout=120)
        headers = {
            "Cookie": f"csrftoken={visitor.cookies['csrftoken']}", "X-CSRFToken": visitor.token,
            "Content-Type": "application/json",
        }  # fmt: skip
        ready.wait()
        connection.request("POST", path, json.dumps(body(k)), headers)
        answer = connection.getresponse()
        answer.read()
        if answer.status == 429:
            assert int(answer.headers["Retry-After"]) > 0
        told.append(answer.status)

    threads = [threading.Thread(target=ask, args=(k,)) for k in range(_AT_ONCE)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return Counter(told)


@pytest.mark.parametrize(
    ("path", "body", "most"),
    [
        # ten wrong passwords lock an address out: no more are ever looked at
        ("/api/session", lambda k: {"name": f"nobody{k}", "password": "wrong-41-wrong"}, 10),
        ("/api/session/new", lambda k: {"name": f"n{k}", "password": "saltmarsh-41-plover", "workshop": "w"}, 20),
        # without cookies of one's own each is a new visitor
        ("/api/session/demo", lambda k: {}, 40),
    ],
)  # fmt: skip
def test_a_flood_is_turned_away_and_who_works_goes_on(flooded: House, path: str, body: Any, most: int) -> None:
    visitor = Visitor(flooded)
    statuses: list[int] = []
    over = threading.Event()

    def work() -> None:
        while not over.is_set():
            statuses.append(visitor.ask("GET", "/api/airframes")[0])

    worker = threading.Thread(target=work)
    worker.start()
    told = flood(visitor, path, body)
    over.set()
    worker.join()
    assert sum(told.values()) == _AT_ONCE
    assert set(told) <= {200, 422, 429}, told
    assert told[200] + told[422] <= most, told
    assert told[429] >= max(_AT_ONCE - most, 1)
    assert statuses
    assert set(statuses) == {200}
    assert visitor.ask("GET", "/api/airframes")[0] == 200
    assert "does not answer" not in flooded.told()
