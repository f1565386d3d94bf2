"""Workshop geometry beyond its check rows: brute force, inverses, and what is refused."""

import itertools
import math
import random
import unittest
from dataclasses import replace

from django.test import tag
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.hole import RoundHole, layers, volumes
from steady.footings.neat import Hole, neat, overdig
from steady.ground.profile import Profile
from steady.layout.infill import (
    StockPanel,
    between_end_gaps,
    centred,
    even_gaps,
    last_board,
    overlapped,
    slat_screen,
    stock_panels,
)
from steady.layout.panels import PanelFit, panel_bays
from steady.layout.plies import beam_plies
from steady.layout.slopes import PanelGaps, SlopedBoards, boards_to_line, stepped_bays
from steady.layout.topline import HeightBand, fewest_pieces
from steady.layout.visibility import slats_hide, view_between
from steady.layout.zones import Keeps, line_zone, posts_along, spot_zone
from steady.plan.model import Footing
from steady.schedule.curing import by_arrhenius_s, by_maturity_s
from steady.schedule.sequence import SequenceTask, job_length, one_crew_hours
from steady.takeoff.nesting import nested_length_m
from steady.units.units import IN


class InfillTest(unittest.TestCase):
    def test_gaps_are_the_fewest_that_keep_within_the_limit(self) -> None:
        rng = random.Random(5)
        for _ in range(300):
            clear, width, most = rng.uniform(0.3, 4), rng.uniform(0.02, 0.15), rng.uniform(0.02, 0.12)
            count, gap = even_gaps(clear, width, most)
            self.assertAlmostEqual(count * width + (count + 1) * gap, clear, 9)
            self.assertLessEqual(gap, most + 1e-9)
            self.assertGreater((clear - (count - 1) * width) / count if count else clear + 1, most)

    def test_a_gap_exactly_on_its_limit_gains_no_picket(self) -> None:
        # 12 pickets of 3.5 in and 13 gaps of 4 in are 94 in.
        self.assertEqual(even_gaps(94 * IN, 3.5 * IN, 4 * IN)[0], 12)
        self.assertEqual(between_end_gaps((17 * 1.5 + 16 * 4 + 4) * IN, 1.5 * IN, 4 * IN, end_gap_m=2 * IN)[0], 17)

    def test_boards_fill_their_opening(self) -> None:
        rng = random.Random(6)
        for _ in range(300):
            clear, width, gap = rng.uniform(0.3, 4), rng.uniform(0.08, 0.2), rng.uniform(0, 0.02)
            lapped = overlapped(clear, width, 0.02)
            total = lapped.boards * width - (lapped.boards - 1) * lapped.overlap_m
            self.assertAlmostEqual(total, clear, 9)
            self.assertGreaterEqual(lapped.overlap_m, 0.02 - 1e-9)
            ends = last_board(clear, width, gap, rip_least_m=0.05)
            used = ends.full * width + ends.rips * ends.rip_m + (ends.full + ends.rips - 1) * gap
            self.assertLessEqual(used, clear + 1e-9)
            if ends.rips:
                self.assertAlmostEqual(used, clear, 9)
            if ends.rips == 2:
                self.assertGreaterEqual(ends.rip_m, width / 2 - 1e-9)

    def test_slats_beat_every_other_count(self) -> None:
        rng = random.Random(7)
        for _ in range(200):
            height, slat, wish = rng.uniform(0.6, 2.4), rng.uniform(0.04, 0.15), rng.uniform(0.005, 0.03)
            fits = [n for n in range(2, 80) if 0.003 <= (height - n * slat) / (n - 1) <= 0.04]
            if not fits:
                with self.assertRaises(OutOfScopeError):
                    slat_screen(height, slat, (0.003, 0.04), wish_m=wish)
                continue
            found = slat_screen(height, slat, (0.003, 0.04), wish_m=wish, round_to_m=0.001)
            best = min(abs((height - n * slat) / (n - 1) - wish) for n in fits)
            self.assertAlmostEqual(abs(found.spacer_m - wish), best, 9)
            self.assertAlmostEqual(found.slats * slat + (found.slats - 1) * found.cut_m + found.left_m, height, 9)

    def test_a_centred_bay_is_symmetric_and_full(self) -> None:
        for clear in (92.5, 88, 60, 6, 11.5, 5.5):
            found = centred(clear * IN, 5.5 * IN, 0.5 * IN)
            pieces = found.full * 5.5 + (2 * found.end_m / IN)
            gaps = (found.full - 1 + (2 if found.end_m else 0)) * 0.5
            self.assertLessEqual(pieces + gaps, clear + 1e-6)
            self.assertGreater(pieces + gaps + 2 * 0.5 + 1e-6, clear)

    def test_rays_agree_on_what_is_seen_through(self) -> None:
        board, thick, between = 0.14, 0.016, 0.038
        for lap in (0.01, 0.025, 0.06):
            side = board - 2 * lap
            found = view_between(board, lap, thick, between_m=between)
            seen = []
            for step in range(1, 890):
                slope = math.tan(math.radians(step / 10))
                # A ray enters the gap of the front row and leaves by one of the back row, past both thicknesses.
                for start in range(0, 100):
                    x = side * start / 100
                    if x + thick * slope > side:
                        continue
                    at = x + (thick + between) * slope
                    if side + lap <= at and at + thick * slope <= side + lap + side:
                        seen.append(step / 10)
                        break
            if found is None:
                self.assertFalse(seen)
            else:
                self.assertAlmostEqual(min(seen), math.degrees(found[0]), delta=0.7)
                self.assertLessEqual(max(seen), math.degrees(found[1]) + 0.7)
        self.assertTrue(slats_hide(0.14, 0.1, math.pi / 2))
        with self.assertRaises(InvalidInputError):
            slats_hide(0.14, 0.1, 2.0)

    def test_a_gate_wider_than_a_panel_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            stock_panels(30.0, StockPanel(panel_m=4.8, posts_per_panel=3, mesh_m=0.2), gate_m=5.0, clearance_m=0.05)


