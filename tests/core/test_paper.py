"""Printed documents, read by an independent reader: letters, paper, names, bookmarks, numbers, keys."""

from __future__ import annotations

import io
import re
from collections.abc import Callable, Iterator
from importlib.resources import files
from typing import Any
from unittest import TestCase

from fontTools.ttLib import TTFont
from pypdf import PdfReader

from sabaka_core import Hive, load_hive
from sabaka_core.document.building import Building
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.letters import runs, width
from sabaka_core.paper.moving_page import moving_page
from sabaka_core.paper.season_card import season_card
from sabaka_core.paper.sheet import Sheet
from sabaka_core.paper.templates import templates
from sabaka_core.paper.winter_card import winter_card
from tests.core.support import EXAMPLES

PAPERS: dict[str, Callable[[Hive], bytes]] = {
    "season": season_card,
    "winter": winter_card,
    "moving in": moving_page,
    "building": booklet,
    "templates at full size": templates,
}
# Letters beyond a to z of the alphabets that Europe's keepers write their hives' names in, from memory.
ALPHABETS = {
    "Albanian": "ÇçËë",
    "Basque and Spanish": "ÁáÉéÍíÑñÓóÚúÜü",
    "Bulgarian": "БГДЖЗИЙЛПУФЦЧШЩЪЬЮЯбгджзийлпуфцчшщъьюя",
    "Catalan": "ÀàÇçÈèÉéÍíÏïÒòÓóÚúÜü·",
    "Croatian": "ČčĆćĐđŠšŽž",
    "Czech": "ÁáČčĎďÉéĚěÍíŇňÓóŘřŠšŤťÚúŮůÝýŽž",
    "Danish": "ÆæØøÅå",
    "Estonian": "ÄäÕõÖöÜüŠšŽž",
    "Finnish": "ÄäÖöÅå",
    "French": "ÀàÂâÆæÇçÈèÉéÊêËëÎîÏïÔôŒœÙùÛûÜüŸÿ",
    "German": "ÄäÖöÜüẞß",
    "Greek": "ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩαβγδεζηθικλμνξοπρσςτυφχψωάέήίόύώϊϋΐΰ",
    "Hungarian": "ÁáÉéÍíÓóÖöŐőÚúÜüŰű",
    "Icelandic": "ÁáÐðÉéÍíÓóÚúÝýÞþÆæÖö",
    "Irish": "ÁáÉéÍíÓóÚú",
    "Italian": "ÀàÈèÉéÌìÒòÙù",
    "Latvian": "ĀāČčĒēĢģĪīĶķĻļŅņŠšŪūŽž",
    "Lithuanian": "ĄąČčĘęĖėĮįŠšŲųŪūŽž",
    "Macedonian": "ЃѓЅѕЈјЉљЊњЌќЏџ",
    "Maltese": "ĊċĠġĦħŻż",
    "Norwegian": "ÆæØøÅå",
    "Polish": "ĄąĆćĘęŁłŃńÓóŚśŹźŻż",
    "Portuguese": "ÃãÁáÂâÀàÇçÉéÊêÍíÓóÔôÕõÚú",
    "Romanian": "ĂăÂâÎîȘșȚț",
    "Russian": "АБВГДЕЁЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдеёжзийклмнопрстуфхцчшщъыьэюя",
    "Serbian": "ЂђЈјЉљЊњЋћЏџ",
    "Slovak": "ÁáÄäČčĎďÉéÍíĹĺĽľŇňÓóÔôŔŕŠšŤťÚúÝýŽž",
    "Slovene": "ČčŠšŽž",
    "Swedish": "ÅåÄäÖö",
    "Turkish": "ÇçĞğIıİiÖöŞşÜü",
    "Ukrainian": "ҐґЄєІіЇї",
    "Welsh": "ÂâÊêÎîÔôÛûŴŵŶŷ",
}


def opened(example: str, **changes: Any) -> Hive:
    return load_hive((EXAMPLES / f"{example}.json").read_bytes()).model_copy(update=changes)


def read(paper: bytes) -> PdfReader:
    return PdfReader(io.BytesIO(paper))


def words_of(reader: PdfReader) -> str:
    return " ".join(" ".join(page.extract_text() for page in reader.pages).split())


def fonts_of(reader: PdfReader) -> Iterator[tuple[str, Any]]:
    for page in reader.pages:
        for name, font in page["/Resources"]["/Font"].items():
            yield name, font.get_object()


