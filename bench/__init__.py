"""What is fast, measured as ratios in one run: `make bench`."""

import os

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "eyebright.config.settings")
django.setup()
