"""The Django app that keeps sweeps."""

from django.apps import AppConfig


class SweepsConfig(AppConfig):
    """Sweeps, their log and their comparison."""

    name = "tithe.web.sweeps"
    label = "sweeps"
