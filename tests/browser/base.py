"""A browser in front of a live server. Every console error fails the test."""

from __future__ import annotations

import json
import os
from collections.abc import Callable
from pathlib import Path
from typing import ClassVar
from unittest import SkipTest
from unittest.mock import patch

from django.test import LiveServerTestCase
from playwright.sync_api import (
    Browser,
    BrowserContext,
    ConsoleMessage,
    Locator,
    Page,
    Playwright,
    expect,
    sync_playwright,
)

from server.designs.cards import Told, told
from server.designs.models import Design

# Playwright's loop runs in this thread; Django would refuse its own synchronous calls there.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

CHROMIUM = os.environ.get("SABAKA_CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # Days are written as in this language where nobody chose.
    "--lang=en-GB",
    "--accept-lang=en-GB",
]
AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
# Answers that a test provokes on purpose show up in the console as failed loads.
PROVOKED = (
    "status of 401",
    "status of 403",
    "status of 409",
    "status of 413",
    "status of 422",
    "status of 404",
    "ERR_INTERNET_DISCONNECTED",
    "ERR_FAILED",
)


_CARDS: dict[str, Told] = {}


def _told_once(design: Design) -> Told:
    """The demo's shelf is put up by each test: what its cards say is found once in a process."""
    document = json.dumps(design.document, sort_keys=True)
    if document not in _CARDS:
        _CARDS[document] = told(design)
    return _CARDS[document]


class BrowserCase(LiveServerTestCase):
    """One Chromium for the class, a fresh context for each test."""

    playwright: ClassVar[Playwright]
    browser: ClassVar[Browser]
    size: ClassVar[dict[str, int]] = {"width": 1280, "height": 800}

    @classmethod
    def setUpClass(cls) -> None:
        if not Path(CHROMIUM).exists():
            raise SkipTest(f"No browser at {CHROMIUM}.")
        super().setUpClass()
        cls.enterClassContext(patch("server.designs.cards.told", _told_once))
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

    def setUp(self) -> None:
        expect.set_options(timeout=20_000)
        self.errors: list[str] = []
        self.context = self.new_context()
        self.page = self.new_page(self.context)

    def tearDown(self) -> None:
        self.context.close()
        self.assertEqual(self.errors, [], "the console complained")

    def new_context(self) -> BrowserContext:
        return self.browser.new_context(
            viewport=self.size,  # type: ignore[arg-type]
            accept_downloads=True,
            color_scheme="light",
            has_touch=self.size["width"] < 600,
            # What a test holds back or answers itself mustn't come from the device.
            service_workers="block",
        )

    def new_page(self, context: BrowserContext) -> Page:
        page = context.new_page()
        page.on("console", self._heard)
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        return page

    def _heard(self, message: ConsoleMessage) -> None:
        if message.type == "error" and not any(words in message.text for words in PROVOKED):
            self.errors.append(message.text)

    # What a keeper does, in a keeper's words.

    def enter_demo(self, page: Page | None = None) -> None:
        page = page or self.page
        page.goto(self.live_server_url)
        page.get_by_role("button", name="Open the demo bench").click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()

    def open(self, name: str, page: Page | None = None) -> None:
        page = page or self.page
        page.get_by_role("link", name=name, exact=True).click()
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()
        expect(page.locator("[data-drawing=section] polygon").first).to_be_visible()

    def begin_hive(self, preset: str, name: str) -> None:
        """A new hive of a kind, on the bench."""
        page = self.page
        self.enter_demo()
        page.get_by_role("button", name="New hive").click()
        page.get_by_role("textbox", name="Name").fill(name)
        page.get_by_role("radio", name=preset).check()
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()

    def dimension(self, name: str, page: Page | None = None) -> Locator:
        return (page or self.page).locator(f'[data-dimension="{name}"]')

    def type_dimension(self, name: str, text: str, page: Page | None = None) -> None:
        page = page or self.page
        self.dimension(name, page).click()
        page.get_by_role("textbox", name=name, exact=True).fill(text)
        page.keyboard.press("Enter")

    def follower(self, side: str) -> Locator:
        return self.page.locator(f"[data-drawing=rod] [data-handle=follower-{side}]")

    def badge(self, side: str) -> Locator:
        return self.page.locator(f"[data-follower=follower-{side}]")

    def finding(self, code: str) -> Locator:
        return self.page.locator(f"[data-finding={code}]")

    def kept(self, page: Page | None = None) -> None:
        expect((page or self.page).get_by_test_id("state")).to_contain_text("kept, revision")

    def eventually(self, holds: Callable[[], bool], seconds: float = 15.0) -> None:
        """Wait for what the server stores a moment later."""
        for _ in range(int(seconds * 5)):
            if holds():
                return
            self.page.wait_for_timeout(200)
        raise AssertionError("It never came to be.")

    def metric(self, key: str) -> Locator:
        return self.page.locator(f'[data-metric="{key}"]')

    def drag(self, handle: Locator, by_x: float, by_y: float = 0) -> None:
        box = handle.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for part in range(1, 9):
            self.page.mouse.move(x + by_x * part / 8, y + by_y * part / 8)
        self.page.mouse.up()

    def tab_to(self, wanted: Callable[[dict[str, str]], bool], most: int = 200) -> dict[str, str]:
        """Press Tab until what is focused is what is wanted."""
        for _ in range(most):
            self.page.keyboard.press("Tab")
            here: dict[str, str] = self.page.evaluate(
                """() => {
                  const e = document.activeElement;
                  return {
                    tag: e.tagName, text: e.textContent ?? "", label: e.getAttribute("aria-label") ?? "",
                    dimension: e.dataset?.dimension ?? "", handle: e.dataset?.handle ?? "",
                    path: e.dataset?.path ?? "", mend: e.dataset?.mend ?? "none",
                    drawing: e.closest("[data-drawing]")?.dataset.drawing ?? "",
                    finding: e.closest("[data-finding]")?.dataset.finding ?? "",
                  };
                }"""
            )
            if wanted(here):
                return here
        raise AssertionError("Tab never got there")

    def serious_violations(self, page: Page | None = None) -> list[str]:
        """What axe-core finds that is serious or critical."""
        page = page or self.page
        page.evaluate(AXE.read_text("utf-8"))
        # Colours that are still changing would be measured half-way. No wait without an end: an
        # animation that is replaced never finishes.
        page.evaluate(
            """() => Promise.race([
              Promise.all(document.getAnimations().map(a => a.finished.catch(() => null))),
              new Promise(done => setTimeout(done, 1500)),
            ])"""
        )
        found: list[dict[str, object]] = page.evaluate(
            "async () => (await axe.run()).violations.map(v => "
            "({id: v.id, impact: v.impact, at: v.nodes.map(n => n.target.join(' ') + ' ' + "
            "n.failureSummary).join('\\n')}))"
        )
        return [f"{v['id']}: {v['at']}" for v in found if v["impact"] in ("serious", "critical")]
