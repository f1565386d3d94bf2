"""Choices of a deck: beam lines of their own, low and small platforms, Canadian spacings by name, every choice priced."""

import math
import unittest
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.catalog.items import sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import FloorLoad, JoistInput, Wood
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.jobs.member_options import choose
from steady.jobs.suggested_fixes import options
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.deck.actions import add_rock, add_stair
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.designs.search import choices
from steady.structures.deck.spec.deck import BeamLine, DeckSpec, NoDigSpot
from steady.structures.option import Choice
from steady.takeoff.bill import bill, cuts
from steady.units.units import FT, IN

from tests.make import case
from tests.test_deck import checks, deck, job, planned


def beams(plan: Plan, line: str) -> list[Any]:
    """Every piece of one beam line, with its timber."""
    return [
        part.item
        for part in plan.parts
        if part.role == "beam"
        for place in part.places
        if place.id.split("/")[2] == line
    ]


class BeamLineTest(unittest.TestCase):
    SPEC = deck("16x14 up5", beams=2, posts=3)

    def test_one_line_may_have_its_own_size_and_plies(self) -> None:
        own = replace(self.SPEC, beam_lines=(BeamLine(id="beam-2", beam="joist 2x12 pine", plies=3),))
        plain, changed = planned(self.SPEC), planned(own)
        self.assertEqual(set(beams(changed, "beam-1")), {"joist 2x10 pine"})
        self.assertEqual(set(beams(changed, "beam-2")), {"joist 2x12 pine"})
        self.assertEqual(len(beams(changed, "beam-2")), len(beams(plain, "beam-2")) // 2 * 3)

        def use(plan: Plan, line: str) -> float:
            return max(c.use for c in checks(plan, "beam.bending") if c.about == f"d/beam/{line}")

        self.assertAlmostEqual(use(changed, "beam-1"), use(plain, "beam-1"), 9)
        # By hand: 3 × 11.25² against 2 × 9.25², F_b 750 against 800, three plies share: C_r 1.15.
        ratio = (2 * 9.25**2 * 800) / (3 * 11.25**2 * 750 * 1.15)
        self.assertAlmostEqual(use(changed, "beam-2") / use(plain, "beam-2"), ratio, delta=1e-6)

    def test_a_line_of_its_own_changes_no_other_nearer_or_farther(self) -> None:
        deep = deck("16x20 up5", beams=3, posts=3)
        for own in ("beam-1", "beam-2", "beam-3"):
            made = planned(replace(deep, beam_lines=(BeamLine(id=own, beam="joist 2x12 pine", plies=3),)))
            for line in ("beam-1", "beam-2", "beam-3"):
                self.assertEqual(set(beams(made, line)), {f"joist 2x{12 if line == own else 10} pine"}, (own, line))

    def test_its_posts_end_under_its_own_depth(self) -> None:
        own = replace(self.SPEC, beam_lines=(BeamLine(id="beam-2", beam="joist 2x12 pine"),))

        def tall(plan: Plan, line: str) -> float:
            return next(
                p.length_m for p in plan.parts if p.role == "post" if any(f"/{line}" in place.id for place in p.places)
            )

        self.assertAlmostEqual(tall(planned(self.SPEC), "beam-2") - tall(planned(own), "beam-2"), 2 * IN, delta=3e-4)

    def test_a_beam_that_nobody_sells_is_refused_at_its_field(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            planned(replace(self.SPEC, beam_lines=(BeamLine(id="beam-2", beam="oak 9x9"),)))
        self.assertEqual(caught.exception.field, "beam_lines/0/beam")

    def test_five_plies_can_be_bought(self) -> None:
        plan = planned(replace(self.SPEC, plies=5))
        self.assertTrue(bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings())).complete)


class SmallTest(unittest.TestCase):
    def test_small_free_platforms_are_laid_out_on_two_beams(self) -> None:
        for words in ("8x3 up2 free", "6x4 up2 free", "4x3 up2 free", "10x3.5 up2.5 free"):
            plan = planned(deck(words))
            self.assertFalse([text for text in plan.conflicts if "lies on 1 support" in text], words)
            lines = {place.id.split("/")[2] for part in plan.parts if part.role == "beam" for place in part.places}
            self.assertEqual(lines, {"beam-1", "beam-2"}, words)

    @tag("slow")
    def test_a_low_platform_leads_to_one_that_can_be_built_with_its_price(self) -> None:
        for words in ("6x4 up1 free", "12x3 up1", "5x5 up0.8 free"):
            spec = deck(words)
            self.assertEqual(state(planned(spec)), "conflict")
            found = options(job(spec), "d")
            self.assertTrue(found, words)
            self.assertGreater(found[0].price, 0)
            better = planned(replace(spec, **dict[str, Any](found[0].change)))
            self.assertFalse(better.conflicts, words)
            self.assertNotIn(state(better), ("fail", "conflict"))


