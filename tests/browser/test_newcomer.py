"""Jobs as a newcomer does them, half of them in inches, one by keys alone, one on a phone; presses are counted."""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from .conftest import enter_demo
from .jobs import add, open_bench, saved, taken

#: keys and clicks of a person, counted in the page over every change of page
COUNT = """
  for (const [kind, name] of [['keydown', 'keys'], ['pointerdown', 'clicks']])
    window.addEventListener(
      kind, () => sessionStorage.setItem(name, Number(sessionStorage.getItem(name) ?? 0) + 1), true,
    );
  const fields = () => JSON.parse(sessionStorage.getItem('fields') ?? '[]');
  window.addEventListener('change', (e) => {
    const name = e.target.labels?.[0]?.textContent ?? e.target.id;
    sessionStorage.setItem('fields', JSON.stringify([...new Set([...fields(), name])]));
  }, true);
"""


def counted(page: Page) -> dict[str, int]:
    kept = page.evaluate("[sessionStorage.keys, sessionStorage.clicks, sessionStorage.fields]")
    return {
        "keys": int(kept[0] or 0),
        "clicks": int(kept[1] or 0),
        "fields": len(json.loads(kept[2] or "[]")),
    }


def units(page: Page, wanted: str) -> None:
    """Press until the strip says so."""
    for _ in range(3):
        button = page.get_by_role("button", name=re.compile("^Units"))
        if wanted in button.inner_text():
            return
        before = button.inner_text()
        button.click()
        expect(button).not_to_have_text(before)
    expect(page.get_by_role("button", name=re.compile("^Units"))).to_contain_text(wanted)


def test_from_the_door_to_a_verdict_on_a_wing_of_ones_own(page: Page) -> None:
    page.add_init_script(COUNT)
    page.goto("/")
    page.get_by_role("button", name="No account yet? Set up a workshop").click()
    page.get_by_role("button", name="Set it up").click()
    # what is empty is told at each field
    for label in ("Name of the workshop", "Your name here", "Password"):
        expect(page.get_by_label(label)).to_have_attribute("aria-invalid", "true")
    page.get_by_label("Name of the workshop").fill("Dune bench")
    page.get_by_label("Your name here").fill(f"newcomer-{id(page)}")
    page.get_by_label("Password").fill("saltmarsh-41-plover")
    page.get_by_role("button", name="Set it up").click()
    units(page, "in, oz")
    page.get_by_role("link", name="New airframe").first.click()
    page.get_by_label("Name").fill("Whimbrel")
    page.get_by_label("Or tip to tip").fill("4 ft")
    page.get_by_label("Chord, inner end").fill("8")
    page.get_by_label("Chord, outer end").fill("6 1/2")
    page.get_by_label("It shall weigh, ready to fly").fill("2")
    page.get_by_role("button", name="2 lb?").click()
    expect(page.get_by_label("It shall weigh, ready to fly")).to_have_value("2 lb")
    page.get_by_label("Everything that is not described yet").fill("1 lb 4 oz")
    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_text("Nothing is in this wing yet.")).to_be_visible()
    expect(page.get_by_label("Half span")).to_have_count(0)
    expect(page.get_by_test_id("judged")).to_contain_text("too weak")
    expect(page.locator("main")).to_be_focused()  # one goes on where the work is
    assert counted(page)["fields"] <= 12


def test_a_stick_in_inches_as_it_was_typed(demo: Page) -> None:
    page = demo
    page.add_init_script(COUNT)
    units(page, "in, oz")
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    expect(page.get_by_label("Diameter")).to_have_value("3 mm")
    page.get_by_label("Ends, out from the root").fill("60 %")
    page.get_by_label("Ends, out from the root").press("Tab")
    expect(page.get_by_label("Ends, out from the root")).to_have_value("10 1/16 in")
    page.get_by_label("Starts, out from the root").fill("2.7 in")
    page.get_by_label("Starts, out from the root").press("Tab")
    expect(page.get_by_label("Starts, out from the root")).to_have_value("2.7 in")
    expect(page.locator("[data-line=rod-top]")).to_contain_text("3 mm (0.118 in)")
    expect(page.get_by_text(re.compile(r"at 68 °F"))).to_be_visible()
    expect(page.get_by_text(re.compile(r"bending stiffness EI [\d.]+ lb in²"))).to_be_visible()
    assert counted(page)["clicks"] <= 8


