"""Treatment by place in each school: a post by where it stands, joists near the soil, and a decision for all alike."""

import unittest
from dataclasses import replace

from steady.design_codes.registry import rulebook
from steady.jobs.decisions import Decision
from steady.jobs.treatments import TreatmentRow, treatment_rows
from steady.plan.model import Plan
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.make import fence, planned


def deck(text: str) -> Plan:
    return planned(kind_called("deck").typed(NewStructureRequest(text=text, id="s", bare="ft", school="us")))


def by_place(plans: list[Plan], school: str = "us", *decisions: Decision) -> dict[str, TreatmentRow]:
    return {row.place: row for row in treatment_rows(plans, rulebook(school), decisions)}


class TreatmentsTest(unittest.TestCase):
    def test_a_fence_s_posts_are_in_the_ground_in_every_school(self) -> None:
        plan = planned(fence(40))
        for school, asked in (("us", "UC4B"), ("ca", "UC4.1"), ("uk", "UC4"), ("nz", "H5")):
            self.assertEqual(by_place([plan], school)["post in ground"].asked, asked, school)

    def test_a_deck_s_posts_stand_on_bases_and_its_joists_near_the_soil_are_in_contact(self) -> None:
        high, low = by_place([deck("16x12 up4")]), by_place([deck("16x12 up1.1")])
        self.assertNotIn("post in ground", high)
        self.assertEqual(high["joist"].asked, "UC3B")
        self.assertEqual(low["joist"].asked, "UC4A")
        # British joists within 150 mm are UC4, by the same rule.
        self.assertEqual(by_place([deck("16x12 up1.1")], "uk")["joist"].asked, "UC4")

    def test_a_stick_that_serves_two_places_is_ordered_for_the_harder(self) -> None:
        spec = replace(fence(40), post="post 4x4 pine")
        rows = [row for row in treatment_rows([planned(spec), deck("16x12 up4")], rulebook("us"), ())]
        for item in {row.item for row in rows}:
            mine = [row for row in rows if row.item == item]
            self.assertTrue(mine[0].highest)
            for row in mine[1:]:
                self.assertLessEqual(row.ordered[:3], mine[0].ordered[:3])

    def test_an_inspector_s_decision_goes_for_all_alike(self) -> None:
        said = Decision(
            id="d", what="joists", who="inspector", on="2026-11-20", decided="yes", place="joist", treatment="UC4A"
        )
        rows = treatment_rows([deck("16x12 up4"), deck("10x10 up5")], rulebook("us"), (said,))
        joists = [row for row in rows if row.place == "joist"]
        self.assertTrue(joists)
        for row in joists:
            self.assertEqual(
                (row.asked, row.decided, row.ordered, row.by), ("UC3B", "UC4A", "UC4A", "inspector 2026-11-20")
            )
        others = [row for row in rows if row.place != "joist"]
        self.assertFalse([row for row in others if row.decided])
        # An open decision changes nothing.
        self.assertFalse(
            [
                row
                for row in treatment_rows([deck("16x12 up4")], rulebook("us"), (replace(said, decided=""),))
                if row.decided
            ]
        )

    def test_every_wooden_role_has_a_place(self) -> None:
        for plan in (planned(fence(40)), deck("16x12 up4 stair")):
            for row in treatment_rows([plan], rulebook("us"), ()):
                self.assertTrue(row.asked, f"{row.item} {row.place}")
