"""The app of people."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """Accounts are Django's own; invitations and sessions are kept here."""

    name = "tithe.web.people"

    def ready(self) -> None:
        """Keep the record."""
        from tithe.web.people import records

        records.listen()
