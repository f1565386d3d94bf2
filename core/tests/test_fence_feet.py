"""Feet of a fence: every pair differs where it must, and what holds a post up is found again by other means."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any, get_args

import numpy as np
from steady.catalog.purchasing import PurchasingSettings
from steady.data.checks import case_label
from steady.design_codes.registry import rulebook
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.footings.hole import volumes
from steady.footings.neat import Hole, neat
from steady.plan.model import Plan
from steady.plan.results import fails, state
from steady.structures.fence.spec.feet import FootDetail, FootKind, Steel, Upright
from steady.structures.fence.spec.fence import NoDig, Straight
from steady.takeoff.bill import bill, cuts
from steady.units.show import Tape
from steady.units.units import FT, GRAVITY, IN, LB, PSI

from tests.make import fence, planned, site

KINDS: tuple[str, ...] = get_args(FootKind)
RATED = Upright(by="rated base", moment_n_m=9000.0, hold_n=20000.0)


def on(kind: str, **changes: Any) -> Plan:
    """A low straight fence on one kind of foot."""
    more: dict[str, Any] = {"height_m": 3 * FT, "bay_max_m": 6 * FT, "rails_count": 2}
    if kind == "part driven":
        more["post"] = "post steel channel"
    more["foot_detail"] = FootDetail(upright=RATED, edge_m=0.3, edge_least_m=0.1)
    return planned(fence(36, foot=kind, **{**more, **changes}), site(length_ft=36, soil="gravel", exposure="B"))


def words(plan: Plan, what: str) -> tuple[str, ...]:
    if what == "steps":
        return tuple(task.what for task in plan.tasks)
    return tuple(caution.text for caution in plan.cautions)


def drawn(plan: Plan) -> set[tuple[str, tuple[tuple[float, float], ...]]]:
    view = next(view for view in views(plan, Tape()) if view.name == "elevation")
    feet = {footing.id for footing in plan.footings}
    shown = {(s.layer, s.points) for s in view.shapes if s.id in feet or s.layer in ("post", "pipe")}
    return {(layer, tuple((round(x, 5), round(y, 5)) for x, y in points)) for layer, points in shown}


PERSON = case_label("person")


SAME_HOLE = {"open below", "dry set"}
"""The same hole with the same concrete in it, whose strength is known of one alone."""


class PairTest(unittest.TestCase):
    def test_every_pair_of_feet_differs(self) -> None:
        made = {kind: on(kind) for kind in KINDS}
        for one, other in itertools.combinations(KINDS, 2):
            a, b = made[one], made[other]
            with self.subTest(one=one, other=other):
                self.assertNotEqual(words(a, "steps"), words(b, "steps"))
                self.assertNotEqual(words(a, "cautions"), words(b, "cautions"))
                if {one, other} == SAME_HOLE:
                    self.assertEqual(a.footings[1].layers, b.footings[1].layers)
                    self.assertNotEqual(state(a), state(b))
                    continue
                self.assertNotEqual(a.footings[1].layers, b.footings[1].layers)
                self.assertNotEqual(drawn(a), drawn(b))
                takes = [(volumes(p.footings[1]), p.footings[1].hole_m) for p in (a, b)]
                self.assertNotEqual(*takes)

    def test_lateral_and_uplift_differ_but_for_the_two_tamped_fills(self) -> None:
        made = {kind: on(kind) for kind in KINDS}
        holds = {
            kind: (
                round(p.footings[1].embedment_m, 4),
                round(p.footings[1].pull_out_n, 2),
                p.footings[1].pull_out_says,
                frozenset((c.key, c.case, round(c.limit.value, 4)) for c in p.checks if c.about == p.footings[1].under),
            )
            for kind, p in made.items()
        }
        for one, other in itertools.combinations(KINDS, 2):
            if {one, other} == SAME_HOLE:
                continue
            if {one, other} == {"tamped gravel", "tamped sand"}:
                # Soil lies against the same post in both: the ground is pushed alike, and nothing holds against lifting.
                self.assertEqual(holds[one][:2], holds[other][:2])
                continue
            with self.subTest(one=one, other=other):
                self.assertNotEqual(holds[one], holds[other])


class GroundTest(unittest.TestCase):
    def test_tamped_post_pushes_with_its_own_diagonal(self) -> None:
        # Rules, worked example 11: a 4x4 in tamped earth, P 345.6 lb at 3.3 ft, 5.66 ft.
        depth, _ = rulebook("us").embedment(
            load_n=345.6 * LB,
            height_m=3.3 * FT,
            width_m=math.hypot(3.5, 3.5) * IN,
            soil=rulebook("us").soil("sand"),
            soil_factor=2.0,
        )
        self.assertAlmostEqual(depth.value, 5.66, places=2)
        wide, narrow = on("open below"), on("tamped sand")
        self.assertGreater(narrow.footings[2].embedment_m, wide.footings[2].embedment_m)

    def test_volumes_agree_with_the_neat_hole(self) -> None:
        rng = random.Random(5)
        for _ in range(20):
            bell_m, wide_m = rng.uniform(0.1, 0.25), rng.uniform(0.5, 0.7)
            detail = FootDetail(bell_width_m=wide_m, bell_m=bell_m)
            plan = on("open below", foot_detail=detail, hole_width_m=0.4064, gravel_m=0.1)
            footing = plan.footings[2]
            hole = Hole(
                width_m=0.4064,
                depth_m=footing.hole_m,
                gravel_m=0.1,
                post_width_m=5.5 * IN,
                bell_width_m=wide_m,
                bell_m=bell_m,
            )
            self.assertAlmostEqual(volumes(footing).concrete_m3, neat(hole).concrete_m3, places=9)

    def test_sand_and_gravel_are_bought_in_place_of_concrete(self) -> None:
        footing = on("tamped sand").footings[2]
        round_m2, post_m2 = math.pi / 4 * footing.hole_width_m**2, (5.5 * IN) ** 2
        takes = volumes(footing)
        self.assertEqual(takes.concrete_m3, 0)
        self.assertAlmostEqual(takes.sand_m3, (round_m2 - post_m2) * footing.embedment_m, places=9)

    def test_dry_mix_and_foam_are_counted_and_never_pass(self) -> None:
        wet, dry, foam = on("open below"), on("dry set"), on("foam")
        for plan in (dry, foam):
            self.assertEqual(state(plan), "not_checked")
            self.assertEqual(sum(gap.key == "footing.fill_strength" for gap in plan.not_covered), len(plan.footings))
        for a, b, c in zip(wet.footings, dry.footings, foam.footings, strict=True):
            self.assertAlmostEqual(volumes(a).concrete_m3, volumes(b).concrete_m3)
            self.assertEqual(volumes(c).concrete_m3, 0.0)
            # A round hole to the ground without the square post in it.
            post = next(layer for layer in c.layers if layer.what == "post")
            hole = (math.pi / 4 * c.hole_width_m**2 - post.width_m**2) * c.embedment_m
            self.assertAlmostEqual(volumes(c).foam_m3, hole, places=6)
        kits = next(
            line
            for line in bill(foam, PurchasingSettings(), cuts(foam, PurchasingSettings())).lines
            if line.item == "post foam kit"
        )
        cubic_feet = sum(volumes(footing).foam_m3 for footing in foam.footings) / FT**3
        self.assertEqual(kits.count, math.ceil(cubic_feet - 1e-9))

    def test_driven_posts_are_of_steel_and_known_only_by_their_maker(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            on("part driven", post="post 6x6 pine")
        self.assertEqual(refused.exception.field, "foot")
        unknown = on("part driven")
        self.assertTrue(any("strength is not entered" in gap.reason for gap in unknown.not_covered))
        steel = Steel(modulus_m3=12e-6, strength_pa=250e6, safety=1.67)
        known = on("part driven", foot_detail=FootDetail(steel=steel))
        bends = [check for check in known.checks if check.key == "post.bending_at_grade" and check.case == PERSON]
        self.assertAlmostEqual(bends[0].limit.value, 250e6 / 1.67 / 6894.757, delta=1)
        moment = 500 / LB * (3 * FT + 2 * IN) / FT * 12  # a person's 0.5 kN at the top
        self.assertAlmostEqual(bends[0].demand.value, moment / (12e-6 / IN**3), delta=1)
        self.assertAlmostEqual(known.footings[1].hole_m, 24 * IN, places=6)

    def test_a_pipe_bends_by_its_own_section(self) -> None:
        plan = on("over a pipe", foot_detail=FootDetail(steel=Steel(strength_pa=240e6, wall_m=0.154 * IN)))
        bends = next(check for check in plan.checks if check.key == "post.bending_at_grade")
        modulus = next(step for step in bends.working if step.symbol == "S")
        # Published section of a 2 in standard pipe, 2.375 outside and 0.154 wall: 0.561 in3 (from memory, high).
        self.assertAlmostEqual(modulus.value, 0.561, places=2)
        pipe = next(part for part in plan.parts if part.role == "pipe")
        self.assertAlmostEqual(pipe.length_m, plan.footings[1].embedment_m + 0.75, delta=0.05)


class BaseTest(unittest.TestCase):
    def test_a_post_on_a_base_never_passes_by_itself(self) -> None:
        for kind in ("base on pier", "base on slab", "loose block"):
            plan = on(kind, foot_detail=FootDetail(edge_m=0.3, edge_least_m=0.1))
            gaps = [gap for gap in plan.not_covered if gap.key == "lateral_system"]
            self.assertEqual(len(gaps), len(plan.footings), kind)

    def test_ratings_that_are_missing_are_gaps_and_bad_ones_fail(self) -> None:
        for hold_n, expected in ((None, "gap"), (200.0, "fail"), (50000.0, "pass")):
            up = Upright(by="rated base", moment_n_m=9000.0, hold_n=hold_n)
            plan = on("base on slab", foot_detail=FootDetail(upright=up, edge_m=0.3, edge_least_m=0.1))
            checks = [check for check in plan.checks if check.key == "base_anchors.tension"]
            gaps = [gap for gap in plan.not_covered if gap.key == "base_anchors.tension"]
            found = "gap" if gaps else "fail" if max(check.use for check in checks) > 1 else "pass"
            self.assertEqual(found, expected)

    def test_anchors_are_asked_of_slabs_alone(self) -> None:
        """A base on a pier is cast in or bolted down as its maker rates it: the rating of its moment is all that is asked."""
        for kind, asked in (("base on slab", True), ("base on pier", False)):
            plan = on(kind, foot_detail=FootDetail(upright=Upright(by="rated base", moment_n_m=9000.0), edge_m=0.3))
            names = {one.key for one in plan.checks} | {one.key for one in plan.not_covered}
            self.assertIn("post_base.moment_capacity", names, kind)
            self.assertEqual("base_anchors.tension" in names, asked, kind)

    def test_edge_of_the_slab(self) -> None:
        plan = on("base on slab", foot_detail=FootDetail(upright=RATED, edge_m=0.08, edge_least_m=0.1))
        self.assertTrue(any(c.key == "base_anchors.edge_distance" and c.use > 1 for c in plan.checks))
        asked = on("base on slab", foot_detail=FootDetail(upright=RATED))
        self.assertTrue(any(gap.crew for gap in asked.not_covered if gap.key == "base_anchors.edge_distance"))

    def test_braces_balance(self) -> None:
        reach_m, up_m = 0.8, 0.7
        up = Upright(by="brace", brace_reach_m=reach_m, brace_up_m=up_m, hold_n=9000.0)
        plan = on("loose block", foot_detail=FootDetail(upright=up))
        about = plan.footings[2].under
        lift = next(c for c in plan.checks if c.about == about and c.key == "brace_footing.uplift" and c.case == PERSON)
        squeeze = next(
            c for c in plan.checks if c.about == about and c.key == "raking_brace.compression" and c.case == PERSON
        )
        # Unknowns: brace force N, and the foot's own reactions X, Z. Three equations of balance, solved in a general library.
        top_m, push = 3 * FT + 2 * IN, 500.0 / LB
        long_m = math.hypot(reach_m, up_m)
        matrix = np.array(
            [
                [reach_m / long_m, 1.0, 0.0],
                [-up_m / long_m, 0.0, 1.0],
                [up_m * reach_m / long_m, 0.0, 0.0],
            ]
        )
        force, _, _ = np.linalg.solve(matrix, np.array([push, 0.0, push * top_m]))
        self.assertAlmostEqual(squeeze.demand.value, force, places=6)
        self.assertAlmostEqual(lift.demand.value, force * up_m / long_m, places=6)
        braces = [part for part in plan.parts if part.role == "brace"]
        self.assertEqual(sum(part.count for part in braces), len(plan.footings))
        self.assertAlmostEqual(braces[0].length_m, long_m, delta=1e-3)

    def test_a_frame_on_blocks_stands_by_its_returns(self) -> None:
        alone = self.blocks(((4.0, 0.0),))
        shaped = self.blocks(((2.0, 0.0), (4.0, math.pi / 2), (2.0, math.pi / 2)))
        worst = {
            name: max(c.use for c in plan.checks if c.key == "overturning")
            for name, plan in (("alone", alone), ("shaped", shaped))
        }
        self.assertGreater(worst["alone"], 5 * worst["shaped"])

    def blocks(self, legs: tuple[tuple[float, float], ...], kg: float = 80.0, tie_n: float | None = 1e4) -> Plan:
        straights = tuple(Straight(id=f"s{k}", length_m=long, turn_rad=turn) for k, (long, turn) in enumerate(legs))
        detail = FootDetail(upright=Upright(by="own weight"), block_kg=kg, tie_rating_n=tie_n)
        spec = fence(10, straights=straights, foot="loose block", foot_detail=detail, height_m=1.2, bay_max_m=1.5)
        return planned(spec, site(exposure="B"))

    def test_weight_about_the_farthest_blocks_by_samples(self) -> None:
        plan = self.blocks(((2.0, 0.0), (4.0, math.pi / 2), (2.0, math.pi / 2)))
        # The middle straight stands across x: what lies on it and on the returns, every piece at its own middle.
        stands = [(f.at[0], f.at[1]) for f in plan.footings]
        weights = [(x, 80.0 * GRAVITY) for x, _ in stands]
        for part in plan.parts:
            for place in part.places:
                for k in range(place.count):
                    at = place.at[0] + place.along[0] * part.length_m / 2 + k * place.step[0]
                    weights.append((at, part.mass_kg * GRAVITY))
        right, left, half = max(x for x, _ in stands), min(x for x, _ in stands), 0.14
        holds = 0.6 * min(
            sum(w * (right + half - x) for x, w in weights), sum(w * (x - left + half) for x, w in weights)
        )
        check = next(c for c in plan.checks if c.key == "overturning" and c.about == "f/straight/s1")
        self.assertAlmostEqual(check.demand.value, holds / (LB * FT), delta=0.02 * check.demand.value)

    def test_blocks_that_nothing_ties_hold_nothing_down(self) -> None:
        """Loose blocks stay behind when the frame tips: only the frame's own pieces hold it, blocks still hold its foot."""
        legs = ((3.0, 0.0), (2.4, math.pi / 2), (3.0, math.pi / 2))
        loose, tied = self.blocks(legs, kg=150.0, tie_n=None), self.blocks(legs, kg=150.0)
        weak = self.blocks(legs, kg=150.0, tie_n=300.0)

        def holds(plan: Plan) -> float:
            return next(c.demand.value for c in plan.checks if c.key == "overturning" and c.about == "f/straight/s1")

        frame_kg = sum(part.mass_kg * part.count for part in loose.parts)
        across_m = max(f.at[0] for f in loose.footings) - min(f.at[0] for f in loose.footings)
        self.assertLess(holds(loose), 0.6 * frame_kg * GRAVITY * (across_m + 0.28) / (LB * FT))
        self.assertLess(holds(loose), holds(weak))
        self.assertLess(holds(weak), holds(tied))
        slides = [next(c.demand.value for c in plan.checks if c.key == "sliding") for plan in (loose, tied)]
        self.assertAlmostEqual(slides[0], slides[1], places=6)

    def test_a_rated_base_on_a_loose_block_is_no_hold(self) -> None:
        plan = on("loose block", foot_detail=FootDetail(upright=RATED))
        gaps = [gap for gap in plan.not_covered if gap.key == "lateral_system"]
        self.assertEqual(len(gaps), len(plan.footings))
        self.assertFalse([check for check in plan.checks if check.key == "post_base.moment_capacity"])
        # Nor is it said to stand by a weight that nobody counts on.
        self.assertFalse([check for check in plan.checks if check.key in ("overturning", "sliding")])

    def test_parallel_straights_stand_in_one_gust(self) -> None:
        shaped = self.blocks(((2.0, 0.0), (4.0, math.pi / 2), (2.0, math.pi / 2)))
        push = {c.about: c.limit.value for c in shaped.checks if c.key == "sliding"}
        alone = {c.about: c.working[0].value for c in shaped.checks if c.key == "top_rail.bending_between_corners"}
        both = alone["f/straight/s0"] + alone["f/straight/s2"]
        self.assertAlmostEqual(push["f/straight/s0"], both, places=6)
        self.assertAlmostEqual(push["f/straight/s2"], both, places=6)
        self.assertAlmostEqual(push["f/straight/s1"], alone["f/straight/s1"], places=6)

    def test_the_top_rail_holds_each_straight_between_its_corners_by_hand(self) -> None:
        legs = ((2.0, 0.0), (4.0, math.pi / 2), (2.0, math.pi / 2))
        shaped = self.blocks(legs)
        thick_m, wide_m = next(part.section_m for part in shaped.parts if part.role == "rail")
        self.assertLess(thick_m, wide_m)
        for k, (long_m, _) in enumerate(legs):
            [check] = [
                c for c in shaped.checks if (c.key, c.about) == ("top_rail.bending_between_corners", f"f/straight/s{k}")
            ]
            # Half of the push on the top rail, on edge between its posts: wL²/8 between two corners, wL²/2 out from one.
            push = check.working[0].value * LB
            moment = push / 2 * long_m / (8 if k == 1 else 2)
            stress_pa = moment / (wide_m * thick_m**2 / 6)
            self.assertAlmostEqual(check.demand.value * PSI / stress_pa, 1.0, places=3)

    def test_gate_posts_on_bases_are_not_covered(self) -> None:
        from steady.structures.fence.spec.fence import GateOpening

        gate = GateOpening(id="g", at_m=3.0, clear_m=1.0)
        plan = on("base on pier", openings=(gate,))
        self.assertTrue(any(gap.key == "gate_post_on_bolted_base" for gap in plan.not_covered))


