"""The Django app that keeps the log."""

from django.apps import AppConfig


class LogConfig(AppConfig):
    """Readings and notes, and the timeline of all that is dated."""

    name = "tithe.web.log"
    label = "log"
