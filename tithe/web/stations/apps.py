"""The stations app."""

from django.apps import AppConfig


class StationsConfig(AppConfig):
    """Keeping stations and their past."""

    name = "tithe.web.stations"