class SlabTest(unittest.TestCase):
    def test_posts_within_a_slab_take_its_foot_and_others_keep_theirs(self) -> None:
        slab = NoDig(id="s", kind="slab", foot="cored slab", what="old paving", at_m=5.0, half_width_m=1.5)
        plan = planned(fence(36, zones=(slab,), height_m=3 * FT, bay_max_m=4 * FT), site(length_ft=36))
        kinds = {round(mark.station_m, 2): f.kind for mark, f in zip(plan.marks, plan.footings, strict=True)}
        for at, kind in kinds.items():
            self.assertEqual("cored slab" in kind, abs(at - 5.0) <= 1.5, (at, kind))
        self.assertFalse(plan.conflicts)

    def test_a_slab_without_a_foot_keeps_posts_out(self) -> None:
        slab = NoDig(id="s", kind="slab", what="old paving", at_m=5.0, half_width_m=0.5)
        plan = planned(fence(36, zones=(slab,)), site(length_ft=36))
        half_m = 0.5 + plan.footings[0].hole_width_m / 2
        self.assertTrue(all(abs(mark.station_m - 5.0) >= half_m - 1e-6 for mark in plan.marks))

    def test_loose_ground_of_an_old_hole_never_passes(self) -> None:
        old = NoDig(id="o", kind="old hole", foot="open below", what="old post hole", at_m=5.0, half_width_m=1.2)
        plan = planned(fence(36, zones=(old,), height_m=3 * FT, bay_max_m=4 * FT), site(length_ft=36))
        inside = {mark.id for mark in plan.marks if abs(mark.station_m - 5.0) <= 1.2}
        gaps = {gap.about for gap in plan.not_covered if gap.key == "disturbed_soil_at_old_hole"}
        self.assertTrue(inside)
        self.assertEqual(gaps, inside)

    def test_what_lies_across_is_said_by_what_it_is(self) -> None:
        kinds = (
            ("no dig", "depth unknown", True),
            ("clear way", "kept clear", False),
            ("slab", "pipes and wires", True),
        )
        for kind, words, stops in kinds:
            zone = NoDig(id="z", kind=kind, what="thing", at_m=5.0, half_width_m=0.4)  # type: ignore[arg-type]
            plan = planned(fence(36, zones=(zone,)), site(length_ft=36))
            [caution] = [c for c in plan.cautions if c.about == "f/zone/z"]
            self.assertIn(words, caution.text)
            self.assertEqual(bool(caution.stops), stops)

    def test_a_clear_way_is_kept_by_posts_not_by_holes(self) -> None:
        door = NoDig(id="d", kind="clear way", what="back door", at_m=5.0, half_width_m=0.6)
        plan = planned(fence(36, zones=(door,), bay_max_m=6 * FT), site(length_ft=36))
        off = min(abs(mark.station_m - 5.0) for mark in plan.marks)
        self.assertGreaterEqual(off, 0.6 + 5.5 * IN / 2 - 1e-6)


