"""Guard posts that carry a screen too, and a roof's posts that stand for guard posts: forces by hand, pieces against solids."""

import itertools
import unittest
from dataclasses import replace
from typing import Any

from steady.ground.site import Site
from steady.jobs.document import plan_structure
from steady.plan.model import Check, Part, Plan
from steady.plan.results import state
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import ScreenSide
from steady.structures.deck.spec.line_parser import read_deck
from steady.units.units import FT, IN

from tests.test_deck import deck, planned
from tests.test_no_overlaps import overlaps
from tests.test_roof_on_deck import job


def screened(on: ScreenSide = "left", words: str = "16x12 up3", **more: Any) -> Plan:
    spec = deck(words)
    upright = "knee braces" if "free" in words else spec.upright
    return planned(replace(spec, upright=upright, guard=replace(spec.guard, screen_on=on, **more)))


def of(plan: Plan, key: str, case: str = "") -> list[Check]:
    return [check for check in plan.checks if check.key == key and case in check.case]


def parts(plan: Plan, role: str) -> list[Part]:
    return [part for part in plan.parts if part.role == role]


class ScreenTest(unittest.TestCase):
    def test_the_wind_on_one_bay_bends_its_posts_and_pulls_their_anchors(self) -> None:
        """A bay of 70 in by 70 in of screen under p, at mid-height, 1 in of boards and 2 in to the upper fixing."""
        plan = screened()
        bends = of(plan, "guard_post.bending", "screen")[0]
        given = {name: value for step in bends.working for name, value, _ in step.inputs if step.symbol == "P_w"}
        posts = sorted(place.at[1] for part in parts(plan, "guard post") for place in part.places if place.at[0] < 1)
        bay_in = max(b - a for a, b in itertools.pairwise(posts)) / IN
        self.assertAlmostEqual(given["s"] * 12, bay_in, 3)
        self.assertAlmostEqual(given["h_s"] * FT / IN, 72 - 0.05 / IN, 3)
        force = given["p"] * given["h_s"] * given["s"]
        arm = (0.05 / IN + given["h_s"] * 6 + 1 + 2) / 12
        self.assertAlmostEqual(bends.demand.value, force * arm, delta=0.5)
        pull = of(plan, "guard_post.anchorage")[0].demand
        lever = dict((name, value) for name, value, _ in pull.inputs)["e"]
        self.assertAlmostEqual(pull.value, force * (arm + lever) / lever, delta=1)

    def test_wind_of_a_fence_as_high_over_the_ground(self) -> None:
        """ASCE 7-16 29.3 at 105 mph, exposure B, K_z 0.57: 13.7 psf; the coefficient of a free wall lies from 1.2 to 3.3."""
        plan = screened(screen_gap_m=0.0)
        steps = {step.symbol: step for step in of(plan, "guard_post.bending", "screen")[0].working}
        self.assertAlmostEqual(steps["q"].value, 0.00256 * 0.57 * 0.85 * 105**2, delta=0.15)
        ratio = steps["p"].value / 0.6 / 0.85 / steps["q"].value
        self.assertTrue(1.2 <= ratio <= 3.3, ratio)

    def test_what_the_screen_asks_of_the_deck_is_never_taken_for_granted(self) -> None:
        plan = screened("both sides")
        gaps = {gap.key: gap for gap in plan.not_covered}
        self.assertNotIn(state(plan), ("pass", "at_limit", "pass_as_specified"))
        ties, lift = gaps["house_ties.lateral_load_from_screen"].needs, gaps["joist.uplift_from_screen"].needs
        assert ties and lift
        given = {
            name: value
            for step in of(plan, "guard_post.bending", "screen")[0].working
            for name, value, _ in step.inputs
        }
        # Two screens 12 ft long, two ties.
        self.assertAlmostEqual(ties.value, given["p"] * given["h_s"] * 12 * 2 / 2, delta=0.01 * ties.value)
        one = of(screened("left"), "guard_post.bending", "screen")[0]
        force = next(step.value for step in one.working if step.symbol == "P_w")
        arm_in = 0.05 / IN + given["h_s"] * 6 + 1 + 7.25 / 2
        self.assertGreater(lift.value, force * arm_in / 16 - 10 * 16 / 12 * 6)  # less 10 psf on half of a joist at most
        self.assertLess(lift.value, force * arm_in / 16)

    def test_on_its_own_posts_the_deck_takes_the_wind_in_its_braces_and_does_not_tip(self) -> None:
        bare, both = screened("none", "16x12 up4 free"), screened("both sides", "16x12 up4 free")
        uses = [max(c.use for c in of(plan, "post.combined_axial_and_bending")) for plan in (bare, both)]
        self.assertGreater(uses[1], uses[0])
        tips = of(both, "deck.overturning_by_screen")[0]
        holds = dict((name, value) for name, value, _ in tips.limit.inputs)
        self.assertAlmostEqual(tips.limit.value, 0.6 * holds["D"] * 16 / 2, delta=1)
        self.assertAlmostEqual(holds["D"], 10 * 16 * 12, delta=1)  # 10 psf of deck

    def test_more_of_a_screen_is_never_easier(self) -> None:
        pulls = {
            (top_m, gap_m): of(screened(screen_m=top_m, screen_gap_m=gap_m), "guard_post.anchorage")[0].demand.value
            for top_m in (1.5, 2.1)
            for gap_m in (0.0, 0.05)
        }
        self.assertLess(pulls[1.5, 0.0], pulls[2.1, 0.0])
        self.assertLess(pulls[2.1, 0.05], pulls[2.1, 0.0])

    def test_a_place_whose_wind_is_not_known_is_not_checked(self) -> None:
        start = localized(read_deck("4.8x3.6 up1.1", "d", "m"), "ca")
        plan = planned(replace(start, guard=replace(start.guard, screen_on="left")), Site(soil="stiff clay"), "ca")
        self.assertIn("screen.wind_load", {gap.key for gap in plan.not_covered})

    def test_pieces_stand_clear_of_each_other_on_every_side(self) -> None:
        sides: tuple[ScreenSide, ...] = ("left", "right", "front", "both sides", "all")
        for on in sides:
            for words in ("16x12 up3", "16x12 up4 free", "16x12 up3 less4x3right"):
                with self.subTest(on=on, words=words):
                    plan = screened(on, words)
                    met = [text for text in overlaps(plan) if any(w in text for w in ("screen", "cap", "guard post"))]
                    self.assertEqual(met, [])
                    posts = [(part, place) for part in parts(plan, "guard post") for place in part.places]
                    tops = {round((place.at[2] + part.length_m) / IN, 1) for part, place in posts}
                    self.assertIn(72.0, tops)

    def test_boards_fill_it_to_its_top(self) -> None:
        plan = screened(screen_gap_m=0.5 * IN)
        rows = [place for part in parts(plan, "screen board") for place in part.places]
        # 72 in over the deck, 2 in clear below: (70 + 1/2) / (5 1/2 + 1/2) is eleven boards.
        self.assertEqual({place.count for place in rows}, {11})
        for place in rows:
            top = place.at[2] + (place.count - 1) * place.step[2] + 5.5 / 2 * IN
            self.assertAlmostEqual(top / IN, 72.0, 4)


