"""What the hive has against each pest, what it lacks, and what each costs."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import text
from sabaka_core.hive.pests import PEST_WORDS, measures, stands
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.chapter import Line, Table
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.show.forms.fields import choice

_HAS = {True: "it has", False: "it lacks", None: "means nothing here"}


def pests_table(hive: Whole) -> Table:
    """A line for each measure against each pest."""
    return Table(key="pests", title="Against pests", columns=("Against pests",), lines=tuple(_lines(hive)))


def _lines(hive: Whole) -> Iterator[Line]:
    said = hive.hive.choices.pests
    for key, row in measures().items():
        found = stands(hive, key)
        # What isn't said to trouble here is told without a verdict.
        good = found if getattr(said, row.pest) else None
        words = text(f"{PEST_WORDS[row.pest]}: {row.what[:1].lower()}{row.what[1:]} — {_HAS[found]}")
        yield Line(key=key, rules=(f"against-{row.pest}",), cells=(words,), why=row.costs, good=good)


def pests_form(hive: Whole) -> FieldGroup:
    """Which pests trouble the keeper, and how sunny the hive stands."""
    said = hive.hive.choices.pests
    siting = choice(
        "/choices/siting",
        "Stands in",
        hive.hive.choices.siting,
        ("not-said", "not said", ""),
        ("sun", "full sun", "Fewer mites, some find; comb softens under a thin top."),
        ("half-shade", "shade after noon", "Sun till noon: most keepers' choice."),
        ("shade", "shade", "Comb holds; damp stays, and some find more mites."),
    )
    fields = [
        choice(
            f"/choices/pests/{pest}",
            words,
            "yes" if getattr(said, pest) else "no",
            ("no", "no trouble here", ""),
            ("yes", "trouble me here", "What the hive lacks is among the findings, with what would mend it."),
        )
        for pest, words in PEST_WORDS.items()
    ]
    return FieldGroup(id="pests", title="Pests that trouble you", fields=(siting, *fields))
