"""Sessions that know whose they are, and tries that are counted."""

from __future__ import annotations

from django.contrib.sessions.backends.base import SessionBase
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models


class SignedIn(AbstractBaseSession):
    """A session; ``account`` is whose it is, so that all of one keeper's can be ended."""

    account = models.IntegerField(null=True, db_index=True)

    @classmethod
    def get_session_store_class(cls) -> type[SessionBase]:
        from server.accounts.sessions import SessionStore

        return SessionStore


class Tried(models.Model):
    """One try that counts against a limit. Addresses and names are kept as keyed hashes, which nobody can read back."""

    what = models.CharField(max_length=16)
    address = models.CharField(max_length=32)
    name = models.CharField(max_length=32, blank=True)
    at = models.DateTimeField()

    class Meta:
        indexes = [models.Index(fields=["what", "address", "at"])]

    def __str__(self) -> str:
        return f"{self.what} at {self.at:%H:%M}"
