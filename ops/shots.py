"""./fletcher shots: one picture of each main view, from the demo data, into docs/screenshots."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from . import serve
from .database import free_port
from .install import chromium
from .scratch import scratch
from .shell import ROOT

FOLDER = ROOT / "docs" / "screenshots"


def _stand(page: Page, name: str) -> None:
    page.goto("/")
    page.get_by_role("link", name=name, exact=True).click()
    page.get_by_test_id("forecast").wait_for()


def _part(page: Page, part: str) -> None:
    page.get_by_role("link", name=f"{part}, to the bench").click()
    page.get_by_test_id("ledger").wait_for()
    page.wait_for_load_state("networkidle")


def _bench(page: Page, name: str) -> None:
    _stand(page, name)
    _part(page, "Wing")


def _shoot(page: Page, name: str) -> None:
    page.wait_for_timeout(400)
    page.mouse.move(0, 0)
    page.screenshot(path=FOLDER / f"{name}.png")


def take(page: Page) -> None:
    page.goto("/")
    _shoot(page, "door")
    page.get_by_role("button", name="Open the demo workshop").click()
    page.get_by_role("heading", name="Sanderling").wait_for()
    _shoot(page, "airframes")
    page.goto("/new")
    page.get_by_test_id("bare").wait_for()
    page.get_by_label("Name", exact=True).fill("Whimbrel")
    _shoot(page, "new-airframe")
    _stand(page, "Sanderling")
    _shoot(page, "stand")
    _part(page, "Body")
    _shoot(page, "body")
    _stand(page, "Sanderling")
    page.get_by_role("link", name="Balance").click()
    page.get_by_test_id("weights").wait_for()
    _shoot(page, "balance")
    page.get_by_role("link", name="Mounts").click()
    page.get_by_test_id("mounts").get_by_role("button", name="Undercarriage plate").click()
    page.get_by_test_id("mount-ways").wait_for()
    _shoot(page, "mounts")
    page.get_by_role("link", name="Mend", exact=True).click()
    page.get_by_test_id("columns").first.wait_for()
    page.wait_for_load_state("networkidle")
    _shoot(page, "mend")
    _stand(page, "Plover")
    page.get_by_role("link", name="Balance").click()
    page.get_by_role("link", name="Weigh parts and gear").click()
    page.get_by_test_id("to-weigh").get_by_role("button", name=re.compile("^Body")).click()
    _shoot(page, "weigh")
    _bench(page, "Dunlin")
    _shoot(page, "folded-wing")
    _bench(page, "Sanderling")
    _shoot(page, "bench")
    page.get_by_role("button", name="Why: First sign").click()
    page.get_by_role("heading", name=re.compile("^Why it gives way")).wait_for()
    _shoot(page, "working")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Compare", exact=True).click()
    page.get_by_role("checkbox", name="Web and caps, film").check()
    page.get_by_test_id("compared").get_by_role("columnheader").nth(2).wait_for()
    page.wait_for_load_state("networkidle")
    _shoot(page, "compare")
    page.get_by_role("button", name="Find a better one").click()
    page.get_by_label("Holds at least, in G").fill("9")
    page.get_by_role("button", name="Search", exact=True).click()
    page.get_by_test_id("winner").wait_for(timeout=200_000)
    page.get_by_role("group", name="Holds to").hover()
    page.wait_for_timeout(400)
    page.screenshot(path=FOLDER / "search.png")
    for path, ready, name in (
        ("/shelf", "shelf", "shelf"),
        ("/materials", "own-materials", "materials"),
        ("/glue", "glues", "glue"),
    ):
        page.goto(path)
        page.get_by_test_id(ready).get_by_role("listitem").first.wait_for()
        _shoot(page, name)
    _bench(page, "Sanderling")
    page.get_by_role("tab", name="Controls").click()
    page.get_by_test_id("ways").wait_for()
    page.get_by_test_id("surface").evaluate("e => e.scrollIntoView({ block: 'start' })")
    _shoot(page, "controls")


def main() -> int:
    FOLDER.mkdir(parents=True, exist_ok=True)
    number = free_port()
    with tempfile.TemporaryDirectory() as folder, scratch("shots") as url, sync_playwright() as player:
        log = Path(folder) / "server.log"
        process = serve.launch(number, url, log)
        try:
            serve.wait_for(number, process, log)
            browser = player.chromium.launch(
                executable_path=chromium(),
                args=["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-quic"],
            )
            base = f"http://127.0.0.1:{number}"
            take(browser.new_page(viewport={"width": 1280, "height": 800}, base_url=base))
            phone = browser.new_page(viewport={"width": 390, "height": 844}, base_url=base)
            phone.goto("/")
            phone.get_by_role("button", name="Open the demo workshop").click()
            phone.get_by_role("heading", name="Sanderling").wait_for()
            _bench(phone, "Sanderling")
            _shoot(phone, "bench-phone")
            browser.close()
        finally:
            serve.end_group(process)
    print(f"{len(list(FOLDER.glob('*.png')))} pictures in docs/screenshots")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
