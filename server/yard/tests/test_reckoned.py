"""A yard's year, its health and its trials over HTTP; the statistics against scipy's own."""

from __future__ import annotations

import csv
import io
from datetime import timedelta
from typing import Any
from unittest import TestCase

from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from sabaka_core.learning.trials import result_of, welch_band
from sabaka_core.yard.health import mite_verdicts, season_of, strip_places
from sabaka_core.yard.standing import runs_of, with_runs
from sabaka_core.yard.visit import Mites, Visit
from server.yard.services import build_hive
from server.yard.tests.test_yard import JSON, YardCase
from tests.core.support import opened

SIDE = st.lists(st.floats(0, 60), min_size=2, max_size=9)


class Statistics(TestCase):
    """Reference library: scipy's Welch test and its confidence interval."""

    @given(SIDE, SIDE)
    def test_the_band_of_a_difference_is_welchs(self, one: list[float], two: list[float]) -> None:
        if len(set(one)) == 1 or len(set(two)) == 1:
            return
        wanted = stats.ttest_ind(one, two, equal_var=False).confidence_interval(0.9)
        low, high = welch_band(one, two)
        self.assertAlmostEqual(low, wanted.low, places=6)
        self.assertAlmostEqual(high, wanted.high, places=6)

    def test_one_hive_on_a_side_shows_nothing(self) -> None:
        found = result_of("honey_kg", [12.0], [8.0])
        self.assertEqual((found.difference, found.low), (4.0, None))
        self.assertIn("not why", found.words)
        self.assertIn("may be chance", result_of("honey_kg", [12.0, 6.0], [8.0, 9.0]).words)
        self.assertIn("more than chance", result_of("honey_kg", [20.0, 21.0, 20.5], [8.0, 9.0, 8.5]).words)


class Mite(TestCase):
    """Trade checks: counts read against the table, by season and hemisphere."""

    def counted(self, day: str, **says: Any) -> Visit:
        return Visit(at=f"{day}T10:00", mites=(Mites(**says),))

    def test_the_same_fall_is_few_in_july_and_too_much_in_january(self) -> None:
        july = mite_verdicts([self.counted("2026-07-10", by="fallen-a-day", count=4)])
        january = mite_verdicts([self.counted("2026-01-10", by="fallen-a-day", count=4)])
        self.assertEqual((july[0].verdict, january[0].verdict), ("few", "act"))
        south = mite_verdicts([self.counted("2026-07-10", by="fallen-a-day", count=4)], southern=True)
        self.assertEqual(south[0].verdict, "act")
        self.assertEqual(
            [season_of(f"2026-{month:02}-01", False) for month in (1, 3, 6, 9, 12)],
            ["winter", "spring", "summer", "autumn", "winter"],
        )

    def test_a_sample_is_read_in_a_hundred_bees(self) -> None:
        (found,) = mite_verdicts([self.counted("2026-07-10", by="wash", count=9, of=300)])
        self.assertEqual((found.rate, found.verdict), (3.0, "act"))
        self.assertEqual(mite_verdicts([self.counted("2026-07-10", by="wash", count=9)]), ())

    def test_strips_hang_among_the_brood_one_for_so_many_occupied_combs(self) -> None:
        hive = opened("bowline")
        (run,) = runs_of(hive)
        combs = [item for item in run.items if item.kind == "comb"]
        brood = {id(comb) for comb in combs[1:5]}
        items = tuple(
            item.model_copy(update={"contents": "brood" if id(item) in brood else "honey"})
            if item.kind == "comb"
            else item
            for item in run.items
        )
        stands = with_runs(hive, [run.model_copy(update={"items": items})])
        covered = min(8, len(combs))
        places = list(strip_places(stands, covered, 4))
        self.assertEqual(len(places), 2)
        self.assertTrue(all(1 <= place < len(combs) for place in places))
        self.assertEqual(list(strip_places(stands, 0, 4)), [])


