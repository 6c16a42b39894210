"""The bench for everyone: read aloud, by keyboard, on a phone."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.base import BrowserCase


class ForEveryone(BrowserCase):
    """Door."""

    def test_axe_finds_nothing_serious(self) -> None:
        """Reference library: axe-core, on every page, by day and by night."""
        page = self.page
        page.goto(self.live_server_url)
        expect(page.get_by_role("button", name="Open the demo bench")).to_be_visible()
        self.assertEqual(self.serious_violations(), [])
        self.enter_demo()
        for theme in ("Day", "Night"):
            page.get_by_role("button", name=theme).click()
            expect(page.locator("[data-drawing=rod] polygon").first).to_be_visible()
            self.assertEqual(self.serious_violations(), [], f"shelf, {theme}")
        self.open("Granny")
        for theme in ("Night", "Day"):
            page.get_by_role("button", name=theme).click()
            for tab in ("Read", "Set", "Run", "Kept"):
                page.get_by_role("tab", name=tab).click()
                with self.subTest(theme, tab=tab):
                    self.assertEqual(self.serious_violations(), [])


class OnAPhone(BrowserCase):
    """Door."""

    size = {"width": 390, "height": 844}

    def test_a_finger_drags_the_follower(self) -> None:
        self.enter_demo()
        self.open("Bowline")
        box = self.follower("far").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        finger = self.context.new_cdp_session(self.page)
        finger.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
        for part in range(1, 7):
            there = [{"x": x - 10 * part, "y": y}]
            finger.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": there})
        finger.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
        expect(self.badge("far")).not_to_have_text("782 mm · after bar 19")
        expect(self.page.get_by_role("button", name="Undo")).to_be_enabled()

    def test_the_bench_fits_and_the_follower_moves(self) -> None:
        self.enter_demo()
        self.open("Bowline")
        wide = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        self.drag(self.follower("far"), -40)
        expect(self.badge("far")).not_to_have_text("782 mm · after bar 19")
        self.page.get_by_role("tab", name="Set").click()
        expect(self.page.locator('[data-path="/chambers/0/section/top_mm"]')).to_be_visible()
