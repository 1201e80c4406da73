"""A wing folded from board, from nothing, in inches: described, given a spar, peeled, read, and its pattern taken."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import add, describe_new, number, open_bench, saved, taken


def _section(page: Page) -> None:
    page.get_by_role("tab", name="Airframe").click()
    expect(page.get_by_label("Section", exact=True)).to_be_visible()


def test_a_folded_wing_from_nothing_in_inches(demo: Page) -> None:
    page = demo
    describe_new(page, "Redshank")
    page.get_by_role("button", name=re.compile("^Units")).click()
    _section(page)
    page.get_by_label("Section", exact=True).select_option("folded")
    # usual sizes that fit this chord, and a board instead of the foam
    expect(page.get_by_label("Height over the spar")).to_have_value(re.compile(" in$"))
    expect(page.get_by_label("Foam or board")).to_have_value("foamboard_light")
    page.get_by_label("Height over the spar").fill("1 in")
    page.get_by_label("Front crease behind the nose").fill("1 1/2")
    page.get_by_label("Front crease behind the nose").press("Tab")
    saved(page)
    expect(page.get_by_role("img", name=re.compile("^Section"))).to_be_visible()
    page.get_by_role("tab", name="Ledger").click()
    add(page, "Layers of board")
    expect(page.get_by_test_id("ledger")).to_contain_text("boards")
    grams = number(page.get_by_text(re.compile(r"^wing [\d.]+ oz")).first)
    _section(page)
    page.get_by_label("Paper inside").select_option("both")
    saved(page)
    # what it saved is read at once
    lighter = page.get_by_text(re.compile(r"^wing [\d.]+ oz")).first
    expect(lighter).not_to_have_text(re.compile(rf"^wing {grams:g} oz"))
    assert number(lighter) < grams
    pattern = taken(page, "Flat pattern of the sheet").read_text(encoding="utf-8")
    assert "nose: fold here" in pattern
    assert "4 in of the part" in pattern
    # a mistake is told at its field, and what was there stays
    page.get_by_label("Height over the spar").fill("1/4 in")
    page.get_by_label("Height over the spar").press("Tab")
    expect(page.get_by_label("Height over the spar")).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_role("alert").filter(has_text="leaves no room between two sheets").first).to_be_visible()
    page.get_by_label("Height over the spar").fill("1 in")
    page.get_by_label("Height over the spar").press("Tab")
    expect(page.get_by_label("Height over the spar")).not_to_have_attribute("aria-invalid", "true")


def test_schemes_that_differ_by_their_spar(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    expect(page.get_by_test_id("judged")).to_contain_text("sound")
    page.get_by_role("tab", name="Three boards, 25 mm wide").click()
    expect(page.get_by_test_id("ledger")).to_contain_text("3 boards 25 mm wide")
    page.get_by_role("tab", name="Tape and no spar").click()
    expect(page.get_by_test_id("ledger")).not_to_contain_text("boards 25 mm")
    page.get_by_role("tab", name="Weak spots").click()
    page.get_by_role("button", name=re.compile("^Show all")).click()
    expect(page.get_by_text(re.compile("The glued trailing edge opens")).first).to_be_visible()
    # a spar that stands where there is no room is told at its place
    page.get_by_role("tab", name="Box folded from board chosen").click()
    page.get_by_role("tab", name="Ledger").click()
    page.locator("[data-line=box-1] button[aria-expanded]").click()
    place = page.get_by_label("On the chord at its start")
    place.fill("90 %")
    place.press("Tab")
    expect(page.get_by_role("alert").filter(has_text="over the flat between the creases").first).to_be_visible()
