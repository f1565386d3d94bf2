"""Decks: what each check stands on, worked a second time by hand or from the drawing."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any, Literal

from steady.design_codes.registry import rulebook
from steady.ground.site import Site
from steady.plan.model import Part, Plan
from steady.plan.results import state, unchecked_items
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import StairDesign
from steady.units.units import FT, IN

from tests import randoms
from tests.test_deck import checks, deck, planned

HOMES = {"ca": "stiff clay", "nz": "stiff clay", "uk": "average"}


def of_school(school: str, words: str = "16x12 up3", **changes: Any) -> Plan:
    spec = localized(deck(words, **changes), school)
    return planned(spec, Site(soil=HOMES[school], frost_m=0.6), school)


def step(check: Any, symbol: str) -> Any:
    return next(s for s in (*check.working, check.demand) if s.symbol == symbol)


class FixedPostTest(unittest.TestCase):
    def test_squeezed_and_bent_by_the_formula(self) -> None:
        # NDS 2018 3.9-3 and 3.7.1 by hand: 4×4 southern pine No.2 wet, F_b 1,100, F_c 1,450 × .8, E_min 510,000 × .9 (from memory),
        # C_D 1.6 for a push sideways, effective length 2.1 times the free height of a post fixed below and free above.
        plan = planned(deck("16x12 up7 free", post="post 4x4 pine", upright="fixed posts"))
        found = checks(plan, "post.combined_axial_and_bending")
        self.assertEqual(len(found), 6)
        area, modulus = 3.5**2, 3.5**3 / 6
        for check in found:
            push = step(check, "H")
            weight = dict((name, value) for name, value, _ in push.inputs)["R"]
            bent = step(check, "M")
            arm_ft = dict((name, value) for name, value, _ in bent.inputs)["a"]
            fc, fb = weight / area, bent.value * 12 / modulus
            euler = 0.822 * 510000 * 0.9 / (2.1 * arm_ft * 12 / 3.5) ** 2
            full = 1450 * 0.8 * 1.6
            ratio = euler / full
            stable = (1 + ratio) / 1.6 - math.sqrt(((1 + ratio) / 1.6) ** 2 - ratio / 0.8)
            by_hand = (fc / (full * stable)) ** 2 + fb / (1100 * 1.6 * (1 - fc / euler))
            self.assertAlmostEqual(check.use, by_hand, delta=by_hand * 1e-4)
        self.assertGreater(max(check.use for check in found), 5)
        self.assertEqual(state(plan), "fail")

    def test_a_bigger_post_stands(self) -> None:
        plan = planned(deck("16x12 up7 free", post="post 6x6 pine", upright="fixed posts"))
        self.assertLess(max(check.use for check in checks(plan, "post.combined_axial_and_bending")), 1)


class StandingTest(unittest.TestCase):
    def test_joists_along_the_house_are_not_held_by_it(self) -> None:
        plan = planned(deck("16x12 up8", joists_run="along"))
        self.assertIn("deck.lateral_stability", {gap.key for gap in unchecked_items(plan)})
        self.assertNotIn(state(plan), ("pass", "at_limit"))

    def test_braces_stand_both_ways_and_their_bolts_are_held(self) -> None:
        plan = planned(deck("16x12 up7 free", upright="knee braces"))
        braces = [
            (part, place) for part in plan.parts if "brace" in part.role and part.length_m for place in part.places
        ]
        ways = {(round(abs(place.along[0]), 1) > 0.1, round(abs(place.along[1]), 1) > 0.1) for _, place in braces}
        self.assertEqual(ways, {(True, False), (False, True)})
        self.assertTrue(checks(plan, "knee_brace.compression"))
        # By hand: the push at the post over a brace at 45° to it.
        for check in checks(plan, "knee_brace_bolts.capacity"):
            self.assertGreater(check.demand.value, 0)


class FlushTest(unittest.TestCase):
    def test_joists_end_at_flush_beams_and_are_hung_both_sides(self) -> None:
        plan = planned(deck("16x12 up3", seat="flush"))
        joists = [(part, place) for part in plan.parts if part.role == "joist" for place in part.places]
        beams = [(part, place) for part in plan.parts if part.role == "beam" for place in part.places]
        self.assertTrue(joists and beams)
        for (joist, a), (beam, b) in itertools.product(joists, beams):
            for k in range(b.count):
                low = b.at[1] + k * b.step[1] - beam.section_m[0] / 2
                high = low + beam.section_m[0]
                begin, end = sorted((a.at[1], a.at[1] + a.along[1] * joist.length_m))
                self.assertLessEqual(min(end, high) - max(begin, low), 1e-3)
        hangers = sum(part.count for part in plan.parts if part.item == "joist hanger")
        ends = 2 * len(joists)
        self.assertLessEqual(abs(hangers - ends), len(joists))
        self.assertTrue(checks(plan, "joist_hanger_at_beam.capacity"))


class BoardTest(unittest.TestCase):
    def test_boards_reach_as_far_as_the_table_says(self) -> None:
        # IRC table R507.7: 5/4 boards square to the joists 16 in, 2× boards 24 in (from memory).
        for spacing, passes in ((12, True), (16, True), (24, False), (48, False)):
            [check] = checks(planned(deck(spacing_m=spacing * IN)), "deck_board.allowable_span")
            self.assertEqual(check.use <= 1 + 1e-9, passes)
            self.assertAlmostEqual(check.use, spacing / 16, places=6)


class SpliceTest(unittest.TestCase):
    def test_each_joist_has_half_the_seat_at_a_butt_and_all_of_it_at_the_end(self) -> None:
        plan = planned(deck("16x20 up3", joists_over="spliced"))
        found = {check.case: check for check in checks(plan, "joist.bearing_length")}
        # Two plies of 1 1/2 in: three inches, of which a butted joist has half; the code asks 1 1/2 (IRC R502.6, from memory).
        self.assertAlmostEqual(
            found["butted over the beam"].demand.value / found["on the beam"].demand.value, 0.5, places=6
        )
        self.assertAlmostEqual(found["butted over the beam"].demand.value, 1.5 / 12, places=6)

    def test_both_pieces_stand_on_the_list(self) -> None:
        plan = planned(deck("16x20 up3", joists_over="spliced"))
        lengths: dict[float, list[tuple[float, float]]] = {}
        for part in plan.parts:
            for place in part.places if part.role == "joist" else ():
                lengths.setdefault(round(place.at[0], 3), []).append((place.at[1], place.at[1] + part.length_m))
        for pieces in lengths.values():
            ordered = sorted(pieces)
            self.assertGreaterEqual(len(ordered), 2)
            for (_, end), (begin, _) in itertools.pairwise(ordered):
                self.assertAlmostEqual(end, begin, delta=2e-3)


class FootingTest(unittest.TestCase):
    def test_the_wider_of_table_and_ground_is_drawn_and_named(self) -> None:
        widths = {f.under: (f.hole_width_m / IN, f.width_governed_by) for f in planned(deck("16x12 up3")).footings}
        for width, why in widths.values():
            self.assertGreaterEqual(width, 14 - 1e-9)
            self.assertIn(why, ("the code's table of footings", "bearing of the ground"))

    def test_concrete_weighs_more_than_the_soil_it_replaces(self) -> None:
        # Net bearing by hand: 2,000 psf of sand less 40 pcf over 2.5 ft of concrete: 1,900 psf.
        found = checks(planned(deck("16x12 up3")), "footing.soil_bearing")
        self.assertTrue(found)
        for check in found:
            self.assertAlmostEqual(check.limit.value, 2000 - 40 * 2.5, delta=1)


class PointLoadTest(unittest.TestCase):
    def test_a_person_on_an_edge_joist_by_hand(self) -> None:
        for school, force_n in (("nz", 1800.0), ("uk", 2000.0)):
            plan = of_school(school)
            joists = checks(plan, "joist.bending")
            self.assertTrue(any("edge joist" in check.case for check in joists), school)
            self.assertGreater(
                max(check.demand.value for check in joists if "edge joist" in check.case),
                max(check.demand.value for check in joists if "between supports" in check.case),
            )
            # Alone at midspan it bends the joist by at least P L / 4 over the section: no sharing, no other load.
            part = next(part for part in plan.parts if part.role == "joist")
            span_m = (
                next(c.demand.value for c in checks(plan, "joist.allowable_span"))
                if checks(plan, "joist.allowable_span")
                else None
            )
            if span_m is not None:
                section = part.section_m[0] * part.section_m[1] ** 2 / 6
                least = 1.5 * force_n * 0.2 * span_m / section / 1e6 / 4
                self.assertGreater(max(c.demand.value for c in joists if "edge joist" in c.case), least)

    def test_one_person_bends_a_canadian_board_as_by_hand(self) -> None:
        for spacing_m in (0.3, 0.4, 0.6):
            spec = replace(localized(deck("16x12 up3"), "ca"), board="decking 38x140 SPF", spacing_m=spacing_m)
            made = planned(spec, Site(soil=HOMES["ca"], frost_m=0.6), "ca")
            [check] = checks(made, "deck_board.bending")
            # 1 kN in the middle of the clear span and the deck's own weight, 38 × 140 flat: M / (b h² / 6).
            clear_m = spacing_m - 0.038
            dead_n_per_m = rulebook("ca").default_dead_pa * 0.140
            moment = 1.25 * dead_n_per_m * clear_m**2 / 8 + 1.5 * 1000.0 * clear_m / 4
            self.assertAlmostEqual(check.demand.value, moment / (0.140 * 0.038**2 / 6) / 1e6, places=6)

    def test_canadian_boards_with_gaps_do_not_make_a_system_of_joists(self) -> None:
        # CSA O86 6.4.3.1: case 1, K_H 1.10, not the 1.40 of sheathed floors (from memory).
        [check] = [c for c in checks(of_school("ca"), "joist.bending") if "between" in c.case]
        factors = [
            s
            for s in (*check.working, check.limit)
            for name, value, _ in s.inputs
            if name in ("K_H",) and value > 1.1 + 1e-9
        ]
        self.assertEqual(factors, [])


class StairTest(unittest.TestCase):
    def plan(self, **changes: Any) -> Plan:
        stair = StairDesign(id="s", edge=2, at_m=1.0, width_m=0.9144, **changes)
        return planned(deck("16x12 up4", stairs=(stair,)))

    def corners(self, part: Part, place: Any) -> list[tuple[float, float]]:
        """A stringer's four corners as cut: out from the rim, and height."""
        cuts = {cut.end: math.tan(cut.bevel_rad) for cut in part.cuts}
        found = []
        ends: tuple[tuple[Literal["start", "end"], float], ...] = (("start", 0.0), ("end", part.length_m))
        for end, at in ends:
            for half in (-part.section_m[1] / 2, part.section_m[1] / 2):
                slide = at + half * cuts[end]
                out = [place.at[i] + place.along[i] * slide + place.up[i] * half for i in range(3)]
                found.append((out[1], out[2]))
        return found

    def test_stringers_stand_on_the_landing_under_their_treads(self) -> None:
        for plan in (self.plan(), self.plan(cut=False)):
            stringer = next(part for part in plan.parts if part.role == "stringer")
            treads = [(part, place) for part in plan.parts if part.role == "tread" for place in part.places]
            place = stringer.places[0]
            shape = self.corners(stringer, place)
            ground = -4 * FT
            self.assertAlmostEqual(min(z for _, z in shape), ground, delta=2e-3)
            # Its heel is level and its head plumb.
            self.assertAlmostEqual(shape[2][1], shape[3][1], delta=1e-6)
            self.assertAlmostEqual(shape[0][0], shape[1][0], delta=1e-6)
            upper = sorted((shape[1], shape[3]))
            for part, at in treads:
                # Every tread's underside lies on the notches: never above the line of their noses, never off the board.
                under = at.at[2] - part.section_m[0] / 2
                out = abs(at.at[1]) if upper[0][0] >= 0 else at.at[1]
                share = (out - upper[0][0]) / (upper[1][0] - upper[0][0])
                line = upper[0][1] + share * (upper[1][1] - upper[0][1])
                self.assertLess(under, line + 1e-3)
                self.assertGreater(under, line - stringer.section_m[1] * 1.3)

    def test_the_throat_of_a_cut_stringer_by_hand(self) -> None:
        check = next(c for c in self.plan().checks if c.key == "stringer.throat_depth")
        # 48 in in seven risers of 6.857, goings of 10 1/2: a notch is r g / √(r² + g²) = 5.741 deep, of 11 1/4.
        self.assertAlmostEqual(check.demand.value, 11.25 - 6.857142857 * 10.5 / math.hypot(6.857142857, 10.5), places=3)

    def test_no_stringer_passes_with_nothing_left(self) -> None:
        spec = deck(
            "16x12 up4", stairs=(StairDesign(id="s", edge=2, at_m=1.0, width_m=0.9144, stringer="joist 2x6 pine"),)
        )
        check = next(c for c in planned(spec).checks if c.key == "stringer.throat_depth")
        self.assertGreater(check.use, 1)

    def test_handrail_and_noses_run_alike(self) -> None:
        plan = self.plan()
        rail = next(part for part in plan.parts if part.role == "handrail")
        place = rail.places[0]
        treads = sorted(
            {round(at.at[2], 4) for part in plan.parts if part.role == "tread" for at in part.places}, reverse=True
        )
        riser = treads[0] - treads[1]
        self.assertAlmostEqual(
            abs(place.along[2]) / math.hypot(place.along[0], place.along[1]), riser / (10.5 * IN), places=3
        )


