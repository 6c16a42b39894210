"""What else happens at the bench: mistakes, units, choices, revisions, two windows, lost connections."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path

from playwright.sync_api import expect

from server.designs.demo import DEMO_HIVES
from tests.browser.base import BrowserCase
from tests.core.support import example


class Mistakes(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.open("Bowline")

    def test_a_mistyped_dimension_says_so_at_the_field_and_the_drawing_stays(self) -> None:
        page = self.page
        before = page.locator("[data-drawing=section] .layer-predicted").get_attribute("points")
        self.dimension("Top width").click()
        field = page.get_by_role("textbox", name="Top width", exact=True)
        for text, words in (
            ("1/0", "can't have 0 below the line"),
            ("-5", "more than 0"),
            ("wide", "Write a length"),
            ("99999999", "at most 20 000 mm"),
            ("200", "The walls would meet"),
        ):
            field.fill(text)
            page.keyboard.press("Enter")
            expect(page.locator("[role=alert]", has_text=words)).to_be_visible()
            expect(field).to_have_value(text)
            expect(field).to_have_attribute("aria-invalid", "true")
            self.assertEqual(page.locator("[data-drawing=section] .layer-predicted").get_attribute("points"), before)
        page.keyboard.press("Escape")
        expect(self.dimension("Top width")).to_have_text("440")
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()

    def test_on_a_telephone_the_field_and_what_it_says_are_whole(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 800})
        self.type_dimension("Height", "3x0")
        field = page.get_by_role("textbox", name="Height", exact=True)
        said = page.locator("[role=alert]", has_text="is no unit known here")
        for place in (field, said):
            expect(place).to_be_visible()
            box = place.bounding_box()
            assert box
            self.assertGreaterEqual(box["x"], 0)
            self.assertLessEqual(box["x"] + box["width"], 390)

    def test_a_fraction_half_typed_is_not_scolded(self) -> None:
        self.dimension("Height").click()
        field = self.page.get_by_role("textbox", name="Height", exact=True)
        field.fill("")
        field.press_sequentially("11 7/", delay=60)
        self.page.wait_for_timeout(300)
        expect(field).to_have_attribute("aria-invalid", "false")
        self.page.keyboard.press("Enter")
        expect(field).to_have_attribute("aria-invalid", "true")
        field.fill("11 7/8 in")
        self.page.keyboard.press("Enter")
        expect(self.dimension("Height")).to_have_text("301.6")

    def test_quick_undos_are_as_many_steps(self) -> None:
        for text in ("442", "444", "446"):
            self.type_dimension("Top width", text)
            expect(self.dimension("Top width")).to_have_text(text)
        for _ in range(3):
            self.page.keyboard.press("Control+z")
        expect(self.dimension("Top width")).to_have_text("440")
        expect(self.page.get_by_role("button", name="Undo")).to_be_disabled()
        for _ in range(2):
            self.page.keyboard.press("Control+Shift+z")
        expect(self.dimension("Top width")).to_have_text("444")

    def test_an_old_complaint_does_not_come_after_a_good_entry(self) -> None:
        self.dimension("Height").click()
        field = self.page.get_by_role("textbox", name="Height", exact=True)
        field.fill("")
        field.press_sequentially("310", delay=5)
        expect(self.metric("cavity.whole_l")).to_contain_text("119.")
        self.page.wait_for_timeout(1_000)
        expect(field).to_have_attribute("aria-invalid", "false")

    def test_the_drawing_follows_each_keystroke_and_escape_takes_it_back(self) -> None:
        self.dimension("Height").click()
        self.page.get_by_role("textbox", name="Height", exact=True).fill("250")
        expect(self.metric("cavity.whole_l")).to_contain_text("103")
        self.page.keyboard.press("Escape")
        expect(self.metric("cavity.whole_l")).to_contain_text("117.1")

    def test_followers_cannot_be_dragged_through_each_other(self) -> None:
        self.drag(self.follower("near"), 1100)
        expect(self.badge("near")).to_have_text("744 mm · before bar 19")
        self.drag(self.follower("far"), -1100)
        expect(self.badge("far")).to_have_text("782 mm · after bar 19")

    def test_a_drag_given_up_with_escape_leaves_all_as_it_was(self) -> None:
        box = self.follower("far").bounding_box()
        assert box is not None
        self.page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] - 150, box["y"] + 20)
        expect(self.badge("far")).not_to_have_text("782 mm · after bar 19")
        self.page.keyboard.press("Escape")
        self.page.mouse.up()
        expect(self.badge("far")).to_have_text("782 mm · after bar 19")

    def test_a_follower_typed_into_a_bar_is_told_the_nearest_places(self) -> None:
        self.page.get_by_role("tab", name="Run").click()
        field = self.page.locator("[data-path=follower-far]")
        field.fill("760")
        expect(self.page.locator("[data-group=follower-far] [role=alert]")).to_contain_text("744 mm or 782 mm")
        field.fill("744")
        field.press("Enter")
        expect(self.badge("far")).to_have_text("744 mm · after bar 18")


class Files(BrowserCase):
    """Door."""

    def test_files_that_cannot_be_read_are_refused_with_the_field(self) -> None:
        self.enter_demo()
        wrong = example("bowline")
        wrong["chambers"][0]["length_mm"] = -3
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "file.json"
            for content, words in (
                (json.dumps(wrong), "/chambers/0/length_mm: This has to be more than 0"),
                (json.dumps(example("bowline") | {"version": 9}), "made by a newer Sabaka"),
                ("[" * 9000, "nested too deeply"),
                ("a" * 10_000_000, "too large"),
            ):
                file.write_text(content, "utf-8")
                with self.page.expect_file_chooser() as chooser:
                    self.page.get_by_role("button", name="Bring in a file").click()
                chooser.value.set_files(file)
                expect(self.page.locator("[role=alert]", has_text=words)).to_be_visible()
        expect(self.page.locator("[data-design]")).to_have_count(len(DEMO_HIVES))


class Setting(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()

    def test_inches_are_written_in_fractions_and_typed_so(self) -> None:
        self.open("Sheepshank")
        self.page.get_by_role("button", name="in", exact=True).click()
        expect(self.dimension("Top width")).to_have_text("17 1/2")
        self.type_dimension("Top width", "17 5/16")
        expect(self.dimension("Top width")).to_have_text("17 5/16")
        self.page.get_by_role("button", name="mm", exact=True).click()
        expect(self.dimension("Top width")).to_have_text("439.7")

    def test_a_formula_shows_the_numbers_that_it_reckons_with(self) -> None:
        """Regression: inches stood beside a formula that divides by what millimetres need."""
        self.open("Sheepshank")
        self.page.get_by_role("button", name="in", exact=True).click()
        row = self.metric("cavity.whole_l")
        row.get_by_role("button").click()
        expect(row.get_by_test_id("working")).to_contain_text("V = A·L / 10000")
        expect(row.get_by_test_id("working")).to_contain_text("L, inside length: 1117.6 mm (44 in)")

    def test_numbers_show_their_working_and_findings_their_reason(self) -> None:
        self.open("Granny")
        row = self.metric("section.bevel_deg")
        row.get_by_role("button").click()
        expect(row.get_by_test_id("working")).to_contain_text("from square")
        expect(row.get_by_test_id("working")).to_contain_text("push sticks")
        finding = self.finding("comb-touches-wall")
        finding.get_by_text("why?").click()
        expect(finding).to_contain_text("Source: from memory")
        expect(finding).to_contain_text("School: the wall follows the curve")

    def test_another_school_turns_an_error_into_a_note(self) -> None:
        self.open("Granny")
        expect(self.finding("comb-touches-wall")).to_contain_text("Wrong.")
        self.page.get_by_role("tab", name="Set").click()
        self.page.locator('[data-path="/choices/slope_school"]').select_option("leaning-floor")
        self.page.get_by_role("tab", name="Read").click()
        expect(self.finding("comb-touches-wall")).to_contain_text("Note.")

    def test_held_sizes_are_chosen_and_the_others_follow(self) -> None:
        self.open("Bowline")
        self.page.get_by_role("tab", name="Set").click()
        self.page.locator("[data-path=hold]").select_option("top_mm+slope_deg+face_mm")
        self.page.locator('[data-path="/chambers/0/section/face_mm"]').fill("305")
        self.page.keyboard.press("Enter")
        expect(self.dimension("Height")).to_have_text("286.6")

    def test_bars_are_changed_on_the_run_tab_and_entrances_under_openings(self) -> None:
        self.open("Bowline")
        page = self.page
        page.locator("[data-drawing=rod] [data-item='4']").click(position={"x": 10, "y": 20})
        panel = page.get_by_test_id("bar-panel")
        expect(panel).to_contain_text("Bar 3: brood bar, brood")
        panel.get_by_label("On it").select_option("honey")
        expect(page.locator("[data-drawing=rod] [data-item='4']")).to_have_class("layer layer-comb-honey chosen")
        # A strip before it, which is what the far follower goes back by; and taken out again.
        panel.get_by_label("Before it").select_option("Strip")
        expect(self.badge("far")).to_have_text("792 mm · after bar 19")
        page.locator("[data-group=spacer-4]").get_by_role("button", name="Take it out").click()
        expect(self.badge("far")).to_have_text("782 mm · after bar 19")
        page.locator("[data-drawing=rod] [data-item='4']").click(position={"x": 10, "y": 20})
        panel.get_by_role("button", name="Take it out").click()
        expect(self.badge("far")).to_have_text("747 mm · after bar 18")
        page.get_by_role("link", name="the Run step").click()
        page.get_by_role("tab", name="Openings").click()
        page.get_by_role("button", name="Cut a slot").click()
        expect(page.locator("[data-group=entrance-4]")).to_be_visible()
        page.locator('[data-path="/chambers/0/entrances/4/wall"]').select_option("far-end")
        page.get_by_role("tab", name="Fit").click()
        expect(self.finding("entrance-beyond-follower")).to_contain_text("Entrance 5 is open")
        self.finding("entrance-beyond-follower").get_by_role("button", name="Plug it").click()
        expect(self.finding("entrance-beyond-follower")).to_have_count(0)
        page.get_by_role("link", name="Shape", exact=True).click()
        page.get_by_role("tab", name="Read").click()
        expect(page.get_by_text("Nothing to mend.")).to_be_visible()

    def test_boards_on_hand_followers_and_kinds_of_bar(self) -> None:
        self.open("Sheepshank")
        page = self.page
        page.get_by_role("tab", name="Set").click()
        page.locator('[data-path="/boards/0/width_mm"]').fill("330")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Add a kind").click()
        page.locator('[data-path="/comb_types/1/name"]').fill("honey bar")
        page.locator('[data-path="/comb_types/1/width_mm"]').fill("41")
        page.keyboard.press("Enter")
        page.get_by_role("tab", name="Run").click()
        page.get_by_role("button", name="Put in a near follower").click()
        expect(self.badge("near")).to_have_text("18 mm · before bar 1")
        page.locator("[data-drawing=rod] [data-item='12']").click(position={"x": 10, "y": 20})
        page.get_by_test_id("bar-panel").get_by_label("Bar").select_option("honey bar")
        expect(page.get_by_test_id("bar-panel")).to_contain_text("Bar 12: honey bar")
        page.get_by_role("tab", name="Read").click()
        finding = self.finding("boards-too-narrow")
        expect(finding).to_contain_text("A side needs a board")
        finding.get_by_role("button", name="Lower the hive").click()
        expect(self.finding("boards-too-narrow")).to_have_count(0)

    def test_a_slope_is_chosen_on_the_chart_and_by_advice(self) -> None:
        self.open("Bowline")
        page = self.page
        page.get_by_role("button", name="Slope", exact=True).click()
        chart = page.locator("[data-chart=slope]")
        expect(chart.locator(".layer-series-1").first).to_be_visible()
        box = chart.bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + box["width"] * 0.25, box["y"] + box["height"] * 0.6)
        expect(self.metric("section.slope_from_vertical_deg")).not_to_contain_text("20")
        expect(self.finding("slope-off-school")).to_have_count(1)
        page.get_by_role("button", name="Lean the walls so").click()
        expect(self.metric("section.slope_from_vertical_deg")).to_contain_text("20.3")
        expect(self.finding("slope-off-school")).to_have_count(0)
        page.locator("[data-handle=section-slope]").focus()
        page.keyboard.press("ArrowLeft")
        expect(self.metric("section.slope_from_vertical_deg")).to_contain_text("19.8")
        self.assertEqual(self.serious_violations(), [])

    def test_a_straight_side_hive_is_begun_and_made_wider(self) -> None:
        page = self.page
        page.get_by_role("button", name="New hive").click()
        page.get_by_role("textbox", name="Name").fill("Toggle")
        page.get_by_label("Straight-side top bar hive").check()
        page.get_by_role("button", name="Begin").click()
        expect(page.locator("header")).to_contain_text("straight-side top bar hive")
        expect(page.get_by_text("Nothing to mend.")).to_be_visible()
        expect(page.get_by_role("button", name="Slope", exact=True)).to_have_count(0)
        self.type_dimension("Top width", "470")
        expect(self.finding("bar-too-short")).to_have_count(1)
        self.finding("bar-too-short").get_by_role("button").last.click()
        expect(self.finding("bar-too-short")).to_have_count(0)

    def test_the_print_page_holds_drawings_numbers_and_findings(self) -> None:
        self.open("Granny")
        self.page.get_by_role("button", name="Night").click()
        self.page.get_by_role("link", name="Print").click()
        sheet = self.page.get_by_test_id("page")
        for words in ("Granny", "Board to buy, wide", "335.7", "A gap of 18 mm among the combs", "push sticks"):
            expect(sheet).to_contain_text(words)
        for drawing in ("section", "along", "rod"):
            expect(sheet.locator(f"[data-drawing={drawing}] polygon").first).to_be_visible()
        self.assertEqual(self.page.evaluate("document.documentElement.dataset.theme"), "sheet")
        self.page.get_by_role("link", name="Back to the bench").click()
        expect(self.dimension("Top width")).to_be_visible()
        self.assertEqual(self.page.evaluate("document.documentElement.dataset.theme"), "night")

    def test_corner_handles_resize_the_section(self) -> None:
        self.open("Bowline")
        corner = self.page.locator("[data-handle=section-floor]")
        self.drag(corner, -12)
        expect(self.page.get_by_role("button", name="Undo")).to_be_enabled()
        before = self.dimension("Floor width").inner_text()
        corner.focus()
        self.page.keyboard.press("ArrowRight")
        expect(self.dimension("Floor width")).to_have_text(str(int(before) + 1))

    def test_along_and_from_above(self) -> None:
        self.open("Bowline")
        for view, drawing in (("Along", "along"), ("From above", "plan"), ("Across", "section")):
            self.page.get_by_role("button", name=view, exact=True).click()
            expect(self.page.locator(f"[data-drawing={drawing}] polygon").first).to_be_visible()
        self.page.get_by_role("button", name="Along", exact=True).click()
        self.type_dimension("Inside length", "1200")
        expect(self.page.locator("header")).to_contain_text("1200 mm long")


class Keeping(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.open("Bowline")

    def test_a_revision_is_looked_at_and_brought_back(self) -> None:
        self.type_dimension("Top width", "450")
        expect(self.page.get_by_test_id("state")).to_have_text("kept, revision 2")
        self.page.get_by_role("tab", name="Kept").click()
        expect(self.page.locator("[data-revision='2']")).to_contain_text("Top width 450 (now)")
        self.page.get_by_role("button", name="Look at revision 1").click()
        self.page.get_by_role("button", name="Bring it back").click()
        expect(self.dimension("Top width")).to_have_text("440")
        expect(self.page.get_by_test_id("state")).to_have_text("kept, revision 3")

    def test_two_windows_on_one_hive_keep_both_versions(self) -> None:
        other = self.new_page(self.context)
        other.goto(self.page.url)
        expect(self.dimension("Top width", other)).to_have_text("440")
        self.type_dimension("Top width", "446")
        expect(self.page.get_by_test_id("state")).to_have_text("kept, revision 2")
        self.type_dimension("Top width", "452", other)
        dialog = other.get_by_role("dialog", name="This hive was changed elsewhere")
        expect(dialog).to_contain_text("yours is kept as revision 3")
        dialog.get_by_role("button", name="Go on with mine").click()
        expect(other.get_by_test_id("state")).to_have_text("kept, revision 4")
        expect(self.dimension("Top width", other)).to_have_text("452")

    def test_what_could_not_be_sent_is_found_again(self) -> None:
        self.page.route(
            "**/api/designs/*", lambda route: route.abort() if route.request.method == "PUT" else route.fallback()
        )
        self.type_dimension("Top width", "448")
        expect(self.page.get_by_test_id("state")).to_contain_text("kept on this device")
        self.page.unroute_all()
        self.page.reload()
        expect(self.dimension("Top width")).to_have_text("448")
        expect(self.page.get_by_test_id("state")).to_have_text("kept, revision 2")

    def test_without_a_connection_nothing_is_lost(self) -> None:
        self.context.set_offline(True)
        self.type_dimension("Top width", "448")
        expect(self.page.locator("[role=alert]", has_text="Your work is still here")).to_be_visible()
        # What waits is sent as soon as the server is back; pressing Enter then would open the field again.
        self.context.set_offline(False)
        expect(self.dimension("Top width")).to_have_text("448")

    def test_someone_elses_hive_is_not_found(self) -> None:
        self.page.goto(f"{self.live_server_url}/hive/8f8f8f8f-0000-4000-8000-000000000000/shape")
        expect(self.page.get_by_role("heading", name="No such hive on your shelf")).to_be_visible()
