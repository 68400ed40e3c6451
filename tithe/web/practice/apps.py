"""The Django app that keeps practice rounds."""

from django.apps import AppConfig


class PracticeConfig(AppConfig):
    """Practice rounds and their score."""

    name = "tithe.web.practice"
    label = "practice"
