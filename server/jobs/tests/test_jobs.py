"""Long answers: how far they are, what comes of them, who may hear, and when they end."""

from __future__ import annotations

import json
import time
from typing import Any
from unittest import TestCase as PlainCase

from django.contrib.auth.models import User
from django.test import TestCase

from server.jobs.pool import Bounds, Job, NoSuchJobError, Pool, TooManyJobsError
from tests.core.support import example

SEARCH = {"chapters": {"building": {"parts": ["helps"]}}}
# A design whose sizes contradict each other can't be searched.
WRONG = {**SEARCH, "document": example("bowline") | {"format": "nothing"}}


def asked(name: str = "conversion-box", **more: Any) -> dict[str, Any]:
    return {**SEARCH, "document": example(name), **more}


def over(pool: Pool, job: Job, seconds: float = 60.0) -> Job:
    """A job once it is over; whoever waits asks."""
    start = time.monotonic()
    while job.state in ("waiting", "running") and time.monotonic() - start < seconds:
        time.sleep(0.05)
        pool.hear(job.owner, job.id)
    return job


def still_running(pool: Pool) -> int:
    """How many processes of a pool haven't ended after a while."""
    processes = [work.process for work in pool._works.values() if work.process is not None]
    return sum(process.wait(5) is None for process in processes)


class Pools(PlainCase):
    """Door."""

    def test_an_answer_comes_from_a_process_of_its_own(self) -> None:
        pool = Pool()
        job = over(pool, pool.begin(1, asked("sloped-top-bar")))
        self.assertEqual((job.state, job.reason, job.share), ("done", "", 1.0))
        assert job.chapters
        self.assertIn("Searched", job.chapters["building"]["tried"]["template"])

    def test_what_is_wrong_is_said(self) -> None:
        pool = Pool()
        job = over(pool, pool.begin(1, WRONG))
        self.assertEqual(job.state, "failed")
        self.assertIn("no hive design", job.reason)

    def test_so_many_run_at_once_and_so_many_for_each_keeper(self) -> None:
        pool = Pool(Bounds(running=1, of_one=2))
        first, second = pool.begin(1, asked()), pool.begin(1, asked())
        self.assertEqual((first.state, second.state), ("running", "waiting"))
        with self.assertRaises(TooManyJobsError):
            pool.begin(1, asked())
        other = pool.begin(2, asked())
        self.assertEqual(other.state, "waiting")
        pool.end(1, first.id)
        self.assertEqual((first.state, second.state, other.state), ("ended", "running", "waiting"))
        for job in (second, other):
            pool.end(job.owner, job.id)
        self.assertEqual(still_running(pool), 0)

    def test_one_that_takes_the_place_of_another_ends_it(self) -> None:
        pool = Pool()
        first, other = pool.begin(1, asked(), "season"), pool.begin(2, asked(), "season")
        second = pool.begin(1, asked(), "season")
        self.assertEqual((first.state, first.reason), ("ended", "Something newer was asked instead."))
        self.assertIn(other.state, ("waiting", "running"))
        for job in (second, other):
            pool.end(job.owner, job.id)

    def test_what_nobody_waits_for_ends(self) -> None:
        pool = Pool(Bounds(patience_s=0.3))
        job = pool.begin(1, asked())
        time.sleep(1.0)
        self.assertEqual((job.state, job.reason), ("ended", "Nobody waited for it any more."))
        self.assertEqual(still_running(pool), 0)

    def test_what_takes_too_long_ends(self) -> None:
        pool = Pool(Bounds(longest_s=0.2))
        job = over(pool, pool.begin(1, asked()), 5.0)
        self.assertEqual(job.state, "failed")
        self.assertIn("longer than", job.reason)

    def test_a_file_is_kept_till_newer_ones_are_made(self) -> None:
        pool = Pool(Bounds(files=1, of_one=3))
        made = {"write": "workshop.zip", "document": example("granny"), "reading": {}, "file": "granny.workshop.zip"}
        first = over(pool, pool.begin(1, made))
        self.assertEqual((first.state, first.share), ("done", 1.0))
        name, body = pool.file(1, first.id)
        self.assertEqual((name, body[:2]), ("granny.workshop.zip", b"PK"))
        with self.assertRaises(NoSuchJobError):
            pool.file(2, first.id)
        second = over(pool, pool.begin(1, made))
        third = over(pool, pool.begin(1, asked()))
        self.assertEqual((second.state, pool.hear(1, first.id).state), ("done", "done"))
        for job in (first, third):
            with self.assertRaises(NoSuchJobError):
                pool.file(1, job.id)
        self.assertEqual(pool.file(1, second.id)[1][:2], b"PK")

    def test_another_keeper_hears_nothing_of_it(self) -> None:
        pool = Pool()
        job = pool.begin(1, asked())
        for act in (pool.hear, pool.end):
            with self.assertRaises(NoSuchJobError):
                act(2, job.id)
        pool.end(1, job.id)


class OverHttp(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.client.force_login(User.objects.create_user("wren-test"))

    def begin(self, study: str = "building") -> Any:
        body = {"document": example("conversion-box"), "study": study, "asked": {"parts": ["helps"]}}
        return self.client.post("/api/jobs/", json.dumps(body), content_type="application/json")

    def test_a_search_is_asked_for_heard_of_and_given_up(self) -> None:
        job = self.begin().json()
        self.assertIn(job["state"], ("waiting", "running"))
        heard = self.client.get(f"/api/jobs/{job['id']}").json()
        self.assertTrue(0.0 <= heard["share"] <= 1.0)
        self.assertEqual(self.client.delete(f"/api/jobs/{job['id']}").json()["state"], "ended")

    def test_no_such_study_and_no_such_job(self) -> None:
        self.assertEqual(self.begin(study="nothing").status_code, 422)
        self.assertEqual(self.client.get("/api/jobs/nothing").status_code, 422)

    def test_only_who_is_signed_in(self) -> None:
        self.client.logout()
        self.assertEqual(self.begin().status_code, 401)
