"""The demo keeper of Saltmarsh Row and the hives on the shelf."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from sabaka_core import load_hive
from server.designs.models import Design
from server.designs.services import create_design

DEMO_KEEPER = "wren"
DEMO_HIVES = ("granny", "sheepshank", "bowline")


@transaction.atomic
def load_demo() -> int:
    """Make the demo keeper and the demo hives, unless they were made before.

    Returns:
        How many hives were put on the shelf; 0 when the keeper was there already.
    """
    user, made = User.objects.get_or_create(username=DEMO_KEEPER, defaults={"first_name": "Wren, Saltmarsh Row"})
    if not made:
        return 0
    user.set_unusable_password()
    user.save()
    for name in DEMO_HIVES:
        create_design(user, load_hive((settings.EXAMPLES / f"{name}.json").read_bytes()), "Demo hive")
    return Design.objects.filter(owner=user).count()
