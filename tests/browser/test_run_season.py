"""The run edited, followers past entrances, the season played, a visit put down, the card printed."""

from __future__ import annotations

import io
from datetime import date, timedelta

from icalendar import Calendar
from playwright.sync_api import expect
from pypdf import PdfReader

from server.designs.models import Design
from tests.browser.base import BrowserCase


class RunAndSeason(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.open("Bowline")

    def step(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Steps").get_by_role("link", name=name, exact=True).click()
        expect(self.page.get_by_role("heading", name=name, exact=True, level=1)).to_be_visible()

    def test_a_year_from_the_run_to_the_card(self) -> None:
        page = self.page
        self.step("Run")
        fits = page.get_by_test_id("fits")
        expect(fits.locator("li").first).to_contain_text("left over")
        fits.get_by_role("button", name="Fill so").first.click()
        expect(fits).to_contain_text("as it is")
        page.get_by_role("button", name="Undo").click()
        expect(self.badge("near")).to_contain_text("90 mm")

        self.follower("near").focus()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowRight")
        expect(self.badge("near")).to_contain_text("160 mm")
        page.get_by_role("tab", name="Openings").click()
        expect(page.get_by_role("tabpanel")).to_contain_text("Cover slats")
        self.eventually(
            lambda: Design.objects.get(name="Bowline").document["chambers"][0]["entrances"][0]["setting"] == "plugged"
        )
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("button", name="Undo").click()

        self.step("Season")
        visits = page.get_by_test_id("visits")
        expect(visits.locator("li").first).to_be_visible()
        week = page.get_by_test_id("moment")
        expect(week).to_have_text("7 Mar")
        board = page.locator("[data-drawing=rod] polygon.layer-follower").last
        at_first = board.get_attribute("points")
        page.get_by_role("slider", name="Week of the plan").fill("20")
        expect(week).to_have_text("25 Jul")
        expect(page.get_by_test_id("moment-reads")).to_contain_text("after comb")
        # The rod follows a moment after the reads.
        expect(board).not_to_have_attribute("points", at_first or "")
        then = board.get_attribute("points")
        page.get_by_role("slider", name="Week of the plan").fill("2")
        expect(week).to_have_text("21 Mar")
        expect(board).not_to_have_attribute("points", then or "")

        before = page.get_by_test_id("moment-reads").inner_text()
        page.get_by_role("slider", name="Week of the plan").fill("16")
        expect(week).to_have_text("27 Jun")
        planned = page.get_by_test_id("moment-reads").inner_text()
        self.assertNotEqual(before, planned)
        page.get_by_role("tab", name="Seen").click()
        page.get_by_label("Day").fill("2026-05-20")
        for label, number in (("Combs covered by bees", "12"), ("Combs of brood", "7"), ("Combs of capped honey", "2")):
            page.get_by_label(label).fill(number)
        page.get_by_role("button", name="Put it down").click()
        expect(page.get_by_test_id("seen")).to_contain_text("20 May 2026")
        expect(page.get_by_test_id("moment-reads")).not_to_have_text(planned)
        self.eventually(lambda: bool(Design.objects.get(name="Bowline").document.get("season", {}).get("seen")))

        with page.expect_download() as card:
            page.get_by_role("link", name="Season card").click()
        text = PdfReader(io.BytesIO(card.value.path().read_bytes())).pages[0].extract_text()
        self.assertIn("Bowline", text)
        self.assertIn("Visits", text)
        self.assertEqual(self.serious_violations(), [])

    def test_days_of_weather_change_the_bands_and_the_year_is_taken_along(self) -> None:
        """A leap year of days in Fahrenheit, colder than the climate, between semicolons."""
        page = self.page
        self.step("Season")
        page.get_by_role("button", name="Run 200 seasons").click()
        years = page.get_by_test_id("years")
        expect(years).to_contain_text("combs (", timeout=60_000)
        expect(years.locator("svg").first).to_be_visible()
        usual = years.inner_text()
        days = (date(2024, 1, 1) + timedelta(days=n) for n in range(366))
        warmth = [36, 37, 41, 46, 54, 61, 64, 63, 57, 49, 42, 37]
        table = "date;tmin °F;tmax °F\n" + "\n".join(
            f"{day.isoformat()};{warmth[day.month - 1] - 6};{warmth[day.month - 1] + 4}" for day in days
        )
        self.assertEqual(table.count("\n"), 366)
        page.get_by_role("tab", name="Set").click()
        page.locator("input[type=file]").set_input_files(
            {"name": "salt mast.csv", "mimeType": "text/csv", "buffer": table.encode()}
        )
        expect(page.locator("main")).to_contain_text("salt mast: 366 days")
        # What was said of another year is gone until it is asked again.
        expect(years).to_have_count(0)
        page.get_by_role("button", name="Run 200 seasons").press("Enter")
        expect(years).to_contain_text("combs (", timeout=60_000)
        self.assertNotEqual(years.inner_text(), usual)
        self.assertEqual(self.serious_violations(), [])

        page.get_by_role("slider", name="Week of the plan").fill("20")
        expect(page.get_by_test_id("moment-reads")).to_contain_text("after comb")
        self.kept()
        with page.expect_download() as feed:
            page.get_by_role("link", name="Calendar file (.ics)").click()
        events = Calendar.from_ical(feed.value.path().read_bytes()).walk("VEVENT")
        self.assertTrue(any("Bring" in str(event.get("DESCRIPTION", "")) + str(event["SUMMARY"]) for event in events))
        with page.expect_download() as card:
            page.get_by_role("link", name="Season card").click()
        text = PdfReader(io.BytesIO(card.value.path().read_bytes())).pages[0].extract_text()
        self.assertIn("salt mast", text)

    def test_another_climate_and_another_school_change_the_plan(self) -> None:
        page = self.page
        self.step("Season")
        visits = page.get_by_test_id("visits")
        first = visits.inner_text()
        page.get_by_role("tab", name="Set").click()
        page.get_by_role("combobox", name="Climate").select_option("mediterranean")
        expect(page.locator("main")).to_contain_text("Mediterranean")
        page.get_by_role("combobox", name="Give room").select_option("ahead")
        page.get_by_role("tab", name="Plan").click()
        expect(visits).not_to_have_text(first)
        page.get_by_role("tab", name="Set").click()
        day = page.get_by_role("textbox", name="On the day")
        day.fill("2026-02-31")
        page.keyboard.press("Enter")
        expect(day).to_have_attribute("aria-invalid", "true")
        expect(page.get_by_role("tabpanel").get_by_role("alert")).to_contain_text("There is no such day")

    def test_a_log_gets_need_against_capacity_and_no_moves(self) -> None:
        page = self.page
        page.goto(self.live_server_url)
        page.get_by_role("button", name="New hive").click()
        page.get_by_role("textbox", name="Name").fill("Figure of eight")
        page.get_by_role("radio", name="Tree-cavity hive").check()
        page.get_by_role("button", name="Begin").click()
        self.step("Season")
        expect(page.locator("[data-finding=plan-moves-nothing]")).to_contain_text("moves nothing")

    def test_a_second_colony_and_kept_states(self) -> None:
        page = self.page
        self.step("Run")
        page.get_by_role("tab", name="States").click()
        page.get_by_role("textbox", name="Name of this state").fill("today")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_test_id("states")).to_contain_text("today: 19 combs")
        page.get_by_role("tab", name="Fit").click()
        page.get_by_role("button", name="At the near end").click()
        expect(page.locator("#fit-problem")).to_contain_text("Behind the near follower 2 mm are free")
        page.get_by_role("button", name="At the far end").click()
        expect(page.get_by_test_id("summary")).to_contain_text("23 bars")
        # The first colony’s follower stays where it is.
        expect(self.badge("far")).to_contain_text("after bar 19")
        page.get_by_role("tab", name="Openings").click()
        expect(page.locator("aside")).to_contain_text("from different walls")
        page.get_by_role("tab", name="States").click()
        page.get_by_role("button", name="Bring back").click()
        expect(page.get_by_test_id("summary")).to_contain_text("19 bars")
        self.assertEqual(self.serious_violations(), [])