def test_sizes_of_stock_in_mm_and_the_wing_in_inches(demo: Page) -> None:
    page = demo
    units(page, "in, stock mm")
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    page.get_by_label("Diameter").fill("4")
    page.get_by_label("Ends, out from the root").fill("14")
    page.get_by_label("Ends, out from the root").press("Tab")
    expect(page.get_by_label("Diameter")).to_have_value("4 mm")
    expect(page.get_by_label("Ends, out from the root")).to_have_value("14 in")
    expect(page.locator("[data-line=rod-top]")).to_contain_text("4 mm rod")


def test_a_glue_question_in_inches_goes_through_every_tab_and_a_reload(demo: Page) -> None:
    page = demo
    units(page, "in, oz")
    page.get_by_role("link", name="Glue").click()
    page.get_by_label("The other side").select_option("carbon")
    page.get_by_label("Load on it").fill("10 lb")
    page.get_by_label("Glued area").fill("2 sq in")
    page.get_by_label("Air today").fill("50 F")
    page.get_by_label("Air today").press("Tab")
    expect(page.get_by_label("Air today")).to_have_value("50 °F")
    page.wait_for_load_state("networkidle")
    page.get_by_role("tab", name="Our bond tests").click()
    log = page.get_by_role("region", name="Log a test")
    expect(log.get_by_label("The other side")).to_have_value("carbon")
    page.get_by_role("tab", name="How long a lap").click()
    expect(page.get_by_label("Force to carry")).to_have_value("10 lb")
    page.reload()
    expect(page.get_by_role("tab", name="How long a lap")).to_have_attribute("aria-selected", "true")
    page.get_by_role("tab", name="Choose a glue").click()
    expect(page.get_by_label("Load on it")).to_have_value("10 lb")
    expect(page.get_by_label("Glued area")).to_have_value("2 sq in")


def test_the_shelf_reads_labels_as_they_are_whatever_the_units(demo: Page) -> None:
    page = demo
    units(page, "in, oz")
    page.get_by_role("link", name="Stock shelf").click()
    line = page.get_by_label("Add a thing: type its label")
    said = page.locator("#label-said")
    line.fill("carbon tube 6/4 x 1 m, 2 pieces")
    line.press("Enter")
    expect(said).to_contain_text("6 mm (0.236 in) / 4 mm (0.157 in)")
    line.fill("carbon rod 3 mm")
    line.press("Enter")
    expect(said).to_contain_text("length of this rod is not given")
    line.fill("epoxy 30 minute, 7 oz, opened a year ago")
    line.press("Enter")
    expect(said).to_contain_text("Opened a year ago: glue a scrap first.")
    with page.expect_download() as waiting:
        page.get_by_role("link", name="Take the list away").click()
    rows = list(csv.reader(io.StringIO(Path(waiting.value.path()).read_text(encoding="utf-8"))))
    assert {"diameter_in", "length_in", "ounces"} <= set(rows[0])


