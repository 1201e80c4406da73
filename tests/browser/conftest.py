"""The real server on a database of its own, and Debian's Chromium in front of it."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any
from urllib.parse import quote

import pytest
from django.db import connection
from playwright.sync_api import Browser, Page, expect, sync_playwright

from ops import serve
from ops.database import free_port
from ops.install import chromium, manage

LAUNCH = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-quic"]
# a busy machine may take its time: what is waited for is that it comes, not how soon
expect.set_options(timeout=20_000)


NAME = "fletcher_browser_tests"


@pytest.fixture(scope="session")
def site(django_db_blocker: Any, tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """Address of a running Fletcher with the demo loaded, on a database that only these tests use."""
    db = connection.settings_dict
    url = f"postgresql://{db['USER']}:{quote(db['PASSWORD'])}@{db['HOST']}:{db['PORT']}/{NAME}"

    def drop() -> None:
        with django_db_blocker.unblock(), connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS {NAME} WITH (FORCE)")
        connection.close()

    drop()
    with django_db_blocker.unblock(), connection.cursor() as cursor:
        cursor.execute(f"CREATE DATABASE {NAME}")
    connection.close()
    manage("migrate", "--verbosity", "0", url=url)
    manage("load_demo", url=url)
    number, log = free_port(), Path(tmp_path_factory.mktemp("server")) / "server.log"
    process = serve.launch(number, url, log)
    try:
        serve.wait_for(number, process, log)
        yield f"http://127.0.0.1:{number}"
    finally:
        process.terminate()
        process.wait(timeout=20)
        drop()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as player:
        opened = player.chromium.launch(executable_path=chromium(), args=LAUNCH)
        yield opened
        opened.close()


@pytest.fixture
def new_page(site: str, browser: Browser) -> Iterator[Callable[..., Page]]:
    """Pages in their own sessions; a fault in a page's console fails the test."""
    contexts, faults = [], []

    def make(width: int = 1280, height: int = 800, **options: Any) -> Page:
        context = browser.new_context(base_url=site, viewport={"width": width, "height": height}, **options)
        contexts.append(context)
        context.set_default_timeout(20_000)
        page = context.new_page()
        page.on("pageerror", lambda error: faults.append(str(error)))
        return page

    yield make
    for context in contexts:
        context.close()
    assert not faults


@pytest.fixture
def page(new_page: Callable[..., Page]) -> Page:
    return new_page()


@pytest.fixture
def demo(page: Page) -> Page:
    """In the demo workshop, as it shipped."""
    page.goto("/")
    page.get_by_role("button", name="Open the demo workshop").click()
    page.get_by_role("button", name="Put the demo back as it was").click()
    with page.expect_response(lambda r: r.url.endswith("/api/demo/reset")):
        page.get_by_role("button", name="Put it back").click()
    page.goto("/")  # a list asked for before the reset may still be on its way: only a new one has the new airframes
    expect(page.get_by_role("heading", level=2)).to_have_count(3)
    expect(page.get_by_role("heading", name="Sanderling")).to_be_visible()
    # units are the visitor's own, and stay as the last one chose them
    units = page.get_by_role("button", name=re.compile("Units"))
    if "mm" not in units.inner_text():
        units.click()
        expect(units).to_contain_text("mm")
    return page
