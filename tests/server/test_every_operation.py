"""Every operation of the API document, without a session and with another workshop's numbers.

Made from the document itself: a new operation is asked without anything being added here. One that
needs more than the least of its body to reach its own check fails here until `FULLER` has a body for it.
"""

from __future__ import annotations

import json
import random
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from fletcher_site.workshop.models import Reservation

from .conftest import Person

pytestmark = pytest.mark.django_db

DOCUMENT = json.loads((Path(__file__).parents[2] / "server" / "openapi.json").read_text(encoding="utf-8"))
#: what strangers may ask: to see whether they are signed in, and to sign in
OPEN = {"session", "sign_in", "new_account", "open_demo"}
BOND = {"one": "epp30", "other": "epp30", "glue": "polyurethane_foaming", "cured_min": 60, "day": "2026-11-01"}
ITEM = {"form": "tube", "table": "stock", "material": "carbon_roll_wrapped", "diameter_mm": 6, "bore_mm": 4,
        "length_mm": 1000}  # fmt: skip


def operations() -> list[Any]:
    found = []
    for path, methods in DOCUMENT["paths"].items():
        for method, operation in methods.items():
            if method in ("get", "post", "put", "patch", "delete"):
                found.append(pytest.param(method.upper(), path, operation, id=operation["operationId"]))
    return found


def resolved(node: dict[str, Any]) -> dict[str, Any]:
    while "$ref" in node:
        node = DOCUMENT["components"]["schemas"][node["$ref"].rsplit("/", 1)[-1]]
    return node


def least(node: dict[str, Any]) -> Any:
    """The smallest value that the schema allows."""
    node = resolved(node)
    if "const" in node:
        return node["const"]
    if "enum" in node:
        return node["enum"][0]
    if "default" in node:
        return node["default"]
    for choice in ("anyOf", "oneOf", "allOf"):
        if choice in node:
            return least(node[choice][0])
    match node.get("type"):
        case "object":
            return {name: least(node["properties"][name]) for name in node.get("required", [])}
        case "array":
            items = node.get("prefixItems") or [node.get("items", {})] * node.get("minItems", 0)
            return [least(item) for item in items]
        case "string":
            return "x" * max(1, node.get("minLength", 1))
        case "integer" | "number":
            return node.get("minimum", node.get("exclusiveMinimum", 0))
        case "boolean":
            return False
    return None


def body_of(operation: dict[str, Any]) -> Any:
    content = operation.get("requestBody", {}).get("content", {})
    return least(content["application/json"]["schema"]) if "application/json" in content else None


@pytest.mark.parametrize(("method", "path", "operation"), operations())
def test_strangers_get_nothing(method: str, path: str, operation: dict[str, Any], template: None) -> None:
    numbers = {p["name"]: 1 if p["schema"].get("type") == "integer" else least(p["schema"])
               for p in operation.get("parameters", []) if p["in"] == "path"}  # fmt: skip
    answer = Person().send(method, path.format(**numbers), body_of(operation))
    if operation["operationId"] in OPEN:
        assert answer.status_code != 401
    else:
        assert answer.status_code == 401
        assert set(answer.json()) == {"message", "problems", "id"}


class Theirs:
    """What another workshop has, of everything that an address or a body can name."""

    def __init__(self, owner: Person, file: dict[str, Any]) -> None:
        body = {"table": "foam", "copied_from": "epp30", "label": "Secret foam", "reason": "weighed", "figures": {}}
        file["airframe"]["name"] = "Secret airframe"
        owner.post("/api/shelf/label", {"text": "carbon tube 6/4 x 1 m, 9 pieces"})
        owner.post("/api/shelf/label", {"text": "laminating film 38 µm, 300 mm x 9 m"})
        self.owner = owner
        self.airframe = owner.post("/api/airframes", file).json()["id"]
        self.material = owner.post("/api/materials", body).json()
        self.item = owner.get("/api/shelf").json()["items"][0]["id"]
        self.test = owner.post("/api/glue/tests", {**BOND, "note": "Secret note"}).json()["id"]
        removed = owner.post("/api/glue/tests", {**BOND, "note": "Secret note"}).json()["id"]
        owner.delete(f"/api/glue/tests/{removed}")
        self.removed = removed
        weighed = {"weighed": {"of": "wing", "grams": 111.0}, "note": "Secret note"}
        self.weighing = owner.post(f"/api/airframes/{self.airframe}/weighings", weighed).json()["id"]
        self.file = file
        entry = {"id": "e1", "day": "2026-11-20", "what": "note", "note": "Secret note"}
        self.entry = owner.post(f"/api/airframes/{self.airframe}/life", entry).json()["id"]
        self.mending = {"id": "r1", "day": "2026-11-20", "note": "Secret note"}
        self.repair = owner.post(f"/api/airframes/{self.airframe}/repairs", self.mending).json()["id"]

    def state(self) -> list[Any]:
        """Everything of theirs, to see that it stays as it is."""
        paths = (
            "airframes",
            "shelf",
            "materials",
            "glue/tests",
            "removed",
            f"airframes/{self.airframe}",
            f"airframes/{self.airframe}/weighings",
            f"airframes/{self.airframe}/repairs",
            f"airframes/{self.airframe}/life",
        )
        return [self.owner.get(f"/api/{path}").json() for path in paths]


