"""Tests. Random cases are drawn from a fixed seed and never fail for being slow: the same run on every machine."""

from hypothesis import settings

settings.register_profile("house", deadline=None, derandomize=True)
settings.load_profile("house")

# The toy kind stands in the registry of every test run: before the first job document is read, as an office's own would.
from steady.structures.registry import register  # noqa: E402

from tests.toy.saw_horse import SAW_HORSE  # noqa: E402

register(SAW_HORSE)
