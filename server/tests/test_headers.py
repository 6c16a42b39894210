"""Headers of every answer, where there is a page and where there is none."""

from __future__ import annotations

import re
from pathlib import Path

from django.contrib.auth.models import User
from django.test import Client, TestCase, override_settings

from server.spa import PAGES

ROOT = Path(__file__).resolve().parents[2]
# What has to stand in an answer: the Secure Headers Project's list of headers for applications (OWASP), from memory.
# Those that a browser no longer heeds, or that only tell what the server is, are not in it.
WANTED = {
    "Content-Security-Policy": r"(?=.*default-src 'self')(?=.*object-src 'none')(?=.*frame-ancestors 'none')"
    r"(?=.*base-uri 'self')(?=.*form-action 'self')",
    "X-Content-Type-Options": "^nosniff$",
    "X-Frame-Options": "^DENY$",
    "Referrer-Policy": "^(same-origin|no-referrer|strict-origin)",
    "Cross-Origin-Opener-Policy": "^same-origin$",
    "Cross-Origin-Resource-Policy": "^same-origin$",
    "Permissions-Policy": r"camera=\(\).*geolocation=\(\)",
}
UNWANTED = ("X-Powered-By", "X-AspNet-Version")


class Headers(TestCase):
    """Published: the list above."""

    def held_to(self, path: str, status: int, client: Client | None = None, secure: bool = False) -> None:
        answer = (client or self.client).get(path, secure=secure)
        self.assertEqual(answer.status_code, status, path)
        for name, pattern in WANTED.items():
            self.assertRegex(answer.headers.get(name, ""), re.compile(pattern), f"{name} of {path}")
        for name in UNWANTED:
            self.assertNotIn(name, answer.headers)
        policy = answer.headers["Content-Security-Policy"]
        self.assertNotRegex(policy, r"unsafe-eval|script-src[^;]*unsafe-inline|\*")

    def test_every_page_file_and_answer_carries_them(self) -> None:
        for page in PAGES:
            self.held_to("/" + re.sub(r"<\w+>", "anything", page), 200)
        self.held_to("/index.html", 200)
        for path in ("/icon.svg", "/sw.js", "/manifest.webmanifest", "/api/me", "/api/openapi.json"):
            self.held_to(path, 200)
        (script,) = (ROOT / "web" / "dist" / "assets").glob("index-*.js")
        self.held_to(f"/assets/{script.name}", 200)

    def test_where_there_is_nothing_it_is_said(self) -> None:
        for path in (
            "/nothing",
            "/hive",
            "/yard/1/2/3",
            "/admin.php",
            "/assets/no.js",
            "/api/nothing",
            "/api",
            "/.env",
        ):
            self.held_to(path, 404)
        self.held_to("/index.html.gz", 404)

    def test_pages_have_one_way_in_each_with_its_token(self) -> None:
        for path in ("/", "/index.html", "/hive/1/shape"):
            self.assertIn("csrftoken", Client().get(path).cookies)

    def test_what_is_ones_own_is_kept_in_no_cache_on_the_way(self) -> None:
        self.client.force_login(User.objects.create_user("tern"))
        for path in ("/api/designs", "/api/me", "/api/yards/"):
            self.assertIn("no-store", self.client.get(path)["Cache-Control"])

    @override_settings(SECURE_SSL_REDIRECT=True, SECURE_HSTS_SECONDS=31536000)
    def test_at_a_secure_name_browsers_are_told_to_stay_there(self) -> None:
        client = Client()
        self.assertEqual(client.get("/yard").status_code, 301)
        self.assertEqual(client.get("/yard")["Location"], "https://testserver/yard")
        self.assertIn("max-age=31536000", client.get("/", secure=True)["Strict-Transport-Security"])

    def test_the_servers_list_of_pages_is_the_apps(self) -> None:
        app = (ROOT / "web" / "src" / "app" / "App.tsx").read_text("utf-8")
        paths = {path.strip("/") for path in re.findall(r'path="(/[^"*]*)"', app)} - {"index.html"}
        self.assertEqual(
            {re.sub(r":(\w+)", r"<\1>", path) for path in paths} - {"hive/<id>/print", "hive/<id>/yard"}, set(PAGES)
        )
