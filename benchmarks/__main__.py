"""``python -m benchmarks``: the speed targets, measured. Prints medians and ratios; judges nothing.

Each figure stands beside its target and beside a measure of this machine, so that two runs
on different machines can be compared by ratio.
"""

from __future__ import annotations

import gzip
import json
import statistics
import sys
import tempfile
import time
from functools import partial
from pathlib import Path
from typing import Any

from benchmarks.building import building_speed
from benchmarks.measure import show, timed, write, yardstick
from benchmarks.serving import Keeper, served, serving_speed
from benchmarks.yard import yard_speed

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))
TABLE = ROOT / "docs" / "performance.md"


def thirty_bars(name: str = "bowline") -> dict[str, Any]:
    """An example grown to thirty bars between its followers."""
    document: dict[str, Any] = json.loads((ROOT / "examples" / f"{name}.json").read_text("utf-8"))
    chamber = document["chambers"][0]
    items = chamber["run"]["items"]
    at = next(i for i, item in enumerate(items) if item["kind"] == "follower" and item["side"] == "far")
    honey = {"kind": "comb", "type": "honey", "role": "honey", "contents": "honey"}
    missing = 30 - sum(item["kind"] == "comb" for item in items)
    items[at:at] = [honey] * missing
    width = next(kind["width_mm"] for kind in document["comb_types"] if kind["id"] == "honey")
    chamber["length_mm"] += missing * width
    return document


def moving_speed(yard: float) -> None:
    """All ways of moving one kind of frame into one hive, and the chart of every pair."""
    from sabaka_core import load_hive
    from sabaka_core.document.moving import Moving
    from sabaka_core.hive.context import Context
    from sabaka_core.moving.find import ways_for
    from sabaka_core.moving.matrix import matrix
    from sabaka_core.show.study import chapter

    hives = [(path.stem, load_hive(path.read_bytes())) for path in sorted((ROOT / "examples").glob("*.json"))]
    deep = dict(hives)["deep-horizontal"]
    show("every way for one pair", statistics.median(timed(lambda: ways_for(deep, Moving()), 30)), 50, "ms", yard)
    show(
        "the same drawn, laid out, dated",
        statistics.median(timed(lambda: chapter(Context(deep), "moving"), 30)),
        50,
        "ms",
        yard,
    )
    seconds = statistics.median(timed(lambda: matrix(hives), 3, 1)) / 1000
    show(f"every frame into every example, {len(hives)} hives", seconds, 5, "s", yard)


def judged_speed(yard: float) -> None:
    """Lifting, the winter, and the search for what would improve either."""
    from sabaka_core import load_hive
    from sabaka_core.document.season import Season
    from sabaka_core.document.wintering import Wintering
    from sabaka_core.hive.chambers import analyse, main_box
    from sabaka_core.hive.context import Context
    from sabaka_core.kit.chapter import Asked
    from sabaka_core.season.asked import plan_of
    from sabaka_core.show.study import chapter
    from sabaka_core.winter.heat import winter_of

    hive = load_hive((ROOT / "examples" / "bowline.json").read_bytes())
    box = main_box(hive)
    a, season, ways = analyse(hive, box), Season(), Wintering()
    combs = plan_of(a, season).winter_combs
    show(
        "a winter by day",
        statistics.median(timed(lambda: winter_of(a, season, ways, combs).honey_kg, 20)),
        40,
        "ms",
        yard,
    )
    for words, name, parts, most in (
        ("what would save honey, searched", "winter", ("helps",), 500),
        ("the whole winter", "winter", Asked().parts, 500),
        ("lifting", "lifting", ("metrics", "findings", "tables", "drawings", "forms"), 40),
        ("the whole of lifting, changes tried", "lifting", Asked().parts, 250),
    ):
        asked = Asked(parts=parts)
        took = timed(lambda name=name, asked=asked: chapter(Context(hive), name, asked), 10)  # type: ignore[misc]
        show(words, statistics.median(took), most, "ms", yard)


