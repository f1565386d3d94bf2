"""The fence: worked posts by hand, promises over random specs, and what it says when it cannot be."""

import itertools
import math
import random
import unittest
from dataclasses import replace

from django.test import tag
from steady.errors import InvalidInputError
from steady.footings.hole import volumes
from steady.ground.site import Site
from steady.jobs.movement_limits import slack
from steady.jobs.suggested_fixes import options
from steady.layout.infill import last_board
from steady.plan.model import Basis, Check, Plan
from steady.plan.results import buildable, fails, governing, result, state
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Lock, NoDig, PracticeDetail, Straight
from steady.structures.fence.spec.line_parser import read_line
from steady.units.units import FT, IN

from tests.lane import many
from tests.make import fence, job, planned, site


def checks(plan: Plan, name: str, case: str) -> list[Check]:
    return [check for check in plan.checks if check.key == name and check.case == case]


def count(plan: Plan, role: str) -> int:
    return sum(part.count for part in plan.parts if part.role == role)


class WorkedTest(unittest.TestCase):
    def test_an_inner_post_by_hand(self) -> None:
        """6 ft boards on the ground, 8 ft bays, exposure C, 105 mph, 10-in hole in sand: P 648 lb at 3.3 ft, 5.49 ft."""
        spec = fence(200, gap_m=0.0, post="post 4x4 pine", hole_width_m=10 * IN)
        plan = planned(spec, site(length_ft=200))
        middle = next(f for f in plan.footings if abs(f.at[0] - 96 * FT) < 0.01 or f.under.endswith("start+12"))
        wind = next(c for c in checks(plan, "footing.lateral_embedment", "wind") if c.about == middle.under)
        force = next(step for step in wind.working if step.symbol == "P")
        self.assertAlmostEqual(force.value, 648.1, delta=0.2)
        self.assertAlmostEqual(wind.limit.value, 5.489, delta=0.002)
        self.assertAlmostEqual(middle.embedment_m / IN, 66, 6)  # 65.9 rounded up to the inch
        bend = next(c for c in checks(plan, "post.bending_at_grade", "wind") if c.about == middle.under)
        self.assertAlmostEqual(bend.use, 2139 / 1048, delta=0.003)  # the 4x4 fails by far, and says so
        self.assertEqual(result(bend), "fail")
        self.assertEqual(state(plan), "fail")

    def test_the_post_next_to_a_free_end_carries_most(self) -> None:
        plan = planned(fence(100))
        depths = [footing.embedment_m for footing in plan.footings]
        self.assertEqual(depths.index(max(depths)), 1)
        self.assertAlmostEqual(depths[1], depths[-2], 9)
        self.assertLess(depths[0], depths[1])

    def test_post_length_is_the_sum_of_its_terms(self) -> None:
        spec = fence(40, gravel_m=4 * IN)
        plan = planned(spec)
        parts = {place.id: part for part in plan.parts if part.role == "post" for place in part.places}
        for footing in plan.footings:
            part = parts[footing.under]
            self.assertAlmostEqual(
                part.length_m, footing.embedment_m + spec.gap_m + spec.height_m + spec.post_allowance_m, delta=1e-4
            )
            self.assertAlmostEqual(footing.hole_m, spec.gravel_m + footing.embedment_m, 9)

    def test_frost_and_a_local_rule_can_govern(self) -> None:
        frosty = planned(fence(40), site(frost_m=2.9))
        self.assertEqual({f.depth_governed_by for f in frosty.footings}, {"Frost"})
        local = planned(fence(40), site(embedment_least_m=3.5))
        self.assertEqual({f.depth_governed_by for f in local.footings}, {"local minimum"})

    def test_habit_stands_beside_and_never_inside(self) -> None:
        plan = planned(fence(40))
        self.assertEqual(len(plan.practice), len(plan.footings))
        self.assertAlmostEqual(plan.practice[0].value_m, max(2 * FT, (6 * FT + 2 * IN) / 2), 9)
        self.assertNotIn(Basis.PRACTICE, {check.basis for check in plan.checks})

    def test_a_raked_rail_by_hand(self) -> None:
        """An 8 ft bay that falls 1 in 10, rails on edge: h/cos g + d tan g, half a post longer at a free end."""
        spec = fence(40, bay_max_m=8 * FT, post="post 4x4 pine")
        plan = planned(spec, site(0.1, 40))
        rails = sorted((part for part in plan.parts if part.role == "rail"), key=lambda part: part.length_m)
        level = 96 * IN
        self.assertAlmostEqual(rails[0].length_m, level * math.hypot(1, 0.1), delta=1e-4)
        self.assertAlmostEqual(rails[-1].length_m, (level + 1.75 * IN) * math.hypot(1, 0.1), delta=1e-4)
        self.assertAlmostEqual(rails[0].stick_m, level * math.hypot(1, 0.1) + 3.5 * IN * 0.1 + 0.5 * IN, delta=1e-4)
        self.assertAlmostEqual(math.degrees(rails[0].cuts[0].bevel_rad), -5.71, delta=0.01)

    def test_concrete_by_hand(self) -> None:
        """12-in round hole, post 3.5 in square: (π/4·12² − 3.5²)·embedment."""
        plan = planned(fence(40, post="post 4x4 pine", hole_width_m=12 * IN))
        footing = plan.footings[2]
        takes = volumes(footing)
        area = (math.pi / 4 * 12**2 - 3.5**2) * IN**2
        self.assertAlmostEqual(takes.concrete_m3, area * footing.embedment_m, 9)
        self.assertAlmostEqual(takes.gravel_m3, math.pi / 4 * (12 * IN) ** 2 * 0.1016, 9)

    def test_closed_below_has_a_plug_and_a_warning(self) -> None:
        plan = planned(fence(40, foot="closed below", plug_m=0.1))
        self.assertTrue(any(caution.kind == "rot" for caution in plan.cautions))
        self.assertAlmostEqual(plan.footings[0].hole_m - plan.footings[0].embedment_m, 0.1016 + 0.1, 9)
        self.assertFalse(any(caution.kind == "rot" for caution in planned(fence(40)).cautions))