def fuller(theirs: Theirs) -> dict[str, Any]:
    """Bodies that reach an operation's own look at whose the numbers are."""
    return {
        "save_airframe": {"based_on": 1, "file": theirs.file},
        "save_item": ITEM,
        "save_bond_picture": {"picture": "iVBORw0KGgo="},
        "save_material": {"table": "foam", "copied_from": "epp30", "label": "x", "reason": "y", "figures": {}},
        "reserve_stock": {"airframe_id": theirs.airframe, "scheme_id": "scheme"},
        "let_go_stock": {"airframe_id": theirs.airframe, "scheme_id": "scheme"},
        "use_stock": {"airframe_id": theirs.airframe, "scheme_id": "scheme"},
        "add_repair": {"id": "r2", "day": "2026-11-20"},
        "save_repair": {"based_on": 1, "repair": {**theirs.mending, "note": "mine now"}},
        "take_for_repair": {"based_on": 1},
        "add_life": {"id": "e2", "day": "2026-11-20", "what": "note"},
        "keep_repair_picture": {"key": "p1", "picture": "iVBORw0KGgo="},
    }


#: name of a parameter in an address -> theirs; an unknown name fails, so that nobody forgets it here
PARAMETERS: dict[str, Callable[[Theirs, str], Any]] = {
    "airframe_id": lambda t, _: t.airframe,
    "number": lambda t, _: 1,
    "key": lambda t, _: t.material["material"]["id"],
    "item_id": lambda t, _: t.item,
    "test_id": lambda t, _: t.test,
    "kind": lambda t, _: "bond",
    "table": lambda t, _: "airframe",
    "weighing_id": lambda t, _: t.weighing,
    "repair_id": lambda t, _: t.repair,
    "entry_id": lambda t, _: t.entry,
    "row_id": lambda t, path: t.removed if "removed" in path else t.airframe,
}


@pytest.mark.parametrize(("method", "path", "operation"), operations())
def test_anothers_numbers_are_no_numbers_here(
    ann: Person, bob: Person, file: dict[str, Any], method: str, path: str, operation: dict[str, Any]
) -> None:
    names = [p["name"] for p in operation.get("parameters", []) if p["in"] == "path"]
    schema = operation.get("requestBody", {}).get("content", {}).get("application/json", {}).get("schema", {})
    inside = [name for name in resolved(schema).get("properties", {}) if name.endswith("_id")]
    if not names and not any(name in ("airframe_id",) for name in inside):
        pytest.skip("it names nothing of anybody's")
    unknown = set(names) - set(PARAMETERS)
    assert not unknown, f"say in PARAMETERS what of another workshop {unknown} names"
    theirs = Theirs(bob, file)
    before = theirs.state()
    address = path.format(**{name: PARAMETERS[name](theirs, path) for name in names})
    required = "airframe_id" in resolved(schema).get("required", []) or names
    body = fuller(theirs).get(operation["operationId"], body_of(operation))
    if not required:
        body = {**least(schema), "airframe": file["airframe"], "scheme": file["schemes"][0],
                "airframe_id": theirs.airframe}  # fmt: skip
        if "wish" in resolved(schema)["properties"]:
            body["wish"] = {"break_g": 500.0}
    answer = ann.send(method, address, body)
    if required:
        assert answer.status_code == 404, answer.content
    text = b"".join(answer.streaming_content) if answer.streaming else answer.content
    assert b"Secret" not in text
    assert theirs.state() == before


