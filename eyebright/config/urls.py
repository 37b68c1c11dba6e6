"""Addresses: the API, and the page at every other one."""

from django.urls import path, re_path

from .api import api
from .page import page

urlpatterns = [
    path("api/", api.urls),
    # A missing script must come back as missing, not as the page.
    re_path(r"^(?!api/|static/|assets/).*$", page),
]
