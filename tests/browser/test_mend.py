"""A builder after a bad landing: looks it over, marks what is hurt, plans, mends, tries it, writes it down."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import Locator, Page, expect

from .conftest import Server, enter_demo
from .jobs import number, open_stand


def to_mend(page: Page, name: str) -> None:
    open_stand(page, name)
    page.get_by_role("link", name="Mend", exact=True).click()
    expect(page.get_by_role("button", name="It came down: begin a repair")).to_be_visible()


def sent(page: Page) -> None:
    expect(page.get_by_test_id("repair-sent")).to_have_text("saved")


def press(page: Page, across: float, down: float) -> None:
    """On the drawing, at a share of its width and height."""
    sheet = page.get_by_test_id("hurt-sheet")
    sheet.scroll_into_view_if_needed()
    box = sheet.bounding_box()
    assert box
    page.mouse.click(box["x"] + across * box["width"], box["y"] + down * box["height"])


def hurt(page: Page, across: float, down: float, what: str) -> None:
    press(page, across, down)
    page.get_by_test_id("what-is-it").get_by_role("button", name=what).click()


def begin(page: Page, name: str) -> None:
    to_mend(page, name)
    page.get_by_role("button", name="It came down: begin a repair").click()
    expect(page.get_by_test_id("look")).to_be_visible()


def step(page: Page, name: str) -> None:
    page.get_by_role("tab", name=name).click()


def wing(page: Page) -> Locator:
    return page.get_by_test_id("columns").filter(has_text="of the wing").first


def test_three_damages_for_today_then_for_good(demo: Page) -> None:
    page = demo
    begin(page, "Turnstone")
    page.get_by_label("How it came down").select_option("wing_tip")
    page.get_by_label("Temperature today").fill("20")
    first = page.get_by_test_id("look").get_by_role("listitem").first
    expect(first).to_contain_text("battery")
    first.get_by_role("button", name="fine").click()
    page.locator("[data-point=wing_flex]").get_by_role("button", name="hurt").click()
    hurt(page, 0.3, 0.5, "Foam cracked")
    page.get_by_role("button", name="That is it").click()
    hurt(page, 0.3, 0.42, "Stick broken")
    page.get_by_role("button", name="That is it").click()
    hurt(page, 0.75, 0.35, "Wrinkle line")
    sent(page)
    step(page, "2 What now")
    expect(page.get_by_test_id("damages").get_by_role("listitem")).to_have_count(3)
    expect(wing(page)).to_contain_text("is left")
    broken = wing(page).locator("tbody tr").first.locator("td")
    held = [number(broken.nth(k)) for k in range(3)]
    assert held[1] < held[0]
    # the best for today, within half an hour
    expect(page.get_by_label("Out of")).to_have_value("box")
    page.get_by_role("button", name="Find the best for today").click()
    expect(page.get_by_test_id("planned")).to_contain_text("tried, of", timeout=480_000)
    expect(page.get_by_test_id("mends").locator("[data-mend]").first).to_be_visible()
    expect(page.get_by_test_id("go")).to_be_visible()
    expect(wing(page)).to_contain_text("brings back")
    # then for good
    page.get_by_role("tab", name="For good").click()
    page.get_by_role("button", name="Find the best for good").click()
    expect(page.get_by_test_id("planned")).to_contain_text("nine builds", timeout=480_000)
    expect(page.get_by_test_id("what-it-costs").first).to_contain_text("balance point moves")
    expect(page.locator("[data-testid=go][aria-busy=false]")).to_be_visible()
    mended = [number(wing(page).locator("tbody tr").first.locator("td").nth(k)) for k in range(3)]
    assert mended[2] > mended[1]
    sent(page)
    # do it: tick, push, weigh, write it down
    step(page, "3 Do it")
    page.get_by_role("button", name="Take what it needs from the shelf").click()
    expect(page.get_by_test_id("from-the-shelf")).to_contain_text("was taken from the shelf on")
    # pressed by mistake: as it lay there, and taken once more
    page.get_by_role("button", name="Put it back").click()
    page.get_by_role("button", name="Take what it needs from the shelf").click()
    expect(page.get_by_test_id("from-the-shelf")).to_contain_text("was taken from the shelf on")
    page.get_by_test_id("do-it").get_by_role("checkbox").first.check()
    push = page.get_by_test_id("push-test").first
    expect(push).to_contain_text("stays on the ground")
    page.get_by_label("It bent by").fill("400 mm")
    page.get_by_label("It weighs now, all of it").fill("2 lb")
    expect(page.get_by_text("It stays on the ground.").last).to_be_visible()
    page.get_by_label("It bent by").fill("1 mm")
    expect(page.get_by_text("within what it may bend")).to_be_visible()
    page.get_by_label("Result").select_option("held")
    page.get_by_role("button", name="Write it into the log").click()
    expect(page.get_by_role("button", name="It is in the log")).to_be_disabled()
    sent(page)
    page.reload()
    expect(page.get_by_test_id("damages").get_by_role("listitem")).to_have_count(3)
    # what held here is counted from now on
    expect(page.get_by_test_id("mends")).to_contain_text("In this workshop it held 1 of 1 times")
    page.get_by_role("button", name="Log of its life").click()
    expect(page.get_by_test_id("life-says")).to_contain_text("One mend on")
    expect(page.get_by_test_id("life").get_by_role("row")).to_have_count(2)


def test_a_mend_laid_on_by_hand_and_a_way_taken(demo: Page) -> None:
    page = demo
    begin(page, "Turnstone")
    hurt(page, 0.3, 0.5, "Foam cracked")
    page.get_by_role("button", name="That is it").click()
    step(page, "2 What now")
    page.get_by_test_id("mend-offers").get_by_role("button", name="Splint across it").click()
    line = page.locator("[data-mend=splint]")
    expect(line).to_contain_text("strip")
    line.get_by_role("button", name=re.compile("Splint across it")).first.click()
    page.get_by_test_id("chosen-mend").get_by_label("Overlap on each side").fill("3 m")
    expect(page.get_by_test_id("repair-problems").or_(page.get_by_text("is too large")).first).to_be_visible()
    page.get_by_test_id("chosen-mend").get_by_label("Overlap on each side").fill("60 mm")
    expect(page.get_by_test_id("repair-problems")).to_have_count(0)
    page.get_by_role("tab", name="Ways tried and ranked").click()
    ways = page.get_by_test_id("ways")
    expect(ways.get_by_role("button", name="Take").first).to_be_visible()
    page.get_by_label("As they would").select_option("once")
    ways.get_by_role("button", name="Take").first.click()
    expect(page.locator("[data-mend=splint]").or_(page.locator("[data-mend=glue_break]")).first).to_be_visible()
    expect(wing(page)).to_contain_text("brings back")
    page.get_by_role("button", name="Undo a step").click()
    expect(page.locator("[data-mend=splint]")).to_have_count(1)
    sent(page)


def test_every_way_is_searched_stopped_and_taken(demo: Page) -> None:
    page = demo
    begin(page, "Turnstone")
    hurt(page, 0.3, 0.5, "Foam cracked")
    page.get_by_role("button", name="That is it").click()
    step(page, "2 What now")
    page.get_by_role("tab", name="For good").click()
    page.get_by_text("Search every way").click()
    box = page.get_by_test_id("try-all")
    expect(box.get_by_label("Strength back at least")).to_have_value("95 %")
    # what cannot be is said at its field, and nothing runs
    box.get_by_label("Strength back at least").fill("900")
    box.get_by_role("button", name="Search").click()
    expect(box.get_by_role("alert").first).to_contain_text("too large")
    box.get_by_label("Strength back at least").fill("90")
    box.get_by_role("button", name="Search").click()
    expect(box.get_by_role("progressbar")).to_be_visible()
    box.get_by_role("button", name="Stop").click()
    expect(box.get_by_role("alert")).to_contain_text("Stopped")
    expect(page.get_by_test_id("found-mends")).to_have_count(0)
    box.get_by_role("button", name="Search").click()
    found = page.get_by_test_id("found-mends")
    expect(found).to_contain_text("The lightest of what was tried that does it", timeout=480_000)
    expect(found).to_contain_text("by the full model")
    found.get_by_role("button", name="against time").click()
    expect(found.get_by_role("group", name=re.compile("Strength back against minutes"))).to_be_visible()
    best = found.locator("tbody tr").first
    expect(best).to_contain_text("lightest that does it")
    best.get_by_role("button", name=re.compile("Take")).click()
    expect(page.locator("[data-mend]").first).to_be_visible()
    expect(wing(page)).to_contain_text("brings back")
    back = number(best.locator("td").first)
    brings = re.search(r"brings back (\d+) %", wing(page).inner_text())
    assert brings
    assert abs(int(brings[1]) - back) <= 1
    # it is there again after another step, and says so where the damages are others by then
    step(page, "1 What broke")
    hurt(page, 0.75, 0.35, "Wrinkle line")
    step(page, "2 What now")
    expect(page.get_by_test_id("found-mends")).to_contain_text("The damages have changed since")
    sent(page)


def test_what_cannot_be_is_said_where_it_was_typed(demo: Page) -> None:
    page = demo
    begin(page, "Turnstone")
    page.get_by_label("Temperature today").fill("-60")
    hurt(page, 0.3, 0.5, "Foam cracked")
    expect(page.get_by_test_id("repair-problems")).to_contain_text("-60 °C is too small")
    page.get_by_label("Temperature today").fill("12")
    expect(page.get_by_test_id("repair-problems")).to_have_count(0)
    page.get_by_test_id("chosen-damage").get_by_label("Out from the middle").fill("2 m")
    step(page, "2 What now")
    expect(page.get_by_test_id("repair-problems")).to_contain_text("ends at")
    page.get_by_test_id("chosen-damage").get_by_label("Out from the middle").fill("20 cm")
    expect(page.get_by_test_id("columns").first).to_be_visible()
    sent(page)


def test_a_twisted_wing_is_trimmed_out_or_drawn_straight(demo: Page) -> None:
    page = demo
    begin(page, "Plover")
    hurt(page, 0.3, 0.5, "Bent or twisted")
    chosen = page.get_by_test_id("chosen-damage")
    chosen.get_by_label("Bent by").fill("0")
    chosen.get_by_label("Twisted by").fill("1.5")
    step(page, "2 What now")
    trim = page.get_by_test_id("trim")
    expect(trim).to_contain_text("of aileron")
    expect(page.get_by_test_id("go").first).to_contain_text("flex it and listen")
    chosen.get_by_label("Twisted by").fill("9")
    expect(trim).to_contain_text("draw it straight first")
    expect(page.get_by_test_id("go").first).to_contain_text("too much to give away")
    page.get_by_test_id("mend-offers").get_by_role("button", name="draw it straight").click()
    expect(trim).to_contain_text("trim it out")
    sent(page)


@pytest.mark.parametrize("wide", [390])
def test_at_the_field_without_a_net_and_back(demo: Page, tmp_path: Path, wide: int) -> None:
    page = demo
    begin(page, "Turnstone")
    expect(page.get_by_test_id("hurt-sheet")).to_be_visible()
    address = page.url
    page.set_viewport_size({"width": wide, "height": 844})
    page.context.set_offline(True)
    hurt(page, 0.3, 0.5, "Foam cracked")
    page.get_by_role("button", name="That is it").click()
    page.locator("[data-point=battery]").get_by_role("button", name="fine").click()
    expect(page.get_by_test_id("repair-sent")).to_contain_text("kept on this phone")
    picture = tmp_path / "crack.png"
    Image.new("RGB", (64, 48), (180, 90, 40)).save(picture)
    page.get_by_role("button", name="Change it").click()
    page.get_by_test_id("chosen-damage").locator("input[type=file]").set_input_files(picture)
    expect(page.get_by_alt_text("As it was photographed")).to_be_visible()
    step(page, "2 What now")
    expect(page.get_by_text("Verdicts need the server")).to_be_visible()
    page.get_by_role("button", name="Log of its life").click()
    page.get_by_label("What").select_option("knock")
    page.get_by_label("Note").fill("hard landing behind the dune")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_text("kept on this phone and sent when there is a net")).to_be_visible()
    page.get_by_role("button", name="Back to the repair").click()
    page.context.set_offline(False)
    sent(page)
    expect(page.get_by_test_id("columns").first).to_be_visible()
    # all of it is with the server, and nothing is left on the phone
    number_ = re.search(r"/airframe/(\d+)", address)
    assert number_
    base = f"/api/airframes/{number_[1]}"
    page.wait_for_function("Object.keys(localStorage).every((k) => !k.startsWith('mending-'))")
    kept = page.evaluate(f"fetch('{base}/repairs').then((r) => r.json())")
    damage = kept["repairs"][0]["repair"]["damages"][0]
    assert damage["kind"] == "crack"
    assert page.evaluate(f"fetch('{base}/repair-pictures/{damage['picture']}').then((r) => r.status)") == 200
    told = page.evaluate(f"fetch('{base}/life').then((r) => r.json())")
    assert [e["entry"]["what"] for e in told["entries"]] == ["knock"]
    assert page.evaluate("document.documentElement.scrollWidth") <= wide


def test_it_opens_again_without_a_net(new_page: Callable[..., Page], server: Server) -> None:
    """The phone was put away, the page thrown out, and the server cannot be reached."""
    page = enter_demo(new_page(390, 844, base_url=server.address, service_workers="allow"))
    begin(page, "Turnstone")
    hurt(page, 0.3, 0.5, "Foam cracked")
    page.get_by_role("button", name="That is it").click()
    sent(page)
    page.evaluate("navigator.serviceWorker.ready.then((r) => new Promise((ok) => r.active.state === 'activated'"
                  " ? ok(0) : r.active.addEventListener('statechange', ok)))")  # fmt: skip
    server.kill()
    page.reload()
    expect(page.get_by_test_id("hurt-sheet")).to_be_visible()
    expect(page.get_by_test_id("damages").get_by_role("listitem")).to_have_count(1)
    expect(page.get_by_text("Verdicts need the server")).to_be_visible()
    expect(page.get_by_test_id("is-old")).to_contain_text("as it was when it was last opened here")
    step(page, "1 What broke")
    page.locator("[data-point=battery]").get_by_role("button", name="fine").click()
    expect(page.get_by_test_id("repair-sent")).to_contain_text("kept on this phone")
    # and once more: what was put down meanwhile is there, too
    page.reload()
    step(page, "1 What broke")
    fine = page.locator("[data-point=battery]").get_by_role("button", name="fine")
    expect(fine).to_have_attribute("aria-pressed", "true")
    page.goto("/")
    expect(page.get_by_role("heading", name="Sanderling")).to_be_visible()
    page.get_by_role("link", name="Turnstone", exact=True).click()
    page.get_by_role("navigation", name="Parts of the aircraft").get_by_role("link", name="Mend").click()
    expect(page.get_by_test_id("damages").get_by_role("listitem")).to_have_count(1)
    server.start()
    sent(page)
    expect(page.get_by_test_id("columns").first).to_be_visible()
    # nothing of it is left for whoever signs in here next
    page.get_by_role("button", name="Leave").click()
    expect(page.get_by_role("button", name="Open the demo workshop")).to_be_visible()
    left = page.evaluate("Object.keys(localStorage).filter((k) => k.startsWith('carried-'))")
    assert set(left) <= {"carried-session"}


def test_two_phones_write_over_nothing(demo: Page) -> None:
    page = demo
    begin(page, "Turnstone")
    hurt(page, 0.3, 0.5, "Foam cracked")
    sent(page)
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_test_id("damages").get_by_role("listitem")).to_have_count(1)
    other.get_by_role("tab", name="1 What broke").click()
    other.get_by_label("Name of this repair").fill("from the van")
    sent(other)
    page.get_by_role("tab", name="1 What broke").click()
    page.get_by_label("Name of this repair").fill("from the field")
    expect(page.get_by_text("Nothing of yours is lost yet.")).to_be_visible()
    page.get_by_role("button", name="Take theirs").click()
    expect(page.get_by_label("Name of this repair")).to_have_value("from the van")


def test_the_demo_after_a_bad_landing(demo: Page) -> None:
    page = demo
    to_mend(page, "Sanderling")
    expect(page.get_by_test_id("damages").get_by_role("listitem")).to_have_count(5)
    expect(page.get_by_test_id("columns")).to_have_count(3)
    expect(page.get_by_test_id("go")).to_contain_text("Go, after the push test")
    step(page, "3 Do it")
    expect(page.get_by_test_id("do-it").get_by_role("checkbox", checked=True)).to_have_count(3)
    page.get_by_role("button", name="It is glued: start").first.click()
    expect(page.get_by_role("timer").first).to_contain_text(re.compile(r"\d+:\d\d"))
    page.get_by_role("button", name="Log of its life").click()
    expect(page.get_by_test_id("life-says")).to_contain_text("Three mends on")
    with page.expect_download() as waiting:
        page.get_by_role("link", name="Take it away as CSV").click()
    assert "grafted" in Path(waiting.value.path()).read_text(encoding="utf-8")


def test_the_whole_job_by_keyboard_alone(demo: Page) -> None:
    """Nothing is pressed with a pointer: found by the look, put in its place by its figures, planned, done, logged."""
    page = demo

    def key(locator: Locator, press: str = "Enter") -> None:
        locator.focus()
        expect(locator).to_be_focused()
        page.keyboard.press(press)

    key(page.get_by_role("link", name="Turnstone", exact=True))
    key(page.get_by_role("navigation", name="Parts of the aircraft").get_by_role("link", name="Mend"))
    key(page.get_by_role("button", name="It came down: begin a repair"))
    point = page.locator("[data-point=wing_flex]")
    key(point.get_by_role("button", name="hurt"))
    key(point.get_by_role("button", name="Foam cracked"))
    place = page.get_by_test_id("chosen-damage").get_by_label("Out from the middle")
    place.focus()
    page.keyboard.press("ControlOrMeta+A")
    page.keyboard.type("12 cm")
    page.keyboard.press("Tab")
    expect(page.get_by_test_id("damages")).to_contain_text("120 mm out")
    key(page.get_by_role("tab", name="2 What now"))
    key(page.get_by_role("button", name="Find the best for today"))
    expect(page.get_by_test_id("planned")).to_contain_text("tried, of", timeout=480_000)
    expect(page.locator("[data-mend]").first).to_be_visible()
    key(page.get_by_role("tab", name="3 Do it"))
    first = page.get_by_test_id("do-it").get_by_role("checkbox").first
    key(first, "Space")
    expect(first).to_be_checked()
    page.get_by_label("Result").focus()
    page.keyboard.type("flown")
    expect(page.get_by_label("Result")).to_have_value("held")
    key(page.get_by_role("button", name="Write it into the log"))
    sent(page)
