"""./fletcher bench: how fast one evaluation and one HTTP answer are, and what a key press costs.

Prints a table of medians. Figures are of the machine it runs on; the ratios at the end are what to
compare between versions.
"""

from __future__ import annotations

import gzip
import json
import os
import statistics
import tempfile
import time
from collections.abc import Callable
from http.client import HTTPConnection
from pathlib import Path

import numpy as np
from fletcher_core.evaluate import evaluate
from fletcher_core.model import AirframeFile

from . import serve
from .database import free_port
from .install import chromium
from .shell import ROOT

#: what issue and users ask for, ms
AIMS = {"one evaluation": 20.0, "HTTP answer": 60.0, "a key press to new numbers on screen": 100.0}


def median_ms(action: Callable[[], object], runs: int) -> float:
    times = []
    for _ in range(runs):
        began = time.perf_counter()
        action()
        times.append((time.perf_counter() - began) * 1e3)
    return statistics.median(times)


def pace_ms() -> float:
    """A fixed piece of NumPy and Python work, to tell how fast the machine was while this ran."""
    field = np.linspace(0.0, 1.0, 40_000).reshape(40, -1)

    def work() -> float:
        total = 0.0
        for k in range(300):
            total += float((field * k + 1.0).sum(axis=1).max())
        return total

    return median_ms(work, 9)


def _demo() -> AirframeFile:
    return AirframeFile.model_validate_json((ROOT / "demo" / "turnstone.json").read_text(encoding="utf-8"))


def core(rows: list[tuple[str, float]]) -> None:
    file = _demo()
    airframe, scheme = file.airframe, file.schemes[0]
    evaluate(airframe, scheme)
    plain = median_ms(lambda: evaluate(airframe, scheme, ledger=False, spread=False), 40)
    rows.append(("one evaluation", plain))
    rows.append(("with the ledger", median_ms(lambda: evaluate(airframe, scheme, spread=False), 25)))
    rows.append(("with ledger and 64-sample spread", median_ms(lambda: evaluate(airframe, scheme), 25)))


class _Visitor:
    """A browser's way of asking: one connection kept open, a session cookie, a CSRF token."""

    def __init__(self, number: int) -> None:
        self.connection = HTTPConnection("127.0.0.1", number, timeout=30)
        self.cookies: dict[str, str] = {}
        self.token = ""
        self.token = json.loads(self.ask("GET", "/api/session"))["csrf"]
        self.token = json.loads(self.ask("POST", "/api/session/demo"))["csrf"]

    def ask(self, method: str, path: str, body: bytes = b"") -> bytes:
        cookie = "; ".join(f"{k}={v}" for k, v in self.cookies.items())
        headers = {"Cookie": cookie, "X-CSRFToken": self.token, "Content-Type": "application/json"}
        self.connection.request(method, path, body, {**headers, "Accept-Encoding": "gzip"})
        answer = self.connection.getresponse()
        data = answer.read()
        if answer.status != 200:
            raise RuntimeError(f"{path} answered {answer.status}")
        for line in answer.headers.get_all("Set-Cookie") or []:
            name, _, rest = line.partition("=")
            self.cookies[name] = rest.partition(";")[0]
        return gzip.decompress(data) if answer.headers.get("Content-Encoding") == "gzip" else data


def http(number: int, rows: list[tuple[str, float]]) -> None:
    file = _demo()
    visitor = _Visitor(number)
    question = {"airframe": file.airframe.model_dump(mode="json"), "scheme": file.schemes[0].model_dump(mode="json")}
    body = json.dumps(question).encode()
    for _ in range(8):  # both workers have loaded everything
        visitor.ask("POST", "/api/evaluate", body)
    rows.append(("HTTP answer", median_ms(lambda: visitor.ask("POST", "/api/evaluate", body), 40)))
    rows.append(
        ("HTTP answer of a moving station line", median_ms(lambda: visitor.ask("POST", "/api/slice", body), 40))
    )


def screen(address: str, rows: list[tuple[str, float]]) -> None:
    from playwright.sync_api import sync_playwright

    with sync_playwright() as player:
        browser = player.chromium.launch(
            executable_path=chromium(),
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-quic"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address)
        page.goto("/")
        page.get_by_role("button", name="Open the demo workshop").click()
        page.get_by_role("link", name="Turnstone", exact=True).click()
        page.locator("[data-line=rod-top] button[aria-expanded]").click()
        handle = page.locator("[data-end=to]")
        handle.focus()
        # measured in the page itself: from the key event to the frame in which the drawn end has moved
        page.evaluate(
            """() => {
              window.times = [];
              const end = document.querySelector('[data-end=to]');
              let pressed = 0;
              window.addEventListener('keydown', () => { pressed = performance.now(); }, true);
              const moved = () => { if (pressed) window.times.push(performance.now() - pressed); pressed = 0; };
              new MutationObserver(moved).observe(end, { attributes: true, attributeFilter: ['aria-valuenow'] });
            }"""
        )
        for k in range(24):
            page.keyboard.press("ArrowLeft" if k % 2 else "ArrowRight")
            page.wait_for_timeout(700)
        rows.append(("a key press to new numbers on screen", statistics.median(page.evaluate("window.times"))))
        browser.close()


def main() -> int:
    rows: list[tuple[str, float]] = []
    before = pace_ms()
    core(rows)
    number = free_port()
    with tempfile.TemporaryDirectory() as folder:
        log = Path(folder) / "server.log"
        process = serve.launch(number, os.environ["DATABASE_URL"], log)
        try:
            serve.wait_for(number, process, log)
            http(number, rows)
            screen(f"http://127.0.0.1:{number}", rows)
        finally:
            process.terminate()
            process.wait(timeout=20)
    print(f"{'what':<40} {'median':>9}  {'aim':>8}  ratio to the aim")
    for name, value in rows:
        aim = AIMS.get(name)
        tail = f"{aim:6.0f} ms  {value / aim:.2f}" if aim else f"{'':>9}"
        print(f"{name:<40} {value:6.1f} ms  {tail}")
    print(f"the machine's own pace on fixed work: {before:.0f} ms before, {pace_ms():.0f} ms after")
    plain = rows[0][1]
    for name, value in rows[1:4]:
        print(f"{name} / one evaluation: {value / plain:.1f}")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
