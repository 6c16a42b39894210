"""The commands a newcomer types: what they say when something is missing."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import TestCase

from tests.core.support import ROOT


def run(*command: str, **env: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        command, cwd=ROOT, env=os.environ | env, capture_output=True, text=True, check=False, timeout=60
    )


class ToolsAtHand(TestCase):
    """House: ``scripts/check_tools.sh`` with a PATH that holds only what a test puts there."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.tools = Path(folder.name)
        for name in ("sh", "id"):
            found = shutil.which(name)
            assert found is not None
            (self.tools / name).symlink_to(found)

    def fake(self, name: str, script: str) -> None:
        tool = self.tools / name
        tool.write_text(f"#!{shutil.which('sh')}\n{script}\n", "utf-8")
        tool.chmod(0o755)

    def check(self) -> subprocess.CompletedProcess[str]:
        return run("/bin/sh", "scripts/check_tools.sh", "python3", PATH=str(self.tools))

    def test_all_there(self) -> None:
        for name in ("python3", "node", "npm"):
            self.fake(name, "exit 0")
        done = self.check()
        self.assertEqual((done.returncode, done.stderr), (0, ""))

    def test_what_is_missing_is_named_all_at_once(self) -> None:
        done = self.check()
        self.assertEqual(done.returncode, 1)
        for words in ("Python isn't here", "Node.js isn't here", "Node 20 or newer"):
            self.assertIn(words, done.stderr)

    def test_an_old_python_or_node_is_named_with_its_version(self) -> None:
        self.fake("python3", 'case "$1" in --version) echo Python 3.8.2;; *) exit 1;; esac')
        self.fake("node", 'case "$1" in --version) echo v16.1.0;; *) exit 1;; esac')
        done = self.check()
        self.assertIn("Python is too old: Python 3.8.2", done.stderr)
        self.assertIn("Node.js is too old: v16.1.0", done.stderr)

    def test_node_without_npm(self) -> None:
        for name in ("python3", "node"):
            self.fake(name, "exit 0")
        self.assertIn("npm isn't here", self.check().stderr)


class Serving(TestCase):
    """House."""

    def test_a_port_in_use_is_said_with_the_way_out(self) -> None:
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = str(taken.getsockname()[1])
            done = run(sys.executable, "-m", "server.serve", SABAKA_PORT=port)
        self.assertEqual(done.returncode, 1)
        self.assertIn(f"Port {port} can't be used", done.stderr)
        self.assertIn("make demo PORT=", done.stderr)

    def test_what_is_no_port_is_said(self) -> None:
        for port in ("eighty", "0", "70000", ""):
            with self.subTest(port):
                done = run(sys.executable, "-m", "server.serve", SABAKA_PORT=port)
                self.assertEqual(done.returncode, 1)
                self.assertIn("no number from 1 to 65535", done.stderr)


class Browser(TestCase):
    """House."""

    def test_a_missing_browser_is_installed_or_asked_for(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            done = run("/bin/sh", "scripts/browser.sh", PATH=folder, SABAKA_CHROMIUM=f"{folder}/none")
        self.assertEqual(done.returncode, 1)
        self.assertIn("apt-get install chromium", done.stderr)

    def test_one_that_is_there_is_left_alone(self) -> None:
        self.assertEqual(run("/bin/sh", "scripts/browser.sh", SABAKA_CHROMIUM="/bin/sh").returncode, 0)
