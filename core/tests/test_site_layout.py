"""Structures on their site: turned and moved by hand, first places out of each other's way, and one that fails alone."""

import math
import unittest
from dataclasses import replace
from unittest import mock

from steady.drawing.scene import scene
from steady.errors import OutOfScopeError
from steady.ground.placement import SitePlacement
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.site_layout import APART_M, site_plan, unplaced, whole_scene
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.pergola.line_parser import read_pergola

from tests.make import fence


def job(**changes: object) -> JobDocument:
    three = (
        Structure(name="Fence", spec=fence(40)),
        Structure(name="Deck", spec=read_deck("16x12 up2", "deck")),
        Structure(name="Pergola", spec=read_pergola("14x10", "pergola")),
    )
    return replace(JobDocument(name="j", structures=three), **changes)  # type: ignore[arg-type]


class StandingTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """A quarter turn to the left takes what lies to the right up the paper."""
        place = SitePlacement(x_m=10.0, y_m=5.0, turn_rad=math.pi / 2, level_m=0.4)
        for got, wanted in zip(place.carry((2.0, 0.0, 1.0)), (10.0, 7.0, 1.4), strict=True):
            self.assertAlmostEqual(got, wanted, 9)
        for got, wanted in zip(place.turned((0.0, 1.0, 0.0)), (-1.0, 0.0, 0.0), strict=True):
            self.assertAlmostEqual(got, wanted, 9)


class SitePlanTest(unittest.TestCase):
    def test_what_nobody_placed_stands_apart(self) -> None:
        made = site_plan(job())
        self.assertEqual([stand.placed for stand in made.stands], [False, False, False])
        boxes = []
        for stand in made.stands:
            xs, ys = [p[0] for r in stand.outlines for p in r], [p[1] for r in stand.outlines for p in r]
            boxes.append((min(xs), min(ys), max(xs), max(ys)))
        for i, a in enumerate(boxes):
            for b in boxes[i + 1 :]:
                apart = max(b[0] - a[2], a[0] - b[2], b[1] - a[3], a[1] - b[3])
                self.assertGreaterEqual(apart, APART_M - 0.01)

    def test_what_was_placed_stays_whatever_comes_beside_it(self) -> None:
        here = SitePlacement(x_m=20.0, y_m=-4.0, turn_rad=0.5)
        plain = job()
        first = replace(plain, structures=(plain.structures[0], replace(plain.structures[1], stands=here)))
        more = replace(plain, structures=(*first.structures, plain.structures[2]))
        self.assertEqual(site_plan(first).stands[1].outlines, site_plan(more).stands[1].outlines)
        self.assertTrue(site_plan(more).stands[1].placed)

    def test_a_turn_keeps_every_area(self) -> None:
        plain = job()
        turned = replace(
            plain, structures=tuple(replace(s, stands=SitePlacement(turn_rad=1.1, x_m=3)) for s in plain.structures)
        )
        for a, b in zip(site_plan(plain).stands, site_plan(turned).stands, strict=True):
            self.assertAlmostEqual(sum(map(area, a.outlines)), sum(map(area, b.outlines)), delta=0.02)

    def test_one_that_cannot_be_planned_says_so_alone(self) -> None:
        plain = job()
        bad = replace(plain.structures[2], spec=replace(read_pergola("14x10", "pergola"), slat="no such stick"))
        made = site_plan(replace(plain, structures=(*plain.structures[:2], bad)))
        self.assertTrue(made.stands[2].failed)
        self.assertTrue(made.stands[0].outlines and made.stands[1].outlines)
        self.assertEqual(len(whole_scene(replace(plain, structures=(bad,))).solids), 0)

    def test_a_rule_that_does_not_reach_takes_nothing_else_down(self) -> None:
        made = site_plan(replace(job(), school="toy"))  # type: ignore[arg-type]
        self.assertEqual(len(made.stands), 3)  # a school that there is none of: every one says so
        self.assertTrue(all("code" in stand.failed for stand in made.stands))
        with mock.patch("steady.jobs.site_layout.plan_structure", side_effect=OutOfScopeError("no rule reaches here")):
            self.assertEqual({stand.failed for stand in site_plan(job()).stands}, {"no rule reaches here"})

    def test_an_empty_job_has_a_site(self) -> None:
        made = site_plan(JobDocument(name="j"))
        self.assertEqual(made.stands, ())
        self.assertGreater(made.bounds[2], made.bounds[0])

    def test_the_whole_in_space_is_the_sum_of_its_structures(self) -> None:
        plain = job()
        whole = whole_scene(plain)
        alone = [len(scene(plan_structure(plain, s.spec.id)).solids) for s in plain.structures]
        self.assertEqual(len(whole.solids), sum(alone))
        self.assertEqual({solid.about for solid in whole.solids}, {s.spec.id for s in plain.structures})


def area(ring: tuple[tuple[float, float], ...]) -> float:
    return abs(sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], ring[0]), strict=True))) / 2


class UnplacedTest(unittest.TestCase):
    def test_what_nobody_placed_is_named_and_what_was_is_not(self) -> None:
        two = JobDocument(
            name="Two",
            structures=(
                Structure(name="Front", spec=fence(30, id="a")),
                Structure(
                    name="Back",
                    spec=fence(30, id="b"),
                    stands=SitePlacement(x_m=1.0),
                ),
            ),
        )
        self.assertIn("Not placed on the site yet", unplaced(two))
        self.assertIn("Front", unplaced(two))
        self.assertNotIn("Back", unplaced(two))
        placed = replace(two, structures=(replace(two.structures[0], stands=SitePlacement()), two.structures[1]))
        self.assertEqual(unplaced(placed), "")
