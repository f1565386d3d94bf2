"""Stairs of random decks, laid out a second time: risers, goings, runs, stringers and treads by plain arithmetic."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any

from steady.catalog.items import sticks
from steady.design_codes.registry import rulebook
from steady.design_codes.results import si
from steady.ground.site import Site
from steady.plan.model import Part, Plan
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.stair.calculate import StairInput, StairResult, calculate_stair
from steady.units.units import FT, IN, LB, PSF

from tests.test_deck import deck, planned

SOIL = {"us": "sand", "ca": "stiff clay", "nz": "good ground", "uk": "average"}
MOST_RISER_M = {"us": 7.75 * IN, "ca": 0.2, "uk": 0.22, "nz": 0.19}
"""The steepest riser of a private stair. From memory: IRC R311.7.5.1, NBC 9.8.4.1, Approved Document K, D1/AS1 main private."""


def ask(rise_m: float, **changes: Any) -> StairInput:
    asked: dict[str, Any] = {
        "drop_at": lambda out_m: rise_m,
        "width_m": 0.95,
        "going_m": 0.28,
        "riser_m": None,
        "cut": True,
        "spacing_m": 0.4064,
        "stringer": sticks()["joist 2x12 pine"],
        "tread_m": 0.0254,
    }
    return StairInput(**{**asked, **changes})


def found(rise_m: float, school: str = "us", **changes: Any) -> StairResult:
    return calculate_stair(ask(rise_m, **changes), rulebook(school), "s")


class RisersTest(unittest.TestCase):
    def test_risers_are_the_fewest_that_are_low_enough_and_all_alike(self) -> None:
        rng = random.Random(3)
        for _ in range(200):
            rise = rng.uniform(0.1, 3.2)
            one = found(rise)
            self.assertAlmostEqual(one.risers * one.riser_m, rise, places=9)
            self.assertLessEqual(one.riser_m, MOST_RISER_M["us"] + 1e-9)
            if one.risers > 1:
                self.assertGreater(rise / (one.risers - 1), MOST_RISER_M["us"])
            self.assertAlmostEqual(one.run_m, (one.risers - 1) * 0.28, places=9)

    def test_a_wished_riser_is_never_passed(self) -> None:
        rng = random.Random(4)
        for _ in range(60):
            rise, wished = rng.uniform(0.3, 2.5), rng.uniform(0.14, 0.19)
            one = found(rise, riser_m=wished)
            self.assertLessEqual(one.riser_m, wished + 1e-9)
            self.assertEqual(one.risers, math.ceil(rise / wished - 1e-9))

    def test_on_falling_ground_it_lands_where_the_ground_is(self) -> None:
        """A bank that falls one in ten: as many risers as the drop at the landing asks for, no more."""
        for top in (0.5, 0.9, 1.4, 2.2):
            one = found(top, drop_at=lambda out_m, top=top: top + out_m / 10)
            self.assertAlmostEqual(one.rise_m, top + one.run_m / 10, delta=0.1 * 0.28 + 1e-6)
            self.assertAlmostEqual(one.risers * one.riser_m, one.rise_m, places=9)
            self.assertLessEqual(one.riser_m, MOST_RISER_M["us"] + 1e-9)

    def test_stringers_stand_no_farther_apart_than_they_may(self) -> None:
        for width in (0.7, 0.9, 0.95, 1.2, 1.8, 2.4):
            one = found(1.0, width_m=width)
            self.assertGreaterEqual(one.stringers, 2)
            self.assertLessEqual(width / (one.stringers - 1), 0.4064 + 1e-9)
            if one.stringers > 2:
                self.assertGreater(width / (one.stringers - 2), 0.4064)

    def test_a_handrail_from_four_risers_on(self) -> None:
        for rise in (0.3, 0.55, 0.8, 1.4):
            one = found(rise)
            self.assertEqual(bool(one.handrails), one.risers >= 4)

    def test_a_handrail_by_each_school(self) -> None:
        """Approved Document K: over 600 mm of rise, both sides from 1 m wide; D1/AS1: two risers; NBC: more than three."""
        for school, rise, width, rails in (
            ("uk", 0.6, 0.9, 0),
            ("uk", 0.61, 0.9, 1),
            ("uk", 0.61, 1.0, 2),
            ("nz", 0.18, 0.9, 0),
            ("nz", 0.36, 0.9, 1),
            ("ca", 0.6, 0.9, 0),
            ("ca", 0.75, 0.9, 1),
            ("ca", 0.75, 1.1, 2),
        ):
            self.assertEqual(found(rise, school, width_m=width).handrails, rails, (school, rise, width))

    def test_as_many_risers_as_two_rises_and_a_run_allow(self) -> None:
        """1.5 m down at a run of 280 mm: seven risers of 214 mm make 2R + G 709 mm; eight of 188 make 655."""
        one = found(1.5, "uk", going_m=0.28)
        self.assertEqual(one.risers, 8)
        self.assertTrue(all(check.use <= 1 for check in one.checks if check.key.startswith("stair.")))

    def test_limits_of_each_school_at_their_edges(self) -> None:
        """Twice the rise with the run, pitch, rise between landings: one side of each limit passes, the other fails."""
        for school, key, passes, fails in (
            ("uk", "stair.minimum_step", {"rise_m": 0.6, "going_m": 0.25}, {"rise_m": 0.3, "going_m": 0.24}),
            (
                "uk",
                "stair.maximum_step",
                {"rise_m": 0.64, "going_m": 0.27},
                {"rise_m": 0.64, "going_m": 0.28, "riser_m": 0.22},
            ),
            (
                "uk",
                "stair.pitch",
                {"rise_m": 0.64, "going_m": 0.24},
                {"rise_m": 0.64, "going_m": 0.22, "riser_m": 0.22},
            ),
            ("uk", "stair.minimum_run", {"rise_m": 0.6, "going_m": 0.22}, {"rise_m": 0.6, "going_m": 0.219}),
            ("uk", "stair.maximum_run", {"rise_m": 0.45, "going_m": 0.3}, {"rise_m": 0.45, "going_m": 0.31}),
            ("nz", "stair.minimum_run", {"rise_m": 0.5, "going_m": 0.28}, {"rise_m": 0.5, "going_m": 0.27}),
            ("nz", "stair.flight_rise", {"rise_m": 2.5}, {"rise_m": 2.52}),
            ("us", "stair.flight_rise", {"rise_m": 151 * IN}, {"rise_m": 152 * IN}),
            ("ca", "stair.flight_rise", {"rise_m": 3.7}, {"rise_m": 3.72}),
        ):
            for changes, most in ((passes, 1 + 1e-9), (fails, 9.0)):
                one = next(check for check in found(school=school, **changes).checks if check.key == key)
                self.assertEqual(one.use <= 1 + 1e-9, most < 2, (school, key, changes, one.use))

    def test_its_slope_is_a_riser_over_a_going(self) -> None:
        for rise in (0.6, 1.1, 1.9):
            one = found(rise)
            self.assertAlmostEqual(math.tan(one.slope_rad), one.riser_m / 0.28, places=9)

    def test_every_school_holds_its_own_riser(self) -> None:
        rng = random.Random(5)
        for school, most in MOST_RISER_M.items():
            for _ in range(30):
                one = found(rng.uniform(0.4, 2.4), school)
                self.assertLessEqual(one.riser_m, most + 0.021, school)
                limits = [check for check in one.checks if check.key == "stair.maximum_rise"]
                for check in limits:
                    self.assertLessEqual(check.use, 1 + 1e-9)


class StringersTest(unittest.TestCase):
    def test_those_of_2x12_span_as_far_as_the_deck_guide_says(self) -> None:
        # DCA 6 (from memory, medium): southern pine 2×12, cut 6 ft, solid 13 ft 3 in.
        book = rulebook("us")
        for stringer, feet in (("cut", 6.0), ("solid", 13.25)):
            span_m = book.stair(stringer).stringer_span_m
            assert span_m is not None
            self.assertAlmostEqual(span_m, feet * 0.3048, places=9)


class FlightTest(unittest.TestCase):
    """The flight as it is cut, on decks by chance."""

    def decks(self, count: int) -> list[tuple[str, Any, Plan, StairDesign]]:
        rng = random.Random(17)
        made: list[tuple[str, Any, Plan, StairDesign]] = []
        while len(made) < count:
            school = rng.choice(tuple(SOIL))
            spec = localized(
                deck(f"{rng.uniform(12, 18):.1f}x{rng.uniform(9, 13):.1f} up{rng.uniform(2, 6):.2f}"), school
            )
            design = StairDesign(
                id="s", edge=2, at_m=1.0, width_m=rng.uniform(0.95, 1.5), going_m=rng.uniform(0.26, 0.3)
            )
            spec = replace(spec, stairs=(design,))
            plan = planned(spec, Site(soil=SOIL[school], frost_m=0.5), school)
            made.append((school, spec, plan, design))
        return made

    def of(self, plan: Plan, role: str) -> list[Part]:
        return [part for part in plan.parts if part.role == role]

    def test_a_tread_less_than_risers_and_as_wide_as_the_stair(self) -> None:
        for school, spec, plan, design in self.decks(24):
            up = max(corner.height_m for corner in spec.outline)
            treads = self.of(plan, "tread")
            self.assertTrue(treads, school)
            heights = sorted({round(place.at[2], 3) for part in treads for place in part.places})
            risers = len(heights) + 1
            with self.subTest(school, up=up):
                self.assertLessEqual(up / risers, MOST_RISER_M[school] + 0.021)
                steps = [b - a for a, b in itertools.pairwise(heights)]
                for step in steps:
                    self.assertAlmostEqual(step, up / risers, delta=0.004)
                for part in treads:
                    self.assertAlmostEqual(part.length_m, design.width_m, delta=0.08)

    def test_stringers_reach_from_the_deck_to_the_ground(self) -> None:
        for school, spec, plan, design in self.decks(24):
            up = max(corner.height_m for corner in spec.outline)
            stringers = self.of(plan, "stringer")
            treads = {round(place.at[2], 3) for part in self.of(plan, "tread") for place in part.places}
            run = len(treads) * design.going_m
            straight = math.hypot(run, up * len(treads) / (len(treads) + 1))
            with self.subTest(school, up=up):
                for part in stringers:
                    self.assertGreater(part.length_m, 0.85 * straight)
                    self.assertLess(part.length_m, straight + 2.5 * FT)

    def test_treads_lie_a_going_apart(self) -> None:
        for school, _, plan, design in self.decks(16):
            out = sorted({round(place.at[1], 3) for part in self.of(plan, "tread") for place in part.places})
            by_height: dict[float, list[float]] = {}
            for part in self.of(plan, "tread"):
                for place in part.places:
                    by_height.setdefault(round(place.at[2], 3), []).append(place.at[1])
            fronts = [max(rows) for _, rows in sorted(by_height.items(), reverse=True)]
            for a, b in itertools.pairwise(fronts):
                self.assertAlmostEqual(b - a, design.going_m, delta=0.004, msg=school)
            self.assertTrue(out)


class BesideAFlightTest(unittest.TestCase):
    """What stands beside a flight and what it brings, wherever it goes down."""

    def flights(self) -> list[tuple[str, Plan, StairDesign, list[tuple[float, float]]]]:
        """Flights off three edges of a deck in every school, with the deck's corners."""
        made = []
        for school in SOIL:
            spec = localized(deck("16x12 up4"), school)
            corners = [(corner.x_m, corner.y_m) for corner in spec.outline]
            for edge in (1, 2, 3):
                design = StairDesign(id="s", edge=edge, at_m=0.9, width_m=1.1, going_m=0.28, cut=edge != 2)
                plan = planned(replace(spec, stairs=(design,)), Site(soil=SOIL[school], frost_m=0.5), school)
                made.append((f"{school} edge {edge}", plan, design, corners))
        return made

    @staticmethod
    def seen(place: Any, design: StairDesign, corners: list[tuple[float, float]]) -> tuple[float, float]:
        """A place as somebody sees it who stands at the flight's head: along the edge from its side, and out from the deck."""
        (ax, ay), (bx, by) = corners[design.edge], corners[(design.edge + 1) % len(corners)]
        long = math.hypot(bx - ax, by - ay)
        x, y = (bx - ax) / long, (by - ay) / long
        px, py = place.at[0] - ax, place.at[1] - ay
        return px * x + py * y - design.at_m, px * y - py * x

    def test_guard_posts_stand_beside_it_on_both_sides_and_never_in_the_way(self) -> None:
        for name, plan, design, corners in self.flights():
            sides: dict[bool, list[tuple[float, float]]] = {False: [], True: []}
            treads = [place for part in plan.parts if part.role == "tread" for place in part.places]
            run_m = max(self.seen(place, design, corners)[1] for place in treads) + design.going_m
            wide_m = max(part.section_m[0] for part in plan.parts if part.role == "guard post")
            for part in plan.parts:
                for place in part.places:
                    if part.role == "guard post" and place.about == "d/stair/s":
                        along, out = self.seen(place, design, corners)
                        sides[along > design.width_m / 2].append((along, out))
            with self.subTest(name):
                self.assertEqual(len(sides[False]), len(sides[True]))
                self.assertGreaterEqual(len(sides[False]), 2)
                for along, out in sides[False]:
                    self.assertAlmostEqual(along, -wide_m / 2, delta=0.002)
                    self.assertTrue(-0.2 < out < run_m + 0.1, out)
                for along, out in sides[True]:
                    self.assertAlmostEqual(along - design.width_m, wide_m / 2, delta=0.002)
                    self.assertTrue(-0.2 < out < run_m + 0.1, out)
                self.assertEqual(
                    [round(out, 3) for _, out in sorted(sides[False])],
                    [round(out, 3) for _, out in sorted(sides[True])],
                )

    def test_rails_run_straight_down_it_with_its_stringers(self) -> None:
        for name, plan, design, corners in self.flights():
            (ax, ay), (bx, by) = corners[design.edge], corners[(design.edge + 1) % len(corners)]
            long = math.hypot(bx - ax, by - ay)
            out = ((by - ay) / long, -(bx - ax) / long)
            treads = [place for part in plan.parts if part.role == "tread" for place in part.places]
            heights = sorted({round(place.at[2], 4) for place in treads})
            slope = (heights[1] - heights[0]) / design.going_m
            seen = 0
            for part in plan.parts:
                for place in part.places:
                    if part.role != "guard rail" or place.about != "d/stair/s":
                        continue
                    level_m = math.hypot(place.along[0], place.along[1])
                    self.assertAlmostEqual(-place.along[2] / level_m, slope, delta=0.003, msg=name)
                    for got, want in zip(place.along, out, strict=False):
                        self.assertAlmostEqual(got / level_m, want, places=6, msg=name)
                    self.assertAlmostEqual(math.hypot(*place.along), 1.0, places=9, msg=name)
                    self.assertAlmostEqual(
                        sum(a * b for a, b in zip(place.along, place.up, strict=True)), 0.0, places=9
                    )
                    seen += 1
            self.assertGreaterEqual(seen, 4, name)

    def test_stringers_stand_inside_its_width_evenly(self) -> None:
        for name, plan, design, corners in self.flights():
            [stringer] = [part for part in plan.parts if part.role == "stringer"]
            along = sorted(
                self.seen(replace(place, at=moved(place, k)), design, corners)[0]
                for place in stringer.places
                for k in range(place.count)
            )
            thick = stringer.section_m[0]
            with self.subTest(name):
                self.assertAlmostEqual(along[0], thick / 2, delta=0.003)
                self.assertAlmostEqual(along[-1], design.width_m - thick / 2, delta=0.003)
                gaps = [b - a for a, b in itertools.pairwise(along)]
                self.assertLess(max(gaps) - min(gaps), 0.002)

    def test_a_stringer_bends_as_a_beam_of_its_share_on_what_its_notches_leave(self) -> None:
        for name, plan, design, _ in self.flights():
            if not name.startswith("us"):
                continue
            [stringer] = [part for part in plan.parts if part.role == "stringer"]
            found = [check for check in plan.checks if check.key == "stringer.bending" and check.about == "d/stair/s"]
            riser_m = next(check for check in plan.checks if check.key == "stair.maximum_rise").demand.value * IN
            run_m = (round(4 * FT / riser_m) - 1) * design.going_m
            thick, deep = sorted(stringer.section_m)
            notch_m = riser_m * design.going_m / math.hypot(riser_m, design.going_m)
            modulus = thick * (deep - (notch_m if design.cut else 0.0)) ** 2 / 6
            # 50 psf of people and floor on its share of the flight.
            even = 50 * PSF * design.width_m / (stringer.count - 1) * run_m**2 / 8
            with self.subTest(name):
                self.assertTrue(found)
                for check in found:
                    given = {symbol: value for symbol, value, _ in check.demand.inputs}
                    share = (given["D"] + given["L"]) * LB * IN
                    self.assertAlmostEqual(share / even, 1.0, delta=0.02)
                    self.assertAlmostEqual(si(check.demand) / (share / modulus), 1.0, delta=0.01)


def moved(place: Any, times: int) -> tuple[float, float, float]:
    """The centre of one of a row."""
    x, y, z = (at + times * step for at, step in zip(place.at, place.step, strict=True))
    return x, y, z
