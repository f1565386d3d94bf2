"""The slider of the build: every piece comes with a task of the plan's own, in an order that can be built."""

import unittest

from steady.drawing.scene import STAGE_SAYS, scene
from steady.plan.task_pieces import dug_at, filled_at, task_at
from steady.structures.gate.spec import LeafDesign

from tests.every import every
from tests.make import fence, fence_with, planned

SUPPORTS = {"post": ("rail", "beam", "board"), "rail": ("board",), "beam": ("joist",), "joist": ("decking",)}


class BuildOrder(unittest.TestCase):
    def test_by_hand_of_a_fence(self) -> None:
        made = planned(fence())
        self.assertEqual(
            [task.id.rsplit("/", 1)[-1] for task in made.tasks], ["locate", "set-out", "dig", "set", "rails", "boards"]
        )
        at = {part.role: task_at(made, part) for part in made.parts}
        self.assertEqual((at["post"], at["rail"], at["board"]), (3, 4, 5))
        self.assertEqual((dug_at(made), filled_at(made)), (2, 3))
        shown = scene(made, by_task=True)
        self.assertEqual(shown.task_ids, tuple(task.id for task in made.tasks))
        holes = [solid for solid in shown.solids if solid.layer == "hole"]
        self.assertEqual(len(holes), len(made.footings))
        self.assertEqual({(hole.stage, hole.until) for hole in holes}, {(2, 3)}, "open from digging until filled")
        hole, footing = holes[0], made.footings[0]
        self.assertAlmostEqual(footing.at[2] - hole.points[0][2], footing.hole_m)
        self.assertEqual(hole.radius_m * 2, footing.hole_width_m)

    def test_a_leaf_goes_up_with_its_own_gate(self) -> None:
        made = planned(fence_with(LeafDesign()))
        names = [task.id for task in made.tasks]
        leaves = [part for part in made.parts if part.role.startswith("leaf ")]
        self.assertTrue(leaves)
        for part in leaves:
            task = names[task_at(made, part)]
            self.assertTrue(task.endswith("/make") and part.places[0].id.startswith(task[: -len("/make")]), part.id)

    def test_what_carries_stands_before_what_it_carries(self) -> None:
        for one in every():
            at: dict[str, list[int]] = {}
            for part in one.plan.parts:
                at.setdefault(part.role, []).append(task_at(one.plan, part))
            for below, others in SUPPORTS.items():
                for above in others:
                    if below in at and above in at and one.plan.tasks:
                        self.assertLessEqual(min(at[below]), min(at[above]), f"{one.name}: {below}, {above}")

    def test_everything_stands_at_the_end(self) -> None:
        for one in every():
            shown, plain = scene(one.plan, by_task=True), scene(one.plan)
            last = len(shown.stages) - 1
            standing = {solid.id for solid in shown.solids if solid.stage <= last and solid.until is None}
            self.assertEqual(standing, {solid.id for solid in plain.solids}, one.name)
            self.assertTrue(all(0 <= solid.stage <= last for solid in shown.solids), one.name)
            self.assertEqual(plain.stages, STAGE_SAYS)
            if one.plan.tasks:
                self.assertEqual(len(shown.stages), len(one.plan.tasks), one.name)
