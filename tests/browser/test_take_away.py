"""Files taken away and brought in, schemes named and taken out, as a builder would."""

from __future__ import annotations

import csv
import json
import re
import xml.etree.ElementTree as ET
from pathlib import Path

from playwright.sync_api import Page, expect

from .jobs import open_bench, saved, taken

SVG = "{http://www.w3.org/2000/svg}"


def test_an_airframe_goes_out_and_comes_back_the_same(demo: Page, tmp_path: Path) -> None:
    page = demo
    open_bench(page, "Turnstone")
    text = taken(page, "The whole airframe").read_text(encoding="utf-8")
    document = json.loads(text)
    assert document["format"] == "fletcher-airframe"
    document["airframe"]["name"] = "Turnstone from a friend"
    file = tmp_path / "friend.json"
    file.write_text(json.dumps(document), encoding="utf-8")
    page.goto("/")
    page.get_by_label("Airframe file").set_input_files(file)
    expect(page.get_by_role("heading", name="Turnstone from a friend")).to_be_visible()
    expect(page.get_by_test_id("parts")).to_contain_text("Rods top and bottom, chosen")
    again = json.loads(taken(page, "The whole airframe").read_text(encoding="utf-8"))
    assert again == document


def test_files_that_are_no_airframe_are_told_what_is_wrong(demo: Page, tmp_path: Path) -> None:
    page = demo
    wrong = tmp_path / "notes.json"
    wrong.write_text("not json", encoding="utf-8")
    page.get_by_label("Airframe file").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("is no airframe file")
    wrong.write_text('{"format": "fletcher-airframe", "airframe": {"name": "X", "promise_g": -5}}', encoding="utf-8")
    page.get_by_label("Airframe file").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("Weight promise: -5 g is less than nothing.")


