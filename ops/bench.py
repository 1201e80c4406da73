"""./fletcher bench: how fast the core, the search, the site and a key press are; writes docs/benchmarks.md.

Figures are of the machine it runs on. Its own pace, a fixed piece of work, is measured beside each: their ratio is
what to compare between versions, and most aims are such ratios. ``--against REVISION`` runs an older core, too.
"""

from __future__ import annotations

import argparse
import datetime
import gzip
import itertools
import json
import os
import statistics
import subprocess
import tempfile
import threading
import time
from collections.abc import Callable
from functools import partial
from http.client import HTTPConnection
from pathlib import Path
from typing import Any, NamedTuple

from . import bench_core, processes, serve
from .bench_core import median_ms
from .database import free_port
from .install import chromium
from .scratch import scratch
from .shell import PYTHON, ROOT, environment


class Row(NamedTuple):
    """One figure. `aim`: at most so much, or at least where the unit is "times"; in times of `pace_ms`, the fixed piece
    of work as it was measured right before and after, where there is one."""

    what: str
    value: float
    unit: str
    aim: float | None = None
    pace_ms: float | None = None

    @property
    def ratio(self) -> float | None:
        """To the pace."""
        return None if self.pace_ms is None else self.value * (1000 if self.unit == "s" else 1) / self.pace_ms


def _paced(what: str, unit: str, aim: float | None, measure: Callable[[], float]) -> Row:
    before = bench_core.pace_ms()
    value = measure()
    return Row(what, value, unit, aim, 0.5 * (before + bench_core.pace_ms()))


def core() -> list[Row]:
    """The core by itself on one processor core, then all cores again."""
    cores = os.sched_getaffinity(0)
    bench_core.on_one_core()
    rows = [
        _paced("one evaluation", "ms", 0.6, lambda: bench_core.evaluation(ledger=False, spread=False)),
        _paced("one evaluation with its spread", "ms", 2.0, lambda: bench_core.evaluation(ledger=False)),
        _paced("with ledger and spread, as the bench asks", "ms", 2.5, bench_core.evaluation),
        _paced("the same of a folded wing with its box", "ms", 3.25, bench_core.folded),
        _paced("the same of a body", "ms", 2.5, bench_core.body),
        Row(
            "from nothing to the first answer",
            statistics.median(bench_core.first_answer_s() for _ in range(3)),
            "s",
            2.0,
        ),
        _paced("10 000 scheme variants of one wing", "s", None, bench_core.variants),
        _paced("five damages sound, broken, mended", "ms", None, partial(bench_core.judging_mends, apart=False)),
        _paced("the same with what each mend gives", "ms", None, bench_core.judging_mends),
        _paced("the same once one mend of one half was changed", "ms", None, bench_core.judging_a_change),
        _paced("their plan for today", "s", None, partial(bench_core.planning_mends, "today")),
        _paced("their plan for good", "s", None, partial(bench_core.planning_mends, "good")),
    ]
    ours, elements = bench_core.section_against_elements()
    rows += [
        Row("one section, all its properties", ours, "ms"),
        Row("the same by finite elements", elements, "ms"),
        Row("finite elements / ours", elements / ours, "times", 1000.0),
        Row("peak memory of both of the above", bench_core.peak_memory_mb(), "MB", 400.0),
    ]
    for n in (31, 61, 121):
        rows.append(_paced(f"one evaluation at {n} stations", "ms", None, partial(bench_core.with_stations, n)))
    for n in (2, 8, 32):
        rows.append(_paced(f"one evaluation with {n} pieces", "ms", None, partial(bench_core.with_pieces, n)))
    for n in (32, 64, 128, 256):
        rows.append(_paced(f"one evaluation of {n} drawn builds", "ms", None, partial(bench_core.with_samples, n)))
    os.sched_setaffinity(0, cores)
    return rows


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
        try:
            self.connection.request(method, path, body, {**headers, "Accept-Encoding": "gzip"})
            answer = self.connection.getresponse()
        except ConnectionError:  # closed while idle: a browser opens another and asks again
            self.connection.close()
            self.connection.request(method, path, body, {**headers, "Accept-Encoding": "gzip"})
            answer = self.connection.getresponse()
        data = answer.read()
        if answer.status != 200:
            raise RuntimeError(f"{path} answered {answer.status}")
        for line in answer.headers.get_all("Set-Cookie") or []:
            name, _, rest = line.partition("=")
            self.cookies[name] = rest.partition(";")[0]
        return gzip.decompress(data) if answer.headers.get("Content-Encoding") == "gzip" else data


