"""What hives teach, on screen: alarms, learned before and after, readings of a device, the year, health, a trial."""

from __future__ import annotations

import json
from typing import ClassVar
from urllib.request import Request, urlopen

from django.contrib.auth.models import User
from django.utils import timezone
from playwright.sync_api import expect

from server.readings.demo import load_sensors
from server.yard.demo import load_yard
from server.yard.models import BuiltHive, Trial
from tests.browser.base import BrowserCase


class TaughtCase(BrowserCase):
    """Door: the demo's yard with its two years and its sensors."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        keeper = User.objects.get(username="wren")
        load_yard(keeper, timezone.localdate())
        load_sensors(keeper, timezone.now())
        self.page.goto(f"{self.live_server_url}/yard")
        expect(self.page.get_by_test_id("hives").locator("li").first).to_be_visible()

    def hive(self, name: str, tab: str) -> None:
        self.page.goto(f"{self.live_server_url}/built/{BuiltHive.objects.get(name=name).pk}")
        self.page.get_by_role("tab", name=tab).click()

    def fits(self) -> None:
        wide = self.page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
        self.assertLessEqual(wide, 0)


class AtTheBench(TaughtCase):
    """Door."""

    def test_from_an_alarm_to_what_the_year_came_to(self) -> None:
        page = self.page
        expect(page.get_by_test_id("alarms")).to_contain_text("has been silent for")
        self.hive("Sheepshank", "Learned")
        expect(page.get_by_test_id("sentences")).to_contain_text("than the book")
        chart = page.locator("[data-chart=learned]")
        expect(chart.get_by_text("covered, by the book")).to_be_visible()
        expect(chart.get_by_text("covered, as learned")).to_be_visible()
        expect(chart.locator(".recharts-line-dot").first).to_be_visible()
        expect(page.get_by_test_id("places").locator("tbody tr")).to_have_count(4)
        self.assertEqual(self.serious_violations(), [])
        page.get_by_role("checkbox", name="Learn from this hive’s visits").uncheck()
        expect(chart).to_have_count(0)

        self.hive("Bowline", "Readings")
        page.get_by_role("button", name="3 months").click()
        expect(page.locator("[data-chart=readings-weight]")).to_be_visible()
        page.get_by_label("A new device, called").fill("second scale")
        page.get_by_role("button", name="Set it up").click()
        key = page.get_by_test_id("devices").locator("output").inner_text()
        body = {"readings": [{"at": timezone.now().isoformat(), "kind": "weight", "value": 41.0}]}
        headers = {"Content-Type": "application/json", "X-Sabaka-Key": key}
        with urlopen(Request(f"{self.live_server_url}/api/readings/", json.dumps(body).encode(), headers)) as answer:
            self.assertEqual(json.load(answer)["kept"], 1)
        self.assertEqual(self.serious_violations(), [])

        page.goto(f"{self.live_server_url}/yard")
        page.get_by_role("link", name="The year, health, trials").click()
        expect(page.get_by_test_id("year").get_by_role("row", name="honey taken, kg")).to_be_visible()
        self.assertEqual(self.serious_violations(), [])
        page.get_by_role("tab", name="Health").click()
        expect(page.get_by_test_id("disease")).to_contain_text("inspector")
        page.get_by_role("textbox", name="One strip for so many occupied combs, as its label says").fill("2")
        expect(page.get_by_test_id("mites").get_by_role("row", name="Bowline")).to_contain_text(", ")
        self.assertEqual(self.serious_violations(), [])
        page.get_by_role("tab", name="Trials").click()
        expect(page.get_by_text("may be chance").first).to_be_visible()
        page.get_by_label("Called").fill("Deeper litter")
        page.get_by_label("The one thing that is changed").fill("Litter 100 mm instead of 50 mm")
        page.get_by_role("button", name="Changed").first.click()
        page.get_by_role("button", name="Beside").last.click()
        page.get_by_role("button", name="Begin it").click()
        expect(page.get_by_role("heading", name="Deeper litter")).to_be_visible()
        self.assertEqual(Trial.objects.count(), 2)
        self.assertEqual(self.serious_violations(), [])


class OnAPhone(TaughtCase):
    """Door."""

    size: ClassVar[dict[str, int]] = {"width": 390, "height": 844}

    def test_the_same_fits_a_phone(self) -> None:
        page = self.page
        self.fits()
        self.hive("Sheepshank", "Learned")
        expect(page.locator("[data-chart=learned]")).to_be_visible()
        self.fits()
        self.hive("Bowline", "Readings")
        expect(page.locator("[data-chart=readings-weight]")).to_be_visible()
        self.fits()
        self.assertEqual(self.serious_violations(), [])
        page.goto(f"{self.live_server_url}/yard")
        page.get_by_role("link", name="The year, health, trials").click()
        for tab, shown in (("The year", "year"), ("Health", "mites"), ("Trials", "begin-trial")):
            page.get_by_role("tab", name=tab).click()
            expect(page.get_by_test_id(shown)).to_be_visible()
            self.fits()
            self.assertEqual(self.serious_violations(), [])
