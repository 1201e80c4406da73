"""Throttles that no header passes, quotas in words, pictures one at a time, requests that end."""

from __future__ import annotations

import base64
import io
import threading
import time
from typing import Any

import pytest
from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.test import RequestFactory
from fletcher_core.model import Refused
from fletcher_site import deadline, faults, turns
from fletcher_site import settings as as_set
from fletcher_site.address import address_of
from fletcher_site.api import session
from fletcher_site.workshop import pictures, quota
from fletcher_site.workshop.models import BondTest, Workshop
from PIL import Image, ImageFile

from .conftest import Person, sign_up

BOND = {"one": "epp30", "other": "epp30", "glue": "polyurethane_foaming", "cured_min": 60, "day": "2026-11-01"}


def guess(name: str, password: str, **headers: str) -> int:
    person = Person()
    person.client.defaults.update(headers)
    return person.post("/api/session", {"name": name, "password": password}).status_code


@pytest.mark.django_db
def test_another_header_is_no_other_address(ann: Person) -> None:
    codes = [guess("ann", str(k), HTTP_X_FORWARDED_FOR=f"10.0.0.{k}") for k in range(12)]
    assert codes[0] == 422
    assert codes[-1] == 429
    assert guess("ann", "saltmarsh-41-plover", HTTP_X_FORWARDED_FOR="1.2.3.4") == 429


@pytest.mark.django_db
def test_one_name_from_many_addresses_is_counted_too(ann: Person) -> None:
    codes = [guess("ann", str(k), REMOTE_ADDR=f"10.0.0.{k}") for k in range(12)]
    assert codes[-1] == 429
    assert guess("bea", "x", REMOTE_ADDR="10.9.9.9") == 422
    assert ann.get("/api/airframes").status_code == 200  # who is in stays in


@pytest.mark.django_db
def test_accounts_and_demos_are_counted(template: None) -> None:
    for k in range(20):
        sign_up(f"person{k}")
    more = Person()
    body = {"name": "one-more", "password": "saltmarsh-41-plover", "workshop": "x"}
    answer = more.post("/api/session/new", body)
    assert answer.status_code == 429
    assert int(answer.headers["Retry-After"]) > 0
    more.client.defaults["HTTP_X_FORWARDED_FOR"] = "10.3.3.3"
    assert more.post("/api/session/new", body).status_code == 429
    codes = [Person().post("/api/session/demo").status_code for _ in range(61)]
    assert codes[-1] == 429


def test_an_address_is_what_the_connection_says_unless_proxies_are_ours(settings: Any) -> None:
    request = RequestFactory().get("/", REMOTE_ADDR="192.0.2.1", HTTP_X_FORWARDED_FOR="6.6.6.6, 198.51.100.7")
    assert address_of(request) == "192.0.2.1"
    settings.PROXIES = 1
    assert address_of(request) == "198.51.100.7"
    settings.PROXIES = 2
    assert address_of(request) == "6.6.6.6"
    settings.PROXIES = 3
    assert address_of(request) == "192.0.2.1"


@pytest.mark.django_db
def test_a_workshop_that_is_full_says_so_and_saves_again_with_room(
    ann: Person, file: dict[str, Any], settings: Any
) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    used = Workshop.objects.get().bytes_used
    assert used > 500
    settings.WORKSHOP_BYTES = used + 10
    file["airframe"]["notes"] = "a change"
    full = ann.put(f"/api/airframes/{made}", {"based_on": 1, "file": file})
    assert full.status_code == 422
    assert "no room for more" in full.json()["message"]
    assert ann.get(f"/api/airframes/{made}").json()["version"] == 1
    settings.WORKSHOP_BYTES = used * 10
    assert ann.put(f"/api/airframes/{made}", {"based_on": 1, "file": file}).status_code == 200


@pytest.mark.django_db
def test_what_a_workshop_holds_is_measured_as_it_is_counted(ann: Person, file: dict[str, Any]) -> None:
    ann.post("/api/airframes", file)
    ann.post("/api/glue/tests", BOND)
    ann.post("/api/shelf/label", {"text": "carbon tube 6/4 x 1 m"})
    counted = Workshop.objects.get().bytes_used
    quota.measure()
    assert Workshop.objects.get().bytes_used == pytest.approx(counted, rel=0.2)


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("name", "path", "body"),
    [
        ("AIRFRAMES", "/api/airframes", None),
        ("STOCK", "/api/shelf/label", {"text": "carbon tube 6/4 x 1 m"}),
        ("BONDS", "/api/glue/tests", BOND),
        ("MATERIALS", "/api/materials",
         {"table": "foam", "copied_from": "epp30", "label": "Ours", "reason": "weighed", "figures": {}}),
    ],
)  # fmt: skip
def test_so_many_of_each_and_no_more(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch, name: str, path: str, body: Any
) -> None:
    monkeypatch.setattr(quota, name, 0)
    answer = ann.post(path, body or file)
    assert answer.status_code == 422
    assert "0" in answer.json()["message"]