def test_the_plan_is_true_to_scale_and_has_a_ruler(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    root = ET.parse(taken(page, "Plan, 1:1")).getroot()
    left, top, wide, high = (float(v) for v in root.attrib["viewBox"].split())
    assert root.attrib["width"] == f"{wide:.2f}mm"
    assert root.attrib["height"] == f"{high:.2f}mm"
    outline = root.find(f"{SVG}polygon")
    assert outline is not None
    ys = [float(p.split(",")[0]) for p in outline.attrib["points"].split()]
    assert max(ys) - min(ys) == 650  # mm of half span, one unit each
    assert any("measure it on the print" in (t.text or "") for t in root.iter(f"{SVG}text"))
    assert left < 0 < top + high
    page_size = ET.parse(taken(page, "Plan, to fit a page")).getroot()
    assert float(page_size.attrib["width"].removesuffix("mm")) < 305


def test_the_slice_is_that_of_the_station_line(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.get_by_label("Station line").fill("300")
    expect(page.get_by_role("heading", name=re.compile("^The slice, 3"))).to_be_visible()
    root = ET.parse(taken(page, "Slice at the station line, 1:1")).getroot()
    title = root.find(f"{SVG}title")
    assert title is not None
    assert re.search(r"section 30\d(\.\d+)? mm out|section 29\d(\.\d+)? mm out", title.text or "")


def test_the_ledger_opens_in_a_spreadsheet(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    rows = list(csv.reader(taken(page, "Ledger").read_text(encoding="utf-8").splitlines()))
    assert rows[0][:5] == ["piece", "what", "where", "on", "weighs, g"]
    assert [r[0] for r in rows[1:]] == [
        "top rod",
        "bottom rod",
        "Laminating film, 38 µm, skin",
        "bare foam",
        "the whole wing",
    ]


def test_a_scheme_is_named_noted_copied_and_taken_out(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    tabs = page.get_by_role("tablist", name=re.compile("^Schemes")).get_by_role("tab")
    before = tabs.count()
    page.get_by_role("button", name="Copy this scheme").click()
    expect(tabs).to_have_count(before + 1)
    page.get_by_role("button", name="Name and notes").click()
    page.get_by_label("Name of the scheme").fill("")
    expect(page.get_by_text("Nothing is typed. Give it a name.").first).to_be_visible()
    page.get_by_label("Name of the scheme").fill("For the windy coast")
    page.get_by_label("Notes on it").fill("Try with a longer strip.")
    expect(page.get_by_role("tab", name="For the windy coast")).to_be_visible()
    saved(page)
    page.reload()
    page.get_by_role("tab", name="For the windy coast").click()
    page.get_by_role("button", name="Name and notes").click()
    expect(page.get_by_label("Notes on it")).to_have_value("Try with a longer strip.")
    page.get_by_role("button", name="Remove this scheme").click()
    expect(tabs).to_have_count(before)
    page.get_by_role("button", name="Undo").click()
    expect(tabs).to_have_count(before + 1)


def test_the_keys_are_told(demo: Page) -> None:
    page = demo
    open_bench(page, "Dunlin")
    page.get_by_role("heading", level=1).click()
    page.keyboard.press("?")
    sheet = page.get_by_role("dialog", name="The bench by keyboard")
    expect(sheet).to_contain_text("Ctrl + Shift + Z")
    page.keyboard.press("Escape")
    expect(sheet).to_be_hidden()
    # a question mark that is typed stays a question mark
    page.get_by_role("button", name="Name and notes").click()
    page.get_by_label("Notes on it").fill("")
    page.get_by_label("Notes on it").press("?")
    expect(page.get_by_label("Notes on it")).to_have_value("?")
    expect(sheet).to_be_hidden()


def test_the_ledger_is_sorted_by_worth(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    lines = page.locator("[data-line]")
    assert lines.nth(0).get_attribute("data-line") == "rod-top"
    page.get_by_role("button", name="sort by worth").click()
    worth = [float(t.split()[0]) for t in lines.get_by_text(re.compile("buys 1 G$")).all_inner_texts()]
    assert worth == sorted(worth)
    assert len(worth) == 3
    page.get_by_role("button", name="in the order they were laid").click()
    expect(lines.nth(0)).to_have_attribute("data-line", "rod-top")


def test_rods_set_apart_are_told_with_their_loss(demo: Page) -> None:
    page = demo
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-bottom] button[aria-expanded]").click()
    page.get_by_label("On the chord at its start").fill("45 %")
    page.get_by_label("On the chord at its end").fill("45 %")
    expect(page.locator("[data-line=rod-bottom]")).to_contain_text("the wing bends askew")
    page.get_by_label("On the chord at its start").fill("30 %")
    page.get_by_label("On the chord at its end").fill("30 %")
    expect(page.locator("[data-line=rod-bottom]")).not_to_contain_text("the wing bends askew")


#: what the server reads is told to the page after so many milliseconds
LATE = """
const real = window.fetch, waits = [900, 100, 700, 200, 500, 100, 300, 600];
let k = 0;
window.fetch = async (...asked) => {
  const answer = await real(...asked);
  if (String(asked[0].url ?? asked[0]).includes("/api/measure"))
    await new Promise((done) => setTimeout(done, waits[k++ % waits.length]));
  return answer;
};
"""


def test_a_field_that_is_left_before_it_is_read_says_what_is_meant(demo: Page) -> None:
    """The server reads what is typed. Its answers come back late and out of order here: none puts old words back."""
    page = demo
    page.add_init_script(LATE)
    page.reload()
    open_bench(page, "Turnstone")
    page.locator("[data-line=rod-bottom] button[aria-expanded]").click()
    start, end = page.get_by_label("On the chord at its start"), page.get_by_label("On the chord at its end")
    expect(start).to_have_value("30 %")
    for share in ("45 %", "30 %", "41 %"):
        start.fill(share)
        end.fill(share)
        expect(page.locator("[data-line=rod-bottom]")).to_contain_text(f"at {share[:2]}% of chord")
        expect(start).to_have_value(share)
    page.wait_for_timeout(1500)  # the last of the late answers
    expect(start).to_have_value("41 %")
    expect(end).to_have_value("41 %")