# What the bench asks for on its first step: with each keystroke, and with each change that is kept.
_FOUND = {"parts": ["findings"]}
ASKED: dict[str, dict[str, Any]] = {
    "a keystroke": {
        "shape": {"parts": ["values", "findings", "drawings"], "wanted": ["section"]},
        "combs": _FOUND,
        "run": {"parts": ["findings", "drawings"], "wanted": ["rod"]},
    },
    "a kept change": {
        "shape": {"parts": ["numbers", "findings", "tables", "drawings"], "wanted": ["section"]},
        "combs": _FOUND,
        "run": {"parts": ["findings", "tables", "drawings"], "wanted": ["rod", "items"]},
    },
}


def best_speed(yard: float) -> None:
    """The best hives out of forty kinds of boards, over all systems."""
    from sabaka_core import load_hive
    from sabaka_core.brief.answers import Answers
    from sabaka_core.brief.best import best_of
    from sabaka_core.document.hive import Board
    from sabaka_core.hive.systems import SYSTEMS

    examples = {each: load_hive((ROOT / "examples" / f"{each}.json").read_bytes()) for each in SYSTEMS}
    boards = tuple(
        Board(
            label=f"boards {i}",
            length_mm=900 + 37 * i % 1700,
            width_mm=90 + 13 * (i * 7 % 25),
            thickness_mm=(18, 22, 25, 38)[i % 4],
            count=1 + i % 3,
        )
        for i in range(40)
    )
    seconds = statistics.median(timed(lambda: best_of(examples, Answers(boards=boards), "litres"), 3, 1)) / 1000
    show("best hive out of 40 kinds of boards", seconds, 3, "s", yard)


def in_process(yard: float) -> None:
    """What an edit is answered with, and full reports, in process."""
    from sabaka_core import build_report, validate_hive
    from sabaka_core.drawing.slope import slope_study
    from sabaka_core.hive.chambers import analyse
    from sabaka_core.kit.chapter import Asked

    for label, name in (("sound", "bowline"), ("full of mistakes, mends tried", "granny")):
        hive = validate_hive(thirty_bars(name))
        kept = {study: Asked.model_validate(each) for study, each in ASKED["a kept change"].items()}
        answer = statistics.median(
            timed(lambda hive=hive, kept=kept: build_report(hive, kept).model_dump_json(), 60)  # type: ignore[misc]
        )
        show(f"answer to a kept change, 30 bars, {label}", answer, 10 if label == "sound" else 25, "ms", yard)
        median = statistics.median(timed(lambda hive=hive: build_report(hive), 20))  # type: ignore[misc]
        print(f"  full report with every mend tried, {label}: {median:.1f} ms")
    study = slope_study(analyse(validate_hive(thirty_bars())))
    assert study is not None
    show("slope sweep, 200 points", statistics.median(timed(lambda: study.points(199), 20)), 100, "ms", yard)
    season_speed(yard)
    moving_speed(yard)
    judged_speed(yard)
    building_speed(yard)
    best_speed(yard)
    slowest = ("", 0.0)
    for file in sorted((ROOT / "examples").rglob("*.json")):
        hive = validate_hive(json.loads(file.read_text("utf-8")))
        median = statistics.median(timed(lambda hive=hive: build_report(hive), 20))  # type: ignore[misc]
        print(f"  full report of {file.stem:<18} {median:6.1f} ms")
        slowest = max(slowest, (file.stem, median), key=lambda one: one[1] if one[0] != "granny" else 0.0)
    show(f"full report, slowest sound example ({slowest[0]})", slowest[1], 25, "ms", yard)
    for bars in (10, 20, 40, 80, 160, 400):
        document = thirty_bars()
        items = document["chambers"][0]["run"]["items"]
        comb = next(item for item in items if item["kind"] == "comb")
        document["chambers"][0]["run"]["items"] = [comb] * bars
        document["chambers"][0]["length_mm"] = float(bars * 35)
        hive = validate_hive(document)
        median = statistics.median(timed(lambda hive=hive: build_report(hive), 30))  # type: ignore[misc]
        print(f"  growth: {bars:3} bars {median:6.1f} ms, {median / bars * 1000:6.1f} µs a bar")


