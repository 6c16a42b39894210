"""The rest of the book: photos and what is left undone on a phone, colonies, sharing and taking one's own along."""

from __future__ import annotations

import io
import re
from datetime import timedelta
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import ClassVar
from zipfile import ZipFile

from django.contrib.auth.models import User
from django.utils import timezone
from PIL import Image
from playwright.sync_api import FilePayload, Page, expect

from server.designs.models import Design
from server.yard.models import Photo, VisitEntry
from server.yard.services import build_hive, make_yard
from tests.browser.base import BrowserCase


class BookCase(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.keeper = User.objects.get(username="wren")
        self.yard = make_yard(self.keeper, "Saltmarsh Row")
        self.day = timezone.localdate() - timedelta(days=30)
        self.hive = build_hive(self.keeper, self.yard, Design.objects.get(name="Bowline"), self.day)

    def see(self, page: Page | None = None) -> Page:
        page = page or self.page
        page.goto(f"{self.live_server_url}/built/{self.hive.pk}")
        expect(page.get_by_role("heading", name="Bowline")).to_be_visible()
        return page


class OnThePhone(BookCase):
    """Door."""

    size: ClassVar[dict[str, int]] = {"width": 390, "height": 844}

    def test_a_photo_waits_with_its_visit_and_a_follower_is_dragged(self) -> None:
        page = self.see()
        page.get_by_role("link", name="Begin a visit").click()
        expect(page.get_by_role("button", name="Done")).to_be_visible()
        self.context.set_offline(True)
        order = page.locator("[data-at]").evaluate_all
        names = "all => all.map(each => each.dataset.comb ?? each.dataset.item ?? 'gap')"
        before = order(names)
        grip = page.locator("[data-grip=follower]").last
        grip.scroll_into_view_if_needed()
        at = before.index("follower", before.index("follower") + 1)
        neighbour = page.locator(f"[data-at='{at - 1}']")
        held, over = grip.bounding_box(), neighbour.bounding_box()
        assert held is not None and over is not None
        page.mouse.move(held["x"] + 80, held["y"] + 8)
        page.mouse.down()
        page.mouse.move(over["x"] + 80, over["y"] + 20, steps=4)
        page.mouse.up()
        after = order(names)
        self.assertEqual((after[at - 1], after[at]), ("follower", before[at - 1]))
        page.get_by_role("button", name="Undo").click()
        self.assertEqual(order(names), before)

        page.get_by_role("button", name="More").click()
        picture = io.BytesIO()
        Image.effect_noise((2400, 1000), 40).convert("RGB").save(picture, "JPEG", quality=95)
        files: list[FilePayload] = [
            {"name": "comb.jpg", "mimeType": "image/jpeg", "buffer": picture.getvalue()},
            {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": b"no picture"},
        ]
        page.get_by_label("Take a photo").set_input_files(files)
        expect(page.get_by_role("img", name="Photo 1")).to_be_visible()
        expect(page.get_by_text("“x.jpg” is no photo")).to_be_visible()
        page.get_by_role("button", name=re.compile("^1: ")).click()
        page.get_by_label("Weight, kg").fill("41,5")
        self.assertEqual(self.serious_violations(), [])
        page.get_by_role("button", name="Back").click()
        page.get_by_role("button", name="Done").click()
        expect(page.get_by_test_id("queue")).to_contain_text("1 visit and 1 photo wait")
        self.context.set_offline(False)
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        photo, entry = Photo.objects.get(), VisitEntry.objects.get().entry
        # Shrunk on the device, its sides as they were.
        self.assertEqual((photo.wide, photo.high), (1600, 667))
        self.assertEqual(entry["readings"], [{"kind": "weight", "value": 41.5}])
        self.assertEqual(len(entry["entrances"]), 1)
        shown = page.get_by_test_id("seen").get_by_role("img")
        expect(shown).to_have_js_property("naturalWidth", 1600)

    def test_what_one_wrote_no_other_sends_and_a_visit_needs_no_mouse(self) -> None:
        page = self.see()
        page.get_by_role("link", name="Begin a visit").focus()
        page.keyboard.press("Enter")
        for name in ("As planned", "Queen", "Done"):
            button = page.get_by_role("button", name=name, exact=True)
            expect(button).to_be_enabled()
            button.focus()
            if name == "Done":
                self.context.set_offline(True)
            page.keyboard.press("Enter")
        expect(page.get_by_test_id("queue")).to_contain_text("1 visit waits")
        self.context.route("**/visits/**", lambda route: route.abort())
        self.context.set_offline(False)
        page.goto(self.live_server_url)
        page.get_by_role("button", name="Sign out").click()
        page.get_by_role("button", name="I have none yet").click()
        page.get_by_label("Name").fill("finch")
        page.get_by_label("Password").fill("salt-marsh-row-9")
        page.get_by_role("button", name="Make the account").click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        self.context.unroute("**/visits/**")
        page.get_by_role("link", name="Yard", exact=True).click()
        expect(page.get_by_test_id("queue")).to_contain_text("for Wren, Saltmarsh Row to sign in")
        self.assertEqual(VisitEntry.objects.count(), 0)
        page.goto(self.live_server_url)
        page.get_by_role("button", name="Sign out").click()
        page.get_by_role("button", name="Open the demo bench").click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        self.see()
        expect(page.get_by_test_id("queue")).to_have_text("all sent")
        self.assertEqual(VisitEntry.objects.get().entry["queen"], "seen")


class AtTheTable(BookCase):
    """Door."""

    def test_colonies_sizes_links_and_everything_taken_along(self) -> None:
        page = self.see()
        page.get_by_role("tab", name="Colony").click()
        page.get_by_role("button", name="A colony moves in").click()
        page.get_by_label("What it is called").fill("the June swarm")
        page.get_by_label("On", exact=True).fill((self.day - timedelta(days=3)).isoformat())
        page.get_by_label("Of the year").fill(str(self.day.year))
        page.get_by_label("marked").check()
        page.get_by_role("button", name="Write it down").click()
        expect(page.locator("#event-problem")).to_contain_text("The hive stands since")
        page.get_by_label("On", exact=True).fill(self.day.isoformat())
        page.get_by_role("button", name="Write it down").click()
        expect(page.get_by_text("the June swarm").first).to_be_visible()
        page.get_by_role("button", name="Something happened").click()
        page.get_by_label("What happened").select_option("swarmed")
        page.get_by_role("button", name="Write it down").click()
        expect(page.get_by_text("queen not known").first).to_be_visible()
        page.get_by_role("button", name="Take the last line back").click()
        expect(page.get_by_text("queen not known")).to_have_count(0)
        self.assertEqual(self.serious_violations(), [])

        page.get_by_role("tab", name="The hive itself").click()
        page.get_by_label("Inside length").fill("1190")
        page.get_by_role("button", name="Measured").first.click()
        expect(page.get_by_text("1190 mm, not 1180 mm as designed")).to_be_visible()
        page.get_by_role("button", name="Make a link").click()
        link = page.get_by_test_id("links").locator("output").inner_text()
        self.assertEqual(self.serious_violations(), [])
        stranger = self.new_context().new_page()
        stranger.goto(link)
        expect(stranger.get_by_role("heading", name="A hive as it stands")).to_be_visible()
        self.assertNotIn("Bowline", stranger.content())
        page.get_by_role("button", name="End it now").click()
        expect(page.get_by_test_id("links").locator("output")).to_have_count(0)
        stranger.reload()
        expect(stranger.get_by_role("heading", name="This link leads nowhere")).to_be_visible()
        stranger.context.close()

        page.goto(f"{self.live_server_url}/account")
        with TemporaryDirectory() as folder:
            file = Path(folder) / "mine.zip"
            with page.expect_download() as waits:
                page.get_by_role("link", name="Take an archive").click()
            waits.value.save_as(file)
            self.assertIn("sabaka.json", ZipFile(file).namelist())
            page.get_by_label("Archive", exact=True).set_input_files(file)
            expect(page.locator("#archive-problem")).to_contain_text("empty account")
            self.assertEqual(self.serious_violations(), [])
            self.in_an_account_of_its_own(file)

    def in_an_account_of_its_own(self, file: Path) -> None:
        User.objects.create_user("finch", password="salt-marsh-row-9")
        page = self.new_page(self.new_context())
        page.goto(self.live_server_url)
        page.get_by_label("Name").fill("finch")
        page.get_by_label("Password").fill("salt-marsh-row-9")
        page.get_by_role("button", name="Sign in", exact=True).last.click()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        page.get_by_role("link", name="finch").click()
        page.get_by_label("Archive", exact=True).set_input_files(file)
        expect(page.get_by_text("Brought in: 14 designs, 1 yards")).to_be_visible()
        page.get_by_role("button", name="Delete my account").click()
        page.get_by_label("Your password").fill("salt-marsh-row-9")
        page.get_by_role("button", name="Delete everything").click()
        expect(page.get_by_role("button", name="Open the demo bench")).to_be_visible()
        self.assertFalse(User.objects.filter(username="finch").exists())
        page.context.close()

    def test_the_season_shows_what_was_seen_and_ticks_and_visits_come_back(self) -> None:
        entry = {"at": f"{self.day.isoformat()}T10:00", "covered": 6, "queen": "put-in"}
        VisitEntry.objects.create(
            id="0a4cbb5c-3fd1-4cf9-a2f5-4d7f3f3b1a11", hive=self.hive, author=self.keeper, at=entry["at"], entry=entry
        )
        page = self.see()
        due = page.get_by_test_id("due").get_by_role("checkbox").first
        due.focus()
        page.keyboard.press("Space")
        expect(page.get_by_role("status").filter(has_text="Ticked off")).to_be_visible()
        page.get_by_role("button", name="Put it back").click()
        expect(page.get_by_text("candy of the cage").first).to_be_visible()
        page.get_by_role("button", name="Take this visit back").click()
        expect(page.get_by_text("Nothing is written down yet.")).to_be_visible()
        page.get_by_role("button", name="Put it back").click()
        expect(page.get_by_test_id("rods").locator("li")).to_have_count(1)
        page.get_by_role("link", name="revision 1").click()
        page.get_by_role("navigation", name="Steps").get_by_role("link", name="Season").click()
        chart = page.locator("[data-chart=season-combs]")
        expect(chart.get_by_text("brood and stores, seen at Bowline")).to_be_visible()
        expect(chart.locator(".recharts-line-dot").first).to_be_visible()
