"""The real server on a database of its own, and Debian's Chromium in front of it."""

from __future__ import annotations

import os
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
expect.set_options(timeout=120_000)


#: one for each of the processes that run tests side by side
NAME = f"fletcher_browser_tests_{os.environ.get('PYTEST_XDIST_WORKER', 'alone')}"
#: every test opens a demo of its own, all from one address
PLENTY = {"FLETCHER_RATE_DEMOS": "100000/h", "FLETCHER_DEMOS_PER_ADDRESS": "100000", "FLETCHER_DEMOS": "100000"}


@pytest.fixture(scope="session")
def database(django_db_blocker: Any) -> Iterator[str]:
    """Address of a database with the demo loaded, that only these tests use."""
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
    manage("prepare", url=url)
    yield url
    drop()


class Server:
    """A server that can be killed and brought back on the same port."""

    def __init__(self, url: str, folder: Path) -> None:
        self.url, self.number, self.log = url, free_port(), folder / "server.log"
        self.start()

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.number}"

    def start(self) -> None:
        scale = self.log.with_name("scale.address")
        self.process = serve.launch(self.number, self.url, self.log, FLETCHER_SCALE_FILE=str(scale), **PLENTY)
        serve.wait_for(self.number, self.process, self.log)

    def kill(self) -> None:
        """As a crash would: nobody is asked."""
        serve.end_group(self.process, 0.0)


@pytest.fixture(scope="session")
def site(database: str, tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """Address of a running Fletcher with the demo loaded."""
    folder = tmp_path_factory.mktemp("server")
    server = Server(database, folder)
    scale = serve.launch_scale(folder / "scale.address")
    yield server.address
    serve.end_group(server.process)
    serve.end_group(scale)


@pytest.fixture
def server(database: str, tmp_path: Path) -> Iterator[Server]:
    """One more on the same database, to be killed."""
    made = Server(database, tmp_path)
    yield made
    serve.end_group(made.process)


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
        # what the page carries along for a day without a net is a test's own business
        usual = {"base_url": site, "viewport": {"width": width, "height": height}, "service_workers": "block"}
        context = browser.new_context(**{**usual, **options})
        contexts.append(context)
        context.set_default_timeout(60_000)
        page = context.new_page()
        page.on("pageerror", lambda error: faults.append(str(error)))
        page.on("console", lambda told: faults.append(told.text) if "Content Security Policy" in told.text else None)
        return page

    yield make
    for context in contexts:
        context.close()
    assert not faults


@pytest.fixture
def page(new_page: Callable[..., Page]) -> Page:
    return new_page()


def enter_demo(page: Page) -> Page:
    """Into a demo workshop of one's own, as it shipped."""
    page.goto("/")
    page.get_by_role("button", name="Open the demo workshop").click()
    expect(page.get_by_role("heading", level=2)).to_have_count(5)
    expect(page.get_by_role("heading", name="Sanderling")).to_be_visible()
    return page


@pytest.fixture
def demo(page: Page) -> Page:
    return enter_demo(page)
