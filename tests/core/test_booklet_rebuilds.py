"""Somebody who has nothing but the booklet's words rebuilds the inside of every system's box."""

from __future__ import annotations

import io
import re
from dataclasses import dataclass
from itertools import accumulate
from math import cos, radians
from unittest import TestCase

from pypdf import PdfReader

from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import load_hive
from sabaka_core.document.sections import CircleSection, TrapezoidSection
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.paper.booklet import booklet
from tests.core.support import EXAMPLES

NUMBER = r"([\d.]+)"
ROW = re.compile(rf"\d+ (\d+) × ((?:(?! × ).)+?) {NUMBER} × {NUMBER} × {NUMBER} mm ")
TEMPLATE = re.compile(rf"Saw to the template: {NUMBER} mm at the top, {NUMBER} mm at the foot, {NUMBER} mm high")
REBATE = re.compile(rf"Rebate(?: for the bars)?: {NUMBER} mm wide, {NUMBER} mm deep, along the top inside edge")
HOLE = re.compile(
    rf"entrance \d+: {NUMBER} mm(?: × {NUMBER} mm)?, (?:in the middle|on the mark down its face|{NUMBER} mm from the "
    r"(near end|middle, towards the (?:left|right) side|mark down its face, towards the (?:near|far) end)), "
    rf"{NUMBER} mm up(?: outside, {NUMBER} mm inside)?"
)


@dataclass(frozen=True)
class Row:
    """A line of the booklet's parts list."""

    name: str
    long: float
    wide: float
    thick: float


class Booklet:
    """What the words of a booklet say; nothing of the design is known here."""

    def __init__(self, pdf: bytes) -> None:
        pages = [page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages]
        self.words = " ".join(" ".join(pages).split())
        listed = self.words.split(" Parts Part ")[1].split("Shopping list")[0]
        self.rows = [Row(m[2], *map(float, m.groups()[2:])) for m in ROW.finditer(listed + " ")]

    def of(self, box: str, name: str) -> list[Row]:
        """Rows of one chamber that begin so: of its inner layer, box by box."""
        found = []
        for row in self.rows:
            words = row.name.removeprefix(f"{box}: ") if box else row.name
            if box and words == row.name:
                continue
            if ", layer" in words or ": " in words:
                continue
            if re.match(rf"(Box \d+, )?{name}\b(?!.*(cladding|rail|post|batten))", words, re.IGNORECASE):
                found.append(row)
        return found

    def sheet(self, name: str) -> str:
        """The words of a part's sheet, from its head to the next part's sizes."""
        return next((s for s in self.words.split(" Sizes ") if re.search(rf"\d+ {re.escape(name)} \d+ piece", s)), "")

    def after(self, name: str) -> str:
        """What stands under a part's drawing: its sizes and its work."""
        parts = self.words.split(" Sizes ")
        index = next((i for i, s in enumerate(parts) if re.search(rf"\d+ {re.escape(name)} \d+ piece", s)), -1)
        return parts[index + 1] if 0 <= index < len(parts) - 1 else ""


