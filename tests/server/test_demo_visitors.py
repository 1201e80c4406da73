"""Each demo visitor has a workshop of their own, for a day after the last visit."""

from __future__ import annotations

import datetime
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.utils import timezone
from fletcher_site.workshop import demo
from fletcher_site.workshop.models import Airframe, Revision, Workshop

from .conftest import Person

pytestmark = [pytest.mark.django_db, pytest.mark.usefixtures("template")]


def visit() -> Person:
    person = Person()
    return person.enter(person.post("/api/session/demo"))


def airframes(person: Person) -> list[dict[str, Any]]:
    return person.get("/api/airframes").json()["airframes"]


def test_two_visitors_are_apart() -> None:
    one, other = visit(), visit()
    mine, theirs = airframes(one), airframes(other)
    assert (
        [c["name"] for c in mine]
        == [c["name"] for c in theirs]
        == ["Dunlin", "Godwit", "Plover", "Sanderling", "Turnstone"]
    )
    assert not {c["id"] for c in mine} & {c["id"] for c in theirs}
    assert one.delete(f"/api/airframes/{theirs[0]['id']}").status_code == 404
    assert one.delete(f"/api/airframes/{mine[0]['id']}").status_code == 204
    one.put("/api/session/units", {"units": "inch"})
    one.put("/api/shelf/money", {"money": "£"})
    assert len(airframes(other)) == 5
    assert other.get("/api/session").json()["units"] == "metric"
    assert other.get("/api/shelf").json()["money"] == "€"
    assert one.post("/api/demo/reset").status_code == 204
    assert len(airframes(other)) == 5


def test_a_copy_is_whole() -> None:
    visitor = visit()
    template = demo.load()
    shop = Workshop.objects.get(is_demo=True, is_template=False)
    for name in ("materials", "stock", "bonds", "airframes"):
        ours = [r.document for r in getattr(shop, name).order_by("pk")]
        assert ours == [r.document for r in getattr(template, name).order_by("pk")]
        assert ours
    for airframe in shop.airframes.all():
        original = template.airframes.get(name=airframe.name)
        assert [s.document for s in airframe.schemes.all()] == [s.document for s in original.schemes.all()]
        assert airframe.revisions.get().document == original.revisions.get().document
        assert visitor.get(f"/api/airframes/{airframe.pk}").status_code == 200


def test_whoever_has_a_copy_comes_back_to_it() -> None:
    visitor = visit()
    visitor.delete(f"/api/airframes/{airframes(visitor)[0]['id']}")
    visitor.enter(visitor.post("/api/session/demo"))
    assert len(airframes(visitor)) == 4
    assert Workshop.objects.filter(is_template=False).count() == 1


def test_whoever_leaves_comes_back_to_the_same_copy() -> None:
    visitor = visit()
    visitor.delete(f"/api/airframes/{airframes(visitor)[0]['id']}")
    visitor.enter(visitor.delete("/api/session"))
    assert visitor.get("/api/airframes").status_code == 401
    visitor.enter(visitor.post("/api/session/demo"))
    assert len(airframes(visitor)) == 4
    visitor.enter(visitor.delete("/api/session"))
    visitor.client.cookies["demo-visitor"] = "visitor-0000000000:forged:signature"
    visitor.enter(visitor.post("/api/session/demo"))
    assert len(airframes(visitor)) == 5


def test_an_account_is_not_reached_by_that_cookie(ann: Person) -> None:
    signed = visit().client.cookies["demo-visitor"].value
    assert signed.startswith("visitor-")
    ann.enter(ann.delete("/api/session"))
    ann.client.cookies["demo-visitor"] = signed.replace(signed.partition(":")[0], "ann")
    ann.enter(ann.post("/api/session/demo"))
    assert ann.get("/api/session").json()["name"].startswith("visitor-")


def test_putting_it_back_loses_nothing() -> None:
    visitor = visit()
    file = visitor.get(f"/api/airframes/{airframes(visitor)[0]['id']}").json()["file"]
    file["airframe"]["name"] = "Ours"
    assert visitor.post("/api/airframes", file).status_code == 201
    assert visitor.post("/api/demo/reset").status_code == 204
    assert len(airframes(visitor)) == 5
    row = next(r for r in visitor.get("/api/removed").json() if r["name"] == "Ours")
    assert visitor.post(f"/api/removed/airframe/{row['id']}/back").status_code == 200
    assert "Ours" in [c["name"] for c in airframes(visitor)]


def test_a_day_after_the_last_visit_it_is_removed_with_its_visitor() -> None:
    gone, stays = visit(), visit()
    people = get_user_model().objects.filter(username__startswith="visitor-")
    shop = Workshop.objects.get(memberships__user__username=gone.get("/api/session").json()["name"])
    Workshop.objects.filter(pk=shop.pk).update(seen=timezone.now() - demo.KEPT + datetime.timedelta(minutes=30))
    gone.get("/api/airframes")  # a visit
    call_command("tidy")
    assert people.count() == 2
    Workshop.objects.filter(pk=shop.pk).update(seen=timezone.now() - demo.KEPT)
    call_command("tidy")
    assert people.count() == 1
    assert gone.get("/api/airframes").status_code == 401
    assert len(airframes(stays)) == 5
    assert demo.load().airframes.count() == 5
    gone.token = gone.get("/api/session").json()["csrf"]
    gone.enter(gone.post("/api/session/demo"))
    assert len(airframes(gone)) == 5


def test_own_workshops_are_never_put_away(ann: Person, file: dict[str, Any]) -> None:
    ann.post("/api/airframes", file)
    Workshop.objects.update(seen=timezone.now() - datetime.timedelta(days=4000))
    call_command("tidy")
    assert len(airframes(ann)) == 1


def test_so_many_and_no_more(settings: Any) -> None:
    settings.DEMOS_PER_ADDRESS = 2
    visit(), visit()
    full = Person().post("/api/session/demo")
    assert full.status_code == 422
    assert "make an account" in full.json()["message"]
    elsewhere = Person()
    elsewhere.client.defaults["REMOTE_ADDR"] = "10.1.2.3"
    elsewhere.enter(elsewhere.post("/api/session/demo"))
    settings.DEMOS = 3
    elsewhere = Person()
    elsewhere.client.defaults["REMOTE_ADDR"] = "10.1.2.4"
    assert elsewhere.post("/api/session/demo").status_code == 422


def test_the_template_is_made_once_and_again_when_the_shipped_demo_changes() -> None:
    first = demo.load()
    assert demo.load().pk == first.pk
    visitor = visit()
    Workshop.objects.filter(pk=first.pk).update(shipped="another")
    assert demo.load().pk != first.pk
    assert len(airframes(visitor)) == 5
    assert Workshop.objects.filter(is_template=True).count() == 1


def test_what_the_copy_holds_is_counted(settings: Any) -> None:
    visitor = visit()
    shop = Workshop.objects.get(is_demo=True, is_template=False)
    assert shop.bytes_used > 10_000
    settings.DEMO_BYTES = shop.bytes_used + 10
    answer = visitor.post("/api/demo/reset")
    assert answer.status_code == 422
    assert len(airframes(visitor)) == 5
    assert Airframe.with_removed.filter(workshop=shop).count() == 5
    assert Revision.objects.filter(airframe__workshop=shop).count() == 5
