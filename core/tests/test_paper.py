"""What comes out of a plan: drawings, marks, pieces, cut plans, prices, the sheet's words, the locate and the record."""

import math
import random
import unittest
from dataclasses import replace
from datetime import date
from typing import Any

from steady.catalog.items import bag_yield_m3
from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.drawing.marks import mark_rows
from steady.drawing.unroll import hull
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.field_records.asbuilt import compare
from steady.footings.hole import bags
from steady.ground.profile import Profile
from steady.ground.readings import read_rows
from steady.ground.site import Locate
from steady.jobs.design_sheet import sheet
from steady.plan.model import MeasurementTarget
from steady.schedule.locate import days_left, open_points
from steady.structures.fence.spec.fence import GateOpening, NoDig, Straight
from steady.structures.measurement_targets import post_targets
from steady.takeoff.bill import bill, cuts, pieces
from steady.takeoff.cutting import Saw, StockLength, cut_plan
from steady.units.show import Tape
from steady.units.units import FT, FT3, IN

from tests.make import fence, planned, site
from tests.test_deck import deck
from tests.test_deck import planned as deck_planned

BENT: dict[str, Any] = {
    "straights": (Straight(id="a", length_m=12.0), Straight(id="b", length_m=9.0, turn_rad=-0.6)),
    "openings": (GateOpening(id="g", at_m=12.0, clear_m=1.2),),
    "zones": (NoDig(id="z", at_m=5.0, half_width_m=0.4),),
}


class DrawingTest(unittest.TestCase):
    def test_a_post_stands_above_itself_in_all_views(self) -> None:
        plan = planned(fence(**BENT), site(0.08, 70))
        found = {view.name: view for view in views(plan, Tape())}
        for mark in plan.marks:
            for name in ("plan", "elevation"):
                shape = next(s for s in found[name].shapes if s.id == mark.id and s.layer == "post")
                xs = [x for x, _ in shape.points]
                self.assertAlmostEqual((min(xs) + max(xs)) / 2, mark.station_m, 5)
            tape = next(s for s in found["tape"].shapes if s.id == mark.id and s.layer == "mark")
            self.assertAlmostEqual(tape.points[2][0], mark.station_m, 9)

    def test_every_id_of_a_part_and_hole_is_drawn(self) -> None:
        plan = planned(fence(**BENT))
        drawn = {shape.id for view in views(plan, Tape()) for shape in view.shapes}
        wanted = {place.id for part in plan.parts if part.length_m for place in part.places}
        wanted |= {footing.id for footing in plan.footings} | {curve.id for curve in plan.curves}
        self.assertEqual(wanted - drawn, set())

    def test_boards_stand_clear_of_the_soil_at_the_posts(self) -> None:
        spec = fence(60, gap_m=2 * IN)
        plan = planned(spec, site(0.1, 60))
        ground = Profile([(0.0, 0.0), (60 * FT, -0.1 * 60 * FT)])
        for part in plan.parts:
            if part.role == "board":
                for place in part.places:
                    for k in range(place.count):
                        at = place.at[0] + k * place.step[0]
                        if not 0 <= at <= 60 * FT:
                            continue  # half a post beyond the ends, where nothing was read
                        self.assertAlmostEqual(place.at[2] + k * place.step[2] - ground.height_m(at), 2 * IN, 6)

    def test_hull(self) -> None:
        square = hull([(0, 0), (1, 0), (1, 1), (0, 1), (0.5, 0.5)])
        self.assertEqual(set(square), {(0, 0), (1, 0), (1, 1), (0, 1)})