class Rebuilt(TestCase):
    """Independent reader: pypdf; the words alone give section, length, rests and holes within a millimetre."""

    def test_each_of_the_eleven_systems(self) -> None:
        seen = set()
        for path in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(path.read_bytes())
            seen.add(design.system)
            read = Booklet(booklet(design))
            for chamber in design.chambers:
                box = chamber.id.replace("-", " ") if len(design.chambers) > 1 else ""
                with self.subTest(path.stem, chamber=chamber.id):
                    if isinstance(chamber.section, CircleSection):
                        self.a_log(read, chamber.length_mm, chamber.section)
                        continue
                    sides, ends = read.of(box, "Side"), read.of(box, "End")
                    high, deep = self.height(read, ends), 0.0
                    for side in sides:
                        if found := REBATE.search(read.after(side.name)):
                            wide, deep = float(found[1]), float(found[2])
                            self.assertAlmostEqual(deep, chamber.rest.depth_mm, delta=1.0)
                            least = min(chamber.rest.width_mm, side.thick - 2.0)
                            self.assertGreaterEqual(wide, least - 5.0)
                            self.assertLessEqual(wide, chamber.rest.width_mm + 1.0)
                    housed = "Rebate for the bars" in " ".join(read.after(side.name) for side in sides)
                    profile = profile_of(chamber.section)
                    raised = deep if housed else 0.0
                    self.assertAlmostEqual(high - raised, profile.height_mm, delta=1.0)
                    self.assertAlmostEqual(sides[0].long - 2 * ends[0].thick, chamber.length_mm, delta=1.0)
                    top, foot = self.widths(read, ends[0])
                    inside = foot + (top - foot) * (high - raised) / high
                    self.assertAlmostEqual(inside, profile.top_mm, delta=1.0)
                    self.assertAlmostEqual(foot, profile.floor_mm, delta=1.0)
            self.holes(read, design)
        self.assertEqual(len(seen), 11)

    def height(self, read: Booklet, ends: list[Row]) -> float:
        """Of all boxes of a stack together; two ends of one box count once."""
        boxes = {row.name.split(",")[0] if "Box" in row.name else "": row.wide for row in ends}
        return sum(boxes.values())

    def widths(self, read: Booklet, end: Row) -> tuple[float, float]:
        shaped = TEMPLATE.search(read.after(end.name))
        return (float(shaped[1]), float(shaped[2])) if shaped else (end.long, end.long)

    def a_log(self, read: Booklet, long: float, bore: CircleSection) -> None:
        said = re.search(rf"bore {NUMBER} mm at its top, {NUMBER} mm at its foot", read.words)
        assert said is not None
        self.assertAlmostEqual(float(said[1]), bore.diameter_mm, delta=1.0)
        self.assertAlmostEqual(float(said[2]), bore.far_diameter_mm or bore.diameter_mm, delta=1.0)
        log = next(row for row in read.rows if row.name == "Log, hollowed")
        floor = next(row for row in read.rows if row.name == "Floor")
        self.assertAlmostEqual(log.long - floor.thick, long, delta=1.0)

    def holes(self, read: Booklet, design: Hive) -> None:
        """Each entrance of the design is among the holes that are told: how wide, where along, how high inside."""
        told = [m.groups() for m in HOLE.finditer(read.words)]
        bevel = re.search(rf"bevel {NUMBER}°", read.words)
        sloped = isinstance(design.chambers[0].section, TrapezoidSection)
        lean = radians(float(bevel[1])) if bevel and sloped else 0.0
        framed = any(isinstance(kind, Frame) for kind in design.comb_types)
        boxes = {row.name.split(",")[0]: row.wide for row in read.rows if re.match(r"Box \d+, end", row.name)}
        # A hole counts from the lower edge of its own box.
        feet = [0.0, *accumulate(boxes[name] for name in sorted(boxes))]
        for chamber in design.chambers:
            first = chamber.walls.ends[0].thickness_mm
            for entrance in chamber.entrances:
                wide, high = entrance.size_mm
                upright = entrance.wall.endswith("end") or framed
                # A log's mark runs down the middle of its face.
                bore = chamber.section.diameter_mm / 2 if isinstance(chamber.section, CircleSection) else 0.0
                with self.subTest(design.name, entrance=entrance.at_mm):
                    self.assertTrue(
                        any(
                            abs(float(w) - wide) < 1
                            and abs(
                                float(along or 0) - abs(entrance.at_mm - bore) - (first if where == "near end" else 0)
                            )
                            < 1
                            and abs(
                                foot
                                + float(inner or up) * (1 if upright else cos(lean))
                                - high / 2
                                - entrance.height_mm
                            )
                            < 1
                            for w, _, along, where, up, inner in told
                            for foot in feet
                        ),
                        told,
                    )