def http(number: int) -> list[Row]:
    file = bench_core.demo()
    visitor = _Visitor(number)
    question = {"airframe": file.airframe.model_dump(mode="json"), "scheme": file.schemes[0].model_dump(mode="json")}
    body = json.dumps(question).encode()
    moving = json.dumps({**question, "moving": True}).encode()
    for _ in range(8):  # both workers have loaded everything
        visitor.ask("POST", "/api/evaluate", body)

    def asked(path: str, what: bytes) -> Callable[[], float]:
        return lambda: median_ms(lambda: visitor.ask("POST", path, what), 40)

    counted = itertools.count(1)

    def anew() -> None:
        """What nobody has asked before: an answer that was told is told again."""
        visitor.ask("POST", "/api/evaluate", json.dumps({**question, "station_mm": 0.01 * next(counted)}).encode())

    return [
        _paced("HTTP answer", "ms", None, lambda: median_ms(anew, 40)),
        _paced("HTTP answer that was told before", "ms", None, asked("/api/evaluate", body)),
        _paced("HTTP answer while something is dragged", "ms", 1.5, asked("/api/evaluate", moving)),
        _paced("HTTP answer of a moving station line", "ms", None, asked("/api/slice", body)),
    ]


#: people who drag at once, how often each is answered, and how long a browser draws between two questions
CROWD, DRAGS, DRAWING = 20, 15, 0.05


