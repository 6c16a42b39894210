"""The demo keeper of Saltmarsh Row and the hives on the shelf."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from pydantic import TypeAdapter

from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.actions import AnyEdit
from server.designs.services import create_design

DEMO_KEEPER = "wren"
_EDIT: TypeAdapter[AnyEdit] = TypeAdapter(AnyEdit)
# A hive of each system, by its file and what it is called; sheepshank and granny are two turns of the sloped one.
# Lowest on the shelf first.
DEMO_HIVES = {
    "tall-in-stack": "Marlinspike",
    "conversion-box": "Splice",
    "tree-cavity": "Monkey’s Fist",
    "stacked-long": "Round Turn",
    "rear-access": "Cleat",
    "side-by-side": "Carrick",
    "two-chamber": "Fisherman",
    "deep-horizontal": "Anchor",
    "long-shallow": "Figure of Eight",
    "straight-top-bar": "Reef",
    "granny": "Granny",
    "sheepshank": "Sheepshank",
    "bowline": "Bowline",
}
# What their keepers did to them since: each holds something to discover. Chamber, and what was done there.
SINCE: dict[str, tuple[tuple[int, dict[str, Any]], ...]] = {
    "two-chamber": ((1, {"do": "set", "path": "/supers/0/turned", "text": "yes"}),),
    "side-by-side": (
        *((1, {"do": "retype-comb", "at": at, "contents": "brood"}) for at in range(2, 7)),
        *((1, {"do": "retype-comb", "at": at, "contents": "honey"}) for at in (0, 8, 9)),
        (1, {"do": "add-cover", "kind": "cloth"}),
        (1, {"do": "add-layer", "path": "/roof/layers", "at": 0, "material": "wood fibre", "thickness_mm": 40.0}),
        (1, {"do": "set", "path": "/roof/opens", "text": "slides"}),
    ),
    "deep-horizontal": (
        (0, {"do": "set", "path": "/chambers/0/under/mesh_to_mm", "text": "380"}),
        (0, {"do": "set", "path": "/chambers/0/under/shutter", "text": "open"}),
        (0, {"do": "set", "path": "/roof/opens", "text": "hinged-side"}),
    ),
    "long-shallow": (
        (0, {"do": "add-super", "chamber": "body", "standard": "langstroth-medium"}),
        (0, {"do": "set", "path": "/supers/1/at_mm", "text": "430"}),
    ),
    "straight-top-bar": (
        (0, {"do": "add-layer", "path": "/chambers/0/walls/sides", "material": "cork", "thickness_mm": 30.0}),
        (0, {"do": "add-layer", "path": "/chambers/0/walls/sides", "material": "softwood", "thickness_mm": 18.0}),
    ),
}


def load_demo() -> int:
    """Make the demo keeper and the demo hives, unless they were made before.

    Returns:
        How many hives were put on the shelf; 0 when the keeper was there already.
    """
    return demo_keeper()[1]


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
        if not user.has_usable_password():
            return user, 0
    raise ParameterError("demo", "", "Every name for the demo keeper is taken.", "no-demo")


def _made(username: str) -> tuple[User, int]:
    user = User.objects.create_user(username, first_name="Wren, Saltmarsh Row")
    for example, name in DEMO_HIVES.items():
        hive = load_hive((settings.EXAMPLES / f"{example}.json").read_bytes())
        for box, done in SINCE.get(example, ()):
            hive = apply_edit(hive, _EDIT.validate_python(done), box)
        create_design(user, hive.model_copy(update={"name": name}), "Demo hive")
    return user, len(DEMO_HIVES)
