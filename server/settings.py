"""Settings, from the environment where a deployment differs."""

from __future__ import annotations

import os
import sys
from contextlib import suppress
from pathlib import Path

from django.core.management.utils import get_random_secret_key

BASE = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("SABAKA_VAR", BASE / "var"))
DATABASE_FILE = VAR / "sabaka.sqlite3"
DIST = BASE / "web" / "dist"
EXAMPLES = BASE / "examples"
TESTING = "test" in sys.argv


def _own_folder() -> Path:
    """Where everything lies that is kept: the folder and the database are their owner's only from the start."""
    VAR.mkdir(parents=True, exist_ok=True, mode=0o700)
    with suppress(FileExistsError, OSError):
        os.close(os.open(DATABASE_FILE, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600))
    return VAR


def _secret() -> str:
    """The signing key: from the environment, else made once and kept beside the database."""
    given = os.environ.get("SABAKA_SECRET")
    if given:
        return given
    kept = VAR / "secret.key"
    with suppress(FileExistsError):
        made = os.open(kept, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(made, "w", encoding="utf-8") as file:
            file.write(get_random_secret_key())
    return kept.read_text("utf-8")


_own_folder()
SECRET_KEY = _secret()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("SABAKA_HOSTS", "127.0.0.1,localhost,testserver").split(",")
# Served at a secure address only: cookies go nowhere else, and who comes by a plain one is sent to it.
HTTPS = os.environ.get("SABAKA_HTTPS") == "1"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = HTTPS
# For so many seconds browsers come by the secure address only: on a name that is served so for good [s].
SECURE_HSTS_SECONDS = int(os.environ.get("SABAKA_HSTS", "0"))
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = SECURE_HSTS_SECONDS > 0
# The one-click demo account belongs on a keeper's own machine, not on a shared one.
DEMO = os.environ.get("SABAKA_DEMO", "1") == "1"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "server.accounts",
    "server.designs",
    "server.yard",
    "server.archive",
    "server.readings",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "server.headers.security_headers",
    "server.spa.BuiltFiles",
    "server.budget.bounded",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
]
ROOT_URLCONF = "server.urls"
WSGI_APPLICATION = "server.wsgi.application"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATABASE_FILE,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            # A test database is copied for each worker, and a copy of the file alone lacks what lies in a
            # journal beside it. Else what was acknowledged is on the disk, also when the power goes.
            "init_command": "PRAGMA synchronous=OFF;"
            if TESTING
            else "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
        },
        # A connection that is there can still be read from when the disk is full.
        "CONN_MAX_AGE": None,
        # A file, so that the browser tests' server thread and the test share it.
        "TEST": {"NAME": VAR / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
    {"NAME": "server.accounts.passwords.NotBlank"},
]
# Scrypt needs memory for each guess and takes a third of the time of PBKDF2 for who signs in; a password kept by that
# still opens its account, and is kept by scrypt from then on.
PASSWORD_HASHERS = ["server.accounts.passwords.OneAtATime", "django.contrib.auth.hashers.PBKDF2PasswordHasher"]
if TESTING:
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
# Mistakes of ours, by the kind of address; nobody's name, no design, no secret of an address.
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"impersonal": {"()": "server.logs.Impersonal"}},
    "formatters": {"plain": {"format": "%(asctime)s %(levelname)s %(name)s %(message)s"}},
    "handlers": {"out": {"class": "logging.StreamHandler", "filters": ["impersonal"], "formatter": "plain"}},
    "loggers": {
        "django": {"handlers": ["out"], "level": "CRITICAL" if TESTING else "ERROR", "propagate": False},
        "waitress.queue": {"level": "ERROR"},
    },
}

# In the database, so that every process of the server knows them.
SESSION_ENGINE = "server.accounts.sessions"

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
X_FRAME_OPTIONS = "DENY"

STATIC_URL = "static/"
WHITENOISE_ROOT = DIST if DIST.exists() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
