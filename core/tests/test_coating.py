"""The finish of every kind: its surface piece by piece, the litres, when it is put on, and when it is asked for again."""

import unittest
from dataclasses import replace
from datetime import date
from typing import Literal

from steady.data.roles import role
from steady.jobs.maintenance import upkeep
from steady.plan.model import DRYING, Plan
from steady.structures.coating import Finish
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.make import fence, planned

LINES = (("deck", "16x12 up3"), ("pergola", "12x10"), ("lean-to", "12x8"), ("pavilion", "12x12"), ("float", "16x8"))
STAIN = Finish(kind="stain", coats=2, coverage_m2_per_l=8.0)


def coated(key: str, text: str, finish: Finish) -> Plan:
    spec = kind_called(key).typed(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
    return planned(replace(spec, coating=finish))


def surface(plan: Plan) -> float:
    [task] = [task for task in plan.tasks if task.id.endswith("/finish")]
    return dict((what, amount) for what, amount, _ in task.work)["surface"]


class CoatingTest(unittest.TestCase):
    def test_every_kind_s_surface_piece_by_piece(self) -> None:
        """What stands above the ground is all of it where posts stand on piers: perimeter times length, each piece."""
        for key, text in LINES:
            plan = coated(key, text, STAIN)
            whole = sum(
                2 * sum(part.section_m) * part.length_m * part.count
                for part in plan.parts
                if part.length_m > 0 and role(part.role).material == "timber"
            )
            self.assertAlmostEqual(surface(plan), whole, delta=0.01 * whole)
            [tins] = [part for part in plan.parts if part.role == "finish"]
            # Two coats at 8 m2 a litre and a tenth spilled, in whole litres.
            self.assertAlmostEqual(tins.each, whole * 2 / 8 * 1.1, delta=1.0)

    def test_nothing_is_bought_where_nothing_is_put_on(self) -> None:
        plan = coated("pergola", "12x10", Finish())
        self.assertFalse([part for part in plan.parts if part.role == "finish"])
        self.assertFalse([task for task in plan.tasks if task.id.endswith("/finish")])

    def test_fence_posts_are_not_coated_in_the_ground(self) -> None:
        bare, whole = planned(fence(40)), planned(fence(40, finish=STAIN))
        posts = [part for part in bare.parts if part.role == "post"]
        wood = [part for part in bare.parts if part.length_m > 0 and role(part.role).material == "timber"]
        every_face = sum(2 * sum(part.section_m) * part.length_m * part.count for part in wood)
        below = sum(
            2 * sum(part.section_m) * (footing.at[2] - place.at[2])
            for part in posts
            for place in part.places
            for footing in bare.footings
            if footing.under == place.id
        )
        self.assertGreater(below, 1.0)
        self.assertAlmostEqual(surface(whole), every_face - below, delta=0.2)

    def test_before_building_the_frame_waits_and_after_it_comes_last(self) -> None:
        first = coated("deck", "16x12 up3", replace(STAIN, when="before building"))
        [coat] = [task for task in first.tasks if task.id == "s/finish"]
        self.assertEqual(coat.after, ())
        self.assertTrue(any(("s/finish", "dry") in task.after for task in first.tasks))
        last = coated("deck", "16x12 up3", STAIN)
        self.assertEqual(last.tasks[-1].id, "s/finish")
        self.assertIn("s/boards", [name for name, _ in last.tasks[-1].after])
        self.assertEqual([amount for what, amount, _ in last.tasks[-1].work if what == DRYING], [24.0])

    def test_the_next_coat_is_asked_for_by_what_was_put_on(self) -> None:
        done = date(2026, 5, 1)
        kinds: tuple[tuple[Literal["oil", "stain", "paint"], int], ...] = (("oil", 1), ("stain", 3), ("paint", 6))
        for kind, years in kinds:
            plan = coated("pergola", "12x10", replace(STAIN, kind=kind))
            [item] = [one for one in upkeep([plan], done) if one.key == "finish"]
            self.assertEqual(item.months_every, 12 * years)
        [bare] = [one for one in upkeep([coated("pergola", "12x10", Finish())], done) if one.key == "finish"]
        self.assertEqual(bare.months_every, 24)

    def test_a_client_reads_of_it(self) -> None:
        for key, _ in LINES:
            self.assertIn("coating", {field for field in kind_called(key).spec.__dataclass_fields__})
        self.assertEqual(STAIN.words, "2 coats of stain, after building")