class BuiltUpTest(unittest.TestCase):
    def test_plies_carry_together_and_are_counted(self) -> None:
        plan = planned(fence(36, plies_count=3, rail="rail 2x6 pine", height_m=3 * FT), site(length_ft=36))
        posts = [part for part in plan.parts if part.role == "post"]
        self.assertEqual(sum(part.count for part in posts), 3 * len(plan.footings))
        bends = next(check for check in plan.checks if check.key == "post.bending_at_grade" and check.case == PERSON)
        modulus = next(step for step in bends.working if step.symbol == "S")
        self.assertAlmostEqual(modulus.value, 3 * 7.5625, places=4)  # three 2x6, Sx 7.563 in3 each (rules 1.1)
        screws = next(part for part in plan.parts if part.role == "screw" and part.item == "ply screw short")
        pairs = math.floor(posts[0].length_m / 0.3) + 1
        self.assertEqual(screws.each, 2 * 2 * pairs)

    def test_one_ply_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            planned(fence(36, plies_count=1))


class UpliftTest(unittest.TestCase):
    def test_pull_out_is_the_schools_share_of_the_concrete(self) -> None:
        footing = on("open below").footings[2]
        self.assertAlmostEqual(footing.pull_out_n / LB, 0.6 * volumes(footing).concrete_m3 / FT**3 * 145, places=3)
        notched = on("open below", foot_detail=FootDetail(notched=True))
        self.assertEqual(notched.footings[2].pull_out_n, 0)
        self.assertTrue(any("treat it again" in note for note in notched.notes))

    def test_ice_and_salt_go_deeper(self) -> None:
        usual, ice = on("open below"), on("open below", weather="ice and salt")
        frost = [next(c for c in p.checks if c.case in ("frost",)) for p in (usual, ice)]
        self.assertAlmostEqual((frost[1].limit.value - frost[0].limit.value) * FT, 0.15, places=6)

    def test_public_use_still_refuses_all(self) -> None:
        spec = replace(fence(20), foot="loose block", foot_detail=FootDetail(upright=Upright(by="own weight")))
        plan = planned(spec, site(use="public"))
        self.assertTrue(all(fails((check,)) for check in plan.checks))  # what fails is kept
