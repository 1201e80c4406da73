"""Repairs and the log over HTTP: kept, never written over unseen, nobody else's, never a 500."""

from __future__ import annotations

import base64
import io
import json
import os
import re
import subprocess
from pathlib import Path
from typing import Any

import pytest
from fletcher_site.api import told_in_lines
from fletcher_site.workshop import quota
from fletcher_site.workshop.models import LifeEntry, Repair, RepairPicture, Workshop
from PIL import Image

from .conftest import Person

DEMO = Path(__file__).parents[2] / "demo" / "turnstone.json"

CRACK = {"kind": "crack", "id": "crack-1", "on": "wing", "side": "left", "at_mm": 200}
GLUED = {"kind": "glue_break", "id": "glue-1", "of": "crack-1", "glue": "ca_foam_safe"}


def repair(id_: str = "r-1", **more: Any) -> dict[str, Any]:
    return {"id": id_, "day": "2026-11-20", "damages": [CRACK], "plans": {"today": {"mends": [GLUED]}}, **more}


@pytest.fixture
def file() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(DEMO.read_text(encoding="utf-8"))
    return {**found, "repairs": [], "life": []}


@pytest.fixture
def bird(ann: Person, file: dict[str, Any]) -> int:
    made: int = ann.post("/api/airframes", file).json()["id"]
    return made


def _lines(answer: Any) -> list[dict[str, Any]]:
    return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]


def _planned(person: Person, question: dict[str, Any]) -> list[Any]:
    last = _lines(person.post("/api/repairs/plan", question))[-1]
    assert last["kind"] == "planned", last
    found: list[Any] = last["mends"]
    return found


def picture() -> str:
    out = io.BytesIO()
    Image.new("RGB", (40, 30), (200, 80, 20)).save(out, "PNG")
    return base64.b64encode(out.getvalue()).decode()


def test_a_repair_is_kept_saved_and_taken_back(ann: Person, bird: int) -> None:
    made = ann.post(f"/api/airframes/{bird}/repairs", repair())
    assert made.status_code == 201, made.content
    one = made.json()
    assert one["who"] == "ann"
    # sent once more because no answer came: it is there once
    assert ann.post(f"/api/airframes/{bird}/repairs", one["repair"]).json()["id"] == one["id"]
    # another one under the same id is not
    assert ann.post(f"/api/airframes/{bird}/repairs", repair(note="other")).status_code == 422
    path = f"/api/airframes/{bird}/repairs/{one['id']}"
    saved = ann.put(path, {"based_on": 1, "repair": repair(name="bad landing")}).json()
    assert (saved["version"], saved["repair"]["name"]) == (2, "bad landing")
    # the aircraft's own document does not know of it
    assert ann.get(f"/api/airframes/{bird}").json()["version"] == 1
    assert ann.delete(path).status_code == 204
    assert ann.get(f"/api/airframes/{bird}/repairs").json()["repairs"] == []
    (gone,) = [r for r in ann.get("/api/removed").json() if r["kind"] == "repair"]
    assert "bad landing" in gone["name"]
    assert ann.post(f"/api/removed/repair/{one['id']}/back", {}).status_code == 200
    assert len(ann.get(f"/api/airframes/{bird}/repairs").json()["repairs"]) == 1


def test_a_stale_phone_writes_over_nothing(ann: Person, bird: int) -> None:
    one = ann.post(f"/api/airframes/{bird}/repairs", repair()).json()
    path = f"/api/airframes/{bird}/repairs/{one['id']}"
    assert ann.put(path, {"based_on": 1, "repair": repair(note="from the bench")}).status_code == 200
    late = ann.put(path, {"based_on": 1, "repair": repair(note="from the field")})
    assert late.status_code == 409
    assert late.json()["latest"]["repair"]["note"] == "from the bench"
    assert late.json()["latest"]["version"] == 2
    row = Repair.objects.get(pk=one["id"])
    assert row.document["note"] == "from the bench"
    # what it was before each save is kept
    assert [s.document["note"] for s in row.states.all()] == [""]
    # the same once more is no save
    assert ann.put(path, {"based_on": 2, "repair": repair(note="from the bench")}).json()["version"] == 2
    # the id that others point at stays
    assert ann.put(path, {"based_on": 2, "repair": repair("r-9")}).json()["repair"]["id"] == "r-1"


