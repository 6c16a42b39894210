"""At home everywhere: a first visit, by keyboard alone, on paper, side by side."""

from __future__ import annotations

import io
import json
import re
from pathlib import Path

from playwright.sync_api import BrowserContext, expect
from pypdf import PdfReader

from tests.browser.base import BrowserCase

EXAMPLES = Path(__file__).resolve().parents[2] / "examples"
# A first visitor has a saved hive with boards, run and plan after so many clicks and entries.
MOST_DOINGS = 25


class FirstVisit(BrowserCase):
    """Door: someone who has never been here, with what the screen offers first."""

    def setUp(self) -> None:
        super().setUp()
        self.doings = 0

    def click(self, role: str, name: str) -> None:
        self.doings += 1
        self.page.get_by_role(role, name=name, exact=True).click()  # type: ignore[arg-type]

    def enter(self, label: str, words: str) -> None:
        self.doings += 1
        self.page.get_by_label(label, exact=True).fill(words)

    def test_from_nothing_to_a_saved_hive_with_boards_run_and_plan(self) -> None:
        page = self.page
        page.goto(self.live_server_url)
        self.click("button", "I have none yet")
        self.enter("Name", "Dunlin")
        self.enter("Password", "rope-walk-and-77")
        self.click("button", "Make the account")
        expect(page.get_by_text("The shelf is empty.")).to_be_visible()
        self.click("link", "Brief")
        self.enter("Long, boards 1", "2.4 m")
        self.enter("Wide, boards 1", "290")
        self.enter("Thick, as measured, boards 1", "22")
        self.enter("How many, boards 1", "6")
        self.enter("Name of the hive", "Prusik")
        self.click("button", "Begin with this")
        expect(page.get_by_test_id("hive-name")).to_be_visible()
        self.kept()
        self.click("link", "Run")
        expect(page.locator("[data-drawing=rod] polygon").first).to_be_visible()
        self.click("link", "Season")
        expect(page.locator("[data-chart=season-combs]")).to_be_visible()
        self.click("link", "Build")
        expect(
            page.locator("[data-table=parts]").or_(page.get_by_text("Boards of those on hand")).first
        ).to_be_visible()
        self.click("link", "Sabaka, back to the shelf")
        expect(page.locator("[data-design]")).to_have_count(1)
        self.assertLessEqual(self.doings, MOST_DOINGS)


class EveryStepByKeyboard(BrowserCase):
    """Door: no mouse at all."""

    def typed(self, path: str, words: str) -> None:
        """Goes to a field by Tab and types something else into it."""
        self.tab_to(lambda here: here["path"] == path, most=400)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(words)
        self.page.keyboard.press("Enter")

    def changed(self, was: int) -> int:
        """Waits for another revision than there was; which one it is."""
        state = self.page.get_by_test_id("state")
        expect(state).to_have_text(re.compile(rf"kept, revision (?!{was}$)\d+$"))
        return int((state.text_content() or "").split()[-1])

    def test_a_job_on_each_step(self) -> None:
        page, press = self.page, self.page.keyboard.press
        page.goto(self.live_server_url)
        self.tab_to(lambda here: here["tag"] == "BUTTON" and "Open the demo bench" in here["text"])
        press("Enter")
        expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
        self.tab_to(lambda here: here["tag"] == "A" and here["text"] == "Bowline")
        press("Enter")
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()

        press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_contain_text("Undo")
        press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)

        at = 1
        # Shape: another height, by its number on the drawing.
        self.tab_to(lambda here: here["dimension"] == "Height", most=400)
        press("Enter")
        press("Control+a")
        page.keyboard.type("310")
        press("Enter")
        expect(self.dimension("Height")).to_have_text("310")
        at = self.changed(at)
        for key, heading, path, words in (
            ("2", "Combs", "/comb_types/0/length_mm", "478"),
            ("5", "Move in", "/moving/count", "6"),
            ("6", "Lift", "/lifting/height_mm", "1650"),
            ("7", "Winter", "/wintering/bees", "14000"),
            ("8", "Build", "/building/kerf_mm", "2.8"),
        ):
            press(key)
            expect(page.get_by_role("heading", name=heading, exact=True).first).to_be_visible()
            expect(page.locator(f'[data-path="{path}"]').first).to_be_attached()
            self.typed(path, words)
            at = self.changed(at)
            press("Escape")
        # Run: the far follower one place nearer. It stands at the foot of every step.
        press("3")
        expect(page.get_by_role("heading", name="Run", exact=True).first).to_be_visible()
        self.tab_to(lambda here: here["handle"] == "follower-far", most=400)
        press("ArrowLeft")
        at = self.changed(at)
        # Season: from week to week.
        press("4")
        slider = page.get_by_role("slider", name="Week of the plan")
        expect(slider).to_be_visible()
        self.tab_to(lambda here: here["label"] == "Week of the plan", most=400)
        press("ArrowRight")
        expect(slider).to_have_value("1")
        self.tab_to(lambda here: here["tag"] in ("A", "BUTTON", "SUMMARY"))
        press("p")
        expect(page.get_by_role("heading", name="Bowline: Season")).to_be_visible()
        press("y")
        expect(page.get_by_role("heading", name="Yard").first).to_be_visible()


