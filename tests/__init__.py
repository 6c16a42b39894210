"""The tests. Property tests are the same at every run, so that a failure is a change's own.

``make properties`` runs them with examples that nobody has seen.
"""

import os

from hypothesis import settings

settings.register_profile("sabaka", deadline=None, derandomize=True)
settings.register_profile("random", deadline=None, derandomize=False, print_blob=True)
settings.load_profile(os.environ.get("SABAKA_PROPERTIES", "sabaka"))
