"""The page of benchmark results: this run, and the one before it."""

import tempfile
from pathlib import Path
from unittest import mock

from django.test import SimpleTestCase

from trellis_server.management.commands import bench


class KeptTest(SimpleTestCase):
    def test_this_run_pushes_the_last_one_down(self) -> None:
        with tempfile.TemporaryDirectory() as folder, mock.patch.object(bench, "KEPT", Path(folder) / "bench.md"):
            bench.keep(["Plan of a fence", "  0 zones: 10 bays 4 ms"])
            self.assertIn("None was kept.", bench.KEPT.read_text(encoding="utf-8"))
            bench.keep(["Plan of a fence", "  0 zones: 10 bays 3 ms"])
            text = bench.KEPT.read_text(encoding="utf-8")
        this, before = text.split(bench.BEFORE)
        self.assertIn("10 bays 3 ms", this)
        self.assertIn("10 bays 4 ms", before)
        self.assertNotIn("None was kept.", text)
