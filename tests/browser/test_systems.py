"""From a brief to a kept design, frames on the Combs step, chambers, comparison: every system on screen."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from sabaka_core.document.hive import HiveSystem
from sabaka_core.hive.systems import SYSTEMS
from server.designs.models import Design
from tests.browser.base import BrowserCase


class FromTheBrief(BrowserCase):
    """Door: questions answered, a system chosen, and a design on the shelf that is sized to the answers."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()
        self.page.get_by_role("link", name="Brief").click()
        expect(self.page.get_by_role("heading", name="Brief")).to_be_visible()

    def answer(self, question: str, words: str) -> None:
        self.page.locator(f"[data-question={question}]").get_by_label(words, exact=True).check()

    def board(self, row: int, long: str, wide: str, thick: str) -> None:
        for head, text in (("Long", long), ("Wide", wide), ("Thick, as measured", thick)):
            self.page.get_by_role("textbox", name=f"{head}, boards {row}").fill(text)

    def first(self, system: HiveSystem) -> None:
        expect(self.page.locator("[data-system]").first).to_have_attribute("data-system", system)

    def begin(self, name: str) -> Design:
        self.page.get_by_role("textbox", name="Name of the hive").fill(name)
        self.page.get_by_role("button", name="Begin with this").click()
        expect(self.page.get_by_role("heading", name="Shape")).to_be_visible()
        self.kept()
        return Design.objects.get(name=name)

    def test_a_bad_back_wide_boards_and_a_mild_winter(self) -> None:
        self.answer("back", "No full box, ever")
        self.answer("winter", "Mild: they fly every few weeks")
        self.board(1, "2.4 m", "300", "7/8 in")
        self.first("sloped-top-bar")
        expect(self.page.locator("[data-rule=one-comb-at-a-time]").first).to_be_visible()
        design = self.begin("Marling hitch")
        self.assertEqual(design.system, "sloped-top-bar")
        self.assertAlmostEqual(design.document["chambers"][0]["walls"]["sides"][0]["thickness_mm"], 22.225)
        expect(self.page.get_by_text("Nothing to mend.")).to_be_visible()

    def test_what_a_begun_hive_does_not_follow_is_said(self) -> None:
        """Issue 12, line 11: boards of 1.1 m and frames that a bar hive has no use for."""
        self.answer("back", "No full box, ever")
        self.answer("winter", "Mild: they fly every few weeks")
        self.answer("frames", "Zander")
        self.board(1, "1100", "300", "22")
        self.page.locator("[data-system=sloped-top-bar]").get_by_role("button").first.click()
        self.page.get_by_role("textbox", name="Name of the hive").fill("Marling hitch")
        self.page.get_by_role("button", name="Begin with this").click()
        unmet = self.page.get_by_test_id("unmet")
        expect(unmet).to_contain_text("Your Zander frames are not used")
        expect(unmet).to_contain_text("15 combs instead of 16")
        self.page.get_by_role("button", name="Open the hive").click()
        expect(self.page.get_by_role("heading", name="Shape")).to_be_visible()

    def test_long_winters_and_deep_frames_owned(self) -> None:
        self.answer("winter", "Long: five months and more")
        self.answer("frames", "Layens")
        self.first("deep-horizontal")
        design = self.begin("Fisherman’s bend")
        self.assertEqual(design.system, "deep-horizontal")
        self.assertEqual(design.document["comb_types"][0]["standard"], "layens")
        expect(self.page.get_by_text("Nothing to mend.")).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_test_id("hive-name")).to_have_text("Fisherman’s bend")

    def test_to_move_a_colony_between_two_frames(self) -> None:
        self.answer("aim", "To move a colony to another frame")
        self.answer("frames", "Layens")
        self.answer("frames", "Langstroth deep")
        self.first("conversion-box")
        design = self.begin("Carrick bend")
        self.assertEqual({kind["standard"] for kind in design.document["comb_types"]}, {"layens", "langstroth-deep"})

    def test_what_would_change_it_is_said_and_any_system_can_be_chosen(self) -> None:
        self.first("sloped-top-bar")
        turns = self.page.get_by_test_id("turns")
        expect(turns).to_contain_text("In a bee house, shed or trailer")
        self.answer("place", "In a bee house, shed or trailer")
        self.first("rear-access")
        self.page.locator("[data-system=two-chamber]").get_by_role("button").first.click()
        self.begin("Sheet bend")
        expect(self.page.get_by_role("group", name="Chamber on the bench")).to_be_visible()

    def test_a_board_mistyped_is_named_at_its_field_and_the_ranking_stays(self) -> None:
        self.board(1, "2400", "wide", "22")
        expect(self.page.locator("#board-0-width")).to_be_visible()
        expect(self.page.locator("[data-system]")).to_have_count(11)
        self.board(1, "2400", "235", "22")
        expect(self.page.locator("#board-0-width")).to_have_count(0)

    def test_it_is_fit_for_a_screen_reader(self) -> None:
        expect(self.page.locator("[data-system]")).to_have_count(11)
        self.assertEqual(self.serious_violations(), [])


