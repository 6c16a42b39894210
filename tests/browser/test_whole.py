"""The whole hive on screen: a wall clicked and built up by layers, a lid, supers and ways put on and taken off."""

from __future__ import annotations

import re
from itertools import pairwise
from typing import Any

from playwright.sync_api import Locator, expect

from server.designs.models import Design
from tests.browser.base import BrowserCase


class WholeHive(BrowserCase):
    """Door."""

    def begin(self, preset: str, name: str) -> None:
        page = self.page
        self.begin_hive(preset, name)
        page.get_by_role("button", name="Whole", exact=True).click()
        expect(page.locator("[data-drawing=whole] polygon").first).to_be_visible()

    def thing(self, ident: str) -> Locator:
        return self.page.locator(f'[data-thing="{ident}"]').first

    def of(self, label: str, material: str, thick: str) -> None:
        """A layer's material by mouse, its thickness by keyboard."""
        self.choice(label).select_option(material)
        field = self.page.get_by_label(f"{label}, thick", exact=True)
        field.fill(thick)
        field.press("Enter")
        expect(field).to_have_value(thick)

    def choice(self, label: str) -> Locator:
        return self.page.locator("label", has_text=re.compile(f"^{label}(?!,)")).locator("select")

    def document(self, name: str) -> dict[str, object]:
        found: dict[str, object] = Design.objects.get(name=name).document
        return found

    def test_an_insulated_hive_with_a_hinged_lid_is_said_from_nothing(self) -> None:
        page = self.page
        self.begin("Deep-frame horizontal hive", "Bight")
        self.thing("ends-0").click()
        expect(page.get_by_role("group", name="End walls")).to_be_visible()
        self.of("Layer 1", "plywood", "12")
        page.get_by_role("button", name="Add a layer").click()
        self.of("Layer 2", "xps", "50")
        page.get_by_role("button", name="Add a layer").click()
        self.of("Layer 3", "softwood", "18")
        page.get_by_role("button", name="All walls so").click()
        follows = page.get_by_role("region", name="What follows")
        expect(follows).to_contain_text("Winter")
        expect(follows).to_contain_text("All walls so")
        # The lid by keyboard alone: it is reached, taken hold of, and its choices go by arrow keys.
        self.thing("roof-0").focus()
        page.keyboard.press("Enter")
        opens = self.choice("It opens")
        opens.focus()
        opens.press("h")
        expect(opens).to_have_value("hinged-side")
        page.get_by_role("button", name="Add a layer").press("Enter")
        self.of("Layer 2", "sheet metal", "1")
        expect(page.get_by_label("Layer 1, thick", exact=True)).to_have_value("20")
        self.kept()

        def right() -> bool:
            document = self.document("Bight")
            walls, roof = document["chambers"][0]["walls"], document["roof"]  # type: ignore[index]
            said = [[(each["material"], each["thickness_mm"]) for each in walls[wall]] for wall in ("sides", "ends")]
            layers = [(each["material"], each["thickness_mm"]) for each in roof["layers"]]  # type: ignore[index]
            return (
                said == [[("plywood", 12.0), ("xps", 50.0), ("softwood", 18.0)]] * 2
                and layers == [("softwood", 20.0), ("sheet metal", 1.0)]
                and roof["opens"] == "hinged-side"  # type: ignore[index]
            )

        self.eventually(right)
        page.get_by_role("navigation", name="Steps").get_by_role("link", name="Build", exact=True).click()
        expect(page.get_by_test_id("parts").locator("li", has_text="layer 2").first).to_be_visible()

    def test_a_side_by_side_hive_is_said_from_nothing(self) -> None:
        """One floor, ways with slides, vent boxes, 19 mm between the stacks; keys where a hand is on them anyway."""
        page = self.page
        self.begin("Side-by-side", "Prusik")
        self.thing("floor-0").click()
        self.choice("Floor").select_option("yes")
        for box, title in ((1, "Brood"), (2, "Right honey")):
            self.thing(f"inside-{box}").click()
            expect(page.locator("[data-group=chamber]")).to_contain_text(title)
            gap = page.get_by_label("Off the one before it")
            gap.fill("19")
            gap.press("Enter")
            expect(gap).to_have_value("19")
        # One by the keyboard, on the chamber on the bench; the others dragged to where they stand.
        page.get_by_role("button", name=re.compile("^Vent box on")).press("Enter")
        expect(page.locator('[data-thing="super-3"]')).to_have_count(1)
        for number, box in ((4, 0), (5, 1)):
            page.get_by_role("button", name=re.compile("^Vent box on")).drag_to(self.thing(f"inside-{box}"))
            expect(page.locator(f'[data-thing="super-{number}"]')).to_have_count(1)
        # It drops only where it can stand.
        page.get_by_role("button", name=re.compile("^Vent box on")).drag_to(self.thing("stand-0"))
        expect(page.locator('[data-thing="super-6"]')).to_have_count(0)
        for way in (0, 1):
            self.thing(f"passage-{way}").focus()
            page.keyboard.press("Enter")
            expect(page.locator(f"[data-group=passage-{way}]")).to_be_visible()
            slide = self.choice("Slide")
            slide.select_option("open")
            expect(slide).to_have_value("open")
        self.kept()

        def right() -> bool:
            document: Any = self.document("Prusik")
            places = [each["place"]["x_mm"] for each in document["chambers"]]
            holds = [each["holds"] for each in document["supers"]]
            slides = [each["slide"] for each in document["passages"]]
            apart = [round(b - a, 2) for a, b in pairwise(places)]
            return (
                bool(document["common_floor"])
                and holds.count("vents") == 3
                and slides == ["open"] * 2
                and apart == [437.65, 437.65]
            )

        self.eventually(right)
        steps = page.get_by_role("navigation", name="Steps")
        steps.get_by_role("link", name="Build", exact=True).click()
        expect(page.get_by_test_id("parts").locator("li", has_text="Common floor").first).to_be_visible()
        expect(page.get_by_test_id("parts").locator("li", has_text="Slide, ").first).to_be_visible()
        steps.get_by_role("link", name="Season", exact=True).click()
        rooms = page.locator("[data-table=rooms]")
        expect(rooms).to_contain_text("honey")
        # The slide is pushed in: what lies behind it is no room for bees.
        steps.get_by_role("link", name="Shape", exact=True).click()
        page.get_by_role("button", name="Whole", exact=True).click()
        self.thing("passage-0").click()
        self.choice("Slide").select_option("shut")
        expect(page.get_by_role("region", name="What follows")).to_contain_text("Season")

    def test_layers_change_places_and_the_outside_is_held(self) -> None:
        page = self.page
        self.begin("Two-chamber long hive", "Sheet Bend")
        self.thing("sides-0").click()
        page.get_by_role("button", name="Add a layer").click()
        self.of("Layer 2", "cork", "30")
        page.get_by_role("button", name="Layer 2: inward").click()
        expect(self.choice("Layer 1")).to_have_value("cork")
        outside = page.get_by_label("Outside, along the hive")
        outside.fill("600")
        outside.press("Enter")
        expect(self.choice("When walls change")).to_have_value("yes")
        page.get_by_label("Layer 1, thick", exact=True).fill("50")
        page.get_by_label("Layer 1, thick", exact=True).press("Enter")
        expect(outside).to_have_value("600")
        for _ in range(2):
            page.get_by_role("button", name="Undo").click()
        expect(self.choice("When walls change")).to_have_value("no")

    def test_supers_covers_and_ways_are_put_on_and_taken_off(self) -> None:
        page = self.page
        self.begin("Side-by-side", "Cat’s Paw")
        self.thing("super-1").click()
        page.get_by_role("button", name="Take it off").click()
        expect(page.locator('[data-thing="super-2"]')).to_have_count(0)
        page.get_by_role("button", name="Super on brood").click()
        expect(page.locator('[data-thing="super-2"]')).to_have_count(1)
        page.get_by_role("button", name="Cover board").click()
        self.thing("covers-0").click()
        field = page.get_by_label("Cover 1, thick", exact=True)
        field.fill("18")
        field.press("Enter")
        self.kept()

        def thick() -> bool:
            covers: Any = self.document("Cat’s Paw")["covers"]
            return [each["thickness_mm"] for each in covers] == [18.0]

        self.eventually(thick)
        self.thing("passage-0").click()
        page.get_by_role("button", name="Close it for good").click()
        # What a missing way means is said: bees next door find no way out.
        page.get_by_role("tab", name="Read").click()
        expect(self.finding("no-way-out")).to_be_visible()

    def test_a_chamber_is_set_beside_another_and_taken_away_from_under_the_bench(self) -> None:
        page = self.page
        self.begin("Straight-side top bar hive", "Half Hitch")
        self.thing("inside-0").click()
        page.get_by_role("button", name="Another beside it").click()
        self.thing("inside-1").click()
        expect(page.get_by_label("Off the one before it")).to_have_value("0")
        page.get_by_role("button", name="Take it away").click()
        expect(page.locator('[data-thing="inside-1"]')).to_have_count(0)
        # The bench has gone back to the chamber that is left, and goes on from there.
        self.thing("inside-0").click()
        field = page.get_by_label("Inside length")
        field.fill("1100")
        field.press("Enter")
        self.kept()
        expect(page.get_by_test_id("trouble")).to_be_empty()

        def longer() -> bool:
            chambers: Any = self.document("Half Hitch")["chambers"]
            return [each["length_mm"] for each in chambers] == [1100.0]

        self.eventually(longer)
