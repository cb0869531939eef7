"""The real interface: the built front end, a real server and database, and headless Chromium."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from typing import Any

import pytest
import uvicorn
from playwright.sync_api import Browser, Page, Playwright, expect, sync_playwright
from sqlalchemy import Engine

from rowstake.server.app import create_app, web_folder
from rowstake.store.postgres import free_port

FLAGS = [
    "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip
expect.set_options(timeout=20_000)


class Site:
    """A server in a thread."""

    def __init__(self, engine: Engine, **outside: Any) -> None:
        assert (web_folder() / "index.html").exists(), "the front end is not built: scripts/test builds it"
        self.port = free_port()
        self.app = create_app(engine, **outside)
        config = uvicorn.Config(
            self.app,
            host="127.0.0.1",
            port=self.port,
            log_level="error",
            timeout_graceful_shutdown=1,
        )
        self.server = uvicorn.Server(config)
        self.thread = threading.Thread(target=self.server.run, daemon=True)
        self.thread.start()
        while not self.server.started:
            assert self.thread.is_alive(), "the server did not start"

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def stop(self) -> None:
        self.app.state.hub.close()
        self.server.should_exit = True
        self.thread.join(20)


@pytest.fixture
def site(engine: Engine) -> Iterator[Site]:
    made = Site(engine)
    yield made
    made.stop()


@pytest.fixture(scope="session")
def driver() -> Iterator[Playwright]:
    with sync_playwright() as made:
        yield made


@pytest.fixture(scope="session")
def browser(driver: Playwright) -> Iterator[Browser]:
    made = driver.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
    yield made
    made.close()


@pytest.fixture
def large(driver: Playwright) -> Iterator[Browser]:
    """One whose reader has set text twice as large."""
    made = driver.chromium.launch(
        executable_path="/usr/bin/chromium", args=[*FLAGS, "--blink-settings=defaultFontSize=32"]
    )
    yield made
    made.close()


@pytest.fixture
def page(browser: Browser) -> Iterator[Page]:
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, accept_downloads=True, service_workers="block"
    )
    context.set_default_timeout(20_000)
    page = context.new_page()
    errors: list[str] = []
    page.on("pageerror", lambda e: errors.append(str(e)))
    yield page
    context.close()
    assert errors == []
