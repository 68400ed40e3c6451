"""Serve the application: migrate, load demo stations where asked and none are there, listen."""

from __future__ import annotations

import waitress
from django.conf import settings
from django.core.management import call_command
from django.core.wsgi import get_wsgi_application

from tithe.core.errors import require
from tithe.library import services as library


def serve(port: int, *, demo: bool) -> None:
    """Serve on the loopback until interrupted."""
    built = (settings.DIST / "manifest.json").exists()
    require(built, "", "The page is not built yet: run `make demo` once.")
    call_command("migrate", verbosity=0)
    if demo:
        library.load_demos()
    server = waitress.create_server(get_wsgi_application(), host="127.0.0.1", port=port, threads=8)
    print(f"Tithe is served at http://127.0.0.1:{port}/", flush=True)
    server.run()
