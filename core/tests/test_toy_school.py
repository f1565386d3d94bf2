"""A fifth school is a folder and a line: a school made up for the tests plans a fence and a deck; what it leaves open is said."""

import unittest
from typing import get_args
from unittest import mock

from steady.design_codes import registry
from steady.errors import OutOfScopeError
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.starting_designs import start
from steady.plan.results import state
from steady.structures.deck.spec.line_parser import read_deck
from steady.units.units import FT, IN

from tests.make import fence
from tests.toy.book import Toyland


class FifthSchoolTest(unittest.TestCase):
    def setUp(self) -> None:
        self.enterContext(mock.patch.dict(registry.RULEBOOKS, {"toy": Toyland()}))
        things = (Structure(name="Fence", spec=fence(100)), Structure(name="Deck", spec=read_deck("16x11 up3", "deck")))
        self.job = JobDocument(name="j", school="toy", site=Site(soil="sand"), structures=things)  # type: ignore[arg-type]

    def test_a_fence_is_laid_out_held_and_listed(self) -> None:
        made = plan_structure(self.job, "f")
        self.assertEqual(made.school, "toy")
        self.assertGreater(len(made.parts), 3)
        self.assertEqual(len(made.footings), len([mark for mark in made.marks]))
        post = next(check for check in made.checks if check.key == "post.bending_at_grade")
        # By hand: 500 N at the top of 6 ft over a gap of 2 in, on a post 5 1/2 in square; half of 10 MPa may be used.
        by_hand = 500 * (6 * FT + 2 * IN) / ((5.5 * IN) ** 3 / 6) / (0.5 * 10e6)
        self.assertAlmostEqual(post.use or 0, by_hand, 9)

    def test_a_deck_is_framed_by_its_own_strengths(self) -> None:
        made = plan_structure(self.job, "deck")
        names = {check.key for check in made.checks}
        self.assertTrue({"joist.bending", "beam.bending", "joist.deflection"} <= names)
        cited = {
            step.source for check in made.checks if check.key == "joist.bending" for step in (check.demand, check.limit)
        }
        self.assertTrue(any("toy" in source for source in cited), cited)
        self.assertGreater(len(made.footings), 1)

    def test_what_it_leaves_open_is_said_and_never_passes(self) -> None:
        for place in ("f", "deck"):
            made = plan_structure(self.job, place)
            self.assertNotEqual(state(made), "pass")
            self.assertTrue(any("Toyland" in gap.reason for gap in made.not_covered), place)
        wind = [gap for gap in plan_structure(self.job, "f").not_covered if gap.key == "fence.wind_load"]
        self.assertEqual(len(wind), 1)

    def test_a_school_without_habits_says_so(self) -> None:
        with self.assertRaises(OutOfScopeError) as refused:
            start(self.job, "f", "usual here")
        self.assertIn("habit", str(refused.exception))

    def test_documents_name_the_schools_that_there_are(self) -> None:
        self.assertEqual({*get_args(registry.School), "toy"}, set(registry.RULEBOOKS))
