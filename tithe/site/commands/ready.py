"""The application on the data folder, for commands that need what is kept."""

from __future__ import annotations

import os

from tithe.site import folder
from tithe.site.folder import data_folder


def set_up() -> None:
    """The application's own parts, ready to be imported, on the data folder."""
    folder.prepare(data_folder())
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()


def ready() -> None:
    """The same, with the database in order."""
    set_up()
    from tithe.site.server import look_after

    look_after(data_folder(), demo=False)
