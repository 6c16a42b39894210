"""What goes into the boxes said on screen, and a hive begun from three boards and twenty frames."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import expect

from sabaka_core.document.load import validate_hive
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.plan import cut_plan
from server.designs.models import Design
from tests.browser.base import BrowserCase


class BoardFirst(BrowserCase):
    """Door."""

    def document(self, name: str) -> dict[str, Any]:
        found: dict[str, Any] = Design.objects.get(name=name).document
        return found

    def test_a_straight_hive_with_windows_moats_a_dividing_feeder_and_dated_discs(self) -> None:
        page = self.page
        self.begin_hive("Straight-side top bar hive", "Grommet")
        page.get_by_role("button", name="Whole", exact=True).click()
        page.locator('[data-thing="stand-0"]').first.click()
        page.get_by_text("Legs, moats, ledge, handles").first.click()
        page.locator("select[data-path='/stand/moats']").select_option("yes")
        self.kept()
        page.get_by_role("navigation").get_by_role("link", name="Run").click()
        page.get_by_role("tab", name="Combs").click()
        # From the tray onto the rod: it hangs before the comb that it is dropped on.
        feeder = page.get_by_role("button", name="Feeder that divides")
        feeder.scroll_into_view_if_needed()
        feeder.drag_to(page.locator("[data-drawing=rod] [data-item='10']").first)
        expect(page.locator("[data-group='feeder-10']")).to_be_visible()
        climb = page.locator("[data-group='feeder-10'] select").nth(1)
        climb.focus()
        climb.press("a")
        self.kept()
        page.get_by_role("tab", name="Openings").click()
        page.get_by_role("button", name="Set in a window").press("Enter")
        pane = page.locator("[data-group='opening-0']")
        expect(pane).to_be_visible()
        pane.get_by_label("Wide").fill("300")
        pane.get_by_label("Wide").press("Enter")
        self.kept()
        page.locator("summary", has_text="Entrance 1: porch, guard, dates").click()
        about = page.locator("[data-group='entrance-0-about']")
        about.get_by_role("button", name="Set it by date").click()
        expect(about.get_by_label("From", exact=True)).to_have_value("1 Apr")
        about.get_by_role("button", name="Set it by date").click()
        expect(about.get_by_label("From", exact=True)).to_have_count(2)
        page.locator("select[data-path$='/dated/1/setting']").select_option("vent")
        # The word on the screen is of the save before until this one begins.
        self.eventually(lambda: self.settings() == ["open", "vent"])
        hive = self.document("Grommet")
        chamber = hive["chambers"][0]
        put = chamber["run"]["items"][10]
        self.assertEqual((put["kind"], put["divides"], put["make"]), ("feeder", True, "tub"))
        self.assertEqual([(each["kind"], each["wide_mm"]) for each in chamber["openings"]], [("window", 300.0)])
        self.assertEqual(
            [(d["day"], d["setting"], d["guard"]) for d in chamber["entrances"][0]["dated"]],
            [("04-01", "open", False), ("10-01", "vent", True)],
        )
        self.assertEqual(chamber["entrances"][0]["kind"], "disc")
        self.assertTrue(hive["stand"]["moats"])
        page.get_by_role("navigation").get_by_role("link", name="Season").click()
        expect(page.get_by_text("Entrance 1: vent only, its mouse guard on.").first).to_be_attached()

    def settings(self) -> list[str]:
        """The settings by date of the first entrance, as they are kept."""
        entrance = self.document("Grommet")["chambers"][0]["entrances"][0]
        return [dated.get("setting", "open") for dated in entrance.get("dated", [])]

    def test_three_boards_and_twenty_frames(self) -> None:
        """A hive whose cut plan buys nothing."""
        page = self.page
        self.enter_demo()
        page.get_by_role("link", name="Brief", exact=True).click()
        page.get_by_label("Langstroth shallow").check()
        rows = (("2400", "290", "22", "3"), ("2440", "1220", "12", "1"))
        for number, row in enumerate(rows, 1):
            if number > 1:
                page.get_by_role("button", name="More boards").press("Enter")
            heads = ("Long", "Wide", "Thick, as measured", "How many")
            for head, text in zip(heads, row, strict=True):
                page.get_by_label(f"{head}, boards {number}").fill(text)
        page.get_by_label("Frames there are").fill("20.5")
        page.get_by_role("button", name="Find it").click()
        expect(page.get_by_text("Give a whole number, 0 to 5000.")).to_be_visible()
        page.get_by_label("Frames there are").fill("20")
        page.get_by_label("What comes first").select_option("money")
        page.get_by_role("button", name="Find it").press("Enter")
        found = page.get_by_test_id("best")
        expect(found).to_be_visible(timeout=60_000)
        expect(found.locator("[data-found]").first.get_by_role("button")).to_be_disabled()
        page.get_by_label("It is to be called").fill("Turk’s Head")
        found.locator("[data-found]").first.get_by_role("button").click()
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()
        hive = validate_hive(self.document("Turk’s Head"))
        plan = cut_plan(parts_of_hive(hive), hive)
        self.assertEqual((plan.bought, plan.sheets_bought, plan.too_long), ((), 0, ()))
        combs = [item for chamber in hive.chambers for item in chamber.run.items if item.kind == "comb"]
        self.assertGreaterEqual(len(combs), 20)
        page.get_by_role("navigation").get_by_role("link", name="Build").click()
        expect(page.locator("[data-path='/building/frames_on_hand']")).to_have_value("20")
