"""Accounts: making one, signing in and out, and the demo keeper."""

from __future__ import annotations

from contextlib import suppress

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, OperationalError, transaction
from django.http import HttpRequest
from django.utils import timezone

from sabaka_core.base.errors import FieldProblem, InfeasibleError, ParameterError
from server import demo
from server.accounts import names, throttle
from server.accounts.models import SignedIn
from server.accounts.quota import is_demo
from server.budget import FILE_S, within
from server.designs.demo import DEMO_KEEPER, demo_keeper

_BACKEND = "django.contrib.auth.backends.ModelBackend"


def register(request: HttpRequest, name: str, password: str) -> User:
    """Make an account and sign it in.

    Raises:
        ParameterError: the name is taken, or looks like one that is, or is unusable, or the password is weak.
        TooManyTriesError: too many were made from there.
    """
    name = names.checked(name)
    if names.key_of(name) == DEMO_KEEPER:
        raise ParameterError("name", name, "That name belongs to the demo bench. Take another.", "name-taken")
    check_strength(password, User(username=name), "password")
    throttle.refuse_too_many(request, "register")
    # Counted whatever comes of it: else names that are taken could be asked for without end.
    throttle.count(request, "register")
    if names.account_of(name) is not None:
        raise ParameterError("name", name, "That name is taken.", "name-taken")
    user = User(username=names.key_of(name), first_name=name)
    # Before the database is held: hashing a password takes long on purpose.
    user.set_password(password)
    try:
        with transaction.atomic():
            user.save(force_insert=True)
    except IntegrityError:
        raise ParameterError("name", name, "That name is taken.", "name-taken") from None
    _enter(request, user)
    return user


def check_strength(password: str, user: User, field: str) -> None:
    """Makes sure that a password isn't easily guessed.

    Raises:
        ParameterError: it is; one problem for each reason.
    """
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise ParameterError.of([FieldProblem(field, words, "weak-password") for words in error.messages]) from None


def sign_in(request: HttpRequest, name: str, password: str) -> User:
    """Sign in.

    Raises:
        ParameterError: name and password don't match.
        TooManyTriesError: too many tries from there.
    """
    key = names.key_of(name)
    throttle.refuse_too_many(request, "sign-in", key)
    known = names.account_of(name)
    user = authenticate(request, username=known.username if known else key, password=password)
    if not isinstance(user, User):
        throttle.count(request, "sign-in", key)
        raise ParameterError("password", "", "Name and password don't match.", "no-match")
    throttle.forget(request, "sign-in", key)
    _enter(request, user)
    return user


def _enter(request: HttpRequest, user: User) -> None:
    """Signs in; sessions that are long over go."""
    with suppress(OperationalError):
        SignedIn.objects.filter(expire_date__lt=timezone.now()).delete()
    login(request, user, backend=_BACKEND)


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Another password; whoever else is signed in to the account is signed out.

    Raises:
        InfeasibleError: it is the demo's account.
        ParameterError: the old password is another one, or the new one is weak.
        TooManyTriesError: too many tries from there.
    """
    check_password_of(request, user, old, "old")
    check_strength(new, user, "new")
    user.set_password(new)
    user.save(update_fields=["password"])
    sign_out_everywhere(request, user)


def sign_out_everywhere(request: HttpRequest, user: User) -> None:
    """Ends all sessions of an account but the one that asks."""
    update_session_auth_hash(request, user)
    SignedIn.objects.filter(account=user.pk).exclude(session_key=request.session.session_key).delete()


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
    _enter(request, user)
    return user


def reset_demo(request: HttpRequest) -> None:
    """Puts the demo's account back as it was made.

    Raises:
        InfeasibleError: whoever asks isn't the demo's keeper, or this server has no demo.
        TooManyTriesError: it was put back several times just now.
    """
    user = request.user
    if not settings.DEMO or not isinstance(user, User) or user != demo_keeper()[0]:
        raise InfeasibleError("Only the demo’s own things are put back.", "Yours stay as they are.")
    throttle.refuse_too_many(request, "reset")
    throttle.count(request, "reset")
    with within(FILE_S):
        demo.reset_demo(user, timezone.now())


def check_password_of(request: HttpRequest, user: User, password: str, field: str = "password") -> None:
    """Makes sure that it is the account's own keeper who asks.

    Raises:
        InfeasibleError: it is the demo's account, which is nobody's own.
        ParameterError: the password is another one.
        TooManyTriesError: too many tries from there.
    """
    if is_demo(user):
        raise InfeasibleError("This is the demo’s account: it stays. Make one of your own.")
    throttle.refuse_too_many(request, "sign-in", user.username)
    if not user.check_password(password):
        throttle.count(request, "sign-in", user.username)
        raise ParameterError(field, "", "That isn’t your password.", "no-match")
