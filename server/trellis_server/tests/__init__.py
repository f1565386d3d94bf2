"""Tests. Random cases are drawn from a fixed seed and never fail for being slow: the same run on every machine."""

from hypothesis import settings

settings.register_profile("house", deadline=None, derandomize=True)
settings.load_profile("house")
