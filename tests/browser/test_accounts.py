"""Coming and going: an account made, a wrong password, a session that ended under the keeper's hands."""

from __future__ import annotations

from django.core.cache import cache
from playwright.sync_api import expect

from server.accounts.models import SignedIn
from tests.browser.base import BrowserCase

PASSWORD = "rope-walk-77"


class Accounts(BrowserCase):
    """Door."""

    def make_account(self, name: str = "tern") -> None:
        page = self.page
        page.goto(self.live_server_url)
        page.get_by_role("button", name="I have none yet").click()
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Make the account").click()

    def test_a_new_keeper_begins_on_an_empty_shelf(self) -> None:
        self.make_account()
        expect(self.page.get_by_text("The shelf is empty.")).to_be_visible()
        self.page.get_by_role("button", name="New hive").click()
        self.page.get_by_role("textbox", name="Name").fill("Hitch")
        self.page.get_by_role("button", name="Begin").click()
        expect(self.page.get_by_test_id("hive-name")).to_have_text("Hitch")

    def test_mistakes_are_said_at_their_field(self) -> None:
        page = self.page
        page.goto(self.live_server_url)
        page.get_by_role("button", name="I have none yet").click()
        page.get_by_label("Name").fill("x")
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Make the account").click()
        expect(page.locator("#name-problem")).to_contain_text("2 to 60 characters")
        page.get_by_label("Name").fill("tern")
        page.get_by_label("Password").fill("short")
        page.get_by_role("button", name="Make the account").click()
        expect(page.locator("#password-problem")).to_contain_text("too short")
        page.get_by_role("button", name="I have an account").click()
        page.get_by_role("button", name="Sign in").click()
        expect(page.locator("#password-problem")).to_contain_text("don't match")

    def test_signed_out_and_back_to_where_one_was(self) -> None:
        self.make_account()
        self.page.get_by_role("button", name="New hive").click()
        self.page.get_by_role("textbox", name="Name").fill("Hitch")
        self.page.get_by_role("button", name="Begin").click()
        expect(self.page.get_by_test_id("hive-name")).to_have_text("Hitch")
        here = self.page.url
        self.page.get_by_role("button", name="tern").click()
        self.page.get_by_role("menuitem", name="Sign out").click()
        expect(self.page.get_by_role("heading", name="Sign in")).to_be_visible()
        self.page.goto(here)
        self.page.get_by_label("Name").fill("tern")
        self.page.get_by_label("Password").fill(PASSWORD)
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_test_id("hive-name")).to_have_text("Hitch")

    def test_a_session_that_ended_loses_no_work(self) -> None:
        self.enter_demo()
        self.open("Bowline")
        SignedIn.objects.all().delete()
        cache.clear()
        self.type_dimension("Top width", "448")
        expect(self.page.locator("[role=alert]", has_text="Sign in first")).to_be_visible()
        expect(self.page.get_by_role("textbox", name="Top width", exact=True)).to_have_value("448")


class Shelf(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()

    def test_a_hive_is_duplicated_and_renamed(self) -> None:
        page = self.page
        page.get_by_role("button", name="Duplicate Bowline").click()
        page.get_by_role("button", name="Rename Bowline, copy 1").click()
        page.get_by_label("New name").fill("Carrick")
        page.keyboard.press("Enter")
        expect(page.get_by_role("link", name="Carrick", exact=True)).to_be_visible()
        expect(page.get_by_role("link", name="Bowline", exact=True)).to_be_visible()

    def test_an_empty_name_is_refused_and_escape_gives_up(self) -> None:
        page = self.page
        page.get_by_role("button", name="Rename Bowline").click()
        page.get_by_label("New name").fill("  ")
        page.keyboard.press("Enter")
        expect(page.locator("[data-design=Bowline] [role=alert]")).to_contain_text("Nothing was typed")
        page.get_by_label("New name").press("Escape")
        expect(page.get_by_role("link", name="Bowline", exact=True)).to_be_visible()

    def test_units_and_light_are_remembered(self) -> None:
        page = self.page
        page.get_by_role("button", name="in", exact=True).click()
        page.get_by_role("button", name="Night").click()
        expect(page.locator("[data-design=Sheepshank]")).to_contain_text("44 in long")
        page.reload()
        expect(page.locator("[data-design=Sheepshank]")).to_contain_text("44 in long")
        self.assertEqual(page.evaluate("document.documentElement.dataset.theme"), "night")

    def test_a_card_tells_what_wants_mending(self) -> None:
        expect(self.page.locator("[data-design=Granny]")).to_contain_text("6 wrong")
        expect(self.page.locator("[data-design=Bowline]")).to_contain_text("nothing to mend")