def picture(width: int, height: int, kind: str) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (width, height), (120, 90, 60)).save(out, kind)
    return out.getvalue()


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_a_picture_of_more_than_25_million_pixels_is_not_opened(kind: str) -> None:
    with pytest.raises(Refused, match="too many pixels"):
        pictures.small_jpeg(picture(5100, 5000, kind))
    small = Image.open(io.BytesIO(pictures.small_jpeg(picture(5000, 4990, kind))))
    assert max(small.size) == pictures.SIDE


def test_a_large_jpeg_is_never_decoded_large(monkeypatch: pytest.MonkeyPatch) -> None:
    seen: list[int] = []
    load = ImageFile.ImageFile.load

    def watched(self: ImageFile.ImageFile) -> Any:
        seen.append(max(self.size))
        return load(self)

    monkeypatch.setattr(ImageFile.ImageFile, "load", watched)
    pictures.small_jpeg(picture(4800, 4800, "JPEG"))
    assert seen
    assert max(seen) <= 2 * pictures.SIDE


def test_pictures_take_turns() -> None:
    inside, most = 0, 0
    lock = threading.Lock()

    def one() -> None:
        nonlocal inside, most
        with pictures.one_at_a_time():
            with lock:
                inside += 1
                most = max(most, inside)
            time.sleep(0.02)
            with lock:
                inside -= 1

    threads = [threading.Thread(target=one) for _ in range(pictures.WAITING + 1)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert most == 1


def test_only_a_few_wait_and_the_rest_is_told_at_once() -> None:
    outcomes: list[str] = []
    started = threading.Barrier(12)

    def one() -> None:
        started.wait()
        try:
            with turns.turn("password", 3, 10.0):
                time.sleep(0.2)
            outcomes.append("done")
        except turns.Busy:
            outcomes.append("busy")

    threads = [threading.Thread(target=one) for _ in range(12)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert outcomes[:8] == ["busy"] * 8
    assert outcomes[8:] == ["done"] * 4


@pytest.mark.django_db
def test_a_sign_in_beyond_those_that_wait_hashes_nothing(ann: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(session, "_WAITING", 0)
    monkeypatch.setattr(session, "authenticate", lambda *a, **k: pytest.fail("a password was hashed"))
    other = Person()
    with turns.turn("password", 0, 1.0):
        answer = other.post("/api/session", {"name": "ann", "password": "x"})
        made = other.post("/api/session/new", {"name": "eve", "password": "saltmarsh-41-plover", "workshop": "x"})
    for told in (answer, made):
        assert told.status_code == 429
        assert "few seconds" in told.json()["message"]
        assert int(told.headers["Retry-After"]) > 0
    assert not User.objects.filter(username="eve").exists()


@pytest.mark.django_db
def test_passwords_are_kept_by_argon2_and_older_ones_made_anew(ann: Person, settings: Any) -> None:
    settings.PASSWORD_HASHERS = as_set.PASSWORD_HASHERS
    assert make_password("saltmarsh-41-plover").startswith("argon2$")
    user = User.objects.get(username="ann")
    user.password = make_password("saltmarsh-41-plover", hasher="pbkdf2_sha256")
    user.save()
    assert guess("ann", "saltmarsh-41-plover") == 200
    user.refresh_from_db()
    assert user.password.startswith("argon2$")


@pytest.mark.django_db
def test_whose_turn_does_not_come_is_told_so_and_nothing_is_kept(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(pictures, "PATIENCE", 0.1)
    test = ann.post("/api/glue/tests", BOND).json()["id"]
    airframe = ann.post("/api/airframes", file).json()["id"]
    dot = base64.b64encode(picture(4, 3, "PNG")).decode()
    asked = {
        f"/api/glue/tests/{test}/picture": {"picture": dot},
        f"/api/airframes/{airframe}/repair-pictures": {"key": "p1", "picture": dot},
    }
    for address, body in asked.items():
        with pictures.one_at_a_time():
            answer = ann.put(address, body)
        assert answer.status_code == 503
        assert "Other pictures" in answer.json()["message"]
        assert answer.headers["Retry-After"]
    assert not BondTest.objects.get().picture
    assert ann.get(f"/api/airframes/{airframe}/repair-pictures/p1").status_code == 404
    for address, body in asked.items():
        assert ann.put(address, body).status_code in (200, 204)


@pytest.mark.django_db
def test_a_picture_counts_in_what_the_workshop_holds(ann: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    test = ann.post("/api/glue/tests", BOND).json()["id"]
    before = Workshop.objects.get().bytes_used
    body = {"picture": base64.b64encode(picture(400, 300, "PNG")).decode()}
    assert ann.put(f"/api/glue/tests/{test}/picture", body).status_code == 200
    assert Workshop.objects.get().bytes_used == before + len(BondTest.objects.get().picture)
    monkeypatch.setattr(quota, "PICTURES", 0)
    assert ann.put(f"/api/glue/tests/{test}/picture", body).status_code == 422


def test_what_took_too_long_is_told_as_that() -> None:
    request = RequestFactory().get("/api/x")
    answer = faults.answer(request, deadline.TookTooLong())
    assert answer.status_code == 503
    assert answer.headers["Retry-After"]