def crowd(number: int, people: int = CROWD) -> list[Row]:
    """People drag an end of a tube at once, each asking again as soon as the last answer is drawn."""
    file = bench_core.demo()
    visitors = [_Visitor(number) for _ in range(people)]
    pace = bench_core.pace_ms()
    times: list[float] = []
    faults: list[str] = []

    def drag(visitor: _Visitor, who: int) -> None:
        scheme = file.schemes[0].model_dump(mode="json")
        for k in range(DRAGS):
            scheme["pieces"][0]["y_to_mm"] = 300.0 + 5 * who + k
            # as the bench asks while a drag goes on; ledger and spread follow when it rests
            asked = {"airframe": file.airframe.model_dump(mode="json"), "scheme": scheme, "moving": True}
            body = json.dumps(asked).encode()
            began = time.perf_counter()
            try:
                visitor.ask("POST", "/api/evaluate", body)
            except Exception as exc:
                faults.append(str(exc))
            times.append(1000 * (time.perf_counter() - began))
            time.sleep(DRAWING)

    threads = [threading.Thread(target=drag, args=(v, k)) for k, v in enumerate(visitors)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    if faults:
        raise RuntimeError(f"{len(faults)} of {people * DRAGS} answers failed: {faults[0]}")
    pace = 0.5 * (pace + bench_core.pace_ms())
    return [
        Row(f"{people} people dragging at once, median", statistics.median(times), "ms", None, pace),
        Row(f"{people} people dragging at once, 95th percentile", statistics.quantiles(times, n=20)[-1], "ms",
            15.0 if people == CROWD else None, pace),
    ]  # fmt: skip


#: people who search while the others drag
SEARCHERS = 5


def crowd_with_searches(number: int) -> list[Row]:
    """The same crowd while five people have a search running, or wait for their turn to."""
    file = bench_core.demo()
    asked = json.dumps(
        {
            "airframe": file.airframe.model_dump(mode="json"),
            "scheme": file.schemes[0].model_dump(mode="json"),
            "wish": {"break_g": 8.0, "tip_bend_mm": 60.0},
        }
    ).encode()
    done = threading.Event()
    ended: list[int] = []

    def search(visitor: _Visitor) -> None:
        while not done.is_set():
            try:
                visitor.ask("POST", "/api/search", asked)
                ended.append(200)
            except RuntimeError:  # somebody else's runs: told so, asked again
                time.sleep(0.5)

    searchers = [threading.Thread(target=search, args=(_Visitor(number),), daemon=True) for _ in range(SEARCHERS)]
    for thread in searchers:
        thread.start()
    time.sleep(1.0)
    rows = crowd(number)
    done.set()
    for thread in searchers:
        thread.join(timeout=60)
    return [
        Row(f"{row.what}, while {SEARCHERS} search", row.value, row.unit)
        for row in rows
    ] + [Row(f"searches that ended meanwhile, of {SEARCHERS} people", float(len(ended)), "")]  # fmt: skip


EVALUATIONS = 2000
#: more than all workers remember
REMEMBERED = 400


def _memory_mb(process: subprocess.Popen[bytes]) -> float:
    """Resident memory of a server and its workers, each page counted once, MB."""
    total = 0
    for pid in processes.group_of(process.pid):
        for line in Path(f"/proc/{pid}/smaps_rollup").read_text(encoding="utf-8").splitlines():
            if line.startswith("Pss:"):
                total += int(line.split()[1])
    return total / 1024


def memory(number: int, process: subprocess.Popen[bytes]) -> list[Row]:
    """What the server holds after 200 evaluations and after 2000, and at most while eight large pictures arrive."""
    visitor = _Visitor(number)
    file = bench_core.demo()
    question = {"airframe": file.airframe.model_dump(mode="json"), "scheme": file.schemes[0].model_dump(mode="json")}
    body = json.dumps({**question, "moving": True}).encode()

    def evaluate(count: int) -> None:
        for _ in range(count):
            visitor.ask("POST", "/api/evaluate", body)

    evaluate(EVALUATIONS // 10)
    early = _memory_mb(process)
    evaluate(EVALUATIONS - EVALUATIONS // 10)
    late = _memory_mb(process)
    for k in range(REMEMBERED):
        visitor.ask("POST", "/api/evaluate", json.dumps({**question, "station_mm": 1.0 + 0.01 * k}).encode())
    full = _memory_mb(process)
    return [
        Row(f"memory of the server after {REMEMBERED} answers at rest, which it remembers", full, "MB"),
        Row(f"memory of the server after {EVALUATIONS // 10} evaluations", early, "MB"),
        Row(f"memory of the server after {EVALUATIONS} evaluations", late, "MB"),
        Row("growth of memory over them", late / early, "times its early"),
        Row("most memory while eight pictures of 25 million pixels arrive", _pictures(visitor, process), "MB", 600.0),
    ]


def _pictures(visitor: _Visitor, process: subprocess.Popen[bytes]) -> float:
    import base64
    import io

    from PIL import Image

    noise = Image.effect_noise((5000, 4990), 30).convert("RGB")
    out = io.BytesIO()
    noise.save(out, "JPEG", quality=75)
    body = json.dumps({"picture": base64.b64encode(out.getvalue()).decode()}).encode()
    test = json.loads(visitor.ask("GET", "/api/glue/tests"))["tests"][0]["id"]
    sent: list[int] = []

    def send() -> None:
        one = _Visitor.__new__(_Visitor)
        one.connection = HTTPConnection("127.0.0.1", visitor.connection.port or 0, timeout=60)
        one.cookies, one.token = dict(visitor.cookies), visitor.token
        one.ask("PUT", f"/api/glue/tests/{test}/picture", body)
        sent.append(1)

    threads = [threading.Thread(target=send) for _ in range(8)]
    for thread in threads:
        thread.start()
    most = 0.0
    while any(thread.is_alive() for thread in threads):
        most = max(most, _memory_mb(process))
        time.sleep(0.02)
    if len(sent) != 8:
        raise RuntimeError(f"only {len(sent)} of 8 pictures arrived, {len(out.getvalue())} bytes each")
    return most


def _search(module: str, asked: dict[str, Any]) -> tuple[dict[str, Any], float, float]:
    """(what was found, s, pace) of a search as the site runs it, in a process of its own, on all cores."""
    before = bench_core.pace_ms()
    began = time.perf_counter()
    done = subprocess.run(
        [str(PYTHON), "-m", module], input=json.dumps(asked), capture_output=True, text=True, check=True,
        env=environment(OPENBLAS_NUM_THREADS="1"),
    )  # fmt: skip
    spent = time.perf_counter() - began
    return json.loads(done.stdout.splitlines()[-1]), spent, 0.5 * (before + bench_core.pace_ms())


def searching() -> list[Row]:
    """The whole search of a wing."""
    file = bench_core.demo()
    asked = {
        "airframe": file.airframe.model_dump(mode="json"),
        "scheme": file.schemes[0].model_dump(mode="json"),
        "wish": {"break_g": 8.0, "tip_bend_mm": 60.0},
    }
    found, spent, pace = _search("fletcher_core.search", asked)
    if found["winner"] is None:
        raise RuntimeError("the search found nothing")
    # the aim is for 20 000 ways
    aim = 300.0 * found["tried"] / 20_000
    return [Row(f"a search of {found['tried']} ways", spent, "s", aim, pace)]


def searching_mends() -> list[Row]:
    """The search over mends of an aircraft with five damages."""
    file = bench_core.demo(bench_core.HURT)
    asked = {
        "airframe": file.airframe.model_dump(mode="json"),
        "schemes": [file.shown(name).model_dump(mode="json") for name in file.airframe.parts.there()],
        "repair": file.repairs[0].model_dump(mode="json"),
        "aim": "good",
        "wish": {"back": 0.95},
    }
    found, spent, pace = _search("fletcher_core.repairs", asked)
    if found["best"] is None:
        raise RuntimeError("the search over mends found nothing")
    return [Row(f"a search over {found['tried']} ways to mend, {found['by_full']} in full", spent, "s", None, pace)]


def weight() -> list[Row]:
    """Scripts of the first load, as they go over the wire."""
    scripts = sum(len(gzip.compress(p.read_bytes(), 6)) for p in (ROOT / "web" / "dist" / "assets").glob("*.js"))
    return [Row("scripts of the first load, compressed", scripts / 1024, "kB", 350.0)]


def screen(address: str) -> list[Row]:
    from playwright.sync_api import sync_playwright

    with sync_playwright() as player:
        browser = player.chromium.launch(
            executable_path=chromium(),
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-quic"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=address)
        page.goto("/")
        page.get_by_role("button", name="Open the demo workshop").click()
        bench = page.get_by_role("link", name="Turnstone", exact=True).get_attribute("href") or "/"
        loads = []
        for _ in range(5):
            # a browser that has nothing in store yet, signed in
            fresh = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=address,
                                        storage_state=page.context.storage_state())  # fmt: skip
            first = fresh.new_page()
            first.goto(f"{bench}/wing")
            first.get_by_test_id("ledger").wait_for()
            loads.append(float(first.evaluate("performance.now()")) / 1000)
            fresh.close()
        page.goto(f"{bench}/wing")
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
        spent = statistics.median(page.evaluate("window.times"))
        browser.close()
    return [
        Row("a key press to new numbers on screen", spent, "ms", 100.0),
        Row("first load of the bench, until it is drawn", statistics.median(loads), "s", 1.5),
    ]


def _figure(value: float) -> str:
    return f"{value:.{0 if value >= 100 else 1 if value >= 10 else 2}f}"


def table(rows: list[Row]) -> str:
    lines = ["| what | measured | times the fixed work | aim | of the aim |", "| --- | ---: | ---: | ---: | ---: |"]
    for row in rows:
        least = row.unit == "times"
        reached, of = (row.value, row.unit) if row.ratio is None else (row.ratio, "times the fixed work")
        wanted = "" if row.aim is None else f"at {'least' if least else 'most'} {row.aim:g} {of}"
        # more is better only where ours is set against something slower
        share = "" if row.aim is None else f"{row.aim / reached if least else reached / row.aim:.2f}"
        ratio = "" if row.ratio is None else _figure(row.ratio)
        lines.append(f"| {row.what} | {_figure(row.value)} {row.unit} | {ratio} | {wanted} | {share} |")
    return "\n".join(lines)


def growth(rows: list[Row]) -> list[str]:
    """How one figure grows with another, the machine's pace taken out."""
    by_name = {row.what: row.ratio or row.value for row in rows}
    chains = (
        [f"one evaluation at {n} stations" for n in (31, 61, 121)],
        [f"one evaluation with {n} pieces" for n in (2, 8, 32)],
        [f"one evaluation of {n} drawn builds" for n in (32, 64, 128, 256)],
        [f"{n} people dragging at once, median" for n in (1, 5, CROWD)],
    )
    found = [
        f"- {name}: {by_name[name] / by_name[names[0]]:.2f} times {names[0]}" for names in chains for name in names[1:]
    ]
    of_many = by_name["10 000 scheme variants of one wing"] / 10_000 / by_name["one evaluation"]
    return [
        *found,
        f"- one of 10 000 variants: {of_many:.4f} of one evaluation",
        "- aim: 32 pieces at most 2.5 times 2",
    ]


def report(rows: list[Row], paces: tuple[float, float], older: dict[str, tuple[float, float]], revision: str) -> str:
    calls, shares = bench_core.where_it_goes()
    on = datetime.date.today().isoformat()
    lines = [
        "# How fast it is",
        "",
        f"Written by `./fletcher bench{f' --against {revision}' if revision else ''}` on",
        f"{on}; medians. The core's figures are on one processor core. They are of that",
        f"machine at that hour: a fixed piece of work took it {paces[0]:.0f} ms before and {paces[1]:.0f} ms after; it",
        "is measured again beside each figure. Ratios to it are what to compare between versions. 1 or less of an",
        "aim meets it.",
        "",
        table(rows),
        "",
        "How it grows:",
        "",
        *growth(rows),
        "",
        f"Where the time of one evaluation with its spread goes: {calls:.0f} calls of functions, on arrays of a few",
        "thousand numbers; the calls, not the sums, take most of it.",
        "",
        *(f"- {said}: {100 * share:.0f} %" for said, share in shares.items()),
        "",
    ]
    if older:
        lines += [
            f"The core of {revision} and this one in one run, each with its own demo, in turn:", "",
            "| what | before | now | now / before |", "| --- | ---: | ---: | ---: |",
            *(f"| {what} | {was:.1f} ms | {now:.1f} ms | {now / was:.2f} |" for what, (was, now) in older.items()), "",
        ]  # fmt: skip
    return "\n".join(lines)


def main() -> int:
    asked = argparse.ArgumentParser(prog="./fletcher bench")
    asked.add_argument("--against", default="", metavar="REVISION", help="an older core to run beside this one")
    revision = asked.parse_args().against
    before = bench_core.pace_ms()
    older = bench_core.against(revision) if revision else {}
    rows = core() + searching() + searching_mends() + weight()
    number = free_port()
    with tempfile.TemporaryDirectory() as folder, scratch("bench") as url:
        log = Path(folder) / "server.log"
        plenty = {"FLETCHER_RATE_DEMOS": "10000/h", "FLETCHER_DEMOS_PER_ADDRESS": "10000", "FLETCHER_DEMOS": "10000"}
        process = serve.launch(number, url, log, **plenty)
        try:
            serve.wait_for(number, process, log)
            rows += http(number)
            rows += screen(f"http://127.0.0.1:{number}")
            rows += crowd(number, 1) + crowd(number, 5) + crowd(number)
            rows += crowd_with_searches(number)
            rows += memory(number, process)
        finally:
            serve.end_group(process)
    text = report(rows, (before, bench_core.pace_ms()), older, revision)
    (ROOT / "docs" / "benchmarks.md").write_text(text, encoding="utf-8")
    print(text)
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
