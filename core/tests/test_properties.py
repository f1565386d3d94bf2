"""What must hold whatever the figures: geometry both ways round, sums that close, refusals that never turn into passes."""

import itertools
import math
import unittest

from hypothesis import assume, given, settings
from hypothesis import strategies as st
from steady.catalog.items import bag_yield_m3, stick, stock_lengths
from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.design_codes.pole_embedment import cubic_root
from steady.design_codes.us.wind import end_coefficients, run_coefficient
from steady.errors import InvalidInputError
from steady.footings.depth import HABIT_LEAST_M, hole_width_m, needed, rounded_up_m, typical_embedment_m
from steady.footings.hole import RoundHole, layers, volumes
from steady.ground.profile import Profile
from steady.layout.bays import merge_zones
from steady.layout.path import Path
from steady.layout.rails import longest_level_m, rail_stock_m
from steady.loads.tributary import gather
from steady.plan.model import Basis, CalculationStep, Check, Footing
from steady.plan.results import result
from steady.statics.beam import SpreadLoad, solve
from steady.units.units import FT, IN

length = st.floats(0.2, 8.0)
grade = st.floats(-0.6, 0.6)


def step(value: float, unit: str = "ft") -> CalculationStep:
    return CalculationStep(symbol="x", value=value, unit=unit, formula="", inputs=(), source="user")


class GeometryTest(unittest.TestCase):
    @given(length, grade, st.floats(0.01, 0.3), st.floats(0, 0.02))
    def test_rail_for_a_bay_and_bay_for_a_rail_are_inverse(
        self, level: float, slope: float, depth: float, trim: float
    ) -> None:
        stock = rail_stock_m(level, slope, depth, trim_m=trim)
        self.assertAlmostEqual(longest_level_m(stock, slope, depth, trim_m=trim), level, 9)
        self.assertGreaterEqual(stock, level)

    def test_greatest_bays_of_an_8_ft_rail(self) -> None:
        """2x4 on edge, ¼ in off each end: the worked table, by degrees of slope."""
        table = {0: 95.50, 5: 94.83, 8: 94.08, 10: 93.44, 12: 92.69, 15: 91.34, 20: 88.54}
        for degrees, inches in table.items():
            found = longest_level_m(8 * FT, math.tan(math.radians(degrees)), 3.5 * IN, trim_m=0.25 * IN)
            self.assertAlmostEqual(found / IN, inches, delta=0.005)
        needs = {0: 96.50, 5: 97.17, 8: 97.94, 10: 98.60, 12: 99.39, 15: 100.82, 20: 103.93}
        for degrees, inches in needs.items():
            found = rail_stock_m(8 * FT, math.tan(math.radians(degrees)), 3.5 * IN, trim_m=0.25 * IN)
            self.assertAlmostEqual(found / IN, inches, delta=0.006)

    @given(st.lists(st.tuples(length, st.floats(-2, 2)), min_size=1, max_size=5))
    def test_a_path_is_as_long_as_its_legs(self, legs: list[tuple[float, float]]) -> None:
        path = Path([(str(k), metres, turn) for k, (metres, turn) in enumerate(legs)])
        self.assertAlmostEqual(path.length_m, sum(metres for metres, _ in legs), 9)
        for before, after in itertools.pairwise(path.legs):
            self.assertAlmostEqual(math.dist(before.point(before.to_m), (after.x_m, after.y_m)), 0, 9)
        for leg in path.legs:
            self.assertIs(path.leg_at((leg.from_m + leg.to_m) / 2), leg)

    @given(
        st.lists(
            st.tuples(st.floats(0, 40), st.floats(-3, 3)), min_size=2, max_size=8, unique_by=lambda p: round(p[0], 3)
        )
    )
    def test_tape_on_the_ground_is_never_shorter_than_level(self, shots: list[tuple[float, float]]) -> None:
        ground = Profile(shots)
        for at in (0.5, 7.0, 39.0):
            self.assertGreaterEqual(ground.tape_on_ground_m(at), at - 1e-9)
        for at, height in shots:
            self.assertAlmostEqual(ground.height_m(at), height, 9)
        self.assertGreaterEqual(ground.hump_m(1.0, 30.0), 0)

    @given(st.lists(st.tuples(st.floats(0, 100), st.floats(0.1, 20)), max_size=8))
    def test_merged_zones_are_apart_and_cover_the_same(self, raw: list[tuple[float, float]]) -> None:
        zones = [(a, a + w) for a, w in raw]
        merged = merge_zones(zones)
        for before, after in itertools.pairwise(merged):
            self.assertLessEqual(before[1], after[0] + 1e-6)
        for a, b in zones:
            middle = (a + b) / 2
            self.assertTrue(any(low <= middle <= high for low, high in merged))


