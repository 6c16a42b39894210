"""Every key number of every example, as it was when it was last looked through: a change shows itself here.

``python -m tests.core.test_numbers_kept`` writes tests/fixtures/numbers.json anew; read what changed first.
"""

from __future__ import annotations

import json
from unittest import TestCase

from sabaka_core import load_hive
from sabaka_core.document import Hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.show.study import STUDIES, chapter
from tests.core.support import EXAMPLES, ROOT

KEPT = ROOT / "tests" / "fixtures" / "numbers.json"
NAMES = sorted(file.stem for file in EXAMPLES.glob("*.json"))


def numbers_of(design: Hive) -> dict[str, float]:
    """Every number of every study, by its key."""
    context, asked = Context(design), Asked(parts=("metrics",))
    said = [chapter(context, study, asked) for study in STUDIES]
    return {key: metric.value for each in said for key, metric in each.metrics.items()}


def every_number() -> dict[str, dict[str, float]]:
    return {name: numbers_of(load_hive((EXAMPLES / f"{name}.json").read_bytes())) for name in NAMES}


class Numbers(TestCase):
    """Regression."""

    def test_every_number_of_every_example_is_what_it_was(self) -> None:
        """Regression: to a millionth."""
        kept = json.loads(KEPT.read_text("utf-8"))
        self.assertEqual(set(kept), set(NAMES))
        for name, numbers in every_number().items():
            self.assertEqual(set(numbers), set(kept[name]), name)
            for key, value in numbers.items():
                with self.subTest(name, key=key):
                    self.assertAlmostEqual(value, kept[name][key], delta=1e-6 * max(1.0, abs(value)))


if __name__ == "__main__":
    KEPT.write_text(json.dumps(every_number(), indent=1, ensure_ascii=False) + "\n", "utf-8")
