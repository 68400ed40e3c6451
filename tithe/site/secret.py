"""The secret key: made on first start, kept in the data folder, readable by its owner only."""

from __future__ import annotations

import os
import secrets
from pathlib import Path


def secret_key(folder: Path) -> str:
    """The key kept in ``folder``, made there with mode 0600 if there is none yet."""
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / "secret-key"
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text("utf-8")
    with os.fdopen(handle, "w") as file:
        file.write(secrets.token_urlsafe(50))
    return path.read_text("utf-8")