class RoofTest(unittest.TestCase):
    ROOF = "10x9 high8 brace2 on=d@3+3.55"

    def test_a_roof_post_in_the_line_stands_for_a_guard_post(self) -> None:
        """200 lb at 36 in on a post of 96 in between base and beam: 200 x 3 x 5 / 8 = 375 lb ft, 125 lb at the base."""
        plan = plan_structure(job(roof=self.ROOF), "d")
        check = of(plan, "roof_post.bending_by_guard")[0]
        self.assertAlmostEqual(check.demand.value, 375.0, delta=0.5)
        base = next(gap.needs for gap in plan.not_covered if gap.key == "roof_post.base_shear_from_guard")
        assert base
        self.assertAlmostEqual(base.value, 125.0, delta=0.5)
        front = [p.at[0] / IN for part in parts(plan, "guard post") for p in part.places if p.at[1] > 11.5 * FT]
        for at in (45.84, 146.16):
            self.assertGreater(min(abs(at - other) for other in front), 12)
        self.assertEqual(overlaps(plan), [])

    def test_held_in_a_pocket_it_stands_out_of_it(self) -> None:
        """The whole 200 lb at the pocket: 36 in, 1 in of boards and 2 in down: 650 lb ft."""
        plan = plan_structure(job(roof="10x9 high8 on=d@3+3.55", upright="fixed posts"), "d")
        check = of(plan, "roof_post.bending_by_guard")[0]
        self.assertAlmostEqual(check.demand.value, 200 * 39 / 12, delta=2)
        self.assertEqual([text for text in overlaps(plan) if "pocket" in text], [])

    def test_a_roof_inside_the_guard_leaves_it_as_it_is(self) -> None:
        inside, alone = plan_structure(job(roof="8x6 high8 brace2 on=d@3+2"), "d"), plan_structure(job(roof=""), "d")
        count = [sum(part.count for part in parts(plan, "guard post")) for plan in (inside, alone)]
        self.assertEqual(count[0], count[1])
        self.assertFalse(of(inside, "roof_post.bending_by_guard"))


if __name__ == "__main__":
    unittest.main()