def season_speed(yard: float) -> None:
    """A year's plan of sixty combs, and the run solver for sixty places and three widths."""
    from sabaka_core import validate_hive
    from sabaka_core.document.season import Season
    from sabaka_core.hive.chambers import analyse
    from sabaka_core.hive.context import Context
    from sabaka_core.kit.chapter import Asked
    from sabaka_core.run.fit import CombWidth, fits
    from sabaka_core.season.many import many_seasons
    from sabaka_core.season.plan import Planner
    from sabaka_core.season.undisturbed import _undisturbed as undisturbed_cache
    from sabaka_core.show.study import chapter

    document = thirty_bars()
    document["chambers"][0]["length_mm"] += 1200.0
    a = analyse(validate_hive(document))
    season = Season(peak_laying=2000.0)
    Planner(a, season).run()
    median = statistics.median(timed(lambda: Planner(a, season).run(), 15))
    show("a year's plan, daily steps, room for 60 combs", median, 20, "ms", yard)

    def undisturbed_anew() -> None:
        undisturbed_cache.cache_clear()
        Planner(a, season)

    show("an undisturbed colony's three years", statistics.median(timed(undisturbed_anew, 9)), 40, "ms", yard)
    took = statistics.median(timed(lambda: many_seasons(Planner(a, season), 7), 3, 1)) / 1000
    show("two hundred seasons at once", took, 2.5, "s", yard)
    context = Context(a.hive)
    chapter(context, "season")
    weeks = iter(range(52))
    took = statistics.median(timed(lambda: chapter(context, "season", Asked(parts=("moment",), at=next(weeks))), 20))
    show("a step of the season's slider", took, 10, "ms", yard)
    kinds = [CombWidth("a", 32.0, True), CombWidth("b", 35.0, True), CombWidth("c", 38.0, False)]
    show(
        "run solver, 60 places, three widths",
        statistics.median(timed(lambda: fits(2200, 100, kinds, 0.5), 15)),
        50,
        "ms",
        yard,
    )


def over_http(port: int, yard: float) -> None:
    """An edit and its report over HTTP, signed in, as the bench asks for them."""
    keeper = Keeper(port)
    keeper.get("/")
    keeper.post("/api/demo", {})
    edit = {"do": "set", "path": "/chambers/0/section/top_mm", "text": "441"}
    for label, asked in ASKED.items():
        body = json.dumps(
            {"document": thirty_bars(), "edit": edit, "asked": asked, "patches": "kept" in label}
        ).encode()
        _, answer = keeper.call("POST", "/api/bench/edit", body)
        call = partial(keeper.call, "POST", "/api/bench/edit", body)
        median = statistics.median(timed(call, 60))
        show(f"{label} over HTTP", median, 40, "ms", yard)
        show(f"answer to {label}", len(answer) / 1000, 45 if "kept" in label else 30, "kB", yard)


def in_the_browser(home: str, yard: float) -> None:
    """From a keystroke, and from a movement of the mouse, to the number redrawn in headless Chromium."""
    from playwright.sync_api import sync_playwright

    from tests.browser.base import CHROMIUM, FLAGS

    watch = """(selector) => { const e = document.querySelector(selector); window.__seen = [];
      new MutationObserver(() => window.__seen.push(performance.now()))
        .observe(e, {subtree: true, childList: true, characterData: true}); }"""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(home)
        page.get_by_role("button", name="Open the demo bench").click()
        page.get_by_role("link", name="Bowline", exact=True).wait_for()
        cold = [_cold_page(browser, page.context.cookies(), home) for _ in range(5)]
        show("cold page to usable: the shelf's hives are there", statistics.median(cold), 1200, "ms", yard)
        page.get_by_role("link", name="Bowline", exact=True).click()
        page.locator('[data-dimension="Height"]').click()
        field = page.get_by_role("textbox", name="Height", exact=True)
        page.evaluate(watch, '[data-metric="cavity.whole_l"]')
        keys = [_keystroke(page, field, 250 + i) for i in range(80)]
        page.keyboard.press("Escape")
        page.wait_for_timeout(300)
        page.evaluate(watch, "[data-follower=follower-far]")
        moves = _drag(page)
        page.goto(home)
        # The largest that has a follower to drag: 47 frames, two supers.
        page.get_by_role("link", name="Figure of Eight", exact=True).click()
        page.get_by_role("button", name="Whole", exact=True).click()
        page.wait_for_timeout(2000)
        page.evaluate(watch, "[data-follower=follower-far]")
        large = _drag(page)
        browser.close()
    for name, times, target in (
        ("keystroke to redrawn number", keys, 33),
        ("drag to redrawn number", moves, 33),
        ("drag to redrawn number, largest example", large, 50),
    ):
        times.sort()
        show(f"{name}, 95th percentile of {len(times)}", times[int(0.95 * len(times))], target, "ms", yard)
        show(f"{name}, median", statistics.median(times), target, "ms", yard)


