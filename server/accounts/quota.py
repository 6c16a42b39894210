"""How much one account may keep, so that nobody fills the disk for all."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User


@dataclass(frozen=True)
class Quota:
    """The most of each that one keeper's account holds."""

    designs: int
    photos: int


_OWN = Quota(designs=500, photos=20_000)
# Everybody's own toy: enough to try everything.
_DEMO = Quota(designs=60, photos=60)


def is_demo(user: User) -> bool:
    """Whether an account is the demo's, to which nobody has a password."""
    return not user.has_usable_password()


def quota_of(user: User) -> Quota:
    """How much an account may keep; the demo's, which is nobody's own, less."""
    return _DEMO if is_demo(user) else _OWN
