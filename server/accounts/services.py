"""Accounts: making one, signing in and out, and the demo keeper."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest

from sabaka_core.base.errors import FieldProblem, InfeasibleError, ParameterError
from sabaka_core.base.texts import odd_character, odd_reason
from server.designs.demo import DEMO_KEEPER, demo_keeper

_BACKEND = "django.contrib.auth.backends.ModelBackend"


def register(request: HttpRequest, name: str, password: str) -> User:
    """Make an account and sign it in.

    Raises:
        ParameterError: the name is taken or unusable, or the password is weak.
    """
    name = normal_name(name)
    if not 2 <= len(name) <= 60:
        raise ParameterError("name", name, "A name has 2 to 60 characters.", "bad-name")
    odd = odd_character(name)
    if odd is not None:
        raise ParameterError("name", name, odd_reason(odd), "bad-name")
    if name.casefold() == DEMO_KEEPER:
        raise ParameterError("name", name, "That name belongs to the demo bench. Take another.", "name-taken")
    try:
        validate_password(password, User(username=name))
    except ValidationError as error:
        raise ParameterError.of(
            [FieldProblem("password", words, "weak-password") for words in error.messages]
        ) from None
    try:
        with transaction.atomic():
            user = User.objects.create_user(name, password=password)
    except IntegrityError:
        raise ParameterError("name", name, "That name is taken.", "name-taken") from None
    login(request, user, backend=_BACKEND)
    return user


def normal_name(name: str) -> str:
    """A name in its one written form: é is one sign, whether typed as one or as e with an accent.

    Source: Unicode Standard Annex 15, form NFKC, in which the accounts are stored.
    """
    return User.normalize_username(name).strip()


def sign_in(request: HttpRequest, name: str, password: str) -> User:
    """Sign in.

    Raises:
        ParameterError: name and password don't match. Too many tries are answered by the lockout.
    """
    user = authenticate(request, username=normal_name(name), password=password)
    if not isinstance(user, User):
        raise ParameterError("password", "", "Name and password don't match.", "no-match")
    login(request, user)
    return user


def sign_out(request: HttpRequest) -> None:
    """End the session."""
    logout(request)


def enter_demo(request: HttpRequest) -> User:
    """Sign in as the demo keeper, with the demo hives on the shelf.

    Raises:
        ParameterError: this server offers no demo account.
    """
    if not settings.DEMO:
        raise ParameterError("demo", "", "This server has no demo account.", "no-demo")
    user, _ = demo_keeper()
    login(request, user, backend=_BACKEND)
    return user


def check_password_of(user: User, password: str) -> None:
    """Makes sure that it is the account's own keeper who asks.

    Raises:
        InfeasibleError: it is the demo's account, which is nobody's own.
        ParameterError: the password is another one.
    """
    if not user.has_usable_password():
        raise InfeasibleError("This is the demo’s account: it stays. Make one of your own.")
    if not user.check_password(password):
        raise ParameterError("password", "", "That isn’t your password.", "no-match")
