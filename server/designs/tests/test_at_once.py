"""Two windows saving at the same moment: one wins, and nothing is lost."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any

from django.contrib.auth.models import User
from django.db import connection
from django.test import TransactionTestCase

from sabaka_core import load_hive
from server.designs.models import Design, Revision
from server.designs.services import Save, Saved, create_design, save_design
from tests.core.support import EXAMPLES


class AtOnce(TransactionTestCase):
    """Regression."""

    def test_of_many_saves_from_one_revision_one_counts_and_the_rest_are_kept_aside(self) -> None:
        keeper = User.objects.create_user("wren-test")
        design = create_design(keeper, load_hive((EXAMPLES / "bowline.json").read_bytes()))
        start = Barrier(4)

        def save(number: int) -> Saved:
            document: dict[str, Any] = design.document | {"notes": f"window {number}"}
            start.wait()
            try:
                return save_design(keeper, design.id, Save(1, document, f"window {number}"))
            finally:
                connection.close()

        with ThreadPoolExecutor(4) as windows:
            saved = list(windows.map(save, range(4)))
        self.assertEqual(sum(each.aside is None for each in saved), 1)
        self.assertEqual(Revision.objects.filter(design=design, kind="aside").count(), 3)
        kept = {revision.document["notes"] for revision in Revision.objects.filter(design=design, number__gt=1)}
        self.assertEqual(kept, {f"window {number}" for number in range(4)})
        winner = next(each for each in saved if each.aside is None)
        self.assertEqual(Design.objects.get(id=design.id).document, winner.design.document)
