"""Mesh, tubes, gates, stairs, boards, guards, tubs, edges, gables and digging against second routes: sums, slices, brute force."""

import itertools
import math
import random
import unittest
from dataclasses import replace

from steady.design_codes.registry import rulebook
from steady.design_codes.requests import OpenFace, OpenRoofInput, WindPlace
from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.concrete import ConcreteOffer, buy_concrete
from steady.footings.digging import grouped_depths, reaching_tool
from steady.layout.barriers import Barrier, pool_faults
from steady.layout.board_fields import FramedDeck, diagonal, field
from steady.layout.edges import arc_of, by_chord
from steady.layout.gables import Gable, gable_tie, gutter_m3_per_s, rect_sheets
from steady.layout.low_decks import SleeperDeck, blocks_allowed, sleepers
from steady.layout.mesh import MeshBay, chain_link, screened, solidity, terminal_brace
from steady.layout.panel_systems import Heat, panel_slope, stiffened
from steady.layout.stair_flights import FlightRequest, Stringer, flights, grasp, open_riser, tiers
from steady.statics.beam import PointLoad, SpreadLoad
from steady.statics.cable_guards import CableGuard, Tub
from steady.statics.slide_gates import SlideGate, checked, slide_wind
from steady.statics.tubes import Tube, moment_n_m
from steady.structures.continuous_members import ContinuousMember
from steady.units.units import FT, IN

PLACE = WindPlace(speed_m_per_s=46.94, pressure_pa=0.0, exposure="C", edition="ASCE 7-16", zone="", return_years=0.0)


class MeshTest(unittest.TestCase):
    def test_solidity_by_counting_a_grid(self) -> None:
        """Squares of a fine grid over one mesh that a wire covers."""
        wire, mesh = 4, 40
        solid = sum(x < wire or y < wire for x in range(wire + mesh) for y in range(wire + mesh))
        self.assertAlmostEqual(solidity(0.004, 0.04, 0.04), solid / (wire + mesh) ** 2, places=9)
        self.assertGreater(screened(0.13, 0.85), 0.85)

    def test_a_bay_s_areas_fill_it(self) -> None:
        bay = MeshBay(height_m=1.8, bay_m=3.0, mesh_solidity=1.0, post_m=0.05, rail_m=0.04)
        self.assertAlmostEqual(sum(area for area, _ in bay.areas_m2), bay.gross_m2, places=9)

    def test_more_solid_never_less_wind(self) -> None:
        for school, most in (("us", 0.69), ("uk", 0.79)):
            book = rulebook(school)
            place = replace(PLACE, exposure="C" if school == "us" else "II", speed_m_per_s=40 if school == "us" else 22)
            for round_ in (True, False):
                shares = [k / 100 for k in range(5, int(most * 100))]
                found = [
                    book.open_face_pressure(place, OpenFace(height_m=1.8, solidity=s, round_members=round_))[1].value
                    for s in shares
                ]
                # The figure steps down at its columns by no more than a fifth.
                for less, more in itertools.pairwise(found):
                    self.assertGreater(more, 0.8 * less)
                self.assertGreater(found[-1], 3 * found[0])

    def test_chain_link_adds_up(self) -> None:
        rng = random.Random(1)
        for _ in range(200):
            run, height = rng.uniform(2, 60), rng.uniform(0.9, 3.6)
            found = chain_link(run, height)
            self.assertAlmostEqual(found.bay_m * found.bays, run, places=9)
            self.assertLessEqual(found.bay_m, 10 * FT + 1e-9)
            self.assertGreaterEqual(found.rail_sticks * (21 * FT - 3 * IN) + 3 * IN, run - 1e-9)
        brace = terminal_brace(3000, 1.8, 0.9, brace_run_m=3.0)
        self.assertAlmostEqual(brace.rod_n**2, brace.brace_n**2 + brace.line_post_down_n**2, places=3)

    def test_tubes_by_integration(self) -> None:
        tube = Tube(outside_m=0.0603, wall_m=0.0032)
        n, out, inside = 400, 0.0603 / 2, 0.0603 / 2 - 0.0032
        step = 2 * out / n
        second = plastic = 0.0
        for i, j in itertools.product(range(n), repeat=2):
            x, y = -out + (i + 0.5) * step, -out + (j + 0.5) * step
            if inside**2 <= x * x + y * y <= out**2:
                second += y * y * step**2
                plastic += abs(y) * step**2
        self.assertAlmostEqual(tube.second_m4 / second, 1.0, delta=0.01)
        self.assertAlmostEqual(tube.plastic_m3 / plastic, 1.0, delta=0.01)
        with self.assertRaises(OutOfScopeError):
            moment_n_m(Tube(outside_m=0.1143, wall_m=0.001), 355e6, 1.0, american=False)