def test_a_strangers_reservation_is_not_told(ann: Person, bob: Person, file: dict[str, Any]) -> None:
    theirs = Theirs(bob, file)
    Reservation.objects.create(airframe_id=theirs.airframe, scheme_key="scheme", item_id=theirs.item, amounts=[400.0])
    question = {"airframe": file["airframe"], "scheme": file["schemes"][0], "airframe_id": theirs.airframe}
    assert bob.post("/api/shelf/check", question).json()["reserved"] is True
    assert ann.post("/api/shelf/check", question).json()["reserved"] is False


def numbers(node: dict[str, Any], deep: int = 7) -> Iterator[tuple[str | int, ...]]:
    """Where a body can hold a number, below everything that it can hold: required or not, of each choice the first."""
    node = resolved(node)
    if node.get("type") in ("integer", "number"):
        yield ()
    if deep == 0:
        return
    for choice in [c for kind in ("anyOf", "oneOf", "allOf") for c in node.get(kind, [])][:3]:
        yield from numbers(choice, deep - 1)
    for name, below in node.get("properties", {}).items():
        for path in numbers(below, deep - 1):
            yield (name, *path)
    for k, below in enumerate(node.get("prefixItems") or [node.get("items", {})]):
        for path in numbers(below, deep - 1) if below else ():
            yield (k, *path)


def planted(node: dict[str, Any], path: tuple[str | int, ...], value: Any) -> Any:
    """The least body with a value planted in one place; None where that place is in no choice that is taken."""
    node = resolved(node)
    if not path:
        return value
    for choice in [c for kind in ("anyOf", "oneOf", "allOf") for c in node.get(kind, [])][:3]:
        found = planted(choice, path, value)
        if found is not None:
            return found
    step, *rest = path
    if isinstance(step, str):
        if step not in node.get("properties", {}):
            return None
        found = planted(node["properties"][step], tuple(rest), value)
        return None if found is None else {**(least(node) or {}), step: found}
    items = node.get("prefixItems") or [node.get("items", {})] * (step + 1)
    if step >= len(items) or not items[step]:
        return None
    found = planted(items[step], tuple(rest), value)
    return None if found is None else [found if k == step else least(item) for k, item in enumerate(items)]


@pytest.mark.parametrize(("method", "path", "operation"), operations())
def test_whole_numbers_of_hundreds_of_digits_break_nothing(
    ann: Person, bob: Person, file: dict[str, Any], method: str, path: str, operation: dict[str, Any]
) -> None:
    parameters = operation.get("parameters", [])
    inside = [p["name"] for p in parameters if p["in"] == "path"]
    content = operation.get("requestBody", {}).get("content", {}).get("application/json")
    if not parameters and content is None:
        pytest.skip("nothing is asked of it")
    theirs = Theirs(ann, file)
    there = {name: PARAMETERS[name](theirs, path) for name in inside}
    address, body = path.format(**there), fuller(theirs).get(operation["operationId"])
    for digits in (310, 4300, 4301):
        far = "9" * digits
        for name in [p["name"] for p in parameters if p["in"] == "query"]:
            assert ann.get(f"{address}?{name}={far}").status_code < 500, (name, digits)
        for name in inside:
            assert ann.send(method, path.format(**{**there, name: far}), body).status_code < 500, (name, digits)
    if content is None:
        return
    schema = content["schema"]
    places = sorted(set(numbers(schema)), key=lambda p: (len(p), str(p)))
    # of whole airframes there are thousands: every field near the top, and a share of those below
    near = places[:25] + random.Random(3).sample(places[25:], min(15, len(places[25:])))
    for k, place in enumerate(near):
        planted_there = planted(schema, place, "@@")
        if planted_there is None:
            continue
        raw = json.dumps(planted_there).replace('"@@"', "9" * (4300 if k % 3 == 0 else 310)).encode()
        answer = ann.send(method, address, raw=raw)
        assert answer.status_code < 500, (place, answer.content)
        assert answer.streaming or "9" * 100 not in answer.content.decode(), place
