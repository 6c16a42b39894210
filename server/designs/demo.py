"""The demo keeper of Saltmarsh Row and the hives on the shelf."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from sabaka_core import ParameterError, load_hive
from server.accounts.quota import is_demo
from server.designs.services import create_design

DEMO_KEEPER = "wren"
# A hive of each system as its keeper has it, by its file and what it is called; sheepshank and granny are two turns of
# the sloped one, and one is a bait box. Lowest on the shelf first.
DEMO_HIVES = {
    "kept/marlinspike": "Marlinspike",
    "kept/slip-knot": "Slip Knot",
    "kept/splice": "Splice",
    "kept/monkeys-fist": "Monkey’s Fist",
    "kept/round-turn": "Round Turn",
    "kept/cleat": "Cleat",
    "kept/carrick": "Carrick",
    "kept/fisherman": "Fisherman",
    "kept/anchor": "Anchor",
    "kept/figure-of-eight": "Figure of Eight",
    "kept/reef": "Reef",
    "granny": "Granny",
    "sheepshank": "Sheepshank",
    "bowline": "Bowline",
}


@transaction.atomic
def demo_keeper() -> tuple[User, int]:
    """The demo keeper, and how many hives were put on the shelf just now: all where there was no keeper yet.

    Nobody signs in to the demo keeper by a password. An account of its name that has one is somebody's own: the
    demo then gets another name, and nobody is handed what isn't theirs.
    """
    for name in (DEMO_KEEPER, *(f"{DEMO_KEEPER}-{number}" for number in range(2, 1000))):
        user = User.objects.filter(username=name).first()
        if user is None:
            return _made(name)
        if is_demo(user):
            return user, 0
    raise ParameterError("demo", "", "Every name for the demo keeper is taken.", "no-demo")


def _made(username: str) -> tuple[User, int]:
    user = User.objects.create_user(username, first_name="Wren, Saltmarsh Row")
    return user, put_on_shelf(user)


def put_on_shelf(user: User) -> int:
    """Puts the demo hives on a shelf; how many."""
    for example in DEMO_HIVES:
        create_design(user, load_hive((settings.EXAMPLES / f"{example}.json").read_bytes()), "Demo hive")
    return len(DEMO_HIVES)