class BarrierTest(unittest.TestCase):
    def test_higher_closer_farther_adds_no_fault(self) -> None:
        rng = random.Random(2)
        for _ in range(500):
            school = rng.choice(("us", "nz"))
            one = Barrier(
                height_m=rng.uniform(0.9, 2),
                gap_under_m=rng.uniform(0, 0.15),
                soft_ground=rng.random() < 0.5,
                opening_m=rng.uniform(0.01, 0.15),
                rail_tops_m=rng.uniform(0.5, 1.5),
                latch_m=rng.uniform(0.8, 1.8),
                clear_outside_m=rng.uniform(0.3, 2),
            )
            better = replace(
                one,
                height_m=one.height_m + 0.2,
                gap_under_m=one.gap_under_m / 2,
                opening_m=one.opening_m / 2,
                clear_outside_m=(one.clear_outside_m or 0) + 0.5,
            )
            self.assertLessEqual(set(pool_faults(school, better)), set(pool_faults(school, one)))
        with self.assertRaises(OutOfScopeError):
            pool_faults("ca", Barrier(height_m=1.2, gap_under_m=0.05, soft_ground=True, opening_m=0.09))


class GateTest(unittest.TestCase):
    def test_rollers_carry_the_leaf_wherever_it_is(self) -> None:
        rng = random.Random(3)
        for _ in range(200):
            opening = rng.uniform(2, 6)
            tail = rng.uniform(0.5, 1) * opening
            gate = checked(
                SlideGate(
                    opening_m=opening,
                    tail_m=tail,
                    rollers_m=tail - 0.35,
                    opening_n=rng.uniform(500, 2000),
                    tail_n=rng.uniform(200, 900),
                )
            )
            self.assertAlmostEqual(gate.front_closed_n + gate.rear_closed_n, gate.whole_n, places=6)
            self.assertAlmostEqual(gate.front_open_n + gate.rear_open_n, gate.whole_n, places=6)
            # Moments of the shut leaf about its latch end.
            about = gate.opening_n * opening / 2 + gate.tail_n * (opening + tail / 2)
            held = gate.front_closed_n * opening + gate.rear_closed_n * (opening + gate.rollers_m)
            self.assertAlmostEqual(about, held, places=3)
        wind = slide_wind(240, 3.6, 1.8, rollers_m=1.5, caught=False)
        self.assertAlmostEqual(wind.front_n + wind.rear_n, wind.force_n, places=6)