class MarksTest(unittest.TestCase):
    def test_each_mark_is_rounded_from_its_own_station(self) -> None:
        """1000 in in 11 bays, to a sixteenth: the worked list, never rounded bays added up."""
        spec = fence(1000 / 12, bay_max_m=95 * IN)
        rows = mark_rows(planned(spec), Tape(mark_m=IN / 16))
        expected = [
            0,
            90.9375,
            181.8125,
            272.75,
            363.625,
            454.5625,
            545.4375,
            636.375,
            727.25,
            818.1875,
            909.0625,
            1000,
        ]
        self.assertEqual(len(rows), 12)
        for row, inches in zip(rows, expected, strict=True):
            self.assertEqual(row.reading, Tape(mark_m=IN / 16).length(inches * IN))

    def test_from_the_other_end_and_mirrored(self) -> None:
        plan = planned(fence(**BENT))
        near, far = mark_rows(plan, Tape()), mark_rows(plan, Tape(), from_end=True)
        total = plan.marks[-1].station_m
        for a, b in zip(near, reversed(far), strict=True):
            self.assertEqual(a.id, b.id)
            self.assertAlmostEqual(a.reading_m + b.reading_m, total, 9)
        self.assertEqual([r.id for r in mark_rows(plan, Tape(), mirrored=True)], [r.id for r in reversed(near)])

    def test_to_the_faces(self) -> None:
        plan = planned(fence(40, post="post 4x4 pine"))
        centre = mark_rows(plan, Tape())
        for face, side in (("near face", -1), ("far face", 1)):
            for a, b in zip(centre, mark_rows(plan, Tape(), to=face), strict=True):  # type: ignore[arg-type]
                self.assertAlmostEqual(b.reading_m - a.reading_m, side * 1.75 * IN, 9)


