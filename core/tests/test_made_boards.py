"""Composite and PVC boards: their maker's spans, hidden clips, gaps that move with heat, and what is not asked of them."""

import unittest
from dataclasses import replace
from typing import Any

from steady.catalog.items import sticks
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError
from steady.jobs.treatments import treatment_rows
from steady.plan.model import Plan
from steady.plan.results import fails, state
from steady.structures.coating import surface_m2
from steady.structures.deck.designs.candidates import changes
from steady.structures.deck.spec.deck import DeckSpec, StairDesign
from steady.structures.made_boards import MadeBoards, end_gaps
from steady.units.units import IN

from tests.make import case
from tests.test_deck import deck, planned, site

BOARD = "decking composite 1x6"


def composite(text: str = "16x12 up3", **made: Any) -> DeckSpec:
    return replace(deck(text), board=BOARD, made_boards=MadeBoards(**made))


def count(plan: Plan, item: str) -> int:
    return sum(part.count for part in plan.parts if part.item == item)


class SpanTest(unittest.TestCase):
    def test_until_its_makers_figure_is_typed_nothing_is_said_to_pass(self) -> None:
        plan = planned(composite())
        self.assertEqual(state(plan), "to_answer")
        self.assertTrue([gap for gap in plan.not_covered if gap.key == "deck_board.allowable_span" and gap.crew])

    def test_the_typed_spacing_is_held_against_the_joists(self) -> None:
        for span_in, bad in ((12, True), (16, False), (24, False)):
            checks = [
                one for one in planned(composite(span_m=span_in * IN)).checks if one.key == "deck_board.allowable_span"
            ]
            self.assertEqual([fails([one]) for one in checks], [bad])

    def test_treads_ask_for_the_spacing_under_stairs(self) -> None:
        stair = StairDesign(id="s", edge=2, at_m=1.0)
        for typed, key_in_gaps in ((None, True), (0.25, False)):
            spec = replace(composite(span_m=0.4064, stair_span_m=typed), stairs=(stair,))
            plan = planned(spec)
            gaps = [gap for gap in plan.not_covered if gap.key == "tread.allowable_span"]
            self.assertEqual(bool(gaps), key_in_gaps)
            checks = [one for one in plan.checks if one.key == "tread.allowable_span"]
            # Four stringers under 36 in stand 11 1/2 in apart: more than the 250 mm typed.
            self.assertEqual([fails([one]) for one in checks], [] if key_in_gaps else [True])

    def test_no_search_widens_joists_under_boards_of_unknown_reach(self) -> None:
        for typed, most in ((None, 0.4064), (0.6096, 0.6096)):
            spec = composite(span_m=typed)
            tried = changes(case(spec, site(), rulebook("us")))
            spacings = [float(str(value)) for _, change in tried for name, value in change if name == "spacing_m"]
            self.assertLessEqual(max(spacings), most + 1e-6)


class MovementTest(unittest.TestCase):
    def test_a_worked_joint(self) -> None:
        """4.88 m at 10 C, -20 to 50, 45 millionths, least 2 mm: 10.8 mm now, 17.4 mm in frost, 6.4 mm at a wall."""
        gaps = end_gaps(sticks()[BOARD], MadeBoards(), 4.88)
        self.assertAlmostEqual(gaps.laid_m * 1000, 10.8, delta=0.05)
        self.assertAlmostEqual(gaps.coldest_m * 1000, 17.4, delta=0.05)
        self.assertAlmostEqual(gaps.wall_m * 1000, 6.4, delta=0.05)

    def test_joints_are_asked_for_where_boards_meet_alone(self) -> None:
        one, two = planned(composite(span_m=0.4064)), planned(composite("26x12 up3", span_m=0.4064))
        self.assertFalse([check for check in one.checks if check.key == "deck_board.end_joint"])
        self.assertTrue([check for check in two.checks if check.key == "deck_board.end_joint"])
        self.assertTrue([note for note in one.notes if "Board ends at 10" in note])

    def test_days_in_the_wrong_order_are_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            planned(composite("26x12 up3", span_m=0.4064, laid_c=40.0, hottest_c=30.0))


class FixingTest(unittest.TestCase):
    def test_clips_by_hand(self) -> None:
        """16x12 ft: 26 rows over 13 joists: a clip in each gap on each joist, starters along both outer rows."""
        plan = planned(composite(span_m=0.4064))
        rows = sum(place.count for part in plan.parts if part.role == "decking" for place in part.places)
        joists = sum(part.count for part in plan.parts if part.role == "joist")
        self.assertEqual((rows, joists), (26, 13))
        self.assertEqual(count(plan, "hidden clip"), 25 * 13)
        self.assertEqual(count(plan, "starter clip"), 2 * 13)
        screwed = planned(composite(span_m=0.4064, clips=False))
        self.assertEqual(count(screwed, "hidden clip"), 0)
        self.assertGreater(count(screwed, "deck screw"), count(plan, "deck screw"))

    def test_it_is_neither_stained_nor_treated(self) -> None:
        wood, made = planned(deck("16x12 up3")), planned(composite(span_m=0.4064))
        self.assertLess(surface_m2(made), surface_m2(wood) - 30)
        self.assertNotIn(BOARD, {row.item for row in treatment_rows([made], rulebook("us"), [])})
