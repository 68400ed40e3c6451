#!/usr/bin/env python
"""Django's own commands on Tithe's data folder: ``.venv/bin/python manage.py makemigrations stations``."""

import os
import sys

from django.core.management import execute_from_command_line

from tithe.site import folder

if __name__ == "__main__":
    folder.prepare(folder.data_folder())
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    execute_from_command_line(sys.argv)
