"""Holes dug to a few depths: none shallower than it needs, no fewer bags by another grouping, and what the auger reaches."""

import itertools
import random
import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.fence.checks.calculate import shared_depths
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import IN

from tests.make import planned, site


def typed(text: str) -> FenceSpec:
    spec = kind_called("fence").typed(NewStructureRequest(text=text, id="f", bare="ft", school="us"))
    assert isinstance(spec, FenceSpec)
    return spec


def depths(plan: Plan) -> dict[str, float]:
    return {footing.under: footing.embedment_m for footing in plan.footings}


class DugDepthsTest(unittest.TestCase):
    SPEC = typed("0 c38 g4@20 g5.5+5.5@60 118'6")

    def with_depths(self, count: int) -> Plan:
        return planned(replace(self.SPEC, depths_count=count), site(0.0, 118))

    def test_a_new_fence_has_three_at_most_and_an_old_one_keeps_its_own(self) -> None:
        self.assertEqual(self.SPEC.depths_count, 3)
        self.assertGreater(len(set(depths(self.with_depths(0)).values())), 6)

    def test_no_hole_is_shallower_than_it_needs(self) -> None:
        alone = depths(self.with_depths(0))
        for count in (1, 2, 3):
            plan = self.with_depths(count)
            shared = depths(plan)
            self.assertLessEqual(len({round(deep_m, 6) for deep_m in shared.values()}), count)
            for post, deep_m in alone.items():
                self.assertGreaterEqual(shared[post], deep_m - 1e-9)
            self.assertEqual(max(shared.values()), max(alone.values()))
            # The holes are checked as they are dug.
            for check in plan.checks:
                if check.key == "footing.lateral_embedment" and check.case == "wind":
                    self.assertAlmostEqual(check.demand.value * 0.3048, shared[check.about], 6)
            self.assertEqual(state(plan), state(self.with_depths(0)))

    def test_least_digging_by_trying_every_grouping(self) -> None:
        # The published little example of the trade's arithmetic: 30, 32, 33, 41 and 48 in become 33 and 48.
        needed = {str(k): inches * IN for k, inches in enumerate((30, 32, 33, 41, 48))}
        for count in (1, 2, 3):
            least = min(
                sum(min(d for d in chosen if d >= deep_m) - deep_m for deep_m in needed.values())
                for chosen in itertools.combinations(needed.values(), count)
                if max(chosen) >= max(needed.values())
            )
            shared = shared_depths(needed, count)
            self.assertAlmostEqual(sum(shared[key] - deep_m for key, deep_m in needed.items()), least, 9)
        two = shared_depths(needed, 2)
        self.assertEqual([round(two[key] / IN) for key in needed], [33, 33, 33, 48, 48])

    def test_the_longest_line_is_dug_to_few_depths_too(self) -> None:
        # 690 posts, each with a depth of its own: every one answered, and by trying some divisions none takes less.
        rng = random.Random(5)
        needed = {str(k): rng.uniform(0.6, 2.0) for k in range(690)}
        shared = shared_depths(needed, 3)
        self.assertEqual(len(set(shared.values())), 3)
        least = sum(shared[key] - deep_m for key, deep_m in needed.items())
        values = sorted(needed.values())
        for _ in range(300):
            chosen = sorted([*rng.sample(values, 2), values[-1]])
            over = sum(next(d for d in chosen if d >= deep_m) - deep_m for deep_m in values)
            self.assertGreaterEqual(over, least - 1e-9)

    def test_what_the_auger_does_not_reach_is_marked(self) -> None:
        plan = planned(replace(self.SPEC, reach_m=48 * IN), site(0.0, 118))
        [check] = [check for check in plan.checks if check.key == "footing.tool_reach"]
        deepest = max(footing.hole_m for footing in plan.footings)
        self.assertAlmostEqual(check.use, deepest / (48 * IN), 6)
        self.assertEqual(state(plan), state(self.with_depths(3)))
        self.assertTrue(any("a wider hole or a bell" in note for note in plan.notes))
        self.assertTrue(any("more digging and concrete" in note for note in plan.notes))
        reached = planned(replace(self.SPEC, reach_m=2.9), site(0.0, 118))
        self.assertFalse(any("a wider hole or a bell" in note for note in reached.notes))
