"""The lowest-cost start of an ordinary structure passes, or says in a sentence what stands in its way."""

import unittest
from dataclasses import replace

from django.test import tag
from steady.jobs.document import plan_structure
from steady.jobs.starts import start
from steady.plan.verdict import OPEN, state

from tests.lane import many
from tests.typed_lines import KINDS, ordinary

LEAST_SHARE = 0.85
"""Of each list at least so many come to an answer that can be built; the goal is .95."""


@tag("slow")
class OrdinaryTest(unittest.TestCase):
    def share(self, school: str) -> None:
        passed = looked = 0
        for kind in KINDS:
            for job in ordinary(kind, school, many(6)):
                looked += 1
                found = start(job, "s", "cheapest")
                if found.why:
                    self.assertRegex(found.why, r"^(None of|It cannot|The wind)", (kind, school))
                    continue
                item = job.structures[0]
                taken = replace(item, spec=replace(item.spec, **dict(found.change)))
                now = state(plan_structure(replace(job, structures=(taken,)), "s"))
                self.assertEqual(now, found.state, (kind, school))
                self.assertNotIn(now, OPEN, (kind, school))
                passed += 1
        self.assertGreaterEqual(passed, LEAST_SHARE * looked - 1, school)

    def test_us(self) -> None:
        self.share("us")

    def test_ca(self) -> None:
        self.share("ca")

    def test_uk(self) -> None:
        self.share("uk")

    def test_nz(self) -> None:
        self.share("nz")


if __name__ == "__main__":
    unittest.main()