class LoadsTest(unittest.TestCase):
    @given(
        st.lists(st.tuples(st.floats(0.1, 10), st.floats(0, 3000)), min_size=1, max_size=6),
        st.floats(0, 1),
        st.floats(0, 1),
    )
    def test_gathered_widths_fill_the_stretch(self, parts: list[tuple[float, float]], a: float, b: float) -> None:
        zones, at = [], 0.0
        for width, pressure in parts:
            zones.append((at, at + width, pressure))
            at += width
        low, high = sorted((a * at, b * at))
        self.assertAlmostEqual(
            sum(width for width, _ in gather(zones, low, high)), high - low, delta=1e-7 * len(zones) + 1e-9
        )

    @given(st.floats(0.05, 60), st.floats(0.16, 1))
    def test_run_coefficients_stay_within_the_figure(self, slender: float, ratio: float) -> None:
        self.assertTrue(1.30 <= run_coefficient(slender, ratio) <= 1.95)

    @given(st.floats(2, 60), st.floats(0.2, 1))
    def test_end_zones_fall_away_from_the_free_end(self, slender: float, ratio: float) -> None:
        ends = end_coefficients(slender, ratio)
        self.assertGreaterEqual(ends[0][1], ends[1][1])
        self.assertEqual([to for to, _ in ends], sorted(to for to, _ in ends))

    @given(st.floats(1e-4, 1e4), st.floats(0, 1e4))
    def test_the_cubic_has_its_root(self, c: float, e: float) -> None:
        d = cubic_root(c, e)
        self.assertGreater(d, 0)
        self.assertAlmostEqual((d**3 - c * d - e) / max(d**3, c * d, e), 0, 9)


class FootingTest(unittest.TestCase):
    @given(st.floats(0.3, 2), st.floats(0, 0.3), st.floats(0, 0.3), st.floats(0.2, 0.6))
    def test_layers_fill_the_hole(self, embed: float, gravel: float, plug: float, width: float) -> None:
        made = layers(
            RoundHole(embedment_m=embed, gravel_m=gravel, plug_m=plug, hole_width_m=width),
            post_width_m=0.1,
            above_ground_m=1.8,
        )
        ground = [layer for layer in made if layer.what != "post"]
        self.assertAlmostEqual(ground[0].bottom_m, -(embed + gravel + plug), 9)
        self.assertEqual(ground[-1].top_m, 0.0)
        footing = Footing(
            id="h",
            under="p",
            at=(0, 0, 0),
            kind="",
            layers=made,
            embedment_m=embed,
            hole_m=embed + gravel + plug,
            hole_width_m=width,
            depth_governed_by="",
            width_governed_by="",
        )
        takes = volumes(footing)
        whole = math.pi / 4 * width**2 * (embed + gravel + plug)
        self.assertAlmostEqual(takes.concrete_m3 + takes.gravel_m3 + 0.01 * embed, whole, 9)

    def test_a_square_post_must_go_into_a_round_hole(self) -> None:
        made = layers(
            RoundHole(embedment_m=1, gravel_m=0, plug_m=0, hole_width_m=0.13), post_width_m=0.1, above_ground_m=1
        )
        footing = Footing(
            id="h",
            under="p",
            at=(0, 0, 0),
            kind="",
            layers=made,
            embedment_m=1,
            hole_m=1,
            hole_width_m=0.13,
            depth_governed_by="",
            width_governed_by="",
        )
        with self.assertRaises(InvalidInputError):
            volumes(footing)

    @given(st.floats(0.01, 4), st.floats(0.005, 0.3))
    def test_depths_are_rounded_up_never_down(self, value: float, to: float) -> None:
        found = rounded_up_m(value, to)
        self.assertTrue(value - 1e-5 * to <= found < value + to + 1e-9)

    def test_habit_and_hole_width(self) -> None:
        self.assertEqual(typical_embedment_m(1.0), HABIT_LEAST_M)
        self.assertAlmostEqual(
            typical_embedment_m(8 * FT), 4 * FT
        )  # a third of the whole post is half its height above ground
        self.assertAlmostEqual(hole_width_m(3.5 * IN) / IN, 12)
        self.assertAlmostEqual(hole_width_m(5.5 * IN) / IN, 18)

    def test_the_largest_demand_governs_and_a_tie_goes_to_the_first(self) -> None:
        found = needed([("Wind", 1.0, step(3.28)), ("Frost", 1.0, step(3.28)), ("local minimum", 0.4, step(1.3))])
        self.assertEqual((found.governs, found.needed_m), ("Wind", 1.0))
        self.assertEqual(len(found.demands), 3)