class NamedSpacingTest(unittest.TestCase):
    def span(self, spacing_m: float) -> float:
        wood = Wood(
            species="Spruce-Pine-Fir",
            size="38x184 mm",
            grade="No.1/No.2",
            width_m=0.038,
            depth_m=0.184,
            wet=False,
            shared=True,
        )
        floor = FloorLoad(dead_pa=500.0, live_pa=1900.0, load="floor")
        ask = JoistInput(
            spacing_m=spacing_m,
            floor=floor,
            table=False,
            limit_ratio=None,
            longest_m=None,
            stiffening="bridging",
            subfloor_m=0.0155,
        )
        return rulebook("ca").joist_span((wood,), ask).span_m

    def test_twelve_sixteen_and_twenty_four_inches_are_the_tables_own(self) -> None:
        for inches, metres in ((12, 0.3), (16, 0.4), (24, 0.6)):
            # The vibration constants are the named spacing's: what is left is the load of two per cent more joist.
            self.assertGreater(self.span(inches * IN), self.span(metres) * 0.985)

    def test_a_spacing_between_two_names_goes_up(self) -> None:
        self.assertLess(self.span(0.35), self.span(0.3) * 0.98)


class PricedTest(unittest.TestCase):
    @tag("slow")
    def test_every_choice_has_its_price_and_its_slack_in_per_cent(self) -> None:
        found = choose(job(deck("16x12 up3")), "d")
        self.assertGreater(len(found), 15)
        for choice in found:
            self.assertTrue(choice.price is not None or (not choice.change and not choice.chosen), choice.says)
            if choice.group in ("joists", "beams"):
                self.assertRegex(choice.slack, r"-?\d+ %$")
        now = [choice for choice in found if choice.chosen and choice.group == "joists"]
        self.assertEqual([choice.price_change for choice in now], [0.0])
        by_hand = next(choice for choice in found if choice.chosen and choice.group == "beams")
        reach, needs = by_hand.slack.split(", ")
        self.assertTrue(reach and float(needs.split()[0]) >= 0)

    @tag("slow")
    def test_a_choice_is_what_it_says_when_it_is_planned(self) -> None:
        spec = deck("16x12 up3")
        for choice in choose(job(spec), "d")[:8]:
            plan = planned(replace(spec, **dict[str, Any](choice.change)))
            priced = bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings(), better=False)).total
            self.assertAlmostEqual(priced, choice.price or 0.0, 6)


class WordsTest(unittest.TestCase):
    def test_plies_are_counted_as_people_count(self) -> None:
        found = choices(case(deck("16x12 up3"), Site(soil="sand", frost_m=0.5), rulebook("us")))
        beams = {one.says.split(" of ")[0] for one in found if one.group == "beams"}
        self.assertLessEqual({"1 ply", "2 plies", "3 plies"}, beams)
        self.assertNotIn("1 plies", beams)


