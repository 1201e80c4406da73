"""The whole API document asked with what fits it and what does not: no 500, no answer that takes for ever."""

from __future__ import annotations

import json
import os
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st

from ops.shell import ROOT

from .house import House, Visitor

#: cases an operation: a quick share in the common run, all by `./fletcher test faults`
CASES = int(os.environ.get("FLETCHER_FUZZ_CASES", "6"))
#: no answer may take longer, s: `./fletcher test faults` asks it alone, beside other tests it only must come
LONGEST = float(os.environ.get("FLETCHER_FUZZ_LONGEST", "30"))
#: ends the session that all the others are asked with, or makes so many that the limits would be met instead
APART = {"sign_out", "new_account", "open_demo", "sign_in"}

#: answers that come line by line
STREAMS = {"search", "search_mends", "plan_mends"}

DOCUMENT = json.loads((ROOT / "server" / "openapi.json").read_text(encoding="utf-8"))
API = schemathesis.openapi.from_dict(DOCUMENT)
OPERATIONS = {op.ok().definition.raw["operationId"]: op.ok() for op in API.get_all_operations()}


@pytest.fixture(scope="module")
def asked(house: House) -> Visitor:
    return Visitor(house)


@pytest.fixture(scope="module")
def counted() -> list[int]:
    """Cases that were sent, an operation each."""
    return []


#: numbers of real things, put in place of drawn ones half of the time, so that the way behind the first look is met
REAL: dict[str, Callable[[Visitor], Any]] = {
    "airframe_id": lambda v: v.ask("GET", "/api/airframes")[1]["airframes"][0]["id"],
    "item_id": lambda v: v.ask("GET", "/api/shelf")[1]["items"][0]["id"],
    "test_id": lambda v: v.ask("GET", "/api/glue/tests")[1]["tests"][0]["id"],
    "key": lambda v: v.ask("GET", "/api/materials")[1]["own"][0]["material"]["id"],
    "number": lambda v: 1,
}


def put_right(asked: Visitor) -> None:
    """What the cases before may have taken away is back."""
    assert asked.ask("POST", "/api/demo/reset")[0] in (204, 422)


@pytest.mark.parametrize("name", sorted(OPERATIONS))
def test_no_case_breaks_it(house: House, asked: Visitor, counted: list[int], name: str) -> None:
    operation = OPERATIONS[name]
    if name == "sign_out":
        # its own session each time
        for _ in range(3):
            assert Visitor(house).ask("DELETE", "/api/session")[0] == 200
        return
    session = requests.Session()
    cookies = {} if name in APART else asked.cookies
    count = 0
    real = {
        p["name"]: REAL[p["name"]](asked) for p in operation.definition.raw.get("parameters", []) if p["name"] in REAL
    }

    @seed(20261125)
    @settings(
        max_examples=CASES, deadline=None, database=None, phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    @given(
        case=st.one_of(
            operation.as_strategy(generation_mode=schemathesis.GenerationMode.POSITIVE),
            operation.as_strategy(generation_mode=schemathesis.GenerationMode.NEGATIVE),
        ),
        taken=st.booleans(),
    )
    def check(case: Any, taken: bool) -> None:
        nonlocal count
        if taken and case.path_parameters:
            for key, value in real.items():
                if key in case.path_parameters:
                    case.path_parameters[key] = value
        prepared = case.as_transport_kwargs(base_url=f"http://127.0.0.1:{house.port}")
        headers = {**(prepared.pop("headers", None) or {}), "X-CSRFToken": asked.token}
        prepared.pop("cookies", None)
        began = time.perf_counter()
        try:
            answer = session.request(
                **prepared, headers=headers, cookies=cookies, timeout=2 * LONGEST, stream=name in STREAMS
            )
            if name in STREAMS and answer.status_code == 200:
                next(answer.iter_lines(chunk_size=1))  # it tells how far it is; whoever goes away ends it
                answer.close()
        except (requests.exceptions.InvalidHeader, requests.exceptions.InvalidURL, UnicodeError, ValueError):
            return  # no browser and no library sends it
        spent = time.perf_counter() - began
        count += 1
        assert answer.status_code < 500, f"{answer.status_code} {prepared} {answer.text[:500]}"
        assert spent < LONGEST, f"{spent:.1f} s {prepared}"
        if answer.status_code >= 400:
            assert answer.headers["Content-Type"].startswith("application/json"), answer.headers
            assert answer.json()["message"]

    check()
    if operation.definition.raw.get("parameters") or operation.definition.raw.get("requestBody"):
        assert count >= CASES // 3, "most of what was drawn could not be sent"
    counted.append(count)
    if operation.method.upper() == "DELETE":
        put_right(asked)


def test_there_were_enough(counted: list[int]) -> None:
    print(f"{sum(counted)} cases over {len(counted)} operations")
    assert len(counted) >= len(OPERATIONS) - 2
    assert sum(counted) >= 45 * CASES


def test_every_operation_was_reached(house: House) -> None:
    log = Path(house.data / "server.log").read_text(encoding="utf-8")
    for name, operation in OPERATIONS.items():
        head = operation.path.partition("{")[0]
        assert f"request={operation.method.upper()} {head}" in log, name


def test_the_house_still_stands(house: House) -> None:
    visitor = Visitor(house)
    assert len(visitor.ask("GET", "/api/airframes")[1]["airframes"]) == 5
    log = Path(house.data / "server.log").read_text(encoding="utf-8")
    assert "fault=" not in log, [line for line in log.splitlines() if "fault=" in line][:5]
