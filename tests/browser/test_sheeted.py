"""A wing of thin sheets over webs and ribs: described, held up inside, weighed against wood, told where it is wrong."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import add, describe_new, number, saved


def _section(page: Page) -> None:
    page.get_by_role("tab", name="Airframe").click()
    expect(page.get_by_label("Section", exact=True)).to_be_visible()


def test_thin_sheets_over_webs_and_ribs(demo: Page) -> None:
    page = demo
    describe_new(page, "Greenshank")
    # a solid wing has no room for ribs: they are not offered
    page.get_by_role("button", name="Add a piece").click()
    offers = page.get_by_role("dialog", name="Pieces to add")
    expect(offers.get_by_text("Full-height web", exact=True)).to_be_visible()
    expect(offers.get_by_text("Ribs of foam", exact=True)).to_have_count(0)
    page.keyboard.press("Escape")
    _section(page)
    page.get_by_label("Section", exact=True).select_option("sheeted")
    expect(page.get_by_label("Thickness of the sheets")).to_have_value("3 mm")
    expect(page.get_by_label("Foam, board or wood of the sheets")).to_have_value("xps_sheet")
    saved(page)
    page.get_by_role("tab", name="Ledger").click()
    add(page, "Web of foam")
    add(page, "Ribs of foam")
    expect(page.get_by_test_id("ledger")).to_contain_text("8 ribs")
    page.get_by_label("From rib to rib").fill("40")
    page.get_by_label("From rib to rib").press("Tab")
    expect(page.get_by_test_id("ledger")).to_contain_text("16 ribs")
    # nearly solid: told at its field, and what was there stays
    page.get_by_label("From rib to rib").fill("11")
    page.get_by_label("From rib to rib").press("Tab")
    expect(page.get_by_label("From rib to rib")).to_have_attribute("aria-invalid", "true")
    page.get_by_label("From rib to rib").fill("40")
    page.get_by_label("From rib to rib").press("Tab")
    saved(page)
    page.get_by_role("tab", name="Weak spots").click()
    expect(page.get_by_text(re.compile("behind the spar buckles")).first).to_be_visible()
    foam = number(page.get_by_text(re.compile(r"^wing [\d.]+ g")).first)
    # sheets of balsa instead
    _section(page)
    page.get_by_label("Foam, board or wood of the sheets").select_option("balsa_light")
    page.get_by_label("Thickness of the sheets").fill("1.5")
    page.get_by_label("Thickness of the sheets").press("Tab")
    saved(page)
    expect(page.get_by_text(re.compile(r"^wing [\d.]+ g")).first).not_to_have_text(re.compile(rf"^wing {foam:g} g"))
    page.get_by_role("tab", name="Weak spots").click()
    expect(page.get_by_text(re.compile("The wood shears inside")).first).to_be_visible()
    # sheets that leave no room are told at their field
    _section(page)
    page.get_by_label("Four digits").fill("2408")
    page.get_by_label("Thickness of the sheets").fill("9.9")
    page.get_by_label("Thickness of the sheets").press("Tab")
    expect(page.get_by_role("alert").filter(has_text="leave no room").first).to_be_visible()
    page.get_by_label("Thickness of the sheets").fill("1.5")
    page.get_by_label("Thickness of the sheets").press("Tab")
    expect(page.get_by_role("alert").filter(has_text="leave no room")).to_have_count(0)
