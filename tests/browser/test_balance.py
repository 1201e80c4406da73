"""Balance in the browser: gear from its label, moved by keys and by mouse, balanced by its battery, and mistakes."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from .jobs import number, open_stand, saved


def at_the_balance(page: Page, name: str) -> None:
    open_stand(page, name)
    page.get_by_role("link", name="Balance").click()
    expect(page.get_by_test_id("weights")).to_be_visible()


def test_an_aircraft_is_balanced_by_its_battery(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Sanderling")
    state, sentence = page.get_by_test_id("balance-state"), page.get_by_test_id("balance-sentence")
    expect(state).to_contain_text("balances")
    before = number(page.get_by_test_id("all"))
    # a heavy tail light tips it
    label = page.get_by_label("What is carried, as it stands on the label")
    label.fill("light 30 g, 20 x 10 x 6")
    page.get_by_role("button", name="Put it in").click()
    expect(page.get_by_text("lies where it usually does")).to_be_visible()
    place = page.get_by_label("Its middle, behind the nose")
    place.fill("640")
    place.press("Tab")
    expect(state).to_have_text("tail-heavy")
    expect(sentence).to_contain_text("behind where it shall")
    # what is not described yet, 23 g, is all taken for it: the whole is 7 g heavier
    assert abs(number(page.get_by_test_id("all")) - before - 7) < 1.5
    slide = page.get_by_test_id("ways").get_by_text(re.compile("^Slide the battery"))
    by = number_in(slide.inner_text().split("battery 3S 2200")[1])
    # the battery by its keys, ten at a time and one by one
    battery = page.get_by_role("slider", name=re.compile("^battery")).first
    battery.focus()
    for _ in range(int(by // 10)):
        battery.press("Shift+ArrowUp")
    for _ in range(round(by % 10)):
        battery.press("ArrowUp")
    expect(state).to_contain_text("balances")
    expect(sentence).to_contain_text(re.compile("where it shall|(ahead of|behind) where it shall"))
    saved(page)
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="Redo").click()
    page.reload()
    expect(page.get_by_test_id("balance-state")).to_contain_text("balances")


def test_gear_is_dragged_with_the_mouse(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Dunlin")
    plan = page.get_by_role("group", name="The aircraft from above, nose up")
    motor = plan.get_by_role("slider", name=re.compile("^motor"))
    place = page.get_by_label("Its middle, behind the nose")
    motor.click()
    expect(place).to_be_visible()
    expect(place).to_have_value(re.compile("mm"))
    was = number_in(place.input_value())
    box = motor.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + 30, steps=5)
    page.mouse.up()
    expect(place).not_to_have_value(f"{was:g} mm")
    assert number_in(place.input_value()) > was + 10
    saved(page)


def number_in(text: str) -> float:
    found = re.search(r"-?[\d.]+", text)
    assert found, text
    return float(found.group())


def test_mistakes_are_told_where_they_are_and_nothing_is_lost(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Plover")
    label = page.get_by_label("What is carried, as it stands on the label")
    label.fill("3 servos 9 g")
    page.get_by_role("button", name="Put it in").click()
    expect(page.get_by_role("alert").filter(has_text="more than two")).to_be_visible()
    expect(label).to_have_value("3 servos 9 g")
    page.get_by_test_id("weights").get_by_role("button", name="battery").click()
    place = page.get_by_label("Its middle, behind the nose")
    expect(place).to_have_value(re.compile("mm"))
    was = place.input_value()
    place.fill("2 m")
    place.press("Tab")
    expect(place).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_role("alert").filter(has_text="outside of what it sits in").first).to_be_visible()
    expect(page.get_by_test_id("saved")).to_have_text("not saved until it can be built")
    place.fill(was)
    place.press("Tab")
    expect(place).to_have_attribute("aria-invalid", "false")
    weight = page.get_by_label("Weight", exact=True)
    weight.fill("-5")
    weight.press("Tab")
    expect(weight).to_have_attribute("aria-invalid", "true")
    weight.fill("4 oz")
    weight.press("Tab")
    expect(weight).to_have_value(re.compile("113"))
    saved(page)
    page.get_by_label("Static margin, at most").fill("3")
    page.get_by_label("Static margin, at most").press("Tab")
    expect(page.get_by_role("alert").filter(has_text="not above the least").first).to_be_visible()


def test_gear_comes_from_the_shelf(demo: Page) -> None:
    page = demo
    page.goto("/shelf")
    page.get_by_label("Add a thing: type its label").fill("camera 38 g, 40 x 30 x 30, 2 pieces, 30.00 each")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("shelf")).to_contain_text("Camera, 38 g")
    page.goto("/")
    at_the_balance(page, "Plover")
    shelf = page.get_by_label("or from the shelf")
    shelf.select_option(label="Camera, 38 g, 40 mm × 30 mm × 30 mm (2)")
    expect(page.get_by_text("camera, 38 g, lies where it usually does")).to_be_visible()
    expect(page.get_by_test_id("weights")).to_contain_text("camera")
    expect(page.get_by_label("Weight", exact=True)).to_have_value("38 g")
    saved(page)


def test_a_promise_goes_by_the_power_and_a_part_over_its_share_says_so(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Dunlin")
    promised = page.get_by_test_id("promised")
    expect(promised).to_contain_text("Promised are 530 g with 150 g of power, 600 g with 220 g")
    expect(promised).to_contain_text("562 g.")
    heaviest = page.get_by_label("Heaviest power")
    heaviest.fill("120")
    heaviest.press("Tab")
    expect(heaviest).to_have_attribute("aria-invalid", "true")
    heaviest.fill("240")
    heaviest.press("Tab")
    expect(promised).to_contain_text("510 g with 150 g of power")
    # a wing that comes off the scale too heavy says so at once
    page.get_by_role("link", name="Weigh parts and gear").click()
    page.get_by_test_id("to-weigh").get_by_role("button", name=re.compile("^Wing planned")).click()
    page.get_by_label("It weighs").fill("190")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("is kept")).to_be_visible()
    expect(page.get_by_test_id("over-share").first).to_have_text(re.compile(r"^\d+ g over its share$"))
    page.get_by_role("link", name="Balance", exact=True).click()
    expect(page.get_by_test_id("weights").get_by_test_id("over-share").first).to_be_visible()
    # and its loads count on that
    page.get_by_role("link", name="Wing", exact=True).click()
    expect(
        page.get_by_text(re.compile(r"Its loads count on the scale: this wing came out \d+ % heavier than planned"))
    ).to_be_visible()


def test_a_body_that_is_taken_out_leaves_its_gear_in_the_wing(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Dunlin")
    x = page.get_by_test_id("weights").locator("tr", has_text="battery").locator("td").nth(1).inner_text()
    page.get_by_role("link", name="Stand").click()
    page.get_by_role("button", name="Take the body out").click()
    page.get_by_role("button", name="Take it out").click()
    saved(page)
    # what was mounted on it goes too
    page.get_by_role("link", name="Mounts").click()
    expect(page.get_by_test_id("mounts-first")).to_have_text("Nothing is mounted yet.")
    page.get_by_role("link", name="Balance").click()
    expect(page.get_by_test_id("weights").locator("tr", has_text="battery").locator("td").nth(1)).to_have_text(x)


def test_parts_are_weighed_and_the_forecast_turns(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Plover")
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_role("link", name="Weigh parts and gear").click()
    forecast = page.get_by_test_id("weigh-forecast")
    expect(forecast).to_contain_text("heavier than planned")
    before = number_in(forecast.inner_text())
    # one after the other, the next one opens by itself
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(3)
    page.get_by_test_id("to-weigh").get_by_role("button", name=re.compile("^Fin")).click()
    for grams in ("4", "60"):
        page.get_by_label("It weighs").fill(grams)
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_text("is kept")).to_be_visible()
        expect(page.get_by_label("It weighs")).to_have_value("")
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(5)
    expect(forecast).to_contain_text("over the promise")
    expect(forecast).to_have_text(re.compile(r"^It ends at 5(4[5-9]|5\d) g"))
    assert number_in(forecast.inner_text()) > before + 4
    # what cannot be is told, and stays to be put right
    page.get_by_label(re.compile("^It weighs")).fill("minus")
    expect(page.get_by_role("button", name="Keep it")).to_be_disabled()
    page.get_by_role("button", name="Take it back").first.click()
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(4)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.reload()
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(4)


def test_a_weighing_that_cannot_be_kept_stays_in_its_field(demo: Page) -> None:
    page = demo
    at_the_balance(page, "Dunlin")
    page.get_by_role("link", name="Weigh parts and gear").click()
    page.get_by_test_id("to-weigh").get_by_role("button", name=re.compile("^Wing planned")).click()
    page.get_by_label("It weighs").fill("130")
    expect(page.get_by_role("button", name="Keep it")).to_be_enabled()
    page.route("**/weighings", lambda route: route.abort())
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert").filter(has_text=re.compile("not kept|answer"))).to_be_visible()
    expect(page.get_by_label("It weighs")).to_have_value(re.compile("130"))
    page.unroute("**/weighings")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(1)


def test_five_parts_are_weighed_with_the_kitchen_scale(demo: Page) -> None:
    page = demo
    page.set_viewport_size({"width": 390, "height": 844})
    at_the_balance(page, "Sanderling")
    page.get_by_role("link", name="Weigh parts and gear").click()
    chance = page.get_by_test_id("chance")
    expect(chance).to_have_text("nearly sure")
    page.get_by_role("button", name="Use the kitchen scale").click()
    scale = page.get_by_test_id("scale")
    page.get_by_text("It is a stand-in").click()
    page.get_by_test_id("to-weigh").get_by_role("button", name=re.compile("^Wing planned")).click()
    for grams, name in ((320, "Wing"), (26, "Tailplane"), (11, "Fin"), (75, "Body"), (70, "motor")):
        expect(scale.get_by_role("button", name=re.compile(f"^Take it for {name}"))).to_be_visible()
        scale.get_by_label("Lay on it, so heavy").fill(str(grams))
        expect(scale.get_by_role("button", name="Lay it on")).to_be_enabled()
        scale.get_by_role("button", name="Lay it on").click()
        if name == "Body":
            # pulled out in mid weighing: it says so, nothing is lost, and it goes on
            scale.get_by_role("button", name="Pull its plug").click()
            expect(scale.get_by_text("It is not plugged in")).to_be_visible()
            expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(3)
            scale.get_by_role("button", name="Plug it in").click()
        expect(scale.get_by_text("stands still")).to_be_visible()
        expect(page.get_by_test_id("scale-shows")).to_have_text(re.compile(rf"^({grams - 1}|{grams}|{grams + 1}) g$"))
        scale.get_by_role("button", name=re.compile("^Take it for")).click()
        expect(page.get_by_label(re.compile("^It weighs"))).to_have_value(re.compile(r"\d+ g"))
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_text("is kept")).to_contain_text(name)
    expect(page.get_by_test_id("weighed").get_by_role("listitem")).to_have_count(5)
    expect(page.get_by_test_id("weigh-forecast")).to_contain_text(re.compile("heavier than planned"))
    expect(chance).not_to_have_text("nearly sure")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
