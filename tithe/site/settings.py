"""Settings. One process; the data folder holds the database and the secret key. Served for one person on
the loopback, or shared: then people log in (`tithe.site.sharing`)."""

from __future__ import annotations

import os
from collections.abc import MutableMapping
from datetime import timedelta
from pathlib import Path

from django.utils.functional import SimpleLazyObject

from tithe.site.folder import data_folder
from tithe.site.secret import secret_key
from tithe.site.sharing import Sharing, middleware


def worker_may_serve_the_garden(headers: MutableMapping[str, str], path: str, url: str) -> None:
    """The garden's worker lies among the static files, and answers for pages beside them."""
    if url.endswith("/garden-worker.js"):
        headers["Service-Worker-Allowed"] = "/garden"
        headers["Cache-Control"] = "no-cache"


ROOT = Path(__file__).resolve().parents[2]
DATA = data_folder()
DIST = ROOT / "tithe" / "site" / "dist"
DEVELOPING = os.environ.get("TITHE_DEVELOP") == "1"
"""The page comes from Vite, as it is edited (`make dev`)."""

DEBUG = False
SECRET_KEY = SimpleLazyObject(lambda: secret_key(DATA))
"""Made where it is first used, not where settings are imported."""
SHARING = Sharing.of_environment()
"""Where it is served for several people; None for one alone."""
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", *(SHARING.names if SHARING else ())]
ROOT_URLCONF = "tithe.site.urls_shared" if SHARING else "tithe.site.urls"
USE_TZ = True
TIME_ZONE = "UTC"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
APPEND_SLASH = False

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "django_vite",
    "ninja",
    "tithe.web.stations",
    "tithe.web.sweeps",
    "tithe.web.log",
    "tithe.web.practice",
    "tithe.web.people",
]
MIDDLEWARE = middleware(shared=SHARING is not None)
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "tithe" / "site" / "templates"],
        "OPTIONS": {"context_processors": ["django.template.context_processors.csrf"]},
    }
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "tithe.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            # A checkpoint with every save: a plain copy of the database's file is then whole.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA wal_autocheckpoint=1;",
            "timeout": 20,
        },
        # A file, since an in-memory database and the live server disagree across threads.
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 48_000_000  # what a question may be is less: tithe.site.guard

STATIC_URL = "/static/"
STATICFILES_DIRS = [DIST]
WHITENOISE_USE_FINDERS = True
WHITENOISE_ALLOW_ALL_ORIGINS = False
WHITENOISE_ADD_HEADERS_FUNCTION = worker_may_serve_the_garden
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[\w-]{8}\.\w+$"
DJANGO_VITE = {
    "default": {
        "manifest_path": DIST / "manifest.json",
        "dev_mode": DEVELOPING,
        "dev_server_host": "127.0.0.1",
        "dev_server_port": 5173,
    }
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django": {"handlers": ["console"], "level": "ERROR"}},
}

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
LOGIN_URL, LOGIN_REDIRECT_URL, LOGOUT_REDIRECT_URL = "/log-in", "/", "/log-in"
# Of one name from one address, and of one address whatever the names; half a working hour's wait.
AXES_FAILURE_LIMIT, AXES_COOLOFF_TIME = 10, timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"], "ip_address"]
AXES_RESET_ON_SUCCESS = True
AXES_LOCKOUT_TEMPLATE = "too_many.html"
AXES_DISABLE_ACCESS_LOG = True
AXES_ENABLED = SHARING is not None
SESSION_COOKIE_NAME, CSRF_COOKIE_NAME = "tithe-session", "tithe-csrf"
SESSION_COOKIE_AGE = 14 * 24 * 3600
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "tithe.site.door.not_from_here"
_ENCRYPTED = SHARING is not None and SHARING.encrypted
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = _ENCRYPTED
SECURE_SSL_REDIRECT = False  # nothing listens without TLS where it is shared beyond the loopback
SECURE_HSTS_SECONDS = 365 * 24 * 3600 if _ENCRYPTED else 0
CSRF_TRUSTED_ORIGINS = [f"https://{name}" for name in SHARING.names] if SHARING else []
SILENCED_SYSTEM_CHECKS = ["security.W003", "security.W005", "security.W008", "security.W021", "axes.W002"]
"""What guards against foreign forms is a class of its own; subdomains and preload lists are their owner's
business; what speaks TLS does so alone; log-ins are throttled where there are any."""
