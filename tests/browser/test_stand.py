"""The whole aircraft on its stand, and its parts on the bench, one after the other."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import add, number, open_bench, open_stand, saved


def line(page: Page, part: str) -> str:
    return page.locator(f"[data-part={part}]").inner_text()


def test_a_change_of_the_tailplane_is_seen_on_the_whole_aircraft(demo: Page) -> None:
    open_stand(demo, "Sanderling")
    before, forecast = line(demo, "tailplane"), number(demo.get_by_test_id("forecast"))
    wing = line(demo, "wing")
    demo.get_by_role("link", name="Tailplane, to the bench").click()
    expect(demo.get_by_role("heading", name="Sanderling, the tailplane")).to_be_visible()
    demo.locator("[data-line=strip] button[aria-expanded]").click()
    demo.get_by_label("Width", exact=True).fill("3")
    expect(demo.locator("[data-line=strip]")).to_contain_text("3 mm × 1 mm strip")
    saved(demo)
    weaker = demo.get_by_test_id("sentence").inner_text()
    demo.get_by_role("navigation", name="Parts of the aircraft").get_by_role("link", name="Stand").click()
    expect(demo.locator("[data-part=tailplane]")).not_to_contain_text(before.splitlines()[2])
    assert weaker
    assert number(demo.get_by_test_id("forecast")) < forecast
    assert line(demo, "wing") == wing
    # one undo, on the stand, takes the bench's change back
    demo.get_by_role("button", name="Undo").click()
    expect(demo.get_by_test_id("forecast")).to_have_text(f"{forecast:.0f} g")
    saved(demo)


def test_a_tail_is_added_built_and_taken_out_again(demo: Page) -> None:
    open_stand(demo, "Turnstone")
    expect(demo.get_by_role("link", name=re.compile(", to the bench"))).to_have_count(1)
    demo.get_by_role("button", name="Add a fin").click()
    expect(demo.locator("[data-part=fin]")).to_contain_text("First try; 1 scheme")
    saved(demo)
    demo.get_by_role("link", name="Fin, to the bench").click()
    expect(demo.get_by_text("Nothing is in this fin yet.")).to_be_visible()
    bare = number(demo.get_by_test_id("break"))
    add(demo, "Skin")
    expect(demo.locator("[data-line=skin-1]")).to_be_visible()
    saved(demo)
    assert number(demo.get_by_test_id("break")) > bare
    demo.get_by_role("tab", name="Loads").click()
    cases = demo.get_by_test_id("cases")
    expect(cases).to_contain_text("Full rudder")
    expect(cases).not_to_contain_text("A gust")
    demo.get_by_role("textbox", name="Push at the tip").fill("2")
    expect(cases).to_contain_text("A push at the tip, 2 N")
    saved(demo)
    demo.reload()
    expect(demo.get_by_role("heading", name="Turnstone, the fin")).to_be_visible()
    demo.get_by_role("navigation", name="Parts of the aircraft").get_by_role("link", name="Stand").click()
    demo.get_by_role("button", name="Take the fin out").click()
    demo.get_by_role("button", name="Take it out").click()
    expect(demo.locator("[data-part=fin]")).to_have_count(0)
    saved(demo)
    demo.goto("/")
    demo.get_by_role("link", name="What was removed").click()
    expect(demo.get_by_test_id("removed")).to_contain_text("First try, of Turnstone")


def test_the_parts_of_the_form_are_those_of_the_part(demo: Page) -> None:
    open_bench(demo, "Dunlin", "Tailplane")
    demo.get_by_role("tab", name="Airframe").click()
    demo.get_by_label("Halves turned up").fill("35")
    saved(demo)
    demo.get_by_label("Half span").fill("3 m")
    expect(demo.get_by_label("Half span")).to_have_attribute("aria-invalid", "true")
    demo.get_by_label("Half span").fill("19 cm")
    expect(demo.get_by_text("380 mm from tip to tip.")).to_be_visible()
    saved(demo)
