"""Decks on sleepers: no beam, post or footing, a bed of gravel counted by hand, and what stops them."""

import math
import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.jobs.document import case_of
from steady.jobs.starting_designs import start
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.deck.text.client import described
from steady.units.units import FT, IN

from tests.test_deck import deck, planned
from tests.test_deck_stairs_pass import job
from tests.test_no_overlaps import overlaps


def on_sleepers(high_m: float, **changes: object) -> DeckSpec:
    spec = deck("12x10 up1")
    corners = tuple(replace(corner, height_m=high_m) for corner in spec.outline)
    asked = {"rests": "sleepers", "attach": "free", "joist": "joist 2x6 pine", **changes}
    return replace(spec, outline=corners, **asked)  # type: ignore[arg-type]


def bags(plan: Plan) -> int:
    return sum(part.count for part in plan.parts if part.role == "bed")


class SleeperTest(unittest.TestCase):
    def test_it_has_sleepers_rims_boards_and_gravel_alone(self) -> None:
        plan = planned(on_sleepers(6.5 * IN))
        self.assertEqual(
            {part.role for part in plan.parts if part.length_m > 0}, {"joist", "rim", "decking", "blocking"}
        )
        self.assertEqual(plan.footings, ())
        self.assertFalse([part for part in plan.parts if "hanger" in part.item])
        self.assertEqual(overlaps(plan), [])
        self.assertEqual(state(plan), "pass")

    def test_the_pressure_by_hand(self) -> None:
        """12 ft at 16 in: ten sleepers of 1 1/2 in under 50 lb/ft2 and what it weighs: p L / (n b), sand 2,000 lb/ft2."""
        plan = planned(on_sleepers(6.5 * IN))
        check = next(one for one in plan.checks if one.key == "sleeper.soil_bearing")
        dead_and_live = 50.0
        self.assertAlmostEqual(check.demand.value, dead_and_live * 12 / (10 * 1.5 / 12), delta=1)
        self.assertAlmostEqual(check.limit.value, 2000)
        given = {name: value for name, value, _ in check.demand.inputs}
        self.assertAlmostEqual(check.demand.value, given["p"] * given["L"] / (given["n"] * given["b"]), places=6)

    def test_the_gravel_by_hand(self) -> None:
        """10 ft by 12 ft and 6 in more all round, 4 in deep at 6 1/2 in; an inch higher, an inch more; half a cubic foot a bag."""
        area = 10 * 12 + 44 * 0.15 / 0.3048 + 4 * (0.15 / 0.3048) ** 2
        for high_in, deep_in in ((6.5, 4.0), (8.5, 6.0), (5.5, 4.0)):
            self.assertEqual(
                bags(planned(on_sleepers(high_in * IN))), math.ceil(area * deep_in / 12 / 0.5 - 1e-6), high_in
            )

    def test_too_high_or_too_low_cannot_be_built(self) -> None:
        for high_m, word in ((1 * FT, "Too high"), (0.05, "")):
            conflicts = planned(on_sleepers(high_m)).conflicts
            self.assertTrue(not word or word in " ".join(conflicts), conflicts)
        self.assertFalse(planned(on_sleepers(10 * IN)).conflicts)

    def test_it_stands_free_and_carries_no_roof(self) -> None:
        with self.assertRaises(InvalidInputError) as told:
            planned(on_sleepers(6.5 * IN, attach="ledger"))
        self.assertEqual(told.exception.field, "attach")

    def test_it_says_that_it_moves(self) -> None:
        self.assertTrue([one for one in planned(on_sleepers(6.5 * IN)).cautions if "moves with the ground" in one.text])
        self.assertFalse([one for one in planned(deck("12x10 up1")).cautions if "moves with the ground" in one.text])


class SlabTest(unittest.TestCase):
    def test_on_a_slab_there_is_no_gravel_and_its_thickness_is_asked(self) -> None:
        """A board of 1 in and sleepers of 5 1/2 in leave 1/2 in for packers."""
        asked = planned(on_sleepers(7 * IN, rests="slab"))
        self.assertEqual(bags(asked), 0)
        self.assertEqual(asked.footings, ())
        self.assertEqual(asked.conflicts, ())
        self.assertEqual(state(asked), "to_answer")
        self.assertEqual([gap.key for gap in asked.not_covered if gap.key == "sleeper.slab"], ["sleeper.slab"])
        self.assertEqual(state(planned(on_sleepers(7 * IN, rests="slab", slab_m=4 * IN))), "pass")
        self.assertEqual(state(planned(on_sleepers(7 * IN, rests="slab", slab_m=3 * IN))), "fail")

    def test_packers_are_low_and_never_below_nothing(self) -> None:
        for high_in, word in ((6.4, "Too low"), (6.5, ""), (8.4, ""), (8.6, "Too high")):
            conflicts = " ".join(planned(on_sleepers(high_in * IN, rests="slab", slab_m=4 * IN)).conflicts)
            self.assertEqual(conflicts[:8].strip(), word, high_in)


