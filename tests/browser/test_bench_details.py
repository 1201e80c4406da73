"""The bench's own details: panels, skins, drawings told in words, nothing without a name."""

from __future__ import annotations

import re

import pytest
from fletcher_core.kinds import KINDS
from fletcher_core.questions.offers import OFFERED
from playwright.sync_api import Page, expect

from .jobs import add, describe_new, number, open_bench, saved

CONTROLS = "button, input, select, textarea, a[href], [role=slider], [role=img]"
NAMELESS = """(controls) => [...document.querySelectorAll(controls)]
  .filter((e) => e.offsetParent !== null || e instanceof SVGElement)
  .filter((e) => e.getAttribute('aria-hidden') !== 'true')
  .filter((e) => !(e.getAttribute('aria-label') || e.textContent.trim() || (e.labels && e.labels.length)))
  .map((e) => e.outerHTML.slice(0, 120))"""


@pytest.mark.parametrize("address", ["/", "/new", "bench"])
def test_nothing_to_press_is_without_a_name(demo: Page, address: str) -> None:
    page = demo
    if address == "bench":
        open_bench(page, "Turnstone")
        page.locator("[data-line=film] button[aria-expanded]").click()
        expect(page.get_by_label("Lap", exact=False)).to_be_visible()
    else:
        page.goto(address)
        page.wait_for_load_state("networkidle")
    assert page.evaluate(NAMELESS, CONTROLS) == []


def test_a_wing_of_two_panels(demo: Page) -> None:
    page = demo
    describe_new(page, "Whimbrel")
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_role("button", name="Add a panel at the tip").click()
    expect(page.get_by_text("1800 mm from tip to tip")).to_be_visible()
    spans = page.get_by_label("Its span")
    expect(spans).to_have_count(2)
    inner = page.get_by_label("Chord, inner end").nth(1)
    page.get_by_label("Chord, outer end").first.fill("150")
    expect(inner).to_have_value("150 mm")  # panels that meet share the chord
    saved(page)
    page.get_by_role("button", name="Take this panel out").nth(1).click()
    expect(page.get_by_text("1200 mm from tip to tip")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("1800 mm from tip to tip")).to_be_visible()


def test_how_it_is_flown_sets_what_is_needed(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    judged = page.get_by_test_id("judged")
    # a gust asks more than the pull: headline, loads, targets and list say so alike
    expect(judged).to_contain_text("sound")
    said = judged.inner_text()
    assert "a gust" in said
    needed = re.search(r"hold to ([\d.]+ G)", said)[1]  # type: ignore[index]
    expect(page.get_by_test_id("targets")).to_contain_text(f"Holds at least {needed}")
    page.get_by_role("tab", name="Loads").click()
    hardest = page.get_by_test_id("cases").get_by_role("listitem").filter(has_text="the hardest")
    expect(hardest).to_contain_text("A gust")
    expect(hardest).to_contain_text(f"{needed} needed")
    page.get_by_role("tab", name="Airframe").click()
    page.get_by_label("How it is flown").select_option(label="Combat: hits and hard pulls")
    expect(judged).to_contain_text("too weak")
    expect(judged).to_contain_text("hold to 18 G")
    expect(page.get_by_label("Hardest pull, in G")).to_have_value("12")
    reserve = page.get_by_role("list", name="Reserve along the span")
    expect(reserve).to_contain_text("too weak")


def test_a_skin_in_layers_round_the_nose(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    twist, grams = number(page.get_by_test_id("twist")), number(page.get_by_test_id("added"))
    page.locator("[data-line=film] button[aria-expanded]").click()
    page.get_by_label("Layers").select_option("3")
    expect(page.locator("[data-line=film]")).to_contain_text("skin, 3 layers")
    saved(page)
    assert number(page.get_by_test_id("added")) > grams + 30
    assert abs(number(page.get_by_test_id("twist"))) < abs(twist)
    page.get_by_label("Laps round the nose by").fill("30 mm")
    expect(page.locator("[data-line=film]")).to_contain_text("laps the nose 30 mm")
    page.get_by_label("Material").select_option(label="Clear packing tape")
    expect(page.locator("[data-line=film]")).to_contain_text("Clear packing tape")


def test_drawings_are_told_in_words_too(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    section = page.get_by_role("img", name=re.compile("Section at the root"))
    expect(section).to_have_attribute("aria-label", re.compile(r"top is pressed 0\.\d+ % and the bottom pulled"))
    page.get_by_label("thicken the skins").check()
    expect(page.get_by_label("thicken the skins")).to_be_checked()
    items = page.get_by_role("list", name="Reserve along the span").get_by_role("listitem")
    assert items.count() >= 1
    expect(items.first).to_contain_text("the top film wrinkles, in a gust")
    expect(items.first).to_contain_text("sound ×")


def test_glue_that_eats_the_foam_is_told_in_the_ledger(demo: Page) -> None:
    page = demo
    open_bench(page, "Sanderling")
    page.locator("[data-line=tube] button[aria-expanded]").click()
    page.get_by_role("combobox", name="Glue").select_option(label="Cyanoacrylate, standard")
    expect(page.locator("[data-line=tube]")).to_contain_text("eats this foam")
    expect(page.get_by_role("list", name="Cautions")).to_contain_text("bonds skin and eyes")
    page.get_by_role("combobox", name="Glue").select_option(label="Epoxy, 30 minute")
    expect(page.locator("[data-line=tube]")).not_to_contain_text("eats this foam")


MORE_THAN_ONE = {
    "Rods top and bottom": 2, "Tube and film": 2, "Rods top and bottom, film": 3, "Box of folded board, tape": 2,
    "Web and caps, film": 2, "Stressed skin, cord in the nose": 2,
}  # fmt: skip


#: what lies in a hollow wing alone
HOLLOW = {kind.offer.name for kind in KINDS.values() if kind.only_hollow}
#: and what lies on a body alone: on a box, or on what stands on edge
ON_BODIES = {kind.offer.name: "Dunlin" if kind.only_hollow else "Plover" for kind in KINDS.values() if kind.only_on}


@pytest.mark.parametrize("kind", [offered.name for offered in OFFERED.values()])
def test_every_kind_can_be_added_and_taken_out(demo: Page, kind: str) -> None:
    page = demo
    if kind in ON_BODIES:
        open_bench(page, ON_BODIES[kind], "Body")
    else:
        open_bench(page, "Dunlin" if kind in HOLLOW else "Sanderling")
    lines = page.locator("[data-line]")
    before = lines.count()
    add(page, kind)
    more = MORE_THAN_ONE.get(kind, 1)
    expect(lines).to_have_count(before + more)
    saved(page)
    page.get_by_role("button", name="Undo").click()
    expect(lines).to_have_count(before)
    page.get_by_role("button", name="Redo").click()
    expect(lines).to_have_count(before + more)


def test_an_address_that_is_none(demo: Page) -> None:
    demo.goto("/airframe/999999")
    expect(demo.get_by_role("heading", name="This airframe cannot be opened")).to_be_visible()
    demo.get_by_role("link", name="All airframes").click()
    expect(demo.get_by_role("heading", name="Sanderling")).to_be_visible()
    demo.goto("/nowhere")
    expect(demo.get_by_role("heading", name="Sanderling")).to_be_visible()
