"""The secret key: made on first start, kept in the data folder, readable by its owner only."""

from __future__ import annotations

import os
import secrets
import shutil
from pathlib import Path


def secret_key(folder: Path) -> str:
    """The key kept in ``folder``, made there with mode 0600 if there is none yet.

    Written elsewhere first and linked to its name when it is whole, so that of several first starts at once
    all read the same key.
    """
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / "secret-key"
    if not path.exists():
        fresh = folder / f".key-{os.getpid()}-{secrets.token_hex(4)}"
        with os.fdopen(os.open(fresh, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "w") as file:
            file.write(secrets.token_urlsafe(50))
        try:
            os.link(fresh, path)
        except FileExistsError:
            pass
        except OSError:  # a file system without links: then the last of several first starts has its way
            shutil.copy(fresh, path)
            path.chmod(0o600)
        fresh.unlink()
    return path.read_text("utf-8")
