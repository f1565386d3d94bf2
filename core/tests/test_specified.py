"""Specified connectors: only what ordinary ones of their kind hold; beyond that the place is not checked."""

import unittest
from dataclasses import replace

from steady.design_codes.results import given_step
from steady.plan.model import Basis, Plan, UncheckedItem
from steady.plan.results import specified, state
from steady.structures.registry import plan

from tests.test_kept_plans import kind_cases


class SpecifiedTest(unittest.TestCase):
    def made(self, key: str, needs: float, unit: str = "lb", school: str = "us") -> Plan:
        gap = UncheckedItem(
            key=key,
            about="d",
            basis=Basis.CALCULATED,
            reason="no rating is entered",
            would_have_to_change="the maker's number",
            crew=True,
            needs=given_step("T", needs, unit, source="statics"),
        )
        whole = plan(next(iter(kind_cases("deck", "us")))[1])
        passing = tuple(check for check in whole.checks if check.use < 0.9)
        return replace(whole, school=school, checks=passing, conflicts=(), not_covered=(gap,))

    def test_a_hanger_within_what_ordinary_ones_hold(self) -> None:
        made = self.made("joist_hanger_at_ledger.capacity", 349)
        self.assertEqual((state(made), len(specified(made))), ("pass_as_specified", 1))

    def test_a_guard_anchor_beyond_what_ordinary_ones_hold(self) -> None:
        made = self.made("guard_post.anchorage", 2280)
        self.assertEqual((state(made), specified(made)), ("not_checked", ()))
        self.assertEqual(state(self.made("guard_post.anchorage", 1999)), "pass_as_specified")

    def test_the_end_of_a_brace_is_never_specified(self) -> None:
        made = self.made("knee_brace.connection_capacity", 100)
        self.assertEqual((state(made), specified(made)), ("to_answer", ()))

    def test_a_sheet_is_chosen_by_its_makers_span(self) -> None:
        self.assertEqual(state(self.made("roof_sheet.purlin_spacing", 2.0, "ft")), "pass_as_specified")

    def test_a_narrow_post_takes_a_smaller_base(self) -> None:
        made = self.made("post_base.uplift_capacity", 900)
        narrow = tuple(replace(part, section_m=(0.089, 0.089)) if part.role == "post" else part for part in made.parts)
        self.assertEqual(state(replace(made, parts=narrow)), "not_checked")
        wide = tuple(replace(part, section_m=(0.14, 0.14)) if part.role == "post" else part for part in made.parts)
        self.assertEqual(state(replace(made, parts=wide)), "pass_as_specified")

    def test_at_design_level_half_as_much_again(self) -> None:
        # 2,000 lb · 1.5 = 13.34 kN.
        self.assertEqual(state(self.made("guard_post.anchorage", 13.3, "kN", "ca")), "pass_as_specified")
        self.assertEqual(state(self.made("guard_post.anchorage", 13.4, "kN", "ca")), "not_checked")


if __name__ == "__main__":
    unittest.main()
