"""No call takes the server for itself: work is measured out, slow visitors are ended, several processes share."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import tempfile
import threading
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.test import SimpleTestCase, TestCase

from benchmarks.serving import Keeper, served
from sabaka_core import build_report, load_hive
from sabaka_core.base import budget
from server import patient
from server.budget import within
from tests.core.support import EXAMPLES, example


class Budget(SimpleTestCase):
    """Hand."""

    def test_work_ends_where_it_is_used_up_and_where_nobody_waits(self) -> None:
        hive = load_hive((EXAMPLES / "granny.json").read_bytes())
        with self.assertRaises(budget.OverBudgetError), within(0.0):
            build_report(hive)
        with self.assertRaises(budget.NobodyWaitsError), within(60.0, lambda: True):
            build_report(hive)
        with within(60.0):
            self.assertEqual(build_report(hive), build_report(hive))

    def test_work_is_of_the_thread_that_does_it(self) -> None:
        """Another thread’s work, and waiting, use nothing up."""
        stop = threading.Event()

        def spin() -> None:
            while not stop.is_set():
                sum(range(1000))

        other = threading.Thread(target=spin)
        other.start()
        try:
            with within(0.2):
                time.sleep(0.4)
                budget.look()
        finally:
            stop.set()
            other.join()


class MeasuredOut(TestCase):
    """Door."""

    def setUp(self) -> None:
        self.client.force_login(User.objects.create_user("tern"))

    def post(self, path: str, body: dict[str, Any]) -> Any:
        return self.client.post(f"/api/{path}", json.dumps(body), content_type="application/json")

    def test_a_long_study_becomes_a_job_and_the_job_gives_what_the_call_would_have(self) -> None:
        asked = {
            "document": example("bowline"),
            "asked": {"season": {"parts": ["metrics"]}, "winter": {"parts": ["metrics", "tables"]}},
        }
        at_once = self.post("studies/", asked)
        with patch("server.budget.CALL_S", 0.0):
            said = self.post("studies/", asked)
        self.assertEqual((at_once.status_code, said.status_code), (200, 202))
        job = said.json()
        for _ in range(600):
            if job["state"] not in ("waiting", "running"):
                break
            time.sleep(0.1)
            job = self.client.get(f"/api/jobs/{job['id']}").json()
        self.assertEqual((job["state"], job["reason"]), ("done", ""))
        self.assertEqual(job["chapters"], at_once.json()["chapters"])

    def test_what_cannot_be_a_job_is_refused_and_says_how_much_may_be(self) -> None:
        body = {"document": example("bowline"), "edit": {"do": "look"}, "asked": {"shape": {}}}
        with patch("server.budget.CALL_S", 0.0):
            answer = self.post("bench/edit", body)
        problem = answer.json()["problems"][0]
        self.assertEqual((answer.status_code, problem["code"]), (422, "too-large"))
        self.assertIn("at most", problem["reason"])


@contextmanager
def listening(application: Any) -> Iterator[int]:
    """A server of ours in a thread, on a port of its own."""
    bound = patient.bound_to("127.0.0.1", 0)
    server = patient.PatientServer(application, bound)

    def loop() -> None:
        # Its sockets are closed under it when the test is over.
        with suppress(OSError):
            server.asyncore.loop(timeout=0.1, map=server._map)

    thread = threading.Thread(target=loop, daemon=True)
    thread.start()
    try:
        yield bound.getsockname()[1]
    finally:
        server.task_dispatcher.shutdown()
        for each in list(server._map.values()):
            each.close()
        thread.join(5)


def answered(port: int) -> bytes:
    """What a plain request is answered with."""
    with closing(socket.create_connection(("127.0.0.1", port), timeout=10)) as line:
        line.sendall(b"GET / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n")
        return line.recv(4096)


class Slow(SimpleTestCase):
    """Door: visitors who send their requests bit by bit, or hang up."""

    def test_many_half_sent_requests_leave_the_others_their_answers_and_are_ended(self) -> None:
        def hello(environ: Any, start: Any) -> list[bytes]:
            start("200 OK", [("Content-Type", "text/plain")])
            return [b"hello"]

        with patch.object(patient, "SLOWEST_S", 1), listening(hello) as port:
            half = [socket.create_connection(("127.0.0.1", port), timeout=10) for _ in range(200)]
            try:
                for line in half:
                    line.sendall(b"POST /api/bench/edit HTTP/1.1\r\nHost: localhost\r\nContent-Length: 500\r\n\r\nx")
                self.assertIn(b"200 OK", answered(port))
                # A byte now and then, as one does who wants to stay.
                ended = 0
                for _ in range(60):
                    time.sleep(0.25)
                    ended = sum(_is_ended(line) for line in half)
                    if ended == len(half):
                        break
                self.assertEqual(ended, len(half))
                self.assertIn(b"200 OK", answered(port))
            finally:
                for line in half:
                    line.close()

    def test_nothing_goes_on_for_one_who_hung_up(self) -> None:
        over = threading.Event()

        def long_work(environ: Any, start: Any) -> list[bytes]:
            try:
                with within(60.0, environ["waitress.client_disconnected"]):
                    for _ in range(600):
                        time.sleep(0.05)
                        budget.look()
            except budget.NobodyWaitsError:
                over.set()
            start("200 OK", [])
            return [b""]

        with listening(long_work) as port:
            with closing(socket.create_connection(("127.0.0.1", port), timeout=10)) as line:
                line.sendall(b"GET / HTTP/1.1\r\nHost: localhost\r\n\r\n")
                time.sleep(0.3)
            self.assertTrue(over.wait(10))


def _is_ended(line: socket.socket) -> bool:
    """Whether the server has closed a connection; if not, one more byte is sent on it."""
    try:
        line.sendall(b"x")
        line.setblocking(False)
        return line.recv(4096) == b""
    except BlockingIOError:
        return False
    except OSError:
        return True
    finally:
        line.setblocking(True)


class SeveralProcesses(SimpleTestCase):
    """Door: any of the processes answers any call, and one that dies is replaced."""

    def test_sessions_designs_and_long_answers_are_everybodys(self) -> None:
        with tempfile.TemporaryDirectory() as folder, served(Path(folder), SABAKA_PROCESSES="2") as (port, process, _):
            children = _answering(process.pid)
            self.assertEqual(len(children), 2)
            keeper = Keeper(port).registered("tern")
            made = keeper.post("/api/designs", {"name": "Bowline", "preset": "bowline"})
            # Each call on a connection of its own, so that both processes are asked.
            seen = [keeper.anew().post("/api/designs", {"name": f"Hive {i}"})["revision"] for i in range(8)]
            self.assertEqual(seen, [1] * 8)
            job = keeper.post(f"/api/designs/{made['id']}/workshop/workshop.zip", {})
            for _ in range(300):
                job = json.loads(keeper.anew().get(f"/api/jobs/{job['id']}"))
                if job["state"] not in ("waiting", "running"):
                    break
                time.sleep(0.1)
            self.assertEqual(job["state"], "done")
            self.assertEqual(keeper.anew().get(f"/api/jobs/{job['id']}/file")[:2], b"PK")
            # Sooner than this something would be wrong with all of them.
            time.sleep(5.0)
            os.kill(children[0], signal.SIGKILL)
            for _ in range(100):
                time.sleep(0.1)
                now = _answering(process.pid)
                if len(now) == 2 and children[0] not in now:
                    break
            self.assertNotIn(children[0], now)
            self.assertEqual(len(json.loads(keeper.anew().get("/api/designs"))), 9)
            keeper.anew().post("/api/sign-out", {})
            for _ in range(6):
                self.assertFalse(json.loads(keeper.anew().get("/api/me"))["signed_in"])


def _answering(parent: int) -> list[int]:
    """Copies of a server’s process."""
    listed = subprocess.run(["ps", "-eo", "pid=,ppid=,args="], capture_output=True, text=True).stdout.splitlines()
    rows = [row.split(None, 2) for row in listed]
    return [int(pid) for pid, ppid, args in rows if int(ppid) == parent and "server.serve" in args]
