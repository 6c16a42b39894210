"""What a password has to be besides Django's own rules."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError

from sabaka_core.base.texts import unseen_character


class NotBlank:
    """A password that has something in it that can be seen."""

    def validate(self, password: str, user: User | None = None) -> None:
        """Refuses blanks only.

        Raises:
            ValidationError: nothing in it can be seen.
        """
        if not any(not letter.isspace() and unseen_character(letter) is None for letter in password):
            raise ValidationError("This password is made of blanks only.", code="password_blank")

    def get_help_text(self) -> str:
        """The rule in words."""
        return "Your password can’t be made of blanks only."
