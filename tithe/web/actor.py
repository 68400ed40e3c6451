"""Who asks: somebody who has come in, whoever holds a link to a station, or, where Tithe serves one person
alone, that person."""

from __future__ import annotations

from dataclasses import dataclass

from django.http import HttpRequest

from tithe.core.errors import InputError


class NotAllowedError(InputError):
    """What is there to be seen, but not to be done by the one who asks: 403."""


@dataclass(frozen=True)
class Actor:
    """``person``: by the number of their account (None: they have none); ``keeper``: whether they look after
    what belongs to all; ``linked``: stations that a link shows them; ``only``: the one station that they came
    in for, on a phone; ``alone``: everything is theirs."""

    person: int | None = None
    name: str = ""
    keeper: bool = False
    linked: frozenset[int] = frozenset()
    only: int | None = None
    alone: bool = False

    @property
    def comes_in(self) -> bool:
        """Whether there is anything for them to see."""
        return self.alone or self.person is not None or bool(self.linked)

    @property
    def everywhere(self) -> bool:
        """Whether they came in with all that is theirs: not by a link, and not for one station alone."""
        return self.alone or (self.person is not None and self.only is None)

    def require_everywhere(self) -> None:
        """Raise `NotAllowedError` for one who has only a link, for whom nothing can be kept, or came in for
        one station: beside it nothing is read or kept."""
        if not self.everywhere:
            raise NotAllowedError("", "log-in-to-keep" if self.person is None else "phone-one-station")


ALONE = Actor(alone=True, keeper=True)
NOBODY = Actor()


def actor_of(request: HttpRequest) -> Actor:
    """Whoever the door let in; nobody where it was not asked."""
    actor = getattr(request, "actor", NOBODY)
    return actor if isinstance(actor, Actor) else NOBODY
