"""What is put in and taken out again while a structure is built, of every kind, and what still stands by the ticks."""

import unittest

from steady.field_records.progress import TEMPORARY_DOWN, TEMPORARY_UP, still_standing, tick_groups
from steady.plan.model import Plan
from steady.structures.registry import KINDS, kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.show import Tape

from tests.make import fence, planned

LINES = (("deck", "16x12 up3"), ("pergola", "12x10"), ("lean-to", "12x8"), ("pavilion", "12x12"), ("float", "16x8"))


def made(key: str, text: str) -> Plan:
    return planned(kind_called(key).typed(NewStructureRequest(text=text, id="s", bare="ft", school="us")))


class TemporaryTest(unittest.TestCase):
    def test_every_kind_says_what_comes_out_again(self) -> None:
        self.assertEqual({key for key, _ in LINES} | {"fence"}, {kind.key for kind in KINDS} - {"saw-horse"})
        for plan in (planned(fence(40)), *(made(*line) for line in LINES)):
            tasks = {task.id for task in plan.tasks}
            self.assertTrue(plan.temporary, plan.called)
            for part in plan.temporary:
                self.assertIn(part.task, tasks)
                self.assertGreater(part.count, 0)
                self.assertTrue(part.until)

    def test_a_deck_s_posts_by_hand(self) -> None:
        plan = made("deck", "16x12 up3")
        posts = len(plan.footings)
        [props] = [part for part in plan.temporary if part.what == "Brace of a post"]
        self.assertEqual(props.count, 2 * posts)

    def test_in_and_out_are_ticked_apart(self) -> None:
        plan = planned(fence(40))
        groups = {group.role: group for group in tick_groups(plan, Tape())}
        self.assertEqual(len(groups[TEMPORARY_UP].ticks), len(plan.temporary))
        self.assertTrue(all(tick.lie.startswith("only when") for tick in groups[TEMPORARY_DOWN].ticks))
        first = plan.temporary[0].id
        self.assertEqual(still_standing(plan, {}), [])
        up = {(first, TEMPORARY_UP): True}
        self.assertEqual([part.id for part in still_standing(plan, up)], [first])
        self.assertEqual(still_standing(plan, {**up, (first, TEMPORARY_DOWN): True}), [])
        self.assertEqual(len(still_standing(plan, {**up, (first, TEMPORARY_DOWN): False})), 1)
