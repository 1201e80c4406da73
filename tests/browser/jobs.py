"""Steps that several jobs share, in the builder's words."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Locator, Page, expect


def number(locator: Locator) -> float:
    """The first figure in a text."""
    found = re.search(r"-?\d+(?:\.\d+)?", locator.inner_text().replace("−", "-"))
    assert found, locator.inner_text()
    return float(found.group())


def until(locator: Locator, holds: Callable[[float], bool]) -> float:
    """The first figure in a text once it is as it shall be; as it is after a minute, if it never is."""
    for _ in range(300):
        if holds(number(locator)):
            break
        locator.page.wait_for_timeout(200)
    return number(locator)


def saved(page: Page) -> None:
    expect(page.get_by_test_id("saved")).to_have_text("saved")


def open_stand(page: Page, name: str) -> None:
    page.get_by_role("link", name=name, exact=True).click()
    expect(page.get_by_test_id("parts")).to_be_visible()


def open_bench(page: Page, name: str, part: str = "Wing") -> None:
    open_stand(page, name)
    page.get_by_role("link", name=f"{part}, to the bench").click()
    expect(page.get_by_test_id("ledger")).to_be_visible()


def describe_new(page: Page, name: str) -> None:
    """A new airframe with units typed as spoken, up to the bench."""
    page.get_by_role("link", name="New airframe").click()
    expect(page.get_by_test_id("bare")).to_be_visible()
    page.get_by_label("Name").fill(name)
    page.get_by_label("Half span").fill("60 cm")
    page.get_by_label("Chord, inner end").fill("8 in")
    page.get_by_label("Chord, outer end").fill("160")
    page.get_by_label("It shall weigh, ready to fly").fill("2 lb 3 oz")
    page.get_by_label("Everything that is not described yet").fill("0.6 kg")
    expect(page.get_by_text("1200 mm from tip to tip")).to_be_visible()
    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_text("Nothing is in this wing yet.")).to_be_visible()


def add(page: Page, kind: str) -> None:
    page.get_by_role("button", name="Add a piece").click()
    offers = page.get_by_role("dialog", name="Pieces to add").get_by_role("button")
    offers.filter(has=page.get_by_text(kind, exact=True)).click()


def taken(page: Page, name: str) -> Path:
    page.get_by_role("button", name="Take away").click()
    with page.expect_download() as waiting:
        page.get_by_role("button", name=re.compile(f"^{re.escape(name)}")).click()
    page.keyboard.press("Escape")
    return Path(waiting.value.path())