class SetOutTest(unittest.TestCase):
    def test_a_gate_keeps_its_clear_width_when_posts_change(self) -> None:
        opening = GateOpening(id="g", at_m=10 * FT, clear_m=4 * FT)
        for post, width in (("post 4x4 pine", 3.5), ("post 6x6 pine", 5.5)):
            marks = planned(fence(40, openings=(opening,), post=post)).marks
            gate = [mark.station_m for mark in marks if mark.kind == "gate"]
            self.assertAlmostEqual(gate[1] - gate[0] - width * IN, 4 * FT, 9)

    def test_boards_stop_at_gates(self) -> None:
        with_gate = planned(fence(40, openings=(GateOpening(id="g", at_m=10 * FT, clear_m=4 * FT),)))
        self.assertLess(count(with_gate, "board"), count(planned(fence(40)), "board"))

    def test_a_locked_post_stays_and_zones_are_stepped_round(self) -> None:
        zone = NoDig(id="z", at_m=50 * FT, half_width_m=2 * FT)
        plan = planned(fence(100, locks=(Lock(id="rock", at_m=30.3 * FT),), zones=(zone,)))
        self.assertTrue(any(abs(mark.station_m - 30.3 * FT) < 1e-9 for mark in plan.marks))
        keep_off = 2 * FT + plan.footings[0].hole_width_m / 2
        self.assertTrue(all(abs(mark.station_m - 50 * FT) >= keep_off for mark in plan.marks))
        self.assertEqual(plan.conflicts, ())

    def test_an_impossible_zone_says_by_how_much(self) -> None:
        plan = planned(fence(100, zones=(NoDig(id="z", what="old footing", at_m=50 * FT, half_width_m=6 * FT),)))
        self.assertEqual(len(plan.conflicts), 1)
        self.assertIn("old footing", plan.conflicts[0])
        self.assertIn("too much", plan.conflicts[0])

    def test_a_fixed_post_in_a_zone_is_reported_not_moved(self) -> None:
        plan = planned(fence(40, zones=(NoDig(id="z", what="gas", at_m=40 * FT, half_width_m=1 * FT),)))
        self.assertIn("The end post", plan.conflicts[0])
        self.assertAlmostEqual(plan.marks[-1].station_m, 40 * FT, 9)

    def test_hand_dug_near_a_service(self) -> None:
        zone = NoDig(id="z", what="water", at_m=20 * FT, half_width_m=0.3, hand_dig_m=2.0)
        near = [f for f in planned(fence(40, zones=(zone,))).footings if f.hand_dug]
        self.assertTrue(near and all(abs(f.at[0] - 20 * FT) <= 2.0 for f in near))

    def test_malformed_input_names_its_field(self) -> None:
        two = (Straight(id="a", length_m=6.0), Straight(id="b", length_m=6.0, turn_rad=0.5))
        cases: list[tuple[dict[str, object], str]] = [
            ({"straights": two, "openings": (GateOpening(id="g", at_m=5.5, clear_m=1.2),)}, "openings/0/at_m"),
            ({"openings": (GateOpening(id="g", at_m=30.0, clear_m=1.2),)}, "openings/0/at_m"),
            (
                {"openings": (GateOpening(id="g", at_m=3.0, clear_m=1.2), GateOpening(id="h", at_m=3.5, clear_m=1.2))},
                "openings/1/at_m",
            ),
            ({"locks": (Lock(id="l", at_m=99.0),)}, "locks/0/at_m"),
            (
                {"openings": (GateOpening(id="g", at_m=3.0, clear_m=3.0),), "locks": (Lock(id="l", at_m=4.5),)},
                "locks/0/at_m",
            ),
            ({"post": "post of gold"}, "post"),
            ({"hole_width_m": 0.11}, "hole_width_m"),
            ({"height_m": 0.35, "rail_inset_m": 0.3}, "rail_inset_m"),
            ({"built_on": Basis.PRACTICE}, "practice"),
            ({"built_on": Basis.TABLE}, "built_on"),
            (
                {"zones": (NoDig(id="z", at_m=1, half_width_m=0.1), NoDig(id="z", at_m=2, half_width_m=0.1))},
                "zones/1/id",
            ),
        ]
        for changes, field in cases:
            with self.subTest(field), self.assertRaises(InvalidInputError) as caught:
                planned(fence(30, **changes))
            self.assertEqual(caught.exception.field, field)
            self.assertTrue(caught.exception.message[0].isupper() or caught.exception.message[0] == '"')

    def test_running_readings(self) -> None:
        line = read_line("0 c38 g4 c81 g11 118'6")
        self.assertEqual([round(s.length_m / FT, 6) for s in line.straights], [38, 43, 37.5])
        self.assertEqual([round(o.at_m / FT, 6) for o in line.openings], [38, 81])
        plan = planned(FenceSpec(id="f", straights=line.straights, openings=line.openings))
        self.assertEqual(sum(1 for mark in plan.marks if mark.kind == "corner"), 2)
        more = read_line("c12r18 g4+7@20 x30'6~2=water-main p40 60")
        self.assertAlmostEqual(math.degrees(more.straights[1].turn_rad), -18)
        self.assertEqual(len(more.openings[0].leaves_m), 2)
        self.assertEqual(more.zones[0].what, "water main")
        self.assertEqual(len(more.locks), 1)

    def test_running_readings_refuse_plainly(self) -> None:
        for text in (
            "",
            "c38",
            "50 40",
            "0 c50 c40 60",
            "g0 40",
            "g4+5+6 40",
            "x30 40",
            "c38r190 50",
            "banana",
            "0 c20 c20 40",
        ):
            with self.subTest(text), self.assertRaises(InvalidInputError) as caught:
                read_line(text)
            self.assertEqual(caught.exception.field, "readings")


