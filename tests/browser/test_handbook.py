"""Words of the trade where they stand, the handbook's pages, what changed since one was here."""

from __future__ import annotations

import re
from datetime import timedelta

from django.contrib.auth.models import User
from django.utils import timezone
from playwright.sync_api import expect

from tests.browser.base import BrowserCase

# Where a word is underlined, and how far from the left and the top of the window.
MARKED = """(word) => {
  const found = [...(CSS.highlights.get('trade-word') ?? [])].find((each) => each.toString() === word);
  if (!found) return null;
  const box = found.getBoundingClientRect();
  return [box.x + box.width / 2, box.y + box.height / 2];
}"""


class AtTheBench(BrowserCase):
    """Door: a keeper who doesn't know a word yet."""

    def test_a_word_is_told_where_it_stands_and_in_the_handbook(self) -> None:
        page = self.page
        self.enter_demo()
        self.open("Bowline")
        page.get_by_role("link", name="Winter", exact=True).click()
        page.wait_for_function(f"() => ({MARKED})('cluster')")
        x, y = page.evaluate(MARKED, "cluster")
        page.mouse.move(x, y)
        expect(page.get_by_role("tooltip")).to_contain_text("Bees pressed together in the cold")
        page.keyboard.press("Escape")
        expect(page.get_by_role("tooltip")).to_have_count(0)

        page.keyboard.press("w")
        listed = page.get_by_role("dialog")
        expect(listed).to_contain_text("follower board")
        listed.get_by_role("link", name="All words, in the handbook").click()
        expect(page.get_by_role("heading", name="Words of the trade")).to_be_visible()
        page.get_by_label("Find on this page").fill("bee space")
        expect(page.get_by_role("main")).to_contain_text("6 to 10 mm that bees leave open")
        page.get_by_role("button", name="in", exact=True).click()
        expect(page.get_by_role("main")).to_contain_text("1/4 to 3/8 in that bees leave open")
        page.get_by_label("Find on this page").fill("")
        for title, words in (
            ("How each number is found", "s = g − n"),
            ("Where keepers disagree", "Brood comb spacing"),
            ("What is looked at", "Parts lie in each other"),
            ("Values and where they come from", "from memory"),
            ("What changed", "The yard book"),
        ):
            page.get_by_role("link", name=title).click()
            expect(page.get_by_role("heading", level=1)).to_have_text(title)
            expect(page.get_by_role("main")).to_contain_text(words)
            self.assertEqual(self.serious_violations(), [], title)

    def test_what_changed_is_told_once_to_who_was_here_before(self) -> None:
        page = self.page
        self.enter_demo()
        expect(page.get_by_role("region", name="What changed")).to_have_count(0)
        User.objects.filter(username="wren").update(date_joined=timezone.now() - timedelta(days=4000))
        page.reload()
        news = page.get_by_role("region", name="What changed")
        expect(news).to_contain_text("A handbook")
        news.get_by_role("button", name="Put it away").click()
        expect(news).to_have_count(0)
        page.reload()
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        expect(news).to_have_count(0)


class OnAPhone(BrowserCase):
    """Door: a finger instead of a pointer."""

    size = {"width": 390, "height": 844}

    def test_a_tap_tells_a_word(self) -> None:
        page = self.page
        page.goto(f"{self.live_server_url}/handbook/schools")
        page.wait_for_function(f"() => ({MARKED})('colony')")
        x, y = page.evaluate(MARKED, "colony")
        page.touchscreen.tap(x, y)
        expect(page.get_by_role("tooltip")).to_contain_text("A queen with her workers")
        page.touchscreen.tap(195, 60)
        expect(page.get_by_role("tooltip")).to_have_count(0)
        # Nothing is wider than the phone.
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        self.assertIsNone(re.search("undefined", page.inner_text("body")))