class OnPaper(BrowserCase):
    """Independent reader: pypdf on what the browser prints."""

    def test_each_step_prints_its_own_page(self) -> None:
        page = self.page
        self.enter_demo()
        self.open("Bowline")
        page.get_by_role("link", name="Print").click()
        expect(page.get_by_test_id("page")).to_be_visible()
        for step, words in (
            ("combs", "Bowline: Combs"),
            ("season", "Visits"),
            ("lift", "Lifted in all"),
            ("winter", "Honey burnt over the winter"),
            ("build", "Kinds of parts"),
        ):
            page.get_by_label("Step", exact=True).select_option(step)
            expect(page.get_by_role("heading", name=re.compile("^Bowline: "))).to_be_visible()
            expect(page.get_by_test_id("page")).to_contain_text(words)
            printed = PdfReader(io.BytesIO(page.pdf(format="A4")))
            text = " ".join(each.extract_text() for each in printed.pages)
            with self.subTest(step):
                self.assertIn("Bowline:", text)
                self.assertIn("To mend", text)
                self.assertNotIn("Back to the bench", text)
                wide = page.evaluate("document.documentElement.scrollWidth")
                self.assertLessEqual(wide, 1280)


class SideBySide(BrowserCase):
    """Door."""

    def test_designs_of_the_shelf_and_a_file_let_go_over_it(self) -> None:
        page = self.page
        self.enter_demo()
        design = json.loads((EXAMPLES / "rear-access.json").read_text("utf-8")) | {"name": "Dropped"}
        page.evaluate(
            """(text) => {
              const data = new DataTransfer();
              data.items.add(new File([text], "dropped.json", {type: "application/json"}));
              const at = document.querySelector("main");
              for (const type of ["dragenter", "dragover", "drop"])
                at.dispatchEvent(new DragEvent(type, {dataTransfer: data, bubbles: true, cancelable: true}));
            }""",
            json.dumps(design),
        )
        expect(page.get_by_test_id("hive-name")).to_have_text("Dropped")
        page.get_by_role("link", name="Sabaka, back to the shelf").click()
        for name in ("Bowline", "Granny", "Dropped"):
            page.get_by_role("checkbox", name=f"Compare {name}").check()
        page.get_by_role("link", name="Compare 3 designs").click()
        winter = page.locator("[data-table=winter]")
        expect(winter.get_by_role("columnheader", name="Granny")).to_be_visible(timeout=60_000)
        self.assertEqual(self.serious_violations(), [])
        page.get_by_role("button", name="Hide Clustered on").click()
        expect(winter).not_to_contain_text("Clustered on")
        page.get_by_role("button", name="Take Granny out").click()
        expect(winter.get_by_role("columnheader", name="Granny")).to_have_count(0)
        page.reload()
        expect(winter.get_by_role("columnheader", name="Dropped")).to_be_visible(timeout=60_000)
        expect(winter).not_to_contain_text("Clustered on")
        with page.expect_download() as download:
            page.get_by_role("button", name="Save as PDF").click()
        paper = " ".join(each.extract_text() for each in PdfReader(download.value.path()).pages)
        self.assertIn("Dropped", paper)
        self.assertNotIn("Clustered on", paper)


class WithoutNetwork(BrowserCase):
    """Door: the bench after its first visit, with no network at all."""

    def new_context(self) -> BrowserContext:
        return self.browser.new_context(viewport={"width": 1280, "height": 800}, color_scheme="light")

    def lies_on_the_device(self, height: str = "310") -> bool:
        """Whether the design with that height was put on the device."""
        found: bool = self.page.evaluate(
            """(height) => new Promise((done) => {
              const opened = indexedDB.open("keyval-store");
              opened.onsuccess = () => {
                const all = opened.result.transaction("keyval").objectStore("keyval").getAll();
                all.onsuccess = () => {
                  opened.result.close();
                  const heights = all.result.map(({page}) => page?.design?.document.chambers[0].section.height_mm);
                  done(heights.some((each) => String(each) === height));
                };
              };
            })""",
            height,
        )
        return found

    def test_the_bench_opens_as_it_was_kept_and_says_that_a_change_waits(self) -> None:
        page = self.page
        self.enter_demo()
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        self.open("Bowline")
        self.type_dimension("Height", "310")
        state = page.get_by_test_id("state")
        expect(state).to_have_text("kept, revision 2")
        page.reload()
        expect(self.dimension("Height")).to_have_text("310")
        self.eventually(self.lies_on_the_device)
        self.context.set_offline(True)
        page.reload()
        expect(page.get_by_test_id("as-of")).to_contain_text("no network: as it was kept")
        expect(self.dimension("Height")).to_have_text("310")
        expect(page.get_by_role("heading", name="Shape")).to_be_visible()
        self.dimension("Height").click()
        page.get_by_role("textbox", name="Height", exact=True).fill("305")
        page.keyboard.press("Enter")
        expect(state).to_contain_text("waits")
        self.context.set_offline(False)
        expect(self.dimension("Height")).to_have_text("305", timeout=40_000)
        expect(state).to_have_text("kept, revision 3")
        self.eventually(lambda: self.lies_on_the_device("305"))
        self.context.set_offline(True)
        page.goto(self.live_server_url)
        expect(page.get_by_role("link", name="Bowline", exact=True)).to_be_visible()
        page.get_by_role("link", name="Bowline", exact=True).click()
        expect(self.dimension("Height")).to_have_text("305")
        self.context.set_offline(False)
