"""A builder hinges an aileron for 25 degrees both ways and takes its bevel gauge away at 1:1."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from .jobs import number, open_bench, saved
from .test_accessible import check


def test_hinge_an_aileron_and_print_its_gauge(demo: Page) -> None:
    demo.get_by_role("link", name="Hinges").click()
    says = demo.get_by_test_id("surface-says")
    expect(demo.get_by_test_id("surface-more")).to_contain_text("will warp")
    expect(says).to_contain_text("three layers of film, balsa, or a strip of carbon")
    demo.get_by_label("Horn, from its inner end").fill("0 %")
    expect(says).to_contain_text("With its horn in the middle")
    demo.get_by_label("Horn, from its inner end").fill("50 %")
    demo.get_by_label("Film round it", exact=True).select_option(label="Laminating film, 75 µm")
    demo.get_by_label("Layers", exact=True).select_option("3")
    expect(demo.get_by_test_id("surface-more")).to_contain_text("stays straight")
    demo.get_by_label("Throw each way").fill("25")
    hinges = demo.get_by_test_id("hinges")
    expect(hinges.get_by_role("listitem").filter(has_text="One flute")).to_contain_text("cannot be made in foam")
    # told for the new throw before it is pressed: the list goes by worth, and moves when it is told anew
    expect(demo.locator("[data-hinge=tape_bevel]")).to_contain_text("bevel 27°")
    demo.locator("[data-hinge=tape_bevel]").get_by_role("button").click()
    picture = demo.get_by_role("img", name=re.compile("One tape and a bevel in section"))
    expect(picture).to_have_accessible_name(re.compile("Bevel 27 degrees"))
    slider = demo.get_by_role("slider", name="Swing the surface")
    slider.focus()
    for _ in range(3):
        demo.keyboard.press("ArrowRight")
    expect(picture).to_have_accessible_name(re.compile("swung 3 degrees down"))
    expect(demo.get_by_text("Free 90° up and 27° down")).to_be_visible()
    with demo.expect_download() as taken:
        demo.get_by_role("button", name="Bevel gauge to print").click()
    assert taken.value.suggested_filename == "bevel-27-degrees.svg"
    text = Path(taken.value.path()).read_text(encoding="utf-8")
    assert 'mm"' in text
    assert "27 degrees" in text
    check(demo, "control surfaces")
    demo.get_by_label("Throw each way").fill("88")
    expect(demo.get_by_text(re.compile("too large")).first).to_be_visible()


def test_the_aileron_of_a_wing_is_built_driven_and_hinged_for_good(demo: Page) -> None:
    open_bench(demo, "Sanderling")
    demo.get_by_role("tab", name="Controls").click()
    says, ways = demo.get_by_test_id("surface-says"), demo.get_by_test_id("ways")
    expect(says).to_contain_text("With its horn in the middle")
    twisted = demo.locator("[data-figure=twist] dd b")
    before = number(twisted)
    # what a change would buy is what it gives once it is taken
    row = ways.get_by_role("row").filter(has_text="The horn in the middle")
    promised = row.get_by_role("cell").first.inner_text()
    row.get_by_role("button", name="Take it").click()
    expect(demo.get_by_label("Horn, from its inner end")).to_have_value("50 %")
    expect(twisted).to_have_text(promised)
    assert number(twisted) < before
    ways.get_by_role("row").filter(has_text="A strip of carbon").get_by_role("button", name="Take it").click()
    expect(demo.get_by_test_id("surface-more")).to_contain_text("stays straight")
    # every figure opens its working
    demo.get_by_role("button", name="Why: Servo's reserve").click()
    working = demo.get_by_role("dialog")
    expect(working).to_contain_text("Glauert 1927")
    expect(working).to_contain_text("What the spread comes from")
    check(demo, "a surface's working")
    demo.keyboard.press("Escape")
    # the twist is drawn, and told as a table
    picture = demo.get_by_role("img", name=re.compile("The surface from above, horn 120 mm"))
    expect(picture).to_be_visible()
    demo.get_by_text("The twist as a table").click()
    rows = demo.get_by_role("table", name="The twist as a table").get_by_role("row")
    assert rows.count() > 20
    # looked at is not chosen; chosen stays
    demo.locator("[data-hinge=tape_bevel]").get_by_role("button").first.click()
    saved(demo)
    demo.get_by_role("button", name="Hinge it so").click()
    expect(demo.locator("[data-hinge=tape_bevel]")).to_contain_text("chosen")
    saved(demo)
    check(demo, "the controls of a wing")
    demo.reload()
    demo.get_by_role("tab", name="Controls").click()
    expect(demo.locator("[data-hinge=tape_bevel]")).to_contain_text("chosen")
    expect(demo.get_by_label("Horn, from its inner end")).to_have_value("50 %")
    demo.get_by_role("button", name="Undo").click()
    expect(demo.locator("[data-hinge=tape_bevel]")).not_to_contain_text("chosen")


def test_a_flap_is_added_beside_the_aileron_and_taken_out(demo: Page) -> None:
    open_bench(demo, "Sanderling")
    demo.get_by_role("tab", name="Controls").click()
    demo.get_by_role("button", name="Add a flap").click()
    expect(demo.get_by_label("Ends, out from the root")).to_have_value("380 mm")
    expect(demo.get_by_role("group", name="The half wing from above")).to_contain_text("flap")
    demo.get_by_label("Ends, out from the root").fill("500")
    expect(demo.get_by_text("Flap and aileron lie over each other from 380 mm to 500 mm.").first).to_be_visible()
    expect(demo.get_by_test_id("saved")).to_contain_text("not saved")
    demo.get_by_label("Ends, out from the root").fill("370")
    saved(demo)
    demo.get_by_role("button", name="Take the flap out").click()
    expect(demo.get_by_role("button", name="Add a flap")).to_be_visible()
    saved(demo)


def test_a_tail_s_surface_in_inches(demo: Page) -> None:
    demo.get_by_role("button", name=re.compile("Units")).click()
    demo.get_by_role("link", name="Hinges").click()
    demo.get_by_label("Length", exact=True).fill('12 1/2"')
    expect(demo.get_by_role("img", name=re.compile(r"horn 6 1.4 in from its inner end"))).to_be_visible()
    expect(demo.get_by_test_id("surface")).to_contain_text("oz")
