"""Stairs in two flights, and stairs with a middle support: risers all alike, loads to the ground, no piece in another."""

import math
import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.plan.results import fails
from steady.structures.deck.spec.deck import DeckSpec, Landing, StairDesign, Turn
from steady.units.units import FT, IN

from tests.test_deck import deck, planned
from tests.test_no_overlaps import overlaps

TURNS: tuple[tuple[Turn, int], ...] = (("straight", 4), ("left", 5), ("right", 4), ("back left", 7), ("back right", 6))
HIGH_M, RISERS = 6 * FT, 10
"""6 ft in risers of at most 7 3/4 in: ten of 7.2 in."""


def with_stair(**changes: object) -> DeckSpec:
    stair = StairDesign(id="s", edge=2, at_m=1.2, going_m=10 * IN)
    return replace(deck("16x12 up6"), stairs=(replace(stair, **changes),))  # type: ignore[arg-type]


def treads(plan: Plan) -> list[float]:
    """Tops of all treads under the deck's boards, each once."""
    found = {
        round(place.at[2] + part.section_m[0] / 2, 4)
        for part in plan.parts
        if part.role == "tread"
        for place in part.places
    }
    return sorted(found, reverse=True)


class LandingTest(unittest.TestCase):
    def test_all_risers_of_both_flights_are_alike_and_the_landing_is_a_tread(self) -> None:
        for turn, upper in TURNS:
            plan = planned(with_stair(landing=Landing(risers=upper, turn=turn)))
            steps = [-k * HIGH_M / RISERS for k in range(1, RISERS)]
            landing = steps.pop(upper - 1)
            self.assertEqual(len(treads(plan)), len(steps), turn)
            for is_at, should in zip(treads(plan), steps, strict=True):
                self.assertAlmostEqual(is_at, should, delta=2e-4)
            boards = [
                place.at[2] + part.section_m[0] / 2
                for part in plan.parts
                if part.role == "decking"
                for place in part.places
                if "landing" in place.id
            ]
            self.assertAlmostEqual(max(boards), landing, delta=2e-4)

    def test_where_the_last_tread_lies(self) -> None:
        """By hand: 4 risers above and 6 below, 10-in goings: 30 in out to the landing; its last tread 40 to 50 in on from it."""
        left_m, right_m = 16 * FT - 1.2 - 36 * IN, 16 * FT - 1.2
        for turn, _ in TURNS[:3]:
            plan = planned(with_stair(landing=Landing(risers=4, turn=turn)))
            last = [
                place.at
                for part in plan.parts
                if part.role == "tread"
                for place in part.places
                if "lower/tread/5/" in place.id
            ]
            self.assertEqual(len(last), 2, turn)
            along = sorted(
                abs(at[1 if turn == "straight" else 0] - self._starts(turn, left_m, right_m)) / IN for at in last
            )
            self.assertGreater(along[0], 40)
            self.assertLess(along[1], 52)

    def test_every_post_is_read_off_the_decks_own_tapes(self) -> None:
        for edge, which in ((2, 0), (1, 1)):
            for turn, upper in TURNS:
                plan = planned(with_stair(edge=edge, landing=Landing(risers=upper, turn=turn)))
                posts = {place.id: place.at for part in plan.parts if part.role == "post" for place in part.places}
                landing = [mark for mark in plan.marks if "landing" in mark.id]
                self.assertEqual(len(landing), 4)
                for mark in landing:
                    at = posts[mark.id]
                    self.assertAlmostEqual(mark.station_m, at[0], delta=1e-4)
                    assert mark.across_m is not None
                    self.assertAlmostEqual(mark.across_m, at[1], delta=1e-4)
                    # Its reading along the beam, on the plan: along the way that its landing's beams run.
                    self.assertAlmostEqual(mark.leg_station_m, at[which], delta=1e-4, msg=f"{edge} {turn}")
                stands = [target for target in plan.targets if target.what == "stands at" and "landing" in target.about]
                self.assertEqual(len(stands), 4)
                for target in stands:
                    self.assertAlmostEqual(target.planned, posts[target.about][which], delta=1e-4)
                    # The spec holds no single post of a landing where it was measured: none is offered to be.
                    self.assertEqual(target.replans, "")

    def test_the_section_has_ground_under_both_flights(self) -> None:
        plan = planned(with_stair(landing=Landing(risers=4)))
        ground = next(curve for curve in plan.curves if curve.what == "ground")
        # By hand: 12 ft, 30 in of upper flight, 36 in of landing, 50 in of lower flight.
        self.assertGreater(max(at[1] for at in ground.points), 12 * FT + (30 + 36 + 50) * IN - 1e-6)
        for at in ground.points:
            self.assertAlmostEqual(at[2], -HIGH_M, delta=1e-6)

    def _starts(self, turn: str, left_m: float, right_m: float) -> float:
        """Where the lower flight leaves its landing. Edge 2 runs to the right of one who walks down."""
        return {"straight": 12 * FT + 66 * IN, "right": left_m, "left": right_m}[turn]

    def test_no_piece_stands_in_another(self) -> None:
        for turn, upper in TURNS:
            with self.subTest(turn=turn):
                plan = planned(with_stair(landing=Landing(risers=upper, turn=turn)))
                self.assertEqual(overlaps(plan), [])
                self.assertFalse(plan.conflicts)

    def test_the_landings_posts_carry_the_flight_above_too(self) -> None:
        """Half of the flight's load comes down on its landing: 3 ft by half of 30 in at 50 lb/ft2, and all its own."""
        plan = planned(with_stair(landing=Landing(risers=4)))
        loads = [
            check.working[0].value
            for check in plan.checks
            if check.key == "footing.soil_bearing" and "/landing/" in check.about
        ]
        self.assertEqual(len(loads), 4)
        area = 3 * (3 + 10 / 12)
        least = 50 * (area + 3 * 30 / 12 / 2)
        self.assertGreater(sum(loads), least)
        self.assertLess(sum(loads), 1.45 * least)
        self.assertTrue([check for check in plan.checks if check.key.startswith("joist_under_stair.")])

    def test_left_and_right_are_mirrored(self) -> None:
        one, other = (planned(with_stair(landing=Landing(risers=4, turn=turn))) for turn in ("left", "right"))

        def counted(plan: Plan) -> list[tuple[str, int, int]]:
            # Joists are spaced from one side of a deck, and blocking goes between them: neither mirrors.
            return sorted(
                (part.role, round(part.length_m * 1000), part.count)
                for part in plan.parts
                if part.length_m > 0 and part.role not in ("joist", "blocking")
            )

        self.assertEqual(counted(one), counted(other))
        self.assertEqual(len(one.footings), len(other.footings))

    def test_a_landing_too_low_or_a_flight_back_under_the_deck_is_told_at_its_field(self) -> None:
        for landing in (Landing(risers=10), Landing(risers=4, turn="back left")):
            with self.assertRaises(InvalidInputError) as told:
                planned(with_stair(landing=landing))
            self.assertEqual(told.exception.field, "stairs/0/landing/risers")
        with self.assertRaises(InvalidInputError) as told:
            planned(with_stair(landing=Landing(), middle=True))
        self.assertEqual(told.exception.field, "stairs/0/middle")

    def test_a_landing_shorter_than_the_stair_is_wide_fails(self) -> None:
        for long_m, bad in ((30 * IN, True), (36 * IN, False), (4 * FT, False)):
            plan = planned(with_stair(landing=Landing(length_m=long_m)))
            checks = [check for check in plan.checks if check.key == "stair.landing_length"]
            self.assertEqual([fails([check]) for check in checks], [bad])