class GuardTest(unittest.TestCase):
    def test_balusters_stand_close_and_are_drawn(self) -> None:
        plan = planned(deck("16x12 up4"))
        rows = [(part, place) for part in plan.parts if part.role == "baluster" for place in part.places]
        self.assertTrue(rows)
        for part, place in rows:
            if place.count > 1:
                clear = math.hypot(place.step[0], place.step[1]) - part.section_m[1]
                self.assertLess(clear, 4 * IN)


class BackEndsTest(unittest.TestCase):
    """What lifts a joist off its back support: the nails of any hanger hold 50 lb; more asks a maker's rating."""

    def test_a_little_lift_is_held_by_nails_and_more_is_asked_of_a_maker(self) -> None:
        held = 0
        rng = random.Random(5)
        for school in randoms.SCHOOLS:
            for _ in range(12):
                spec, site = randoms.deck(rng, school)
                made = randoms.planned(spec, site, school)
                if made is None:
                    continue
                unit_n = rulebook(school).units.force_n
                for check in checks(made, "joist.back_span_uplift"):
                    if check.case == "by its nails alone":
                        held += 1
                        has, needs = (step.value for step in check.working)
                        self.assertAlmostEqual(check.demand.value, needs - has, places=6)
                        self.assertAlmostEqual(check.limit.value * unit_n, 50 * 4.4482216, places=3)
                        self.assertLessEqual(check.demand.value, check.limit.value)
                for gap in unchecked_items(made):
                    if gap.key == "joist.back_span_uplift" and gap.needs is not None:
                        self.assertGreater(gap.needs.value * unit_n, 50 * 4.4482216)
        self.assertGreater(held, 3)