class PanelTest(unittest.TestCase):
    def test_panels_and_posts_fill_the_run(self) -> None:
        rng = random.Random(8)
        for _ in range(300):
            run, panel, post = rng.uniform(1, 40), rng.uniform(0.9, 2.4), rng.uniform(0.05, 0.15)
            found = panel_bays(run, PanelFit(cut_least_m=0.3), panel_m=panel, post_m=post)
            total = found.full * panel + found.cut * found.cut_m + (found.full + found.cut) * post
            self.assertAlmostEqual(total, run, delta=IN / 60)
            self.assertLessEqual(found.cut_m, panel)
            if found.cut and found.full:
                self.assertGreaterEqual(found.cut_m, 0.3 - 1e-9)


class ZoneTest(unittest.TestCase):
    def test_a_line_is_as_far_as_a_tape_says(self) -> None:
        rng = random.Random(9)
        for _ in range(200):
            a, b = (rng.uniform(-5, 25), rng.uniform(-4, 4)), (rng.uniform(-5, 25), rng.uniform(-4, 4))
            radius = rng.uniform(0.2, 1.5)
            zone = line_zone(a, b, radius)
            for step in range(-200, 500):
                x = step / 20
                near = self._distance((x, 0.0), a, b)
                if abs(near - radius) < 1e-3:
                    continue
                inside = zone is not None and zone[0] < x < zone[1]
                self.assertEqual(inside, near < radius, (a, b, radius, x))

    @staticmethod
    def _distance(p: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> float:
        dx, dy = b[0] - a[0], b[1] - a[1]
        share = max(0.0, min(1.0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy)))
        return math.dist(p, (a[0] + share * dx, a[1] + share * dy))

    def test_posts_keep_out_of_zones_on_every_leg(self) -> None:
        corners = [(2.0, 1.0), (12.0, 1.0), (12.0, 9.0), (4.0, 15.0)]
        spots = [(5.0, 1.2, 0.5), (12.3, 4.0, 0.6), (9.0, 11.0, 0.7)]
        found = posts_along(corners, Keeps(gates=[(13.0, 1.0)], spots=spots), bay_max_m=2.4, bay_min_m=0.6, post_m=0.09)
        self.assertFalse(found.problems)
        at = [0.0]
        for a, b in itertools.pairwise(corners):
            at.append(at[-1] + math.dist(a, b))
        for station in found.stations_m:
            leg = next(k for k in range(3) if station <= at[k + 1] + 1e-9)
            share = (station - at[leg]) / (at[leg + 1] - at[leg])
            a, b = corners[leg], corners[leg + 1]
            point = (a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1]))
            for x, y, radius in spots:
                self.assertGreaterEqual(math.dist(point, (x, y)), radius - 1e-6)
        self.assertTrue(any(abs(s - 13.545) < 1e-9 for s in found.stations_m))

    def test_a_fixed_post_in_a_zone_is_told_not_moved(self) -> None:
        found = posts_along([(0, 0), (6, 0)], Keeps(spots=[(6.0, 0.0, 0.4)]), bay_max_m=2, bay_min_m=0.6, post_m=0.09)
        self.assertEqual(len(found.problems), 1)
        self.assertEqual(found.stations_m[-1], 6)
        with self.assertRaises(InvalidInputError):
            posts_along([(0, 0), (4, 0), (4, 4)], Keeps(gates=[(4.0, 1.0)]), bay_max_m=2, bay_min_m=0.6, post_m=0.09)
        self.assertIsNone(spot_zone(3, 0.5, 0.5))


