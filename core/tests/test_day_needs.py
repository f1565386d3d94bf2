"""What a day asks for, against the plan's own holes and pieces counted another way."""

import math
import unittest
from datetime import date

from steady.footings.hole import volumes
from steady.jobs.day_needs import day_needs
from steady.jobs.document import JobDocument, Structure
from steady.jobs.job_schedule import calendar
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.make import fence, job, planned, site


class DayNeedsTest(unittest.TestCase):
    def setUp(self) -> None:
        self.job = job(fence(40), site(length_ft=40))
        self.plan = planned(fence(40), site(length_ft=40))
        self.tasks = {task.id: task for task in self.plan.tasks}

    def test_a_day_of_digging(self) -> None:
        needs = day_needs(self.job, self.plan, [self.tasks["f/dig"]])
        self.assertEqual(len(needs.holes), len(self.plan.footings))
        self.assertEqual([hole.number for hole in needs.holes], list(range(1, len(needs.holes) + 1)))
        self.assertEqual(needs.bags, 0, "bags go in when the posts are set")
        self.assertFalse(needs.pieces)
        self.assertIn("digger", needs.tools[0])

    def test_bags_of_each_hole_by_its_own_concrete(self) -> None:
        """An 80-lb bag gives 0.6 ft3; a tenth more is bought."""
        needs = day_needs(self.job, self.plan, [self.tasks["f/set"]])
        for hole, footing in zip(needs.holes, self.plan.footings, strict=True):
            feet3 = volumes(footing).concrete_m3 / 0.3048**3
            self.assertEqual(hole.bags, math.ceil(feet3 * 1.1 / 0.6 - 1e-6))
        self.assertEqual(needs.bags, sum(hole.bags for hole in needs.holes))
        self.assertEqual({piece.what for piece in needs.pieces}, {"post"})

    def test_marks_on_the_day_of_setting_out(self) -> None:
        needs = day_needs(self.job, self.plan, [self.tasks["f/set-out"]])
        self.assertEqual(len(needs.marks), len(self.plan.marks))
        self.assertEqual(needs.marks[0][0], 1)

    def test_all_pieces_go_up_once(self) -> None:
        lines = (("deck", "16x12 up4 stair"), ("pergola", "12x10"), ("lean-to", "12x8"), ("pavilion", "12x12"))
        for key, text in lines:
            spec = kind_called(key).typed(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
            plan = planned(spec)
            made = JobDocument(name="J", site=site(), structures=(Structure(name="S", spec=spec),))
            told: dict[str, int] = {}
            for task in plan.tasks:
                for piece in day_needs(made, plan, [task]).pieces:
                    told[piece.what] = told.get(piece.what, 0) + piece.count
            listed: dict[str, int] = {}
            for part in plan.parts:
                if part.length_m > 0:
                    listed[part.role] = listed.get(part.role, 0) + part.count
            self.assertEqual(told, listed, key)

    def test_every_day_of_a_job_has_tools(self) -> None:
        found = calendar(self.job, date(2026, 12, 1))
        for row in found.tasks:
            if row.structure and row.id in self.tasks and self.tasks[row.id].stage:
                self.assertTrue(day_needs(self.job, self.plan, [self.tasks[row.id]]).tools, row.id)
