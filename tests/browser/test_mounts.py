"""Mounts in the browser: a motor on its firewall, a wing on its bands, what cannot be, inches, and a phone."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, Page, expect

from .jobs import number, open_stand, saved


def at_the_mounts(page: Page, name: str) -> None:
    open_stand(page, name)
    page.get_by_role("link", name="Mounts").click()
    expect(page.get_by_test_id("mounts-first")).to_be_visible()


def put_in(page: Page, kind: str) -> Locator:
    offers = page.get_by_test_id("mount-offers")
    if not offers.is_visible():
        page.get_by_text("Put something in").click()
    offers.get_by_role("button", name=kind, exact=True).click()
    chosen = page.get_by_test_id("chosen-mount")
    expect(chosen).to_have_attribute("aria-label", kind)
    return chosen


def test_a_motor_is_mounted(demo: Page) -> None:
    page = demo
    at_the_mounts(page, "Turnstone")
    expect(page.get_by_test_id("mounts-first")).to_have_text("Nothing is mounted yet.")
    expect(page.get_by_test_id("mount-offers").get_by_role("button", name="Tail glued on")).to_be_disabled()
    chosen = put_in(page, "Firewall")
    expect(page.get_by_test_id("mounts-first")).to_have_text("All of them hold.")
    expect(chosen.get_by_text("none is on the list of gear")).to_be_visible()
    before = number(chosen.get_by_test_id("mount-ways").locator("td").nth(1))
    # without the sticks beside it less glue holds it
    chosen.get_by_label("Beside it").select_option("nothing")
    expect(chosen.get_by_label("Width of that")).to_have_count(0)
    expect(chosen.get_by_test_id("mount-ways").locator("td").nth(1)).not_to_contain_text(f"{before:g}")
    assert number(chosen.get_by_test_id("mount-ways").locator("td").nth(1)) < before
    # a motor as it stands on its label: the plate carries that from now on
    page.get_by_role("link", name="Balance").click()
    page.get_by_label("What is carried, as it stands on the label").fill("motor 48 g, 28 x 28 x 30")
    page.get_by_role("button", name="Put it in").click()
    expect(page.get_by_text("lies where it usually does")).to_be_visible()
    expect(page.get_by_test_id("weights")).to_contain_text("Firewall")
    page.get_by_role("link", name="Mounts").click()
    page.get_by_test_id("mounts").get_by_role("button", name="Firewall").click()
    expect(page.get_by_test_id("chosen-mount").get_by_text("none is on the list of gear")).to_have_count(0)
    saved(page)
    page.reload()
    expect(page.get_by_test_id("mounts")).to_contain_text("Firewall")
    page.get_by_test_id("mounts").get_by_role("button", name="Firewall").click()
    expect(page.get_by_test_id("chosen-mount").get_by_label("Beside it")).to_have_value("none")
    page.get_by_role("button", name="Take it out").click()
    expect(page.get_by_test_id("mounts-first")).to_have_text("Nothing is mounted yet.")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_test_id("mounts")).to_contain_text("Firewall")


def test_a_wing_is_seated_with_bands(demo: Page) -> None:
    page = demo
    at_the_mounts(page, "Godwit")
    chosen = put_in(page, "Wing on rubber bands")
    expect(chosen.get_by_role("img", name="Wing on rubber bands, from the side")).to_be_visible()
    needed = chosen.locator("dl div", has_text="Bands that hold it").locator("dd b")
    many = int(number(needed))
    bands = chosen.get_by_label("Bands", exact=True)
    bands.fill("2")
    bands.press("Tab")
    todo = page.get_by_test_id("mount-todo")
    expect(todo).to_have_text(f"{many} of these bands would hold it.")
    expect(page.get_by_test_id("mounts-first")).to_contain_text("Wing on rubber bands: too weak.")
    bands.fill(str(many))
    bands.press("Tab")
    expect(todo).to_have_text("Sound as it is.")
    chosen.get_by_role("button", name=re.compile("^Why: the wing lifts off")).click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Ogden 1972")
    expect(sheet).to_contain_text("How sure it is")
    page.keyboard.press("Escape")
    # bands that are not stretched hold nothing: told where they are described
    long = chosen.get_by_label("Length of a band lying flat")
    long.fill("38 cm")
    long.press("Tab")
    expect(long).to_have_attribute("aria-invalid", "true")
    expect(chosen.get_by_role("alert")).to_contain_text("are not stretched over")
    expect(page.get_by_test_id("mounts").locator("[data-mount=wing_bands]")).to_contain_text("cannot be")
    saved(page)


def test_mistakes_are_told_where_they_are_and_nothing_is_lost(demo: Page) -> None:
    page = demo
    at_the_mounts(page, "Sanderling")
    page.get_by_test_id("mounts").get_by_role("button", name="Firewall").click()
    chosen = page.get_by_test_id("chosen-mount")
    thick = chosen.get_by_label("Thickness", exact=True)
    thick.fill("-3")
    thick.press("Tab")
    expect(thick).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_test_id("saved")).to_have_text("not saved until it can be built")
    expect(page.get_by_test_id("mounts")).to_contain_text("Battery's hold")
    thick.fill("1/8 in")
    thick.press("Tab")
    expect(thick).to_have_value(re.compile(r"^3\.1[78] mm$"))
    place = chosen.get_by_label("Behind the nose")
    place.fill("2.4 m")
    place.press("Tab")
    expect(chosen.get_by_role("alert")).to_contain_text("beyond the end")
    place.fill("0")
    place.press("Tab")
    expect(place).to_have_attribute("aria-invalid", "false")
    wide = chosen.get_by_label("Width", exact=True)
    wide.fill("20 cm")
    wide.press("Tab")
    expect(chosen.get_by_role("alert")).to_contain_text("there is room for")
    wide.fill("26")
    wide.press("Tab")
    saved(page)
    # what a mount holds is taken out: it says so, and the page goes on
    page.get_by_role("link", name="Balance").click()
    page.get_by_test_id("weights").get_by_role("button", name="battery").click()
    page.get_by_role("button", name="Take it out").click()
    page.get_by_role("link", name="Mounts").click()
    hold = page.get_by_test_id("mounts").locator("[data-mount=hold_down]")
    expect(hold).to_contain_text("cannot be")
    hold.get_by_role("button").click()
    expect(page.get_by_test_id("mount-todo")).to_contain_text("is not on the list of gear any more")


def test_in_inches_and_with_one_thumb(demo: Page) -> None:
    page = demo
    page.set_viewport_size({"width": 390, "height": 844})
    at_the_mounts(page, "Sanderling")
    page.get_by_role("button", name=re.compile("^Units")).click()
    expect(page.get_by_test_id("mounts")).to_contain_text("oz")
    page.get_by_test_id("mounts").get_by_role("button", name="Wing on bolts").click()
    chosen = page.get_by_test_id("chosen-mount")
    expect(chosen).to_be_in_viewport()
    expect(chosen.locator("dl")).to_contain_text(re.compile(r"\d lb"))
    expect(chosen.get_by_label("Width of the plate")).to_have_value(re.compile(r"in$"))
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
