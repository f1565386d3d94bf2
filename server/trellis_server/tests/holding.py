"""Another process that holds something, for tests of what is shared."""

import subprocess
import sys
import unittest
from pathlib import Path

from django.conf import settings

HOLDS = """
import sys, time
sys.path[:0] = [{server!r}]
{code}
"""


def holder(test: unittest.TestCase, code: str) -> subprocess.Popen[str]:
    """Runs code that says "held" and stays; it ends with the test."""
    whole = HOLDS.format(server=str(Path(settings.BASE) / "server"), code=code)
    found = subprocess.Popen([sys.executable, "-c", whole], stdout=subprocess.PIPE, text=True)
    test.addCleanup(found.wait)
    test.addCleanup(found.kill)
    assert found.stdout is not None
    test.addCleanup(found.stdout.close)
    test.assertEqual(found.stdout.readline().strip(), "held")
    return found