class StairTest(unittest.TestCase):
    def test_risers_make_the_drop(self) -> None:
        rng = random.Random(4)
        for _ in range(300):
            ask = FlightRequest(
                rise_m=rng.uniform(1, 3.5),
                riser_most_m=0.19,
                going_m=0.27,
                width_m=0.9,
                upper_risers=rng.randint(1, 4),
                turn=rng.choice(("straight", "L", "U")),
            )
            found = flights(ask)
            self.assertAlmostEqual(found.risers * found.riser_m, ask.rise_m, places=9)
            self.assertAlmostEqual(found.landing_height_m + ask.upper_risers * found.riser_m, ask.rise_m, places=9)
        nosing, area = tiers([3.0, 2.5], 1, 2, going_m=0.3)
        self.assertAlmostEqual(nosing, 2 * 5.5 + 2 * 0.3 * 3, places=9)
        self.assertAlmostEqual(area, (3 + 0.6) * (2.5 + 0.6) - 3 * 2.5, places=9)

    def test_a_notch_s_throat_by_coordinates(self) -> None:
        """Distance of a notch's inner corner from the line of its nosings."""
        stringer = Stringer(riser_m=0.18, going_m=0.27, depth_m=0.286)
        (ax, ay), (bx, by), (cx, cy) = (0.0, 0.0), (0.27, -0.18), (0.27, 0.0)
        deep = abs((bx - ax) * (cy - ay) - (by - ay) * (cx - ax)) / math.hypot(bx - ax, by - ay)
        self.assertAlmostEqual(stringer.throat_m, 0.286 - deep, places=12)
        middle = replace(stringer, middle=True)
        self.assertAlmostEqual(middle.moment_n_m(2.4, 1000) * 4, stringer.moment_n_m(2.4, 1000), places=6)
        self.assertLess(
            middle.sag_m(2.4, 1000, 0.038, modulus_pa=9e9), stringer.sag_m(2.4, 1000, 0.038, modulus_pa=9e9) / 10
        )

    def test_hands_and_spheres(self) -> None:
        self.assertEqual(grasp("us", 1.5 * IN, 3.5 * IN, edge_m=0.0, round_=False).says, "finger recess")
        self.assertEqual(grasp("uk", 0.04, 0.04, edge_m=0.0, round_=True).says, "graspable")
        with self.assertRaises(OutOfScopeError):
            grasp("uk", 0.04, 0.09, edge_m=0.0, round_=False)
        self.assertTrue(open_riser("us", 0.12, 0.038, risers=5).passes)
        self.assertFalse(open_riser("nz", 0.18, 0.038, risers=2).passes)


class BoardTest(unittest.TestCase):
    def test_diagonal_rows_by_sampling(self) -> None:
        """Points of a fine grid: the share under boards is that of the rows; the longest row is the plateau and a width."""
        long, wide, board, gap = 4.9, 3.6, 0.14, 0.003
        found = diagonal(long, wide, board, gap_m=gap)
        n, under = 500, 0
        for i, j in itertools.product(range(n), repeat=2):
            across = ((i + 0.5) / n * long + (j + 0.5) / n * wide) / math.sqrt(2)
            under += across % (board + gap) < board
        covered = under / n**2 * long * wide
        self.assertAlmostEqual((1 - found.waste) * found.stock_m * board / covered, 1.0, delta=0.002)
        self.assertAlmostEqual(found.longest_m, math.sqrt(2) * wide + board, places=9)

    def test_a_field_fills_its_frame(self) -> None:
        deck = FramedDeck(length_m=6.1, width_m=3.66, board_m=0.14, gap_m=0.005, breakers=1)
        found = field(deck)
        pitch = 0.145
        self.assertAlmostEqual(2 * found.field_length_m + found.breaker_width_m + 2 * pitch, 6.1, places=9)
        self.assertAlmostEqual((found.rows - 1) * pitch + found.last_board_m + 2 * pitch, 3.66, places=9)
        self.assertTrue(0 < found.last_board_m <= 0.14)

    def test_sleepers_and_blocks(self) -> None:
        deck = SleeperDeck(
            length_m=3.66,
            width_m=3.05,
            spacing_most_m=0.4064,
            sleeper_m=0.0889,
            load_pa=2400,
            gravel_deep_m=0.1,
            gravel_past_m=0.15,
        )
        found = sleepers(deck)
        self.assertAlmostEqual(found.pressure_pa * found.count * 0.0889 * 3.05, 2400 * 3.66 * 3.05, places=3)
        self.assertFalse(blocks_allowed("us", 15, 0.4, attached=False, beams=True))
        with self.assertRaises(OutOfScopeError):
            blocks_allowed("nz", 15, 0.4, attached=False, beams=False)

    def test_movement_and_racks(self) -> None:
        heat = Heat(length_m=2.4, coefficient=60, now=10, coldest=-20, hottest=50)
        self.assertAlmostEqual(heat.grows_m + heat.shrinks_m, 60e-6 * 2.4 * 70, places=12)
        self.assertEqual(panel_slope(1.8, 0.4, 0.3, step_most_m=0.35).how, "shorter panels")
        both = stiffened(1000, 4000, 2.4, line_n_per_m=200)
        self.assertAlmostEqual(both.sag_m, 5 * 200 * 2.4**4 / 384 / 5000, places=12)


