"""Build on screen: stock edited, a plan, files taken along, a step ticked, all there after a reload."""

from __future__ import annotations

import io

import ezdxf
from playwright.sync_api import expect
from pypdf import PdfReader

from server.designs.models import Design
from tests.browser.base import BrowserCase


class Building(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.open("Bowline")
        self.page.get_by_role("navigation", name="Steps").get_by_role("link", name="Build", exact=True).click()
        expect(self.page.get_by_test_id("parts").locator("li").first).to_be_visible()

    def take(self, button: str) -> bytes:
        with self.page.expect_download() as file:
            self.page.get_by_role("button", name=button, exact=True).click()
        return file.value.path().read_bytes()

    def test_from_the_boards_to_the_files(self) -> None:
        page = self.page
        summary = page.locator("[data-metric='building.boards_buy']")
        before = summary.inner_text()
        page.locator("input[type=file]").last.set_input_files(
            {
                "name": "stock.csv",
                "mimeType": "text/csv",
                "buffer": b"label,length_mm,width_mm,thickness_mm,count\nrope-walk "
                b"plank,3000,340,22,20\nbatten,2400,60,45,10\n",
            }
        )
        expect(summary).not_to_have_text(before)
        expect(summary).to_contain_text("Boards to buy0")
        page.get_by_role("tab", name="Cut plan").click()
        expect(page.locator("[data-drawing=build-boards]")).to_contain_text("rope-walk plank")
        page.get_by_role("tab", name="Pulled apart").click()
        page.get_by_test_id("parts").locator("li button", has_text="Side").first.hover()
        expect(page.locator("[data-drawing=build-exploded] [data-item='1']").first).to_be_visible()
        page.get_by_role("button", name="Would a few millimetres").click()
        expect(page.get_by_test_id("search")).to_contain_text("Searched 20 mm either way")

        self.kept()
        words = " ".join(p.extract_text() for p in PdfReader(io.BytesIO(self.take("Booklet"))).pages)
        self.assertIn("rope-walk plank", words)
        self.assertGreaterEqual(len(PdfReader(io.BytesIO(self.take("Templates 1:1"))).pages), 4)
        drawing = ezdxf.read(io.StringIO(self.take("DXF").decode()))  # type: ignore[attr-defined]
        self.assertEqual(drawing.audit().errors, [])

        page.get_by_role("tab", name="Step by step").click()
        step = page.locator("[data-step=cut]").get_by_role("checkbox")
        step.click()
        expect(step).to_be_checked()
        self.eventually(
            lambda: "cut" in (Design.objects.get(name="Bowline").document.get("building") or {}).get("done", [])
        )
        page.reload()
        page.get_by_role("tab", name="Step by step").click()
        expect(page.locator("[data-step=cut]").get_by_role("checkbox")).to_be_checked()
        self.assertEqual(self.serious_violations(), [])

    def test_a_silly_kerf_is_refused_at_its_field(self) -> None:
        field = self.page.get_by_role("textbox", name="Saw cut (kerf)")
        field.fill("-3")
        field.press("Enter")
        expect(field).to_have_attribute("aria-invalid", "true")