class VerdictsTest(unittest.TestCase):
    def test_public_use_has_no_passes(self) -> None:
        plan = planned(fence(40), site(use="public"))
        self.assertTrue(all(fails((one,)) for one in plan.checks))  # what fails is kept
        self.assertIn(state(plan), ("fail", "not_checked"))
        self.assertTrue(all("engineer" in gap.would_have_to_change for gap in plan.not_covered))
        self.assertGreater(count(plan, "post"), 0)

    def test_unknown_ground_never_passes(self) -> None:
        plan = planned(fence(40), site(soil="peat"))
        self.assertEqual(checks(plan, "footing.lateral_embedment", "wind"), [])
        self.assertFalse(buildable(plan))
        self.assertIn("footing.lateral_embedment", {gap.key for gap in plan.not_covered})

    def test_beyond_the_pole_formula_is_not_covered(self) -> None:
        plan = planned(fence(40, height_m=3.6), site(soil="clay", wind_speed_m_per_s=90.0, exposure="D"))
        self.assertTrue(any("12 ft" in gap.reason for gap in plan.not_covered))
        self.assertFalse(buildable(plan))

    def test_a_gate_asks_for_what_nobody_can_know_for_the_crew(self) -> None:
        plan = planned(fence(40, openings=(GateOpening(id="g", at_m=10 * FT, clear_m=4 * FT),)))
        self.assertIn("hinge.capacity", {gap.key for gap in plan.not_covered})
        # On level ground a caution asks to look at the ground beside; on a slope nobody knows what lies under the leaf.
        self.assertTrue(any("swings over" in caution.text for caution in plan.cautions))
        self.assertEqual(state(planned(fence(40, post="post 4x4 pine"))), "fail")

    def test_practice_is_built_but_never_passes(self) -> None:
        detail = PracticeDetail(embedment_m=2 * FT, hole_width_m=1 * FT, accepted_by="R. Alder")
        plan = planned(fence(60, built_on=Basis.PRACTICE, practice=detail, post="post 4x4 pine"))
        self.assertEqual({round(f.embedment_m / FT, 6) for f in plan.footings}, {2.0})
        self.assertEqual(state(plan), "fail")  # the calculation stands beside it
        self.assertIn("R. Alder", plan.accepted)

    @tag("slow")
    def test_options_pass_when_planned_again_and_cheapest_comes_first(self) -> None:
        spec = fence(40, post="post 4x4 pine", rail="rail 2x4 pine", rails_count=2)
        work = job(spec, site(exposure="B"))
        found = options(work, "f")
        self.assertTrue(found)
        self.assertEqual([o.price for o in found], sorted(o.price for o in found))
        for option in found:
            self.assertTrue(buildable(planned(replace(spec, **dict(option.change)), work.site)), option.says)  # type: ignore[arg-type]
            self.assertLessEqual(option.use, 1 + 1e-9)

    def test_slack_is_where_planning_again_says(self) -> None:
        spec = fence(
            40,
            bay_max_m=8 * FT,
            locks=(Lock(id="mid", at_m=20 * FT),),
            rail="rail 2x6 pine",
            rail_laid="flat",
            gap_m=0.0,
        )
        spec = replace(spec, bay_max_m=7.5 * FT)
        found = slack(job(spec), "f", "f/post/start+2")
        at = next(m.station_m for m in planned(spec).marks if m.id == "f/post/start+2")
        before = len(planned(spec).marks)
        for way, slack_m in ((-1, found.back_m), (1, found.on_m)):
            kept = planned(replace(spec, locks=(Lock(id="start+2", at_m=at + way * slack_m * 0.999),)))
            self.assertEqual(len(kept.marks), before)
        self.assertGreater(found.back_m + found.on_m, 0)
        self.assertTrue(found.fails_back or found.fails_on)


