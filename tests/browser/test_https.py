"""The yard book at a secure address that isn't localhost, as a phone meets it."""

from __future__ import annotations

import os
import socket
import ssl
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import SkipTest, TestCase

from playwright.sync_api import expect, sync_playwright

from server.secure import own_addresses, papers
from tests.browser.base import CHROMIUM, FLAGS

ROOT = Path(__file__).resolve().parents[2]
NAME = "rope-walk.example"


def free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        port: int = found.getsockname()[1]
        return port


class OwnCertificate(TestCase):
    """Reference library: OpenSSL's own checks accept the certificate for its addresses and for no other."""

    def test_made_once_kept_private_and_made_anew_for_a_new_address(self) -> None:
        with tempfile.TemporaryDirectory() as var:
            folder = Path(var)
            first = papers(folder, ["localhost", "192.168.1.20"])
            before = first.certificate.read_bytes()
            self.assertEqual(papers(folder, ["192.168.1.20"]).certificate.read_bytes(), before)
            authority = first.authority.read_bytes()
            self.assertNotEqual(papers(folder, ["localhost", NAME]).certificate.read_bytes(), before)
            self.assertEqual(first.authority.read_bytes(), authority)
            for secret in (first.key, folder / "authority.key"):
                self.assertEqual(secret.stat().st_mode & 0o077, 0, secret.name)
        self.assertIn("localhost", own_addresses())


class SecureAddress(TestCase):
    """Door."""

    def setUp(self) -> None:
        if not Path(CHROMIUM).exists():
            raise SkipTest(f"No browser at {CHROMIUM}.")
        self.folder = tempfile.TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)
        self.port = free_port()
        env = os.environ | {
            "SABAKA_VAR": self.folder.name,
            "SABAKA_PORT": str(self.port),
            "SABAKA_HOSTS": NAME,
            "SABAKA_HOST": "127.0.0.1",
        }
        for command in (("migrate", "-v0"), ("load_demo",)):
            subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=env, check=True, capture_output=True)
        self.server = subprocess.Popen(
            [sys.executable, "-m", "server.serve", "--https"], cwd=ROOT, env=env, stdout=subprocess.PIPE, text=True
        )
        self.addCleanup(self.stop)
        assert self.server.stdout is not None
        while f"https://{NAME}:{self.port}/" not in (line := self.server.stdout.readline()):
            self.assertTrue(line, "the server ended")

    def stop(self) -> None:
        self.server.terminate()
        self.server.wait()
        if self.server.stdout is not None:
            self.server.stdout.close()

    def test_trusted_by_whoever_has_the_authoritys_file(self) -> None:
        trusting = ssl.create_default_context(cafile=Path(self.folder.name) / "sabaka-authority.crt")
        with (
            socket.create_connection(("127.0.0.1", self.port)) as plain,
            trusting.wrap_socket(plain, server_hostname=NAME) as secure,
        ):
            secure.sendall(f"GET /api/me HTTP/1.1\r\nHost: {NAME}\r\nConnection: close\r\n\r\n".encode())
            self.assertIn(b"200 OK", secure.recv(200))
        with (
            socket.create_connection(("127.0.0.1", self.port)) as plain,
            self.assertRaises(ssl.SSLCertVerificationError),
        ):
            trusting.wrap_socket(plain, server_hostname="elsewhere.example")

    def test_a_visit_without_network_there(self) -> None:
        address = f"https://{NAME}:{self.port}"
        flags = [*FLAGS, f"--host-resolver-rules=MAP {NAME} 127.0.0.1", "--ignore-certificate-errors"]
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=flags)
            context = browser.new_context(viewport={"width": 390, "height": 844}, ignore_https_errors=True)
            page = context.new_page()
            expect.set_options(timeout=20_000)
            page.goto(address)
            page.get_by_role("button", name="Open the demo bench").click()
            expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
            page.goto(f"{address}/yard")
            page.get_by_role("link", name="Begin a visit: Bowline").click()
            expect(page.get_by_role("button", name="Done")).to_be_visible()
            page.evaluate("() => navigator.serviceWorker.ready.then(() => true)")
            context.set_offline(True)
            page.reload()
            page.get_by_role("button", name="As planned").click()
            page.get_by_role("button", name="Done").click()
            expect(page.get_by_test_id("queue")).to_contain_text("1 visit waits")
            context.set_offline(False)
            expect(page.get_by_test_id("queue")).to_have_text("all sent")
            cookies = {cookie["name"]: cookie["secure"] for cookie in context.cookies()}
            self.assertTrue(all(cookies.values()), cookies)
            browser.close()