class CableTest(unittest.TestCase):
    def guard(self, clear_m: float = 0.9, tension_n: float = 1100.0) -> CableGuard:
        return CableGuard(
            cables=10,
            tension_n=tension_n,
            spacing_m=0.0762,
            diameter_m=0.0032,
            rail_m=0.9144,
            clear_m=clear_m,
            run_m=6.0,
            stiffness_n=650e3,
            push_n=67,
            sphere_m=0.1016,
        )

    def test_a_pushed_cable_by_least_energy(self) -> None:
        """The sag at which stretching less the push's work is least, on a fine grid."""
        one = self.guard()

        def energy(sag: float) -> float:
            longer = 2 * sag**2 / one.clear_m
            return one.tension_n * longer + one.stiffness_n * longer**2 / (2 * one.run_m) - one.push_n * sag

        best = min((k * 1e-5 for k in range(4000)), key=energy)
        self.assertAlmostEqual(one.sag_m, best, delta=2e-5)

    def test_longer_opens_tighter_closes(self) -> None:
        self.assertGreater(self.guard(1.2).opening_m, self.guard(0.9).opening_m)
        self.assertLess(self.guard(tension_n=2000).opening_m, self.guard().opening_m)

    def test_a_held_post_is_a_beam_under_its_cables(self) -> None:
        one = self.guard()
        run = ContinuousMember(length_m=one.rail_m, supports_m=(0.0, one.rail_m))
        loads = [PointLoad(at_m=k * one.spacing_m, load_n=one.tension_n) for k in range(1, 11)]
        self.assertAlmostEqual(run.under(loads).moment_n_m, one.moment_held_n_m, places=3)

    def test_a_tub_is_a_patch_on_a_beam(self) -> None:
        tub = Tub(
            empty_kg=360,
            water_m3=1.5,
            persons=5,
            along_m=2.1,
            across_m=2.1,
            joists_apart_m=0.3,
            span_m=3.0,
            start_m=0.4,
            dead_pa=480,
        )
        run = ContinuousMember(length_m=3.0, supports_m=(0.0, 3.0))
        line, dead = tub.line_n_per_m, 480 * 0.3
        loads = [
            SpreadLoad(from_m=0.4, to_m=2.5, start_n_per_m=line, end_n_per_m=line),
            SpreadLoad(from_m=0.0, to_m=3.0, start_n_per_m=dead, end_n_per_m=dead),
        ]
        self.assertAlmostEqual(tub.moment_n_m / run.under(loads).moment_n_m, 1.0, places=6)


