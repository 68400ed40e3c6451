"""How Tithe is served for several people: under which names, and what stands between it and them."""

from __future__ import annotations

import os
from dataclasses import dataclass
from pathlib import Path

from tithe.site.folder import StartError

LOOPBACK = ("127.0.0.1", "::1", "localhost")
_NAMES, _TLS = "TITHE_SHARED_NAMES", "TITHE_SHARED_ENCRYPTED"


@dataclass(frozen=True)
class Sharing:
    """``names``: of the host, as people type them; ``encrypted``: by TLS, its own or a proxy's."""

    names: tuple[str, ...]
    encrypted: bool

    @classmethod
    def of_environment(cls) -> Sharing | None:
        """As the command that serves has left it; None: for one person alone."""
        given = os.environ.get(_NAMES)
        if not given:
            return None
        return cls(tuple(given.split(",")), os.environ.get(_TLS) == "1")

    def to_environment(self) -> None:
        """For the settings, which are read next."""
        os.environ[_NAMES] = ",".join(self.names)
        os.environ[_TLS] = "1" if self.encrypted else "0"


def middleware(*, shared: bool) -> list[str]:
    """What every request passes, the first first."""
    people = [
        "django.contrib.sessions.middleware.SessionMiddleware",
        "tithe.site.door.FormsAndApiMiddleware",
        "django.contrib.auth.middleware.AuthenticationMiddleware",
    ]
    return [
        "django.middleware.security.SecurityMiddleware",
        "whitenoise.middleware.WhiteNoiseMiddleware",
        "tithe.site.guard.AnswersMiddleware",
        "django.middleware.clickjacking.XFrameOptionsMiddleware",
        *(people if shared else ()),
        "tithe.site.door.DoorMiddleware",
        "tithe.site.guard.SameOriginMiddleware",
        "tithe.site.gate.GateMiddleware",
        "django.middleware.common.CommonMiddleware",
        *(["axes.middleware.AxesMiddleware"] if shared else ()),
    ]


@dataclass(frozen=True)
class Listening:
    """Where a shared Tithe listens: with its own ``certificate`` and ``key``, behind a ``proxy`` that speaks
    TLS, or on the loopback alone."""

    address: str
    port: int
    certificate: Path | None
    key: Path | None
    proxy: bool

    def __post_init__(self) -> None:
        if (self.certificate is None) != (self.key is None):
            raise StartError("--certificate and --key belong together: name both files, or neither.")
        for file in (self.certificate, self.key):
            if file is not None and not file.is_file():
                raise StartError(f"{file} is no file: name the certificate and its key, in PEM form.")
        if self.certificate and self.proxy:
            raise StartError("Either Tithe speaks TLS itself (--certificate, --key) or --behind-proxy does.")
        if not self.certificate and not self.proxy and self.address not in LOOPBACK:
            raise StartError(
                f"On {self.address} others would read passwords on their way: give --certificate and --key, "
                "or put a proxy that speaks TLS in front and say --behind-proxy."
            )

    @property
    def encrypted(self) -> bool:
        """Whether what people send is encrypted on its way."""
        return self.certificate is not None or self.proxy
