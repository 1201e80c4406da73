"""Everything a builder may mistype: told at the field, with what would be right; what was typed stays."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, Route, expect

from .jobs import add, open_bench, saved


def told(field: Locator, typed: str, *words: str) -> None:
    """The message stands at the field and what was typed stays in it."""
    field.fill(typed)
    expect(field).to_have_attribute("aria-invalid", "true")
    message = field.locator("xpath=following-sibling::p[@role='alert']")
    for word in words:
        expect(message).to_contain_text(word)
    field.blur()
    expect(field).to_have_value(typed)


def test_a_new_airframe_with_every_mistake(demo: Page, tmp_path: Path) -> None:
    page = demo
    page.get_by_role("link", name="New airframe").click()
    expect(page.get_by_test_id("bare")).to_be_visible()
    root, tip = page.get_by_label("Chord, inner end"), page.get_by_label("Chord, outer end")
    told(root, "-20", "less than nothing", "It can be from 20 mm to 1200 mm")
    root.fill("200")
    expect(root).to_have_attribute("aria-invalid", "false")
    told(tip, "5 m", "too large", "1200 mm")
    tip.fill("150")
    told(page.get_by_label("Hardest pull, in G"), "0", "too small", "from 1 to 40")
    page.get_by_label("Hardest pull, in G").fill("5")
    told(page.get_by_label("Half span"), "long", "cannot be read", "23 cm")
    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_text("A field holds something that cannot be read.")).to_be_visible()
    told(page.get_by_label("Half span"), "nan", "cannot be read")
    told(page.get_by_label("Half span"), "30 kg", "does not measure a length")
    page.get_by_label("Half span").fill("500")
    told(page.get_by_label("Everything that is not described yet"), "3 kg", "as much as the promise")
    page.get_by_label("Everything that is not described yet").fill("500")
    told(page.get_by_label("Density, if you weighed it"), "90", "is not this foam", "choose the class nearest")
    page.get_by_label("Density, if you weighed it").fill("")
    told(page.get_by_label("Four digits"), "24x2", "not four digits", "such as 2412")
    page.get_by_label("Four digits").fill("2412")
    expect(page.get_by_role("alert")).to_have_count(0)

    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_label("Name", exact=True)).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_label("Half span")).to_have_value("500 mm")

    page.get_by_label("Section", exact=True).select_option(label="from a coordinate file")
    for name, text, words in (
        ("text.dat", "dear diary\nthe wing\nis nice", "is text, not points"),
        ("nan.dat", "x\n1 0\n0.5 nan\n", "a number that is none"),
        ("one.dat", "x\n0.5 0.1\n", "only 1 point"),
        ("many.dat", "x\n" + "0.5 0.1\n" * 50_000, "holds 50000 points"),
        ("huge.dat", "x\n" + "0.50000 0.10000\n" * 640_000, "larger than 2 MB"),
    ):
        path = tmp_path / name
        path.write_text(text)
        page.get_by_label("Coordinate file").set_input_files(path)
        expect(page.locator("#coordinate-said")).to_contain_text(words)
    good = tmp_path / "good.dat"
    good.write_text("good\n1 0\n0.7 0.06\n0.3 0.1\n0.05 0.05\n0 0\n0.05 -0.03\n0.3 -0.03\n0.7 -0.01\n1 0\n")
    page.get_by_label("Coordinate file").set_input_files(good)
    expect(page.locator("#coordinate-said")).to_have_text("good: 9 points")
    page.get_by_label("Name", exact=True).fill("Ruff")
    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_text("Nothing is in this wing yet.")).to_be_visible()


@pytest.mark.parametrize("name", ["Sanderling"])
def test_pieces_that_do_not_fit(demo: Page, name: str) -> None:
    page = demo
    open_bench(page, name)
    good = page.get_by_test_id("sentence").inner_text()
    page.locator("[data-line=tube] button[aria-expanded]").click()
    told(page.get_by_label("Outer diameter"), "40", "but the wing is only", "Take at most")
    expect(page.get_by_test_id("saved")).to_contain_text("not saved until it can be built")
    page.get_by_label("Outer diameter").fill("8")
    told(page.get_by_label("Inner diameter"), "9", "leaves no wall")
    page.get_by_label("Inner diameter").fill("6")
    told(page.get_by_label("Ends, out from the root"), "2 m", "beyond the tip", "650 mm")
    page.get_by_label("Ends, out from the root").fill("450")
    told(page.get_by_label("On the chord at its start"), "100 %", "trailing edge")
    page.get_by_label("On the chord at its start").fill("28 %")
    expect(page.get_by_test_id("sentence")).to_have_text(good)
    saved(page)

    page.locator("[data-line=film] button[aria-expanded]").click()
    page.get_by_label("From, on the chord").fill("70 %")
    told(page.get_by_label("To, on the chord"), "30 %", "backwards", "from 30 % to 70 %")
    page.get_by_label("To, on the chord").fill("100 %")
    expect(page.get_by_role("alert")).to_have_count(0)
    saved(page)


def test_a_wrong_password(page: Page) -> None:
    page.goto("/")
    page.get_by_label("Your name here").fill("nobody")
    page.get_by_label("Password").fill("wrong")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("alert")).to_contain_text("Name and password do not match")
    expect(page.get_by_label("Your name here")).to_have_value("nobody")


def test_joints_ailerons_and_loads_with_every_mistake(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Joint in the middle").select_option(label="braces before and behind the spar")
    thick = page.get_by_label("Its thickness")
    told(thick, "90 mm", "too large", "from 0.3 mm to 25 mm")
    told(thick, "three", "cannot be read")
    thick.fill("2 mm")
    told(page.get_by_label("Reaches into each side"), "0", "too small")
    page.get_by_label("Reaches into each side").fill("60")
    page.get_by_role("tab", name="Controls").click()
    told(page.get_by_label("Ends, out from the root"), "3 m", "too large")
    told(page.get_by_label("Ends, out from the root"), "900", "beyond the tip", "650 mm")
    page.get_by_label("Ends, out from the root").fill("600")
    told(page.get_by_label("Depth, part of the chord"), "90 %", "too large")
    page.get_by_label("Depth, part of the chord").fill("25 %")
    told(page.get_by_label("Servo's torque"), "0", "too small")
    page.get_by_label("Servo's torque").fill("150")
    told(page.get_by_label("Horn, from its inner end"), "120 %", "too large", "100 %")
    page.get_by_label("Horn, from its inner end").fill("50 %")
    page.get_by_role("tab", name="Loads").click()
    told(page.get_by_label("Sharp gust"), "-3", "less than nothing")
    page.get_by_label("Sharp gust").fill("4")
    told(page.get_by_label("Greatest lift coefficient"), "9", "too large", "from 0.3 to 2.5")
    page.get_by_label("Greatest lift coefficient").fill("1.1")
    saved(page)


def test_caps_and_pockets_that_cannot_be(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    add(page, "Web and caps, film")
    editor = page.get_by_role("form", name="The chosen piece")
    told(editor.get_by_label("Thickness of one cap layer"), "6 mm", "no web between them", "thinner caps")
    editor.get_by_label("Thickness of one cap layer").fill("0.5")
    editor.get_by_role("button", name="Remove this piece").click()
    add(page, "Pocket")
    told(editor.get_by_label("Depth"), "0", "too small")
    editor.get_by_label("Depth").fill("10")
    told(editor.get_by_label("To, on the chord"), "10 %", "backwards")
    editor.get_by_label("To, on the chord").fill("55 %")
    saved(page)


def test_an_airframe_that_was_removed_meanwhile(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    number = page.url.split("/")[-2]
    token = page.evaluate("() => fetch('/api/session').then(r => r.json()).then(s => s.csrf)")
    gone = page.request.delete(f"/api/airframes/{number}", headers={"X-CSRFToken": token, "Referer": page.url})
    assert gone.status == 204
    page.locator("[data-line] [role=switch]").first.click()
    expect(page.get_by_test_id("saved")).to_have_text("not saved: removed meanwhile")
    expect(page.get_by_role("alert")).to_contain_text("Somebody removed this airframe meanwhile")
    page.get_by_role("button", name="Take away").click()
    with page.expect_download() as waiting:
        page.get_by_role("button", name="The whole airframe").click()
    assert waiting.value.suggested_filename == "dunlin.json"


def test_two_figures_typed_while_the_first_is_still_read_are_both_kept(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Joint in the middle").select_option(label="braces before and behind the spar")
    expect(page.get_by_label("Its thickness")).to_have_value("1.5 mm")

    def slowly(route: Route) -> None:
        page.wait_for_timeout(700)
        route.continue_()

    page.route("**/api/measure?**", slowly)
    page.get_by_label("Its thickness").fill("2 mm")
    page.get_by_label("Reaches into each side").fill("75 mm")
    # and the form is left before either is read
    page.get_by_role("tab", name="Controls").click()
    page.wait_for_timeout(3000)
    page.unroute("**/api/measure?**")
    saved(page)
    page.reload()
    page.get_by_role("tab", name="Airframe").click()
    expect(page.get_by_label("Its thickness")).to_have_value("2 mm")
    expect(page.get_by_label("Reaches into each side")).to_have_value("75 mm")
