"""A nucleus on wide-shallow frames moved into two hives: ways, layouts, parts, plan and calendar on screen."""

from __future__ import annotations

import io
from datetime import date

import vobject
from playwright.sync_api import expect
from pypdf import PdfReader

from server.designs.models import Design
from tests.browser.base import BrowserCase


class MovingIn(BrowserCase):
    """Door."""

    def begin(self, preset: str, name: str) -> None:
        page = self.page
        page.get_by_role("button", name="New hive").click()
        page.get_by_role("textbox", name="Name").fill(name)
        page.get_by_role("radio", name=preset).check()
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()
        page.get_by_role("navigation", name="Steps").get_by_role("link", name="Move in", exact=True).click()
        expect(page.locator("[data-table=ways] tbody tr").first).to_be_visible()

    def choose(self, way: str) -> None:
        self.page.get_by_role("tab", name="Ways").click()
        self.page.locator(f"[data-table=ways] [data-line={way}] button").click()
        expect(self.page.locator(f"[data-table=ways] [data-line={way}] button")).to_have_attribute(
            "aria-pressed", "true"
        )

    def part(self, name: str) -> str:
        return self.page.locator(f'[data-table=parts] [data-line="{name}"]').inner_text()

    def calendar(self) -> list[tuple[date, str]]:
        self.kept()
        with self.page.expect_download() as file:
            self.page.get_by_role("link", name="Calendar file").click()
        events = vobject.readOne(file.value.path().read_text("utf-8")).vevent_list
        return [(event.dtstart.value, event.summary.value) for event in events]

    def test_five_combs_into_a_narrow_deep_hive_by_two_ways(self) -> None:
        page = self.page
        self.enter_demo()
        self.begin("Deep-frame", "Sheet bend")
        expect(page.get_by_role("combobox", name="From")).to_have_value("langstroth-deep")
        expect(page.get_by_role("textbox", name="How many combs")).to_have_value("5")

        self.choose("on-end")
        self.assertIn("5 × Adapter bar", self.part("Adapter bar"))
        # 482.6 + 22.225 + 9.525 − 410.275 from rest to litter.
        self.assertIn("104.1 mm", self.part("Riser, long side"))
        expect(page.locator("[data-drawing=rod] polygon.layer-comb-brood")).to_have_count(5)
        page.get_by_test_id("stages").get_by_role("button", name="queen over").click()
        expect(page.locator("[data-drawing=rod] polygon.layer-excluder")).to_have_count(1)
        page.get_by_test_id("stages").get_by_role("button", name="old combs out").click()
        expect(page.locator("[data-drawing=rod] polygon.layer-excluder")).to_have_count(0)
        days = self.calendar()
        self.assertEqual(days[0][0], date(2026, 5, 10))
        told = {summary.split(": ")[1]: day for day, summary in days}
        self.assertEqual((told["Worker brood clear"] - told["Queen onto the new combs"]).days, 21)
        self.assertEqual((told["Drones clear, old combs out"] - told["Queen onto the new combs"]).days, 24)

        self.choose("parallel-box")
        self.assertIn("58.7 mm", self.part("Spacer box"))
        page.get_by_role("tab", name="Drawn").click()
        expect(page.locator("[data-drawing=move-box] polygon").first).to_be_visible()
        expect(page.locator("[data-drawing=move-plan] polygon").first).to_be_visible()
        self.kept()
        page.get_by_role("button", name="Keep the box as a hive of its own").click()
        expect(page.get_by_role("link", name="On the shelf: Conversion box for Sheet bend")).to_be_visible()
        self.assertTrue(Design.objects.filter(name="Conversion box for Sheet bend", system="conversion-box").exists())
        with page.expect_download() as sheet:
            page.get_by_role("link", name="The plan to print").click()
        words = PdfReader(io.BytesIO(sheet.value.path().read_bytes())).pages[0].extract_text()
        self.assertIn("Spacer box", words)
        self.assertEqual(self.serious_violations(), [])

    def test_five_combs_into_a_sloped_side_hive_and_the_run_written(self) -> None:
        page = self.page
        self.enter_demo()
        self.begin("two followers", "Reef knot")
        self.choose("cut-down")
        chosen = page.get_by_test_id("chosen")
        expect(chosen).to_contain_text("Comb lost, one side")
        self.assertIn("5 × Top bar of the hive", self.part("Top bar of the hive"))
        page.get_by_role("tab", name="From and wishes").click()
        page.get_by_role("button", name="Mark the brood").click()
        page.get_by_role("textbox", name="Brood, wide").fill("430")
        page.keyboard.press("Enter")
        page.get_by_role("tab", name="Chosen way").click()
        cells = chosen.locator("[data-metric='moving.lost_cells']")
        expect(cells).not_to_contain_text("cells0")
        days = self.calendar()
        self.assertEqual([summary for _, summary in days][-1], "Reef knot: Eggs")

        page.get_by_test_id("stages").get_by_role("button", name="Write this into the run").click()
        self.eventually(
            lambda: (
                sum(
                    i.get("type") == "moved"
                    for i in Design.objects.get(name="Reef knot").document["chambers"][0]["run"]["items"]
                )
                == 5
            )
        )
        page.get_by_role("button", name="Undo").click()

    def test_the_first_wish_changes_the_rank_and_says_why(self) -> None:
        page = self.page
        self.enter_demo()
        self.begin("Deep-frame", "Sheet bend")
        first = page.locator("[data-table=ways] tbody tr").first
        was = first.get_attribute("data-line")
        page.get_by_role("combobox", name="First wish").select_option("fewest-parts")
        expect(first).not_to_have_attribute("data-line", was or "")
        expect(page.locator("[data-table=ways] tbody tr").nth(1)).to_contain_text("0 parts to make")
        page.get_by_role("combobox", name="From").select_option("swarm")
        expect(first).to_have_attribute("data-line", "shaken")
        page.get_by_role("textbox", name="The day of the move").fill("2026-12-20")
        page.keyboard.press("Enter")
        late = page.locator("[data-finding=out-of-season]")
        expect(late).to_contain_text("Out of season")
        late.get_by_text("why?").click()
        expect(late).to_contain_text("nearest week")

    def test_the_chart_of_all_frames(self) -> None:
        page = self.page
        self.enter_demo()
        self.begin("Deep-frame", "Sheet bend")
        page.get_by_role("tab", name="All frames").click()
        chart = page.get_by_test_id("matrix")
        chart.get_by_role("button", name="Layens into deep-frame hive").click()
        expect(page.get_by_test_id("matrix-said")).to_contain_text("As it is")
        chart.get_by_role("button", name="Dadant brood", exact=True).click()
        expect(page.get_by_role("combobox", name="From")).to_have_value("dadant-brood")
