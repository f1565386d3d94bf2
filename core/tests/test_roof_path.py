"""The way of a roof's loads down its posts: by hand for the slatted pergola, and what holds for every kind in every school."""

import unittest

from steady.plan.model import Detail, Plan
from steady.structures.pergola.checks import check_pergola
from steady.structures.registry import plan

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import SITES
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

LINE = "18x11 high8 over1 rafters24in slats5in brace2"


def path(made: Plan) -> Detail:
    return next(detail for detail in made.details if detail.id.endswith("/path"))


def values(detail: Detail, symbol: str) -> list[float]:
    return [step.value for step in detail.facts if step.symbol == symbol]


class ByHand(unittest.TestCase):
    """An 18-ft beam on two posts, half of an 11-ft roof on it."""

    def test_each_post_gets_half_of_what_its_beam_carries(self) -> None:
        detail = path(plan(pergola(LINE)))
        [width], [lasting], [passing], [down] = (values(detail, name) for name in ("b", "w_D", "w_L", "R"))
        self.assertAlmostEqual(width, 5.5, places=2)
        self.assertAlmostEqual(passing, 5.0 * 5.5, places=2)  # uniform roof live load, 5 lb/ft² on open slats
        # One person of 300 lb right over the post is more than the 247 lb that are spread.
        self.assertAlmostEqual(down, lasting * 18 / 2 + 300, delta=0.5)
        [foot] = values(detail, "N")
        # A 6x6 of 8 ft less its shoulders, as dense as the yard's pine: some 60 to 70 lb.
        self.assertTrue(55 < foot - down < 80, foot - down)

    def test_the_lift_is_that_of_what_is_solid(self) -> None:
        """144 lb where slats and rafters cover .344; with a pair of rafters over each post they cover .359."""
        [lift] = values(path(plan(pergola(LINE))), "U")
        self.assertAlmostEqual(lift, 144 * 0.359 / 0.344, delta=0.02 * 144)

    def test_the_push_is_shared_by_the_posts_of_its_bent(self) -> None:
        detail, found = path(plan(pergola(LINE))), check_pergola(pergola(LINE))
        for shear, sway in zip(values(detail, "V"), found.held.swayed, strict=True):
            self.assertAlmostEqual(shear * 4.4482, sway.shear_n, delta=0.5)


class Everywhere(unittest.TestCase):
    """Loads add up on the way down."""

    def test_every_kind_in_every_school(self) -> None:
        for school, site in SITES.items():
            metric = school != "us"
            for one in (
                pergola("5.4x3.3 high2.4" if metric else LINE, school, site),
                lean_to("3.6x2.4 fall3 beam2.4" if metric else "12x8 fall3 beam8", school, site),
                pavilion("3.6x3.6 pitch25" if metric else "12x12 pitch25", school, site),
            ):
                with self.subTest(school, kind=type(one.spec).__name__):
                    detail = path(plan(one))
                    [down], [foot] = values(detail, "R"), values(detail, "N")
                    self.assertGreater(foot, down)
                    self.assertEqual([push.force_n > 0 for push in detail.pushes], [True] * len(detail.pushes))
                    pressed = next(push.force_n for push in detail.pushes if push.label == "foot")
                    self.assertGreater(pressed, next(push.force_n for push in detail.pushes if push.label == "down"))
