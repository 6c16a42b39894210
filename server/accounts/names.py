"""What an account is called: as its keeper writes it, and the one form by which it is found."""

from __future__ import annotations

import unicodedata

from django.contrib.auth.models import User

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.texts import odd_character, odd_reason, unseen_character

_SHORTEST, _LONGEST = 2, 60


def written(name: str) -> str:
    """A name in its one written form: é is one sign, whether typed as one or as e with an accent.

    Source: Unicode Standard Annex 15, form NFKC, in which the accounts are stored.
    """
    return " ".join(User.normalize_username(name).split())


def key_of(name: str) -> str:
    """By which an account is found: names that differ by case only are the same.

    Source: the Unicode Standard, section 3.13, caseless matching of identifiers.
    """
    return unicodedata.normalize("NFKC", written(name).casefold())


def checked(name: str) -> str:
    """A new account's name as it is written.

    Raises:
        ParameterError: it is too short or long, or holds what can't be seen.
    """
    odd = odd_character(name.strip()) or unseen_character(written(name))
    if odd is not None:
        raise ParameterError("name", name, odd_reason(odd), "bad-name")
    name = written(name)
    if not _SHORTEST <= len(name) <= _LONGEST:
        raise ParameterError("name", name, f"A name has {_SHORTEST} to {_LONGEST} characters.", "bad-name")
    if not any(character.isalnum() for character in name):
        raise ParameterError("name", name, "A name has a letter or a digit in it.", "bad-name")
    return name


def account_of(name: str) -> User | None:
    """Whose name that is, by any case; of two accounts from before that differ by case, the one that is written so."""
    exact = User.objects.filter(username=written(name)).first()
    return exact or User.objects.filter(username=key_of(name)).first()


def called(user: User) -> str:
    """What a keeper is called on screen and paper."""
    return user.first_name or user.username
