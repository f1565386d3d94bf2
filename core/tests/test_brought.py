"""A structure brought from one job into another."""

import unittest

from steady.errors import InputError
from steady.jobs.brought import bring
from steady.jobs.document import Job, Structure, plan_structure
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.registry import KINDS, kind_of
from steady.yard.stock import sticks

from tests.make import case  # noqa: F401 (registers the toy kind, which comes along as well)


def job(*names: str, school: str = "us") -> Job:
    made = tuple(
        Structure(name=name, spec=FenceSpec(id=name, straights=(Straight(id="a", length_m=9.0),))) for name in names
    )
    return Job(name="x", school=school, structures=made)  # type: ignore[arg-type]


class BroughtTest(unittest.TestCase):
    def test_it_comes_under_a_free_name_and_both_jobs_stay(self) -> None:
        here, there = job("f", "f-2"), job("f")
        found = bring(here, there, "f")
        self.assertEqual((found.spec.id, found.name, found.stands), ("f-3", "f 2", None))
        self.assertEqual((here, there), (job("f", "f-2"), job("f")))

    def test_it_is_at_home_under_the_other_school(self) -> None:
        found = bring(job(school="uk"), job("f"), "f")
        for item in (found.spec.post, found.spec.rail, found.spec.board):
            self.assertIn("uk", sticks()[item].schools)
        whole = Job(name="y", school="uk", structures=(found,))
        self.assertGreater(len(plan_structure(whole, "f").marks), 2)

    def test_what_rests_on_another_is_not_brought_alone(self) -> None:
        there = Job(name="x", structures=(Structure(name="P", spec=PergolaSpec(id="p", on="deck", attach="free")),))
        with self.assertRaises(InputError) as refused:
            bring(job(), there, "p")
        self.assertIn("rests on another", refused.exception.message)
        with self.assertRaises(InputError):
            bring(job(), there, "nobody")

    def test_every_kind_says_whether_it_rests(self) -> None:
        for kind in KINDS:
            self.assertTrue(callable(kind.rests), kind.key)
        self.assertIsNone(kind_of(PergolaSpec(id="p")).rests(PergolaSpec(id="p")))
