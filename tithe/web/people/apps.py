"""The app of people."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """Accounts are Django's own; invitations and sessions are kept here."""

    name = "tithe.web.people"