class EdgeAndRoofTest(unittest.TestCase):
    def test_facets_lie_on_their_arc(self) -> None:
        rng = random.Random(5)
        for _ in range(200):
            radius, angle, error = rng.uniform(0.5, 8), rng.uniform(0.3, 6), rng.uniform(0.001, 0.02)
            arc = arc_of(radius, angle, None, error_most_m=error)
            self.assertLessEqual(arc.error_m, error + 1e-9)
            if arc.facets > 1:
                self.assertGreater(arc_of(radius, angle, arc.facets - 1, error_most_m=None).error_m, error - 1e-9)
            self.assertAlmostEqual(arc.turn_rad * arc.facets, angle, places=9)
        radius, angle = by_chord(4.0, 0.7)
        self.assertAlmostEqual(2 * radius * math.sin(angle / 2), 4.0, places=9)
        self.assertAlmostEqual(radius * (1 - math.cos(angle / 2)), 0.7, places=9)

    def test_a_gable_by_coordinates(self) -> None:
        gable = Gable(width_m=4.2, pitch_rad=0.4, depth_m=0.14, seat_m=0.09, beam_top_m=2.4, ridge_m=0.038)
        run = 4.2 / 2 - 0.019
        self.assertAlmostEqual(gable.rafter_m, math.hypot(run, run * math.tan(0.4)), places=12)
        self.assertAlmostEqual(gable.ridge_top_m - gable.beam_top_m - gable.above_m, run * math.tan(0.4), places=12)

    def test_a_tie_holds_the_half_that_it_is_cut_from(self) -> None:
        for tie_m in (0.0, 0.2):
            width, pitch, line = 4.2, 0.45, 900.0
            found = gable_tie(width, pitch, line, tie_m=tie_m, ridge="board")
            high = width / 2 * math.tan(pitch)
            # Moments of one rafter about the ridge: its eave's reaction, its load, the tie.
            half = width / 2
            self.assertAlmostEqual(line * half * half - line * half**2 / 2, found.tie_n * (high - tie_m), places=6)
            grid = [k / 2000 * half for k in range(2001)]
            peak = max(
                line * half * x - line * x * x / 2 - found.tie_n * max(0.0, x * math.tan(pitch) - tie_m) for x in grid
            )
            self.assertAlmostEqual(found.rafter_n_m, peak, delta=0.5)
        self.assertAlmostEqual(gable_tie(4.2, 0.45, 900, tie_m=0, ridge="beam").ridge_n, 900 * 2.1, places=9)

    def test_the_figures_join(self) -> None:
        """Along the roof no stretch is blown harder than its first zone; a half no less than the mean; obstructed lifts more."""
        book = rulebook("us")
        for length in (2.0, 5.0, 12.0):
            ask = OpenRoofInput(height_m=3.0, slope_rad=0.39, obstructed=False, uplift=True)
            along, gable = book.open_along(PLACE, ask, length), book.open_gable(PLACE, ask)
            self.assertLessEqual(along.first_up_pa, along.up_pa)
            self.assertLessEqual(gable.half_up_pa, gable.up_pa)
            self.assertLess(book.open_gable(PLACE, replace(ask, obstructed=True)).up_pa, gable.up_pa)

    def test_water_and_sheets(self) -> None:
        self.assertGreater(gutter_m3_per_s(4400e-6, "box", 1), gutter_m3_per_s(4400e-6, "half round", 1))
        found = rect_sheets(7.3, 4.3, 0.61, sheet_m=3.6, laps_m=(0.15, 0.0))
        self.assertGreaterEqual(found.strips * 0.61, 7.3)
        self.assertGreaterEqual(found.each * 3.6 - (found.each - 1) * 0.15, 4.3)


class DiggingTest(unittest.TestCase):
    def test_two_depths_by_trying_all(self) -> None:
        rng = random.Random(6)
        for _ in range(60):
            deep = [round(rng.uniform(0.6, 1.5), 2) for _ in range(rng.randint(1, 9))]
            found = grouped_depths(deep, 0.25)
            area = math.pi / 4 * 0.25**2
            tried = min(
                sum(min(d for d in pair if d >= one) - one for one in deep)
                for pair in itertools.product(set(deep), repeat=2)
                if max(pair) >= max(deep)
            )
            self.assertAlmostEqual(found.extra_m3, tried * area, places=9)
            self.assertLessEqual(len(found.depths_m), 2)

    def test_reach_and_price(self) -> None:
        self.assertEqual(reaching_tool(0.9, 0.2), "one-person auger")
        with self.assertRaises(OutOfScopeError):
            reaching_tool(2.0, 0.3)
        offer = ConcreteOffer(bag_yield_m3=0.017, bag_price=6.4, load_m3=0.75, load_price=190, least_m3=0.75)
        self.assertEqual(buy_concrete(0.05, offer).cheaper, "bags")
        self.assertEqual(buy_concrete(6.0, offer).cheaper, "ready-mix")
        with self.assertRaises(InvalidInputError):
            buy_concrete(0.0, offer)


if __name__ == "__main__":
    unittest.main()
