"""A builder's whole job in the real interface, from the door to a wing that is there after a reload."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from .jobs import add, describe_new, number, open_bench, saved
from .test_accessible import check


def test_from_the_door_to_a_wing_that_stays(demo: Page) -> None:
    page = demo
    describe_new(page, "Whimbrel")
    bare_break = number(page.get_by_test_id("break"))
    expect(page.get_by_test_id("bend")).to_have_text("folds")
    expect(page.get_by_test_id("folds")).to_contain_text("Give it a spar or more depth first")
    assert number(page.get_by_test_id("added")) == 0

    add(page, "Rod")
    expect(page.locator("[data-line=rod-1]")).to_be_visible()
    page.get_by_label("Diameter", exact=True).fill("5 mm")
    expect(page.locator("[data-line=rod-1]")).to_contain_text("5 mm rod")
    rod_break, rod_grams = number(page.get_by_test_id("break")), number(page.get_by_test_id("added"))
    assert rod_break > bare_break
    assert rod_grams > 10
    expect(page.get_by_test_id("folds")).to_have_count(0)
    assert number(page.get_by_test_id("bend")) > 1

    add(page, "Skin")
    expect(page.locator("[data-line=skin-1]")).to_be_visible()
    expect(page.get_by_test_id("sentence")).to_contain_text("film wrinkles first; holds to")
    both_grams = number(page.get_by_test_id("added"))
    assert both_grams > rod_grams + 10
    both_bend = page.get_by_test_id("bend").inner_text()

    switch = page.locator("[data-line=skin-1]").get_by_role("switch")
    switch.click()
    expect(page.locator("[data-line=skin-1]")).to_contain_text("switched off")
    assert number(page.get_by_test_id("added")) == rod_grams
    assert number(page.get_by_test_id("break")) == rod_break
    switch.click()
    expect(page.get_by_test_id("bend")).to_have_text(both_bend)

    page.get_by_role("button", name="Remove this piece").click()
    expect(page.locator("[data-line=skin-1]")).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-line=skin-1]")).to_be_visible()
    page.keyboard.press("Control+z")  # the switch back on
    expect(page.locator("[data-line=skin-1]")).to_contain_text("switched off")
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_test_id("bend")).to_have_text(both_bend)

    saved(page)
    page.reload()
    expect(page.get_by_test_id("bend")).to_have_text(both_bend)
    expect(page.locator("[data-line=rod-1]")).to_contain_text("5 mm rod")
    expect(page.locator("[data-line=skin-1]")).to_be_visible()
    assert number(page.get_by_test_id("added")) == both_grams
    page.get_by_role("tab", name="Airframe").click()
    expect(page.get_by_label("Chord, inner end")).to_have_value("203.2 mm")
    expect(page.get_by_label("It shall weigh, ready to fly")).to_have_value("992.2 g")

    page.get_by_role("link", name="Fletcher").click()
    row = page.get_by_role("listitem").filter(has_text="Whimbrel")
    expect(row).to_contain_text("the top film wrinkles first")
    row.get_by_role("button", name="Remove Whimbrel").click()
    page.get_by_role("button", name="Remove it").click()
    expect(page.get_by_role("heading", name="Whimbrel")).to_have_count(0)


def test_dragging_and_nudging_an_end(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.locator("[data-line=tube] button[aria-expanded]").click()
    before = number(page.get_by_test_id("break"))
    handle = page.locator("[data-end=to]")
    expect(handle).to_have_attribute("aria-valuenow", "450")
    box = handle.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for k in range(1, 13):
        page.mouse.move(x - 20 * k, y, steps=2)
    page.mouse.up()
    expect(page.get_by_test_id("sentence")).to_contain_text(re.compile(r"2\d\d mm out"))
    saved(page)
    shorter = int(handle.get_attribute("aria-valuenow") or 0)
    expect(page.get_by_test_id("sentence")).to_contain_text(f"{shorter} mm out")
    assert number(page.get_by_test_id("break")) < before

    handle.focus()
    page.keyboard.press("ArrowRight")
    expect(handle).to_have_attribute("aria-valuenow", str(shorter + 1))
    page.keyboard.press("Shift+ArrowRight")
    expect(handle).to_have_attribute("aria-valuenow", str(shorter + 11))
    expect(page.get_by_label("Ends, out from the root")).to_have_value(f"{shorter + 11} mm")

    for _ in range(2):  # two nudges of one end are one step, the drag another
        page.get_by_role("button", name="Undo").click()
    expect(handle).to_have_attribute("aria-valuenow", "450")
    saved(page)


def test_the_station_line_moves_the_slice(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    expect(page.get_by_role("heading", name="The slice, at the root")).to_be_visible()
    line = page.get_by_label("Station line")
    line.focus()
    page.keyboard.press("End")
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("heading", name="The slice, 650 mm out")).to_be_visible()
    expect(page.get_by_text("chord 140 mm")).to_be_visible()
    page.get_by_role("button", name="to the weakest place").click()
    expect(page.get_by_role("heading", name="The slice, at the root")).to_be_visible()


def test_every_figure_opens_its_working(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    for figure, step in (
        ("First sign", "What it stands"),
        ("Tip bend", "Bend by shear of the foam"),
        ("Tip twist", "Torque of lift at the root"),
        ("Weight", "Remains of the promise"),
    ):
        page.get_by_role("button", name=f"Why: {figure}").click()
        sheet = page.get_by_role("dialog")
        expect(sheet.get_by_role("cell", name=step, exact=True)).to_be_visible()
        expect(sheet).to_contain_text("P10 to P90 of 128 draws")
        page.keyboard.press("Escape")
        expect(sheet).to_have_count(0)


def test_schemes_stand_side_by_side_as_tabs(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    expect(page.get_by_test_id("sentence")).to_contain_text("the brace at the joint breaks")
    page.get_by_role("tab", name="Open box, carbon on its walls").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("slips in its glue")
    page.get_by_role("button", name="Copy this scheme").click()
    expect(page.get_by_role("tab", name="Open box, carbon on its walls, copy")).to_have_attribute(
        "aria-selected", "true"
    )
    page.locator("[data-line=strip-top]").get_by_role("switch").click()
    expect(page.locator("[data-line=strip-top]")).to_contain_text("switched off")
    page.get_by_role("tab", name="Open box, carbon on its walls", exact=True).click()
    expect(page.locator("[data-line=strip-top]")).not_to_contain_text("switched off")


def test_an_inch_builder_sees_inches_everywhere(demo: Page) -> None:
    page = demo
    page.get_by_role("button", name="Units: mm").click()
    expect(page.get_by_text("51 3/16 in span")).to_be_visible()
    open_bench(page, "Sanderling")
    # a tube that is sold in mm stays so, with the inches beside it
    expect(page.locator("[data-line=tube]")).to_contain_text("8 mm (0.315 in)")
    expect(page.get_by_test_id("remains")).to_contain_text("2 lb 1.5 oz promise")
    page.locator("[data-line=tube] button[aria-expanded]").click()
    outer = page.get_by_label("Outer diameter")
    outer.fill("3/8")
    expect(page.locator("[data-line=tube]")).to_contain_text("3/8 in")
    page.get_by_role("button", name="Units: in").click()
    expect(outer).to_have_value(re.compile("9.5[23] mm"))


def test_a_workshop_of_ones_own_starts_empty(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="No account yet? Set up a workshop").click()
    page.get_by_label("Name of the workshop").fill("Back shed")
    page.get_by_label("Your name here").fill("erin")
    page.get_by_label("Password").fill("123")
    page.get_by_role("button", name="Set it up").click()
    expect(page.get_by_role("alert")).to_contain_text("too short")
    page.get_by_label("Password").fill("kelp-and-driftwood")
    page.get_by_role("button", name="Set it up").click()
    expect(page.get_by_role("heading", name="No airframe yet")).to_be_visible()
    page.get_by_role("button", name="Leave").click()
    page.get_by_label("Your name here").fill("erin")
    page.get_by_label("Password").fill("kelp-and-driftwood")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("heading", name="Airframes of Back shed")).to_be_visible()


def test_keys_alone_add_a_piece_and_switch_it_off(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    page.get_by_role("button", name="Add a piece").focus()
    page.keyboard.press("Enter")
    wanted = page.get_by_role("button", name=re.compile("^Full-height web"))
    expect(wanted).to_be_visible()
    for _ in range(14):
        page.keyboard.press("Tab")
        if wanted.evaluate("e => e === document.activeElement"):
            break
    expect(wanted).to_be_focused()
    page.keyboard.press("Enter")
    line = page.locator("[data-line=web-1]")
    expect(line).to_be_visible()
    line.get_by_role("switch").focus()
    page.keyboard.press("Space")
    expect(line).to_contain_text("switched off")


def test_somebody_else_saved_meanwhile(new_page: Callable[..., Page], demo: Page) -> None:
    # the same workshop from another browser
    mine, theirs = demo, new_page(storage_state=demo.context.storage_state())
    theirs.goto("/")
    for page in (mine, theirs):
        open_bench(page, "Sanderling")
    theirs.locator("[data-line=film]").get_by_role("switch").click()
    saved(theirs)
    expect(theirs.locator("[data-line=film]")).to_contain_text("switched off")
    theirs.wait_for_timeout(1500)
    mine.locator("[data-line=tube]").get_by_role("switch").click()
    expect(mine.get_by_role("alert")).to_contain_text("Changed: scheme “Tube and film”")
    mine.get_by_role("button", name="See both").click()
    both = mine.get_by_test_id("both-versions")
    expect(both).to_contain_text(re.compile(r"− .*8 mm / 6 mm|\+ .*8 mm / 6 mm"))
    expect(both.get_by_role("img", name="Plan with the pieces of yours, theirs over each other")).to_be_visible()
    check(mine, "yours and theirs")
    mine.get_by_role("button", name="Take theirs").click()
    expect(mine.locator("[data-line=film]")).to_contain_text("switched off")
    expect(mine.locator("[data-line=tube]")).not_to_contain_text("switched off")
    saved(mine)


def test_work_is_kept_while_the_server_is_gone(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.route("**/api/**", lambda route: route.abort())
    page.locator("[data-line=film]").get_by_role("switch").click()
    expect(page.get_by_role("alert")).to_contain_text("The server does not answer")
    page.unroute("**/api/**")
    expect(page.get_by_role("alert")).to_have_count(0, timeout=15_000)
    expect(page.locator("[data-line=film]")).to_contain_text("switched off")
    saved(page)


def test_a_phone_is_wide_enough(new_page: Callable[..., Page]) -> None:
    page = new_page(390, 844, has_touch=True)
    page.goto("/")
    page.get_by_role("button", name="Open the demo workshop").tap()
    expect(page.get_by_role("heading", name="Sanderling")).to_be_visible()
    for address in ("/", "/new"):
        page.goto(address)
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= 390, address
    page.goto("/")
    page.get_by_role("link", name="Sanderling", exact=True).tap()
    expect(page.get_by_test_id("parts")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.get_by_role("link", name="Wing, to the bench").tap()
    expect(page.get_by_test_id("ledger")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
