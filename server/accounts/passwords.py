"""What a password has to be besides Django's own rules, and how it is kept."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor

from django.contrib.auth.hashers import ScryptPasswordHasher
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError

from sabaka_core.base.texts import unseen_character

# Each takes 16 MB for a quarter of a second: in one thread they are the same 16 MB for all, and a wave of guesses keeps
# one processor busy, not all of them.
_HASHING = ThreadPoolExecutor(1, "passwords")


class OneAtATime(ScryptPasswordHasher):
    """Django's scrypt, one password at a time."""

    def encode(self, password: str, salt: str, n: int | None = None, r: int | None = None, p: int | None = None) -> str:
        """A password as it is kept."""
        kept: str = _HASHING.submit(super().encode, password, salt, n, r, p).result()
        return kept


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
