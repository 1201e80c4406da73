"""A server that dies, a page that closes, a hand that slips: nothing that somebody did is lost."""

from __future__ import annotations

import json
import re
from collections.abc import Callable

import psycopg
from playwright.sync_api import Page, expect

from .conftest import Server, enter_demo
from .jobs import add, open_bench, saved


def away(page: Page) -> None:
    expect(page.get_by_test_id("saved")).to_contain_text("not saved: kept here", timeout=30_000)


def test_the_server_dies_in_mid_drag_and_comes_back(new_page: Callable[..., Page], server: Server) -> None:
    page = enter_demo(new_page(base_url=server.address))
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    handle = page.locator("[data-end=to]")
    box = handle.bounding_box()
    assert box
    before = float(handle.get_attribute("aria-valuenow") or 0)
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] - 30, box["y"] + box["height"] / 2, steps=4)
    server.kill()
    page.mouse.move(box["x"] - 80, box["y"] + box["height"] / 2, steps=6)
    page.mouse.up()
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Notes", exact=True).first.fill("typed while nobody listened")
    away(page)
    expect(page.get_by_role("alert").first).to_contain_text("does not answer")
    server.start()
    saved(page)
    moved = float(handle.get_attribute("aria-valuenow") or 0)
    assert abs(moved - before) > 20
    page.reload()
    expect(page.get_by_test_id("ledger")).to_be_visible()
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    assert float(page.locator("[data-end=to]").get_attribute("aria-valuenow") or 0) == moved
    page.get_by_role("tab", name="Airframe").click()
    expect(page.get_by_label("Notes", exact=True).first).to_have_value("typed while nobody listened")


def test_a_page_that_closes_before_its_change_was_saved(new_page: Callable[..., Page], server: Server) -> None:
    page = enter_demo(new_page(base_url=server.address))
    open_bench(page, "Dunlin")
    lines = page.get_by_test_id("ledger").locator("[data-line]")
    count = lines.count()
    address = page.url
    add(page, "Rod")
    expect(lines).to_have_count(count + 1)
    server.kill()
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Notes", exact=True).first.fill("the last words")
    away(page)
    page.close(run_before_unload=False)
    server.start()
    again = page.context.new_page()
    again.goto(address)
    expect(again.get_by_test_id("put-back")).to_contain_text("is back")
    again.get_by_role("tab", name="Airframe").click()
    expect(again.get_by_label("Notes", exact=True).first).to_have_value("the last words")
    saved(again)
    again.reload()
    expect(again.get_by_test_id("ledger")).to_be_visible()
    expect(again.get_by_test_id("put-back")).to_have_count(0)
    again.get_by_role("tab", name="Airframe").click()
    expect(again.get_by_label("Notes", exact=True).first).to_have_value("the last words")


def test_what_was_kept_meets_what_somebody_else_saved_meanwhile(new_page: Callable[..., Page], server: Server) -> None:
    page = enter_demo(new_page(base_url=server.address))
    open_bench(page, "Dunlin")
    address = page.url
    other = page.context.new_page()
    page.get_by_role("tab", name="Airframe").click()
    server.kill()
    page.get_by_label("Notes", exact=True).first.fill("mine, never sent")
    away(page)
    for _ in range(100):
        kept = json.loads(page.evaluate("JSON.stringify(localStorage)"))
        if any("mine, never sent" in text for text in kept.values()):
            break
        page.wait_for_timeout(50)
    page.close(run_before_unload=False)
    server.start()
    # somebody else, at another browser, has none of this
    other.goto("/")
    other.evaluate("localStorage.clear()")
    other.goto(address)
    other.get_by_role("tab", name="Airframe").click()
    other.get_by_label("Notes", exact=True).first.fill("theirs")
    saved(other)
    other.evaluate(
        "(kept) => Object.entries(JSON.parse(kept)).forEach(([k, v]) => localStorage.setItem(k, v))", json.dumps(kept)
    )
    other.goto(address)
    expect(other.get_by_role("alert")).to_contain_text("saved this airframe after you opened it", timeout=30_000)
    other.get_by_role("button", name="Keep mine").click()
    saved(other)
    other.get_by_role("tab", name="Airframe").click()
    expect(other.get_by_label("Notes", exact=True).first).to_have_value("mine, never sent")


