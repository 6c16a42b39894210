"""Settings, from the environment where a deployment differs."""

from __future__ import annotations

import os
import sys
from datetime import timedelta
from pathlib import Path

from django.core.management.utils import get_random_secret_key

BASE = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("SABAKA_VAR", BASE / "var"))
DIST = BASE / "web" / "dist"
EXAMPLES = BASE / "examples"
TESTING = "test" in sys.argv


def _secret() -> str:
    """The signing key: from the environment, else made once and kept beside the database."""
    given = os.environ.get("SABAKA_SECRET")
    if given:
        return given
    VAR.mkdir(parents=True, exist_ok=True)
    kept = VAR / "secret.key"
    if not kept.exists():
        kept.write_text(get_random_secret_key(), "utf-8")
        kept.chmod(0o600)
    return kept.read_text("utf-8")


SECRET_KEY = _secret()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("SABAKA_HOSTS", "127.0.0.1,localhost,testserver").split(",")
# Served at a secure address only: cookies go nowhere else.
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = os.environ.get("SABAKA_HTTPS") == "1"
# The one-click demo account belongs on a keeper's own machine, not on a shared one.
DEMO = os.environ.get("SABAKA_DEMO", "1") == "1"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "server.accounts",
    "server.designs",
    "server.yard",
    "server.archive",
    "server.readings",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "server.headers.security_headers",
    "axes.middleware.AxesMiddleware",
]
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False
AXES_LOCKOUT_CALLABLE = "server.accounts.lockout.locked_out"
SILENCED_SYSTEM_CHECKS = ["axes.W003"]

ROOT_URLCONF = "server.urls"
WSGI_APPLICATION = "server.wsgi.application"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": VAR / "sabaka.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            # A test database is copied for each worker, and a copy of the file alone lacks what lies in a
            # journal beside it.
            "init_command": "PRAGMA synchronous=OFF;"
            if TESTING
            else "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
        },
        # A file, so that the browser tests' server thread and the test share it.
        "TEST": {"NAME": VAR / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]
if TESTING:
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    LOGGING = {"version": 1, "loggers": {"axes": {"level": "CRITICAL"}, "django.request": {"level": "CRITICAL"}}}

# Sessions are read at every drag: from memory, written through to the database.
SESSION_ENGINE = "django.contrib.sessions.backends.cached_db"

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"

# For so many days raw readings are kept; as the table says where nothing else is said.
RAW_DAYS = int(os.environ.get("SABAKA_RAW_DAYS", "0"))
# Photos of the yard book; nothing serves them but the calls on them.
MEDIA_ROOT = VAR / ("test-photos" if TESTING else "photos")

DATA_UPLOAD_MAX_MEMORY_SIZE = 2_000_000
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60
SECURE_REFERRER_POLICY = "same-origin"

STATIC_URL = "static/"
WHITENOISE_ROOT = DIST if DIST.exists() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