def _cold_page(browser: Any, cookies: Any, home: str) -> float:
    """Milliseconds from the address to the shelf, nothing of it in the browser's cache."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    context.add_cookies(cookies)
    page = context.new_page()
    began = time.perf_counter()
    page.goto(home)
    page.get_by_role("link", name="Bowline", exact=True).wait_for()
    took = (time.perf_counter() - began) * 1000
    context.close()
    return took


def _keystroke(page: Any, field: Any, value: int) -> float:
    page.evaluate("window.__seen = []")
    start = page.evaluate(
        """([value]) => { const e = document.activeElement;
          const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
          const start = performance.now(); set.call(e, value);
          e.dispatchEvent(new Event("input", {bubbles: true})); return start; }""",
        [str(value)],
    )
    _wait_until_seen(page)
    end: float = page.evaluate("window.__seen[0]")
    return end - float(start)


def _wait_until_seen(page: Any) -> None:
    """The page's policy forbids evaluating text, so the wait is on this side."""
    for _ in range(1000):
        if page.evaluate("window.__seen.length > 0"):
            return
        page.wait_for_timeout(4)
    raise AssertionError("the number was never redrawn")


def _drag(page: Any) -> list[float]:
    box = page.locator("[data-drawing=rod] [data-handle=follower-far]").bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    times = []
    for i in range(60):
        page.evaluate(
            "window.__seen = []; addEventListener('pointermove', () => { window.__from = "
            "performance.now(); }, {once: true, capture: true})"
        )
        page.mouse.move(x + (-80 if i % 2 else -160), y)
        _wait_until_seen(page)
        times.append(float(page.evaluate("window.__seen[0] - window.__from")))
    page.mouse.up()
    return times


def first_screen(yard: float) -> None:
    """Scripts that the first screen loads, gzipped."""
    dist = ROOT / "web" / "dist"
    page = (dist / "index.html").read_text("utf-8")
    scripts = [file for file in (dist / "assets").glob("*.js") if file.name in page]
    size = sum(len(gzip.compress(file.read_bytes(), 9)) for file in scripts) / 1000
    show("first screen's scripts, gzipped", size, 110, "kB", yard)
    step = [file for file in (dist / "assets").glob("*.js") if file.name.split("-")[0] in ("bench", "shape", "Tabs")]
    more = sum(len(gzip.compress(file.read_bytes(), 9)) for file in step) / 1000
    show("scripts of the bench's first step more", more, 60, "kB", yard)


def main() -> int:
    """Measure everything."""
    yard = yardstick()
    print(f"yardstick {yard:.2f} ms (a fixed piece of plain Python on this machine)")
    in_process(yard)
    first_screen(yard)
    with tempfile.TemporaryDirectory() as folder, served(Path(folder)) as (port, _, _):
        over_http(port, yard)
        in_the_browser(f"http://127.0.0.1:{port}", yard)
    serving_speed(yard)
    yard_speed(yard)
    write(TABLE, yard)
    print(f"Written: {TABLE.relative_to(ROOT)}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
