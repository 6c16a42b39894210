"""What a saved design holds that lies beyond what Sabaka works with: it opens, is shown as the nearest, and says so."""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Quantity, Text, count, mm, text
from sabaka_core.base.sources import COMMON
from sabaka_core.document.hive import Hive
from sabaka_core.edits.closing import with_chamber
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import BEYOND, Draft, Proposal, hive_rule, on
from sabaka_core.hive.reach import Beyond, size_rows, within_reach
from sabaka_core.hive.whole import Whole

_SECTION = re.compile(r"/chambers/(\d+)/section(/.*)?")
_CHAMBER = re.compile(r"/chambers/(\d+)/")


@hive_rule(BEYOND, "shape")
def beyond_reach(hive: Whole) -> Iterator[Draft]:
    """A size, a count or a name is beyond what Sabaka works with."""
    for each in hive.beyond:
        box = _CHAMBER.match(each.path)
        yield Draft(
            code=BEYOND,
            subject=each.path,
            severity="error",
            box=int(box[1]) if box else 0,
            text=_words(each),
            why=f"{each.reason} Nothing of the design was changed: it is shown as if the nearest possible stood there.",
            place=on("section", 0.0, 0.0),
            number=_number(each),
            limit=_limit(each),
            source=COMMON,
            path=each.path,
            proposals=partial(_mends, hive.given, each),
        )


def _words(each: Beyond) -> Text:
    if each.row == "text":
        return text("A name holds characters that can’t be shown.")
    row = size_rows()[each.row]
    return text(f"{row.what} is {{value}}: nothing is built like that.", value=_number(each))


def _number(each: Beyond) -> Quantity:
    if each.row == "text":
        return count(1)
    return mm(each.value) if size_rows()[each.row].unit == "mm" else count(each.value)


def _limit(each: Beyond) -> Text:
    if each.row == "text":
        return text("one line of plain text")
    row = size_rows()[each.row]
    unit = mm if row.unit == "mm" else count
    return text("{least} to {greatest}", least=unit(row.span[0]), greatest=unit(row.span[1]))


def _mends(hive: Hive, each: Beyond) -> Iterator[Proposal]:
    section = _SECTION.fullmatch(each.path)
    if section is not None:
        yield Proposal(text("Take the nearest shape that can be"), partial(_nearest_section, hive, int(section[1])))
    elif each.row == "text":
        yield Proposal(text("Leave those characters out"), partial(replace_value, hive, each.path, each.taken))
    elif not each.row.endswith("-in-all"):
        unit = mm if size_rows()[each.row].unit == "mm" else count
        label = text("Make it {size}", size=unit(each.taken))
        yield Proposal(label, partial(replace_value, hive, each.path, each.taken))


def _nearest_section(hive: Hive, box: int) -> Hive:
    near = within_reach(hive).chambers[box].section
    return with_chamber(hive, box, hive.chambers[box].model_copy(update={"section": near}))
