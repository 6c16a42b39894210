"""What docs/programs.md says to those who write programs holds, word for word; examples of the description are real."""

from __future__ import annotations

import doctest
import os
import re
import subprocess
import sys
from contextlib import chdir
from pathlib import Path
from typing import Any
from unittest import mock

import jsonschema
from django.contrib.auth.models import User
from django.test import LiveServerTestCase, TestCase

from server.api import api
from server.described import bodies

ROOT = Path(__file__).resolve().parents[2]
PAGE = ROOT / "docs" / "programs.md"
# Made alone, these need nothing that isn't there in an empty account.
ALONE = (
    "/api/bench/edit",
    "/api/studies/",
    "/api/jobs/",
    "/api/brief/rank",
    "/api/brief/begin",
    "/api/designs",
    "/api/designs/compare",
    "/api/yards/",
)


class Tour(LiveServerTestCase):
    """Independent reader: doctest runs the page as it stands."""

    def test_the_library_and_the_calls(self) -> None:
        with chdir(ROOT), mock.patch.dict(os.environ, {"SABAKA": self.live_server_url}):
            failed, tried = doctest.testfile(str(PAGE), module_relative=False, encoding="utf-8")
        self.assertEqual(failed, 0)
        self.assertGreater(tried, 25)

    def test_the_command_line(self) -> None:
        blocks = re.findall(r"```console\n(.*?)```", PAGE.read_text("utf-8"), re.DOTALL)
        told = re.findall(r"^\$ (.*)\n((?:[^$\n].*\n)*)", "".join(blocks), re.MULTILINE)
        self.assertGreater(len(told), 2)
        path = f"{Path(sys.executable).parent}{os.pathsep}{os.environ['PATH']}"
        for command, said in told:
            with self.subTest(command):
                done = subprocess.run(
                    ["sh", "-c", command], cwd=ROOT, env=os.environ | {"PATH": path}, capture_output=True, text=True
                )
                self.assertEqual(done.stdout, said, done.stderr)


class Examples(TestCase):
    """Reference library: jsonschema holds each example to the description; those that can stand alone are sent."""

    def test_each_body_has_one_that_its_schema_takes(self) -> None:
        schema: dict[str, Any] = dict(api.get_openapi_schema())
        for path, calls in schema["paths"].items():
            for method, call in calls.items():
                content = call.get("requestBody", {}).get("content", {}).get("application/json")
                if content is None:
                    continue
                with self.subTest(f"{method} {path}"):
                    self.assertIn("example", content)
                    whole = {**content["schema"], "components": schema["components"]}
                    jsonschema.Draft202012Validator(whole).validate(content["example"])

    def test_those_that_stand_alone_are_answered(self) -> None:
        self.client.force_login(User.objects.create_user("whimbrel"))
        for path in ALONE:
            with self.subTest(path):
                body = bodies()["post", path]
                answer = self.client.post(path, body, content_type="application/json")
                self.assertIn(answer.status_code, (200, 201, 202), answer.content[:300])
