"""The yard book: entries that can't be, how a hive stands, plan against actual, what is due."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from sabaka_core import Hive, ParameterError
from sabaka_core.base.dates import ordinal
from sabaka_core.document.run import Comb, Follower, Gap
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.season.asked import year_in
from sabaka_core.yard.against import against, in_words, line_through, reach_mm, seen
from sabaka_core.yard.checks import Before, check_visit
from sabaka_core.yard.combs import comb_lives
from sabaka_core.yard.due import coming, due
from sabaka_core.yard.entered import entered
from sabaka_core.yard.plan import Sums, as_planned, book_plan
from sabaka_core.yard.queens import colour_of
from sabaka_core.yard.standing import combs_of, numbered, runs_of, standing
from sabaka_core.yard.visit import CombMark, Fed, HoneyTaken, RunSeen, Treated, Visit
from tests.core.support import opened

BUILT_ON, NOW = "2026-03-01", "2026-06-10T12:00"


def built(name: str = "sloped-top-bar") -> Hive:
    return numbered(opened(name))


def visit(hive: Hive, at: str = "2026-05-26T14:10", **says: Any) -> Visit:
    return Visit(at=at, found=says.pop("found", runs_of(hive)), **says)


def changed(run: RunSeen, **items: Any) -> RunSeen:
    """The run with some combs changed, by their numbers."""
    return run.model_copy(
        update={"items": tuple(i.model_copy(update=items[i.id]) if i.id in items else i for i in run.items)}
    )


class Standing(TestCase):
    """Property."""

    def test_every_comb_has_a_number_of_its_own(self) -> None:
        for name in ("sloped-top-bar", "two-chamber", "stacked-long", "rear-access"):
            hive = built(name)
            combs = [comb.id for run in runs_of(hive) for comb in run.combs]
            self.assertEqual(len(combs), len(set(combs)))
            self.assertNotIn("", combs)

    def test_a_hive_stands_as_the_last_visit_left_it(self) -> None:
        hive = built()
        (run,) = runs_of(hive)
        first = visit(hive, "2026-05-01T10:00", left=(changed(run, c1={"contents": "honey"}),))
        second = visit(hive, "2026-05-11T10:00", found=first.left)
        third = Visit(at="2026-05-12T10:00", notes="only from outside")
        stands = standing(hive, [first, second, third])
        self.assertEqual(runs_of(stands), first.left)
        self.assertEqual(standing(hive, []), hive)

    def test_one_chamber_left_as_it_was_found(self) -> None:
        hive = built("two-chamber")
        one, two = (run for run in runs_of(hive) if run.combs)
        left = changed(two, **{two.combs[0].id: {"contents": "honey"}})
        self.assertEqual(visit(hive, found=(one, two), left=(left,)).after, (one, left))


class Refused(TestCase):
    """Door: each slip at its own field."""

    def setUp(self) -> None:
        self.hive = built()
        (self.run,) = runs_of(self.hive)

    def refused(self, entry: Visit, now: str = NOW) -> list[tuple[str, str]]:
        try:
            check_visit(entry, Before(self.hive, BUILT_ON, self.hive, now))
        except ParameterError as error:
            return [(problem.field, problem.code) for problem in error.problems]
        return []

    def test_a_sound_visit_passes(self) -> None:
        self.assertEqual(self.refused(visit(self.hive, honey=(HoneyTaken(comb="c9", kg=1.4),))), [])

    def test_in_the_future_and_before_the_hive_was_built(self) -> None:
        self.assertEqual(self.refused(visit(self.hive, "2026-06-10T12:40")), [("at", "future-visit")])
        self.assertEqual(self.refused(visit(self.hive, "2026-06-10T12:10")), [])
        self.assertEqual(self.refused(visit(self.hive, "2026-02-28T12:10")), [("at", "before-built")])

    def test_a_comb_from_nowhere_may_be_put_in_but_not_found(self) -> None:
        comb = self.run.combs[0].model_copy(update={"id": "c99"})
        follower = next(i for i in self.run.items if isinstance(i, Follower) and i.side == "far")
        at = self.run.items.index(follower)
        gap = next(i for i in self.run.items if isinstance(i, Gap) and i.length_mm > 60)
        less = gap.model_copy(update={"length_mm": gap.length_mm - 38.0})
        items = [less if item is gap else item for item in self.run.items]
        more = self.run.model_copy(update={"items": (*items[:at], comb, *items[at:])})
        self.assertEqual(self.refused(visit(self.hive, found=(more,))), [("found/0/items", "comb-from-nowhere")])
        self.assertEqual(self.refused(visit(self.hive, left=(more,))), [])

    def test_a_follower_through_a_comb(self) -> None:
        gap = next(i for i in self.run.items if isinstance(i, Gap) and i.length_mm > 60)
        wide = gap.model_copy(update={"length_mm": gap.length_mm + 40.0})
        run = self.run.model_copy(update={"items": tuple(wide if i is gap else i for i in self.run.items)})
        self.assertEqual(self.refused(visit(self.hive, found=(run,))), [("found/0/items", "run-too-long")])

    def test_nine_hundred_kilograms_of_honey(self) -> None:
        with self.assertRaises(ValidationError):
            HoneyTaken(comb="c9", kg=900.0)
        self.assertEqual(
            self.refused(visit(self.hive, honey=(HoneyTaken(comb="c9", kg=9.0),))), [("honey/0/kg", "too-much-honey")]
        )
        self.assertEqual(
            self.refused(visit(self.hive, honey=(HoneyTaken(kg=190.0),))), [("honey/0/kg", "too-much-honey")]
        )

    def test_what_isnt_there(self) -> None:
        other = self.run.model_copy(update={"chamber": "attic"})
        strange = changed(self.run, c1={"type": "unheard-of"})
        self.assertEqual(self.refused(visit(self.hive, found=(other,))), [("found/0/chamber", "no-such-chamber")])
        self.assertEqual(self.refused(visit(self.hive, found=(strange,))), [("found/0/items", "no-such-type")])
        marked = visit(self.hive, marks=(CombMark(comb="c1"), CombMark(comb="c77")))
        self.assertEqual(self.refused(marked), [("marks/1/comb", "no-such-comb")])
        treated = visit(self.hive, treated=(Treated(what="strips", out_on="2026-05-01"),))
        self.assertEqual(self.refused(treated), [("treated/0/out_on", "before-visit")])

    def test_a_comb_twice_and_a_chamber_twice(self) -> None:
        twice = changed(self.run, c2={"id": "c1"})
        for found in ((twice,), (self.run, self.run)):
            with self.assertRaises(ValidationError):
                Visit(at=NOW, found=found)
        with self.assertRaises(ValidationError):
            Visit(at="2026-05-26 14:10")


class PlanAndActual(TestCase):
    """Hand checks."""

    def test_combs_are_counted_by_their_sides(self) -> None:
        """Two combs of brood, one of brood and honey, one of honey: two and a half, and one and a half."""
        hive = built()
        (run,) = runs_of(hive)
        empty = {comb.id: {"contents": "empty"} for comb in run.combs}
        said = empty | {"c1": {"contents": "brood"}, "c2": {"contents": "brood"}, "c3": {"contents": "brood"}}
        said["c4"] = {"contents": "honey"}
        sums = seen(hive, visit(hive, found=(changed(run, **said),), marks=(CombMark(comb="c3", away="honey"),)))
        self.assertEqual((sums.brood, sums.stores, sums.covered), (2.5, 1.5, None))

    def test_the_plan_held_against_itself_differs_in_nothing_to_speak_of(self) -> None:
        hive = built()
        plan = year_in(Context(hive))
        book = book_plan(plan)
        place, planned = book.place_of("2026-05-26"), book.on("2026-05-26")
        assert place is not None and planned is not None
        found = (RunSeen(chamber=hive.chambers[0].id, items=numbered_items(plan.standing(place).run.items)),)
        sums = seen(hive, visit(hive, found=found, covered=plan.days[place].need.covered))
        for each in against(sums, planned):
            assert each.by is not None
            self.assertAlmostEqual(each.by, 0.0, delta=1.6 if each.what != "follower_mm" else 0.1, msg=each.what)

    def test_where_the_nest_ends_is_where_its_last_comb_does(self) -> None:
        hive = built()
        layout = analyse(hive, 0).layout
        self.assertEqual(reach_mm(hive, runs_of(hive)), max(p.end_mm for p in layout.nest_combs))

    def test_in_another_year_the_days_of_the_plan_come_round_again(self) -> None:
        book = book_plan(year_in(Context(built())))
        self.assertEqual(book.on("2026-06-01"), book.on("2028-06-01"))
        self.assertNotEqual(book.on("2026-06-01"), book.on("2026-10-01"))
        self.assertEqual(book.on("2024-08-01"), book.on("2026-08-01"))
        short = book.model_copy(update={"days": book.days[:10]})
        self.assertIsNone(short.on("2026-08-01"))

    def test_said_in_words_by_combs(self) -> None:
        """A comb and a half is as planned; two less brood is less."""
        plan = Sums(covered=8.0, brood=6.0, stores=4.0, follower_mm=500.0)
        same = Sums(covered=6.5, brood=6.0, stores=5.5, follower_mm=700.0)
        less = Sums(covered=None, brood=4.0, stores=7.0, follower_mm=500.0)
        self.assertEqual(in_words(against(same, plan)), "as planned")
        self.assertEqual(in_words(against(less, plan)), "brood less than planned, stores more than planned")

    def test_the_rods_of_a_year_make_one_line(self) -> None:
        """500, 600 and 800 mm: a rod ends where the next begins, half way; at both ends it goes straight."""
        year = [Sums(covered=None, brood=None, stores=None, follower_mm=mm) for mm in (500.0, 600.0, 800.0)]
        lines = [line_through(year, at) for at in range(3)]
        self.assertEqual(lines, [(500.0, 500.0, 550.0), (550.0, 600.0, 700.0), (700.0, 800.0, 800.0)])
        self.assertIsNone(line_through([year[0], None], 0))

    def test_begun_as_planned_it_differs_from_the_plan_by_what_isnt_hung_yet(self) -> None:
        for name in ("sloped-top-bar", "long-shallow", "side-by-side"):
            hive = built(name)
            book = book_plan(year_in(Context(hive)))
            for day in ("2026-03-20", "2026-05-26", "2026-07-10"):
                run = as_planned(hive, book, day)
                place = book.place_of(day)
                assert run is not None and place is not None
                hung, planned = len([c for c in run.combs if c.contents != "empty"]), book.combs[place]
                with self.subTest(name, day=day):
                    self.assertLessEqual(hung, len(planned))
                    brood = sum(comb.contents == "brood" for comb in run.combs)
                    self.assertLessEqual(brood, planned.count("b"))
                    self.assertEqual(
                        [c.id for c in run.combs],
                        [c.id for r in runs_of(hive) for c in r.combs if r.chamber == run.chamber],
                    )

    def test_a_device_says_the_order_and_the_open_room_follows(self) -> None:
        """Two bars of 38 mm put in before the far follower: the room behind it is 76 mm less."""
        hive = built()
        (run,) = runs_of(hive)
        far = next(i for i in run.items if isinstance(i, Follower) and i.side == "far")
        at = run.items.index(far)
        more = tuple(run.combs[-1].model_copy(update={"id": f"c{n}"}) for n in (98, 99))
        entry = visit(hive, left=(run.model_copy(update={"items": (*run.items[:at], *more, *run.items[at:])}),))
        (left,) = entered(hive, entry).left
        before, after = (max(i.length_mm for i in r.items if isinstance(i, Gap)) for r in (run, left))
        self.assertAlmostEqual(before - after, 76.0, places=3)
        check_visit(entered(hive, entry), Before(hive, BUILT_ON, hive, NOW))

    def test_the_colours_of_queens(self) -> None:
        """The international code: 1 or 6 white, 2 or 7 yellow, 3 or 8 red, 4 or 9 green, 5 or 0 blue."""
        code = {1: "white", 6: "white", 2: "yellow", 7: "yellow", 3: "red", 8: "red", 4: "green", 9: "green"}
        code |= {5: "blue", 0: "blue"}
        for year in range(1990, 2060):
            self.assertEqual(colour_of(year), code[year % 10])


def numbered_items(items: tuple[Any, ...]) -> tuple[Any, ...]:
    return tuple(
        i.model_copy(update={"id": f"c{n}"}) if isinstance(i, Comb) else i for n, i in enumerate(items, start=1)
    )


class CombsByAge(TestCase):
    """Hand checks."""

    def test_a_comb_keeps_its_number_and_its_years_wherever_it_hangs(self) -> None:
        """Built on 1 March 2023; c2 is moved to the end and c90 put in on 1 June 2025; looked at on 1 June 2026."""
        hive = built()
        (run,) = runs_of(hive)
        brood = changed(run, c2={"contents": "brood"}, c3={"contents": "brood"})
        second = next(comb for comb in run.combs if comb.id == "c2")
        new = second.model_copy(update={"id": "c90", "contents": "empty"})
        at = run.items.index(run.combs[-1]) + 1
        items = [item for item in brood.items if getattr(item, "id", "") != "c2"]
        moved = brood.model_copy(update={"items": (*items[: at - 1], second, new, *items[at - 1 :])})
        visits = (
            visit(hive, "2024-06-01T10:00", found=(brood,)),
            visit(hive, "2025-06-01T10:00", found=(brood,), left=(moved,), honey=(HoneyTaken(comb="c9", kg=1.5),)),
            visit(hive, "2026-05-01T10:00", found=(moved,), honey=(HoneyTaken(comb="c9", kg=1.0),)),
        )
        lives = {life.comb: life for life in comb_lives(hive, "2023-03-01", visits, "2026-06-01")}
        self.assertEqual(set(lives), {comb.id for comb in moved.combs})
        self.assertEqual((lives["c2"].since, lives["c2"].brood, lives["c2"].seen), ("2023-03-01", 2, 3))
        # 1,188 days are 3.25 years.
        self.assertAlmostEqual(lives["c2"].years, 1188 / 365.25, places=2)
        self.assertTrue(lives["c2"].old)
        self.assertEqual((lives["c90"].since, lives["c90"].old), ("2025-06-01", False))
        self.assertEqual((lives["c9"].honey_kg, lives["c9"].old), (2.5, False))
        self.assertGreater(lives["c2"].number, lives["c3"].number)


class WhatIsDue(TestCase):
    """Trade checks: days counted on a calendar."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.plan = book_plan(year_in(Context(built())))

    def setUp(self) -> None:
        self.hive = built()
        (self.run,) = runs_of(self.hive)

    def words(self, *visits: Visit, today: str = "2026-05-27") -> dict[str, tuple[str, str]]:
        return {each.words: (each.day, each.last) for each in due(coming(visits, None), today)}

    def test_a_drone_comb_comes_out_before_day_24(self) -> None:
        """Put in on 26 May: capped brood is cut out between 16 and 18 June, and not on the 19th."""
        comb = self.run.combs[2]
        drone = comb.model_copy(update={"id": "c50", "role": "drone", "contents": "empty"})
        items = tuple(drone if item is comb else item for item in self.run.items)
        left = (self.run.model_copy(update={"items": items}),)
        put_in = visit(self.hive, left=left)
        words = "Drone comb out, then frozen for a day or two, comb c50"
        self.assertEqual(self.words(put_in)[words], ("2026-06-16", "2026-06-18"))
        still = visit(self.hive, "2026-06-05T10:00", found=left)
        self.assertIn(words, self.words(put_in, still))
        out = visit(self.hive, "2026-06-17T10:00", found=left, left=runs_of(self.hive))
        self.assertNotIn(words, self.words(put_in, out))
        (item,) = due(coming([put_in], None), "2026-06-19")
        self.assertTrue(item.is_overdue("2026-06-19"))
        self.assertFalse(item.is_overdue("2026-06-18"))

    def test_treatments_candy_cells_and_queens(self) -> None:
        treated = Treated(what="strips", out_on="2026-07-07", no_honey_until="2026-08-01")
        said = self.words(visit(self.hive, treated=(treated,), queen="not-seen", fed=(Fed(kind="candy", kg=0.1),)))
        put_in = self.words(visit(self.hive, queen="put-in"))
        self.assertEqual(said["Take strips out"], ("2026-07-07", "2026-07-07"))
        self.assertEqual(said["Honey may be taken again after strips"][0], "2026-08-01")
        caged = "Look whether the candy of the cage is eaten and the queen is out"
        self.assertEqual(put_in[caged], ("2026-05-27", "2026-05-28"))
        # Candy that is fed has no queen behind it.
        self.assertNotIn(caged, said)
        self.assertEqual(said["Look whether the feed is taken"], ("2026-05-31", "2026-06-02"))
        self.assertEqual(said["No queen was seen and no eggs: look for eggs"], ("2026-06-02", "2026-06-05"))
        cells = self.words(visit(self.hive, marks=(CombMark(comb="c4", queen_cells=3),)))
        self.assertEqual(cells["Queen cells were seen: look again"], ("2026-06-01", "2026-06-03"))
        later = visit(self.hive, "2026-06-02T10:00", queen="eggs")
        self.assertNotIn(
            "No queen was seen and no eggs: look for eggs", self.words(visit(self.hive, queen="not-seen"), later)
        )

    @given(st.dates(date(2026, 3, 10), date(2027, 12, 1)))
    def test_the_plans_steps_since_the_last_visit_and_no_older_ones(self, today: date) -> None:
        plan, last = self.plan, today - timedelta(days=12)
        found = due(coming([visit(self.hive, f"{last.isoformat()}T10:00")], plan), today.isoformat())
        for each in found:
            self.assertTrue(last.toordinal() < ordinal(each.day) <= today.toordinal() + 21)
        self.assertEqual(len({each.key for each in found}), len(found))
        done = frozenset(each.key for each in found[:1])
        self.assertEqual(
            len(due(coming([visit(self.hive, f"{last.isoformat()}T10:00")], plan), today.isoformat(), done)),
            max(len(found) - 1, 0),
        )

    def test_the_combs_of_a_hive(self) -> None:
        self.assertEqual(len(combs_of(self.hive)), len(self.run.combs))


class SeveralColonies(TestCase):
    """Hand check."""

    def test_a_nucleus_behind_a_divider_is_no_part_of_the_first_colonys_plan(self) -> None:
        hive = built("kept/figure-of-eight")
        box = hive.chambers[0]
        nest = {placed.index for placed in analyse(hive, 0).layout.nest_combs}
        items = tuple(
            item.model_copy(update={"contents": "brood"}) if isinstance(item, Comb) else item for item in box.run.items
        )
        far = [item for at, item in enumerate(items) if isinstance(item, Comb) and at not in nest]
        self.assertGreater(len(far), 0)
        found = seen(hive, visit(hive, found=[RunSeen(chamber=box.id, items=items)]))
        self.assertEqual(found.brood, len(nest))
        # Alone in the box all of it would be one colony's.
        alone = hive.model_copy(update={"colonies": hive.colonies[:1]})
        found = seen(alone, visit(alone, found=[RunSeen(chamber=box.id, items=items)]))
        self.assertEqual(found.brood, len(nest) + len(far))