class Reckoned(YardCase):
    """Door."""

    def test_a_year_beside_the_one_before(self) -> None:
        year = timezone.localdate().year
        day = timezone.localdate().isoformat()
        self.put({"at": f"{day}T00:01", "found": self.runs(), "honey": [{"kg": 2.5}], "covered": 7, "minutes": 20})
        page = self.client.get(f"/api/yards/{self.yard.id}/year").json()
        self.assertEqual((page["year"], page["total"]["honey_kg"], page["total"]["visits"]), (year, 2.5, 1))
        self.assertGreater(page["total"]["lifted_kg"], 0)
        self.assertEqual(page["hives"][0]["now"]["minutes"], 20)
        self.assertGreater(page["total"]["promised_kg"], 0)
        later = self.client.get(f"/api/yards/{self.yard.id}/year?year={year + 1}").json()
        self.assertEqual((later["total"]["visits"], later["hives"][0]["before"]["honey_kg"]), (0, 2.5))

    def test_the_register_goes_out_as_a_table(self) -> None:
        treated = [{"what": "=strips", "batch": "B7", "how_much": "2", "out_on": self.at(40)[:10]}]
        self.put({"at": self.at(5), "treated": treated, "mites": [{"by": "fallen-a-day", "count": 30}]})
        page = self.client.get(f"/api/yards/{self.yard.id}/health?combs_a_strip=4").json()
        self.assertEqual((page["given"][0]["batch"], page["hives"][0]["counts"][0]["verdict"]), ("B7", "act"))
        self.assertIn("inspector", page["disease"])
        self.assertIn("label", page["caution"])
        file = self.client.get(f"/api/yards/{self.yard.id}/medicine.csv").content.decode()
        (row,) = csv.DictReader(io.StringIO(file))
        self.assertEqual((row["what"], row["batch"], row["by"]), ("'=strips", "B7", "wren2"))
        self.assertEqual(self.client.get(f"/api/yards/{self.yard.id}/health?combs_a_strip=0").status_code, 422)

    def test_a_trial_from_its_begin_to_its_verdict(self) -> None:
        assert self.hive.design is not None
        beside = build_hive(self.wren, self.yard, self.hive.design, self.day, "Beside")
        self.put({"at": self.at(5), "honey": [{"kg": 3.0}]})
        trial = {
            "name": "Wide",
            "change": "wider entrance",
            "measure": "honey_kg",
            "begun_on": self.at(1)[:10],
            "changed": [str(self.hive.pk)],
            "others": [str(beside.pk)],
        }
        address = f"/api/yards/{self.yard.id}/trials"
        for wrong in (
            {"changed": []},
            {"others": [str(self.hive.pk)]},
            {"begun_on": (timezone.localdate() + timedelta(days=3)).isoformat()},
            {"measure": "luck"},
            {"name": " "},
        ):
            self.assertEqual(self.client.post(address, trial | wrong, content_type=JSON).status_code, 422)
        self.client.post(address, trial, content_type=JSON)
        (found,) = self.client.get(address).json()
        self.assertEqual(found["result"]["changed"], 3.0)
        self.assertIn("nothing to show yet", found["result"]["words"])
        self.client.put(
            f"/api/hives/{beside.pk}/visits/1f0c7a3e-76a3-4b60-9d7d-0c1e7b3a9b11", {"at": self.at(6)}, content_type=JSON
        )
        (found,) = self.client.get(address).json()
        self.assertIn("not why", found["result"]["words"])
        early = {"verdict": "none", "ended_on": self.at(0)[:10]}
        self.assertEqual(self.client.patch(f"{address}/{found['id']}", early, content_type=JSON).status_code, 422)
        self.client.patch(
            f"{address}/{found['id']}", {"verdict": "none", "ended_on": self.at(30)[:10]}, content_type=JSON
        )
        self.assertEqual(self.client.get(address).json()[0]["verdict"], "none")
        self.client.delete(f"{address}/{found['id']}")
        self.assertEqual(self.client.get(address).json(), [])
