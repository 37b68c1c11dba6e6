"""Settings. Everything a person keeps lives in one data folder: EYEBRIGHT_DATA, or var/home.

Installed from its wheel, that is ~/.local/share/eyebright. Nobody else on the machine may look into it.
"""

import os
import sys
from pathlib import Path

from csp.constants import NONCE, NONE, SELF

from .private import database_name, make_private
from .secret import kept_secret

os.umask(0o077)
BASE = Path(__file__).resolve().parents[2]
INSTALLED = not (BASE / "manage.py").exists()
SHARE = Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share")
AT_HOME = SHARE / "eyebright" if INSTALLED else BASE / "var" / "home"
DATA = Path(os.environ.get("EYEBRIGHT_DATA", AT_HOME)).resolve()
make_private(DATA)
PAGE = BASE / "eyebright" / "page" if INSTALLED else BASE / "frontend" / "dist"

DEMO = os.environ.get("EYEBRIGHT_DEMO") == "1"
DEBUG = os.environ.get("EYEBRIGHT_DEBUG") == "1"
SECRET_KEY = kept_secret(DATA / "secret-key")

# This machine only, unless its owner says otherwise.
ALLOWED_HOSTS = os.environ.get("EYEBRIGHT_HOSTS", "127.0.0.1,localhost,[::1]").split(",")

INSTALLED_APPS = [
    "django.contrib.staticfiles",
    "csp",
    "ninja",
    "eyebright.config",
    "eyebright.kept",
    "eyebright.household",
    "eyebright.instruments",
    "eyebright.shelf",
    "eyebright.heads",
    "eyebright.formulas",
    "eyebright.mix",
    "eyebright.make",
    "eyebright.wash",
    "eyebright.journal",
    "eyebright.today",
    "eyebright.search",
    "eyebright.safekeeping",
]
MIDDLEWARE = [
    "eyebright.kept.problems.ProblemMiddleware",
    "eyebright.kept.origin.OriginMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "eyebright.config.page.FilesMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "csp.middleware.CSPMiddleware",
    "eyebright.kept.household_mark.HouseholdMarkMiddleware",
    "eyebright.kept.clock.HouseholdClockMiddleware",
    "eyebright.kept.idempotency.IdempotencyMiddleware",
]
ROOT_URLCONF = "eyebright.config.urls"
WSGI_APPLICATION = "eyebright.config.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]
APPEND_SLASH = False

# A write-ahead log would leave the clones of a parallel test run empty; no test need outlive a power cut.
TESTING = sys.argv[1:2] == ["test"]
JOURNAL, SYNCHRONOUS = ("MEMORY", "OFF") if TESTING else ("WAL", "FULL")

DATABASE_NAME = database_name(DATA)
DATABASES = {
    "default": {
        "ENGINE": "eyebright.kept.sqlite",
        # Never made anew in the place of one that is gone: safekeeping says what is the matter.
        "NAME": DATABASE_NAME,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            # What is deleted is written over, so that deleting for ever is.
            "init_command": (
                ("" if "immutable" in DATABASE_NAME else f"PRAGMA journal_mode={JOURNAL}; ")
                + f"PRAGMA synchronous={SYNCHRONOUS}; PRAGMA foreign_keys=ON; PRAGMA secure_delete=ON"
            ),
        },
        # A file: an in-memory database shares one connection between threads.
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}
MEDIA_ROOT = DATA
FILE_UPLOAD_PERMISSIONS, FILE_UPLOAD_DIRECTORY_PERMISSIONS = 0o600, 0o700
FILE_UPLOAD_TEMP_DIR = None if TESTING else DATA
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

LANGUAGE_CODE = "en-gb"
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "static/"
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = DEBUG
WHITENOISE_ROOT = PAGE if PAGE.exists() else None
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"

CSRF_FAILURE_VIEW = "eyebright.kept.problems.csrf_failure"
CSRF_COOKIE_SAMESITE = "Strict"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"bare": {"()": "eyebright.config.private.WithoutWhatWasTyped"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler"},
        "file": {
            "class": "eyebright.config.private.PrivateLog",
            "filename": DATA / "errors.log",
            "maxBytes": 500_000,
            "backupCount": 3,
            "delay": True,
            "level": "ERROR",
            "formatter": "bare",
            "encoding": "utf-8",
        },
    },
    "root": {"handlers": ["console"] if TESTING else ["console", "file"], "level": "WARNING"},
    # A refusal is an answer, not an event; what broke is said by our own handler (problems.py), once.
    "loggers": {
        "django.request": {"level": "CRITICAL"},
        "django.security": {"level": "ERROR"},
        "django.server": {"level": "INFO" if DEBUG else "ERROR"},
    },
}
