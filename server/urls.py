"""Addresses: the API, then the app for everything else."""

from __future__ import annotations

from django.urls import path, re_path

from server.api import api
from server.spa import index

urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", index)]
