"""A leaf as it is built: its strut as one piece, its joints, its pairs and slivers, what gets under it, and which way it swings."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.plan.model import CheckOrigin, Part, Plan
from steady.plan.results import state
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.gate.spec import LeafDesign
from steady.units.units import FT, IN

from tests.make import fence_with, planned, site


def parts(plan: Plan, role: str) -> list[Part]:
    return [part for part in plan.parts if part.role == role]


def bought(plan: Plan, item: str) -> int:
    return sum(part.count for part in plan.parts if part.item == item and "/gate/" in part.id)


HEAD = "gate_pair.head_restraint_wind"


class StrutTest(unittest.TestCase):
    def test_drawing_list_and_measures_are_of_one_piece(self) -> None:
        plan = planned(fence_with(LeafDesign()))
        leaf = next(detail for detail in plan.details if detail.id.endswith("/leaf"))
        bar = next(bar for bar in leaf.bars if bar.what == "strut")
        [strut] = parts(plan, "leaf strut")
        says = {measure.says: measure for measure in leaf.measures}
        drawn_m = math.dist(bar.start, bar.end)
        self.assertAlmostEqual(strut.length_m, drawn_m, 9)
        self.assertAlmostEqual(says["strut, point to point along its middle"].value_m, drawn_m, 9)
        # Its points stand in the inner corners: the leaf's size less a stile and a rail on each side.
        wide, tall = says["leaf, width over all"].value_m, says["leaf, height at the hinge stile"].value_m
        self.assertAlmostEqual(drawn_m, math.hypot(wide - 7 * IN, tall - 7 * IN), 9)
        angle = math.atan2(tall - 7 * IN, wide - 7 * IN)
        self.assertAlmostEqual(says["strut's ends, saw from square against the stile"].angle_rad or 0.0, angle, 9)
        self.assertAlmostEqual(strut.stick_m, drawn_m, 9)
        self.assertEqual({cut.end for cut in strut.cuts if cut.kind == "saw"}, {"start", "end"})
        # Halved into the rail that it crosses, half-way up.
        (lap,) = (cut for cut in strut.cuts if cut.kind == "notch")
        self.assertAlmostEqual(lap.at_m, drawn_m / 2, 6)

    def test_the_force_balances_the_piece_that_is_cut(self) -> None:
        """Moments about the strut's foot: its push on the top rail's inner edge carries the latch load by its own rise."""
        plan = planned(fence_with(LeafDesign()))
        leaf = next(detail for detail in plan.details if detail.id.endswith("/leaf"))
        bar = next(bar for bar in leaf.bars if bar.what == "strut")
        load = next(fact for fact in leaf.facts if fact.symbol == "P_l")
        force = next(fact for fact in leaf.facts if fact.symbol == "F")
        run, rise = bar.end[0] - bar.start[0], bar.end[1] - bar.start[1]
        between = run + 3.5 * IN
        level = load.value * between / run  # what the strut carries of the latch load, level by level over its own run
        self.assertAlmostEqual(force.value, level * math.hypot(run, rise) / rise, 6)


class JointTest(unittest.TestCase):
    def test_every_joint_changes_rails_and_fixings(self) -> None:
        made = {}
        for joint in ("half-lap", "butt with gusset", "pocket screw", "bolted"):
            plan = planned(fence_with(LeafDesign(joint=joint)))
            made[joint] = plan
            rails = {round(part.length_m / IN, 3) for part in parts(plan, "leaf rail")}
            width = next(d for d in plan.details if d.id.endswith("/leaf")).measures[0].value_m / IN
            full = joint in ("half-lap", "bolted")
            self.assertEqual(rails, {round(width if full else width - 7, 3)}, joint)
            self.assertEqual(bought(plan, "rail screw"), 0, "no 4-in screw goes through a 1 1/2-in lap")
        self.assertEqual(bought(made["butt with gusset"], "gusset plate"), 8)
        self.assertEqual(bought(made["bolted"], "frame bolt"), 6)
        self.assertEqual(bought(made["pocket screw"], "pocket screw"), 12)
        self.assertEqual(bought(made["half-lap"], "board screw short"), 24)

    def test_the_hardware_that_is_chosen_is_bought(self) -> None:
        plan = planned(fence_with(LeafDesign(hinge="bolt-on hinge", latch="ring latch")))
        self.assertGreaterEqual(bought(plan, "bolt-on hinge"), 2)
        self.assertEqual(
            (bought(plan, "ring latch"), bought(plan, "strap hinge"), bought(plan, "gate latch")), (1, 0, 0)
        )


class GroundTest(unittest.TestCase):
    def on(self, leaf: LeafDesign, fall: float, **more: object) -> Plan:
        return planned(replace(fence_with(leaf), **more), site(fall, 40))  # type: ignore[arg-type]

    def test_a_closed_leaf_in_the_ground_fails(self) -> None:
        plan = self.on(LeafDesign(gap_m=0.02, hung="end"), 0.1)
        check = next(check for check in plan.checks if check.key == "gate.ground_clearance_closed")
        self.assertGreater(check.use, 1)
        self.assertIn(state(plan), ("fail", "conflict"))
        lifted = self.on(LeafDesign(hung="end"), 0.1)
        check = next(check for check in lifted.checks if check.key == "gate.ground_clearance_closed")
        self.assertLessEqual(check.use, 1)
        self.assertTrue(check.fitted)
        raked = self.on(LeafDesign(hung="end", raked=True), 0.1)
        self.assertFalse([check for check in raked.checks if check.key == "gate.ground_clearance_closed"])

    def test_what_the_fence_keeps_does_not_get_under_its_leaf(self) -> None:
        low = self.on(LeafDesign(), 0.0, keeps="a child")
        self.assertFalse([text for text in low.conflicts if text.startswith("Leaf")])
        high = self.on(LeafDesign(gap_m=10.625 * IN), 0.0, keeps="a child")
        self.assertTrue([text for text in high.conflicts if "lets a child through" in text])
        self.assertEqual(state(high), "conflict")
        sloped = self.on(LeafDesign(), 0.12, keeps="a small animal")
        self.assertTrue([text for text in sloped.conflicts if text.startswith("Leaf")])

    def swung(self, swing: str, front: float) -> float:
        spec = fence_with(LeafDesign(front_grade=front))
        opening = replace(spec.openings[0], swing=swing)  # type: ignore[arg-type]
        plan = planned(replace(spec, openings=(opening,)), site(0.0, 40))
        return next(check.limit.value for check in plan.checks if check.key == "gate.ground_clearance_swinging")

    def test_swung_the_other_way_it_meets_the_other_side_of_the_ground(self) -> None:
        up, down = self.swung("in", 0.1), self.swung("out", 0.1)
        self.assertGreater(up, down + 1)
        self.assertAlmostEqual(up, self.swung("out", -0.1), 9)
        self.assertAlmostEqual(down, self.swung("in", -0.1), 9)


class PairTest(unittest.TestCase):
    def pair(self, design: LeafDesign, fall: float) -> Plan:
        return planned(fence_with(design, leaves_m=(1.2, 1.9)), site(fall, 60))

    def test_a_raked_pair_keeps_common_strings(self) -> None:
        plan = self.pair(LeafDesign(raked=True, front_grade=0.08), 0.1)
        bottoms: list[Any] = []
        tops: list[Any] = []
        for part in parts(plan, "leaf rail"):
            for place in part.places:
                name = place.id.rsplit("/", 1)[-1]
                if name in ("top", "bottom"):
                    (tops if name == "top" else bottoms).append((part, place))
        for rails in (bottoms, tops):
            (one, a), (_, b) = rails
            # Both leaves' rails lie on one line: the second's start lies on the first's own slope, carried on.
            rise = (b.at[2] - a.at[2]) - (b.at[0] - a.at[0]) * a.along[2] / a.along[0]
            self.assertAlmostEqual(rise, 0.0, delta=2e-3, msg=one.id)

    def test_the_second_leaf_is_drawn_with_its_hinge_at_the_right(self) -> None:
        plan = self.pair(LeafDesign(), 0.0)
        one, two = (detail for detail in plan.details if detail.id.endswith("/leaf"))
        hinge = [next(push for push in leaf.pushes if push.label == "top hinge") for leaf in (one, two)]
        self.assertLess(hinge[0].at[0], 0)
        self.assertGreater(hinge[1].at[0], 0.8)
        self.assertEqual([push.along[0] for push in hinge], [-1.0, 1.0])

    def test_slivers_are_shared_by_both_edges(self) -> None:
        slim = 0
        for clear in (36, 37, 38, 39, 40, 41, 42, 43, 44):
            spec = fence_with(LeafDesign())
            spec = replace(spec, openings=(replace(spec.openings[0], clear_m=clear * IN),))
            plan = planned(spec)
            rips = [part for part in parts(plan, "leaf board") if part.id.endswith("/rip")]
            boards = sum(part.count * part.section_m[1] for part in parts(plan, "leaf board"))
            width = next(d for d in plan.details if d.id.endswith("/leaf")).measures[0].value_m
            self.assertAlmostEqual(boards, width, 6)
            for part in rips:
                self.assertGreater(part.section_m[1], 0.05)
                slim += part.count == 2
        self.assertGreater(slim, 0)


class WhoAsksTest(unittest.TestCase):
    def spec(self, **more: object) -> FenceSpec:
        return replace(fence_with(LeafDesign(hinge_play_m=0.01)), **more)  # type: ignore[arg-type]

    def test_sag_and_wobble_are_advice_until_the_crew_takes_them_in(self) -> None:
        plan = planned(self.spec())
        sag = [check for check in plan.checks if check.key.startswith("gate.latch_edge_sag")]
        self.assertTrue(any(check.use > 1 for check in sag))
        self.assertEqual({check.asks for check in sag}, {CheckOrigin.ADVICE})
        taken = planned(self.spec(own_limits=("sag",)))
        self.assertEqual({c.asks for c in taken.checks if c.key.startswith("gate.latch_edge_sag")}, {CheckOrigin.CREW})
        self.assertEqual(state(taken), "fail")

    def test_a_person_on_the_latch_edge_is_our_own_limit(self) -> None:
        plan = planned(self.spec())
        names = {check.key: check.asks for check in plan.checks if "a person on the latch edge" in check.case}
        self.assertTrue(names)
        self.assertEqual(set(names.values()), {CheckOrigin.SAFETY})

    def test_wind_on_the_closed_leaf_asks_hinge_latch_and_rod(self) -> None:
        plan = planned(fence_with(LeafDesign(), leaves_m=(0.6, 0.6)))
        gaps = {gap.key for gap in plan.not_covered if gap.crew}
        self.assertTrue({"hinge.capacity_wind", "latch.capacity_wind", "drop_rod.capacity_wind", HEAD} <= gaps, gaps)
        rated = planned(fence_with(LeafDesign(hinge_rating_n=5000.0, latch_rating_n=2000.0)))
        wind = {check.key: check for check in rated.checks if "in the wind" in check.case}
        self.assertEqual(
            set(wind),
            {
                "hinge.capacity_wind",
                "latch.capacity_wind",
                "gate_board.bending_wind",
                "gate_rail.bending_wind",
                "gate_upright.bending_wind",
                "gate_latch_upright.bending_wind",
            },
        )
        # A rail by hand: its strip of the pressure over the clear of the joints, w L² / 8.
        rail = wind["gate_rail.bending_wind"].demand
        values = {name: value for name, value, _ in rail.inputs}
        self.assertAlmostEqual(rail.value, values["p"] * values["b"] * values["L"] ** 2 / 8, 9)
        self.assertAlmostEqual(values["L"] * FT, 4 * FT - 0.375 * IN * 2 - 3.5 * IN, delta=1.0 * IN)
        # By hand: half of the leaf's wind at the latch is twice what one of two hinges has.
        self.assertAlmostEqual(
            wind["latch.capacity_wind"].demand.value, 2 * wind["hinge.capacity_wind"].demand.value, 6
        )


if __name__ == "__main__":
    unittest.main()
