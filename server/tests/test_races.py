"""Two windows and two devices at once, answers that never come, jobs that are asked for and given up: in any order."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from datetime import timedelta
from typing import Any
from unittest import TestCase as PlainCase
from unittest.mock import patch
from uuid import uuid4

from django.contrib.auth.models import User
from django.test import Client, TestCase
from django.utils import timezone
from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, precondition, rule, run_state_machine_as_test

from sabaka_core import validate_hive
from sabaka_core.yard.standing import standing
from server.designs.services import create_design
from server.jobs.pool import Bounds, Job, Pool, TooManyJobsError, _Work
from server.yard.models import BuiltHive
from server.yard.selectors import visits_in
from server.yard.services import build_hive, make_yard
from tests.core.support import opened

TWO = st.integers(0, 1)
FEW = settings(max_examples=12, stateful_step_count=25, deadline=None)


@dataclass
class Window:
    """A window of the bench, as it works out its saves: from which revision, which answers never came."""

    client: Client
    base: int = 1
    notes: str = ""
    unsent: bool = False
    unanswered: list[str] = field(default_factory=list)


class Saves(RuleBasedStateMachine):
    """Windows on one design: nothing that was typed is lost, and nobody is told of a conflict with himself."""

    def __init__(self) -> None:
        super().__init__()
        keeper = User.objects.create_user(f"tern {uuid4()}")
        self.design = create_design(keeper, opened("conversion-box"))
        self.address = f"/api/designs/{self.design.pk}"
        self.windows = [Window(Client()) for _ in range(2)]
        for window in self.windows:
            window.client.force_login(keeper)
        self.sent: set[str] = set()
        self.wrote_last, self.head = -1, ""

    @rule(at=TWO)
    def type_something(self, at: int) -> None:
        window = self.windows[at]
        window.notes, window.unsent = f"typed {uuid4().hex[:8]}", True

    @precondition(lambda self: any(window.unsent for window in self.windows))
    @rule(at=TWO, comes=st.booleans())
    def send(self, at: int, comes: bool) -> None:
        """A save; its answer comes or is lost on the way back."""
        window = self.windows[at]
        if not window.unsent:
            return
        name = uuid4().hex
        body = {
            "base_revision": window.base,
            "document": self.design.document | {"notes": window.notes},
            "save_id": name,
            "unanswered": window.unanswered,
        }
        answer = window.client.put(self.address, json.dumps(body), content_type="application/json")
        assert answer.status_code in (200, 409), answer.content
        self.sent.add(window.notes)
        if answer.status_code == 200:
            self.head = window.notes
            self.wrote_last = at
        else:
            assert self.wrote_last != at, "a conflict with himself"
        if not comes:
            window.unanswered = [*window.unanswered, name][-20:]
            return
        said = answer.json()
        window.base = (said["current"] if answer.status_code == 409 else said)["revision"]
        window.unsent, window.unanswered = False, []

    @rule(at=TWO)
    def load_again(self, at: int) -> None:
        window = self.windows[at]
        if not window.unsent:
            window.base = window.client.get(self.address).json()["revision"]
            window.unanswered = []

    @invariant()
    def nothing_is_lost_and_the_last_one_counts(self) -> None:
        kept = {each.document.get("notes", "") for each in self.design.revisions.all()}
        assert self.sent <= kept, self.sent - kept
        if self.head:
            assert self.windows[0].client.get(self.address).json()["document"]["notes"] == self.head


class Visits(RuleBasedStateMachine):
    """Two devices in one yard, a network now and then: each visit is kept once, the hive stands as they left it."""

    def __init__(self) -> None:
        super().__init__()
        keeper = User.objects.create_user(f"wren {uuid4()}")
        design = create_design(keeper, opened("conversion-box").model_copy(update={"name": "Bowline"}))
        self.built_on = timezone.localdate() - timedelta(days=60)
        self.hive = build_hive(keeper, make_yard(keeper, "Saltmarsh Row", ""), design, self.built_on)
        self.client = Client()
        self.client.force_login(keeper)
        self.queues: list[dict[str, dict[str, Any]]] = [{}, {}]
        self.kept: set[str] = set()

    def address(self, visit: str) -> str:
        return f"/api/hives/{self.hive.id}/visits/{visit}"

    @rule(at=TWO, day=st.integers(1, 50), notes=st.text("abc ", max_size=8), empties=st.booleans())
    def write(self, at: int, day: int, notes: str, empties: bool) -> None:
        entry: dict[str, Any] = {"at": f"{(self.built_on + timedelta(days=day)).isoformat()}T10:00", "notes": notes}
        if empties:
            entry["left"] = self.client.get(f"/api/hives/{self.hive.id}").json()["stands"]
        self.queues[at][str(uuid4())] = entry

    @precondition(lambda self: any(self.queues))
    @rule(at=TWO, comes=st.booleans(), which=st.randoms(use_true_random=False))
    def send(self, at: int, comes: bool, which: Any) -> None:
        """Sends what waits, in any order: lost answers send it again."""
        waiting = self.queues[at]
        if not waiting:
            return
        visit = which.choice(sorted(waiting))
        answer = self.client.put(self.address(visit), waiting[visit], content_type="application/json")
        if answer.status_code == 422:
            # What was left can't follow from a visit that came in since: it stays on the device, to be mended.
            del waiting[visit]
            return
        assert answer.status_code == 200, answer.content
        assert answer.json()["again"] == (visit in self.kept)
        self.kept.add(visit)
        if comes:
            del waiting[visit]

    @precondition(lambda self: self.kept)
    @rule(which=st.randoms(use_true_random=False))
    def take_back(self, which: Any) -> None:
        on_the_way = {visit for queue in self.queues for visit in queue}
        settled = sorted(self.kept - on_the_way)
        if settled:
            visit = which.choice(settled)
            assert self.client.delete(self.address(visit)).status_code == 204
            self.kept.remove(visit)

    @invariant()
    def each_is_kept_once_and_the_hive_stands_as_they_left_it(self) -> None:
        hive = BuiltHive.objects.get(pk=self.hive.pk)
        assert {str(visit.pk) for visit in hive.visits.all()} == self.kept
        anew = standing(validate_hive(hive.document), visits_in(hive.visits.all()))
        assert validate_hive(hive.stands) == anew


class Jobs(RuleBasedStateMachine):
    """Long answers of two keepers: so many at once, none comes back to life, each is heard of by its own keeper."""

    def __init__(self) -> None:
        super().__init__()
        self.pool, self.running = Pool(Bounds(running=2, of_one=3, patience_s=1e9, kept=4)), []
        self.jobs: list[Job] = []
        self.over: dict[str, str] = {}
        patched = patch.object(Pool, "_start", self._start)
        patched.start()
        self.patched = patched

    def teardown(self) -> None:
        # Whatever looks after the jobs finds nothing left to begin.
        self.pool.close()
        self.patched.stop()

    def _start(self, work: _Work, now: float) -> None:
        work.job.state, work.began = "running", now
        self.running.append(work)

    @rule(owner=TWO, instead=st.sampled_from(("", "season")))
    def ask(self, owner: int, instead: str) -> None:
        alive = [job for job in self.jobs if job.owner == owner and job.state in ("waiting", "running")]
        try:
            self.jobs.append(self.pool.begin(owner, {}, instead))
        except TooManyJobsError:
            assert len(alive) >= 3

    @precondition(lambda self: self.jobs)
    @rule(which=st.randoms(use_true_random=False), owner=TWO)
    def give_up(self, which: Any, owner: int) -> None:
        job = which.choice(self.jobs)
        try:
            self.pool.end(owner, job.id)
        except Exception as error:
            assert owner != job.owner or job.id not in self.pool._works, error

    @precondition(lambda self: self.running)
    @rule(which=st.randoms(use_true_random=False), well=st.booleans())
    def one_ends(self, which: Any, well: bool) -> None:
        work = which.choice(self.running)
        self.running.remove(work)
        line = {"chapters": {"season": {}}} if well else {"refused": "no"}
        self.pool._told(work, line)
        with self.pool._lock:
            self.pool._step()

    @invariant()
    def bounds_hold_and_what_is_over_stays_over(self) -> None:
        states = [work.job.state for work in self.pool._works.values()]
        assert states.count("running") <= 2
        assert states.count("waiting") == 0 or states.count("running") == 2
        for job in self.jobs:
            if job.id in self.over:
                assert job.state == self.over[job.id]
            elif job.state not in ("waiting", "running"):
                self.over[job.id] = job.state


class Races(TestCase):
    """Property: any order of what windows and devices do, found by a state machine."""

    def test_windows_on_one_design(self) -> None:
        run_state_machine_as_test(Saves, settings=FEW)

    def test_devices_in_one_yard(self) -> None:
        run_state_machine_as_test(Visits, settings=FEW)


class RacesOfJobs(PlainCase):
    """Property: the same of long answers."""

    def test_long_answers(self) -> None:
        run_state_machine_as_test(Jobs, settings=settings(max_examples=40, stateful_step_count=40, deadline=None))
