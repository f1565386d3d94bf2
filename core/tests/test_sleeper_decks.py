"""Decks on sleepers: no beam, post or footing, a bed of gravel counted by hand, and what stops them."""

import math
import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.jobs.starting_designs import start
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.deck.spec.deck import DeckSpec
from steady.units.units import FT, IN

from tests.test_deck import deck, planned
from tests.test_deck_stairs_pass import job
from tests.test_no_overlaps import overlaps


def on_sleepers(high_m: float, **changes: object) -> DeckSpec:
    spec = deck("12x10 up1")
    corners = tuple(replace(corner, height_m=high_m) for corner in spec.outline)
    asked = {"rests": "sleepers", "attach": "free", "joist": "joist 2x6 pine", **changes}
    return replace(spec, outline=corners, **asked)  # type: ignore[arg-type]


def bags(plan: Plan) -> int:
    return sum(part.count for part in plan.parts if part.role == "bed")


class SleeperTest(unittest.TestCase):
    def test_it_has_sleepers_rims_boards_and_gravel_alone(self) -> None:
        plan = planned(on_sleepers(6.5 * IN))
        self.assertEqual(
            {part.role for part in plan.parts if part.length_m > 0}, {"joist", "rim", "decking", "blocking"}
        )
        self.assertEqual(plan.footings, ())
        self.assertFalse([part for part in plan.parts if "hanger" in part.item])
        self.assertEqual(overlaps(plan), [])
        self.assertEqual(state(plan), "pass")

    def test_the_pressure_by_hand(self) -> None:
        """12 ft at 16 in: ten sleepers of 1 1/2 in under 50 lb/ft2 and what it weighs: p L / (n b), sand 2,000 lb/ft2."""
        plan = planned(on_sleepers(6.5 * IN))
        check = next(one for one in plan.checks if one.key == "sleeper.soil_bearing")
        dead_and_live = 50.0
        self.assertAlmostEqual(check.demand.value, dead_and_live * 12 / (10 * 1.5 / 12), delta=1)
        self.assertAlmostEqual(check.limit.value, 2000)
        given = {name: value for name, value, _ in check.demand.inputs}
        self.assertAlmostEqual(check.demand.value, given["p"] * given["L"] / (given["n"] * given["b"]), places=6)

    def test_the_gravel_by_hand(self) -> None:
        """10 ft by 12 ft and 6 in more all round, 4 in deep at 6 1/2 in; an inch higher, an inch more; half a cubic foot a bag."""
        area = 10 * 12 + 44 * 0.15 / 0.3048 + 4 * (0.15 / 0.3048) ** 2
        for high_in, deep_in in ((6.5, 4.0), (8.5, 6.0), (5.5, 4.0)):
            self.assertEqual(
                bags(planned(on_sleepers(high_in * IN))), math.ceil(area * deep_in / 12 / 0.5 - 1e-6), high_in
            )

    def test_too_high_or_too_low_cannot_be_built(self) -> None:
        for high_m, word in ((1 * FT, "Too high"), (0.05, "")):
            conflicts = planned(on_sleepers(high_m)).conflicts
            self.assertTrue(not word or word in " ".join(conflicts), conflicts)
        self.assertFalse(planned(on_sleepers(10 * IN)).conflicts)

    def test_it_stands_free_and_carries_no_roof(self) -> None:
        with self.assertRaises(InvalidInputError) as told:
            planned(on_sleepers(6.5 * IN, attach="ledger"))
        self.assertEqual(told.exception.field, "attach")

    def test_it_says_that_it_moves(self) -> None:
        self.assertTrue([one for one in planned(on_sleepers(6.5 * IN)).cautions if "moves with the ground" in one.text])
        self.assertFalse([one for one in planned(deck("12x10 up1")).cautions if "moves with the ground" in one.text])


class SearchTest(unittest.TestCase):
    def test_a_deck_too_low_for_beams_comes_to_an_answer(self) -> None:
        one = job("12x10 up0'7")
        self.assertEqual(start(one, "s", "usual here").state, "conflict")
        found = start(one, "s", "cheapest")
        self.assertEqual(found.state, "pass", found.why)
        self.assertIn("sleepers", dict(found.change).values())

    def test_a_deck_at_the_house_with_room_for_beams_stays_on_it(self) -> None:
        found = start(job("12x10 up1"), "s", "cheapest")
        self.assertNotIn("rests", dict(found.change))
