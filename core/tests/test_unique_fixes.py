"""What would help lists no way twice: of two names for one structure the first is offered."""

import unittest
from dataclasses import replace

from steady.jobs.suggested_fixes import options

from tests.typed_lines import KINDS, ordinary


class OnceTest(unittest.TestCase):
    def test_no_two_offers_are_one_structure(self) -> None:
        offered = 0
        for kind in KINDS:
            for job in ordinary(kind, "us", 2):
                rows = options(job, "s")
                item = job.structures[0]
                made = [replace(item.spec, **dict(row.change)) for row in rows]
                offered += len(made)
                for k, one in enumerate(made):
                    self.assertNotIn(one, made[:k], rows[k].says)
                self.assertEqual(len({(round(r.price, 2), round(r.use, 6), r.governs) for r in rows}), len(rows))
        self.assertGreater(offered, 5)