def test_what_was_removed_is_taken_back_at_once_or_later(demo: Page) -> None:
    names = demo.get_by_role("heading", level=2)
    demo.get_by_role("button", name="Remove Dunlin").click()
    expect(demo.get_by_role("alertdialog")).to_contain_text("taken back for 30 days")
    demo.get_by_role("button", name="Remove it").click()
    expect(names).to_have_count(4)
    demo.get_by_test_id("take-back").get_by_role("button", name="Take it back").click()
    expect(names).to_have_count(5)
    expect(demo.get_by_test_id("take-back")).to_have_count(0)
    demo.get_by_role("button", name="Remove Dunlin").click()
    demo.get_by_role("button", name="Remove it").click()
    expect(names).to_have_count(4)
    demo.get_by_role("link", name="What was removed").click()
    row = demo.get_by_test_id("removed").get_by_role("listitem").filter(has_text="Dunlin")
    expect(row).to_contain_text(re.compile("removed by you, .*kept until"))
    demo.get_by_role("button", name="Take back Dunlin").click()
    expect(demo.get_by_role("status")).to_have_text("Dunlin is back.")
    expect(demo.get_by_text("Nothing was removed in the last 30 days.")).to_be_visible()
    demo.get_by_role("link", name="Airframes").click()
    expect(names).to_have_count(5)


def test_a_line_of_the_shelf_a_material_and_a_test_come_back(demo: Page) -> None:
    demo.goto("/shelf")
    item = demo.get_by_role("button", name=re.compile("Change Spruce")).first
    item.click()
    demo.get_by_role("button", name="Take it off the shelf").click()
    expect(demo.get_by_test_id("take-back")).to_contain_text("was removed")
    demo.get_by_role("button", name="Take it back").click()
    expect(demo.get_by_role("button", name=re.compile("Change Spruce")).first).to_be_visible()
    demo.goto("/glue")
    demo.get_by_role("tab", name="Our bond tests").click()
    rows = demo.get_by_test_id("bond-tests").get_by_role("row")
    expect(rows.first).to_be_visible()
    count = rows.count()
    demo.get_by_role("button", name=re.compile("Take out the test")).first.click()
    expect(rows).to_have_count(count - 1)
    demo.get_by_role("button", name="Take it back").click()
    expect(rows).to_have_count(count)


def test_a_removed_scheme_comes_back(demo: Page) -> None:
    open_bench(demo, "Sanderling")
    tabs = demo.get_by_role("tablist", name=re.compile("scheme", re.I)).get_by_role("tab")
    count = tabs.count()
    demo.get_by_role("button", name="Name and notes").click()
    demo.get_by_role("button", name="Remove this scheme").click()
    expect(tabs).to_have_count(count - 1)
    saved(demo)
    demo.goto("/removed")
    demo.get_by_role("button", name=re.compile("Take back .*of Sanderling")).click()
    expect(demo.get_by_role("status")).to_contain_text("is back")
    demo.goto("/")
    open_bench(demo, "Sanderling")
    expect(tabs).to_have_count(count)


def test_two_visitors_of_the_demo_do_not_meet(new_page: Callable[..., Page]) -> None:
    one, other = enter_demo(new_page()), enter_demo(new_page())
    one.get_by_role("button", name=re.compile("Units: mm")).click()
    expect(one.get_by_role("button", name=re.compile("Units: in"))).to_be_visible()
    open_bench(one, "Turnstone")
    lines = one.get_by_test_id("ledger").locator("[data-line]")
    expect(lines.first).to_be_visible()
    before = lines.count()
    add(one, "Rod")
    expect(lines).not_to_have_count(before)
    saved(one)
    one.goto("/")
    one.get_by_role("button", name="Remove Dunlin").click()
    one.get_by_role("button", name="Remove it").click()
    expect(one.get_by_role("heading", level=2)).to_have_count(4)
    other.reload()
    expect(other.get_by_role("heading", level=2)).to_have_count(5)
    expect(other.get_by_role("button", name=re.compile("Units: mm"))).to_be_visible()
    open_bench(other, "Turnstone")
    expect(other.get_by_test_id("ledger").locator("[data-line]")).to_have_count(before)


def test_an_airframe_that_cannot_be_read_is_a_line_and_hides_nothing(demo: Page, database: str) -> None:
    href = demo.get_by_role("link", name="Dunlin", exact=True).get_attribute("href") or ""
    pk = int(href.rpartition("/")[2])
    with psycopg.connect(database) as rows:
        rows.execute("UPDATE workshop_airframe SET document = document || %s WHERE id = %s", ['{"floats": 1}', pk])
    demo.reload()
    expect(demo.get_by_role("heading", level=2)).to_have_count(4)
    line = demo.get_by_test_id("unreadable").get_by_role("listitem")
    expect(line).to_contain_text("Dunlin cannot be read")
    with demo.expect_download() as taken:
        line.get_by_role("link", name="Take the raw file away").click()
    raw = json.loads(taken.value.path().read_text(encoding="utf-8"))
    assert raw["airframe"]["floats"] == 1
    assert raw["states"]
    demo.goto(href)
    expect(demo.get_by_role("heading", name="This airframe cannot be opened")).to_be_visible()
    expect(demo.get_by_text(re.compile("cannot be read"))).to_be_visible()