class SlopeTest(unittest.TestCase):
    def test_a_hump_between_posts_lifts_its_panel(self) -> None:
        ground = Profile([(0, 0), (1, 0.2), (2, 0), (4, 0)])
        humped, level = stepped_bays(ground, [0, 2, 4], PanelGaps(gap_least_m=0.05))
        self.assertAlmostEqual(humped.bottom_m, 0.25)
        self.assertAlmostEqual(humped.open_m2, 2 * 0.25 - 0.2)
        self.assertAlmostEqual(level.low_gap_m, 0.05)

    def test_the_top_line_is_the_fewest_by_brute_force(self) -> None:
        rng = random.Random(10)
        for _ in range(25):
            posts = [0.0, 2.0, 4.0, 6.0, 8.0]
            ground = Profile([(2.0 * k, rng.uniform(-0.25, 0.25)) for k in range(5)])
            found = fewest_pieces(ground, posts, HeightBand(least_m=1.7, most_m=1.95, wish_m=1.8, step_m=0.05))
            least = self._brute(ground, posts)
            self.assertEqual(None if found is None else len(found) - 1, least)

    @staticmethod
    def _brute(ground: Profile, posts: list[float]) -> int | None:
        heights = [
            [
                h * 0.05
                for h in range(28, 46)
                if h * 0.05 - ground.height_m(x) + 1e-9 >= 1.7 and h * 0.05 - ground.height_m(x) <= 1.95 + 1e-9
            ]
            for x in posts
        ]
        for pieces in range(1, 5):
            for turns in itertools.combinations(range(1, 4), pieces - 1):
                at = (0, *turns, 4)
                for tops in itertools.product(*(heights[k] for k in at)):
                    line = Profile([(posts[k], top) for k, top in zip(at, tops, strict=True)])
                    if all(1.7 - 1e-9 <= line.height_m(x) - ground.height_m(x) <= 1.95 + 1e-9 for x in posts):
                        return pieces
        return None

    @tag("slow")
    def test_too_much_to_try_is_refused_not_endless(self) -> None:
        posts = [float(k) for k in range(400)]
        with self.assertRaises(OutOfScopeError):
            fewest_pieces(
                Profile([(0, 0), (400, 0)]), posts, HeightBand(least_m=1.0, most_m=3.0, wish_m=1.8, step_m=0.01)
            )

    def test_scribed_boards_reach_the_lowest_soil(self) -> None:
        ground, top = Profile([(0, 0), (2, 0.2)]), Profile([(0, 2.0), (2, 2.0)])
        row = SlopedBoards(board_m=0.14, gap_m=0.0, clear_m=0.05)
        square = boards_to_line(ground, top, row, start_m=0.0, end_m=0.5)
        scribed = boards_to_line(ground, top, replace(row, scribed=True), start_m=0.0, end_m=0.5)
        for a, b in zip(square, scribed, strict=True):
            self.assertAlmostEqual(b.length_m - a.length_m, 0.1 * a.width_m)
        self.assertAlmostEqual(square[-1].width_m, 0.5 - 3 * 0.14)


