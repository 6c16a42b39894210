"""Addresses of the API: loaded with the first call, for all rules of the job come with them."""

from __future__ import annotations

from django.urls import path

from server.api import api

urlpatterns = [path("", api.urls)]
