"""Whatever is asked of the one door for changes ends in a design or in a reason."""

from __future__ import annotations

import contextlib
from collections.abc import Iterator
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from sabaka_core import SabakaError, build_report
from tests.core.support import example, hive
from tests.core.test_edits import do


def pointers(value: Any, here: str = "") -> Iterator[str]:
    """Every JSON pointer of a document."""
    if here:
        yield here
    children = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, child in children:
        yield from pointers(child, f"{here}/{key}")


TEXTS = st.sampled_from(
    ["0", "-1", "1/0", "", "12", "900", "1e9", "yes", "open", "deep", "far-end", "14 5/16 in", "🐝", "{x}"]
)
PATHS = st.sampled_from(sorted(set(pointers(example("granny")))))
ITEM = st.sampled_from([*(f"comb-{n}" for n in range(1, 20)), "follower-1", "gap-1", "gap-2"])
WISHES: st.SearchStrategy[dict[str, Any]] = st.one_of(
    st.fixed_dictionaries({"do": st.just("set"), "path": PATHS, "text": TEXTS, "units": st.sampled_from(["mm", "in"])}),
    st.fixed_dictionaries(
        {
            "do": st.just("drop"),
            "handle": st.sampled_from(
                ["section-top", "section-floor", "section-height", "follower-near", "follower-far"]
            ),
            "x_mm": st.floats(-2000, 2000),
            "y_mm": st.floats(-2000, 2000),
            "snap": st.booleans(),
        }
    ),
    st.fixed_dictionaries({"do": st.just("remove-item"), "item": ITEM}),
    st.fixed_dictionaries({"do": st.just("swap-items"), "item": ITEM, "other": ITEM}),
    st.fixed_dictionaries(
        {"do": st.sampled_from(["add-follower", "remove-follower"]), "side": st.sampled_from(["near", "far"])}
    ),
    st.fixed_dictionaries({"do": st.just("add-entrance"), "kind": st.sampled_from(["hole", "slot", "disc"])}),
    st.fixed_dictionaries(
        {
            "do": st.just("patch"),
            "patch": st.lists(
                st.fixed_dictionaries(
                    {"op": st.sampled_from(["add", "remove", "replace", "move", "test", "x"]), "path": PATHS},
                    optional={"value": st.sampled_from([None, 1, "a", [], {}]), "from": PATHS},
                ),
                max_size=3,
            ),
        }
    ),
)


class Anything(TestCase):
    """Property."""

    @settings(max_examples=60)
    @given(st.sampled_from(["granny", "bowline"]), st.lists(WISHES, min_size=1, max_size=4))
    def test_whatever_is_asked_ends_in_a_design_or_a_reason(self, name: str, wishes: list[dict[str, Any]]) -> None:
        """Property: an edit gives a valid design with a whole report, or an error made for keepers."""
        design = hive(example(name))
        for wish in wishes:
            with contextlib.suppress(SabakaError):
                changed = do(design, **wish)
                build_report(changed)
                design = changed
