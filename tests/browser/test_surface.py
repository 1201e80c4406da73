"""A builder hinges an aileron for 25 degrees both ways and takes its bevel gauge away at 1:1."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from .test_accessible import check


def test_hinge_an_aileron_and_print_its_gauge(demo: Page) -> None:
    demo.get_by_role("link", name="Hinges").click()
    says = demo.get_by_test_id("surface-says")
    expect(demo.get_by_test_id("surface")).to_contain_text("will warp")
    expect(says).to_contain_text("three layers of film, balsa, or a strip of carbon")
    demo.get_by_label("Film round it").select_option(label="Laminating film, 75 µm")
    demo.get_by_label("Layers").select_option("3")
    expect(demo.get_by_test_id("surface")).to_contain_text("stays straight")
    demo.get_by_label("Horn, from its inner end").fill("0 %")
    expect(says).to_contain_text("With its horn in the middle")
    demo.get_by_label("Horn, from its inner end").fill("50 %")
    demo.get_by_label("Throw each way").fill("25")
    hinges = demo.get_by_test_id("hinges")
    expect(hinges.get_by_role("listitem").filter(has_text="One flute")).to_contain_text("cannot be made in foam")
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
