"""The app of accounts."""

from __future__ import annotations

from django.apps import AppConfig
from django.contrib.auth.signals import user_logged_in


class AccountsConfig(AppConfig):
    """Accounts; when somebody was here last isn't kept, which would also be a write at every sign-in."""

    name = "server.accounts"

    def ready(self) -> None:
        user_logged_in.disconnect(dispatch_uid="update_last_login")
