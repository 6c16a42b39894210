"""Refreshes docs/screenshots from the demo data: one picture of each main view."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from benchmarks.serving import free_port  # noqa: E402

SHOTS = ROOT / "docs" / "screenshots"
PORT = str(free_port())
HOME = f"http://127.0.0.1:{PORT}"


def settled(page: Page) -> None:
    """Wait for fonts and drawings."""
    page.locator("[data-drawing=rod] polygon").first.wait_for()
    page.evaluate("document.fonts.ready")
    page.mouse.move(2, 2)
    page.wait_for_timeout(250)


def open_hive(page: Page, name: str) -> None:
    page.goto(f"{HOME}/")
    page.get_by_role("link", name=name, exact=True).click()
    settled(page)


def begin(page: Page, preset: str, name: str) -> None:
    """A new hive from a starting point."""
    page.goto(f"{HOME}/")
    page.get_by_role("button", name="New hive").click()
    page.get_by_role("textbox", name="Name").fill(name)
    page.get_by_role("radio", name=preset).check()
    page.get_by_role("button", name="Begin").click()
    settled(page)


def take(page: Page) -> None:
    """Every picture, one after the other."""
    page.goto(f"{HOME}/")
    page.get_by_role("button", name="Open the demo bench").click()
    settled(page)
    page.screenshot(path=SHOTS / "shelf.png")
    open_hive(page, "Bowline")
    page.screenshot(path=SHOTS / "shape-day.png")
    open_hive(page, "Carrick")
    page.locator('[data-thing="ends-1"]').first.click()
    page.get_by_role("button", name="Add a layer").click()
    page.locator("select[data-path$='/1/material']").select_option("sheep wool")
    page.get_by_role("region", name="What follows").locator("dd").nth(6).wait_for()
    settled(page)
    page.screenshot(path=SHOTS / "whole.png")
    page.goto(f"{HOME}/")
    page.get_by_role("link", name="Brief", exact=True).click()
    page.locator("[data-question=back]").get_by_label("No full box, ever").check()
    page.locator("[data-question=winter]").get_by_label("Long: five months and more").check()
    page.locator("[data-question=kit]").get_by_label("Standard supers").check()
    page.mouse.move(2, 2)
    page.wait_for_timeout(500)
    page.screenshot(path=SHOTS / "brief.png")
    board_first(page)
    begin(page, "Deep-frame horizontal hive", "Clove hitch")
    page.get_by_role("link", name="Combs", exact=True).click()
    page.locator("[data-drawing=comb-front] polygon").first.wait_for()
    settled(page)
    page.screenshot(path=SHOTS / "combs.png")
    run_and_season(page)
    page.goto(f"{HOME}/")
    open_hive(page, "Clove hitch")
    moving_in(page)
    lift_and_winter(page)
    build(page)
    other_looks(page)
    yard(page)


def board_first(page: Page) -> None:
    """The best hives out of three boards, a sheet and twenty frames."""
    page.get_by_label("Langstroth shallow").check()
    heads = ("Long", "Wide", "Thick, as measured", "How many")
    page.get_by_role("button", name="More boards").click()
    for number, row in enumerate((("2400", "290", "22", "3"), ("2440", "1220", "12", "1")), 1):
        for head, text in zip(heads, row, strict=True):
            page.get_by_label(f"{head}, boards {number}").fill(text)
    page.get_by_label("Frames there are").fill("20")
    page.get_by_label("What comes first").select_option("money")
    page.get_by_role("button", name="Find it").click()
    page.get_by_test_id("best").wait_for()
    page.get_by_label("It is to be called").fill("Turk’s Head")
    page.get_by_test_id("best").evaluate("(found) => found.scrollIntoView({ block: 'start' })")
    page.mouse.move(2, 2)
    page.wait_for_timeout(300)
    page.screenshot(path=SHOTS / "board-first.png")


def run_and_season(page: Page) -> None:
    """The run with a nucleus behind its divider, and a week of a plan."""
    open_hive(page, "Figure of Eight")
    page.get_by_role("link", name="Run", exact=True).click()
    page.get_by_test_id("fits").locator("li").first.wait_for()
    settled(page)
    page.screenshot(path=SHOTS / "run.png")
    page.goto(f"{HOME}/")
    open_hive(page, "Bowline")
    page.get_by_role("link", name="Season", exact=True).click()
    page.get_by_test_id("visits").locator("li").first.wait_for()
    page.get_by_role("slider", name="Week of the plan").fill("20")
    settled(page)
    page.wait_for_timeout(500)
    page.screenshot(path=SHOTS / "season.png")


def lift_and_winter(page: Page) -> None:
    """The keeper at the hive, and the winter of it."""
    page.get_by_role("link", name="Lift", exact=True).click()
    page.get_by_test_id("lift-seasons").wait_for()
    settled(page)
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "lift.png")
    page.get_by_role("link", name="Winter", exact=True).click()
    page.get_by_test_id("helps").wait_for()
    settled(page)
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "winter.png")


def build(page: Page) -> None:
    """Parts pulled apart, and the cut plan."""
    open_hive(page, "Bowline")
    page.get_by_role("link", name="Build", exact=True).click()
    page.get_by_test_id("parts").locator("li").nth(1).wait_for()
    page.get_by_test_id("parts").locator("li button").nth(1).hover()
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "build.png")
    page.get_by_role("tab", name="Cut plan").click()
    page.locator("[data-drawing=build-boards] polygon").first.wait_for()
    settled(page)
    page.screenshot(path=SHOTS / "cut-plan.png")


def other_looks(page: Page) -> None:
    """Side by side, at night in inches, and on a phone."""
    page.goto(f"{HOME}/")
    page.get_by_role("button", name="in", exact=True).click()
    page.get_by_role("button", name="Night").click()
    for name in ("Bowline", "Granny", "Reef"):
        page.get_by_role("checkbox", name=f"Compare {name}").check()
    page.get_by_role("link", name="Compare 3 designs").click()
    page.locator("[data-table=winter]").wait_for(timeout=60_000)
    page.evaluate("document.fonts.ready")
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "side-by-side-night.png")
    page.get_by_role("button", name="mm", exact=True).click()
    page.get_by_role("button", name="Day", exact=True).click()
    page.set_viewport_size({"width": 390, "height": 844})
    open_hive(page, "Bowline")
    page.screenshot(path=SHOTS / "shape-phone.png")


def yard(page: Page) -> None:
    """The yard, a hive's year, and a visit as it is written on a phone."""
    page.set_viewport_size({"width": 1280, "height": 800})
    page.goto(f"http://127.0.0.1:{PORT}/yard")
    page.locator("[data-drawing=seen] polygon").first.wait_for()
    page.evaluate("document.fonts.ready")
    page.wait_for_timeout(250)
    page.screenshot(path=SHOTS / "yard.png")
    page.get_by_role("link", name="Bowline", exact=True).first.click()
    page.get_by_test_id("rods").wait_for()
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "hive.png")
    page.get_by_role("tab", name="Learned").click()
    page.locator("[data-chart=learned] .recharts-line-dot").first.wait_for()
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "learned.png")
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_role("link", name="Begin a visit").click()
    page.get_by_role("button", name="As planned").click()
    page.get_by_role("button", name="Comb 4, to you").click()
    page.mouse.move(2, 2)
    page.wait_for_timeout(250)
    page.screenshot(path=SHOTS / "visit-phone.png")


def moving_in(page: Page) -> None:
    """The ways from old combs to the hive."""
    page.get_by_role("link", name="Move in", exact=True).click()
    page.locator("[data-line=on-end]").wait_for()
    settled(page)
    page.wait_for_timeout(400)
    page.screenshot(path=SHOTS / "move-ways.png")


def main() -> int:
    """Serve the demo from a fresh database and take the pictures."""
    from tests.browser.base import CHROMIUM, FLAGS

    SHOTS.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as var:
        env = os.environ | {"SABAKA_PORT": PORT, "SABAKA_VAR": var}
        for command in (("migrate", "-v0"), ("load_demo",)):
            subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=env, check=True)
        server = subprocess.Popen(
            [sys.executable, "-m", "server.serve"], cwd=ROOT, env=env, stdout=subprocess.PIPE, text=True
        )
        try:
            assert server.stdout is not None
            server.stdout.readline()
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
                take(browser.new_page(viewport={"width": 1280, "height": 800}, color_scheme="light"))
                browser.close()
        finally:
            server.terminate()
            server.wait()
    return 0


if __name__ == "__main__":
    sys.exit(main())
