"""Settings. One process on the loopback; the data folder holds the database and the secret key."""

from __future__ import annotations

import os
from pathlib import Path

from django.utils.functional import SimpleLazyObject

from tithe.site.folder import data_folder
from tithe.site.secret import secret_key

ROOT = Path(__file__).resolve().parents[2]
DATA = data_folder()
DIST = ROOT / "tithe" / "site" / "dist"
DEVELOPING = os.environ.get("TITHE_DEVELOP") == "1"
"""The page comes from Vite, as it is edited (`make dev`)."""

DEBUG = False
SECRET_KEY = SimpleLazyObject(lambda: secret_key(DATA))
"""Made where it is first used, not where settings are imported."""
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
ROOT_URLCONF = "tithe.site.urls"
USE_TZ = True
TIME_ZONE = "UTC"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
APPEND_SLASH = False

INSTALLED_APPS = [
    "django.contrib.staticfiles",
    "django_vite",
    "ninja",
    "tithe.web.stations",
    "tithe.web.sweeps",
    "tithe.web.log",
    "tithe.web.practice",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "tithe.site.guard.SameOriginMiddleware",
    "tithe.site.gate.GateMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [ROOT / "tithe" / "site" / "templates"],
        "OPTIONS": {"context_processors": []},
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