class EveryJoistTest(unittest.TestCase):
    """Joists to choose from are all that are sold: each size, spacing and stiffening that the school can answer for, once."""

    def offered(self, school: str) -> tuple[DeckSpec, list[Choice]]:
        spec = localized(deck("16x12 up3"), school)
        where = Site(soil={"us": "sand", "ca": "stiff clay", "nz": "good ground", "uk": "average"}[school], frost_m=0.5)
        return spec, [one for one in choices(case(spec, where, rulebook(school))) if one.group == "joists"]

    def test_in_every_school_each_is_offered_once_and_is_what_it_says(self) -> None:
        for school in ("us", "ca", "nz", "uk"):
            with self.subTest(school):
                spec, found = self.offered(school)
                self.assertGreater(len(found), 8)
                self.assertEqual(len({one.says for one in found}), len(found))
                for one in found:
                    change: dict[str, Any] = {"joist": spec.joist, "stiffening": spec.stiffening, **dict(one.change)}
                    self.assertTrue(one.says.startswith(sticks()[change["joist"]].says), one.says)
                    if rulebook(school).stiffens:
                        self.assertTrue(one.says.endswith(change["stiffening"]), one.says)

    def test_canadian_joists_come_with_every_stiffening_and_more_of_it_never_reaches_less(self) -> None:
        _, found = self.offered("ca")
        reach: dict[str, dict[str, float]] = {}
        for one in found:
            size, stiffening = one.says.rsplit(", ", 1)
            reach.setdefault(size, {})[stiffening] = one.reaches_m or 0.0
        self.assertGreater(len(reach), 8)
        for size, by in reach.items():
            self.assertEqual(set(by), {"strapping", "bridging", "bridging and strapping"}, size)
            self.assertGreaterEqual(by["bridging and strapping"] + 1e-9, max(by["strapping"], by["bridging"]), size)


class UntreatedTest(unittest.TestCase):
    def test_untreated_spruce_is_not_cut_down_for_incising(self) -> None:
        from tests.test_deck_checks import of_school

        uses = [
            max(
                c.use
                for c in checks(of_school("ca", "16x12 up3", joist=key), "joist.bending")
                if "person" not in c.case
            )
            for key in ("joist 38x184 SPF", "joist 38x184 SPF dry")
        ]
        # O86: K_T of wet, incised dimension lumber .85.
        self.assertAlmostEqual(uses[1] / uses[0], 0.85, delta=0.002)


class FeetTest(unittest.TestCase):
    def test_a_free_deck_under_four_feet_deep_stands(self) -> None:
        plan = planned(deck("12x3.5 up3 free", upright="knee braces"))
        self.assertFalse(plan.conflicts)
        depth = max(p.at[1] for part in plan.parts if part.role == "beam" for p in part.places)
        self.assertLess(depth, 3.5 * FT)


class AddedTest(unittest.TestCase):
    """What is put on at a press stands where it can be seen, and is planned."""

    def test_a_stair_goes_down_the_edge_farthest_from_the_house(self) -> None:
        for words in ("16x12 up3", "18x11 up3 less4x3right", "16x12 up3 free"):
            with self.subTest(words):
                spec = add_stair(deck(words))
                [stair] = spec.stairs
                a, b = spec.outline[stair.edge], spec.outline[(stair.edge + 1) % len(spec.outline)]
                self.assertAlmostEqual((a.y_m + b.y_m) / 2, max(corner.y_m for corner in spec.outline), 9)
                self.assertTrue([part for part in planned(spec).parts if part.role == "stringer"])

    def test_a_second_has_an_id_of_its_own_and_a_gap_is_filled(self) -> None:
        spec = add_stair(add_stair(deck()))
        self.assertEqual([stair.id for stair in spec.stairs], ["stair-1", "stair-2"])
        again = add_stair(replace(spec, stairs=spec.stairs[1:]))
        self.assertEqual([stair.id for stair in again.stairs], ["stair-2", "stair-1"])

    def test_a_rock_lies_on_the_deck_s_ground_and_a_hole_that_meets_it_is_a_clash(self) -> None:
        spec = add_rock(deck())
        [rock] = spec.spots
        self.assertTrue(0 < rock.x_m < 16 * FT and 0 < rock.y_m < 12 * FT)
        made = planned(spec)
        near = [
            math.dist((hole.at[0], hole.at[1]), (rock.x_m, rock.y_m)) - hole.hole_width_m / 2 for hole in made.footings
        ]
        self.assertEqual(any(free < rock.radius_m for free in near), any("rock" in text for text in made.conflicts))

    def test_how_much_too_near_a_hole_is_to_a_rock_is_said_in_both_measures(self) -> None:
        bare = planned(deck())
        hole = bare.footings[0]
        spot = NoDigSpot(id="r", x_m=hole.at[0] + 0.25, y_m=hole.at[1], radius_m=0.2, what="a rock")
        [said] = [text for text in planned(replace(deck(), spots=(spot,))).conflicts if "a rock" in text]
        near_m = 0.2 + hole.hole_width_m / 2 - 0.25
        self.assertIn(f"{near_m:.2f} m ({near_m / IN:.1f} in) too near", said)
