"""A client that signs in as a person would: with a token, by session."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from django.http import HttpResponse
from django.test import Client
from fletcher_core.kinds.skin import Skin
from fletcher_core.kinds.tube import Tube
from fletcher_core.model import AirframeFile

from tests.conftest import make_airframe, make_scheme

ROOT = Path(__file__).parents[2]


class Person:
    """Somebody at a browser, with CSRF checked."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.token = self.get("/api/session").json()["csrf"]

    def get(self, path: str, **query: Any) -> HttpResponse:
        return self.client.get(path, query)

    def send(
        self, method: str, path: str, body: Any = None, raw: bytes | None = None, about: str | None = None
    ) -> HttpResponse:
        data = raw if raw is not None else json.dumps(body).encode()
        headers = {"x-csrftoken": self.token} | ({} if about is None else {"x-airframe": about})
        answer = self.client.generic(method, path, data, content_type="application/json", headers=headers)
        return answer

    def post(self, path: str, body: Any = None, **more: Any) -> HttpResponse:
        return self.send("POST", path, body, **more)

    def put(self, path: str, body: Any) -> HttpResponse:
        return self.send("PUT", path, body)

    def delete(self, path: str) -> HttpResponse:
        return self.send("DELETE", path)

    def enter(self, answer: HttpResponse) -> Person:
        assert answer.status_code == 200, answer.content
        self.token = answer.json()["csrf"]
        return self


def sign_up(name: str) -> Person:
    person = Person()
    body = {"name": name, "password": "saltmarsh-41-plover", "workshop": f"{name}'s bench"}
    return person.enter(person.post("/api/session/new", body))


@pytest.fixture(autouse=True)
def _no_throttle_left_over(request: pytest.FixtureRequest) -> None:
    from django.core.cache import caches

    if "db" in request.fixturenames or request.node.get_closest_marker("django_db"):
        request.getfixturevalue("db")
        caches["counts"].clear()


@pytest.fixture(autouse=True)
def _turns_of_its_own(settings: Any, tmp_path: Path) -> None:
    """Tests beside this one, in another process, take no turn of its server's."""
    settings.DATA = tmp_path


@pytest.fixture(scope="session")
def django_db_modify_db_settings(django_db_modify_db_settings: None) -> None:
    """A test keeps its transaction while a search goes on: on a slow machine longer than a person's may wait."""
    from django.db import connection

    options = connection.settings_dict["OPTIONS"]
    connection.settings_dict["OPTIONS"] = {**options, "options": "-c statement_timeout=60000 -c lock_timeout=8000"}


@pytest.fixture(autouse=True)
def _a_slow_machine_may_take_its_time(monkeypatch: pytest.MonkeyPatch) -> None:
    from fletcher_site.deadline import clock

    monkeypatch.setattr(clock, "limit", 150.0)


@pytest.fixture(scope="session")
def _template_rows(django_db_setup: None, django_db_blocker: Any) -> str:
    """The demo's rows as ./fletcher up makes them: working it out takes longer than a request may."""
    from django.core import serializers
    from django.db import transaction
    from fletcher_site.workshop import demo, models

    kept = (models.OwnMaterial, models.StockItem, models.BondTest, models.Airframe, models.Scheme, models.Revision)
    beside = (models.WeighIn, models.Repair, models.LifeEntry)
    with django_db_blocker.unblock(), transaction.atomic():
        demo.load()
        rows = [row for model in (models.Workshop, *kept, *beside) for row in model._base_manager.all()]
        found: str = serializers.serialize("json", rows)
        transaction.set_rollback(True)
    return found


@pytest.fixture
def template(db: None, _template_rows: str) -> None:
    """A demo that visitors can have."""
    from django.core import serializers

    for row in serializers.deserialize("json", _template_rows):
        row.save()


@pytest.fixture(autouse=True)
def _quick_passwords(settings: Any) -> None:
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def ann(db: None) -> Person:
    return sign_up("ann")


@pytest.fixture
def bob(db: None) -> Person:
    return sign_up("bob")


@pytest.fixture
def whole() -> dict[str, Any]:
    """A whole aircraft of the demo, with body, tails, gear and mounts; what is kept beside its document is left out."""
    found: dict[str, Any] = json.loads((ROOT / "demo" / "sanderling.json").read_text(encoding="utf-8"))
    return {**found, "repairs": [], "life": []}


@pytest.fixture
def file() -> dict[str, Any]:
    pieces = (Tube(id="tube", outer_mm=6, inner_mm=4, y_to_mm=400), Skin(id="film", y_to_mm=600))
    made = AirframeFile(airframe=make_airframe(name="Knot"), schemes=[make_scheme(*pieces)])
    return made.model_dump(mode="json")