def test_a_brace_is_in_the_weight_and_no_deeper_than_the_wing(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("Joint in the middle").select_option("wire")
    expect(page.get_by_label("Made of")).to_have_value("spring_steel_wire")
    expect(page.get_by_label("Made of").locator("option", has_text="ply")).to_have_count(0)
    page.get_by_label("Joint in the middle").select_option("brace")
    height = page.get_by_label("Its height")
    height.fill("40")
    height.press("Tab")
    expect(height).to_have_attribute("aria-invalid", "true")
    told = page.get_by_text(re.compile(r"The brace in the middle is 40 mm, but the wing is only [\d.]+ mm deep"))
    expect(told.last).to_be_visible()
    height.fill("12")
    height.press("Tab")
    expect(height).not_to_have_attribute("aria-invalid", "true")
    page.get_by_role("tab", name="Ledger").click()
    joint = page.locator("[data-line=joint-0]")
    expect(joint).to_contain_text("joined in the middle: brace of birch ply, 1.5 mm × 12 mm")
    expect(joint).to_contain_text("30 min")


def test_by_keys_alone_to_the_end_of_a_piece_and_back(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.add_init_script(COUNT)
    page.reload()
    expect(page.get_by_test_id("ledger")).to_be_visible()
    page.keyboard.press("Tab")
    expect(page.get_by_role("button", name="Skip to the work")).to_be_focused()
    page.keyboard.press("Enter")
    page.keyboard.press("e")
    end = page.locator("[data-end=to]")
    expect(end).to_be_focused()
    was = int(end.get_attribute("aria-valuenow") or 0)
    page.keyboard.press("ArrowLeft")
    expect(end).to_have_attribute("aria-valuenow", str(was - 1))
    assert counted(page)["keys"] < 12
    page.keyboard.press("f")
    expect(page.get_by_role("form", name="The chosen piece").get_by_label("Material")).to_be_focused()
    page.keyboard.press("Escape")
    expect(page.locator("[data-line=rod-top] button[aria-expanded]")).to_be_focused()
    page.keyboard.press("2")
    expect(page.get_by_role("tab", name="Weak spots")).to_be_focused()
    page.keyboard.press("a")
    expect(page.get_by_role("dialog", name="Pieces to add")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Add a piece")).to_be_focused()
    page.keyboard.press("w")
    expect(page.get_by_role("dialog", name="What the words mean")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Add a piece")).to_be_focused()
    # whoever speaks to the machine turns single keys off
    page.keyboard.press("?")
    page.get_by_label("Single keys (digits and letters) are on").uncheck()
    page.keyboard.press("Escape")
    page.keyboard.press("w")
    expect(page.get_by_role("dialog", name="What the words mean")).to_have_count(0)


def test_on_a_phone_the_headline_stays_in_sight(new_page: Callable[..., Page]) -> None:
    page = enter_demo(new_page(390, 844, has_touch=True, is_mobile=True))
    open_bench(page, "Turnstone")
    page.locator("[data-line=film] button[aria-expanded]").click()
    expect(page.get_by_role("form", name="The chosen piece")).to_be_in_viewport()
    strip = page.get_by_test_id("strip")
    expect(strip).to_be_in_viewport()
    before = strip.inner_text()
    page.get_by_label("Layers").select_option("3")
    expect(strip).not_to_have_text(before)
    expect(strip).to_be_in_viewport()


def test_a_file_whose_name_is_taken_comes_in_under_another(demo: Page, tmp_path: Path) -> None:
    page = demo
    open_bench(page, "Turnstone")
    file = tmp_path / "turnstone.json"
    file.write_bytes(taken(page, "The whole airframe").read_bytes())
    page.goto("/")
    page.get_by_label("Airframe file").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("Another airframe here is called “Turnstone”")
    expect(page.get_by_label("Bring it in as")).to_have_value("Turnstone 2")
    page.get_by_role("button", name="Bring it in", exact=True).click()
    expect(page.get_by_test_id("parts")).to_be_visible()
    broken = json.loads(file.read_text(encoding="utf-8"))
    broken["airframe"]["name"] = "Avocet"
    broken["airframe"]["parts"]["wing"]["panels"][0]["span_mm"] = 1e6
    file.write_text(json.dumps(broken), encoding="utf-8")
    page.goto("/")
    page.get_by_label("Airframe file").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("Panel span of the first panel of the wing")


def test_save_jumps_to_what_is_wrong_and_says_it_as_it_was_typed(demo: Page) -> None:
    page = demo
    units(page, "in, oz")
    page.get_by_role("link", name="New airframe").click()
    expect(page.get_by_test_id("bare")).to_be_visible()
    page.get_by_label("Name").fill("Knot")
    page.get_by_label("Half span").fill("28 feet")
    page.get_by_label("Half span").press("Tab")
    expect(page.get_by_text("28 feet is too large.")).to_be_visible()
    expect(page.get_by_role("heading", name="As it was before the mistake")).to_be_visible()
    page.get_by_label("Notes").focus()
    page.get_by_role("button", name="Save and go to the bench").click()
    expect(page.get_by_label("Half span")).to_be_focused()
    page.get_by_label("Half span").fill("20 in")
    page.get_by_label("Half span").press("Tab")
    expect(page.get_by_text("28 feet is too large.")).to_have_count(0)
    expect(page.get_by_role("heading", name="As you describe it")).to_be_visible()
    expect(page.locator("[aria-invalid=true]")).to_have_count(0)


def test_half_typed_figures_ask_nothing_and_many_at_once_are_all_kept(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    asked: list[str] = []
    page.on("request", lambda r: asked.append(r.url) if "/api/measure" in r.url and "text=" in r.url else None)
    end = page.get_by_label("Ends, out from the root")
    end.click()
    page.wait_for_load_state("networkidle")
    asked.clear()
    end.press_sequentially("350 mm", delay=15)
    expect(end).to_have_value("350 mm")
    end.press("Tab")
    page.wait_for_load_state("networkidle")
    assert not any(re.search(r"text=3(5)?(&|$)", url) for url in asked)
    # pasted one after the other, as fast as it goes
    for label, text in (("Diameter", "4"), ("Starts, out from the root", "10"), ("Ends, out from the root", "300")):
        page.get_by_label(label).fill(text)
    page.get_by_role("button", name="Done").click()
    saved(page)
    page.reload()
    expect(page.locator("[data-line=rod-top]")).to_contain_text("4 mm rod")
    expect(page.locator("[data-line=rod-top]")).to_contain_text("10 mm to 300 mm out")


def test_what_was_done_is_told_in_values_and_the_list_keeps_how_it_was_shown(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-top] button[aria-expanded]").click()
    page.get_by_label("Ends, out from the root").fill("300")
    page.get_by_label("Ends, out from the root").press("Tab")
    saved(page)
    page.get_by_role("button", name="History").click()
    expect(page.get_by_test_id("history")).to_contain_text("end along the span 380 mm → 300 mm")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="History")).to_be_focused()
    page.get_by_role("button", name="in groups").click()
    page.reload()
    expect(page.get_by_role("button", name="piece by piece")).to_be_visible()


def test_a_search_tells_a_good_way_before_it_is_through(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.get_by_role("button", name="Find a better one").click()
    page.get_by_role("button", name="Search", exact=True).click()
    sooner = page.get_by_test_id("so-far")
    expect(sooner).to_contain_text("So far the lightest that does it", timeout=480_000)
    page.get_by_role("button", name="Stop").click()
    expect(sooner).to_contain_text("The lightest before it was stopped")
    sooner.get_by_role("button", name="Lay this one").click()
    expect(page.get_by_role("tab", name=re.compile("^Found, "))).to_be_visible()


@pytest.mark.parametrize("word", ["First sign", "Holds to"])
def test_a_word_says_what_it_means_where_it_stands(demo: Page, word: str) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.get_by_role("button", name=word, exact=True).click()
    panel = page.get_by_role("dialog", name="What the words mean")
    expect(panel.get_by_text("The load at which")).not_to_have_count(0)
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name=word, exact=True)).to_be_focused()
    add(page, "Rod")