class VerdictTest(unittest.TestCase):
    def check(self, demand: float, limit: float, basis: Basis = Basis.CALCULATED, least: bool = False) -> Check:
        return Check(
            key="c",
            about="a",
            basis=basis,
            sense="at least" if least else "at most",
            demand=step(demand),
            limit=step(limit),
        )

    def test_four_words(self) -> None:
        self.assertEqual(result(self.check(0.5, 1)), "pass")
        self.assertEqual(result(self.check(0.99, 1)), "at_limit")
        self.assertEqual(result(self.check(1.0, 1)), "at_limit")
        self.assertEqual(result(self.check(1.001, 1)), "fail")
        self.assertEqual(result(self.check(2, 1, least=True)), "pass")
        self.assertEqual(result(self.check(0.5, 1, Basis.PRACTICE)), "practice")
        self.assertEqual(result(self.check(float("nan"), 1)), "fail")  # unknown is never passes

    @given(st.floats(0.01, 10), st.floats(1.0, 3.0))
    def test_more_demand_never_turns_a_failure_into_a_pass(self, demand: float, more: float) -> None:
        if result(self.check(demand, 1)) == "fail":
            self.assertEqual(result(self.check(demand * more, 1)), "fail")


class BeamScaleTest(unittest.TestCase):
    @given(st.lists(st.floats(1, 4), min_size=1, max_size=4), st.floats(0.5, 3), st.floats(0.5, 3))
    @settings(max_examples=60)
    def test_scaling_loads_and_lengths(self, spans: list[float], k: float, s: float) -> None:
        supports = [0.0, *itertools.accumulate(spans)]
        assume(len(set(supports)) == len(supports))

        def run(scale: float, load: float) -> tuple[float, ...]:
            end = supports[-1] * scale
            return solve(
                end,
                [at * scale for at in supports],
                [SpreadLoad(from_m=0, to_m=end, start_n_per_m=load, end_n_per_m=load)],
                stiffness_n_m2=1e5,
            ).reactions_n

        for base, scaled in zip(run(1, 1000), run(s, 1000 * k), strict=True):
            self.assertAlmostEqual(scaled / (base * k * s), 1, 6)


class YardTest(unittest.TestCase):
    def test_an_unknown_timber_lists_what_there_is(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            stick("oak beam", "post", "post")
        self.assertIn("post 6x6 pine", caught.exception.message)
        with self.assertRaises(InvalidInputError):
            stick("rail 2x4 pine", "post", "post")  # a rail is no post

    def test_a_bag_of_unknown_yield_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            bag_yield_m3("concrete 70 lb")

    def test_own_prices_replace_or_add_lengths(self) -> None:
        yard = PurchasingSettings(
            prices=(
                OwnPrice(item="rail 2x4 pine", price=1.0, length_m=8 * FT),
                OwnPrice(item="rail 2x4 pine", price=9.0, length_m=6.0),
            )
        )
        lengths = {round(s.length_m, 4): s.price for s in yard.lengths("rail 2x4 pine")}
        self.assertEqual(lengths[round(8 * FT, 4)], 1.0)
        self.assertEqual(lengths[6.0], 9.0)
        self.assertEqual(len(lengths), len(stock_lengths("rail 2x4 pine")) + 1)
        self.assertEqual(yard.lengths("post 4x4 pine"), stock_lengths("post 4x4 pine"))
