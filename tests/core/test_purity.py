"""The core stands alone."""

from __future__ import annotations

import pkgutil
import subprocess
import sys
from unittest import TestCase

import sabaka_core
from tests.core.support import ROOT


class TheCoreStandsAlone(TestCase):
    """House."""

    def test_importing_all_of_it_loads_neither_django_nor_the_server(self) -> None:
        names = [m.name for m in pkgutil.walk_packages(sabaka_core.__path__, "sabaka_core.")]
        self.assertGreater(len(names), 30)
        lines = [f"import {name}" for name in names]
        lines += ["import sys", "bad = {'django', 'ninja', 'server'} & {m.split('.')[0] for m in sys.modules}"]
        lines += ["sys.exit(','.join(sorted(bad)) or 0)"]
        done = subprocess.run(
            [sys.executable, "-c", "\n".join(lines)], cwd=ROOT, capture_output=True, text=True, check=False
        )
        self.assertEqual((done.returncode, done.stderr.strip()), (0, ""))
