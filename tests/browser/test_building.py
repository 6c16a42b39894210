"""Build on screen: stock edited, a plan, files taken along, a step ticked, all there after a reload."""

from __future__ import annotations

import io
import zipfile

import ezdxf
import trimesh
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
        self.turned_and_picked()
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
        self.everything_in_one_archive()
        self.higher_and_looked_at_again()

    def turned_and_picked(self) -> None:
        """The view goes round the hive; a part that is picked stands out, its number beside it."""
        page, drawn = self.page, self.page.locator("[data-drawing=build-exploded]")
        before = drawn.locator("[data-item='0']").first.get_attribute("points")
        page.get_by_role("button", name="One later").click()
        expect(page.get_by_test_id("moment")).to_have_text("near end")
        self.eventually(lambda: drawn.locator("[data-item='0']").first.get_attribute("points") != before)
        page.get_by_test_id("parts").locator("li button").nth(2).click()
        expect(drawn.locator("[data-item='2'].chosen").first).to_be_visible()
        expect(drawn.locator("text").filter(has_text="3").first).to_be_visible()

    def everything_in_one_archive(self) -> None:
        """Every part as DXF, STL and SVG, the hive as 3MF, and a page of what is what."""
        with zipfile.ZipFile(io.BytesIO(self.take("All files"))) as archive:
            names = archive.namelist()
            self.assertIn("parts.dxf", archive.read("README.txt").decode())
            hive = trimesh.load(io.BytesIO(archive.read("hive.3mf")), file_type="3mf")
        self.assertGreater(len(hive.geometry), 20)
        for kind in ("dxf", "stl", "svg"):
            self.assertTrue([n for n in names if n.startswith("parts/") and n.endswith(kind)], kind)

    def higher_and_looked_at_again(self) -> None:
        """The box is made higher after it was cut: the tick is told that its sizes have changed."""
        page = self.page
        page.get_by_role("link", name="Shape", exact=True).click()
        self.type_dimension("Height", "310")
        page.get_by_role("link", name="Build", exact=True).click()
        page.get_by_role("tab", name="Step by step").click()
        expect(page.locator("[data-step=cut]")).to_contain_text("Sizes have changed since you ticked it")

    def test_another_hive_and_old_boxes_out_of_one_pile(self) -> None:
        page = self.page
        page.get_by_label("Design to cut along").select_option(label="Granny")
        page.get_by_role("button", name="Cut it along").click()
        pile = page.locator("table", has_text="B: Granny")
        expect(pile).to_contain_text("Bowline")
        page.get_by_role("button", name="Add old boxes").click()
        page.get_by_role("tab", name="Cut plan").click()
        expect(page.locator("[data-drawing=build-boards]")).to_contain_text("old boxes 1, sides", timeout=90_000)
        expect(page.locator("[data-drawing=build-boards]").get_by_text("B 1", exact=True).first).to_be_visible()
        page.get_by_role("combobox", name="They are").select_option(label="kept as they are")
        expect(page.locator("[data-drawing=build-boards]")).not_to_contain_text("old boxes 1, sides", timeout=90_000)
        page.get_by_role("button", name="Leave “Granny” out").click()
        expect(pile).to_have_count(0)
        self.assertEqual(self.serious_violations(), [])

    def test_a_silly_kerf_is_refused_at_its_field(self) -> None:
        field = self.page.get_by_role("textbox", name="Saw cut (kerf)")
        field.fill("-3")
        field.press("Enter")
        expect(field).to_have_attribute("aria-invalid", "true")
