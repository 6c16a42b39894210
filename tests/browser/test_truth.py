"""What the screen says is so: nothing is right till the parts were looked at, and inches are inches everywhere."""

from __future__ import annotations

import json
import re
from datetime import date, timedelta

from django.contrib.auth.models import User
from playwright.sync_api import Route, expect

from sabaka_core import load_hive
from server.designs.models import Design
from server.designs.services import create_design
from tests.browser.base import BrowserCase
from tests.core.support import EXAMPLES

METRIC = re.compile(r"\d\s?(?:mm|cm²?|m²?|kg|g|L|litres?|°C|N)(?![\w²/])|(?<![\w.])(?:mm|cm²|kg|°C)(?![\w/])")
REFUSED = {"reason": "A part has no size.", "problems": []}
STEPS = ("Combs", "Run", "Season", "Move in", "Lift", "Winter", "Build", "Shape")


class Truth(BrowserCase):
    """Door."""

    def test_2_parts_in_each_other_are_found_and_a_mend_takes_them_apart(self) -> None:
        raw = json.loads((EXAMPLES / "two-chamber.json").read_text("utf-8"))
        raw["chambers"][1]["place"]["x_mm"] = 408.0
        self.enter_demo()
        design = create_design(User.objects.get(), load_hive(json.dumps({**raw, "name": "Rolling hitch"})), "Begun")
        slow: list[Route] = []
        self.page.route("**/api/studies/", lambda route: slow.append(route))
        self.page.goto(f"{self.live_server_url}/hive/{design.pk}/shape")
        read = self.page.get_by_role("tabpanel")
        expect(read).to_contain_text("Looking whether the parts go together")
        expect(self.page.get_by_text("Nothing to mend.")).to_have_count(0)
        self.eventually(lambda: bool(slow))
        for route in slow:
            route.continue_()
        self.page.unroute("**/api/studies/")
        found = self.finding("parts-overlap")
        expect(found).to_contain_text("in each other")
        expect(self.page.get_by_role("link", name="Shape: 1 to mend")).to_be_visible()
        found.locator("[data-mend]").first.click()
        expect(self.page.get_by_text("Nothing to mend.")).to_be_visible()
        self.kept()
        place = Design.objects.get(pk=design.pk).document["chambers"][1]["place"]["x_mm"]
        self.assertAlmostEqual(place, 510.7, delta=0.1)
        self.assertEqual(self.serious_violations(), [])

    def test_2_where_the_parts_cannot_be_looked_at_that_is_said(self) -> None:
        self.enter_demo()
        self.page.route("**/api/studies/", lambda route: route.fulfill(status=422, json=REFUSED))
        self.open("Bowline")
        said = self.page.get_by_text("It couldn’t be looked at whether the parts go together")
        expect(said).to_contain_text("A part has no size.")
        expect(self.page.get_by_text("Nothing to mend.")).to_have_count(0)

    def test_8_a_box_cut_short_keeps_its_length(self) -> None:
        """Bowline at 720: the feeder’s room goes first, and the box is offered longer last."""
        self.enter_demo()
        self.open("Bowline")
        self.page.get_by_role("tab", name="Set").click()
        length = self.page.locator('[data-path="/chambers/0/length_mm"]')
        length.fill("720")
        length.press("Enter")
        self.page.get_by_role("tab", name="Read").click()
        mends = self.finding("run-doesnt-close").locator("[data-mend]")
        expect(mends.last).to_contain_text("Make the box")
        expect(mends.first).not_to_contain_text("Make the box")

    def test_29_in_inches_no_step_shows_a_metric_unit(self) -> None:
        self.enter_demo()
        page = self.page
        stray: list[tuple[str, str]] = []
        self.open("Bowline")
        page.get_by_role("button", name="in", exact=True).click()
        for step in STEPS:
            page.get_by_role("link", name=step, exact=True).click()
            expect(page.get_by_role("heading", name=step, exact=True)).to_be_visible()
            page.wait_for_load_state("networkidle")
            for details in page.locator("details").all():
                details.evaluate("each => { each.open = true }")
            tabs = page.locator("aside [role=tab]")
            for index in range(max(tabs.count(), 1)):
                if tabs.count():
                    tabs.nth(index).dispatch_event("click")
                    page.wait_for_load_state("networkidle")
                said = " ".join(page.locator("main, aside, footer").all_inner_texts())
                # The models’ constants stand in SI units, as their heading says, and formulas as published.
                # A table of weather is in whatever unit its station writes.
                said = said.replace("what its heading says, else °C\n°C", "")
                said = re.split("constants, in SI units", said, flags=re.IGNORECASE)[0]
                stray += [(step, said[max(m.start() - 40, 0) : m.end() + 10]) for m in METRIC.finditer(said)]
        self.assertEqual(stray, [])

    def test_30_days_of_weather_are_brought_in_winter_and_plan_the_season_too(self) -> None:
        days = (date(2023, 1, 1) + timedelta(days=n) for n in range(365))
        table = "date;tmin;tmax\n" + "\n".join(f"{day.isoformat()};{day.month},5;{day.month + 6},5" for day in days)
        self.enter_demo()
        page = self.page
        self.open("Bowline")
        page.get_by_role("link", name="Winter", exact=True).click()
        page.locator("input[type=file]").set_input_files(
            {"name": "dyke mast.csv", "mimeType": "text/csv", "buffer": table.encode()}
        )
        expect(page.locator("main")).to_contain_text("dyke mast: 365 days")
        self.kept()
        page.get_by_role("link", name="Season", exact=True).click()
        expect(page.locator("main")).to_contain_text("dyke mast: 365 days")
        page.get_by_role("tab", name="Set").click()
        expect(page.get_by_label("Planned by")).to_have_value(re.compile("^[0-9a-f]{64}$"))
        page.locator("input[type=file]").set_input_files(
            {"name": "bad.csv", "mimeType": "text/csv", "buffer": b"date,tmin,tmax\n2023-01-01,9,3"}
        )
        expect(page.locator("#weather-problem")).to_contain_text("Line 2: the least temperature is over the greatest.")
        self.assertEqual(self.serious_violations(), [])
