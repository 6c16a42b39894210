"""The yard book on a phone: visits written with the network cut, on two devices, over a closed browser and a session
that ran out; each is kept once, and what became of it is always said."""

from __future__ import annotations

import tempfile
from datetime import timedelta
from typing import ClassVar

from django.contrib.auth.models import User
from django.utils import timezone
from playwright.sync_api import BrowserContext, Page, expect

from server.designs.models import Design
from server.yard.models import BuiltHive, VisitEntry
from server.yard.services import build_hive, make_yard
from tests.browser.base import CHROMIUM, FLAGS, BrowserCase


class PhoneInTheYard(BrowserCase):
    """Door."""

    size: ClassVar[dict[str, int]] = {"width": 390, "height": 844}

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        keeper = User.objects.get(username="wren")
        yard = make_yard(keeper, "Saltmarsh Row")
        day = timezone.localdate() - timedelta(days=30)
        self.hive = build_hive(keeper, yard, Design.objects.get(name="Bowline"), day)

    def begin(self, page: Page) -> None:
        page.goto(f"{self.live_server_url}/built/{self.hive.pk}")
        page.get_by_role("link", name="Begin a visit").click()
        expect(page.get_by_role("button", name="Done")).to_be_visible()

    def queue(self, page: Page) -> str:
        return page.get_by_test_id("queue").inner_text()

    def written(self) -> list[bool]:
        return [entry.beside for entry in VisitEntry.objects.filter(hive=self.hive).order_by("kept_at")]

    def test_with_the_network_cut_and_another_device_beside(self) -> None:
        page, context = self.page, self.context
        self.begin(page)
        context.set_offline(True)
        page.get_by_role("button", name="As planned").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("queue")).to_contain_text("1 visit waits")
        expect(page.get_by_test_id("queue")).to_contain_text("no network, kept here")
        page.get_by_role("link", name="Begin a visit").click()
        page.get_by_role("button", name="Queen", exact=True).click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("queue")).to_contain_text("2 visits wait")
        expect(page.get_by_test_id("waiting").locator("li")).to_have_count(2)
        self.assertEqual(self.written(), [])

        other = self.new_page(self.new_context())
        self.enter_demo(other)
        self.begin(other)
        other.get_by_role("button", name="Done").click()
        expect(other.get_by_test_id("rods").locator("li")).to_have_count(1)
        self.assertEqual(self.written(), [False])
        other.context.close()

        context.set_offline(False)
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        # Both phones wrote down the same hour: all are kept, and it is said.
        self.assertEqual(self.written(), [False, True, True])
        expect(page.get_by_test_id("rods").locator("li")).to_have_count(3)
        expect(page.get_by_text("written twice").first).to_be_visible()
        self.assertEqual(self.serious_violations(), [])

    def test_a_visit_as_planned_but_for_a_little_in_twelve_taps(self) -> None:
        """As planned, two combs less brood, honey 3.1 kg, queen seen."""
        page, taps = self.page, 0
        self.begin(page)
        steps = [
            page.get_by_role("button", name="As planned"),
            page.get_by_role("button", name="Comb 2, to you"),
            page.get_by_role("button", name="empty", exact=True),
            page.get_by_role("button", name="Comb 3, to you"),
            page.get_by_role("button", name="empty", exact=True),
            page.get_by_role("button", name="Queen", exact=True),
            page.get_by_role("button", name="Honey", exact=True),
        ]
        for step in steps:
            step.click()
            taps += 1
        for key in "3.1":
            page.keyboard.press(key)
            taps += 1
        page.get_by_role("button", name="Taken").click()
        page.get_by_role("button", name="Done").click()
        self.assertLessEqual(taps + 2, 12)
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        entry = VisitEntry.objects.get().entry
        self.assertEqual((entry["planned"], entry["queen"], entry["honey"][0]["kg"]), (True, "seen", 3.1))
        empty = [item for item in entry["found"][0]["items"] if item.get("id") in ("c2", "c3")]
        self.assertEqual([item["contents"] for item in empty], ["empty", "empty"])

    def test_what_the_server_refuses_waits_to_be_mended(self) -> None:
        page = self.page
        self.begin(page)
        page.get_by_role("button", name="Honey", exact=True).click()
        page.keyboard.type("190")
        page.get_by_role("button", name="Taken").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("waiting")).to_contain_text("more than the whole hive, full, holds")
        self.assertEqual(self.written(), [])
        # What is sound goes past it.
        page.get_by_role("link", name="Begin a visit").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("rods").locator("li")).to_have_count(1)
        page.get_by_role("link", name="Mend it").click()
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()
        page.get_by_role("button", name="190 kg").click()
        page.get_by_role("button", name="Back").click()
        page.get_by_role("button", name="More").click()
        page.get_by_role("button", name="Forget the honey").click()
        page.get_by_role("button", name="Back").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        self.assertEqual(len(self.written()), 2)

    def test_after_the_session_ran_out(self) -> None:
        page = self.page
        self.begin(page)
        self.assertEqual(self.serious_violations(), [])
        self.context.clear_cookies()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("queue")).to_contain_text("sign in to send")
        self.assertEqual(self.written(), [])
        page.get_by_test_id("queue").get_by_role("link", name="Sign in").click()
        page.get_by_role("button", name="Open the demo bench").click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        page.goto(f"{self.live_server_url}/yard")
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        self.eventually(lambda: self.written() == [False])