def test_states_are_kept_and_the_oldest_go(ann: Person, bird: int, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(quota, "REPAIR_STATES", 3)
    one = ann.post(f"/api/airframes/{bird}/repairs", repair()).json()
    for k in range(6):
        body = {"based_on": 1 + k, "repair": repair(note=f"note {k}")}
        assert ann.put(f"/api/airframes/{bird}/repairs/{one['id']}", body).status_code == 200
    assert [s.number for s in Repair.objects.get(pk=one["id"]).states.all()] == [6, 5, 4]


def test_what_the_core_says_of_it(ann: Person, bird: int, file: dict[str, Any]) -> None:
    told = ann.post("/api/repairs/judge", {"file": file, "repair": repair()}).json()
    part = told["parts"][0]
    assert part["broken"]["holds"]["value"] <= part["mended"]["holds"]["value"]
    assert told["damages"][0]["seen_to"]
    assert told["mends"][0]["steps"]
    look = ann.post("/api/repairs/look", {"file": file, "happened": {"story": "wing_tip"}}).json()
    assert {k["kind"] for k in look["kinds"]} >= {"crack", "broken", "hinge_torn"}
    spot = {"kind": "broken", "on": "wing", "at_mm": 100, "chord": 0.3}
    start = ann.post("/api/repairs/damage", {"file": file, "repair": repair(), "spot": spot}).json()
    assert start["damage"]["piece"] in {s["id"] for s in start["sticks"]}
    offers = ann.post("/api/repairs/offers", {"file": file, "repair": repair(), "damage": "crack-1"}).json()
    assert {o["kind"] for o in offers} >= {"glue_break", "patch", "splint"}
    asked = {"file": file, "repair": repair(), "damage": "crack-1", "school": "once"}
    ways = ann.post("/api/repairs/ways", asked).json()
    assert ways["alternatives"][0]["score"] == max(a["score"] for a in ways["alternatives"])
    plan = _lines(ann.post("/api/repairs/plan", {"file": file, "repair": repair(), "aim": "today"}))[-1]
    assert plan["mends"]
    assert 4 < plan["tried"] <= plan["ways"]
    # nothing is on this shelf
    nothing = {"file": file, "repair": repair(), "aim": "today", "of": "shelf"}
    assert _planned(ann, nothing) == []
    # what is on the shelf is not in the field box until it is put there
    glue = ann.post("/api/shelf/label", {"text": "foam-safe cyanoacrylate 20 g"}).json()
    assert _planned(ann, nothing)
    assert _planned(ann, {**nothing, "of": "box"}) == []
    ann.put(f"/api/shelf/{glue['id']}/box", {"in_box": True})
    boxed = _planned(ann, {**nothing, "of": "box"})
    assert {m["glue"] for m in boxed} == {"ca_foam_safe"}
    assert ann.post("/api/repairs/plan", {**nothing, "of": "moon"}).status_code == 422


def test_what_cannot_be_is_told_at_its_field(ann: Person, bird: int, file: dict[str, Any]) -> None:
    for change, field in (
        ({"damages": [{**CRACK, "at_mm": 4000}]}, "at_mm"),
        ({"damages": [{**CRACK, "at_mm": 900}]}, "damages.0.at_mm"),
        ({"happened": {"air_C": -60}}, "air_C"),
        ({"plans": {"today": {"mends": [{**GLUED, "of": "nobody"}]}}}, "mends.0.of"),
        ({"damages": [{**CRACK, "kind": "explosion"}]}, "damages.0"),
        ({"limit_min": -3}, "limit_min"),
    ):
        answer = ann.post("/api/repairs/judge", {"file": file, "repair": repair(**change)})
        assert answer.status_code == 422, (change, answer.content)
        assert any(field in p["field"] for p in answer.json()["problems"]), answer.json()
    splint = {"kind": "splint", "id": "s", "of": "crack-1", "overlap_mm": 800}
    answer = ann.post("/api/repairs/judge", {"file": file, "repair": repair(plans={"today": {"mends": [splint]}})})
    assert answer.json()["problems"][0]["field"].endswith("plans.today.mends.0.overlap_mm")
    for path, body in (
        ("ways", {"damage": "nobody"}), ("offers", {"damage": "no"}),
        ("ways", {"damage": "crack-1", "school": "magic"}),
        ("damage", {"spot": {"kind": "explosion"}}), ("damage", {"spot": {"kind": "crack", "on": "body"}}),
        ("plan", {"aim": "never"}),
    ):  # fmt: skip
        assert ann.post(f"/api/repairs/{path}", {"file": file, "repair": repair(), **body}).status_code == 422, path
    for body in ({}, [], {"repair": 3}, {"based_on": 1, "repair": {"id": "x" * 99}}):
        assert ann.post(f"/api/airframes/{bird}/repairs", body).status_code == 422
    assert not Repair.with_removed.exists()


def test_nobody_else_reads_or_writes_them(ann: Person, bob: Person, bird: int) -> None:
    one = ann.post(f"/api/airframes/{bird}/repairs", repair()).json()
    line = ann.post(f"/api/airframes/{bird}/life", {"id": "e1", "day": "2026-11-20", "what": "knock"}).json()
    assert ann.put(f"/api/airframes/{bird}/repair-pictures", {"key": "p1", "picture": picture()}).status_code == 204
    for answer in (
        bob.get(f"/api/airframes/{bird}/repairs"),
        bob.post(f"/api/airframes/{bird}/repairs", repair("r-2")),
        bob.put(f"/api/airframes/{bird}/repairs/{one['id']}", {"based_on": 1, "repair": repair(note="mine")}),
        bob.delete(f"/api/airframes/{bird}/repairs/{one['id']}"),
        bob.get(f"/api/airframes/{bird}/life"),
        bob.get(f"/api/airframes/{bird}/life.csv"),
        bob.post(f"/api/airframes/{bird}/life", {"id": "e2", "day": "2026-11-20", "what": "note"}),
        bob.delete(f"/api/airframes/{bird}/life/{line['id']}"),
        bob.get(f"/api/airframes/{bird}/repair-pictures/p1"),
        bob.put(f"/api/airframes/{bird}/repair-pictures", {"key": "p2", "picture": picture()}),
        bob.get(f"/api/raw/repair/{one['id']}"),
        bob.post(f"/api/removed/repair/{one['id']}/back", {}),
    ):
        assert answer.status_code == 404, answer.content
    assert ann.get(f"/api/raw/repair/{one['id']}").json()["id"] == "r-1"


def test_the_log_adds_up_and_is_taken_away(ann: Person, bird: int) -> None:
    lines = [
        {"id": "e1", "day": "2026-09-01", "what": "mend", "grams": 12, "balance_mm": 2, "strength": 0.9},
        {"id": "e2", "day": "2026-03-01", "what": "flights", "flights": 3, "note": "=HYPERLINK()"},
    ]
    for line in lines:
        assert ann.post(f"/api/airframes/{bird}/life", line).status_code == 201
    # sent twice, kept once
    assert ann.post(f"/api/airframes/{bird}/life", lines[0]).status_code == 201
    told = ann.get(f"/api/airframes/{bird}/life").json()
    assert [e["entry"]["day"] for e in told["entries"]] == ["2026-03-01", "2026-09-01"]
    assert told["life"]["says"].startswith("One mend on: 12 g heavier")
    csv = ann.get(f"/api/airframes/{bird}/life.csv")
    assert csv["Content-Type"].startswith("text/csv")
    assert "'=HYPERLINK()" in csv.content.decode()
    last = told["entries"][-1]["id"]
    assert ann.delete(f"/api/airframes/{bird}/life/{last}").status_code == 204
    assert ann.post(f"/api/removed/life/{last}/back", {}).status_code == 200
    assert len(ann.get(f"/api/airframes/{bird}/life").json()["entries"]) == 2
    bad = {"id": "e3", "day": "2126-01-01", "what": "note"}
    assert ann.post(f"/api/airframes/{bird}/life", bad).status_code == 422


def test_pictures_are_small_and_bare(ann: Person, bird: int) -> None:
    path = f"/api/airframes/{bird}/repair-pictures"
    assert ann.put(path, {"key": "p1", "picture": picture()}).status_code == 204
    assert ann.put(path, {"key": "p1", "picture": picture()}).status_code == 204
    assert RepairPicture.objects.count() == 1
    got = ann.get(f"{path}/p1")
    assert got["Content-Type"] == "image/jpeg"
    assert Image.open(io.BytesIO(got.content)).format == "JPEG"
    for wrong in ({"key": "p2", "picture": "bm8="}, {"key": "../p", "picture": picture()}, {"key": "p3"}):
        assert ann.put(path, wrong).status_code == 422
    assert ann.get(f"{path}/none").status_code == 404


def test_pictures_go_where_their_repair_goes_and_come_back(ann: Person, bird: int) -> None:
    path, repairs = f"/api/airframes/{bird}/repair-pictures", f"/api/airframes/{bird}/repairs"
    for key in ("p1", "p2", "p3"):
        assert ann.put(path, {"key": key, "picture": picture()}).status_code == 204

    def there() -> list[bool]:
        return [ann.get(f"{path}/{key}").status_code == 200 for key in ("p1", "p2", "p3")]

    def removed() -> list[Any]:
        return [r for r in ann.get("/api/removed").json() if r["kind"] == "picture"]

    crack = {"kind": "crack", "id": "d1", "at_mm": 200.0, "picture": "p3"}
    wish = repair(pictures=["p1", "p2"], damages=[crack], plans={})
    made = ann.post(repairs, wish).json()
    # taken off the repair it lies with what was removed, and a step back brings it back
    one = ann.put(f"{repairs}/{made['id']}", {"based_on": 1, "repair": {**wish, "pictures": ["p2"]}})
    assert one.status_code == 200
    assert there() == [False, True, True]
    (gone,) = removed()
    two = ann.put(f"{repairs}/{made['id']}", {"based_on": 2, "repair": wish})
    assert two.status_code == 200
    assert there() == [True, True, True]
    # taken back from the list it is one of its repair's again
    ann.put(f"{repairs}/{made['id']}", {"based_on": 3, "repair": {**wish, "damages": []}})
    assert there() == [True, True, False]
    (gone,) = removed()
    assert ann.post(f"/api/removed/picture/{gone['id']}/back", {}).status_code == 200
    assert there() == [True, True, True]
    (now,) = ann.get(repairs).json()["repairs"]
    assert now["repair"]["pictures"] == ["p1", "p2", "p3"]
    # with the repair all go, and are not listed by themselves; with it all come back
    assert ann.delete(f"{repairs}/{made['id']}").status_code == 204
    assert there() == [False, False, False]
    assert removed() == []
    assert ann.post(f"/api/removed/repair/{made['id']}/back", {}).status_code == 200
    assert there() == [True, True, True]


def test_as_many_as_there_is_room_for(ann: Person, bird: int, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(quota, "REPAIRS", 1)
    monkeypatch.setattr(quota, "ENTRIES", 1)
    monkeypatch.setattr(quota, "REPAIR_PICTURES", 1)
    for k, expected in ((1, 201), (2, 422)):
        assert ann.post(f"/api/airframes/{bird}/repairs", repair(f"r-{k}")).status_code == expected
        line = {"id": f"e{k}", "day": "2026-11-20", "what": "note"}
        assert ann.post(f"/api/airframes/{bird}/life", line).status_code == expected
        body = {"key": f"p{k}", "picture": picture()}
        assert ann.put(f"/api/airframes/{bird}/repair-pictures", body).status_code == (204 if k == 1 else 422)
    shop = Workshop.objects.get(name="ann's bench")
    before = shop.bytes_used
    quota.measure()
    shop.refresh_from_db()
    assert shop.bytes_used == pytest.approx(before, rel=0.2)


def test_everything_is_in_the_file(ann: Person, bob: Person, bird: int, file: dict[str, Any]) -> None:
    ann.post(f"/api/airframes/{bird}/repairs", repair(name="bad landing"))
    ann.post(f"/api/airframes/{bird}/life", {"id": "e1", "day": "2026-11-20", "what": "knock"})
    wish = {"file": file, "scheme_id": file["schemes"][0]["id"], "what": "airframe"}
    taken = ann.post("/api/take-away", wish, about=str(bird)).json()
    assert [r["name"] for r in taken["repairs"]] == ["bad landing"]
    assert [e["what"] for e in taken["life"]] == ["knock"]
    # another workshop's number opens nothing
    assert bob.post("/api/take-away", wish, about=str(bird)).json()["repairs"] == []
    theirs = bob.post("/api/airframes", taken)
    assert theirs.status_code == 201, theirs.content
    number = theirs.json()["id"]
    assert bob.get(f"/api/airframes/{number}/repairs").json()["repairs"][0]["repair"]["name"] == "bad landing"
    assert len(bob.get(f"/api/airframes/{number}/life").json()["entries"]) == 1
    # a save from the bench neither adds nor loses any
    body = {"based_on": 1, "file": {**file, "repairs": [], "life": []}}
    assert bob.put(f"/api/airframes/{number}", body).status_code == 200
    assert Repair.objects.filter(airframe_id=number).count() == 1
    assert LifeEntry.objects.filter(airframe_id=number).count() == 1


def test_one_that_cannot_be_read_hides_nothing(ann: Person, bird: int) -> None:
    one = ann.post(f"/api/airframes/{bird}/repairs", repair()).json()
    ann.post(f"/api/airframes/{bird}/repairs", repair("r-2"))
    row = Repair.objects.get(pk=one["id"])
    row.document = {**row.document, "damages": [{"kind": "explosion"}]}
    row.save()
    told = ann.get(f"/api/airframes/{bird}/repairs").json()
    assert [r["repair"]["id"] for r in told["repairs"]] == ["r-2"]
    assert told["unreadable"][0]["table"] == "repair"
    assert ann.get(f"/api/raw/repair/{one['id']}").json()["damages"] == [{"kind": "explosion"}]


def test_counts_of_mends_feed_the_workshop(ann: Person, bird: int) -> None:
    ann.post(f"/api/airframes/{bird}/repairs", repair(result="held"))
    ann.post(f"/api/airframes/{bird}/repairs", repair("r-2", result="broke_again", broke_at="at the seam"))
    (line,) = ann.get("/api/repairs/records").json()
    assert (line["kind"], line["held"], line["broke"]) == ("glue_break", 1, 1)


def test_a_visitor_finds_the_demos_repairs(template: None) -> None:
    who = Person()
    who.enter(who.post("/api/session/demo", {}))
    told = [who.get(f"/api/airframes/{a['id']}/repairs").json() for a in who.get("/api/airframes").json()["airframes"]]
    assert any(len(t["repairs"]) > 0 for t in told)
    assert all(not t["unreadable"] for t in told)
    assert re.search("mend", json.dumps([who.get(f"/api/airframes/{a['id']}/life").json() for a in
                                         who.get("/api/airframes").json()["airframes"]]))  # fmt: skip


SPLINTED = {
    "kind": "splint",
    "id": "s-1",
    "of": "crack-1",
    "overlap_mm": 60,
    "faces": "top",
    "thick_mm": 0.5,
    "ends": "blunt",
    "glue": "polyurethane_foaming",
}


def test_what_a_plan_needs_is_taken_from_the_shelf_once(ann: Person, bob: Person, bird: int) -> None:
    splinted = repair(plans={"today": {"mends": [SPLINTED]}})
    one = ann.post(f"/api/airframes/{bird}/repairs", splinted).json()
    path = f"/api/airframes/{bird}/repairs/{one['id']}"
    # nothing there: told, and nothing is written
    empty = ann.post(f"{path}/take", {"based_on": 1})
    assert empty.status_code == 422
    assert "Nothing that it needs" in empty.json()["message"]
    assert ann.post("/api/shelf/label", {"text": "carbon strip 5 x 0.5 x 1 m, 2 pieces"}).status_code == 201
    assert bob.post(f"{path}/take", {"based_on": 1}).status_code == 404
    assert ann.post(f"{path}/take", {"based_on": 7}).status_code == 409
    assert [i["item"]["count"] for i in ann.get("/api/shelf").json()["items"]] == [2]
    taken = ann.post(f"{path}/take", {"based_on": 1})
    assert taken.status_code == 200, taken.content
    told = taken.json()
    assert told["repair"]["version"] == 2
    assert told["repair"]["repair"]["taken"].startswith("20")
    # the strip was there, the glue is not, and it says so
    assert {line["there"] for line in told["lines"]} == {True, False}
    assert all(line["what"] and line["says"] for line in told["lines"])
    left = [(i["item"]["count"], i["item"]["length_mm"]) for i in ann.get("/api/shelf").json()["items"]]
    assert (1, 1000.0) in left
    assert sum(count * long for count, long in left) == pytest.approx(2000.0 - 120.0, abs=10.0)
    again = ann.post(f"{path}/take", {"based_on": 2})
    assert again.status_code == 422
    assert "already" in again.json()["message"]
    assert [(i["item"]["count"], i["item"]["length_mm"]) for i in ann.get("/api/shelf").json()["items"]] == left
    # a step back on the page does not say that it lies on the shelf again
    undone = {**told["repair"]["repair"], "taken": "", "note": "a step back"}
    kept = ann.put(path, {"based_on": 2, "repair": undone}).json()
    assert (kept["version"], kept["repair"]["note"]) == (3, "a step back")
    assert kept["repair"]["taken"] == told["repair"]["repair"]["taken"]
    # what it was before is kept, as after any save
    assert [s.document["taken"] for s in Repair.objects.get(pk=one["id"]).states.all()][-1] == ""


def test_what_was_taken_is_put_back_as_it_lay_there(ann: Person, bob: Person, bird: int) -> None:
    one = ann.post(f"/api/airframes/{bird}/repairs", repair(plans={"today": {"mends": [SPLINTED]}})).json()
    path = f"/api/airframes/{bird}/repairs/{one['id']}"
    for label in ("carbon strip 5 x 0.5 x 1 m, 2 pieces", "polyurethane foaming 1 g"):
        assert ann.post("/api/shelf/label", {"text": label}).status_code == 201, label
    before = [(i["id"], i["item"]) for i in ann.get("/api/shelf").json()["items"]]
    none = ann.post(f"{path}/put-back", {"based_on": 1})
    assert none.status_code == 422
    assert "Nothing was taken" in none.json()["message"]
    assert ann.post(f"{path}/take", {"based_on": 1}).status_code == 200
    assert [(i["id"], i["item"]) for i in ann.get("/api/shelf").json()["items"]] != before
    assert bob.post(f"{path}/put-back", {"based_on": 2}).status_code == 404
    assert ann.post(f"{path}/put-back", {"based_on": 1}).status_code == 409
    back = ann.post(f"{path}/put-back", {"based_on": 2})
    assert back.status_code == 200, back.content
    assert (back.json()["version"], back.json()["repair"]["taken"]) == (3, "")
    assert [(i["id"], i["item"]) for i in ann.get("/api/shelf").json()["items"]] == before
    # and again, but somebody has counted the shelf meanwhile: nothing of that is written over
    assert ann.post(f"{path}/take", {"based_on": 3}).status_code == 200
    cut = next(i for i in ann.get("/api/shelf").json()["items"] if i["item"]["form"] == "strip")
    ann.put(f"/api/shelf/{cut['id']}", {**cut["item"], "count": 7})
    lies = [(i["id"], i["item"]) for i in ann.get("/api/shelf").json()["items"]]
    wrong = ann.post(f"{path}/put-back", {"based_on": 4})
    assert wrong.status_code == 422
    assert "changed on the shelf since" in wrong.json()["message"]
    assert [(i["id"], i["item"]) for i in ann.get("/api/shelf").json()["items"]] == lies
    assert ann.get(f"/api/airframes/{bird}/repairs").json()["repairs"][0]["repair"]["taken"].startswith("20")


def _searching(**more: Any) -> dict[str, Any]:
    return {"repair": repair(), "aim": "good", "of": "any", "wish": {}, **more}


def test_every_way_is_tried_in_lines_and_stops_when_nobody_listens(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    told = _lines(ann.post("/api/repairs/search", {"file": file, **_searching(wish={"back": 0.9})}))
    assert told[0]["kind"] == "progress"
    found = told[-1]
    assert found["kind"] == "found"
    best = found["front"][found["best"]]
    assert best["meets"]
    assert best["back"]["low"] >= 0.9
    # what it found is what the page judges it to be
    asked = repair(plans={"good": {"mends": best["mends"]}})
    verdict = ann.post("/api/repairs/judge", {"file": file, "repair": asked, "aim": "good"}).json()
    assert verdict["parts"][0]["back"]["low"] == pytest.approx(best["back"]["low"], rel=1e-9)
    monkeypatch.setattr(told_in_lines, "ENDING", 0.1)
    answer = ann.post("/api/repairs/search", {"file": file, **_searching()})
    assert b"progress" in next(iter(answer.streaming_content))
    assert ann.post("/api/repairs/search", {"file": file, **_searching()}).status_code == 429
    answer._iterator.close()  # as a server does when the asker has gone
    left = subprocess.run(["pgrep", "-P", str(os.getpid()), "-f", "fletcher_core.repairs"], capture_output=True)
    assert left.stdout == b""


def test_few_wait_for_their_turn_and_nobody_for_ever(
    ann: Person, file: dict[str, Any], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("fletcher_site.api.mend_search._PATIENCE", 0.2)
    asked = {"file": file, "repair": repair(), "aim": "today"}
    running = ann.post("/api/repairs/plan", asked)
    assert b"progress" in next(iter(running.streaming_content))
    late = ann.post("/api/repairs/plan", asked)
    assert late.status_code == 429
    assert "already" in late.json()["message"]
    running._iterator.close()
    # with no seat left one is told at once
    monkeypatch.setattr("fletcher_site.api.mend_search._PATIENCE", 5.0)
    running = ann.post("/api/repairs/plan", asked)
    with told_in_lines._seats, told_in_lines._seats:
        assert ann.post("/api/repairs/plan", asked).status_code == 429
    for close in running._resource_closers:  # nobody has asked for its first line
        close()
    assert _planned(ann, asked)


def test_a_search_uses_what_is_in_the_box_alone(ann: Person, file: dict[str, Any]) -> None:
    none = _lines(ann.post("/api/repairs/search", {"file": file, **_searching(of="box")}))[-1]
    assert none["front"] == []
    assert none["notes"][0].startswith("The field box is empty: ")
    label = {"text": "Cyanoacrylate, foam-safe 20 g, in the field box"}
    assert ann.post("/api/shelf/label", label).status_code == 201
    some = _lines(ann.post("/api/repairs/search", {"file": file, **_searching(of="box")}))[-1]
    assert {m["glue"] for p in some["front"] for m in p["mends"]} == {"ca_foam_safe"}
    assert all(p["in_stock"] for p in some["front"])


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"wish": {"back": 9}}, "wish.back"), ({"wish": {"ready_min": 0}}, "wish.ready_min"),
        ({"wish": {"added_g": -1}}, "wish.added_g"), ({"aim": "never"}, "aim"), ({"of": "the moon"}, "of"),
    ],
)  # fmt: skip
def test_a_bad_wish_of_a_search_is_told_at_its_field(
    ann: Person, file: dict[str, Any], change: dict[str, Any], field: str
) -> None:
    answer = ann.post("/api/repairs/search", {"file": file, **_searching(**change)})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"].endswith(field)


def test_a_search_for_what_is_not_there_is_refused(ann: Person, file: dict[str, Any]) -> None:
    told = _lines(ann.post("/api/repairs/search", {"file": file, **_searching(wish={"only": "nothing"})}))[-1]
    assert told["kind"] == "refused"
    assert told["problems"][0]["field"] == "wish.only"
    outside = repair(damages=[{**CRACK, "at_mm": 2400}])
    told = _lines(ann.post("/api/repairs/search", {"file": file, **_searching(repair=outside)}))[-1]
    assert told["problems"][0]["field"] == "damages.0.at_mm"
