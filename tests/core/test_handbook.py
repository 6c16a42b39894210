"""The handbook says what the tables, forms and rules say; a word of the trade has one meaning."""

from __future__ import annotations

import json
import re
import tomllib
from datetime import date, timedelta
from unittest import TestCase

from sabaka_core import load_hive
from sabaka_core.findings.registry import RULES
from sabaka_core.show.handbook import VALUES, changes, numbers_of, pages, words
from tests.core.support import EXAMPLES, ROOT

DATA = ROOT / "sabaka_core" / "data"
HANDBOOK = ROOT / "web" / "src" / "features" / "handbook"
# Words that everybody says in other senses would be underlined where they don't mean the hive.
EVERYDAYS = {"rest", "stand", "stands", "reach", "bar", "bars", "board", "boards", "box", "lid", "room", "bee", "bees"}


class Words(TestCase):
    """Property."""

    def test_a_form_belongs_to_one_word(self) -> None:
        forms = [form.lower() for word in words().values() for form in (word.name, *word.also)]
        self.assertEqual(sorted(forms), sorted(set(forms)))
        self.assertFalse(set(forms) & EVERYDAYS)
        self.assertGreater(len(words()), 75)

    def test_a_meaning_is_a_sentence_or_two(self) -> None:
        for key, word in words().items():
            with self.subTest(key):
                self.assertRegex(word.says, r"^[A-ZÄÖÜ].*\.$")
                self.assertLessEqual(len(word.says), 180)
                # Nothing is explained by itself.
                self.assertNotRegex(word.says.lower(), rf"^an? {re.escape(word.name.lower())}\b")

    def test_the_screen_looks_for_the_longest_first(self) -> None:
        forms = [form for form, _ in json.loads((HANDBOOK / "words.generated.json").read_text("utf-8"))["forms"]]
        for at, form in enumerate(forms):
            for later in forms[at + 1 :]:
                self.assertFalse(later.startswith(f"{form} "), (form, later))


class Pages(TestCase):
    """Independent reader: tomllib and the forms of the page as it ships."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.pages = {page["id"]: page for page in json.loads((HANDBOOK / "handbook.generated.json").read_text("utf-8"))}

    def test_each_value_of_the_tables_stands_in_it_with_its_mark_and_reason(self) -> None:
        shown = {tuple(row) for part in self.pages["values"]["parts"] for row in part["rows"]}
        told = " ".join(" ".join(row) for row in shown)
        for name in VALUES:
            for key, row in tomllib.loads((DATA / f"{name}.toml").read_text("utf-8")).items():
                with self.subTest(f"{name}/{key}"):
                    self.assertIn(row["why"], told)
                    self.assertTrue(any(row["why"] in each and row["mark"] in " ".join(each) for each in shown))
                    limits = [str(row[side]).removesuffix(".0") for side in ("value", "low", "high") if side in row]
                    numbers = {
                        word for each in shown if row["why"] in each for word in re.findall(r"−?[\d.]+", each[1])
                    }
                    # Four figures are shown.
                    self.assertTrue(all(any(_near(limit, number) for number in numbers) for limit in limits), limits)

    def test_each_rule_and_each_school_stands_in_it(self) -> None:
        said = {words for part in self.pages["looked-at"]["parts"] for words in part["words"]}
        self.assertEqual(said, {rule.says for rule in RULES.values()})
        titles = " ".join(part["title"] for part in self.pages["schools"]["parts"])
        for school in ("Brood comb spacing", "Walls", "Guide", "Nest lies"):
            self.assertIn(school, titles)

    def test_the_numbers_of_a_hive_are_in_it(self) -> None:
        hive = load_hive((EXAMPLES / "bowline.json").read_bytes())
        numbers = numbers_of([hive])
        page = {row[0] for part in self.pages["numbers"]["parts"] for row in part["rows"]}
        self.assertFalse({metric.label for metrics in numbers.values() for metric in metrics.values()} - page)
        self.assertEqual({page.id for page in pages([hive], numbers)}, set(self.pages))


class News(TestCase):
    """House."""

    def test_the_newest_first_and_none_from_tomorrow(self) -> None:
        days = [change.day for change in changes()]
        self.assertEqual(days, sorted(days, reverse=True))
        for day in days:
            self.assertLessEqual(date.fromisoformat(day), date.today() + timedelta(days=1))


def _near(wanted: str, shown: str) -> bool:
    try:
        return abs(float(wanted) - float(shown.replace("−", "-"))) <= 5e-4 * abs(float(wanted))
    except ValueError:
        return False