class PierTest(unittest.TestCase):
    def test_too_short_a_post_is_left_out_and_its_pier_raised(self) -> None:
        """23 in less a 1-in board, 7 1/4 and 9 1/4 in: the beam lies 5 1/2 in over the ground, its base 1 in under it."""
        spec = deck("12x10 up1")
        for high_in, stands in ((23.0, False), (24.6, True)):
            low = replace(spec, outline=tuple(replace(one, height_m=high_in * IN) for one in spec.outline))
            plan = planned(low)
            under_m = (high_in - 1 - 7.25 - 9.25) * IN
            posts = [part for part in plan.parts if part.role == "post"]
            self.assertEqual(bool(posts), stands, high_in)
            self.assertTrue(plan.footings)
            for footing in plan.footings:
                concrete = next(layer for layer in footing.layers if layer.what == "concrete")
                top_m = spec.pier_above_m if stands else under_m - 1 * IN
                self.assertAlmostEqual(concrete.top_m, top_m, places=6)
                self.assertEqual(any(layer.what == "post" for layer in footing.layers), stands)
            self.assertEqual(bool([part for part in plan.parts if part.item == "post cap"]), stands)
            self.assertTrue([part for part in plan.parts if part.item == "post base"])
            self.assertEqual(bool([one for one in plan.targets if one.what.startswith("plumb")]), stands)
            # Nobody is told to cut, plumb or prop a post that is not there; the pier's top is measured instead.
            words = " ".join(f"{task.what} {task.hold}" for task in plan.tasks)
            self.assertEqual("Cut posts" in words, stands)
            self.assertEqual("bases on their piers" in words, not stands)
            self.assertEqual(bool([one for one in plan.temporary if "post" in one.what]), stands)
            tops = [one.planned for one in plan.targets if one.what == "pier top"]
            self.assertEqual(len(tops), 0 if stands else len(plan.footings))
            for top in tops:
                self.assertAlmostEqual(top, under_m - 1 * IN, places=6)
            self.assertEqual(
                bool([one for one in plan.checks if one.key == "post.axial_compression"]), stands, "nothing to buckle"
            )
            self.assertEqual(plan.conflicts, ())

    def test_a_client_is_promised_no_post_that_is_not_there(self) -> None:
        for text, changes, words, never in (
            ("12x10 up1'8", {}, "concrete piers in the ground", "posts"),
            ("12x10 up1'8 free", {"upright": "none"}, "on its own piers", "posts"),
            ("12x10 up4 free", {}, "on its own posts", "piers"),
            ("12x10 up0'7 free", {"rests": "sleepers", "joist": "joist 2x6 pine"}, "on sleepers over gravel", "posts"),
        ):
            one = job(text)
            spec = replace(one.structures[0].spec, **changes)
            case = case_of(replace(one, structures=(replace(one.structures[0], spec=spec),)), "s")
            said = described(case, planned(spec))
            self.assertIn(words, said)
            self.assertNotIn(never, said)

    def test_a_deck_at_any_low_height_is_offered_no_stub_of_a_post(self) -> None:
        for high in ("0'9", "1'0", "1'3", "1'6", "1'9"):
            one = job(f"12x10 up{high}")
            found = start(one, "s", "cheapest")
            self.assertEqual(found.why, "", high)
            spec = replace(one.structures[0].spec, **dict(found.change))
            for part in planned(spec).parts:
                if part.role == "post":
                    self.assertGreaterEqual(part.length_m, 4 * IN - 1e-6, high)

    def test_below_all_it_says_what_it_needs(self) -> None:
        """Flush: a board and a beam of 9 1/4 in, and an inch under them."""
        low = replace(deck("12x10 up1"), seat="flush")
        low = replace(low, outline=tuple(replace(one, height_m=10 * IN) for one in low.outline))
        self.assertIn("(11.3 in)", " ".join(planned(low).conflicts))


class SearchTest(unittest.TestCase):
    def test_a_deck_too_low_for_beams_comes_to_an_answer(self) -> None:
        one = job("12x10 up0'7")
        self.assertEqual(start(one, "s", "usual here").state, "conflict")
        found = start(one, "s", "cheapest")
        self.assertEqual(found.state, "pass", found.why)
        self.assertIn("sleepers", dict(found.change).values())

    def test_a_deck_at_the_house_with_room_for_beams_stays_on_it(self) -> None:
        found = start(job("12x10 up1"), "s", "cheapest")
        self.assertNotIn("rests", dict(found.change))
