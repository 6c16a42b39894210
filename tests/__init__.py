"""The tests. Property tests are the same at every run, so that a failure is a change's own."""

from hypothesis import settings

settings.register_profile("sabaka", deadline=None, derandomize=True)
settings.load_profile("sabaka")