class PromisesTest(unittest.TestCase):
    def random_spec(self, seed: int) -> tuple[FenceSpec, Site]:
        rng = random.Random(seed)
        lengths = [rng.uniform(3, 40) for _ in range(rng.randint(1, 3))]
        straights = tuple(
            Straight(id=f"s{k}", length_m=length, turn_rad=rng.uniform(-1.5, 1.5) if k else 0.0)
            for k, length in enumerate(lengths)
        )
        total = sum(lengths)
        spec = FenceSpec(
            id="f",
            straights=straights,
            openings=tuple(
                GateOpening(id=f"g{k}", at_m=rng.uniform(0, total), clear_m=rng.uniform(0.7, 4))
                for k in range(rng.randint(0, 2))
            ),
            zones=tuple(
                NoDig(id=f"z{k}", at_m=rng.uniform(0, total), half_width_m=rng.uniform(0.1, 1.5))
                for k in range(rng.randint(0, 3))
            ),
            locks=tuple(Lock(id=f"l{k}", at_m=rng.uniform(0, total)) for k in range(rng.randint(0, 2))),
            height_m=rng.uniform(0.6, 2.4),
            gap_m=rng.uniform(0, 0.2),
            post=rng.choice(("post 4x4 pine", "post 6x6 pine", "post 4x4 cedar", "post 4x4 fir")),
            rail=rng.choice(("rail 2x4 pine", "rail 2x4 cedar")),
            rails_count=rng.choice((2, 3)),
            rail_laid=rng.choice(("on edge", "flat", "between, on edge")),
            bay_max_m=rng.uniform(1, 3),
            foot=rng.choice(("open below", "closed below")),
        )
        where = site(
            rng.uniform(-0.2, 0.2), total / FT, soil=rng.choice(("clay", "sand", "gravel")), exposure=rng.choice("BC")
        )
        return spec, where

    @tag("slow")
    def test_any_spec_gives_a_plan_or_a_plain_refusal(self) -> None:
        plans = 0
        for seed in range(many(250)):
            spec, where = self.random_spec(seed)
            try:
                plan = planned(spec, where)
            except InvalidInputError as error:
                self.assertTrue(error.field and error.message, seed)
                continue
            plans += 1
            self.hold_promises(spec, plan, seed)
        self.assertGreater(plans, many(100))

    def hold_promises(self, spec: FenceSpec, plan: Plan, seed: int) -> None:
        stations = [mark.station_m for mark in plan.marks]
        gates = [(o.at_m, o.clear_m) for o in spec.openings]
        for a, b in itertools.pairwise(stations):
            if not any(abs(a - at) < 0.03 for at, _ in gates):
                self.assertLessEqual(b - a, spec.bay_max_m + 1e-6, seed)
        if not plan.conflicts:
            for footing, mark in zip(plan.footings, plan.marks, strict=True):
                for zone in spec.zones:
                    self.assertGreaterEqual(
                        abs(mark.station_m - zone.at_m) + 1e-6, zone.half_width_m + footing.hole_width_m / 2, seed
                    )
        # Two independent counts: boards fill each stretch from edge to edge to within a hair.
        widths = sum(part.count * (part.section_m[1]) for part in plan.parts if part.role == "board")
        open_m = sum(b - a for a, b in itertools.pairwise(stations) if any(abs(a - at) < 0.03 for at, _ in gates))
        self.assertAlmostEqual(widths, stations[-1] - open_m, delta=0.2 * (len(gates) + len(spec.straights) + 1))
        self.assertEqual(len(plan.footings), len(plan.marks), seed)
        for check in plan.checks:
            self.assertTrue(math.isfinite(check.use) and check.use >= 0, (seed, check.key))
        for footing in plan.footings:
            for below, above in itertools.pairwise([layer for layer in footing.layers if layer.what != "post"]):
                self.assertAlmostEqual(below.top_m, above.bottom_m, 9)

    def test_the_same_words_give_the_same_plan(self) -> None:
        spec, where = self.random_spec(3)
        self.assertEqual(planned(spec, where), planned(spec, where))

    def test_more_wind_never_helps(self) -> None:
        uses = [
            worst.use
            for v in (30, 40, 50, 60)
            if (worst := governing(planned(fence(60, post="post 4x4 pine"), site(wind_speed_m_per_s=v))))
        ]
        self.assertEqual(uses, sorted(uses))

    def test_shared_rips(self) -> None:
        self.assertEqual(last_board(1.0, 0.25, 0.0, rip_least_m=0.05).how, "full boards")
        shared = last_board(1.02, 0.25, 0.0, rip_least_m=0.05)
        self.assertEqual((shared.full, shared.rips), (3, 2))
        self.assertAlmostEqual(shared.rip_m, 0.135, 9)
        one = last_board(1.1, 0.25, 0.0, rip_least_m=0.05)
        self.assertEqual((one.full, one.rips), (4, 1))
