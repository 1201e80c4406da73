"""Several people at once, on real PostgreSQL."""

from __future__ import annotations

import copy
import threading
from typing import Any

import pytest
from django.db import connection
from fletcher_site.workshop.models import Airframe, Revision

from .conftest import sign_up

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
