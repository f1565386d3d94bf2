"""Makers' numbers: a gap that names what it needs is closed by what a maker says it holds, and by nothing less."""

import unittest
from dataclasses import replace

from steady.plan.results import state, unchecked_items
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.units.units import LB

from tests.test_deck import deck, planned

SPEC = deck("18x11 up4", stairs=(StairDesign(id="s", edge=2, at_m=1.0),))
NAMES = ("stringer_hanger.capacity", "handrail_brackets.capacity")


def rated(lb: float, *names: str) -> tuple[ManufacturerRating, ...]:
    return tuple(ManufacturerRating(what=name, holds_n=lb * LB) for name in names)


class RatingsTest(unittest.TestCase):
    def test_an_unrated_hanger_is_not_covered_and_says_what_it_must_hold(self) -> None:
        found = {gap.key: gap for gap in unchecked_items(planned(SPEC))}
        for name in NAMES:
            needs = found[name].needs
            assert needs is not None
            self.assertGreater(needs.value, 50)
            self.assertIn(f"{needs.value:,.0f} lb", found[name].reason)

    def test_a_rating_closes_its_gap_everywhere_and_only_it(self) -> None:
        plan = planned(replace(SPEC, ratings=rated(600, NAMES[0])))
        self.assertNotIn(NAMES[0], {gap.key for gap in unchecked_items(plan)})
        self.assertIn(NAMES[1], {gap.key for gap in unchecked_items(plan)})
        check = next(check for check in plan.checks if check.key == NAMES[0])
        self.assertAlmostEqual(check.limit.value, 600, 6)
        # By hand: half the flight's load on four stringers' upper ends, 50 psf on 36 in × 63 in.
        self.assertAlmostEqual(check.demand.value, 50 * 3 * 5.25 / 2 / 2, delta=0.5)

    def test_less_than_it_must_hold_fails(self) -> None:
        self.assertEqual(state(planned(replace(SPEC, ratings=rated(20, *NAMES)))), "fail")
        self.assertEqual(state(planned(replace(SPEC, ratings=rated(600, *NAMES)))), "pass")

    def test_a_rating_for_nothing_here_changes_nothing(self) -> None:
        self.assertEqual(planned(replace(SPEC, ratings=rated(600, "No such thing holds"))).checks, planned(SPEC).checks)
