"""Lift and Winter on screen: legs by the keeper's height, combs turned, a warmer top, the winter card."""

from __future__ import annotations

import io
import re
from math import cos, radians
from urllib.parse import parse_qs, urlparse

from playwright.sync_api import expect
from pypdf import PdfReader

from server.designs.models import Design
from tests.browser.base import BrowserCase
from tests.core.test_winter_findings import COLD


class LiftAndWinter(BrowserCase):
    """Door."""

    def begin(self, preset: str, name: str, step: str) -> None:
        self.begin_hive(preset, name)
        self.step(step)

    def step(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Steps").get_by_role("link", name=name, exact=True).click()
        expect(self.page.get_by_role("heading", name=name, exact=True, level=1)).to_be_visible()

    def tall(self, size: str) -> None:
        field = self.page.get_by_role("textbox", name="How tall you are")
        field.fill(size)
        field.press("Enter")

    def worst(self) -> float:
        row = self.page.get_by_test_id("lift-seasons").locator("tr", has_text="Worst index")
        return float(row.locator("td").first.inner_text())

    def test_tall_and_short_keepers_get_different_legs(self) -> None:
        page = self.page
        self.begin("two followers", "Bowline on a bight", "Lift")
        legs = []
        for size, elbow in (("1.95 m", "1228.5"), ("1.55 m", "976.5")):
            self.tall(size)
            expect(page.locator("[data-metric='lifting.elbow_mm']")).to_contain_text(elbow)
            change = page.get_by_test_id("helps").locator("li", has_text="just below the elbow")
            expect(change).to_be_visible()
            words = change.inner_text()
            change.get_by_role("button", name="Do it").click()
            expect(change).to_have_count(0)
            leg = page.locator("[data-table=legs] tbody tr").first
            number = re.search(r"A stand of (\d+) mm", words)
            assert number is not None
            splay = page.get_by_role("textbox", name="Legs lean outward by").input_value()
            expect(leg).to_contain_text(f"{int(number[1]) / cos(radians(float(splay))):.1f}".removesuffix(".0"))
            legs.append(int(number[1]))
        self.assertGreater(legs[0], legs[1] + 100)
        self.assertEqual(self.serious_violations(), [])

    def test_turning_the_combs_along_lowers_the_index(self) -> None:
        page = self.page
        self.begin("Two-chamber", "Carrick bend", "Lift")
        along = self.worst()
        self.step("Shape")
        page.get_by_role("tab", name="Set").click()
        page.get_by_role("combobox", name="Combs hang").select_option("across")
        self.kept()
        self.step("Lift")
        expect(page.get_by_test_id("helps")).to_contain_text("Turn the combs: along the hive")
        self.assertGreater(self.worst(), along)
        page.get_by_test_id("helps").locator("li", has_text="Turn the combs").get_by_role("button").click()
        expect(page.get_by_test_id("helps")).not_to_contain_text("Turn the combs: along")
        self.assertAlmostEqual(self.worst(), along)

    def test_a_warmer_top_and_the_winter_card(self) -> None:
        page = self.page
        self.begin("two followers", "Winter bowline", "Winter")
        burnt = page.locator("[data-metric='winter.honey_kg']")
        before = burnt.inner_text()
        expect(page.locator("[data-finding=comb-softens]")).to_be_visible()
        top = page.get_by_test_id("helps").locator("li", has_text="the top")
        promised = re.search(r"then ([\d.]+) kg", top.inner_text())
        assert promised is not None
        top.get_by_role("button", name="Do it").click()
        expect(burnt).not_to_have_text(before)
        expect(burnt).to_contain_text(f"{promised[1]}kg")
        page.get_by_role("slider", name="Month").fill("6")
        expect(page.get_by_test_id("moment")).to_have_text("July")
        page.get_by_role("combobox", name="Climate").select_option("tropical")
        expect(page.locator("[data-finding=no-winter]")).to_be_visible()
        self.kept()
        with page.expect_download() as card:
            page.get_by_role("link", name="Winter card").click()
        words = PdfReader(io.BytesIO(card.value.path().read_bytes())).pages[0].extract_text()
        self.assertIn("Winter bowline", words)
        self.assertEqual(self.serious_violations(), [])


class Rail(BrowserCase):
    """Door."""

    def test_each_badge_opens_its_step_at_the_finding(self) -> None:
        """A hive that starves in winter, lifts too much, has a follower of no height and bars too narrow."""
        page = self.page
        self.enter_demo()
        design = Design.objects.get(name="Bowline")
        document = design.document | {
            "season": {"climate": "cool-temperate"},
            "wintering": {"constants": COLD},
            "lifting": {"limit_kg": 1.0},
        }
        next(each for each in document["chambers"][0]["run"]["items"] if each["kind"] == "follower")["foot_gap_mm"] = (
            500.0
        )
        document["comb_types"][0]["width_mm"] = 20.0
        design.document = document
        design.save()
        self.open("Bowline")
        for name, finding in (
            ("Winter", "stores-short"),
            ("Lift", "lifts-too-much"),
            ("Build", "design-errors"),
            ("Shape", "parts-overlap"),
            ("Run", "run-doesnt-close"),
            ("Combs", "spacing-too-narrow"),
        ):
            badge = page.locator("[data-badge]").and_(page.get_by_role("link", name=f"{name}: "))
            expect(badge).to_be_visible()
            badge.click()
            expect(page.get_by_role("heading", name=name, exact=True, level=1)).to_be_visible()
            self.assertEqual(parse_qs(urlparse(page.url).query)["finding"][0].split(":")[0], finding)
            expect(self.finding(finding).first).to_be_in_viewport()
            page.locator("body").hover(position={"x": 2, "y": 2})