class ClosedInBetween(BrowserCase):
    """Door."""

    def test_after_the_browser_was_closed(self) -> None:
        self.enter_demo()
        keeper = User.objects.get(username="wren")
        yard = make_yard(keeper, "Saltmarsh Row")
        design = Design.objects.get(name="Bowline")
        hive = build_hive(keeper, yard, design, timezone.localdate() - timedelta(days=30))
        with tempfile.TemporaryDirectory() as folder:
            context = self.started(folder)
            page = context.new_page()
            self.enter_demo(page)
            page.goto(f"{self.live_server_url}/built/{hive.pk}/visit")
            expect(page.get_by_role("button", name="Done")).to_be_visible()
            page.evaluate("() => navigator.serviceWorker.ready.then(() => true)")
            context.set_offline(True)
            page.get_by_role("button", name="Done").click()
            expect(page.get_by_test_id("queue")).to_contain_text("1 visit waits")
            context.close()

            # Opened again far from any network: the app and the hive are on the device, and what was written.
            context = self.started(folder)
            context.set_offline(True)
            page = context.new_page()
            page.goto(f"{self.live_server_url}/built/{hive.pk}")
            expect(page.get_by_role("heading", name="Bowline")).to_be_visible()
            expect(page.get_by_text("No network: as it was")).to_be_visible()
            expect(page.get_by_test_id("queue")).to_contain_text("1 visit waits")
            page.get_by_role("link", name="Begin a visit").click()
            page.get_by_role("button", name="Done").click()
            expect(page.get_by_test_id("queue")).to_contain_text("2 visits wait")
            # The first may have gone out as the browser was closed, its answer lost: it is kept once all the same.
            context.set_offline(False)
            expect(page.get_by_test_id("queue")).to_have_text("all sent")
            expect(page.get_by_test_id("rods").locator("li")).to_have_count(2)
            context.close()
        self.assertEqual(VisitEntry.objects.count(), 2)

    def started(self, folder: str) -> BrowserContext:
        return self.playwright.chromium.launch_persistent_context(
            folder, executable_path=CHROMIUM, args=FLAGS, viewport={"width": 390, "height": 844}
        )


class FromTheBench(BrowserCase):
    """Door."""

    def test_a_design_is_built_and_its_yard_looked_at(self) -> None:
        self.enter_demo()
        self.open("Sheepshank")
        page = self.page
        page.get_by_role("navigation", name="Steps").get_by_role("link", name="Yard", exact=True).click()
        expect(page.get_by_role("heading", name="Built it?")).to_be_visible()
        page.get_by_role("textbox", name="A new yard, called").fill("Saltmarsh Row")
        page.get_by_role("button", name="Make it").click()
        page.get_by_role("button", name="It is built").click()
        expect(page.get_by_role("heading", name="Sheepshank")).to_be_visible()
        self.assertEqual(BuiltHive.objects.get().name, "Sheepshank")
        page.get_by_role("link", name="Saltmarsh Row").click()
        expect(page.get_by_test_id("hives").locator("li")).to_have_count(1)
        expect(page.locator("[data-drawing=seen] polygon").first).to_be_visible()
        self.assertEqual(self.serious_violations(), [])
