"""A builder chooses glue for three joints where the rules differ, and logs ten tests that change the ranking."""

from __future__ import annotations

import re
from pathlib import Path

from PIL import Image
from playwright.sync_api import Page, expect

from .jobs import open_bench
from .test_accessible import check


def first(page: Page) -> str:
    name = page.get_by_test_id("glues").get_by_role("listitem").first.get_attribute("data-glue")
    assert name
    return name


def test_three_joints_where_the_rules_differ(demo: Page) -> None:
    demo.get_by_role("link", name="Glue").click()
    out = demo.get_by_test_id("out")
    demo.get_by_label("Ranked as by").select_option(label="Contact glue first")
    expect(demo.get_by_role("heading", name="Contact glue, foam-safe comes first")).to_be_visible()
    # it must be slid into place: contact glue is out
    demo.get_by_label("must be slid into place").check()
    expect(out).to_contain_text("It grabs at once: nothing can be slid into place.")
    assert "contact" not in first(demo)
    # white board: solvent and hot melt are out
    demo.get_by_label("One side").select_option(label="White bead board, EPS 15 kg/m³")
    expect(out).to_contain_text("Its solvent eats White bead board")
    # a hinge cracks what is stiff; in a hurry, what is slow is out
    demo.get_by_label("must be slid into place").uncheck()
    demo.get_by_label("How they meet").select_option(label="a hinge")
    expect(out).to_contain_text("it cracks in a hinge")
    demo.get_by_label("Must fly in, minutes").fill("20")
    expect(out).to_contain_text("Not cured in time")
    expect(demo.get_by_role("img", name=re.compile("The joint in section: hinge"))).to_be_visible()
    expect(demo.get_by_test_id("schools").get_by_role("listitem")).to_have_count(5)
    demo.get_by_label("Glued area").fill("-4")
    expect(demo.get_by_text(re.compile("less than nothing")).first).to_be_visible()
    check(demo, "the glue chooser with a fault")


def test_ten_bond_tests_change_the_ranking(demo: Page) -> None:
    demo.get_by_role("link", name="Glue").click()
    demo.get_by_label("Ranked as by").select_option(label="Foaming glue first")
    expect(demo.get_by_role("heading", name="Foaming polyurethane comes first")).to_be_visible()
    expect(demo.get_by_test_id("next-test")).to_contain_text("Glue a scrap with")
    demo.get_by_role("tab", name="Our bond tests").click()
    rows = demo.get_by_test_id("bond-tests").locator("tbody tr")
    expect(rows).to_have_count(7)
    for glue, where, count in (("Foaming polyurethane", "peeled clean", 5), ("Hot melt, low heat", "in the foam", 5)):
        demo.get_by_label("Glue", exact=True).select_option(label=glue)
        demo.get_by_label("Where it broke").select_option(label=where)
        for _ in range(count):
            before = rows.count()
            demo.get_by_role("button", name="Log this test").click()
            expect(rows).to_have_count(before + 1)
    demo.get_by_label("Foam left on the other").fill("300 %")
    demo.get_by_role("button", name="Log this test").click()
    expect(demo.get_by_role("alert").first).to_contain_text(re.compile("too large|100 %"))
    expect(
        demo.get_by_role("img", name=re.compile("Share of foam torn by glue, [0-9]+ kinds of joint in 17 tests"))
    ).to_be_visible()
    ranked = demo.get_by_test_id("standings").get_by_role("row")
    expect(ranked.nth(1)).to_contain_text("Hot melt, low heat")
    expect(ranked.last).to_contain_text("Foaming polyurethane")
    demo.get_by_role("button", name="Foaming polyurethane", exact=True).click()
    expect(demo.get_by_role("img", name="Share of foam torn against cure time, Foaming polyurethane")).to_be_visible()
    check(demo, "the bond log")
    demo.set_viewport_size({"width": 390, "height": 844})
    assert demo.evaluate("document.documentElement.scrollWidth") == 390
    demo.set_viewport_size({"width": 1280, "height": 800})
    demo.get_by_role("tab", name="Choose a glue").click()
    demo.get_by_label("Ranked as by").select_option(label="Foaming glue first")
    expect(demo.get_by_role("heading", name="Hot melt, low heat comes first")).to_be_visible()
    expect(demo.locator("[data-glue=polyurethane_foaming]")).to_contain_text("by 5 of your tests: 80 % before")


def test_from_a_joint_on_the_bench_to_its_glue_and_a_lap(demo: Page) -> None:
    open_bench(demo, "Turnstone")
    demo.get_by_role("tab", name="Glue").click()
    joints = demo.get_by_test_id("glued").get_by_role("listitem")
    expect(joints).to_have_count(2)
    expect(joints.first).to_contain_text("slips in its glue")
    expect(joints.first).to_contain_text("It holds, but a poor glue line may not")
    expect(joints.first).to_contain_text("Worth a test: Glue a scrap with")
    joints.first.get_by_role("link", name=re.compile("Choose glue for")).click()
    expect(demo.get_by_role("heading", name=re.compile("^Glue for"))).to_be_visible()
    expect(demo.locator("[data-glue=polyurethane_foaming]")).to_contain_text(re.compile(r"reserve ×1\.[5-9]"))
    demo.get_by_role("tab", name="How long a lap").click()
    expect(demo.get_by_test_id("lap")).to_contain_text("of overlap")
    demo.get_by_label("Force to carry").fill("30000")
    expect(demo.get_by_test_id("lap")).to_contain_text("No overlap")


def test_a_picture_of_the_break_stays_with_its_test(demo: Page, tmp_path: Path) -> None:
    broken, shot = tmp_path / "words.png", tmp_path / "break.png"
    broken.write_text("no picture at all", encoding="utf-8")
    Image.new("RGB", (900, 600), (230, 226, 210)).save(shot)
    demo.get_by_role("link", name="Glue").click()
    demo.get_by_role("tab", name="Our bond tests").click()
    rows = demo.get_by_test_id("bond-tests").locator("tbody tr")
    expect(rows).to_have_count(7)
    demo.get_by_label("Picture of the break").set_input_files(broken)
    demo.get_by_role("button", name="Log this test").click()
    expect(demo.get_by_role("alert")).to_contain_text("The test is logged, its picture is not")
    expect(rows).to_have_count(8)
    demo.get_by_label("Picture of the break").set_input_files(shot)
    demo.get_by_role("button", name="Log this test").click()
    expect(rows).to_have_count(9)
    picture = rows.first.get_by_role("img", name=re.compile("The break of Foaming polyurethane"))
    expect(picture).to_be_visible()
    assert picture.evaluate("e => e.decode().then(() => e.naturalWidth)") == 900


def test_a_spar_that_is_too_short_is_lengthened(demo: Page) -> None:
    demo.get_by_role("link", name="Glue").click()
    demo.get_by_role("tab", name="Lengthen a spar").click()
    ways = demo.get_by_test_id("splices").get_by_role("listitem")
    expect(demo.locator("[data-splice]")).to_have_count(2)
    demo.get_by_label("Form").select_option(label="strip")
    expect(demo.locator("[data-splice=scarf]")).to_contain_text("of the stick's strength")
    expect(demo.get_by_role("img", name="A scarf, cut on the slant, seen from the side")).to_be_visible()
    expect(ways.first).to_contain_text("A scarf")
    demo.get_by_label("Form").select_option(label="tube")
    demo.get_by_label("Bore").fill("9")
    expect(demo.get_by_text(re.compile("leaves no wall")).first).to_be_visible()
    check(demo, "splices")