class Letters(TestCase):
    """Independent reader."""

    def test_33_every_face_is_embedded(self) -> None:
        for what, paper in PAPERS.items():
            used = set()
            for _, font in fonts_of(read(paper(opened("bowline")))):
                used.add(str(font["/BaseFont"]))
                self.assertIn("/FontFile2", font["/FontDescriptor"].get_object(), what)
            self.assertTrue(used and all("archivo" in name or "piazzolla" in name for name in used), used)

    def test_33_names_in_every_european_alphabet_are_read_back(self) -> None:
        for tongue, letters in ALPHABETS.items():
            with self.subTest(tongue):
                for family in ("archivo", "piazzolla"):
                    for bold in (False, True):
                        lacking = [run.letters for run in runs(letters, family, bold) if not run.face]
                        self.assertEqual(lacking, [])
                reader = read(season_card(opened("bowline", name=letters[:60])))
                # Between two faces the reader guesses at spaces.
                said = words_of(reader).replace(" ", "")
                self.assertTrue(said.startswith(letters[:60]), said[:80])

    def test_33_a_letter_that_one_face_lacks_is_set_in_the_other(self) -> None:
        """Archivo has no Greek and no Cyrillic; Piazzolla has both."""
        faces = [run.face for run in runs("Bowline Ψω Жж", "archivo", False)]
        self.assertTrue(faces[0].startswith("archivo"))
        self.assertTrue(all(face.startswith("piazzolla") for face in faces[1:]), faces)

    def test_33_what_none_has_is_a_box_and_never_a_question_mark(self) -> None:
        """Independent reader: the font library, for the outline that stands for a letter no face has."""
        odd = runs("Knot 中文")
        self.assertEqual([(run.letters, run.lacking) for run in odd], [("Knot ", False), ("中文", True)])
        box = files("sabaka_core") / "data" / "fonts" / f"{odd[-1].face}.ttf"
        self.assertGreater(TTFont(str(box))["glyf"][".notdef"].numberOfContours, 0)
        said = words_of(read(winter_card(opened("bowline", name="Knot 中文"))))
        self.assertNotIn("?", said)
        # Two boxes in the head and two in the foot.
        self.assertEqual(said.count("\0"), 4)
        self.assertGreater(width("中", 10.0), 0)

    def test_words_wider_than_the_page_are_broken_and_stay_on_it(self) -> None:
        sheet = Sheet(opened("bowline"), "words")
        long = "Donaudampfschifffahrtsgesellschaft" * 8
        sheet.paragraph("A label that is longer than its room", f"Bees leave open what a bee passes. {long} " * 30)
        reader = read(sheet.save())
        self.assertGreater(len(reader.pages), 1)
        said = re.sub(r"Sabaka\.\S*?page\dof\d", "", "".join(words_of(reader).split()))
        self.assertEqual(said.count(long), 30)
        ends: list[float] = []
        for page in reader.pages:
            page.extract_text(
                visitor_text=lambda words, _cm, matrix, _font, size: ends.append(
                    matrix[4] + width(words.strip(), size or 0.0)
                )
            )
        self.assertLessEqual(max(ends), sheet.size[0])


class Documents(TestCase):
    """Independent reader."""

    def test_33_the_paper_is_the_keepers(self) -> None:
        for sheet, wide in (("a4", 595.3), ("letter", 612.0)):
            design = opened("bowline", building=Building(sheet=sheet))
            for what, paper in PAPERS.items():
                for page in read(paper(design)).pages:
                    self.assertAlmostEqual(float(page.mediabox.width), wide, delta=0.5, msg=what)

    def test_33_title_language_bookmarks_and_page_numbers_with_the_hives_name(self) -> None:
        for what, paper in PAPERS.items():
            with self.subTest(what):
                reader = read(paper(opened("two-chamber")))
                name = opened("two-chamber").name
                assert reader.metadata is not None
                self.assertEqual(reader.metadata.title, f"{name}: {what}")
                self.assertEqual(reader.trailer["/Root"]["/Lang"], "en")
                self.assertTrue(reader.outline)
                for number, page in enumerate(reader.pages, 1):
                    said = " ".join(page.extract_text().split())
                    self.assertIn(f"{name}: {what}, page {number} of {len(reader.pages)}", said)

    def test_33_bookmarks_lead_to_the_pages_of_their_headings(self) -> None:
        reader = read(booklet(opened("bowline")))

        def flat(entries: list[Any]) -> Iterator[Any]:
            for entry in entries:
                if isinstance(entry, list):
                    yield from flat(entry)
                else:
                    yield entry

        marks = {entry.title: reader.get_destination_page_number(entry) for entry in flat(reader.outline)}
        for heading in ("Parts", "Cut plan", "Step by step", "Run card"):
            page = marks[heading]
            assert page is not None
            self.assertIn(heading, reader.pages[page].extract_text())

    def test_33_the_winters_key_names_its_tints(self) -> None:
        said = words_of(read(winter_card(opened("bowline"))))
        self.assertIn("of the heat", said)
        for name in ("brood", "honey"):
            self.assertIn(name, said)

    def test_33_season_and_run_cards_name_brood_and_honey_combs_and_key_their_greys(self) -> None:
        """Hand, from the example: brood on 3 to 9, pollen on 2 and 10, nectar 11 and 12, honey 13 to 18, 1 and
        19 empty."""
        for paper in (season_card, booklet):
            said = words_of(read(paper(opened("bowline"))))
            self.assertIn(
                "Brood on 3 to 9; pollen on 2, 10; nectar on 11 and 12; honey on 13 to 18; empty on 1, 19.", said
            )
            for name in ("brood", "pollen", "nectar", "honey", "empty comb", "follower", "open room"):
                self.assertIn(name, said)

    def test_33_they_cover_every_chamber(self) -> None:
        for name in ("side-by-side", "two-chamber", "rear-access", "stacked-long"):
            design = opened(name)
            for paper in (season_card, booklet):
                said = words_of(read(paper(design)))
                for chamber in design.chambers:
                    with self.subTest(name, chamber=chamber.id):
                        self.assertIn(chamber.id.replace("-", " ").capitalize(), said)

    def test_33_they_say_when_the_design_has_errors(self) -> None:
        """Granny has six; bowline none."""
        for what, paper in PAPERS.items():
            if what != "templates at full size":
                with self.subTest(what):
                    self.assertIn("The design has 6 errors", words_of(read(paper(opened("granny")))))
                    self.assertNotIn("errors", words_of(read(paper(opened("bowline")))))
