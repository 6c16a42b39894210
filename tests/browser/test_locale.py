"""Numbers and days as the keeper's place writes them, on the screen, typed and on paper."""

from __future__ import annotations

import io
import re

from playwright.sync_api import BrowserContext, expect
from pypdf import PdfReader

from tests.browser.base import BrowserCase


class ElsewhereWritten(BrowserCase):
    """Door: a keeper whose device writes a decimal comma, and who then chooses months first."""

    def new_context(self) -> BrowserContext:
        return self.browser.new_context(
            viewport={"width": 1280, "height": 800}, locale="de-DE", accept_downloads=True, service_workers="block"
        )

    def test_read_typed_and_printed(self) -> None:
        page = self.page
        self.enter_demo()
        self.open("Bowline")
        slant = self.dimension("Inside face")
        expect(slant).to_have_text("319,3")
        self.type_dimension("Height", "300,5")
        expect(self.dimension("Height")).to_have_text("300,5")
        # A thousand or one and some: nobody guesses.
        self.type_dimension("Height", "1.180")
        expect(page.get_by_text("write 1180 or 1,18")).to_be_visible()
        page.keyboard.press("Escape")
        self.kept()

        page.get_by_role("link", name="Season", exact=True).click()
        page.get_by_role("tab", name="Set").click()
        begins = page.get_by_label("On the day", exact=True)
        expect(begins).to_have_value(re.compile(r"^1 Mar \d{4}$"))
        begins.fill("5.4.2026")
        begins.press("Enter")
        expect(begins).to_have_value("5 Apr 2026")
        self.kept()

        page.get_by_role("button", name="Wren, Saltmarsh Row").click()
        page.get_by_role("menuitem", name="Your things").click()
        page.get_by_role("button", name=re.compile(r"^Apr 5, 2026")).click()
        page.go_back()
        expect(page.locator("[data-chart=season-combs]")).to_contain_text("Apr 5")
        page.get_by_role("tab", name="Set").click()
        begins.fill("4/6/2026")
        begins.press("Enter")
        expect(begins).to_have_value("Apr 6, 2026")
        self.kept()
        with page.expect_download() as saved:
            page.get_by_role("link", name="Season card (PDF)").click()
        words = " ".join(each.extract_text() for each in PdfReader(io.BytesIO(saved.value.path().read_bytes())).pages)
        self.assertRegex(words, r"Apr 6")
        self.assertRegex(words, r"\d,\d kg")
        self.assertNotRegex(words, r"\b\d{1,2} (Apr|May|Jun)\b")