class EverySystem(BrowserCase):
    """Door."""

    def setUp(self) -> None:
        super().setUp()
        self.enter_demo()

    def new(self, label: str, name: str, page: Page | None = None) -> None:
        page = page or self.page
        page.get_by_role("button", name="New hive").click()
        page.get_by_role("textbox", name="Name").fill(name)
        page.get_by_role("radio", name=label).check()
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()

    def test_each_opens_and_every_view_of_it_is_drawn(self) -> None:
        page = self.page
        for label in SYSTEMS.values():
            with self.subTest(label):
                page.goto(self.live_server_url)
                self.new(label[:1].upper() + label[1:], f"A {label}")
                for button in page.get_by_role("group", name="View").get_by_role("button").all():
                    button.click()
                    expect(
                        page.locator("main [data-drawing] svg polygon, main [data-chart] svg path").first
                    ).to_be_visible()
                expect(page.locator("main")).not_to_contain_text("NaN")
                expect(page.locator("aside")).not_to_contain_text("NaN")

    def test_chambers_are_changed_on_the_rod_and_edited_there(self) -> None:
        page = self.page
        self.new("Two-chamber long hive", "Two half hitches")
        chambers = page.get_by_role("group", name="Chamber on the bench")
        expect(chambers.get_by_role("button", name="brood")).to_have_attribute("aria-pressed", "true")
        chambers.get_by_role("button", name="honey").click()
        expect(chambers.get_by_role("button", name="honey")).to_have_attribute("aria-pressed", "true")
        page.locator("[data-drawing=rod] [data-item='3']").click()
        page.get_by_role("combobox", name="On it").select_option("honey")
        expect(page.get_by_test_id("state")).to_contain_text("kept, revision 2")
        document = Design.objects.get(name="Two half hitches").document
        self.assertEqual(document["chambers"][1]["run"]["items"][3]["contents"], "honey")
        page.get_by_role("button", name="Across", exact=True).click()
        self.type_dimension("Height", "262")
        expect(page.get_by_test_id("state")).to_contain_text("kept, revision 3")
        document = Design.objects.get(name="Two half hitches").document
        heights = [chamber["section"]["height_mm"] for chamber in document["chambers"]]
        self.assertEqual(heights, [253.5, 262.0])

    def test_a_finding_of_another_chamber_leads_there(self) -> None:
        page = self.page
        self.new("Side-by-side hive", "Cat’s paw")
        chambers = page.get_by_role("group", name="Chamber on the bench")
        chambers.get_by_role("button", name="right honey").click()
        page.get_by_role("button", name="Across", exact=True).click()
        self.type_dimension("Top width", "480")
        expect(self.finding("frame-side-gap")).to_have_count(1)
        chambers.get_by_role("button", name="brood").click()
        self.page.get_by_role("tab", name="Read").click()
        self.finding("frame-side-gap").get_by_role("button", name="in right honey").click()
        expect(chambers.get_by_role("button", name="right honey")).to_have_attribute("aria-pressed", "true")
        self.finding("frame-side-gap").locator("[data-mend]").first.click()
        expect(self.finding("frame-side-gap")).to_have_count(0)

    def test_the_combs_step_draws_lists_and_hangs_frames(self) -> None:
        page = self.page
        self.new("Deep-frame horizontal hive", "Clove hitch")
        page.get_by_role("link", name="Combs").click()
        expect(page.get_by_role("heading", name="Combs")).to_be_visible()
        expect(page.locator("[data-drawing=comb-front] polygon").first).to_be_visible()
        expect(page.locator("[data-table=fit]")).to_contain_text("bee space")
        names = page.locator("[data-comb^='catalogue:']")
        expect(names).to_have_count(24)
        for button in names.all():
            button.click()
            expect(page.locator("[data-drawing=comb-front] polygon").first).to_be_visible()
            expect(page.locator("[data-table=parts]").locator("tr").first).to_be_visible()
        page.locator("[data-comb='catalogue:hybrid-deep']").click()
        expect(page.locator("[data-table=parts]")).to_contain_text("Cross shelf")
        page.get_by_role("button", name="Put it in this hive").click()
        page.get_by_role("button", name="Hang all on Hybrid deep").click()
        expect(page.locator("[data-table=fit]")).to_contain_text("✗")

        def hung() -> bool:
            items = Design.objects.get(name="Clove hitch").document["chambers"][0]["run"]["items"]
            return {item["type"] for item in items if item["kind"] == "comb"} == {"hybrid-deep"}

        self.eventually(hung)
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("link", name="Shape").click()
        expect(page.get_by_text("Nothing to mend.")).to_be_visible()

    def test_a_frame_is_measured_and_its_tolerance_found_too_large(self) -> None:
        page = self.page
        self.new("Long hive on shallow frames", "Rolling hitch")
        page.get_by_role("link", name="Combs").click()
        page.get_by_role("button", name="Measure my own").click()
        tolerance = page.get_by_role("textbox", name="Tolerance")
        tolerance.fill("3/16 in")
        tolerance.press("Enter")
        self.kept()
        page.get_by_role("link", name="Shape").click()
        expect(self.finding("frame-tolerance")).to_have_count(1)

    def test_two_hives_side_by_side(self) -> None:
        page = self.page
        self.open("Bowline")
        page.get_by_role("tab", name="Compare").click()
        page.get_by_role("combobox", name="Beside").select_option(label="Deep-frame horizontal hive")
        table = page.locator("[data-table=beside]")
        expect(table).to_contain_text("Worker cells")
        expect(page.get_by_role("tabpanel")).to_contain_text("At the same room")
        page.get_by_role("combobox", name="Beside").select_option(label="Granny")
        expect(table).to_contain_text("Granny")
        self.assertEqual(self.serious_violations(), [])

    def test_another_section_and_a_size_by_litres(self) -> None:
        page = self.page
        self.open("Bowline")
        page.get_by_role("tab", name="Set").click()
        page.get_by_role("combobox", name="Walls are").select_option("barrel")
        expect(page.get_by_role("textbox", name="Floor width")).to_have_count(0)
        litres = page.get_by_role("textbox", name="Room it should hold")
        litres.fill("100")
        litres.press("Enter")
        page.get_by_role("tab", name="Read").click()
        expect(self.metric("cavity.whole_l")).to_contain_text("100")
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("button", name="Undo").click()
        expect(self.metric("section.slope_from_vertical_deg")).to_be_visible()

    def test_the_slope_is_chosen_with_the_board_held(self) -> None:
        page = self.page
        self.open("Bowline")
        page.get_by_role("button", name="Board", exact=True).click()
        page.locator("[data-handle=board-slope]").focus()
        page.keyboard.press("ArrowLeft")
        expect(self.metric("section.board_width_mm")).to_contain_text("330")


class OnAPhone(BrowserCase):
    """Door."""

    size = {"width": 390, "height": 844}

    def test_brief_and_combs_fit_a_narrow_screen(self) -> None:
        self.enter_demo()
        page = self.page
        page.get_by_role("link", name="Brief").click()
        expect(page.locator("[data-system]")).to_have_count(11)
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        page.goto(self.live_server_url)
        self.open("Bowline")
        page.get_by_role("link", name="Combs").click()
        expect(page.locator("[data-drawing=comb-front] polygon").first).to_be_visible()
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
