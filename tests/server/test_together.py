"""Several people at once, on real PostgreSQL."""

from __future__ import annotations

import copy
import threading
import time
from pathlib import Path
from typing import Any

import fletcher_site
import pytest
from django.db import connection
from fletcher_site.workshop import quota
from fletcher_site.workshop.models import Airframe, Revision

from .conftest import Person, sign_up

pytestmark = pytest.mark.django_db(transaction=True)


def test_of_two_saves_at_the_same_moment_one_wins(file: dict[str, Any]) -> None:
    person = sign_up("finn")
    made = person.post("/api/airframes", file).json()["id"]
    codes: list[int] = []
    gate = threading.Barrier(4)

    def save(k: int) -> None:
        mine = copy.deepcopy(file)
        mine["airframe"]["notes"] = f"by thread {k}"
        gate.wait()
        codes.append(person.put(f"/api/airframes/{made}", {"based_on": 1, "file": mine}).status_code)
        connection.close()

    threads = [threading.Thread(target=save, args=(k,)) for k in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(codes) == [200, 409, 409, 409]
    assert Airframe.objects.get().version == 2
    assert Revision.objects.count() == 2


def test_one_name_asked_for_twice_at_once_is_given_once(file: dict[str, Any]) -> None:
    person = sign_up("gale")
    codes: list[int] = []
    gate = threading.Barrier(3)

    def make() -> None:
        gate.wait()
        codes.append(person.post("/api/airframes", file).status_code)
        connection.close()

    threads = [threading.Thread(target=make) for _ in range(3)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(codes) == [201, 422, 422]
    assert Airframe.objects.count() == 1


def _signed_in(body: dict[str, str]) -> Person:
    person = Person()
    return person.enter(person.post("/api/session", body))


def test_saves_and_lines_of_the_log_at_the_same_moment_never_refuse_each_other(
    file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Two who work on one aircraft: one saves its description, the other writes its log and its repairs."""
    spend = quota.spend

    def slowly(*told: Any) -> None:
        time.sleep(0.03)  # between the first row that each holds and the next, as on a busy machine
        spend(*told)

    monkeypatch.setattr(quota, "spend", slowly)
    one = sign_up("hale")
    body = {"name": "hale", "password": "saltmarsh-41-plover"}
    others = [_signed_in(body), _signed_in(body)]
    made = one.post("/api/airframes", file).json()["id"]
    told: list[tuple[str, int, Any]] = []
    rounds = 6
    over = threading.Event()

    def saves() -> None:
        version = 1
        for k in range(rounds):
            mine = copy.deepcopy(file)
            mine["airframe"]["notes"] = f"round {k}"
            answer = one.put(f"/api/airframes/{made}", {"based_on": version, "file": mine})
            told.append(("save", answer.status_code, answer.json()))
            version = answer.json().get("version", version)
        over.set()
        connection.close()

    def writes(person: Person, what: str) -> None:
        k = 0
        while not over.is_set() and k < quota.REPAIRS:
            k += 1
            body = {"id": f"{what}-{k}", "day": "2026-11-20"}
            body |= {"what": "note"} if what == "life" else {"damages": [], "plans": {}}
            answer = person.post(f"/api/airframes/{made}/{what}", body)
            told.append((what, answer.status_code, answer.json()))
        connection.close()

    threads = [threading.Thread(target=saves)]
    threads += [threading.Thread(target=writes, args=pair) for pair in zip(others, ("life", "repairs"), strict=True)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len(told) > 3 * rounds
    assert [t for t in told if t[1] not in (200, 201)] == []
    assert Airframe.objects.get().version == 1 + rounds


def test_only_one_place_holds_rows() -> None:
    """The order of locks lies in `workshop/locks.py`: no other file takes one."""
    site = Path(fletcher_site.__file__).parent
    found = {p.relative_to(site).as_posix() for p in site.rglob("*.py") if "select_for_update" in p.read_text()}
    assert found == {"workshop/locks.py"}
