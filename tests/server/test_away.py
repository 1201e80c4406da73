"""The database away, a full disk, and what the log then says."""

from __future__ import annotations

import io
import json
import logging
from typing import Any

import pytest
import structlog
from django.db import DatabaseError, OperationalError
from django.test import RequestFactory
from fletcher_site import faults, logs
from psycopg import errors

from .conftest import Person

PATHS = ("/api/session", "/api/airframes", "/api/shelf", "/api/removed", "/api/catalogue")


@pytest.mark.django_db
@pytest.mark.parametrize("path", PATHS)
def test_without_its_database_every_path_says_so_in_json(
    ann: Person, path: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    def away(*_: Any, **__: Any) -> Any:
        raise OperationalError("could not connect: password=hush statement=SELECT secret")

    monkeypatch.setattr("django.db.backends.utils.CursorWrapper.execute", away)
    ann.client.raise_request_exception = False
    answer = ann.get(path)
    assert answer.status_code == 503
    assert answer.headers["Retry-After"] == "3"
    assert "away for a moment" in answer.json()["message"]
    assert answer.json()["id"]
    assert "hush" not in answer.content.decode()


@pytest.mark.django_db
def test_ready_asks_the_database_and_health_does_not(ann: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    assert ann.client.get("/ready").json() == {"ready": True}

    def away(*_: Any, **__: Any) -> Any:
        raise OperationalError("gone")

    monkeypatch.setattr("django.db.backends.utils.CursorWrapper.execute", away)
    assert ann.client.get("/health").json() == {"running": True}
    assert ann.client.get("/ready").status_code == 503


@pytest.mark.parametrize(
    ("cause", "status", "words"),
    [
        (errors.DiskFull("no space"), 503, "no room left"),
        (errors.QueryCanceled("too slow"), 503, "took too long"),
        (errors.AdminShutdown("bye"), 503, "away for a moment"),
        (errors.ConnectionTimeout("?"), 503, "away for a moment"),
        (errors.DataError("“somebody's words” cannot be kept"), 500, "Something broke here"),
    ],
)
def test_faults_are_told_by_their_kind(cause: Exception, status: int, words: str) -> None:
    try:
        try:
            raise cause
        except Exception as exc:
            kind = OperationalError if isinstance(exc, errors.OperationalError) else DatabaseError
            raise kind("statement and values") from exc
    except DatabaseError as exc:
        answer = faults.answer(RequestFactory().get("/api/x"), exc)
    assert answer.status_code == status
    assert words in json.loads(answer.content)["message"]


def test_a_full_disk_of_the_server_itself_is_told_as_that() -> None:
    answer = faults.answer(RequestFactory().get("/api/x"), OSError(28, "No space left on device"))
    assert answer.status_code == 503
    assert "no room left" in json.loads(answer.content)["message"]


@pytest.fixture
def log(monkeypatch: pytest.MonkeyPatch) -> io.StringIO:
    """The log as it is written, a JSON object a line."""
    monkeypatch.setenv("FLETCHER_LOG", "json")
    written = io.StringIO()
    made = logs.configuration()["formatters"]["line"]
    handler = logging.StreamHandler(written)
    handler.setFormatter(made.pop("()")(**made))
    root = logging.getLogger()
    before = root.handlers[:]
    root.handlers = [handler]
    yield written
    root.handlers = before
    structlog.contextvars.clear_contextvars()


def lines(log: io.StringIO) -> list[dict[str, Any]]:
    return [json.loads(line) for line in log.getvalue().splitlines()]


@pytest.mark.django_db
def test_one_line_a_request_and_none_of_its_content(ann: Person, file: dict[str, Any], log: io.StringIO) -> None:
    file["airframe"]["notes"] = "our secret plan"
    made = ann.post("/api/airframes", file).json()["id"]
    ann.get("/api/measure", text="hush 3 mm", kind="length")
    ann.post("/api/session", {"name": "ann", "password": "my own password"})
    told = lines(log)
    assert [(t["request"], t["status"]) for t in told] == [
        ("POST /api/airframes", 201), ("GET /api/measure", 422), ("POST /api/session", 422)
    ]  # fmt: skip
    shop = ann.get(f"/api/airframes/{made}") and ann.get("/api/session").json()["workshop"]["id"]
    assert told[0]["workshop"] == shop
    assert {"timestamp", "request_id", "user", "ms", "ip"} <= set(told[0])
    for secret in ("secret plan", "hush", "my own password", "saltmarsh"):
        assert secret not in log.getvalue()


@pytest.mark.django_db
def test_a_fault_is_logged_by_kind_and_place_without_what_it_says(
    ann: Person, file: dict[str, Any], log: io.StringIO, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken(*_: Any, **__: Any) -> Any:
        raise RuntimeError("Key (name)=(our secret plan) already exists. STATEMENT: INSERT INTO x")

    monkeypatch.setattr("fletcher_site.workshop.storage.create", broken)
    answer = ann.post("/api/airframes", file)
    assert answer.status_code == 500
    told = lines(log)
    fault = next(t for t in told if "fault" in t)
    assert fault["fault"].startswith("RuntimeError: test_away.py:")
    assert fault["request_id"] == answer.json()["id"]
    assert "secret plan" not in log.getvalue()
    assert "INSERT" not in log.getvalue()


def test_words_of_others_make_no_new_lines(log: io.StringIO, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.delenv("FLETCHER_LOG")
    made = logs.configuration()["formatters"]["line"]
    logging.getLogger().handlers[0].setFormatter(made.pop("()")(**made))
    structlog.get_logger("x").info("request_finished", request="GET /a\nfaked line")
    assert log.getvalue().count("\n") == 1
