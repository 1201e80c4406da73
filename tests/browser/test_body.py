"""The body on the bench and on the stand: in a usual size, its bottom left off, its twist read, closed by film."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import add, number, open_stand, saved


def bodiless(page: Page) -> None:
    """Sanderling on its stand, with its body taken out."""
    open_stand(page, "Sanderling")
    page.get_by_role("button", name="Take the body out").click()
    page.get_by_role("button", name="Take it out").click()
    expect(page.get_by_role("link", name="Body, to the bench")).to_have_count(0)
    saved(page)


def with_a_new_body(page: Page) -> None:
    """One of a usual size, on the bench."""
    page.get_by_role("button", name="Add a body").click()
    page.get_by_role("link", name="Body, to the bench").click()
    expect(page.get_by_text("Nothing is in this body yet.")).to_be_visible()


DRAWN = b"""<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="200mm" viewBox="0 0 900 200">
<path d="M 20 100 L 190 55 L 400 60 L 870 85 L 870 120 L 400 145 L 20 135 Z"/></svg>"""


def test_a_body_from_nothing_loses_its_bottom_and_gets_it_back_by_film(demo: Page) -> None:
    page = demo
    bodiless(page)
    before = number(page.get_by_text(re.compile(r"^Of it [\d.]+ g for everything")))
    with_a_new_body(page)
    expect(page.get_by_test_id("twist")).to_have_text(re.compile("°"))
    shut = number(page.get_by_test_id("twist"))
    page.get_by_role("tab", name="Airframe").click()
    # what it weighs was in the rest before
    page.get_by_role("button", name="Leave a wall open").click()
    saved(page)
    expect(page.get_by_test_id("twist")).not_to_have_text(re.compile(rf"^{shut:g}°$"))
    opened = number(page.get_by_test_id("twist"))
    assert opened > shut
    # a mistake is told at its field, and what was there stays
    page.get_by_label("To, behind the nose").fill("2 m")
    page.get_by_label("To, behind the nose").press("Tab")
    expect(page.get_by_label("To, behind the nose")).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_role("alert").filter(has_text="behind the tail").first).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("alert").filter(has_text="behind the tail")).to_have_count(0)
    # bands of tape crossed over it bring some back, a whole sheet more
    page.get_by_role("tab", name="Ledger").click()
    add(page, "Bands across an opening")
    saved(page)
    expect(page.get_by_test_id("twist")).not_to_have_text(re.compile(rf"^{opened:g}°$"))
    banded = number(page.get_by_test_id("twist"))
    assert banded < opened
    expect(page.get_by_test_id("ledger")).to_contain_text("crossed")
    add(page, "Skin")
    saved(page)
    expect(page.get_by_test_id("twist")).not_to_have_text(re.compile(rf"^{banded:g}°$"))
    assert number(page.get_by_test_id("twist")) < banded
    page.get_by_role("tab", name="Weak spots").click()
    expect(page.get_by_text(re.compile("behind the nose")).first).to_be_visible()
    page.get_by_role("link", name="Stand").click()
    expect(page.get_by_test_id("parts")).to_contain_text("Body")
    after = number(page.get_by_text(re.compile(r"^Of it [\d.]+ g for everything")))
    assert after < before
    expect(page.get_by_text(re.compile("which is not described yet"))).to_have_count(0)


def test_a_profile_from_nothing_gives_its_rudder_away_until_a_sheet_is_slotted_across(demo: Page) -> None:
    page = demo
    bodiless(page)
    with_a_new_body(page)
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Made as").select_option("Boards on edge")
    expect(page.get_by_label("Width", exact=True)).to_have_count(0)
    saved(page)
    # cut out as it is drawn; what is no drawing is told, and what was there stays
    page.get_by_text("Take the outline from a drawing").click()
    drawing = page.get_by_label("Seen from the side, SVG or DXF")
    drawing.set_input_files({"name": "notes.svg", "mimeType": "image/svg+xml", "buffer": b"hello"})
    expect(page.get_by_role("alert").filter(has_text="no SVG or DXF drawing")).to_be_visible()
    drawing.set_input_files({"name": "body.svg", "mimeType": "image/svg+xml", "buffer": DRAWN})
    expect(page.get_by_text("Undo brings back what was there.")).to_be_visible()
    expect(page.get_by_text("850 mm long.")).to_be_visible()
    saved(page)
    # the slice is that of a board that stands
    expect(page.get_by_text(re.compile("its top edge on the left"))).to_be_visible()
    # seven millimetres are no board: told at the field, and what was there stays
    thick = page.get_by_label("Thickness of it all")
    thick.fill("7.4 mm")
    thick.press("Tab")
    expect(thick).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_role("alert").filter(has_text="no whole number of boards").first).to_be_visible()
    thick.fill("0.2 in")
    thick.press("Tab")
    expect(thick).not_to_have_attribute("aria-invalid", "true")
    saved(page)
    page.get_by_role("tab", name="Loads").click()
    eaten = page.get_by_test_id("screens").get_by_text(re.compile("of the rudder.s effect eaten"))
    expect(eaten).to_be_visible()
    before = number(eaten)
    assert before > 20
    expect(page.get_by_test_id("cases")).to_contain_text("Full motor")
    page.get_by_role("button", name=re.compile("^Why: rudder, eaten|rudder, eaten")).click()
    expect(page.get_by_text("What the body eats of the rudder")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("tab", name="Ledger").click()
    add(page, "Sheet slotted across")
    expect(page.get_by_test_id("ledger")).to_contain_text("of its height, from the top")
    saved(page)
    page.get_by_role("tab", name="Loads").click()
    expect(eaten).not_to_have_text(re.compile(rf"^{before:g} %"))
    assert number(eaten) < 0.75 * before
    page.get_by_role("link", name="Stand").click()
    expect(page.get_by_test_id("first")).to_contain_text("comes first")
