"""Weak spots, loads, curves along the span and the working of any figure, as a builder would use them."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import add, number, open_bench, saved


def tab(page: Page, name: str) -> None:
    page.get_by_role("tab", name=name).click()


def test_every_way_to_fail_is_listed_and_opens_its_working(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    tab(page, "Weak spots")
    lines = page.get_by_test_id("modes").get_by_role("listitem")
    expect(lines.first).to_contain_text("The top rod slips in its glue, at the root")
    worst = number(page.get_by_test_id("break"))
    assert number(lines.first.get_by_text(re.compile(r" G$"))) == worst
    shown = lines.count()
    page.get_by_role("button", name=re.compile("^Show all")).click()
    assert lines.count() > shown
    kink = lines.filter(has_text="kinks out of the foam").first
    kink.get_by_role("button").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Hetenyi 1946")
    expect(sheet).to_contain_text("2 √(k E I)")
    sheet.get_by_role("button", name="Close").click()
    expect(sheet).to_be_hidden()


def test_the_ribbon_is_told_in_words_with_its_working(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    names = page.get_by_test_id("ribbon-names").get_by_role("listitem")
    expect(names.first).to_contain_text("in a gust")
    names.first.get_by_role("button").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("A sharp upward gust of 6 m/s at 16 m/s")
    expect(sheet).to_contain_text("Pratt 1953")


def test_loads_follow_how_it_is_flown_and_can_be_changed(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    tab(page, "Loads")
    cases = page.get_by_test_id("cases").get_by_role("listitem")
    belly = cases.filter(has_text="belly landing")
    expect(belly).to_contain_text("A belly landing, 12 G")
    field = page.get_by_label("Belly landing, in G")
    expect(field).to_have_value("12")
    field.fill("50")
    expect(belly).to_contain_text("A belly landing, 50 G")
    expect(belly).to_contain_text("the hardest")
    expect(page.get_by_test_id("judged")).to_contain_text(
        "a belly landing, 520 g ready to fly: nothing may show at 50 G"
    )
    expect(page.get_by_test_id("ribbon-names")).to_contain_text("in a belly landing")
    saved(page)
    # bad input is told at its field and nothing is lost
    field.fill("900")
    expect(page.locator("p[role=alert]").filter(has_text="900 is too large")).to_be_visible()
    expect(field).to_have_value("900")
    field.fill("")
    expect(belly).to_contain_text("A belly landing, 12 G")
    # a hard pull that the wing cannot lift is cut back, and says so
    page.get_by_label("Greatest lift coefficient").fill("0.7")
    expect(cases.first).to_contain_text("it cannot pull more")
    cases.first.get_by_role("button", name="Why: a hard pull").click()
    expect(page.get_by_role("dialog")).to_contain_text("CLmax q S / W")


def test_quick_checks_are_named_as_such(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    tab(page, "Loads")
    screens = page.get_by_test_id("screens")
    expect(screens).to_contain_text("first shake up and down")
    expect(screens).to_contain_text("A quick check, not a promise")
    screens.get_by_role("button", name="Why: Divergence").click()
    expect(page.get_by_role("dialog")).to_contain_text("strip theory")


def test_two_schemes_over_each_other_along_the_span(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    tab(page, "Along the span")
    plots = page.get_by_test_id("plots").get_by_role("img")
    expect(plots).to_have_count(8)
    expect(plots.first).to_have_attribute("aria-label", re.compile("^Bending moment. Rods top and bottom: "))
    stiffness = page.get_by_role("img", name=re.compile("^Bending stiffness EI"))
    assert stiffness.locator("path").count() == 1
    page.get_by_label("beside").select_option(label="One dowel in the middle")
    expect(stiffness).to_have_attribute("aria-label", re.compile("One dowel in the middle: "))
    assert stiffness.locator("path").count() == 2
    # figures at the station line follow it
    before = stiffness.locator("..").get_by_test_id("here").inner_text()
    page.get_by_label("Station line").fill("300")
    expect(stiffness.locator("..").get_by_test_id("here")).not_to_have_text(before)


def test_why_of_a_piece_and_of_the_stiffness_here(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.get_by_role("button", name="Why: what top rod buys").click()
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("Breaks without it")
    expect(sheet).to_contain_text("Break load that it buys")
    sheet.get_by_role("button", name="Close").click()
    page.get_by_role("button", name="Why: bending stiffness EI").click()
    expect(sheet).to_contain_text("Largest EI, about its own axis")
    expect(sheet).to_contain_text("slip")


def test_what_drives_the_spread_is_drawn(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.get_by_role("button", name="Why: First sign").click()
    sure = page.get_by_role("region", name="How sure it is")
    expect(sure).to_contain_text("Four builds in five lie between")
    expect(sure.get_by_role("listitem").first).to_contain_text(
        re.compile("The foam: shear strength|when a glue line slips")
    )
    details = page.get_by_text(re.compile("figures that went in"))
    details.click()
    expect(page.get_by_role("dialog")).to_contain_text("handbook or standard class values")


def test_a_web_gets_caps_that_drop_off(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    add(page, "Full-height web")
    editor = page.get_by_role("form", name="The chosen piece")
    expect(editor.get_by_label("Width of the caps")).to_have_count(0)
    before = number(page.get_by_test_id("bend"))
    editor.get_by_label("Caps over its edges").select_option(label="Carbon, pultruded")
    expect(editor.get_by_label("Width of the caps")).to_have_value("6 mm")
    editor.get_by_label("Layers").select_option("2")
    expect(editor.get_by_label("The first layer ends at")).to_be_visible()
    editor.get_by_label("The first layer ends at").fill("200")
    expect(page.get_by_test_id("ledger")).to_contain_text("caps 6 mm × 0.5 mm, 2 layers")
    saved(page)
    assert number(page.get_by_test_id("bend")) < 0.6 * before


def test_the_joint_in_the_middle_is_asked_for_and_judged(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    tab(page, "Airframe")
    page.get_by_label("Joint in the middle").select_option(label="butted and glued")
    tab(page, "Weak spots")
    expect(page.get_by_test_id("modes")).to_contain_text("butted faces at the joint let go")
    expect(page.get_by_test_id("sentence")).to_contain_text("at the joint")


def test_ailerons_bring_a_rolling_pull_and_a_check_for_reversal(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    tab(page, "Controls")
    page.get_by_role("button", name="Add an aileron").click()
    ends = page.get_by_label("Ends, out from the root")
    expect(ends).to_have_value("404 mm")
    ends.fill("500")
    expect(page.get_by_text("The aileron ends at 500 mm, beyond the tip.").first).to_be_visible()
    ends.fill("400")
    page.get_by_label("Throw each way").fill("25")
    saved(page)
    tab(page, "Loads")
    expect(page.get_by_test_id("cases")).to_contain_text("A rolling pull")
    expect(page.get_by_test_id("screens")).to_contain_text("Control reversal")
