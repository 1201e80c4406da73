"""Whatever is removed can be taken back for 30 days, by its own workshop."""

from __future__ import annotations

import copy
import datetime
from typing import Any

import pytest
from django.core.management import call_command
from django.utils import timezone
from fletcher_site.workshop import removal
from fletcher_site.workshop.models import Airframe, BondTest, OwnMaterial, Revision, Scheme, StockItem

from .conftest import Person

pytestmark = pytest.mark.django_db

BOND = {"one": "epp30", "other": "epp30", "glue": "polyurethane_foaming", "cured_min": 60, "day": "2026-11-01"}


def removed(person: Person) -> list[dict[str, Any]]:
    return person.get("/api/removed").json()


def back(person: Person, row: dict[str, Any]) -> Any:
    return person.post(f"/api/removed/{row['kind']}/{row['id']}/back")


def test_an_airframe_comes_back_with_its_history(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()
    before = ann.get(f"/api/airframes/{made['id']}").json()
    ann.delete(f"/api/airframes/{made['id']}")
    (row,) = removed(ann)
    assert (row["kind"], row["id"], row["name"], row["who"]) == ("airframe", made["id"], "Knot", "ann")
    days = datetime.datetime.fromisoformat(row["until"]) - datetime.datetime.fromisoformat(row["when"])
    assert days == datetime.timedelta(days=30)
    assert back(ann, row).json()["name"] == "Knot"
    assert removed(ann) == []
    assert ann.get(f"/api/airframes/{made['id']}").json() == before
    assert len(ann.get(f"/api/airframes/{made['id']}/revisions").json()) == 1


def test_it_comes_back_beside_another_that_took_its_name(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()
    ann.delete(f"/api/airframes/{made['id']}")
    assert ann.post("/api/airframes", file).status_code == 201
    (row,) = removed(ann)
    assert back(ann, row).json()["name"] == "Knot (taken back)"
    names = [c["name"] for c in ann.get("/api/airframes").json()["airframes"]]
    assert names == ["Knot", "Knot (taken back)"]
    opened = ann.get(f"/api/airframes/{made['id']}").json()
    assert opened["file"]["airframe"]["name"] == "Knot (taken back)"
    assert opened["version"] == 2


def test_a_scheme_keeps_its_row_and_comes_back(ann: Person, file: dict[str, Any]) -> None:
    file["schemes"].append({**copy.deepcopy(file["schemes"][0]), "id": "other", "name": "Other"})
    made = ann.post("/api/airframes", file).json()
    rows = dict(Scheme.objects.values_list("key", "pk"))
    first = {**file, "schemes": file["schemes"][:1]}
    ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": first})
    (row,) = removed(ann)
    assert row["kind"] == "scheme"
    assert row["name"] == "Other, of Knot"
    assert back(ann, row).status_code == 200
    opened = ann.get(f"/api/airframes/{made['id']}").json()
    assert opened["version"] == 3
    assert [s["id"] for s in opened["file"]["schemes"]] == ["scheme", "other"]
    assert dict(Scheme.objects.values_list("key", "pk")) == rows
    assert removed(ann) == []


def test_undoing_the_removal_of_a_scheme_brings_its_row_back(ann: Person, file: dict[str, Any]) -> None:
    file["schemes"].append({**copy.deepcopy(file["schemes"][0]), "id": "other", "name": "Other"})
    made = ann.post("/api/airframes", file).json()
    rows = dict(Scheme.objects.values_list("key", "pk"))
    for version, schemes in ((1, file["schemes"][:1]), (2, file["schemes"])):
        body = {"based_on": version, "file": {**file, "schemes": schemes}}
        assert ann.put(f"/api/airframes/{made['id']}", body).status_code == 200
    assert dict(Scheme.objects.values_list("key", "pk")) == rows
    assert removed(ann) == []


def test_schemes_change_places_without_changing_rows(ann: Person, file: dict[str, Any]) -> None:
    file["schemes"] += [{**copy.deepcopy(file["schemes"][0]), "id": k, "name": k} for k in ("b", "c")]
    made = ann.post("/api/airframes", file).json()
    rows = dict(Scheme.objects.values_list("key", "pk"))
    turned = {**file, "schemes": file["schemes"][::-1]}
    assert ann.put(f"/api/airframes/{made['id']}", {"based_on": 1, "file": turned}).status_code == 200
    opened = ann.get(f"/api/airframes/{made['id']}").json()["file"]
    assert [s["id"] for s in opened["schemes"]] == ["c", "b", "scheme"]
    assert dict(Scheme.objects.values_list("key", "pk")) == rows


def test_materials_stock_and_tests_come_back(ann: Person) -> None:
    body = {"table": "foam", "copied_from": "epp30", "label": "Our foam", "reason": "weighed", "figures": {}}
    material = ann.post("/api/materials", body).json()["material"]["id"]
    item = ann.post("/api/shelf/label", {"text": "carbon tube 6/4 x 1 m, 3 pieces"}).json()["id"]
    test = ann.post("/api/glue/tests", BOND).json()["id"]
    for path in (f"/api/materials/{material}", f"/api/shelf/{item}", f"/api/glue/tests/{test}"):
        assert ann.delete(path).status_code == 204
    assert ann.get("/api/shelf").json()["items"] == []
    assert ann.get("/api/glue/tests").json()["tests"] == []
    assert ann.get("/api/materials").json()["own"] == []
    rows = removed(ann)
    assert [r["kind"] for r in rows] == ["bond", "stock", "material"]
    assert all(r["who"] == "ann" for r in rows)
    for row in rows:
        assert back(ann, row).status_code == 200
    assert removed(ann) == []
    assert ann.get("/api/shelf").json()["items"][0]["item"]["count"] == 3
    assert len(ann.get("/api/glue/tests").json()["tests"]) == 1
    assert ann.get("/api/materials").json()["own"][0]["material"]["id"] == material


def test_what_was_removed_is_used_nowhere(ann: Person, file: dict[str, Any]) -> None:
    ann.post("/api/shelf/label", {"text": "carbon tube 6/4 x 1 m, 3 pieces"})
    item = ann.get("/api/shelf").json()["items"][0]["id"]
    ann.delete(f"/api/shelf/{item}")
    check = ann.post("/api/shelf/check", {"airframe": file["airframe"], "scheme": file["schemes"][0]}).json()
    assert check["check"]["missing"] > 0
    test = ann.post("/api/glue/tests", BOND).json()["id"]
    ann.delete(f"/api/glue/tests/{test}")
    assert ann.get("/api/glue/standings").json() == []


def test_nobody_takes_back_what_is_anothers_or_was_not_removed(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    assert ann.post(f"/api/removed/airframe/{made}/back").status_code == 404
    ann.delete(f"/api/airframes/{made}")
    assert removed(bob) == []
    assert bob.post(f"/api/removed/airframe/{made}/back").status_code == 404
    assert ann.post("/api/removed/workshop/1/back").status_code == 404


def test_after_thirty_days_it_is_put_away_and_not_before(ann: Person, file: dict[str, Any]) -> None:
    made = ann.post("/api/airframes", file).json()["id"]
    ann.post("/api/shelf/label", {"text": "carbon tube 6/4 x 1 m"})
    ann.delete(f"/api/airframes/{made}")
    now = timezone.now()
    Airframe.with_removed.update(removed=now - datetime.timedelta(days=removal.DAYS, minutes=-5))
    call_command("tidy")
    assert len(removed(ann)) == 1
    Airframe.with_removed.update(removed=now - datetime.timedelta(days=removal.DAYS, minutes=5))
    assert removed(ann) == []
    call_command("tidy")
    assert Airframe.with_removed.count() == Revision.objects.count() == Scheme.with_removed.count() == 0
    assert StockItem.objects.count() == 1


def test_a_full_place_says_so_and_loses_nothing(ann: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    test = ann.post("/api/glue/tests", BOND).json()["id"]
    ann.delete(f"/api/glue/tests/{test}")
    monkeypatch.setattr("fletcher_site.workshop.quota.BONDS", 0)
    answer = back(ann, removed(ann)[0])
    assert answer.status_code == 422
    assert "There are 0 tests already" in answer.json()["message"]
    assert BondTest.with_removed.count() == 1


def test_a_material_that_came_again_by_a_file_is_not_doubled(ann: Person, file: dict[str, Any]) -> None:
    material = {
        "id": "epp30_own_abcd1234", "table": "foam", "copied_from": "epp30", "label": "Our foam", "reason": "weighed",
        "figures": {},
    }  # fmt: skip
    file["airframe"]["parts"]["wing"]["core"]["material"] = material["id"]
    carried = {**file, "materials": [material]}
    made = ann.post("/api/airframes", carried).json()["id"]
    ann.delete(f"/api/airframes/{made}")
    assert ann.delete(f"/api/materials/{material['id']}").status_code == 204
    assert ann.post("/api/airframes", carried).status_code == 201
    row = next(r for r in removed(ann) if r["kind"] == "material")
    answer = back(ann, row)
    assert answer.status_code == 422
    assert OwnMaterial.objects.count() == 1
