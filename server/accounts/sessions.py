"""Where sessions are kept: in the database, so that every process of the server knows them, and ends them.

When the database can't be written (the disk is full), a keeper may still sign in and look: the session then stands in
its own cookie, signed, for a day.
"""

from __future__ import annotations

from typing import Any

from django.contrib.sessions.backends.base import UpdateError
from django.contrib.sessions.backends.db import SessionStore as DatabaseStore
from django.core import signing
from django.db import OperationalError

from server.accounts.models import SignedIn

_CARRIED, _SALT = "~", "server.accounts.sessions"
_CARRIED_FOR_S = 24 * 60 * 60


class SessionStore(DatabaseStore):
    """Sessions of the database, carried in the cookie where it can't be written."""

    @classmethod
    def get_model_class(cls) -> type[SignedIn]:
        return SignedIn

    def create_model_instance(self, data: dict[str, Any]) -> SignedIn:
        made = super().create_model_instance(data)
        assert isinstance(made, SignedIn)
        account = data.get("_auth_user_id")
        made.account = None if account is None else int(account)
        return made

    def load(self) -> dict[str, Any]:
        key = self.session_key or ""
        if not key.startswith(_CARRIED):
            return super().load()
        try:
            carried: dict[str, Any] = signing.loads(key[1:], salt=_SALT, max_age=_CARRIED_FOR_S)
        except signing.BadSignature:
            self._session_key = None
            return {}
        return carried

    def save(self, must_create: bool = False) -> None:
        try:
            super().save(must_create)
        except OperationalError:
            self._carry()
        except UpdateError as error:
            if not isinstance(error.__context__, OperationalError):
                raise
            self._carry()

    def _carry(self) -> None:
        self._session_key = _CARRIED + signing.dumps(dict(self.items()), salt=_SALT, compress=True)

    def delete(self, session_key: str | None = None) -> None:
        if (session_key or self.session_key or "").startswith(_CARRIED):
            return
        try:
            super().delete(session_key)
        except OperationalError:
            # It stays in the database until it ends; the cookie that names it is gone.
            return
