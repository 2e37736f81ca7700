"""Shared by all tests: deterministic hypothesis, so that a run is the same everywhere and a failure stays."""

from hypothesis import settings

settings.register_profile("bolometric", derandomize=True, deadline=None, max_examples=50)
settings.load_profile("bolometric")