class HoleTest(unittest.TestCase):
    def test_sizes_and_drawn_layers_agree(self) -> None:
        drawn = layers(
            RoundHole(embedment_m=0.7, gravel_m=0.15, plug_m=0.1, hole_width_m=0.3),
            post_width_m=0.089,
            above_ground_m=1.8,
        )
        footing = Footing(
            id="f",
            under="p",
            at=(0.0, 0.0, 0.0),
            kind="planted",
            layers=drawn,
            embedment_m=0.7,
            hole_m=0.95,
            hole_width_m=0.3,
            depth_governed_by="",
            width_governed_by="",
        )
        hole = Hole(width_m=0.3, depth_m=0.95, gravel_m=0.15, post_width_m=0.089, post_in_concrete_m=0.7)
        self.assertAlmostEqual(neat(hole).concrete_m3, volumes(footing).concrete_m3, 12)
        self.assertAlmostEqual(neat(hole).gravel_m3, volumes(footing).gravel_m3, 12)

    def test_the_width_dug_gives_the_concrete_back(self) -> None:
        hole = Hole(width_m=0.3, depth_m=0.9, gravel_m=0.1, post_width_m=0.1)
        factor, dug = overdig(hole, 0.075)
        wide = Hole(width_m=dug, depth_m=0.9, gravel_m=0.1, post_width_m=0.1)
        self.assertAlmostEqual(neat(wide).concrete_m3, 0.075, 12)
        self.assertAlmostEqual(factor, 0.075 / neat(hole).concrete_m3, 12)

    def test_what_cannot_be_dug_names_its_field(self) -> None:
        for changes, field in (
            ({"gravel_m": 0.9}, "gravel"),
            ({"bell_width_m": 0.2, "bell_m": 0.1}, "bell_width"),
            ({"bell_width_m": 0.5, "bell_m": 0.95}, "bell_height"),
            ({"post_width_m": 0.25}, "post_width"),
            ({"post_width_m": 0.1, "post_in_concrete_m": 2.0}, "post_in_concrete"),
        ):
            with self.subTest(field), self.assertRaises(InvalidInputError) as caught:
                neat(Hole(**({"width_m": 0.3, "depth_m": 0.9} | changes)))  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)


class CutTest(unittest.TestCase):
    def test_parallel_cuts_nest_and_mixed_ones_cost(self) -> None:
        tilt = math.radians(10)
        nested = nested_length_m([(1.0, tilt, tilt), (1.0, tilt, tilt)], 0.1, 0.003)
        mixed = nested_length_m([(1.0, tilt, tilt), (1.0, -tilt, -tilt)], 0.1, 0.003)
        self.assertAlmostEqual(mixed - nested, 0.1 * math.tan(tilt))

    def test_plies_by_brute_force(self) -> None:
        rng = random.Random(11)
        for _ in range(20):
            posts = [0.0]
            for _ in range(rng.randint(2, 4)):
                posts.append(posts[-1] + rng.choice((1.2, 1.5, 1.8)))
            stock = [2.4, 3.0, 3.6]
            found = beam_plies(posts, 2, stock)
            sets = [s for n in range(len(posts)) for s in itertools.combinations(posts[1:-1], n)]
            costs = {}
            for cuts in sets:
                pieces = [b - a for a, b in itertools.pairwise((posts[0], *cuts, posts[-1]))]
                if max(pieces) <= 3.6 + 1e-6:
                    costs[cuts] = sum(min(s for s in stock if s >= p - 1e-6) for p in pieces)
            pairs = [costs[a] + costs[b] for a in costs for b in costs if not set(a) & set(b)]
            self.assertEqual(found is None, not pairs)
            if found is not None:
                self.assertAlmostEqual(found.bought_m, min(pairs))
                self.assertFalse(set(found.joints_m[0]) & set(found.joints_m[1]))
        with self.assertRaises(OutOfScopeError):
            beam_plies([float(k) for k in range(20)], 2, [2.4])


class TimeTest(unittest.TestCase):
    def test_one_crew_takes_at_least_its_work_and_the_critical_path(self) -> None:
        rng = random.Random(12)
        for _ in range(50):
            steps = []
            for k in range(8):
                after = tuple((f"t{j}", rng.choice((0.0, 24.0))) for j in range(k) if rng.random() < 0.3)
                steps.append(SequenceTask(f"t{k}", rng.uniform(1, 6), after))
            least, chain = job_length(steps)
            crew = one_crew_hours(steps)
            self.assertGreaterEqual(crew + 1e-9, max(least, sum(step.hours for step in steps)))
            self.assertTrue(chain)
        with self.assertRaises(InvalidInputError):
            job_length([SequenceTask("a", 1, (("b", 0),)), SequenceTask("b", 1, (("a", 0),))])

    def test_the_two_ways_agree_at_the_reference_and_part_in_the_cold(self) -> None:
        self.assertAlmostEqual(by_maturity_s(24, 20), 24)
        self.assertAlmostEqual(by_arrhenius_s(24, 20), 24)
        self.assertAlmostEqual(by_arrhenius_s(24, 5), 60, delta=0.5)  # as the rules' own example
        self.assertAlmostEqual(by_maturity_s(24, 5, datum_c=-10), 48)
        with self.assertRaises(OutOfScopeError):
            by_maturity_s(24, 0)


if __name__ == "__main__":
    unittest.main()