class TakeoffTest(unittest.TestCase):
    STOCKS = tuple(
        StockLength(length_m=feet * FT, price=price) for feet, price in ((8, 5.9), (10, 7.8), (12, 9.7), (16, 13.2))
    )

    def test_cut_plans_hold_every_piece_and_fit(self) -> None:
        for seed, distinct in ((1, 5), (2, 40), (3, 150)):
            rng = random.Random(seed)
            sizes = [rng.uniform(20, 94) * IN for _ in range(distinct)]
            wanted = [(rng.choice(sizes), 1) for _ in range(150)]
            for better in (False, True):
                found = cut_plan(wanted, self.STOCKS, better=better)
                made = sorted(p for pattern in found.patterns for p in pattern.pieces_m for _ in range(pattern.count))
                self.assertEqual(len(made), 150)
                for a, (b, _) in zip(made, sorted(wanted), strict=True):
                    self.assertGreaterEqual(a + 1e-9, b)
                    self.assertLess(a - b, IN / 32)
                for pattern in found.patterns:
                    saw = 0.003175 * (len(pattern.pieces_m) - 1)
                    self.assertLessEqual(sum(pattern.pieces_m) + saw, pattern.stock_m + 1e-9)
                self.assertLessEqual(found.bound, found.cost + 1e-9)
                self.assertAlmostEqual(found.cost, sum(p.price * p.count for p in found.patterns), 6)

    def test_a_small_plan_is_the_least_of_all(self) -> None:
        """Three pieces of 60 in and three of 34 in from 8-ft sticks at 10: two never share 60 + 60, so three sticks."""
        found = cut_plan([(60 * IN, 3), (34 * IN, 3)], [StockLength(length_m=8 * FT, price=10.0)])
        self.assertEqual((found.sticks, found.cost, found.above_bound), (3, 30.0, 0.0))

    def test_a_kerf_breaks_exact_halves(self) -> None:
        self.assertEqual(cut_plan([(48 * IN, 2)], [StockLength(length_m=8 * FT, price=1.0)]).sticks, 2)
        self.assertEqual(cut_plan([(48 * IN, 2)], [StockLength(length_m=8 * FT, price=1.0)], Saw(kerf_m=0.0)).sticks, 1)

    def test_off_cuts_in_the_rack_go_first(self) -> None:
        stocks = [StockLength(length_m=8 * FT, price=6.0), StockLength(length_m=5 * FT, price=0.01, hand=1)]
        self.assertAlmostEqual(cut_plan([(58 * IN, 2)], stocks).cost, 6.01, 9)

    def test_too_long_a_piece_is_named(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            cut_plan([(5.5, 1)], self.STOCKS)
        self.assertIn("5.500 m", caught.exception.message)

    def test_bags(self) -> None:
        takes = [1.75082179738 * FT3] * 13
        found = bags(takes, bag_yield_m3("concrete 80 lb"), 0.1)
        self.assertEqual((found.in_all, found.each_hole), (42, 52))
        self.assertEqual(
            bags([6 * FT3], bag_yield_m3("concrete 80 lb"), 0.0).in_all, 10
        )  # an exact multiple adds no bag
        with self.assertRaises(InvalidInputError):
            bag_yield_m3("concrete 70 lb")

    def test_pieces_are_counted_two_ways(self) -> None:
        plan = planned(fence(100))
        rows = pieces(plan)
        self.assertEqual(sum(r.count for r in rows if r.role == "post"), len(plan.marks))
        self.assertEqual(sum(r.count for r in rows if r.role == "rail"), 3 * (len(plan.marks) - 1))
        edge_to_edge = 100 * FT + 5.5 * IN
        boards = sum(r.count for r in rows if r.role == "board")
        self.assertIn(boards, (math.floor(edge_to_edge / (5.5 * IN)), math.ceil(edge_to_edge / (5.5 * IN))))

    def test_the_bill_adds_up_and_own_prices_count(self) -> None:
        plan = planned(fence(60))
        yard = PurchasingSettings()
        found = bill(plan, yard, cuts(plan, yard))
        self.assertAlmostEqual(found.total, sum(line.count * line.price for line in found.lines), 6)
        self.assertAlmostEqual(found.per_ft * 60, found.total, 6)
        self.assertAlmostEqual(found.per_m * 60 * FT, found.total, 6)
        self.assertTrue(found.sample_prices)
        dear = PurchasingSettings(prices=(OwnPrice(item="concrete 80 lb", price=100.0),))
        self.assertGreater(bill(plan, dear, cuts(plan, dear)).total, found.total + 1000)


class PacksTest(unittest.TestCase):
    def test_all_uses_of_one_screw_are_bought_together(self) -> None:
        plan = planned(fence(**BENT), site(0.08, 70))
        yard = PurchasingSettings()
        lines = [line for line in bill(plan, yard, cuts(plan, yard)).lines if line.unit == "packs"]
        self.assertEqual(len({line.item for line in lines}), len(lines))
        uses = [part for part in plan.parts if part.item == "board screw"]
        self.assertGreater(len(uses), 1)  # the fence's own, and each leaf's
        [screws] = [line for line in lines if line.item == "board screw"]
        self.assertEqual(screws.count, -(-sum(part.count for part in uses) // 350))


class SheetTest(unittest.TestCase):
    def test_sums_show_every_term(self) -> None:
        plan = planned(fence(**BENT, foot="closed below"))
        for post in sheet(plan, Tape(), PurchasingSettings()).posts:
            self.assertAlmostEqual(sum(t.value_m for t in post.hole_terms), post.hole_m, 9)
            self.assertAlmostEqual(sum(t.value_m for t in post.post_terms), post.post_length_m, 9)
            self.assertEqual([t.says for t in post.hole_terms], ["gravel", "concrete below the post", "embedment"])

    def test_a_post_on_a_foot_is_its_top_less_what_is_under_it_and_names_nothing_of_nought(self) -> None:
        made = deck_planned(deck("18x11 up3"))
        for post in sheet(made, Tape(), PurchasingSettings()).posts:
            self.assertEqual([term.says for term in post.post_terms][:2], ["top above ground", "under its foot"])
            self.assertAlmostEqual(sum(term.value_m for term in post.post_terms), post.post_length_m, delta=0.0006)
            self.assertLess(post.post_terms[1].value_m, 0)
            for term in post.post_terms:
                self.assertNotIn("-", term.text)
                self.assertNotEqual(term.text, Tape().length(0.0), term.says)

    def test_a_selected_post_shows_its_own_working(self) -> None:
        plan = planned(fence(60))
        found = sheet(plan, Tape(), PurchasingSettings(), selected="f/post/start+1")
        self.assertEqual({check.about for check in found.checks}, {"f/post/start+1"})
        self.assertTrue(all(check.working and check.sureness for check in found.checks))
        self.assertIn("recalled", found.checks[0].sureness)

    def test_metric_words(self) -> None:
        found = sheet(planned(fence(60)), Tape("metric", 0.001), PurchasingSettings())
        self.assertIn("mm", found.posts[0].hole)
        self.assertTrue(found.length.endswith(" m"))


class GroundTest(unittest.TestCase):
    def test_rows_in_any_writing(self) -> None:
        found = read_rows("distance, height\n0, 0\n12', -2 in\n24' 6\t-7 1/2 in\n\n30;bad\n12', 3\n1,2,3")
        self.assertEqual([round(s.at_m / FT, 4) for s in found.shots], [0, 12, 24.5])
        self.assertEqual([p.row for p in found.problems], [6, 7, 8])

    def test_rod_readings(self) -> None:
        found = read_rows("0, 48.5in\n10, 60.25in\n20, 44in", "rod", instrument_m=148.5 * IN)
        self.assertEqual([round(s.height_m / IN, 6) for s in found.shots], [100, 88.25, 104.5])

    def test_profile(self) -> None:
        hump = Profile([(0, 0), (10 * FT, 12 * IN), (20 * FT, 0)])
        self.assertAlmostEqual(hump.tape_on_ground_m(20 * FT) / IN, 241.197014907, 6)
        self.assertAlmostEqual(hump.hump_m(0, 20 * FT), 12 * IN, 9)
        self.assertEqual(Profile([]).height_m(5.0), 0.0)
        with self.assertRaises(InvalidInputError):
            Profile([(1.0, 0.0), (1.0, 2.0)])

    def test_what_the_readings_do_not_reach_is_said(self) -> None:
        plan = planned(fence(100), site(length_ft=60))
        self.assertTrue(any("Readings reach" in caution.text for caution in plan.cautions))
        bare = planned(fence(40), site(grounds=()))
        self.assertTrue(any("not read yet" in caution.text for caution in bare.cautions))


class HoldTest(unittest.TestCase):
    def test_digging_waits_for_the_whole_locate(self) -> None:
        today = date(2026, 6, 1)
        self.assertEqual(len(open_points(Locate(), today)), 5)
        full = Locate(
            ticket="T", expires="2026-06-01", owners_answered=True, marks_visible=True, private_lines_asked=True
        )
        self.assertEqual(open_points(full, today), [])
        self.assertEqual(days_left(full, today), 0)
        self.assertIn("ran out", open_points(full, date(2026, 6, 2))[0])
        with self.assertRaises(InvalidInputError):
            open_points(Locate(ticket="T", expires="soon"), today)

    def test_as_built(self) -> None:
        made = planned(fence())
        targets = {target.what: target for target in post_targets(made.marks[1:2], made.footings)}

        def verdict(what: str, off_m: float) -> str:
            found = compare(targets[what], targets[what].planned + off_m)
            assert found is not None
            return found.verdict

        self.assertEqual(verdict("stands at", 0.25 * IN), "inside")
        self.assertEqual(verdict("stands at", 0.3 * IN), "outside")
        self.assertEqual(verdict("hole depth", 0.4), "inside")  # deeper is no fault
        self.assertEqual(verdict("hole depth", -0.05), "outside")
        forgiving = MeasurementTarget(about="g", what="latch edge", planned=0.02, within=IN / 4, sense="at most")
        self.assertEqual(compare(forgiving, 0.005).verdict, "inside")  # type: ignore[union-attr]
        self.assertEqual(compare(forgiving, 0.02).verdict, "outside")  # type: ignore[union-attr]
        self.assertIsNone(compare(replace(forgiving, within=None), 1.0))
