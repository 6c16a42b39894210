"""Between keystroke and server: slow, cut and refused answers, blocked storage, two tabs, an ended session.

What was typed last is on the server, or said not to be. Regression tests, each of a way in which work was once lost.
"""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.cache import cache
from playwright.sync_api import Page, Route, expect

from server.accounts.models import SignedIn
from server.designs.models import Design, Revision
from tests.browser.base import BrowserCase

SAVES = "**/api/designs/*"
EDITS = "**/api/bench/edit"


def top_mm(document: dict[str, Any]) -> float:
    return float(document["chambers"][0]["section"]["top_mm"])


class NothingLost(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.open("Bowline")
        self.kept()

    @property
    def bowline(self) -> Design:
        return Design.objects.get(name="Bowline")

    def widths(self) -> set[float]:
        """Top widths of every revision of the hive."""
        return {top_mm(each.document) for each in Revision.objects.filter(design=self.bowline)}

    def edit_elsewhere(self, note: str) -> None:
        """The hive saved by another window."""
        design = self.bowline
        number = design.head + 1
        document = design.document | {"notes": note}
        Revision.objects.create(design=design, number=number, kind="saved", label="Elsewhere", document=document)
        design.document, design.head = document, number
        design.save()

    def slot_widths(self, page: Page | None = None) -> list[float]:
        """Top widths of the work that lies unsaved on the device."""
        texts: list[str] = (page or self.page).evaluate(
            "Object.entries(localStorage).filter(([k]) => k.startsWith('sabaka.unsaved.')).map(([, v]) => v)"
        )
        return sorted(top_mm(json.loads(text)["document"]) for text in texts)

    def typed_during_a_slow_save(self) -> Route:
        """460 typed, its save held back, and 461 typed meanwhile; the save on its way, to be let go."""
        held: list[Route] = []

        def hold(route: Route) -> None:
            if held:
                return route.fallback()
            held.append(route)
            return None

        self.page.route(SAVES, hold)
        self.type_dimension("Top width", "460")
        self.eventually(lambda: held != [])
        self.type_dimension("Top width", "461")
        expect(self.dimension("Top width")).to_contain_text("461")
        return held[0]

    def state(self, page: Page | None = None) -> Any:
        return expect((page or self.page).get_by_test_id("state"))

    def test_1_typed_while_a_stale_save_is_under_way_is_kept_aside_too(self) -> None:
        """460 typed, 461 typed during its slow save, which comes back as a conflict."""
        self.edit_elsewhere("by another window")
        first = self.typed_during_a_slow_save()
        first.continue_()
        dialog = self.page.get_by_role("dialog", name="This hive was changed elsewhere")
        dialog.get_by_role("button", name="Take the other").click()
        expect(dialog).to_have_count(0)
        expect(self.dimension("Top width")).to_contain_text("440")
        self.assertLessEqual({460.0, 461.0}, self.widths())
        self.kept()
        self.assertEqual(self.slot_widths(), [])

    def test_1_what_cannot_be_kept_aside_keeps_the_dialog_open(self) -> None:
        """The connection goes while the keeper chooses: nothing is taken before the last edit is safe."""
        self.edit_elsewhere("by another window")
        first = self.typed_during_a_slow_save()
        self.page.route(SAVES, lambda route: route.abort())
        first.continue_()
        dialog = self.page.get_by_role("dialog", name="This hive was changed elsewhere")
        expect(dialog).to_be_visible()
        self.assertEqual(self.widths() & {460.0, 461.0}, {460.0})
        dialog.get_by_role("button", name="Take the other").click()
        expect(dialog).to_contain_text("isn’t kept aside yet")
        self.assertEqual(self.slot_widths(), [461.0])
        self.page.unroute_all()
        dialog.get_by_role("button", name="Take the other").click()
        expect(dialog).to_have_count(0)
        self.assertIn(461.0, self.widths())

    def test_2_a_device_that_keeps_nothing_hinders_no_save(self) -> None:
        """Storage full or blocked: the edit reaches the server, and the state line says how it stands."""
        self.page.evaluate(
            "() => { Storage.prototype.setItem = () => { throw new DOMException('full', 'QuotaExceededError') } }"
        )
        self.type_dimension("Top width", "462")
        self.eventually(lambda: top_mm(self.bowline.document) == 462.0)
        self.state().to_contain_text("kept, revision 2")
        self.page.route(SAVES, lambda route: route.abort())
        self.type_dimension("Top width", "463")
        self.state().to_contain_text("leave this page open")
        self.page.unroute(SAVES)
        self.eventually(lambda: top_mm(self.bowline.document) == 463.0)

    def test_2_storage_that_may_not_even_be_asked(self) -> None:
        """A browser that throws at the mere name of its storage opens the hive and keeps it."""
        self.context.add_init_script(
            "Object.defineProperty(window, 'localStorage', { get() { throw new DOMException('blocked', "
            "'SecurityError') } })"
        )
        page = self.new_page(self.context)
        page.goto(self.page.url)
        self.type_dimension("Top width", "464", page)
        self.eventually(lambda: top_mm(self.bowline.document) == 464.0)
        self.state(page).to_contain_text("kept, revision 2")

    def test_3_each_tab_has_its_own_slot_and_finds_it_again(self) -> None:
        """Two tabs cut off: the one that saves leaves the other's work, which the next visit finds."""
        url = self.page.url
        other = self.new_page(self.context)
        other.goto(url)
        self.kept(other)
        for page, width in ((self.page, "465"), (other, "466")):
            page.route(SAVES, lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
            self.type_dimension("Top width", width, page)
            self.state(page).to_contain_text("not kept yet")
        self.assertEqual(self.slot_widths(), [465.0, 466.0])
        self.page.unroute(SAVES)
        self.kept()
        self.assertEqual(self.slot_widths(), [466.0], "one tab's save took the other's work with it")
        other.close(run_before_unload=False)
        third = self.new_page(self.context)
        third.goto(url)
        expect(self.dimension("Top width", third)).to_contain_text("466")
        # It was made from the revision that the first tab has gone on from: both are kept, and the keeper chooses.
        dialog = third.get_by_role("dialog", name="This hive was changed elsewhere")
        dialog.get_by_role("button", name="Go on with mine").click()
        self.kept(third)
        self.assertEqual(top_mm(self.bowline.document), 466.0)
        self.assertLessEqual({465.0, 466.0}, self.widths())

    def test_3_an_open_tabs_work_is_left_to_it(self) -> None:
        self.page.route(SAVES, lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
        self.type_dimension("Top width", "467")
        self.state().to_contain_text("not kept yet")
        other = self.new_page(self.context)
        other.goto(self.page.url)
        expect(self.dimension("Top width", other)).to_contain_text("440")
        self.assertEqual(self.slot_widths(), [467.0])

    def test_4_a_save_whose_answer_was_lost_is_no_conflict_with_oneself(self) -> None:
        lost: list[int] = []

        def lose(route: Route) -> None:
            if route.request.method != "PUT":
                return route.continue_()
            lost.append(route.fetch().status)
            return route.abort()

        self.page.route(SAVES, lose)
        self.type_dimension("Top width", "468")
        self.eventually(lambda: lost != [])
        self.state().to_contain_text("not kept yet")
        self.page.unroute(SAVES)
        self.type_dimension("Top width", "469")
        self.kept()
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        kinds = list(Revision.objects.filter(design=self.bowline).values_list("kind", flat=True))
        self.assertNotIn("aside", kinds)
        self.assertEqual(top_mm(self.bowline.document), 469.0)

    def test_5_a_kept_run_of_a_kind_that_is_gone_is_named_mapped_or_forgotten(self) -> None:
        """The Run step opens, says which kind of comb is gone, and brings the run back on another."""
        design = self.bowline
        run = design.document["chambers"][0]["run"]
        gone = [{**item, "type": "elm"} if item["kind"] == "comb" else item for item in run["items"]]
        run["saved"] = [{"name": "winter", "items": gone}, {"name": "split", "items": gone}]
        design.save()
        page = self.page
        page.goto(page.url.replace("/shape", "/run"))
        page.get_by_role("tab", name="States").click()
        states = page.get_by_test_id("states")
        expect(states).to_contain_text("“elm” is gone from this design")
        states.get_by_role("button", name="Take off split").click()
        # The state itself, and a way for each kind of bar that there is.
        expect(states.get_by_role("listitem")).to_have_count(3)
        states.get_by_role("button", name="Bring back With honey bar").click()
        self.kept()
        self.eventually(
            lambda: (
                {i["type"] for i in self.bowline.document["chambers"][0]["run"]["items"] if i["kind"] == "comb"}
                == {"honey"}
            )
        )

    def test_6_an_ended_session_is_signed_in_again_over_the_work(self) -> None:
        """The state line says so, and signing in there keeps what was typed."""
        SignedIn.objects.all().delete()
        cache.clear()
        self.type_dimension("Top width", "470")
        self.state().to_contain_text("signed out")
        field = self.page.get_by_role("textbox", name="Top width", exact=True)
        expect(field).to_have_value("470")
        self.page.get_by_role("button", name="Sign in", exact=True).click()
        dialog = self.page.get_by_role("dialog", name="Your session has ended")
        dialog.get_by_role("button", name="Open the demo bench").click()
        expect(dialog).to_have_count(0)
        expect(self.dimension("Top width")).to_contain_text("470")
        self.kept()
        self.eventually(lambda: top_mm(self.bowline.document) == 470.0)

    def test_6_cookies_that_are_gone_are_a_session_that_ended(self) -> None:
        self.context.clear_cookies()
        self.type_dimension("Top width", "473")
        self.state().to_contain_text("signed out")
        self.page.get_by_role("button", name="Sign in", exact=True).click()
        self.page.get_by_role("dialog").get_by_role("button", name="Open the demo bench").click()
        self.kept()
        self.eventually(lambda: top_mm(self.bowline.document) == 473.0)

    def test_6_a_session_that_ends_before_the_save_keeps_undo_and_work(self) -> None:
        self.page.route(SAVES, lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
        self.type_dimension("Top width", "471")
        self.state().to_contain_text("not kept yet")
        SignedIn.objects.all().delete()
        cache.clear()
        self.page.unroute(SAVES)
        self.state().to_contain_text("signed out, not kept yet: kept on this device")
        self.page.get_by_role("button", name="Sign in", exact=True).click()
        self.page.get_by_role("dialog").get_by_role("button", name="Open the demo bench").click()
        self.kept()
        self.eventually(lambda: top_mm(self.bowline.document) == 471.0)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.dimension("Top width")).to_contain_text("440")

    def test_6_a_server_that_comes_back_gets_the_waiting_edit_unasked(self) -> None:
        self.page.route(EDITS, lambda route: route.abort())
        self.type_dimension("Top width", "472")
        self.state().to_contain_text("waits for Sabaka to come back")
        expect(self.page.locator("[role=alert]").first).to_contain_text("is sent when it can be")
        self.page.unroute(EDITS)
        expect(self.dimension("Top width")).to_contain_text("472")
        self.kept()
        self.eventually(lambda: top_mm(self.bowline.document) == 472.0)

    def test_a_step_that_fails_takes_nothing_with_it(self) -> None:
        """What the Winter step is told makes no sense: it says so, and hive, rod, rail and undo are still there."""
        page = self.page
        self.type_dimension("Top width", "446")
        page.route(
            "**/api/studies/",
            lambda route: (
                route.fulfill(json={"chapters": {"winter": {"study": "winter", "drawings": {}}}})
                if '"findings"' not in (route.request.post_data or "")
                else route.continue_()
            ),
        )
        page.get_by_role("link", name="Winter", exact=True).click()
        expect(page.get_by_role("heading", name="This step can’t be shown")).to_be_visible()
        expect(page.locator("[data-drawing=rod]")).to_be_visible()
        with page.expect_download() as file:
            page.get_by_role("button", name="Save the hive as a file").click()
        saved = json.loads(Path(file.value.path()).read_text("utf-8"))
        self.assertEqual(saved["chambers"][0]["section"]["top_mm"], 446.0)
        page.unroute_all()
        self.errors.clear()
        page.get_by_role("link", name="Shape", exact=True).click()
        expect(self.dimension("Top width")).to_have_text("446")
        page.get_by_role("button", name="Undo").click()
        expect(self.dimension("Top width")).to_have_text("440")