class MiddleSupportTest(unittest.TestCase):
    def test_a_quarter_of_the_moment_and_five_eighths_of_the_load(self) -> None:
        """Two equal spans: w (L/2)^2 / 8 is a quarter of w L^2 / 8; the middle carries 5/8 of all."""
        plain, held = planned(with_stair()), planned(with_stair(middle=True))

        def moment(plan: Plan) -> float:
            return next(check for check in plan.checks if check.key == "stringer.bending").use

        self.assertAlmostEqual(moment(held) / moment(plain), 0.25, delta=0.005)
        legs = [check for check in held.checks if check.key == "footing.soil_bearing" and "-leg-" in check.about]
        self.assertEqual(len(legs), 2)
        floor = 50 * 3 * 90 / 12 * 0.625 / 2
        for leg in legs:
            self.assertAlmostEqual(leg.working[0].value, floor, delta=0.06 * floor + 15)

    def test_the_span_table_counts_from_support_to_support(self) -> None:
        """90 in of cut stringer is over the table's 6 ft; 45 in twice is not."""
        for middle, bad in ((False, True), (True, False)):
            plan = planned(with_stair(middle=middle))
            span = next(check for check in plan.checks if check.key == "stringer.allowable_span")
            self.assertEqual(fails([span]), bad)

    def test_its_pieces_touch_and_none_stands_in_another(self) -> None:
        plan = planned(with_stair(middle=True))
        met = [one for one in overlaps(plan) if "sill" not in one]
        self.assertEqual(met, [])
        legs = [part for part in plan.parts if part.role == "post" for place in part.places if "-leg-" in place.id]
        sill = next(part for part in plan.parts if part.role == "stair sill")
        low = sill.places[0].at[2] - sill.section_m[1] / 2
        for part in legs:
            for place in part.places:
                if "-leg-" in place.id:
                    self.assertAlmostEqual(place.at[2] + part.length_m, low, places=6)
        self.assertTrue(math.isclose(sill.length_m, math.dist(*self._ends(plan)) + 5.5 * IN, abs_tol=0.002))

    def _ends(self, plan: Plan) -> tuple[tuple[float, ...], tuple[float, ...]]:
        found = [
            place.at[:2] for part in plan.parts if part.role == "post" for place in part.places if "-leg-" in place.id
        ]
        return found[0], found[1]
